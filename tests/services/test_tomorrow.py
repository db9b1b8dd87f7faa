"""Tomorrow in a house: proposed, chosen, moved, taken up."""

from __future__ import annotations

from datetime import timedelta

import pytest

from tests.conftest import NOW
from tests.devices import Tablet
from zither_awl.core.errors import InvalidValue
from zither_awl.core.values import Place, Work
from zither_awl.services import history, showing, tomorrow
from zither_awl.services.clock import SetClock
from zither_awl.services.desk import Desk
from zither_awl.services.tomorrow import DayOf


def of_first(desk: Desk) -> DayOf:
    return tomorrow.day_of(desk)[1][0]


def test_the_demos_tomorrow_is_proposed_across_kinds_and_areas(demo: Desk) -> None:
    day, children = tomorrow.day_of(demo)
    assert day == demo.today() + timedelta(days=1)
    assert [each.child.name for each in children] == ["Anselm", "Wren", "Tove"]
    for each in children:
        assert 1 <= len(each.items) <= 5
        assert not each.chosen
        assert all(i.reason.text for i in each.items)
        assert sum(i.kind == "show" for i in each.items) <= 2
        refs = [i.ref for i in (*each.items, *each.others)]
        assert len(refs) == len(set(refs))
    assert len({i.area for i in children[0].items}) >= 3
    assert "real work" in {i.kind for i in children[0].items}


def test_what_is_planned_for_the_day_comes_first_and_what_is_chosen_stays(demo: Desk, clock: SetClock) -> None:
    house, day = demo.house(), demo.today() + timedelta(days=1)
    child, adult = house.children[0], house.adults[0].id
    resting = next(t for t in house.trays if child.id in t.for_children and t.id not in house.standing)
    showing.plan(demo, child.id, resting.id, day, adult)
    found = of_first(demo)
    assert f"tray:{resting.id}" in {i.ref for i in found.items}
    chosen = [*reversed([i.ref for i in found.items]), found.others[0].ref]
    tomorrow.choose(demo, child.id, day, chosen, adult)
    assert [i.ref for i in of_first(demo).items] == chosen
    assert of_first(demo).chosen
    history.undo(demo)
    assert not of_first(demo).chosen
    tomorrow.choose(demo, child.id, day, [], adult)
    assert of_first(demo).items == ()
    tomorrow.choose(demo, child.id, day, None, adult)
    assert of_first(demo).items == found.items


def test_what_was_taken_up_is_told_and_nothing_else(demo: Desk) -> None:
    house, today = demo.house(), demo.today()
    child = house.children[0]
    items = tomorrow.day_of(demo, today)[1][0].items
    tray = next(i for i in items if i.kind == "loved")
    tablet = Tablet(demo, adult=house.adults[0].id, start=NOW)
    tablet.begin([child.id])
    tablet.send(
        tablet.takes("work-1", child.id, int(tray.ref.removeprefix("tray:")), 1),
        tablet.item("finish", 9, child_id=child.id, episode_id="work-1", work=Work.RIGHT, place=Place.BACK),
    )
    assert tomorrow.day_of(demo, today)[1][0].taken == {tray.ref}


def test_what_was_chosen_stays_though_it_was_taken_up(demo: Desk) -> None:
    house, today = demo.house(), demo.today()
    child, adult = house.children[0], house.adults[0].id
    resting = next(t for t in house.trays if child.id in t.for_children and t.id not in house.standing)
    showing.plan(demo, child.id, resting.id, today, adult)
    refs = [f"tray:{resting.id}", "routine:laundry"]
    tomorrow.choose(demo, child.id, today, refs, adult)
    before = tomorrow.day_of(demo, today)[1][0]
    assert [(i.ref, i.kind) for i in before.items] == [(refs[0], "show"), (refs[1], "real work")]
    Tablet(demo, adult=adult, start=NOW).write("showed", 1, child_id=child.id, tray_id=resting.id, outcome="watched")
    after = tomorrow.day_of(demo, today)[1][0]
    assert [i.ref for i in after.items] == refs, "it is no longer due, and stands there as what was taken up"
    assert after.taken == {refs[0]}
    tomorrow.choose(demo, child.id, today, refs[::-1], adult)
    assert [i.ref for i in tomorrow.day_of(demo, today)[1][0].items] == refs[::-1], "and may be moved"
    with demo.write(adult, "As a file might bring it") as work:
        work.weeks.invite(child.id, today, ["tray:none", "set:gone", "routine:gone", "nonsense", refs[1]])
    assert [i.ref for i in tomorrow.day_of(demo, today)[1][0].items] == [refs[1]]


def test_what_cannot_be_chosen_is_refused(demo: Desk) -> None:
    child, today = demo.house().children[0], demo.today()
    wrong: list[tuple[int, list[str], str]] = [
        (-1, [], "expected today"),
        (0, ["tray:999"], "tray:999"),
        (0, ["x"] * 13, "at most 12"),
        (15, [], "14 days"),
    ]
    for days, refs, said in wrong:
        day = today + timedelta(days=days)
        with pytest.raises(InvalidValue, match=said):
            tomorrow.choose(demo, child.id, day, refs, None)
