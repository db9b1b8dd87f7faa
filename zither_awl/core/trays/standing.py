"""How many of the makeable trays can stand at the same time: they share tongs, balls and trays (TRAY-9)."""

from __future__ import annotations

from collections.abc import Callable, Mapping, Sequence
from typing import Any

from zither_awl.core.component import Component
from zither_awl.core.trays.assemble import CONTAINER, assemble
from zither_awl.core.trays.makeable import Made, container_role
from zither_awl.core.trays.match import consider, pair_problems, pour_problems
from zither_awl.core.trays.pack import Packing
from zither_awl.core.trays.stock import Stock

Picks = dict[tuple[int, str, int], Any]
"""Solver variables by tray, role and component."""


def at_once(made: Sequence[Made], stock: Stock) -> tuple[Made, ...]:
    """The most of these that can stand at the same time from one cupboard: the largest choice, proven by CP-SAT.

    Things may be chosen anew for every role; a choice whose things do not fit their container is cut off and the rest
    is solved again.
    """
    banned: list[list[tuple[int, str, int]]] = []
    for _ in range(20):
        picked = _largest(made, stock, banned)
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


def _options(made: Made, stock: Stock) -> dict[str, tuple[int, list[Component]]]:
    """By role: how many it needs, and what would do."""
    options = {
        role.name: (role.count, [c.component for c in made.matches.considered[role.name] if c.answer != "does not"])
        for role in made.level.roles if not role.same_as and role.name in made.matches.chosen
    }  # fmt: skip
    if made.level.container:
        considered = consider(container_role(made.level), stock, None)
        options[CONTAINER] = (1, [c.component for c in considered if c.answer != "does not"])
    return options


def _largest(
    made: Sequence[Made], stock: Stock, banned: Sequence[Sequence[tuple[int, str, int]]]
) -> dict[int, dict[str, Component]]:  # fmt: skip
    from ortools.sat.python import cp_model

    model = cp_model.CpModel()
    stands = [model.new_bool_var(f"stands{at}") for at in range(len(made))]
    takes: dict[int, list[tuple[int, Any]]] = {}
    picks: Picks = {}
    by_id: dict[int, Component] = {}
    for at, each in enumerate(made):
        beside = {role.name for role in each.level.roles if role.beside}
        for name, (count, things) in _options(each, stock).items():
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
    model.maximize(sum((1000 - at) * s for at, s in enumerate(stands)))
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


def _tie(model: Any, at: int, made: Made, picks: Picks, by_id: Mapping[int, Component]) -> None:
    """Two things that may not go together on one tray are not picked together."""
    mine = [(name, key, pick) for (n, name, key), pick in picks.items() if n == at]
    for i, (name_a, key_a, pick_a) in enumerate(mine):
        for name_b, key_b, pick_b in mine[i + 1 :]:
            if name_a == name_b:
                continue
            get: Callable[[str], Component | None] = {name_a: by_id[key_a], name_b: by_id[key_b]}.get
            wrong = [p for role in made.level.roles for p in pair_problems(role, get)]
            if wrong or pour_problems(made.level, get):
                model.add_bool_or([pick_a.negated(), pick_b.negated()])
