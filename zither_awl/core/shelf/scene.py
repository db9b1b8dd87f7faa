"""What the rules of the shelf look at: what stands where, for whom, on which day."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from dataclasses import dataclass, field
from datetime import date
from functools import lru_cache

from zither_awl.core.ages import corrected_months
from zither_awl.core.body import carry_limit_g, elbow_mm, hazard_zone_mm, reach
from zither_awl.core.finding import Finding
from zither_awl.core.practice import Practice
from zither_awl.core.safety import endangers, hazards
from zither_awl.core.safety.nature import Hazard
from zither_awl.core.values import Child, Placement, Spot, Tray, Unit


@dataclass(frozen=True, slots=True)
class Body:
    """One child's measures on a day: age in months, heights in mm, what it carries in g (None: nothing yet)."""

    child: Child
    months: int
    choosing: float
    elbow: float
    carry_g: float | None


@lru_cache(maxsize=512)
def _body(child: Child, on: date, practice: Practice) -> Body:
    return Body(
        child,
        corrected_months(child.born, child.gestation_weeks, on),
        reach(child, on, practice=practice).choosing,
        elbow_mm(child, on),
        carry_limit_g(child, on),
    )


@dataclass(frozen=True, slots=True)
class Scene:
    """Everything the rules look at. What depends on the children alone is reckoned once."""

    placements: tuple[Placement, ...]
    units: tuple[Unit, ...]
    children: tuple[Child, ...]
    on: date
    practice: Practice = field(default_factory=Practice)
    _bodies: list[Body] = field(default_factory=list, init=False, repr=False, compare=False)
    _dangers: dict[int, tuple[tuple[Hazard, Child], ...]] = field(
        default_factory=dict, init=False, repr=False, compare=False
    )
    _zones: dict[tuple[int, float | None], float] = field(default_factory=dict, init=False, repr=False, compare=False)
    _judged: dict[tuple[int, Spot, bool], tuple[tuple[Finding, ...], ...]] = field(
        default_factory=dict, init=False, repr=False, compare=False
    )

    def standing(self, placements: tuple[Placement, ...]) -> Scene:
        """The same rooms and children on the same day with other placements; what was reckoned is kept."""
        other = Scene(placements, self.units, self.children, self.on, self.practice)
        for name in ("_bodies", "_dangers", "_zones", "_judged"):
            object.__setattr__(other, name, getattr(self, name))
        return other

    def judged(
        self, placement: Placement, judge: Callable[[Placement], tuple[tuple[Finding, ...], ...]]
    ) -> tuple[tuple[Finding, ...], ...]:
        """What the rules about one placement find there, rule by rule; reckoned once for a tray on a spot."""
        key = (placement.tray.id, placement.spot, placement.by_hand)
        if key not in self._judged:
            self._judged[key] = judge(placement)
        return self._judged[key]

    def unit(self, spot: Spot) -> Unit:
        """The unit a spot belongs to."""
        return next(unit for unit in self.units if unit.id == spot.unit_id)

    @property
    def bodies(self) -> list[Body]:
        """The children's measures on the day."""
        if not self._bodies:
            self._bodies.extend(_body(child, self.on, self.practice) for child in self.children)
        return self._bodies

    def dangers(self, tray: Tray) -> tuple[tuple[Hazard, Child], ...]:
        """Which hazards of a tray are one for which child."""
        known = self._dangers.get(tray.id)
        if known is None:
            found = hazards(tray, self.practice)
            known = tuple((h, child) for h in found for child in self.children if endangers(h, child, self.on))
            self._dangers[tray.id] = known
        return known

    def zone_mm(self, child: Child, unit: Unit) -> float:
        """How high a child could get at things in the room of a unit."""
        key = (child.id, unit.climb_on_mm)
        if key not in self._zones:
            self._zones[key] = hazard_zone_mm(child, self.on, unit.climb_on_mm, self.practice)
        return self._zones[key]

    def meant_for(self, tray: Tray) -> list[Body]:
        """The measures of the children a tray is for."""
        return [body for body in self.bodies if body.child.id in tray.for_children]

    def out_for(self, child: Child) -> list[Placement]:
        """Open placements meant for a child, on units the child comes to."""
        return [
            p
            for p in self.placements
            if not p.by_hand and child.id in p.tray.for_children and child.id in self.unit(p.spot).comes
        ]

    def by_spot(self) -> dict[Spot, list[Placement]]:
        """What stands on each spot."""
        spots: dict[Spot, list[Placement]] = {}
        for placement in self.placements:
            spots.setdefault(placement.spot, []).append(placement)
        return spots


def spots_of(unit: Unit) -> Iterator[Spot]:
    """Every spot of a unit, from the top left."""
    for board, each in enumerate(unit.boards):
        for place in range(each.places):
            yield Spot(unit.id, board, place)


def free_spots(scene: Scene) -> Iterator[Spot]:
    """The empty spots of every unit, from the top left."""
    taken = {p.spot for p in scene.placements}
    return (spot for unit in scene.units for spot in spots_of(unit) if spot not in taken)
