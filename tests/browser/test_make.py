"""The cupboard and the bench in the browser: fifteen things in, what they make, a pouring tray, no free tray, keys."""

from __future__ import annotations

import sqlite3
from collections.abc import Callable
from functools import partial
from pathlib import Path
from typing import Any

import pytest
from selenium.webdriver.common.keys import Keys

from tests.browser.driver import Person
from tests.builders import born_months_ago
from tests.conftest import SmallHouse
from tests.core.cupboards import FIFTEEN
from tests.formats.test_cupboard_files import picture
from zither_awl.core.things.said import understood
from zither_awl.services import things

MOST_ACTIONS = 8
"""A tap, or a text typed, is an action."""


@pytest.fixture
def small(house: SmallHouse) -> SmallHouse:
    """A new household: Ilse, two and a half, and nothing in the cupboard."""
    from dataclasses import replace

    from zither_awl.services import people

    ilse = house.desk.house().child(house.ilse)
    people.save_child(house.desk, replace(ilse, born=born_months_ago(30)), None)
    return house


@pytest.fixture
def open_house(serve: Any, visit: Any, small: SmallHouse) -> Callable[[str], Person]:
    """Opens the small house as it stands, at an address."""

    def open_at(path: str) -> Person:
        with sqlite3.connect(small.desk.database) as db:
            db.execute("PRAGMA wal_checkpoint(TRUNCATE)")
        person: Person = visit(serve(small.desk.database))
        person.go(path)
        return person

    return open_at


@pytest.fixture
def at_house(open_house: Callable[[str], Person]) -> Person:
    """A person before the empty cupboard of the small house."""
    return open_house("/cupboard")


def enter(person: Person, typed: str) -> int:
    """Enter a thing as it is said. Returns how many actions it took."""
    before = person.taps
    person.type("A thing, as you would say it", typed)
    person.press(Keys.ENTER)
    person.wait_to_see(f"Added: {typed}")
    return person.taps - before + 1 + 1


def test_fifteen_things_go_in_with_a_few_actions_each_and_make_trays(at_house: Person) -> None:
    person = at_house
    person.wait_to_see("Nothing is entered yet")
    assert max(enter(person, typed) for typed in FIFTEEN) <= MOST_ACTIONS
    assert person.violations() == []
    person.tap("link", "Make")
    person.wait_to_see("What I can make for Ilse")
    person.wait_to_see("can stand at once")
    made = person.find("region", "What can be made")
    areas = {area for area in ("practical life", "sensorial", "mathematics", "language") if area in made.text}
    assert len(made.find_elements("tag name", "li")) >= 8
    assert len(areas) >= 3
    assert person.violations() == []


def test_a_thing_whose_kind_is_not_clear_is_asked_for_its_kind(at_house: Person) -> None:
    person = at_house
    person.type("A thing, as you would say it", "3 thingamajigs")
    person.wait_to_see("what kind of thing is it?")
    assert len(person.driver.find_elements("css selector", "section[aria-label^='What kind'] li")) == 3
    person.type("Another kind, by its letters", "shell")
    person.tap("button", "shell")
    person.find("button", "How many 3")
    assert person.violations() == []
    person.tap("button", "Add")
    person.wait_to_see("Added: 3 thingamajigs")
    person.tap("button", "Measure it")
    assert person.find("field", "Size of one").get_attribute("aria-describedby")
    person.type("Size of one", "70 x 60 x 30")
    person.type("Mass of one", "-4")
    person.tap("button", "Save")
    person.wait_to_see("greater than or equal to 0")
    person.type("Mass of one", "21")
    person.tap("button", "Save")
    person.wait_to_see("70 × 60 × 30 mm")


