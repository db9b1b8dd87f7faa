"""What is held against a tray put together: weight, pouring, room, completeness, care; each with limit and source."""

from __future__ import annotations

from dataclasses import replace
from typing import Any

import pytest

from tests.builders import TODAY, born_months_ago, child
from tests.core.cupboards import fifteen, reference, stock_of, thing
from zither_awl.catalogue import shipped_cards
from zither_awl.core.things.component import Component, Inside
from zither_awl.core.things.kinds import of_kind
from zither_awl.core.things.shapes import Sphere
from zither_awl.core.trays import Check, Made, Need, NoRoom, Packing, Stock, assemble, make
from zither_awl.core.trays.assemble import refreshed, tray_of
from zither_awl.core.trays.check import cost_per_use, overlaps
from zither_awl.core.values import Card, Child, Measurement, Mobility, Permission

CARDS = {design.key: design for design in shipped_cards()}
WREN, ANSELM, TOVE = child("Wren", 30, id=2), child("Anselm", 54), child("Tove", 14, id=3, still_mouths=True)


def made(key: str, number: int = 1, *, of: Child = WREN, stock: Stock | None = None, **more: Any) -> Made:
    """A card made from a cupboard, for a child among the three."""
    need = Need(of, (ANSELM, WREN, TOVE), TODAY, {}, frozenset())
    card = CARDS[key]
    level = card.level(number)
    if "share" in more:
        assert level.pour is not None
        level = replace(level, pour=replace(level.pour, share=more.pop("share")))
    return make(card, level, stock or reference(), need, **more)


def ids(stock: Stock) -> dict[str, int]:
    """Ids by name."""
    return {c.name: c.id for c in stock.components}


def held(each: Made, rule: str) -> list[Check]:
    """What was held against it by one rule."""
    return [c for c in each.checks if c.reason.rule == rule]


def severities(each: Made, rule: str) -> list[str]:
    """How it was held."""
    return [c.severity for c in held(each, rule)]


def test_the_whole_load_is_weighed_and_not_just_the_vessel() -> None:
    tray = made("pour-water", 2)
    contents = {c.role: c for c in tray.assembled.contents}
    by_hand = sum(
        (c.ml or 0) * c.component.density_g_ml if c.component.density_g_ml else c.component.mass_g * c.count
        for c in contents.values()
        if not c.beside
    )
    assert tray.assembled.mass_g == pytest.approx(by_hand)
    assert contents["apron"].beside


def test_a_load_is_held_against_what_this_child_carries() -> None:
    heavy = thing("iron tray", "tray", mass_g=1600)
    stock = stock_of(*(c for c in reference().components if c.kind != "tray"), heavy)
    light = made("jars", 2)
    weighed = replace(WREN, measurements=(Measurement(on=TODAY, mass_g=13_000),))
    over = made("jars", 2, of=weighed, stock=stock, container=ids(stock)["iron tray"])
    assert severities(light, "TRAY-5") == ["kept"]
    (check,) = held(over, "TRAY-5")
    assert (check.severity, check.reason.numbers[0].limit) == ("must", 1138)
    assert "Wren carries to 1.1 kg" in check.reason.text


def test_who_does_not_walk_yet_works_where_it_stands() -> None:
    crawling = replace(TOVE, mobility=Mobility.CRAWLS, born=born_months_ago(9))
    (check,) = held(made("spoon-large", 1, of=crawling), "TRAY-5")
    assert (check.severity, "work where it stands" in check.reason.text) == ("note", True)


def test_half_a_jug_is_kept_and_more_is_named() -> None:
    assert "should" not in severities(made("pour-coarse", 1, of=ANSELM), "TRAY-4")
    (check,) = [c for c in held(made("pour-coarse", 1, of=ANSELM, share=0.8), "TRAY-4") if c.severity == "should"]
    assert "80%" in check.reason.text
    assert check.reason.numbers[1].limit == 0.5


def test_the_fill_line_is_millimetres_up_the_side_of_that_cup() -> None:
    stock = stock_of(
        thing("jug", "jug", inside=Inside(depth_mm=100, top_mm=80)),
        thing("glass", "cup", inside=Inside(depth_mm=80, top_mm=60)),
        *(of_kind(kind, kind) for kind in ("apron", "saucer", "cloth", "tray")),
    )
    poured = made("pour-water", 2, of=ANSELM, stock=stock).assembled.poured
    assert poured is not None
    # 0.35 of 502.65 ml is 175.93 ml; over 2827.4 mm2 of floor that stands 62.2 mm high.
    assert poured.ml == pytest.approx(175.93, abs=0.01)
    assert poured.line_mm == pytest.approx(62.2, abs=0.05)


