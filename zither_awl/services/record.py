"""Use cases of looking at one child: the three judgements per tray, and how concentration develops."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import date, timedelta

from zither_awl.core.concentration import Span, span_of
from zither_awl.core.judgement import Judgement
from zither_awl.core.values import Episode
from zither_awl.services.desk import Desk, House
from zither_awl.services.shelf import Marks, marks_of

MOST_NOTES = 12
SPAN_WEEKS = 104
"""Concentration is looked at over two years at most."""


@dataclass(frozen=True, slots=True)
class ChildRecord:
    """What is known about one child: per tray, over the weeks, and the newest words written about it."""

    marks: Marks
    judgements: tuple[Judgement, ...]
    span: Span
    notes: tuple[Episode, ...]


def record_of(desk: Desk, child_id: int) -> ChildRecord:
    """The record of a child: every tray it is for or has worked with, what stands out now first."""
    house, today = desk.house(), desk.today()
    return house.once(("record", child_id, today), lambda: _record(desk, house, child_id, today))


def _record(desk: Desk, house: House, child_id: int, today: date) -> ChildRecord:
    child = house.child(child_id)
    judge = house.judgements(today)
    out = {p.tray.id for p in house.placements}
    known = [judge.of(child, tray) for tray in house.trays]
    kept = [j for j in known if child_id in j.tray.for_children or j.visits]
    with desk.read() as work:
        noted = work.log.episodes(work.log.ids_where(child_id=child_id, noted=True, most=MOST_NOTES))
        own = work.log.longest(child_id, today - timedelta(weeks=SPAN_WEEKS))
    return ChildRecord(
        marks=marks_of(child, today),
        span=span_of(own, today),
        notes=tuple(reversed(noted)),
        judgements=tuple(sorted(kept, key=lambda j: (j.tray.id not in out, j.tray.card.area, j.tray.name))),
    )
