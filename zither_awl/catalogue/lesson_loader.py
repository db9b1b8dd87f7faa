"""The sets of words and the routines that ship, read from their data files."""

from __future__ import annotations

import tomllib
from collections.abc import Mapping
from dataclasses import dataclass
from functools import cache
from importlib import resources
from typing import Any

from zither_awl.catalogue.wording import worded
from zither_awl.core.errors import FieldProblem, InvalidValue
from zither_awl.core.saying import say
from zither_awl.core.values import Routine, Step, Word, WordSet


def _read(name: str) -> dict[str, Any]:
    return tomllib.loads(resources.files("zither_awl.catalogue").joinpath("lessons", name).read_text("utf-8"))


@cache
def shipped_words() -> tuple[WordSet, ...]:
    """The sets of words that ship, in the order they are offered."""
    return tuple(words_of(worded(data, "name", "by")) for data in _read("words.toml")["set"])


@cache
def shipped_routines() -> tuple[Routine, ...]:
    """The routines that ship."""
    return tuple(
        routine_of({**worded(data, "name", "invitation"), "steps": [worded(s, *_STEP) for s in data["steps"]]})
        for data in _read("routines.toml")["routine"]
    )


_STEP = ("text", "amount", "caution", "source")


@dataclass(frozen=True, slots=True)
class TalkPlan:
    """A talk that ships: whose words its things are, what is asked of each, the card it belongs to."""

    key: str
    name: str
    words: str
    questions: tuple[str, ...]
    card: str = ""
    caution: str = ""


@cache
def shipped_talks() -> tuple[TalkPlan, ...]:
    """The talks that ship."""
    return tuple(
        TalkPlan(**{**worded(data, "name", "caution"), "questions": tuple(data["questions"])})
        for data in _read("talks.toml")["talk"]
    )


@dataclass(frozen=True, slots=True)
class SeriesStep:
    """One short showing of a series."""

    text: str
    picture: str = ""
    caution: str = ""


@dataclass(frozen=True, slots=True)
class Series:
    """What is shown in small steps over days."""

    key: str
    name: str
    steps: tuple[SeriesStep, ...]


@cache
def shipped_series() -> tuple[Series, ...]:
    """The series that ship."""
    return tuple(
        Series(
            data["key"],
            say(data["name"]),
            tuple(SeriesStep(**worded(step, "text", "caution")) for step in data["steps"]),
        )
        for data in _read("series.toml")["series"]
    )


def words_of(data: Mapping[str, Any], *, own: bool = False) -> WordSet:
    """A set from its data: each word is "label", or "label = etiqueta" with a second language.

    Raises: InvalidValue, naming what is wrong.
    """
    by = data.get("by", "")
    words = tuple(_word(line, by) for line in data.get("words", ()))
    return WordSet(
        key=str(data["key"]),
        name=data.get("name", ""),
        kind=data.get("kind", "words"),
        words=words,
        apart=tuple((str(a), str(b)) for a, b in data.get("apart", ())),
        in_pairs=bool(data.get("in_pairs")),
        own=own,
        proves=tuple((str(key), int(level)) for key, level in data.get("proves", ())),
    )


def _word(line: str, by: str) -> Word:
    label, _, second = (part.strip() for part in line.partition("="))
    if not label or len(label) > 80 or len(second) > 80:
        raise InvalidValue(
            FieldProblem(
                "words", say("has {line}, which is no word.", line=repr(line)), say("Write it as jug = jarra.")
            )
        )
    return Word(key=label, labels=(("en", label), *((("es", second),) if second else ())), by=by)


def routine_of(data: Mapping[str, Any], *, own: bool = False, changed: bool = False) -> Routine:
    """A routine from its data. Raises: InvalidValue, naming what is wrong."""
    return Routine(
        key=str(data["key"]),
        name=data.get("name", ""),
        invitation=data.get("invitation", ""),
        steps=tuple(_step(s) for s in data.get("steps", ())),
        from_months=int(data.get("from_months", 12)),
        weekdays=tuple(data.get("weekdays", ())),
        adults=tuple(data.get("adults", ())),
        own=own,
        changed=changed,
    )


def _step(data: Mapping[str, Any]) -> Step:
    return Step(
        key=str(data["key"]),
        text=data["text"],
        picture=str(data.get("picture", "")),
        who=data.get("who", "child"),
        timer_min=data.get("timer"),
        amount=data.get("amount", ""),
        caution=data.get("caution", ""),
        source=data.get("source", ""),
        only_if=data.get("only_if", ""),
        piles=data.get("piles", ""),
        kinds=tuple(data.get("kinds", ())),
    )
