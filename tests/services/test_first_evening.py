"""The first shelf of ten invented households: no rule broken, enough for each child, near its age, of what is there."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from dataclasses import replace
from pathlib import Path

import pytest

from tests.services.first_evenings import EVENINGS, Evening, enter
from tests.services.test_planning import answered
from zither_awl.core.ages import corrected_months
from zither_awl.core.errors import Busy, InvalidValue
from zither_awl.core.mastery import KNOWN
from zither_awl.services import asking, first_shelf, history, room, welcome
from zither_awl.services.copies import look_into
from zither_awl.services.desk import Desk
from zither_awl.services.first_shelf import FirstShelf, Picked
from zither_awl.services.need import need_of

ENOUGH_THINGS, ENOUGH_TRAYS, NEAR_MONTHS, SMALL_MONTHS = 30, 4, 3, 12


@pytest.fixture
def house(open_desk: Callable[[Path], Desk], empty_file: Path) -> Iterator[Desk]:
    desk = open_desk(empty_file)
    yield desk
    desk.solves.close()


def composed(desk: Desk, picked: list[Picked] | None = None) -> tuple[int, FirstShelf]:
    number = first_shelf.start(desk, picked)
    return number, first_shelf.first_shelf(desk, answered(desk, number))


@pytest.mark.parametrize("evening", [e for e in EVENINGS if e.name != "almost nothing"], ids=lambda e: e.name)
def test_the_first_shelf_of_ten_households(evening: Evening, house: Desk) -> None:
    things = enter(house, evening)
    number, found = composed(house)
    here, today = house.house(), house.today()
    for each in found.trays:
        card = each.first.made.level
        assert each.first.why.text
        assert all(c.severity != "must" for c in each.first.made.checks)
        for child in here.children:
            if child.id not in each.first.tray.for_children:
                continue
            months = corrected_months(child.born, child.gestation_weeks, today)
            design = each.first.made.design
            opens = max(design.from_months, card.from_months)
            assert opens - NEAR_MONTHS <= months <= design.to_months + NEAR_MONTHS, (child.name, design.name)
            need = need_of(here, child, today)
            held = [r for r in design.before(card.number) if need.states.get(r) not in KNOWN and r not in need.presumed]
            assert not held, (child.name, each.first.tray.name, held)
    for child in here.children:
        mine = sum(child.id in f.first.tray.for_children for f in found.trays)
        if things >= ENOUGH_THINGS and corrected_months(child.born, None, today) >= SMALL_MONTHS:
            assert mine >= ENOUGH_TRAYS, (child.name, mine)
    assert first_shelf.take(house, number, 1) == len(found.trays)
    after = house.house()
    assert len(after.placements) == len(found.trays)
    assert [f for f in after.findings(today) if f.severity == "must"] == []
    assert {c.component.name for p in after.placements for c in p.tray.contents} <= {c.name for c in after.components}


def test_almost_nothing_is_told_what_one_thing_more_would_open(house: Desk) -> None:
    enter(house, next(e for e in EVENINGS if e.name == "almost nothing"))
    with pytest.raises(InvalidValue, match="Nothing for a shelf") as told:
        first_shelf.start(house, None)
    assert "One thing more would open: basket" in str(told.value.problems[0].hint)


def test_the_shelf_is_taken_in_one_write_and_given_back_by_one_undo(house: Desk) -> None:
    enter(house, EVENINGS[1])
    number, found = composed(house)
    first_shelf.take(house, number, 1)
    assert welcome.evening(house.house()).through
    assert {t.kind for t in house.house().weeks.tasks} == {"put"}
    undone = history.undo(house)
    assert undone is not None
    assert undone.label == "Took the first shelf"
    assert not house.house().placements
    assert not house.house().trays
    assert found.trays


def test_a_tray_is_left_out_and_another_stands_in_its_place(house: Desk) -> None:
    enter(house, EVENINGS[3])
    _, found = composed(house)
    swapped = next(f for f in found.trays if f.others)
    key, level, name = swapped.others[0]
    kept = [Picked(*f.first.rung, f.child.id) for f in found.trays if f is not swapped]
    _, again = composed(house, [*kept[1:], Picked(key, level, swapped.child.id)])
    names = {f.first.made.design.name for f in again.trays}
    assert name in names
    assert len(again.trays) == len(found.trays) - 1
    with pytest.raises(InvalidValue, match="cannot be made beside"):
        first_shelf.start(house, [kept[0]] * 30)


def test_a_second_question_is_refused_before_anything_is_composed(house: Desk, monkeypatch: pytest.MonkeyPatch) -> None:
    enter(house, EVENINGS[1])
    number = first_shelf.start(house, None)
    composed_again: list[Desk] = []
    monkeypatch.setattr(first_shelf, "_needs", lambda desk, _: composed_again.append(desk))
    with pytest.raises(Busy, match="stop it first"):
        first_shelf.start(house, None)
    assert composed_again == []
    answered(house, number)


def test_an_old_composition_is_not_taken(house: Desk) -> None:
    enter(house, EVENINGS[1])
    number, _ = composed(house)
    asking.keep_said(house, 1, [(("book", 1), "yes")], {}, 1)
    with pytest.raises(InvalidValue, match="changed since"):
        first_shelf.take(house, number, 1)


def test_a_house_in_which_no_child_comes_to_any_place_is_told_so(house: Desk) -> None:
    enter(house, EVENINGS[1])
    for unit in house.house().units:
        room.save_unit(house, replace(unit, comes=frozenset(), barrier="gate"), 1)
    with pytest.raises(InvalidValue, match="No child comes"):
        first_shelf.start(house, None)


@pytest.mark.parametrize("lacks", ["children", "places", "things"])
def test_what_is_lacking_is_said(lacks: str, house: Desk) -> None:
    told = EVENINGS[1]
    cut = Evening(
        told.name,
        told.children if lacks != "children" else (),
        told.places if lacks != "places" else (),
        told.things if lacks != "things" else (),
    )
    enter(house, cut)
    field = {"children": "child", "places": "place", "things": "cupboard"}[lacks]
    with pytest.raises(InvalidValue, match=field):
        first_shelf.start(house, None)


def test_the_steps_are_kept_and_through_with_a_shelf(house: Desk) -> None:
    assert [state for _, state in welcome.evening(house.house()).steps] == ["open"] * 6
    enter(house, EVENINGS[1])
    welcome.keep_step(house, "know", "later", 1)
    steps = dict(welcome.evening(house.house()).steps)
    assert steps == {
        "house": "done",
        "children": "done",
        "know": "later",
        "places": "done",
        "things": "done",
        "first": "open",
    }
    assert not welcome.evening(house.house()).through
    welcome.keep_step(house, "first", "later", 1)
    assert welcome.evening(house.house()).through


def test_a_demo_that_was_not_moved_in_to_be_looked_at_is_never_emptied(demo: Desk) -> None:
    with pytest.raises(InvalidValue, match="only looked at"):
        welcome.leave_demo(demo)
    with demo.write_untracked() as work:
        work.settings.save_welcome_step(welcome.LOOKED_AT, "done")
    welcome.leave_demo(demo)
    assert demo.house().household is None
    kept = list((demo.database.parent / "copies").glob("before-leaving-the-demo-*.db"))
    assert [look_into(each).children for each in kept] == [3], "somebody may have begun to live in it"