def test_a_spill_that_the_rim_does_not_hold_is_named() -> None:
    flat = thing("board", "tray", inside=Inside(depth_mm=2, top_mm=258, across_mm=198))
    stock = stock_of(*(c for c in reference().components if c.kind not in ("tray", "large tray")), flat)
    spilt = [c for c in held(made("pour-water", 1, of=ANSELM, stock=stock), "TRAY-4") if "spilt" in c.reason.text]
    assert [c.severity for c in spilt] == ["should"]


def test_a_wet_tray_without_an_apron_is_not_ready() -> None:
    stock = stock_of(*(c for c in reference().components if c.kind != "apron"))
    bare = made("pour-water", 1, of=ANSELM, stock=stock)
    (check,) = held(bare, "TRAY-1")
    assert (check.severity, "an apron" in check.reason.text) == ("should", True)
    assert not bare.ready
    assert bare.short == ("apron",)
    assert severities(made("pour-water", 1, of=ANSELM), "TRAY-1") == ["kept"]


def test_a_small_piece_is_a_must_for_the_child_and_a_condition_for_a_younger_one() -> None:
    beads = ids(reference())["wooden beads of 12"]
    for_anselm = made("tweezers", 2, of=ANSELM, fixed={"things": beads})
    assert not any(c.severity == "must" for c in for_anselm.checks)
    kept_from = [c for c in held(for_anselm, "SAFETY") if c.severity == "should"]
    assert any("Keep it from Wren and Tove" in c.reason.text for c in kept_from)
    for_wren = made("tweezers", 2, of=WREN, fixed={"things": beads})
    musts = [c for c in held(for_wren, "SAFETY") if c.severity == "must"]
    assert any("Not for Wren" in c.reason.text and "36 months" in c.reason.text for c in musts)
    assert all(c.reason.source for c in musts)
    assert not for_wren.ready


def test_small_parts_are_one_question_and_once_decided_stay_a_finding() -> None:
    beads = ids(reference())["wooden beads of 12"]
    asked = made("tweezers", 2, of=WREN, fixed={"things": beads})
    assert {ask for c in asked.checks for ask in c.asks} == {(2, "small")}
    allowed = replace(WREN, permissions=(Permission(kind="small", adult="Tarn", given_on=TODAY),))
    watched = made("tweezers", 2, of=allowed, fixed={"things": beads})
    assert not [c for c in watched.checks if c.severity == "must"]
    assert any("With an adult at the table, as you decided" in c.reason.text for c in watched.checks)
    (bead,) = [c for c in watched.matches.considered["things"] if c.component.id == beads]
    assert (bead.answer, "With an adult at the table only" in bead.why[0]) == ("would do", True)
    mouthing = replace(allowed, still_mouths=True)
    refused = [c for c in made("tweezers", 2, of=mouthing, fixed={"things": beads}).checks if c.severity == "must"]
    assert refused
    assert not any(c.asks for c in refused)


def test_a_smallest_piece_that_does_not_go_in_says_so_and_never_says_safe() -> None:
    tray = made("tongs", 2)
    assert any("does not go into the small-parts cylinder" in c.reason.text for c in tray.checks)
    assert not any("safe" in c.reason.text.lower() for c in tray.checks)


def test_an_allergen_is_held_against_every_child_of_the_house() -> None:
    stock = stock_of(*(c for c in reference().components if "coarse medium" not in _can(c)), of_kind("pasta", "pasta"))
    nobody = made("pour-coarse", 1, of=ANSELM, stock=stock)
    assert severities(nobody, "TRAY-10") == ["kept"]
    allergic = replace(WREN, allergies=("gluten",))
    need = Need(ANSELM, (ANSELM, allergic), TODAY, {}, frozenset())
    somebody = make(CARDS["pour-coarse"], CARDS["pour-coarse"].level(1), stock, need)
    assert any("Keep it from Wren" in c.reason.text and "gluten" in c.reason.text for c in somebody.checks)


def _can(component: Component) -> tuple[str, ...]:
    from zither_awl.core.things.kinds import kind_of

    return kind_of(component).can


def test_the_work_of_the_morning_belongs_to_the_tray() -> None:
    (check,) = held(made("pour-water", 1, of=ANSELM), "TRAY-11")
    assert check.reason.text.startswith("Each day, before work, an adult: Fill the jug")


def test_a_child_under_three_wants_a_rim() -> None:
    flat = thing("board", "tray", inside=Inside(depth_mm=4, top_mm=258, across_mm=198))
    stock = stock_of(*(c for c in reference().components if c.kind not in ("tray", "large tray", "basket")), flat)
    assert severities(made("tongs", 1, stock=stock), "TRAY-6") == ["should"]
    assert severities(made("tongs", 1), "TRAY-6") == ["kept"]
    assert severities(made("tongs", 1, of=ANSELM, stock=stock), "TRAY-6") == []


