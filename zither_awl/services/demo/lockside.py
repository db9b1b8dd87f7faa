"""Lockside, a lock-keeper's cottage by a canal. Nobody in it is real."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import date, timedelta

from zither_awl.core.values import Board, Child, Household, Measurement, Mobility, Unit

HOUSE = Household(
    name="Lockside", lengths="cm", zone="Europe/London", language="en", most_bins=6, emergency_number="999"
)
ADULTS = ("Odile", "Kwame", "Sefa")
WEEKS = 16
BINS, BINS_MM = "top of the hall cupboard", 1900.0


def children(today: date) -> tuple[Child, ...]:
    """Anselm 4 y 6 m, Wren 2 y 7 m (born at 35 weeks), Tove 13 m; measured six weeks ago."""
    measured = today - timedelta(days=42)
    return (
        Child(
            id=0,
            name="Anselm",
            pattern="stripe",
            born=_months_before(today, 54),
            measurements=(Measurement(on=measured, stature_mm=1062, mass_g=17200),),
        ),
        Child(
            id=0,
            name="Wren",
            pattern="ring",
            born=_months_before(today, 31),
            gestation_weeks=35,
            allergies=("sesame",),
            measurements=(Measurement(on=measured, stature_mm=918, mass_g=13100),),
        ),
        Child(
            id=0,
            name="Tove",
            pattern="dot",
            born=_months_before(today, 13),
            mobility=Mobility.PULLS_UP,
            mobility_since=today - timedelta(days=70),
            still_mouths=True,
            measurements=(Measurement(on=measured, stature_mm=742, mass_g=9400),),
        ),
    )


def _months_before(today: date, months: int) -> date:
    """A birth date that makes so many completed months today; never later than the 28th, so that it always exists."""
    total = today.year * 12 + today.month - 1 - months
    born = date(total // 12, total % 12 + 1, min(today.day, 28))
    return born - timedelta(days=3)


def units(anselm: int, wren: int, tove: int) -> tuple[Unit, ...]:
    """The window shelf, Tove's low shelf, the kitchen sill behind its gate, the door rail and the book ledge."""
    everybody = frozenset((anselm, wren, tove))
    return (
        Unit(
            id=0,
            name="window shelf",
            room="living room",
            width_mm=1240,
            height_mm=830,
            depth_mm=300,
            boards=(Board(height_mm=610, places=4), Board(height_mm=340, places=4), Board(height_mm=70, places=4)),
            comes=everybody,
        ),
        Unit(
            id=0,
            name="low shelf",
            room="living room",
            width_mm=960,
            height_mm=420,
            depth_mm=300,
            boards=(Board(height_mm=120, places=3),),
            comes=everybody,
        ),
        *_more_units(anselm, wren, everybody),
    )


def _more_units(anselm: int, wren: int, everybody: frozenset[int]) -> tuple[Unit, ...]:
    return (
        Unit(
            id=0,
            name="kitchen sill",
            kind="sill",
            room="kitchen",
            width_mm=1300,
            height_mm=780,
            depth_mm=240,
            boards=(Board(height_mm=780, places=4, divided=False),),
            comes=frozenset((anselm,)),
            barrier="gate",
        ),
        Unit(
            id=0,
            name="door rail",
            kind="rail",
            room="hall",
            width_mm=900,
            height_mm=760,
            depth_mm=260,
            boards=(Board(height_mm=760, places=2, divided=False),),
            comes=frozenset((anselm, wren)),
        ),
        Unit(
            id=0,
            name="book ledge",
            kind="ledge",
            room="living room",
            width_mm=900,
            height_mm=400,
            depth_mm=160,
            boards=(Board(height_mm=400, places=3, divided=False),),
            comes=everybody,
        ),
    )


@dataclass(frozen=True, slots=True)
class DemoStay:
    """A tray on a spot from the Monday of one week to the Monday of another (None: it still stands there)."""

    tray: str
    unit: str
    board: int
    place: int
    from_week: int
    to_week: int | None = None


STAYS: tuple[DemoStay, ...] = (
    DemoStay("Spooning shells", "window shelf", 0, 0, 0, 10),
    DemoStay("Spooning chickpeas", "window shelf", 0, 0, 10),
    DemoStay("Wool to its colour", "window shelf", 0, 1, 3),
    DemoStay("Shell to shell", "window shelf", 0, 1, 0, 3),
    DemoStay("Four cylinders", "window shelf", 0, 2, 5),
    DemoStay("Lid to its jar", "window shelf", 0, 2, 0, 5),
    DemoStay("Turning three bolts", "window shelf", 0, 3, 2),
    DemoStay("Water, jug to cup", "window shelf", 1, 0, 8),
    DemoStay("Sponge, bowl to bowl", "window shelf", 1, 0, 0, 8),
    DemoStay("Folding: one line", "window shelf", 1, 1, 1),
    DemoStay("Carding wool", "window shelf", 1, 2, 6, 12),
    DemoStay("Dough and roller", "window shelf", 1, 2, 13),
    DemoStay("Drum and sticks", "window shelf", 1, 3, 0),
    DemoStay("Blocks", "window shelf", 2, 0, 0),
    DemoStay("Books for bread week", "window shelf", 2, 1, 13),
    DemoStay("Fruit puzzle, four knobs", "window shelf", 2, 2, 0),
    DemoStay("Basket of wooden things", "low shelf", 0, 0, 0),
    DemoStay("Shells in a tin", "low shelf", 0, 1, 7),
    DemoStay("Ball into the box", "low shelf", 0, 2, 4),
    DemoStay("Numerals and counters to ten", "kitchen sill", 0, 0, 9),
    DemoStay("Counting to five with spindles", "kitchen sill", 0, 0, 0, 9),
    DemoStay("Paper and thick crayons", "kitchen sill", 0, 3, 0),
    DemoStay("Sweeping to the square", "door rail", 0, 0, 4),
    DemoStay("Cloth books", "book ledge", 0, 0, 0),
)
"""What stood where and when. Week 0 is the first of the sixteen."""

