"""Where things lie on a tray: in plan, from left to right in the order of use. Exact: what does not fit is proven.

Every side is grown by the gap, which lies between things only. A round thing takes its
square, which errs to "does not fit".
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from functools import lru_cache
from itertools import pairwise
from math import ceil
from typing import Any

GAP_MM = 8.0
SEED = 1
SPREAD_TIME = 0.02
"""Deterministic seconds spent on spreading things out; whether they fit is decided to the end in any case."""


@dataclass(frozen=True, slots=True)
class Item:
    """A thing's rectangle on the tray, mm, in the order of use. `name` tells which thing it is."""

    name: str
    width_mm: float
    depth_mm: float


@dataclass(frozen=True, slots=True)
class Laid:
    """Where an item lies: its near left corner from the tray's inner one, mm; turned by a quarter or not."""

    name: str
    x_mm: float
    y_mm: float
    width_mm: float
    depth_mm: float
    turned: bool


@dataclass(frozen=True, slots=True)
class Packing:
    """Every item at its spot. `extent_mm`: how much of the width is used."""

    spots: tuple[Laid, ...]
    extent_mm: float


@dataclass(frozen=True, slots=True)
class NoRoom:
    """The items do not fit, in any arrangement in this order. `short_mm`: by how much, along `side`."""

    short_mm: float
    side: str
    item: str = ""


def pack(width_mm: float, depth_mm: float, items: Sequence[Item], gap_mm: float = GAP_MM) -> Packing | NoRoom:
    """Place items on a tray of so much inner width and depth, left edges in the order given.

    One row from left to right if they fit so, else the arrangement that runs furthest to the right, step by step
    (CP-SAT, one worker, the same answer every time); that nothing fits is proven. Whole mm are used, sizes rounded up.
    """
    if not items:
        return Packing((), 0.0)
    too_deep = next(
        (
            i
            for i in items
            if min(i.width_mm, i.depth_mm) > depth_mm or max(i.width_mm, i.depth_mm) > max(width_mm, depth_mm)
        ),
        None,
    )
    if too_deep is not None:
        return _short_of(too_deep, width_mm, depth_mm)
    row = _in_a_row(width_mm, depth_mm, items, gap_mm, narrow=False)
    row = row or _in_a_row(width_mm, depth_mm, items, gap_mm, narrow=True)
    return row or _solved(width_mm, depth_mm, tuple(items), gap_mm)


def _short_of(item: Item, width_mm: float, depth_mm: float) -> NoRoom:
    small, large = sorted((item.width_mm, item.depth_mm))
    if small > depth_mm:
        return NoRoom(ceil(small - depth_mm), "depth", item.name)
    return NoRoom(ceil(large - max(width_mm, depth_mm)), "width", item.name)


def _in_a_row(
    width_mm: float, depth_mm: float, items: Sequence[Item], gap_mm: float, *, narrow: bool
) -> Packing | None:
    """All in one row, spread evenly, in the middle; with `narrow` each is turned where that makes it narrower."""
    sides = []
    for item in items:
        upright = item.depth_mm <= depth_mm
        narrower = narrow and item.depth_mm < item.width_mm and item.width_mm <= depth_mm
        turned = narrower if upright else True
        wide, deep = (item.depth_mm, item.width_mm) if turned else (item.width_mm, item.depth_mm)
        sides.append((wide, deep, turned))
    used = sum(wide for wide, _, _ in sides) + gap_mm * (len(items) - 1)
    if used > width_mm or any(deep > depth_mm for _, deep, _ in sides):
        return None
    spare = min((width_mm - used) / (len(items) + 1), 30.0)
    x, spots = (width_mm - used - spare * (len(items) - 1)) / 2, []
    for item, (wide, deep, turned) in zip(items, sides, strict=True):
        spots.append(Laid(item.name, round(x, 1), round((depth_mm - deep) / 2, 1), wide, deep, turned))
        x += wide + gap_mm + spare
    return Packing(tuple(spots), used)


