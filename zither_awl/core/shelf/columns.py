"""What may stand where: spots that no rule tells apart are one class, and a column is one or two trays in a class.

Set packing over columns is many times smaller than a variable for each tray and spot; with five children, forty
places and three hundred trays about 1 200 columns stand for 12 000 pairs.
"""

from __future__ import annotations

from collections.abc import Hashable, Iterable, Iterator, Mapping
from dataclasses import dataclass
from itertools import combinations

from zither_awl.core.finding import Finding
from zither_awl.core.shelf.counts import Row, share
from zither_awl.core.shelf.problem import OFF_MAIN, ShelfProblem, rows_of, wishes_of
from zither_awl.core.shelf.rules import PLACE_RULES
from zither_awl.core.shelf.scene import Body, Scene, spots_of
from zither_awl.core.values import Placement, Spot, Tray, Unit


@dataclass(frozen=True, slots=True)
class Column:
    """One tray, or two of one concept, in a class of spots; `fixed` when they may stand on one spot of it only."""

    placements: tuple[Placement, ...]
    spot_class: int
    fixed: Spot | None
    value: int

    @property
    def trays(self) -> tuple[int, ...]:
        """The ids of its trays."""
        return tuple(p.tray.id for p in self.placements)


@dataclass(frozen=True, slots=True)
class Blocked:
    """A tray that rules keep out of a class of spots, and what they find there."""

    placement: Placement
    findings: tuple[Finding, ...]


class Choices:
    """Everything a plan can choose from, for one problem: classes of spots, columns, and the sums over them."""

    def __init__(self, problem: ShelfProblem) -> None:
        self.problem = problem
        self.scene: Scene = problem.scene()
        self.rows: tuple[Row, ...] = rows_of(problem, self.scene)
        self.wishes: tuple[Row, ...] = wishes_of(problem)
        self.main = frozenset(u.id for u in problem.units if u.main)
        self.classes: list[list[Spot]] = _classes(problem, self.scene)
        self.class_of: dict[Spot, int] = {s: at for at, spots in enumerate(self.classes) for s in spots}
        self.fixed: dict[int, Placement] = _fixed(problem)
        self.singles: dict[int, list[Placement]] = {}
        for tray in problem.trays:
            self.singles[tray.id] = list(self._allowed(tray))
        self.columns: list[Column] = list(self.columns_of(self.singles))

    def sees(self, placement: Placement) -> tuple[int, ...]:
        """The children who may choose this placement: it fits them, they come, reach and see it."""
        if placement.by_hand:
            return ()
        unit = self.scene.unit(placement.spot)
        height = unit.boards[placement.spot.board].height_mm
        return tuple(
            body.child.id
            for body in self.scene.meant_for(placement.tray)
            if body.child.id in unit.comes and height <= body.choosing
        )

    def worth(self, placement: Placement) -> int:
        """What a placement is worth to everybody together. Set out by hand a tray is worth half."""
        tray = placement.tray
        if placement.by_hand:
            return sum(self.problem.worth(child, tray.id) for child in tray.for_children) // 2
        return sum(self.problem.worth(child, tray.id) for child in self.sees(placement)) - self.beside(placement)

    def beside(self, placement: Placement) -> int:
        """What is taken off for a place beside the main shelf, where there is one."""
        return OFF_MAIN if self.main and placement.spot.unit_id not in self.main else 0

    def trouble(self, placement: Placement) -> Iterator[Finding]:
        """What forbids a placement. What a tray that stays has already is borne, but for what must not be."""
        fixed = self.fixed.get(placement.tray.id)
        borne = fixed is not None and fixed.spot == placement.spot
        for rule in PLACE_RULES:
            for found in rule.judge(self.scene, placement):
                if found.severity == "must" or (found.severity == "should" and not borne):
                    yield found

    def candidates(self, tray: Tray) -> Iterator[Placement]:
        """A tray in every class of spots it could be put into, were there no rules; on its own spot if it has one."""
        if tray.id in self.problem.bans:
            return
        fixed = self.fixed.get(tray.id)
        if fixed is not None:
            yield fixed
        elif any(self.problem.fit(child, tray.id) for child in tray.for_children):
            by_hand = tray.id in self.problem.by_hand
            for spots in self.classes:
                yield Placement(id=-tray.id, tray=tray, spot=spots[0], by_hand=by_hand)

    def _allowed(self, tray: Tray) -> Iterator[Placement]:
        return (p for p in self.candidates(tray) if next(self.trouble(p), None) is None)

    def blocked(self) -> Iterator[Blocked]:
        """Every tray that rules keep out of a class, with all they find there."""
        for tray in self.problem.trays:
            for placement in self.candidates(tray):
                found = tuple(self.trouble(placement))
                if found:
                    yield Blocked(placement, found)

    def column(self, placements: tuple[Placement, ...]) -> Column:
        """A column of one or two trays that share a class."""
        spot = next((p.spot for p in placements if p.tray.id in self.fixed), None)
        worth = sum(self.worth(p) for p in placements)
        return Column(placements, self.class_of[placements[0].spot], spot, worth)

    def columns_of(self, singles: Mapping[int, list[Placement]]) -> Iterator[Column]:
        """One tray in a class, or two of one concept side by side in one divided place, from where each may be."""
        concepts: dict[str, list[int]] = {}
        for placements in singles.values():
            yield from (self.column((p,)) for p in placements)
            if placements:
                concepts.setdefault(placements[0].tray.concept, []).append(placements[0].tray.id)
        for ids in concepts.values():
            for one, other in combinations(ids, 2):
                yield from self._side_by_side(singles[one], singles[other])

    def _side_by_side(self, ones: list[Placement], others: list[Placement]) -> Iterator[Column]:
        in_class = {self.class_of[p.spot]: p for p in others}
        for one in ones:
            other = in_class.get(self.class_of[one.spot])
            unit = self.scene.unit(one.spot)
            if other is None or not unit.boards[one.spot.board].divided:
                continue
            held = {p.spot for p in (one, other) if p.tray.id in self.fixed}
            if len(held) < 2 and share(one, other, self.scene):
                yield self.column((one, other))

    def contested(self) -> Iterator[tuple[int, ...]]:
        """Trays with the same spot of their own: of each such set at most one column can be chosen."""
        at: dict[Spot, list[int]] = {}
        for tray, placement in self.fixed.items():
            at.setdefault(placement.spot, []).append(tray)
        return (tuple(trays) for trays in at.values() if len(trays) > 1)


