"""The Shelf and the Cupboard in the browser: two windows, units, files with mistakes, archives."""

from __future__ import annotations

from collections.abc import Callable
from pathlib import Path

from selenium.webdriver.common.keys import Keys

from tests.browser.driver import Person, resize
from tests.browser.pages.shelf import ShelfPage
from zither_awl.formats import samples


def test_two_browsers_on_one_shelf(serve: Callable[..., str], visit: Callable[..., Person], demo_file: Path) -> None:
    """The later one is told and shown both, nothing is overwritten, and may do its own on top."""
    address = serve(demo_file)
    first, second = visit(address), visit(address)
    for person in (first, second):
        person.go("/shelf")
        person.find("heading", "Window shelf")
    ShelfPage(first).drag("Drum and sticks", (1, 2, 3))
    first.find("button", "Undo: Drum and sticks")
    ShelfPage(second).choose("Blocks")
    second.tap("button", "Let it rest")
    second.wait_to_see("window shelf was changed in another window since you opened it. Nothing was overwritten.")
    assert second.sees("Drum and sticks: third board, fourth place (was second board, fourth place)")
    assert second.sees("Here: Blocks to: into its bin")
    assert "Blocks" in ShelfPage(second).standing(1, 2, 0)
    second.tap("button", "Do mine on top of it")
    second.until(lambda: ShelfPage(second).standing(1, 2, 0) == [], "the blocks to rest")
    assert ShelfPage(second).standing(1, 2, 3) == ["Drum and sticks"]


def test_a_unit_is_drawn_as_it_is_typed_and_its_mistakes_are_told_at_the_field(at_demo: Person) -> None:
    person = at_demo
    person.go("/shelf")
    person.tap("button", "Add a unit")
    person.choose("What is it?", "Windowsill", "[role=dialog]")
    person.type("Name", "porch sill", "[role=dialog]")
    person.type("Board 1", "90", "[role=dialog]")
    person.wait_to_see("These numbers make no unit yet")
    person.tap("button", "Add the unit")
    person.wait_to_see("is 900 mm, above the top at 800 mm. Lower the board or raise the outer height.")
    person.type("Height", "90", "[role=dialog]")
    person.until(lambda: not person.sees("These numbers make no unit yet"), "the drawing")
    person.tap("button", "Add the unit")
    person.find("heading", "Porch sill")
    assert person.sees("0 of 3 places; Anselm, Wren, Tove come here")
    person.tap("button", "Measure and change")
    person.tap("button", "Archive it")
    person.find("heading", "Window shelf")
    person.go("/house")
    person.tap("button", "Bring back porch sill")
    person.wait_until_gone("Bring back porch sill")


def test_a_tray_is_carried_by_a_finger(at_demo: Person) -> None:
    resize(at_demo.driver, 800, 1280)
    at_demo.go("/shelf")
    shelf = ShelfPage(at_demo)
    shelf.drag_by_touch("Drum and sticks", (1, 2, 3))
    shelf.wait_for("Drum and sticks", (1, 2, 3))
    assert shelf.standing(1, 1, 3) == []


def test_a_tray_is_moved_by_a_menu_and_whom_it_is_for_is_changed_in_place(at_demo: Person) -> None:
    person, shelf = at_demo, ShelfPage(at_demo)
    person.go("/shelf?tray=13")
    person.wait_to_see("Drum and sticks")
    person.choose("Move to", "window shelf, board 3, place 4")
    person.tap("button", "Move")
    shelf.wait_for("Drum and sticks", (1, 2, 3))
    person.tap("tick", "Wren")
    person.until(lambda: person.ticked("Wren"), "Wren to be ticked")
    person.wait_to_see("9 trays are out for Wren; at 31 months at most 8.")
    person.tap("button", "I showed Anselm this")
    person.wait_to_see("Written down: shown to Anselm.")


