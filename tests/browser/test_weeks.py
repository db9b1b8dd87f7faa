"""The weeks in the browser: a theme planned, taken and carried; its list, a box, books, a look; by hand and by keys."""

from __future__ import annotations

from collections.abc import Callable
from datetime import timedelta
from pathlib import Path

import pytest
from selenium.webdriver.common.keys import Keys

from tests.browser.conftest import Serve
from tests.browser.driver import Person
from tests.browser.pages.weeks import MARGIN, WeeksPage
from zither_awl.services.clock import SetClock


def plan(person: Person, theme: str) -> None:
    """Plan a theme of the catalogue for the next fortnight but one."""
    person.choose("Theme", theme, MARGIN)
    person.type("From", "2026-04-13", MARGIN)
    person.type("To", "2026-04-26", MARGIN)
    person.tap("button", "Plan it", MARGIN)
    person.find("button", "Put it on the string")


@pytest.mark.parametrize(("width", "height"), [(1280, 800), (390, 844)], ids=["wide", "phone"])
def test_a_theme_is_planned_taken_carried_and_its_list_ticked_a_box_comes_the_books_turn_and_a_look_is_taken(
    serve: Serve, visit: Callable[..., Person], demo_file: Path, clock: SetClock, width: int, height: int
) -> None:
    person = visit(serve(demo_file), width, height)
    weeks = WeeksPage(person)
    weeks.open()
    assert person.violations() == []
    person.tap("button", "Plan a theme")
    plan(person, "Seeds and roots")
    assert person.violations() == []
    person.tap("button", "Put it on the string")
    person.find("button", "A week later")
    weeks.carry("Seeds and roots", 7)
    person.until(lambda: "20 April to 3 May" in weeks.named("Seeds and roots"), "a week on")
    assert person.sees("Theme, 20 April to 3 May")
    person.tap("button", "Undo")
    person.until(lambda: "13 to 26 April" in weeks.named("Seeds and roots"), "it to be back")
    person.go("/today")
    person.tap("link", "Buy by tomorrow: Yeast (2 to 4 sachets, beside the 1 there is).")
    person.tap("tick", "Buy", MARGIN + " section[aria-label=Yeast]")
    person.until(lambda: weeks.mark("Done: buy Yeast"), "the tick")
    weeks.mark("Arrives Wed 25 Mar: Parcel for Tove").click()
    person.tap("button", "It has arrived", MARGIN)
    person.type("What came", "wooden boat", MARGIN)
    person.choose("What kind of thing", "ball", MARGIN)
    person.type("Age on its box", "1", MARGIN)
    person.tap("button", "Add it to what came", MARGIN)
    person.type("Waits in", "Bin 5", MARGIN)
    person.tap("button", "It is here", MARGIN)
    person.wait_to_see("1 thing of it waits in a bin")
    weeks.do("Books")
    person.find("button", "Turn them now")
    assert person.violations() == []
    person.tap("button", "Turn them now")
    person.wait_to_see("The turn of Mon 23 Mar")
    weeks.mark("Look at the shelf").click()
    person.tap("button", "Accept", MARGIN)
    person.wait_to_see("Nothing should change yet")
    assert person.complaints() == []
    assert person.asked_elsewhere() == []


