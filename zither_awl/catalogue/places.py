"""The places that ship: where trays can stand in most homes, with common sizes."""

from __future__ import annotations

import tomllib
from dataclasses import dataclass
from functools import lru_cache
from importlib.resources import files

from zither_awl.core.saying import say
from zither_awl.core.values import Board, Unit


@dataclass(frozen=True, slots=True)
class Size:
    """A common size of a place: as it is said, and the unit it makes (id 0, nobody comes to it yet)."""

    says: str
    unit: Unit


@dataclass(frozen=True, slots=True)
class CommonPlace:
    """A place most homes have, with its common sizes, the likeliest first."""

    key: str
    says: str
    sizes: tuple[Size, ...]


@lru_cache(maxsize=1)
def common_places() -> tuple[CommonPlace, ...]:
    """Every common place, in the order it is offered."""
    told = tomllib.loads(files("zither_awl.catalogue").joinpath("places.toml").read_text(encoding="utf-8"))
    return tuple(
        CommonPlace(
            each["key"],
            say(each["says"]),
            tuple(
                Size(
                    say(size["says"]),
                    Unit(
                        id=0,
                        name=say(each["name"]),
                        kind=each["kind"],
                        width_mm=size["width_mm"],
                        height_mm=size["height_mm"],
                        depth_mm=size["depth_mm"],
                        comes=frozenset(),
                        boards=tuple(
                            Board(height_mm=height, places=places, divided=each["divided"])
                            for height, places in size["boards"]
                        ),
                    ),
                )
                for size in each["sizes"]
            ),
        )
        for each in told["place"]
    )
