"""Keeps sets of words and what children answered in them."""

from __future__ import annotations

from collections.abc import Collection, Mapping
from typing import Any, cast

from sqlalchemy import select
from sqlalchemy.orm import Session

from zither_awl.core.values import WordAnswer
from zither_awl.store.models.lessons import WordAnswerRow, WordPhotoRow, WordSetRow


def save_design(session: Session, kind: Any, key: str, design: Mapping[str, Any]) -> None:
    """Insert or update a row that holds a design by its key."""
    row = session.scalars(select(kind).where(kind.key == key)).first() or kind(key=key)
    row.design = dict(design)
    session.add(row)
    session.flush()


def drop_design(session: Session, kind: Any, key: str) -> bool:
    """Take a design away. Returns whether there was one."""
    row = session.scalars(select(kind).where(kind.key == key)).first()
    if row is not None:
        session.delete(row)
        session.flush()
    return row is not None


class LessonsKeeper:
    """Words."""

    def __init__(self, session: Session) -> None:
        self._session = session

    def own_sets(self) -> dict[str, Mapping[str, Any]]:
        """The household's own sets of words, as data, by key."""
        return {r.key: r.design for r in self._session.scalars(select(WordSetRow).order_by(WordSetRow.id))}

    def save_set(self, key: str, design: Mapping[str, Any]) -> None:
        """Insert or update a set of words."""
        save_design(self._session, WordSetRow, key, design)

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

    def answers(self, child_id: int, set_key: str | None = None) -> tuple[WordAnswer, ...]:
        """A child's answers, oldest first: all, or those to one set."""
        a = WordAnswerRow
        asked = select(a).where(a.child_id == child_id).order_by(a.at, a.key)
        asked = asked if set_key is None else asked.where(a.set_key == set_key)
        return self._told(asked)

    def answers_in(self, set_keys: Collection[str]) -> tuple[WordAnswer, ...]:
        """Every child's answers to these sets, oldest first."""
        a = WordAnswerRow
        return self._told(select(a).where(a.set_key.in_(set_keys)).order_by(a.at, a.key))

    def _told(self, asked: Any) -> tuple[WordAnswer, ...]:
        return tuple(
            WordAnswer(
                child_id=r.child_id,
                set_key=r.set_key,
                word=r.word,
                turn=cast("Any", r.turn),
                right=r.right,
                at=r.at,
                instead=r.instead,
                adult_id=r.adult_id,
                local_day=r.local_day,
            )
            for r in self._session.scalars(asked)
        )

    def add_answer(self, answer: WordAnswer, key: str) -> bool:
        """Keep an answer, once per key. Returns whether it was new."""
        if self._session.get(WordAnswerRow, key) is not None:
            return False
        self._session.add(
            WordAnswerRow(
                key=key,
                child_id=answer.child_id,
                set_key=answer.set_key,
                word=answer.word,
                turn=answer.turn,
                right=answer.right,
                instead=answer.instead,
                at=answer.at,
                adult_id=answer.adult_id,
                local_day=answer.local_day,
            )
        )
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
