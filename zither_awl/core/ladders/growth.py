"""What changed between two days in where a child stands: a list a parent can read. Never a score."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from datetime import date, timedelta
from typing import Literal

from zither_awl.core.ladders.graph import Before
from zither_awl.core.mastery import KNOWN, MasteryState
from zither_awl.core.practice import Practice
from zither_awl.core.values import Rung

Grown = Literal["replaced", "known", "still loved", "left behind", "slipped", "new"]
GROWN: tuple[Grown, ...] = ("replaced", "known", "still loved", "new", "slipped", "left behind")


@dataclass(frozen=True, slots=True)
class Stood:
    """How a child stood with a level on a day: its mastery, and when it last worked with it, None for never."""

    mastery: MasteryState
    last: date | None = None


@dataclass(frozen=True, slots=True)
class Change:
    """What became of one level; `by` the harder form that took its place."""

    kind: Grown
    rung: Rung
    by: Rung | None = None


def growth(
    then: Mapping[Rung, Stood],
    now: Mapping[Rung, Stood],
    before: Before,
    since: date,
    on: date,
    *,
    practice: Practice = Practice(),
) -> tuple[Change, ...]:
    """What changed from one day to another, in the order of GROWN. A level without an entry was not shown.

    replaced: worked with then; now a level that follows from it is. still loved: known then, and worked with in the
    last weeks. left behind: at work then, not known now, and not touched for eight weeks. slipped: known then, slipping
    or at work again now. new: not shown then, worked with now. known: at work then, known now.
    """
    recent = on - timedelta(days=practice.left_behind_days)
    after: dict[Rung, list[Rung]] = {}
    for later, earlier in before.items():
        for rung in earlier:
            after.setdefault(rung, []).append(later)
    nothing = Stood("not shown")
    found = []
    for rung in sorted(then.keys() | now.keys()):
        was, stands = then.get(rung, nothing), now.get(rung, nothing)
        harder = next(
            (
                later
                for later in sorted(after.get(rung, ()))
                if _taken(now.get(later, nothing), recent) and not _worked(then.get(later, nothing))
            ),
            None,
        )
        kind = _kind(was, stands, harder is not None, recent)
        if kind is not None:
            found.append(Change(kind, rung, harder if kind == "replaced" else None))
    return tuple(sorted(found, key=lambda change: GROWN.index(change.kind)))


def _kind(was: Stood, now: Stood, harder: bool, recent: date) -> Grown | None:
    touched = now.last is not None and now.last > recent
    if not _worked(was):
        return "new" if _worked(now) else None
    if was.mastery in ("mastered", "said") and now.mastery not in ("mastered", "said"):
        return "slipped"
    if harder and not touched:
        return "replaced"
    if was.mastery in KNOWN:
        return "still loved" if touched else None
    if now.mastery in KNOWN:
        return "known"
    return None if touched else "left behind"


def _worked(stood: Stood) -> bool:
    return stood.mastery not in ("not shown", "shown")


def _taken(stood: Stood, recent: date) -> bool:
    return _worked(stood) and (stood.last is None or stood.last > recent or stood.mastery in KNOWN)
