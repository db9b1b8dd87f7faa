"""How soon Watch opens without the program, and how soon a tap is painted with the processor slowed fourfold."""

from __future__ import annotations

import shutil
import tempfile
from pathlib import Path
from time import monotonic

from tests.browser.driver import Person, open_chromium
from tests.browser.pages.watch import WatchPage
from tests.browser.served import HomeServed
from tests.browser.test_offline import pair, until
from tests.conftest import NOW
from zither_awl.services.clock import SetClock
from zither_awl.services.demo import seed_demo
from zither_awl.services.desk import Desk
from zither_awl.store import prepare

TAPS, SLOWER = 50, 4
OBSERVE = """
window.painted = []
new PerformanceObserver((list) => {
  for (const each of list.getEntries()) if (each.name === 'click') window.painted.push(each.duration)
}).observe({ type: 'event', durationThreshold: 16, buffered: true })
"""


def main() -> None:
    """Measure both, print them."""
    folder = Path(tempfile.mkdtemp())
    (folder / "data").mkdir()
    desk = Desk(prepare(folder / "data/zither-awl.db"), SetClock(NOW))
    seed_demo(desk)
    desk.close()
    home = HomeServed(folder / "data", NOW, until)
    home.start()
    driver = open_chromium(str(folder / "profile"), 800, 1280, home.trust())
    person = Person(driver, home.address)
    try:
        person.go("/watch")
        person.wait_to_see("This device is not paired")
        pair(person, home)
        person.find("heading", "Watch")
        person.until(lambda: driver.execute_script("return navigator.serviceWorker.controller !== null"), "the worker")
        person.go("/watch")
        WatchPage(person).begin()
        _taps(person)
        home.kill()
        _open(person)
    finally:
        driver.quit()
        home.kill()
        shutil.rmtree(folder, ignore_errors=True)


def _taps(person: Person) -> None:
    """Fifty taps of the browser's own making; a tap under 16 ms is not told by it, and counts as 16."""
    watch = WatchPage(person)
    for child, tray in (("Anselm", "Turning three bolts"), ("Wren", "Blocks"), ("Tove", "Shells in a tin")):
        watch.takes(child, tray)
    person.driver.execute_cdp_cmd("Emulation.setCPUThrottlingRate", {"rate": SLOWER})
    person.driver.execute_script(OBSERVE)
    names = ("Anselm", "Wren", "Tove")
    for n in range(TAPS):
        child = names[n % 3]
        before = watch.rounds(child)
        watch.tap(child, "Repetition")
        _drawn(person, watch, child, before)
    told = sorted(float(ms) for ms in person.driver.execute_script("return window.painted"))
    person.driver.execute_cdp_cmd("Emulation.setCPUThrottlingRate", {"rate": 1})
    told = sorted([16.0] * (TAPS - len(told)) + told)
    worst = told[int(0.95 * (len(told) - 1))]
    print(
        f"{TAPS} taps at a processor {SLOWER} times slower, tap to paint: median {told[len(told) // 2]:.0f} ms, "
        f"95th percentile {worst:.0f} ms, longest {told[-1]:.0f} ms (bar 100)"
    )


def _drawn(person: Person, watch: WatchPage, child: str, before: int) -> None:
    person.until(lambda: watch.rounds(child) > before, "the round")


def _open(person: Person) -> None:
    times = []
    for _ in range(5):
        person.driver.get("about:blank")
        began = monotonic()
        person.driver.get(person.address + "/watch")
        person.find("button", "Repetition")
        times.append(monotonic() - began)
    print(f"Watch opens without the program in {min(times):.2f} to {max(times):.2f} s (bar 2)")


if __name__ == "__main__":
    main()
