"""The same acts by the family's own clock give the same answers, wherever it lives and whatever the clock does."""

from __future__ import annotations

import ast
import shutil
from collections.abc import Callable
from dataclasses import replace
from datetime import UTC, date, datetime, timedelta
from pathlib import Path
from typing import Any
from zoneinfo import ZoneInfo

import pytest

from tests.builders import tray, unit
from tests.devices import Tablet, works
from zither_awl.core.stock import restock
from zither_awl.core.values import Child, Household, Place, Spot, Work
from zither_awl.services import cupboard, lessons, people, reading, room, routines, shelf, table
from zither_awl.services.clock import SetClock
from zither_awl.services.cupboard import TrayDraft
from zither_awl.services.desk import Desk
from zither_awl.services.record import record_of
from zither_awl.store import prepare
from zither_awl.store.migrating import versions

ZONES = ("Pacific/Honolulu", "Australia/Sydney", "Pacific/Apia", "America/St_Johns", "Europe/London")
FIRST = {zone: date(2026, 3, 2) for zone in ZONES}
CHANGES = {
    "a day of 23 hours": ("Europe/London", date(2026, 3, 26)),
    "a day of 25 hours": ("Europe/London", date(2026, 10, 22)),
}
"""Weeks in which the clocks of London are changed on the fourth day."""
CASES = [pytest.param(zone, FIRST[zone], id=zone) for zone in ZONES] + [
    pytest.param(zone, day, id=name) for name, (zone, day) in CHANGES.items()
]
CORE = Path(__file__).parents[2] / "zither_awl/core"


class Family:
    """A family of a zone, with a tray, a word, a routine, a consumable, and the hours of its own clock."""

    def __init__(self, desk: Desk, clock: SetClock, zone: str, first: date) -> None:
        self.desk, self.clock, self.zone, self.first = desk, clock, ZoneInfo(zone), first
        self.until(self.at(0, 6, 0))
        people.save_household(desk, Household(name="Garden Flat", zone=zone))
        born = date(first.year - 4, first.month, 1)
        self.child = people.save_child(desk, Child(id=0, name="Ilse", pattern="dot", born=born), None)
        shelf_id = room.save_unit(desk, unit("low shelf", id=0, comes=frozenset({self.child})), None)
        made = TrayDraft(tray("Pouring", id=0, for_children=frozenset({self.child})), "Bin 1", ())
        self.tray = cupboard.save_tray(desk, made, None)
        shelf.move(desk, self.tray, Spot(shelf_id, 1, 0), False, {}, None)
        self.tablet, self.set = Tablet(desk, start=datetime(2000, 1, 1, tzinfo=UTC)), "colours-first"

    def until(self, at: datetime) -> None:
        """Let the time come, if it has not."""
        self.clock.move_on(max(at - self.clock.now(), timedelta(0)))

    def at(self, day: int, hour: int, minute: int) -> datetime:
        """An instant by the family's clock."""
        wall = datetime.combine(self.first + timedelta(days=day), datetime.min.time(), self.zone)
        return wall.replace(hour=hour, minute=minute).astimezone(UTC)

    def write(self, kind: str, day: int, hour: int, minute: int, **more: Any) -> None:
        at = self.at(day, hour, minute)
        self.until(at)
        assert self.tablet.send(replace(self.tablet.item(kind, 0, **more), at=at)).refused == ()

    def work(self, name: str, day: int, hour: int, minute: int) -> None:
        told = {"episode_id": name, "child_id": self.child}
        self.write("start", day, hour, minute, tray_id=self.tray, **told)
        self.write("finish", day, hour, minute + 9, work=Work.RIGHT, place=Place.BACK, **told)


def live(family: Family) -> None:
    """Six days: early, in the afternoon, late; a second cycle in the evening; words, and the snack table."""
    words = next(s for s in lessons.sets(family.desk.house()) if s.kind == "colours")
    family.set = words.key
    family.write("showed", 0, 6, 30, child_id=family.child, tray_id=family.tray)
    for day, hour in enumerate((7, 17, 23, 6, 12, 20)):
        family.write("begin", day, hour - 1, 50, present=(family.child,))
        family.work(f"work-{day}", day, hour, 20)
        family.write(
            "answer",
            day,
            hour,
            40,
            child_id=family.child,
            set_key=words.key,
            word=words.words[0].key,
            turn="recall",
            right=True,
        )
        run = {"episode_id": f"run-{day}", "set_key": "snack"}
        step = routines.routine(family.desk.house(), "snack").steps[0].key
        family.write("routine", day, hour, 45, run="step", word=step, child_id=family.child, **run)
        family.write("end", day, hour, 50, seen="all")
    family.write("begin", 5, 21, 30, present=(family.child,))
    family.work("evening", 5, 21, 40)
    family.write("end", 5, 22, 30, seen="all")


