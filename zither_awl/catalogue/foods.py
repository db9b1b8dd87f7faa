"""The foods that ship, read from their data file, and found by what people call them."""

from __future__ import annotations

import tomllib
from dataclasses import replace
from functools import cache
from importlib import resources
from typing import Any

from zither_awl.core.food import UNKNOWN, Food
from zither_awl.core.saying import say
from zither_awl.core.things.component import Component
from zither_awl.languages import CODES, language_of


@cache
def shipped_foods() -> tuple[Food, ...]:
    """The foods that ship, by name."""
    text = resources.files("zither_awl.catalogue").joinpath("foods.toml").read_text("utf-8")
    return tuple(sorted((_food(data) for data in tomllib.loads(text)["food"]), key=lambda food: food.name))


def _food(data: dict[str, Any]) -> Food:
    name = say(data["name"])
    # An allergy may be told in any language: what a food is called in each is one of its words.
    called = (language_of(code).tell(name) for code in CODES[1:])
    return Food(
        key=data["key"],
        name=name,
        words=tuple(dict.fromkeys((*data.get("words", ()), *called))),
        nature=data.get("nature", "soft"),
        allergens=tuple(data.get("allergens", ())),
        cuts=tuple(data.get("cuts", ("whole",))),
        kinds=tuple(data.get("kinds", ())),
    )


@cache
def _by_word() -> dict[str, Food]:
    return {word.casefold(): food for food in shipped_foods() for word in (*food.words, food.name, food.key)}


def food_called(typed: str) -> Food:
    """The food of a key or of what somebody calls it; UNKNOWN for what is not known here."""
    return _by_word().get(typed.strip().casefold(), UNKNOWN)


def food_of(component: Component) -> Food | None:
    """The food a thing is, by its name, else by its kind; None for what is no food that is known here. It holds what
    its thing is said to hold too: almond flour is flour, and nuts."""
    found = _by_word().get(component.name.strip().casefold())
    found = found or next((f for f in shipped_foods() if component.kind in f.kinds), None)
    more = tuple(each for each in component.allergens if found and each not in found.allergens)
    return replace(found, allergens=(*found.allergens, *more)) if found and more else found
