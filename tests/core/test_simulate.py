"""The simulated child: the same for the same seed, and moving the way its formulae say."""

from __future__ import annotations

from random import Random

import pytest

from zither_awl.core.simulate import FADE_KNOWN, FADE_LEARNING, LEAST, SimulatedChild, SimulatedVisit

CHAIN = {2: (1,)}


def mornings(seed: int, days: int = 20) -> list[SimulatedVisit]:
    model, rng = SimulatedChild(CHAIN), Random(seed)
    return [visit for _ in range(days) for visit in model.morning([1, 2], 4, rng)]


def test_the_same_seed_gives_the_same_mornings() -> None:
    assert mornings(5) == mornings(5)
    assert mornings(5) != mornings(6)


def test_a_rung_whose_prerequisite_is_not_known_draws_less() -> None:
    model = SimulatedChild(CHAIN)
    model.prefer(2, 0.8)
    model.shown.add(2)
    before = model.pull(2)
    model.known.add(1)
    assert (before, model.pull(2)) == pytest.approx((0.8 * 0.30, 0.8))


def test_what_was_not_shown_draws_half() -> None:
    model = SimulatedChild({})
    model.prefer(1, 0.8)
    assert model.pull(1) == pytest.approx(0.4)


def test_a_pull_never_falls_under_its_floor() -> None:
    model = SimulatedChild({})
    model.prefer(1, 0.001)
    assert model.pull(1) == LEAST


@pytest.mark.parametrize(("known", "fade"), [(True, FADE_KNOWN), (False, FADE_LEARNING)])
def test_novelty_falls_with_a_visit_and_comes_back_with_a_week_of_rest(known: bool, fade: float) -> None:
    model, rng = SimulatedChild({}), Random(1)
    model.prefer(1, 1.0)
    model.shown.add(1)
    if known:
        model.known.add(1)
    visits = model.morning([1], 1, rng)
    assert len(visits) == 1
    assert model.novelty[1] == pytest.approx(fade)
    model.rest_a_week([1])
    assert model.novelty[1] == pytest.approx(fade)
    model.rest_a_week([])
    assert model.novelty[1] == pytest.approx(min(1.0, fade + 0.10))


def test_every_visit_lasts_at_least_half_a_minute_and_is_to_a_tray_on_the_shelf() -> None:
    assert all(v.minutes >= 0.5 and v.tray in (1, 2) for v in mornings(9))
