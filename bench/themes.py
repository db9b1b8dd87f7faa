"""A theme planned: how long it takes, and whether another solver finds the same worth.

    python -m bench.themes [questions]

Bars: a theme over 14 days for 3 children from 300 trays, p95 at most 3 s to proof or a gap of 2 %; moved by a week and
planned again 1 s; the value of 20 large questions equal to that of HiGHS (scipy.optimize.milp) on the same sums.
"""

from __future__ import annotations

import sys
from collections.abc import Sequence
from dataclasses import replace
from datetime import timedelta
from random import Random
from statistics import median
from time import perf_counter

import numpy as np
from scipy.optimize import Bounds, LinearConstraint, milp

from bench.memory import p95
from tests.core.shelves import Size
from tests.core.test_theme_plan import theme_ask
from tests.core.theme_problems import random_choosing
from zither_awl.core.weeks.choose import COVERED, FORCED, SERVED, Choosing, Offer, choose
from zither_awl.core.weeks.plan import plan_theme

HOUSE = Size(3, ((3, 4), (2, 4), (1, 4)), 300)
LARGER = 20


class _Sums:
    """The question written for the other solver from scratch: variables by name, rows of weights with their limits."""

    def __init__(self, asked: Choosing) -> None:
        self.asked = asked
        self.at: dict[tuple[str, int, int | str], int] = {}
        self.gain: list[float] = []
        self.rows: list[tuple[dict[int, float], float, float]] = []
        for n, offer in enumerate(asked.offers):
            self._offer(n, offer)
        for place in range(len(asked.costs)):
            self._at_most(("at", None, place), 1)
        for day, most in enumerate(asked.changes):
            moving = [n for n, offer in enumerate(asked.offers) if not offer.here]
            self.rows.append((dict.fromkeys(self._of("day", moving, day), 1.0), 0, most))
        for each in asked.sums:
            of = {self.at["at", n, s]: float(w) for (n, s), w in each.of.items() if ("at", n, s) in self.at}
            self.rows.append((of, 0, each.most))
        self._minutes()
        self._reached()

    def _variable(self, key: tuple[str, int, int | str], worth: float) -> int:
        self.at[key] = len(self.gain)
        self.gain.append(worth)
        return self.at[key]

    def _of(self, kind: str, offers: Sequence[int], what: int) -> list[int]:
        return [self.at[kind, n, what] for n in offers if (kind, n, what) in self.at]

    def _at_most(self, key: tuple[str, None, int], most: float) -> None:
        found = self._of(key[0], range(len(self.asked.offers)), key[2])
        self.rows.append((dict.fromkeys(found, 1.0), 0, most))

    def _offer(self, n: int, offer: Offer) -> None:
        days = [d for d in range(self.asked.days) if d >= offer.ready and offer.day in (None, d)]
        extra = FORCED if offer.forced else 0
        on = [
            self._variable(("day", n, d), offer.worth * (self.asked.days - d) + extra)
            for d in ([0] if offer.here else days)
        ]
        places = [] if offer.here else [self._variable(("at", n, s), -self.asked.costs[s]) for s in offer.places]
        self.rows.append((dict.fromkeys(on, 1.0), 0, 1))
        if not offer.here:
            self.rows.append(({**dict.fromkeys(on, 1.0), **dict.fromkeys(places, -1.0)}, 0, 0))

    def _minutes(self) -> None:
        for day in range(self.asked.days):
            daily: dict[int, float] = {}
            load: dict[int, float] = {}
            for n, offer in enumerate(self.asked.offers):
                for d in range(day + 1):
                    for v in self._of("day", [n], d):
                        daily[v], load[v] = offer.daily_min, offer.make_min + offer.daily_min * (day - d)
            self.rows.append((daily, 0, self.asked.minutes[day]))
            self.rows.append((load, 0, self.asked.before + sum(self.asked.minutes[:day])))

    def _reached(self) -> None:
        for child in {c for o in self.asked.offers for c in o.children}:
            mine = [n for n, o in enumerate(self.asked.offers) if child in o.children]
            for area in {self.asked.offers[n].area for n in mine} | {""}:
                there = self._variable(("there", child, area), COVERED if area else SERVED)
                holding = [n for n in mine if not area or self.asked.offers[n].area == area]
                on = [v for n in holding for d in range(self.asked.days) for v in self._of("day", [n], d)]
                self.rows.append(({there: 1.0, **dict.fromkeys(on, -1.0)}, -np.inf, 0))


def by_highs(asked: Choosing) -> float:
    """The best worth by another solver."""
    sums = _Sums(asked)
    matrix = np.zeros((len(sums.rows), len(sums.gain)))
    for n, (of, _, _) in enumerate(sums.rows):
        for v, weight in of.items():
            matrix[n, v] = weight
    limits = LinearConstraint(matrix, [low for _, low, _ in sums.rows], [high for _, _, high in sums.rows])
    found = milp(
        -np.array(sums.gain),
        constraints=limits,
        integrality=np.ones(len(sums.gain)),
        bounds=Bounds(0, 1),
        options={"mip_rel_gap": 0.0},
    )
    return -float(found.fun)


def main(arguments: Sequence[str]) -> None:
    """Print the times, the gaps, and the differences from the other solver."""
    questions = int(arguments[0]) if arguments else 30
    seconds, gaps, brought, again = [], [], [], []
    for seed in range(questions):
        ask = theme_ask(seed, HOUSE)
        begun = perf_counter()
        plan = plan_theme(ask)
        seconds.append(perf_counter() - begun)
        gaps.append(0.0 if plan.proven else plan.gap)
        brought.append(len(plan.comes))
        moved = replace(ask, first=ask.first + timedelta(days=7))
        begun = perf_counter()
        plan_theme(moved)
        again.append(perf_counter() - begun)
    print(
        f"{questions} themes, 14 days, 3 children, 300 trays: median {median(seconds):.2f} s, "
        f"p95 {p95(seconds):.2f} s (bar 3 s), most {max(seconds):.2f} s; "
        f"largest gap {max(gaps):.3%} (bar 2 %); trays {median(brought):.0f}"
    )
    print(f"planned again after it was moved: p95 {p95(again):.2f} s (bar 1 s)")
    worst = 0.0
    for seed in range(LARGER):
        asked = random_choosing(Random(1000 + seed), offers=40, places=14, days=14, children=3)
        mine, theirs = choose(asked), by_highs(asked)
        worst = max(worst, abs(mine.value - theirs))
        if not mine.proven or round(theirs) != mine.value:
            print(f"  seed {seed}: {mine.value} (proven {mine.proven}), HiGHS {theirs:.1f}")
    print(f"{LARGER} questions of 40 trays, 14 places, 14 days: largest difference from HiGHS {worst:.3f}")


if __name__ == "__main__":
    main(sys.argv[1:])
