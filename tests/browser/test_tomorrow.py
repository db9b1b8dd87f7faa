"""Tomorrow in the browser: moved, left out, added, kept, and on Today when its day comes."""

from __future__ import annotations

from datetime import timedelta

from selenium.webdriver.common.by import By

from tests.browser.driver import Person
from zither_awl.services.clock import SetClock


def titles(person: Person) -> list[str]:
    """What stands for the first child, in its order."""
    return [each.text for each in person.driver.find_elements(By.CSS_SELECTOR, "section[aria-label=Anselm] li a")]


def test_a_day_is_chosen_in_the_evening_and_stands_on_today_in_the_morning(at_demo: Person, clock: SetClock) -> None:
    person, childs = at_demo, "section[aria-label=Anselm]"
    person.go("/evening")
    person.tap("link", "Tomorrow, child by child")
    person.find("heading", "Tomorrow")
    person.until(lambda: len(titles(person)) >= 3, "the proposal")
    assert person.violations() == []
    first, second, *rest = titles(person)
    person.tap("button", f"{second} earlier", childs)
    person.until(lambda: titles(person)[:2] == [second, first], "the two to change places")
    person.tap("button", f"Leave out {first}", childs)
    person.until(lambda: titles(person) == [second, *rest], "the first to be gone")
    person.choose("Add", first, childs)
    person.until(lambda: titles(person) == [second, *rest, first], "it to stand last")
    person.find("button", "Propose it again", childs)
    clock.move_on(timedelta(days=1))
    person.go("/today")
    person.wait_to_see("Invitations for today")
    assert person.complaints() == []
