"""The families that ship: which cards are steps of one ladder."""

from __future__ import annotations

import tomllib
from functools import lru_cache
from importlib.resources import files

from zither_awl.core.ladders.strings import Family
from zither_awl.core.saying import say


@lru_cache(maxsize=1)
def families() -> tuple[Family, ...]:
    """Every family, in the order it is drawn."""
    told = tomllib.loads(files("zither_awl.catalogue").joinpath("families.toml").read_text(encoding="utf-8"))
    return tuple(Family(say(each["name"]), tuple(each["cards"])) for each in told["family"])
