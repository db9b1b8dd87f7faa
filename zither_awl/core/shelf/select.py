"""First stage of the planner: which trays go out, and into which class of spots. CP-SAT, to the proven best.

One worker and a fixed seed give the same plan every time. With `linearization_level=2` the relaxation is tight enough
that large instances are proven in well under a second; with the default level they are not.
"""

from __future__ import annotations

from collections.abc import Callable, Iterable, Sequence
from dataclasses import dataclass, field
from typing import TYPE_CHECKING, Any

from zither_awl.core.shelf.columns import Choices, Column
from zither_awl.core.shelf.counts import Row
from zither_awl.core.shelf.problem import BALANCE
from zither_awl.core.shelf.score import counts_for

if TYPE_CHECKING:
    from ortools.sat.python import cp_model

SEED = 20
MOST_WORK = 30.0
"""Deterministic seconds before the best so far is taken; the same on every machine."""
Tell = Callable[[tuple[Column, ...], int, int], None]
"""Told of each better plan: its columns, its value, and the bound no plan can pass."""


Begun = Callable[[Callable[[], None]], None]
"""Handed a function that ends the search with the best found so far; it may be called from another thread."""


@dataclass(frozen=True, slots=True)
class Selected:
    """The columns chosen, their value, and the bound. None of `columns` when nothing keeps all rules."""

    columns: tuple[Column, ...] | None
    value: int
    bound: int
    proven: bool


@dataclass(slots=True)
class Selection:
    """A model of choosing columns: one variable each, packed into the classes, no tray twice."""

    model: cp_model.CpModel
    choices: Choices
    columns: Sequence[Column]
    chosen: list[cp_model.IntVar] = field(default_factory=list)

    def __post_init__(self) -> None:
        self.chosen = [self.model.new_bool_var(f"c{at}") for at in range(len(self.columns))]
        with_tray: dict[int, list[cp_model.IntVar]] = {}
        in_class: dict[int, list[cp_model.IntVar]] = {}
        for column, var in zip(self.columns, self.chosen, strict=True):
            in_class.setdefault(column.spot_class, []).append(var)
            for tray in column.trays:
                with_tray.setdefault(tray, []).append(var)
        for at, variables in in_class.items():
            self.model.add(sum(variables) <= len(self.choices.classes[at]))
        for variables in with_tray.values():
            if len(variables) > 1:
                self.model.add_at_most_one(variables)
        for trays in self.choices.contested():
            self.model.add_at_most_one(self.of_trays(trays))

    def of_trays(self, trays: Iterable[int]) -> list[cp_model.IntVar]:
        """The variables of the columns that hold one of some trays."""
        wanted = set(trays)
        return [v for c, v in zip(self.columns, self.chosen, strict=True) if wanted & set(c.trays)]

    def weighted(self, weights: Sequence[int]) -> Any:
        """The sum of the chosen columns' weights."""
        from ortools.sat.python import cp_model

        used = [(w, v) for w, v in zip(weights, self.chosen, strict=True) if w]
        return cp_model.LinearExpr.weighted_sum([v for _, v in used], [w for w, _ in used])


def select(
    choices: Choices, *, force: Iterable[int] = (), tell: Tell | None = None, begun: Begun | None = None
) -> Selected:
    """The best columns that keep every rule; `force` are trays that must be among them.

    Same problem, same answer. `tell` hears of each better plan on the way; `begun` is handed what ends the search.
    """
    forced = tuple(force)
    packing = _ruled(choices, forced)
    _keep(packing, choices.wishes)
    _worth(packing)
    found = _solved(packing, tell, begun)
    if found.columns is not None or not found.proven or not choices.wishes:
        return found
    return _as_far_as_it_goes(choices, forced, tell, begun)


