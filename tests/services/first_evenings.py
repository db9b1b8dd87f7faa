"""Ten invented households on their first evening: who lives there, where things can stand, what there is, what is said.

Each is unlike the others: one baby, one room, four children, inches, Spanish words, almost nothing, a full cupboard.
"""

from __future__ import annotations

from dataclasses import dataclass, replace

from tests.builders import born_months_ago
from zither_awl.catalogue.places import common_places
from zither_awl.catalogue.walk import rooms
from zither_awl.core.things.component import Component
from zither_awl.core.things.said import lines, understood
from zither_awl.core.values import Child, Household, Mobility
from zither_awl.services import asking, entering, people, room
from zither_awl.services.desk import Desk

KITCHEN = (
    "2 small jugs",
    "6 glasses",
    "6 small bowls",
    "2 mixing bowls",
    "1 washing-up bowl",
    "6 jam jars with lids",
    "4 spice jars",
    "1 biscuit tin",
    "1 muffin tin",
    "2 wooden trays",
    "1 baking tray",
    "1 bread basket",
    "6 tablespoons",
    "6 teaspoons",
    "1 ladle",
    "1 kitchen tongs",
    "1 funnel",
    "1 sieve",
    "1 whisk",
    "20 clothes pegs",
    "6 napkins",
    "3 sponges",
    "4 tea towels",
    "1 apron",
    "rice",
    "chickpeas",
)
TOYS = (
    "20 wooden blocks",
    "6 balls",
    "8 wooden animals",
    "1 wooden puzzle",
    "1 knobbed puzzle",
    "1 shape sorter",
    "5 nesting cups",
    "10 picture books",
    "24 picture cards",
    "1 soft toy",
    "2 rattles",
    "1 drum",
)
BATH = (
    "4 flannels",
    "1 hairbrush",
    "1 mirror",
    "1 basin",
    "1 dustpan and brush",
    "3 dusters",
    "6 pairs of socks",
    "2 pairs of shoes",
    "1 laundry basket",
    "1 cloth bag",
)
CRAFT = (
    "12 crayons",
    "6 sticks of chalk",
    "20 sheets of paper",
    "1 glue stick",
    "1 blunt scissors",
    "30 buttons",
    "12 large wooden beads",
    "10 pompoms",
    "3 shoe boxes",
    "2 shoelaces",
    "1 play dough",
)
SPANISH = (
    "2 jarras",
    "6 vasos",
    "4 cuencos",
    "6 cucharas",
    "1 bandeja",
    "1 cesta",
    "3 paños",
    "1 esponja",
    "20 pinzas de ropa",
    "garbanzos",
    "10 libros",
    "1 rompecabezas",
    "6 pelotas",
    "1 cepillo",
    "6 calcetines",
)


@dataclass(frozen=True, slots=True)
class Evening:
    """A household as it is typed in: children as (name, months, moves by, mouths, loves), places as (key, size)."""

    name: str
    children: tuple[tuple[str, int, Mobility, bool, str], ...]
    places: tuple[tuple[str, int], ...]
    things: tuple[str, ...]
    lengths: str = "cm"
    knows: tuple[tuple[str, str, int], ...] = ()
    """What is said to be known: child, card, level."""


def _of(
    name: str, months: int, moves: Mobility = Mobility.WALKS, mouths: bool = False, loves: str = ""
) -> tuple[str, int, Mobility, bool, str]:
    return name, months, moves, mouths, loves


WALKS, CLIMBS, CRAWLS, PULLS = Mobility.WALKS, Mobility.CLIMBS, Mobility.CRAWLS, Mobility.PULLS_UP
WHOLE_WALK = tuple(typed for each in rooms() for typed in each.things)

