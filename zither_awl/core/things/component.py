"""A physical object or medium in the cupboard, as it is told and as it is measured.

Lengths mm, masses g, volumes ml. What was only assumed from the kind is named in `assumed`, so that a screen can
mark it and a person can mend it.
"""

from __future__ import annotations

from dataclasses import dataclass
from math import pi
from typing import Literal

from zither_awl.core.errors import Gathering
from zither_awl.core.saying import figure, say
from zither_awl.core.things.shapes import Box, Cylinder, Irregular, Shape, Softness, Sphere

Seal = Literal["", "screwed", "glued", "sewn"]
SEALS: tuple[Seal, ...] = ("", "screwed", "glued", "sewn")


@dataclass(frozen=True, slots=True, kw_only=True)
class Inside:
    """The inside of a vessel or container.

    Round: `top_mm` and `bottom_mm` are diameters. With `across_mm` it is a box, `top_mm` wide and `across_mm` deep.
    `marks` are pairs (ml, mm up the side) somebody found by pouring measured water, rising.
    """

    depth_mm: float
    top_mm: float
    bottom_mm: float | None = None
    across_mm: float | None = None
    marks: tuple[tuple[float, float], ...] = ()

    def __post_init__(self) -> None:
        wrong = Gathering()
        for name in ("depth_mm", "top_mm", "bottom_mm", "across_mm"):
            size = getattr(self, name)
            wrong.check(
                size is None or 0 < size <= 2000,
                f"inside.{name}",
                say("is {size} mm; expected more than 0 and at most 2000 mm.", size=figure(size or 0)),
            )
        rising = all(a[0] < b[0] and a[1] < b[1] for a, b in zip(self.marks, self.marks[1:], strict=False))
        wrong.check(
            rising and all(ml > 0 and up > 0 for ml, up in self.marks),
            "inside.marks",
            say("must rise: more water stands higher."),
            say("Pour a measured amount, mark, pour again."),
        )
        wrong.finish()

    @property
    def volume_ml(self) -> float:
        """What it holds to the brim: by its marks if there are any, else by its shape."""
        if self.marks:
            return self.marks[-1][0]
        if self.across_mm is not None:
            return self.top_mm * self.across_mm * self.depth_mm / 1000
        top, low = self.top_mm, self.bottom_mm or self.top_mm
        return pi * self.depth_mm * (top * top + top * low + low * low) / 12 / 1000

    @property
    def opening_mm(self) -> float:
        """The widest round thing that goes through the top."""
        return self.top_mm if self.across_mm is None else min(self.top_mm, self.across_mm)


