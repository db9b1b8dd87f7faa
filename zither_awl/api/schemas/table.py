"""Models of the snack table."""

from __future__ import annotations

import datetime as dt
from typing import Literal

from zither_awl.api.schemas.base import Out, ReasonOut


class FoodFindingOut(Out):
    """What is known against a food for a child: "must" forbids it."""

    child_id: int
    child: str
    severity: Literal["must", "should", "note"]
    text: str
    source: str


class FoodOut(Out):
    """A food, its cuts as they are said, the cut all of today's eaters may have it in, if there is one, and what was
    found."""

    key: str
    name: str
    cuts: list[str]
    cut: str | None
    found: list[FoodFindingOut]


class FoodsOut(Out):
    foods: list[FoodOut]
    cuts: dict[str, str]
    """By cut: how it is said."""


class AtTableOut(Out):
    what: str
    at: dt.datetime
    child_id: int | None
    adult: str
    food: str
    """How it is called."""
    cut: str
    outcome: str


class OnItOut(Out):
    food: str
    cut: str
    set_at: dt.datetime
    by: str
    found: list[FoodFindingOut]


class ForEachOut(Out):
    child_id: int
    child: str
    pieces: int


class MetOut(Out):
    """How a child met a food, time by time."""

    child_id: int
    food: str
    outcomes: list[str]


class TableOut(Out):
    stage: str
    what: str
    eaters: list[int]
    for_each: list[ForEachOut]
    in_the_bowl: int
    reasons: list[ReasonOut]
    on_it: list[OnItOut]
    today: list[AtTableOut]
    empty_at: dt.datetime | None
    refilled: int
    may_refill: bool
    met: list[MetOut]
    poured: list[str]
    tasted: list[str]
    """What can be said of pouring, and of meeting a food."""
    script: list[str]
