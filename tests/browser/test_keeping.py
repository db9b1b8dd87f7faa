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


_READ = """return performance.getEntriesByType('resource')
    .filter((each) => each.name.includes(arguments[0]) && each.responseEnd > 0).length"""
_BOTH = "for (const each of arguments) each.click()"


def _with_a_pin(person: Person) -> None:
    person.go("/house")
    person.tap("button", "PINs")
    person.type("Odile: a PIN", "4711")
    person.tap("button", "Keep it", within="form[aria-label='PIN of Odile']")
    person.wait_to_see("what changes the house asks for one")
    person.go("/keeping")
    # What the page reads by itself asks for a PIN too: it has come before the half hour is over.
    person.until(lambda: person.driver.execute_script(_READ, "/api/copies") == 2, "the copies, how far going back is")


def test_two_things_asked_for_at_once_go_on_with_one_pin(at_demo: Person, clock: SetClock) -> None:
    _with_a_pin(at_demo)
    clock.move_on(timedelta(minutes=31))
    both = (at_demo.find("button", "Copy now"), at_demo.find("link", "Save without (JSON)"))
    at_demo.driver.execute_script(_BOTH, *both)
    at_demo.until(lambda: at_demo.driver.execute_script(_READ, "/api/lock") >= 2, "both to ask")
    at_demo.type("PIN", "4711", within="[role=dialog]")
    at_demo.press(Keys.ENTER)
    at_demo.wait_until_gone("This asks for a PIN")
    at_demo.wait_to_see("and opens")


def test_a_pin_is_asked_for_once_and_what_was_begun_goes_on(at_demo: Person, clock: SetClock) -> None:
    _with_a_pin(at_demo)
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
