"""A house in the model of looking ahead: its children and its shelf, lived through day by day.

Each child of the model stands where its own record leaves it: known is what is judged known; its pull towards a tray
comes from how often it takes it now, with the doubt of a short record (a beta draw); what it does not know yet it
learns at a pace drawn anew for every run. A day is a work cycle with as many picks as the child usually makes.

A step is ready on the day the tray before it is mastered by the criterion (core.mastery). A place wants a change on
the first look at which every child its tray is for has mastered it with its next step waiting, or has mastered it and
is done with it, or leaves it alone: by the same tests that judge the real record (core.exact). A model, never a claim
about children.
"""

from __future__ import annotations

from collections import deque
from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass, field
from datetime import date, timedelta
from math import exp
from random import Random

from zither_awl.core.exact import change_point, silence
from zither_awl.core.practice import Practice
from zither_awl.core.simulate.child import FADE_KNOWN, FADE_LEARNING, LEAST, NOTHING, PULL

SLIP, GUESS = 0.10, 0.20
PACES = (0.05, 0.45)
"""A level is learned on one try with a chance between these, drawn for every child and run. Ours, no source."""
FADES = (0.6, 1.4)
"""How much faster or slower than usual novelty wears off, drawn for every child and run."""


@dataclass(frozen=True, slots=True, kw_only=True)
class TrayAhead:
    """A tray in the model. `follows` the trays before it, `next` what waits to take its place, `uses` what one time
    uses up of which thing."""

    id: int
    children: tuple[int, ...]
    follows: tuple[int, ...] = ()
    next: int | None = None
    uses: tuple[tuple[int, float], ...] = ()
    stays: bool = False
    """It is always out."""


@dataclass(frozen=True, slots=True, kw_only=True)
class ChildAhead:
    """A child in the model: what it knows; by tray how often it chose it of how many chances (the record its pull is
    drawn from), whether it chose it in each work cycle of the present stay, the results of its last tries (alone or
    not), each with its day; and the picks of a work cycle."""

    id: int
    known: frozenset[int]
    chosen: Mapping[int, tuple[float, float]] = field(default_factory=dict)
    picked: Mapping[int, tuple[bool, ...]] = field(default_factory=dict)
    tries: Mapping[int, tuple[tuple[date, bool], ...]] = field(default_factory=dict)
    picks: float = 4.0


@dataclass(frozen=True, slots=True, kw_only=True)
class HouseAhead:
    """What is simulated onward: the shelf as it stands, what is in the bins, and on which days a work cycle is
    expected (`days` of the week, Monday 0; `away` not)."""

    on: date
    trays: tuple[TrayAhead, ...]
    standing: tuple[int, ...]
    children: tuple[ChildAhead, ...]
    stock: Mapping[int, float] = field(default_factory=dict)
    days: frozenset[int] = frozenset(range(5))
    away: frozenset[date] = frozenset()
    look_day: int = 6
    practice: Practice = Practice()


@dataclass(slots=True)
class Ended:
    mastered: dict[tuple[int, int], date] = field(default_factory=dict)
    wants: dict[int, date] = field(default_factory=dict)
    emptied: dict[int, date] = field(default_factory=dict)
    learned: int = 0
    picked: int = 0
    swapped: int = 0
    cycles: int = 0


@dataclass(slots=True)
class _Seen:
    """What one child did with one tray: the last tries by the criterion, and whether it chose it, cycle by cycle."""

    tries: deque[tuple[date, bool]]
    picked: list[bool]
    mastered: bool = False

    def faded(self, practice: Practice) -> bool:
        """Whether it is chosen clearly less often than before, by the test of core.interest."""
        looked = self.picked[-practice.faded_cycles :]
        if len(self.picked) < practice.least_cycles:
            return False
        change = change_point(looked, [1.0] * len(looked))
        return (
            change is not None
            and change.posterior > practice.faded_posterior
            and (change.fell_to < practice.faded_share)
        )

    def ignored(self, practice: Practice) -> bool:
        """Whether so long a silence is unlikely by its own record."""
        quiet = next((n for n, was in enumerate(reversed(self.picked)) if was), len(self.picked))
        if quiet < practice.ignored_cycles:
            return False
        before = self.picked[: len(self.picked) - quiet]
        yes, no = (
            (sum(before), len(before) - sum(before))
            if before
            else (practice.fresh_rate[0] - 0.5, practice.fresh_rate[1] - 0.5)
        )
        return silence(quiet, yes, no) < practice.ignored_chance


