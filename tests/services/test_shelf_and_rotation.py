"""Moving, acting on a finding, changing the shelf, and the day that follows from it."""

from __future__ import annotations

from dataclasses import replace
from datetime import timedelta

import pytest

from tests.builders import BEADS, card, tray, unit
from tests.conftest import NOW, SmallHouse
from tests.devices import Tablet
from zither_awl.core.errors import InvalidValue, NotFound, StaleWrite
from zither_awl.core.finding import Action
from zither_awl.core.values import Board, Child, Measurement, Spot
from zither_awl.services import cupboard, history, people, record, room, rotation, shelf, today
from zither_awl.services.clock import SetClock
from zither_awl.services.cupboard import TrayDraft
from zither_awl.services.desk import Desk
from zither_awl.services.rotation import ChosenSwap


def add(house: SmallHouse, name: str = "Spooning", **more: object) -> int:
    made = tray(name, id=0, card=card(name, id=0), for_children=frozenset({house.ilse}), **more)
    return cupboard.save_tray(house.desk, TrayDraft(made, "Bin 3", ()), house.adult)


def put(house: SmallHouse, tray_id: int, board: int = 1, place: int = 0, **more: object) -> None:
    shelf.move(house.desk, tray_id, Spot(house.shelf, board, place), bool(more.get("by_hand")), {}, house.adult)


def version(house: SmallHouse) -> int:
    return house.desk.house().unit(house.shelf).version


def test_a_move_keeps_the_history_of_where_it_stood(house: SmallHouse, clock: SetClock) -> None:
    tray_id = add(house)
    put(house, tray_id)
    clock.move_on(timedelta(days=1))
    put(house, tray_id, place=2)
    clock.move_on(timedelta(days=1))
    shelf.move(house.desk, tray_id, None, False, {}, house.adult)
    past = house.desk.house().log.placements
    assert [(p.spot.place, p.since, p.until) for p in past] == [
        (0, NOW, NOW + timedelta(days=1)),
        (2, NOW + timedelta(days=1), NOW + timedelta(days=2)),
    ]
    assert house.desk.house().placements == ()


def test_a_spot_that_is_not_there_is_refused(house: SmallHouse) -> None:
    tray_id = add(house)
    for spot in (Spot(house.shelf, 3, 0), Spot(house.shelf, 0, 4)):
        with pytest.raises(InvalidValue, match="no such place"):
            shelf.move(house.desk, tray_id, spot, False, {}, house.adult)
    with pytest.raises(NotFound, match="no tray 99"):
        shelf.move(house.desk, 99, Spot(house.shelf, 0, 0), False, {}, house.adult)


def test_the_later_of_two_windows_is_told_and_nothing_is_overwritten(house: SmallHouse) -> None:
    first, second = add(house, "First"), add(house, "Second")
    seen = {house.shelf: version(house)}
    shelf.move(house.desk, first, Spot(house.shelf, 1, 0), False, seen, house.adult)
    with pytest.raises(StaleWrite, match="changed in another window") as caught:
        shelf.move(house.desk, second, Spot(house.shelf, 1, 0), False, seen, house.adult)
    assert caught.value.theirs == version(house)
    assert [p.tray.name for p in house.desk.house().placements] == ["First"]


def test_undoing_on_a_shelf_is_a_new_version_of_it(house: SmallHouse) -> None:
    put(house, add(house))
    before = version(house)
    history.undo(house.desk)
    assert version(house) > before


def test_the_actions_offered_for_beads_cure_it_in_the_house(house: SmallHouse) -> None:
    tray_id = add(house, piece=BEADS)
    for wanted in ("gate", "by_hand"):
        put(house, tray_id)
        (finding,) = shelf.findings_with_actions(house.desk)
        action = next(a for a in finding.actions if a.kind == wanted)
        shelf.act(house.desk, action, {}, house.adult)
        assert shelf.findings_with_actions(house.desk) == ()
        history.undo(house.desk)
        assert len(shelf.findings_with_actions(house.desk)) == 1


def test_swapping_and_resting_are_actions_too(house: SmallHouse) -> None:
    beads, shells = add(house, "Beads", piece=BEADS), add(house, "Shells")
    put(house, beads)
    shelf.act(house.desk, Action("swap", "", beads, other=shells), {}, house.adult)
    assert [p.tray.name for p in house.desk.house().placements] == ["Shells"]
    shelf.act(house.desk, Action("rest", "", shells), {}, house.adult)
    assert house.desk.house().placements == ()
    with pytest.raises(InvalidValue, match="no longer stands there"):
        shelf.act(house.desk, Action("rest", "", shells), {}, house.adult)


def test_a_unit_made_smaller_sends_what_stood_there_to_its_bin(house: SmallHouse) -> None:
    tray_id = add(house)
    put(house, tray_id, board=2, place=3)
    kept = house.desk.house().unit(house.shelf)
    room.save_unit(house.desk, replace(kept, boards=kept.boards[:2]), house.adult)
    assert house.desk.house().placements == ()
    with pytest.raises(StaleWrite):
        room.save_unit(house.desk, kept, house.adult)


