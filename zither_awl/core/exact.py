"""Small statistics by exact arithmetic, so that the core needs no heavy library.

scipy and the worked cases judge them in the tests.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from math import comb, sqrt
from statistics import NormalDist, median


def fisher_fewer(chosen_late: int, late: int, chosen_early: int, early: int) -> float:
    """Fisher's exact test, one-sided: the chance of so few choices among the late mornings, or fewer.

    Given the totals, choices fall on mornings at random: hypergeometric. Returns a p-value.
    """
    total, chosen = late + early, chosen_late + chosen_early
    least = max(0, chosen - early)
    ways = sum(comb(late, k) * comb(early, chosen - k) for k in range(least, chosen_late + 1))
    return ways / comb(total, chosen)


@dataclass(frozen=True, slots=True)
class Slope:
    """A Theil-Sen line: change per unit of x, its interval, and the line's height at x = 0."""

    slope: float
    low: float
    high: float
    intercept: float


def theil_sen(x: Sequence[float], y: Sequence[float], confidence: float = 0.95) -> Slope | None:
    """The median of all pairwise slopes with its rank interval; None without two different x.

    Resists a third of wild points. The interval is by the normal approximation of Kendall's S (Sen 1968),
    with ties taken off, so with under five points it is wide and rough.
    """
    pairs = [(i, j) for i in range(len(x)) for j in range(i) if x[i] != x[j]]
    slopes = sorted((y[i] - y[j]) / (x[i] - x[j]) for i, j in pairs)
    if not slopes:
        return None
    middle = median(slopes)
    low, high = _rank_interval(x, y, slopes, confidence)
    return Slope(middle, low, high, median(y) - middle * median(x))


def _rank_interval(
    x: Sequence[float], y: Sequence[float], slopes: list[float], confidence: float
) -> tuple[float, float]:
    n = len(x)
    z = NormalDist().inv_cdf((1 - confidence) / 2)
    spread = n * (n - 1) * (2 * n + 5) - _ties(x) - _ties(y)
    sigma = sqrt(max(spread, 0) / 18)
    upper = min(round((len(slopes) - z * sigma) / 2), len(slopes) - 1)
    lower = max(round((len(slopes) + z * sigma) / 2) - 1, 0)
    return slopes[lower], slopes[upper]


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


def discounted_rate(chosen: Sequence[bool], half_life: float) -> float:
    """The mean of a Beta(1/2, 1/2) prior and yes-or-no mornings, oldest first, each `half_life` back weighing half."""
    weights: list[float] = [0.5 ** ((len(chosen) - 1 - at) / half_life) for at in range(len(chosen))]
    yes = sum(weight for weight, was in zip(weights, chosen, strict=True) if was)
    return (0.5 + yes) / (1.0 + sum(weights))
