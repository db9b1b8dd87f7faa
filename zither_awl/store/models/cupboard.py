"""What is owned, what lies on a tray, when it was made complete."""

from __future__ import annotations

from datetime import date, datetime
from typing import Any

from sqlalchemy import JSON, CheckConstraint, ForeignKey, LargeBinary, String
from sqlalchemy.orm import Mapped, mapped_column

from zither_awl.store.models.base import Base, Name, child_key
from zither_awl.store.types import Instant


class BinRow(Base):
    __tablename__ = "bin"
    id: Mapped[int] = mapped_column(primary_key=True)
    name: Mapped[str] = mapped_column(Name, unique=True)
    place: Mapped[str] = mapped_column(Name)
    height_mm: Mapped[float | None]
    lid: Mapped[bool]
    locked: Mapped[bool]
    most: Mapped[int | None]


class ComponentRow(Base):
    """A thing or medium. `shape` and `inside` are small lists, see store.cupboard."""

    __tablename__ = "component"
    id: Mapped[int] = mapped_column(primary_key=True)
    name: Mapped[str] = mapped_column(Name, unique=True)
    kind: Mapped[str] = mapped_column(String(32))
    count: Mapped[int]
    shape: Mapped[list[Any]] = mapped_column(JSON)
    mass_g: Mapped[float]
    softness: Mapped[str] = mapped_column(String(8))
    material: Mapped[str] = mapped_column(Name)
    breakable: Mapped[bool]
    inside: Mapped[list[Any] | None] = mapped_column(JSON(none_as_null=True))
    density_g_ml: Mapped[float | None]
    stock_ml: Mapped[float | None]
    per_use: Mapped[float | None]
    sealed: Mapped[str] = mapped_column(String(8))
    magnet: Mapped[bool]
    cell: Mapped[bool]
    cord_mm: Mapped[float | None]
    allergens: Mapped[list[str]] = mapped_column(JSON)
    dangers: Mapped[list[str]] = mapped_column(JSON)
    colours: Mapped[list[str]] = mapped_column(JSON)
    subject: Mapped[str] = mapped_column(String(40))
    photo_id: Mapped[int | None] = mapped_column(ForeignKey("photo.id"))
    box_months: Mapped[int | None]
    cost: Mapped[float | None]
    came_from: Mapped[str] = mapped_column(Name)
    bin_id: Mapped[int | None] = mapped_column(ForeignKey("bin.id"))
    assumed: Mapped[list[str]] = mapped_column(JSON)
    archived: Mapped[bool]


class PhotoRow(Base):
    """A photograph, re-encoded and without its origin. Rows are only added: a tray points to one or to none."""

    __tablename__ = "photo"
    id: Mapped[int] = mapped_column(primary_key=True)
    jpeg: Mapped[bytes] = mapped_column(LargeBinary)


class CardRow(Base):
    __tablename__ = "card"
    __table_args__ = (CheckConstraint("from_months < to_months", name="age_span"),)
    id: Mapped[int] = mapped_column(primary_key=True)
    name: Mapped[str] = mapped_column(Name, unique=True)
    area: Mapped[str] = mapped_column(String(32))
    from_months: Mapped[int]
    to_months: Mapped[int]
    key: Mapped[str] = mapped_column(String(40))
    level: Mapped[int]
    guess: Mapped[float]
    sort: Mapped[str] = mapped_column(String(16))
    toward: Mapped[str] = mapped_column(String(48))


class CardFollowsRow(Base):
    __tablename__ = "card_follows"
    card_id: Mapped[int] = mapped_column(ForeignKey("card.id", ondelete="CASCADE"), primary_key=True)
    follows_id: Mapped[int] = mapped_column(ForeignKey("card.id", ondelete="CASCADE"), primary_key=True)


class TrayRow(Base):
    __tablename__ = "tray"
    id: Mapped[int] = mapped_column(primary_key=True)
    name: Mapped[str] = mapped_column(Name, unique=True)
    card_id: Mapped[int] = mapped_column(ForeignKey("card.id"), index=True)
    width_mm: Mapped[float]
    depth_mm: Mapped[float]
    height_mm: Mapped[float]
    mass_g: Mapped[float]
    pieces: Mapped[int]
    piece: Mapped[list[Any] | None] = mapped_column(JSON)
    softness: Mapped[str] = mapped_column(String(8))
    breakable: Mapped[bool]
    hazards: Mapped[list[str]] = mapped_column(JSON)
    cord_mm: Mapped[float | None]
    tags: Mapped[list[str]] = mapped_column(JSON)
    bin_id: Mapped[int | None] = mapped_column(ForeignKey("bin.id"))
    archived: Mapped[bool]
    photo_id: Mapped[int | None] = mapped_column(ForeignKey("photo.id"))
    exception: Mapped[str] = mapped_column(String(200))
    eased: Mapped[list[str]] = mapped_column(JSON)
    alike: Mapped[str] = mapped_column(String(40))
    version: Mapped[int]


class ContentRow(Base):
    """Something of the cupboard on a tray, in the order of use."""

    __tablename__ = "content"
    tray_id: Mapped[int] = mapped_column(ForeignKey("tray.id", ondelete="CASCADE"), primary_key=True)
    position: Mapped[int] = mapped_column(primary_key=True)
    component_id: Mapped[int] = mapped_column(ForeignKey("component.id"), index=True)
    role: Mapped[str] = mapped_column(String(40))
    count: Mapped[int]
    ml: Mapped[float | None]
    x_mm: Mapped[float | None]
    y_mm: Mapped[float | None]
    turned: Mapped[bool]
    beside: Mapped[bool]


class TrayChildRow(Base):
    __tablename__ = "tray_child"
    tray_id: Mapped[int] = mapped_column(ForeignKey("tray.id", ondelete="CASCADE"), primary_key=True)
    child_id: Mapped[int] = child_key(primary_key=True)


class CompletedRow(Base):
    """A tray was made complete again after something had been missing."""

    __tablename__ = "completed"
    id: Mapped[int] = mapped_column(primary_key=True)
    tray_id: Mapped[int] = mapped_column(ForeignKey("tray.id", ondelete="CASCADE"), index=True)
    at: Mapped[datetime] = mapped_column(Instant)


class MakingRow(Base):
    """Something that is to be made: which steps are done, who checked it and when."""

    __tablename__ = "making"
    id: Mapped[int] = mapped_column(primary_key=True)
    recipe: Mapped[str] = mapped_column(String(40))
    name: Mapped[str] = mapped_column(Name)
    wanted_for: Mapped[str] = mapped_column(Name)
    done: Mapped[list[Any]] = mapped_column(JSON)
    checked: Mapped[list[Any]] = mapped_column(JSON)
    checked_by: Mapped[str] = mapped_column(Name)
    checked_on: Mapped[date | None]
    begun_on: Mapped[date]
    component_id: Mapped[int | None] = mapped_column(ForeignKey("component.id"))


class MarkRow(Base):
    """A thing or a tray is worn, to be washed, or to be renewed; until somebody did it."""

    __tablename__ = "mark"
    id: Mapped[int] = mapped_column(primary_key=True)
    what: Mapped[str] = mapped_column(String(8))
    component_id: Mapped[int | None] = mapped_column(ForeignKey("component.id", ondelete="CASCADE"))
    tray_id: Mapped[int | None] = mapped_column(ForeignKey("tray.id", ondelete="CASCADE"))
    note: Mapped[str] = mapped_column(String(200))
    marked_by: Mapped[str] = mapped_column(Name)
    marked_on: Mapped[date]
    done_on: Mapped[date | None]