def test_an_archived_unit_takes_its_trays_off_and_comes_back(house: SmallHouse) -> None:
    put(house, add(house))
    room.archive_unit(house.desk, house.shelf, True, house.adult)
    assert (house.desk.house().units, house.desk.house().placements) == ((), ())
    room.archive_unit(house.desk, house.shelf, False, house.adult)
    assert len(house.desk.house().units) == 1
    assert len(house.desk.house().log.placements) == 1


def test_a_unit_for_a_child_that_is_not_here_or_of_a_name_taken_is_refused(house: SmallHouse) -> None:
    with pytest.raises(InvalidValue, match="not here"):
        room.save_unit(house.desk, unit("sill", id=0, comes=frozenset({77})), house.adult)
    with pytest.raises(InvalidValue, match="is there already"):
        room.save_unit(house.desk, unit("low shelf", id=0), house.adult)


def test_a_new_child_comes_to_every_unit_that_is_open_to_all(house: SmallHouse) -> None:
    closed = room.save_unit(house.desk, unit("sill", id=0, comes=frozenset({house.ilse})), house.adult)
    new = people.save_child(house.desk, Child(id=0, name="Mo", pattern="cross", born=NOW.date()), house.adult)
    kept = house.desk.house()
    assert new in kept.unit(house.shelf).comes
    assert new not in kept.unit(closed).comes


@pytest.mark.parametrize(
    ("born", "message"),
    [(NOW.date() + timedelta(days=1), "in the future"), (NOW.date().replace(year=2013), "the limit is 12 years")],
)
def test_a_birth_that_cannot_be_is_refused(house: SmallHouse, born: object, message: str) -> None:
    with pytest.raises(InvalidValue, match=message):
        people.save_child(house.desk, Child(id=0, name="Mo", pattern="cross", born=born), None)  # type: ignore[arg-type]


def test_a_measurement_before_the_birth_is_refused_and_a_good_one_is_added(house: SmallHouse) -> None:
    ilse = house.desk.house().child(house.ilse)
    early = Measurement(on=ilse.born - timedelta(days=1), stature_mm=500)
    with pytest.raises(InvalidValue, match="not between the birth and today"):
        people.save_child(house.desk, replace(ilse, measurements=(early,)), None)
    for tall in (1000.0, 1010.0):
        people.save_child(house.desk, replace(ilse, measurements=(Measurement(on=NOW.date(), stature_mm=tall),)), None)
    assert [m.stature_mm for m in house.desk.house().child(house.ilse).measurements] == [1000, 1010]


def test_how_a_child_gets_about_is_kept_with_its_day(house: SmallHouse) -> None:
    from zither_awl.core.values import Mobility

    tove = house.desk.house().child(house.tove)
    people.save_child(house.desk, replace(tove, mobility=Mobility.WALKS), None)
    assert house.desk.house().child(house.tove).mobility_since == NOW.date()


def test_a_child_is_deleted_for_good_only_by_its_name_and_with_everything(house: SmallHouse) -> None:
    tray_id = add(house)
    Tablet(house.desk).write("showed", 1, child_id=house.ilse, tray_id=tray_id)
    with pytest.raises(InvalidValue, match="write Ilse to delete"):
        people.delete_child(house.desk, house.ilse, "ilse")
    people.delete_child(house.desk, house.ilse, "Ilse")
    kept = house.desk.house()
    assert [c.name for c in kept.all_children] == ["Tove"]
    assert (kept.log.presentations, kept.tray(tray_id).for_children) == ((), frozenset())
    assert kept.unit(house.shelf).comes == {house.tove}
    assert history.listed(house.desk) == []


def test_a_tray_cannot_follow_itself_or_one_that_is_not_here(house: SmallHouse) -> None:
    tray_id = add(house)
    kept = house.desk.house().tray(tray_id)
    for follows in ((kept.card.id,), (99,)):
        with pytest.raises(InvalidValue, match="cannot be followed"):
            cupboard.save_tray(house.desk, TrayDraft(kept, "Bin 1", follows), house.adult)


def test_a_hundred_trays_are_no_trouble(house: SmallHouse) -> None:
    rows = [
        {
            "name": f"Tray {n}",
            "area": "sensorial",
            "from_months": "24",
            "to_months": "60",
            "width_mm": "200",
            "depth_mm": "200",
            "height_mm": "80",
            "mass_g": "300",
            "for": "Ilse",
        }
        for n in range(100)
    ]
    from zither_awl.services import importing

    assert importing.take_trays(house.desk, rows, house.adult).taken == 100
    assert len(rotation.proposal(house.desk).let_in) == 2


