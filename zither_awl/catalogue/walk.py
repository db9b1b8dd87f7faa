"""The walk through the house: the commonest things of each room, read from its data file."""

from __future__ import annotations

import tomllib
from dataclasses import dataclass
from functools import cache
from importlib import resources

from zither_awl.catalogue.wording import each_said, one_said


@dataclass(frozen=True, slots=True)
class WalkRoom:
    """A room, and what is common in it, said as people say it, with the usual number."""

    key: str
    name: str
    things: tuple[str, ...]


@cache
def rooms() -> tuple[WalkRoom, ...]:
    """The rooms, in the order one walks through them."""
    data = tomllib.loads(resources.files("zither_awl.catalogue").joinpath("walk.toml").read_text("utf-8"))
    return tuple(WalkRoom(room["key"], one_said(room["name"]), each_said(room["things"])) for room in data["room"])
