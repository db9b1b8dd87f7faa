"""When a child is likely to be ready for a level: how long levels take from the first showing until they are mastered.

The household's own levels are read as Kaplan and Meier (1958) read a trial: those still at work count for as long as
they lasted. Until ten are complete that lasted as long they are blended with how long levels usually take (a
log-normal of our own, no source). Days are counted in whole days.
"""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from datetime import date, timedelta
from functools import lru_cache
from itertools import pairwise
from math import erf, exp, log, sqrt

MOST_DAYS = 540
"""Further ahead nothing is told."""
USUAL_DAYS, SPREAD = 24.0, 0.85
"""The median of how long a level usually takes, and the standard deviation of its logarithm; ours, no source."""
OWN_ENOUGH = 10
LOW, HIGH = 0.1, 0.9
"""The ends of the range that is told: four in five fall inside."""
TAIL_DAYS = 60
"""Beyond the longest that was seen levels are completed at the rate of so many last days at risk."""


@dataclass(frozen=True, slots=True)
class Span:
    """A level of a child: so many days from the first showing until it was mastered; or, not `complete`, until now or
    until it was given up."""

    days: int
    complete: bool


@dataclass(frozen=True, slots=True)
class Likely:
    """When a child is likely to be ready: one in ten earlier than the first, half by the second, one in ten later than
    the last."""

    earliest: date
    median: date
    latest: date | None
    """None beyond MOST_DAYS."""


Curve = tuple[float, ...]
"""The chance that a level is not mastered so many days after its first showing, from day 0 to MOST_DAYS."""


@dataclass(frozen=True, slots=True)
class Pace:
    """How long levels take in a household: the curve of its own, and how long its complete ones took, sorted."""

    own: Curve
    complete: tuple[int, ...]


def kaplan_meier(spans: Iterable[Span]) -> list[tuple[int, float]]:
    """The chance to last longer than so many days, at every day on which a level was completed (Kaplan and Meier 1958:
    the product over those days of 1 - completed / still at work)."""
    every = sorted(spans, key=lambda s: s.days)
    left, at_risk, found = 1.0, len(every), []
    for days in sorted({s.days for s in every}):
        here = [s for s in every if s.days == days]
        completed = sum(s.complete for s in here)
        if completed:
            left *= 1 - completed / at_risk
            found.append((days, left))
        at_risk -= len(here)
    return found


def usual_curve() -> Curve:
    """How long levels usually take."""
    return _usual()


@lru_cache(maxsize=1)
def _usual() -> Curve:
    return tuple(
        1.0 if day == 0 else 0.5 * (1 - erf(log(day / USUAL_DAYS) / SPREAD / sqrt(2))) for day in range(MOST_DAYS + 1)
    )


def pace_of(spans: Sequence[Span]) -> Pace:
    """How long levels take in this household."""
    complete = tuple(sorted(span.days for span in spans if span.complete))
    return Pace(_own(spans) if complete else usual_curve(), complete)


def _own(spans: Sequence[Span]) -> Curve:
    steps = dict(kaplan_meier(spans))
    last = max((span.days for span in spans), default=0)
    left, found = 1.0, []
    days = sum(min(s.days, TAIL_DAYS) for s in spans)
    rate = sum(s.complete for s in spans) / max(days, 1)
    for day in range(MOST_DAYS + 1):
        left = steps.get(day, left)
        found.append(left * exp(-rate * max(0, day - last)))
    return tuple(found)


def remaining(pace: Pace, gone: int) -> list[float]:
    """By day from now: the chance that a level at work since `gone` days is mastered by then.

    The household's own curve counts in full once ten of its levels that took longer than that are complete; until then
    it is blended with how long levels usually take.
    """
    share = min(sum(days > gone for days in pace.complete) / OWN_ENOUGH, 1.0)
    own, usual = _after(pace.own, gone), _after(usual_curve(), gone)
    return [share * mine + (1 - share) * theirs for mine, theirs in zip(own, usual, strict=True)]


def _after(curve: Curve, gone: int) -> list[float]:
    here = min(gone, MOST_DAYS)
    still = curve[here]
    if still <= 1e-9:
        return [1.0] * (MOST_DAYS + 1)
    return [1 - curve[min(here + day, MOST_DAYS)] / still for day in range(MOST_DAYS + 1)]


def after_each_other(first: Sequence[float], then: Sequence[float]) -> list[float]:
    """By day: the chance that both are through, the second begun when the first is (each by day, as `remaining`)."""
    density = [first[0], *(b - a for a, b in pairwise(first))]
    found = [0.0] * len(first)
    for begun, share in enumerate(density):
        if share > 1e-6:
            for day in range(begun, len(first)):
                found[day] += share * then[day - begun]
    return found


@lru_cache(maxsize=512)
def _through(pace: Pace, chain: tuple[int, ...]) -> Sequence[float]:
    """By day: the chance that all of a chain are through, each begun when the one before it is. Many children wait for
    the same."""
    one: Sequence[float] = [1.0] * (MOST_DAYS + 1)
    for gone in chain:
        one = after_each_other(one, remaining(pace, gone))
    return one


def both(a: Sequence[float], b: Sequence[float]) -> list[float]:
    """By day: the chance that both are through, each on its own."""
    return [x * y for x, y in zip(a, b, strict=True)]


def likely_ready(waits: Sequence[Sequence[int]], pace: Pace, on: date, *, opens: date | None = None) -> Likely | None:
    """When a child is likely to be ready for a level.

    `waits` are the chains of what has to be mastered before it, each from what stands first to what stands last: the
    days since its first showing, 0 for one not shown yet. `opens` is the day its window opens. An empty `waits` is
    ready now, or then. None where half of such levels are not through within MOST_DAYS.
    """
    through = [1.0] * (MOST_DAYS + 1)
    for chain in waits:
        through = both(through, _through(pace, tuple(chain)))
    least = max((opens - on).days, 0) if opens else 0

    def by(share: float) -> date | None:
        day = next((day for day, chance in enumerate(through) if chance >= share - 1e-9), None)
        return None if day is None else on + timedelta(days=max(day, least))

    earliest, median = by(LOW), by(0.5)
    return Likely(earliest, median, by(HIGH)) if earliest and median else None