def test_no_room_says_by_how_much_and_which_would_do() -> None:
    small = thing("small tray", "tray", inside=Inside(depth_mm=30, top_mm=150, across_mm=120))
    large = thing("great tray", "large tray")
    things = [c for c in reference().components if not {"tray", "basket"} & set(_can(c))]
    stock = stock_of(*things, small, large)
    cramped = made("tongs", 1, stock=stock, container=ids(stock)["small tray"])
    assert isinstance(cramped.assembled.packing, NoRoom)
    (check,) = [c for c in held(cramped, "SPACE") if c.severity == "must"]
    assert check.reason.numbers[0].value == cramped.assembled.packing.short_mm
    free = made("tongs", 1, stock=stock)
    assert free.container is not None
    assert (free.container.name, isinstance(free.assembled.packing, Packing)) == ("great tray", True)


def test_things_laid_over_one_another_or_over_the_rim_by_hand_are_named() -> None:
    tray = made("tongs", 1)
    spots = {c.role: (c.x_mm, c.y_mm, c.turned) for c in tray.assembled.contents if c.x_mm is not None}
    assert overlaps(tray.assembled) == []
    first, second = [name for name in spots if name.endswith("bowl")]
    by_hand = {second: spots[first], "tongs": (-20.0, 5.0, False)}
    moved = made("tongs", 1, spots=by_hand)
    assert {frozenset(pair) for pair in overlaps(moved.assembled)} >= {
        frozenset({first, second}),
        frozenset({"tongs", "the rim"}),
    }
    assert severities(moved, "SPACE").count("should") >= 2


def test_two_chosen_by_hand_that_do_not_go_together_stand_and_are_a_must() -> None:
    stock = stock_of(*fifteen().components, thing("thimble", "cup", inside=Inside(depth_mm=20, top_mm=18)))
    jug, thimble = ids(stock)["jugs"], ids(stock)["thimble"]
    tray = made("pour-coarse", 1, of=ANSELM, stock=stock, fixed={"jug": jug, "receiver": thimble})
    assert tray.matches.chosen["receiver"].name == "thimble"
    assert any(c.severity == "must" and "thimble holds 5 ml" in c.reason.text for c in tray.checks)


def test_the_tray_of_it_is_as_large_and_heavy_as_reckoned_and_follows_its_things() -> None:
    whole = made("spoon-large", 2)
    card = Card(id=0, name="Spooning", area="practical life", from_months=20, to_months=42, key="spoon-large", level=2)
    level = CARDS["spoon-large"].level(2)
    tray = tray_of(whole.design, level, whole.assembled, name="Spooning", card=card, for_children=frozenset({2}))
    assert tray.mass_g == pytest.approx(whole.assembled.mass_g)
    assert (tray.pieces, tray.piece) == (4, whole.assembled.smallest and whole.assembled.smallest.shape)
    assert (tray.width_mm, tray.depth_mm) == (272, 214)
    spoon = next(c.component for c in tray.contents if c.role == "spoon")
    assert refreshed(tray, replace(spoon, mass_g=1000.0)).mass_g == pytest.approx(tray.mass_g + 1000 - spoon.mass_g)
    bead = next(c.component for c in tray.contents if c.role == "balls")
    assert refreshed(tray, replace(bead, shape=Sphere(41))).piece == Sphere(41)
    weighed = replace(tray, mass_g=777.0)
    assert refreshed(weighed, replace(spoon, mass_g=1000.0)).mass_g == 777, "what the household weighed stays"


def test_an_empty_choice_makes_an_empty_tray_and_breaks_nothing() -> None:
    card = CARDS["tongs"]
    nothing = assemble(card, card.level(1), {}, None)
    assert (nothing.contents, nothing.pieces, nothing.packing) == ((), 1, None)


def test_costs_count_what_is_used_up_each_time_and_share_out_what_lasts() -> None:
    bowl = thing("bowl", "bowl", cost=3.0)
    paper = thing("paper", "paper", cost=0.02, per_use=4)
    rice = thing("rice", "rice", cost=1.0, stock_ml=1000, per_use=50)
    balls = thing("balls", "felt ball", shape=Sphere(60))
    every = [(bowl, 2), (paper, 1), (rice, 1), (balls, 4)]
    new = cost_per_use(every, 0)
    assert new.unknown == 1
    assert new.per_use == pytest.approx(0.13)
    worn = cost_per_use(every, 12)
    assert worn.per_use == pytest.approx(0.13 + 6 / 12)
    assert cost_per_use([(balls, 4)], 0).per_use is None
