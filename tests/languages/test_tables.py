"""The tables of every language: nothing without words, nothing nobody says, every place kept, every message of ICU."""

from __future__ import annotations

import ast
import json
import re
from collections.abc import Iterator
from pathlib import Path
from typing import Any

import pytest
from icu4py.messageformat import MessageFormat

from bench.messages import FOUND, PAGES, PROGRAM, TABLES, read, regional
from zither_awl.catalogue.walk import rooms
from zither_awl.core.things.kinds import KINDS
from zither_awl.core.things.said import understood
from zither_awl.languages import CODES, NAMES, REGIONS, language_of

OTHERS = CODES[1:]
_PLURAL = re.compile(r"\{(\w+), (?:plural|selectordinal)")
_PLACE = re.compile(r"\{(\w+)[,}]")
_OPTION = re.compile(r"\b(?:one|other|=\d+) \{[^{}]*\}")
_TAG = re.compile(r"</?\w>")


@pytest.mark.parametrize("code", OTHERS)
@pytest.mark.parametrize("part", FOUND)
def test_a_table_has_words_for_all_that_is_said_and_for_nothing_else(code: str, part: str) -> None:
    table, said = read(code, part), FOUND[part]()
    assert len(said) > 100
    assert sorted(said - table.keys()) == [], "no words yet: python -m bench.messages, and write them"
    assert sorted(table.keys() - said) == [], "nobody says these any more: python -m bench.messages"
    assert [english for english, own in table.items() if not own.strip()] == []


def values_of(message: str) -> dict[str, Any]:
    counted = set(_PLURAL.findall(message))
    told = _OPTION.sub("", message) if counted else message
    return {name: 2 if name in counted else "x" for name in _PLACE.findall(told)}


def shape_of(message: str) -> tuple[object, ...]:
    """What two languages have in common: places, tags, a space at an end."""
    return set(values_of(message)), sorted(_TAG.findall(message)), message.startswith(" "), message.endswith(" ")


@pytest.mark.parametrize("code", OTHERS)
@pytest.mark.parametrize("part", [part for part in FOUND if part != "words"])
def test_every_message_can_be_filled_with_what_the_english_one_is_given(code: str, part: str) -> None:
    """ICU itself (icu4py) is the judge of the plurals."""
    table = read(code, part)
    assert [pair for pair in table.items() if shape_of(pair[0]) != shape_of(pair[1])] == []
    for own in (own for own in table.values() if _PLURAL.search(own)):
        many = values_of(own)
        single = {name: 1 if value == 2 else value for name, value in many.items()}
        for told in (single, many):
            # What has no plural is filled by format_map, and may hold a lone quote.
            filled = MessageFormat(own, code).format(told)
            assert filled
            assert "{" not in filled


def calls(path: Path) -> Iterator[ast.Call]:
    for node in ast.walk(ast.parse(path.read_text(encoding="utf-8"))):
        if isinstance(node, ast.Call) and isinstance(node.func, ast.Name) and node.func.id == "say":
            yield node


READ_FROM_DATA = ("catalogue", "core/saying.py", "spoken.py")
"""Where a message comes from a data file, from one that is filled, or from the help of a command."""


def test_every_message_of_the_program_stands_as_it_is_in_the_code() -> None:
    """One put together of pieces, or a variable, would be in no table."""
    made_up = [
        f"{path.name}:{call.lineno}"
        for path in PROGRAM.rglob("*.py")
        if not str(path.relative_to(PROGRAM)).startswith(READ_FROM_DATA)
        for call in calls(path)
        if not isinstance(call.args[0], ast.Constant)
    ]
    assert made_up == []


def test_every_message_of_the_pages_stands_as_it_is_in_the_code() -> None:
    """Texts and labels that are not said at all are refused by eslint (web/eslint.config.js)."""
    made_up = [
        f"{path.name}: {found}"
        for path in PAGES.rglob("*.ts*")
        if path.name not in ("say.ts", "sayRich.ts")
        for found in re.findall(r"\bsay(?:Rich)?\(\s*[^'\"\s].{0,40}", path.read_text(encoding="utf-8"))
    ]
    assert made_up == []


@pytest.mark.parametrize("code", OTHERS)
def test_the_walk_through_the_house_is_understood_as_it_is_told(code: str) -> None:
    """What the page offers in a language is typed back to the program, which must take it for the same thing."""
    language, wrong = language_of(code), []
    for thing in (thing for room in rooms() for thing in room.things):
        english, own = understood(str(thing)), understood(language.tell(thing))
        if (english.kind, english.count) != (own.kind, own.count):
            wrong.append((str(thing), own.name, english.kind, own.kind))
    assert wrong == []


@pytest.mark.parametrize("code", OTHERS)
def test_what_a_kind_is_called_is_understood_as_that_kind(code: str) -> None:
    words = language_of(code).words
    taken_for = {name: understood(words[name]).kind for name in KINDS}
    assert {name: kind for name, kind in taken_for.items() if kind != name} == {}


@pytest.mark.parametrize("code", REGIONS)
@pytest.mark.parametrize("part", FOUND)
def test_a_region_says_only_what_its_words_make_of_the_language(code: str, part: str) -> None:
    kept = json.loads((TABLES / code / f"{part}.json").read_text(encoding="utf-8"))
    assert kept == regional(code, part), "python -m bench.messages"
    assert 0 < len(kept) < 100
    assert not any(re.search(r"\b(?:coger|coge|ordenador|vosotros|zumo)\b", own) for own in read(code, part).values())


def test_every_language_calls_itself() -> None:
    assert set(NAMES) == set(CODES)
    assert len(set(NAMES.values())) == len(CODES)
