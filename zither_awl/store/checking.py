"""Every value of a household file, held against what it may be, before any is taken: named by table, row, field."""

from __future__ import annotations

import json
from collections.abc import Callable, Iterator, Mapping
from datetime import date, datetime
from math import isfinite
from typing import Any
from zoneinfo import available_timezones

from zither_awl.core.errors import FieldProblem, InvalidValue
from zither_awl.core.making import WHATS
from zither_awl.core.practice import practice_of
from zither_awl.core.safety.allergens import ALLERGENS
from zither_awl.core.safety.nature import DECLARED
from zither_awl.core.saying import say
from zither_awl.core.things.kinds import KINDS
from zither_awl.core.things.shapes import Softness
from zither_awl.core.values import AREAS, PERMISSION_KINDS, SAID_ANSWERS, TAGS, UNIT_KINDS, Mobility, Place, Work
from zither_awl.core.words import CONTROL

Told = str | None
"""What is wrong with a value; None for nothing."""
FIRST, LAST = date(1990, 1, 1), date(2199, 12, 31)
NUMBERS = ("INTEGER", "FLOAT", "DOUBLE", "REAL", "BOOLEAN")
INSTANTS = ("at", "began", "ended", "until", "since", "paired_at", "done_at", "last_at")
HAZARDS = frozenset((*DECLARED, *(f"allergen:{each}" for each in ALLERGENS)))


def _words(known: frozenset[str] | None = None) -> Callable[[Any], Told]:
    def told(value: Any) -> Told:
        if not isinstance(value, list) or not all(isinstance(word, str) for word in value):
            return "is no list of words"
        strange = [word for word in value if known is not None and word not in known]
        return say("has {strange}, which is not known", strange=repr(strange[0])) if strange else None

    return told


def _numbers(value: Any) -> Told:
    fits = isinstance(value, list) and all(_number(each) for each in value)
    return None if fits else "is no list of numbers"


def _number(value: Any) -> bool:
    return isinstance(value, int | float) and not isinstance(value, bool) and isfinite(value)


def _shape(value: Any) -> Told:
    """A shape as it is kept: its word and its sizes."""
    sizes = {"ball": 1, "cylinder": 2, "brick": 3}
    if value is None:
        return None
    if not isinstance(value, list) or not value or not isinstance(value[0], str):
        return "is no shape"
    word, *rest = value
    if word == "irregular":
        parts = [each for each in rest[:2] if each is not None]
        return next((told for each in parts if (told := _shape(each))), None) if parts else "has no body around it"
    if sizes.get(word) != len(rest):
        return say("is no shape: {word}", word=repr(word))
    return None if all(_number(each) and each > 0 for each in rest) else "has a size that is none"


def _inside(value: Any) -> Told:
    if value is None:
        return None
    fits = isinstance(value, list) and len(value) == 5 and all(each is None or _number(each) for each in value[:4])
    marks = value[4] if fits else None
    pairs = isinstance(marks, list) and all(isinstance(p, list) and len(p) == 2 and all(map(_number, p)) for p in marks)
    return None if fits and pairs else "is no inside of a vessel"


def _practice(value: Any) -> Told:
    try:
        practice_of(value if isinstance(value, Mapping) else {"": value})
    except InvalidValue as problem:
        return str(problem).rstrip(".")
    return None


def _one_of(known: Any) -> Callable[[Any], Told]:
    allowed = frozenset(str(each) for each in known)
    return lambda value: (
        None if value is None or value in allowed else say("is {value}, which is not known", value=repr(value))
    )


