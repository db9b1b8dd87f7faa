"""Finding from anywhere: where something is, and what a few words ask to be done."""

from __future__ import annotations

import re
from contextvars import copy_context
from pathlib import Path

import pytest

from zither_awl.languages import reading
from zither_awl.services.desk import Desk
from zither_awl.services.finding import VIEWS, find

CASES = (
    ("show the chickpeas to Anselm", "do", "Show Spooning chickpeas to Anselm", "/show?child="),
    ("show wool", "do", "Show Wool to its colour to", "/show?child="),
    ("make tongs for Wren", "do", "Make With tongs for Wren", "/make?card=tongs&child="),
    ("print chickpeas", "do", "Print the card of Spooning chickpeas", "/paper?kind=tray-cards&ids="),
    ("mostrar chickpeas", "do", "Show Spooning chickpeas to", "/show?child="),
    ("measure the chickpeas", "do", "Measure or weigh", "/cupboard?thing="),
    ("pesar los chickpeas", "do", "Measure or weigh", "/cupboard?thing="),
    ("next for Wren", "do", "The next step of Wren", "/ladders?child="),
    ("mostrar los chickpéas a Anselm", "do", "Show Spooning chickpeas to Anselm", "/show?child="),
    ("wren", "child", "Wren", "/children?child="),
    ("weeks", "view", "Weeks", "/weeks"),
    ("dark", "setting", "Light: day or lamp", "/house"),
    ("bin 4", "bin", "Bin 4", "/cupboard?bin="),
    ("pouring water", "card", "Pouring water", "/make/catalogue?card=pour-water"),
    ("three colours", "words", "Three colours, then more", "/words"),
)


@pytest.mark.parametrize(("typed", "what", "name", "address"), CASES)
def test_what_a_few_words_mean(demo: Desk, typed: str, what: str, name: str, address: str) -> None:
    found = [f for f in find(demo.house(), typed) if f.what == what]
    assert found, [f.name for f in find(demo.house(), typed)]
    assert any(f.name.startswith(name) and f.address.startswith(address) for f in found), found


def test_a_verb_alone_or_about_nothing_does_nothing(demo: Desk) -> None:
    assert not [f for f in find(demo.house(), "show") if f.what == "do"]
    assert not [f for f in find(demo.house(), "show unicorns to Anselm") if f.what == "do"]
    assert find(demo.house(), "   ") == ()


def test_every_page_that_is_reached_without_a_name_is_found() -> None:
    """Of the pages the front end knows, all but those that need something chosen first."""
    app = (Path(__file__).parents[2] / "web/src/app/App.tsx").read_text("utf-8")
    pages = {f"/{path}" for path in re.findall(r"view\('([a-z/]+)'", app)}
    assert pages - {address for _, _, address in VIEWS} == {"/show", "/lesson", "/pair"}


def test_what_is_done_is_found_by_the_name_in_the_readers_language(demo: Desk) -> None:
    in_spanish = copy_context()
    in_spanish.run(reading.set, "es")
    found = in_spanish.run(find, demo.house(), "hacer verter agua para Wren")
    assert any(f.what == "do" and "card=pour-water" in f.address for f in found), found


def test_every_word_must_be_there_and_what_begins_with_it_comes_first(demo: Desk) -> None:
    found = find(demo.house(), "folding", most=40)
    names = [f.name.lower() for f in found if f.what == "tray"]
    assert names == sorted(names, key=lambda n: (not n.startswith("folding"), n))
    assert all("folding" in n for n in names)
    assert not find(demo.house(), "folding zebra")


def test_every_view_is_found_by_its_name(demo: Desk) -> None:
    for name, _, address in VIEWS:
        assert address in {f.address for f in find(demo.house(), name, most=60)}, name
