"""The small statistics, judged by scipy and by worked cases."""

from __future__ import annotations

from itertools import combinations
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st
from scipy.special import beta as beta_of
from scipy.stats import beta, betabinom, mannwhitneyu, rankdata, theilslopes

from tests.builders import worked_cases
from zither_awl.core.exact import autocorrelation, change_point, discounted_rate, rank_lower, silence, theil_sen, wilson


@given(st.lists(st.integers(0, 12), min_size=1, max_size=5), st.lists(st.integers(0, 12), min_size=1, max_size=9))
def test_the_rank_sum_test_agrees_with_every_way_of_choosing(late: list[int], early: list[int]) -> None:
    """Source: Wilcoxon 1945 by plain enumeration, ties at their middle rank; without ties scipy.stats.mannwhitneyu."""
    ranks = rankdata([*late, *early])
    seen = sum(ranks[: len(late)])
    sums = [sum(some) for some in combinations(ranks, len(late))]
    expected = sum(total <= seen + 1e-9 for total in sums) / len(sums)
    assert rank_lower(late, early) == pytest.approx(expected)
    if len({*late, *early}) == len(late) + len(early):
        theirs = mannwhitneyu(late, early, alternative="less", method="exact").pvalue
        assert rank_lower(late, early) == pytest.approx(theirs)


@given(st.integers(1, 30), st.integers(0, 20), st.integers(0, 20))
def test_a_silence_is_beta_binomial(length: int, yes: int, no: int) -> None:
    """Source: scipy.stats.betabinom."""
    assert silence(length, yes, no) == pytest.approx(betabinom.pmf(0, length, 0.5 + yes, 0.5 + no), rel=1e-9)


@given(st.lists(st.booleans(), min_size=4, max_size=14))
def test_a_change_point_is_bayes_over_every_split(picked: list[bool]) -> None:
    """By integrating every model on its own: scipy.special.beta."""
    found = change_point(picked, [1.0] * len(picked))
    assert found is not None

    def marginal(part: list[bool]) -> float:
        return float(beta_of(0.5 + sum(part), 0.5 + len(part) - sum(part)) / beta_of(0.5, 0.5))

    splits = [marginal(picked[:at]) * marginal(picked[at:]) for at in range(1, len(picked))]
    some, none = 0.5 * sum(splits) / len(splits), 0.5 * marginal(picked)
    assert found.posterior == pytest.approx(some / (some + none))
    assert splits[found.at - 1] == pytest.approx(max(splits))


def test_what_was_seen_in_part_moves_a_change_less() -> None:
    picked = [True] * 8 + [False] * 8
    whole = change_point(picked, [1.0] * 16)
    part = change_point(picked, [1.0] * 8 + [0.3] * 8)
    assert whole is not None and part is not None  # noqa: PT018
    assert (whole.at, whole.earlier, whole.later) == (8, (8, 8), (0, 8))
    assert part.posterior < whole.posterior


def test_neighbours_that_resemble_each_other_widen_the_interval_of_a_line() -> None:
    weeks, values = list(range(14)), [5, 5.5, 5.2, 6, 6.1, 5.8, 6.3, 7, 6.9, 7.2, 7.1, 7.6, 7.4, 8]
    plain, alike = theil_sen(weeks, values), theil_sen(weeks, values, alike=0.5)
    assert plain is not None and alike is not None  # noqa: PT018
    assert alike.slope == plain.slope
    assert alike.high - alike.low > plain.high - plain.low
    assert autocorrelation([1, 2, 1, 2, 1, 2]) == 0
    assert autocorrelation(list(range(20))) > 0.8


@pytest.mark.parametrize(("given_", "expected"), worked_cases("c.theil_sen"))
def test_theil_sen_of_the_worked_cases(given_: dict[str, Any], expected: dict[str, float]) -> None:
    line = theil_sen(given_["x"], given_["y"], given_["conf"])
    assert line is not None
    assert (line.slope, line.intercept) == pytest.approx((expected["slope"], expected["intercept"]))
    assert (line.low, line.high) == pytest.approx((expected["lo"], expected["hi"]))


# Scipy's variance turns negative when many x are tied, so each week comes once, as ours do.
@given(st.lists(st.tuples(st.integers(0, 30), st.integers(0, 60)), min_size=4, max_size=20, unique_by=lambda p: p[0]))
def test_theil_sen_agrees_with_scipy(points: list[tuple[int, int]]) -> None:
    """Source: scipy.stats.theilslopes(method="separate")."""
    x, y = [float(p[0]) for p in points], [float(p[1]) for p in points]
    ours = theil_sen(x, y)
    theirs = theilslopes(y, x, alpha=0.95, method="separate")
    assert ours is not None
    assert ours.slope == pytest.approx(theirs.slope)
    assert (ours.low, ours.high) == pytest.approx((theirs.low_slope, theirs.high_slope))


def test_a_line_needs_two_different_weeks() -> None:
    assert theil_sen([], []) is None
    assert theil_sen([3, 3], [1, 2]) is None


@pytest.mark.parametrize(("given_", "expected"), worked_cases("c.wilson"))
def test_wilsons_interval_of_the_worked_cases(given_: dict[str, Any], expected: dict[str, float]) -> None:
    """Source: statsmodels proportion_confint(method="wilson")."""
    assert wilson(given_["k"], given_["n"], given_["conf"]) == pytest.approx((expected["lo"], expected["hi"]))


def test_nothing_counted_leaves_everything_open() -> None:
    assert wilson(0, 0) == (0.0, 1.0)


@given(st.lists(st.booleans(), max_size=40))
def test_without_forgetting_the_rate_is_the_mean_of_jeffreys_posterior(chosen: list[bool]) -> None:
    """Source: scipy.stats.beta with the prior Beta(1/2, 1/2)."""
    yes = sum(chosen)
    expected = beta(0.5 + yes, 0.5 + len(chosen) - yes).mean()
    assert discounted_rate(chosen, 1e12) == pytest.approx(expected)


@given(st.lists(st.booleans(), min_size=1, max_size=40))
def test_a_morning_chosen_raises_the_rate_and_one_passed_lowers_it(chosen: list[bool]) -> None:
    now = discounted_rate(chosen, 7)
    assert discounted_rate([*chosen, True], 7) >= now - 1e-12
    assert discounted_rate([*chosen, False], 7) <= now + 1e-12
