"""Foods by age, cut and what a child must not have, against published limits; unsure means the dangerous reading."""

from __future__ import annotations

from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from tests.builders import TODAY, child
from zither_awl.catalogue.foods import food_called, food_of, shipped_foods
from zither_awl.core.food import CUTS, UNKNOWN, Cut, allowed, check_food, cut_for
from zither_awl.core.safety import component_hazards, endangers
from zither_awl.core.safety.allergens import ALLERGENS, allergen_named, is_allergic
from zither_awl.core.things.kinds import of_kind
from zither_awl.core.things.said import understood
from zither_awl.core.values import Child
from zither_awl.languages import CODES, language_of

AAP = "American Academy of Pediatrics and USDA, choking under 48 months, from memory"
NHS = "NHS, whole nuts not before five years; grapes and cherry tomatoes as long, from memory"
BOTULISM = "NHS, no honey before twelve months, from memory"
EU = "EU Regulation 1169/2011, Annex II, from memory"

# food, cut, age in months, allergies, may it stand before this child, by which source
TABLE: list[tuple[str, Cut, int, tuple[str, ...], bool, str]] = [
    ("grapes", "whole", 20, (), False, NHS),
    ("grapes", "whole", 47, (), False, NHS),
    ("grapes", "whole", 59, (), False, NHS),
    ("grapes", "whole", 60, (), True, NHS),
    ("grapes", "quarters", 20, (), True, AAP),
    ("grapes", "small", 20, (), False, AAP),
    ("grapes", "thin", 40, (), False, AAP),
    ("cherry tomatoes", "whole", 59, (), False, NHS),
    ("cherry tomatoes", "quarters", 14, (), True, AAP),
    ("blueberries", "whole", 30, (), False, AAP),
    ("cherries", "whole", 36, (), False, AAP),
    ("sausages", "thin", 36, (), False, AAP),
    ("sausages", "quarters", 36, (), True, AAP),
    ("almonds", "whole", 59, (), False, NHS),
    ("walnuts", "small", 59, (), False, NHS),
    ("peanuts", "whole", 60, (), True, NHS),
    ("nuts", "grated", 30, (), True, NHS),
    ("sunflower seeds", "whole", 47, (), False, AAP),
    ("popcorn", "whole", 47, (), False, AAP),
    ("popcorn", "whole", 48, (), True, AAP),
    ("hard sweets", "whole", 47, (), False, AAP),
    ("hard sweets", "whole", 48, (), True, AAP),
    ("marshmallows", "whole", 47, (), False, AAP),
    ("chewing gum", "whole", 47, (), False, AAP),
    ("raisins", "whole", 30, (), False, AAP),
    ("peanut butter", "whole", 30, (), False, AAP),
    ("peanut butter", "spread", 30, (), True, AAP),
    ("apple", "whole", 47, (), False, AAP),
    ("apple", "thin", 47, (), False, AAP),
    ("apple", "small", 47, (), False, AAP),
    ("apple", "grated", 14, (), True, AAP),
    ("apple", "soft", 14, (), True, AAP),
    ("apple", "whole", 48, (), True, AAP),
    ("carrot", "thin", 36, (), False, AAP),
    ("carrot", "soft", 13, (), True, AAP),
    ("celery", "thin", 40, (), False, AAP),
    ("honey", "spread", 11, (), False, BOTULISM),
    ("honey", "spread", 12, (), True, BOTULISM),
    ("banana", "thin", 12, (), True, AAP),
    ("egg", "whole", 40, ("eggs",), False, EU),
    ("egg", "quarters", 40, (), True, AAP),
    ("raw egg", "whole", 90, (), False, "common practice, no source"),
    ("raw kidney beans", "whole", 90, (), False, "common practice, no source"),
    ("flour", "whole", 90, (), False, "common practice, no source"),
    ("bread", "thin", 40, ("gluten",), False, EU),
    ("bread", "thin", 40, ("wheat",), False, EU),
    ("bread", "thin", 40, ("Coeliac",), False, EU),
    ("cheese", "grated", 40, ("milk",), False, EU),
    ("cheese", "grated", 40, ("dairy",), False, EU),
    ("cheese", "grated", 40, ("nuts",), True, EU),
    ("hummus", "spread", 40, ("sesame",), False, EU),
    ("peanut butter", "spread", 40, ("nuts",), False, EU),
    ("strawberries", "quarters", 40, ("strawberry",), False, "what was told of the child"),
    ("kiwi", "thin", 40, ("kiwis",), False, "what was told of the child"),
    ("prawns", "small", 70, ("crustaceans",), False, EU),
    ("mustard", "spread", 70, ("mustard",), False, EU),
    ("tofu", "small", 40, ("soy",), False, EU),
    ("mussels", "small", 70, ("molluscs",), False, EU),
    ("lupins", "grated", 70, ("lupin",), False, EU),
    ("jam", "spread", 40, ("sulphites",), False, EU),
    ("fish", "small", 40, ("fish",), False, EU),
    ("something grandmother made", "small", 40, (), False, "unsure means the dangerous reading"),
    ("something grandmother made", "small", 70, (), True, "unsure means the dangerous reading"),
    ("something grandmother made", "small", 70, ("milk",), False, "unsure means the dangerous reading"),
]


