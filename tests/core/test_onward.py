"""The house that is simulated onward: it judges as the record is judged, and lives by its own laws."""

from __future__ import annotations

from collections import deque
from dataclasses import replace
from datetime import date, timedelta
from random import Random

import pytest
from hypothesis import example, given
from hypothesis import strategies as st

from tests.builders import TODAY, at, child, episode, helped, log_of, placed, tray
from zither_awl.core.concentration import folded
from zither_awl.core.interest import interest
from zither_awl.core.mastery import known_since
from zither_awl.core.practice import Practice
from zither_awl.core.values import Visit
from zither_awl.core.weeks.ahead import POLICIES, _range, look_ahead
from zither_awl.core.weeks.onward import ChildAhead, HouseAhead, Run, TrayAhead, _mastered, _Seen

PRACTICE = Practice()
PICKS = st.lists(st.booleans(), max_size=70)


def seen(picked: list[bool]) -> _Seen:
    return _Seen(deque(maxlen=5), list(picked))


@given(st.lists(st.tuples(st.integers(0, 2), st.booleans()), max_size=12))
def test_a_level_is_mastered_in_the_model_when_the_record_would_have_it_so(told: list[tuple[int, bool]]) -> None:
    """The same tries, judged by core.mastery: known from some day on, or not at all."""
    day, tries = 60, deque[tuple[date, bool]](maxlen=PRACTICE.mastered_of_last)
    visits: list[Visit] = []
    mastered = False
    for n, (later, alone) in enumerate(told):
        day -= later
        tries.append((TODAY - timedelta(days=day), alone))
        visits += folded([(episode if alone else helped)(day, minutes=5, began=at(day, 9, n))])
        mastered = mastered or _mastered(tries, PRACTICE)
    ever = any(known_since(visits[: n + 1]) is not None for n in range(len(visits)))
    assert mastered == ever


@given(PICKS)
@example([True] * 24 + [False] * 16 + [True] * 3)
@example([True] * 30 + [False] * 12)
@example([False] * 20)
def test_a_tray_fades_and_is_left_alone_in_the_model_as_by_the_record(picked: list[bool]) -> None:
    """The same choices, judged by core.interest over work cycles that were all seen."""
    drum, many = tray("Drum", id=1), len(picked)
    out = [placed(drum, since=at(many + 5))]
    works = [episode(many - n, minutes=5) for n, was in enumerate(picked) if was]
    judged = interest(child(), drum, log_of([drum], works, mornings=many, placements=out), TODAY)
    assert seen(picked).faded(PRACTICE) == judged.faded
    assert seen(picked).ignored(PRACTICE) == judged.ignored


# A house of the model


TRAYS = tuple(
    TrayAhead(
        id=n,
        children=(1, 2) if n % 3 else (1,),
        follows=(n - 1,) if n % 4 == 0 else (),
        next=n + 1 if n % 4 == 3 else None,
        uses=((70 + n % 2, 1.0),) if n % 5 == 0 else (),
        stays=n == 6,
    )
    for n in range(1, 17)
)
HOUSE = HouseAhead(
    on=TODAY,
    trays=TRAYS,
    standing=tuple(range(1, 9)),
    stock={70: 12.0, 71: 30.0},
    days=frozenset({0, 1, 3, 4}),
    children=(ChildAhead(id=1, known=frozenset({1, 2})), ChildAhead(id=2, known=frozenset(), picks=2.5)),
)


