"""Uneven places and drawers, what the new rules of the shelf find, and how a tray looks from the front."""

from __future__ import annotations

from dataclasses import replace

import pytest

from tests.builders import TODAY, card, child, placed, tray, unit
from tests.core.cupboards import thing
from zither_awl.core.errors import InvalidValue
from zither_awl.core.shelf import check_shelf
from zither_awl.core.trays import front_of
from zither_awl.core.values import Board, Content, Spot

UNEVEN = Board(height_mm=340, places=3, widths_mm=(500, 300, 404))


def test_places_as_wide_as_the_tape_says() -> None:
    shelf = unit(boards=(UNEVEN, Board(height_mm=70, places=4)))
    assert [shelf.place_width_mm(0, n) for n in range(3)] == [500, 300, 404]
    assert shelf.place_width_mm(1, 3) == pytest.approx((1240 - 3 * 18) / 4)


@pytest.mark.parametrize(
    ("widths", "said"),
    [
        ((500, 300), "2 widths for 3 places"),
        ((500, 300, 380), "24 mm are missing"),
        ((500, 300, 420), "16 mm too much"),
        ((500, 300, -1), "more than 0"),
    ],
)
def test_widths_that_do_not_make_the_unit_are_told_with_the_difference(widths: tuple[float, ...], said: str) -> None:
    with pytest.raises(InvalidValue, match=said) as caught:
        unit(boards=(replace(UNEVEN, widths_mm=widths),))
    assert caught.value.problems[0].field == "boards.0.widths_mm"


def test_a_centimetre_of_the_tape_measures_error_is_borne() -> None:
    assert unit(boards=(replace(UNEVEN, widths_mm=(505, 300, 409)),)).place_width_mm(0, 0) == 505
    with pytest.raises(InvalidValue, match="need dividers"):
        unit(boards=(replace(UNEVEN, divided=False),))


def rules(placements: object, **more: object) -> list[tuple[str, str]]:
    found = check_shelf(placements, [unit(**more)], (child(),), TODAY)  # type: ignore[arg-type]
    return [(f.rule, f.severity) for f in found]


def test_a_tray_is_held_against_its_own_place() -> None:
    wide = tray(width_mm=380)
    shelf = {"boards": (UNEVEN,)}
    assert rules([placed(wide, board=0, place=0)], **shelf) == []
    assert rules([placed(wide, board=0, place=1)], **shelf) == [("ROOM-3", "must")]


def test_a_spot_is_read_out_with_how_many_there_are() -> None:
    shelf = unit(boards=(UNEVEN, Board(height_mm=70, places=4)))
    assert Spot(1, 0, 1).counted(shelf) == "top board, second of three"
    assert Spot(1, 0, 0).counted(unit(boards=(UNEVEN,))) == "first of three"


def test_in_a_drawer_is_a_note_and_for_an_instrument_a_finding() -> None:
    drawer = {"boards": (Board(height_mm=340, places=4, drawer=True),)}
    assert rules([placed(tray(), board=0)], **drawer) == [("ROOM-6 in the open", "note")]
    bells = tray(card=card("Bells", area="music"))
    assert rules([placed(bells, board=0)], **drawer) == [("ROOM-6 in the open", "should")]


def test_a_bedroom_takes_four_and_nothing_loud_and_a_unit_no_more_than_was_said() -> None:
    out = [placed(tray(f"T{n}", id=n), board=n // 4, place=n % 4) for n in range(5)]
    assert rules(out, bedroom=True) == [("ROOM-9", "should")]
    assert rules(out[:4], bedroom=True) == []
    assert rules([placed(tray(card=card("Drum", area="music")))], bedroom=True) == [("ROOM-9", "should")]
    assert rules(out[:3], most=2) == [("ROOM-9", "should")]


def test_two_levels_of_one_card_share_a_place_that_is_wide_enough_for_both() -> None:
    levels = [tray(f"L{n}", id=n, width_mm=200, card=card(f"C{n}", id=n, key="pour", level=n)) for n in (1, 2)]
    shelf = {"boards": (UNEVEN,)}
    assert rules([placed(t, board=0, place=0) for t in levels], **shelf) == []
    assert rules([placed(t, board=0, place=2) for t in levels], **shelf) == [("ROOM-3", "must")]
    other = replace(levels[1], card=card("Other", id=9))
    assert rules([placed(t, board=0, place=0) for t in (levels[0], other)], **shelf) == [("ROOM-2", "should")]


def test_a_tray_is_drawn_from_what_lies_on_it_back_to_front() -> None:
    jug, saucer, cup = thing("jug", "jug"), thing("saucer", "saucer"), thing("cup", "cup")
    water, apron, box = thing("water", "water"), thing("apron", "apron"), thing("birch tray", "tray")
    held = (
        Content(component=box, role="container"),
        Content(component=cup, role="receiver", x_mm=150, y_mm=0),
        Content(component=saucer, role="dish", x_mm=0, y_mm=60),
        Content(component=jug, role="jug"),
        Content(component=water, role="water", ml=100),
        Content(component=apron, role="apron", beside=True),
    )
    front = front_of(tray(width_mm=272, contents=held))
    assert [f.name for f in front] == ["saucer", "jug", "cup", "birch tray"]
    dish, poured, receiver, _ = front
    assert poured.base_mm > dish.base_mm
    assert abs((poured.left_mm + poured.width_mm / 2) - (dish.left_mm + dish.width_mm / 2)) < 1
    assert poured.filling is not None
    assert poured.filling.water
    assert receiver.filling is None
    assert receiver.left_mm == pytest.approx(150 + (272 - 258) / 2)
    assert front_of(tray()) == ()


def test_what_was_packed_wider_than_the_tray_was_measured_is_drawn_within_it() -> None:
    held = (
        Content(component=thing("big", "large tray"), role="container"),
        Content(component=thing("bowl", "bowl"), role="bowl", x_mm=280, y_mm=0),
    )
    (bowl, _) = front_of(tray(width_mm=270, contents=held))
    assert bowl.left_mm + bowl.width_mm <= 270
