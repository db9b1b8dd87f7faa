"""The rules of the shelf: one rule, one object, asked by the check, the change and the explanation alike."""

from __future__ import annotations

from collections.abc import Iterable, Iterator, Sequence
from dataclasses import dataclass, field
from datetime import date
from itertools import pairwise
from typing import Protocol

from zither_awl.core.ages import corrected_months
from zither_awl.core.body import carry_limit_g, elbow_mm, reach
from zither_awl.core.finding import Finding
from zither_awl.core.practice import Practice
from zither_awl.core.reasons import Quantity, Reason, Severity
from zither_awl.core.safety.exposure import exposure
from zither_awl.core.sources import COMMON_PRACTICE
from zither_awl.core.values import Child, Placement, Spot, Tray, Unit
from zither_awl.core.words import counted, listed, mass_text


@dataclass(frozen=True, slots=True)
class Scene:
    """Everything the rules look at: what stands where, for whom, on which day."""

    placements: tuple[Placement, ...]
    units: tuple[Unit, ...]
    children: tuple[Child, ...]
    on: date
    practice: Practice = field(default_factory=Practice)

    def unit(self, spot: Spot) -> Unit:
        """The unit a spot belongs to."""
        return next(unit for unit in self.units if unit.id == spot.unit_id)

    def meant_for(self, tray: Tray) -> list[Child]:
        """The children a tray is for."""
        return [child for child in self.children if child.id in tray.for_children]

    def out_for(self, child: Child) -> list[Placement]:
        """Open placements meant for a child, on units the child comes to."""
        return [
            p for p in self.placements
            if not p.by_hand and child.id in p.tray.for_children and child.id in self.unit(p.spot).comes
        ]  # fmt: skip

    def by_spot(self) -> dict[Spot, list[Placement]]:
        """What stands on each spot."""
        spots: dict[Spot, list[Placement]] = {}
        for placement in self.placements:
            spots.setdefault(placement.spot, []).append(placement)
        return spots


def free_spots(scene: Scene) -> Iterator[Spot]:
    """The empty spots of every unit, from the top left."""
    taken = {p.spot for p in scene.placements}
    for unit in scene.units:
        for board, each in enumerate(unit.boards):
            for place in range(each.places):
                if Spot(unit.id, board, place) not in taken:
                    yield Spot(unit.id, board, place)


class Rule(Protocol):
    """A rule of the shelf. `name` is its id; `check` yields what breaks it."""

    name: str

    def check(self, scene: Scene) -> Iterable[Finding]:
        """The findings of this rule in a scene."""
        ...


def _finding(
    rule: str, severity: Severity, child: Child | None, placement: Placement, text: str,
    numbers: Sequence[Quantity] = (),
) -> Finding:  # fmt: skip
    reason = Reason(rule, text, tuple(numbers), (f"tray:{placement.tray.id}",), COMMON_PRACTICE)
    return Finding(rule, severity, child.id if child else None, placement.tray.id, placement.spot, (reason,))


class Exposure:
    """No hazard open to a child under its age."""

    name = "exposure"

    def check(self, scene: Scene) -> Iterable[Finding]:
        """Every hazard some child could get at."""
        return exposure(scene.placements, scene.children, scene.units, scene.on, practice=scene.practice)


class Fits:
    """ROOM-3: a tray fits its place with room for the hands, and with air beside it on an undivided board."""

    name = "ROOM-3"

    def check(self, scene: Scene) -> Iterator[Finding]:
        """Trays too wide, deep or high for their place, and neighbours too close."""
        for placement in scene.placements:
            yield from self._in_place(scene, placement)
        yield from self._neighbours(scene)

    def _in_place(self, scene: Scene, placement: Placement) -> Iterator[Finding]:
        unit, tray, practice = scene.unit(placement.spot), placement.tray, scene.practice
        board = unit.boards[placement.spot.board]
        wide = tray.width_mm + (2 * practice.side_gap_mm if board.divided else 0)
        clear = unit.clearance_mm(placement.spot.board)
        checks = [
            ("wide", wide, unit.place_width_mm(placement.spot.board) if board.divided else unit.width_mm),
            ("deep", tray.depth_mm, unit.depth_mm),
            *([("high", tray.height_mm + practice.top_gap_mm, clear)] if clear is not None else []),
        ]
        for way, needs, has in checks:
            if needs > has:
                text = f"{tray.name} does not fit: it needs {needs:.0f} mm and the place is {has:.0f} mm {way}."
                yield _finding(self.name, "must", None, placement, text, [Quantity(f"needed, {way}", needs, "mm", has)])
                return

    def _neighbours(self, scene: Scene) -> Iterator[Finding]:
        on_board: dict[tuple[int, int], list[Placement]] = {}
        for placement in scene.placements:
            on_board.setdefault((placement.spot.unit_id, placement.spot.board), []).append(placement)
        for (_, board), row in on_board.items():
            unit = scene.unit(row[0].spot)
            if unit.boards[board].divided:
                continue
            row.sort(key=lambda p: p.spot.place)
            for left, right in pairwise(row):
                yield from self._pair(scene, unit, left, right)

    def _pair(self, scene: Scene, unit: Unit, left: Placement, right: Placement) -> Iterator[Finding]:
        pitch = unit.place_width_mm(left.spot.board)
        apart = (right.spot.place - left.spot.place) * pitch - (left.tray.width_mm + right.tray.width_mm) / 2
        wanted = scene.practice.neighbour_gap_mm
        if left.spot.place == right.spot.place or apart >= wanted:
            return
        numbers = [Quantity("between", apart, "mm", wanted)]
        if apart < wanted / 2:
            text = f"{right.tray.name} does not fit beside {left.tray.name}: {apart:.0f} mm between them."
            yield _finding(self.name, "must", None, right, text, numbers)
        else:
            text = f"{right.tray.name} stands close to {left.tray.name}: {apart:.0f} mm; {wanted:.0f} mm is airier."
            yield _finding("ROOM-3 air", "note", None, right, text, numbers)


