"""The interface in another language: the first evening by the keyboard, every main view for axe-core, and what breaks
when words are a third longer."""

from __future__ import annotations

import re
from functools import reduce
from typing import Any

import pytest
from selenium.webdriver.common.keys import Keys

from tests.browser.driver import Person, resize
from tests.browser.test_views import MAIN, look_at
from zither_awl.languages import PSEUDO
from zither_awl.services.desk import Desk

NARROW = (360, 780)
UNSAID = """
const aside = 'script, style, code, .said'
const shown = (node) => node.parentElement?.checkVisibility() && !node.parentElement.closest(aside)
const found = [], walk = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT)
while (walk.nextNode()) if (shown(walk.currentNode)) found.push(walk.currentNode.textContent.trim())
for (const name of ['aria-label', 'title', 'placeholder', 'alt'])
  for (const each of document.querySelectorAll(`[${name}]`)) found.push(each.getAttribute(name))
return [...new Set(found)].filter((text) => /[a-z]{3,} [a-z]{3,}/.test(text) && !/[⟦áéíóúýñç]/.test(text))
"""
"""Texts of more than one word that are in no message: what a household wrote is among them."""


def reads(person: Person, code: str) -> None:
    """Choose a language on this device."""
    person.go("/today")
    person.driver.add_cookie({"name": "zither-awl-language", "value": code})


def test_the_first_evening_in_spanish_by_the_keyboard_alone(at_empty: Person) -> None:
    person = at_empty
    person.go("/")
    person.find("heading", "Who is looking?")
    person.tab_to("Español")
    person.press(Keys.ENTER)
    person.find("heading", "¿Quién mira?")
    assert person.driver.execute_script("return document.documentElement.lang") == "es"
    assert person.violations() == []
    person.tab_to("Tu nombre")
    person.press(*"Inés")
    person.tab_to("Seguir")
    person.press(Keys.ENTER)
    person.find("heading", "¿Quién vive aquí?")
    person.tab_to("Nombre")
    person.press(*"Leo")
    person.tab_to("Nacimiento")
    person.press(*"01152023")
    person.tab_to("Añadir el niño")
    person.press(Keys.ENTER)
    person.find("button", "Otro niño")
    assert person.violations() == []
    person.go("/children")
    person.wait_to_see("3 años 2 meses")
    person.go("/house")
    person.find("select", "Inés lee en")
    assert person.find("select", "Idioma de la casa").text == "Español"
    person.go("/cupboard")
    person.tab_to("Una cosa, como tú la dirías")
    person.press(*"6 bolas rojas de fieltro de 6 cm")
    person.find("button", "Tipo pelota")
    assert person.taps == 0
    assert person.complaints() == []
    assert person.asked_elsewhere() == []


@pytest.mark.parametrize("size", [(1280, 800), NARROW])
def test_axe_finds_nothing_in_spanish_and_nothing_is_wider_than_the_page(
    at_demo: Person, size: tuple[int, int]
) -> None:
    at_demo.go("/house")
    at_demo.choose("Who is looking", "Odile")
    at_demo.choose("Odile reads", "Español")
    at_demo.find("heading", "Casa")
    resize(at_demo.driver, *size)
    found, wide = {}, {}
    for path in MAIN:
        look_at(at_demo, path)
        assert at_demo.driver.execute_script("return document.documentElement.lang") == "es"
        found[path] = at_demo.violations()
        wide[path] = at_demo.driver.execute_script("return document.documentElement.scrollWidth")
    assert {path: v for path, v in found.items() if v} == {}
    assert {path: px for path, px in wide.items() if px > size[0]} == {}
    assert at_demo.complaints() == []
    assert at_demo.asked_elsewhere() == []


def test_every_text_of_every_main_view_is_said_and_has_room_for_longer_words(at_demo: Person, demo: Desk) -> None:
    """In the language that is none, every message is in brackets and a third longer."""
    reads(at_demo, PSEUDO)
    resize(at_demo.driver, *NARROW)
    house, unsaid, wide = demo.house(), {}, {}
    named: tuple[Any, ...] = (
        *house.all_trays,
        *house.components,
        *house.units,
        *house.weeks.arrivals,
        *house.weeks.absences,
        *house.weeks.themes,
    )
    own = sorted({each.name.lower() for each in named} | {unit.room for unit in house.units}, key=len, reverse=True)

    def left(text: str) -> str:
        return reduce(lambda rest, name: rest.replace(name, "") if name else rest, own, text.lower())

    for path in MAIN:
        look_at(at_demo, path)
        texts = at_demo.driver.execute_script(UNSAID)
        unsaid[path] = [text for text in texts if re.search("[a-z]{3,} [a-z]{3,}", left(text))]
        wide[path] = at_demo.driver.execute_script("return document.documentElement.scrollWidth")
    assert {path: px for path, px in wide.items() if px > NARROW[0]} == {}
    assert {path: texts for path, texts in unsaid.items() if texts} == {}
