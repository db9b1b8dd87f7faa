"""Sweeps of the room: their uncertainty in closed form, and how far two observers agree."""

from __future__ import annotations

from datetime import timedelta
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st
from sklearn.metrics import cohen_kappa_score

from tests.builders import at, worked_cases
from zither_awl.core.errors import InvalidValue
from zither_awl.core.sweep import Weights, agreement, kappa, sampling_sd, share
from zither_awl.core.values import SWEEP_STATES, Sweep


@pytest.mark.parametrize(("given", "expected"), worked_cases("i.mts"))
def test_worked_cases_of_momentary_sampling(given: Any, expected: Any) -> None:
    """The closed form for the two-state Markov process; simulation agrees within 3 %."""
    found = sampling_sd(given["session_min"], given["mean_on"], given["mean_off"], given["interval"])
    assert found == pytest.approx(expected["sd_closed_form"], abs=1e-9)
    assert found == pytest.approx(expected["sd_simulated"], rel=0.06)
    assert found < expected["sd_binomial"]


@pytest.mark.parametrize(("given", "expected"), worked_cases("c.cohen_kappa"))
def test_worked_cases_of_kappa(given: Any, expected: Any) -> None:
    """scikit-learn's cohen_kappa_score; None where it is not defined."""
    found = kappa(given["a"], given["b"], given["labels"], given["weights"])
    assert found == (None if expected["kappa"] is None else pytest.approx(expected["kappa"], abs=1e-12))


@given(st.lists(st.tuples(st.sampled_from(SWEEP_STATES), st.sampled_from(SWEEP_STATES)), min_size=1, max_size=30))
def test_kappa_is_at_most_one_and_the_same_from_either_side(pairs: list[tuple[str, str]]) -> None:
    one, other = [a for a, _ in pairs], [b for _, b in pairs]
    found = kappa(one, other, SWEEP_STATES)
    assert found == pytest.approx(kappa(other, one, SWEEP_STATES))
    assert found is None or found <= 1 + 1e-12
    assert kappa(one, one, SWEEP_STATES) in (None, pytest.approx(1))


def sweep(minute: float, *states: str, adult: int | None = 1) -> Sweep:
    return Sweep(
        key=f"{adult}-{minute}",
        morning_id=1,
        at=at(0) + timedelta(minutes=minute),
        adult_id=adult,
        states=tuple((child, state) for child, state in enumerate(states, 1)),
    )


def test_a_share_says_how_many_looks_and_how_far_it_may_be_off() -> None:
    looks = [sweep(5 * n, "at work" if n % 4 else "wandering", "resting") for n in range(12)]
    found = share(1, looks)
    assert found is not None
    assert (found.at_work, found.looks, found.share) == (9, 12, 0.75)
    # 60 minutes at 5-minute looks, bouts of 10 and 4 minutes: 1.645 standard deviations each way.
    assert found.high is not None
    assert found.high - found.share == pytest.approx(1.6449 * sampling_sd(60, 10, 4, 5), abs=1e-4)
    idle = share(2, looks)
    assert idle is not None
    assert (idle.low, idle.share) == (0, 0)
    assert share(3, looks) is None
    few = share(1, looks[:5])
    assert few is not None
    assert (few.at_work, few.looks, few.low) == (3, 5, None)


def test_more_looks_in_the_same_time_tell_more() -> None:
    sds = [sampling_sd(120, 10, 4, interval) for interval in (1, 2, 5, 10)]
    assert sds == sorted(sds)
    with pytest.raises(InvalidValue, match="more than 0"):
        sampling_sd(60, 10, 4, 0)


def test_two_observers_are_compared_where_they_swept_together() -> None:
    odile = [sweep(0, "at work", "resting"), sweep(5, "at work", "watching"), sweep(20, "wandering", "resting")]
    kwame = [sweep(0.5, "at work", "resting", adult=2), sweep(5.2, "at work", "wandering", adult=2)]
    found = agreement(odile, kwame, 90)
    assert found is not None
    assert (found.alike, found.looks) == (3, 4)
    assert found.kappa == pytest.approx(0.636, abs=1e-3)
    assert agreement(odile, [], 90) is None


@pytest.mark.parametrize(
    ("states", "said"), [((), "names no child"), (((1, "asleep"),), "asleep"), (((1, "resting"),) * 2, "twice")]
)
def test_a_sweep_of_nobody_or_of_something_else_is_refused(states: Any, said: str) -> None:
    with pytest.raises(InvalidValue, match=said):
        Sweep(key="k", morning_id=1, at=at(0), states=states)


@given(
    st.lists(st.tuples(st.sampled_from(SWEEP_STATES), st.sampled_from(SWEEP_STATES)), min_size=1, max_size=40),
    st.sampled_from([None, "linear", "quadratic"]),
)
def test_kappa_is_scikit_learns(looks: list[tuple[str, str]], weights: Weights) -> None:
    one, other = [a for a, _ in looks], [b for _, b in looks]
    found = kappa(one, other, SWEEP_STATES, weights)
    if found is None:
        assert len({*one, *other}) == 1, "not defined where both always say one and the same"
        return
    assert found == pytest.approx(cohen_kappa_score(one, other, labels=list(SWEEP_STATES), weights=weights), abs=1e-12)
