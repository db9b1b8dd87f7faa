"""What is due to be shown, to whom, and how; and how far a routine is."""

from __future__ import annotations

from dataclasses import replace
from datetime import timedelta
from typing import Any

import pytest

from tests.builders import TODAY, at, child, tray
from zither_awl.catalogue.lesson_loader import routine_of, shipped_routines
from zither_awl.core.errors import InvalidValue
from zither_awl.core.practice import Practice
from zither_awl.core.reasons import Reason
from zither_awl.core.routine import comes_round, next_step, open_steps
from zither_awl.core.showing import Planned, Showings, passed_by, showings, style_for
from zither_awl.core.values import Presentation, RoutineRun, StepDone, Tray
from zither_awl.formats.paper.drawings import pictures

OUT = [tray(name, id=n, for_children=frozenset({1})) for n, name in enumerate("ABCDE", start=1)]


def due(
    months: int = 36,
    shown: tuple[int, ...] = (),
    today: tuple[int, ...] = (),
    planned: tuple[Planned, ...] = (),
    remedies: tuple[tuple[Tray, Reason], ...] = (),
    practice: Practice = Practice(),
) -> Showings:
    told = [Presentation(id=n, child_id=1, tray_id=n, at=at(3)) for n in (*shown, *today)]
    return showings(child("Ilse", months=months, id=1), OUT, told, today, planned, remedies, TODAY, practice=practice)


def names(found: Showings) -> list[str]:
    return [d.tray.name for d in found.due]


def test_two_new_ones_a_day_wait_for_a_child_who_is_shown_first() -> None:
    """P(2) a day: common practice, no source."""
    found = due()
    assert names(found) == ["A", "B"]
    assert [t.name for t in found.waiting] == ["C", "D", "E"]
    assert found.open == ()
    assert found.due[0].reasons[0].rule == "PRES-4"
    assert names(due(shown=(1, 2, 3))) == ["D", "E"]


@pytest.mark.parametrize(("today", "left"), [((1,), ["B"]), ((1, 2), [])])
def test_what_was_shown_today_counts(today: tuple[int, ...], left: list[str]) -> None:
    assert names(due(today=today)) == left


def test_a_free_child_finds_what_is_open_without_a_showing() -> None:
    young = due(months=29)
    assert (names(young), [t.name for t in young.open]) == ([], ["A", "B", "C", "D", "E"])
    assert names(due(months=29, practice=Practice(shown_first_from_months=0))) == ["A", "B"]
    assert names(due(practice=Practice(shown_first_from_months=10_000))) == []


def test_a_planned_showing_comes_first_and_takes_a_place_of_the_new_ones() -> None:
    plan = Planned(7, 1, 4, TODAY)
    found = due(planned=(plan,))
    assert names(found) == ["D", "A"]
    assert (found.due[0].planned_id, found.due[0].again) == (7, False)
    assert names(due(planned=(Planned(7, 1, 4, TODAY + timedelta(days=1)),))) == ["A", "B"], "not yet"
    assert names(due(planned=(Planned(7, 2, 4, TODAY),))) == ["A", "B"], "another child’s"
    again = due(shown=(1, 2, 3, 4, 5), planned=(plan,))
    assert (names(again), again.due[0].again) == (["D"], True)


def test_what_lies_untouched_is_shown_again_beyond_the_two() -> None:
    why = Reason("ROT-9", "Nobody took it.")
    found = due(shown=(3,), today=(1, 2), remedies=((OUT[2], why),))
    assert [(d.tray.name, d.again, d.reasons[0].text) for d in found.due] == [("C", True, "Nobody took it.")]


@pytest.mark.parametrize(("months", "style"), [(23, "together"), (24, "silent")])
def test_silent_from_two_years_together_before(months: int, style: str) -> None:
    """PRES-2, SEQ-6. Common practice, no source."""
    assert style_for(child("Ilse", months=months), TODAY) == style


