"""Second stage of the planner: the chosen columns on real spots, simple to complex, each where it may stand.

What the first stage won is kept: a column may go to any spot where the same children may choose it.
"""

from __future__ import annotations

from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass, replace
from typing import TYPE_CHECKING

from zither_awl.core.shelf.columns import Choices, Column
from zither_awl.core.shelf.counts import share
from zither_awl.core.shelf.score import neighbours
from zither_awl.core.shelf.select import solver
from zither_awl.core.values import Placement, Spot

if TYPE_CHECKING:
    from ortools.sat.python import cp_model

MOST_WORK = 0.3
"""Deterministic seconds. Where the best order is not proven by then, the best found is taken: it is second to the
choice."""
ORDER_POINTS, AREA_POINTS, KEPT_POINTS, AIR_POINTS, SORT_POINTS = 4, 3, 2, 3, 30
"""A step of level the wrong way round; a pair of neighbours against the household's wish for areas; a tray that is
moved from where it stands (ROOM-4), also when all is planned afresh; neighbours with little air (ROOM-3); a tray that
stands apart from the others of its sort, as one work at two levels for two ages (levels are 0 to 10: worth seven steps
of order). Ours."""


@dataclass(frozen=True, slots=True)
class _Put:
    """A column on a spot, and its variable."""

    column: int
    spot: Spot
    placements: tuple[Placement, ...]
    var: cp_model.IntVar


def settle(columns: Sequence[Column], choices: Choices) -> tuple[Placement, ...]:
    """Where each of the chosen trays stands. Same columns, same spots.

    Least steps of level out of order between neighbours; areas together or mixed, as the household prefers; and what
    stands stays where it is, unless the order speaks against it.
    """
    from ortools.sat.python import cp_model

    model = cp_model.CpModel()
    puts = [
        _Put(at, spot, placements, model.new_bool_var(f"p{at} {spot}"))
        for at, column in enumerate(columns)
        for spot, placements in _where(column, choices)
    ]
    for at in range(len(columns)):
        model.add_exactly_one(p.var for p in puts if p.column == at)
    on_spot: dict[Spot, list[_Put]] = {}
    for put in puts:
        on_spot.setdefault(put.spot, []).append(put)
    for here in on_spot.values():
        model.add_at_most_one(p.var for p in here)
    tight = list(_sums(model, puts, choices))
    _hint(model, columns, puts, choices)
    there = {(p.tray.id, p.spot) for p in choices.problem.standing}
    moved = (KEPT_POINTS * ~p.var for p in puts if any((each.tray.id, each.spot) in there for each in p.placements))
    apart = _apart(model, columns, on_spot, choices)
    model.minimize(sum((*_disorder(model, on_spot, choices), *moved, *tight, *apart)))
    made = solver()
    # Levels in order have a weak relaxation: here propagation alone is several times faster than the linear program.
    made.parameters.linearization_level = 0
    made.parameters.max_deterministic_time = MOST_WORK
    status = made.solve(model)
    if status not in (cp_model.OPTIMAL, cp_model.FEASIBLE):
        # The first stage's own spots keep every rule; only the order is left as it comes.
        return tuple(p for at, spots in enumerate(_as_selected(columns, choices)) for p in _at(columns[at], spots))
    return tuple(p for put in puts if made.boolean_value(put.var) for p in put.placements)


def _sums(model: cp_model.CpModel, puts: Sequence[_Put], choices: Choices) -> Iterator[cp_model.LinearExprT]:
    """Post what depends on the spot; yields points for neighbours on an undivided board with little air."""
    air = round(10 * choices.problem.practice.neighbour_gap_mm / 2)
    for row in choices.rows:
        if row.local and row.most is not None:
            total = sum(row.total(p.placements) * p.var for p in puts)
            model.add(total <= row.most)
            if row.key.startswith("gap:"):
                tight = model.new_bool_var("")
                model.add(total <= row.most - air + air * tight)
                yield AIR_POINTS * tight


def _where(column: Column, choices: Choices) -> Iterator[tuple[Spot, tuple[Placement, ...]]]:
    """The spots a column may stand on: its own, or any where nothing forbids it and it is worth the same."""
    if column.fixed is not None:
        yield column.fixed, _at(column, column.fixed)
        return
    seen = [(choices.sees(p), choices.beside(p)) for p in column.placements]
    for spots in choices.classes:
        placements = _at(column, spots[0])
        alike = choices.class_of[spots[0]] == column.spot_class or (
            [(choices.sees(p), choices.beside(p)) for p in placements] == seen and _may(placements, choices)
        )
        if alike:
            yield from ((spot, _at(column, spot)) for spot in spots)


