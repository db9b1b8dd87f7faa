"""Models of routines: real work without a tray."""

from __future__ import annotations

import datetime as dt
from typing import Annotated, Literal

from pydantic import Field

from zither_awl.api.schemas.base import Id, In, Out, Whole

Who = Literal["child", "together", "adult"]
Piles = Literal["", "by person", "by kind"]
Weekday = Annotated[int, Field(ge=0, le=6), Whole]


class StepOut(Out):
    key: str
    text: str
    picture: str
    photo: bool
    who: Who
    timer_min: float | None
    amount: str
    caution: str
    source: str
    only_if: str
    piles: Piles
    kinds: list[str]


class RoutineOut(Out):
    """`changed`: it ships, and the household wrote it anew."""

    key: str
    name: str
    invitation: str
    from_months: int
    weekdays: list[int]
    adults: list[int]
    own: bool
    changed: bool
    steps: list[StepOut]


class InvitedOut(Out):
    child_id: int
    answer: str


class DoneStepOut(Out):
    step: str
    at: dt.datetime
    child_id: int | None


class BranchOut(Out):
    """What was found of a condition that steps hang on."""

    branch: str
    holds: bool


class RunOut(Out):
    key: str
    routine: str
    began: dt.datetime
    ended: dt.datetime | None
    invited: list[InvitedOut]
    done: list[DoneStepOut]
    branches: list[BranchOut]
    next: str | None


class RoutinesOut(Out):
    """`today`: the keys of those that come round today."""

    routines: list[RoutineOut]
    open: list[RunOut]
    past: list[RunOut]
    today: list[str]
    pictures: list[str]
    """The drawings a step can be followed by."""


class StepIn(In):
    """A step; "" for a key gives it one that stays."""

    key: Annotated[str, Field(max_length=40)] = ""
    text: Annotated[str, Field(max_length=200)]
    picture: Annotated[str, Field(max_length=40)] = ""
    who: Who = "child"
    timer_min: Annotated[float | None, Field(allow_inf_nan=False)] = None
    amount: Annotated[str, Field(max_length=60)] = ""
    caution: Annotated[str, Field(max_length=300)] = ""
    source: Annotated[str, Field(max_length=120)] = ""
    only_if: Annotated[str, Field(max_length=60)] = ""
    piles: Piles = ""
    kinds: Annotated[list[Annotated[str, Field(min_length=1, max_length=40)]], Field(max_length=12)] = []


class RoutineIn(In):
    """A routine, written anew."""

    key: Annotated[str, Field(max_length=40)] = ""
    name: Annotated[str, Field(max_length=80)]
    invitation: Annotated[str, Field(max_length=200)] = ""
    from_months: Annotated[int, Field(ge=0, le=144), Whole] = 12
    weekdays: Annotated[list[Weekday], Field(max_length=7)] = []
    adults: Annotated[list[Id], Field(max_length=12)] = []
    steps: Annotated[list[StepIn], Field(max_length=30)]
