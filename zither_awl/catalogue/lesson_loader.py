"""The sets of words and the routines that ship, read from their data files."""

from __future__ import annotations

import tomllib
from collections.abc import Mapping
from functools import cache
from importlib import resources
from typing import Any

from zither_awl.core.errors import FieldProblem, InvalidValue
from zither_awl.core.values import Routine, Step, Word, WordSet


def _read(name: str) -> dict[str, Any]:
    return tomllib.loads(resources.files("zither_awl.catalogue").joinpath("lessons", name).read_text("utf-8"))


@cache
def shipped_words() -> tuple[WordSet, ...]:
    """The sets of words that ship, in the order they are offered."""
    return tuple(words_of(data) for data in _read("words.toml")["set"])


@cache
def shipped_routines() -> tuple[Routine, ...]:
    """The routines that ship."""
    return tuple(routine_of(data) for data in _read("routines.toml")["routine"])


def words_of(data: Mapping[str, Any], *, own: bool = False) -> WordSet:
    """A set from its data: each word is "label", or "label = etiqueta" with a second language.

    Raises: InvalidValue, naming what is wrong.
    """
    by = str(data.get("by", ""))
    words = tuple(_word(line, by) for line in data.get("words", ()))
    return WordSet(
        key=str(data["key"]), name=str(data.get("name", "")), kind=data.get("kind", "words"), words=words,
        apart=tuple((str(a), str(b)) for a, b in data.get("apart", ())), in_pairs=bool(data.get("in_pairs")), own=own,
    )  # fmt: skip


def _word(line: str, by: str) -> Word:
    label, _, second = (part.strip() for part in line.partition("="))
    if not label or len(label) > 80 or len(second) > 80:
        raise InvalidValue(FieldProblem("words", f"has {line!r}, which is no word.", "Write it as jug = jarra."))
    return Word(key=label, labels=(("en", label), *((("es", second),) if second else ())), by=by)


def routine_of(data: Mapping[str, Any], *, own: bool = False) -> Routine:
    """A routine from its data. Raises: InvalidValue, naming what is wrong."""
    steps = tuple(
        Step(key=str(s["key"]), text=str(s["text"]), picture=str(s.get("picture", "")), who=s.get("who", "child"),
             timer_min=s.get("timer"), caution=str(s.get("caution", "")), source=str(s.get("source", "")))
        for s in data.get("steps", ())
    )  # fmt: skip
    return Routine(key=str(data["key"]), name=str(data.get("name", "")), invitation=str(data.get("invitation", "")),
                   steps=steps, from_months=int(data.get("from_months", 12)), own=own)  # fmt: skip
