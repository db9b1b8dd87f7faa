"""The first evening, step by step, as a person taps through it."""

from __future__ import annotations

from collections.abc import Sequence
from datetime import date

from selenium.webdriver.common.by import By

from tests.browser.driver import Person

FIRSTS = "ul[aria-label='The first shelf'] > li"
_PLACES = "ul[aria-label='Places so far'] > li"


class WelcomePage:
    """Welcome, from its first question on."""

    def __init__(self, person: Person) -> None:
        self.person = person

    def begin(self, name: str, *, in_cm: bool = False, house: str = "") -> None:
        """Say who is looking; change the name and the units only where that is asked for."""
        self.person.type("Your name", name)
        if in_cm or house:
            self.person.tap("button", "It is called")
            if house:
                self.person.type("Name of the house", house)
            self.person.tap("choice", "cm and kg")
        self.person.tap("button", "Go on")
        self.person.find("heading", "Who lives here?")

    def child(self, name: str, born: date, *more: tuple[str, str]) -> None:
        """Add a child: its name and birth date, and what else is tapped, as (role, name)."""
        self.person.type("Name", name)
        self.person.type("Born", born.isoformat())
        for role, what in more:
            self.person.tap(role, what)
        self.person.tap("button", "Add the child")
        self.person.find("button", "Another child")

    def place(self, kind: str, size: str) -> None:
        """Add a place of a usual size."""
        before = self.places
        self.person.tap("button", kind)
        self.person.tap("choice", size)
        self.person.until(lambda: self.places == before + 1, f"the {kind} to be there")

    @property
    def places(self) -> int:
        """How many places there are so far."""
        return len(self.person.driver.find_elements(By.CSS_SELECTOR, _PLACES))

    def tick(self, things: Sequence[str], room: str = "") -> None:
        """Tick things on the walk, in the first room or another."""
        if room:
            self.person.tap("tab", room)
        for thing in things:
            self.person.tap("button", thing)

    @property
    def firsts(self) -> int:
        """How many trays the first shelf has."""
        return len(self.person.driver.find_elements(By.CSS_SELECTOR, FIRSTS))
