"""Changes of the shelf, and every accepted write with its inverse."""

from __future__ import annotations

from datetime import datetime
from typing import Any

from sqlalchemy import JSON, ForeignKey, String
from sqlalchemy.orm import Mapped, mapped_column

from zither_awl.store.models.base import Base
from zither_awl.store.types import Instant


class ChangeRow(Base):
    __tablename__ = "change"
    id: Mapped[int] = mapped_column(primary_key=True)
    at: Mapped[datetime] = mapped_column(Instant)
    out: Mapped[list[int]] = mapped_column(JSON)
    in_: Mapped[list[int]] = mapped_column("in", JSON)
    why_out: Mapped[list[str]] = mapped_column(JSON)
    decision: Mapped[str] = mapped_column(String(8))
    note: Mapped[str] = mapped_column(String(1000))
    adult_id: Mapped[int | None] = mapped_column(ForeignKey("adult.id"))


class TaskRow(Base):
    """A line of the set-up list: what to pull, put, rest or set out by hand; ticked off as it is done."""

    __tablename__ = "task"
    id: Mapped[int] = mapped_column(primary_key=True)
    change_id: Mapped[int] = mapped_column(ForeignKey("change.id", ondelete="CASCADE"))
    kind: Mapped[str] = mapped_column(String(8))
    tray_id: Mapped[int] = mapped_column(ForeignKey("tray.id"))
    done_at: Mapped[datetime | None] = mapped_column(Instant)


class ChangeSetRow(Base):
    """One accepted write with its inverse, for undo and for the trace of who changed what."""

    __tablename__ = "change_set"
    id: Mapped[int] = mapped_column(primary_key=True)
    at: Mapped[datetime] = mapped_column(Instant)
    adult_id: Mapped[int | None]
    label: Mapped[str] = mapped_column(String(200))
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
    label: Mapped[str] = mapped_column(String(200))
    before: Mapped[dict[str, Any]] = mapped_column(JSON)
    after: Mapped[dict[str, Any]] = mapped_column(JSON)
