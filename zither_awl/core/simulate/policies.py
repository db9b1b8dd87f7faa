"""Half a year of a simulated house under a policy of changing the shelf, and policies compared on the same houses."""

from __future__ import annotations

from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass, field, replace
from datetime import UTC, date, datetime, timedelta
from random import Random
from typing import Literal

from zither_awl.core.concentration import fold
from zither_awl.core.judgement import Judgements, State
from zither_awl.core.practice import Practice
from zither_awl.core.rotation import propose_change
from zither_awl.core.simulate.child import GrowingChild, SimulatedChild
from zither_awl.core.values import (
    Board,
    Card,
    ChangeRecord,
    Child,
    Episode,
    Log,
    Morning,
    Placement,
    Presentation,
    Spot,
    Tray,
    Unit,
    Visit,
    Work,
)

START = date(2026, 1, 5)
"""A Monday."""
CHAIN, PLACES, PICKS, DAYS = 6, 10, 5, 5
Model = Literal["picks", "grows"]
Swaps = list[tuple[int | None, int | None, str]]
"""What goes out, what comes in its place, and why it went."""
Policy = Callable[["SimulatedHouse", date], Swaps]


@dataclass(frozen=True, slots=True, kw_only=True)
class Plan:
    """What a simulated house is like: trays in chains of six, weeks, which share of its work cycles is partly seen,
    whole weeks without any, and the model of its child."""

    trays: int = 60
    weeks: int = 26
    partly_seen: float = 0.0
    away: frozenset[int] = frozenset()
    model: Model = "picks"
    practice: Practice = Practice()


@dataclass(frozen=True, slots=True, kw_only=True)
class Outcome:
    """What became of a house: levels newly known at the end, minutes at work, trays swapped, A out and back in within
    eight weeks, swaps for "too hard", those with an easier step at hand and those that brought one, trays that left as
    too hard and were back before their rest, and the days of the proposals."""

    mastered: int
    minutes: float
    swapped: int
    there_and_back: int
    too_hard: int
    easier_at_hand: int
    easier_brought: int
    back_too_soon: int
    proposed_on: tuple[date, ...]