_ZONES = frozenset(available_timezones())
RULES: dict[tuple[str, str], Callable[[Any], Told]] = {
    ("household", "zone"): _one_of(_ZONES),
    ("household", "practice"): _practice,
    ("child", "mobility"): _one_of(Mobility),
    ("child", "allergies"): _words(),
    ("child", "passions"): _words(),
    ("permission", "kind"): _one_of(PERMISSION_KINDS),
    ("said", "answer"): _one_of(SAID_ANSWERS),
    ("welcome_step", "state"): _one_of(("done", "later")),
    ("unit", "kind"): _one_of(UNIT_KINDS),
    ("board", "widths_mm"): _numbers,
    ("card", "area"): _one_of(AREAS),
    ("tray", "piece"): _shape,
    ("tray", "softness"): _one_of(Softness),
    ("tray", "hazards"): _words(HAZARDS),
    ("tray", "tags"): _words(frozenset(TAGS)),
    ("component", "shape"): _shape,
    ("component", "inside"): _inside,
    ("component", "kind"): _one_of(KINDS),
    ("component", "softness"): _one_of(Softness),
    ("component", "allergens"): _words(),
    ("making", "done"): _numbers,
    ("making", "checked"): _words(),
    ("mark", "what"): _one_of(WHATS),
    ("component", "dangers"): _words(HAZARDS),
    ("component", "colours"): _words(),
    ("component", "assumed"): _words(),
    ("episode", "work"): _one_of(Work),
    ("episode", "place"): _one_of(Place),
    ("change", "out"): _numbers,
    ("change", "in"): _numbers,
    ("change", "why_out"): _words(),
}
"""By table and column, where the column's type does not say it all."""


def problems_in(
    tables: Mapping[str, list[Mapping[str, Any]]], types: Mapping[str, Mapping[str, str]]
) -> list[FieldProblem]:
    """Everything that cannot be, each named by table, row and field. `types` are the columns' types by table."""
    found = [
        FieldProblem(f"tables.{table}.{at}.{column}", say("{told}.", told=told))
        for table, rows in tables.items()
        for at, row in enumerate(rows)
        for column, value in row.items()
        if (told := _told(table, column, value, types.get(table, {}).get(column, ""))) is not None
    ]
    return [*found, *_off_the_shelf(tables)]


def wrong_in(table: str, column: str, stored: Any, kind: str) -> Told:
    """What is wrong with a value as a column of a kind holds it; None for nothing."""
    if stored is None:
        return None
    if kind in NUMBERS and not _number(stored):
        return say("is {stored}, which is no number", stored=repr(stored))
    if kind == "JSON":
        try:
            stored = json.loads(stored)
        except (TypeError, ValueError):
            return say("is {stored}, which is no JSON", stored=repr(stored))
    return _told(table, column, stored, kind)


def _told(table: str, column: str, value: Any, kind: str) -> Told:
    if isinstance(value, str) and CONTROL.search(value):
        return "holds a sign that cannot be written"
    if value is None:
        return None
    if kind == "DATE":
        return _day(value)
    if column in INSTANTS and kind == "VARCHAR":
        return _instant(value)
    if isinstance(value, float) and not isfinite(value):
        return say("is {value}", value=value)
    rule = RULES.get((table, column))
    return rule(value) if rule else None


def _day(value: Any) -> Told:
    try:
        day = date.fromisoformat(value)
    except (TypeError, ValueError):
        return say("is {value}, which is no day", value=repr(value))
    return None if FIRST <= day <= LAST else say("is {value}, which cannot be", value=value)


def _instant(value: Any) -> Told:
    try:
        at = datetime.fromisoformat(value)
    except (TypeError, ValueError):
        return say("is {value}, which is no time", value=repr(value))
    return (
        None
        if at.tzinfo is not None and FIRST.year <= at.year <= LAST.year
        else say("is {value}, which cannot be", value=value)
    )


def _off_the_shelf(tables: Mapping[str, list[Mapping[str, Any]]]) -> Iterator[FieldProblem]:
    """Trays on boards or places that the unit does not have."""
    places = {(b.get("unit_id"), b.get("position")): b.get("places") for b in tables.get("board", ())}
    for at, row in enumerate(tables.get("placement", ())):
        most = places.get((row.get("unit_id"), row.get("board")))
        # What left long ago may have stood on a board that is no longer there.
        if row.get("until") is None and (most is None or not 0 <= row.get("place", 0) < most):
            yield FieldProblem(f"tables.placement.{at}.place", say("is a place the unit does not have."))
