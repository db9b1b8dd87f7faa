"""Visits and milestones: the log folded, in the transaction that writes it, and at any time made anew from it."""

from __future__ import annotations

from collections import defaultdict
from collections.abc import Collection, Iterator, Sequence
from datetime import date
from typing import Any, TypeVar

from sqlalchemy import Row, delete, insert, select, tuple_, update
from sqlalchemy.orm import Session

from zither_awl.core.concentration import fold
from zither_awl.core.mastery import known_since
from zither_awl.core.values import Place, Visit, Work
from zither_awl.store.log import LogKeeper
from zither_awl.store.models.log import EpisodeRow, MilestoneRow, VisitRow
from zither_awl.store.models.settings import RevisionRow

FORM = 2
"""The form visits and milestones are made in now; a file with another is made anew when it is opened."""
AT_ONCE = 500
"""So many works are asked for in one statement."""

K = TypeVar("K")
Pair = tuple[int, int]
"""A child and a card."""
Reached = tuple[int, int, str]
"""A child, a card, and what it reached: tried, alone, mastered."""
_PLAIN = (
    "child_id",
    "tray_id",
    "card_id",
    "activity",
    "local_day",
    "began",
    "ended",
    "last_at",
    "morning_id",
    "minutes",
    "longest_min",
    "repetitions",
    "helps",
    "self_corrections",
    "breaks",
    "depth",
)
VISIT_COLUMNS = tuple(getattr(VisitRow, name) for name in (*_PLAIN, "episode_id", "work", "place", "parts"))


def refresh(session: Session, episodes: Collection[str]) -> None:
    """Fold these works anew, and see again what was reached with their cards."""
    pairs: set[Pair] = set()
    for ids in _in_portions(sorted(episodes)):
        before = visits(session.execute(select(*VISIT_COLUMNS).where(VisitRow.episode_id.in_(ids))))
        session.execute(delete(VisitRow).where(VisitRow.episode_id.in_(ids)))
        after = [fold(e) for e in LogKeeper(session).episodes(ids) if not e.struck]
        if after:
            session.execute(insert(VisitRow), [_values(visit) for visit in after])
        touched = [v for v in (*before, *after) if v.card_id is not None]
        pairs |= {(v.child_id, v.card_id) for v in touched if v.card_id is not None}
        if set(ids) - {v.id for v in (*before, *after)}:
            # A work that is gone took its visit along: whose it was nobody can say any more.
            pairs |= _all_reached_pairs(session)
    _reach(session, pairs)


def _all_reached_pairs(session: Session) -> set[Pair]:
    m = MilestoneRow
    return {(child, card) for child, card in session.execute(select(m.child_id, m.card_id).distinct())}


def _reach(session: Session, pairs: Collection[Pair]) -> None:
    """See again what was reached, for pairs whose work changed."""
    m, v = MilestoneRow, VisitRow
    for some in _in_portions(sorted(pairs)):
        of_pair = tuple_(m.child_id, m.card_id)
        done: defaultdict[Pair, list[Visit]] = defaultdict(list)
        asked = select(*VISIT_COLUMNS).where(tuple_(v.child_id, v.card_id).in_(some)).order_by(v.began, v.episode_id)
        for visit in visits(session.execute(asked)):
            done[visit.child_id, visit.card_id or 0].append(visit)
        session.execute(delete(m).where(of_pair.in_(some)))
        rows = [
            {"child_id": child, "card_id": card, "kind": kind, "local_day": day}
            for child, card in some
            for kind, day in reached(done[child, card]).items()
        ]
        if rows:
            session.execute(insert(m), rows)


def reached(done: Sequence[Visit]) -> dict[str, date]:
    """Of all the work of one child with one card, oldest first: the day it was first tried, first done alone, and since
    which it is mastered, if it is."""
    found = {"tried": done[0].local_day} if done else {}
    alone = next((v.local_day for v in done if v.finished and v.done_alone), None)
    mastered = known_since([v for v in done if v.finished])
    return found | ({"alone": alone} if alone else {}) | ({"mastered": mastered} if mastered else {})


def visits_of(session: Session, child_id: int) -> list[Visit]:
    """Every piece of work of a child, oldest first."""
    asked = select(*VISIT_COLUMNS).where(VisitRow.child_id == child_id).order_by(VisitRow.began, VisitRow.episode_id)
    return visits(session.execute(asked))


def all_reached(session: Session) -> dict[Reached, date]:
    """What was reached, by child, card and kind: the day."""
    m = MilestoneRow
    rows: Any = session.execute(select(m.child_id, m.card_id, m.kind, m.local_day))
    return {(child, card, kind): day for child, card, kind, day in rows}


def rebuild(session: Session) -> None:
    """Make every visit and milestone anew from the log."""
    session.execute(delete(VisitRow))
    session.execute(delete(MilestoneRow))
    refresh(session, list(session.scalars(select(EpisodeRow.id))))
    session.execute(update(RevisionRow).values(projections=FORM))


def stale(session: Session) -> bool:
    """Whether a file's visits and milestones are of another form than this program makes."""
    return session.scalars(select(RevisionRow.projections)).one() != FORM


def differences(session: Session) -> list[str]:
    """What is different once visits and milestones are made anew: a line each.

    To be asked in a transaction of which nothing is kept.
    """
    before = _all(session)
    rebuild(session)
    after = _all(session)
    return sorted(
        f"{table} {key}"
        for table, key in before.keys() | after.keys()
        if before.get((table, key)) != after.get((table, key))
    )


def _all(session: Session) -> dict[tuple[str, str], Any]:
    found: dict[tuple[str, str], Any] = {("visit", v.id): v for v in visits(session.execute(select(*VISIT_COLUMNS)))}
    m = MilestoneRow
    for row in session.execute(select(m.child_id, m.card_id, m.kind, m.local_day)):
        found["milestone", f"{row.child_id}/{row.card_id}/{row.kind}"] = row.local_day
    return found


def _in_portions(keys: Sequence[K]) -> Iterator[Sequence[K]]:
    for at in range(0, len(keys), AT_ONCE):
        yield keys[at : at + AT_ONCE]


def _values(visit: Visit) -> dict[str, Any]:
    plain = {name: getattr(visit, name) for name in _PLAIN}
    return {
        **plain,
        "episode_id": visit.id,
        "work": visit.work.value if visit.work else None,
        "place": visit.place.value if visit.place else None,
        "parts": [list(p) for p in visit.parts],
    }


def visits(rows: Any) -> list[Visit]:
    """Rows of `VISIT_COLUMNS` as visits."""
    return [_visit(row) for row in rows]


def _visit(r: Row[Any]) -> Visit:
    return Visit(
        id=r.episode_id,
        child_id=r.child_id,
        tray_id=r.tray_id,
        card_id=r.card_id,
        activity=r.activity,
        local_day=r.local_day,
        began=r.began,
        ended=r.ended,
        last_at=r.last_at,
        work=Work(r.work) if r.work else None,
        place=Place(r.place) if r.place else None,
        morning_id=r.morning_id,
        minutes=r.minutes,
        longest_min=r.longest_min,
        repetitions=r.repetitions,
        helps=r.helps,
        self_corrections=r.self_corrections,
        breaks=r.breaks,
        depth=r.depth,
        parts=tuple((str(name), bool(done)) for name, done in r.parts),
    )
