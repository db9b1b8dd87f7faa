"""Policies of changing the shelf on simulated houses: 30 houses, 26 weeks, 60 trays, 10 places, both child models.

    python -m bench.policies [houses]

Bars: levels mastered by our signs against two at random +80 % (picks) and +250 % (grows), against all swapped weekly
+35 % and +90 %; at most 0.2 of the changes of swapping all; A out for B and B out for A within eight weeks at most 0.1
a house; nothing that left as too hard is back before its rest; every swap for too hard with an easier step at hand
brings one. Partly seen: six in ten cycles 0.9 of the mastered levels of full sight, all of them 0.8. After seven weeks
away a proposal within five work cycles.
"""

from __future__ import annotations

import sys
import time
from collections.abc import Sequence
from dataclasses import replace
from datetime import date, timedelta
from statistics import mean

from zither_awl.core.practice import Practice
from zither_awl.core.simulate import (
    GrowingChild,
    Outcome,
    Plan,
    SimulatedHouse,
    by_signs,
    compare_policies,
    swap_all,
    two_at_random,
)
from zither_awl.core.simulate.policies import START, Swaps

POLICIES = {"by signs": by_signs, "two at random": two_at_random, "all weekly": swap_all}
MODELS = ("picks", "grows")


def told(name: str, outcomes: Sequence[Outcome]) -> str:
    """One policy in a line."""

    def of(field: str) -> float:
        return float(mean(getattr(o, field) for o in outcomes))

    hard = f"too hard {of('too_hard'):.1f}, easier step {of('easier_brought'):.1f} of {of('easier_at_hand'):.1f}"
    return (
        f"{name:14} mastered {of('mastered'):5.1f}  minutes {of('minutes'):5.0f}  swapped {of('swapped'):5.1f}  "
        f"there and back {of('there_and_back'):.2f}  {hard}, back too soon {of('back_too_soon'):.2f}"
    )


def knowing(house: SimulatedHouse, day: date) -> Swaps:
    """Two changes a week by who looks into the growing child: what it will still know at the end goes, what it grows
    most at comes. Beside ours it tells how much the signs could gain, and how much no judgement can."""
    child = house.child
    assert isinstance(child, GrowingChild)
    left = house.plan.weeks - 1 - (day - START).days // 7
    enough = min(0.9, 0.7 / 0.985**left)

    def gain(n: int) -> float:
        skill = child.skill[n]
        before = min((child.skill[b] for b in child.follows.get(n, ())), default=1.0)
        return child.pull(n) * before * skill * (1 - skill)

    standing = house.standing
    coming = [t.id for t in house.state.trays if t.id not in standing and child.skill[t.id] < enough]
    coming.sort(key=gain, reverse=True)
    going = sorted(standing, key=lambda n: (child.skill[n] < enough, gain(n)))[:2]
    return [
        (out, in_, "known")
        for out, in_ in zip(going, coming, strict=False)
        if child.skill[out] >= enough or gain(in_) > 2 * gain(out)
    ]


def at_best(plan: Plan, houses: int, two: float) -> str:
    """What two changes a week could gain at best in the second model, and what there is to learn at all."""
    found = compare_policies({"knowing": knowing}, houses, 26, 1, plan=plan)["knowing"]
    best = mean(o.mastered for o in found)
    there = mean(plan.trays - len(SimulatedHouse(plan, 1 + n).child.known) for n in range(houses))
    return (
        f"who knows the child exactly: {best:.1f}, {best / two - 1:+.0%} against two at random; "
        f"all there is to learn: {there:.1f}, {there / two - 1:+.0%}"
    )


def mastered(plan: Plan, houses: int) -> float:
    """Levels mastered by our signs, on the mean."""
    return mean(SimulatedHouse(plan, n).live(by_signs).mastered for n in range(houses))


def first_after(plan: Plan, houses: int, back: int) -> list[int]:
    """The work cycles from the first week back, of every house, until the first proposal."""
    begins = START + timedelta(weeks=back)
    found = []
    for seed in range(houses):
        days = [day for day in SimulatedHouse(plan, seed).live(by_signs).proposed_on if day >= begins]
        found.append(5 * ((days[0] - begins).days // 7 + 1) if days else 999)
    return found


def main(houses: int = 30) -> None:
    """Run and print."""
    for model in MODELS:
        begun = time.perf_counter()
        plan = Plan(model=model)  # type: ignore[arg-type]
        found = compare_policies(POLICIES, houses, 26, 1, plan=plan)
        for name, outcomes in found.items():
            print(f"{model:6} {told(name, outcomes)}")
        ours, two, whole = (mean(o.mastered for o in found[name]) for name in POLICIES)
        print(
            f"{model:6} by signs against two at random {ours / two - 1:+.0%}, all weekly {ours / whole - 1:+.0%}; "
            f"{time.perf_counter() - begun:.0f} s"
        )
        if model == "grows":
            print(f"{model:6} {at_best(plan, houses, two)}")
        daily = replace(plan, practice=Practice(mastery="estimate"))
        print(f"{model:6} by the estimate instead of the criterion {mastered(daily, houses):.1f}")
        full = mastered(plan, houses)
        for share in (0.6, 1.0):
            part = mastered(replace(plan, partly_seen=share), houses)
            print(f"{model:6} {share:.0%} of cycles partly seen: {part:.1f} of {full:.1f} mastered, {part / full:.2f}")
        away = replace(plan, weeks=22, away=frozenset(range(10, 17)))
        longest = max(first_after(away, houses, 17))
        print(f"{model:6} seven weeks away: a proposal within {longest} work cycles in every house")


if __name__ == "__main__":
    main(*map(int, sys.argv[1:]))
