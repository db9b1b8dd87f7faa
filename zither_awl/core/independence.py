"""Independence, room by room: what would let a child do without being lifted or fetched for, with its height (ROOM-13).

Which things help, and the shares of stature, are common practice, no source; seat and table are EN 1729-1's.
"""

from __future__ import annotations

from collections.abc import Collection, Iterable, Iterator
from dataclasses import dataclass
from datetime import date
from typing import Literal

from zither_awl.core.ages import corrected_months
from zither_awl.core.body import ELBOW, EYE, KNEE, SHOULDER, elbow_mm, reach, stature_of
from zither_awl.core.errors import Gathering
from zither_awl.core.furniture import Fit, furniture_fit
from zither_awl.core.saying import capital, figure, say
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

    `now` is None for what is not for this child yet, and `note` says why. `daily`: how often a day it is wanted;
    `missed`: whether the child does without today what the house has at a grown person's height.
    """

    key: str
    room: str
    name: str
    now: Height | None
    later: Height | None
    note: str
    source: str
    daily: int = 1
    missed: bool = False


At = Literal["floor", "knee", "seat", "elbow", "shoulder", "eye", "head"]
AT: tuple[At, ...] = ("floor", "knee", "seat", "elbow", "shoulder", "eye", "head")
"""Where on a child's body a thing of the household's own belongs."""


@dataclass(frozen=True, slots=True, kw_only=True)
class OwnAid:
    """A thing the household thought of itself: a folding step, a rail of hooks, a shelf in the shower.

    `at`: the height of the body it goes by; `height_mm` instead, where it is at one height for everybody. `daily`: how
    often a day it is wanted.
    """

    id: int
    room: str
    name: str
    at: At = "shoulder"
    height_mm: float | None = None
    daily: int = 1

    def __post_init__(self) -> None:
        wrong = Gathering()
        wrong.check(0 < len(self.name.strip()) <= 80, "name", say("must have 1 to 80 characters."))
        wrong.check(0 < len(self.room.strip()) <= 40, "room", say("must have 1 to 40 characters."))
        wrong.among(self.at, AT, "at")
        high = self.height_mm
        wrong.check(
            high is None or 0 <= high <= 2200,
            "height_mm",
            say("is {high} mm; expected 0 to 2200 mm.", high=figure(high or 0)),
        )
        wrong.check(1 <= self.daily <= 40, "daily", say("is {daily}; expected 1 to 40 times a day.", daily=self.daily))
        wrong.finish()

    @property
    def key(self) -> str:
        """Its key among the aids."""
        return f"{OWN}{self.id}"


OWN = "own-"


@dataclass(frozen=True, slots=True)
class Surfaces:
    """Heights of the house that children stand at, mm; None while nobody measured."""

    counter_mm: float | None = None
    basin_mm: float | None = None


def independence(
    child: Child, on: date, later: date, surfaces: Surfaces = Surfaces(), own: Iterable[OwnAid] = ()
) -> tuple[Aid, ...]:
    """What would help one child, room by room, with its heights on a day and on a later day (mm); what the household
    thought of itself (`own`) is among it.

    A child who does not stand yet gets what lies on the floor; a step is for who walks, and none is named above what a
    child may stand on.
    """
    now, then = dict(_heights(child, on, surfaces)), dict(_heights(child, later, surfaces))
    source = furniture_fit(stature_of(child, on)).source
    shipped = (
        Aid(
            key,
            room,
            name,
            None if (waits := _waits(key, child)) else now.get(key),
            then.get(key),
            waits or _note(key, note, child, on, surfaces),
            source if key in ("chair", "table", "bench", "bed") else COMMON_PRACTICE,
            _DAILY[key],
            _out_of_reach(key, child, on, surfaces),
        )
        for key, room, name, note in _AIDS
    )
    return (*shipped, *(_own(each, child, on, later) for each in own))


def _own(each: OwnAid, child: Child, on: date, later: date) -> Aid:
    """A thing of the household's own, at this child's heights. It is wanted: so it is missed until it is made."""
    note = say("Your own.") if each.height_mm is None else say("Your own, at one height for everybody.")
    return Aid(
        each.key,
        each.room,
        each.name,
        _one(_at(each, child, on)),
        _one(_at(each, child, later)),
        note,
        COMMON_PRACTICE,
        each.daily,
        missed=True,
    )


def _at(each: OwnAid, child: Child, on: date) -> float:
    if each.height_mm is not None:
        return each.height_mm
    tall = stature_of(child, on)
    shares = {"floor": 0.0, "knee": KNEE, "elbow": ELBOW, "shoulder": SHOULDER, "eye": EYE, "head": 1.0}
    return furniture_fit(tall).seat if each.at == "seat" else shares[each.at] * tall


def ranked(aids: Iterable[Aid], done: Collection[str]) -> tuple[Aid, ...]:
    """What would give most independence now: what is not made, is for this child already, and is out of its reach or
    wanted; what is used oftenest a day first. The order is ours, no source."""
    open_ = [a for a in aids if a.key not in done and a.now is not None and a.missed]
    return tuple(sorted(open_, key=lambda a: (-a.daily, a.room, a.name)))


def _out_of_reach(key: str, child: Child, on: date, surfaces: Surfaces) -> bool:
    """Whether a grown person's height of it is out of this child's reach, or its feet off the floor."""
    zones, tall = reach(child, on), stature_of(child, on)
    if key in ("hook", "cloth", "drawer", "rail"):
        return _USUAL[key] > zones.comfort_high
    if key in ("bench", "chair", "bed"):
        return _USUAL[key] > furniture_fit(tall).seat + SEAT_OFF_MM
    if key in ("basin", "counter", "table"):
        measured = {"basin": surfaces.basin_mm, "counter": surfaces.counter_mm}.get(key)
        return (measured or _USUAL[key]) > elbow_mm(child, on)
    return key == "shoes" or _USUAL[key] > zones.sight


_DAILY = {
    "hook": 4,
    "bench": 4,
    "shoes": 4,
    "mirror": 2,
    "basin": 6,
    "cloth": 6,
    "table": 5,
    "chair": 5,
    "drawer": 5,
    "counter": 2,
    "rail": 2,
    "bed": 2,
}
"""How often a day each is wanted at home. Common practice, no source."""
_USUAL = {
    "hook": 1650.0,
    "bench": 450.0,
    "mirror": 1400.0,
    "basin": BASIN_MM,
    "cloth": 1400.0,
    "table": 740.0,
    "chair": 450.0,
    "drawer": 900.0,
    "counter": COUNTER_MM,
    "rail": 1600.0,
    "bed": 500.0,
}
"""A grown person's height of each, mm. Common practice, no source."""
SEAT_OFF_MM = 40.0


