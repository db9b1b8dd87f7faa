"""The morning around the work: states, things passed on, what is missing; the evening, lessons, routines, showings."""

from __future__ import annotations

import base64
import io
from datetime import timedelta

import pytest
from pypdf import PdfReader

from tests.browser.driver import Person, resize
from tests.browser.pages.watch import WatchPage
from tests.browser.test_views import look_at
from zither_awl.services.clock import SetClock

SMALL = """
return [...document.querySelectorAll('main button:not([role=checkbox], [role=switch]), main input:not([aria-hidden])')]
  .filter((each) => each.checkVisibility())
  .map((each) => [each.textContent.trim().slice(0, 30), each.getBoundingClientRect()])
  .filter(([, box]) => box.height < 48 || box.width < 48).map(([name, box]) => `${name}: ${box.width} x ${box.height}`)
"""


@pytest.fixture
def watching(at_demo: Person) -> WatchPage:
    """A morning begun at the demo household, on an upright tablet."""
    resize(at_demo.driver, 800, 1280)
    at_demo.go("/watch")
    watch = WatchPage(at_demo)
    watch.begin()
    return watch


def test_a_finished_piece_of_work_is_three_taps_and_a_round_is_one(watching: WatchPage) -> None:
    taps = watching.person.taps
    watching.takes("Anselm", "Blocks")
    assert watching.person.taps - taps == 1
    watching.tap("Anselm", "Repetition")
    watching.tap("Anselm", "Done, put back")
    assert watching.person.taps - taps == 3
    watching.person.wait_to_see("Anselm takes")


def test_every_target_in_the_lanes_is_at_least_48_px(watching: WatchPage) -> None:
    watching.takes("Anselm", "Blocks")
    own = ':is(section[aria-label="Anselm"], section[aria-label="Wren"]) '
    lanes = SMALL.replace("main ", own)
    assert watching.person.driver.execute_script(lanes) == []
    for opens in ("Interrupted", "Helped", "A part", "Concentration", "Note", "I showed", "Takes another"):
        watching.tap("Anselm", opens)
        assert watching.person.driver.execute_script(lanes) == [], opens
        assert watching.person.violations() == [], opens


def test_side_by_side_passed_on_and_off_the_shelf(watching: WatchPage) -> None:
    person = watching.person
    watching.takes("Anselm", "Blocks")
    watching.tap("Wren", "Blocks")
    person.wait_to_see("Anselm is at it.")
    watching.tap("Wren", "Side by side")
    person.until(lambda: "beside" in watching.text("Wren"), "that they work side by side")
    watching.tap("Wren", "Done, put back")
    person.wait_to_see("Wren takes")
    watching.tap("Wren", "Blocks")
    watching.tap("Wren", "Anselm passed it on")
    person.wait_to_see("Anselm takes")
    watching.tap("Anselm", "garden")
    person.until(lambda: "garden" in watching.text("Anselm"), "the garden")
    watching.tap("Tove", "with an adult")
    person.until(lambda: "with an adult since" in watching.text("Tove"), "the state")
    watching.tap("Tove", "Something else")
    person.type("What Tove is at", "dressing a doll", watching.lane("Tove"))
    watching.tap("Tove", "Takes it up")
    person.until(lambda: "dressing a doll" in watching.text("Tove"), "what she is at")
    assert "Tove: dressing a doll" in watching.strings()
    assert "with an adult from" in watching.strings()
    watching.all_sent()
    person.go("/work?child=1")
    person.wait_to_see("left out")


def test_parts_mended_and_a_phrase_of_the_house(watching: WatchPage) -> None:
    person = watching.person
    watching.all_sent()
    person.go("/evening")
    person.type("Another phrase", "Asked for it by name.")
    person.tap("button", "Add", "section[aria-label='Phrases']")
    person.find("button", "Take away Asked for it by name.")
    person.go("/watch")
    watching.takes("Wren", "Blocks")
    watching.tap("Wren", "Self-corrected")
    watching.tap("Wren", "A part")
    person.type("Another part", "the tall tower", watching.lane("Wren"))
    watching.tap("Wren", "not yet")
    person.until(lambda: "the tall tower" in watching.text("Wren"), "the part")
    watching.tap("Wren", "Close")
    watching.tap("Wren", "Note")
    taps = person.taps
    watching.tap("Wren", "Asked for it by name.")
    assert person.taps - taps == 1
    watching.tap("Wren", "Done, put back")
    watching.all_sent()
    person.go("/work?child=2")
    person.wait_to_see("Asked for it by name.")
    person.wait_to_see("mended")
    person.tap("button", "Its events", "article")
    person.wait_to_see("the tall tower: not yet")
    person.tap("button", "Take back the tall tower: not yet", "article")
    person.wait_until_gone("the tall tower: not yet")


def test_what_was_missing_is_a_line_on_today_until_it_is_complete(watching: WatchPage, clock: SetClock) -> None:
    person = watching.person
    watching.takes("Anselm", "Turning three bolts")
    watching.tap("Anselm", "Interrupted")
    watching.tap("Anselm", "material missing")
    watching.all_sent()
    clock.move_on(timedelta(minutes=5))
    person.go("/today")
    person.wait_to_see("Something was missing, and the work broke off.")
    assert person.violations() == []
    person.tap("button", "It is complete")
    person.wait_until_gone("Something was missing")


