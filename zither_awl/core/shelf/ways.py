"""The cheapest ways out of a conflict: what a person may ease so that there is a plan.

Counts and a person's own pins can be eased, and what only a hazard keeps out can be kept away and brought by an adult.
A rule of safety is never offered.
"""

from __future__ import annotations

from collections.abc import Iterable, Iterator, Mapping, Sequence
from dataclasses import dataclass, field, replace
from typing import TYPE_CHECKING

from zither_awl.core.rules import rule
from zither_awl.core.saying import capital, say, together
from zither_awl.core.shelf.columns import Choices, Column
from zither_awl.core.shelf.counts import Row
from zither_awl.core.shelf.select import Selection, solver
from zither_awl.core.values import Tray

if TYPE_CHECKING:
    from ortools.sat.python import cp_model

MOST_WAYS, MOST_MORE = 3, 3
_COST = {"more": 3, "by_hand": 3, "unpin": 3, "unban": 3}
"""What each kind of easing costs, to offer the gentlest first. Ours, no source."""


@dataclass(frozen=True, slots=True)
class Remedy:
    """One way to a plan, as changes of the problem. `text` is what is tapped."""

    text: str
    cost: int
    more: Mapping[str, int] = field(default_factory=dict)
    without: tuple[str, ...] = ()
    by_hand: tuple[int, ...] = ()
    unpin: tuple[int, ...] = ()
    unban: tuple[int, ...] = ()
    wanted: tuple[int, ...] = ()
    smaller: tuple[int, ...] = ()
    """Trays to be put onto a smaller container first."""


@dataclass(frozen=True, slots=True)
class _Easing:
    """One thing that may be eased: its kind, its rule or tray, its literal (1: eased), and how it is said."""

    kind: str
    of: str
    literal: cp_model.IntVar
    said: str


class _Easings:
    """A model in which all safety stands and the rest may be eased."""

    def __init__(self, choices: Choices, force: int | None) -> None:
        from ortools.sat.python import cp_model

        self.choices, self.model = choices, cp_model.CpModel()
        self.all: dict[tuple[str, str], _Easing] = {}
        more = list(opened(choices, choices.problem.trays))
        self.packing = Selection(self.model, choices, [*choices.columns, *(o.column for o in more)])
        for each, var in zip(more, self.packing.chosen[len(choices.columns) :], strict=True):
            self.model.add_implication(var, self.easing(each.kind, str(each.tray), each.said).literal)
        for row in choices.rows:
            self._post(row)
        names = {t.id: t.name for t in choices.problem.trays}
        for tray in choices.problem.pinned:
            loose = self.easing("unpin", str(tray), say("let {names} stand elsewhere", names=names[tray]))
            self.model.add(sum(self.packing.of_trays([tray])) + loose.literal >= 1)
        if force is not None:
            self.model.add(sum(self.packing.of_trays([force])) >= 1)
        self.model.minimize(sum(_COST[e.kind] * e.literal for e in self.all.values()))

    def easing(self, kind: str, of: str, said: str) -> _Easing:
        """The easing of one rule or tray, made when first asked for."""
        if (kind, of) not in self.all:
            self.all[kind, of] = _Easing(kind, of, self.model.new_bool_var(say("{kind} {of}", kind=kind, of=of)), said)
        return self.all[kind, of]

    def _post(self, row: Row) -> None:
        total = self.packing.weighted([row.total(c.placements) for c in self.packing.columns])
        eased = sum(e.literal for e in self._of(row))
        if row.most is not None:
            self.model.add(total <= row.most + eased)
        if row.least is not None:
            self.model.add(total + eased >= row.least)

    def _of(self, row: Row) -> list[_Easing]:
        """How a sum may be eased: a count by up to three."""
        kind, _, of = row.key.partition(":")
        if kind == "ROOM-1":
            name = next(c.name for c in self.choices.problem.children if str(c.id) == of)
            return [self.easing("more", f"{row.key}#{n}", say("for {name}", name=name)) for n in range(MOST_MORE)]
        return []


def ways_out(choices: Choices, force: int | None = None) -> Iterator[Remedy]:
    """The cheapest sets of easings under which there is a plan, none of them inside another."""
    from ortools.sat.python import cp_model

    easings = _Easings(choices, force)
    for _ in range(MOST_WAYS):
        made = solver()
        if made.solve(easings.model) not in (cp_model.OPTIMAL, cp_model.FEASIBLE):
            return
        used = [e for e in easings.all.values() if made.boolean_value(e.literal)]
        if not used:
            return
        yield _way(used)
        alike = {(e.kind, e.of.partition("#")[0]) for e in used}
        same = [e for e in easings.all.values() if (e.kind, e.of.partition("#")[0]) in alike]
        # The next way must differ in kind, not only in which of three equal steps it takes.
        easings.model.add(sum(e.literal for e in same) <= len(used) - 1)


@dataclass(frozen=True, slots=True)
class Opened:
    """A column that an easing opens."""

    column: Column
    kind: str
    tray: int
    said: str


def opened(choices: Choices, trays: Iterable[Tray]) -> Iterator[Opened]:
    """The columns of these trays that would be open: kept away what only a hazard keeps out, and what was banned."""
    problem = choices.problem
    everything = Choices(replace(problem, bans=frozenset())) if problem.bans else choices
    for tray in trays:
        if tray.id in problem.bans:
            said = say("take {tray} back into the planning", tray=tray.name)
            for placement in everything.singles[tray.id]:
                yield Opened(choices.column((placement,)), "unban", tray.id, said)
            continue
        for placement in choices.candidates(tray):
            found = tuple(choices.trouble(placement))
            if not found or placement.by_hand or not all(rule(f.rule).hazard for f in found):
                continue
            by_hand = replace(placement, by_hand=True)
            if next(choices.trouble(by_hand), None) is None:
                yield Opened(
                    choices.column((by_hand,)),
                    "by_hand",
                    tray.id,
                    say("keep {tray} away; you bring it", tray=tray.name),
                )


def _way(used: Sequence[_Easing]) -> Remedy:
    more: dict[str, int] = {}
    for each in used:
        if each.kind == "more":
            key = each.of.partition("#")[0]
            more[key] = more.get(key, 0) + 1
    return Remedy(
        text=capital(together(dict.fromkeys(_words(each, more) for each in used), say(", and "))),
        cost=sum(_COST[each.kind] for each in used),
        more=more,
        by_hand=_trays(used, "by_hand"),
        unpin=_trays(used, "unpin"),
        unban=_trays(used, "unban"),
    )


def _words(each: _Easing, more: Mapping[str, int]) -> str:
    number = more.get(each.of.partition("#")[0], 0)
    if each.kind == "more":
        return say(
            "allow {trays} {each}",
            trays=say("{n, plural, one {# more tray} other {# more trays}}", n=number),
            each=each.said,
        )
    return each.said


def _trays(used: Sequence[_Easing], kind: str) -> tuple[int, ...]:
    return tuple(int(each.of) for each in used if each.kind == kind)