@pytest.mark.parametrize("policy", POLICIES)
@pytest.mark.parametrize("seed", range(6))
def test_a_run_keeps_its_laws(policy: str, seed: int) -> None:
    run = Run(HOUSE, 8, Random(seed), POLICIES[policy])
    ended = run.live()
    assert ended.cycles == 8 * len(HOUSE.days)
    standing = [t.id for t in run.shelf]
    assert len(set(standing)) == len(standing) == len(HOUSE.standing), "what leaves is replaced, nothing stands twice"
    learned = {(c, t) for (c, t) in ended.mastered if t in {x.id for x in TRAYS}}
    assert len(learned) == ended.learned
    assert not {(c, t) for c, t in learned if c == 2 and t % 3 == 0}, "nobody masters what is not for it"
    assert not {(c, t) for c, t in learned if c == 1 and t in HOUSE.children[0].known}, "what is known is not learned"
    assert all(TODAY <= day < TODAY + timedelta(weeks=8) for day in ended.mastered.values())
    assert all(day.weekday() in HOUSE.days for day in ended.mastered.values())
    assert all(day.weekday() == HOUSE.look_day for day in ended.wants.values())
    assert all(left <= HOUSE.stock[thing] for thing, left in run.stock.items())
    assert set(ended.emptied) == {thing for thing, left in run.stock.items() if left <= 0}
    assert 6 not in ended.wants, "what is always out is never through"


@pytest.mark.parametrize("seed", range(5))
def test_by_signs_nothing_leaves_before_everybody_is_through_with_it(seed: int) -> None:
    left: list[int] = []

    def watched(run: Run) -> list[tuple[int, int | None]]:
        through = run.through()
        going = POLICIES["by signs, weekly"](run)
        assert {out for out, _ in going} <= set(through)
        assert len(going) <= HOUSE.practice.changes_at_once
        left.extend(out for out, _ in going)
        return going

    ended = Run(HOUSE, 10, Random(seed), watched).live()
    assert ended.swapped == len(left)


def test_what_comes_is_the_next_step_first_and_what_rested_too_short_does_not() -> None:
    run = Run(HOUSE, 2, Random(1), POLICIES["by signs, weekly"])
    assert run.coming(7, set()) == 9, "eight stands already: else a tray nobody lacks a step for"
    run.shelf = [t for t in run.shelf if t.id != 8]
    assert run.coming(7, set()) == 8, "its next step"
    assert run.coming(7, {8}) == 9
    run.rested = dict.fromkeys(range(9, 17), 0)
    assert run.coming(1, {8}) is None, "all of them rested for less than the days of rest"


def test_nothing_stands_for_a_child_and_it_picks_nothing() -> None:
    alone = replace(HOUSE, standing=(), children=(ChildAhead(id=3, known=frozenset()),))
    ended = Run(alone, 3, Random(1), POLICIES["by the calendar, weekly"]).live()
    assert (ended.picked, ended.learned, ended.swapped, dict(ended.wants)) == (0, 0, 0, {})
    told = look_ahead(alone, runs=5, weeks=3)
    assert (dict(told.mastered), dict(told.changes), dict(told.out_of)) == ({}, {}, {})


@given(st.lists(st.integers(0, 55), max_size=40), st.integers(0, 60))
def test_a_range_counts_the_runs_in_which_it_never_came(days: list[int], more: int) -> None:
    runs = len(days) + more
    if runs == 0:
        return
    found = _range([TODAY + timedelta(days=n) for n in days], runs)
    assert found.share == pytest.approx(len(days) / runs)
    came = [d for d in (found.low, found.middle, found.high) if d is not None]
    assert came == sorted(came)
    assert (found.middle is None) == (len(days) <= runs // 2)
    if found.low is not None and found.high is not None:
        held = sum(found.low <= TODAY + timedelta(days=n) <= found.high for n in days)
        assert held >= 0.8 * runs - 1, "four in five lie within"


def test_with_more_practice_behind_it_a_tray_is_mastered_sooner() -> None:
    """Two tries alone on two days already are nearer to the criterion than none."""
    begun = tuple((TODAY - timedelta(days=n), True) for n in (2, 1))
    house = replace(HOUSE, children=(ChildAhead(id=1, known=frozenset({5})),))
    nearer = replace(house, children=(ChildAhead(id=1, known=frozenset({5}), tries={4: begun}),))
    far, near = (look_ahead(h, runs=80, weeks=3, seed=2).mastered[1, 4].share for h in (house, nearer))
    assert near > far


def test_work_done_alone_and_with_help_is_told_apart() -> None:
    """What the agreement above rests on."""
    assert [v.done_alone for v in folded([episode(1), helped(1)])] == [True, False]