def who(months: int, allergies: tuple[str, ...] = ()) -> Child:
    return child("Tove", months=months, allergies=allergies)


@pytest.mark.parametrize(("typed", "cut", "months", "allergies", "may", "source"), TABLE)
def test_food_by_age_cut_and_allergy(typed: str, cut: Cut, months: int, allergies: Any, may: bool, source: str) -> None:
    eater = who(months, allergies)
    assert allowed(food_called(typed), cut, eater, TODAY) is may, source
    for found in check_food(food_called(typed), cut, (eater,), TODAY):
        assert found.source
        assert "safe" not in found.text.lower()


def test_every_declarable_allergen_is_in_some_food_and_is_never_given_to_who_must_not_have_it() -> None:
    """The fourteen of EU Regulation 1169/2011, Annex II, from memory."""
    held = {allergen for food in shipped_foods() for allergen in food.allergens}
    assert held == set(ALLERGENS)
    for food in shipped_foods():
        for allergen in food.allergens:
            assert cut_for(food, (who(80, (allergen,)),), TODAY) is None, f"{food.name}: {allergen}"


WRITTEN = {
    "sésamo": "sesame",
    "Sesamo": "sesame",
    "ajonjolí": "sesame",
    "leche": "milk",
    "lácteos": "milk",
    "huevo": "eggs",
    "huevos": "eggs",
    "egg": "eggs",
    "cacahuetes": "peanuts",
    "maní": "peanuts",
    "frutos secos": "peanuts",
    "nueces": "nuts",
    "nut": "nuts",
    "trigo": "gluten",
    "celíaca": "gluten",
    "soja": "soya",
    "mariscos": "molluscs",
    "gamba": "crustaceans",
    "mejillones": "molluscs",
    "altramuces": "lupin",
    "apio": "celery",
    "mostaza": "mustard",
    "tree nuts": "nuts",
    "Cow’s milk": "milk",
    "pescado": "fish",
    "sulfitos": "sulphites",
}
"""What a household writes of a child, in either language: common practice, no source."""


@pytest.mark.parametrize(("written", "allergen"), WRITTEN.items())
def test_an_allergy_is_understood_however_it_is_written(written: str, allergen: str) -> None:
    child, away = who(80, (written,)), who(80, ("pollen",))
    thing = of_kind("dry bread", "bread", allergens=(allergen,))
    (told,) = (hazard for hazard in component_hazards(thing) if hazard.kind == f"allergen:{allergen}")
    assert endangers(told, child, TODAY)
    assert not endangers(told, away, TODAY)
    food = next(food for food in shipped_foods() if allergen in food.allergens)
    assert cut_for(food, (child,), TODAY) is None


@pytest.mark.parametrize("code", CODES[1:])
def test_what_the_pages_call_an_allergen_or_a_food_is_understood_of_a_child(code: str) -> None:
    language = language_of(code)
    for allergen in ALLERGENS:
        assert is_allergic((language.words[allergen],), allergen)
        assert allergen_named(allergen) == allergen
    for food in shipped_foods():
        eater = who(80, (language.tell(food.name),))
        assert not any(allowed(food, cut, eater, TODAY) for cut in food.cuts), food.name


def test_what_ships_is_written_well() -> None:
    for food in shipped_foods():
        assert set(food.cuts) <= set(CUTS)
        assert set(food.allergens) <= set(ALLERGENS)
        assert food_called(food.name) is food
    words = [w.casefold() for f in shipped_foods() for w in {*f.words, f.name}]
    assert len(words) == len(set(words)), "a word means one food"
    assert food_called("  GRAPES ") is food_called("uva")
    assert food_called("xyzzy") is UNKNOWN


@given(st.sampled_from(shipped_foods()), st.sampled_from(list(CUTS)), st.integers(0, 90))
def test_nothing_is_forbidden_to_an_older_child_that_a_younger_one_may_have(food: Any, cut: Cut, months: int) -> None:
    if allowed(food, cut, who(months), TODAY):
        assert allowed(food, cut, who(months + 12), TODAY)


@given(st.sampled_from(shipped_foods()), st.lists(st.integers(6, 90), min_size=1, max_size=5))
def test_the_cut_for_all_is_one_that_each_may_have(food: Any, ages: list[int]) -> None:
    all_of = [who(m) for m in ages]
    cut = cut_for(food, all_of, TODAY)
    if cut is None:
        assert any(not allowed(food, food.cuts[0], c, TODAY) for c in all_of)
    else:
        assert all(allowed(food, cut, c, TODAY) for c in all_of)


def test_a_small_child_is_never_told_of_without_somebody_by() -> None:
    (note,) = check_food(food_called("banana"), "thin", (who(20),), TODAY)
    assert note.severity == "note"
    assert "somebody sits by" in note.text
    assert check_food(food_called("banana"), "thin", (who(60),), TODAY) == ()


@pytest.mark.parametrize(
    ("typed", "allergy"),
    [("almond flour", "nuts"), ("2 celery sticks", "celery"), ("oat milk", "gluten"), ("flour", "gluten")],
)
def test_a_thing_on_a_tray_holds_what_its_name_says(typed: str, allergy: str) -> None:
    found = food_of(understood(typed))
    assert found is not None
    assert allergy in found.allergens
