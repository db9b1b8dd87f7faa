"""Models of a morning read afterwards."""

from __future__ import annotations

import datetime as dt

from zither_awl.api.schemas.base import Out
from zither_awl.api.schemas.house import ChildOut
from zither_awl.api.schemas.watch import EpisodeOut, MorningOut, SpellOut, SweptOut


class StretchOut(Out):
    """Minutes from the beginning of the morning."""

    from_min: float
    to_min: float


class CauseOut(Out):
    cause: str
    times: int


class QuarterOut(Out):
    """A quarter of an hour of a child's mornings, with Wilson's interval (95 %)."""

    from_min: int
    at_work: int
    mornings: int
    share: float
    low: float
    high: float


class ChildsMorningOut(Out):
    child: ChildOut
    at_work_min: float
    settling_min: float | None
    dip: StretchOut | None
    great: StretchOut | None
    great_at: str
    """What the great work was."""
    work: list[StretchOut]
    longest_min: float | None
    stretches_min: list[float]
    rounds: int
    breaks: list[CauseOut]
    came_back: int
    typical: list[QuarterOut]
    mornings: int


class MorningReadOut(Out):
    """`typical_weeks`: over how many weeks back the typical morning is taken."""

    morning: MorningOut
    day: dt.date
    episodes: list[EpisodeOut]
    spells: list[SpellOut]
    children: list[ChildsMorningOut]
    swept: SweptOut
    earlier: int | None
    later: int | None
    typical_weeks: int
