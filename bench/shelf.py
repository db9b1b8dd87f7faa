"""How fast the shelf planner is, whether it is right, and how much better than by hand. Printed, never asserted.

The bars (two cores, one worker, model building included): plan S 30 ms, M 150 ms, L 1.0 s at the 95th percentile
and 2 s at most; with two changes L 0.7 s; placement 0.5 s; minimal conflict 1 s; re-check 5 ms; 5/80/600 3 s.
"""

from __future__ import annotations

import argparse
import itertools
import time
from collections.abc import Callable, Iterator, Sequence
from dataclasses import replace
from functools import partial
from statistics import median
from typing import TypeVar

from tests.core.flat import best_by_highs
from tests.core.shelves import HUGE, L, M, S, Size, best_by_trying, problem, tiny, with_standing
from zither_awl.core.shelf import Choices, Pin, ShelfPlan, ShelfProblem, broken, plan_shelf, score
from zither_awl.core.shelf.conflict import conflict, minimal_rules
from zither_awl.core.shelf.select import Selected, select
from zither_awl.core.shelf.settle import settle
from zither_awl.core.values import Placement, Spot

T = TypeVar("T")


def timed(work: Callable[[], T]) -> tuple[T, float]:
    """What some work gives, and its milliseconds."""
    began = time.perf_counter()
    done = work()
    return done, 1000 * (time.perf_counter() - began)


def told(name: str, times: Sequence[float], bar: str = "") -> None:
    """Print the spread of some milliseconds."""
    ordered = sorted(times)
    if not ordered:
        print(f"{name:34} none")
        return
    p95 = ordered[round(0.95 * (len(ordered) - 1))]
    print(
        f"{name:34} n {len(ordered):3}  median {median(ordered):7.1f}  p95 {p95:7.1f}  max {ordered[-1]:7.1f} ms  {bar}"
    )


def greedy(asked: ShelfProblem, choices: Choices) -> int | None:
    """By hand: first what is missing, then what gains most, never breaking a rule on the way; None if one is left."""
    plan: list[Placement] = []
    spots = {spot for spots in choices.classes for spot in spots}
    most = [row for row in choices.rows if row.most is not None]

    def value(placements: Sequence[Placement]) -> int:
        return score(placements, choices).value

    def moves() -> list[Placement]:
        out, taken = {p.tray.id for p in plan}, {p.spot for p in plan}
        free = {at: next((s for s in of if s not in taken), None) for at, of in enumerate(choices.classes)}
        every = (
            replace(p, spot=spot)
            for tray, places in choices.singles.items()
            if tray not in out
            for p in places
            if (spot := free[choices.class_of[p.spot]]) in spots
        )
        return [p for p in every if not any(row.total([*plan, p]) > (row.most or 0) for row in most)]

    for row in (r for r in choices.rows if r.least):
        if row.total(plan) < (row.least or 0):
            found = [p for p in moves() if row.weight(p)]
            if not found:
                return None
            plan.append(max(found, key=choices.worth))
    while found := moves():
        now = value(plan)
        best = max(found, key=lambda p: value([*plan, p]))
        if value([*plan, best]) <= now:
            break
        plan.append(best)
    return value(plan)


def select_from(asked: ShelfProblem) -> tuple[Choices, Selected]:
    """The first stage with the building of its model."""
    choices = Choices(asked)
    return choices, select(choices)


def speed(name: str, size: Size, count: int, bar: str, *, changes: int | None = None) -> None:
    """Time both stages and the solver-free re-check on so many problems that can be solved."""
    plans: list[float] = []
    places: list[float] = []
    checks: list[float] = []
    proven = 0
    for asked in solvable(size, count, changes):
        (choices, found), first = timed(partial(select_from, asked))
        assert found.columns is not None
        placements, second = timed(partial(settle, found.columns, choices))
        wrong, third = timed(partial(broken, placements, choices))
        assert not wrong, wrong
        plans.append(first)
        places.append(second)
        checks.append(third)
        proven += found.proven
    mode = "from scratch" if changes is None else f"{changes} changes"
    told(f"{name} plan, {mode}", plans, f"bar {bar}; proven {proven}/{len(plans)}")
    told(f"{name} placement, {mode}", places, "bar 500 ms")
    told(f"{name} re-check, {mode}", checks, "bar 5 ms")


