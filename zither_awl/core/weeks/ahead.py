"""Looking ahead: this house simulated onward many times (core.weeks.onward), told as ranges; policies compared."""

from __future__ import annotations

from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass
from datetime import date, timedelta
from random import Random

from zither_awl.core.weeks.onward import HouseAhead, Policy, Run

RUNS, WEEKS = 200, 8
LOW, HIGH = 0.10, 0.90
"""The range told: between these shares of the runs, four in five."""


@dataclass(frozen=True, slots=True)
class Range:
    """When something is likely: in four of five runs between `low` and `high`; `middle` is the median. None where it
    lies past the weeks that were simulated; `share` of the runs in which it came at all."""

    low: date | None
    middle: date | None
    high: date | None
    share: float


@dataclass(frozen=True, slots=True)
class Told:
    """One policy over the runs: how many levels were newly mastered, picks a work cycle and trays swapped, each
    with its range over four of five runs."""

    policy: str
    mastered: tuple[float, float, float]
    picks: tuple[float, float, float]
    swapped: tuple[float, float, float]


@dataclass(frozen=True, slots=True)
class Forecast:
    """What the runs say: by (child, tray) when it is mastered, by tray when its place wants a change, by thing when it
    runs out. `runs` may be fewer than asked when it was stopped."""

    runs: int
    until: date
    mastered: Mapping[tuple[int, int], Range]
    changes: Mapping[int, Range]
    out_of: Mapping[int, Range]


@dataclass(frozen=True, slots=True)
class Looked:
    """A look ahead and the policies compared, on one house; `seed` makes it again."""

    forecast: Forecast
    policies: tuple[Told, ...]
    seed: int


def look_ahead(
    house: HouseAhead,
    *,
    weeks: int = WEEKS,
    seed: int = 1,
    runs: int = RUNS,
    tell: Callable[[int, int], bool] | None = None,
) -> Forecast:
    """The house simulated onward so often; the same seed gives the same forecast.

    `tell` hears of every tenth run (done, of) and may answer False to stop: what was run until then is told.
    """
    mastered: dict[tuple[int, int], list[date]] = {}
    changes: dict[int, list[date]] = {}
    out_of: dict[int, list[date]] = {}
    done = 0
    for run in range(runs):
        if tell is not None and run % 10 == 0 and not tell(run, runs):
            break
        ended = Run(house, weeks, Random(f"{seed}-{run}"), _by_signs).live()
        for key, day in ended.mastered.items():
            mastered.setdefault(key, []).append(day)
        for tray, day in ended.wants.items():
            changes.setdefault(tray, []).append(day)
        for thing, day in ended.emptied.items():
            out_of.setdefault(thing, []).append(day)
        done += 1
    until = house.on + timedelta(weeks=weeks)
    return Forecast(
        done,
        until,
        {k: _range(v, done) for k, v in mastered.items()},
        {k: _range(v, done) for k, v in changes.items()},
        {k: _range(v, done) for k, v in out_of.items()},
    )


def compare(house: HouseAhead, *, weeks: int = WEEKS, seed: int = 1, runs: int = 60) -> tuple[Told, ...]:
    """Three policies on the same house and the same children: in this model, nothing more."""
    return tuple(_told(name, policy, house, weeks, seed, runs) for name, policy in POLICIES.items())


def _told(name: str, policy: Policy, house: HouseAhead, weeks: int, seed: int, runs: int) -> Told:
    ended = [Run(house, weeks, Random(f"{seed}-{run}"), policy).live() for run in range(runs)]
    cycles = max(1, ended[0].cycles)
    return Told(
        name,
        _spread([float(e.learned) for e in ended]),
        _spread([e.picked / cycles for e in ended]),
        _spread([float(e.swapped) for e in ended]),
    )


def _spread(values: Sequence[float]) -> tuple[float, float, float]:
    each = sorted(values)
    return each[int(LOW * (len(each) - 1))], each[len(each) // 2], each[round(HIGH * (len(each) - 1))]


def _range(days: list[date], runs: int) -> Range:
    """A range over all runs: those in which it did not come stand after every day."""
    each: list[date | None] = [*sorted(days), *([None] * (runs - len(days)))]
    at = (int(LOW * (runs - 1)), runs // 2, round(HIGH * (runs - 1)))
    low, middle, high = (each[min(n, runs - 1)] for n in at)
    return Range(low, middle, high, len(days) / runs if runs else 0.0)


def _swaps(run: Run, going: Sequence[int], most: int) -> list[tuple[int, int | None]]:
    found: list[tuple[int, int | None]] = []
    taken = set[int]()
    for out in going:
        in_ = run.coming(out, taken)
        if len(found) < most and in_ is not None:
            taken.add(in_)
            found.append((out, in_))
    return found


def _by_signs(run: Run) -> list[tuple[int, int | None]]:
    return _swaps(run, run.through(), run.house.practice.changes_at_once)


def _by_calendar(run: Run) -> list[tuple[int, int | None]]:
    longest = sorted((t.id for t in run.shelf), key=lambda t: (run.since.get(t, 0), t))
    return _swaps(run, longest, run.house.practice.changes_at_once)


def _whole_shelf(run: Run) -> list[tuple[int, int | None]]:
    return _swaps(run, [t.id for t in run.shelf], len(run.shelf)) if run.week % 2 == 1 else []


POLICIES: Mapping[str, Policy] = {
    "by signs, weekly": _by_signs,
    "by the calendar, weekly": _by_calendar,
    "the whole shelf, every two weeks": _whole_shelf,
}
"""The policies that are compared, by their names."""