def _may(placements: tuple[Placement, ...], choices: Choices) -> bool:
    if len(placements) == 2:
        board = choices.scene.unit(placements[0].spot).boards[placements[0].spot.board]
        if not board.divided or not share(placements[0], placements[1], choices.scene):
            return False
    return all(next(choices.trouble(p), None) is None for p in placements)


def _at(column: Column, spot: Spot) -> tuple[Placement, ...]:
    return tuple(p if p.spot == spot else replace(p, spot=spot) for p in column.placements)


def _as_selected(columns: Sequence[Column], choices: Choices) -> list[Spot]:
    """Each column on a spot of its class, the fixed ones on theirs."""
    free = {at: [s for s in spots if s not in {c.fixed for c in columns}] for at, spots in enumerate(choices.classes)}
    return [c.fixed or free[c.spot_class].pop(0) for c in columns]


def _hint(model: cp_model.CpModel, columns: Sequence[Column], puts: Sequence[_Put], choices: Choices) -> None:
    by_level = sorted(range(len(columns)), key=lambda at: _level(columns[at].placements, choices))
    spots = dict(zip(by_level, _as_selected([columns[at] for at in by_level], choices), strict=True))
    for put in puts:
        model.add_hint(put.var, spots[put.column] == put.spot)


def _level(placements: tuple[Placement, ...], choices: Choices) -> int:
    return max(choices.problem.levels.get(p.tray.id, 0) for p in placements)


def _disorder(
    model: cp_model.CpModel, on_spot: dict[Spot, list[_Put]], choices: Choices
) -> Iterator[cp_model.LinearExprT]:
    """Points against an order: for each pair of neighbours, the steps that run backwards, and areas as not wished, or
    another ladder beside."""
    one_ladder = choices.problem.practice.boards == "one ladder"
    by_area = 1 if one_ladder else choices.problem.goals.by_area
    ladders = choices.problem.ladders if one_ladder else {}
    for unit in choices.problem.units:
        for first, second in neighbours(unit):
            if first in on_spot and second in on_spot:
                pair = (on_spot[first], on_spot[second])
                yield from _backwards(model, *pair, choices)
                if by_area and (not one_ladder or first.board == second.board):
                    yield from _areas(model, *pair, ladders, together=by_area > 0)


def _backwards(
    model: cp_model.CpModel, first: list[_Put], second: list[_Put], choices: Choices
) -> Iterator[cp_model.LinearExprT]:
    levels = [_level(p.placements, choices) for p in first]
    most = max(levels, default=0)
    if most == 0:
        return
    steps = model.new_int_var(0, most, "")
    before = sum(level * p.var for level, p in zip(levels, first, strict=True))
    after = sum(_level(p.placements, choices) * p.var for p in second)
    # An empty second spot is in order with anything: the missing tray counts as the highest level.
    empty = most * (1 - sum(p.var for p in second))
    model.add(steps >= before - after - empty)
    yield ORDER_POINTS * steps


def _areas(
    model: cp_model.CpModel, first: list[_Put], second: list[_Put], ladders: Mapping[int, str], *, together: bool
) -> Iterator[cp_model.LinearExprT]:
    groups = sorted({_group(p, ladders) for p in (*first, *second)})
    for group in groups:
        here = sum(p.var for p in first if _group(p, ladders) == group)
        there = sum(p.var for p in second if (_group(p, ladders) == group) != together)
        both = model.new_bool_var("")
        model.add(both >= here + there - 1)
        yield AREA_POINTS * both


def _apart(
    model: cp_model.CpModel, columns: Sequence[Column], on_spot: dict[Spot, list[_Put]], choices: Choices
) -> Iterator[cp_model.LinearExprT]:
    """Points for each tray of a sort that has not another of its sort for a neighbour, but for one."""
    sorts: dict[str, set[int]] = {}
    for at, column in enumerate(columns):
        sorts.setdefault(column.placements[0].tray.concept, set()).add(at)
    pairs = [(a, b) for unit in choices.problem.units for a, b in neighbours(unit) if a in on_spot and b in on_spot]
    for several in (s for s in sorts.values() if len(s) > 1):
        beside = []
        for first, second in pairs:
            here, there = ([p.var for p in on_spot[spot] if p.column in several] for spot in (first, second))
            if here and there:
                both = model.new_bool_var("")
                model.add(both <= sum(here))
                model.add(both <= sum(there))
                beside.append(both)
        missing = model.new_int_var(0, len(several) - 1, "")
        model.add(missing >= len(several) - 1 - sum(beside))
        yield SORT_POINTS * missing


def _group(put: _Put, ladders: Mapping[int, str]) -> str:
    tray = put.placements[0].tray
    return ladders.get(tray.id, tray.card.area)
