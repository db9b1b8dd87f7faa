"""A morning as a table: one row a happening, in the order it happened, times in the household's own zone.

Columns: `day`, `child`, `at` (9:05:30), `what` (start, round, broken, back, helped, mended, part, depth, note, finish,
a state, or look), `at_what` (the tray, or the work that stands on no shelf), `cause`, `text`, `work`, `place`,
`work_id` (the same in every row of one piece of work).
"""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from dataclasses import dataclass
from datetime import datetime

from zither_awl.formats.tables import write_table

COLUMNS = ("day", "child", "at", "what", "at_what", "cause", "text", "work", "place", "work_id")


@dataclass(frozen=True, slots=True)
class Happening:
    """One row: when, in the household's zone, and what."""

    at: datetime
    child: str
    what: str
    at_what: str = ""
    cause: str = ""
    text: str = ""
    work: str = ""
    place: str = ""
    work_id: str = ""


def morning_csv(happenings: Iterable[Happening]) -> str:
    """The CSV of a morning."""
    return write_table(COLUMNS, [_cells(h) for h in sorted(happenings, key=lambda h: (h.at, h.child, h.what))])


def _cells(h: Happening) -> Mapping[str, str]:
    return {
        "day": f"{h.at:%Y-%m-%d}",
        "child": h.child,
        "at": f"{h.at:%H:%M:%S}",
        "what": h.what,
        "at_what": h.at_what,
        "cause": h.cause,
        "text": h.text,
        "work": h.work,
        "place": h.place,
        "work_id": h.work_id,
    }
