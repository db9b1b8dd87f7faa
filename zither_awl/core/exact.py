"""Small statistics by exact arithmetic, so that the core needs no heavy library.

scipy and the worked cases judge them in the tests.
"""

from __future__ import annotations

from collections import Counter
from collections.abc import Sequence
from dataclasses import dataclass
from itertools import pairwise
from math import comb, exp, lgamma, log, sqrt
from statistics import NormalDist, median


@dataclass(frozen=True, slots=True)
class ChangePoint:
    """One change of a rate at an unknown time: how likely there was one, before which item it likeliest came, and how
    many of how many were yes on either side (weights, not whole numbers, where an item counts in part)."""

    posterior: float
    at: int
    earlier: tuple[float, float]
    later: tuple[float, float]

    @property
    def fell_to(self) -> float:
        """The later rate as a share of the earlier, both as the mean of their posterior."""
        return _mean(*self.later) / _mean(*self.earlier)


def change_point(yes: Sequence[bool], weights: Sequence[float], prior: float = 0.5) -> ChangePoint | None:
    """Whether a rate of yes changed once, at any of the times alike; None under four items.

    Beta(1/2, 1/2) on both sides, in closed form: the marginal likelihoods of every split against that of none. It bears
    being asked again after every item far better than a test of a fixed size.
    Source: Bayesian change point of a Bernoulli sequence (Smith 1975), from memory.
    """
    count = len(yes)
    if count < 4:
        return None
    sides = _running(yes, weights)
    whole = sides[-1]
    splits = [(at, sides[at - 1], _less(whole, sides[at - 1])) for at in range(1, count)]
    likelihoods = [_marginal(*before) + _marginal(*after) for _, before, after in splits]
    best = max(range(len(splits)), key=likelihoods.__getitem__)
    none = _marginal(*whole) + log(1 - prior)
    some = sum(exp(min(likely + log(prior / len(splits)) - none, 700.0)) for likely in likelihoods)
    at, earlier, later = splits[best]
    return ChangePoint(some / (1 + some), at, earlier, later)


def _running(yes: Sequence[bool], weights: Sequence[float]) -> list[tuple[float, float]]:
    found, chosen, counted = [], 0.0, 0.0
    for was, weight in zip(yes, weights, strict=True):
        chosen, counted = chosen + weight * was, counted + weight
        found.append((chosen, counted))
    return found


def _less(whole: tuple[float, float], part: tuple[float, float]) -> tuple[float, float]:
    return whole[0] - part[0], whole[1] - part[1]


def _mean(yes: float, of: float) -> float:
    return (yes + 0.5) / (of + 1)


def _marginal(yes: float, of: float) -> float:
    return _log_beta(yes + 0.5, of - yes + 0.5) - _log_beta(0.5, 0.5)


def _log_beta(a: float, b: float) -> float:
    return lgamma(a) + lgamma(b) - lgamma(a + b)


def silence(no: float, yes_before: float, no_before: float) -> float:
    """The chance of nothing but no in so many items to come, after so many of each: beta-binomial, Beta(1/2, 1/2)."""
    a, b = 0.5 + yes_before, 0.5 + no_before
    return exp(_log_beta(a, b + no) - _log_beta(a, b))


def rank_lower(late: Sequence[float], early: Sequence[float]) -> float:
    """The chance that the late values rank so low, or lower, if order meant nothing: the exact one-sided rank-sum test.

    Ties share their middle rank. Source: Wilcoxon 1945, Mann and Whitney 1947.
    """
    ranks = _middle_ranks([*late, *early])
    ways: Counter[tuple[int, int]] = Counter({(0, 0): 1})
    for rank in ranks:
        for (taken, total), number in list(ways.items()):
            if taken < len(late):
                ways[taken + 1, total + rank] += number
    seen = sum(ranks[: len(late)])
    as_low = sum(number for (taken, total), number in ways.items() if taken == len(late) and total <= seen)
    return as_low / comb(len(ranks), len(late))


