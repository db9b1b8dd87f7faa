"""Work cycles that several devices begin and end: one of that time is joined, the later word of its end counts."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import replace
from datetime import date, datetime, timedelta
from typing import Literal

from zither_awl.core.practice import Practice
from zither_awl.core.values import Morning


def of_day(cycles: Iterable[Morning], day: date) -> list[Morning]:
    """The cycles of a day, oldest first: there may be several."""
    return sorted((m for m in cycles if m.day == day), key=lambda m: m.began)


def begun(
    cycles: Iterable[Morning],
    at: datetime,
    day: date,
    here: frozenset[int],
    adult_id: int | None,
    practice: Practice = Practice(),
) -> Morning:
    """A cycle that begins (id 0), or the one of that day another device began: it began when the first said so."""
    slack = timedelta(minutes=practice.same_morning_min)
    for cycle in of_day(cycles, day):
        if at >= cycle.began - slack and (cycle.ended is None or at <= cycle.ended):
            return replace(cycle, began=min(cycle.began, at), present=cycle.present | here)
    return Morning(id=0, day=day, began=at, present=here, adult_id=adult_id)


def running(cycles: Iterable[Morning], at: datetime, day: date) -> Morning | None:
    """The cycle of a day that an instant falls into: the last that had begun by then."""
    return next((m for m in reversed(of_day(cycles, day)) if m.began <= at), None)


def ended(cycle: Morning, at: datetime, seen: Literal["all", "part"] | None) -> Morning:
    """The cycle, ended; of two devices that ended it the later word counts."""
    return cycle if cycle.ended is not None and cycle.ended >= at else replace(cycle, ended=at, seen=seen)


def containing(cycles: Iterable[Morning], began: datetime, until: datetime) -> Morning | None:
    """The ended cycle that overlaps a time, if there is one."""
    return next((m for m in cycles if m.ended and m.began < until and began < m.ended), None)