def test_lengths_are_read_in_inches_where_the_house_measures_so(at_demo: Person) -> None:
    person = at_demo
    person.go("/house")
    person.tap("choice", "inches and lb")
    person.tap("button", "Save", "section[aria-label=Settings]")
    person.find("button", "Undo: Named the house Lockside")
    person.go("/shelf?tray=13")
    person.wait_to_see("10.2 in wide")


def test_the_import_report_names_every_mistake_and_they_are_mended_in_place(at_demo: Person, tmp_path: Path) -> None:
    person = at_demo
    text = samples.trays_csv(["Anselm", "Tove"]).replace(
        "Folding cloths,practical life", "Folding cloths,practical lfie"
    )
    text = text.replace("Wool to its colour,sensorial,24,72,,260", "Wool to its colour,sensorial,24,72,,30")
    (tmp_path / "mine.csv").write_text(text.replace(",", ";"), encoding="utf-8")
    person.go("/cupboard?part=files")
    person.give_file("Trays from a file", tmp_path / "mine.csv")
    person.wait_to_see("rows to mend")
    for told in (
        "'practical lfie' is not known. Did you mean practical life?",
        "is 30 mm; a tray is at least 60 mm wide.",
        "Did you mean 30 cm? Then the header is width_cm.",
    ):
        assert person.sees(told), told
    assert person.violations() == []
    person.tap("button", "practical life", "main [role=region]")
    person.type("Row 6, width_mm", "260")
    person.tap("button", "Check again")
    person.wait_until_gone("to mend")
    person.tap("button", "Take")
    person.wait_to_see("rows taken")


def test_good_rows_are_taken_and_the_bad_ones_saved_with_their_problem(at_demo: Person, tmp_path: Path) -> None:
    person = at_demo
    (tmp_path / "two.csv").write_text(
        "name,area,width_mm,depth_mm,height_mm,mass_g\n"
        "Scrubbing,practical life,250,200,90,600\nPolishing,polish,250,200,90,600\n"
    )
    person.go("/cupboard?part=files")
    person.give_file("Trays from a file", tmp_path / "two.csv")
    person.wait_to_see("1 row to take, 1 row to mend")
    saved = person.find("link", "Save the bad rows").get_attribute("href") or ""
    assert "Polishing" in saved
    assert "problem" in saved
    person.tap("button", "Take the good rows")
    person.wait_to_see("1 row taken")
    person.wait_to_see("Row 2: Polishing")
    person.tap("button", "Trays")
    person.find("button", "Scrubbing")


def test_a_file_that_is_no_table_of_ours_is_said_to_be_so(at_demo: Person, tmp_path: Path) -> None:
    (tmp_path / "list.csv").write_text("colour,price\nred,3\n")
    at_demo.go("/cupboard?part=files")
    at_demo.give_file("Trays from a file", tmp_path / "list.csv")
    at_demo.wait_to_see("'colour' is not a column.")


def test_a_tray_by_hand_with_a_mistake_keeps_what_was_typed(at_demo: Person) -> None:
    person = at_demo
    person.go("/cupboard?part=trays")
    person.tap("button", "Add a tray")
    person.type("Name", "Blocks", "[role=dialog]")
    person.type("Loaded", "0", "[role=dialog]")
    person.tap("button", "Add the tray")
    person.wait_to_see("is 0 g; expected more than 0, at most 20000 g.")
    person.type("Loaded", "700", "[role=dialog]")
    person.tap("button", "Add the tray")
    person.wait_to_see("Blocks is there already. Use another name.")
    person.type("Name", "Blocks of beech", "[role=dialog]")
    person.tap("button", "Add the tray")
    person.find("button", "Blocks of beech")
    person.tap("button", "Blocks of beech")
    person.tap("button", "Archive it")
    person.find("button", "Bring back Blocks of beech")


