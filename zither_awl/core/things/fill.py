"""Volumes, masses and fill lines: how much is poured, how high it stands, what it weighs.

Bulk densities g/ml, poured loose, with the range a measured one may lie in: kitchen and grain handbooks and the
FAO/INFOODS Density Database, from memory.
"""

from __future__ import annotations

from math import pi

from zither_awl.core.errors import FieldProblem, InvalidValue
from zither_awl.core.saying import decimal, figure, say
from zither_awl.core.things.component import Component, Inside

DENSITY_RANGES: dict[str, tuple[float, float, float]] = {
    "water": (1.00, 0.99, 1.00),
    "rice": (0.85, 0.75, 0.92),
    "dried beans": (0.77, 0.70, 0.85),
    "kidney beans": (0.77, 0.70, 0.85),
    "lentils": (0.83, 0.75, 0.90),
    "chickpeas": (0.78, 0.70, 0.85),
    "sand": (1.60, 1.40, 1.75),
    "salt": (1.20, 1.10, 1.35),
    "sugar": (0.85, 0.80, 0.95),
    "cornmeal": (0.68, 0.55, 0.75),
    "flour": (0.55, 0.48, 0.65),
    "oats": (0.40, 0.34, 0.46),
    "pasta": (0.45, 0.35, 0.55),
}
"""By kind of medium: typical, least, most."""
DENSITY_SOURCE = say("kitchen and grain handbooks; FAO/INFOODS Density Database, from memory")


def loaded_mass_g(empty_g: float, volume_ml: float, density_g_ml: float, fill: float = 1.0) -> float:
    """The mass of a vessel filled to a share of its volume: empty + fill x volume x bulk density."""
    return empty_g + fill * volume_ml * density_g_ml


def mass_range_g(empty_g: float, volume_ml: float, kind: str, fill: float = 1.0) -> tuple[float, float]:
    """The least and most such a load can weigh, by the range of the medium's bulk density."""
    _, least, most = DENSITY_RANGES[kind]
    return loaded_mass_g(empty_g, volume_ml, least, fill), loaded_mass_g(empty_g, volume_ml, most, fill)


def density_problem(component: Component) -> FieldProblem | None:
    """A told bulk density outside the range of its medium, or None."""
    known = DENSITY_RANGES.get(component.kind)
    dense = component.density_g_ml
    if known is None or dense is None or known[1] <= dense <= known[2]:
        return None
    text = say(
        "is {dense} g/ml; {kind} lies between {known} and {known2} g/ml.",
        dense=figure(dense),
        kind=component.kind,
        known=figure(known[1]),
        known2=figure(known[2]),
    )
    return FieldProblem("density_g_ml", text, say("Weigh 100 ml of it, poured loose, and divide by 100."))


def depth_of_mm(inside: Inside, ml: float) -> float:
    """How high an amount stands in a vessel, as mm straight up from its floor.

    By the marks somebody made with measured water, if there are any; else by the shape. Raises: InvalidValue for more
    than it holds or a negative amount.
    """
    if not 0 <= ml <= inside.volume_ml * (1 + 1e-9):
        raise InvalidValue(
            FieldProblem(
                "ml",
                say(
                    "is {ml} ml; this vessel holds {volume_ml} ml.",
                    ml=figure(ml),
                    volume_ml=decimal(inside.volume_ml, 0),
                ),
                say("Pour less, or choose a larger one."),
            )
        )
    if inside.marks:
        return _by_marks(inside.marks, ml)
    if inside.across_mm is not None:
        return ml * 1000 / (inside.top_mm * inside.across_mm)
    return _in_cone(inside, ml * 1000)


def _by_marks(marks: tuple[tuple[float, float], ...], ml: float) -> float:
    before = (0.0, 0.0)
    for mark in marks:
        if ml <= mark[0]:
            share = (ml - before[0]) / (mark[0] - before[0])
            return before[1] + share * (mark[1] - before[1])
        before = mark
    return before[1]


def _in_cone(inside: Inside, mm3: float) -> float:
    """A frustum: with radius r + k h the volume is pi ((r + k h)^3 - r^3) / (3 k), which is solved for h."""
    low, top = (inside.bottom_mm or inside.top_mm) / 2, inside.top_mm / 2
    slope = (top - low) / inside.depth_mm
    if abs(slope) < 1e-6:
        return mm3 / (pi * low * low)
    return float(((3 * slope * mm3 / pi + low**3) ** (1 / 3) - low) / slope)


def line_up_the_side_mm(inside: Inside, ml: float) -> float:
    """The fill line as mm along the wall from the floor, as a ruler laid against the cup measures it.

    In a cone the wall is longer than the depth. Marks made with water were already measured up the side.
    """
    depth = depth_of_mm(inside, ml)
    if inside.marks or inside.across_mm is not None or inside.bottom_mm is None:
        return depth
    lean = (inside.top_mm - inside.bottom_mm) / 2 / inside.depth_mm
    return float(depth * (1 + lean * lean) ** 0.5)


def spill_depth_mm(container: Inside, ml: float) -> float:
    """How high the whole of what is poured would stand on the tray, mm."""
    across = container.across_mm
    if across is None:
        return depth_of_mm(Inside(depth_mm=2000, top_mm=container.top_mm, bottom_mm=container.bottom_mm), ml)
    return ml * 1000 / (container.top_mm * across)
