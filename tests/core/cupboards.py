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
    "2 basins",
    "3 little bolts 60 mm",
    "4 spreading knives",
    "citrus press",
    "cutting board",
    "2 scrub brushes",
    "squeegee",
    "watering can",
    "bodkin",
    "needle",
    "sewing thread",
    "sewing hoop",
    "4 shoes",
    "coat",
    "6 shirts",
    "safety mirror",
    "comb",
    "30 tissues",
    "3 textured boards",
    "16 colour tablets",
    "6 sound bottles",
    "3 glitter bottles",
    "8 smelling jars",
    "6 weight bags",
    "4 geometric solids",
    "3 flat shapes",
    "inset",
    "large knob puzzle",
    "small knob puzzle",
    "10 graded cubes",
    "10 broad prisms",
    "10 red rods",
    "5 nesting cups",
    "3 silks",
    "mobile",
    "4 sandpaper letters",
    "24 movable letters",
    "globe",
    "puzzle map",
    "potted plant",
    "9 daisies",
    "8 pressed leaves",
    "20 seeds",
    "wind instrument",
    "2 rattles",
    "floor tape",
    "climbing triangle",
    "flour paste",
    "soft cheese",
    "4 apples",
    "lacing card",
    "2 tins of beeswax polish",
    "4 slices of bread",
    "4 animal figures",
    "12 picture cards",
    "4 rubber balls",
    "4 geometric prisms",
    "cylinder block",
    "jigsaw",
    "shape sorter",
    "posting box",
    "drawer",
    "4 wooden rings 70 mm",
    "12 planks",
    "3 cardboard tubes",
    "12 blocks 50 mm",
    "8 red, blue and green pompoms 45 mm",
    "place mat",
    "3 purses",
    "zip frame",
    "snap frame",
    "bow frame",
    "buckle frame",
    "hook and loop strip",
    "latch board",
    "doll",
    "towel",
    "toothbrush",
    "4 oranges",
    "3 cucumbers",
    "measuring jug",
    "6 plastic cups",
    "loom",
    "4 rough letters",
    "30 felt letters",
    "20 word cards",
    "balance scale",
    "20 bead bars",
    "fraction set",
    "10 coins",
    "60 buttons",
    "cylinder of wood",
    "fishing game",
    "6 felt fish",
    "balloon",
    "ball of string",
    "candle",
    "skipping rope",
    "pull toy",
    "balance beam",
    "swing",
    "peg board",
    "30 counters in red, blue and yellow 20 mm",
    "2 dot markers",
    "6 elastic bands",
    "3 felt tips",
    "xylophone",
    "6 wooden dowels",
    "clock",
    "magnifying glass",
    "dog food",
    "trowel",
    "2 potted herbs",
    "lens",
    "play kitchen",
    "4 play food",
    "2 feathers",
    "soil 5 l",
    "bag of potting soil",
    "2 lids",
    "4 sycamore seeds",
    "sugar 1 kg",
    "6 toy vehicles",
    "8 red, blue, green and yellow wooden cubes",
    "12 socks",
    "clay 1 kg",
    "carrot",
    "12 animal cards",
    "12 people cards",
    "6 fruit cards",
    "9 shape cards",
    "6 weather cards",
    "8 life cycle cards",
    "6 face cards",
    "4 plant cards",
    "12 dot cards with numbers",
    "2 body pictures",
    "4 food cards",
    "4 clothes cards",
    "6 opposites cards",
    "4 flag cards",
    "8 cards with animals",
    "4 wooden farm animals",
    "2 zoo animals",
    "2 wooden chickens",
    "2 wooden sheep",
    "60 numeral cards",
    "10 number tiles",
    "small basket",
    "2 boxes",
    "sieve",
    "8 red and blue felt balls of 6 cm",
    "10 corks",
    "box of sand",
    "stick of chalk",
    "flower pot of plastic",
    "fabric scraps 6",
    "6 wooden spoons",
    "compass",
    "old key",
    "box of 10 plasters",
)
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
