"""Models of heights: of the house for each child, and of each child's reach as it grows."""

from __future__ import annotations

import datetime as dt
from typing import Annotated, Literal

from pydantic import Field

from zither_awl.api.schemas.base import Flag, Id, In, Out, Text, Whole
from zither_awl.api.schemas.house import ChildOut


class SpanOut(Out):
    low: float
    high: float


class AidOut(Out):
    """One thing that gives independence; `now` None when it is not for this child yet."""

    key: str
    room: str
    name: str
    now: SpanOut | None
    later: SpanOut | None
    note: str
    source: str
    done: bool
    daily: int
    missed: bool
    """Whether a grown person's height of it is out of the child's reach today."""


class ForChildOut(Out):
    child: int
    name: str
    aids: list[AidOut]
    first: list[str]
    """The keys of what would give most independence now, the first of it first."""


class HeightsOut(Out):
    """Every child's list, and the day the later heights are for."""

    children: list[ForChildOut]
    later: dt.date
    counter_mm: float | None
    basin_mm: float | None


class TickAidIn(In):
    child: Id
    key: Text
    done: Flag


class AidIn(In):
    """A thing of the household's own: by a height of the body, or at one height for everybody."""

    room: Annotated[str, Field(max_length=40)]
    name: Annotated[str, Field(max_length=80)]
    at: Literal["floor", "knee", "seat", "elbow", "shoulder", "eye", "head"] = "shoulder"
    height_mm: Annotated[float | None, Field(allow_inf_nan=False)] = None
    daily: Annotated[int, Field(ge=1, le=40), Whole] = 1


class ReachedOut(Out):
    """A board a child will reach within the year, and from when."""

    child: int
    unit: int
    board: int
    words: str


class AheadOut(Out):
    """The children's reach on a later day, and what they come to reach on the way there."""

    on: dt.date
    children: list[ChildOut]
    reached: list[ReachedOut]
