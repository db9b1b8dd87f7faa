"""Which trays of a theme come, against enumeration of every choice there is."""

from __future__ import annotations

from random import Random

import pytest

from tests.core.theme_problems import best_by_enumeration, random_choosing
from zither_awl.core.errors import InvalidValue
from zither_awl.core.weeks.choose import FORCED, Choosing, Offer, breaks, choose, value_of


def test_as_good_as_the_best_of_all_choices_on_300_tiny_themes() -> None:
    told = 0
    for seed in range(300):
        asked = random_choosing(Random(seed))
        found = choose(asked)
        assert breaks(asked, found.coming) == "", seed
        assert found.proven
        assert found.value == value_of(asked, found.coming) == best_by_enumeration(asked), seed
        told += len(found.coming) > 0
    assert told > 150, "most of them bring something"


def _one(**more: object) -> Offer:
    return Offer(**{"ref": 1, "worth": 100, "children": (1,), "area": "art", "places": frozenset({0}), **more})  # type: ignore[arg-type]


def test_what_is_to_be_made_comes_when_there_were_minutes_for_it_and_not_before() -> None:
    asked = Choosing(offers=(_one(make_min=50),), costs=(0,), minutes=(20, 20, 20, 20), changes=(2, 2, 2, 2))
    assert choose(asked).coming == ((0, 0, 3),), "sixty minutes are there on the evening of the third day"
    early = Choosing(offers=(_one(make_min=50),), costs=(0,), minutes=(20, 20), changes=(2, 2), before=50)
    assert choose(early).coming == ((0, 0, 0),)


def test_what_is_prepared_each_day_must_fit_into_each_day() -> None:
    busy = Choosing(offers=(_one(daily_min=15),), costs=(0,), minutes=(20, 10, 20), changes=(2, 2, 2))
    assert choose(busy).coming == ((0, 0, 2),), "from the third day on every day has the minutes"


def test_what_is_asked_for_comes_before_anything_else_and_is_left_out_only_where_it_cannot_be() -> None:
    both = (_one(worth=5, forced=True), _one(ref=2, worth=150))
    asked = Choosing(offers=both, costs=(0,), minutes=(0,), changes=(2,))
    assert [n for n, _, _ in choose(asked).coming] == [0]
    assert choose(asked).value >= FORCED
    never = Choosing(offers=(_one(forced=True, ready=9), both[1]), costs=(0,), minutes=(0,), changes=(2,))
    assert [n for n, _, _ in choose(never).coming] == [1]


def test_days_and_changes_must_be_of_the_same_number() -> None:
    with pytest.raises(InvalidValue, match="changes"):
        Choosing(offers=(), costs=(), minutes=(1, 2), changes=(1,))
