"""The home's real work in the browser: a routine with timers, piles and what it hangs on, the snack table, a set asked
once through, a talk and its lesson; and a co-op's work cycle of sixteen."""

from __future__ import annotations

import shutil
from collections.abc import Callable
from datetime import timedelta
from pathlib import Path

import pytest

from tests.browser.conftest import Serve
from tests.browser.driver import Person, resize
from tests.browser.pages.watch import WatchPage
from tests.builders import born_months_ago
from tests.coop import come_on, make_coop
from zither_awl.core.values import Child, Mobility
from zither_awl.services import people
from zither_awl.services.clock import SetClock
from zither_awl.services.desk import Desk
from zither_awl.store import open_engine

PHONE = (390, 844)


def timers(person: Person) -> int:
    return len(person.driver.find_elements("css selector", "[aria-label=Timers] [role=timer]"))


def test_laundry_with_two_timers_that_outlive_a_reload_piles_and_what_it_hangs_on(
    at_demo: Person, clock: SetClock
) -> None:
    person = at_demo
    person.go("/routines")
    person.tap("button", "Begin Laundry")
    person.tap("button", "comes", "[aria-label='Anselm was invited']")
    person.tap("button", "rather not", "[aria-label='Tove was invited']")
    person.tap("tick", "Sort: light here", "[aria-label='Laundry, under way']")
    person.wait_to_see("Anselm, 9:00")
    person.tap("button", "not today", "[aria-label='Whether it is hung up']")
    person.wait_until_gone("Hang them on the low line")
    person.tap("button", "Anselm", "[aria-label='Piles: Make a pile for each of us']")
    person.tap("button", "Odile", "[aria-label='Piles: Make a pile for each of us']")
    person.tap("button", "Start 60 min")
    person.tap("button", "Start 30 min")
    person.until(lambda: timers(person) == 2, "both timers")
    assert person.sees("rings only while this page is open and awake")
    assert person.violations() == []
    clock.move_on(timedelta(minutes=32))
    person.go("/routines")
    person.wait_to_see("done, rang 2 minutes late")
    person.until(lambda: timers(person) == 1, "one timer")
    pressed = "[aria-label='Piles: Make a pile for each of us'] [aria-pressed=true]"
    assert len(person.driver.find_elements("css selector", pressed)) == 2
    assert not person.sees("Hang them on the low line")
    person.tap("button", "Put away the timer Laundry: press start")
    person.wait_until_gone("rang 2 minutes late")
    person.tap("button", "It is done")
    person.wait_to_see("Anselm came, Tove would rather not")


def test_a_routine_is_written_anew_and_printed_for_the_child_and_the_wall(at_demo: Person) -> None:
    person = at_demo
    person.go("/routines")
    person.tap("button", "Change Laying the table")
    form = "form[aria-label='Change Laying the table']"
    person.type("Step 1", "Wash hands, warm", form)
    person.type("Timer", "300", form)
    person.tap("tick", "Monday", form)
    assert person.violations() == []
    person.tap("button", "Keep the routine", form)
    person.wait_to_see("step 1: timer is 300")
    person.type("Timer", "2", form)
    person.tap("button", "Keep the routine", form)
    person.wait_to_see("written anew")
    person.go("/today")
    person.wait_to_see("Laying the table comes round")
    person.go("/paper?kind=routine&key=table")
    person.wait_to_see("2 pages, A4")
    person.tap("choice", "a strip for the wall")
    person.wait_to_see("1 page, A4, landscape")
    assert person.violations() == []
    person.go("/routines")
    person.tap("button", "Change Laying the table")
    person.tap("button", "As it ships again", form)
    person.wait_until_gone("written anew; ")
    person.tap("button", "One of your own")
    person.type("Name", "Porridge", "form")
    person.type("Step 1", "Stir", "form")
    person.tap("button", "Keep the routine", "form")
    person.find("button", "Begin Porridge")


@pytest.mark.parametrize("size", [(1280, 800), PHONE])
def test_the_snack_table_is_set_poured_at_refilled_and_grows(
    serve: Serve, visit: Callable[..., Person], demo_file: Path, clock: SetClock, tmp_path: Path, size: tuple[int, int]
) -> None:
    folder = tmp_path / "data"
    folder.mkdir()
    shutil.copy(demo_file, folder / "zither-awl.db")
    desk = Desk(open_engine(folder / "zither-awl.db"), clock)
    people.change_household(desk, "a fresh table", None, practice={"snack_pouring_days": 6, "snack_refill": "once"})
    desk.close()
    person: Person = visit(serve(None, folder), *size)
    for day in range(3):
        person.go("/table")
        if day == 0:
            person.wait_to_see("Water alone")
            person.choose("Set by", "Wren")
            person.tap("button", "Set the water")
        person.tap("button", "well", "[aria-label='Wren poured']")
        person.wait_to_see("Wren 9:00: well")
        clock.move_on(timedelta(days=1))
    person.go("/table")
    person.wait_to_see("One dry food")
    person.choose("Food", "crackers")
    person.tap("button", "Set out")
    person.wait_to_see("Crackers, whole")
    person.tap("button", "It is empty")
    person.tap("button", "Filled again")
    person.wait_to_see("Filled again 1 time")
    person.tap("button", "looked", "[aria-label='Wren and crackers']")
    person.tap("button", "It is empty")
    person.wait_to_see("It is not filled again today")
    assert person.violations() == []
    assert person.driver.execute_script("return document.documentElement.scrollWidth <= innerWidth")


