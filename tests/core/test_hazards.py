"""What a tray's hazards are, and which child could get at them."""

from __future__ import annotations

from dataclasses import replace
from datetime import timedelta
from typing import Any

import pytest

from tests.builders import BEADS, TODAY, child, placed, tray, unit
from zither_awl.core.safety import DECLARED, allowed, bin_exposure, exposure, hazards, may_be_allowed, work_condition
from zither_awl.core.safety.nature import declared
from zither_awl.core.things.shapes import Box, Cylinder, Irregular, Softness, Sphere
from zither_awl.core.values import PERMISSION_KINDS, Bin, Board, Measurement, Mobility, Permission, PermissionKind

TOVE = child("Tove", 13, id=2, mobility=Mobility.PULLS_UP, still_mouths=True)
ILSE = child("Ilse", 48, id=1)


def kinds(**more: Any) -> list[str]:
    return [h.kind for h in hazards(tray(**more))]


def test_the_smallest_piece_decides() -> None:
    assert kinds(piece=BEADS) == ["small-part"]
    assert kinds(piece=Sphere(40)) == ["small-ball"]
    assert kinds(piece=Sphere(46)) == []
    assert kinds(piece=None) == []


def test_a_ball_a_ruler_calls_just_too_big_is_still_judged() -> None:
    """The ruler's tolerance of 1 mm is taken off before judging."""
    assert kinds(piece=Sphere(45.3)) == ["small-ball"]
    assert kinds(piece=Sphere(45.5)) == []


def test_an_unknown_shape_is_to_be_tested_and_counts() -> None:
    found = hazards(tray(piece=Irregular(None, Box(60, 50, 40))))
    assert found[0].kind == "small-part"
    assert "test it with the gauge" in found[0].text


def test_cloth_is_judged_by_its_cords_and_not_by_its_size() -> None:
    """EN 71-1: free length at most 220 mm under 18 months; from memory."""
    assert kinds(piece=Box(10, 10, 2), softness=Softness.CLOTH) == []
    assert kinds(softness=Softness.CLOTH, cord_mm=220) == []
    cord = hazards(tray(softness=Softness.CLOTH, cord_mm=221))[0]
    assert (cord.kind, cord.minimum_age_months) == ("cord", 18)


def test_a_soft_thing_is_tested_unless_it_is_too_big_to_squeeze_in() -> None:
    assert kinds(piece=Sphere(59), softness=Softness.SOFT) == ["small-part"]
    assert kinds(piece=Sphere(60), softness=Softness.SOFT) == []


def test_a_breakable_thing_is_judged_whole_and_in_pieces() -> None:
    crayon, thick = Cylinder(8, 90), Cylinder(18, 110)
    broken = hazards(tray(piece=crayon, breakable=True))
    assert [(h.kind, h.severity) for h in broken] == [("small-part", "should")]
    assert kinds(piece=crayon) == []
    assert kinds(piece=thick, breakable=True) == []


@pytest.mark.parametrize("kind", [k for k in DECLARED if k != "allergen"])
def test_every_declared_hazard_says_what_it_is_and_whence(kind: str) -> None:
    found = hazards(tray(hazards=(kind,)))[0]
    assert found.text
    assert found.source
    assert found.supervision in ("near", "touch", "never")


def found(tray_: Any, *, by_hand: bool = False, children: Any = (ILSE, TOVE), at: int = 1, **unit_: Any) -> list[Any]:
    placement = placed(tray_, board=at, by_hand=by_hand)
    return list(exposure([placement], children, [unit(**unit_)], TODAY))


def test_beads_on_a_board_the_baby_reaches_are_named_with_child_size_limit_and_source() -> None:
    (finding,) = found(tray("Spooning beads", piece=BEADS))
    reason = finding.reasons[0]
    assert (finding.severity, finding.child, finding.tray) == ("must", 2, 1)
    assert "Tove can reach this: a 9 mm piece drops into the small-parts cylinder" in reason.text
    assert "still mouths; limit 36 months" in reason.text
    assert {q.label: q.value for q in reason.numbers}["piece, longest size"] == 9
    assert "16 CFR 1501.4" in reason.source


def test_by_hand_behind_a_gate_or_with_bigger_pieces_the_finding_is_gone() -> None:
    beads = tray(piece=BEADS)
    assert found(beads, by_hand=True) == []
    assert found(beads, comes=frozenset({1})) == []
    assert found(tray(piece=Sphere(60))) == []


