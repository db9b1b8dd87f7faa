"""Packing is exact: against brute force on small trays, and never over one another or over the rim."""

from __future__ import annotations

from itertools import combinations, pairwise, product

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from zither_awl.core.trays import Item, NoRoom, Packing, pack

SIDES = st.integers(10, 90).map(float)
ITEMS = st.lists(st.tuples(SIDES, SIDES), min_size=1, max_size=4).map(
    lambda sides: [Item(f"item {at}", w, d) for at, (w, d) in enumerate(sides)]
)


def fits(width: float, depth: float, items: list[Item], gap: float) -> bool:
    """Whether the items fit in their order: every turn, every position whose edges are sums of sides.

    An arrangement can be pushed left and near until each item touches another or the rim, so such positions suffice;
    pushing keeps the order of left edges.
    """
    sides = [(i.width_mm + gap, i.depth_mm + gap) for i in items]
    wide, deep = width + gap, depth + gap
    for turns in product((False, True), repeat=len(items)):
        turned = [(d, w) if t else (w, d) for (w, d), t in zip(sides, turns, strict=True)]
        if _laid(wide, deep, turned, []):
            return True
    return False


def _laid(wide: float, deep: float, rest: list[tuple[float, float]], so_far: list[tuple[float, ...]]) -> bool:
    if not rest:
        return True
    (w, d), *later = rest
    every = [*so_far, *((0, 0, *side) for side in rest)]
    xs = {0.0} | _sums([each[2] for each in every], wide)
    ys = {0.0} | _sums([each[3] for each in every], deep)
    for x, y in product(sorted(xs), sorted(ys)):
        if x + w > wide or y + d > deep or (so_far and x < so_far[-1][0]):
            continue
        clear = all(x >= a + c or a >= x + w or y >= b + e or b >= y + d for a, b, c, e in so_far)
        if clear and _laid(wide, deep, later, [*so_far, (x, y, w, d)]):
            return True
    return False


def _sums(sides: list[float], most: float) -> set[float]:
    return {s for n in range(1, len(sides) + 1) for few in combinations(sides, n) if (s := sum(few)) <= most}


@settings(max_examples=60)
@given(st.integers(60, 160).map(float), st.integers(60, 120).map(float), ITEMS)
def test_it_finds_room_exactly_when_there_is_room(width: float, depth: float, items: list[Item]) -> None:
    found = pack(width, depth, items)
    assert isinstance(found, Packing) == fits(width, depth, items, 8.0)


@given(ITEMS)
def test_what_is_packed_lies_apart_inside_the_rim_and_in_the_order_of_use(items: list[Item]) -> None:
    found = pack(180, 120, items)
    if isinstance(found, NoRoom):
        return
    assert [s.name for s in found.spots] == [i.name for i in items]
    for spot, item in zip(found.spots, items, strict=True):
        assert 0 <= spot.x_mm <= 180 - spot.width_mm + 0.1
        assert 0 <= spot.y_mm <= 120 - spot.depth_mm + 0.1
        assert sorted((spot.width_mm, spot.depth_mm)) == sorted((item.width_mm, item.depth_mm))
    assert all(a.x_mm <= b.x_mm + 0.1 for a, b in pairwise(found.spots))
    for a, b in combinations(found.spots, 2):
        aside = a.x_mm + a.width_mm + 7.9 <= b.x_mm or b.x_mm + b.width_mm + 7.9 <= a.x_mm
        behind = a.y_mm + a.depth_mm + 7.9 <= b.y_mm or b.y_mm + b.depth_mm + 7.9 <= a.y_mm
        assert aside or behind


@settings(max_examples=40)
@given(ITEMS)
def test_the_missing_width_is_what_would_make_it_fit(items: list[Item]) -> None:
    found = pack(100, 95, items)
    if isinstance(found, NoRoom) and found.side == "width" and not found.item:
        assert isinstance(pack(100 + found.short_mm, 95, items), Packing)
        assert isinstance(pack(99 + found.short_mm, 95, items), NoRoom)


def test_the_same_things_are_packed_the_same_every_time() -> None:
    items = [Item(str(n), 40.0 + 7 * n, 30.0 + 11 * n) for n in range(5)]
    assert pack(190, 150, items) == pack(190, 150, items)


def test_two_bowls_and_a_spoon_lie_in_one_row_where_they_can() -> None:
    items = [Item("left", 100, 100), Item("spoon", 30, 150), Item("right", 100, 100)]
    found = pack(260, 200, items)
    assert isinstance(found, Packing)
    assert len({s.y_mm + s.depth_mm / 2 for s in found.spots}) == 1


@pytest.mark.parametrize(
    ("item", "short", "side"), [(Item("plate", 210, 210), 10, "depth"), (Item("broom", 30, 900), 640, "width")]
)
def test_one_thing_that_can_never_lie_there_is_named(item: Item, short: float, side: str) -> None:
    assert pack(260, 200, [item]) == NoRoom(short, side, item.name)


def test_nothing_needs_no_room() -> None:
    assert pack(100, 100, []) == Packing((), 0.0)