def test_a_food_that_is_not_for_somebody_says_so_before_it_is_set(at_demo: Person) -> None:
    person = at_demo
    person.go("/table")
    person.choose("Food", "grape")
    person.choose("Cut", "whole")
    person.wait_to_see("in quarters, lengthwise, under five")
    person.find("button", "Set it all the same: not for them")
    person.choose("Cut", "in quarters")
    person.wait_until_gone("in quarters, lengthwise, under five")
    person.type("or another one", "grandmother’s surprise")
    person.wait_to_see("Not known here: is it round, hard, sticky, or a nut?")
    assert person.violations() == []


def test_a_set_of_ten_is_asked_once_through(at_demo: Person) -> None:
    person = at_demo
    person.go("/lesson?child=1&set=clothes&ask=all")
    taps = person.taps
    for n in range(10):
        person.wait_to_see(f"{10 - n} word{'s' if n < 9 else ''} left")
        person.tap("button", "Not yet" if n in (3, 7) else "Knows it")
    person.wait_to_see("Each was asked once")
    assert person.taps - taps == 10, "at most two taps a word"
    assert person.sees("Knows 8:")
    assert person.violations() == []
    person.go("/words?child=1")
    person.wait_to_see("8 of 10 known")
    assert not person.sees("slipped")


def test_a_lesson_goes_on_when_more_is_wanted(at_demo: Person) -> None:
    person = at_demo
    person.go("/lesson?child=3&set=farm-animals")
    for _ in ("cow", "pig"):
        person.tap("button", "I named it")

    def over() -> bool:
        if person.sees("All of them. End on that.") or person.sees("That was long enough"):
            return True
        main = "section[aria-label=Now] > button, section[aria-label=Now] > div > button"
        shown = [b for b in person.driver.find_elements("css selector", main) if b.is_displayed() and b.is_enabled()]
        # The lesson may have ended between the two questions.
        if shown and not shown[0].text.startswith("More is wanted"):
            shown[0].click()
        return False

    person.until(over, "the lesson to be over")
    person.tap("button", "More is wanted: hen, horse")
    person.wait_to_see("hen · gallina")


def test_a_talk_with_five_children_and_its_lesson_the_day_after(
    serve: Serve, visit: Callable[..., Person], demo_file: Path, clock: SetClock, tmp_path: Path
) -> None:
    folder = tmp_path / "data"
    folder.mkdir()
    shutil.copy(demo_file, folder / "zither-awl.db")
    desk = Desk(open_engine(folder / "zither-awl.db"), clock)
    for name, months in (("Bodil", 40), ("Caspar", 52)):
        people.save_child(
            desk, Child(id=0, name=name, pattern="cross", born=born_months_ago(months), mobility=Mobility.WALKS), None
        )
    desk.close()
    person: Person = visit(serve(None, folder))
    person.go("/talks")
    person.tap("button", "Begin A talk about animals")
    said = (
        ("Anselm", "cow, its name"),
        ("Wren", "pig, its voice"),
        ("Tove", "hen, its name"),
        ("Bodil", "horse, legs"),
        ("Caspar", "sheep, its coat"),
    )
    for name, cell in said:
        person.tap("button", name, "[aria-label='Who speaks']")
        person.tap("button", cell)
    person.tap("button", "you fill the gap", "[aria-label='Who speaks']")
    person.tap("button", "horse, its name")
    assert person.violations() == []
    person.tap("button", "It is over")
    person.wait_to_see("filled in by you: horse, its name")
    person.find("link", "5 words in three periods for Bodil")
    assert not person.sees("Animals of the farm for Bodil")
    clock.move_on(timedelta(days=1))
    person.go("/today")
    person.wait_to_see("Animals of the farm")
    person.tap("link", "Animals of the farm for Bodil")
    person.wait_to_see("with Bodil")
    person.find("button", "I named it")


