"""How a tray looks from the front: what stands on it, how high and how far from its left side. Lengths mm."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from zither_awl.core.things.component import Component, footprint_mm, height_mm
from zither_awl.core.things.kinds import kind_of
from zither_awl.core.things.shapes import largest_mm
from zither_awl.core.values import Content, Tray

CONTAINER = "container"
BASE_MM = 8.0
"""Thickness of the floor of a container nobody measured inside. Common practice, no source."""


@dataclass(frozen=True, slots=True)
class Filling:
    """What lies in a vessel: pieces, or a medium to a share of its height."""

    drawn: str
    count: int
    piece_mm: float
    share: float
    colours: tuple[str, ...]
    medium: bool
    water: bool


@dataclass(frozen=True, slots=True)
class Front:
    """One thing on a tray as seen from the front; `left_mm` from the tray's outer left side, standing on `base_mm`."""

    name: str
    drawn: str
    count: int
    left_mm: float
    base_mm: float
    width_mm: float
    height_mm: float
    colours: tuple[str, ...]
    filling: Filling | None = None
    material: str = ""


def front_of(tray: Tray) -> tuple[Front, ...]:
    """The things of a tray, those at the back first, the container last; empty for a tray that holds nothing known.

    What was laid has its place. A vessel that was not laid stands on the first flat dish, as a jug on its saucer; what
    else was not laid fills the first vessel. What stands beside is left out.
    """
    held = [c for c in tray.contents if not c.beside]
    container = next((c.component for c in held if c.role == CONTAINER), None)
    laid = sorted((c for c in held if c.role != CONTAINER and c.x_mm is not None), key=lambda c: -(c.y_mm or 0.0))
    loose = [c for c in held if c.role != CONTAINER and c.x_mm is None]
    if not laid:
        return ()
    stacked = [c for c in loose if c.component.inside is not None]
    fillings = [c for c in loose if c.component.inside is None]
    vessel = next((c for c in (*stacked, *_in_order(laid, held)) if c.component.inside is not None), None)
    dish = next((c for c in laid if c.component.inside is None and kind_of(c.component).drawn == "dish"), laid[0])
    view = _View(tray, container)
    things: list[Front] = []
    for each in laid:
        things.append(view.thing(each, fillings if each is vessel else ()))
        if each is dish:
            things += [view.upon(each, on_it, fillings if on_it is vessel else ()) for on_it in stacked]
    return (*things, *([_container(container, tray)] if container else []))


def _in_order(laid: Sequence[Content], held: Sequence[Content]) -> list[Content]:
    return sorted(laid, key=held.index)


@dataclass(frozen=True, slots=True)
class _View:
    """A tray and its container, seen from the front.

    A tray may have been measured smaller than what it is packed on: then everything is drawn as much narrower.
    """

    tray: Tray
    container: Component | None

    @property
    def outer_mm(self) -> float:
        return footprint_mm(self.container)[0] if self.container else self.tray.width_mm

    @property
    def scale(self) -> float:
        return min(1.0, self.tray.width_mm / self.outer_mm)

    @property
    def floor_mm(self) -> float:
        inside = self.container.inside if self.container else None
        return max(2.0, height_mm(self.container) - inside.depth_mm) if self.container and inside else BASE_MM

    def width_mm(self, each: Content) -> float:
        wide, deep = footprint_mm(each.component)
        return self.scale * (deep if each.turned else wide)

    def left_mm(self, each: Content) -> float:
        inside = self.container.inside if self.container else None
        rim = max(0.0, (self.outer_mm - inside.top_mm) / 2) if inside else 0.0
        return self.scale * (rim + (each.x_mm or 0.0))

    def thing(self, each: Content, fillings: Sequence[Content]) -> Front:
        return self._front(each, self.left_mm(each), self.floor_mm, fillings)

    def upon(self, below: Content, each: Content, fillings: Sequence[Content]) -> Front:
        left = self.left_mm(below) + (self.width_mm(below) - self.width_mm(each)) / 2
        return self._front(each, max(0.0, left), self.floor_mm + height_mm(below.component) / 2, fillings)

    def _front(self, each: Content, left: float, base: float, fillings: Sequence[Content]) -> Front:
        thing = each.component
        return Front(
            thing.name,
            kind_of(thing).drawn,
            each.count,
            left,
            base,
            self.width_mm(each),
            height_mm(thing),
            thing.colours,
            _filling(thing, fillings),
            thing.material,
        )


def _filling(vessel: Component, fillings: Sequence[Content]) -> Filling | None:
    within = next(iter(fillings), None)
    if within is None or vessel.inside is None:
        return None
    thing = within.component
    full = min(1.0, (within.ml or 0.0) / vessel.inside.volume_ml) if thing.medium and vessel.inside.volume_ml else 0.6
    return Filling(
        kind_of(thing).drawn,
        within.count,
        largest_mm(thing.shape),
        round(full, 2),
        thing.colours,
        thing.medium,
        thing.kind == "water",
    )


def _container(thing: Component, tray: Tray) -> Front:
    drawn = "basket" if thing.kind == "basket" else "tray"
    wide, high = tray.width_mm, height_mm(thing)
    return Front(thing.name, drawn, 1, 0.0, 0.0, wide, high, thing.colours, material=thing.material)
