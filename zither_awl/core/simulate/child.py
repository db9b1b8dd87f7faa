"""A child at a shelf, as a model: for the demo's history and for testing our rules. Never a claim about children.

Each tray i has a taste t ~ Beta(2.5, 1.8) for the child, a novelty n (1 at first), and is known or not (K).
Readiness R = 1 without prerequisites, else 0.30 + 0.70 x (share of prerequisites known); q = 1 if shown, else 0.5.
Pull u = max(0.05, t n R q). A pick falls on i with weight exp(7 u_i), on nothing with exp(7 x 0.30).
Minutes = 14 u exp(N(-0.45^2 / 2, 0.45)). It succeeds with 0.90 if known, else 0.20; if not known it becomes
known with 0.22 R q. After a visit n falls by 0.97 (not yet known) or 0.88 (known); a week of rest gives back 0.10.
The numbers are ours, tuned by hand.

A second model, written apart from the first so that no rule is tuned to one: a skill s from 0 to 1 grows with every
visit by g s (1 - s) (logistic), g between 0.35 and 0.75 by the child, times the least skill in what comes before, times
0.6 unshown. It succeeds with 0.06 + 0.89 / (1 + exp(-9 (s - 0.5))), is known from s = 0.7, and loses 1.5 % of its skill
a week of rest. It draws most where it is neither sure nor hopeless: u = max(0.05, t n (0.25 + 3 p (1 - p))).
"""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field
from math import exp
from typing import TYPE_CHECKING

if TYPE_CHECKING:
    from random import Random

PULL, NOTHING, LEAST = 7.0, 0.30, 0.05
MINUTES, SPREAD = 14.0, 0.45
FADE_LEARNING, FADE_KNOWN, REST_BACK = 0.97, 0.88, 0.10


@dataclass(frozen=True, slots=True)
class SimulatedVisit:
    """One simulated visit: the tray, the minutes at work, and whether it was done without help."""

    tray: int
    minutes: float
    success: bool


@dataclass(slots=True)
class SimulatedChild:
    """The state of one simulated child. `follows` maps a tray to the trays it follows from; the rest are the
    model's numbers that differ from child to child (minutes at full pull, and how novelty falls with a visit)."""

    follows: Mapping[int, Sequence[int]]
    minutes: float = MINUTES
    fade_learning: float = FADE_LEARNING
    fade_known: float = FADE_KNOWN
    taste: dict[int, float] = field(default_factory=dict)
    novelty: dict[int, float] = field(default_factory=dict)
    known: set[int] = field(default_factory=set)
    shown: set[int] = field(default_factory=set)

    def pull(self, tray: int) -> float:
        """How strongly a tray draws the child now."""
        shown = 1.0 if tray in self.shown else 0.5
        return max(LEAST, self.taste[tray] * self.novelty[tray] * self._ready(tray) * shown)

    def _ready(self, tray: int) -> float:
        before = self.follows.get(tray, ())
        return 0.30 + 0.70 * sum(b in self.known for b in before) / len(before) if before else 1.0

    def meet(self, trays: Sequence[int], rng: Random) -> None:
        """Give a taste to every tray not met before."""
        for tray in trays:
            if tray not in self.taste:
                self.taste[tray], self.novelty[tray] = rng.betavariate(2.5, 1.8), 1.0

    def prefer(self, tray: int, taste: float) -> None:
        """Fix a taste (0 to 1) that is known instead of drawn."""
        self.taste[tray], self.novelty[tray] = taste, 1.0

    def morning(self, shelf: Sequence[int], picks: int, rng: Random) -> list[SimulatedVisit]:
        """A morning of so many picks from what stands on the shelf."""
        self.meet(shelf, rng)
        visits = []
        for _ in range(picks):
            weights = [exp(PULL * self.pull(tray)) for tray in shelf]
            choice = rng.choices([*shelf, None], [*weights, exp(PULL * NOTHING)])[0]
            if choice is not None:
                visits.append(self._visit(choice, rng))
        return visits

    def _visit(self, tray: int, rng: Random) -> SimulatedVisit:
        pull, knew = self.pull(tray), tray in self.known
        minutes = self.minutes * pull * exp(rng.gauss(-SPREAD * SPREAD / 2, SPREAD))
        success = rng.random() < self._chance(tray)
        self._learn(tray, rng)
        self.novelty[tray] *= self.fade_known if knew else self.fade_learning
        return SimulatedVisit(tray, max(0.5, minutes), success)

    def _chance(self, tray: int) -> float:
        return 0.90 if tray in self.known else 0.20

    def _learn(self, tray: int, rng: Random) -> None:
        shown = 1.0 if tray in self.shown else 0.5
        if tray not in self.known and rng.random() < 0.22 * self._ready(tray) * shown:
            self.known.add(tray)

    def rest_a_week(self, shelf: Sequence[int]) -> None:
        """A week passes: what is not on the shelf becomes a little new again."""
        for tray in self.novelty:
            if tray not in shelf:
                self.novelty[tray] = min(1.0, self.novelty[tray] + REST_BACK)


@dataclass(slots=True)
class GrowingChild(SimulatedChild):
    """The second model: a skill that grows and wanes, and work that draws most where it is a fair try."""

    growth: float = 0.5
    skill: dict[int, float] = field(default_factory=dict)

    def meet(self, trays: Sequence[int], rng: Random) -> None:
        """Give a taste, and a little skill, to every tray not met before."""
        SimulatedChild.meet(self, trays, rng)
        for tray in trays:
            self.skill.setdefault(tray, 0.9 if tray in self.known else rng.uniform(0.08, 0.2))

    def pull(self, tray: int) -> float:
        """How strongly a tray draws the child now."""
        chance = self._chance(tray)
        return max(LEAST, self.taste[tray] * self.novelty[tray] * (0.25 + 3 * chance * (1 - chance)))

    def _chance(self, tray: int) -> float:
        return 0.06 + 0.89 / (1 + exp(-9 * (self.skill[tray] - 0.5)))

    def _learn(self, tray: int, rng: Random) -> None:
        here = self.skill[tray]
        before = min((self.skill.get(b, 0.1) for b in self.follows.get(tray, ())), default=1.0)
        rate = self.growth * before * (1.0 if tray in self.shown else 0.6)
        self._at(tray, here + rate * here * (1 - here))

    def _at(self, tray: int, skill: float) -> None:
        self.skill[tray] = skill
        (self.known.add if skill >= 0.7 else self.known.discard)(tray)

    def rest_a_week(self, shelf: Sequence[int]) -> None:
        """A week passes: what rests becomes a little new again, and a little of its skill is lost."""
        SimulatedChild.rest_a_week(self, shelf)
        for tray, skill in list(self.skill.items()):
            if tray not in shelf:
                self._at(tray, skill * 0.985)