def test_a_child_is_archived_brought_back_and_deleted_for_good_by_its_name(at_demo: Person) -> None:
    person = at_demo
    person.go("/children?child=3")
    person.tap("button", "Change Tove")
    person.tap("button", "Archive Tove")
    person.tap("button", "Bring back Tove")
    person.wait_until_gone("Bring back Tove")
    person.go("/children?child=3")
    person.tap("button", "Change Tove")
    person.tap("button", "Delete for good")
    person.type("Write Tove to delete", "Tove", "[role=dialog]")
    person.driver.find_elements("xpath", "//button[.='Delete for good']")[-1].click()
    person.find("button", "Leave it as it is", "[role=alertdialog]")
    assert person.focused() == "Leave it as it is"
    assert person.violations() == []
    person.press(Keys.ESCAPE)
    person.until(lambda: not person.driver.find_elements("css selector", "[role=alertdialog]"), "to be left as it was")
    person.driver.find_elements("xpath", "//button[.='Delete for good']")[-1].click()
    person.tap("button", "Delete Tove", "[role=alertdialog]")
    person.until(lambda: not person.driver.find_elements("css selector", "[role=dialog]"), "the dialog to close")
    person.wait_until_gone("Tove")


def test_a_change_is_declined_with_a_reason_and_one_of_our_own_is_made(at_demo: Person) -> None:
    person = at_demo
    person.go("/weeks")
    person.tap("button", "Decline…")
    person.tap("button", "Decline it")
    person.wait_to_see("is empty; a few words will do.")
    person.type("Why not now?", "she still talks of it")
    person.tap("button", "Decline it")
    person.until(lambda: not person.sees("Why not now?"), "the form to close")
    person.tap("button", "Choose another change")
    person.choose("Out", "Turning three bolts")
    person.choose("In, on its place", "Snipping paper strips")
    person.tap("button", "Make this change")
    person.wait_to_see("a dull blade with a handle")
    person.choose("In, on its place", "Bells by pitch")
    person.tap("button", "Make this change")
    person.wait_to_see("The last change was 0 work cycles ago")
    person.go("/today")
    person.wait_to_see("Pull Bells by pitch from Bin 5")


def test_a_bin_within_reach_is_found_and_locked(at_demo: Person) -> None:
    person = at_demo
    person.go("/cupboard?part=bins")
    person.type("Above the floor", "20", "form[aria-label='Bin 6']")
    person.tap("button", "Save Bin 6")
    person.wait_to_see("Tove can reach Snipping paper strips in Bin 6, which is not locked: a dull blade")
    assert person.violations() == []
    person.tap("tick", "Locked", "form[aria-label='Bin 6']")
    person.tap("button", "Save Bin 6")
    person.wait_until_gone("which is not locked")


def test_what_was_just_done_is_told_with_its_own_undo(at_demo: Person) -> None:
    at_demo.go("/shelf?tray=13")
    assert not at_demo.ticked("Wren")
    at_demo.tap("tick", "Wren")
    at_demo.find("button", "Undo", "main ~ * ol, header ol")
    at_demo.wait_to_see("Whose Drum and sticks is")
    assert at_demo.violations() == []
    at_demo.tap("button", "Undo", "main ~ * ol, header ol")
    at_demo.until(lambda: not at_demo.ticked("Wren"), "it to be as it was")
    at_demo.wait_to_see("Undone: Whose Drum and sticks is.")
    at_demo.find("button", "Redo: Whose Drum and sticks is")


def test_a_choice_is_made_by_its_first_letters_and_left_by_escape(at_demo: Person) -> None:
    at_demo.go("/make/catalogue")
    at_demo.tab_to("Area")
    at_demo.press(Keys.ENTER)
    at_demo.comes_to("every area")
    at_demo.press("m", "u")
    at_demo.comes_to("music")
    at_demo.press(Keys.ENTER)
    at_demo.until(lambda: at_demo.find("select", "Area").text == "music", "it to be chosen")
    at_demo.press(Keys.ENTER)
    at_demo.comes_to("music")
    at_demo.press(Keys.HOME, Keys.ESCAPE)
    at_demo.comes_to("Area")
    assert at_demo.find("select", "Area").text == "music"
    assert at_demo.violations() == []
    assert at_demo.taps == 0
