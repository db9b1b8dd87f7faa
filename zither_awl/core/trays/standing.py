"""How many of the makeable trays can stand at the same time: they share tongs, balls and trays (TRAY-9)."""

from __future__ import annotations

from collections.abc import Callable, Mapping, Sequence
from typing import Any

from zither_awl.core.things.component import Component, Inside
from zither_awl.core.trays.assemble import CONTAINER, assemble
from zither_awl.core.trays.makeable import Made, container_role
from zither_awl.core.trays.match import consider
from zither_awl.core.trays.pack import Packing
from zither_awl.core.trays.stock import Stock
from zither_awl.core.trays.ties import pair_problems, pour_problems

Options = dict[str, tuple[int, list[Component]]]
"""By role: how many it needs, and what would do."""
Picks = dict[tuple[int, str, int], Any]
"""Solver variables by tray, role and component."""


MOST = 60
"""So many of the best are looked at: several times what any shelf holds."""
ROUNDS, MANY = 6, 100
"""How often a choice that does not fit is cut off; how much one tray more outweighs any other choice of things."""


def at_once(made: Sequence[Made], stock: Stock) -> tuple[Made, ...]:
    """The most of these (of the first MOST) that can stand at the same time from one cupboard: the largest choice,
    proven by CP-SAT.

    Things may be chosen anew for every role; a choice whose things do not fit their container is cut off and the rest
    is solved again. After so many rounds what fits of the last choice is given: it can stand, unproven.
    """
    made = made[:MOST]
    choice = _Choice(made, [_options(each, stock) for each in made], stock)
    for _ in range(ROUNDS):
        picked = choice.largest()
        bad = [(at, roles) for at, roles in picked.items() if not _packs(made[at], roles)]
        if not bad:
            return tuple(made[at] for at in picked)
        for at, roles in bad:
            choice.cut_off([(at, name, each.id) for name, each in roles.items()])
    return tuple(made[at] for at in picked if at not in {b for b, _ in bad})


def _packs(made: Made, roles: Mapping[str, Component]) -> bool:
    if not made.level.container:
        return True
    things = {name: each for name, each in roles.items() if name != CONTAINER}
    return isinstance(assemble(made.design, made.level, things, roles[CONTAINER]).packing, Packing)


def _options(made: Made, stock: Stock) -> Options:
    options = {
        role.name: (role.count, [c.component for c in made.matches.considered[role.name] if c.answer != "does not"])
        for role in made.level.roles
        if not role.same_as and role.name in made.matches.chosen
    }
    if made.level.container:
        considered = consider(container_role(made.level), stock, None)
        packs: dict[Inside | None, bool] = {}
        for each in considered:
            if each.answer != "does not" and each.component.inside not in packs:
                packs[each.component.inside] = _packs(made, {**made.matches.chosen, CONTAINER: each.component})
        options[CONTAINER] = (1, [c.component for c in considered if packs.get(c.component.inside)])
    return options


class _Choice:
    """The model of the largest choice: built once, solved again with every choice that was cut off."""

    def __init__(self, made: Sequence[Made], options: Sequence[Options], stock: Stock) -> None:
        from ortools.sat.python import cp_model

        self._model = cp_model.CpModel()
        self._stands = [self._model.new_bool_var(f"stands{at}") for at in range(len(made))]
        self._picks: Picks = {}
        self._by_id: dict[int, Component] = {}
        takes: dict[int, list[tuple[int, Any]]] = {}
        for at, each in enumerate(made):
            self._offer(at, each, options[at], takes)
            picks = {of: pick for of, pick in self._picks.items() if of[0] == at}
            _tie(self._model, at, each, picks, self._by_id)
        for key, pairs in takes.items():
            self._model.add(sum(count * pick for count, pick in pairs) <= stock.free(self._by_id[key]))
        # Of choices as large the one that stays nearest to what was matched, whose things are known to fit.
        kept = [pick for (at, name, key), pick in self._picks.items() if key == _matched(made[at], name)]
        self._model.maximize(sum((1000 - at) * MANY * s for at, s in enumerate(self._stands)) + sum(kept))

    def _offer(self, at: int, each: Made, options: Options, takes: dict[int, list[tuple[int, Any]]]) -> None:
        beside = {role.name for role in each.level.roles if role.beside}
        for name, (count, things) in options.items():
            chosen = []
            for thing in things:
                pick = self._model.new_bool_var(f"{at}.{name}.{thing.id}")
                self._picks[at, name, thing.id], self._by_id[thing.id] = pick, thing
                chosen.append(pick)
                if not thing.medium and name not in beside:
                    takes.setdefault(thing.id, []).append((count, pick))
            self._model.add(sum(chosen) == self._stands[at])

    def cut_off(self, ban: Sequence[tuple[int, str, int]]) -> None:
        """Never pick all of these together again."""
        self._model.add_bool_or([self._picks[one].negated() for one in ban if one in self._picks])

    def largest(self) -> dict[int, dict[str, Component]]:
        """By tray that stands: the thing of every role."""
        from ortools.sat.python import cp_model

        solver = cp_model.CpSolver()
        solver.parameters.num_workers, solver.parameters.random_seed = 1, 1
        # Without probing and symmetry a hundred trays take two thirds of the time (see bench/).
        solver.parameters.cp_model_probing_level = solver.parameters.symmetry_level = 0
        solver.parameters.max_deterministic_time = 10.0
        if solver.solve(self._model) not in (cp_model.OPTIMAL, cp_model.FEASIBLE):
            return {}
        result: dict[int, dict[str, Component]] = {at: {} for at, s in enumerate(self._stands) if solver.value(s)}
        for (at, name, key), pick in self._picks.items():
            if solver.value(pick):
                result[at][name] = self._by_id[key]
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
    tied = {(role.name, other) for role in made.level.roles for other in role.ties}
    pour = made.level.pour
    return tied | ({(pour.from_, pour.into)} if pour else set())
