"""The Shelf as a person handles it."""

from __future__ import annotations

from selenium.webdriver.common.action_chains import ActionChains
from selenium.webdriver.common.by import By
from selenium.webdriver.remote.webelement import WebElement

from tests.browser.driver import Person

_TRAY = """return [...document.querySelectorAll('[aria-roledescription=tray]')]
  .find((each) => each.innerText.trim().startsWith(arguments[0]))"""


class ShelfPage:
    """Places, trays and the margin."""

    def __init__(self, person: Person) -> None:
        self.person = person

    def place(self, unit: int, board: int, place: int) -> WebElement:
        """A place of a board, both counted from 0."""
        css = f'[data-spot="spot:{unit}:{board}:{place}"]'
        return self.person.until(lambda: self.person.driver.find_element(By.CSS_SELECTOR, css), css)  # type: ignore[no-any-return]

    def standing(self, unit: int, board: int, place: int) -> list[str]:
        """The names of what stands on a place."""
        spans = self.place(unit, board, place).find_elements(By.CSS_SELECTOR, "button > span:first-of-type")
        return [span.text for span in spans]

    def tray(self, name: str) -> WebElement:
        """A tray by its name, on the shelf or among the bins."""
        found = self.person.until(lambda: self.person.driver.execute_script(_TRAY, name), f"the tray {name!r}")
        return found  # type: ignore[no-any-return]

    def flags(self, name: str) -> str:
        """What is written at a tray on the shelf: in, moved, pinned, by hand."""
        return self.tray(name).find_element(By.XPATH, "..").text

    def choose(self, name: str) -> None:
        """Tap a tray."""
        self.person.taps += 1

        def tapped() -> bool:
            element = self.tray(name)
            self.person.driver.execute_script("arguments[0].scrollIntoView({block: 'center'})", element)
            element.click()
            return True

        self.person.until(tapped, f"a tap on {name!r}")

    def drag(self, name: str, to: tuple[int, int, int]) -> None:
        """Carry a tray to a place with the pointer, in a few steps as a hand does."""
        self.person.taps += 1
        target = self.place(*to)
        driver = self.person.driver
        driver.execute_script("window.scrollTo(0, 0)")
        chain = ActionChains(driver, duration=60).click_and_hold(self.tray(name)).move_by_offset(8, -8)
        chain.move_to_element(target).move_by_offset(2, 2).release().perform()
        self.person.until(lambda: name in self.standing(*to), f"{name} to stand on {to}")

    def drag_by_touch(self, name: str, to: tuple[int, int, int]) -> None:
        """Hold a tray with a finger until it lifts, carry it to a place, let go."""
        driver = self.person.driver
        driver.execute_cdp_cmd("Emulation.setTouchEmulationEnabled", {"enabled": True})
        driver.execute_script("window.scrollTo(0, 0)")
        begin, end = (self._middle(element) for element in (self.tray(name), self.place(*to)))
        self._touch("touchStart", begin)
        self.person.until(lambda: driver.find_elements(By.CSS_SELECTOR, "button.opacity-30"), f"{name} to lift")
        for step in range(1, 6):
            self._touch("touchMove", tuple(b + (e - b) * step / 5 for b, e in zip(begin, end, strict=True)))
        self.person.until(lambda: "bg-woad-2/70" in (self.place(*to).get_attribute("class") or ""), "the place to show")
        self._touch("touchEnd", None)
        driver.execute_cdp_cmd("Emulation.setTouchEmulationEnabled", {"enabled": False})

    def _middle(self, element: WebElement) -> tuple[float, ...]:
        box = element.rect
        return (box["x"] + box["width"] / 2, box["y"] + box["height"] / 2)

    def _touch(self, kind: str, at: tuple[float, ...] | None) -> None:
        points = [] if at is None else [{"x": at[0], "y": at[1]}]
        self.person.driver.execute_cdp_cmd("Input.dispatchTouchEvent", {"type": kind, "touchPoints": points})

    def wait_for(self, name: str, at: tuple[int, int, int]) -> None:
        """Wait until a tray stands on a place."""
        self.person.until(lambda: name in self.standing(*at), f"{name} at {at}")

    def spoken(self) -> str:
        """What the live region said last."""
        regions = self.person.driver.find_elements(By.CSS_SELECTOR, "[id^=DndLiveRegion]")
        return " ".join(region.get_attribute("textContent") or "" for region in regions)