class ModelChild:
    """One child in one run."""

    def __init__(self, child: ChildAhead, house: HouseAhead, rng: Random) -> None:
        self.child, self.rng, self.practice = child, rng, house.practice
        self.pace, fades = rng.uniform(*PACES), rng.uniform(*FADES)
        self.fade = {True: 1 - (1 - FADE_KNOWN) * fades, False: 1 - (1 - FADE_LEARNING) * fades}
        self.known = set(child.known)
        self.novelty: dict[int, float] = {}
        self.pulls: dict[int, float] = {}
        self.seen: dict[int, _Seen] = {}

    def meet(self, tray: int) -> None:
        """A pull as its record has it: how often it was taken, with the doubt of so few chances."""
        if tray in self.pulls:
            return
        yes, of = self.child.chosen.get(tray, (0.0, 0.0))
        rate = self.rng.betavariate(1.5 + yes, 2.5 + max(0.0, of - yes))
        # The inverse of how a pull becomes a choice, about where a shelf of eight has it.
        self.pulls[tray] = min(1.0, LEAST + 0.85 * rate**0.6)
        self.novelty[tray] = 1.0
        last = self.practice.mastered_of_last
        known = tray in self.known
        tries = deque(self.child.tries.get(tray, ())[-last:], maxlen=last)
        self.seen[tray] = _Seen(tries, list(self.child.picked.get(tray, ())), known)

    def cycle(self, day: date, shelf: Sequence[TrayAhead], ended: Ended, stock: dict[int, float]) -> None:
        """One work cycle of so many picks."""
        mine = [t for t in shelf if self.child.id in t.children]
        for tray in mine:
            self.meet(tray.id)
        if not mine:
            return
        whole = int(self.child.picks) + (self.rng.random() < self.child.picks % 1)
        picked = set[int]()
        for _ in range(whole):
            weights = [exp(PULL * self._pull(t)) for t in mine]
            choice = self.rng.choices([*mine, None], [*weights, exp(PULL * NOTHING)])[0]
            if choice is not None:
                picked.add(choice.id)
                ended.picked += 1
                self._try(choice, day, ended)
                _use(choice, day, stock, ended)
        for tray in mine:
            self.seen[tray.id].picked.append(tray.id in picked)

    def _pull(self, tray: TrayAhead) -> float:
        ready = 0.30 + 0.70 * (sum(b in self.known for b in tray.follows) / len(tray.follows)) if tray.follows else 1.0
        return max(LEAST, self.pulls[tray.id] * self.novelty[tray.id] * ready)

    def _try(self, tray: TrayAhead, day: date, ended: Ended) -> None:
        knew, seen = tray.id in self.known, self.seen[tray.id]
        seen.tries.append((day, self.rng.random() < (1 - SLIP if knew else GUESS)))
        if not knew and self.rng.random() < self.pace:
            self.known.add(tray.id)
        self.novelty[tray.id] *= self.fade[knew]
        if not seen.mastered and _mastered(seen.tries, self.practice):
            seen.mastered = True
            ended.learned += 1
            ended.mastered[self.child.id, tray.id] = day

    def wants_change(self, tray: TrayAhead, mastered: frozenset[int]) -> bool:
        """Whether this child is through with a tray: its next step waits, it is done with it, or leaves it alone."""
        seen = self.seen.get(tray.id)
        if seen is None:
            return False
        if seen.mastered and tray.next is not None and tray.next not in mastered:
            return True
        return (seen.mastered and seen.faded(self.practice)) or seen.ignored(self.practice)

    def new_stay(self, tray: int) -> None:
        """A tray that comes back is judged on its new stay."""
        if tray in self.seen:
            self.seen[tray].picked.clear()

    def rest_a_week(self, shelf: Sequence[TrayAhead]) -> None:
        """What rests becomes a little new again."""
        out = {t.id for t in shelf}
        for tray in self.novelty:
            if tray not in out:
                self.novelty[tray] = min(1.0, self.novelty[tray] + 0.10)


