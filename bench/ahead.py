"""How far looking ahead can be relied on, on both simulated children: in how many cases the range told as four in
five holds; and how long two hundred runs take.

    python -m bench.ahead [houses] [weeks of history]

Bar: 70 to 90 % hold; 200 runs under 10 s. A house is lived so many weeks by its signs, looked ahead from there, and
lived on by the same rules; a range is judged where more than half of the runs have the day inside the weeks looked at.
"""

from __future__ import annotations

import sys
from collections.abc import Iterator, Sequence
from datetime import date, timedelta
from time import perf_counter

from zither_awl.core.judgement import Judgements
from zither_awl.core.mastery import known_since
from zither_awl.core.rotation.leaving import leavings
from zither_awl.core.simulate import Plan, SimulatedHouse, by_signs
from zither_awl.core.simulate.policies import DAYS, START, Model, Swaps
from zither_awl.core.values import Visit
from zither_awl.core.weeks.ahead import RUNS, Range, look_ahead
from zither_awl.core.weeks.begin import house_ahead

HISTORY, AHEAD = 12, 8
MODELS: tuple[Model, ...] = ("picks", "grows")


def holds(told: Range, came: date | None) -> bool:
    """Whether a day, or its not coming in the weeks looked at, lies in the range that was told."""
    if came is None:
        return told.high is None
    return (told.low is None or told.low <= came) and (told.high is None or came <= told.high) and told.low is not None


def told_and_true(model: Model, seed: int, history: int, runs: int) -> Iterator[tuple[str, Range, date | None]]:
    """What was told of one house, and what came: of levels at work ("step"), and of places ("place")."""
    house = SimulatedHouse(Plan(weeks=history, model=model), seed)
    house.live(by_signs)
    on = START + timedelta(weeks=history)
    state = house.now()
    judge = Judgements(state, on, state.practice.mastery)
    forecast = look_ahead(house_ahead(judge, {}, {}), weeks=AHEAD, seed=seed, runs=runs)
    standing = set(house.standing)
    left = _live_on(house, on)
    visits: dict[int | None, list[Visit]] = {}
    for visit in house.visits:
        visits.setdefault(visit.tray_id, []).append(visit)
    for (_, tray), told in forecast.mastered.items():
        if tray in standing and told.middle is not None:
            since = known_since([v for v in visits.get(tray, ()) if v.finished], practice=state.practice)
            yield "step", told, since if since is not None and since >= on else None
    for tray, told in forecast.changes.items():
        if tray in standing and told.middle is not None:
            yield "place", told, left.get(tray)


def _live_on(house: SimulatedHouse, on: date) -> dict[int, date]:
    """The weeks after, by the same rules; by tray the day of the first look at which the signs say that it may go."""
    left: dict[int, date] = {}

    def watched(at: SimulatedHouse, day: date) -> Swaps:
        state = at.now()
        judge = Judgements(state, day, state.practice.mastery)
        for placement in state.placements:
            verdicts = leavings(placement, judge)
            if verdicts and all(v.goes for v in verdicts):
                left.setdefault(placement.tray.id, day)
        return by_signs(at, day)

    for week in range(AHEAD):
        for day in range(DAYS):
            house._cycle(on + timedelta(weeks=week, days=day))
        house.child.rest_a_week(house.standing)
        house._change(watched, on + timedelta(weeks=week, days=6))
    return left


def share_held(model: Model, houses: int, history: int, runs: int = RUNS) -> dict[str, tuple[float, int]]:
    """By what was told: the share that held, and of how many."""
    found: dict[str, list[bool]] = {}
    for seed in range(houses):
        for kind, told, came in told_and_true(model, 100 + seed, history, runs):
            found.setdefault(kind, []).append(holds(told, came))
    return {kind: (sum(each) / len(each), len(each)) for kind, each in found.items()}


def main(arguments: Sequence[str]) -> None:
    """Print the shares, and the time of 200 runs."""
    houses = int(arguments[0]) if arguments else 30
    history = int(arguments[1]) if len(arguments) > 1 else HISTORY
    for model in MODELS:
        for kind, (share, of) in share_held(model, houses, history).items():
            print(f"{model:6} {kind:6} held {share:.3f} of {of}")
    house = SimulatedHouse(Plan(weeks=history), 7)
    house.live(by_signs)
    state, on = house.now(), START + timedelta(weeks=history)
    begun = perf_counter()
    look_ahead(house_ahead(Judgements(state, on), {}, {}), weeks=AHEAD)
    print(f"{RUNS} runs of one child, ten places, eight weeks: {perf_counter() - begun:.2f} s (bar 10 s)")


if __name__ == "__main__":
    main(sys.argv[1:])
