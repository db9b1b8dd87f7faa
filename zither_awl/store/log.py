"""Keeps what happened: mornings, pieces of work with their events, showings, looks round the room."""

from __future__ import annotations

from collections import defaultdict
from collections.abc import Collection, Iterator
from dataclasses import dataclass
from datetime import date, datetime
from typing import Any, cast

from sqlalchemy import func, select
from sqlalchemy import text as sql
from sqlalchemy.orm import Session

from zither_awl.core.errors import NotFound
from zither_awl.core.merge import told_once
from zither_awl.core.saying import say
from zither_awl.core.values import MISSING, Episode, EpisodeEvent, Morning, Place, Presentation, Sweep, Work
from zither_awl.store.models.log import (
    EpisodeEventRow,
    EpisodeRow,
    MorningChildRow,
    MorningRow,
    PresentationRow,
    SweepChildRow,
    SweepRow,
    VisitRow,
)

_COLUMNS = tuple(
    getattr(EpisodeRow, name)
    for name in (
        *("id", "child_id", "tray_id", "activity", "morning_id", "adult_id", "began", "ended", "work", "place"),
        *("question", "struck", "told", "local_day", "card_id"),
    )
)


@dataclass(frozen=True, slots=True)
class ExportedWork:
    """A piece of work as a file tells it."""

    child_id: int
    tray_id: int | None
    activity: str
    began: datetime
    ended: datetime | None
    work: str
    place: str
    repetitions: int
    helped: str
    notes: tuple[str, ...]
    adult_id: int | None


