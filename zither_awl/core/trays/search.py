"""The best filling of the roles of a level: depth first with a bound, so that no better one exists; in a cupboard
so full that it cannot be looked through, the best of the first MOST_STEPS."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field
from itertools import pairwise
from typing import Literal

from zither_awl.core.things.component import Component
from zither_awl.core.trays.design import Level, Role
from zither_awl.core.trays.stock import Stock
from zither_awl.core.trays.ties import pair_problems, pour_problems

UNFILLED = 10_000
"""Cost of leaving a role empty; an optional one costs a hundredth."""

MOST_STEPS = 20_000
"""So many fillings, whole or begun, are looked at; ours, no source. A cupboard of 1500 things takes under a tenth."""

Answer = Literal["does", "would do", "does not"]


@dataclass(frozen=True, slots=True)
class Candidate:
    """One thing considered for one role: whether it does, at what cost, and why not or what it changes."""

    component: Component
    answer: Answer
    cost: int
    why: tuple[str, ...] = ()


@dataclass
class Search:
    """Depth first over the roles, fewest choices first; a branch is left when its cost and the least cost of what is
    still to fill are no better than the best filling so far. Roles that could change places without a difference are
    filled in the order of their choices, so that no filling is looked at twice."""

    roles: tuple[Role, ...]
    options: dict[str, list[Candidate]]
    level: Level
    stock: Stock
    by_hand: frozenset[str]
    best: dict[str, Candidate | None] = field(default_factory=dict)
    best_cost: int = 10**9
    twins_cost: dict[tuple[str, int], int] = field(default_factory=dict)
    steps: int = 0

    @property
    def proven(self) -> bool:
        """Whether all was looked at that could have been better."""
        return self.steps <= MOST_STEPS

    def run(self) -> None:
        self.order = sorted(self.roles, key=lambda role: len(self.options[role.name]))
        least = [self._least(role) for role in self.order]
        self.rest = [sum(least[at:]) for at in range(len(least) + 1)]
        self.before, self.after = self._twins()
        self._fill(0, 0, {}, {}, {})

    def _twins(self) -> tuple[dict[str, str], dict[str, int]]:
        """Of roles that could change places: the one before each, and how many come after it."""
        groups: dict[tuple[object, ...], list[Role]] = {}
        named = {self.level.pour.from_, self.level.pour.into} if self.level.pour else set()
        for role in self.order:
            if role.name not in named:
                choices = tuple((c.component.id, c.cost) for c in self.options[role.name])
                groups.setdefault((choices, role.count, role.same_as, role.beside, role.optional), []).append(role)
        before: dict[str, str] = {}
        after: dict[str, int] = {}
        for group in groups.values():
            if len(group) > 1 and self._change_places(group):
                before |= {b.name: a.name for a, b in pairwise(group)}
                after |= {role.name: len(group) - 1 - at for at, role in enumerate(group)}
        return before, after

    def _change_places(self, group: Sequence[Role]) -> bool:
        """Whether the only rule for these roles is that they are all different things."""
        names = {role.name for role in group}
        tied = {name for role in group for name in role.ties}
        pointed = any(names & set(other.ties) for other in self.roles if other.name not in names)
        alone = all(role.ties == role.unlike for role in group)
        pairs = {frozenset((role.name, other)) for role in group for other in role.unlike}
        return alone and tied <= names and not pointed and len(pairs) == len(group) * (len(group) - 1) // 2

    def _least(self, role: Role) -> int:
        return min((c.cost for c in self.options[role.name]), default=_empty(role))

    def _fill(
        self, at: int, cost: int, so_far: dict[str, Candidate | None], used: dict[int, int], places: dict[str, int]
    ) -> None:
        self.steps += 1
        if cost + self.rest[at] >= self.best_cost or (self.best and not self.proven):
            return
        if at == len(self.order):
            self.best, self.best_cost = dict(so_far), cost
            return
        role = self.order[at]
        twin, options = self.before.get(role.name), self.options[role.name]
        first = 0 if twin is None else places.get(twin, len(options) - 1) + 1
        later = self.after.get(role.name, 0)
        for place in range(first, len(options)):
            candidate = options[place]
            if later and cost + candidate.cost + self._rest(role, at, place, later) >= self.best_cost:
                continue
            key = candidate.component.id
            takes = 0 if role.same_as or role.beside or candidate.component.medium else role.count
            if used.get(key, 0) + takes > max(self.stock.free(candidate.component), takes):
                continue
            so_far[role.name] = candidate
            if allowed(self.level, self.roles, so_far, role, self.by_hand):
                self._fill(
                    at + 1,
                    cost + candidate.cost,
                    so_far,
                    {**used, key: used.get(key, 0) + takes},
                    {**places, role.name: place},
                )
            del so_far[role.name]
        so_far[role.name] = None
        self._fill(at + 1, cost + _empty(role), so_far, used, places)
        del so_far[role.name]

    def _rest(self, role: Role, at: int, place: int, later: int) -> int:
        """The least cost of what is still to fill, when its twins may only take what comes after this choice."""
        known = self.twins_cost.get((role.name, place))
        if known is None:
            left = sorted(c.cost for c in self.options[role.name][place + 1 :])[:later]
            known = sum(left) + _empty(role) * (later - len(left))
            self.twins_cost[role.name, place] = known
        return self.rest[at + 1] - later * self._least(role) + known


def _empty(role: Role) -> int:
    return UNFILLED // 100 if role.optional else UNFILLED


def allowed(
    level: Level,
    roles: tuple[Role, ...],
    so_far: Mapping[str, Candidate | None],
    new: Role,
    by_hand: frozenset[str] = frozenset(),
) -> bool:
    """Whether the rules between roles hold for a role just filled and those filled before it.

    Two roles both chosen by hand stand, whatever is between them: the check of the tray says what is wrong.
    """

    def get(name: str) -> Component | None:
        if name != new.name and {name, new.name} <= by_hand:
            return None
        found = so_far.get(name)
        return found.component if found else None

    ties = [r for r in roles if new.name in (r.name, *r.ties)]
    poured = level.pour is not None and new.name in (level.pour.from_, level.pour.into)
    return not any(pair_problems(role, get) for role in ties) and not (poured and pour_problems(level, get))
