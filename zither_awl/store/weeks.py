"""Keeps what changes from week to week: what stood where and when, changes of the shelf, their set-up list, showings
planned."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date, datetime
from typing import Any, Literal, cast

from sqlalchemy import select
from sqlalchemy.orm import Session

from zither_awl.core.errors import NotFound
from zither_awl.core.saying import say
from zither_awl.core.values import ChangeRecord, Declined, Placement, Spot, Tray
from zither_awl.core.wishes import Aim
from zither_awl.store.models.weeks import AimRow, ChangeRow, InvitedRow, PlacementRow, PlannedShowingRow, TaskRow


@dataclass(frozen=True, slots=True)
class Task:
    """A line of the set-up list."""

    id: int
    change_id: int
    kind: Literal["put", "rest", "by hand"]
    tray_id: int
    done_at: datetime | None


@dataclass(frozen=True, slots=True)
class Stay:
    """A placement as it is kept: the tray by its id."""

    id: int
    tray_id: int
    spot: Spot
    by_hand: bool
    since: datetime | None
    until: datetime | None
    until_day: date | None

    def of(self, tray: Tray) -> Placement:
        """The placement, with its tray."""
        return Placement(
            id=self.id,
            tray=tray,
            spot=self.spot,
            by_hand=self.by_hand,
            since=self.since,
            until=self.until,
            until_day=self.until_day,
        )


class WeeksKeeper:
    """What stands, what changed, what is planned."""

    def __init__(self, session: Session) -> None:
        self._session = session

    def stays(self) -> tuple[Stay, ...]:
        """Every placement, past and present."""
        return tuple(
            Stay(r.id, r.tray_id, Spot(r.unit_id, r.board, r.place), r.by_hand, r.since, r.until, r.until_day)
            for r in self._session.scalars(select(PlacementRow).order_by(PlacementRow.id))
        )

    def place(self, tray_id: int, spot: Spot, since: datetime, *, by_hand: bool = False) -> None:
        """A tray comes to a spot."""
        self._session.add(
            PlacementRow(
                tray_id=tray_id, unit_id=spot.unit_id, board=spot.board, place=spot.place, by_hand=by_hand, since=since
            )
        )
        self._session.flush()

    def take_away(self, tray_id: int, until: datetime, day: date) -> Spot | None:
        """A tray leaves its spot on a day; the placement stays in the history. Returns where it stood."""
        row = self._session.scalars(
            select(PlacementRow).where(PlacementRow.tray_id == tray_id, PlacementRow.until.is_(None))
        ).first()
        if row is None:
            return None
        row.until, row.until_day = until, day
        self._session.flush()
        return Spot(row.unit_id, row.board, row.place)

    def stood_since(self, placement_id: int, since: datetime) -> None:
        """A placement began earlier than it was written down."""
        self._found(PlacementRow, placement_id, say("placement")).since = since

    def changes(self) -> tuple[ChangeRecord, ...]:
        """The accepted changes."""
        rows = self._session.scalars(select(ChangeRow).where(ChangeRow.decision == "accepted").order_by(ChangeRow.at))
        return tuple(
            ChangeRecord(id=r.id, at=r.at, out=tuple(r.out), in_=tuple(r.in_), why_out=tuple(r.why_out)) for r in rows
        )

    def add_change(self, record: ChangeRecord, decision: str, note: str, adult_id: int | None) -> int:
        """Record a change that was accepted or declined. Returns its id."""
        row = ChangeRow(
            at=record.at,
            out=list(record.out),
            in_=list(record.in_),
            why_out=list(record.why_out),
            decision=decision,
            note=note,
            adult_id=adult_id,
        )
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
        self._found(TaskRow, task_id, say("task")).done_at = done_at

    def planned(self) -> tuple[tuple[int, int, int, date, str], ...]:
        """The showings planned: id, child, tray, day, and why though something before it is not known."""
        rows = self._session.scalars(select(PlannedShowingRow).order_by(PlannedShowingRow.day, PlannedShowingRow.id))
        return tuple((r.id, r.child_id, r.tray_id, r.day, r.reason) for r in rows)

    def aims(self) -> tuple[Aim, ...]:
        """What some weeks are about, the newest first."""
        rows = self._session.scalars(select(AimRow).order_by(AimRow.from_day.desc(), AimRow.id.desc()))
        return tuple(
            Aim(
                id=r.id,
                words=r.words,
                from_day=r.from_day,
                until_day=r.until_day,
                child_id=r.child_id,
                key=r.key,
                level=r.level,
            )
            for r in rows
        )

    def save_aim(self, aim: Aim) -> int:
        """Insert (id 0) or change an aim. Returns its id. Raises: NotFound."""
        row = self._found(AimRow, aim.id, say("aim")) if aim.id else AimRow()
        for name in ("words", "from_day", "until_day", "child_id", "key", "level"):
            setattr(row, name, getattr(aim, name))
        self._session.add(row)
        self._session.flush()
        return int(row.id)

    def delete_aim(self, aim_id: int) -> None:
        """Drop an aim. Raises: NotFound."""
        self._session.delete(self._found(AimRow, aim_id, say("aim")))
        self._session.flush()

    def plan_showing(self, child_id: int, tray_id: int, day: date, reason: str = "") -> None:
        """Mean to show a tray to a child on a day; planned before for another day, it is moved. `reason`: why it is
        shown though something before it is not known."""
        p = PlannedShowingRow
        row = self._session.scalars(select(p).where(p.child_id == child_id, p.tray_id == tray_id)).first()
        if row is None:
            self._session.add(p(child_id=child_id, tray_id=tray_id, day=day, reason=reason))
        else:
            row.day, row.reason = day, reason or row.reason
        self._session.flush()

    def unplan_showing(self, planned_id: int) -> None:
        """Leave a planned showing. Raises: NotFound."""
        self._session.delete(self._found(PlannedShowingRow, planned_id, say("planned showing")))
        self._session.flush()

    def invited(self) -> dict[tuple[int, date], tuple[str, ...]]:
        """By child and day: what the household chose to invite it to, in its order."""
        return {(r.child_id, r.day): tuple(r.refs) for r in self._session.scalars(select(InvitedRow))}

    def invite(self, child_id: int, day: date, refs: Sequence[str] | None) -> None:
        """Keep what a child is invited to on a day; None leaves it to the proposal again."""
        row = self._session.scalars(
            select(InvitedRow).where(InvitedRow.child_id == child_id, InvitedRow.day == day)
        ).first()
        if refs is None:
            if row is not None:
                self._session.delete(row)
        else:
            row = row or InvitedRow(child_id=child_id, day=day)
            row.refs = list(refs)
            self._session.add(row)
        self._session.flush()

    def _found(self, kind: Any, key: int, word: str) -> Any:
        row = self._session.get(kind, key)
        if row is None:
            raise NotFound(say("There is no {word} {key}.", word=word, key=key))
        return row
