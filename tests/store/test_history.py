"""Undo and redo take every kind of write back, survive a reload, and leave alone what others changed since."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import replace
from datetime import timedelta
from typing import Any

import pytest

from tests.builders import tray, unit
from tests.conftest import SmallHouse
from zither_awl.core.values import Morning, Spot
from zither_awl.services import cupboard, history, mending, people, room, shelf
from zither_awl.services.cupboard import TrayDraft
from zither_awl.services.desk import Desk, House


def snapshot(house: House) -> tuple[Any, ...]:
    """Everything kept but its revision and the versions of units."""
    units = tuple(replace(u, version=0) for u in house.all_units)
    return (house.household, house.adults, house.all_children, units, house.all_trays, house.log, house.weeks.tasks)


def add(house: SmallHouse, name: str = "Pouring") -> int:
    made = tray(name, id=0, for_children=frozenset({house.ilse}))
    return cupboard.save_tray(house.desk, TrayDraft(made, "Bin 1", ()), house.adult)


def _place(house: SmallHouse) -> None:
    shelf.move(house.desk, add(house), Spot(house.shelf, 1, 0), False, {}, house.adult)


def told_morning(house: SmallHouse) -> Morning:
    """A morning told afterwards, with nothing in it."""
    began = house.desk.now() - timedelta(hours=4)
    return Morning(
        id=0,
        day=began.date(),
        began=began,
        ended=began + timedelta(hours=2),
        seen="all",
        present=frozenset({house.ilse}),
    )


WRITES: dict[str, Callable[[SmallHouse], Any]] = {
    "a tray added": add,
    "a tray placed": _place,
    "a unit added": lambda h: room.save_unit(h.desk, unit("sill", id=0), h.adult),
    "a unit archived": lambda h: room.archive_unit(h.desk, h.shelf, True, h.adult),
    "a child archived": lambda h: people.archive_child(h.desk, h.tove, True, h.adult),
    "a child changed": lambda h: people.save_child(h.desk, replace(h.desk.house().child(h.tove), name="Tova"), h.adult),
    "a morning told": lambda h: mending.tell_morning(h.desk, told_morning(h), [], h.adult),
}


@pytest.mark.parametrize("write", list(WRITES.values()), ids=list(WRITES))
def test_undo_takes_it_back_and_redo_does_it_again(write: Callable[[SmallHouse], Any], house: SmallHouse) -> None:
    before = snapshot(house.desk.house())
    write(house)
    after = snapshot(house.desk.house())
    assert after != before
    steps = 0
    while snapshot(house.desk.house()) != before and steps < 3:
        done = history.undo(house.desk)
        assert done is not None
        assert done.left == ()
        steps += 1
    assert snapshot(house.desk.house()) == before
    for _ in range(steps):
        assert history.redo(house.desk) is not None
    assert snapshot(house.desk.house()) == after


def test_it_survives_a_reload(house: SmallHouse) -> None:
    add(house)
    again = Desk(house.desk._engine)
    done = history.undo(again)
    assert done is not None
    assert done.label == "Added Pouring"
    assert again.house().trays == ()


def test_a_new_write_forgets_what_could_be_done_again(house: SmallHouse) -> None:
    add(house)
    history.undo(house.desk)
    add(house, "Folding")
    assert history.redo(house.desk) is None


def test_what_another_changed_since_is_left_and_named(house: SmallHouse) -> None:
    tray_id = add(house)
    cupboard.set_children(house.desk, tray_id, [house.tove], house.adult)
    with house.desk.write_untracked() as work:
        kept = next(t for t in work.cupboard.trays() if t.id == tray_id)
        work.cupboard.save_tray(replace(kept, mass_g=555, for_children=frozenset({house.tove})))
    history.undo(house.desk)
    done = history.undo(house.desk)
    assert done is not None
    # Its card and its bin are left too, because the tray still rests on them.
    assert done.left == ("tray Pouring", "card Pouring", "bin Bin 1")
    assert house.desk.house().tray(tray_id).mass_g == 555


def test_the_last_fifty_are_kept(house: SmallHouse) -> None:
    tray_id = add(house)
    for n in range(55):
        cupboard.set_children(house.desk, tray_id, [house.ilse] if n % 2 else [house.tove], house.adult)
    undone = 0
    while history.undo(house.desk) is not None:
        undone += 1
    assert undone == 50


def test_with_nothing_written_there_is_nothing_to_undo(desk: Desk) -> None:
    assert history.undo(desk) is None
    assert history.redo(desk) is None


def half_a_write(house: SmallHouse) -> None:
    with house.desk.write(house.adult, "half") as work:
        work.people.add_adult("Half")
        raise RuntimeError("the lights went out")


def test_a_write_that_fails_changes_nothing_and_is_not_listed(house: SmallHouse) -> None:
    before = snapshot(house.desk.house())
    listed = history.listed(house.desk)
    with pytest.raises(RuntimeError):
        half_a_write(house)
    assert snapshot(house.desk.house()) == before
    assert history.listed(house.desk) == listed
