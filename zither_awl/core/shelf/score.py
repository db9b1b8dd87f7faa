"""What a plan is worth, reckoned without a solver: the fits, the balance of areas, the order, and what is broken."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass

from zither_awl.core.finding import Finding
from zither_awl.core.rules import rule
from zither_awl.core.saying import say
from zither_awl.core.shelf.check import check_shelf
from zither_awl.core.shelf.columns import Choices
from zither_awl.core.shelf.counts import Row
from zither_awl.core.shelf.problem import BALANCE, CHANGES, COVERED, LOVED, Pin
from zither_awl.core.values import Placement, Spot, Unit


@dataclass(frozen=True, slots=True)
class Score:
    """The terms of a plan's value, in points: what counts for it and, negative, what counts against it."""

    worth: int
    balance: int
    missed: tuple[int, int, int]
    """By how much the wishes are missed: changes too many, loved things gone, areas and tags not out."""
    out_of_order: int
    """Steps of level that stand the wrong way round, left to right and top to bottom; not part of `value`."""

    @property
    def value(self) -> int:
        """What the choice of trays is worth."""
        return self.worth + self.balance

    @property
    def key(self) -> tuple[int, int, int, int]:
        """What a better plan has more of: fewer wishes missed, the first before the second, then more value."""
        changes, loved, covered = self.missed
        return -changes, -loved, -covered, self.value


def score(placements: Sequence[Placement], choices: Choices) -> Score:
    """The score of any placements in a problem."""
    return Score(
        worth=sum(choices.worth(p) for p in placements),
        balance=-BALANCE * sum(_imbalance(placements, choices)),
        missed=missed(placements, choices),
        out_of_order=sum(max(0, first - second) for first, second in _neighbour_levels(placements, choices)),
    )


def missed(placements: Sequence[Placement], choices: Choices) -> tuple[int, int, int]:
    """By how much each kind of wish is missed."""
    by_kind = [
        sum(row.missed(placements) for row in choices.wishes if row.wish == kind) for kind in (CHANGES, LOVED, COVERED)
    ]
    return by_kind[0], by_kind[1], by_kind[2]


def _imbalance(placements: Sequence[Placement], choices: Choices) -> Iterator[int]:
    problem = choices.problem
    for body in choices.scene.bodies:
        child = body.child
        share = problem.share_of(child, body.months)
        for area in problem.areas_of(child.id):
            out = sum(counts_for(p, child.id, area, choices) for p in placements)
            yield abs(out - share)


def counts_for(placement: Placement, child: int, area: str, choices: Choices) -> int:
    """1 when a placement is work of this area that a child may choose and that fits it."""
    fits = placement.tray.card.area == area and choices.problem.fit(child, placement.tray.id) > 0
    return int(fits and child in choices.sees(placement))


def neighbours(unit: Unit) -> Iterator[tuple[Spot, Spot]]:
    """Spots side by side, and one above the other; the first comes first in the order of reading."""
    for at, board in enumerate(unit.boards):
        for place in range(board.places):
            if place + 1 < board.places:
                yield Spot(unit.id, at, place), Spot(unit.id, at, place + 1)
            if at + 1 < len(unit.boards) and place < unit.boards[at + 1].places:
                yield Spot(unit.id, at, place), Spot(unit.id, at + 1, place)


def _neighbour_levels(placements: Sequence[Placement], choices: Choices) -> Iterator[tuple[int, int]]:
    at: dict[Spot, int] = {}
    for p in placements:
        level = choices.problem.levels.get(p.tray.id, 0)
        at[p.spot] = max(level, at.get(p.spot, 0))
    for unit in choices.problem.units:
        for first, second in neighbours(unit):
            if first in at and second in at:
                yield at[first], at[second]


def broken(placements: Sequence[Placement], choices: Choices) -> tuple[Finding | Row, ...]:
    """Everything that keeps placements from being a plan: findings that are more than notes, and sums out of limits.

    What a tray that stays on its spot has already is borne unless it must not be, as in `Choices.trouble`. How much is
    out for a child (ROOM-1) is judged by its sum alone, for a person may have allowed more.
    """
    problem = choices.problem
    found = check_shelf(placements, problem.units, problem.children, problem.on, practice=problem.practice)
    bad = [f for f in found if not rule(f.rule).by_sum and f.severity != "note" and not _borne(f, choices)]
    there = {(p.tray.id, p.spot) for p in placements}
    unpinned = [_pin_row(pin) for pin in problem.pins if (pin.tray, pin.spot) not in there]
    return (*bad, *(row for row in choices.rows if row.broken(placements)), *unpinned)


def _borne(finding: Finding, choices: Choices) -> bool:
    fixed = choices.fixed.get(finding.tray)
    return finding.severity == "should" and fixed is not None and fixed.spot == finding.spot


def _pin_row(pin: Pin) -> Row:
    return Row(
        f"pin:{pin.tray}", say("a pinned tray stands on its spot"), lambda p: int(p.tray.id == pin.tray), least=1
    )
