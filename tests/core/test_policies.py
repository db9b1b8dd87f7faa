"""Our signs on simulated houses: a small seeded form of bench/policies.py, which has the bars."""

from __future__ import annotations

from statistics import mean

import pytest

from zither_awl.core.simulate import Plan, SimulatedHouse, by_signs, compare_policies, swap_all, two_at_random
from zither_awl.core.simulate.policies import Model

MODELS: tuple[Model, ...] = ("picks", "grows")


@pytest.mark.parametrize("model", MODELS)
def test_the_signs_beat_chance_and_the_calendar_with_a_fifth_of_the_changes(model: Model) -> None:
    """A regression of our rules on two models; no claim about children."""
    policies = {"signs": by_signs, "two": two_at_random, "all": swap_all}
    found = compare_policies(policies, 3, 20, 1, plan=Plan(model=model))
    ours, two, whole = (mean(o.mastered for o in found[name]) for name in policies)
    assert ours > 1.5 * two
    assert ours > 1.2 * whole
    signs = found["signs"]
    assert sum(o.swapped for o in signs) <= 0.2 * sum(o.swapped for o in found["all"])
    assert sum(o.there_and_back + o.back_too_soon for o in signs) == 0
    assert sum(o.easier_brought for o in signs) == sum(o.easier_at_hand for o in signs)


@pytest.mark.parametrize("model", MODELS)
def test_a_house_that_is_never_seen_whole_goes_on(model: Model) -> None:
    whole = SimulatedHouse(Plan(weeks=20, model=model), 7).live(by_signs)
    part = SimulatedHouse(Plan(weeks=20, model=model, partly_seen=1.0), 7).live(by_signs)
    assert part.mastered >= 0.75 * whole.mastered


def test_after_seven_weeks_away_something_is_proposed_in_the_first_week() -> None:
    away = SimulatedHouse(Plan(weeks=18, away=frozenset(range(9, 16))), 3).live(by_signs)
    after = [day for day in away.proposed_on if (day - away.proposed_on[0]).days > 7 * 12]
    assert after


def test_the_same_seed_lives_the_same_half_year() -> None:
    assert SimulatedHouse(Plan(weeks=6), 5).live(by_signs) == SimulatedHouse(Plan(weeks=6), 5).live(by_signs)