def _fixed(problem: ShelfProblem) -> dict[int, Placement]:
    """The trays with a spot of their own: pinned by a person, or standing there and kept in place."""
    trays = {tray.id: tray for tray in problem.trays}
    fixed = {p.tray.id: _by_hand(p, problem) for p in problem.kept if p.tray.id not in problem.bans}
    for pin in problem.pins:
        by_hand = pin.by_hand or pin.tray in problem.by_hand
        fixed[pin.tray] = Placement(id=-pin.tray, tray=trays[pin.tray], spot=pin.spot, by_hand=by_hand)
    return fixed


def _by_hand(placement: Placement, problem: ShelfProblem) -> Placement:
    if placement.tray.id not in problem.by_hand or placement.by_hand:
        return placement
    return Placement(id=placement.id, tray=placement.tray, spot=placement.spot, by_hand=True)


def _classes(problem: ShelfProblem, scene: Scene) -> list[list[Spot]]:
    """The spots, put together where no rule tells them apart."""
    classes: dict[Hashable, list[Spot]] = {}
    for unit in problem.units:
        for spot in spots_of(unit):
            classes.setdefault(_signature(unit, spot, scene), []).append(spot)
    return list(classes.values())


def _signature(unit: Unit, spot: Spot, scene: Scene) -> Hashable:
    board = unit.boards[spot.board]
    if not board.divided:
        return spot
    own_board = (unit.id, spot.board) if board.load_g is not None else None
    own_unit = unit.id if unit.most is not None or unit.bedroom else None
    place = (unit.place_width_mm(spot.board, spot.place), unit.depth_mm, unit.clearance_mm(spot.board))
    reached = tuple(_within(scene.bodies, board.height_mm, scene, unit))
    counted = unit.kind == "ledge"
    return (place, unit.comes, unit.climb_on_mm, board.drawer, own_board, own_unit, reached, unit.main, counted)


def _within(bodies: Iterable[Body], height: float, scene: Scene, unit: Unit) -> Iterator[tuple[bool, bool, bool]]:
    for body in bodies:
        yield (height <= body.choosing, height <= body.elbow, height <= scene.zone_mm(body.child, unit))
