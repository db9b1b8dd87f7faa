"""What was seen and shown, and what is folded from it."""

from __future__ import annotations

from datetime import date, datetime
from typing import Any

from sqlalchemy import JSON, ForeignKey, Index, String, UniqueConstraint
from sqlalchemy import text as sql
from sqlalchemy.orm import Mapped, mapped_column

from zither_awl.store.models.base import Base, Name, child_key
from zither_awl.store.types import Instant


class MorningRow(Base):
    __tablename__ = "morning"
    id: Mapped[int] = mapped_column(primary_key=True)
    day: Mapped[date] = mapped_column(index=True)
    began: Mapped[datetime] = mapped_column(Instant)
    ended: Mapped[datetime | None] = mapped_column(Instant)
    seen: Mapped[str | None] = mapped_column(String(8))
    adult_id: Mapped[int | None] = mapped_column(ForeignKey("adult.id"))


class MorningChildRow(Base):
    __tablename__ = "morning_child"
    morning_id: Mapped[int] = mapped_column(ForeignKey("morning.id", ondelete="CASCADE"), primary_key=True)
    child_id: Mapped[int] = child_key(primary_key=True)


class SweepRow(Base):
    """One look round the room. The key is the device's: the same sweep sent twice is kept once."""

    __tablename__ = "sweep"
    key: Mapped[str] = mapped_column(String(36), primary_key=True)
    morning_id: Mapped[int] = mapped_column(ForeignKey("morning.id", ondelete="CASCADE"), index=True)
    at: Mapped[datetime] = mapped_column(Instant)
    local_day: Mapped[date]
    adult_id: Mapped[int | None] = mapped_column(ForeignKey("adult.id"))


class SweepChildRow(Base):
    __tablename__ = "sweep_child"
    sweep_key: Mapped[str] = mapped_column(ForeignKey("sweep.key", ondelete="CASCADE"), primary_key=True)
    child_id: Mapped[int] = child_key(primary_key=True)
    state: Mapped[str] = mapped_column(String(16))


class EpisodeRow(Base):
    """A piece of work. `local_day`: its day by the clocks of then; `card_id`: what its tray was made of then."""

    __tablename__ = "episode"
    __table_args__ = (Index("ix_episode_asked", "began", sqlite_where=sql("ended IS NULL OR question <> ''")),)
    id: Mapped[str] = mapped_column(String(36), primary_key=True)
    local_day: Mapped[date] = mapped_column(index=True)
    card_id: Mapped[int | None] = mapped_column(ForeignKey("card.id"))
    child_id: Mapped[int] = child_key(index=True)
    tray_id: Mapped[int | None] = mapped_column(ForeignKey("tray.id"), index=True)
    activity: Mapped[str] = mapped_column(Name)
    morning_id: Mapped[int | None] = mapped_column(ForeignKey("morning.id"), index=True)
    adult_id: Mapped[int | None] = mapped_column(ForeignKey("adult.id"))
    began: Mapped[datetime] = mapped_column(Instant, index=True)
    ended: Mapped[datetime | None] = mapped_column(Instant)
    work: Mapped[str | None] = mapped_column(String(32))
    place: Mapped[str | None] = mapped_column(String(16))
    question: Mapped[str] = mapped_column(String(32))
    struck: Mapped[bool]
    told: Mapped[bool]