class Load:
    """A board bears what stands on it, where its load is known."""

    name = "load"

    def check(self, scene: Scene) -> Iterator[Finding]:
        """Boards that carry more than they may."""
        for unit in scene.units:
            for at, board in enumerate(unit.boards):
                row = [p for p in scene.placements if p.spot.unit_id == unit.id and p.spot.board == at]
                total = sum(p.tray.mass_g for p in row)
                if board.load_g is not None and total > board.load_g:
                    heaviest = max(row, key=lambda p: p.tray.mass_g)
                    text = f"The board carries {mass_text(total)}; it may bear {mass_text(board.load_g)}."
                    numbers = [Quantity("on the board", total, "g", board.load_g)]
                    yield _finding(self.name, "must", None, heaviest, text, numbers)


class FewThings:
    """ROOM-1: few trays out for one child, by age."""

    name = "ROOM-1"

    def check(self, scene: Scene) -> Iterator[Finding]:
        """Children with more out than suits their age; said once, at the last tray."""
        for child in scene.children:
            out = scene.out_for(child)
            months = corrected_months(child.born, child.gestation_weeks, scene.on)
            most = scene.practice.trays_out_at(months)
            if len(out) > most:
                text = f"{len(out)} trays are out for {child.name}; at {months} months at most {most}."
                last = max(out, key=lambda p: (p.spot, p.tray.id))
                yield _finding(self.name, "should", child, last, text, [Quantity("out", len(out), "trays", most)])


class OnePlace:
    """ROOM-2: one tray to a place; two only of the same concept; never three."""

    name = "ROOM-2"

    def check(self, scene: Scene) -> Iterator[Finding]:
        """Places that hold more than they should."""
        for placements in scene.by_spot().values():
            concepts = {p.tray.card.id for p in placements}
            if len(placements) > 2 or (len(placements) == 2 and len(concepts) > 1):
                names = listed(p.tray.name for p in placements)
                text = f"{counted(len(placements), 'tray')} in one place: {names}. One place, one tray."
                numbers = [Quantity("in this place", len(placements), "trays", 1)]
                yield _finding(self.name, "should", None, placements[-1], text, numbers)


class HeavyLow:
    """ROOM-5: a child can carry what is out for it, and heavy or wet things stand no higher than its elbow."""

    name = "ROOM-5"

    def check(self, scene: Scene) -> Iterator[Finding]:
        """Trays too heavy to carry, or heavy or wet and too high, for the smallest child they are for."""
        for placement in scene.placements:
            carriers = [
                (limit, child) for child in scene.meant_for(placement.tray)
                if (limit := carry_limit_g(child, scene.on)) is not None
            ]  # fmt: skip
            if carriers and not placement.by_hand:
                limit, child = min(carriers, key=lambda pair: pair[0])
                yield from self._judge(scene, placement, child, limit)

    def _judge(self, scene: Scene, placement: Placement, child: Child, limit: float) -> Iterator[Finding]:
        tray = placement.tray
        mass = Quantity("loaded", tray.mass_g, "g", round(limit))
        if tray.mass_g > limit:
            text = f"{tray.name} weighs {mass_text(tray.mass_g)}; {child.name} carries {mass_text(limit)}."
            yield _finding(self.name, "should", child, placement, text, [mass])
            return
        height, elbow = scene.unit(placement.spot).boards[placement.spot.board].height_mm, elbow_mm(child, scene.on)
        heavy = tray.mass_g > scene.practice.heavy_share * limit
        if (heavy or tray.liquid) and height > elbow:
            what = "heavy" if heavy else "wet"
            text = f"{tray.name} is {what} and stands at {height:.0f} mm, above {child.name}'s elbow at {elbow:.0f} mm."
            yield _finding(self.name, "should", child, placement, text, [mass, Quantity("board", height, "mm", elbow)])


class AtTheirHeight:
    """ROOM-6: what a child may choose stands where that child reaches and sees it."""

    name = "ROOM-6"

    def check(self, scene: Scene) -> Iterator[Finding]:
        """Trays that stand too high for a child they are for, or where the child does not come."""
        for placement in scene.placements:
            if placement.by_hand:
                continue
            unit = scene.unit(placement.spot)
            for child in scene.meant_for(placement.tray):
                yield from self._judge(scene, placement, unit, child)

    def _judge(self, scene: Scene, placement: Placement, unit: Unit, child: Child) -> Iterator[Finding]:
        name = placement.tray.name
        if child.id not in unit.comes:
            text = f"{name} is for {child.name}, who does not come to the {unit.name}."
            yield _finding(self.name, "should", child, placement, text)
            return
        height = unit.boards[placement.spot.board].height_mm
        highest = reach(child, scene.on, practice=scene.practice).choosing
        if height > highest:
            text = f"{name} stands at {height:.0f} mm; {child.name} lifts and sees to {highest:.0f} mm."
            yield _finding(self.name, "should", child, placement, text, [Quantity("board", height, "mm", highest)])


RULES: tuple[Rule, ...] = (Exposure(), Fits(), Load(), OnePlace(), HeavyLow(), AtTheirHeight(), FewThings())
"""Every rule of the shelf, most pressing first."""
