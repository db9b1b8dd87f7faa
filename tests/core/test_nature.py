"""What the nature of a thing says about it: the verdicts the trade knows, and what things make together."""

from __future__ import annotations

from typing import Any

import pytest

from tests.builders import TODAY, child, tray
from tests.core.cupboards import thing
from zither_awl.core.safety import component_hazards, endangers, hazards
from zither_awl.core.safety.nature import DECLARED, EMERGENCIES
from zither_awl.core.things.component import Component, Inside
from zither_awl.core.things.kinds import KINDS, TAP_WATER
from zither_awl.core.things.shapes import Box, Cylinder, Sphere
from zither_awl.core.values import Content, Mobility

BABY, TODDLER, FOUR = child("Tove", 10, id=3, still_mouths=True), child("Wren", 30, id=2), child("Anselm", 54)


def found(each: Component) -> dict[str, tuple[int | None, str]]:
    """By kind of hazard: its minimum age and its severity."""
    return {h.kind: (h.minimum_age_months, h.severity) for h in hazards(each)}


@pytest.mark.parametrize(
    ("each", "expected"),
    [
        pytest.param(thing("cloth", "cloth"), {}, id="a cloth: judged by its cords, and it has none"),
        pytest.param(thing("sponge", "sponge"), {}, id="a sponge: too big to be squeezed in"),
        pytest.param(thing("ball", "felt ball", shape=Sphere(60)), {}, id="a felt ball of 60 mm"),
        pytest.param(thing("ball", "felt ball", shape=Sphere(40)), {"small-part": (36, "must")}, id="a ball of 40"),
        pytest.param(
            thing("crayon", "crayon", shape=Cylinder(8, 90)),
            {"small-part": (36, "should")},
            id="a crayon: half of it goes in when it breaks",
        ),
        pytest.param(
            thing("chickpeas", "chickpeas"),
            {"small-part": (36, "must"), "dried-pulses": (36, "must")},
            id="a chickpea: small, and it swells",
        ),
        pytest.param(thing("coin", "coin"), {"small-part": (36, "must")}, id="a coin"),
        pytest.param(thing("marble", "marble"), {"small-part": (36, "must"), "marble": (36, "must")}, id="a marble"),
        pytest.param(
            thing("fish", "sewn-in magnet"),
            {"sealed-magnet": (None, "note"), "small-part": (36, "must")},
            id="a small magnet in felt: sewn in, near, and to be tested",
        ),
        pytest.param(
            thing("magnet", "magnet"), {"magnet": (168, "must"), "small-part": (36, "must")}, id="a loose magnet"
        ),
        pytest.param(thing("balloon", "balloon", shape=Sphere(200)), {"balloon": (96, "must")}, id="a balloon"),
        pytest.param(
            thing("cell", "button cell"), {"button-cell": (72, "must"), "small-part": (36, "must")}, id="a button cell"
        ),
        pytest.param(
            thing("light", "battery light", shape=Cylinder(60, 60)),
            {"sealed-cell": (None, "note")},
            id="a cell behind a screw",
        ),
        pytest.param(
            thing("lace", "lace", cord_mm=301),
            {"cord": (18, "must"), "long-cord": (None, "note")},
            id="a 301 mm cord: near after 18 months too",
        ),
        pytest.param(thing("lace", "lace", cord_mm=300), {"cord": (18, "must")}, id="a 300 mm cord"),
        pytest.param(thing("lace", "lace", cord_mm=220), {}, id="a 220 mm cord"),
        pytest.param(
            thing("beans", "kidney beans"),
            {"small-part": (36, "must"), "dried-pulses": (36, "must"), "toxic": (72, "must")},
            id="raw kidney beans",
        ),
        pytest.param(thing("sand", "sand"), {}, id="sand is a powder and no piece"),
        pytest.param(thing("bread", "bread"), {"allergen:gluten": (None, "must")}, id="bread"),
        pytest.param(
            thing("stone", "thing", mass_g=1800, shape=Sphere(90)), {"heavy-drop": (30, "should")}, id="a heavy thing"
        ),
        pytest.param(thing("frame", "climbing frame"), {"climb": (None, "note")}, id="a frame falls on no foot"),
        pytest.param(thing("jug", "jug"), {"glass": (18, "should")}, id="a glass jug"),
        pytest.param(
            thing("beads", "water beads"),
            {"swelling-beads": (None, "must"), "small-part": (36, "must")},
            id="beads that swell in water",
        ),
        pytest.param(thing("grapes", "grape"), {"whole-food": (60, "must"), "small-part": (36, "must")}, id="grapes"),
        pytest.param(thing("soap", "soap", shape=Box(70, 45, 20)), {"mild": (None, "must")}, id="soap: until walking"),
        pytest.param(thing("bleach", "household chemical"), {"caustic": (None, "must")}, id="bleach: for nobody"),
        pytest.param(thing("ball", "felt ball"), {"small-part": (36, "must")}, id="a ball nobody measured is no proof"),
        pytest.param(thing("cup", "plastic cup"), {}, id="a cup is large enough, whatever its size"),
        pytest.param(
            thing("half a shell", "plastic cup", inside=Inside(depth_mm=40, top_mm=72)),
            {"hemisphere": (36, "must")},
            id="a cup near half a ball",
        ),
    ],
)
def test_a_thing_gets_the_verdict_the_trade_gives_it(each: Component, expected: dict[str, Any]) -> None:
    assert found(each) == expected