def test_what_was_understood_can_be_tapped_and_changed_and_two_things_of_a_line_are_two(at_house: Person) -> None:
    at_house.type("A thing, as you would say it", "6 red felt balls of 6 cm and 2 bowls")
    at_house.find("button", "Add 2")
    at_house.find("button", "Colours red")
    at_house.tap("button", "How many 6")
    at_house.type("How many", "8")
    at_house.tap("button", "Done")
    at_house.find("button", "How many 8")
    at_house.tap("button", "Add 2")
    at_house.wait_to_see("Added: 8 red felt balls, 2 bowls")
    at_house.choose("Colour", "red")
    at_house.until(lambda: len(at_house.driver.find_elements("css selector", "tbody tr")) == 1, "only what is red")


def test_a_room_is_walked_through_and_what_was_ticked_is_there(at_house: Person) -> None:
    at_house.tap("button", "Walk through the house")
    at_house.tap("button", "small jugs")
    at_house.tap("button", "More small jugs")
    at_house.tap("tab", "Garden and outdoors")
    at_house.tap("button", "shells")
    assert at_house.violations() == []
    at_house.tap("button", "Add 2 things")
    at_house.wait_to_see("3 of 3")
    at_house.wait_to_see("15 of 15")


def test_what_is_made_at_home_is_checked_before_it_is_in_the_cupboard(at_house: Person) -> None:
    at_house.go("/cupboard?part=making")
    at_house.tap("button", "Make it: Felt balls")
    at_house.wait_to_see("Checked before a child gets it")
    at_house.tap("button", "It is made and checked")
    at_house.wait_to_see("lacks 5 of 5 steps")
    for tick in at_house.driver.find_elements("css selector", "section[aria-label='Felt balls'] [role=checkbox]"):
        name = at_house.driver.find_element("css selector", f"label[for='{tick.get_attribute('id')}']").text
        at_house.tap("tick", name)
        at_house.until(partial(at_house.ticked, name), f"the tick of {name}")
    at_house.type("Checked by", "Odile")
    assert at_house.violations() == []
    at_house.type("How many", "6")
    at_house.tap("button", "It is made and checked")
    at_house.wait_until_gone("Checked before a child gets it")
    at_house.go("/cupboard")
    at_house.wait_to_see("6 of 6")
    at_house.tap("button", "Felt balls")
    at_house.tap("button", "To be washed")
    at_house.wait_to_see("It stands on Today")
    at_house.go("/today")
    at_house.wait_to_see("To be washed.")


def test_a_pouring_tray_is_composed_drawn_reckoned_and_kept(
    small: SmallHouse, open_house: Callable[[str], Person]
) -> None:
    for typed in (*FIFTEEN, "apron", "2 saucers", "4 glasses of 180 ml"):
        things.save_component(small.desk, understood(typed), "Bin 1", small.adult)
    person = open_house("/make?card=pour-water&level=2")
    person.find("button", "dish for drips: saucers, with jugs")
    person.wait_to_see("Fill line on glasses")
    person.wait_to_see("Complete, with")
    person.choose("Cloth", "cloths, 3 of 3 free")
    line = person.find("region", "Held").text
    person.find("slider", "How full").send_keys(Keys.HOME, Keys.PAGE_UP)
    person.wait_to_see("55% of jugs")
    assert person.find("region", "Held").text != line
    person.type("Name", "Water for Ilse", "form[aria-label='Keep this tray']")
    person.tap("button", "Keep this tray")
    person.find("button", "Water for Ilse")
    person.tap("button", "Things")
    person.wait_to_see("1 of 2")
    person.tap("button", "Undo")
    person.wait_until_gone("Water for Ilse")


def test_all_trays_in_use_is_mended_by_unpacking_one_that_rests(at_demo: Person) -> None:
    person = at_demo
    person.go("/make?card=pour-water&level=2")
    person.wait_to_see("Not there yet: container")
    person.wait_to_see("which would do and is in use")
    assert not person.find("button", "Keep this tray").is_enabled()
    person.tap("button", "Unpack A bowl and a cup")
    person.wait_until_gone("Not there yet")
    person.tap("button", "Keep this tray")
    person.wait_to_see("Pouring water: into a cup, to a line")
    person.find("button", "Bring back A bowl and a cup")


