"""No plan: a minimal set of rules that cannot hold together, in words, and what blocks whom.

Every rule has a literal. Assuming all of them gives a core; a deletion filter makes it minimal: without any one of its
rules there is a plan.
"""

from __future__ import annotations

from collections.abc import Iterable, Iterator, Mapping
from dataclasses import dataclass, field, replace
from typing import TYPE_CHECKING

from zither_awl.core.finding import Finding
from zither_awl.core.reasons import Quantity, Reason
from zither_awl.core.rules import rule
from zither_awl.core.saying import say
from zither_awl.core.shelf.columns import Choices
from zither_awl.core.shelf.counts import Row
from zither_awl.core.shelf.select import Selection, solver
from zither_awl.core.shelf.ways import Remedy, ways_out
from zither_awl.core.values import Placement, Tray

if TYPE_CHECKING:
    from ortools.sat.python import cp_model


@dataclass(frozen=True, slots=True)
class Broken:
    """One rule of a conflict, as it is said. `safety` rules stand whatever else gives way."""

    key: str
    words: str
    safety: bool


@dataclass(frozen=True, slots=True)
class Conflict:
    """Why there is no plan. Dropping any one of `rules` would give one; `blame` says what keeps trays out."""

    rules: tuple[Broken, ...]
    ways: tuple[Remedy, ...]
    blame: tuple[Reason, ...]
    smaller: tuple[Tray, ...] = ()
    """Trays that would help if they were made smaller: only their size keeps them out."""


@dataclass(slots=True)
class _Ruled:
    """A model in which every rule can be switched: its literal by key, and its words."""

    packing: Selection
    on: dict[str, cp_model.IntVar] = field(default_factory=dict)
    rules: dict[str, Broken] = field(default_factory=dict)


def conflict(choices: Choices, *, force: int | None = None) -> Conflict:
    """A minimal set of rules that cannot hold together, in words, with up to three ways out, the cheapest first.

    `force` is a tray that must be out, when the question is why it is not.
    """
    blocked = {b.placement: b.findings for b in choices.blocked()}
    minimal = minimal_rules(choices, blocked, force)
    rules = tuple(_ruled(choices, blocked, force).rules[key] for key in minimal)
    pinned = [t for t in choices.problem.trays if f"pin:{t.id}" in minimal or t.id == force]
    return Conflict(
        rules,
        tuple(ways_out(choices, force)),
        tuple(_blame(pinned, choices, blocked)),
        tuple(t for t in pinned if _only_size(t, choices, blocked)),
    )


Blocks = Mapping[Placement, tuple[Finding, ...]]


def _key(found: Finding) -> str:
    return f"{found.rule}:{found.child or ''}"


def _is_size(found: Finding) -> bool:
    return rule(found.rule).about_size


def _ruled(choices: Choices, blocked: Blocks, force: int | None) -> _Ruled:
    """All columns, the forbidden ones too but for those that do not fit, with a switch for every rule."""
    from ortools.sat.python import cp_model

    fitting = {
        tray.id: [p for p in choices.candidates(tray) if not any(map(_is_size, blocked.get(p, ())))]
        for tray in choices.problem.trays
    }
    packing = Selection(cp_model.CpModel(), choices, list(choices.columns_of(fitting)))
    ruled = _Ruled(packing)
    for column, var in zip(packing.columns, packing.chosen, strict=True):
        for each in (found for p in column.placements for found in blocked.get(p, ())):
            safety = rule(each.rule).guards and not _is_size(each)
            literal = _switch(ruled, _key(each), _said(each, choices), safety=safety)
            packing.model.add_implication(var, ~literal)
    for row in choices.rows:
        _post(ruled, row)
    for tray, pin in choices.problem.pinned.items():
        name = next(t.name for t in choices.problem.trays if t.id == tray)
        words = say(
            "{name} stands where you pinned it: {words}", name=name, words=pin.spot.words(choices.scene.unit(pin.spot))
        )
        literal = _switch(ruled, f"pin:{tray}", words)
        packing.model.add(sum(packing.of_trays([tray])) >= 1).only_enforce_if(literal)
    if force is not None:
        packing.model.add(sum(packing.of_trays([force])) >= 1)
    return ruled


