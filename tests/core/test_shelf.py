"""The rules of the shelf at their limits, the actions that cure, and their laws."""

from __future__ import annotations

from typing import Any

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from tests.builders import BEADS, TODAY, card, child, placed, tray, unit
from zither_awl.core.finding import Finding
from zither_awl.core.practice import Practice
from zither_awl.core.shelf import Scene, actions_for, check_shelf
from zither_awl.core.shelf.check import applied
from zither_awl.core.things.shapes import Sphere
from zither_awl.core.values import Board, Child, Measurement, Mobility, Placement, Spot, Unit

ILSE = child(measurements=(Measurement(on=TODAY, stature_mm=1000, mass_g=16_000),))
TOVE = child("Tove", 13, id=2, mobility=Mobility.PULLS_UP, still_mouths=True)


def check(placements: list[Placement], *, units: Any = None, children: Any = (ILSE,)) -> tuple[Finding, ...]:
    return check_shelf(placements, units or [unit()], children, TODAY)


def rules(placements: list[Placement], **more: Any) -> list[str]:
    return [f.rule for f in check(placements, **more)]


def test_a_light_tray_of_the_right_size_at_the_right_height_is_no_finding() -> None:
    assert check([placed(tray())]) == ()


@pytest.mark.parametrize(
    ("months", "most"), [(8, 6), (11, 6), (12, 8), (35, 8), (36, 10), (47, 10), (48, 12), (90, 12)]
)
def test_how_many_may_be_out_at_an_age(months: int, most: int) -> None:
    """ROOM-1: common practice, no source (8 places, 8 trays at 24 months)."""
    assert Practice().trays_out_at(months) == most