def test_the_notches_move_with_the_tool_and_the_pieces(at_demo: Person) -> None:
    person = at_demo
    person.go("/make?card=fold&level=2&child=2")
    person.wait_to_see("Beside the nearest mastered tray, Folding: one line")
    pieces = person.find("region", "Difficulty").text
    person.tap("button", "One less: cloths")
    person.until(lambda: person.find("region", "Difficulty").text != pieces, "the notches to move")
    person.go("/make?card=tongs&level=4&child=1")
    person.find("region", "Difficulty")
    person.choose("Tongs", "steel tweezers")
    person.wait_to_see("tweezers or dropper")


def test_all_of_make_works_by_keys_alone(at_demo: Person) -> None:
    person = at_demo
    person.press("/")
    person.until(lambda: person.focused().startswith("A few letters"), "the letters to have the focus")
    person.press(*"fol")
    person.wait_to_see("Folding: two lines")
    person.press(Keys.ESCAPE)
    person.tab_to("Make")
    person.press(Keys.ENTER)
    person.wait_to_see("What I can make for Anselm")
    person.tab_to("Sweeping to a square")
    person.press(Keys.ENTER)
    person.wait_to_see("an invitation, with its things at hand")
    person.go("/make?card=tongs&level=1&child=1")
    person.find("button", "tongs: toast tongs")
    person.tab_to("tongs: ")
    before = person.focused()
    person.press(Keys.ARROW_RIGHT)
    person.until(lambda: person.focused() not in ("", before), "the tongs to move")
    person.press("r")
    person.find("button", "Lay it out again")
    person.tab_to("Lay it out again")
    person.press(Keys.ENTER)
    person.until(lambda: person.find("button", "tongs: ").get_attribute("aria-label") == before, "the tongs to be back")


def test_a_thing_is_dragged_on_the_tray_and_a_clash_is_named(at_demo: Person) -> None:
    from selenium.webdriver import ActionChains

    person = at_demo
    person.go("/make?card=tongs&level=1&child=1")
    left, right = person.find("button", "first bowl: "), person.find("button", "second bowl: ")
    ActionChains(person.driver).drag_and_drop(right, left).perform()
    person.wait_to_see("lie over one another")


def test_where_is_it_leads_to_the_thing(at_demo: Person) -> None:
    person = at_demo
    person.tap("button", "Look for anything")
    person.type("A few letters", "cockle")
    person.wait_to_see("8 in Bin 1; 4 on Spooning shells")
    person.press(Keys.ENTER)
    person.until(lambda: "/cupboard?thing=" in person.driver.current_url, "the cupboard")
    person.find("field", "Name", "[role=dialog]")


def test_a_composed_tray_is_opened_again_and_gets_a_photograph(at_demo: Person, tmp_path: Path) -> None:
    person = at_demo
    (tmp_path / "tray.jpg").write_bytes(picture())
    person.go("/cupboard?part=trays")
    person.tap("button", "Folding: two lines")
    field = person.driver.find_element("css selector", "[role=dialog] input[type=file]")
    field.send_keys(str(tmp_path / "tray.jpg"))
    person.find("button", "Take it off")
    image = person.driver.find_element("css selector", "[role=dialog] img")
    person.until(lambda: person.driver.execute_script("return arguments[0].naturalWidth", image) == 400, "the picture")
    person.tap("link", "Open it in Make")
    person.wait_to_see("Keep it so")
    person.find("button", "cloths: 3 tea towels")


