"""How fast roles are matched, cards ranked and trays packed, on one worker. Run by `make bench`.

Goals on two cores: one card matched in 100 ms at the 95th percentile with 120 things; every card ranked in 1.5 s;
a tray packed in 100 ms typically and ten things in order in 600 ms at most.
"""

from __future__ import annotations

import random
import time
from collections.abc import Callable
from dataclasses import replace
from datetime import date
from functools import partial

from zither_awl.catalogue import shipped_cards
from zither_awl.core.things.component import Component
from zither_awl.core.trays import Item, Need, Stock, Wary, at_once, makeable, match_roles, pack
from zither_awl.core.trays.standing import MOST
from zither_awl.core.values import Child
from zither_awl.formats import samples
from zither_awl.formats.component_table import COLUMNS, read_component
from zither_awl.formats.tables import read_table

TODAY = date(2026, 3, 16)
CHILD = Child(id=1, name="Ilse", pattern="ring", born=date(2022, 12, 1))
THINGS = 120


def cupboard() -> Stock:
    """A cupboard of 120 things: the demo's, some of them twice under another name."""
    lines = [read_component(row)[0] for row in read_table(samples.demo_components_csv(), COLUMNS)]
    things: list[Component] = [line.component for line in lines if line is not None]
    twins = [replace(each, name=f"{each.name}, again") for each in things[: THINGS - len(things)]]
    return Stock(tuple(replace(each, id=at) for at, each in enumerate([*things, *twins], start=1)))


def timed(what: Callable[[], object]) -> float:
    """Milliseconds."""
    begun = time.perf_counter()
    what()
    return 1000 * (time.perf_counter() - begun)


def told(name: str, times_ms: list[float], goal_ms: float) -> None:
    """One line of the report."""
    ordered = sorted(times_ms)
    middle, late = ordered[len(ordered) // 2], ordered[min(len(ordered) - 1, int(0.95 * len(ordered)))]
    numbers = f"median {middle:7.1f} ms   95th {late:7.1f} ms   most {ordered[-1]:7.1f} ms"
    print(f"{name:38}  {numbers}   goal {goal_ms:.0f} ms")


def packing(count: int, trials: int = 60) -> list[float]:
    """Random things of 20 to 90 mm on trays filled to 45 to 95 per cent."""
    rng, times = random.Random(count), []
    for _ in range(trials):
        items = [Item(str(n), rng.randint(20, 90), rng.randint(20, 90)) for n in range(count)]
        area = sum((i.width_mm + 8) * (i.depth_mm + 8) for i in items)
        width = (area / rng.uniform(0.45, 0.95) * 1.3) ** 0.5
        times.append(timed(lambda w=width, i=items: pack(w, max(w / 1.3, 90), i)))  # type: ignore[misc]
    return times


def run() -> None:
    """Print the three measures."""
    stock, cards = cupboard(), shipped_cards()
    pack(40, 40, [Item("warm", 30, 30), Item("up", 30, 30)])
    wary = Wary(CHILD, (CHILD,), TODAY)
    levels = [level for card in cards for level in card.levels]
    told(
        f"one level matched, {len(stock.components)} things",
        [timed(partial(match_roles, level, stock, wary=wary)) for level in levels],
        100,
    )
    need = Need(CHILD, (CHILD,), TODAY, {}, frozenset())
    told(f"{len(cards)} cards ranked", [timed(lambda: makeable(cards, stock, need)) for _ in range(5)], 1500)
    found = makeable(cards, stock, need)
    standing = [timed(lambda: at_once(found.made, stock)) for _ in range(3)]
    told(f"which of the best {min(MOST, len(found.made))} stand at once", standing, 2000)
    for count, goal in ((3, 100), (5, 100), (8, 100), (10, 600)):
        told(f"{count} things packed in order", packing(count), goal)


if __name__ == "__main__":
    run()
