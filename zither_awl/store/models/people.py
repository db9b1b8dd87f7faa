"""The household and its people."""

from __future__ import annotations

from datetime import date
from typing import Any

from sqlalchemy import JSON, ForeignKey, String, UniqueConstraint
from sqlalchemy.orm import Mapped, mapped_column

from zither_awl.store.models.base import Base, Name, child_key


class HouseholdRow(Base):
    __tablename__ = "household"
    id: Mapped[int] = mapped_column(primary_key=True)
    name: Mapped[str] = mapped_column(Name)
    lengths: Mapped[str] = mapped_column(String(2))
    zone: Mapped[str] = mapped_column(String(64))
    language: Mapped[str] = mapped_column(String(8))
    emergency_number: Mapped[str] = mapped_column(Name)
    poison_centre: Mapped[str] = mapped_column(Name)
    most_bins: Mapped[int | None]
    unbreakable_first: Mapped[bool]
    showing: Mapped[str] = mapped_column(String(12))
    takes: Mapped[str] = mapped_column(String(8))
    paper: Mapped[str] = mapped_column(String(8))
    counter_mm: Mapped[float | None]
    basin_mm: Mapped[float | None]
    rather_new: Mapped[int]
    rather_by_area: Mapped[int]
    rather_full: Mapped[int]
    practice: Mapped[dict[str, Any]] = mapped_column(JSON)
    version: Mapped[int]


class AdultRow(Base):
    __tablename__ = "adult"
    id: Mapped[int] = mapped_column(primary_key=True)
    name: Mapped[str] = mapped_column(Name, unique=True)
    minutes: Mapped[list[int]] = mapped_column(JSON)
    language: Mapped[str] = mapped_column(String(8))


class ChildRow(Base):
    __tablename__ = "child"
    __table_args__ = (UniqueConstraint("name"),)
    id: Mapped[int] = mapped_column(primary_key=True)
    name: Mapped[str] = mapped_column(Name)
    pattern: Mapped[str] = mapped_column(String(16))
    born: Mapped[date]
    gestation_weeks: Mapped[int | None]
    sex: Mapped[str | None] = mapped_column(String(8))
    mobility: Mapped[str] = mapped_column(String(16))
    mobility_since: Mapped[date | None]
    still_mouths: Mapped[bool]
    allergies: Mapped[list[str]] = mapped_column(JSON)
    passions: Mapped[list[str]] = mapped_column(JSON)
    language: Mapped[str] = mapped_column(String(8))
    comes: Mapped[list[int]] = mapped_column(JSON)
    shown: Mapped[str] = mapped_column(String(8))
    archived: Mapped[bool]
    version: Mapped[int]


class PermissionRow(Base):
    """What an adult lets a child do with an adult at the table; kept when it is withdrawn."""

    __tablename__ = "permission"
    id: Mapped[int] = mapped_column(primary_key=True)
    child_id: Mapped[int] = child_key(index=True)
    kind: Mapped[str] = mapped_column(String(16))
    adult: Mapped[str] = mapped_column(Name)
    given_on: Mapped[date | None]
    note: Mapped[str] = mapped_column(String(200))
    withdrawn_on: Mapped[date | None]


class SaidRow(Base):
    """An adult's word on whether a child can do a level of a card, or knows a word (level 0)."""

    __tablename__ = "said"
    __table_args__ = (UniqueConstraint("child_id", "key", "level", "word"),)
    id: Mapped[int] = mapped_column(primary_key=True)
    child_id: Mapped[int] = child_key(index=True)
    key: Mapped[str] = mapped_column(String(40))
    level: Mapped[int]
    word: Mapped[str] = mapped_column(Name)
    answer: Mapped[str] = mapped_column(String(12))
    said_on: Mapped[date]
    adult: Mapped[str] = mapped_column(Name)
    concluded: Mapped[bool]


class MeasurementRow(Base):
    __tablename__ = "measurement"
    id: Mapped[int] = mapped_column(primary_key=True)
    child_id: Mapped[int] = child_key(index=True)
    measured_on: Mapped[date]
    stature_mm: Mapped[float | None]
    mass_g: Mapped[float | None]


class GroupRow(Base):
    """Children who are together, and the adults (by id) who know them."""

    __tablename__ = "child_group"
    id: Mapped[int] = mapped_column(primary_key=True)
    name: Mapped[str] = mapped_column(Name, unique=True)
    adults: Mapped[list[int]] = mapped_column(JSON)


class GroupChildRow(Base):
    """The group a child is in."""

    __tablename__ = "group_child"
    child_id: Mapped[int] = child_key(primary_key=True)
    group_id: Mapped[int] = mapped_column(ForeignKey("child_group.id", ondelete="CASCADE"))
