"""Asking for a plan, watching and stopping it, taking it whole or in part, and asking why not."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from threading import Event

import pytest

from tests.core.shelves import HUGE, problem
from zither_awl.core.errors import Busy, InvalidValue, NotFound
from zither_awl.core.shelf import Conflict, Pin, Runner, ShelfPlan
from zither_awl.core.values import Spot
from zither_awl.services import heights, history, people, planning, shelf
from zither_awl.services.desk import Desk
from zither_awl.services.planning import Wanted
from zither_awl.services.solving import CRASHED, Question, Solve

PATIENCE_S = 60.0


@pytest.fixture
def at(demo: Desk) -> Iterator[Desk]:
    """The demo's desk, whose planner is ended with the test."""
    yield demo
    demo.solves.close()


def until(true: Callable[[], bool], what: str) -> None:
    """Wait until something holds, looking again every few milliseconds."""
    waits = Event()
    for _ in range(int(PATIENCE_S / 0.01)):
        if true():
            return
        waits.wait(0.01)
    raise AssertionError(f"waited in vain for {what}")


def answered(desk: Desk, solve_id: int) -> Solve:
    until(lambda: desk.solves.get(solve_id).status != "working", "the planner")
    return desk.solves.get(solve_id)


def plan(desk: Desk, wanted: Wanted) -> tuple[int, ShelfPlan]:
    number = planning.start(desk, wanted)
    answer = answered(desk, number).answer
    assert isinstance(answer, ShelfPlan), answer
    return number, answer


def names(desk: Desk, found: ShelfPlan, what: str) -> set[str]:
    return {c.tray.name for c in planning.differences(found, desk.house()) if c.what == what}


def test_two_changes_are_worked_out_taken_set_out_and_undone(at: Desk) -> None:
    before = {p.tray.name: p.spot for p in at.house().placements}
    number, found = plan(at, Wanted(changes=2))
    assert found.proven
    assert len(found.runners) == 3
    goes, comes = names(at, found, "goes"), names(at, found, "comes")
    assert "Spooning chickpeas" in goes
    assert (len(goes), len(comes)) == (2, 2)
    assert planning.accept(at, number, None, None) == 4
    after = {p.tray.name: p.spot for p in at.house().placements}
    assert after.keys() == (before.keys() - goes) | comes
    assert all(after[name] == before[name] for name in before.keys() & after.keys())
    assert [f for f in at.house().findings(at.today()) if f.severity == "must"] == []
    listed = {at.house().tray(task.tray_id).name for task in at.house().weeks.tasks}
    assert goes | comes <= listed
    history.undo(at)
    assert {p.tray.name: p.spot for p in at.house().placements} == before


def test_a_part_is_taken_when_its_spots_are_free_and_brings_no_hazard(at: Desk) -> None:
    number, found = plan(at, Wanted(changes=2))
    trays = {t.name: t.id for t in at.house().trays}
    (comes_for_chickpeas,) = [
        c.tray.name
        for c in planning.differences(found, at.house())
        if c.what == "comes" and c.then and c.then.spot == at.house().standing[trays["Spooning chickpeas"]].spot
    ]
    with pytest.raises(InvalidValue, match="Spooning chickpeas still stands where"):
        planning.accept(at, number, [trays[comes_for_chickpeas]], None)
    with pytest.raises(InvalidValue, match="Nothing of the plan is chosen"):
        planning.accept(at, number, [trays["Blocks"]], None)
    assert planning.accept(at, number, [trays["Spooning chickpeas"]], None) == 1
    assert trays["Spooning chickpeas"] not in at.house().standing
    with pytest.raises(InvalidValue, match="changed since this plan was made"):
        planning.accept(at, number, None, None)


def test_pins_bans_and_leanings_reach_the_planner(at: Desk) -> None:
    trays = {t.name: t.id for t in at.house().trays}
    there = Spot(1, 2, 3)
    pins = (Pin(trays["Drum and sticks"], there),)
    _, found = plan(at, Wanted(changes=3, pins=pins, bans=frozenset({trays["Dough and roller"]})))
    placed = {p.tray.name: p.spot for p in found.placements}
    assert placed["Drum and sticks"] == there
    assert "Dough and roller" not in placed
    people.change_household(at, "Leanings", None, rather_full=-1)
    number = planning.start(at, Wanted(without=frozenset({"cover:1:geography"})))
    calm = answered(at, number).answer
    assert isinstance(calm, ShelfPlan)
    people.change_household(at, "Leanings", None, rather_full=1)
    full = answered(at, planning.start(at, Wanted(without=frozenset({"cover:1:geography"})))).answer
    assert isinstance(full, ShelfPlan)
    assert len(calm.placements) < len(full.placements)
    with pytest.raises(InvalidValue, match="not at hand"):
        planning.start(at, Wanted(pins=(Pin(9999, there),)))


def test_what_could_not_be_covered_is_told_and_one_tap_cures_it(at: Desk) -> None:
    _, found = plan(at, Wanted())
    missing = next(u for u in found.unmet if u.ways and u.ways[0].wanted)
    assert missing.reasons
    way = missing.ways[0]
    _, again = plan(at, Wanted(wanted=frozenset(way.wanted)))
    assert missing.text not in {u.text for u in again.unmet}


