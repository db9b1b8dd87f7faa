"""Watch as a person uses it."""

from __future__ import annotations

from selenium.webdriver.common.by import By

from tests.browser.driver import Person


class WatchPage:
    """One lane a child."""

    def __init__(self, person: Person) -> None:
        self.person = person

    def lane(self, child: str) -> str:
        """The selector of a child's lane."""
        return f"section[aria-label='{child}']"

    def begin(self) -> None:
        """Begin the morning with everybody."""
        self.person.tap("button", "Begin the work cycle")
        self.person.find("button", "End the work cycle")

    def all_sent(self) -> None:
        """Wait until this device has nothing left to send."""
        count = "return new Promise((done) => { const ask = indexedDB.open('zither-awl'); ask.onsuccess = () => { "
        count += "const n = ask.result.transaction('items').objectStore('items').count(); "
        count += "n.onsuccess = () => { ask.result.close(); done(n.result) } } })"
        self.person.until(lambda: self.person.driver.execute_script(count) == 0, "everything to be sent")

    def takes(self, child: str, tray: str) -> None:
        """A child takes a tray."""
        self.person.tap("button", tray, self.lane(child))
        self.person.find("button", "Repetition", self.lane(child))

    def tap(self, child: str, name: str) -> None:
        """A tap in a child's lane."""
        self.person.tap("button", name, self.lane(child))

    def text(self, child: str) -> str:
        """What a child's lane says."""
        return self.person.driver.find_element(By.CSS_SELECTOR, self.lane(child)).text

    def rounds(self, child: str) -> int:
        """How many repetitions."""
        return int(self.person.find("button", "Repetition", self.lane(child)).text.split()[-1])

    def at_it_s(self, child: str) -> int:
        """The seconds on a child's clock."""
        css = f"{self.lane(child)} [role=timer]"
        minutes, seconds = self.person.driver.find_element(By.CSS_SELECTOR, css).text.split(":")[-2:]
        return int(minutes) * 60 + int(seconds)

    def strings(self) -> str:
        """The morning as the drawing tells it in words."""
        return self.person.driver.find_element(By.CSS_SELECTOR, "svg[role=img]").get_attribute("aria-label") or ""
