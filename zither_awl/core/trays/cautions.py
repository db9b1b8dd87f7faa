"""What to mind in a card before any tray is made of it: by the nature of the work, and by what its roles ask for."""

from __future__ import annotations

from collections.abc import Iterable

from zither_awl.core.safety.nature import DECLARED, Hazard, declared, worst_first
from zither_awl.core.things.kinds import KINDS
from zither_awl.core.trays.design import Design, Role

BY_NATURE: dict[str, tuple[str, ...]] = {"wet": ("wet-floor",)}
"""Hazards that come with a nature of work. Common practice, no source."""


def cautions(design: Design) -> tuple[Hazard, ...]:
    """Every known hazard of a card, worst first: what its work brings along, what the card says itself to mind, and
    the dangers of the first kind of thing each role asks for. What really lies on a tray is judged on the tray.
    """
    kinds = [kind for nature in design.nature for kind in BY_NATURE.get(nature, ())]
    kinds += design.minds
    kinds += [danger for level in design.levels for role in level.roles for danger in _dangers(role)]
    return worst_first([declared(kind) for kind in dict.fromkeys(kinds)])


def _dangers(role: Role) -> Iterable[str]:
    """What is declared of the kind that fits a role first; its size and what it may break into depend on the thing."""
    kind = next((each for word in role.accepts for each in KINDS.values() if each.does((word,))), None)
    found = kind.defaults.get("dangers", ()) if kind else ()
    return [danger for danger in found if danger in DECLARED]