def _switch(ruled: _Ruled, key: str, words: str, *, safety: bool = False) -> cp_model.IntVar:
    if key not in ruled.on:
        ruled.on[key] = ruled.packing.model.new_bool_var(key)
        ruled.rules[key] = Broken(key, words, safety)
    return ruled.on[key]


def _said(found: Finding, choices: Choices) -> str:
    """A rule about places, said once for all the trays it keeps out."""
    name = next((c.name for c in choices.problem.children if c.id == found.child), "")
    return {
        "exposure": say("nothing open within {name}'s reach that is a hazard at this age", name=name),
        "ROOM-5": say("nothing too heavy, and nothing heavy or wet above the elbow, for {name}", name=name),
        "ROOM-6": say("what is for {name} stands where {name} comes, reaches and sees it", name=name),
        "ROOM-6 in the open": say("no instrument hidden in a drawer"),
        "ROOM-9": say("nothing loud in a bedroom"),
    }.get(found.rule, found.reasons[0].text)


def _post(ruled: _Ruled, row: Row) -> None:
    literal = _switch(ruled, row.key, row.words, safety=row.key.startswith(("load:", "gap:")))
    total = ruled.packing.weighted([row.total(c.placements) for c in ruled.packing.columns])
    if row.most is not None:
        ruled.packing.model.add(total <= row.most).only_enforce_if(literal)
    if row.least is not None:
        ruled.packing.model.add(total >= row.least).only_enforce_if(literal)


def minimal_rules(choices: Choices, blocked: Blocks, force: int | None = None) -> tuple[str, ...]:
    """The keys of a minimal set of rules that cannot hold together."""
    ruled = _ruled(choices, blocked, force)
    ruled.packing.model.add_assumptions(list(ruled.on.values()))
    made = solver()
    made.solve(ruled.packing.model)
    by_index = {var.index: key for key, var in ruled.on.items()}
    core = [by_index[at] for at in made.sufficient_assumptions_for_infeasibility()]
    keep = core or list(ruled.on)
    for key in list(keep):
        rest = [k for k in keep if k != key]
        if not _possible(ruled, rest):
            keep = rest
    return tuple(keep)


def _possible(ruled: _Ruled, keys: Iterable[str]) -> bool:
    """Whether there is a plan under some of the rules alone; where that is not decided no rule is dropped for it."""
    from ortools.sat.python import cp_model

    model = ruled.packing.model.clone()
    model.clear_assumptions()
    for key in keys:
        model.add(model.get_bool_var_from_proto_index(ruled.on[key].index) == 1)
    return solver().solve(model) != cp_model.INFEASIBLE


def _only_size(tray: Tray, choices: Choices, blocked: Blocks) -> bool:
    places = list(choices.candidates(tray))
    return bool(places) and all(any(map(_is_size, blocked.get(p, ()))) for p in places)


def _blame(trays: Iterable[Tray], choices: Choices, blocked: Blocks) -> Iterator[Reason]:
    """For each tray of the areas in the conflict: where it could stand, or what keeps it from everywhere."""
    for tray in {t.id: t for t in trays}.values():
        places = list(choices.candidates(tray))
        free = sum(p not in blocked for p in places)
        found = [blocked[p][0] for p in places if p in blocked]
        if not places:
            yield Reason("BAN", say("{tray} was taken out of the planning.", tray=tray.name), (), (f"tray:{tray.id}",))
        elif not free:
            most = max(found, key=lambda f: sum(f.rule == other.rule for other in found))
            numbers = (Quantity(say("kinds of places that forbid it"), len(found), "", None), *most.reasons[0].numbers)
            yield replace(most.reasons[0], numbers=numbers)
        else:
            text = say(
                "{tray} could stand in {kinds} of places, but not with the rest.",
                tray=tray.name,
                kinds=say("{n, plural, one {# kind} other {# kinds}}", n=free),
            )
            yield Reason("ROOM-1", text, (), (f"tray:{tray.id}",))