def _waits(key: str, child: Child) -> str:
    """What has to come first, or nothing."""
    walks = child.mobility in (Mobility.WALKS, Mobility.CLIMBS)
    if walks or key in _ON_FLOOR:
        return ""
    if key in _STEPS:
        return say("Once walking.")
    return "" if child.mobility is Mobility.PULLS_UP else say("Once standing.")


_AIDS = (
    (
        "hook",
        say("Door"),
        say("Hook for coat and bag"),
        say("At the top of the head: an arm goes up, a loop goes over."),
    ),
    ("bench", say("Door"), say("Bench for putting on shoes"), say("Feet flat on the floor.")),
    ("shoes", say("Door"), say("Basket for shoes"), say("On the floor, one for each child.")),
    ("mirror", say("Bathroom"), say("Mirror"), say("From the knee to above the head; unbreakable, fixed to the wall.")),
    ("basin", say("Bathroom"), say("Step to the wash basin"), ""),
    ("cloth", say("Bathroom"), say("Hook for the own cloth"), say("Beside the mirror, at the shoulder.")),
    ("table", say("Kitchen"), say("Table"), say("Elbows just above it.")),
    ("chair", say("Kitchen"), say("Chair"), say("In an overlap of sizes the smaller one: feet on the floor.")),
    ("drawer", say("Kitchen"), say("Own drawer or board: jug, cup, cloth"), say("Where both hands lift with comfort.")),
    ("counter", say("Kitchen"), say("Stool for the counter"), ""),
    ("rail", say("Bedroom"), say("Rail of the low wardrobe"), say("At the shoulder; few clothes, two to choose from.")),
    ("bed", say("Bedroom"), say("Edge of the low bed"), say("In and out without help, feet on the floor.")),
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
    text = capital(stool.text) + "."
    return text if entered else say("{text} Reckoned for a common height; measure yours.", text=text)
