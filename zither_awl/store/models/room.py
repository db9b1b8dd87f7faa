"""The furniture, who comes to it, what was made for independence."""

from __future__ import annotations

from datetime import date

from sqlalchemy import JSON, ForeignKey, String
from sqlalchemy.orm import Mapped, mapped_column

from zither_awl.store.models.base import Base, Name, child_key


class UnitRow(Base):
    __tablename__ = "unit"
    id: Mapped[int] = mapped_column(primary_key=True)
    name: Mapped[str] = mapped_column(Name, unique=True)
    kind: Mapped[str] = mapped_column(String(16))
    room: Mapped[str] = mapped_column(Name)
    width_mm: Mapped[float]
    height_mm: Mapped[float]
    depth_mm: Mapped[float]
    barrier: Mapped[str] = mapped_column(String(8))
    climb_on_mm: Mapped[float | None]
    mass_g: Mapped[float | None]
    anchored: Mapped[bool]
    bedroom: Mapped[bool]
    most: Mapped[int | None]
    main: Mapped[bool]
    archived: Mapped[bool]
    version: Mapped[int]


class BoardRow(Base):
    __tablename__ = "board"
    unit_id: Mapped[int] = mapped_column(ForeignKey("unit.id", ondelete="CASCADE"), primary_key=True)
    position: Mapped[int] = mapped_column(primary_key=True)
    height_mm: Mapped[float]
    places: Mapped[int]
    divided: Mapped[bool]
    load_g: Mapped[float | None]
    widths_mm: Mapped[list[float]] = mapped_column(JSON)
    drawer: Mapped[bool]


class AidDoneRow(Base):
    """Something that gives a child independence, as the household has made it."""

    __tablename__ = "aid_done"
    child_id: Mapped[int] = child_key(primary_key=True)
    key: Mapped[str] = mapped_column(String(16), primary_key=True)
    done_on: Mapped[date]


class OwnAidRow(Base):
    """A thing of the household's own that gives independence: where, and by which height of the body."""

    __tablename__ = "own_aid"
    id: Mapped[int] = mapped_column(primary_key=True)
    room: Mapped[str] = mapped_column(String(40))
    name: Mapped[str] = mapped_column(Name)
    at: Mapped[str] = mapped_column(String(12))
    height_mm: Mapped[float | None]
    daily: Mapped[int]


class UnitChildRow(Base):
    __tablename__ = "unit_child"
    unit_id: Mapped[int] = mapped_column(ForeignKey("unit.id", ondelete="CASCADE"), primary_key=True)
    child_id: Mapped[int] = child_key(primary_key=True)
