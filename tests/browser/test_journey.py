"""From an empty house to a reasoned answer: the whole first day, in the real interface."""

from __future__ import annotations

from collections.abc import Callable
from datetime import timedelta
from pathlib import Path

import pytest
from selenium.webdriver.common.keys import Keys

from tests.browser.driver import Person
from tests.browser.pages.shelf import ShelfPage
from tests.browser.pages.watch import WatchPage
from tests.browser.pages.welcome import WelcomePage
from tests.builders import TODAY, born_months_ago
from zither_awl.formats import samples
from zither_awl.services.clock import SetClock

NAMES = ["Ilse", "Tove"]
MOST_MINUTES = 10.0
SHELF = 1


@pytest.fixture
def files(tmp_path: Path) -> dict[str, Path]:
    """The two sample files as they are downloaded."""
    kept = {"trays": samples.trays_csv(NAMES), "episodes": samples.episodes_csv(TODAY, NAMES)}
    for name, text in kept.items():
        (tmp_path / f"{name}.csv").write_text("\ufeff" + text, encoding="utf-8")
    return {name: tmp_path / f"{name}.csv" for name in kept}


def welcome(person: Person, files: dict[str, Path]) -> None:
    """Steps 1 to 3: the house, two children, a shelf, the cupboard from a file."""
    person.go("/")
    person.find("heading", "Who is looking?")
    page = WelcomePage(person)
    page.begin("Bram", house="Garden Flat")
    page.child("Ilse", born_months_ago(48))
    person.tap("button", "Another child")
    page.child("Tove", born_months_ago(13), ("choice", "pulls up"), ("tick", "Still puts things in the mouth"))
    person.tap("button", "Go on")
    person.tap("button", "Skip this step")
    page.place("Low shelf", "wide, three boards")
    person.go("/cupboard?part=files")
    person.give_file("Trays from a file", files["trays"])
    person.wait_to_see("14 rows to take")
    person.tap("button", "Take 14 rows")
    person.wait_until_gone("14 rows to take")


def set_out(person: Person, shelf: ShelfPage) -> None:
    """Step 4: trays on the shelf, a hazard found, its cure, undo and redo."""
    person.tap("link", "Shelf")
    person.find("heading", "Low shelf")
    shelf.drag("Folding cloths", (SHELF, 1, 0))
    shelf.drag("Spooning large shells", (SHELF, 1, 1))
    shelf.drag("Wool to its colour", (SHELF, 0, 0))
    shelf.drag("Spooning chickpeas", (SHELF, 0, 3))
    person.tap("button", "Spooning chickpeas")
    person.wait_to_see("Tove can reach this: a 9 mm piece drops into the small-parts cylinder.")
    person.wait_to_see("limit 36")
    person.wait_to_see("16 CFR 1501.4")
    person.tap("button", "A gate before the low shelf, for Tove")
    person.wait_until_gone("Tove can reach this")
    person.tap("button", "Undo: A gate before the low shelf")
    person.wait_to_see("Tove can reach this")
    person.tap("button", "Keep it away")
    person.wait_until_gone("Tove can reach this")
    person.tap("button", "Undo: Spooning chickpeas kept away")
    person.wait_to_see("Tove can reach this")
    person.tap("button", "Redo: Spooning chickpeas kept away")
    person.wait_until_gone("Tove can reach this")
    person.tap("button", "Let it rest")
    person.until(lambda: shelf.standing(SHELF, 0, 3) == [], "the chickpeas to rest")


def watch_a_morning(person: Person, watch: WatchPage, clock: SetClock) -> None:
    """Step 5: a morning from its beginning to its end, with everything that can happen in it."""
    person.tap("link", "Watch")
    watch.begin()
    watch.takes("Ilse", "Wool to its colour")
    clock.move_on(timedelta(minutes=4))
    watch.tap("Ilse", "Repetition")
    person.until(lambda: watch.rounds("Ilse") == 1, "one round")
    watch.tap("Ilse", "Interrupted")
    watch.tap("Ilse", "noise")
    person.wait_to_see("interrupted")
    watch.tap("Ilse", "Returned")
    person.wait_to_see("unbroken since")
    watch.tap("Ilse", "Helped")
    watch.tap("Ilse", "prompted")
    watch.tap("Ilse", "Note")
    person.type("Note", "Held each ball to the light.", watch.lane("Ilse"))
    watch.tap("Ilse", "Write it down")
    watch.tap("Ilse", "Ended another way")
    person.tap("choice", "done, mended by the child")
    person.tap("choice", "left out")
    person.tap("button", "Write it down", "[role=dialog]")
    person.find("button", "Spooning large shells", watch.lane("Ilse"))


def one_finished_piece(person: Person, watch: WatchPage, clock: SetClock) -> int:
    """A piece of work from beginning to end, with one round: how many taps it took."""
    before = person.taps
    watch.takes("Ilse", "Spooning large shells")
    clock.move_on(timedelta(minutes=6))
    watch.tap("Ilse", "Repetition")
    person.until(lambda: watch.rounds("Ilse") == 1, "one round")
    watch.tap("Ilse", "Done, put back")
    person.find("button", "Spooning large shells", watch.lane("Ilse"))
    return person.taps - before


def show_and_end(person: Person, watch: WatchPage) -> None:
    """ "I showed this" in two taps, and the end of the morning."""
    before = person.taps
    watch.tap("Ilse", "I showed")
    watch.tap("Ilse", "Wool to its colour")
    person.wait_to_see("Written down: Wool to its colour shown to Ilse")
    assert person.taps - before == 2
    person.tap("button", "End the work cycle")
    person.tap("button", "All seen")
    person.wait_to_see("the work cycle ended")


