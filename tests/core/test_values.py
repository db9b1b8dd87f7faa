"""Values cannot exist in a bad state, and name every bad field at once."""

from __future__ import annotations

from datetime import timedelta
from typing import Any

import pytest

from tests.builders import TODAY, at, card, child, episode, tray, unit
from zither_awl.core.errors import InvalidValue
from zither_awl.core.practice import Practice
from zither_awl.core.values import Board, Household, Measurement, Spot


@pytest.mark.parametrize(
    ("make", "field", "message"),
    [
        pytest.param(lambda: child("  "), "name", "is empty", id="no name"),
        pytest.param(lambda: child("å" * 81), "name", "81 characters; the limit is 80", id="a name of 81 letters"),
        pytest.param(lambda: child(pattern="star"), "pattern", "expected one of ring", id="a pattern of nobody's"),
        pytest.param(lambda: child(gestation_weeks=21), "gestation_weeks", "22 to 44", id="born at 21 weeks"),
        pytest.param(lambda: Measurement(on=TODAY, stature_mm=96), "stature_mm", "300 to 1500", id="a height in cm"),
        pytest.param(lambda: Measurement(on=TODAY, mass_g=12), "mass_g", "1500 to 50000", id="a mass in kg"),
        pytest.param(lambda: unit(width_mm=0.0), "width_mm", "more than 0", id="a shelf without width"),
        pytest.param(lambda: unit(depth_mm=-3.0), "depth_mm", "more than 0", id="a negative depth"),
        pytest.param(
            lambda: unit(boards=(Board(height_mm=831, places=2),)),
            "boards.0.height_mm",
            "above the top at 830",
            id="a board above the top",
        ),
        pytest.param(
            lambda: unit(boards=(Board(height_mm=-1, places=2),)),
            "boards.0.height_mm",
            "below the floor",
            id="a board below the floor",
        ),
        pytest.param(
            lambda: unit(boards=(Board(height_mm=100, places=0),)),
            "boards.0.places",
            "1 to 12",
            id="a board without places",
        ),
        pytest.param(
            lambda: unit(boards=(Board(height_mm=100, places=2), Board(height_mm=100, places=2))),
            "boards.1.height_mm",
            "not below the board above",
            id="boards out of order",
        ),
        pytest.param(lambda: unit(kind="wardrobe"), "kind", "expected one of shelf", id="an unknown kind of unit"),
        pytest.param(lambda: card(area="cooking"), "area", "expected one of practical life", id="an unknown area"),
        pytest.param(lambda: card(from_months=40, to_months=40), "from_months", "rising", id="a window that is shut"),
        pytest.param(lambda: card(to_months=97), "from_months", "0 to 96", id="older than eight"),
        pytest.param(lambda: tray(width_mm=0), "width_mm", "more than 0", id="a tray without width"),
        pytest.param(lambda: tray(mass_g=20_001), "mass_g", "at most 20000", id="a tray of 20 kg"),
        pytest.param(lambda: tray(pieces=0), "pieces", "1 to 1000", id="no pieces"),
        pytest.param(lambda: tray(cord_mm=0), "cord_mm", "more than 0", id="a cord of nothing"),
        pytest.param(
            lambda: episode(1, ended=at(1, 8)), "ended", "not after the beginning", id="ended before it began"
        ),
        pytest.param(
            lambda: episode(1, ended=at(1) + timedelta(hours=9)),
            "ended",
            "more than 8 hours",
            id="nine hours of pouring",
        ),
        pytest.param(lambda: Household(name="House", lengths="furlong"), "lengths", "cm or in", id="furlongs"),  # type: ignore[arg-type]
        pytest.param(lambda: Practice(ignored_chance=1.0), "ignored_chance", "between 0 and 1", id="a chance of one"),
        pytest.param(lambda: Practice(changes_at_once=0), "changes_at_once", "1 to 12", id="no change at once"),
    ],
)
def test_a_wrong_value_names_its_field_and_limit(make: Any, field: str, message: str) -> None:
    with pytest.raises(InvalidValue) as caught:
        make()
    assert any(p.field == field and message in p.message for p in caught.value.problems)


def test_all_bad_fields_are_named_at_once() -> None:
    with pytest.raises(InvalidValue) as caught:
        tray("", card=card(), width_mm=-1, mass_g=0, pieces=0)
    assert {p.field for p in caught.value.problems} == {"name", "width_mm", "mass_g", "pieces"}


@pytest.mark.parametrize("name", ["Øyvind", "Ильзе", "小さい子", "x" * 80])
def test_a_name_may_be_in_any_script_up_to_eighty_letters(name: str) -> None:
    assert child(name).name == name


def test_places_are_reckoned_with_their_dividers() -> None:
    shelf = unit()
    assert shelf.place_width_mm(0) == pytest.approx((1240 - 3 * 18) / 4)
    assert [shelf.clearance_mm(b) for b in range(3)] == [830 - 18 - 610, 610 - 18 - 340, 340 - 18 - 70]
    sill = unit(kind="sill", height_mm=500.0, boards=(Board(height_mm=500, places=2, divided=False),))
    assert (sill.place_width_mm(0), sill.clearance_mm(0)) == (620, None)


def test_a_spot_is_said_as_people_say_it() -> None:
    assert Spot(1, 0, 0).words(unit()) == "top board, first place"
    assert Spot(1, 2, 3).words(unit()) == "third board, fourth place"
    assert Spot(1, 0, 1).words(unit(boards=(Board(height_mm=100, places=3),))) == "second place"
