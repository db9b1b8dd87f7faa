"""The order of materials as M. Montessori published it, against the cards: The Montessori Method (1912), chapter on the
sequence of exercises, and Dr. Montessori's Own Handbook (1914); both in the public domain, both from memory."""

from __future__ import annotations

from itertools import combinations

import pytest

from tests.core.chains import Rung
from tests.core.test_cards import CARDS, vector
from zither_awl.core.difficulty import dominates

PUBLISHED: dict[str, tuple[tuple[int, Rung], ...]] = {
    "dimension": ((1, ("cylinders", 1)), (2, ("cubes", 2)), (2, ("broad-stair", 2)), (2, ("long-rods", 2))),
    "touch": ((2, ("rough-smooth", 1)), (2, ("rough-smooth", 2)), (3, ("fabrics", 2)), (3, ("fabrics", 3))),
    "colour": ((2, ("colours", 1)), (2, ("colours", 2)), (3, ("shades", 1)), (3, ("shades", 2))),
    "form": ((1, ("cylinders", 1)), (3, ("flat-shapes", 2)), (3, ("flat-shapes", 3)), (4, ("insets", 2))),
    "number": (
        (2, ("long-rods", 1)),
        (4, ("count-touch", 3)),
        (4, ("number-rods", 2)),
        (5, ("zero", 1)),
        (5, ("add", 1)),
    ),
    "numerals": (
        (1, ("number-rods", 1)),
        (2, ("trace", 1)),
        (3, ("rods-numerals", 1)),
        (4, ("zero", 1)),
        (5, ("numerals", 3)),
    ),
    "letters": ((2, ("rough-smooth", 1)), (4, ("letters", 1)), (5, ("picture-word", 1)), (5, ("read-fetch", 1))),
}
"""By family of material: the grade of the published order, and the rung of ours that is that exercise."""
PAIRS = [
    (family, earlier, later)
    for family, rungs in PUBLISHED.items()
    for (grade, earlier), (after, later) in combinations(rungs, 2)
    if grade < after
]


def required(rung: Rung) -> set[Rung]:
    """Everything that should be mastered before a rung, however far back."""
    found: set[Rung] = set()
    waiting = [rung]
    while waiting:
        key, number = waiting.pop()
        before = set(CARDS[key].before(number)) - found
        found |= before
        waiting += before
    return found


def begins(rung: Rung) -> int:
    """From which age on a rung is meant, months."""
    return CARDS[rung[0]].level(rung[1]).from_months


def contradiction(earlier: Rung, later: Rung) -> str:
    """What in the cards says the opposite of the published order; "" for nothing."""
    if dominates(vector(earlier), vector(later)):
        return "the later one is as easy everywhere and easier somewhere"
    if later in required(earlier):
        return "the earlier one asks for the later one first"
    if begins(earlier) > begins(later):
        return "the earlier one begins at a later age"
    return ""


@pytest.mark.parametrize("family", PUBLISHED)
def test_no_pair_of_the_published_order_is_contradicted(family: str) -> None:
    pairs = [(earlier, later) for of, earlier, later in PAIRS if of == family]
    against = {(a, b): why for a, b in pairs if (why := contradiction(a, b))}
    print(f"{family}: {len(against)} of {len(pairs)} pairs contradicted {against or ''}")
    assert pairs
    assert not against


def test_a_pair_told_the_wrong_way_round_is_found() -> None:
    assert contradiction(("shades", 1), ("colours", 1))
    assert contradiction(("add", 1), ("count-touch", 1))
    assert contradiction(("insets", 2), ("cylinders", 1))