def _mastered(tries: Sequence[tuple[date, bool]], practice: Practice) -> bool:
    """The criterion of core.mastery over the last tries."""
    alone = [day for day, right in tries if right]
    if len(alone) < practice.mastered_times or len(set(alone)) < practice.mastered_days:
        return False
    return all(right for _, right in list(tries)[-practice.alone_last :])


def _use(tray: TrayAhead, day: date, stock: dict[int, float], ended: Ended) -> None:
    for thing, amount in tray.uses:
        left = stock.get(thing)
        if left is not None:
            stock[thing] = left - amount
            if stock[thing] <= 0:
                ended.emptied.setdefault(thing, day)


Policy = Callable[["Run"], list[tuple[int, int | None]]]
"""What leaves and what comes in its place, at a look."""


class Run:
    """One run of one house under a policy."""

    def __init__(self, house: HouseAhead, weeks: int, rng: Random, policy: Policy) -> None:
        self.house, self.weeks, self.rng, self.policy = house, weeks, rng, policy
        self.trays = {t.id: t for t in house.trays}
        self.shelf = [self.trays[t] for t in house.standing]
        self.children = [ModelChild(c, house, rng) for c in house.children]
        self.since: dict[int, int] = dict.fromkeys(house.standing, 0)
        self.rested: dict[int, int] = {}
        self.ended, self.stock = Ended(), dict(house.stock)
        self.week = 0

    def live(self) -> Ended:
        """All the weeks, day by day, with a look on its day."""
        for n in range(7 * self.weeks):
            day = self.house.on + timedelta(days=n)
            self.week = n // 7
            if day.weekday() in self.house.days and day not in self.house.away:
                self.ended.cycles += 1
                for child in self.children:
                    child.cycle(day, self.shelf, self.ended, self.stock)
            if day.weekday() == self.house.look_day and n:
                self._look(day)
        return self.ended

    def through(self) -> list[int]:
        """The trays every child of theirs is through with."""
        mastered = {c.child.id: frozenset(t for t, s in c.seen.items() if s.mastered) for c in self.children}
        found = []
        for tray in self.shelf:
            mine = [c for c in self.children if c.child.id in tray.children]
            if mine and not tray.stays and all(c.wants_change(tray, mastered[c.child.id]) for c in mine):
                found.append(tray.id)
        return found

    def _look(self, day: date) -> None:
        for tray in self.through():
            self.ended.wants.setdefault(tray, day)
        for out, in_ in self.policy(self):
            at = next(n for n, t in enumerate(self.shelf) if t.id == out)
            self.rested[out] = self.week
            if in_ is None:
                del self.shelf[at]
            else:
                self.shelf[at], self.since[in_] = self.trays[in_], self.week
                for child in self.children:
                    child.new_stay(in_)
            self.ended.swapped += 1
        for child in self.children:
            child.rest_a_week(self.shelf)

    def coming(self, out: int, taken: set[int]) -> int | None:
        """What could take the place of a tray: its next step, else what rested longest and suits a child of its."""
        tray = self.trays[out]
        here = {t.id for t in self.shelf} | taken
        if tray.next is not None and tray.next not in here:
            return tray.next
        kids = set(tray.children)
        fitting = [
            t
            for t in self.house.trays
            if t.id not in here
            and kids & set(t.children)
            and self.week - self.rested.get(t.id, -99) >= self.house.practice.rest_days // 7
            and all(b in c.known for c in self.children if c.child.id in t.children for b in t.follows)
        ]
        return min(fitting, key=lambda t: (self.rested.get(t.id, -1), t.id)).id if fitting else None