def test_out_of_reach_counts_only_for_a_child_who_cannot_get_there() -> None:
    high = (Board(height_mm=1500, places=4),)
    assert found(tray(piece=BEADS), at=0, boards=high, height_mm=1600.0) == []
    # Nobody measured this one lately, so it may be taller than the median: + 2 SD, and a step of 250 mm.
    walker = child("Tove", 30, id=2)
    assert (
        found(
            tray(piece=BEADS),
            children=(ILSE, walker),
            at=0,
            boards=(Board(height_mm=1400, places=4),),
            height_mm=1600.0,
        )
        != []
    )


def test_the_reach_of_a_crawling_child_ends_lower() -> None:
    crawler = child(
        "Tove",
        9,
        id=2,
        mobility=Mobility.CRAWLS,
        still_mouths=True,
        measurements=(Measurement(on=TODAY, stature_mm=700),),
    )
    at_limit = (Board(height_mm=0.85 * 700, places=2),)
    above = (Board(height_mm=0.85 * 700 + 1, places=2),)
    assert found(tray(piece=BEADS), children=(crawler,), at=0, boards=at_limit) != []
    assert found(tray(piece=BEADS), children=(crawler,), at=0, boards=above) == []


def test_three_years_and_no_longer_mouthing_is_the_limit() -> None:
    almost, just = child(months=35), child(months=36)
    assert found(tray(piece=BEADS), children=(almost,)) != []
    assert found(tray(piece=BEADS), children=(just,)) == []


def test_a_child_who_still_mouths_is_never_too_old_for_it() -> None:
    assert found(tray(piece=BEADS), children=(child(months=60, still_mouths=True),)) != []


def test_a_child_born_early_counts_by_the_corrected_age_until_two() -> None:
    born_early = child("Tove", 24, id=2, gestation_weeks=28)
    glass = tray(hazards=("glass",))
    assert [f.child for f in found(glass, children=(child("Tove", 19, id=2, gestation_weeks=28),))] == [2]
    assert found(glass, children=(born_early,)) == []


def test_an_allergen_endangers_only_whom_it_endangers() -> None:
    allergic = child(allergies=("sesame",))
    seeds = tray(hazards=("allergen:sesame",))
    assert [f.child for f in found(seeds, children=(allergic, TOVE))] == [1]
    assert found(tray(hazards=("allergen:milk",)), children=(allergic,)) == []


def test_water_beads_are_for_nobody() -> None:
    assert [f.child for f in found(tray(hazards=("swelling-beads",)))] == [1, 2]


WREN = child("Wren", 30, id=1)


def test_small_parts_by_hand_for_the_child_itself_stay_a_finding() -> None:
    assert [f.severity for f in found(tray(piece=BEADS), by_hand=True, children=(WREN,))] == ["must"]


def may(kind: PermissionKind = "small", **more: Any) -> tuple[Permission, ...]:
    """A permission somebody gave."""
    return (Permission(kind=kind, adult="Tarn", given_on=TODAY, **more),)


def test_what_was_decided_for_the_table_stays_a_note() -> None:
    decided = child("Wren", 30, id=1, permissions=may())
    (note,) = found(tray(piece=BEADS), by_hand=True, children=(decided,))
    assert (note.rule, note.severity) == ("with-an-adult", "note")
    assert "With an adult at the table: somebody sits by while Wren works" in note.reasons[0].text


@pytest.mark.parametrize(
    "who",
    [
        pytest.param(child("Wren", 23, id=1, permissions=may()), id="under two"),
        pytest.param(child("Wren", 30, id=1, permissions=may(), still_mouths=True), id="still mouths"),
        pytest.param(child("Wren", 30, id=1, permissions=may("blade")), id="allowed something else"),
        pytest.param(child("Wren", 30, id=1, permissions=may(withdrawn_on=TODAY)), id="withdrawn"),
    ],
)
def test_under_two_or_mouthing_it_cannot_be_decided_away(who: Any) -> None:
    assert [f.severity for f in found(tray(piece=BEADS), by_hand=True, children=(who,))] == ["must"]