@dataclass(slots=True)
class SimulatedHouse:
    """One house with one child, one shelf of ten places, and what was seen in it."""

    plan: Plan
    seed: int
    child: SimulatedChild = field(init=False)
    rng: Random = field(init=False)
    state: State = field(init=False)
    visits: list[Visit] = field(default_factory=list)
    mornings: list[Morning] = field(default_factory=list)
    shown: list[Presentation] = field(default_factory=list)
    placed: list[Placement] = field(default_factory=list)
    changes: list[ChangeRecord] = field(default_factory=list)
    minutes: float = 0.0
    proposed_on: list[date] = field(default_factory=list)
    easier_at_hand: int = 0
    easier_brought: int = 0

    def __post_init__(self) -> None:
        self.rng = Random(self.seed)
        follows = {n: (n - 1,) for n in range(1, self.plan.trays + 1) if (n - 1) % CHAIN}
        begin = {n for n in range(1, self.plan.trays + 1) if (n - 1) % CHAIN < (self.seed + n // CHAIN) % 3}
        made = SimulatedChild if self.plan.model == "picks" else GrowingChild
        self.child = made(follows, known=set(begin), shown=set(begin))
        if isinstance(self.child, GrowingChild):
            self.child.growth = self.rng.uniform(0.35, 0.75)
        trays = tuple(_tray(n, follows) for n in range(1, self.plan.trays + 1))
        unit = Unit(
            id=1,
            name="shelf",
            width_mm=1700.0,
            height_mm=700.0,
            depth_mm=320.0,
            comes=frozenset({1}),
            boards=(Board(height_mm=350.0, places=5), Board(height_mm=70.0, places=5)),
        )
        self.state = State(children=(_CHILD,), trays=trays, units=(unit,), placements=(), practice=self.plan.practice)
        numbers = range(1, self.plan.trays + 1)
        first = [n for n in numbers if n not in begin and (n - 1 in begin or (n - 1) % CHAIN == 0)]
        for place, number in enumerate(first[:PLACES]):
            self._put(number, Spot(1, place // 5, place % 5), _at(START, -1))

    @property
    def standing(self) -> list[int]:
        """The trays on the shelf, by their numbers."""
        return [p.tray.id for p in self.placed if p.until is None]

    def now(self) -> State:
        """The house as the rotation sees it."""
        log = Log(
            mornings=tuple(self.mornings),
            episodes=tuple(self.visits),
            presentations=tuple(self.shown),
            placements=tuple(self.placed),
        )
        out = tuple(p for p in self.placed if p.until is None)
        return replace(self.state, placements=out, log=log, changes=tuple(self.changes))

    def live(self, policy: Policy) -> Outcome:
        """All the weeks, with a look at the shelf on every Sunday."""
        known = set(self.child.known)
        self.child.meet(range(1, self.plan.trays + 1), self.rng)
        for week in range(self.plan.weeks):
            for day in range(DAYS if week not in self.plan.away else 0):
                self._cycle(START + timedelta(weeks=week, days=day))
            self.child.rest_a_week(self.standing)
            if week not in self.plan.away:
                self._change(policy, START + timedelta(weeks=week, days=6))
        return _outcome(self, len(self.child.known - known))

    def _cycle(self, day: date) -> None:
        new = next((n for n in self.standing if n not in self.child.shown), None)
        if new is not None:
            self.child.shown.add(new)
            self.shown.append(Presentation(id=len(self.shown) + 1, child_id=1, tray_id=new, at=_at(day, 8)))
        part = self.rng.random() < self.plan.partly_seen
        for number, visit in enumerate(self.child.morning(self.standing, PICKS, self.rng)):
            self.minutes += visit.minutes
            if not part or self.rng.random() < 0.5:
                began = _at(day, 9) + timedelta(minutes=20 * number)
                episode = Episode(
                    id=f"{day}-{number}",
                    child_id=1,
                    tray_id=visit.tray,
                    card_id=visit.tray,
                    began=began,
                    ended=began + timedelta(minutes=min(visit.minutes, 200)),
                    work=Work.RIGHT if visit.success else Work.MISTAKE,
                )
                self.visits.append(fold(episode))
        self.mornings.append(
            Morning(
                id=len(self.mornings) + 1,
                day=day,
                began=_at(day, 8, 30),
                ended=_at(day, 11),
                present=frozenset({1}),
                seen="part" if part else "all",
            )
        )

    def _change(self, policy: Policy, day: date) -> None:
        swaps = policy(self, day)
        if not swaps:
            return
        self.proposed_on.append(day)
        at, spots = _at(day, 18), {p.tray.id: p.spot for p in self.placed if p.until is None}
        for out, in_, _ in swaps:
            spot = spots[out] if out is not None else next(s for s in _SPOTS if s not in spots.values())
            if out is not None:
                self.placed = [
                    replace(p, until=at, until_day=day) if p.tray.id == out and p.until is None else p
                    for p in self.placed
                ]
                del spots[out]
            if in_ is not None:
                self._put(in_, spot, at)
                spots[in_] = spot
        self.changes.append(
            ChangeRecord(
                id=len(self.changes) + 1,
                at=at,
                out=tuple(o for o, _, _ in swaps if o is not None),
                in_=tuple(i for _, i, _ in swaps if i is not None),
                why_out=tuple(why for o, _, why in swaps if o is not None),
            )
        )

    def _put(self, number: int, spot: Spot, at: datetime) -> None:
        self.placed.append(Placement(id=len(self.placed) + 1, tray=self.state.trays[number - 1], spot=spot, since=at))


_CHILD = Child(id=1, name="A child", pattern="ring", born=date(2022, 1, 5))
_SPOTS = tuple(Spot(1, board, place) for board in range(2) for place in range(5))


def _tray(number: int, follows: Mapping[int, Sequence[int]]) -> Tray:
    card = Card(
        id=number,
        name=f"Card {number}",
        area="practical life" if number % 12 < 6 else "sensorial",
        from_months=12,
        to_months=90,
        follows=tuple(follows.get(number, ())),
    )
    return Tray(
        id=number,
        name=f"Tray {number}",
        card=card,
        width_mm=250.0,
        depth_mm=200.0,
        height_mm=90.0,
        mass_g=400.0,
        for_children=frozenset({1}),
    )


def _at(day: date, hour: int, minute: int = 0) -> datetime:
    return datetime(day.year, day.month, day.day, tzinfo=UTC) + timedelta(hours=hour, minutes=minute)


def by_signs(house: SimulatedHouse, day: date) -> Swaps:
    """What propose_change proposes, accepted as it is."""
    state = house.now()
    judge = Judgements(state, day, state.practice.mastery)
    change = propose_change(state, state.practice.mastery, day, judge=judge)
    out = {p.tray.id for p in state.placements}
    for swap in change.swaps:
        if swap.why_out == "too hard" and swap.out is not None:
            lower = range(swap.out.id - (swap.out.id - 1) % CHAIN, swap.out.id)
            easier = [n for n in lower if n not in out and judge.mastery_of(_CHILD, n).state != "mastered"]
            house.easier_at_hand += bool(easier)
            house.easier_brought += swap.in_ is not None and swap.in_.id in easier
    swaps = change.swaps or change.let_in
    return [(s.out.id if s.out else None, s.in_.id if s.in_ else None, s.why_out) for s in swaps]


def two_at_random(house: SimulatedHouse, day: date) -> Swaps:
    """Any two out, any two in."""
    out = house.rng.sample(house.standing, 2)
    coming = house.rng.sample([t.id for t in house.state.trays if t.id not in house.standing], 2)
    return [(a, b, "random") for a, b in zip(out, coming, strict=True)]


def swap_all(house: SimulatedHouse, day: date) -> Swaps:
    """Everything out, what rested longest in."""
    last = {p.tray.id: p.id for p in house.placed}
    resting = sorted((t.id for t in house.state.trays if t.id not in house.standing), key=lambda n: last.get(n, 0))
    return [(a, b, "all") for a, b in zip(house.standing, resting, strict=False)]


def compare_policies(
    policies: Mapping[str, Policy], children: int, weeks: int, seed: int, *, plan: Plan = Plan()
) -> dict[str, list[Outcome]]:
    """Each policy on the same houses: by its name, an outcome for every seed from `seed` on. A regression test of our
    rules, never a claim about children."""
    of = replace(plan, weeks=weeks)
    return {
        name: [SimulatedHouse(of, seed + n).live(policy) for n in range(children)] for name, policy in policies.items()
    }


def _outcome(house: SimulatedHouse, mastered: int) -> Outcome:
    hard = [(c.at, out) for c in house.changes for out, why in zip(c.out, c.why_out, strict=True) if why == "too hard"]
    return Outcome(
        mastered=mastered,
        minutes=house.minutes,
        swapped=sum(len(c.in_) for c in house.changes),
        there_and_back=_there_and_back(house.changes),
        too_hard=len(hard),
        easier_at_hand=house.easier_at_hand,
        easier_brought=house.easier_brought,
        back_too_soon=_back_too_soon(house, hard),
        proposed_on=tuple(house.proposed_on),
    )


def _there_and_back(changes: Sequence[ChangeRecord]) -> int:
    """How often A went out as B came in, and B out as A came in within eight weeks."""
    pairs = [(c.at, a, b) for c in changes for a, b in zip(c.out, c.in_, strict=False)]
    return sum(
        a == d and b == e and timedelta(0) < later - first <= timedelta(weeks=8)
        for first, a, b in pairs
        for later, e, d in pairs
    )


def _back_too_soon(house: SimulatedHouse, hard: Sequence[tuple[datetime, int]]) -> int:
    """Trays that left as too hard and came back before their rest, though nothing they follow from was learned."""
    rest = timedelta(days=house.plan.practice.rest_too_hard_days)
    soon = [(left, n) for left, n in hard for c in house.changes if n in c.in_ and timedelta(0) < c.at - left < rest]
    before = {t.id: t.card.follows for t in house.state.trays}
    return sum(
        not any(v.tray_id in before[n] and v.began > left and v.done_alone for v in house.visits) for left, n in soon
    )
