"""Furniture by stature at the marks of the standard, stools by counter, and the list room by room."""

from __future__ import annotations

from datetime import date
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from tests.builders import TODAY, child
from zither_awl.core.body import furniture_fit
from zither_awl.core.errors import InvalidValue
from zither_awl.core.independence import Aid, Height, OwnAid, Surfaces, independence, ranked
from zither_awl.core.values import Measurement, Mobility

LATER = date(2026, 9, 16)


@pytest.mark.parametrize(
    ("stature", "mark", "seat", "table"),
    [
        (800, 0, 210, 400),
        (950, 0, 210, 400),
        (951, 1, 260, 460),
        (1160, 1, 260, 460),
        (1161, 2, 310, 530),
        (1210, 2, 310, 530),
        (1211, 3, 350, 590),
        (1420, 3, 350, 590),
    ],
)
def test_seat_and_table_by_the_size_marks(stature: float, mark: int, seat: float, table: float) -> None:
    """EN 1729-1:2015, from memory; in an overlap the smaller seat, for feet on the floor."""
    fit = furniture_fit(stature)
    assert (fit.mark, fit.seat, fit.table) == (mark, seat, table)
    assert "EN 1729-1" in fit.source


def test_outside_the_marks_shares_of_stature() -> None:
    """Common practice, no source."""
    fit = furniture_fit(700)
    assert fit.mark is None
    assert [fit.seat, fit.table, fit.hook, *fit.mirror] == pytest.approx([168, 315, 700, 175, 770])
    with pytest.raises(InvalidValue, match="stature_mm"):
        furniture_fit(299)


@given(st.floats(300, 1500), st.floats(300, 1500))
def test_a_taller_child_sits_no_lower_within_the_marks(one: float, other: float) -> None:
    low, high = sorted((one, other))
    if low >= 800 and high <= 1420:
        assert furniture_fit(low).seat <= furniture_fit(high).seat
        assert furniture_fit(low).stool_for(900).height_mm >= furniture_fit(high).stool_for(900).height_mm


@pytest.mark.parametrize(
    ("counter", "months", "kind", "height"),
    [
        (550, 48, "none", 0),
        (551, 48, "stool", 1),
        (800, 48, "stool", 250),
        (801, 48, "railed step", 251),
        (600, 35, "railed step", 50),
        (600, 36, "stool", 50),
        (1000, 48, "railed step", 450),
        (1001, 48, "too high", 451),
    ],
)
def test_a_stool_for_a_counter_at_its_limits(counter: float, months: int, kind: str, height: float) -> None:
    """Counter less (0.60 of stature less 50 mm). Common practice, no source."""
    stool = furniture_fit(1000).stool_for(counter, months)
    assert stool.kind == kind
    assert stool.height_mm == pytest.approx(height)


def aids_of(mobility: Mobility = Mobility.WALKS, counter: float = 900) -> dict[str, Aid]:
    kept = child(months=48, measurements=(Measurement(on=TODAY, stature_mm=1000),), mobility=mobility)
    return {aid.key: aid for aid in independence(kept, TODAY, LATER, Surfaces(counter_mm=counter))}


def low(span: Height | None) -> float:
    assert span is not None
    return span.low


def test_the_list_has_every_room_with_heights_that_grow() -> None:
    aids = aids_of()
    assert {a.room for a in aids.values()} == {"Door", "Bathroom", "Kitchen", "Bedroom"}
    assert low(aids["hook"].now) == 1000
    assert low(aids["hook"].later) > 1000
    assert (low(aids["counter"].now), aids["counter"].note) == (350, "Railed step, adult at hand.")
    assert "measure yours" in aids["basin"].note


def test_who_does_not_stand_yet_gets_what_lies_on_the_floor() -> None:
    aids = aids_of(Mobility.CRAWLS)
    assert {key for key, aid in aids.items() if aid.now is not None} == {"shoes", "mirror"}
    assert aids["hook"].note == "Once standing."


def test_a_step_is_for_who_walks_and_no_height_is_given_that_is_too_high_to_stand_on() -> None:
    pulls_up = aids_of(Mobility.PULLS_UP)
    assert (pulls_up["counter"].now, pulls_up["counter"].note) == (None, "Once walking.")
    assert low(pulls_up["table"].now) > 0
    high = aids_of(counter=1001)["counter"]
    assert (high.now, high.note) == (None, "Too high, work at the table.")


def test_what_is_out_of_reach_and_wanted_oftenest_comes_first_and_what_is_made_comes_not() -> None:
    """How often each is wanted, and a grown person's heights: common practice, no source."""
    kept = child(months=30, measurements=(Measurement(on=TODAY, stature_mm=900),))
    rail = OwnAid(id=7, room="Shower", name="Shelf in the shower", at="elbow", daily=9)
    aids = independence(kept, TODAY, LATER, own=(rail,))
    order = [a.key for a in ranked(aids, ())]
    assert order[0] == "own-7"
    assert set(order[1:3]) == {"basin", "cloth"}
    assert [a.daily for a in ranked(aids, ())] == sorted((a.daily for a in ranked(aids, ())), reverse=True)
    assert "own-7" not in {a.key for a in ranked(aids, {"own-7"})}
    assert low(next(a for a in aids if a.key == "own-7").now) == pytest.approx(540), "0.60 of stature"
    crawler = child(months=9, mobility=Mobility.CRAWLS)
    assert {a.key for a in ranked(independence(crawler, TODAY, LATER), ())} <= {"shoes", "mirror"}


def test_a_tall_child_reaches_what_a_grown_person_has() -> None:
    kept = child(months=95, measurements=(Measurement(on=TODAY, stature_mm=1450),))
    missed = {a.key for a in independence(kept, TODAY, LATER) if a.missed}
    assert "basin" not in missed
    assert "drawer" not in missed
    assert "hook" in missed, "1650 mm is above its shoulder still"


@pytest.mark.parametrize(
    ("more", "field"),
    [({"at": "toe"}, "at"), ({"height_mm": 2201}, "height_mm"), ({"daily": 0}, "daily"), ({"name": " "}, "name")],
)
def test_a_thing_of_ones_own_that_cannot_be_is_refused(more: dict[str, Any], field: str) -> None:
    with pytest.raises(InvalidValue, match=field):
        OwnAid(**{"id": 0, "room": "Door", "name": "Rail", **more})
