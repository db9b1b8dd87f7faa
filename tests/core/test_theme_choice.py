"""Which trays of a theme come, against enumeration of every choice there is."""

from __future__ import annotations

from dataclasses import replace
from random import Random

import pytest

from tests.core.theme_problems import best_by_enumeration, random_choosing
from zither_awl.core.errors import InvalidValue
from zither_awl.core.weeks.choose import COVERED, FORCED, SERVED, Choosing, Coming, Offer, Sum, breaks, choose, value_of


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


COMING = ((0, 0, 0), (1, 1, 1))


def _two(**more: object) -> Choosing:
    offers = (_one(places=frozenset({0, 1})), _one(ref=2, places=frozenset({0, 1}), area="science"))
    kept: dict[str, object] = {"offers": offers, "costs": (0, 0), "minutes": (30, 30), "changes": (2, 2), **more}
    return Choosing(**kept)  # type: ignore[arg-type]


@pytest.mark.parametrize(
    ("coming", "more", "said"),
    [
        (COMING, {}, ""),
        (((0, 2, 0),), {}, "place"),
        (((0, None, 0),), {}, "place"),
        (((0, 0, 0),), {"offers": (_one(ready=1),)}, "day"),
        (((0, 0, 0),), {"offers": (_one(day=1),)}, "day"),
        (((0, None, 1),), {"offers": (_one(here=True, places=frozenset()),)}, "day"),
        (((0, 0, 0), (1, 0, 1)), {}, "twice"),
        (((0, 0, 0), (0, 1, 1)), {}, "twice"),
        (((0, 0, 0), (1, 1, 0)), {"changes": (1, 2)}, "changes"),
        (COMING, {"sums": (Sum("room for Tove", {(0, 0): 1, (1, 1): 1}, 1),)}, "room for Tove"),
        (((0, 0, 0),), {"offers": (_one(make_min=31),)}, "minutes"),
        (((0, 0, 0),), {"offers": (_one(make_min=31),), "before": 31}, ""),
        (((0, 0, 0),), {"offers": (_one(daily_min=31),)}, "minutes"),
    ],
)
def test_what_a_choice_breaks_is_said_in_a_word(coming: tuple[Coming, ...], more: dict[str, object], said: str) -> None:
    assert breaks(_two(**more), coming) == said


def test_a_choice_is_worth_its_days_what_it_reaches_and_less_what_goes_for_it() -> None:
    """Reckoned by hand: 100 points for two days and for one, two areas of one child, the child, and two places."""
    asked = _two(costs=(60, 7))
    assert value_of(asked, COMING) == 100 * 2 + 100 * 1 + 2 * COVERED + SERVED - 60 - 7
    assert value_of(asked, ()) == 0


LAWS = pytest.mark.parametrize("seed", range(1000, 1060))


@LAWS
def test_more_minutes_more_changes_and_more_offers_are_never_worth_less(seed: int) -> None:
    asked = random_choosing(Random(seed))
    worth = choose(asked).value
    eased = replace(asked, minutes=tuple(m + 15 for m in asked.minutes), changes=tuple(c + 1 for c in asked.changes))
    assert choose(eased).value >= worth
    assert choose(replace(asked, sums=())).value >= worth
    last = len(asked.offers) - 1
    sums = tuple(replace(s, of={k: v for k, v in s.of.items() if k[0] < last}) for s in asked.sums)
    fewer = replace(asked, offers=asked.offers[:-1], sums=sums)
    assert choose(fewer).value <= worth


@LAWS
def test_the_order_of_the_offers_says_nothing_of_what_the_best_is_worth(seed: int) -> None:
    asked = random_choosing(Random(seed))
    last = len(asked.offers) - 1
    turned = replace(
        asked,
        offers=asked.offers[::-1],
        sums=tuple(replace(s, of={(last - n, place): v for (n, place), v in s.of.items()}) for s in asked.sums),
    )
    one, other = choose(asked), choose(turned)
    assert one.value == other.value
    assert one.bound == one.value, "proven: nothing could be worth more"


def test_it_tells_of_each_better_choice_and_never_of_a_worse() -> None:
    told: list[tuple[int, int]] = []
    asked = random_choosing(Random(7), offers=9, places=5, days=6)
    best = choose(asked, tell=lambda _, value, bound: told.append((value, bound)))
    values = [value for value, _ in told]
    assert values == sorted(values)
    assert values[-1] == best.value
    assert all(value <= bound for value, bound in told)


def test_no_days_are_no_theme() -> None:
    with pytest.raises(InvalidValue, match="days"):
        Choosing(offers=(), costs=(), minutes=(), changes=())
