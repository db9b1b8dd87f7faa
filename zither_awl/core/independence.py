"""Independence, room by room: what would let a child do without being lifted or fetched for, with its height (ROOM-13).

Which things help, and the shares of stature, are common practice, no source; seat and table are EN 1729-1's.
"""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from datetime import date

from zither_awl.core.ages import corrected_months
from zither_awl.core.body import reach, stature_of
from zither_awl.core.furniture import Fit, furniture_fit
from zither_awl.core.sources import COMMON_PRACTICE
from zither_awl.core.values import Child, Mobility

COUNTER_MM, BASIN_MM = 900.0, 850.0
"""Heights of a kitchen counter and a wash basin, while nobody measured them. Common practice, no source."""


@dataclass(frozen=True, slots=True)
class Height:
    """A height in mm above the floor, or a span of heights; `low` and `high` alike for one height."""

    low: float
    high: float


@dataclass(frozen=True, slots=True)
class Aid:
    """One thing that gives a child more independence: where, what, at which height now and later, and how to do it.

    `now` is None for what is not for this child yet, and `note` says why.
    """

    key: str
    room: str
    name: str
    now: Height | None
    later: Height | None
    note: str
    source: str


@dataclass(frozen=True, slots=True)
class Surfaces:
    """Heights of the house that children stand at, mm; None while nobody measured."""

    counter_mm: float | None = None
    basin_mm: float | None = None


def independence(child: Child, on: date, later: date, surfaces: Surfaces = Surfaces()) -> tuple[Aid, ...]:
    """What would help one child, room by room, with its heights on a day and on a later day (mm).

    A child who does not stand yet gets what lies on the floor; a step is for who walks, and none is named above what a
    child may stand on.
    """
    now, then = dict(_heights(child, on, surfaces)), dict(_heights(child, later, surfaces))
    source = furniture_fit(stature_of(child, on)).source
    return tuple(
        Aid(key, room, name, None if (waits := _waits(key, child)) else now.get(key), then.get(key),
            waits or _note(key, note, child, on, surfaces),
            source if key in ("chair", "table", "bench", "bed") else COMMON_PRACTICE)
        for key, room, name, note in _AIDS
    )  # fmt: skip


def _waits(key: str, child: Child) -> str:
    """What has to come first, or nothing."""
    walks = child.mobility in (Mobility.WALKS, Mobility.CLIMBS)
    if walks or key in _ON_FLOOR:
        return ""
    if key in _STEPS:
        return "Once walking."
    return "" if child.mobility is Mobility.PULLS_UP else "Once standing."


_AIDS = (
    ("hook", "Door", "Hook for coat and bag", "At the top of the head: an arm goes up, a loop goes over."),
    ("bench", "Door", "Bench for putting on shoes", "Feet flat on the floor."),
    ("shoes", "Door", "Basket for shoes", "On the floor, one for each child."),
    ("mirror", "Bathroom", "Mirror", "From the knee to above the head; unbreakable, fixed to the wall."),
    ("basin", "Bathroom", "Step to the wash basin", ""),
    ("cloth", "Bathroom", "Hook for the own cloth", "Beside the mirror, at the shoulder."),
    ("table", "Kitchen", "Table", "Elbows just above it."),
    ("chair", "Kitchen", "Chair", "In an overlap of sizes the smaller one: feet on the floor."),
    ("drawer", "Kitchen", "Own drawer or board: jug, cup, cloth", "Where both hands lift with comfort."),
    ("counter", "Kitchen", "Stool for the counter", ""),
    ("rail", "Bedroom", "Rail of the low wardrobe", "At the shoulder; few clothes, two to choose from."),
    ("bed", "Bedroom", "Edge of the low bed", "In and out without help, feet on the floor."),
)
"""Every aid: key, room, what it is, how to do it."""
_ON_FLOOR = ("shoes", "mirror")
_STEPS = ("basin", "counter")


def _heights(child: Child, on: date, surfaces: Surfaces) -> Iterator[tuple[str, Height]]:
    tall, zones = stature_of(child, on), reach(child, on)
    fit, months = furniture_fit(tall), corrected_months(child.born, child.gestation_weeks, on)
    yield "hook", _one(fit.hook)
    yield "bench", _one(fit.seat)
    yield "shoes", _one(0)
    yield "mirror", Height(*fit.mirror)
    yield from _step("basin", fit, surfaces.basin_mm or BASIN_MM, months)
    yield "cloth", _one(zones.comfort_high)
    yield "table", _one(fit.table)
    yield "chair", _one(fit.seat)
    yield "drawer", Height(zones.comfort_low, zones.comfort_high)
    yield from _step("counter", fit, surfaces.counter_mm or COUNTER_MM, months)
    yield "rail", _one(zones.comfort_high)
    yield "bed", _one(fit.seat)


def _one(high: float) -> Height:
    return Height(high, high)


def _step(key: str, fit: Fit, counter: float, months: int) -> Iterator[tuple[str, Height]]:
    stool = fit.stool_for(counter, months)
    # A height that is too high to stand on is not given: somebody might build it.
    if stool.kind != "too high":
        yield key, _one(stool.height_mm)


def _note(key: str, note: str, child: Child, on: date, surfaces: Surfaces) -> str:
    """How to do it; for a stool what kind it must be, for which height of counter."""
    measured = {"basin": (surfaces.basin_mm, BASIN_MM), "counter": (surfaces.counter_mm, COUNTER_MM)}
    if key not in measured:
        return note
    entered, assumed = measured[key]
    months = corrected_months(child.born, child.gestation_weeks, on)
    stool = furniture_fit(stature_of(child, on)).stool_for(entered or assumed, months)
    text = stool.text[:1].upper() + stool.text[1:] + "."
    return text if entered else f"{text} Reckoned for a common height; measure yours."