def test_shown_to_several_at_once_a_tap_each(at_demo: Person, clock: SetClock) -> None:
    person = at_demo
    person.go("/today")
    person.tap("link", "Script")
    person.tap("button", "Shown to several at once")
    rows = person.driver.find_elements("css selector", "[aria-label^='How '][aria-label$=' met it']")
    names = [(row.get_attribute("aria-label") or "").split()[1] for row in rows]
    assert len(names) >= 2
    person.tap("button", "worked with it", f"[aria-label='How {names[0]} met it']")
    person.tap("button", "careful", f"[aria-label='How {names[0]} went about it']")
    person.tap("button", "watched", f"[aria-label='How {names[1]} met it']")
    assert person.violations() == []
    person.tap("button", "Write it down")
    person.wait_to_see(f"{names[0]} worked with it, {names[1]} watched")
    person.wait_to_see("worked with it, careful")


@pytest.fixture
def coop(serve: Serve, visit: Callable[..., Person], demo_file: Path, clock: SetClock, tmp_path: Path) -> Person:
    """A person before the co-op of sixteen, one of whom comes on Tuesdays only."""
    folder = tmp_path / "data"
    folder.mkdir()
    shutil.copy(demo_file, folder / "zither-awl.db")
    desk = Desk(open_engine(folder / "zither-awl.db"), clock)
    ids = make_coop(desk)
    come_on(desk, ids["Nils"], (1,))
    desk.close()
    person: Person = visit(serve(None, folder))
    return person


SCREENS = "return document.documentElement.scrollHeight / innerHeight"


@pytest.mark.parametrize("size", [(1280, 800), (800, 1280)])
def test_a_work_cycle_of_sixteen(coop: Person, size: tuple[int, int]) -> None:
    person = coop
    resize(person.driver, *size)
    person.go("/watch")
    person.find("button", "Alder 6 of 6")
    person.find("button", "Cedar 4 of 5")
    person.tap("button", "Alder", "[aria-label='Whole groups']")
    person.tap("button", "Alder", "[aria-label='Whole groups']")
    watch = WatchPage(person)
    watch.begin()
    person.tap("button", "Nils", "[aria-label='Came later']")
    rows = "[aria-label='Everybody here'] > li > button[aria-expanded]"
    person.until(lambda: len(person.driver.find_elements("css selector", rows)) == 16, "sixteen lines")
    assert person.driver.execute_script(SCREENS) <= 2.5
    assert person.violations() == []
    for name in ("Bodil", "Caspar", "Dita"):
        person.tap("button", name, "[aria-label='Everybody here']")
        watch.takes(name, "Blocks") if name == "Bodil" else person.tap("button", "kitchen", watch.lane(name))
        person.find("button", "Repetition", watch.lane(name))
        assert person.driver.execute_script(SCREENS) <= 2.5, "with one lane open as well"
    assert person.violations() == []
    for name in ("Bodil", "Caspar", "Dita"):
        person.tap("button", f"Done, put back: {name}", "[aria-label='Everybody here']")
    watch.all_sent()
    person.tap("choice", "Birch")
    person.until(lambda: len(person.driver.find_elements("css selector", rows)) == 5, "one group only")
    person.tap("button", "Show the strings")
    assert "Gero: nothing yet" in watch.strings()


def test_a_piece_of_work_among_sixteen_by_keyboard_alone(coop: Person) -> None:
    person = coop
    person.go("/watch")
    person.tab_to("Begin the work cycle")
    person.press("\ue007")
    person.find("button", "End the work cycle")
    person.tab_to("Fenna")
    person.press("\ue007")
    lane = WatchPage(person).lane("Fenna")
    person.find("button", "kitchen", lane)
    person.driver.execute_script("document.activeElement.blur()")
    person.tab_to("kitchen")
    person.press("\ue007")
    person.find("button", "Repetition", lane)
    person.tab_to("Done, put back")
    person.press("\ue007")
    person.find("button", "kitchen", lane)


def test_the_lines_of_sixteen_are_in_the_language_of_who_reads_them(coop: Person) -> None:
    person = coop
    person.go("/watch")
    watch = WatchPage(person)
    watch.begin()
    person.go("/house")
    person.choose("Who is looking", "Odile")
    person.choose("Odile reads", "Español")
    person.find("heading", "Casa")
    person.go("/watch")
    person.tap("button", "Fenna libre", "[aria-label='Todos aquí']")
    person.tap("button", "mirando", watch.lane("Fenna"))
    person.find("button", "Fenna mirando", "[aria-label='Todos aquí']")
    person.wait_to_see("mirando desde las")
    assert not {"free", "watching"} & set(person.driver.find_element("tag name", "main").text.split())


def test_today_for_one_group_names_no_other_child(coop: Person) -> None:
    person = coop
    person.go("/today")
    person.wait_to_see("Anselm")
    person.tap("choice", "Cedar")
    person.until(lambda: "group=" in person.driver.current_url, "the address")
    person.wait_until_gone("to Anselm")
    text = person.driver.find_element("css selector", "main").text
    assert [name for name in ("Anselm", "Wren", "Tove", "Bodil", "Gero") if name in text] == []
    assert person.violations() == []
