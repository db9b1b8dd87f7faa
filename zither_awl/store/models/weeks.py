"""What stood where and when, changes of the shelf, showings planned."""

from __future__ import annotations

from datetime import date, datetime

from sqlalchemy import JSON, ForeignKey, String, UniqueConstraint
from sqlalchemy.orm import Mapped, mapped_column

from zither_awl.store.models.base import Base, Name, child_key
from zither_awl.store.types import Instant


class PlacementRow(Base):
    __tablename__ = "placement"
    id: Mapped[int] = mapped_column(primary_key=True)
    tray_id: Mapped[int] = mapped_column(ForeignKey("tray.id"), index=True)
    unit_id: Mapped[int] = mapped_column(ForeignKey("unit.id"), index=True)
    board: Mapped[int]
    place: Mapped[int]
    by_hand: Mapped[bool]
    since: Mapped[datetime | None] = mapped_column(Instant)
    until: Mapped[datetime | None] = mapped_column(Instant)
    until_day: Mapped[date | None]


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


class PlannedShowingRow(Base):
    """A showing an adult means to give on a day."""

    __tablename__ = "planned_showing"
    id: Mapped[int] = mapped_column(primary_key=True)
    child_id: Mapped[int] = child_key(index=True)
    tray_id: Mapped[int] = mapped_column(ForeignKey("tray.id"))
    day: Mapped[date] = mapped_column(index=True)
    reason: Mapped[str] = mapped_column(String(200))


class AimRow(Base):
    """What some weeks are about: a number, a colour, a skill; for one child or for all."""

    __tablename__ = "aim"
    id: Mapped[int] = mapped_column(primary_key=True)
    child_id: Mapped[int | None] = mapped_column(ForeignKey("child.id", ondelete="CASCADE"), index=True)
    words: Mapped[str] = mapped_column(Name)
    key: Mapped[str] = mapped_column(String(40))
    level: Mapped[int]
    from_day: Mapped[date]
    until_day: Mapped[date | None]


class InvitedRow(Base):
    """What a child is invited to on a day, in its order, as the household chose it: "tray:3", "set:colours-first"."""

    __tablename__ = "invited"
    __table_args__ = (UniqueConstraint("child_id", "day"),)
    id: Mapped[int] = mapped_column(primary_key=True)
    child_id: Mapped[int] = child_key(index=True)
    day: Mapped[date]
    refs: Mapped[list[str]] = mapped_column(JSON)
