"""A co-op of sixteen children in three groups, on the demo's shelves; all of it invented."""

from __future__ import annotations

from dataclasses import replace

from tests.builders import born_months_ago
from zither_awl.core.values import Child, Group, Mobility
from zither_awl.services import cupboard, groups, people
from zither_awl.services.desk import Desk

MORE = ("Bodil", "Caspar", "Dita", "Emmo", "Fenna", "Gero", "Hilke", "Ivo", "Jorun", "Kasimir", "Liv", "Marit", "Nils")
PATTERNS = ("ring", "dot", "stripe", "cross", "chevron")
GROUPS = {"Alder": slice(0, 6), "Birch": slice(6, 11), "Cedar": slice(11, 16)}


def make_coop(desk: Desk) -> dict[str, int]:
    """Add thirteen children to a seeded demo: to its groups, and to every tray that stands. Returns ids by name."""
    for n, name in enumerate(MORE):
        people.save_child(
            desk,
            Child(id=0, name=name, pattern=PATTERNS[n % 5], born=born_months_ago(26 + 3 * n), mobility=Mobility.WALKS),
            None,
        )
    house = desk.house()
    ids = {c.name: c.id for c in house.children}
    everybody = list(ids.values())
    for name, part in GROUPS.items():
        groups.save(desk, Group(id=0, name=name, children=frozenset(everybody[part])), None)
    for placement in house.placements:
        kept = placement.tray.for_children
        if len(kept) > 1:
            cupboard.set_children(desk, placement.tray.id, everybody, None)
    return ids


def come_on(desk: Desk, child_id: int, days: tuple[int, ...]) -> None:
    """Let a child come on these days of the week only."""
    people.save_child(desk, replace(desk.house().child(child_id), comes=days), None)