def test_by_keys_alone_a_parcel_is_carried_a_theme_opened_and_days_away_are_entered(at_demo: Person) -> None:
    person, weeks = at_demo, WeeksPage(at_demo)
    weeks.open()
    person.tab_to("Arrives Wed 25 Mar: Parcel for Tove")
    person.press(Keys.SPACE)
    person.until(lambda: "Parcel for Tove picked up" in weeks.spoken(), "it in hand")
    person.press(Keys.ARROW_RIGHT, Keys.ARROW_RIGHT, Keys.ARROW_DOWN)
    person.until(lambda: "Fri 3 Apr" in weeks.spoken(), "nine days on")
    person.press(Keys.SPACE)
    weeks.mark("Arrives Fri 3 Apr: Parcel for Tove")
    weeks.open()
    person.tab_to("Days away")
    person.press(Keys.ENTER)
    person.tab_to("Name")
    person.press("Half-term")
    person.tab_to("Put it on the string")
    person.press(Keys.ENTER)
    weeks.mark("Away: Half-term")
    weeks.open()
    person.tab_to("Plan a theme")
    person.press(Keys.ENTER)
    person.tab_to("Theme")
    person.press(*"Water")
    person.tab_to("Plan it")
    person.press(Keys.ENTER)
    person.find("button", "Put it on the string")
    person.tab_to("Put it on the string")
    person.press(Keys.ENTER)
    person.find("button", "A week later")
    weeks.open()
    person.tab_to("Water ")
    person.press(Keys.SPACE)
    person.until(lambda: "Water picked up" in weeks.spoken(), "the theme in hand")
    person.press(Keys.ARROW_DOWN, Keys.SPACE)
    person.until(lambda: "30 March to 12 April" in weeks.named("Water "), "a week on")
    weeks.open()
    person.tab_to("buy Yeast by")
    person.press(Keys.ENTER)
    person.tab_to("Buy")
    person.press(Keys.SPACE)
    weeks.mark("Done: buy Yeast")
    weeks.open()
    person.tab_to("Bread week 2 trays, theme, 9 to 22 March")
    person.press(Keys.ENTER)
    person.wait_to_see("Theme, 9 to 22 March")
    assert person.taps == 0


def test_ahead_back_and_the_calendar_and_the_school_of_the_calendar(at_demo: Person, clock: SetClock) -> None:
    person, weeks = at_demo, WeeksPage(at_demo)
    weeks.open("ahead")
    person.wait_to_see("How the last changes were taken")
    person.tap("button", "Look ahead", MARGIN)
    person.wait_to_see("Ways to change the shelf, in this model")
    assert person.violations() == []
    person.tap("button", "Calendar file")
    person.tap("button", "Make a feed", "[role=dialog]")
    person.wait_to_see("/calendar/")
    assert person.violations() == []
    person.press(Keys.ESCAPE)
    person.go("/house")
    person.tap("button", "How this house changes its shelves")
    person.choose("The shelves change", "By the calendar")
    person.type("By the calendar, every", "14")
    person.tap("button", "Save", "section[aria-label=Settings]")
    person.until(lambda: person.find("button", "Save", "section[aria-label=Settings]").is_enabled(), "it to be kept")
    weeks.open()
    person.wait_to_see("by the calendar")
    clock.move_on(timedelta(days=3))
    weeks.open("theme:3")
    person.tap("button", "Take it off the string", MARGIN)
    person.until(lambda: not any("The winter pond" in name for name in weeks.marks("Theme")), "the pond to be gone")


def test_a_look_is_carried_by_hand_and_the_turn_of_the_books_by_keys(at_demo: Person) -> None:
    weeks = WeeksPage(at_demo)
    weeks.open()
    before = weeks.named("Look at the shelf")
    weeks.carry("Look at the shelf", 1)
    at_demo.until(lambda: weeks.named("Look at the shelf") != before, "the look on another day")
    turn = weeks.named("Books to turn")
    weeks.open()
    at_demo.tab_to(turn)
    at_demo.press(Keys.SPACE)
    at_demo.until(lambda: "picked up" in weeks.spoken(), "it in hand")
    taken_at = weeks.spoken()
    at_demo.press(Keys.ARROW_RIGHT, Keys.ARROW_RIGHT)
    at_demo.until(lambda: weeks.spoken() != taken_at, "it to be carried")
    at_demo.press(Keys.SPACE)
    at_demo.until(lambda: weeks.named("Books to turn") != turn, "the turn on another day")
    at_demo.tap("button", "Undo")
    at_demo.until(lambda: weeks.named("Books to turn") == turn, "the turn on its own day again")
    assert at_demo.violations() == []