class EpisodeEventRow(Base):
    """One event as a device sent it. Device and sequence together are sent once, whatever the network does.

    `sent_id` is the name the device gave the work; `episode_id` the work it was found to belong to, if any.
    """

    __tablename__ = "episode_event"
    __table_args__ = (
        UniqueConstraint("device", "sequence"),
        Index("ix_episode_event_noted", "child_id", "at", sqlite_where=sql("kind = 'note'")),
        Index("ix_episode_event_missed", "at", sqlite_where=sql("cause = 'material missing'")),
        Index("ix_episode_event_states", "at", sqlite_where=sql("kind = 'state'")),
    )
    id: Mapped[int] = mapped_column(primary_key=True)
    episode_id: Mapped[str | None] = mapped_column(ForeignKey("episode.id", ondelete="SET NULL"), index=True)
    sent_id: Mapped[str] = mapped_column(String(36), index=True)
    child_id: Mapped[int] = child_key(index=True)
    tray_id: Mapped[int | None] = mapped_column(ForeignKey("tray.id"))
    activity: Mapped[str] = mapped_column(Name)
    work: Mapped[str | None] = mapped_column(String(32))
    place: Mapped[str | None] = mapped_column(String(16))
    adult_id: Mapped[int | None] = mapped_column(ForeignKey("adult.id"))
    struck: Mapped[bool]
    kind: Mapped[str] = mapped_column(String(8))
    at: Mapped[datetime] = mapped_column(Instant, index=True)
    cause: Mapped[str] = mapped_column(Name)
    text: Mapped[str] = mapped_column(String(1000))
    device: Mapped[str] = mapped_column(String(36))
    sequence: Mapped[int]
    monotonic_ms: Mapped[float | None]
    schema_version: Mapped[int]


class KeptItemRow(Base):
    """Something a newer device sent that this program does not know: kept as it came, and passed on."""

    __tablename__ = "kept_item"
    device: Mapped[str] = mapped_column(String(36), primary_key=True)
    sequence: Mapped[int] = mapped_column(primary_key=True)
    item: Mapped[dict[str, Any]] = mapped_column(JSON)


class PresentationRow(Base):
    __tablename__ = "presentation"
    id: Mapped[int] = mapped_column(primary_key=True)
    child_id: Mapped[int] = child_key(index=True)
    tray_id: Mapped[int] = mapped_column(ForeignKey("tray.id"))
    at: Mapped[datetime] = mapped_column(Instant)
    local_day: Mapped[date]
    again: Mapped[bool]
    adult_id: Mapped[int | None] = mapped_column(ForeignKey("adult.id"))
    outcome: Mapped[str] = mapped_column(String(24))
    manner: Mapped[str] = mapped_column(String(12))
    key: Mapped[str | None] = mapped_column(String(64), unique=True)


class VisitRow(Base):
    """A piece of work folded, kept in the transaction that changes it and made anew from the log at any time."""

    __tablename__ = "visit"
    __table_args__ = (
        Index("ix_visit_of_card", "child_id", "card_id", "began"),
        Index("ix_visit_of_child", "child_id", "local_day"),
    )
    episode_id: Mapped[str] = mapped_column(ForeignKey("episode.id", ondelete="CASCADE"), primary_key=True)
    child_id: Mapped[int] = child_key()
    tray_id: Mapped[int | None] = mapped_column(index=True)
    card_id: Mapped[int | None]
    activity: Mapped[str] = mapped_column(Name)
    local_day: Mapped[date] = mapped_column(index=True)
    began: Mapped[datetime] = mapped_column(Instant)
    ended: Mapped[datetime | None] = mapped_column(Instant)
    last_at: Mapped[datetime] = mapped_column(Instant)
    work: Mapped[str | None] = mapped_column(String(32))
    place: Mapped[str | None] = mapped_column(String(16))
    morning_id: Mapped[int | None]
    minutes: Mapped[float | None]
    longest_min: Mapped[float | None]
    repetitions: Mapped[int]
    helps: Mapped[int]
    self_corrections: Mapped[int]
    breaks: Mapped[int]
    depth: Mapped[int | None]
    parts: Mapped[list[Any]] = mapped_column(JSON)


class MilestoneRow(Base):
    """The day a child first reached something with a card: "tried", "alone", "mastered". Made anew from the visits."""

    __tablename__ = "milestone"
    child_id: Mapped[int] = child_key(primary_key=True)
    card_id: Mapped[int] = mapped_column(primary_key=True)
    kind: Mapped[str] = mapped_column(String(12), primary_key=True)
    local_day: Mapped[date]
