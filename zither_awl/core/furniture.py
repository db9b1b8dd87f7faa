"""Heights of furniture for a child: seat, table, hook, mirror, and a stool for a counter. Heights mm."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from zither_awl.core.errors import FieldProblem, InvalidValue
from zither_awl.core.saying import figure, say
from zither_awl.core.sources import COMMON_PRACTICE, EN_1729_SOURCE

ELBOW_SHARE, SEAT_SHARE, TABLE_SHARE = 0.60, 0.24, 0.45
HOOK_SHARE, MIRROR_FROM_SHARE, MIRROR_TO_SHARE = 1.0, 0.25, 1.1
"""Shares of stature. Elbow: see core.body. The others are common practice, no source."""
UNDER_ELBOW_MM = 50.0
"""A child works at a counter that is this far below its elbow. Common practice, no source."""
RAILED_MM, TOO_HIGH_MM = 250.0, 450.0
"""A stool above the first is a step with a rail; above the second there is none. Common practice, no source."""
RAILED_MONTHS = 36


@dataclass(frozen=True, slots=True)
class SizeMark:
    """One size of EN 1729-1: from which to which stature it is, and its seat and table."""

    mark: int
    from_mm: float
    to_mm: float
    seat_mm: float
    table_mm: float


SIZE_MARKS = (
    SizeMark(0, 800, 950, 210, 400),
    SizeMark(1, 930, 1160, 260, 460),
    SizeMark(2, 1080, 1210, 310, 530),
    SizeMark(3, 1190, 1420, 350, 590),
)
"""Source: EN 1729-1:2015, from memory. Marks above 3 are left out: nobody here is that tall."""


@dataclass(frozen=True, slots=True)
class Stool:
    """What a child stands on at a counter. `kind` "none" when the counter is low enough without."""

    height_mm: float
    kind: Literal["none", "stool", "railed step", "too high"]
    text: str


@dataclass(frozen=True, slots=True)
class Fit:
    """Furniture heights in mm for one stature. `mark` is None outside the marks, where ratios of stature are used."""

    stature: float
    seat: float
    table: float
    hook: float
    mirror: tuple[float, float]
    mark: int | None
    source: str

    def stool_for(self, counter: float, months: int | None = None) -> Stool:
        """The stool for a counter of so many mm; under 36 months (or with no age given, by height) it has a rail."""
        high = max(0.0, counter - (ELBOW_SHARE * self.stature - UNDER_ELBOW_MM))
        if high == 0:
            return Stool(0.0, "none", say("low enough as it is"))
        if high > TOO_HIGH_MM:
            return Stool(high, "too high", say("too high, work at the table"))
        if high > RAILED_MM or (months is not None and months < RAILED_MONTHS):
            return Stool(high, "railed step", say("railed step, adult at hand"))
        return Stool(high, "stool", say("a stool that stands firm"))


def furniture_fit(stature: float) -> Fit:
    """Seat, table, hook and mirror for a child of so many mm; in an overlap of marks the smaller seat.

    Raises: InvalidValue for a stature outside 300 to 1500 mm.
    Source: EN 1729-1:2015 (from memory) between 800 and 1420 mm; else ratios of stature, common practice.
    """
    if not 300 <= stature <= 1500:
        raise InvalidValue(
            FieldProblem("stature_mm", say("is {stature} mm; expected 300 to 1500 mm.", stature=figure(stature)))
        )
    mark = next((m for m in SIZE_MARKS if m.from_mm <= stature <= m.to_mm), None)
    return Fit(
        stature=stature,
        seat=mark.seat_mm if mark else SEAT_SHARE * stature,
        table=mark.table_mm if mark else TABLE_SHARE * stature,
        hook=HOOK_SHARE * stature,
        mirror=(MIRROR_FROM_SHARE * stature, MIRROR_TO_SHARE * stature),
        mark=mark.mark if mark else None,
        source=EN_1729_SOURCE if mark else COMMON_PRACTICE,
    )
