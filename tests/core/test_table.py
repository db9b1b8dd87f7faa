"""How the snack table grows by pouring that goes well, what it holds, and what happened at it."""

from __future__ import annotations

from datetime import timedelta
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from tests.builders import TODAY, at, child
from zither_awl.core.errors import InvalidValue
from zither_awl.core.practice import Practice
from zither_awl.core.table import first_met, pouring_days, stage_of, table, table_today
from zither_awl.core.values import POURED, TASTED, RoutineRun, StepDone, TableEvent

USUAL = Practice()


def event(what: Any, days_ago: int = 0, minute: int = 0, **more: Any) -> TableEvent:
    return TableEvent(what=what, at=at(days_ago, 9, minute), **more)


def poured(days_ago: int, outcome: str = "well") -> TableEvent:
    return event("poured", days_ago, child_id=1, outcome=outcome)


def fed(*days: int) -> list[TableEvent]:
    return [event("set", n, food="crackers", cut="whole") for n in days]


@pytest.mark.parametrize(
    ("well", "dry", "stage"),
    [
        ((), (), "water alone"),
        ((3, 2), (), "water alone"),
        ((4, 3, 2), (), "one dry food"),
        ((30, 29, 28), range(1, 10), "one dry food"),
        ((30, 29, 28), range(1, 11), "food to prepare"),
        ((30, 29, 28), range(28, 38), "one dry food"),
    ],
)
def test_food_comes_when_pouring_went_well_on_three_days(well: Any, dry: Any, stage: str) -> None:
    """SEQ-5: water alone before food. Three days of pouring seen to go well; ten of dry food: ours, no source."""
    events = [*map(poured, well), *fed(*dry)]
    assert stage_of(events, [], TODAY)[0] == stage


def test_days_of_use_alone_bring_no_food_and_a_spill_is_no_pouring_well() -> None:
    assert stage_of(fed(*range(1, 40)), [], TODAY)[0] == "water alone"
    assert stage_of([poured(n, "spilled") for n in range(1, 9)], [], TODAY)[0] == "water alone"
    assert stage_of([poured(n) for n in (1, 1, 1, 2)], [], TODAY)[0] == "water alone", "days, not times"
    assert stage_of([poured(0), poured(1), poured(2)], [], TODAY)[0] == "water alone", "from the day after"


def test_a_child_that_poured_in_the_routine_was_seen_too_and_an_adult_was_not() -> None:
    def ran(days_ago: int, child_id: int | None) -> RoutineRun:
        done = (StepDone(step="pour", at=at(days_ago), child_id=child_id),)
        return RoutineRun(key=f"r{days_ago}", routine="snack", began=at(days_ago), done=done)

    assert len(pouring_days([], [ran(n, 1) for n in (1, 2, 3)], TODAY)) == 3
    assert pouring_days([], [ran(n, None) for n in (1, 2, 3)], TODAY) == ()


def test_the_households_word_stands_above_what_was_seen() -> None:
    said = Practice(snack_stage="food to prepare")
    stage, reasons = stage_of([], [], TODAY, said)
    assert (stage, reasons[0].text) == ("food to prepare", "You chose: food to prepare.")


def test_the_bowl_holds_the_portion_of_all_who_come_by_the_houses_own_amount() -> None:
    who = [child("Ilse", months=50, id=1), child("Tove", months=20, id=2)]
    well = [poured(n) for n in (4, 3, 2)]
    found = table(who, well, [], TODAY)
    assert (dict(found.for_each), found.in_the_bowl) == ({1: 5, 2: 3}, 8)
    more = table(who, well, [], TODAY, Practice(snack_pieces=7, snack_pieces_small=2, snack_refill="once"))
    assert (dict(more.for_each), more.in_the_bowl) == ({1: 7, 2: 2}, 9)
    assert "filled again once" in more.reasons[-1].text
    assert table(who, [], [], TODAY).for_each == ()


@pytest.mark.parametrize(
    ("rule", "refilled", "may"),
    [("not refilled", 0, False), ("once", 0, True), ("once", 1, False), ("when empty", 5, True)],
)
def test_the_bowl_is_filled_again_by_the_houses_rule(rule: Any, refilled: int, may: bool) -> None:
    told = [event("refilled", minute=n) for n in range(refilled)]
    assert table_today(told, TODAY, Practice(snack_refill=rule)).may_refill is may


def test_empty_holds_until_it_is_filled_again() -> None:
    told = [event("set", food="banana", cut="thin"), event("empty", minute=30)]
    assert table_today(told, TODAY).empty_at == at(0, 9, 30)
    assert table_today([*told, event("refilled", minute=31)], TODAY).empty_at is None
    assert table_today(told, TODAY + timedelta(days=1)).set == ()


def test_how_a_food_was_met_is_kept_in_order_and_never_added_up() -> None:
    told = [event("tasted", n, child_id=1, food="pear", outcome=o) for n, o in zip((3, 2, 1), TASTED, strict=False)]
    (met,) = first_met(told).values()
    assert [e.outcome for e in met] == ["looked", "touched", "tasted"]


@pytest.mark.parametrize(
    ("what", "more", "field"),
    [
        ("thrown", {}, "run"),
        ("poured", {"outcome": "well"}, "child_id"),
        ("poured", {"child_id": 1}, "outcome"),
        ("tasted", {"child_id": 1, "outcome": "ate"}, "food"),
        ("empty", {"outcome": "well"}, "outcome"),
    ],
)
def test_what_cannot_be_at_a_table_is_refused(what: Any, more: dict[str, Any], field: str) -> None:
    with pytest.raises(InvalidValue, match=field):
        event(what, **more)


@given(st.lists(st.tuples(st.integers(0, 40), st.sampled_from(POURED)), max_size=30), st.integers(0, 40))
def test_more_pouring_well_never_takes_food_away(seen: list[tuple[int, str]], day: int) -> None:
    order = ("water alone", "one dry food", "food to prepare")
    events = [poured(n, outcome) for n, outcome in seen] + fed(*range(1, 40))
    before = order.index(stage_of(events, [], TODAY)[0])
    assert order.index(stage_of([*events, poured(day)], [], TODAY)[0]) >= before
