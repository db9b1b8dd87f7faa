"""Small people and things for tests: a few lines each, everything else at a sensible default."""

from __future__ import annotations

import json
from datetime import UTC, date, datetime, timedelta
from pathlib import Path
from typing import Any

from zither_awl.core.judgement import State
from zither_awl.core.things.shapes import Shape, Sphere
from zither_awl.core.values import (
    Board,
    Card,
    Child,
    Episode,
    EpisodeEvent,
    Log,
    Morning,
    Placement,
    Presentation,
    Spot,
    Tray,
    Unit,
    Work,
)

TODAY = date(2026, 3, 16)
"""A Monday."""
DATA = Path(__file__).parent / "data"


def worked_cases(group: str) -> list[Any]:
    """The worked cases of a group, as pytest parameters named by their ids."""
    import pytest

    cases = json.loads((DATA / "worked-cases.json").read_text())["cases"]
    return [pytest.param(c["input"], c["expected"], id=c["id"]) for c in cases if c["group"] == group]


def born_months_ago(months: int, on: date = TODAY) -> date:
    """A birth date that makes so many completed months on a day."""
    total = on.year * 12 + on.month - 1 - months
    return date(total // 12, total % 12 + 1, min(on.day, 28)) - timedelta(days=2)


def child(name: str = "Ilse", months: int = 48, *, id: int = 1, **more: Any) -> Child:
    """A child of so many months today."""
    return Child(id=id, name=name, pattern=more.pop("pattern", "ring"), born=born_months_ago(months), **more)


def card(name: str = "Pouring", *, id: int = 1, **more: Any) -> Card:
    """A card with a wide window."""
    kept: dict[str, Any] = {"area": "practical life", "from_months": 12, "to_months": 72, **more}
    return Card(id=id, name=name, **kept)


def tray(name: str = "Pouring", *, id: int = 1, **more: Any) -> Tray:
    """A tray that fits a common place, for child 1."""
    made = more.pop("card", None) or card(name, id=id)
    kept: dict[str, Any] = {
        "width_mm": 250.0,
        "depth_mm": 200.0,
        "height_mm": 90.0,
        "mass_g": 400.0,
        "for_children": frozenset({1}),
        **more,
    }
    return Tray(id=id, name=name, card=made, **kept)


def unit(name: str = "shelf", *, id: int = 1, comes: frozenset[int] = frozenset({1, 2}), **more: Any) -> Unit:
    """A shelf of 3 boards by 4 places."""
    boards = more.pop("boards", None) or tuple(Board(height_mm=h, places=4) for h in (610.0, 340.0, 70.0))
    kept: dict[str, Any] = {"width_mm": 1240.0, "height_mm": 830.0, "depth_mm": 300.0, **more}
    return Unit(id=id, name=name, boards=boards, comes=comes, **kept)


def placed(of: Tray, board: int = 1, place: int = 0, *, unit_id: int = 1, **more: Any) -> Placement:
    """A tray on a spot."""
    return Placement(id=more.pop("id", of.id), tray=of, spot=Spot(unit_id, board, place), **more)


BEADS: Shape = Sphere(9)


def at(days_ago: int, hour: int = 9, minute: int = 0) -> datetime:
    """An instant so many days before today, in UTC."""
    return datetime(TODAY.year, TODAY.month, TODAY.day, hour, minute, tzinfo=UTC) - timedelta(days=days_ago)


def episode(days_ago: int = 1, *, tray_id: int = 1, child_id: int = 1, minutes: float = 10, **more: Any) -> Episode:
    """A piece of work done right on a morning, or as told otherwise."""
    began = more.pop("began", None) or at(days_ago, more.pop("hour", 9), more.pop("minute", 0))
    kept: dict[str, Any] = {"work": Work.RIGHT, "ended": began + timedelta(minutes=minutes), **more}
    made = kept.pop("id", f"e{days_ago}-{child_id}-{tray_id}-{began:%H%M}")
    return Episode(id=made, child_id=child_id, tray_id=tray_id, began=began, **kept)


def helped(days_ago: int = 1, **more: Any) -> Episode:
    """The same, with help."""
    event = EpisodeEvent(kind="helped", at=at(days_ago, 9, 1), cause="prompted")
    return episode(days_ago, events=(event,), **more)


def morning(days_ago: int, *, present: frozenset[int] = frozenset({1, 2}), **more: Any) -> Morning:
    """A whole morning that was all seen."""
    kept: dict[str, Any] = {"began": at(days_ago, 8, 30), "ended": at(days_ago, 11, 30), "seen": "all", **more}
    return Morning(id=1000 + days_ago, day=at(days_ago).date(), present=present, **kept)


def shown(tray_id: int = 1, child_id: int = 1, days_ago: int = 300) -> Presentation:
    """A showing long ago."""
    return Presentation(id=tray_id, child_id=child_id, tray_id=tray_id, at=at(days_ago, 8))


def log_of(
    trays: list[Tray], episodes: list[Episode], *, mornings: int = 30, placements: list[Placement] | None = None
) -> Log:
    """So many whole mornings, every tray standing open all the time and shown to child 1 and 2."""
    standing = placements if placements is not None else [placed(t, since=at(400)) for t in trays]
    return Log(
        mornings=tuple(morning(n) for n in range(mornings, 0, -1)),
        episodes=tuple(episodes),
        presentations=tuple(shown(t.id, c) for t in trays for c in (1, 2)),
        placements=tuple(standing),
    )


def state_of(trays: list[Tray], out: list[Placement], episodes: list[Episode], **more: Any) -> State:
    """A house with one shelf and child 1, four years old."""
    log = more.pop("log", None) or log_of([p.tray for p in out], episodes, placements=out)
    kept: dict[str, Any] = {"children": (child(),), "units": (unit(),), **more}
    return State(trays=tuple(trays), placements=tuple(out), log=log, **kept)
