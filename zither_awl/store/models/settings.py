"""Small settings, who may come in, and what the file keeps about itself."""

from __future__ import annotations

from datetime import date, datetime
from typing import Any

from sqlalchemy import JSON, ForeignKey, String
from sqlalchemy.orm import Mapped, mapped_column

from zither_awl.store.models.base import Base, Name
from zither_awl.store.types import Instant, SaidText


class PhraseRow(Base):
    """A line of words the household writes often."""

    __tablename__ = "phrase"
    id: Mapped[int] = mapped_column(primary_key=True)
    text: Mapped[str] = mapped_column(Name, unique=True)


class WelcomeStepRow(Base):
    """A step of the first evening that was put off or is through."""

    __tablename__ = "welcome_step"
    name: Mapped[str] = mapped_column(String(16), primary_key=True)
    state: Mapped[str] = mapped_column(String(8))


class PairedDeviceRow(Base):
    """A tablet or telephone that may come in over the home network."""

    __tablename__ = "paired_device"
    id: Mapped[str] = mapped_column(String(36), primary_key=True)
    name: Mapped[str] = mapped_column(Name)
    paired_at: Mapped[datetime] = mapped_column(Instant)
    barred: Mapped[bool]
    keeper: Mapped[bool]


class PinRow(Base):
    """What an adult's PIN is checked by. It stays in the house: no file of the household takes it along."""

    __tablename__ = "pin"
    adult_id: Mapped[int] = mapped_column(ForeignKey("adult.id", ondelete="CASCADE"), primary_key=True)
    hashed: Mapped[str] = mapped_column(String(200))


class SectionRow(Base):
    """How often the tables of a section were written to; triggers count, so that no write goes unseen."""

    __tablename__ = "section"
    name: Mapped[str] = mapped_column(String(16), primary_key=True)
    revision: Mapped[int]


class RevisionRow(Base):
    """One row about the file itself: `projections` is the form in which its visits and milestones were made."""

    __tablename__ = "revision"
    id: Mapped[int] = mapped_column(primary_key=True)
    number: Mapped[int]
    projections: Mapped[int]
    seeded_on: Mapped[date | None]


class ChangeSetRow(Base):
    """One accepted write with its inverse, for undo and for the trace of who changed what. `device`: the name of the
    device of the house it came from, "" for this machine."""

    __tablename__ = "change_set"
    id: Mapped[int] = mapped_column(primary_key=True)
    at: Mapped[datetime] = mapped_column(Instant)
    adult_id: Mapped[int | None]
    device: Mapped[str] = mapped_column(Name)
    label: Mapped[str] = mapped_column(SaidText)
    undone: Mapped[bool]


class ChangeItemRow(Base):
    __tablename__ = "change_item"
    id: Mapped[int] = mapped_column(primary_key=True)
    change_set_id: Mapped[int] = mapped_column(ForeignKey("change_set.id", ondelete="CASCADE"), index=True)
    table_name: Mapped[str] = mapped_column(String(32))
    row_key: Mapped[str] = mapped_column(String(200))
    before: Mapped[dict[str, Any] | None] = mapped_column(JSON(none_as_null=True))
    after: Mapped[dict[str, Any] | None] = mapped_column(JSON(none_as_null=True))


class TraceRow(Base):
    """Who changed what in a piece of work that was there, for as long as it is there; apart from the undo list."""

    __tablename__ = "trace"
    id: Mapped[int] = mapped_column(primary_key=True)
    episode_id: Mapped[str] = mapped_column(ForeignKey("episode.id", ondelete="CASCADE"), index=True)
    at: Mapped[datetime] = mapped_column(Instant)
    change_set_id: Mapped[int | None]
    adult_id: Mapped[int | None]
    device: Mapped[str] = mapped_column(Name)
    label: Mapped[str] = mapped_column(SaidText)
    before: Mapped[dict[str, Any]] = mapped_column(JSON)
    after: Mapped[dict[str, Any]] = mapped_column(JSON)


class FeedRow(Base):
    """The secret address under which calendars of the home network may read the weeks; one row, or none."""

    __tablename__ = "feed"
    id: Mapped[int] = mapped_column(primary_key=True)
    secret: Mapped[str] = mapped_column(String(64))
