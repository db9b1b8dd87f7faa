"""Keeps routines and their runs, what happened at the snack table, and talks."""

from __future__ import annotations

from collections import defaultdict
from collections.abc import Mapping
from datetime import date, datetime
from typing import Any, cast

from sqlalchemy import select
from sqlalchemy.orm import Session

from zither_awl.core.values import RoutineRun, StepDone, TableEvent, Talk, TalkWord
from zither_awl.store.lessons import drop_design, save_design
from zither_awl.store.models.lessons import (
    InvitationRow,
    RoutineRow,
    RoutineRunRow,
    RunBranchRow,
    StepDoneRow,
    StepPhotoRow,
    TableEventRow,
    TalkRow,
    TalkWordRow,
)


class HomeKeeper:
    """Routines, the snack table, talks."""

    def __init__(self, session: Session) -> None:
        self._session = session

    def own_routines(self) -> dict[str, Mapping[str, Any]]:
        """The household's own routines, as data, by key."""
        return {r.key: r.design for r in self._session.scalars(select(RoutineRow).order_by(RoutineRow.id))}

    def save_routine(self, key: str, design: Mapping[str, Any]) -> None:
        """Insert or update a routine."""
        save_design(self._session, RoutineRow, key, design)

    def drop_routine(self, key: str) -> bool:
        """Take a routine away: one that ships is as it ships again. Returns whether there was one."""
        return drop_design(self._session, RoutineRow, key)

    def step_photos(self) -> dict[tuple[str, str], int]:
        """By routine and step: the id of its photograph."""
        return {(r.routine, r.step): r.photo_id for r in self._session.scalars(select(StepPhotoRow))}

    def save_step_photo(self, routine: str, step: str, photo_id: int | None) -> None:
        """Follow a step by a photograph, or with None by none."""
        which = (StepPhotoRow.routine == routine, StepPhotoRow.step == step)
        row = self._session.scalars(select(StepPhotoRow).where(*which)).first()
        if photo_id is None:
            if row is not None:
                self._session.delete(row)
        else:
            row = row or StepPhotoRow(routine=routine, step=step)
            row.photo_id = photo_id
            self._session.add(row)
        self._session.flush()

    def runs(self, since: date) -> tuple[RoutineRun, ...]:
        """Every time through a routine since a day, oldest first."""
        within = RoutineRunRow.local_day >= since
        keys = select(RoutineRunRow.key).where(within)
        invited: defaultdict[str, list[tuple[int, str]]] = defaultdict(list)
        asked = select(InvitationRow).where(InvitationRow.run_key.in_(keys)).order_by(InvitationRow.child_id)
        for r in self._session.scalars(asked):
            invited[r.run_key].append((r.child_id, r.answer))
        done: defaultdict[str, list[StepDone]] = defaultdict(list)
        steps = select(StepDoneRow).where(StepDoneRow.run_key.in_(keys)).order_by(StepDoneRow.at, StepDoneRow.step)
        for d in self._session.scalars(steps):
            done[d.run_key].append(StepDone(step=d.step, at=d.at, child_id=d.child_id, adult_id=d.adult_id))
        branches: defaultdict[str, list[tuple[str, bool]]] = defaultdict(list)
        found = select(RunBranchRow).where(RunBranchRow.run_key.in_(keys)).order_by(RunBranchRow.branch)
        for b in self._session.scalars(found):
            branches[b.run_key].append((b.branch, b.holds))
        return tuple(
            RoutineRun(
                key=r.key,
                routine=r.routine,
                began=r.began,
                ended=r.ended,
                adult_id=r.adult_id,
                invited=tuple(invited[r.key]),
                done=tuple(done[r.key]),
                branches=tuple(branches[r.key]),
                local_day=r.local_day,
            )
            for r in self._session.scalars(
                select(RoutineRunRow).where(within).order_by(RoutineRunRow.began, RoutineRunRow.key)
            )
        )

    def begin_run(self, key: str, routine: str, at: datetime, day: date, adult_id: int | None) -> bool:
        """Begin a routine; another word of its beginning changes nothing. Returns whether it was new."""
        if self._session.get(RoutineRunRow, key) is not None:
            return False
        self._session.add(RoutineRunRow(key=key, routine=routine, began=at, local_day=day, adult_id=adult_id))
        self._session.flush()
        return True

    def _end(self, row: RoutineRunRow | TalkRow | None, at: datetime) -> bool:
        if row is None or row.ended is not None:
            return False
        row.ended = at
        self._session.flush()
        return True

    def end_run(self, key: str, at: datetime) -> bool:
        """End a routine; the first word of its end counts. Returns whether it was new."""
        return self._end(self._session.get(RoutineRunRow, key), at)

    def invite(self, key: str, child_id: int, answer: str) -> bool:
        """What a child said to the invitation; it may think better of it. Returns whether it was new."""
        row = self._session.get(InvitationRow, (key, child_id))
        if row is not None and row.answer == answer:
            return False
        row = row or InvitationRow(run_key=key, child_id=child_id)
        row.answer = answer
        self._session.add(row)
        self._session.flush()
        return True

    def do_step(self, key: str, done: StepDone) -> bool:
        """A step was done; the first word of it counts. Returns whether it was new."""
        if self._session.get(StepDoneRow, (key, done.step)) is not None:
            return False
        self._session.add(
            StepDoneRow(run_key=key, step=done.step, at=done.at, child_id=done.child_id, adult_id=done.adult_id)
        )
        self._session.flush()
        return True

    def undo_step(self, key: str, step: str) -> None:
        """A step was not done after all."""
        row = self._session.get(StepDoneRow, (key, step))
        if row is not None:
            self._session.delete(row)
            self._session.flush()

    def find_branch(self, key: str, branch: str, holds: bool) -> bool:
        """Keep what was found of a condition; it may be found otherwise later. Returns whether it was new."""
        row = self._session.get(RunBranchRow, (key, branch))
        if row is not None and row.holds == holds:
            return False
        row = row or RunBranchRow(run_key=key, branch=branch)
        row.holds = holds
        self._session.add(row)
        self._session.flush()
        return True

    def at_table(self, since: date) -> tuple[TableEvent, ...]:
        """What happened at the snack table since a day, oldest first."""
        t = TableEventRow
        rows = self._session.scalars(select(t).where(t.local_day >= since).order_by(t.at, t.key))
        return tuple(
            TableEvent(
                what=cast("Any", r.what),
                at=r.at,
                child_id=r.child_id,
                adult_id=r.adult_id,
                food=r.food,
                cut=r.cut,
                outcome=r.outcome,
                local_day=r.local_day,
            )
            for r in rows
        )

    def add_at_table(self, event: TableEvent, key: str) -> bool:
        """Keep something that happened at the snack table, once per key. Returns whether it was new."""
        if self._session.get(TableEventRow, key) is not None:
            return False
        self._session.add(
            TableEventRow(
                key=key,
                what=event.what,
                at=event.at,
                local_day=event.local_day,
                child_id=event.child_id,
                adult_id=event.adult_id,
                food=event.food,
                cut=event.cut,
                outcome=event.outcome,
            )
        )
        self._session.flush()
        return True

    def drop_last_at_table(self, day: date) -> bool:
        """Take the newest thing of a day at the snack table away. Returns whether there was one."""
        t = TableEventRow
        row = self._session.scalars(
            select(t).where(t.local_day == day).order_by(t.at.desc(), t.key.desc()).limit(1)
        ).first()
        if row is not None:
            self._session.delete(row)
            self._session.flush()
        return row is not None

    def talks(self, since: date) -> tuple[Talk, ...]:
        """Every talk since a day, oldest first, with what was said in it."""
        within = TalkRow.local_day >= since
        said: defaultdict[str, list[TalkWord]] = defaultdict(list)
        asked = select(TalkWordRow).where(TalkWordRow.talk_key.in_(select(TalkRow.key).where(within)))
        for w in self._session.scalars(asked.order_by(TalkWordRow.id)):
            said[w.talk_key].append(TalkWord(thing=w.thing, question=w.question, child_id=w.child_id))
        rows = self._session.scalars(select(TalkRow).where(within).order_by(TalkRow.began, TalkRow.key))
        return tuple(
            Talk(
                key=r.key,
                talk=r.talk,
                set_key=r.set_key,
                began=r.began,
                ended=r.ended,
                said=tuple(said[r.key]),
                adult_id=r.adult_id,
                photo_id=r.photo_id,
                local_day=r.local_day,
            )
            for r in rows
        )

    def begin_talk(self, talk: Talk) -> bool:
        """Begin a talk; another word of its beginning changes nothing. Returns whether it was new."""
        if self._session.get(TalkRow, talk.key) is not None:
            return False
        self._session.add(
            TalkRow(
                key=talk.key,
                talk=talk.talk,
                set_key=talk.set_key,
                began=talk.began,
                local_day=talk.local_day,
                adult_id=talk.adult_id,
            )
        )
        self._session.flush()
        return True

    def end_talk(self, key: str, at: datetime) -> bool:
        """End a talk; the first word of its end counts. Returns whether it was new."""
        return self._end(self._session.get(TalkRow, key), at)

    def say_in_talk(self, key: str, word: TalkWord) -> bool:
        """Keep what was said, once. Returns whether it was new."""
        if self._said(key, word) is not None:
            return False
        self._session.add(TalkWordRow(talk_key=key, child_id=word.child_id, thing=word.thing, question=word.question))
        self._session.flush()
        return True

    def unsay_in_talk(self, key: str, word: TalkWord) -> bool:
        """It was not said after all. Returns whether it had been."""
        row = self._said(key, word)
        if row is not None:
            self._session.delete(row)
            self._session.flush()
        return row is not None

    def _said(self, key: str, word: TalkWord) -> TalkWordRow | None:
        w = TalkWordRow
        which = (w.talk_key == key, w.thing == word.thing, w.question == word.question)
        who = w.child_id.is_(None) if word.child_id is None else w.child_id == word.child_id
        return self._session.scalars(select(w).where(*which, who)).first()

    def drop_photos_of(self, child_id: int) -> set[int]:
        """Take the photographs off the talks a child spoke in: it may be seen in them. Returns what they were."""
        spoke = select(TalkWordRow.talk_key).where(TalkWordRow.child_id == child_id)
        rows = list(self._session.scalars(select(TalkRow).where(TalkRow.key.in_(spoke), TalkRow.photo_id.is_not(None))))
        found = {row.photo_id for row in rows if row.photo_id is not None}
        for row in rows:
            row.photo_id = None
        self._session.flush()
        return found

    def save_talk_photo(self, key: str, photo_id: int | None) -> bool:
        """Keep a photograph with a talk. Returns whether there is such a talk."""
        row = self._session.get(TalkRow, key)
        if row is not None:
            row.photo_id = photo_id
            self._session.flush()
        return row is not None
