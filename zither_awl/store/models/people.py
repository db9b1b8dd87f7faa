"""The household, its people and its rooms."""

from __future__ import annotations

from datetime import date

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


class AdultRow(Base):
    __tablename__ = "adult"
    id: Mapped[int] = mapped_column(primary_key=True)
    name: Mapped[str] = mapped_column(Name, unique=True)


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
    under_eyes_reason: Mapped[str] = mapped_column(String(200))
    archived: Mapped[bool]


class MeasurementRow(Base):
    __tablename__ = "measurement"
    id: Mapped[int] = mapped_column(primary_key=True)
    child_id: Mapped[int] = child_key(index=True)
    measured_on: Mapped[date]
    stature_mm: Mapped[float | None]
    mass_g: Mapped[float | None]


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


class UnitChildRow(Base):
    __tablename__ = "unit_child"
    unit_id: Mapped[int] = mapped_column(ForeignKey("unit.id", ondelete="CASCADE"), primary_key=True)
    child_id: Mapped[int] = child_key(primary_key=True)
