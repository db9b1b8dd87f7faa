"""Volumes, masses and fill lines: worked cases, published ranges, and numeric integration as a judge."""

from __future__ import annotations

from math import pi
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st
from scipy.integrate import quad

from tests.builders import worked_cases
from zither_awl.core.errors import InvalidValue
from zither_awl.core.things.component import Inside
from zither_awl.core.things.fill import (
    DENSITY_RANGES,
    density_problem,
    depth_of_mm,
    line_up_the_side_mm,
    loaded_mass_g,
    mass_range_g,
    spill_depth_mm,
)
from zither_awl.core.things.kinds import KINDS, of_kind

NAMED = {"white rice": "rice", "dry sand": "sand", "table salt": "salt", "granulated sugar": "sugar"}
"""The worked cases' words for our kinds."""


@pytest.mark.parametrize(("given_", "expected"), worked_cases("f.carry"))
def test_a_load_weighs_what_the_worked_case_says(given_: dict[str, Any], expected: dict[str, float]) -> None:
    kind = NAMED.get(given_["material"], given_["material"])
    empty, volume, fill = given_["empty_g"], given_["volume_ml"], given_["fill"]
    typical = DENSITY_RANGES[kind][0]
    assert loaded_mass_g(empty, volume, typical, fill) == pytest.approx(expected["mass_g"], abs=1e-9)
    assert mass_range_g(empty, volume, kind, fill) == pytest.approx((expected["lo_g"], expected["hi_g"]))


@pytest.mark.parametrize(("given_", "expected"), worked_cases("f.densities"))
def test_the_bulk_densities_are_those_of_the_handbooks(given_: object, expected: dict[str, dict[str, float]]) -> None:
    for word, known in expected.items():
        kind = NAMED.get(word, word)
        assert DENSITY_RANGES[kind] == (known["typical"], known["lo"], known["hi"]), word


@pytest.mark.parametrize("kind", DENSITY_RANGES)
def test_what_is_assumed_of_a_medium_lies_in_its_range(kind: str) -> None:
    typical, least, most = DENSITY_RANGES[kind]
    assert least <= typical <= most
    assert KINDS[kind].defaults["density_g_ml"] == typical
    assert density_problem(of_kind("it", kind)) is None


def test_a_density_outside_its_range_says_the_range_and_how_to_weigh() -> None:
    problem = density_problem(of_kind("rice", "rice", density_g_ml=1.4))
    assert problem is not None
    assert (problem.field, "0.75 and 0.92" in problem.message) == ("density_g_ml", True)
    assert "Weigh 100 ml" in problem.hint


@given(st.floats(30, 200), st.floats(30, 150), st.floats(30, 150), st.floats(0.02, 1))
def test_the_water_below_the_line_is_the_water_poured(depth: float, top: float, bottom: float, share: float) -> None:
    # The judge: the cross-sections from the floor to the line, integrated numerically.
    inside = Inside(depth_mm=depth, top_mm=top, bottom_mm=bottom)
    ml = share * inside.volume_ml
    line = depth_of_mm(inside, ml)
    slope = (top - bottom) / 2 / depth
    below, _ = quad(lambda h: pi * (bottom / 2 + slope * h) ** 2, 0, line)
    assert below / 1000 == pytest.approx(ml, rel=1e-6)
    assert 0 < line <= depth * (1 + 1e-9)


def test_hand_worked_a_straight_glass_half_full_is_half_as_high() -> None:
    glass = Inside(depth_mm=80, top_mm=60)
    assert glass.volume_ml == pytest.approx(226.19, abs=0.01)
    assert depth_of_mm(glass, glass.volume_ml / 2) == pytest.approx(40)
    assert line_up_the_side_mm(glass, glass.volume_ml / 2) == pytest.approx(40)


def test_hand_worked_100_ml_in_a_cone_of_64_over_52_stands_41_mm_high() -> None:
    # r = 26 + 6 h / 70; pi (r^3 - 26^3) / (3 * 6/70) = 100 000 mm3, so r = 29.534 and h = 41.23.
    cup = Inside(depth_mm=70, top_mm=64, bottom_mm=52)
    assert depth_of_mm(cup, 100) == pytest.approx(41.23, abs=0.01)
    assert line_up_the_side_mm(cup, 100) == pytest.approx(41.23 * (1 + (6 / 70) ** 2) ** 0.5, abs=0.01)


def test_marks_made_with_water_are_believed_over_the_shape() -> None:
    jug = Inside(depth_mm=120, top_mm=84, marks=((100, 18), (250, 46), (500, 92)))
    assert jug.volume_ml == 500
    assert depth_of_mm(jug, 100) == 18
    assert depth_of_mm(jug, 175) == pytest.approx(32)
    assert depth_of_mm(jug, 50) == pytest.approx(9)


@pytest.mark.parametrize("ml", [-1, 227])
def test_more_than_it_holds_is_refused_with_what_it_holds(ml: float) -> None:
    with pytest.raises(InvalidValue, match="226 ml"):
        depth_of_mm(Inside(depth_mm=80, top_mm=60), ml)


def test_a_spill_is_spread_over_the_whole_tray() -> None:
    tray = Inside(depth_mm=32, top_mm=250, across_mm=200)
    assert spill_depth_mm(tray, 150) == pytest.approx(3)
    assert spill_depth_mm(Inside(depth_mm=32, top_mm=200), 100) == pytest.approx(3.183, abs=0.001)
