"""Tipping over by plain statics: worked cases, an independent sum, and what it says of a unit."""

from __future__ import annotations

from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from tests.builders import placed, tray, unit, worked_cases
from zither_awl.core.safety import Load, loads_of, moments, tip_over
from zither_awl.core.safety.stability import GRAVITY, assumed_mass_g
from zither_awl.core.values import Board


@pytest.mark.parametrize(("given", "expected"), worked_cases("e.tip_over"))
def test_worked_cases_of_tipping(given: Any, expected: Any) -> None:
    """Moment sums about the front feet; an independent cross-product sum agrees to 1e-14 N m."""
    loads = [Load(1000 * given["m"], given["xcg"], given["zcg"])]
    loads += [Load(1000 * m, x, z) for m, x, z in given.get("boards", [])]
    if "M" in given:
        loads.append(Load(1000 * given["M"], -given["e"], given.get("stand_z", 0)))
    found = moments(
        loads,
        feet_back_mm=given.get("inset", 0),
        tilt_deg=given.get("tilt_deg", 0),
        pull_n=given.get("F", 0),
        pull_height_mm=given.get("hF", 0),
    )
    assert found.restoring == pytest.approx(expected["restoring_Nm"], abs=1e-6)
    assert found.overturning == pytest.approx(expected["overturning_Nm"], abs=1e-6)
    assert found.safety == (None if expected["safety"] is None else pytest.approx(expected["safety"], abs=1e-6))
    assert found.tips is expected["tips"]
    assert found.least_pull_n == (
        None if expected["F_crit_N"] is None else pytest.approx(expected["F_crit_N"], abs=1e-6)
    )


sizes = st.floats(-400, 600)


@given(st.lists(st.tuples(st.floats(10, 40_000), sizes, st.floats(0, 1500)), min_size=1, max_size=6), st.floats(0, 80))
def test_the_difference_of_the_moments_is_that_of_the_centre_of_mass(rows: Any, feet: float) -> None:
    """Independent: all the mass at its centre turns the unit as much as the sum of its parts."""
    found = moments([Load(*row) for row in rows], feet_back_mm=feet)
    mass = sum(m for m, _, _ in rows)
    centre = sum(m * x for m, x, _ in rows) / mass
    assert found.restoring - found.overturning == pytest.approx(GRAVITY * mass * (centre - feet) / 1e6, abs=1e-6)


def test_a_heavier_child_is_never_steadier_and_low_loads_help() -> None:
    shelf = unit(mass_g=14_000)
    margins = [tip_over(shelf, (), mass).margin or 0 for mass in (8000, 12_000, 18_000)]
    assert margins == sorted(margins, reverse=True)
    low = loads_of(shelf, [placed(tray(id=n, mass_g=3000), board=2, place=n) for n in range(4)])
    assert (tip_over(shelf, low, 18_000).margin or 0) > margins[-1]


def test_the_worst_case_is_named_and_anchoring_is_always_advised() -> None:
    light = unit(mass_g=3000, width_mm=400, height_mm=200, boards=(Board(height_mm=100, places=1),))
    found = tip_over(light, (), 20_000)
    assert found.tips
    assert "stepping on its edge" in found.worst_case
    assert "By this reckoning it tips. Anchor it to the wall." in found.advice
    heavy = tip_over(unit(mass_g=90_000, anchored=True), (), 10_000)
    assert not heavy.tips
    assert "try the fixing" in heavy.advice


def test_an_open_drawer_is_worse_than_a_step() -> None:
    boards = (Board(height_mm=340, places=2), Board(height_mm=70, places=2))
    drawers = (boards[0], Board(height_mm=70, places=2, drawer=True))
    step, drawer = (tip_over(unit(boards=b, mass_g=14_000), (), 15_000) for b in (boards, drawers))
    assert (drawer.margin or 0) < (step.margin or 0)
    assert "drawer" in drawer.worst_case


def test_a_unit_nobody_weighed_is_taken_by_its_boards_and_says_so() -> None:
    # Three boards and a top of 1276 x 300 mm, two sides of 830 x 300 mm, 18 mm thick, 0.65 g/ml.
    assert assumed_mass_g(unit()) == pytest.approx(0.65 * 18 * (4 * 1276 * 300 + 2 * 830 * 300) / 1000)
    assert "weigh it" in tip_over(unit(), (), 15_000).assumed
    assert tip_over(unit(mass_g=20_000), (), 15_000).assumed == ""