def answers(family: Family) -> dict[str, Any]:
    """Everything that rests on days, told without instants: days since the first."""
    desk, first = family.desk, family.first
    family.until(family.at(5, 23, 0))
    record, house = record_of(desk, family.child), desk.house()
    (known,) = record.judgements
    read = reading.read_morning(desk, None)
    plan = lessons.lesson(desk, family.child, family.set)
    return {
        "today": (desk.today() - first).days,
        "mastery": (known.mastery.state, known.mastery.criterion),
        "probability": round(known.mastery.probability, 6),
        "interest": (known.interest.chosen, known.interest.available),
        "why": [r.text for r in (*known.mastery.reasons, *known.interest.reasons)],
        "weeks": [minutes for _, minutes in record.span.weeks],
        "days": [(e.local_day - first).days for e in works(desk)],
        "cycles": [(m.day - first).days for m in house.window.mornings],
        "read": ((read.morning.day - first).days, read.children[0].mornings),
        "word": [(s.box, (s.due - first).days if s.due else None) for s in plan.standings][:2],
        "snack": table.page(desk).stage.name,
        "stock": len(restock(house.log, house.components, house.trays, first)),
    }


@pytest.fixture
def lived(tmp_path: Path, empty_file: Path) -> Callable[[str, date], dict[str, Any]]:
    def live_in(zone: str, first: date) -> dict[str, Any]:
        path = tmp_path / f"{zone.replace('/', '-')}-{first}.db"
        shutil.copy(empty_file, path)
        clock = SetClock(datetime(2026, 1, 1, tzinfo=UTC))
        desk = Desk(prepare(path), clock)
        family = Family(desk, clock, zone, first)
        live(family)
        found = answers(family)
        desk.close()
        return found

    return live_in


@pytest.mark.parametrize(("zone", "first"), CASES)
def test_the_same_acts_by_the_familys_clock_give_the_same_answers(
    lived: Callable[[str, date], dict[str, Any]], zone: str, first: date
) -> None:
    # Weeks are counted from Mondays: both begin on the same day of the week.
    plain = date(2026, 3, 2) + timedelta(days=first.weekday())
    here, there = lived(zone, first), lived("UTC", plain)
    assert here == there
    assert here["days"] == [0, 1, 2, 3, 4, 5, 5]
    assert here["cycles"] == [0, 1, 2, 3, 4, 5, 5], "two cycles on the last day"
    assert here["mastery"][0] == "mastered"


def test_a_household_that_moves_to_another_zone_keeps_the_days_it_had(tmp_path: Path, empty_file: Path) -> None:
    path = tmp_path / "moving.db"
    shutil.copy(empty_file, path)
    clock = SetClock(datetime(2026, 1, 1, tzinfo=UTC))
    desk = Desk(prepare(path), clock)
    family = Family(desk, clock, "Australia/Sydney", date(2026, 3, 2))
    live(family)
    before = [(e.id, e.local_day) for e in works(desk)]
    people.change_household(desk, "Moved", None, zone="Pacific/Honolulu")
    # A note that comes late puts the work anew together: its day is the one it had.
    family.write("note", 5, 22, 0, episode_id="work-5", child_id=family.child, text="So carefully.")
    assert [(e.id, e.local_day) for e in works(desk)] == before
    desk.close()


def test_no_instant_becomes_a_day_in_the_core_but_in_one_place() -> None:
    """An instant has a day only in a zone: `.date()` on one is Greenwich's day, not the family's."""
    found = [
        f"{path.relative_to(CORE)}:{node.lineno}"
        for path in sorted(CORE.rglob("*.py"))
        if path.name != "days.py"
        for node in ast.walk(ast.parse(path.read_text()))
        if isinstance(node, ast.Call) and isinstance(node.func, ast.Attribute) and node.func.attr == "date"
    ]
    assert found == []
    assert versions()[0] >= "0006"