def _ruled(choices: Choices, force: Iterable[int]) -> Selection:
    """A model in which every rule is kept, and every pin."""
    from ortools.sat.python import cp_model

    packing = Selection(cp_model.CpModel(), choices, choices.columns)
    _keep(packing, choices.rows)
    for tray in {*choices.problem.pinned, *force}:
        packing.model.add(sum(packing.of_trays([tray])) >= 1)
    return packing


def _keep(packing: Selection, rows: Iterable[Row]) -> None:
    for row in rows:
        total = packing.weighted([row.total(c.placements) for c in packing.columns])
        if row.most is not None:
            packing.model.add(total <= row.most)
        if row.least is not None:
            packing.model.add(total >= row.least)


def _worth(packing: Selection) -> None:
    packing.model.maximize(packing.weighted([c.value for c in packing.columns]) - BALANCE * sum(_imbalance(packing)))


def _as_far_as_it_goes(choices: Choices, force: Iterable[int], tell: Tell | None, begun: Begun | None) -> Selected:
    """Not every wish can be kept: the least is missed of the first kind, then of the second, then of the third; of
    those plans the best. There is always one, but where a pin is against a rule."""
    packing = _ruled(choices, force)
    for kind in sorted({row.wish for row in choices.wishes}):
        short = [_short(packing, row) for row in choices.wishes if row.wish == kind]
        packing.model.minimize(sum(short))
        found = _solved(packing, None, begun)
        if found.columns is None:
            return found
        packing.model.add(sum(short) <= found.value)
    _worth(packing)
    return _solved(packing, tell, begun)


def _short(packing: Selection, row: Row) -> cp_model.IntVar:
    """By how much a wish is missed."""
    weights = [row.total(c.placements) for c in packing.columns]
    total = packing.weighted(weights)
    short = packing.model.new_int_var(0, sum(map(abs, weights)) + (row.least or 0), f"short {row.key}")
    if row.most is not None:
        packing.model.add(short >= total - row.most)
    if row.least is not None:
        packing.model.add(short >= row.least - total)
    return short


def _imbalance(packing: Selection) -> list[cp_model.IntVar]:
    """For each child and area, how far the number out is from its even share."""
    choices, model, found = packing.choices, packing.model, []
    for body in choices.scene.bodies:
        child = body.child
        share = choices.problem.share_of(child, body.months)
        for area in choices.problem.areas_of(child.id):
            out = packing.weighted(
                [sum(counts_for(p, child.id, area, choices) for p in c.placements) for c in packing.columns]
            )
            off = model.new_int_var(0, max(share, len(choices.class_of) * 2), f"off {child.id} {area}")
            model.add(off >= out - share)
            model.add(off >= share - out)
            found.append(off)
    return found


def solver() -> cp_model.CpSolver:
    """A solver that gives the same answer every time."""
    from ortools.sat.python import cp_model

    made = cp_model.CpSolver()
    made.parameters.num_workers = 1
    made.parameters.random_seed = SEED
    made.parameters.linearization_level = 2
    made.parameters.max_deterministic_time = MOST_WORK
    return made


def _solved(packing: Selection, tell: Tell | None, begun: Begun | None) -> Selected:
    from ortools.sat.python import cp_model

    class Better(cp_model.CpSolverSolutionCallback):
        def on_solution_callback(self) -> None:
            if tell is not None:
                tell(_of(packing, self.value), round(self.objective_value), round(self.best_objective_bound))

    made = solver()
    if begun is not None:
        begun(made.stop_search)
    status = made.solve(packing.model, Better() if tell else None)
    if status not in (cp_model.OPTIMAL, cp_model.FEASIBLE):
        return Selected(None, 0, 0, status == cp_model.INFEASIBLE)
    columns = _of(packing, made.value)
    value, bound = round(made.objective_value), round(made.best_objective_bound)
    return Selected(columns, value, bound, status == cp_model.OPTIMAL)


def _of(packing: Selection, value: Callable[[Any], int]) -> tuple[Column, ...]:
    return tuple(c for c, v in zip(packing.columns, packing.chosen, strict=True) if value(v))