class LogKeeper:
    """The household's log."""

    def __init__(self, session: Session) -> None:
        self._session = session

    def sweeps(self, morning_id: int) -> tuple[Sweep, ...]:
        """Every look round the room of a morning, oldest first."""
        states: defaultdict[str, list[tuple[int, str]]] = defaultdict(list)
        asked = select(SweepChildRow).join(SweepRow, SweepRow.key == SweepChildRow.sweep_key)
        of = SweepRow.morning_id == morning_id
        for r in self._session.scalars(asked.where(of).order_by(SweepChildRow.child_id)):
            states[r.sweep_key].append((r.child_id, r.state))
        # A child deleted for good leaves a sweep that may be empty.
        return tuple(
            Sweep(
                key=r.key,
                morning_id=r.morning_id,
                at=r.at,
                adult_id=r.adult_id,
                states=tuple(states[r.key]),
                local_day=r.local_day,
            )
            for r in self._session.scalars(select(SweepRow).where(of).order_by(SweepRow.at, SweepRow.key))
            if states[r.key]
        )

    def add_sweep(self, sweep: Sweep) -> bool:
        """Keep a sweep; one that is kept already stays as it is. Returns whether it was new."""
        if self._session.get(SweepRow, sweep.key) is not None:
            return False
        self._session.add(
            SweepRow(
                key=sweep.key,
                morning_id=sweep.morning_id,
                at=sweep.at,
                adult_id=sweep.adult_id,
                local_day=sweep.local_day,
            )
        )
        self._session.flush()
        self._session.add_all(SweepChildRow(sweep_key=sweep.key, child_id=c, state=s) for c, s in sweep.states)
        return True

    def mornings(
        self,
        *,
        since: date | None = None,
        day: date | None = None,
        ids: Collection[int] | None = None,
        newest: int | None = None,
    ) -> tuple[Morning, ...]:
        """Mornings, oldest first: all, those since a day, of a day, with these ids, or the newest few."""
        m, c = MorningRow, MorningChildRow
        asked = select(m.id, m.day, m.began, m.ended, m.seen, m.adult_id)
        asked = asked if since is None else asked.where(m.day >= since)
        asked = asked if day is None else asked.where(m.day == day)
        asked = asked if ids is None else asked.where(m.id.in_(ids))
        asked = asked.order_by(m.began) if newest is None else asked.order_by(m.began.desc()).limit(newest)
        rows = self._session.execute(asked).all()
        present: defaultdict[int, set[int]] = defaultdict(set)
        here = select(c.morning_id, c.child_id)
        if any(given is not None for given in (since, day, ids, newest)):
            here = here.where(c.morning_id.in_([r.id for r in rows]))
        for morning_id, child_id in self._session.execute(here):
            present[morning_id].add(child_id)
        found = [
            Morning(
                id=r.id,
                day=r.day,
                began=r.began,
                ended=r.ended,
                seen=cast("Any", r.seen),
                present=frozenset(present[r.id]),
                adult_id=r.adult_id,
            )
            for r in rows
        ]
        return tuple(found if newest is None else reversed(found))

    def between(self, frm: datetime, to: datetime) -> tuple[Morning, ...]:
        """The mornings that began between two instants, oldest first."""
        m = MorningRow
        return self.mornings(ids=list(self._session.scalars(select(m.id).where(m.began.between(frm, to)))))

    def beside(self, morning: Morning) -> tuple[Morning | None, Morning | None]:
        """The ended mornings before and after one."""
        m = MorningRow
        asked = select(m.id).where(m.ended.is_not(None), m.id != morning.id)
        before = self._session.scalar(asked.where(m.began < morning.began).order_by(m.began.desc()).limit(1))
        after = self._session.scalar(asked.where(m.began > morning.began).order_by(m.began).limit(1))
        found = {e.id: e for e in self.mornings(ids=[key for key in (before, after) if key])}
        return found.get(before or 0), found.get(after or 0)

    def whole_mornings(self) -> int:
        """How many mornings were all seen."""
        m = MorningRow
        return self._session.scalar(select(func.count()).where(m.ended.is_not(None), m.seen == "all")) or 0

    def save_morning(self, morning: Morning) -> int:
        """Insert (id 0) or update a morning and who was there. Returns its id."""
        row = MorningRow() if morning.id == 0 else self._found(MorningRow, morning.id, say("work cycle"))
        for name in ("day", "began", "ended", "seen", "adult_id"):
            setattr(row, name, getattr(morning, name))
        self._session.add(row)
        self._session.flush()
        rows = {
            c.child_id: c
            for c in self._session.scalars(select(MorningChildRow).where(MorningChildRow.morning_id == row.id))
        }
        self._session.add_all(MorningChildRow(morning_id=row.id, child_id=c) for c in morning.present - rows.keys())
        for gone in rows.keys() - morning.present:
            self._session.delete(rows[gone])
        self._session.flush()
        return int(row.id)

    def episodes(self, ids: Collection[str] | None = None) -> tuple[Episode, ...]:
        """Episodes with their events, struck ones too, oldest first: all, or those with these ids."""
        v, e = EpisodeEventRow, EpisodeRow
        events: defaultdict[str, list[tuple[EpisodeEvent, str]]] = defaultdict(list)
        asked = (
            select(v.id, v.episode_id, v.kind, v.at, v.cause, v.text, v.device)
            .where(v.struck.is_(False), v.episode_id.is_not(None))
            .order_by(v.at, v.device, v.sequence)
        )
        wanted = select(*_COLUMNS).order_by(e.began, e.id)
        if ids is not None:
            asked, wanted = asked.where(v.episode_id.in_(ids)), wanted.where(e.id.in_(ids))
        for r in self._session.execute(asked):
            event = EpisodeEvent(kind=cast("Any", r.kind), at=r.at, cause=r.cause, text=r.text, id=r.id)
            events[r.episode_id].append((event, r.device))
        return tuple(
            Episode(
                **{
                    **r._mapping,
                    "work": Work(r.work) if r.work else None,
                    "place": Place(r.place) if r.place else None,
                    "events": told_once(events.get(r.id, ())),
                }
            )
            for r in self._session.execute(wanted)
        )

    def episode_ids(self, children: Collection[int], frm: datetime, to: datetime) -> list[str]:
        """The ids of these children's episodes that began between two instants."""
        e = EpisodeRow
        return list(self._session.scalars(select(e.id).where(e.child_id.in_(children), e.began.between(frm, to))))

    def exported(self) -> Iterator[ExportedWork]:
        """Every piece of work that is not struck, oldest first, with its first help and its notes, read row by row."""
        v, e, o = EpisodeEventRow, EpisodeRow, VisitRow
        helped: dict[str, str] = {}
        notes: defaultdict[str, list[str]] = defaultdict(list)
        asked = select(v.episode_id, v.kind, v.cause, v.text).where(
            v.kind.in_(("helped", "note")), v.struck.is_(False), v.episode_id.is_not(None)
        )
        for key, kind, cause, text in self._session.execute(asked.order_by(v.at, v.device, v.sequence)):
            if kind == "note":
                notes[key or ""].append(text)
            else:
                helped.setdefault(key or "", cause)
        columns = select(
            e.id, e.child_id, e.tray_id, e.activity, e.began, e.ended, e.work, e.place, e.adult_id, o.repetitions
        )
        for r in self._session.execute(columns.join(o, o.episode_id == e.id).order_by(e.began, e.id)):
            yield ExportedWork(
                r.child_id,
                r.tray_id,
                r.activity,
                r.began,
                r.ended,
                r.work or "",
                r.place or "",
                r.repetitions,
                helped.get(r.id, ""),
                tuple(notes.get(r.id, ())),
                r.adult_id,
            )

    def ids_where(
        self,
        *,
        child_id: int | None = None,
        tray_id: int | None = None,
        day: date | None = None,
        morning_id: int | None = None,
        noted: bool = False,
        most: int | None = None,
    ) -> list[str]:
        """The ids of pieces of work, newest first: of a child, a tray, a day, a morning, with a note; each if given."""
        e = EpisodeRow
        asked = select(e.id).order_by(e.began.desc(), e.id.desc()).limit(most)
        for column, value in (
            (e.child_id, child_id),
            (e.tray_id, tray_id),
            (e.local_day, day),
            (e.morning_id, morning_id),
        ):
            asked = asked if value is None else asked.where(column == value)
        if noted:
            v = EpisodeEventRow
            told = select(v.episode_id).where(v.kind == "note", v.struck.is_(False))
            told = told if child_id is None else told.where(v.child_id == child_id)
            asked = asked.where(e.id.in_(told), e.struck.is_(False))
        return list(self._session.scalars(asked))

    def of_mornings(self, child_id: int, mornings: Collection[int]) -> list[str]:
        """The ids of a child's pieces of work in these mornings."""
        e = EpisodeRow
        return list(self._session.scalars(select(e.id).where(e.child_id == child_id, e.morning_id.in_(mornings))))

    def longest(self, child_id: int, since: date) -> list[tuple[date, float]]:
        """Of each of a child's ended pieces of work since a day: its day and its longest unbroken minutes."""
        v = VisitRow
        rows = self._session.execute(
            select(v.local_day, v.longest_min)
            .where(v.child_id == child_id, v.local_day >= since, v.longest_min.is_not(None))
            .order_by(v.began, v.episode_id)
        )
        return [(day, float(minutes or 0.0)) for day, minutes in rows]

    def drop_presentation(self, showing_id: int) -> None:
        """Take a showing away. Raises: NotFound."""
        self._session.delete(self._found(PresentationRow, showing_id, say("showing")))

    def drop_last_sweep(self, morning_id: int) -> bool:
        """Take the newest look of a morning away. Returns whether there was one."""
        s = SweepRow
        row = self._session.scalars(select(s).where(s.morning_id == morning_id).order_by(s.at.desc()).limit(1)).first()
        if row is None:
            return False
        for each in self._session.scalars(select(SweepChildRow).where(SweepChildRow.sweep_key == row.key)):
            self._session.delete(each)
        self._session.flush()
        self._session.delete(row)
        return True

    def extent(self) -> tuple[int, date | None]:
        """How many pieces of work there are, and the day of the newest."""
        row = self._session.execute(select(func.count(), func.max(EpisodeRow.local_day))).one()
        return int(row[0]), row[1]

    def uses(self, tray_id: int) -> int:
        """How often a tray was worked with."""
        return self._session.scalar(select(func.count()).where(VisitRow.tray_id == tray_id)) or 0

    def asked_about(self) -> tuple[Episode, ...]:
        """The pieces of work that have no end or bear a question."""
        e = EpisodeRow
        return self.episodes(list(self._session.scalars(select(e.id).where(sql("ended IS NULL OR question <> ''")))))

    def missing(self) -> tuple[tuple[int, datetime, str], ...]:
        """From which tray something was missing, when, and in which piece of work; the newest word of each tray."""
        v, e = EpisodeEventRow, EpisodeRow
        asked = (
            select(e.tray_id, v.at, e.id)
            .join(e, e.id == v.episode_id)
            .where(
                v.cause == MISSING, v.kind == "broken", v.struck.is_(False), e.struck.is_(False), e.tray_id.is_not(None)
            )
            .order_by(v.at)
        )
        newest = {int(tray or 0): (at, str(key)) for tray, at, key in self._session.execute(asked)}
        return tuple((tray, at, key) for tray, (at, key) in newest.items())

    def drop_episode(self, episode_id: str) -> None:
        """Take away an episode that was found to be part of another; its events stay in the log."""
        row = self._session.get(EpisodeRow, episode_id)
        if row is not None:
            self._session.delete(row)
            self._session.flush()

    def save_episode(self, episode: Episode) -> None:
        """Insert or update an episode, without its events."""
        row = self._session.get(EpisodeRow, episode.id) or EpisodeRow(id=episode.id)
        for name in (
            "child_id",
            "tray_id",
            "activity",
            "morning_id",
            "adult_id",
            "began",
            "ended",
            "question",
            "struck",
            "told",
            "local_day",
        ):
            setattr(row, name, getattr(episode, name))
        # What its tray was made of then; a tray that is composed anew later leaves it as it was.
        row.card_id = row.card_id or episode.card_id
        row.work = episode.work.value if episode.work else None
        row.place = episode.place.value if episode.place else None
        self._session.add(row)
        self._session.flush()

    def presentations(self) -> tuple[Presentation, ...]:
        """Every presentation, oldest first."""
        rows = self._session.scalars(select(PresentationRow).order_by(PresentationRow.at))
        return tuple(
            Presentation(
                id=r.id,
                child_id=r.child_id,
                tray_id=r.tray_id,
                at=r.at,
                again=r.again,
                adult_id=r.adult_id,
                outcome=r.outcome,
                manner=r.manner,
                local_day=r.local_day,
            )
            for r in rows
        )

    def add_presentation(self, shown: Presentation, key: str | None = None) -> tuple[bool, bool]:
        """Record a showing, once per key. Returns whether it was a showing again, and whether it was new here."""
        p = PresentationRow
        if key is not None:
            before = self._session.scalar(select(p.again).where(p.key == key))
            if before is not None:
                return before, False
        child_id, tray_id = shown.child_id, shown.tray_id
        again = self._session.scalar(select(p.id).where(p.child_id == child_id, p.tray_id == tray_id)) is not None
        self._session.add(
            p(
                child_id=child_id,
                tray_id=tray_id,
                at=shown.at,
                again=again,
                adult_id=shown.adult_id,
                outcome=shown.outcome,
                manner=shown.manner,
                key=key,
                local_day=shown.local_day,
            )
        )
        return again, True

    def _found(self, kind: Any, key: int, word: str) -> Any:
        row = self._session.get(kind, key)
        if row is None:
            raise NotFound(say("There is no {word} {key}.", word=word, key=key))
        return row