def test_accepting_moves_the_trays_writes_the_list_and_undoes_in_one(demo: Desk) -> None:
    before = {p.tray.name: p.spot for p in demo.house().placements}
    change = rotation.proposal(demo)
    choices = [ChosenSwap(s.out.id if s.out else None, s.in_.id if s.in_ else None, s.spot) for s in change.swaps]
    rotation.accept(demo, choices, [p.tray.id for p in change.by_hand], None)
    after = {p.tray.name: p.spot for p in demo.house().placements}
    assert after["Folding: two lines"] == before["Folding: one line"]
    page = today.page(demo)
    assert next(t.text for t in page.tasks if t.kind == "put") == "Pull Folding: two lines from Bin 4"
    assert {t.kind for t in page.tasks} == {"rest", "put", "by hand"}
    assert page.tasks[0].kind == "rest"
    new = [(line.tray, line.text) for line in page.new]
    assert ("Folding: two lines", "Not touched yet, 0 work cycles out.") in new
    rotation.tick(demo, page.tasks[0].id, True, None)
    assert today.page(demo).tasks[-1].done
    assert "work cycles ago" in rotation.proposal(demo).reasons[0].text
    for _ in range(2):
        history.undo(demo)
    assert {p.tray.name: p.spot for p in demo.house().placements} == before
    assert today.page(demo).tasks == ()


def test_a_change_that_would_bring_a_hazard_is_refused(demo: Desk) -> None:
    by_name = {t.name: t for t in demo.house().trays}
    jug = by_name["Folding: one line"]
    snips = by_name["Snipping paper strips"]
    with pytest.raises(InvalidValue) as caught:
        rotation.accept(demo, [ChosenSwap(jug.id, snips.id)], [], None)
    assert caught.value.problems[0].field == "swaps"
    assert snips.id not in {p.tray.id for p in demo.house().placements}


def test_a_change_names_what_is_there(demo: Desk) -> None:
    by_name = {t.name: t.id for t in demo.house().trays}
    resting, out = by_name["Bells by pitch"], by_name["Blocks"]
    for choice, message in (
        (ChosenSwap(resting, None), "no longer stands"),
        (ChosenSwap(None, out), "is out already"),
        (ChosenSwap(None, resting), "say where it goes"),
    ):
        with pytest.raises(InvalidValue, match=message):
            rotation.accept(demo, [choice], [], None)


def test_declining_needs_a_reason_and_keeps_it(demo: Desk) -> None:
    (first, *_rest) = rotation.proposal(demo).swaps
    choice = ChosenSwap(first.out.id if first.out else None, None)
    with pytest.raises(InvalidValue, match="a few words"):
        rotation.decline(demo, [choice], " ", None)
    rotation.decline(demo, [choice], "she still talks of it", None)
    assert demo.house().weeks.declined[-1].note == "she still talks of it"
    assert first.out not in [s.out for s in rotation.proposal(demo).swaps]
    kept = dict(rotation.proposal(demo).keep)
    assert first.out is not None
    assert "You kept it: “she still talks of it”" in kept[first.out][0].text


def test_why_not_answers_for_every_tray_of_the_demo(demo: Desk) -> None:
    assert all(rotation.why_not(demo, t.id) for t in demo.house().trays)


def test_today_repeats_what_is_kept_away_and_what_waits_to_be_shown(house: SmallHouse) -> None:
    put(house, add(house, piece=BEADS), by_hand=True)
    put(house, add(house, "Folding"), place=1)
    page = today.page(house.desk)
    assert [(line.tray, line.text) for line in page.by_hand] == [
        ("Spooning", "Kept away in Bin 3; you bring it. At a table Tove cannot reach, or while Tove sleeps.")
    ]
    due = [(each.child.name, d.tray.name) for each in page.to_show for d in each.due]
    assert due == [("Ilse", "Spooning"), ("Ilse", "Folding")]
    assert ("low shelf", ("Folding",)) in page.out


def test_the_record_of_a_child_keeps_the_three_judgements_apart(demo: Desk) -> None:
    wren = next(c for c in demo.house().children if c.name == "Wren")
    kept = record.record_of(demo, wren.id)
    folding = next(j for j in kept.judgements if j.tray.name == "Folding: one line")
    assert (folding.mastery.state, folding.interest.faded, folding.interest.sign) == (
        "mastered",
        True,
        "chosen less often",
    )
    assert folding.interest.recent == (0, 10)
    assert all(child_id == wren.id for child_id in (e.child_id for e in kept.notes))


def test_marks_beside_a_shelf_tell_the_line_once_the_baby_walks(house: SmallHouse) -> None:
    tove = next(m for m in shelf.marks(house.desk.house(), house.desk.today()) if m.child.name == "Tove")
    ilse = next(m for m in shelf.marks(house.desk.house(), house.desk.today()) if m.child.name == "Ilse")
    assert ilse.later_mm is None
    assert tove.later_mm is not None
    assert tove.later_mm == pytest.approx(tove.reach.climb + 250)
    assert (tove.carry_g, tove.age) == (None, "13 m")


def test_a_sill_needs_no_dividers(house: SmallHouse) -> None:
    sill = unit(
        "sill",
        id=0,
        kind="sill",
        boards=(Board(height_mm=500, places=3, divided=False),),
        comes=frozenset({house.ilse}),
    )
    made = room.save_unit(house.desk, sill, house.adult)
    assert not house.desk.house().unit(made).boards[0].divided