def _middle_ranks(values: Sequence[float]) -> list[int]:
    """Twice the middle rank of every value, so that halves stay whole numbers."""
    ordered = sorted(values)
    first = {value: ordered.index(value) + 1 for value in set(values)}
    ties = Counter(values)
    return [2 * first[value] + ties[value] - 1 for value in values]


@dataclass(frozen=True, slots=True)
class Slope:
    """A Theil-Sen line: change per unit of x, its interval, and the line's height at x = 0."""

    slope: float
    low: float
    high: float
    intercept: float


def theil_sen(x: Sequence[float], y: Sequence[float], confidence: float = 0.95, *, alike: float = 0.0) -> Slope | None:
    """The median of all pairwise slopes with its rank interval; None without two different x.

    Resists a third of wild points. The interval is by the normal approximation of Kendall's S (Sen 1968),
    with ties taken off, so with under five points it is wide and rough. `alike` is how much neighbours resemble each
    other (lag-1 autocorrelation, 0 to 1): the spread of S grows by (1 + alike) / (1 - alike).
    """
    pairs = [(i, j) for i in range(len(x)) for j in range(i) if x[i] != x[j]]
    slopes = sorted((y[i] - y[j]) / (x[i] - x[j]) for i, j in pairs)
    if not slopes:
        return None
    middle = median(slopes)
    low, high = _rank_interval(x, y, slopes, confidence, alike)
    return Slope(middle, low, high, median(y) - middle * median(x))


def _rank_interval(
    x: Sequence[float], y: Sequence[float], slopes: list[float], confidence: float, alike: float
) -> tuple[float, float]:
    n = len(x)
    z = NormalDist().inv_cdf((1 - confidence) / 2)
    spread = n * (n - 1) * (2 * n + 5) - _ties(x) - _ties(y)
    sigma = sqrt(max(spread, 0) / 18 * (1 + alike) / (1 - alike))
    upper = min(round((len(slopes) - z * sigma) / 2), len(slopes) - 1)
    lower = max(round((len(slopes) + z * sigma) / 2) - 1, 0)
    return slopes[lower], slopes[upper]


def autocorrelation(values: Sequence[float]) -> float:
    """How much each value resembles the one before it (lag 1), 0 for less than nothing; at most 0.9.

    Corrected for how much a short series hides of it: r + (1 + 3 r) / n (Kendall 1954, from memory).
    """
    middle = sum(values) / len(values)
    spread = sum((v - middle) ** 2 for v in values)
    if spread == 0:
        return 0.0
    raw = sum((a - middle) * (b - middle) for a, b in pairwise(values)) / spread
    return min(max(raw + (1 + 3 * raw) / len(values), 0.0), 0.9)


def _ties(values: Sequence[float]) -> int:
    counts = [values.count(value) for value in set(values)]
    return sum(k * (k - 1) * (2 * k + 5) for k in counts)


def wilson(successes: int, of: int, confidence: float = 0.95) -> tuple[float, float]:
    """Wilson's score interval for a share. With nothing counted it is (0, 1)."""
    if of == 0:
        return (0.0, 1.0)
    z = NormalDist().inv_cdf((1 + confidence) / 2)
    share, weight = successes / of, z * z / of
    middle = (share + weight / 2) / (1 + weight)
    half = z * sqrt(share * (1 - share) / of + weight / (4 * of)) / (1 + weight)
    return max(0.0, middle - half), min(1.0, middle + half)


def discounted_rate(chosen: Sequence[bool], half_life: float, weights: Sequence[float] | None = None) -> float:
    """The mean of a Beta(1/2, 1/2) prior and yes-or-no items, oldest first, each `half_life` back weighing half."""
    given = weights if weights is not None else [1.0] * len(chosen)
    aged = [w * 0.5 ** ((len(chosen) - 1 - at) / half_life) for at, w in enumerate(given)]
    yes = sum(weight for weight, was in zip(aged, chosen, strict=True) if was)
    return float((0.5 + yes) / (1.0 + sum(aged)))
