"""Episodes to and from CSV: one row a piece of work, times in the household's own zone.

Columns: see COLUMNS. `day` is 2026-11-02, times are 9:05 or 9:05:30. `work` and `place` are the words of the
screen. `morning_began`, `morning_ended`, `present` and `seen` describe the day's morning and may stand in any of
its rows. `shown` is yes where an adult showed the tray that day.
"""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from dataclasses import dataclass
from datetime import date, time

from zither_awl.core.errors import FieldProblem
from zither_awl.core.saying import say
from zither_awl.core.values import HELPS, Place, Work
from zither_awl.formats.tables import Cells

COLUMNS: tuple[str, ...] = (
    "child",
    "tray",
    "day",
    "began",
    "ended",
    "work",
    "place",
    "rounds",
    "helped",
    "note",
    "shown",
    "watched_by",
    "morning_began",
    "morning_ended",
    "present",
    "seen",
)


@dataclass(frozen=True, slots=True)
class EpisodeLine:
    """A row read: names, local day and times, and what was told."""

    child: str
    tray: str
    day: date
    began: time
    ended: time | None
    work: Work | None
    place: Place | None
    rounds: int
    helped: str
    note: str
    shown: bool
    watched_by: str
    morning_began: time | None
    morning_ended: time | None
    present: tuple[str, ...]
    seen: str


def read_episode(cells: Mapping[str, str]) -> tuple[EpisodeLine | None, tuple[FieldProblem, ...]]:
    """One row as an episode, or everything that is wrong with it."""
    row = Cells(cells)
    child, tray = row.needed("child"), row.needed("tray")
    day = _day(row)
    began, ended = _time(row, "began", needed=True), _time(row, "ended")
    if began is not None and ended is not None and ended <= began:
        first, last = format(began, "%H:%M:%S"), format(ended, "%H:%M:%S")
        row.wrong("ended", say("{ended} is not after began {began}.", ended=last, began=first))
    work = row.one_of("work", [w.value for w in Work], Work.RIGHT.value)
    place = row.one_of("place", [p.value for p in Place], Place.BACK.value)
    helped = row.one_of("helped", ["", *HELPS]) if row.text("helped") else ""
    rounds = row.whole("rounds", 0) or 0
    if not 0 <= rounds <= 200:
        row.wrong("rounds", say("is {rounds}; expected 0 to 200.", rounds=rounds))
    seen = row.one_of("seen", ["all", "part"], "all")
    morning = _time(row, "morning_began"), _time(row, "morning_ended")
    shown = row.yes("shown")
    if row.problems or day is None or began is None:
        return None, tuple(row.problems)
    return EpisodeLine(
        child,
        tray,
        day,
        began,
        ended,
        Work(work),
        Place(place),
        rounds,
        helped,
        row.text("note"),
        shown,
        row.text("watched_by"),
        *morning,
        tuple(row.listed("present")),
        seen,
    ), ()


def _day(row: Cells) -> date | None:
    word = row.needed("day")
    try:
        return date.fromisoformat(word) if word else None
    except ValueError:
        row.wrong("day", say("{word} is not a date.", word=repr(word)), say("Write it as 2026-11-02."))
        return None


def _time(row: Cells, column: str, *, needed: bool = False) -> time | None:
    word = row.needed(column) if needed else row.text(column)
    if not word:
        return None
    try:
        return time.fromisoformat(word.zfill(5) if word.count(":") == 1 else word.zfill(8))
    except ValueError:
        row.wrong(column, say("{word} is not a time of day.", word=repr(word)), say("Write it as 9:05 or 9:05:30."))
        return None


def episode_cells(
    child: str,
    tray: str,
    adult: str,
    local: Mapping[str, str],
    *,
    work: str,
    place: str,
    rounds: int,
    helped: str,
    notes: Iterable[str],
) -> dict[str, str]:
    """A piece of work as the cells of a row; `local` holds day, began and ended in the household's zone."""
    return {
        "child": child,
        "tray": tray,
        **local,
        "work": work,
        "place": place,
        "rounds": str(rounds),
        "helped": helped,
        "note": " / ".join(notes),
        "shown": "no",
        "watched_by": adult,
    }
