"""The rows. Typed, bare, named to the last constraint; no rules and no queries here."""

from __future__ import annotations

from datetime import date, datetime
from typing import Any

from sqlalchemy import JSON, CheckConstraint, ForeignKey, LargeBinary, MetaData, String, UniqueConstraint
from sqlalchemy.orm import DeclarativeBase, Mapped, mapped_column

from zither_awl.store.types import Instant

Name = String(80)


class Base(DeclarativeBase):
    """The declarative root, with a name for every constraint."""

    metadata = MetaData(naming_convention={
        "pk": "pk_%(table_name)s", "fk": "fk_%(table_name)s_%(column_0_name)s",
        "ix": "ix_%(table_name)s_%(column_0_name)s",
        "uq": "uq_%(table_name)s_%(column_0_name)s", "ck": "ck_%(table_name)s_%(constraint_name)s",
    })  # fmt: skip


def _child_key(**kw: Any) -> Any:
    return mapped_column(ForeignKey("child.id", ondelete="CASCADE"), **kw)


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
    counter_mm: Mapped[float | None]
    basin_mm: Mapped[float | None]
    rather_new: Mapped[int]
    rather_by_area: Mapped[int]
    rather_full: Mapped[int]


class RevisionRow(Base):
    """One row that counts accepted writes, so that a reader knows its snapshot is old."""

    __tablename__ = "revision"
    id: Mapped[int] = mapped_column(primary_key=True)
    number: Mapped[int]
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
    child_id: Mapped[int] = _child_key(index=True)
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
    child_id: Mapped[int] = _child_key(primary_key=True)
    key: Mapped[str] = mapped_column(String(16), primary_key=True)
    done_on: Mapped[date]


class UnitChildRow(Base):
    __tablename__ = "unit_child"
    unit_id: Mapped[int] = mapped_column(ForeignKey("unit.id", ondelete="CASCADE"), primary_key=True)
    child_id: Mapped[int] = _child_key(primary_key=True)


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
    cost: Mapped[float | None]
    came_from: Mapped[str] = mapped_column(Name)
    bin_id: Mapped[int | None] = mapped_column(ForeignKey("bin.id"))
    assumed: Mapped[list[str]] = mapped_column(JSON)
    archived: Mapped[bool]


class OwnCardRow(Base):
    """A card the household wrote or changed: its design as data, the same as in the catalogue's files."""

    __tablename__ = "own_card"
    id: Mapped[int] = mapped_column(primary_key=True)
    key: Mapped[str] = mapped_column(String(40), unique=True)
    design: Mapped[dict[str, Any]] = mapped_column(JSON)


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
    child_id: Mapped[int] = _child_key(primary_key=True)


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
    child_id: Mapped[int] = _child_key(primary_key=True)


class SweepRow(Base):
    """One look round the room. The key is the device's: the same sweep sent twice is kept once."""

    __tablename__ = "sweep"
    key: Mapped[str] = mapped_column(String(36), primary_key=True)
    morning_id: Mapped[int] = mapped_column(ForeignKey("morning.id", ondelete="CASCADE"), index=True)
    at: Mapped[datetime] = mapped_column(Instant)
    adult_id: Mapped[int | None] = mapped_column(ForeignKey("adult.id"))


class SweepChildRow(Base):
    __tablename__ = "sweep_child"
    sweep_key: Mapped[str] = mapped_column(ForeignKey("sweep.key", ondelete="CASCADE"), primary_key=True)
    child_id: Mapped[int] = _child_key(primary_key=True)
    state: Mapped[str] = mapped_column(String(16))


class EpisodeRow(Base):
    __tablename__ = "episode"
    id: Mapped[str] = mapped_column(String(36), primary_key=True)
    child_id: Mapped[int] = _child_key(index=True)
    tray_id: Mapped[int] = mapped_column(ForeignKey("tray.id"), index=True)
    morning_id: Mapped[int | None] = mapped_column(ForeignKey("morning.id"))
    adult_id: Mapped[int | None] = mapped_column(ForeignKey("adult.id"))
    began: Mapped[datetime] = mapped_column(Instant, index=True)
    ended: Mapped[datetime | None] = mapped_column(Instant)
    work: Mapped[str | None] = mapped_column(String(32))
    place: Mapped[str | None] = mapped_column(String(16))
    question: Mapped[str] = mapped_column(String(32))
    struck: Mapped[bool]


class EpisodeEventRow(Base):
    """One event as a device sent it. Device and sequence together are sent once, whatever the network does."""

    __tablename__ = "episode_event"
    __table_args__ = (UniqueConstraint("device", "sequence"),)
    id: Mapped[int] = mapped_column(primary_key=True)
    episode_id: Mapped[str] = mapped_column(ForeignKey("episode.id", ondelete="CASCADE"), index=True)
    kind: Mapped[str] = mapped_column(String(8))
    at: Mapped[datetime] = mapped_column(Instant)
    cause: Mapped[str] = mapped_column(String(32))
    text: Mapped[str] = mapped_column(String(1000))
    device: Mapped[str] = mapped_column(String(36))
    sequence: Mapped[int]
    monotonic_ms: Mapped[float | None]
    schema_version: Mapped[int]


class PresentationRow(Base):
    __tablename__ = "presentation"
    id: Mapped[int] = mapped_column(primary_key=True)
    child_id: Mapped[int] = _child_key(index=True)
    tray_id: Mapped[int] = mapped_column(ForeignKey("tray.id"))
    at: Mapped[datetime] = mapped_column(Instant)
    again: Mapped[bool]
    adult_id: Mapped[int | None] = mapped_column(ForeignKey("adult.id"))


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
    row_key: Mapped[str] = mapped_column(String(64), index=True)
    before: Mapped[dict[str, Any] | None] = mapped_column(JSON(none_as_null=True))
    after: Mapped[dict[str, Any] | None] = mapped_column(JSON(none_as_null=True))