@dataclass(frozen=True, slots=True, kw_only=True)
class Component:
    """A thing or a medium. `shape` is the outside of one piece (for a medium: of one grain), as it stands: a brick's
    sides are width, depth and height; a cylinder that `lies` rests on its side. `mass_g` is of one; a medium has a
    bulk density and a stock in ml instead. `per_use` is what one time on the tray uses up, ml or pieces."""

    id: int
    name: str
    kind: str
    count: int = 1
    shape: Shape
    mass_g: float = 0.0
    softness: Softness = Softness.FIRM
    material: str = ""
    breakable: bool = False
    inside: Inside | None = None
    density_g_ml: float | None = None
    stock_ml: float | None = None
    per_use: float | None = None
    sealed: Seal = ""
    magnet: bool = False
    cell: bool = False
    cord_mm: float | None = None
    allergens: tuple[str, ...] = ()
    dangers: tuple[str, ...] = ()
    """Kinds of hazard by nature that no measure shows: sharp, heat, toxic, balloon (see core.safety)."""
    colours: tuple[str, ...] = ()
    subject: str = ""
    """What it shows, where it shows something: animals, numerals (see core.things.subjects)."""
    photo_id: int | None = None
    box_months: int | None = None
    """The age its maker's box gives, months; None for none. It is the stricter of the two where ours is lower."""
    cost: float | None = None
    came_from: str = ""
    bin_id: int | None = None
    assumed: tuple[str, ...] = ()
    archived: bool = False

    def __post_init__(self) -> None:
        wrong = Gathering()
        wrong.check(bool(self.name.strip()), "name", say("is empty; write a name."))
        wrong.check(len(self.name) <= 80, "name", say("has {self} characters; the limit is 80.", self=len(self.name)))
        wrong.check(1 <= self.count <= 1000, "count", say("is {count}; expected 1 to 1000.", count=self.count))
        wrong.check(
            0 <= self.mass_g <= 20000,
            "mass_g",
            say("is {mass_g} g; expected 0 to 20000 g.", mass_g=figure(self.mass_g)),
        )
        dense = self.density_g_ml
        wrong.check(
            dense is None or 0.02 <= dense <= 3,
            "density_g_ml",
            say("is {dense} g/ml; expected 0.02 to 3 g/ml.", dense=figure(dense or 0)),
            say("Weigh 100 ml of it and divide by 100."),
        )
        for name, most in (("stock_ml", 100_000), ("per_use", 100_000), ("cord_mm", 10_000), ("cost", 100_000)):
            value = getattr(self, name)
            wrong.check(
                value is None or 0 <= value <= most,
                name,
                say("is {value}; expected 0 to {most}.", value=figure(value or 0), most=figure(most)),
            )
        wrong.check(
            len(self.subject) <= 40,
            "subject",
            say("has {subject} characters; the limit is 40.", subject=len(self.subject)),
        )
        box = self.box_months
        wrong.check(box is None or 0 <= box <= 216, "box_months", say("is {box}; expected 0 to 216 months.", box=box))
        wrong.check(
            self.sealed in SEALS,
            "sealed",
            say("is {sealed}; expected screwed, glued, sewn or nothing.", sealed=repr(self.sealed)),
        )
        wrong.finish()

    @property
    def medium(self) -> bool:
        """Whether it is measured and not counted."""
        return self.density_g_ml is not None

    @property
    def capacity_ml(self) -> float:
        """What it holds to the brim, in ml; 0 if it is no vessel."""
        return self.inside.volume_ml if self.inside else 0.0


def footprint_mm(component: Component) -> tuple[float, float]:
    """The rectangle one piece takes on a tray: width and depth, mm. A round thing takes its square."""
    return _footprint(component.shape, standing=component.inside is not None)


def _footprint(shape: Shape, *, standing: bool) -> tuple[float, float]:
    match shape:
        case Sphere(d):
            return d, d
        case Cylinder(d, length):
            return (d, d) if standing or length < 1.5 * d else (d, length)
        case Box(a, b, _):
            return a, b
        case Irregular(_, around):
            return _footprint(around, standing=standing)


def height_mm(component: Component) -> float:
    """How high one piece stands on a tray, mm."""
    shape = component.shape.around if isinstance(component.shape, Irregular) else component.shape
    match shape:
        case Sphere(d):
            return d
        case Cylinder(d, length):
            return length if component.inside is not None or length < 1.5 * d else d
        case Box(_, _, c):
            return c


def passage_mm(shape: Shape) -> float:
    """The narrowest round opening a piece goes through, turned as well as it can be, mm."""
    match shape:
        case Sphere(d):
            return d
        case Cylinder(d, _):
            return d
        case Box():
            a, b, _ = sorted((shape.a_mm, shape.b_mm, shape.c_mm))
            return float((a * a + b * b) ** 0.5)
        case Irregular(_, around):
            return passage_mm(around)


def smallest_handle_mm(shape: Shape) -> float:
    """The size the hand closes on: the longest side of a compact piece, the thickness of a long one, mm.

    Long is three times the other sides or more (ours, no source).
    """
    match shape:
        case Sphere(d):
            return d
        case Cylinder(d, length):
            return d if length >= 3 * d else max(d, length)
        case Box():
            _, b, c = sorted((shape.a_mm, shape.b_mm, shape.c_mm))
            return b if c >= 3 * b else c
        case Irregular(_, around):
            return smallest_handle_mm(around)