def past_weeks(person: Person, files: dict[str, Path]) -> None:
    """Three weeks from the second sample file."""
    person.tap("link", "Cupboard")
    person.tap("button", "Files")
    person.give_file("Past work from a file", files["episodes"])
    person.wait_to_see("71 rows to take")
    person.tap("button", "Take 71 rows")
    person.wait_to_see("71 rows taken")


def judge_and_change(person: Person) -> None:
    """Steps 6 and 7: the three judgements, and the change with its evidence."""
    person.tap("link", "Children")
    person.tap("button", "Folding cloths")
    person.wait_to_see("mastered")
    person.wait_to_see("chosen less often")
    person.tap("link", "Weeks")
    person.wait_to_see("Folding napkins in four")
    person.wait_to_see("Mastered, and Ilse is done with it")
    person.tap("button", "How this is reckoned", "article")
    person.wait_to_see("pieces of work it rests on")
    person.choose("Why not this one?", "Spooning chickpeas")
    person.wait_to_see("Spooning large shells is out: the two are forms of one thing and take turns.")
    person.tap("button", "Accept")
    person.wait_to_see("The last change was 0 work cycles ago")


def today(person: Person) -> None:
    """Step 8: tomorrow's set-up list, ticked off."""
    person.tap("link", "Today")
    person.wait_to_see("Pull Folding napkins in four from Bin 1")
    person.wait_to_see("Rest Folding cloths in Bin 1")
    person.tap("tick", "Rest Folding cloths")
    person.until(lambda: person.find("tick", "Rest Folding cloths").get_attribute("aria-checked") == "true", "the tick")


def test_the_first_day(
    at_empty: Person, files: dict[str, Path], clock: SetClock, capsys: pytest.CaptureFixture[str]
) -> None:
    person, shelf, watch = at_empty, ShelfPage(at_empty), WatchPage(at_empty)
    welcome(person, files)
    set_out(person, shelf)
    watch_a_morning(person, watch, clock)
    taps = one_finished_piece(person, watch, clock)
    show_and_end(person, watch)
    past_weeks(person, files)
    judge_and_change(person)
    today(person)
    minutes = person.estimate_min()
    with capsys.disabled():
        print(
            f"\nThe first day: {person.taps} taps, {person.keystrokes} keystrokes, about {minutes:.1f} min "
            f"by the keystroke-level model; one finished piece of work: {taps} taps."
        )
    assert taps <= 3
    assert minutes <= MOST_MINUTES
    assert person.complaints() == []
    assert person.asked_elsewhere() == []


def test_the_same_by_the_keyboard_alone(at_demo: Person) -> None:
    """A tray chosen, carried, put back by escape, carried again and put down; a finding cured; a change accepted."""
    person, shelf = at_demo, ShelfPage(at_demo)
    person.tab_to("Shelf")
    person.press(Keys.ENTER)
    person.find("heading", "Window shelf")
    person.tab_to("top board, first of four: Spooning chickpeas")
    person.press(Keys.ENTER)
    person.wait_to_see("a 9 mm piece drops into the small-parts cylinder")
    person.press(Keys.SPACE)
    person.until(lambda: "over window shelf, board 1" in shelf.spoken(), "to hear that it is in hand")
    person.press(Keys.ARROW_DOWN)
    person.until(lambda: "over window shelf, board 2" in shelf.spoken(), "to hear where it is")
    person.press(Keys.ESCAPE)
    person.until(lambda: "stays where it was" in shelf.spoken(), "to hear that it stays")
    assert shelf.standing(1, 0, 0) == ["Spooning chickpeas"]
    person.tab_to("second board, fourth of four: Drum and sticks")
    person.press(Keys.SPACE)
    person.until(lambda: "Drum and sticks over window shelf, board 2" in shelf.spoken(), "the drum in hand")
    person.press(Keys.ARROW_DOWN)
    person.until(lambda: "board 3 from the top, place 4" in shelf.spoken(), "the drum over the free place")
    person.press(Keys.SPACE)
    shelf.wait_for("Drum and sticks", (1, 2, 3))
    person.go("/shelf?tray=2")
    person.tab_to("Keep it away")
    person.press(Keys.ENTER)
    person.wait_until_gone("Wren can reach this")
    person.go("/weeks")
    person.tab_to("Accept")
    person.press(Keys.ENTER)
    person.wait_to_see("Nothing should change yet")
    assert person.taps == 0


def test_watch_by_single_keys_which_can_be_switched_off(at_demo: Person, clock: SetClock) -> None:
    person, watch = at_demo, WatchPage(at_demo)
    person.go("/watch")
    person.tab_to("Begin the work cycle")
    person.press(Keys.ENTER)
    person.find("button", "End the work cycle")
    person.driver.execute_script("document.activeElement.blur()")
    person.press("2")
    person.find("button", "Repetition", watch.lane("Anselm"))
    person.driver.execute_script("document.querySelector('[data-lane=\"1\"]').focus()")
    person.press(Keys.SPACE)
    person.until(lambda: watch.rounds("Anselm") == 1, "a round by the space bar")
    clock.move_on(timedelta(minutes=3))
    person.driver.execute_script("document.activeElement.blur()")
    person.press("p")
    person.wait_to_see("Anselm takes")
    person.tap("tick", "Single keys")
    person.driver.execute_script("document.activeElement.blur()")
    person.press("2")
    assert "Repetition" not in watch.text("Anselm")


def test_a_newcomer_at_the_tablet(
    serve: Callable[..., str], visit: Callable[..., Person], empty_file: Path, files: dict[str, Path]
) -> None:
    """The welcome on an upright tablet, and back to where it was left after a reload."""
    person = visit(serve(empty_file), 800, 1280)
    welcome(person, files)
    person.go("/welcome?step=places")
    person.find("button", "The main one")
    assert person.violations() == []