EVENINGS = (
    Evening(
        "a baby of eight months",
        (_of("Runa", 8, CRAWLS, True),),
        (("floor", 0), ("low-shelf", 0)),
        (*TOYS, *KITCHEN[:12], *BATH),
    ),
    Evening(
        "one toddler, a small flat", (_of("Ottilie", 14, WALKS, True),), (("low-shelf", 0),), (*KITCHEN, *TOYS, *BATH)
    ),
    Evening("one room, a cube shelf", (_of("Fenn", 22, CLIMBS),), (("cube-shelf", 0),), (*KITCHEN, *TOYS, *CRAFT)),
    Evening(
        "two children and a sill",
        (_of("Otto", 28, CLIMBS, False, "dogs, water"), _of("Wilma", 51, CLIMBS)),
        (("low-shelf", 1), ("sill", 0)),
        (*KITCHEN, *TOYS, *BATH, *CRAFT),
    ),
    Evening(
        "four children",
        (_of("Ane", 9, CRAWLS, True), _of("Bo", 25, CLIMBS), _of("Cleo", 44, CLIMBS), _of("Dag", 70, CLIMBS)),
        (("low-shelf", 1), ("table", 1), ("cube-shelf", 1)),
        (*KITCHEN, *TOYS, *BATH, *CRAFT),
    ),
    Evening(
        "inches", (_of("Maple", 33, CLIMBS),), (("low-shelf", 2), ("wall", 0)), (*KITCHEN, *CRAFT, *TOYS), lengths="in"
    ),
    Evening("Spanish words", (_of("Iria", 30, CLIMBS), _of("Breixo", 18, WALKS, True)), (("low-shelf", 1),), SPANISH),
    Evening(
        "almost nothing",
        (_of("Tam", 40, CLIMBS),),
        (("wall", 0),),
        ("2 cups", "1 bowl", "2 spoons", "1 towel", "6 stones", "1 box"),
    ),
    Evening(
        "a full cupboard",
        (_of("Sunniva", 48, CLIMBS, False, "maps"), _of("Leif", 20, WALKS, True)),
        (("low-shelf", 1), ("low-shelf", 0), ("sill", 1)),
        WHOLE_WALK,
    ),
    Evening(
        "a six-year-old who reads",
        (_of("Hedda", 72, CLIMBS),),
        (("table", 0), ("low-shelf", 1)),
        (*KITCHEN, *CRAFT, *BATH),
        knows=(("Hedda", "pour-coarse", 1), ("Hedda", "pour-coarse", 2), ("Hedda", "snip", 1), ("Hedda", "snip", 2)),
    ),
)


def enter(desk: Desk, evening: Evening) -> int:
    """Type a household in, as Welcome does; returns how many things there are."""
    people.save_household(desk, Household(name="House", lengths=evening.lengths))  # type: ignore[arg-type]
    adult = people.add_adult(desk, "Signe").id
    marks = ("ring", "dot", "stripe", "cross", "chevron")
    ids = {}
    for (name, months, moves, mouths, loves), mark in zip(evening.children, marks, strict=False):
        ids[name] = people.save_child(
            desk,
            Child(
                id=0,
                name=name,
                pattern=mark,
                born=born_months_ago(months),
                mobility=moves,
                still_mouths=mouths,
                passions=tuple(w.strip() for w in loves.split(",") if w.strip()),
            ),
            adult,
        )
    sizes = {each.key: each.sizes for each in common_places()}
    for at, (key, size) in enumerate(evening.places):
        unit = replace(sizes[key][size].unit, comes=frozenset(ids.values()), main=at == 0)
        room.save_unit(desk, unit if at == 0 else replace(unit, name=f"{unit.name} {at + 1}"), adult)
    things = len(entering.add_all(desk, _things(evening), "", adult))
    for name, key, level in evening.knows:
        asking.keep_said(desk, ids[name], [((key, level), "yes")], {}, adult)
    return things


def _things(evening: Evening) -> list[Component]:
    """Everything typed, each name once."""
    found = {each.name: each for typed in evening.things for each in (understood(part) for part in lines(typed))}
    return list(found.values())
