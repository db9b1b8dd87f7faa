"""Models of heights: of the house for each child, and of each child's reach as it grows."""

from __future__ import annotations

import datetime as dt

from zither_awl.api.schemas.base import Flag, Id, In, Out, Text
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


class ForChildOut(Out):
    child: int
    name: str
    aids: list[AidOut]


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
