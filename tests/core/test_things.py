"""Things as they are typed, as they are assumed, and as their sides are used."""

from __future__ import annotations

from math import hypot, pi

import pytest
from hypothesis import given
from hypothesis import strategies as st

from tests.core.cupboards import FIFTEEN
from zither_awl.core.errors import InvalidValue
from zither_awl.core.things.component import Inside, footprint_mm, height_mm, passage_mm, smallest_handle_mm
from zither_awl.core.things.kinds import KINDS, Kind, of_kind
from zither_awl.core.things.lexicon import kind_named, likely_kinds
from zither_awl.core.things.said import understood
from zither_awl.core.things.shapes import Box, Cylinder, Irregular, Sphere, largest_mm
from zither_awl.core.trays.design import ABILITIES


@pytest.mark.parametrize(
    ("typed", "name", "kind", "count"),
    [
        ("2 jugs", "jugs", "jug", 2),
        ("two white bowls", "white bowls", "bowl", 2),
        ("1 large spoon", "large spoon", "large spoon", 1),
        ("2 small spoons", "small spoons", "spoon", 2),
        ("tongs", "tongs", "tongs", 1),
        ("10 clothes pegs", "clothes pegs", "clothes peg", 10),
        ("3 lidded jars", "lidded jars", "jar", 3),
        ("dustpan and brush", "dustpan and brush", "dustpan and brush", 1),
        ("blunt scissors", "blunt scissors", "scissors", 1),
        ("a box with a hole", "box with a hole", "posting box", 1),
        ("cutlery organiser", "cutlery organiser", "sorting dish", 1),
        ("kidney beans", "kidney beans", "kidney beans", 1),
        ("six boxes", "boxes", "box", 6),
        ("12 photo cards", "photo cards", "picture card", 12),
    ],
)
def test_a_thing_is_understood_as_it_is_said(typed: str, name: str, kind: str, count: int) -> None:
    made = understood(typed)
    assert (made.name, made.kind, made.count) == (name, kind, count)


def test_a_size_that_was_said_is_not_assumed() -> None:
    ball = understood("6 felt balls of 6,6 cm")
    assert largest_mm(ball.shape) == pytest.approx(66)
    assert "shape" not in ball.assumed
    assert "mass_g" in ball.assumed


def test_a_capacity_grows_the_vessel_and_a_mass_and_a_stock_are_kept() -> None:
    jug = understood("jug 250 ml")
    assert jug.capacity_ml == pytest.approx(250)
    assert "inside" not in jug.assumed
    assert understood("chickpeas 900 ml").stock_ml == 900
    assert understood("tray 510 g").mass_g == 510


@pytest.mark.parametrize("typed", ["gizmo", "", "3 of them"])
def test_what_is_not_clear_is_asked_and_not_guessed(typed: str) -> None:
    with pytest.raises(InvalidValue, match="kind"):
        understood(typed)


CONFUSED = {
    "3 pompoms": "pompom",
    "ice cube": "ice cube",
    "paper clip": "paper clip",
    "cocktail stick": "cocktail stick",
    "castor beans": "poisonous seeds",
    "jingle bell": "jingle bell",
    "glass beads": "glass bead",
    "magnet bottle": "magnet bottle",
    "napkin rings": "napkin ring",
    "peanut butter": "nut butter",
    "paper plate": "paper plate",
    "plastic cup": "plastic cup",
    "butter knives": "spreader",
}


@pytest.mark.parametrize(("typed", "kind"), CONFUSED.items())
def test_what_sounds_like_something_harmless_is_what_it_is(typed: str, kind: str) -> None:
    """Common practice, no source."""
    assert understood(typed).kind == kind


def test_the_likeliest_kinds_come_first_when_it_is_asked() -> None:
    assert likely_kinds("drinking bekers")[0] == "cup"
    assert "ball" in likely_kinds("woden bals")
    with pytest.raises(InvalidValue) as caught:
        understood("magnetc whatsit")
    (problem,) = caught.value.problems
    assert problem.hint == f"Likeliest: {', '.join(likely_kinds('magnetc whatsit'))}."
    assert "magnet" in problem.hint