TASTES: dict[tuple[str, str], float] = {
    ("Anselm", "Spooning shells"): 0.7,
    ("Anselm", "Spooning chickpeas"): 0.8,
    ("Anselm", "Blocks"): 0.55,
    ("Anselm", "Paper and thick crayons"): 0.5,
    ("Anselm", "Numerals and counters to ten"): 0.6,
    ("Anselm", "Dough and roller"): 0.6,
    ("Anselm", "Drum and sticks"): 0.45,
    ("Wren", "Four cylinders"): 0.7,
    ("Wren", "Wool to its colour"): 0.6,
    ("Wren", "Books for bread week"): 0.6,
    ("Wren", "Blocks"): 0.45,
    ("Wren", "Dough and roller"): 0.6,
    ("Tove", "Ball into the box"): 0.75,
}
"""What a child is known to like; every other taste is drawn."""

NOTES: dict[str, tuple[str, ...]] = {
    "Spooning chickpeas": (
        "Fourteen times, tongue out, did not hear the door. Swept up two dropped pieces with his hand.",
        "Counted the ones that fell, aloud, to nine.",
    ),
    "Spooning shells": ("Chose the big spoon, then changed to the small one by herself.",),
    "Water, jug to cup": ("Stopped at the line, looked, and smiled at nobody.", "Wiped the drips before I saw them."),
    "Folding: one line": ("Every corner to its corner, then all of them out again.",),
    "Blocks": ("A lock with two gates, and a boat that waits.", "Built as high as the sill and then left it standing."),
    "Turning three bolts": ("Tried the wrong nut twice and said: the other one.",),
    "Basket of wooden things": ("Knocked two on the floor, listened, knocked again.",),
    "Ball into the box": ("Looked into the hole for it each time.",),
    "Dough and roller": ("Rolled until it was paper.",),
    "Four cylinders": ("Put the third in the fourth hole, shook it, took it out herself.",),
}
"""What people wrote, by tray."""


@dataclass(frozen=True, slots=True)
class Packed:
    """What lies on a tray: the card and level it was made from, and the things chosen by hand, by role."""

    tray: str
    key: str
    level: int
    chosen: tuple[tuple[str, str], ...] = ()


PACKED: tuple[Packed, ...] = (
    Packed("Spooning chickpeas", "spoon-small", 2, (("filling", "chickpeas"), ("first bowl", "white bowl"))),
    Packed("Spooning shells", "spoon-large", 1, (("balls", "cockle shells"), ("spoon", "serving spoon"))),
    Packed(
        "Tongs and felt balls",
        "tongs",
        2,
        (("things", "felt balls of 60"), ("first bowl", "white bowl"), ("second bowl", "wooden bowl")),
    ),
    Packed("Water, jug to cup", "pour-water", 2, (("jug", "glass jug"), ("receiver", "small glass"))),
    Packed("Sponge, bowl to bowl", "water-sponge", 1, (("sponge", "sponge"),)),
    Packed("Folding: one line", "fold", 1, (("cloths", "folding squares"),)),
    Packed("Folding: two lines", "fold", 2, (("cloths", "tea towels"),)),
    Packed("Turning three bolts", "bolts", 2),
    Packed("Lid to its jar", "jars", 3, (("jars", "jam jar"), ("second jar", "tall jar"))),
    Packed("Sweeping to the square", "sweep", 1),
    Packed("Snipping paper strips", "snip", 1),
    Packed("Ball into the box", "post", 1, (("ball", "wooden balls"),)),
    Packed("Shell to picture", "object-picture", 1, (("pictures", "photographs of the models"),)),
    Packed("Numerals and counters to ten", "numerals", 3, (("counters", "sweet chestnuts"),)),
    Packed("Counting to five with spindles", "count-touch", 2, (("things", "bottle corks"),)),
)
"""What lies on trays of the file. Their measures stay as the household took them."""

COMPOSED: tuple[tuple[Packed, str, str], ...] = (
    (Packed("A bowl and a cup", "carry-table", 1), "Wren", "Bin 1"),
    (Packed("Two balls, bowl to bowl", "transfer-hand", 1, (("second bowl", "wooden bowl"),)), "Tove", "Bin 2"),
    (Packed("Pegs on a rim", "pegs-rim", 1), "Wren", "Bin 4"),
    (Packed("Socks in pairs", "pairs", 2, (("pairs", "socks"),)), "Wren", "Bin 4"),
    (Packed("Two kinds, three of each", "sort-two", 2), "Wren", "Bin 2"),
    (Packed("One lock, one key", "padlock", 1), "Anselm", "Bin 4"),
    (Packed("Rice, jug to jug", "pour-fine", 1, (("filling", "white rice"),)), "Anselm", "Bin 1"),
    (Packed("One numeral in sand", "write-sand", 1, (("ground", "dry sand"),)), "Anselm", "Bin 6"),
)
"""Trays that are made and rest: what lies on them, for whom, in which bin."""