def test_one_too_many_is_said_once_and_by_whom() -> None:
    small = child(months=24, measurements=(Measurement(on=TODAY, stature_mm=900, mass_g=12_000),))
    units = [unit(boards=tuple(Board(height_mm=h, places=4) for h in (500.0, 260.0, 20.0)), height_mm=720.0)]
    out = [placed(tray(f"Tray {n}", id=n), board=n // 4, place=n % 4) for n in range(1, 10)]
    (finding,) = check(out, units=units, children=(small,))
    assert (finding.rule, finding.severity, finding.child) == ("ROOM-1", "should", 1)
    assert "9 trays are out for Ilse; at 24 months at most 8" in finding.reasons[0].text
    assert check(out[:8], units=units, children=(small,)) == ()


def test_a_tray_by_hand_or_for_somebody_else_does_not_count_as_out() -> None:
    scene = Scene(
        (placed(tray(), by_hand=True), placed(tray(id=2, for_children=frozenset({2})))), (unit(),), (ILSE,), TODAY
    )
    assert scene.out_for(ILSE) == []


def test_one_place_one_tray_two_of_one_concept_never_three() -> None:
    """ROOM-2: common practice, no source (two alike in one place, never three)."""
    shakers = card("Shakers", id=9)
    narrow = {"width_mm": 120.0}
    alike = [placed(tray(f"Shaker {n}", id=n, card=shakers, **narrow)) for n in (1, 2, 3)]
    assert "ROOM-2" not in rules(alike[:2])
    assert "ROOM-2" in rules(alike)
    assert "ROOM-2" in rules([placed(tray(id=1)), placed(tray("Folding", id=2))])


@pytest.mark.parametrize(("words", "found"), [(("Shakers", " shakers "), False), (("shakers", "bells"), True)])
def test_two_cards_the_house_calls_one_sort_share_a_place(words: tuple[str, str], found: bool) -> None:
    """ROOM-2: common practice, no source (two shakers in one place)."""
    there = [placed(tray(f"Tray {n}", id=n, width_mm=120.0, alike=word)) for n, word in enumerate(words, 1)]
    assert ("ROOM-2" in rules(there)) is found


WIDE = (1240 - 3 * 18) / 4


@pytest.mark.parametrize(
    ("size", "fits"),
    [
        pytest.param({"width_mm": WIDE - 20}, True, id="as wide as the place less 10 mm at each side"),
        pytest.param({"width_mm": WIDE - 19}, False, id="a millimetre wider"),
        pytest.param({"depth_mm": 300.0}, True, id="as deep as the shelf"),
        pytest.param({"depth_mm": 301.0}, False, id="deeper than the shelf"),
        pytest.param({"height_mm": 252.0 - 40}, True, id="40 mm of air above"),
        pytest.param({"height_mm": 252.0 - 39}, False, id="39 mm of air above"),
    ],
)
def test_a_tray_fits_its_place_with_room_for_the_hands(size: dict[str, Any], fits: bool) -> None:
    """ROOM-3: 10 mm at each side and 40 mm above; common practice, no source."""
    assert ("ROOM-3" not in rules([placed(tray(**size))])) is fits


def _side_by_side(gap: float) -> list[Finding]:
    plank = unit(
        "sill", kind="sill", width_mm=1000.0, height_mm=500.0, boards=(Board(height_mm=500, places=2, divided=False),)
    )
    width = 500.0 - gap
    pair = [
        placed(tray("Left", id=1, width_mm=width), board=0, place=0),
        placed(tray("Right", id=2, width_mm=width), board=0, place=1),
    ]
    return [f for f in check(pair, units=[plank]) if f.rule.startswith("ROOM-3")]


def test_neighbours_on_an_undivided_board_want_air() -> None:
    """50 mm wanted, under 25 mm it does not fit; common practice, no source."""
    assert _side_by_side(50) == []
    assert [f.severity for f in _side_by_side(49)] == ["note"]
    assert [f.severity for f in _side_by_side(25)] == ["note"]
    assert [f.severity for f in _side_by_side(24)] == ["must"]


def test_a_board_bears_what_it_may() -> None:
    boards = (Board(height_mm=300, places=2, load_g=1000),)
    pair = [placed(tray(id=1, mass_g=500), board=0), placed(tray("B", id=2, mass_g=501), board=0, place=1)]
    assert "load" in rules(pair, units=[unit(boards=boards)])
    assert "load" not in rules(pair[:1], units=[unit(boards=boards)])


def test_what_a_child_cannot_carry_is_said_with_the_limit() -> None:
    (finding,) = check([placed(tray(mass_g=1601), board=2)])
    assert (finding.rule, finding.severity) == ("ROOM-5", "should")
    assert "Ilse carries 1.6 kg" in finding.reasons[0].text
    assert check([placed(tray(mass_g=1600), board=2)]) == ()


def test_heavy_and_wet_things_stand_no_higher_than_the_elbow() -> None:
    """ROOM-5: heavy is over half of what the smallest child carries; the elbow is at 0.60 of stature."""
    at_elbow = [unit(boards=(Board(height_mm=600, places=4),))]
    above = [unit(boards=(Board(height_mm=601, places=4),))]
    heavy, light = placed(tray(mass_g=801), board=0), placed(tray(mass_g=800), board=0)
    wet = placed(tray(tags=("liquid",)), board=0)
    assert rules([heavy], units=at_elbow) == []
    assert rules([heavy], units=above) == ["ROOM-5"]
    assert rules([light], units=above) == []
    assert rules([wet], units=above) == ["ROOM-5"]


def test_what_a_child_may_choose_stands_where_it_lifts_and_sees() -> None:
    """ROOM-6: the lower of comfort (0.78) and sight (0.89 of stature)."""
    at_limit, above = Board(height_mm=780, places=4), Board(height_mm=781, places=4)
    assert rules([placed(tray(), board=0)], units=[unit(boards=(at_limit,), height_mm=1200.0)]) == []
    assert rules([placed(tray(), board=0)], units=[unit(boards=(above,), height_mm=1200.0)]) == ["ROOM-6"]


def test_a_tray_for_a_child_who_does_not_come_there_is_found() -> None:
    assert rules([placed(tray())], units=[unit(comes=frozenset({2}))]) == ["ROOM-6"]


def test_the_most_pressing_comes_first() -> None:
    jug, beads = tray("Jug", id=1, mass_g=1700), tray("Beads", id=2, piece=BEADS)
    found = check([placed(jug, board=2), placed(beads, place=1)], children=(ILSE, TOVE))
    assert [f.severity for f in found] == ["must", "should"]


def _scene(placements: list[Placement], units: list[Unit], children: tuple[Child, ...] = (ILSE, TOVE)) -> Scene:
    return Scene(tuple(placements), tuple(units), children, TODAY)


def test_every_action_offered_cures_its_finding_and_brings_no_other() -> None:
    gated = unit(
        "kitchen sill",
        id=2,
        kind="sill",
        comes=frozenset({1}),
        barrier="gate",
        height_mm=700.0,
        boards=(Board(height_mm=700, places=3, divided=False),),
    )
    resting = tray("Spooning shells", id=7, piece=Sphere(60), card=card("Spooning", id=1))
    scene = _scene([placed(tray("Spooning", piece=BEADS, card=card("Spooning", id=1)))], [unit(), gated])
    (finding,) = check_shelf(scene.placements, scene.units, scene.children, TODAY)
    actions = actions_for(finding, scene, [resting])
    assert [a.kind for a in actions] == ["move", "gate"]
    for action in actions:
        after = applied(action, scene, [resting])
        assert check_shelf(after.placements, after.units, after.children, TODAY) == ()


def test_without_a_gate_it_offers_one_then_by_hand() -> None:
    scene = _scene([placed(tray(piece=BEADS))], [unit()])
    (finding,) = check_shelf(scene.placements, scene.units, scene.children, TODAY)
    assert [a.kind for a in actions_for(finding, scene)] == ["gate", "by_hand"]


def test_the_same_work_with_bigger_pieces_is_offered_where_a_gate_would_shut_the_child_from_its_own() -> None:
    own = placed(tray("Basket", id=3, for_children=frozenset({2})), board=2)
    bigger = tray("Spooning shells", id=7, piece=Sphere(60), card=card("Spooning", id=1))
    scene = _scene([placed(tray("Spooning", piece=BEADS, card=card("Spooning", id=1))), own], [unit()])
    finding = check_shelf(scene.placements, scene.units, scene.children, TODAY)[0]
    assert [a.kind for a in actions_for(finding, scene, [bigger])] == ["by_hand", "swap"]


def test_a_tray_too_high_is_moved_to_a_place_that_is_free_and_low_enough() -> None:
    tall = unit(height_mm=1300.0, boards=(Board(height_mm=1000, places=2), Board(height_mm=300, places=2)))
    scene = _scene([placed(tray(), board=0)], [tall], (ILSE,))
    (finding,) = check_shelf(scene.placements, scene.units, scene.children, TODAY)
    first = actions_for(finding, scene)[0]
    assert (first.kind, first.to) == ("move", Spot(1, 1, 0))


some_trays: st.SearchStrategy[list[dict[str, Any]]] = st.lists(
    st.builds(
        dict,
        width=st.sampled_from([120.0, 250.0, 400.0]),
        mass=st.sampled_from([200.0, 900.0, 2500.0]),
        piece=st.sampled_from([None, BEADS, Sphere(60)]),
        board=st.integers(0, 2),
        place=st.integers(0, 3),
        by_hand=st.booleans(),
        meant=st.sampled_from([frozenset({1}), frozenset({2}), frozenset({1, 2})]),
    ),
    max_size=9,
)


def _placements(drawn: list[dict[str, Any]]) -> list[Placement]:
    return [
        placed(
            tray(f"T{n}", id=n, width_mm=d["width"], mass_g=d["mass"], piece=d["piece"], for_children=d["meant"]),
            board=d["board"],
            place=d["place"],
            by_hand=d["by_hand"],
        )
        for n, d in enumerate(drawn, start=1)
    ]


@settings(deadline=None, max_examples=60)
@given(some_trays, st.data())
def test_a_shelf_without_a_finding_stays_so_when_a_tray_is_taken_away(
    drawn: list[dict[str, Any]], data: st.DataObject
) -> None:
    placements = _placements(drawn)
    before = {f.key for f in check(placements, children=(ILSE, TOVE))}
    for _ in range(len(placements)):
        placements.pop(data.draw(st.integers(0, len(placements) - 1)))
        after = {f.key for f in check(placements, children=(ILSE, TOVE)) if f.rule not in ("ROOM-1", "ROOM-2")}
        assert after <= before
        if not before:
            assert check(placements, children=(ILSE, TOVE)) == ()


@settings(deadline=None, max_examples=40)
@given(some_trays)
def test_an_offered_action_never_leaves_its_finding_or_brings_another(drawn: list[dict[str, Any]]) -> None:
    scene = _scene(_placements(drawn), [unit()])
    found = check_shelf(scene.placements, scene.units, scene.children, TODAY)
    for finding in found[:3]:
        for action in actions_for(finding, scene):
            after = applied(action, scene)
            keys = {f.key for f in check_shelf(after.placements, after.units, after.children, TODAY)}
            assert finding.key not in keys
            assert keys <= {f.key for f in found}


@settings(deadline=None, max_examples=40)
@given(some_trays)
def test_the_same_shelf_is_judged_the_same(drawn: list[dict[str, Any]]) -> None:
    assert check(_placements(drawn)) == check(_placements(drawn))
