"""The small statistics, judged by scipy and by worked cases."""

from __future__ import annotations

from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st
from scipy.stats import beta, fisher_exact, theilslopes

from tests.builders import worked_cases
from zither_awl.core.exact import discounted_rate, fisher_fewer, theil_sen, wilson


@given(st.integers(1, 10), st.integers(1, 24), st.data())
def test_fishers_test_agrees_with_scipy(late: int, early: int, data: st.DataObject) -> None:
    """Source: scipy.stats.fisher_exact, one-sided."""
    chosen_late = data.draw(st.integers(0, late))
    chosen_early = data.draw(st.integers(0, early))
    table = [[chosen_late, late - chosen_late], [chosen_early, early - chosen_early]]
    expected = fisher_exact(table, alternative="less").pvalue
    assert fisher_fewer(chosen_late, late, chosen_early, early) == pytest.approx(expected, abs=1e-12)


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
