"""Cupboards to test with: the fifteen things of a beginner, and the cupboard the ladders of the trade are made from."""

from __future__ import annotations

from dataclasses import replace
from functools import lru_cache
from typing import Any

from zither_awl.core.things.component import Component
from zither_awl.core.things.kinds import of_kind
from zither_awl.core.things.said import understood
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


MORE = (
    "2 basins", "3 little bolts 60 mm", "4 spreading knives", "citrus press", "cutting board", "2 scrub brushes",
    "squeegee", "watering can", "bodkin", "needle", "sewing thread", "sewing hoop", "4 shoes", "coat", "6 shirts",
    "mirror", "comb", "30 tissues", "3 textured boards", "16 colour tablets", "6 sound bottles", "3 glitter bottles",
    "8 smelling jars", "6 weight bags", "4 geometric solids", "3 flat shapes", "inset", "large knob puzzle",
    "small knob puzzle", "10 graded cubes", "10 broad prisms", "10 red rods", "5 nesting cups", "3 silks", "mobile",
    "4 sandpaper letters", "24 movable letters", "globe", "puzzle map", "potted plant", "9 daisies", "8 pressed leaves",
    "20 seeds", "wind instrument", "2 rattles", "floor tape", "climbing triangle", "flour paste", "soft cheese",
    "4 apples", "lacing card", "2 tins of beeswax polish", "4 slices of bread", "4 animal figures", "12 picture cards",
    "4 rubber balls", "4 geometric prisms",
)  # fmt: skip
"""What a whole catalogue asks for beyond the demo household's things, as somebody types it."""


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
    """A well-filled cupboard: the things of the demo household, all free, and what a whole catalogue asks for."""
    rows = read_table(samples.demo_components_csv(), COLUMNS)
    lines = [read_component(row)[0] for row in rows]
    demo = [line.component for line in lines if line is not None]
    return stock_of(*demo, *(understood(typed) for typed in MORE))


def level(*roles: Role, **more: Any) -> Level:
    """A level of these roles."""
    kept: dict[str, Any] = {"number": 1, "name": "as it is", "from_months": 12, "moves": 3, **more}
    return Level(roles=roles, **kept)
