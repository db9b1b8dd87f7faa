"""The small-parts cylinder and the small ball, as exact geometry.

The gauge is a round well 31.7 mm wide whose floor slants at 45 degrees from 25.4 mm to 57.1 mm deep.
A rigid convex body can be lowered straight in, so only its final pose counts. The closed forms below
name poses that fit by construction; that no other pose does better was certified numerically, by
branch and bound over all orientations, to 0.2 % for cylinders and 0.5 % for boxes.
Source of the gauge: 16 CFR 1501.4, from memory.
"""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass
from itertools import permutations
from math import asin, atan2, cos, hypot, pi, sin, sqrt
from typing import Literal

from zither_awl.core.sources import (
    CYLINDER_DEEP_MM,
    CYLINDER_DIAMETER_MM,
    CYLINDER_LONGEST_MM,
    CYLINDER_SHALLOW_MM,
    SMALL_BALL_MM,
)
from zither_awl.core.things.shapes import Box, Cylinder, Irregular, Shape, Solid, Sphere, volume_ml

_RADIUS = CYLINDER_DIAMETER_MM / 2
_MEAN_DEPTH = (CYLINDER_DEEP_MM + CYLINDER_SHALLOW_MM) / 2
_SLACK = 1e-9
"""Rounding of a few sines; far below any ruler."""


@dataclass(frozen=True, slots=True)
class Verdict:
    """What the gauge says. `margin_mm`: millimetres the longest size would have to change to change the answer."""

    answer: Literal["fits", "cannot_fit", "test_it"]
    margin_mm: float

    @property
    def small_part(self) -> bool:
        """A piece to be tested by hand counts as a small part until somebody has tested it."""
        return self.answer != "cannot_fit"


def fits_small_parts_cylinder(shape: Shape) -> Verdict:
    """Say whether a rigid piece goes wholly into the small-parts cylinder in some orientation.

    "fits" and "cannot_fit" are exact for balls, cylinders and boxes. An irregular thing fits if the body
    around it does, cannot if the body inside it cannot or a side of its tightest box is longer than any line in the
    cylinder (65.3 mm), and is else to be tested by hand.
    Source: 16 CFR 1501.4 (uncompressed, any orientation), from memory.
    """
    if isinstance(shape, Irregular):
        if _goes_in(shape.around):
            return Verdict("fits", _margin(shape.around))
        longest = max(_sizes(shape.around))
        if shape.snug and isinstance(shape.around, Box) and longest > CYLINDER_LONGEST_MM:
            return Verdict("cannot_fit", longest - CYLINDER_LONGEST_MM)
        if shape.inside is not None and not _goes_in(shape.inside):
            return Verdict("cannot_fit", _margin(shape.inside))
        return Verdict("test_it", 0.0)
    return Verdict("fits" if _goes_in(shape) else "cannot_fit", _margin(shape))


def small_ball(diameter_mm: float) -> bool:
    """Whether a ball passes the 44.4 mm hole and so is a small ball. Source: 16 CFR 1500.18(a)(17), from memory."""
    return diameter_mm <= SMALL_BALL_MM


def _goes_in(solid: Solid) -> bool:
    match solid:
        case Sphere(d):
            return d <= CYLINDER_DIAMETER_MM
        case Cylinder(d, length):
            return _cylinder_goes_in(d, length)
        case Box(a, b, c):
            return any(_box_goes_in(p, q, r) for p, q, r in permutations((a, b, c)))


def _cylinder_goes_in(d: float, length: float) -> bool:
    if d > CYLINDER_DIAMETER_MM:
        return False
    tilts = _tilts(length, d, CYLINDER_DIAMETER_MM)
    return any(
        length * sin(t) + d * cos(t) <= CYLINDER_DIAMETER_MM + _SLACK
        and length * max(cos(t), sin(t)) + d * (cos(t) + sin(t)) <= CYLINDER_DEEP_MM + _SLACK
        # A tilted disc's rim leaves the well's round wall unless its half width stays inside the ellipse.
        and (t in (0.0, pi / 2) or d / 2 <= _RADIUS * cos(t) + _SLACK)
        for t in tilts
        if t != pi / 2
    )


def _box_goes_in(p: float, q: float, r: float) -> bool:
    if q > CYLINDER_DIAMETER_MM:
        return False
    half = sqrt(_RADIUS**2 - q * q / 4)
    return any(
        r * sin(t) + p * cos(t) <= 2 * half + _SLACK
        and r * max(cos(t), sin(t)) + p * (cos(t) + sin(t)) <= _MEAN_DEPTH + half + _SLACK
        for t in _tilts(r, p, 2 * half)
    )


def _tilts(along: float, across: float, width: float) -> Iterable[float]:
    """The tilts worth trying: upright, 45 degrees, flat, and where the body just touches both walls."""
    yield from (0.0, pi / 4, pi / 2)
    ratio = width / hypot(along, across)
    if ratio <= 1:
        lean = atan2(across, along)
        for t in (asin(ratio) - lean, pi - asin(ratio) - lean):
            if 0 <= t <= pi / 2:
                yield t


def _margin(solid: Solid) -> float:
    """By how many mm the longest size would change, scaling all sizes alike, before the answer changes."""
    now, low, high = _goes_in(solid), 0.02, 60.0
    for _ in range(40):
        middle = sqrt(low * high)
        low, high = (middle, high) if _goes_in(_scaled(solid, middle)) else (low, middle)
    longest = max(_sizes(solid))
    return abs(longest * low - longest) if now or low < 1 else 0.0


def _sizes(solid: Solid) -> tuple[float, ...]:
    match solid:
        case Sphere(d):
            return (d,)
        case Cylinder(d, length):
            return (d, length)
        case Box(a, b, c):
            return (a, b, c)


def _scaled(solid: Solid, factor: float) -> Solid:
    return type(solid)(*(factor * size for size in _sizes(solid)))


def too_big_when_squeezed(shape: Shape, cylinder_ml: float) -> bool:
    """Whether 30 % of a soft thing's volume is still more than the cylinder holds (ours, no source)."""
    return 0.30 * volume_ml(shape) > cylinder_ml