@pytest.mark.parametrize(
    ("outcomes", "worked", "again"),
    [
        (("watched",), None, True),
        (("left it",), None, True),
        (("worked with it",), None, False),
        (("tried",), None, False),
        (("watched",), 2, False),
        (("watched",) * 4, None, False),
        (("watched", "worked with it"), None, False),
    ],
)
def test_a_showing_that_passed_a_child_by_is_given_again_another_day(
    outcomes: tuple[str, ...], worked: int | None, again: bool
) -> None:
    """PRES-3: present again, several times, on other days. The numbers are ours."""
    told = [Presentation(id=n, child_id=1, tray_id=1, at=at(9 - n), outcome=o) for n, o in enumerate(outcomes)]
    since = {1: at(worked).date()} if worked is not None else {}
    found = passed_by(child("Ilse", id=1), OUT, told, since, TODAY)
    assert [t.id for t, _ in found] == ([1] if again else [])
    assert all(why.rule == "PRES-3" for _, why in found)
    assert passed_by(child("Ilse", id=1), OUT, told, since, at(0).date() + timedelta(days=60)) == []
    assert passed_by(child("Tove", id=2), OUT, told, since, TODAY) == []


def test_steps_may_be_done_in_any_order_and_what_ships_is_whole() -> None:
    laundry = next(r for r in shipped_routines() if r.key == "laundry")
    done = tuple(StepDone(step=s, at=at(0)) for s in ("right-way", "sort", "sort/kind-1"))
    run = RoutineRun(key="k", routine="laundry", began=at(0), done=done)
    following = next_step(laundry, run)
    assert following is not None
    assert following.key == "pockets"
    assert [s.timer_min for s in laundry.steps if s.timer_min] == [60, 30], "a house sets its own"
    every = tuple(StepDone(step=s.key, at=at(0)) for s in laundry.steps)
    assert next_step(laundry, RoutineRun(key="k", routine="laundry", began=at(0), done=every)) is None


def test_what_ships_covers_the_house_with_pictures_cautions_and_their_sources() -> None:
    """The list of real work: common practice, no source."""
    keys = {r.key for r in shipped_routines()}
    assert len(keys) == len(shipped_routines()) >= 18
    assert keys >= {
        "laundry",
        "dishwasher",
        "socks",
        "table",
        "clear-table",
        "dishes",
        "coming-in",
        "dressing",
        "teeth",
        "hands",
        "plants",
        "sweeping",
        "windows",
        "animal",
        "shopping",
        "baking",
        "pancakes",
        "bag",
        "tidy-shelf",
        "snack",
    }
    drawn = pictures()
    for each in shipped_routines():
        assert each.invitation
        for step in each.steps:
            assert step.picture in drawn, f"{each.key}: {step.key}"
            assert step.source or not step.caution, "a caution names where it is from"
            assert step.who == "adult" or step.picture != "oven", "the oven is the adult's"


def test_a_step_hangs_on_what_is_found_and_piles_are_no_steps_of_their_own() -> None:
    laundry = next(r for r in shipped_routines() if r.key == "laundry")
    assert laundry.conditions == ("it goes in the dryer", "it is hung up")
    before = RoutineRun(key="k", routine="laundry", began=at(0))
    hung = replace(before, branches=(("it goes in the dryer", False), ("it is hung up", True)))
    assert {"filter", "dry"} <= {s.key for s in open_steps(laundry, before)}
    assert {s.key for s in open_steps(laundry, hung)} & {"filter", "dry", "hang"} == {"hang"}
    assert laundry.step("fold/kind-2") == laundry.step("fold")
    assert laundry.step("load/kind-2") is None, "no piles there"
    sunday = replace(laundry, weekdays=(6,))
    assert [comes_round(sunday, TODAY + timedelta(days=n)) for n in range(7)].count(True) == 1


@pytest.mark.parametrize(
    ("more", "field"),
    [
        ({"who": "cat"}, "who"),
        ({"timer": 0}, "timer"),
        ({"timer": 241}, "timer"),
        ({"piles": "by size"}, "piles"),
        ({"piles": "by kind", "kinds": ["one"]}, "kinds"),
        ({"amount": "x" * 61}, "amount"),
        ({"text": " "}, "text"),
        ({"only_if": "x" * 61}, "only_if"),
    ],
)
def test_a_wrong_step_is_refused_with_its_number_and_field(more: dict[str, Any], field: str) -> None:
    with pytest.raises(InvalidValue, match=f"step 1: {field}"):
        routine_of({"key": "own", "name": "Own", "steps": [{"key": "a", "text": "Stir", **more}]})
