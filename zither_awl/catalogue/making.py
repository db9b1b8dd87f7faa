"""What can be made at home, read from its data file."""

from __future__ import annotations

import tomllib
from functools import cache
from importlib import resources

from zither_awl.catalogue.wording import worded
from zither_awl.core.making import Recipe
from zither_awl.core.saying import say


@cache
def recipes() -> tuple[Recipe, ...]:
    """Every recipe, in the order of the file. Raises: InvalidValue for a kind nobody knows."""
    data = tomllib.loads(resources.files("zither_awl.catalogue").joinpath("making.toml").read_text("utf-8"))
    return tuple(
        Recipe(
            key=each["key"],
            name=each["name"],
            makes=each["makes"],
            work=each["work"],
            minutes=each["minutes"],
            materials=tuple(each["materials"]),
            steps=tuple(each["steps"]),
            checks=tuple((key, say(text)) for key, text in each["checks"]),
        )
        for each in (worded(recipe, "name", "work", "materials", "steps") for recipe in data["recipe"])
    )
