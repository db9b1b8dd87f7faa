"""What stood where and when, changes of the shelf, showings planned."""

from __future__ import annotations

from datetime import date, datetime

from sqlalchemy import JSON, ForeignKey, String, UniqueConstraint
from sqlalchemy.orm import Mapped, mapped_column

from zither_awl.store.models.base import Base, Name, child_key
from zither_awl.store.types import Instant, SaidText


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


class ThemeRow(Base):
    """A theme on the string of weeks."""

    __tablename__ = "theme"
    id: Mapped[int] = mapped_column(primary_key=True)
    key: Mapped[str] = mapped_column(String(40))
    name: Mapped[str] = mapped_column(Name)
    question: Mapped[str] = mapped_column(String(200))
    words: Mapped[list[str]] = mapped_column(JSON)
    song: Mapped[str] = mapped_column(String(120))
    outing: Mapped[str] = mapped_column(String(200))
    keep: Mapped[str] = mapped_column(String(1000))
    from_day: Mapped[date] = mapped_column(index=True)
    until_day: Mapped[date]
    taken: Mapped[bool]


class ThemeTrayRow(Base):
    """A tray of a theme: one there is, or a level to be made; when it comes, where to, and what goes for it."""

    __tablename__ = "theme_tray"
    id: Mapped[int] = mapped_column(primary_key=True)
    theme_id: Mapped[int] = mapped_column(ForeignKey("theme.id", ondelete="CASCADE"), index=True)
    tray_id: Mapped[int | None] = mapped_column(ForeignKey("tray.id"))
    key: Mapped[str] = mapped_column(String(40))
    level: Mapped[int]
    name: Mapped[str] = mapped_column(Name)
    children: Mapped[list[int]] = mapped_column(JSON)
    day: Mapped[date]
    unit_id: Mapped[int | None] = mapped_column(ForeignKey("unit.id"))
    board: Mapped[int | None]
    place: Mapped[int | None]
    out_id: Mapped[int | None] = mapped_column(ForeignKey("tray.id"))


class ByThenRow(Base):
    """Something to be made, bought, printed, washed or fetched by a day."""

    __tablename__ = "by_then"
    id: Mapped[int] = mapped_column(primary_key=True)
    theme_id: Mapped[int | None] = mapped_column(ForeignKey("theme.id", ondelete="CASCADE"), index=True)
    kind: Mapped[str] = mapped_column(String(8))
    name: Mapped[str] = mapped_column(SaidText)
    amount: Mapped[str] = mapped_column(SaidText)
    due: Mapped[date]
    minutes: Mapped[int]
    done_on: Mapped[date | None]
    ref: Mapped[str] = mapped_column(String(60))


class AbsenceRow(Base):
    """Days on which no work cycle is expected, for some children or (none) for all."""

    __tablename__ = "absence"
    id: Mapped[int] = mapped_column(primary_key=True)
    kind: Mapped[str] = mapped_column(String(12))
    name: Mapped[str] = mapped_column(Name)
    from_day: Mapped[date]
    until_day: Mapped[date]
    children: Mapped[list[int]] = mapped_column(JSON)
    uid: Mapped[str] = mapped_column(String(200))


class MovedStopRow(Base):
    """A look at the shelf or a turn of the books that was moved from its day in the rhythm to another."""

    __tablename__ = "moved_stop"
    key: Mapped[str] = mapped_column(String(24), primary_key=True)
    kind: Mapped[str] = mapped_column(String(8))
    day: Mapped[date]
    to_day: Mapped[date]


class ArrivalRow(Base):
    """Something that comes to the house, once or every so many days."""

    __tablename__ = "arrival"
    id: Mapped[int] = mapped_column(primary_key=True)
    name: Mapped[str] = mapped_column(Name)
    day: Mapped[date]
    child_id: Mapped[int | None] = child_key(nullable=True)
    every_days: Mapped[int | None]
    giver: Mapped[str] = mapped_column(Name)
    note: Mapped[str] = mapped_column(String(200))
    arrived_on: Mapped[date | None]


class ArrivedRow(Base):
    """A thing of the cupboard that came with an arrival."""

    __tablename__ = "arrived"
    id: Mapped[int] = mapped_column(primary_key=True)
    arrival_id: Mapped[int] = mapped_column(ForeignKey("arrival.id", ondelete="CASCADE"), index=True)
    component_id: Mapped[int] = mapped_column(ForeignKey("component.id"))


class BookRow(Base):
    """What is told of a thing that is a book, beside what every thing has."""

    __tablename__ = "book"
    component_id: Mapped[int] = mapped_column(ForeignKey("component.id", ondelete="CASCADE"), primary_key=True)
    language: Mapped[str] = mapped_column(String(8))
    themes: Mapped[list[str]] = mapped_column(JSON)
    from_months: Mapped[int]
    to_months: Mapped[int]
    lent_by: Mapped[str] = mapped_column(Name)
    back_on: Mapped[date | None]


class BookStayRow(Base):
    """A book on a ledge from a day to a day."""

    __tablename__ = "book_stay"
    id: Mapped[int] = mapped_column(primary_key=True)
    component_id: Mapped[int] = mapped_column(ForeignKey("component.id", ondelete="CASCADE"), index=True)
    unit_id: Mapped[int] = mapped_column(ForeignKey("unit.id"))
    since: Mapped[date]
    until: Mapped[date | None]


class BookAskedRow(Base):
    """A book was asked for again."""

    __tablename__ = "book_asked"
    id: Mapped[int] = mapped_column(primary_key=True)
    component_id: Mapped[int] = mapped_column(ForeignKey("component.id", ondelete="CASCADE"), index=True)
    day: Mapped[date]
