"""What was said of size and amount, put on a thing: its sides, its cord, what it holds, what it weighs, its stock."""

from __future__ import annotations

from dataclasses import replace
from typing import Any

from zither_awl.core.things.amounts import VOLUME, Amounts
from zither_awl.core.things.component import Component, Inside
from zither_awl.core.things.kinds import Kind, scaled_to
from zither_awl.core.things.shapes import Box, Cylinder, Irregular, Shape, Softness, Sphere, largest_mm, scaled

MUCH_LONGER, LONG_MM = 8.0, 300.0
"""A thing that is said to be so much longer than its kind is sold by the length: elastic, tape, netting (ours)."""


MUCH_SHORTER = 12.0
"""A size so much less than its kind is its thickness, "needles 4 mm": how long it is was not said (ours)."""


def sized(made: Component, kind: Kind, told: Amounts, usual: float = 1.0) -> Component:
    """A thing with what was said of its size; `usual` is what a word as "small" makes of the usual size, which stays
    assumed. Raises: InvalidValue for a size beyond its limits."""
    if told.sizes_mm:
        made = _measured(made, kind, told.sizes_mm)
        made = replace(made, assumed=tuple(sorted({*made.assumed, "shape"}))) if told.guessed else made
    elif usual != 1.0 and not made.medium:
        made = _grown(made, usual, {})
    if told.volume_ml:
        made = _holding(made, told.volume_ml)
    if told.mass_g:
        made = _weighing(made, told.mass_g)
    return made


def _measured(made: Component, kind: Kind, sizes: tuple[float, ...]) -> Component:
    if cordlike(kind) and len(sizes) == 1:
        return replace(made, cord_mm=sizes[0], assumed=_less(made, "cord_mm"))
    if made.medium:
        return made
    if len(sizes) == 1 and sizes[0] > MUCH_LONGER * largest_mm(made.shape) and sizes[0] >= LONG_MM:
        return replace(made, cord_mm=sizes[0], assumed=tuple(sorted({*made.assumed})))
    if len(sizes) == 1 and sizes[0] * MUCH_SHORTER < largest_mm(made.shape):
        return made
    if len(sizes) == 1:
        return _grown(made, sizes[0] / largest_mm(made.shape), {"assumed": _less(made, "shape")})
    shape = _by_rank(made.shape, sizes)
    inside = _inside_of(made.inside, made.shape, shape) if made.inside else None
    mass = _mass(made.mass_g, made.shape, shape)
    return replace(made, shape=shape, inside=inside, mass_g=mass, assumed=_less(made, "shape"))


def cordlike(kind: Kind) -> bool:
    """Whether its length is that of a cord: ribbon, string, a cable."""
    cord: float = kind.defaults.get("cord_mm") or 0.0
    bare = kind.defaults.get("softness") is Softness.CLOTH or not kind.can
    return bare and cord >= max(1.0, 2 * largest_mm(kind.defaults["shape"]))


def _grown(made: Component, factor: float, more: dict[str, Any]) -> Component:
    """Every size so many times as large, the inside and the mass with it."""
    shape = scaled_to(made.shape, largest_mm(made.shape) * factor)
    inside = _inside_of(made.inside, made.shape, shape) if made.inside else None
    return replace(made, shape=shape, inside=inside, mass_g=min(made.mass_g * factor**3, 20_000.0), **more)


def _by_rank(shape: Shape, sizes: tuple[float, ...]) -> Shape:
    """The sizes laid on the sides of a shape: the larger on the longer. Two sizes leave the least side as it is, unless
    it would be the longest; three are all of them."""
    match shape:
        case Sphere():
            return Box(*_three(sizes, sizes[-1]))
        case Cylinder(d, long):
            low, high = sorted(sizes)[0], sorted(sizes)[-1]
            return Cylinder(low, high) if d <= long else Cylinder(high, low)
        case Irregular(_, around):
            outer = _by_rank(around, sizes)
            return Irregular(None, outer if not isinstance(outer, Irregular) else around, shape.snug)
        case Box(a, b, c):
            return _box(a, b, c, sizes)