@pytest.mark.parametrize("kind", KINDS)
def test_every_hazard_of_every_kind_says_what_it_is_and_whence(kind: str) -> None:
    for hazard in component_hazards(thing("it", kind)):
        assert hazard.text
        assert hazard.source
        assert hazard.supervision in ("none", "near", "touch", "never")


def test_a_larger_magnet_that_cannot_be_swallowed_is_looked_at_and_not_forbidden() -> None:
    horseshoe = thing("horseshoe", "magnet", shape=Cylinder(80, 20))
    assert found(horseshoe) == {"sealed-magnet": (None, "note")}


def test_a_screw_does_not_hold_a_magnet_and_glue_does() -> None:
    assert "magnet" in found(thing("m", "magnet", sealed="screwed"))
    assert "sealed-magnet" in found(thing("m", "magnet", sealed="glued"))


def holding(*contents: Content) -> dict[str, tuple[int | None, str]]:
    """The hazards of a tray with these things."""
    return {h.kind: (h.minimum_age_months, h.severity) for h in hazards(tray(contents=contents))}


def lying(each: Component, **more: Any) -> Content:
    """A thing on a tray."""
    return Content(component=each, role=each.name, **more)


def test_two_short_cords_tied_together_are_judged_as_one_and_as_a_loop() -> None:
    lace = thing("lace", "lace", cord_mm=280)
    assert holding(lying(thing("lace", "lace", cord_mm=200))) == {}
    both = {"cord": (18, "must"), "string-loop": (18, "must"), "long-cord": (None, "note")}
    assert holding(lying(lace, count=2)) == both


@pytest.mark.parametrize(
    ("vessel", "ml", "expected"),
    [
        pytest.param("basin", 3000, {"standing-water": (48, "must")}, id="a basin of water"),
        pytest.param("basin", 400, {"wet-floor": (None, "note")}, id="a finger of water in a basin"),
        pytest.param("cup", 150, {"wet-floor": (None, "note")}, id="a cup is too narrow"),
    ],
)
def test_water_is_judged_by_the_vessel_it_stands_in(vessel: str, ml: float, expected: dict[str, Any]) -> None:
    each = thing(vessel, vessel, breakable=False)
    assert holding(lying(each), lying(TAP_WATER, ml=ml)) == expected


def test_a_tray_has_the_hazards_of_everything_on_it_and_each_once_the_worst() -> None:
    whole = holding(
        lying(thing("balls", "felt ball", shape=Sphere(60)), count=4),
        lying(thing("beads", "bead"), count=3),
        lying(thing("crayons", "crayon"), count=3),
        lying(thing("scissors", "scissors")),
    )
    assert whole == {"small-part": (36, "must"), "dull-blade": (30, "must")}


@pytest.mark.parametrize(
    ("kind", "endangered"),
    [
        ("chickpeas", {"Tove", "Wren"}),
        ("button cell", {"Tove", "Wren", "Anselm"}),
        ("felt ball", {"Tove", "Wren"}),
        ("cloth", set()),
        ("household chemical", {"Tove", "Wren", "Anselm"}),
        ("soap", set()),
    ],
)
def test_whom_a_thing_endangers(kind: str, endangered: set[str]) -> None:
    musts = component_hazards(thing("it", kind))
    assert {c.name for c in (BABY, TODDLER, FOUR) if any(endangers(h, c, TODAY) for h in musts)} == endangered


def test_mild_things_are_for_those_who_walk() -> None:
    (mild,) = component_hazards(thing("soap", "soap", shape=Box(70, 45, 20)))
    assert endangers(mild, child("Tove", 30, id=3, mobility=Mobility.CRAWLS), TODAY)
    assert not endangers(mild, child("Wren", 13, id=2), TODAY)


def test_emergencies_are_known_hazards() -> None:
    assert set(EMERGENCIES) <= set(DECLARED)
