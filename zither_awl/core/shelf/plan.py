"""Arrange the shelves: choose trays and spots for all children at once, proven best, or say why it cannot be done."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import dataclass, replace

from zither_awl.core.errors import StoppedEarly
from zither_awl.core.reasons import Reason
from zither_awl.core.saying import say
from zither_awl.core.shelf.columns import Choices, Column
from zither_awl.core.shelf.conflict import Conflict, conflict
from zither_awl.core.shelf.problem import ShelfProblem
from zither_awl.core.shelf.score import Score, score
from zither_awl.core.shelf.select import Begun, Selected, select
from zither_awl.core.shelf.settle import settle
from zither_awl.core.shelf.unmet import Unmet, unmet
from zither_awl.core.shelf.why import chosen_because
from zither_awl.core.values import Placement, Spot, Tray

MOST_RUNNERS = 3
ENDED_EARLY = say("The planner ended before it had a plan. Nothing was changed.")


@dataclass(frozen=True, slots=True)
class Runner:
    """A tray that just missed: where it would stand, the points that would cost, and what would have to go for it."""

    tray: Tray
    spot: Spot
    points: int
    instead_of: tuple[Tray, ...]
    with_: tuple[Tray, ...]
    """What else would come out with it."""


@dataclass(frozen=True, slots=True)
class ShelfPlan:
    """A plan: what stands where, why each tray, what just missed, what it is worth and the bound on that."""

    placements: tuple[Placement, ...]
    reasons: tuple[tuple[int, tuple[Reason, ...]], ...]
    score: Score
    bound: int
    proven: bool
    runners: tuple[Runner, ...] = ()
    unmet: tuple[Unmet, ...] = ()
    """The wishes it could not keep, each with what would cure it."""

    @property
    def gap(self) -> int:
        """Points between the plan and the bound; 0 when it is proven best."""
        return max(0, self.bound - self.score.value)

    def reasons_for(self, tray: int) -> tuple[Reason, ...]:
        """Why a tray is in the plan."""
        return dict(self.reasons).get(tray, ())


@dataclass(frozen=True, slots=True)
class Progress:
    """The best choice so far while the solver works: which trays, its value, and the bound no plan can pass."""

    trays: tuple[int, ...]
    value: int
    bound: int


def plan_shelf(
    problem: ShelfProblem,
    *,
    tell: Callable[[Progress], None] | None = None,
    begun: Begun | None = None,
    runners: bool = False,
) -> ShelfPlan | Conflict:
    """Choose trays and spots under the rules of the shelf; the same problem gives the same plan.

    Wishes (how much changes, what is loved, which areas are out) are kept as far as the rules allow; what was not kept
    is told. `tell` hears of each better choice on the way; `begun` is handed what ends the search with the best so far.
    With `runners` the trays that just missed are worked out too. Returns a Conflict, with a minimal set of rules and
    the cheapest ways out, only where a pin is against a rule. Raises: StoppedEarly when ended before it had a plan.
    """
    choices = Choices(problem)
    found = select(choices, tell=_teller(tell) if tell else None, begun=begun)
    if found.columns is None and not found.proven:
        raise StoppedEarly(ENDED_EARLY)
    if found.columns is None:
        return conflict(choices)
    placements = settle(found.columns, choices)
    why = tuple((p.tray.id, chosen_because(p, placements, choices)) for p in placements)
    # Whoever ended the search early waits for the plan, not for what else there might have been.
    missed = tuple(_runners(placements, found, choices)) if runners and found.proven else ()
    return ShelfPlan(
        placements, why, score(placements, choices), found.bound, found.proven, missed, unmet(placements, choices)
    )


def _teller(tell: Callable[[Progress], None]) -> Callable[[tuple[Column, ...], int, int], None]:
    def told(columns: tuple[Column, ...], value: int, bound: int) -> None:
        tell(Progress(tuple(t for c in columns for t in c.trays), value, bound))

    return told


def why_not(problem: ShelfProblem, plan: ShelfPlan, tray: int) -> Runner | Conflict | tuple[Reason, ...]:
    """Why a tray is not in a plan: what forbids it everywhere, else what it would cost, else what it breaks.

    Reasons when the rules allow it no place at all; a Runner with the points lost and what would go for it; a Conflict
    when it could stand somewhere but no plan with it keeps all rules. Raises: StoppedEarly when that cannot be told.
    """
    choices = Choices(problem)
    if not choices.singles.get(tray):
        return nowhere(tray, choices)
    forced = select(choices, force=[tray])
    if forced.columns is None and not forced.proven:
        raise StoppedEarly(ENDED_EARLY)
    if forced.columns is None:
        return conflict(choices, force=tray)
    return _runner(tray, plan.placements, plan.score.value, forced, choices)


def why_not_there(problem: ShelfProblem, tray: int, spot: Spot) -> tuple[Reason, ...]:
    """What forbids a tray on one spot, whatever else stands: that it fits nobody, or the rules; nothing if it could."""
    choices = Choices(replace(problem, standing=(), changes=None, pins=(), bans=problem.bans - {tray}))
    each = next(t for t in problem.trays if t.id == tray)
    if not any(problem.fit(child, tray) for child in each.for_children):
        return nowhere(tray, choices)
    there = Placement(id=-tray, tray=each, spot=spot, by_hand=tray in problem.by_hand)
    return tuple(found.reasons[0] for found in choices.trouble(there))


def nowhere(tray: int, choices: Choices) -> tuple[Reason, ...]:
    """What keeps a tray from every place: the rules that block it most often first."""
    each = next(t for t in choices.problem.trays if t.id == tray)
    if tray in choices.problem.bans:
        return (Reason("BAN", say("You took {each} out of the planning.", each=each.name)),)
    found = [next(choices.trouble(p)) for p in choices.candidates(each)]
    if not found:
        fits = [choices.problem.fits.get((c, tray)) for c in sorted(each.for_children)]
        told = tuple(r for fit in fits if fit for r in fit.reasons)
        return told or (
            Reason("FIT", say("{each} is not for anybody yet. Say in the cupboard who it is for.", each=each.name)),
        )
    by_rule: dict[tuple[str, int | None], list[Reason]] = {}
    for finding in found:
        by_rule.setdefault((finding.rule, finding.child), []).append(finding.reasons[0])
    return tuple(reasons[0] for reasons in sorted(by_rule.values(), key=len, reverse=True))


def _runners(placements: tuple[Placement, ...], best: Selected, choices: Choices) -> list[Runner]:
    """The best trays left out that could stand somewhere, each with what it would cost."""
    out = {p.tray.id for p in placements}
    worth = {
        tray: max(choices.worth(p) for p in places)
        for tray, places in choices.singles.items()
        if places and tray not in out
    }
    first = sorted((t for t in worth if worth[t] > 0), key=lambda t: (-worth[t], t))[:MOST_RUNNERS]
    forced = [(tray, select(choices, force=[tray])) for tray in first]
    found = [_runner(t, placements, best.value, f, choices) for t, f in forced if f.columns is not None]
    return sorted(found, key=lambda runner: runner.points)


def _runner(tray: int, placements: Sequence[Placement], value: int, forced: Selected, choices: Choices) -> Runner:
    trays = {t.id: t for t in choices.problem.trays}
    now, then = {p.tray.id for p in placements}, {t for c in forced.columns or () for t in c.trays}
    gone, come = sorted(now - then), sorted(then - now - {tray})
    spot = next(p.spot for p in settle(forced.columns or (), choices) if p.tray.id == tray)
    return Runner(trays[tray], spot, value - forced.value, tuple(trays[t] for t in gone), tuple(trays[t] for t in come))
