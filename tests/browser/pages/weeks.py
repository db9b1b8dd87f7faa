"""The string of weeks as a person sees it."""

from __future__ import annotations

from selenium.webdriver.common.action_chains import ActionChains
from selenium.webdriver.common.by import By
from selenium.webdriver.remote.webelement import WebElement

from tests.browser.driver import Person

MARGIN = "aside[aria-label=Why]"


class WeeksPage:
    """What stands on the string, and carrying it."""

    def __init__(self, person: Person) -> None:
        self.person = person

    def open(self, at: str = "") -> None:
        """Go to the weeks, and wait until the string is drawn."""
        self.person.go(f"/weeks{f'?at={at}' if at else ''}")
        self.person.until(lambda: self.marks("Theme"), "the string")

    def do(self, name: str) -> None:
        """Choose something of what can be done; on a phone behind one button."""
        if self.person.driver.find_elements(By.CSS_SELECTOR, "button[aria-label='More of the weeks']"):
            self.person.tap("button", "More of the weeks")
            self.person.tap("menuitem", name)
        else:
            self.person.tap("button", name)

    def marks(self, lane: str) -> list[str]:
        """The names of what stands in a lane."""
        found = self.person.driver.find_elements(By.CSS_SELECTOR, f"section[aria-label='{lane}'] button[aria-label]")
        return [each.get_attribute("aria-label") or "" for each in found]

    def mark(self, begins: str) -> WebElement:
        """Something on the string, by how its name begins."""
        css = f"main section button[aria-label^='{begins}']"
        found: WebElement = self.person.until(lambda: self.person.driver.find_element(By.CSS_SELECTOR, css), begins)
        return found

    def named(self, begins: str) -> str:
        """The whole name of something on the string."""
        return self.mark(begins).get_attribute("aria-label") or ""

    def carry(self, begins: str, days: int) -> None:
        """Carry something along the line by so many days, with the mouse."""
        mark = self.mark(begins)
        self.person.driver.execute_script("arguments[0].scrollIntoView({block: 'center', inline: 'start'})", mark)
        mondays = self.person.driver.execute_script(
            "const s = [...document.querySelectorAll('[aria-label=\"The string of weeks\"] .h-9 span')];"
            "return s[1].getBoundingClientRect().left - s[0].getBoundingClientRect().left"
        )
        step = mondays / 7 * days
        hand = (
            ActionChains(self.person.driver, duration=60)
            .move_to_element_with_offset(mark, 8 - mark.rect["width"] / 2, 0)
            .click_and_hold()
        )
        for part in (0.25, 0.5, 0.75, 1.0):
            hand = hand.move_by_offset(round(step * part) - round(step * (part - 0.25)), 0)
        hand.release().perform()

    def spoken(self) -> str:
        """What the live region said last."""
        regions = self.person.driver.find_elements(By.CSS_SELECTOR, "[id^=DndLiveRegion]")
        return " ".join(region.get_attribute("textContent") or "" for region in regions)
