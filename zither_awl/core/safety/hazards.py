"""The hazards of a tray: of its smallest piece, of everything on it, of what comes together on it, and as declared."""

from __future__ import annotations

from dataclasses import replace
from functools import lru_cache

from zither_awl.core import sources as src
from zither_awl.core.practice import Practice
from zither_awl.core.reasons import Quantity
from zither_awl.core.safety.nature import Hazard, component_hazards, cord_hazards, declared, piece_hazards, worst_first
from zither_awl.core.saying import figure, say
from zither_awl.core.things.component import Component, Inside
from zither_awl.core.things.fill import depth_of_mm
from zither_awl.core.values import Content, Tray

DROWNING_OPENING_MM, DROWNING_DEPTH_MM = 120.0, 25.0
"""Water counts as standing water in a vessel this wide and this deep or more; less is a wet floor.
Common practice, no source; the 25 mm are the US CPSC's, from memory."""


def hazards(thing: Component | Tray, practice: Practice = Practice()) -> tuple[Hazard, ...]:
    """Every known hazard of a thing or a tray, worst first. Sizes are taken less the ruler's tolerance."""
    return component_hazards(thing, practice) if isinstance(thing, Component) else _of_tray(thing, practice)


@lru_cache(maxsize=4096)
def _of_tray(tray: Tray, practice: Practice) -> tuple[Hazard, ...]:
    found = together(tray.contents, practice)
    if not tray.contents and tray.piece is not None:
        found = piece_hazards(tray.piece, tray.softness, breakable=tray.breakable)
    found += [*cord_hazards(tray.cord_mm), *(declared(kind) for kind in tray.hazards)]
    return worst_first(found)


def together(contents: tuple[Content, ...], practice: Practice = Practice()) -> list[Hazard]:
    """The hazards of what lies on a tray: each thing's own, and what they make together."""
    found = [hazard for each in contents for hazard in component_hazards(each.component, practice)]
    return [*found, *_joined_cords(contents), *_water(contents)]


def _joined_cords(contents: tuple[Content, ...]) -> list[Hazard]:
    """Cords that can be tied to one another are judged as one, and as a loop."""
    cords = [each.component.cord_mm * each.count for each in contents if each.component.cord_mm]
    joined = sum(cords)
    found = []
    if len(cords) > 1 or any(each.count > 1 for each in contents if each.component.cord_mm):
        found = [
            replace(hazard, text=say("cords {joined} mm long if they are tied together", joined=figure(joined)))
            for hazard in cord_hazards(joined)
        ]
    if joined > src.LOOP_MM:
        found.append(replace(declared("string-loop"), numbers=(Quantity("loop", joined, "mm", src.LOOP_MM),)))
    return found


def _water(contents: tuple[Content, ...]) -> list[Hazard]:
    """Water by how wide and how deep it stands in the widest vessel it can be poured into."""
    ml = sum(each.ml or 0.0 for each in contents if each.component.kind == "water")
    if ml <= 0:
        return []
    vessels = [each.component.inside for each in contents if each.component.inside and each.role != "container"]
    deep = max((_stands_mm(inside, ml) for inside in vessels if inside.opening_mm >= DROWNING_OPENING_MM), default=0.0)
    if deep < DROWNING_DEPTH_MM:
        return [declared("wet-floor")]
    return [
        replace(declared("standing-water"), numbers=(Quantity(say("water stands"), deep, "mm", DROWNING_DEPTH_MM),))
    ]


def _stands_mm(inside: Inside, ml: float) -> float:
    return round(depth_of_mm(inside, min(ml, inside.volume_ml)), 1)