ALLOWED = [
    pytest.param("standing-water", child(months=13), True, id="water from walking"),
    pytest.param("standing-water", child(months=20, mobility=Mobility.CRAWLS), False, id="not before walking"),
    pytest.param("dull-blade", child(months=18), True, id="a dull blade from 18 months"),
    pytest.param("dull-blade", child(months=17), False, id="not before"),
    pytest.param("sharp", child(months=29), False, id="a sharp blade has no permission"),
    pytest.param("dried-pulses", child(months=24), True, id="grains from two"),
    pytest.param("dried-pulses", child(months=30, still_mouths=True), False, id="not while it mouths"),
    *(
        pytest.param(kind, child(months=70), False, id=f"{kind}: its limit stands")
        for kind in ("magnet", "button-cell", "swelling-beads", "balloon", "caustic", "whole-food", "toxic")
    ),
]


@pytest.mark.parametrize(("kind", "who", "may_be"), ALLOWED)
def test_what_may_be_decided_for_the_table_and_from_when(kind: str, who: Any, may_be: bool) -> None:
    """Common practice, no source."""
    hazard = declared(kind)
    assert may_be_allowed(hazard, who, TODAY) is may_be
    every = replace(who, permissions=tuple(Permission(kind=k, given_on=TODAY) for k in PERMISSION_KINDS))
    assert allowed(hazard, every, TODAY) is may_be


def test_a_permission_of_one_child_is_none_for_another() -> None:
    wren = child("Wren", 30, id=1, permissions=may())
    both = tray(piece=BEADS, for_children=frozenset({1}))
    assert [f.child for f in found(both, children=(wren, TOVE))] == [1, 2]


def test_nobody_can_switch_it_off_for_an_open_placement() -> None:
    decided = child("Wren", 30, id=1, permissions=may())
    assert [f.severity for f in found(tray(piece=BEADS), children=(decided,))] == ["must"]


def test_a_tray_with_a_hazard_says_where_it_may_be_worked_with() -> None:
    condition = work_condition(tray(piece=BEADS), (ILSE, TOVE), TODAY)
    assert condition == "At a table Tove cannot reach, or while Tove sleeps."
    lying = child("Tove", 4, id=2, mobility=Mobility.LIES_OR_SITS)
    assert work_condition(tray(piece=BEADS), (ILSE, lying), TODAY) == ""
    assert work_condition(tray(), (ILSE, TOVE), TODAY) == ""


def test_one_finding_for_a_child_and_tray_however_many_hazards() -> None:
    many = tray(piece=BEADS, hazards=("dried-pulses", "glass"))
    (finding,) = [f for f in found(many) if f.child == 2]
    assert [r.text for r in finding.reasons[1:]] == [
        "Also: dried pulses swell when breathed in.",
        "Also: glass or china that can break.",
    ]


def test_a_measurement_of_today_lowers_the_line_of_a_small_child() -> None:
    small = (Measurement(on=TODAY - timedelta(days=10), stature_mm=720),)
    measured = child("Tove", 13, id=2, mobility=Mobility.PULLS_UP, still_mouths=True, measurements=small)
    board = (Board(height_mm=900, places=2),)
    tall: dict[str, Any] = {"boards": board, "height_mm": 1000.0, "at": 0}
    assert found(tray(piece=BEADS), children=(TOVE,), **tall) != []
    assert found(tray(piece=BEADS), children=(measured,), **tall) == []


def in_bin(height_mm: float | None, *, locked: bool = False, **more: Any) -> list[str]:
    """Whom beads resting in a bin would endanger."""
    rests = tray("Beads", piece=BEADS, bin_id=4, **more)
    found_in = bin_exposure([Bin(id=4, name="Bin 4", height_mm=height_mm, locked=locked)], [rests], (ILSE, TOVE), TODAY)
    return [f.reason.text for f in found_in]


def test_a_bin_is_judged_like_an_open_shelf_unless_it_is_locked() -> None:
    (told,) = in_bin(300)
    assert told.startswith("Tove can reach Beads in Bin 4, which is not locked: a 9 mm piece drops into")
    assert in_bin(300, locked=True) == []
    assert in_bin(1900) == []


def test_a_bin_whose_height_nobody_said_is_not_judged_and_one_in_another_bin_not_there() -> None:
    assert in_bin(None) == []
    elsewhere = tray(piece=BEADS, bin_id=5)
    assert bin_exposure([Bin(id=4, name="Bin 4", height_mm=300)], [elsewhere], (TOVE,), TODAY) == ()