def test_hazards_are_ticked_by_their_sentence_and_a_sort_by_a_word(at_demo: Person) -> None:
    person = at_demo
    person.go("/cupboard?part=trays")
    person.tap("button", "Water, jug to cup")
    person.tap("button", "What makes it unsafe", "[role=dialog]")
    person.type("Its sort, in a word of yours", "cloths", "[role=dialog]")
    person.tap("tick", "a bag or film a face can lie against", "[role=dialog]")
    assert person.violations() == []
    person.tap("button", "Save the tray")
    person.until(lambda: person.driver.find_elements("css selector", "[role=dialog]") == [], "the tray to be kept")
    person.tap("button", "Water, jug to cup")
    person.tap("button", "What makes it unsafe", "[role=dialog]")
    assert person.find("field", "Its sort, in a word of yours", "[role=dialog]").get_attribute("value") == "cloths"
    assert person.ticked("a bag or film a face can lie against", "[role=dialog]")
    person.tap("button", "A second one at the level of Tove")
    person.wait_to_see("needs what the cupboard has not free: jug, container")


def test_the_household_goes_out_and_comes_in_again(at_demo: Person, tmp_path: Path) -> None:
    import json
    import urllib.request

    person = at_demo
    with urllib.request.urlopen(person.address + "/api/export/household.json") as answer:
        document = json.loads(answer.read())
    document["tables"]["household"][0]["name"] = "Towpath Cottage"
    (tmp_path / "house.json").write_text(json.dumps(document))
    person.go("/keeping")
    of_file = "section[aria-label='The household as a file'] input[type=file]"
    field = person.until(lambda: person.driver.find_element("css selector", of_file), "the file field")
    field.send_keys(str(tmp_path / "house.json"))
    person.wait_to_see("Towpath Cottage: 3 children, 44 trays")
    assert person.violations() == []
    person.tap("button", "Put it in the place of Lockside")
    person.wait_to_see("What was here before is in the data folder")
    person.go("/house")
    person.until(lambda: person.find("field", "Name of the house").get_attribute("value") == "Towpath Cottage", "it")
    person.go("/keeping")
    person.until(lambda: person.driver.find_element("css selector", of_file), "the file field")
    (tmp_path / "bad.json").write_text("{}")
    person.driver.find_element("css selector", of_file).send_keys(str(tmp_path / "bad.json"))
    person.wait_to_see("is no household of this program")


def test_what_may_be_decided_is_asked_where_it_is_refused_kept_away_and_withdrawn(at_demo: Person) -> None:
    person = at_demo
    person.go("/make?card=wash-table&child=2")
    person.wait_to_see("You sit with Wren: allow")
    assert person.find("field", "Kept all the same, because")
    assert person.violations() == []
    person.tap("button", "Allow it for Wren")
    person.wait_until_gone("You sit with Wren: allow")
    person.wait_to_see("an adult at the table")
    person.go("/children?child=2")
    person.tap("button", "With an adult at the table:")
    assert person.sees("Allow it for Wren"), "the other kinds are still to be decided"
    assert person.violations() == []
    person.go("/house")
    region = "section[aria-label='Allowed with an adult at the table']"
    person.tap("button", "Withdraw", region)
    person.find("button", "Withdrawn", region)
    assert person.violations() == []
    person.tap("button", "How this house changes its shelves")
    person.type("Changes at one look, at most", "many")
    person.tap("button", "Save")
    person.wait_to_see("expected such as 2")
    person.type("Changes at one look, at most", "3")
    person.tap("button", "Save")
    person.wait_until_gone("expected such as 2")
    person.go("/make?card=wash-table&child=2")
    person.wait_to_see("You sit with Wren: allow")


def test_an_aim_is_said_and_dropped_and_numbers_are_behind_a_sentence(at_demo: Person) -> None:
    person = at_demo
    person.go("/weeks")
    person.tap("button", "How this is reckoned", "article")
    person.wait_to_see("Source:")
    person.tap("button", "Aims")
    person.type("An aim", "laying the table")
    person.tap("button", "Add the aim")
    person.find("button", "Drop the aim: laying the table")
    assert person.violations() == []
    person.tap("button", "Drop the aim: laying the table")
    person.until(
        lambda: (
            not person.sees("laying the table until")
            and not person.driver.find_elements("css selector", "[aria-label='Drop the aim: laying the table']")
        ),
        "the aim to be gone",
    )
