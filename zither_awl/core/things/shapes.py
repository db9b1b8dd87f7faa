"""The shapes a piece can have, in millimetres."""

from __future__ import annotations

from dataclasses import dataclass
from enum import StrEnum
from math import hypot, isfinite, pi

from zither_awl.core.errors import Gathering
from zither_awl.core.saying import decimal, figure, say


class Softness(StrEnum):
    """Cloth is judged by its cords; other soft things by volume; firm ones by the cylinder."""

    FIRM = "firm"
    CLOTH = "cloth"
    SOFT = "soft"


def _all_positive(**sizes_mm: float) -> None:
    wrong = Gathering()
    for name, size in sizes_mm.items():
        wrong.check(
            isfinite(size) and size > 0, name, say("is {size} mm; a size must be more than 0 mm.", size=figure(size))
        )
    wrong.finish()


@dataclass(frozen=True, slots=True)
class Sphere:
    """A ball."""

    diameter_mm: float

    def __post_init__(self) -> None:
        _all_positive(diameter_mm=self.diameter_mm)


@dataclass(frozen=True, slots=True)
class Cylinder:
    """A round rod, disc or peg."""

    diameter_mm: float
    length_mm: float

    def __post_init__(self) -> None:
        _all_positive(diameter_mm=self.diameter_mm, length_mm=self.length_mm)


@dataclass(frozen=True, slots=True)
class Box:
    """A brick: three sides in any order."""

    a_mm: float
    b_mm: float
    c_mm: float

    def __post_init__(self) -> None:
        _all_positive(a_mm=self.a_mm, b_mm=self.b_mm, c_mm=self.c_mm)


Solid = Sphere | Cylinder | Box


@dataclass(frozen=True, slots=True)
class Irregular:
    """Anything else: a body contained in it (if one is known) and one that encloses it. `snug`: the body around it is
    the tightest box, as somebody measured it."""

    inside: Solid | None
    around: Solid
    snug: bool = False

    def __post_init__(self) -> None:
        wrong = Gathering()
        if self.inside is not None:
            within, over = volume_ml(self.inside), volume_ml(self.around)
            wrong.check(
                within <= over,
                "inside",
                say(
                    "holds {within} ml, more than the {over} ml around it.",
                    within=decimal(within, 1),
                    over=decimal(over, 1),
                ),
                say("The body inside is the smaller one."),
            )
            longest, room = largest_mm(self.inside), _diagonal_mm(self.around)
            wrong.check(
                longest <= room,
                "inside",
                say(
                    "is {longest} mm long; nothing over {room} mm lies in it.",
                    longest=figure(longest),
                    room=decimal(room, 0),
                ),
            )
        wrong.finish()


Shape = Sphere | Cylinder | Box | Irregular


def largest_mm(shape: Shape) -> float:
    """The longest side or diameter of a shape."""
    match shape:
        case Sphere(d):
            return d
        case Cylinder(d, length):
            return max(d, length)
        case Box(a, b, c):
            return max(a, b, c)
        case Irregular(_, around):
            return largest_mm(around)


def volume_ml(shape: Shape) -> float:
    """The volume of a solid; of an irregular thing, of the body around it."""
    match shape:
        case Sphere(d):
            return pi / 6 * d**3 / 1000
        case Cylinder(d, length):
            return pi / 4 * d * d * length / 1000
        case Box(a, b, c):
            return a * b * c / 1000
        case Irregular(_, around):
            return volume_ml(around)


def measured_less(shape: Shape) -> Shape:
    """The shape less the ruler's tolerance: 1 mm or 0.5 %, whichever is more, on every size."""
    match shape:
        case Sphere(d):
            return Sphere(_less(d))
        case Cylinder(d, length):
            return Cylinder(_less(d), _less(length))
        case Box(a, b, c):
            return Box(_less(a), _less(b), _less(c))
        case Irregular(inside, around):
            smaller = None if inside is None else _solid(measured_less(inside))
            return Irregular(smaller, _solid(measured_less(around)), shape.snug)


def scaled(shape: Shape, factor: float) -> Shape:
    """The same shape with every size so many times as large; of an irregular thing only the body around it."""
    match shape:
        case Sphere(d):
            return Sphere(d * factor)
        case Cylinder(d, length):
            return Cylinder(d * factor, length * factor)
        case Box(a, b, c):
            return Box(a * factor, b * factor, c * factor)
        case Irregular(_, around):
            return Irregular(None, _solid(scaled(around, factor)), shape.snug)


def half_of(shape: Shape) -> Shape:
    """The piece a breakable thing breaks into: half its longest side."""
    match shape:
        case Sphere(d):
            return Box(d, d, d / 2)
        case Cylinder(d, length):
            return Cylinder(d, length / 2) if length > d else Box(d, d / 2, length)
        case Box():
            a, b, c = sorted((shape.a_mm, shape.b_mm, shape.c_mm))
            return Box(a, b, c / 2)
        case Irregular(_, around):
            return Irregular(None, _solid(half_of(around)))


def _diagonal_mm(solid: Solid) -> float:
    match solid:
        case Sphere(d):
            return d
        case Cylinder(d, length):
            return hypot(d, length)
        case Box(a, b, c):
            return hypot(a, b, c)


def _less(size_mm: float) -> float:
    return max(size_mm - max(1.0, 0.005 * size_mm), 0.1)


def _solid(shape: Shape) -> Solid:
    assert not isinstance(shape, Irregular)
    return shape
