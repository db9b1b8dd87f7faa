"""Kinds of movement a child's work exercises, and which are missing. Never a score. Common practice, no source."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass

from zither_awl.core.difficulty import Difficulty
from zither_awl.core.trays.design import Design, Level

MOVEMENTS: dict[str, int] = {
    "the whole hand": 12,
    "three fingers": 18,
    "the pincer": 24,
    "holding a pencil": 30,
    "two hands alike": 9,
    "two hands, each its own": 20,
    "scooping": 18,
    "tongs and tweezers": 24,
    "cutting": 30,
    "pouring": 18,
    "turning and pulling": 18,
    "strength": 18,
    "carrying": 15,
    "a long chain": 30,
}
"""Every kind, and from which month on its absence is told."""
TURNS = ("bolt", "nut", "screw", "jar", "lid", "sharpen", "key", "padlock", "squeeze", "knob", "tap", "wring", "twist")


def movements(design: Design, level: Level, vector: Difficulty) -> frozenset[str]:
    """Which kinds of movement a level asks for, by what lies on it and what it states."""
    by_grip = {1: "the whole hand", 2: "three fingers", 3: "the pincer", 4: "holding a pencil"}
    by_tool = {1: "scooping", 2: "tongs and tweezers", 3: "tongs and tweezers", 4: "cutting"}
    by_hands = {1: "two hands alike", 2: "two hands, each its own"}
    words = " ".join((design.name, *design.steps)).lower()
    asked = (
        by_grip.get(vector.grip),
        by_tool.get(vector.tool),
        by_hands.get(vector.hands),
        "pouring" if level.pour is not None and level.pour.total else None,
        "turning and pulling" if vector.force >= 1 and any(turn in words for turn in TURNS) else None,
        "strength" if vector.force >= 3 else None,
        "carrying" if (level.container and design.how_carried(level) == "whole") or "carry" in design.key else None,
        "a long chain" if vector.steps >= 3 else None,
    )
    return frozenset(each for each in asked if each is not None)


@dataclass(frozen=True, slots=True)
class Coverage:
    """What a child's work exercises, and what it does not, each with the trays or levels that do: areas and kinds of
    movement. Only what is meant for its age is called missing."""

    areas: tuple[tuple[str, tuple[str, ...]], ...]
    missing_areas: tuple[str, ...]
    moves: tuple[tuple[str, tuple[str, ...]], ...]
    missing_moves: tuple[str, ...]


def coverage(work: Iterable[tuple[str, str, frozenset[str]]], areas: Iterable[str], months: int) -> Coverage:
    """What the work a child has out or knows (name, area, kinds of movement) covers. `areas` are those that hold
    something for its age; `months` is its age."""
    by_area: dict[str, list[str]] = {area: [] for area in areas}
    by_move: dict[str, list[str]] = {move: [] for move in MOVEMENTS}
    for name, area, moves in work:
        by_area.setdefault(area, []).append(name)
        for move in moves:
            by_move[move].append(name)
    return Coverage(
        tuple((area, tuple(names)) for area, names in by_area.items() if names),
        tuple(area for area, names in by_area.items() if not names),
        tuple((move, tuple(names)) for move, names in by_move.items() if names),
        tuple(move for move, names in by_move.items() if not names and MOVEMENTS[move] <= months),
    )
