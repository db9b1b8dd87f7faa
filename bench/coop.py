"""A co-op's work cycle of sixteen: forty finished pieces of work, and how soon a tap is painted, with the processor
slowed fourfold, on a laptop and on an upright tablet; and how tall the page is.

    python -m bench.coop

Bars: tap to paint at most 100 ms (95th percentile), the page under 2.5 screens. Where the machine is slower than usual,
both sizes are measured again with the processor slowed only so far that the whole is as slow as the usual machine
slowed fourfold: that figure tells of the program, the first one of the machine too.
"""

from __future__ import annotations

import shutil
import tempfile
from itertools import product
from pathlib import Path

from bench import yardstick
from bench.shots import _serve
from bench.watch import OBSERVE, SLOWER
from tests.browser.driver import Person, chromium, resize
from tests.browser.pages.watch import WatchPage
from tests.conftest import NOW
from tests.coop import make_coop
from zither_awl.services.clock import SetClock
from zither_awl.services.demo import seed_demo
from zither_awl.services.desk import Desk
from zither_awl.store import prepare

PIECES, SIZES = 40, ((1280, 800), (800, 1280))
SCREENS = "return document.documentElement.scrollHeight / innerHeight"


def main() -> None:
    """Measure at both sizes, print it; on a slow machine a second time, as slow as the usual one would be."""
    loop = yardstick.loop_s()
    print(yardstick.told(loop))
    alike = max(1.0, SLOWER * yardstick.USUAL_S / loop)
    with chromium() as driver:
        for rate, size in product((SLOWER, *((alike,) if alike < SLOWER * 0.9 else ())), SIZES):
            folder, clock = Path(tempfile.mkdtemp()), SetClock(NOW)
            desk = Desk(prepare(folder / "zither-awl.db"), clock)
            seed_demo(desk)
            names = list(make_coop(desk))
            desk.close()
            resize(driver, *size)
            with _serve(folder, clock) as address:
                _measure(Person(driver, address), names, size, rate)
            shutil.rmtree(folder, ignore_errors=True)


def _measure(person: Person, names: list[str], size: tuple[int, int], rate: float) -> None:
    person.go("/watch")
    watch = WatchPage(person)
    watch.begin()
    person.driver.execute_cdp_cmd("Emulation.setCPUThrottlingRate", {"rate": rate})
    person.driver.execute_script(OBSERVE)
    taps, tallest = person.taps, 0.0
    for n in range(PIECES):
        name = names[n % len(names)]
        person.tap("button", name, "[aria-label='Everybody here']")
        person.tap("button", "Blocks" if n % 3 else "kitchen", watch.lane(name))
        if person.driver.find_elements("css selector", f"{watch.lane(name)} [aria-label$='is at it']"):
            person.tap("button", "Side by side", watch.lane(name))
        person.find("button", "Repetition", watch.lane(name))
        tallest = max(tallest, float(person.driver.execute_script(SCREENS)))
        person.tap("button", "Repetition", watch.lane(name))
        person.tap("button", f"Done, put back: {name}", "[aria-label='Everybody here']")
        person.find("button", "kitchen", watch.lane(name))
        person.tap("button", name, "[aria-label='Everybody here']")
    told = sorted(float(ms) for ms in person.driver.execute_script("return window.painted"))
    person.driver.execute_cdp_cmd("Emulation.setCPUThrottlingRate", {"rate": 1})
    made = person.taps - taps
    told = sorted([16.0] * max(0, made - len(told)) + told)
    folded = float(person.driver.execute_script(SCREENS))
    print(f"{size[0]} x {size[1]}, slowed {rate:.2f} times: {PIECES} finished pieces, {made} taps, tap to paint median "
          f"{told[len(told) // 2]:.0f} ms, 95th percentile {told[int(0.95 * (len(told) - 1))]:.0f} ms (bar 100); "
          f"page {folded:.2f} screens, {tallest:.2f} with a lane open (bar 2.5)")  # fmt: skip


if __name__ == "__main__":
    main()