def solvable(size: Size, count: int, changes: int | None) -> Iterator[ShelfProblem]:
    """The first so many seeds whose problem has a plan."""
    found = 0
    for seed in itertools.count():
        asked = problem(seed, size)
        if select(Choices(asked)).columns is None:
            continue
        asked = asked if changes is None else with_standing(asked, changes, seed)
        if changes is None or select(Choices(asked)).columns is not None:
            yield asked
            found += 1
        if found == count:
            return


def conflicts(name: str, size: Size, count: int) -> None:
    """Time the explanation of problems that cannot be solved: three trays pinned onto one spot."""
    minimal: list[float] = []
    whole: list[float] = []
    rules: list[int] = []
    for seed in range(count):
        asked = problem(seed, size)
        asked = replace(asked, pins=tuple(Pin(t.id, Spot(1, 0, 0)) for t in asked.trays[:3]))
        choices = Choices(asked)
        if select(choices).columns is None:
            blocked = {b.placement: b.findings for b in choices.blocked()}
            core, first = timed(partial(minimal_rules, choices, blocked))
            _, second = timed(partial(conflict, choices))
            minimal.append(first)
            whole.append(second)
            rules.append(len(core))
    told(f"{name} minimal conflict", minimal, f"bar 1000 ms; {min(rules)} to {max(rules)} rules")
    told(f"{name} conflict with ways out", whole)


def better_than_by_hand(name: str, size: Size, count: int, bar: str) -> None:
    """The greedy plan's value as a share of the proven best."""
    shares, stuck = [], 0
    for seed in range(count):
        asked = problem(seed, size)
        choices = Choices(asked)
        best = select(choices)
        if best.columns is None or best.value <= 0:
            continue
        by_hand = greedy(asked, choices)
        stuck += by_hand is None
        if by_hand is not None:
            shares.append(by_hand / best.value)
    if shares:
        gain, mean = 100 * (1 / median(shares) - 1), 100 * (len(shares) / sum(shares) - 1)
        print(f"{name} by hand reaches {median(shares):.3f} of the best (worst {min(shares):.3f}, n {len(shares)});")
        print(f"  the plan is better by {gain:.1f} % at the median, {mean:.1f} % in the mean, bar {bar}; {stuck} stuck")


def right(tries: int, larger: int) -> None:
    """Against trying everything, and against HiGHS on another formulation."""
    wrong = feasible = 0
    for seed in range(10_000, 10_000 + tries):
        asked = tiny(seed)
        best, got = best_by_trying(asked), plan_shelf(asked)
        feasible += best is not None
        wrong += (got.score.key if isinstance(got, ShelfPlan) else None) != best
    print(f"trying everything: {tries} tiny problems, {feasible} with a plan, {wrong} differ")
    wrong = 0
    for seed in range(larger):
        asked = problem(seed, (S, M, L)[seed % 3])
        if seed % 2:
            asked = with_standing(asked, 2, seed) if isinstance(plan_shelf(asked), ShelfPlan) else asked
        got = plan_shelf(asked)
        wrong += (got.score.key if isinstance(got, ShelfPlan) else None) != best_by_highs(asked)
    print(f"HiGHS, every tray on every spot: {larger} larger problems, {wrong} differ in value")


def main() -> None:
    """Run it all; `--quick` for a taste."""
    parse = argparse.ArgumentParser(description=__doc__)
    parse.add_argument("--quick", action="store_true")
    n = 5 if parse.parse_args().quick else 30
    select(Choices(tiny(1)))  # imports OR-Tools before anything is timed
    for name, size, bar in (("S 1/8/40", S, "30 ms"), ("M 2/16/120", M, "150 ms"), ("L 5/40/300", L, "1000 ms")):
        speed(name, size, n, bar)
        speed(name, size, n, "700 ms" if size is L else bar, changes=2)
        conflicts(name, size, n)
    speed("5/80/600", HUGE, max(3, n // 6), "3000 ms")
    for name, size, bar in (("S", S, "3 %"), ("M", M, "6 %"), ("L", L, "11 %")):
        better_than_by_hand(name, size, 5 * n if size is S else n, bar)
    right(100 * n, n)


if __name__ == "__main__":
    main()
