"""How many of the makeable trays can stand at the same time: they share tongs, balls and trays (TRAY-9)."""

from __future__ import annotations

from collections.abc import Callable, Mapping, Sequence
from typing import Any

from zither_awl.core.component import Component, Inside
from zither_awl.core.trays.assemble import CONTAINER, assemble
from zither_awl.core.trays.makeable import Made, container_role
from zither_awl.core.trays.match import consider, pair_problems, pour_problems
from zither_awl.core.trays.pack import Packing
from zither_awl.core.trays.stock import Stock

Options = dict[str, tuple[int, list[Component]]]
"""By role: how many it needs, and what would do."""
Picks = dict[tuple[int, str, int], Any]
"""Solver variables by tray, role and component."""


ROUNDS, MANY = 6, 100
"""How often a choice that does not fit is cut off; how much one tray more outweighs any other choice of things."""


def at_once(made: Sequence[Made], stock: Stock) -> tuple[Made, ...]:
    """The most of these that can stand at the same time from one cupboard: the largest choice, proven by CP-SAT.

    Things may be chosen anew for every role; a choice whose things do not fit their container is cut off and the rest
    is solved again. After so many rounds what fits of the last choice is given: it can stand, unproven.
    """
    banned: list[list[tuple[int, str, int]]] = []
    options = [_options(each, stock) for each in made]
    for _ in range(ROUNDS):
        picked = _largest(made, options, stock, banned)
        bad = [(at, roles) for at, roles in picked.items() if not _packs(made[at], roles)]
        if not bad:
            return tuple(made[at] for at in picked)
        banned += [[(at, name, each.id) for name, each in roles.items()] for at, roles in bad]
    return tuple(made[at] for at in picked if at not in {b for b, _ in bad})


def _packs(made: Made, roles: Mapping[str, Component]) -> bool:
    if not made.level.container:
        return True
    things = {name: each for name, each in roles.items() if name != CONTAINER}
    return isinstance(assemble(made.design, made.level, things, roles[CONTAINER]).packing, Packing)


def _options(made: Made, stock: Stock) -> Options:
    options = {
        role.name: (role.count, [c.component for c in made.matches.considered[role.name] if c.answer != "does not"])
        for role in made.level.roles if not role.same_as and role.name in made.matches.chosen
    }  # fmt: skip
    if made.level.container:
        considered = consider(container_role(made.level), stock, None)
        packs: dict[Inside | None, bool] = {}
        for each in considered:
            if each.answer != "does not" and each.component.inside not in packs:
                packs[each.component.inside] = _packs(made, {**made.matches.chosen, CONTAINER: each.component})
        options[CONTAINER] = (1, [c.component for c in considered if packs.get(c.component.inside)])
    return options


def _largest(
    made: Sequence[Made], options: Sequence[Options], stock: Stock, banned: Sequence[Sequence[tuple[int, str, int]]]
) -> dict[int, dict[str, Component]]:  # fmt: skip
    from ortools.sat.python import cp_model

    model = cp_model.CpModel()
    stands = [model.new_bool_var(f"stands{at}") for at in range(len(made))]
    takes: dict[int, list[tuple[int, Any]]] = {}
    picks: Picks = {}
    by_id: dict[int, Component] = {}
    for at, each in enumerate(made):
        beside = {role.name for role in each.level.roles if role.beside}
        for name, (count, things) in options[at].items():
            chosen = []
            for thing in things:
                pick = model.new_bool_var(f"{at}.{name}.{thing.id}")
                picks[at, name, thing.id], by_id[thing.id] = pick, thing
                chosen.append(pick)
                if not thing.medium and name not in beside:
                    takes.setdefault(thing.id, []).append((count, pick))
            model.add(sum(chosen) == stands[at])
        _tie(model, at, each, picks, by_id)
    for key, pairs in takes.items():
        model.add(sum(count * pick for count, pick in pairs) <= stock.free(by_id[key]))
    for ban in banned:
        model.add_bool_or([picks[one].negated() for one in ban if one in picks])
    # Of choices as large the one that stays nearest to what was matched, whose things are known to fit.
    kept = [pick for (at, name, key), pick in picks.items() if key == _matched(made[at], name)]
    model.maximize(sum((1000 - at) * MANY * s for at, s in enumerate(stands)) + sum(kept))
    solver = cp_model.CpSolver()
    solver.parameters.num_workers, solver.parameters.random_seed = 1, 1
    solver.parameters.max_deterministic_time = 10.0
    if solver.solve(model) not in (cp_model.OPTIMAL, cp_model.FEASIBLE):
        return {}
    result: dict[int, dict[str, Component]] = {at: {} for at in range(len(stands)) if solver.value(stands[at])}
    for (at, name, key), pick in picks.items():
        if solver.value(pick):
            result[at][name] = by_id[key]
    return result


def _matched(made: Made, role: str) -> int:
    thing = made.container if role == CONTAINER else made.matches.chosen.get(role)
    return thing.id if thing else -1


def _tie(model: Any, at: int, made: Made, picks: Picks, by_id: Mapping[int, Component]) -> None:
    """Two things that may not go together on one tray are not picked together."""
    by_role: dict[str, list[tuple[Component, Any]]] = {}
    for (n, name, key), pick in picks.items():
        if n == at:
            by_role.setdefault(name, []).append((by_id[key], pick))
    for first, second in _tied_roles(made):
        for thing, pick in by_role.get(first, ()):
            for other, also in by_role.get(second, ()):
                get: Callable[[str], Component | None] = {first: thing, second: other}.get
                wrong = any(pair_problems(role, get) for role in made.level.roles if role.name in (first, second))
                if wrong or pour_problems(made.level, get):
                    model.add_bool_or([pick.negated(), also.negated()])


def _tied_roles(made: Made) -> set[tuple[str, str]]:
    """The pairs of roles between which some rule stands."""
    tied = {
        (role.name, other)
        for role in made.level.roles
        for other in (role.lies_in, role.fits_in, role.same_as, role.unlike) if other
    }  # fmt: skip
    pour = made.level.pour
    return tied | ({(pour.from_, pour.into)} if pour else set())
