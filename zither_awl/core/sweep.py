"""Sweeps of the room: who is at work at one instant, again and again. Momentary time sampling, with its uncertainty.

"Any work in the interval" and "work all through it" are never offered as a share of time: the one overstates it by
4 to 50 points, the other understates it by as much.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from itertools import pairwise
from math import exp, sqrt
from statistics import NormalDist, median
from typing import Literal

from zither_awl.core.errors import FieldProblem, InvalidValue
from zither_awl.core.saying import say
from zither_awl.core.values import Sweep

USUAL_ON_MIN, USUAL_OFF_MIN = 10.0, 4.0
"""Mean lengths of a bout of work and of a pause, taken while nobody knows this child's. Ours, no source."""
CONFIDENCE = 0.90
LEAST_LOOKS = 6
"""Fewer looks than this say nothing of a share of time. Ours, no source."""
Weights = Literal["linear", "quadratic"] | None


def sampling_sd(session_min: float, mean_on: float, mean_off: float, interval: float) -> float:
    """Standard deviation of (share at work as sampled) less (true share), looking in the middle of each interval.

    For bouts of work and pauses of random length with these means (minutes) that follow one another: the closed form of
    the two-state Markov process. Real bouts vary more evenly, which makes it 3 to 13 % larger. Raises: InvalidValue for
    lengths that are not positive.
    """
    if min(session_min, mean_on, mean_off, interval) <= 0:
        raise InvalidValue(
            FieldProblem("interval", say("and the session's and bouts' lengths must be more than 0 min."))
        )
    rate, share = 1 / mean_on + 1 / mean_off, mean_on / (mean_on + mean_off)
    count = max(1, round(session_min / interval))
    times = [(n + 0.5) * interval for n in range(count)]
    sampled = sum(exp(-rate * abs(a - b)) for a in times for b in times) / count**2
    both = sum(2 - exp(-rate * t) - exp(-rate * (session_min - t)) for t in times) * 2 / (rate * count * session_min)
    true = 2 * (rate * session_min - 1 + exp(-rate * session_min)) / (rate * session_min) ** 2
    return sqrt(max(0.0, share * (1 - share) * (sampled - both + true)))


@dataclass(frozen=True, slots=True)
class Share:
    """How often a child was at work when looked at, and between what shares of the time that lies, nine in ten.

    `low` and `high` are None while there are too few looks to say.
    """

    at_work: int
    looks: int
    low: float | None
    high: float | None

    @property
    def share(self) -> float:
        """The share of looks at work."""
        return self.at_work / self.looks


def share(child: int, sweeps: Sequence[Sweep]) -> Share | None:
    """The share of one child over the sweeps of a morning; None when it was never looked at.

    The interval is the median between sweeps. One observer's sweeps at a time: two sweeping together count twice the
    looks, not twice the information.
    """
    looks = [(s.at, dict(s.states)[child]) for s in sorted(sweeps, key=lambda s: s.at) if child in dict(s.states)]
    if not looks:
        return None
    at_work = sum(state == "at work" for _, state in looks)
    if len(looks) < LEAST_LOOKS:
        return Share(at_work, len(looks), None, None)
    gaps = [(b - a).total_seconds() / 60 for (a, _), (b, _) in pairwise(looks)]
    interval = max(median(gaps), 0.1)
    wide = NormalDist().inv_cdf((1 + CONFIDENCE) / 2) * sampling_sd(
        interval * len(looks), USUAL_ON_MIN, USUAL_OFF_MIN, interval
    )
    seen = at_work / len(looks)
    return Share(at_work, len(looks), max(0.0, seen - wide), min(1.0, seen + wide))


@dataclass(frozen=True, slots=True)
class Agreement:
    """How far two observers of the same sweeps agree: looks alike, looks both made, Cohen's kappa if defined."""

    alike: int
    looks: int
    kappa: float | None


def kappa(
    one: Sequence[str | int], other: Sequence[str | int], labels: Sequence[str | int], weights: Weights = None
) -> float | None:
    """Cohen's kappa of two series of labels, unweighted or weighted by their distance in the order of `labels`.

    None when it is not defined: nothing was looked at, or both always gave one and the same label.
    Source: Cohen 1960, 1968; scikit-learn judges it in the tests.
    """
    count, places = len(one), {label: at for at, label in enumerate(labels)}
    if count == 0:
        return None
    first, second = ([[places[s] for s in series].count(n) for n in range(len(labels))] for series in (one, other))
    seen = sum(_apart(places[a], places[b], weights) for a, b in zip(one, other, strict=True)) / count
    by_chance = (
        sum(first[a] * second[b] * _apart(a, b, weights) for a in range(len(labels)) for b in range(len(labels)))
        / count**2
    )
    return None if by_chance == 0 else 1 - seen / by_chance


def _apart(a: int, b: int, weights: Weights) -> float:
    return {None: float(a != b), "linear": float(abs(a - b)), "quadratic": float((a - b) ** 2)}[weights]


def agreement(one: Sequence[Sweep], other: Sequence[Sweep], within_s: float) -> Agreement | None:
    """The agreement of two observers over sweeps that began within so many seconds of each other; None without any."""
    pairs: list[tuple[str, str]] = []
    for sweep in one:
        near = min(other, key=lambda s: abs(s.at - sweep.at), default=None)
        if near is not None and abs((near.at - sweep.at).total_seconds()) <= within_s:
            theirs = dict(near.states)
            pairs += [(state, theirs[child]) for child, state in sweep.states if child in theirs]
    if not pairs:
        return None
    mine, others = [a for a, _ in pairs], [b for _, b in pairs]
    labels = tuple(dict.fromkeys((*mine, *others)))
    return Agreement(sum(a == b for a, b in pairs), len(pairs), kappa(mine, others, labels))