def test_the_whole_morning_is_told_in_one_screen_in_under_two_minutes(at_demo: Person, clock: SetClock) -> None:
    """By the keystroke-level model (Card, Moran, Newell 1983, from memory): ten pieces of three children."""
    person = at_demo
    clock.move_on(timedelta(hours=5))
    person.go("/evening")
    taps, keys = person.taps, person.keystrokes
    told = {
        "Anselm": ("Blocks", "Turning three bolts", "Drum and sticks", "garden"),
        "Wren": ("Wool to its colour", "Blocks", "Four cylinders"),
        "Tove": ("Shells in a tin", "Cloth books", "Ball into the box"),
    }
    for child, trays in told.items():
        for name in trays:
            person.tap("button", name, f"section[aria-label='{child}']")
    person.tap("button", "+ 5 min, Turning three bolts")
    person.choose("Four cylinders ended", "not finished")
    assert person.violations() == []
    person.tap("button", "Write it all down")
    person.wait_to_see("partly seen")
    person.wait_to_see("Monday 16 March")
    person.taps, person.keystrokes = person.taps - taps, person.keystrokes - keys
    print(f"told in {person.taps} taps, {person.keystrokes} keys: about {person.estimate_min():.1f} min")
    assert person.estimate_min() < 2
    person.go("/work?child=2")
    person.wait_to_see("not finished")


def test_a_lesson_is_led_turn_by_turn_with_one_tap_an_answer(at_demo: Person) -> None:
    person = at_demo
    person.go("/words?child=2")
    person.tap("link", "Begin with Three colours")
    for word in ("red", "blue", "yellow"):
        _wait_for_word(person, word)
        person.tap("button", "I named it")
    person.wait_to_see("Show me")
    person.tap("button", "Take back the last answer")
    _wait_for_word(person, "yellow")
    person.tap("button", "I named it")
    person.wait_to_see("Show me")
    first = _now(person)
    taps = person.taps
    person.tap("button", "Showed it")
    person.until(lambda: _now(person) != first, "another word")
    person.tap("button", "showed red")
    assert person.taps - taps == 2
    person.wait_to_see("Mix-ups")
    assert person.violations() == []
    person.tap("button", "neither")
    person.wait_to_see("Two went astray: stop here")
    person.tap("button", "Go on all the same")
    person.tap("button", "Show me", "[aria-label=red]")
    person.tap("button", "Showed it")
    person.wait_to_see("Show me")


def _wait_for_word(person: Person, word: str) -> None:
    person.until(lambda: word in _now(person), f"{word} to be asked")


def _now(person: Person) -> str:
    return person.driver.find_element("css selector", "section[aria-label='Now'] [aria-live]").text


def test_quantities_go_rung_by_rung(at_demo: Person) -> None:
    person = at_demo
    person.go("/lesson?child=1&set=quantities-five")
    person.wait_to_see("count along")
    person.tap("button", "Did it")
    person.find("button", "1, count along: 1 of 1")
    person.tap("button", "3, how many: 0 of 0")
    person.tap("button", "Not yet")
    person.find("button", "3, how many: 0 of 1")


def test_a_set_of_ones_own(at_demo: Person) -> None:
    person = at_demo
    person.go("/words?child=2")
    person.tap("button", "A set of your own")
    person.type("Name", "In the bath", "form")
    person.type("Words, one a line", "tap = grifo\nsoap")
    assert person.violations() == []
    person.tap("button", "Keep the set")
    person.wait_to_see("tap · grifo, soap")


def test_a_tray_is_shown_by_its_script_and_the_outcome_is_the_second_tap(at_demo: Person) -> None:
    person = at_demo
    person.go("/today")
    taps = person.taps
    person.tap("link", "Script")
    person.wait_to_see("Watch me, then it is your turn.")
    shown = person.driver.find_element("tag name", "h1").text
    person.tap("button", f"{shown.split('for ')[1]} worked with it")
    assert person.taps - taps == 2
    person.wait_to_see("Written down:")
    person.wait_to_see("Shown before")
    person.tap("choice", "Together")
    person.wait_to_see("Shall we do it together?")
    person.type("On", "2026-03-17", "section[aria-label='Plan it']")
    person.tap("button", "Plan", "section[aria-label='Plan it']")
    person.wait_to_see("Planned for 17 March 2026.")
    person.tap("button", "Leave it")
    person.wait_until_gone("Planned for")


def test_one_morning_by_keyboard_alone(at_demo: Person) -> None:
    person = at_demo
    person.go("/watch")
    person.tab_to("Begin the work cycle")
    person.press("\ue007")
    person.find("button", "End the work cycle")
    person.driver.execute_script("document.activeElement.blur()")
    person.driver.execute_script("document.querySelector('[data-lane]').focus()")
    person.press("2")
    watch = WatchPage(person)
    person.find("button", "Repetition", watch.lane("Anselm"))
    person.driver.execute_script("document.querySelector('[data-lane]').focus()")
    person.press(" ", "m", "i")
    person.find("button", "noise", watch.lane("Anselm"))
    person.tab_to("noise")
    person.press("\ue007")
    person.find("button", "Returned", watch.lane("Anselm"))
    person.driver.execute_script("document.querySelector('[data-lane]').focus()")
    person.press("i", "p")
    person.wait_to_see("Anselm takes")
    watch.all_sent()
    person.go("/work?child=1")
    person.wait_to_see("interrupted by noise")


def test_a_morning_prints_for_the_fridge_without_buttons(at_demo: Person) -> None:
    look_at(at_demo, "/cycle")
    made = at_demo.driver.execute_cdp_cmd("Page.printToPDF", {"paperWidth": 8.27, "paperHeight": 11.69})
    pages = PdfReader(io.BytesIO(base64.b64decode(made["data"]))).pages
    text = "".join(p.extract_text() for p in pages)
    assert "unbroken stretch" in text
    assert "Save as CSV" not in text
    assert len(pages) <= 2
