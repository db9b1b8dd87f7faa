"""Keeping, before the screen: a second folder, going back to a copy, a PIN."""

from __future__ import annotations

from datetime import timedelta
from pathlib import Path

from selenium.webdriver.common.keys import Keys

from tests.browser.driver import Person
from zither_awl.services.clock import SetClock


def test_copies_here_and_elsewhere_and_going_back_to_one(at_demo: Person, tmp_path: Path) -> None:
    stick = tmp_path / "stick"
    stick.mkdir()
    at_demo.go("/keeping")
    at_demo.tap("button", "Copy now")
    at_demo.wait_to_see("and opens")
    at_demo.type("The folder, with its whole path", str(stick / "nowhere"))
    at_demo.tap("button", "Copy there too")
    at_demo.wait_to_see("is no folder of this machine")
    at_demo.type("The folder, with its whole path", str(stick))
    at_demo.type("Passphrase, if they shall be sealed", "otter lantern violet ramp")
    at_demo.tap("button", "Copy there too")
    at_demo.wait_to_see("sealed by your passphrase")
    assert list(stick.rglob("daily-*.db.age"))
    at_demo.go("/house")
    at_demo.type("Add an adult", "Gunnar")
    at_demo.press(Keys.ENTER)
    at_demo.wait_to_see("Gunnar")
    at_demo.go("/keeping")
    at_demo.tap("button", "What it would change: second/")
    at_demo.type("Its passphrase", "not these words at all")
    at_demo.press(Keys.ENTER)
    at_demo.wait_to_see("does not open")
    at_demo.type("Its passphrase", "otter lantern violet ramp")
    at_demo.press(Keys.ENTER)
    at_demo.wait_to_see("Here now")
    assert at_demo.violations() == []
    at_demo.tap("button", "Go back to it")
    at_demo.wait_to_see("What was here before is kept as copies/before-restore.db")
    at_demo.go("/house")
    at_demo.find("field", "Add an adult")
    at_demo.wait_until_gone("Gunnar")


def test_a_pin_is_asked_for_once_and_what_was_begun_goes_on(at_demo: Person, clock: SetClock) -> None:
    at_demo.go("/house")
    at_demo.tap("button", "PINs")
    at_demo.type("Odile: a PIN", "4711")
    at_demo.tap("button", "Keep it", within="form[aria-label='PIN of Odile']")
    at_demo.wait_to_see("what changes the house asks for one")
    at_demo.go("/keeping")
    at_demo.find("link", "Save without (JSON)")
    clock.move_on(timedelta(minutes=31))
    at_demo.tap("link", "Save without (JSON)")
    at_demo.wait_to_see("This asks for a PIN")
    at_demo.press(Keys.ESCAPE)
    at_demo.wait_until_gone("This asks for a PIN")
    at_demo.go("/house")
    at_demo.type("Add an adult", "Gunnar")
    at_demo.press(Keys.ENTER)
    at_demo.wait_to_see("This asks for a PIN")
    assert at_demo.violations() == []
    at_demo.type("PIN", "1111", within="[role=dialog]")
    at_demo.press(Keys.ENTER)
    at_demo.wait_to_see("is not right")
    at_demo.type("PIN", "4711", within="[role=dialog]")
    at_demo.press(Keys.ENTER)
    at_demo.wait_until_gone("This asks for a PIN")
    at_demo.wait_to_see("Gunnar")
