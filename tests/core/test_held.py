"""Allergens by the words of a food, and lines in another order than the usual one.

The fourteen allergens: EU Regulation 1169/2011, Annex II, from memory. Which food usually holds one: common practice.
"""

from __future__ import annotations

from dataclasses import replace

import pytest
from hypothesis import given
from hypothesis import strategies as st

from tests.builders import TODAY, child
from tests.core.test_typed import table
from zither_awl.core.safety import component_hazards, endangers
from zither_awl.core.safety.allergens import ALLERGENS
from zither_awl.core.things.held import HOLD, held
from zither_awl.core.things.kinds import KINDS, Kind
from zither_awl.core.things.order import turned
from zither_awl.core.things.said import lines, read, understood


def test_each_declarable_allergen_has_the_words_of_foods_and_no_other_has() -> None:
    assert tuple(HOLD) == ALLERGENS


@pytest.mark.parametrize(
    ("typed", "holds"),
    [
        ("couscous", {"gluten"}),
        ("rice", set()),
        ("buckwheat", set()),
        ("soy sauce", {"gluten", "soya"}),
        ("rice flour", {"gluten"}),
        ("almond flour", {"gluten", "nuts"}),
        ("tahini", {"peanuts", "nuts", "sesame"}),
        ("a bag of raisins", {"sulphites"}),
        ("polenta", set()),
        ("coarse semolina", {"gluten"}),
        ("oat milk", {"gluten", "milk"}),
        ("cuscús", {"gluten"}),
        ("nut bar", {"nuts", "peanuts"}),
        ("peanut brittle", {"peanuts"}),
        ("coconut oil", set()),
        ("water", set()),
        ("cheese cubes", {"milk"}),
        ("rice without nuts", set()),
    ],
)
def test_a_food_says_what_it_usually_holds(typed: str, holds: set[str]) -> None:
    assert set(understood(typed).allergens) == holds


@pytest.mark.parametrize(
    "typed",
    [
        "toy fish",
        "wooden prawn",
        "wheat straw",
        "fish cards",
        "milk jug",
        "egg cup",
        "nuts and bolts",
        "chocolate brown felt",
        "cheese board of wood",
    ],
)
def test_what_is_not_eaten_holds_none(typed: str) -> None:
    said = read(typed)
    assert said.allergens == ()
    assert not said.kind or understood(typed).allergens == ()


HOLDING = [each for each in KINDS.values() if each.defaults.get("allergens")]


@pytest.mark.parametrize("kind", HOLDING, ids=lambda kind: kind.name)
def test_what_a_kind_holds_is_not_told_twice(kind: Kind) -> None:
    own = kind.defaults["allergens"]
    assert not set(held(kind, tuple(word for each in own for word in HOLD[each]))) & set(own)


@pytest.mark.parametrize(
    ("typed", "usual"),
    [
        ("conkers, a bowl of", "a bowl of conkers"),
        ("finger paint 4 pots", "4 pots of finger paint"),
        ("pom poms: 30, mixed sizes", "30 pom poms, mixed sizes"),
        ("timer (egg shaped)", "timer  "),
        ("pipe cleaners (10 red, 10 green)", "20 red and green pipe cleaners"),
        ("jug made of glass", "jug, glass"),
        ("mortar made of marble", "mortar, stone"),
        ("rings (olive wood)", "rings (wood)"),
        ("straws paper 50", "50 paper straws"),
        ("baskets with handles, two", "two baskets with handles"),
        ("xylophone with 8 bars", "xylophone with bars"),
        ("a set with 4 cups", "a set with 4 cups"),
        ("pens 3 boxes", "pens 3 boxes"),
        ("a red jug", "a red jug"),
        ("Tray 3", "Tray 3"),
        ("", ""),
    ],
)
def test_what_is_said_the_other_way_round_is_turned(typed: str, usual: str) -> None:
    assert turned(typed) == usual


@pytest.mark.parametrize("typed", ["conkers, a bowl of", "pipe cleaners (10 red, 10 green)", "thermometer, glass"])
def test_what_is_turned_stays_one_line_and_keeps_its_name(typed: str) -> None:
    assert lines(typed) == (typed,)
    assert understood(typed).name.startswith(typed.split()[0])


@pytest.mark.parametrize(
    ("typed", "written"),
    [
        ("1 kg couscous", "coeliac"),
        ("trigo", "celíaca"),
        ("ground almonds", "frutos secos"),
        ("soy sauce", "soja"),
        ("tahini", "sésamo"),
        ("tin of tuna", "pescado"),
        ("celery", "apio"),
        ("custard", "huevo"),
    ],
)
def test_what_is_typed_endangers_who_must_not_have_it_and_nobody_else(typed: str, written: str) -> None:
    hazards = [each for each in component_hazards(understood(typed)) if each.kind.startswith("allergen:")]
    ill, well = (replace(child("Wren", 80), allergies=told) for told in ((written,), ()))
    assert any(endangers(each, ill, TODAY) for each in hazards)
    assert not any(endangers(each, well, TODAY) for each in hazards)


def test_a_line_is_turned_once() -> None:
    for row in table():
        once = turned(row["typed"])
        assert turned(once) == once, row["typed"]


@given(st.text(alphabet=st.sampled_from("abs 012:,()&-"), max_size=40))
def test_whatever_is_typed_can_be_turned_and_read(typed: str) -> None:
    assert isinstance(turned(typed), str)
    assert read(typed).typed == typed
