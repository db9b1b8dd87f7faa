"""Telling, before the screen: a picture, a story chosen and written on, its paper; by keyboard where it is written."""

from __future__ import annotations

from pathlib import Path

from selenium.webdriver.common.keys import Keys

from tests.browser.driver import Person, resize
from tests.formats.test_cupboard_files import picture


def test_a_story_is_chosen_written_on_and_kept(at_demo: Person, tmp_path: Path) -> None:
    photo = tmp_path / "jug.jpg"
    photo.write_bytes(picture())
    at_demo.go("/children?child=2")
    at_demo.tap("link", "Wren’s story")
    at_demo.find("heading", "Telling")
    at_demo.wait_to_see("for the first time without help")
    at_demo.give_file("A photograph", photo)
    at_demo.type("What was to be seen", "She carried the jug to the window.")
    at_demo.tap("button", "Keep it", "section[aria-label^='Pictures']")
    at_demo.find("tick", "She carried the jug to the window.", "section[aria-label^='The story']")
    assert at_demo.violations() == []
    story = "section[aria-label^='The story']"
    at_demo.tap("tick", "She carried the jug to the window.", story)
    at_demo.tap("button", "In your own words: What Wren loves")
    at_demo.type("What Wren loves", "Folding, every morning.", story)
    at_demo.type("Its title", "A winter of Wren")
    at_demo.press(Keys.ENTER)
    at_demo.find("link", "As PDF")
    at_demo.go("/telling?child=2")
    at_demo.until(lambda: at_demo.find("field", "Its title").get_attribute("value") == "A winter of Wren", "the title")
    assert at_demo.find("field", "What Wren loves", story).text == "Folding, every morning."
    assert at_demo.ticked("She carried the jug", story)
    paper = at_demo.find("link", "As PDF").get_attribute("href")
    kind = at_demo.driver.execute_async_script(
        "const done = arguments[1]; fetch(arguments[0]).then((a) => done(a.headers.get('content-type')))", paper
    )
    assert kind == "application/pdf"
    assert at_demo.asked_elsewhere() == []
    resize(at_demo.driver, 390, 844)
    assert at_demo.violations() == []
    at_demo.go("/telling?child=3")
    at_demo.wait_to_see("What Tove")
    assert not at_demo.sees("Wren loves")


def test_a_picture_of_a_piece_of_work_is_taken_beside_it(at_demo: Person, tmp_path: Path) -> None:
    photo = tmp_path / "work.jpg"
    photo.write_bytes(picture())
    at_demo.go("/work?child=2")
    at_demo.give_file("A picture of", photo)
    at_demo.go("/telling?child=2")
    at_demo.find("button", "Take it away")
    at_demo.tap("button", "Take it away")
    at_demo.wait_to_see("None yet.")