def test_a_conflict_is_a_pin_against_a_rule_and_comes_with_a_way_out_that_works(at: Desk) -> None:
    beads = next(t.id for t in at.house().trays if t.name == "Spooning chickpeas")
    said = answered(at, planning.start(at, Wanted(pins=(Pin(beads, Spot(1, 0, 0)),)))).answer
    assert isinstance(said, Conflict)
    assert {r.key.partition(":")[0] for r in said.rules} == {"pin", "exposure"}
    assert answered(at, planning.start(at, Wanted(by_hand=frozenset({beads})))).answer


def test_why_not_is_a_rule_at_once_or_a_cost_that_was_worked_out(at: Desk) -> None:
    trays = {t.name: t.id for t in at.house().trays}
    number, _ = plan(at, Wanted(changes=2))
    rules = planning.why_not(at, number, trays["Spooning chickpeas"], Spot(1, 0, 0))
    assert isinstance(rules, tuple)
    assert any("Wren" in r.text for r in rules)
    later = planning.why_not(at, number, trays["Bells by pitch"], None)
    assert isinstance(later, int)
    cost = answered(at, later).answer
    assert isinstance(cost, Runner)
    assert cost.points > 0


def test_one_at_a_time_the_best_is_told_on_the_way_and_kept_when_stopped(at: Desk) -> None:
    number = at.solves.start(Question(problem(2, HUGE), planning.rests_on(at.house())))
    with pytest.raises(Busy, match="stop it first"):
        planning.start(at, Wanted())
    until(lambda: at.solves.get(number).best is not None or at.solves.get(number).status != "working", "a first plan")
    at.solves.stop(number)
    ended = answered(at, number)
    assert isinstance(ended.answer, ShelfPlan)
    assert ended.best is not None
    assert ended.best.value <= ended.best.bound
    assert ended.answer.score.value <= ended.answer.bound


def test_stopped_before_there_is_a_plan_it_says_so(at: Desk) -> None:
    number = planning.start(at, Wanted(changes=2))
    at.solves.stop(number)
    ended = answered(at, number)
    assert (ended.status, ended.answer) in (("stopped", None), ("done", ended.answer))
    assert ended.status == "done" or "Nothing was changed" in ended.message


def test_a_planner_that_dies_is_a_message_and_the_next_one_works(at: Desk) -> None:
    number = at.solves.start(Question(problem(2, HUGE), planning.rests_on(at.house())))
    at.solves._processes[number].kill()
    assert (answered(at, number).status, at.solves.get(number).message) == ("failed", CRASHED)
    assert plan(at, Wanted(changes=1))[1].proven


def test_old_questions_are_forgotten_and_unknown_ones_told(at: Desk) -> None:
    first, _ = plan(at, Wanted(changes=1))
    newest = at.solves.newest()
    assert newest is not None
    assert newest.id == first
    with pytest.raises(NotFound, match="no plan 99"):
        at.solves.get(99)


def test_a_house_with_no_shelf_or_nothing_for_anybody_is_told_what_to_do(desk: Desk) -> None:
    with pytest.raises(InvalidValue, match="no shelf to plan for"):
        planning.start(desk, Wanted())


def test_heights_of_the_house_are_ticked_and_undone(at: Desk) -> None:
    wren = next(c for c in at.house().children if c.name == "Wren")
    heights.tick(at, wren.id, "hook", True, None)
    done = {each.child.name: each.done for each in heights.house_heights(at.house(), at.today())}
    assert done == {"Anselm": frozenset(), "Wren": frozenset({"hook"}), "Tove": frozenset()}
    history.undo(at)
    assert not any(each.done for each in heights.house_heights(at.house(), at.today()))
    with pytest.raises(InvalidValue, match="no such thing"):
        heights.tick(at, wren.id, "lift", True, None)


def test_what_a_child_will_reach_within_the_year_is_told_with_its_month(at: Desk) -> None:
    said = [heights.said(r, at.today()) for r in heights.soon_reached(at.house(), at.today())]
    assert "In June Tove reaches the top board of the window shelf." in said
    assert heights.soon_reached(at.house(), at.today())[0].on > at.today()


def test_only_a_free_standing_shelf_is_reckoned_to_tip(at: Desk) -> None:
    firm = {u.name: heights.stability(at.house(), u, at.today()) for u in at.house().units}
    assert {name for name, found in firm.items() if found is not None} == {"window shelf", "low shelf"}


def test_a_placement_is_read_out_with_whom_it_is_for_and_whom_it_is_not_for(at: Desk) -> None:
    house = at.house()
    chickpeas = next(p for p in house.placements if p.tray.name == "Spooning chickpeas")
    said = shelf.read_out(chickpeas, house, at.today())
    assert said.startswith("top board, first of four: Spooning chickpeas, for Anselm, within reach")
    assert "within Tove's reach, not for Tove" in said
