"""Keeps sets of words, what children answered, routines of the household's own, and their runs."""

from __future__ import annotations

from collections import defaultdict
from collections.abc import Mapping
from datetime import date, datetime
from typing import Any, cast

from sqlalchemy import select
from sqlalchemy.orm import Session

from zither_awl.core.values import RoutineRun, StepDone, WordAnswer
from zither_awl.store.models.lessons import (
    InvitationRow,
    RoutineRow,
    RoutineRunRow,
    StepDoneRow,
    WordAnswerRow,
    WordPhotoRow,
    WordSetRow,
)


class LessonsKeeper:
    """Words and routines."""

    def __init__(self, session: Session) -> None:
        self._session = session

    def own_sets(self) -> dict[str, Mapping[str, Any]]:
        """The household's own sets of words, as data, by key."""
        return {r.key: r.design for r in self._session.scalars(select(WordSetRow).order_by(WordSetRow.id))}

    def save_set(self, key: str, design: Mapping[str, Any]) -> None:
        """Insert or update a set of words."""
        self._save(WordSetRow, key, design)

    def word_photos(self) -> dict[tuple[str, str], int]:
        """By set and word: the id of its photograph."""
        return {(r.set_key, r.word): r.photo_id for r in self._session.scalars(select(WordPhotoRow))}

    def save_word_photo(self, set_key: str, word: str, photo_id: int | None) -> None:
        """Show a word by a photograph, or with None by none."""
        which = (WordPhotoRow.set_key == set_key, WordPhotoRow.word == word)
        row = self._session.scalars(select(WordPhotoRow).where(*which)).first()
        if photo_id is None:
            if row is not None:
                self._session.delete(row)
        else:
            row = row or WordPhotoRow(set_key=set_key, word=word)
            row.photo_id = photo_id
            self._session.add(row)
        self._session.flush()

    def own_routines(self) -> dict[str, Mapping[str, Any]]:
        """The household's own routines, as data, by key."""
        return {r.key: r.design for r in self._session.scalars(select(RoutineRow).order_by(RoutineRow.id))}

    def save_routine(self, key: str, design: Mapping[str, Any]) -> None:
        """Insert or update a routine."""
        self._save(RoutineRow, key, design)

    def _save(self, kind: Any, key: str, design: Mapping[str, Any]) -> None:
        row = self._session.scalars(select(kind).where(kind.key == key)).first() or kind(key=key)
        row.design = dict(design)
        self._session.add(row)
        self._session.flush()

    def answers(self, child_id: int, set_key: str | None = None) -> tuple[WordAnswer, ...]:
        """A child's answers, oldest first: all, or those to one set."""
        a = WordAnswerRow
        asked = select(a).where(a.child_id == child_id).order_by(a.at, a.key)
        asked = asked if set_key is None else asked.where(a.set_key == set_key)
        return tuple(
            WordAnswer(child_id=r.child_id, set_key=r.set_key, word=r.word, turn=cast("Any", r.turn), right=r.right,
                       at=r.at, instead=r.instead, adult_id=r.adult_id, local_day=r.local_day)
            for r in self._session.scalars(asked)
        )  # fmt: skip

    def add_answer(self, answer: WordAnswer, key: str) -> bool:
        """Keep an answer, once per key. Returns whether it was new."""
        if self._session.get(WordAnswerRow, key) is not None:
            return False
        self._session.add(WordAnswerRow(
            key=key, child_id=answer.child_id, set_key=answer.set_key, word=answer.word, turn=answer.turn,
            right=answer.right, instead=answer.instead, at=answer.at, adult_id=answer.adult_id,
            local_day=answer.local_day,
        ))  # fmt: skip
        self._session.flush()
        return True

    def drop_last_answer(self, child_id: int, set_key: str) -> bool:
        """Take the newest answer of a child in a set away. Returns whether there was one."""
        a = WordAnswerRow
        newest = select(a).where(a.child_id == child_id, a.set_key == set_key).order_by(a.at.desc(), a.key.desc())
        row = self._session.scalars(newest.limit(1)).first()
        if row is not None:
            self._session.delete(row)
        return row is not None

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
        return tuple(
            RoutineRun(key=r.key, routine=r.routine, began=r.began, ended=r.ended, adult_id=r.adult_id,
                       invited=tuple(invited[r.key]), done=tuple(done[r.key]), local_day=r.local_day)
            for r in self._session.scalars(
                select(RoutineRunRow).where(within).order_by(RoutineRunRow.began, RoutineRunRow.key)
            )
        )  # fmt: skip

    def begin_run(self, key: str, routine: str, at: datetime, day: date, adult_id: int | None) -> bool:
        """Begin a routine; another word of its beginning changes nothing. Returns whether it was new."""
        if self._session.get(RoutineRunRow, key) is not None:
            return False
        self._session.add(RoutineRunRow(key=key, routine=routine, began=at, local_day=day, adult_id=adult_id))
        self._session.flush()
        return True

    def end_run(self, key: str, at: datetime) -> bool:
        """End a routine; the first word of its end counts. Returns whether it was new."""
        row = self._session.get(RoutineRunRow, key)
        if row is None or row.ended is not None:
            return False
        row.ended = at
        self._session.flush()
        return True

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
        self._session.add(StepDoneRow(run_key=key, step=done.step, at=done.at, child_id=done.child_id,
                                      adult_id=done.adult_id))  # fmt: skip
        self._session.flush()
        return True

    def undo_step(self, key: str, step: str) -> None:
        """A step was not done after all."""
        row = self._session.get(StepDoneRow, (key, step))
        if row is not None:
            self._session.delete(row)
            self._session.flush()
