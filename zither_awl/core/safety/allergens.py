"""The declarable allergens, and what households write where they mean one of them."""

from __future__ import annotations

from collections.abc import Iterable
from typing import Final

from zither_awl.core.things.lexicon import plain

ALLERGENS = (
    "gluten",
    "crustaceans",
    "eggs",
    "fish",
    "peanuts",
    "soya",
    "milk",
    "nuts",
    "celery",
    "mustard",
    "sesame",
    "sulphites",
    "lupin",
    "molluscs",
)
"""The fourteen of EU Regulation 1169/2011, Annex II, from memory."""

MEANT: Final[dict[str, tuple[str, ...]]] = {
    "gluten": (
        "wheat",
        "rye",
        "barley",
        "oats",
        "coeliac",
        "celiac",
        "trigo",
        "centeno",
        "cebada",
        "avena",
        "celiaco",
        "celiaca",
        "celiaquia",
    ),
    "crustaceans": ("prawn", "shrimp", "crab", "shellfish", "crustaceo", "gamba", "langostino", "cangrejo", "marisco"),
    "eggs": ("egg", "huevo"),
    "fish": ("pescado", "pez", "peces"),
    "peanuts": ("groundnut", "nut", "cacahuete", "cacahuate", "mani", "nuez", "nueces", "frutos secos", "fruto seco"),
    "soya": ("soy", "soja"),
    "milk": ("lactose", "dairy", "cow's milk", "leche", "leche de vaca", "lactosa", "lacteo"),
    "nuts": (
        "hazelnut",
        "almond",
        "walnut",
        "cashew",
        "tree nuts",
        "nuez",
        "nueces",
        "frutos secos",
        "fruto seco",
        "avellana",
        "almendra",
        "anacardo",
        "pistacho",
        "pistachio",
    ),
    "celery": ("apio",),
    "mustard": ("mostaza",),
    "sesame": ("tahini", "sesamo", "ajonjoli"),
    "sulphites": ("sulfite", "sulfito"),
    "lupin": ("altramuz", "altramuces"),
    "molluscs": ("mussel", "shellfish", "molusco", "mejillon", "mejillones", "almeja", "marisco"),
}
"""In English and Spanish, without accents; who says nuts is not given peanuts either. Common practice, no source."""


def same(one: str, other: str) -> bool:
    """Whether two words mean the same food, however many of it, with or without accents."""
    return _bare(one) == _bare(other)


def means(written: str, allergen: str) -> bool:
    """Whether what somebody wrote means a declarable allergen, or a food that is one."""
    return any(same(written, word) for word in (allergen, *MEANT[allergen]))


def is_allergic(allergies: Iterable[str], allergen: str) -> bool:
    """Whether any of what was told of a child means this allergen."""
    return any(means(each, allergen) for each in allergies)


def allergen_named(written: str) -> str:
    """The allergen by what somebody wrote for it; what means none, or more than one, as it was written."""
    found = [allergen for allergen in ALLERGENS if means(written, allergen)]
    return found[0] if len(found) == 1 else written


def _bare(word: str) -> str:
    return plain(word.strip()).removesuffix("s")