def _box(a: float, b: float, c: float, sizes: tuple[float, ...]) -> Box:
    if len(sizes) > 2:
        low, mid, high = sorted(sizes)
        order = sorted(range(3), key=lambda at: (a, b, c)[at])
        laid = dict(zip(order, (low, mid, high), strict=True))
        return Box(laid[0], laid[1], laid[2])
    low, high = sorted(sizes)
    least = min(a, b, c)
    sides = [high if each == max(a, b, c) else each for each in (a, b, c)]
    rest = [at for at, each in enumerate((a, b, c)) if each not in (max(a, b, c), least)] or [1]
    sides[rest[0]] = low
    return Box(*sides)


def _three(sizes: tuple[float, ...], last: float) -> tuple[float, float, float]:
    return (sizes[0], sizes[1], sizes[2] if len(sizes) > 2 else last)


def _inside_of(inside: Inside, before: Shape, after: Shape) -> Inside:
    """The inside grown as the outside grew: its height by the height, its width by the widths."""
    wide, deep, high = (now / old for now, old in zip(_sides(after), _sides(before), strict=True))
    marks = () if inside.marks else inside.marks
    factor = (wide * deep) ** 0.5
    if inside.marks:
        top = inside.marks[-1]
        marks = ((top[0] * factor**2 * high, top[1] * high),)
    return Inside(
        depth_mm=inside.depth_mm * high,
        top_mm=inside.top_mm * (wide if inside.across_mm else factor),
        bottom_mm=inside.bottom_mm * factor if inside.bottom_mm else None,
        across_mm=inside.across_mm * deep if inside.across_mm else None,
        marks=marks,
    )


def _sides(shape: Shape) -> tuple[float, float, float]:
    match shape:
        case Sphere(d):
            return d, d, d
        case Cylinder(d, long):
            return d, d, long
        case Box(a, b, c):
            return a, b, c
        case Irregular(_, around):
            return _sides(around)


def _mass(mass_g: float, before: Shape, after: Shape) -> float:
    old, new = _sides(before), _sides(after)
    factor = (new[0] * new[1] * new[2]) / (old[0] * old[1] * old[2])
    return min(mass_g * factor, 20_000.0)


def _holding(made: Component, ml: float) -> Component:
    if made.inside:
        factor = (ml / made.inside.volume_ml) ** (1 / 3)
        shape = scaled(made.shape, factor) if "shape" in made.assumed else made.shape
        inside = _grown_inside(made.inside, factor)
        return replace(made, inside=inside, shape=shape, assumed=_less(made, "inside"))
    return replace(made, stock_ml=ml, assumed=_less(made, "stock_ml"))


def _grown_inside(inside: Inside, factor: float) -> Inside:
    return Inside(
        depth_mm=inside.depth_mm * factor,
        top_mm=inside.top_mm * factor,
        bottom_mm=inside.bottom_mm * factor if inside.bottom_mm else None,
        across_mm=inside.across_mm * factor if inside.across_mm else None,
        marks=tuple((ml * factor**3, up * factor) for ml, up in inside.marks),
    )


def _weighing(made: Component, grams: float) -> Component:
    if made.density_g_ml:
        return replace(made, stock_ml=grams / made.density_g_ml, assumed=_less(made, "stock_ml"))
    ounces = grams / 28.35
    if made.inside and abs(ounces - round(ounces * 2) / 2) < 0.01:
        return _holding(made, ounces * VOLUME["floz"])
    return replace(made, mass_g=min(grams, 20_000.0), assumed=_less(made, "mass_g"))


def _less(component: Component, field: str) -> tuple[str, ...]:
    return tuple(each for each in component.assumed if each != field)
