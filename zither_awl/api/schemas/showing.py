"""Models of showing a tray."""

from __future__ import annotations

import datetime as dt
from typing import Annotated

from pydantic import Field

from zither_awl.api.schemas.base import Day, Id, In, Out, Pattern, ReasonOut
from zither_awl.api.schemas.table import FoodFindingOut


class PlanShowingIn(In):
    child_id: Id
    tray_id: Id
    day: Day
    reason: Annotated[str, Field(max_length=200)] = ""
    """Why, where something before it is not known."""


class WhatIfOut(Out):
    what: str
    then: str


class ShownOut(Out):
    id: int
    at: dt.datetime
    again: bool
    outcome: str
    manner: str
    adult: str


class WithOut(Out):
    """A child the same tray stands out for: it can be shown to several at once."""

    id: int
    name: str
    pattern: Pattern


class MannerOut(Out):
    """A way of showing: its opening words and what the adult does."""

    style: str
    opening: str
    manner: str


class ScriptOut(Out):
    """What an adult needs at hand while showing; `steps` is empty where the card has no script."""

    child_id: int
    child: str
    tray_id: int
    tray: str
    card: str
    style: str
    manners: list[MannerOut]
    steps: list[str]
    changes: str
    invitation: str
    also: list[str]
    grid: list[str]
    then: list[str]
    interest: list[str]
    control: str
    clean_up: str
    expects: str
    not_yet: str
    what_if: list[WhatIfOut]
    if_hard: list[str]
    beforehand: list[str]
    """What the adult does before the child begins, so that it is easier."""
    supervision: str
    condition: str
    shown: list[ShownOut]
    outcomes: list[str]
    ways: list[str]
    """How a child may go about it."""
    with_children: list[WithOut]
    foods: list[FoodFindingOut]
    """What is known against the food on it, for this child."""
    words: list[str]
    lesson: str
    """The set its words are."""
    planned_id: int | None
    planned_day: dt.date | None
    waits: list[ReasonOut]
    """Why it is early for this child, or late; empty where it suits now."""
