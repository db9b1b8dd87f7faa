"""Use cases about heights: each child's reach as it grows, what a unit bears before it tips, and the house itself."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import date

from zither_awl.core.body import mass_of, reach
from zither_awl.core.errors import FieldProblem, InvalidValue
from zither_awl.core.independence import Aid, OwnAid, Surfaces, independence, ranked
from zither_awl.core.safety import Stability, loads_of, tip_over
from zither_awl.core.saying import filled, say, small
from zither_awl.core.values import Child, Spot, Unit
from zither_awl.core.words import MONTHS
from zither_awl.services.desk import Desk, House
from zither_awl.services.shelf import Marks, marks_of

LATER_MONTHS = 6
MOST_FIRST = 3
AHEAD_MONTHS = 12
LIGHTEST_CHILD_G = 15_000.0
"""A child of so many g is reckoned with on a unit to which nobody comes yet. Common practice, no source."""


def months_on(day: date, months: int) -> date:
    """The same day so many months later, or the last day of a shorter month."""
    total = day.year * 12 + day.month - 1 + months
    year, month = divmod(total, 12)
    for last in (day.day, 30, 29, 28):
        try:
            return date(year, month + 1, last)
        except ValueError:
            continue
    raise InvalidValue(FieldProblem("months", say("is {months}; there is no such day.", months=months)))


def marks_in(house: House, today: date, months: int) -> tuple[Marks, ...]:
    """Each child's reach in so many months, getting about as it does now."""
    day = months_on(today, months)
    return tuple(marks_of(child, day) for child in house.children)


@dataclass(frozen=True, slots=True)
class Reached:
    """A board that a child will reach within a year: which, and from which day."""

    child: Child
    unit: Unit
    board: int
    on: date


def soon_reached(house: House, today: date) -> tuple[Reached, ...]:
    """What each child will lift and see from within a year that it does not now, board by board, soonest first."""
    found = []
    for child in house.children:
        now = reach(child, today, practice=house.practice).choosing
        for unit in (u for u in house.units if child.id in u.comes):
            for at, board in enumerate(unit.boards):
                day = _when(child, board.height_mm, today, house) if board.height_mm > now else None
                if day is not None:
                    found.append(Reached(child, unit, at, day))
    return tuple(sorted(found, key=lambda r: (r.on, r.child.id, r.unit.id, r.board)))


def said(reached: Reached, today: date) -> str:
    """It in words: "In April Tove reaches the top board of the window shelf"."""
    board = Spot(reached.unit.id, reached.board, 0).words(reached.unit).rpartition(", ")[0] or "board"
    year = "" if reached.on.year == today.year else say(" {year}", year=reached.on.year)
    month = MONTHS[reached.on.month - 1]
    return say(
        "In {month}{year} {child} reaches the {board} of the {unit}.",
        month=month,
        year=year,
        child=reached.child.name,
        board=board,
        unit=reached.unit.name,
    )


def _when(child: Child, height: float, today: date, house: House) -> date | None:
    days = (months_on(today, months) for months in range(1, AHEAD_MONTHS + 1))
    return next((day for day in days if reach(child, day, practice=house.practice).choosing >= height), None)


def stability(house: House, unit: Unit, today: date) -> Stability | None:
    """How a free-standing shelf with its load takes the heaviest child who comes; None for what is built in or low."""
    if unit.kind != "shelf":
        return None
    heaviest = max((mass_of(c, today) for c in house.children if c.id in unit.comes), default=LIGHTEST_CHILD_G)
    return tip_over(unit, loads_of(unit, house.placements), heaviest)


@dataclass(frozen=True, slots=True)
class ForChild:
    """What would give one child more independence, and which of it is made."""

    child: Child
    aids: tuple[Aid, ...]
    done: frozenset[str]
    first: tuple[Aid, ...]
    """What would give most now, the first of it first."""


def house_heights(house: House, today: date) -> tuple[ForChild, ...]:
    """Room by room and child by child, now and in six months."""
    later = months_on(today, LATER_MONTHS)
    kept = house.household
    surfaces = Surfaces(kept.counter_mm, kept.basin_mm) if kept else Surfaces()
    found = []
    for child in house.children:
        aids = independence(child, today, later, surfaces, house.room.own_aids)
        done = frozenset(key for of, key in house.room.aids_done if of == child.id)
        found.append(ForChild(child, aids, done, ranked(aids, done)[:MOST_FIRST]))
    return tuple(found)


def tick(desk: Desk, child_id: int, key: str, done: bool, adult_id: int | None) -> None:
    """Say that something was made for a child, or take that back. Raises: InvalidValue for an unknown thing."""
    house, today = desk.house(), desk.today()
    child = house.child(child_id)
    aid = next((a for a in independence(child, today, today, own=house.room.own_aids) if a.key == key), None)
    if aid is None:
        raise InvalidValue(FieldProblem("key", say("is {key}; there is no such thing in the list.", key=repr(key))))
    told = say("{aid} for {child} made") if done else say("{aid} for {child} not made")
    with desk.write(adult_id, filled(told, aid=aid.name, child=child.name)) as work:
        work.room.tick_aid(child_id, key, today if done else None)


def add_aid(desk: Desk, aid: OwnAid, adult_id: int | None) -> int:
    """Keep a thing of the household's own. Returns its id."""
    with desk.write(adult_id, say("{aid}, for the {room}", aid=aid.name, room=small(aid.room))) as work:
        return work.room.add_aid(aid)


def drop_aid(desk: Desk, aid_id: int, adult_id: int | None) -> None:
    """Take a thing of the household's own away. Raises: NotFound."""
    with desk.write(adult_id, say("Took a thing of our own off the house heights")) as work:
        work.room.drop_aid(aid_id)
