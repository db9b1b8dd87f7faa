"""Arranging the shelf in the browser: measured, arranged, pinned, taken in part, out of a conflict, printed."""

from __future__ import annotations

import base64
import io

from pypdf import PdfReader
from selenium.webdriver.common.keys import Keys

from tests.browser.driver import Person, resize
from tests.browser.pages.shelf import ShelfPage


def paper(person: Person) -> PdfReader:
    """What would come out of the printer."""
    printed = person.driver.execute_cdp_cmd("Page.printToPDF", {"paperWidth": 8.27, "paperHeight": 11.69})
    return PdfReader(io.BytesIO(base64.b64decode(printed["data"])))


def arrange(person: Person, amount: str = "") -> None:
    """Ask for a plan and wait for the answer."""
    if amount:
        person.choose("How much may change", amount)
    person.tap("button", "Arrange", "aside")
    person.until(lambda: not person.sees("Working it out"), "the planner")


def test_an_uneven_shelf_from_a_tape_measure_is_arranged_pinned_taken_in_part_and_printed(at_demo: Person) -> None:
    person, shelf = at_demo, ShelfPage(at_demo)
    person.go("/shelf")
    person.tap("button", "Add a unit")
    dialog = "[role=dialog]"
    person.type("Name", "box shelf", dialog)
    person.type("Width", "120", dialog)
    person.type("Uneven places on board 1", "50 30 30", dialog)
    person.tap("button", "Add the unit")
    person.wait_to_see("with their dividers make 1136 mm; the unit is 1200 mm wide inside: 64 mm are missing.")
    person.type("Uneven places on board 1", "50 30 36.4", dialog)
    person.tap("button", "Add the unit")
    person.find("heading", "Box shelf")
    assert person.sees("0 of 11 places")
    wide, narrow = (shelf.place(6, 0, n).rect["width"] for n in (0, 1))
    assert abs(wide / narrow - 500 / 300) < 0.03, "the drawing is to scale"
    person.tap("button", "Arrange for me")
    arrange(person, "At most 3 changes")
    person.wait_to_see("differences from what stands now.")
    assert person.sees("Proven: no other choice is worth more")
    assert person.sees("Close seconds")
    assert person.sees("Spooning chickpeas to rest")
    person.go("/shelf?arrange=1&unit=1")
    arrange(person, "At most 2 changes")
    person.wait_to_see("4 differences from what stands now.")
    shelf.choose("Four cylinders")
    person.wait_to_see("Four cylinders keeps its place.")
    person.tap("button", "Pin it here")
    person.wait_to_see("Four cylinders pinned")
    person.tap("button", "Arrange again")
    person.until(lambda: "pinned" in shelf.flags("Four cylinders"), "the pin to show")
    person.tap("tick", "Take: Picture books in")
    person.tap("button", "Keep these, plan the rest again")
    person.wait_to_see("Picture books left out")
    person.until(lambda: "pinned" in shelf.flags("Ice and a thermometer"), "what was kept to stay")
    person.tap("tick", "Take: Folding: one line to rest")
    person.tap("button", "Take 3 changes")
    person.wait_until_gone("Take 3 changes")
    person.tap("button", "Leave the plan")
    person.until(lambda: "Folding: one line" in shelf.standing(1, 1, 1), "what was not taken to stand")
    person.find("button", "Undo: Arranged the shelf")
    document = paper(person)
    assert len(document.pages) == 1
    assert "Folding: one line: second board, second place" in document.pages[0].extract_text()
    person.go("/today")
    person.wait_to_see("Spooning chickpeas")
    assert [each for each in person.complaints() if "422" not in each] == [], "but for the widths that were refused"
    assert person.asked_elsewhere() == []


def test_what_a_plan_could_not_have_is_told_and_one_tap_cures_it(at_demo: Person) -> None:
    person = at_demo
    resize(person.driver, 800, 1280)
    person.go("/shelf?arrange=1")
    arrange(person, "All afresh")
    person.wait_to_see("What could not be had")
    assert person.sees("Anselm goes without something of botany.")
    assert person.violations() == []
    person.tap("button", "Put Leaf puzzle, eight pieces out all the same")
    person.wait_to_see("Leaf puzzle, eight pieces wished for")
    person.until(lambda: person.sees("Take the whole plan"), "the plan with it")
    person.wait_until_gone("Anselm goes without something of botany.")
    assert person.violations() == []
    person.tap("button", "Take the whole plan")
    person.wait_until_gone("Take the whole plan")
    person.tap("button", "Leave the plan")
    person.wait_to_see("No finding")


