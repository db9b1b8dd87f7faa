"""Keeps what happened: mornings, episodes and their events, presentations, placements, changes, tasks."""

from __future__ import annotations

from collections import defaultdict
from collections.abc import Collection, Sequence
from dataclasses import dataclass
from datetime import datetime
from typing import Any, Literal, cast

from sqlalchemy import select
from sqlalchemy.orm import Session

from zither_awl.core.errors import NotFound
from zither_awl.core.merge import told_once
from zither_awl.core.values import (
    ChangeRecord,
    Declined,
    Episode,
    EpisodeEvent,
    Morning,
    Place,
    Placement,
    Presentation,
    Spot,
    Sweep,
    Tray,
    Work,
)
from zither_awl.store.models import (
    ChangeRow,
    EpisodeEventRow,
    EpisodeRow,
    MorningChildRow,
    MorningRow,
    PlacementRow,
    PresentationRow,
    SweepChildRow,
    SweepRow,
    TaskRow,
)


@dataclass(frozen=True, slots=True)
class Task:
    """A line of the set-up list."""

    id: int
    change_id: int
    kind: Literal["put", "rest", "by hand"]
    tray_id: int
    done_at: datetime | None


class LogKeeper:
    """The household's log."""

    def __init__(self, session: Session) -> None:
        self._session = session

    def sweeps(self) -> tuple[Sweep, ...]:
        """Every sweep of the room, oldest first."""
        states: defaultdict[str, list[tuple[int, str]]] = defaultdict(list)
        for r in self._session.scalars(select(SweepChildRow).order_by(SweepChildRow.child_id)):
            states[r.sweep_key].append((r.child_id, r.state))
        # A child deleted for good leaves a sweep that may be empty.
        return tuple(
            Sweep(key=r.key, morning_id=r.morning_id, at=r.at, adult_id=r.adult_id, states=tuple(states[r.key]))
            for r in self._session.scalars(select(SweepRow).order_by(SweepRow.at, SweepRow.key)) if states[r.key]
        )  # fmt: skip

    def add_sweep(self, sweep: Sweep) -> bool:
        """Keep a sweep; one that is kept already stays as it is. Returns whether it was new."""
        if self._session.get(SweepRow, sweep.key) is not None:
            return False
        self._session.add(SweepRow(key=sweep.key, morning_id=sweep.morning_id, at=sweep.at, adult_id=sweep.adult_id))
        self._session.flush()
        self._session.add_all(SweepChildRow(sweep_key=sweep.key, child_id=c, state=s) for c, s in sweep.states)
        return True

    def placements(self, trays: dict[int, Tray]) -> tuple[Placement, ...]:
        """Every placement, past and present."""
        return tuple(
            Placement(id=r.id, tray=trays[r.tray_id], spot=Spot(r.unit_id, r.board, r.place), by_hand=r.by_hand,
                      since=r.since, until=r.until)
            for r in self._session.scalars(select(PlacementRow).order_by(PlacementRow.id))
        )  # fmt: skip

    def place(self, tray_id: int, spot: Spot, since: datetime, *, by_hand: bool = False) -> None:
        """A tray comes to a spot."""
        self._session.add(PlacementRow(tray_id=tray_id, unit_id=spot.unit_id, board=spot.board, place=spot.place,
                                       by_hand=by_hand, since=since))  # fmt: skip
        self._session.flush()

    def take_away(self, tray_id: int, until: datetime) -> Spot | None:
        """A tray leaves its spot; the placement stays in the history. Returns where it stood."""
        row = self._session.scalars(
            select(PlacementRow).where(PlacementRow.tray_id == tray_id, PlacementRow.until.is_(None))
        ).first()
        if row is None:
            return None
        row.until = until
        self._session.flush()
        return Spot(row.unit_id, row.board, row.place)

    def stood_since(self, placement_id: int, since: datetime) -> None:
        """A placement began earlier than it was written down."""
        self._found(PlacementRow, placement_id, "placement").since = since

    def mornings(self) -> tuple[Morning, ...]:
        """Every morning, oldest first."""
        present: defaultdict[int, set[int]] = defaultdict(set)
        for morning_id, child_id in self._session.execute(select(MorningChildRow.morning_id, MorningChildRow.child_id)):
            present[morning_id].add(child_id)
        m = MorningRow
        rows = self._session.execute(select(m.id, m.day, m.began, m.ended, m.seen, m.adult_id).order_by(m.began))
        return tuple(
            Morning(id=r.id, day=r.day, began=r.began, ended=r.ended, seen=cast("Any", r.seen),
                    present=frozenset(present[r.id]), adult_id=r.adult_id)
            for r in rows
        )  # fmt: skip

    def save_morning(self, morning: Morning) -> int:
        """Insert (id 0) or update a morning and who was there. Returns its id."""
        row = MorningRow() if morning.id == 0 else self._found(MorningRow, morning.id, "morning")
        for name in ("day", "began", "ended", "seen", "adult_id"):
            setattr(row, name, getattr(morning, name))
        self._session.add(row)
        self._session.flush()
        rows = {c.child_id: c for c in self._session.scalars(select(MorningChildRow).where(
            MorningChildRow.morning_id == row.id))}  # fmt: skip
        self._session.add_all(MorningChildRow(morning_id=row.id, child_id=c) for c in morning.present - rows.keys())
        for gone in rows.keys() - morning.present:
            self._session.delete(rows[gone])
        self._session.flush()
        return int(row.id)

    def episodes(self, ids: Collection[str] | None = None) -> tuple[Episode, ...]:
        """Episodes with their events, struck ones too, oldest first: all, or those with these ids."""
        v, e = EpisodeEventRow, EpisodeRow
        events: defaultdict[str, list[tuple[EpisodeEvent, str]]] = defaultdict(list)
        asked = select(v.id, v.episode_id, v.kind, v.at, v.cause, v.text, v.device).where(
            v.struck.is_(False), v.episode_id.is_not(None)).order_by(v.at, v.device, v.sequence)  # fmt: skip
        columns = (e.id, e.child_id, e.tray_id, e.activity, e.morning_id, e.adult_id, e.began, e.ended, e.work, e.place,
                   e.question, e.struck, e.told)  # fmt: skip
        wanted = select(*columns).order_by(e.began, e.id)
        if ids is not None:
            asked, wanted = asked.where(v.episode_id.in_(ids)), wanted.where(e.id.in_(ids))
        for r in self._session.execute(asked):
            event = EpisodeEvent(kind=cast("Any", r.kind), at=r.at, cause=r.cause, text=r.text, id=r.id)
            events[r.episode_id].append((event, r.device))
        return tuple(
            Episode(
                id=r.id, child_id=r.child_id, tray_id=r.tray_id, activity=r.activity, morning_id=r.morning_id,
                adult_id=r.adult_id, began=r.began, ended=r.ended, work=Work(r.work) if r.work else None,
                place=Place(r.place) if r.place else None, question=r.question, struck=r.struck, told=r.told,
                events=told_once(events.get(r.id, ())),
            )
            for r in self._session.execute(wanted)
        )  # fmt: skip

    def episode_ids(self, children: Collection[int], frm: datetime, to: datetime) -> list[str]:
        """The ids of these children's episodes that began between two instants."""
        e = EpisodeRow
        return list(self._session.scalars(select(e.id).where(e.child_id.in_(children), e.began.between(frm, to))))

    def drop_episode(self, episode_id: str) -> None:
        """Take away an episode that was found to be part of another; its events stay in the log."""
        row = self._session.get(EpisodeRow, episode_id)
        if row is not None:
            self._session.delete(row)
            self._session.flush()

    def save_episode(self, episode: Episode) -> None:
        """Insert or update an episode, without its events."""
        row = self._session.get(EpisodeRow, episode.id) or EpisodeRow(id=episode.id)
        for name in ("child_id", "tray_id", "activity", "morning_id", "adult_id", "began", "ended", "question",
                     "struck", "told"):  # fmt: skip
            setattr(row, name, getattr(episode, name))
        row.work = episode.work.value if episode.work else None
        row.place = episode.place.value if episode.place else None
        self._session.add(row)
        self._session.flush()

    def presentations(self) -> tuple[Presentation, ...]:
        """Every presentation, oldest first."""
        rows = self._session.scalars(select(PresentationRow).order_by(PresentationRow.at))
        return tuple(
            Presentation(id=r.id, child_id=r.child_id, tray_id=r.tray_id, at=r.at, again=r.again, adult_id=r.adult_id,
                         outcome=r.outcome)
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
        self._session.add(p(child_id=child_id, tray_id=tray_id, at=shown.at, again=again, adult_id=shown.adult_id,
                            outcome=shown.outcome, key=key))  # fmt: skip
        return again, True

    def changes(self) -> tuple[ChangeRecord, ...]:
        """The accepted changes."""
        rows = self._session.scalars(select(ChangeRow).where(ChangeRow.decision == "accepted").order_by(ChangeRow.at))
        return tuple(
            ChangeRecord(id=r.id, at=r.at, out=tuple(r.out), in_=tuple(r.in_), why_out=tuple(r.why_out)) for r in rows
        )

    def add_change(self, record: ChangeRecord, decision: str, note: str, adult_id: int | None) -> int:
        """Record a change that was accepted or declined. Returns its id."""
        row = ChangeRow(at=record.at, out=list(record.out), in_=list(record.in_), why_out=list(record.why_out),
                        decision=decision, note=note, adult_id=adult_id)  # fmt: skip
        self._session.add(row)
        self._session.flush()
        return row.id

    def declined(self) -> tuple[Declined, ...]:
        """The proposals that were declined."""
        rows = self._session.scalars(select(ChangeRow).where(ChangeRow.decision == "declined").order_by(ChangeRow.at))
        return tuple(Declined(at=r.at, out=tuple(r.out), note=r.note) for r in rows)

    def tasks(self) -> tuple[Task, ...]:
        """The set-up list, oldest first."""
        rows = self._session.scalars(select(TaskRow).order_by(TaskRow.id))
        return tuple(Task(r.id, r.change_id, cast("Any", r.kind), r.tray_id, r.done_at) for r in rows)

    def add_tasks(self, change_id: int, lines: Sequence[tuple[str, int]]) -> None:
        """Add (kind, tray) lines to the set-up list."""
        self._session.add_all(TaskRow(change_id=change_id, kind=kind, tray_id=tray) for kind, tray in lines)
        self._session.flush()

    def tick(self, task_id: int, done_at: datetime | None) -> None:
        """Tick a line off, or take the tick back."""
        self._found(TaskRow, task_id, "task").done_at = done_at

    def _found(self, kind: Any, key: int, word: str) -> Any:
        row = self._session.get(kind, key)
        if row is None:
            raise NotFound(f"There is no {word} {key}.")
        return row
