"""Models of the making list and of marks of wear."""

from __future__ import annotations

import datetime as dt
from typing import Annotated, Literal

from pydantic import Field

from zither_awl.api.schemas.base import Id, In, Out, Text, Whole

What = Literal["worn", "wash", "renew"]
Note = Annotated[str, Field(max_length=200)]


class CheckTextOut(Out):
    key: str
    text: str


class RecipeOut(Out):
    """How a kind of thing is made at home, and what must be checked before a child gets it."""

    key: str
    name: str
    makes: str
    work: str
    minutes: int
    materials: list[str]
    steps: list[str]
    checks: list[CheckTextOut]


class MakingOut(Out):
    id: int
    recipe: RecipeOut
    name: str
    wanted_for: str
    done: list[int]
    checked: list[str]
    checked_by: str
    checked_on: dt.date | None
    begun_on: dt.date


class SuggestedOut(Out):
    recipe: RecipeOut
    cards: int
    """How many cards ask for such a thing first."""


class WornOut(Out):
    """A thing or a tray that is worn, to be washed or to be renewed."""

    id: int
    what: What
    name: str
    component_id: int | None
    tray_id: int | None
    note: str
    marked_by: str
    marked_on: dt.date


class MakingListOut(Out):
    begun: list[MakingOut]
    suggested: list[SuggestedOut]
    marks: list[WornOut]


class BeginIn(In):
    recipe: Text
    wanted_for: Text = ""


class GoOnIn(In):
    done: Annotated[list[Annotated[int, Whole]], Field(max_length=40)]
    checked: Annotated[list[Text], Field(max_length=20)]
    checked_by: Text = ""


class GiveIn(In):
    name: Text
    count: Annotated[int, Field(ge=1, le=1000), Whole] = 1


class WornIn(In):
    what: What
    component_id: Id | None = None
    tray_id: Id | None = None
    note: Note = ""
