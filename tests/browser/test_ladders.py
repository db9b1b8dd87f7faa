"""Ladders in the browser: the stuck step found by keyboard, its step between made, planned and seen on Today; growth,
ties, filters, the phone."""

from __future__ import annotations

import base64
import io
from collections.abc import Callable
from pathlib import Path

import pytest
from pypdf import PdfReader
from selenium.webdriver.common.keys import Keys

from tests.browser.driver import Person, resize
from tests.conftest import SmallHouse
from tests.services.test_ladders import TONGS, here_name, keep, spoons, work  # noqa: F401  # a fixture
from zither_awl.services import ladder_step
from zither_awl.services.clock import SetClock


@pytest.fixture
def stuck(
    house: SmallHouse,
    clock: SetClock,
    spoons: dict[str, int],  # noqa: F811
    serve: Callable[..., str],
    visit: Callable[..., Person],
    tmp_path: Path,
) -> Person:
    """A person before a house in which Ilse is stuck at the tongs."""
    ladder_step.keep_said(house.desk, house.ilse, ("spoon-large", 2), "yes", house.adult)
    work(house, clock, keep(house, TONGS, "Tongs, soft"), "xxxxxxxx")
    house.desk.close()
    return visit(serve(tmp_path / "zither-awl.db"))


def test_the_stuck_step_is_found_bridged_planned_and_seen_on_today_by_keyboard_alone(stuck: Person) -> None:
    person = stuck
    person.go("/ladders")
    assert person.sees("1 known, 1 at work")
    person.tab_to("Step ")
    while "With tongs: Two large soft balls" not in person.focused():
        person.press(Keys.ARROW_RIGHT if "Hand, spoon" in _string(person) else Keys.ARROW_DOWN)
    assert "at work, stuck, 2 notches above the step below" in person.focused()
    person.wait_to_see("Ilse is stuck here.")
    person.wait_to_see("A step between, from your cupboard")
    assert person.violations() == []
    person.tab_to("Make this step between")
    person.press(Keys.ENTER)
    person.find("heading", "With ")
    person.tab_to("Keep this tray")
    person.press(Keys.ENTER)
    person.until(lambda: "/cupboard" in person.driver.current_url, "the tray to be kept")
    person.go("/ladders?step=tongs:1")
    person.find("button", "Show it today")
    person.tab_to("Show it today: With")
    person.press(Keys.ENTER)
    person.wait_to_see("On Today, to be shown")
    person.go("/today")
    person.wait_to_see("(a step between)")
    assert person.complaints() == []
    assert person.asked_elsewhere() == []


def _string(person: Person) -> str:
    """The name of the string whose hole has the focus."""
    group = "return document.activeElement.closest('[role=group]')?.getAttribute('aria-label') ?? ''"
    return str(person.driver.execute_script(group))


def test_then_and_now_ties_filters_and_paper(at_demo: Person) -> None:
    person = at_demo
    person.go("/ladders?child=1&step=pour-water:2")
    person.wait_to_see("a next step on")
    person.choose("Area", "mathematics")
    person.wait_until_gone("Pouring\n")
    person.choose("Show", "only what stands out")
    person.wait_to_see("Rods and numerals")
    person.choose("Area", "every area")
    person.choose("Show", "everything")
    slider = person.driver.find_element("css selector", "[role=slider]")
    slider.send_keys(Keys.HOME)
    person.wait_to_see("and what changed since")
    assert person.sees("Pouring water: into a cup, to a line: new.")
    slider.send_keys(Keys.END)
    person.wait_until_gone("and what changed since")
    person.tap("button", "Tie or untie steps")
    waits = "Wait for another card"
    person.until(lambda: "Folding a cloth" in person.choices(waits), "the cards to choose from")
    person.choose(waits, "Folding a cloth")
    person.tap("button", "Tie them")
    person.find("button", "Untie Folding a cloth")
    person.tap("button", "Show what waits for another ladder")
    lines = "return document.querySelectorAll('svg[aria-hidden] > path[stroke-linecap=round]').length"
    person.until(lambda: person.driver.execute_script(lines) > 0, "ties to be drawn")
    person.tap("button", "Take this instead next time")
    person.wait_to_see("it comes before every other.")
    person.tap("button", "Take it back")
    person.find("button", "Take this instead next time")
    person.tap("tick", "Print the ladder")
    printed = person.driver.execute_cdp_cmd("Page.printToPDF", {"paperWidth": 8.27, "paperHeight": 11.69})
    text = " ".join(PdfReader(io.BytesIO(base64.b64decode(printed["data"]))).pages[0].extract_text().split())
    assert "Pouring something coarse: Jug to bowl" in text
    assert "Wren" not in text, "on paper for all, names are marks only"
    assert "done with it" not in text, "the margin stays on the screen"
    assert person.complaints() == []


def test_on_a_phone_a_step_stands_over_the_page_and_an_empty_house_is_told_what_to_do(at_demo: Person) -> None:
    person = at_demo
    resize(person.driver, 390, 844)
    person.go("/ladders?child=3")
    person.tap("button", "Step 2 of 12, ")
    person.wait_to_see("Gone and back · step 2 of")
    assert person.violations() == []
    person.tap("button", "Close")
    assert "step=" not in person.driver.current_url
    wide = "return document.documentElement.scrollWidth"
    assert person.driver.execute_script(wide) <= 390
