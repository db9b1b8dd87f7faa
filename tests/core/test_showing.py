"""What is due to be shown, to whom, and how; and how the snack table grows."""

from __future__ import annotations

from datetime import timedelta

import pytest

from tests.builders import TODAY, at, child, tray
from zither_awl.catalogue.lesson_loader import shipped_routines
from zither_awl.core.practice import Practice
from zither_awl.core.reasons import Reason
from zither_awl.core.routine import next_step, snack_table
from zither_awl.core.showing import Planned, Showings, showings, style_for
from zither_awl.core.values import Child, Presentation, RoutineRun, StepDone, Tray

OUT = [tray(name, id=n, for_children=frozenset({1})) for n, name in enumerate("ABCDE", start=1)]


def due(months: int = 36, shown: tuple[int, ...] = (), today: tuple[int, ...] = (), planned: tuple[Planned, ...] = (),
        remedies: tuple[tuple[Tray, Reason], ...] = (), practice: Practice = Practice()) -> Showings:  # fmt: skip
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


def ran(days: int, *, done: bool = True) -> list[RoutineRun]:
    """The snack table used on so many days."""
    return [
        RoutineRun(key=f"r{n}", routine="snack", began=at(n + 1), done=(StepDone(step="pour", at=at(n + 1)),) * done)
        for n in range(days)
    ]


@pytest.mark.parametrize(("days", "stage"), [(0, "water alone"), (3, "water alone"), (4, "one dry food"),
                                             (13, "one dry food"), (14, "food to prepare")])  # fmt: skip
def test_water_first_then_a_dry_food_then_food_to_prepare(days: int, stage: str) -> None:
    found = snack_table([child("Ilse", months=50, id=1)], ran(days), TODAY)
    assert found.name == stage
    assert bool(found.for_each) is (stage != "water alone")
    assert snack_table([child("Ilse", months=50)], ran(20, done=False), TODAY).name == "water alone"


def test_the_bowl_holds_the_days_portion_of_all_who_come_with_what_to_mind() -> None:
    small = Child(id=2, name="Tove", pattern="dot", born=at(13 * 30).date(), allergies=("nuts",))
    found = snack_table([child("Ilse", months=50, id=1), small], ran(6), TODAY)
    assert dict(found.for_each) == {1: 5, 2: 3}
    assert found.in_the_bowl == 8
    said = " ".join(found.cautions)
    assert "12 mm" in said
    assert "Tove must not have nuts" in said
    assert "honey" not in said


def test_steps_may_be_done_in_any_order_and_what_ships_is_whole() -> None:
    laundry = next(r for r in shipped_routines() if r.key == "laundry")
    done = tuple(StepDone(step=s, at=at(0)) for s in ("right-way", "sort"))
    run = RoutineRun(key="k", routine="laundry", began=at(0), done=done)
    following = next_step(laundry, run)
    assert following is not None
    assert following.key == "load"
    assert [s.timer_min for s in laundry.steps if s.timer_min] == [49, 45], "the timers of the trade"
    assert next(s for s in laundry.steps if s.key == "filter").caution
    assert {r.key for r in shipped_routines()} >= {"laundry", "table", "dishes", "windows", "plants", "baking", "snack"}
    every = tuple(StepDone(step=s.key, at=at(0)) for s in laundry.steps)
    assert next_step(laundry, RoutineRun(key="k", routine="laundry", began=at(0), done=every)) is None
    for each in shipped_routines():
        assert all(s.source for s in each.steps if s.caution)
