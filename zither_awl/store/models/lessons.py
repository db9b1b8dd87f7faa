"""Words, routines, the snack table, talks."""

from __future__ import annotations

from datetime import date, datetime
from typing import Any

from sqlalchemy import JSON, ForeignKey, String, UniqueConstraint
from sqlalchemy.orm import Mapped, mapped_column

from zither_awl.store.models.base import Base, Name, child_key
from zither_awl.store.types import Instant


class WordSetRow(Base):
    """A set of words the household made itself; its design is the words with their labels."""

    __tablename__ = "word_set"
    id: Mapped[int] = mapped_column(primary_key=True)
    key: Mapped[str] = mapped_column(String(40), unique=True)
    design: Mapped[dict[str, Any]] = mapped_column(JSON)


class WordPhotoRow(Base):
    """The photograph a word is shown by on its card."""

    __tablename__ = "word_photo"
    __table_args__ = (UniqueConstraint("set_key", "word"),)
    id: Mapped[int] = mapped_column(primary_key=True)
    set_key: Mapped[str] = mapped_column(String(40))
    word: Mapped[str] = mapped_column(Name)
    photo_id: Mapped[int] = mapped_column(ForeignKey("photo.id"))


class WordAnswerRow(Base):
    """What a child answered in one turn of a lesson. The key is the device's: the same answer is kept once."""

    __tablename__ = "word_answer"
    key: Mapped[str] = mapped_column(String(64), primary_key=True)
    child_id: Mapped[int] = child_key(index=True)
    set_key: Mapped[str] = mapped_column(String(40))
    word: Mapped[str] = mapped_column(Name)
    turn: Mapped[str] = mapped_column(String(24))
    right: Mapped[bool]
    instead: Mapped[str] = mapped_column(Name)
    at: Mapped[datetime] = mapped_column(Instant)
    local_day: Mapped[date]
    adult_id: Mapped[int | None] = mapped_column(ForeignKey("adult.id"))


class RoutineRow(Base):
    """A routine of the household's own, or one that ships and was written anew; its design is the steps."""

    __tablename__ = "routine"
    id: Mapped[int] = mapped_column(primary_key=True)
    key: Mapped[str] = mapped_column(String(40), unique=True)
    design: Mapped[dict[str, Any]] = mapped_column(JSON)


class StepPhotoRow(Base):
    """The photograph a step of a routine is followed by."""

    __tablename__ = "step_photo"
    __table_args__ = (UniqueConstraint("routine", "step"),)
    id: Mapped[int] = mapped_column(primary_key=True)
    routine: Mapped[str] = mapped_column(String(40))
    step: Mapped[str] = mapped_column(String(40))
    photo_id: Mapped[int] = mapped_column(ForeignKey("photo.id"))


class RoutineRunRow(Base):
    """One time through a routine. The key is the device's."""

    __tablename__ = "routine_run"
    key: Mapped[str] = mapped_column(String(36), primary_key=True)
    routine: Mapped[str] = mapped_column(String(40))
    began: Mapped[datetime] = mapped_column(Instant)
    local_day: Mapped[date]
    ended: Mapped[datetime | None] = mapped_column(Instant)
    adult_id: Mapped[int | None] = mapped_column(ForeignKey("adult.id"))


class InvitationRow(Base):
    """A child was invited to a routine, and came, or would rather not."""

    __tablename__ = "invitation"
    run_key: Mapped[str] = mapped_column(ForeignKey("routine_run.key", ondelete="CASCADE"), primary_key=True)
    child_id: Mapped[int] = child_key(primary_key=True)
    answer: Mapped[str] = mapped_column(String(12))


class StepDoneRow(Base):
    """A step of a routine was done, by a child, by an adult, or by both together."""

    __tablename__ = "step_done"
    run_key: Mapped[str] = mapped_column(ForeignKey("routine_run.key", ondelete="CASCADE"), primary_key=True)
    step: Mapped[str] = mapped_column(String(40), primary_key=True)
    at: Mapped[datetime] = mapped_column(Instant)
    child_id: Mapped[int | None] = child_key()
    adult_id: Mapped[int | None] = mapped_column(ForeignKey("adult.id"))


class RunBranchRow(Base):
    """What was found of a condition that steps of a routine hang on."""

    __tablename__ = "run_branch"
    run_key: Mapped[str] = mapped_column(ForeignKey("routine_run.key", ondelete="CASCADE"), primary_key=True)
    branch: Mapped[str] = mapped_column(String(60), primary_key=True)
    holds: Mapped[bool]


class TableEventRow(Base):
    """Something at the snack table: it was set, a child poured, tried a food. The key is the device's."""

    __tablename__ = "table_event"
    key: Mapped[str] = mapped_column(String(64), primary_key=True)
    what: Mapped[str] = mapped_column(String(8))
    at: Mapped[datetime] = mapped_column(Instant)
    local_day: Mapped[date] = mapped_column(index=True)
    child_id: Mapped[int | None] = child_key()
    adult_id: Mapped[int | None] = mapped_column(ForeignKey("adult.id"))
    food: Mapped[str] = mapped_column(String(40))
    cut: Mapped[str] = mapped_column(String(16))
    outcome: Mapped[str] = mapped_column(String(16))


class TalkRow(Base):
    """One talk about things in a circle. The key is the device's."""

    __tablename__ = "talk"
    key: Mapped[str] = mapped_column(String(36), primary_key=True)
    talk: Mapped[str] = mapped_column(String(40))
    set_key: Mapped[str] = mapped_column(String(40))
    began: Mapped[datetime] = mapped_column(Instant)
    local_day: Mapped[date]
    ended: Mapped[datetime | None] = mapped_column(Instant)
    adult_id: Mapped[int | None] = mapped_column(ForeignKey("adult.id"))
    photo_id: Mapped[int | None] = mapped_column(ForeignKey("photo.id"))


class TalkWordRow(Base):
    """What was said of a thing in a talk, by a child, or by an adult where no child knew it."""

    __tablename__ = "talk_word"
    id: Mapped[int] = mapped_column(primary_key=True)
    talk_key: Mapped[str] = mapped_column(ForeignKey("talk.key", ondelete="CASCADE"), index=True)
    child_id: Mapped[int | None] = child_key()
    thing: Mapped[str] = mapped_column(Name)
    question: Mapped[str] = mapped_column(String(40))
