"""Cupboards to test with: the fifteen things of a beginner, and the cupboard the ladders of the trade are made from."""

from __future__ import annotations

from dataclasses import replace
from functools import lru_cache
from typing import Any

from zither_awl.core.component import Component
from zither_awl.core.kinds import of_kind, understood
from zither_awl.core.trays import Level, Role, Stock
from zither_awl.formats import samples
from zither_awl.formats.component_table import COLUMNS, read_component
from zither_awl.formats.tables import read_table

FIFTEEN = (
    "2 jugs",
    "2 bowls",
    "1 large spoon",
    "2 small spoons",
    "tongs",
    "6 felt balls of 60 mm",
    "10 clothes pegs",
    "3 cloths",
    "sponge",
    "basin",
    "3 lidded jars",
    "6 socks",
    "dustpan and brush",
    "blunt scissors",
    "2 trays",
    "chickpeas",
)
"""As somebody types them; the spoons are two lines."""


def thing(name: str, kind: str, *, id: int = 1, **told: Any) -> Component:
    """A thing of a kind with an id."""
    return replace(of_kind(name, kind, **told), id=id)


def stock_of(*things: Component) -> Stock:
    """A cupboard of these things, numbered from 1, on no tray."""
    return Stock(tuple(replace(each, id=at) for at, each in enumerate(things, start=1)))


@lru_cache(maxsize=1)
def fifteen() -> Stock:
    """The fifteen things."""
    return stock_of(*(understood(typed) for typed in FIFTEEN))


@lru_cache(maxsize=1)
def reference() -> Stock:
    """A well-filled cupboard: the things of the demo household, all free."""
    rows = read_table(samples.demo_components_csv(), COLUMNS)
    lines = [read_component(row)[0] for row in rows]
    return stock_of(*(line.component for line in lines if line is not None))


def level(*roles: Role, **more: Any) -> Level:
    """A level of these roles."""
    kept: dict[str, Any] = {"number": 1, "name": "as it is", "from_months": 12, "moves": 3, **more}
    return Level(roles=roles, **kept)