def test_two_pins_that_cannot_both_be_end_in_what_to_do(at_demo: Person) -> None:
    person, shelf = at_demo, ShelfPage(at_demo)
    person.go("/shelf?arrange=1")
    arrange(person)
    person.wait_to_see("Take the whole plan")
    shelf.choose("Snipping paper strips")
    person.choose("Why not this one?", "window shelf, board 1, place 1")
    person.tap("button", "Pin it there all the same")
    person.wait_to_see("No plan keeps all of these at once:")
    person.wait_to_see("What you can do")
    assert person.violations() == []
    person.tap("button", "Let Snipping paper strips stand elsewhere")
    person.wait_to_see("Take the whole plan")


def test_why_not_this_one_and_rather_that_one(at_demo: Person) -> None:
    person, shelf = at_demo, ShelfPage(at_demo)
    person.go("/shelf?arrange=1")
    arrange(person)
    person.wait_to_see("Take the whole plan")
    shelf.choose("Spooning chickpeas")
    person.tap("button", "Why not?")
    person.until(lambda: person.sees("Wren can reach this") or person.sees("This is out for"), "the rule against it")
    shelf.choose("Bells by pitch")
    person.tap("button", "Why not?")
    person.wait_to_see("It could stand there: 66 points less.")
    person.tap("button", "Choose this instead: Bells by pitch")
    person.wait_to_see("Bells by pitch pinned")
    person.until(lambda: "pinned" in shelf.flags("Bells by pitch"), "the bells to stand there")


def test_arranged_by_the_keyboard_alone_and_read_out(at_demo: Person) -> None:
    person = at_demo
    person.go("/shelf")
    person.tab_to("Arrange for me")
    person.press(Keys.ENTER)
    person.tab_to("How much may change")
    for key, comes_to in ((Keys.ENTER, "At most 2"), (Keys.HOME, "All afresh"), (Keys.ARROW_DOWN, "At most 1 change")):
        person.press(key)
        person.comes_to(comes_to)
    person.press(Keys.ENTER)
    person.comes_to("How much may change")
    person.tab_to("Arrange")
    person.press(Keys.ENTER)
    person.wait_to_see("from what stands now.")
    person.tab_to("top board, third of four: Four cylinders, for Wren, within reach", most=200)
    person.press(Keys.ENTER)
    person.tab_to("Pin it here", most=200)
    person.press(Keys.ENTER)
    person.wait_to_see("Four cylinders pinned")
    person.tab_to("Take the whole plan", most=200)
    person.press(Keys.ENTER)
    person.wait_until_gone("Take the whole plan")
    person.tab_to("Leave the plan", most=200)
    person.press(Keys.ENTER)
    person.find("button", "Undo: Arranged the shelf")
    assert person.taps == 0


def test_the_same_shelf_in_a_year_and_a_board_dragged_to_whole_centimetres(at_demo: Person) -> None:
    person = at_demo
    person.go("/shelf")
    slider = person.find("slider", "Reach")
    slider.send_keys(Keys.END)
    person.wait_to_see("In June Tove reaches the top board of the window shelf.")
    person.tap("button", "Measure and change")
    person.driver.execute_script("document.querySelector('[role=slider][aria-label=\"Height of board 1\"]').focus()")
    person.press(Keys.ARROW_UP, Keys.ARROW_UP)
    height = person.find("field", "Board 1", "[role=dialog]")
    assert height.get_attribute("value") == "63"
    person.tap("button", "Undo the last change here")
    person.until(lambda: height.get_attribute("value") == "62", "one step back")
    person.tap("tick", "Board 3 is a drawer", "[role=dialog]")
    person.tap("button", "Save the unit")
    person.wait_to_see("lies in a drawer, not seen from the front")


def test_house_heights_are_measured_ticked_and_printed_for_every_child(at_demo: Person) -> None:
    person = at_demo
    person.go("/house")
    person.tap("link", "House heights")
    person.wait_to_see("0 of 12 made for Anselm")
    person.type("Kitchen counter", "9", "form")
    person.tap("button", "Save the heights")
    person.wait_to_see("is 90 mm; expected 300 to 1300 mm.")
    person.type("Kitchen counter", "92", "form")
    person.tap("button", "Save the heights")
    person.until(
        lambda: person.driver.execute_script("return document.body.innerHTML.includes('counter 92 cm')"), "the wall"
    )
    person.tap("tick", "Hook for coat and bag")
    person.wait_to_see("1 of 12 made for Anselm")
    person.find("button", "Undo: Hook for coat and bag for Anselm made")
    text = " ".join(paper(person).pages[0].extract_text().split())
    assert all(name in text for name in ("Anselm", "Wren", "Tove", "Hook for coat and bag"))