@lru_cache(maxsize=4096)
def _solved(width_mm: float, depth_mm: float, items: tuple[Item, ...], gap_mm: float) -> Packing | NoRoom:
    found = _solve(items, depth_mm, gap_mm, widest=int(width_mm), spread=True)
    if found is not None:
        return found
    # Either proven not to fit, or not decided in that time: the smallest width decides.
    total = sum(max(i.width_mm, i.depth_mm) + gap_mm for i in items)
    wider = _solve(items, depth_mm, gap_mm, widest=ceil(total), spread=False)
    assert wider is not None, "items that fit the depth one by one fit side by side on a wide enough tray"
    if wider.extent_mm <= width_mm:
        return wider
    return NoRoom(max(1, ceil(wider.extent_mm - width_mm)), "width")


def _least_extent(items: Sequence[Item], gap: int, high: int) -> int:
    """No arrangement is narrower than the area asks for."""
    area = sum((ceil(i.width_mm) + gap) * (ceil(i.depth_mm) + gap) for i in items)
    return min(ceil(area / high), 10_000)


SETTINGS = {
    "num_workers": 1,
    "random_seed": SEED,
    # Without linear relaxation and probing ten ordered things take half the time (see bench/).
    "linearization_level": 0,
    "cp_model_probing_level": 0,
    "symmetry_level": 0,
}


def _solve(items: Sequence[Item], depth_mm: float, gap_mm: float, widest: int, *, spread: bool) -> Packing | None:
    """With `spread` the arrangement that runs furthest to the right, step by step, on a tray of that width; else the
    one of the smallest width, on a tray as wide as need be."""
    from ortools.sat.python import cp_model

    model, gap = cp_model.CpModel(), ceil(gap_mm)
    high = int(depth_mm) + gap
    if _least_extent(items, gap, high) > widest + gap:
        return None
    placed = [_lay(model, item, at, gap, widest, high) for at, item in enumerate(items)]
    for before, after in pairwise(placed):
        model.add(before.x <= after.x)
    model.add_no_overlap_2d([p.over_x for p in placed], [p.over_y for p in placed])
    extent = model.new_int_var(_least_extent(items, gap, high), widest + gap, "extent")
    for each in placed:
        model.add(each.x_end <= extent)
    model.add_cumulative([p.over_x for p in placed], [p.d for p in placed], high)
    model.add_cumulative([p.over_y for p in placed], [p.w for p in placed], extent)
    if spread:
        model.maximize(sum(p.x for p in placed[1:]) - placed[0].x)
    else:
        model.minimize(extent)
    solver = cp_model.CpSolver()
    for name, value in SETTINGS.items():
        setattr(solver.parameters, name, value)
    solver.parameters.max_deterministic_time = SPREAD_TIME if spread else 20.0
    if solver.solve(model) not in (cp_model.OPTIMAL, cp_model.FEASIBLE):
        return None
    spots = tuple(
        Laid(
            item.name,
            float(solver.value(p.x)),
            float(solver.value(p.y)),
            float(solver.value(p.w) - gap),
            float(solver.value(p.d) - gap),
            bool(solver.value(p.turn)),
        )
        for item, p in zip(items, placed, strict=True)
    )
    return Packing(spots, max(spot.x_mm + spot.width_mm for spot in spots))


@dataclass(frozen=True, slots=True)
class _Laid:
    """The solver's variables of one item: corner, sides grown by the gap, turned, and its spans."""

    x: Any
    y: Any
    w: Any
    d: Any
    turn: Any
    x_end: Any
    over_x: Any
    over_y: Any


def _lay(model: Any, item: Item, at: int, gap: int, widest: int, high: int) -> _Laid:
    wide, deep = ceil(item.width_mm) + gap, ceil(item.depth_mm) + gap
    least = min(wide, deep)
    turn = model.new_bool_var(f"turn{at}")
    w, d = model.new_int_var(0, widest + gap, f"w{at}"), model.new_int_var(0, high, f"d{at}")
    model.add(w == wide + (deep - wide) * turn)
    model.add(d == deep + (wide - deep) * turn)
    x, y = model.new_int_var(0, widest + gap - least, f"x{at}"), model.new_int_var(0, high - least, f"y{at}")
    x_end, y_end = model.new_int_var(0, widest + gap, f"xe{at}"), model.new_int_var(0, high, f"ye{at}")
    over_x = model.new_interval_var(x, w, x_end, f"ix{at}")
    return _Laid(x, y, w, d, turn, x_end, over_x, model.new_interval_var(y, d, y_end, f"iy{at}"))