def test_where_nothing_is_like_it_the_plainest_are_offered_and_of_says_nothing() -> None:
    assert likely_kinds("xyz") == ("thing", "box", "cloth")
    assert likely_kinds("skitlez")[0] == "thing"
    assert "baking soda" not in likely_kinds("flags of countries")
    assert likely_kinds("")[0] == "thing"


def test_every_word_of_a_beginners_cupboard_is_known() -> None:
    assert all(understood(typed).kind in KINDS for typed in FIFTEEN)


def test_every_kind_can_be_assumed_whole_and_found_by_its_own_words() -> None:
    for kind in KINDS.values():
        _whole(kind)


def _whole(kind: Kind) -> None:
    made = of_kind("a thing", kind.name)
    assert "shape" in made.assumed
    assert made.medium or made.mass_g > 0
    for word in kind.words:
        assert kind_named(word) is not None, word
    assert kind_named(kind.name) is kind


def test_what_is_told_wins_over_what_is_assumed() -> None:
    made = of_kind("jug", "jug", material="enamel", breakable=False)
    assert (made.material, made.breakable) == ("enamel", False)
    assert not {"material", "breakable"} & set(made.assumed)
    assert "inside" in made.assumed


@pytest.mark.parametrize(
    ("told", "field"),
    [
        ({"count": 0}, "count"),
        ({"mass_g": 30_000}, "mass_g"),
        ({"density_g_ml": 9}, "density_g_ml"),
        ({"cord_mm": -1}, "cord_mm"),
        ({"sealed": "taped"}, "sealed"),
    ],
)
def test_a_bad_value_names_its_field_and_limit(told: dict[str, object], field: str) -> None:
    with pytest.raises(InvalidValue) as caught:
        of_kind("thing", "thing", **told)
    assert [p.field for p in caught.value.problems] == [field]


def test_marks_made_with_water_must_rise() -> None:
    with pytest.raises(InvalidValue, match="rise"):
        Inside(depth_mm=90, top_mm=60, marks=((100, 40), (90, 50)))


@given(st.floats(20, 300), st.floats(20, 300), st.floats(20, 300))
def test_a_cone_holds_what_its_frustum_holds(depth: float, top: float, bottom: float) -> None:
    low, high = bottom / 2, top / 2
    frustum = pi * depth / 3 * (low**2 + low * high + high**2) / 1000
    assert Inside(depth_mm=depth, top_mm=top, bottom_mm=bottom).volume_ml == pytest.approx(frustum)


def test_a_square_vessel_opens_by_its_narrow_side() -> None:
    inside = Inside(depth_mm=50, top_mm=230, across_mm=80)
    assert (inside.volume_ml, inside.opening_mm) == (920, 80)


@pytest.mark.parametrize(
    ("shape", "narrowest", "handle"),
    [
        pytest.param(Sphere(60), 60, 60, id="ball"),
        pytest.param(Cylinder(34, 90), 34, 90, id="bolt"),
        pytest.param(Cylinder(10, 180), 10, 10, id="rod"),
        pytest.param(Box(12, 75, 10), hypot(10, 12), 12, id="peg"),
        pytest.param(Box(50, 50, 50), hypot(50, 50), 50, id="cube"),
        pytest.param(Irregular(None, Box(30, 25, 15)), hypot(15, 25), 30, id="pebble"),
    ],
)
def test_what_opening_a_piece_passes_and_what_the_hand_closes_on(
    shape: object, narrowest: float, handle: float
) -> None:
    assert passage_mm(shape) == pytest.approx(narrowest)  # type: ignore[arg-type]
    assert smallest_handle_mm(shape) == handle  # type: ignore[arg-type]
    assert largest_mm(shape) >= handle  # type: ignore[arg-type]


def test_a_tool_lies_and_a_vessel_stands() -> None:
    assert footprint_mm(of_kind("rod", "rod")) == (10, 180)
    assert height_mm(of_kind("rod", "rod")) == 10
    assert footprint_mm(of_kind("jar", "jar")) == (72, 72)
    assert height_mm(of_kind("jar", "jar")) == 95


def test_a_role_can_only_ask_for_what_some_kind_can_be() -> None:
    assert {"pourer", "receiver", "tongs", "sorting object", "drip dish"} <= ABILITIES
