"""TRAY-1: everything to begin, do, finish and clean up. What each nature of work needs besides its own things."""

from __future__ import annotations

from collections.abc import Collection

from zither_awl.core.saying import say
from zither_awl.core.trays.design import Design, Level

NEEDS: dict[str, tuple[str, ...]] = {
    "wet": ("cloth", "apron", "drip dish"),
    "messy": ("cloth", "apron"),
    "loose": ("strays",),
    "food": ("cloth", "waste dish"),
    "tool": ("waste dish",),
}
"""By nature of the work, what TRAY-1 wants there. Common practice, no source."""
SAID: dict[str, str] = {
    "cloth": say("a cloth to wipe with"),
    "apron": say("an apron"),
    "drip dish": say("a dish for drips"),
    "strays": say("something to gather what spilled"),
    "waste dish": say("a dish for what is cut off"),
}


def wanted(design: Design, level: Level) -> tuple[str, ...]:
    """What TRAY-1 wants for this work: what its nature needs, and what its own roles are there for."""
    by_nature = [need for nature in design.nature for need in NEEDS.get(nature, ())]
    return tuple(dict.fromkeys([*by_nature, *(role.care for role in level.roles if role.care)]))


def missing(design: Design, level: Level, filled: Collection[str]) -> tuple[str, ...]:
    """What TRAY-1 still wants, given the names of the filled roles; in the order of NEEDS."""
    there = {role.care for role in level.roles if role.name in filled}
    return tuple(need for need in wanted(design, level) if need not in there)
