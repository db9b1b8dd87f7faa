"""Made-up shelf problems of any size, the same for the same seed, and a planner that tries everything."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass, replace
from itertools import product
from random import Random
from typing import Any

from tests.builders import TODAY, card, child, tray
from zither_awl.core.practice import Practice
from zither_awl.core.shelf import Choices, Cover, ShelfProblem, TrayFit, broken, score
from zither_awl.core.shelf.scene import spots_of
from zither_awl.core.things.component import Component
from zither_awl.core.things.shapes import Box, Sphere
from zither_awl.core.values import Board, Child, Content, Measurement, Mobility, Placement, Spot, Tray, Unit

AREAS = ("practical life", "sensorial", "language", "mathematics", "art")


@dataclass(frozen=True)
class Size:
    """How large a made-up problem is."""

    children: int
    units: tuple[tuple[int, int], ...]
    """For each unit: how many boards, how many places on each."""
    trays: int
    loads_g: tuple[float | None, ...] = (None, None, None, 3500.0)
    """What boards may bear: drawn from these."""


S = Size(1, ((2, 4),), 40, (None, 1800.0, 2600.0))
"""One light shelf: what its boards bear decides as much as what fits the child."""
M = Size(2, ((2, 4), (2, 4)), 120)
L = Size(5, ((2, 4), (2, 4), (2, 4), (2, 4), (2, 4)), 300)
HUGE = Size(5, tuple((2, 4) for _ in range(10)), 600)
AGES = (31, 54, 14, 40, 26)


def people(count: int) -> tuple[Child, ...]:
    """So many children of several ages; the third is a toddler who climbs and mouths."""
    return tuple(
        child(
            f"Child {n}",
            AGES[n - 1],
            id=n,
            mobility=Mobility.WALKS,
            still_mouths=n == 3,
            measurements=(Measurement(on=TODAY, stature_mm=600 + 9 * AGES[n - 1], mass_g=7000 + 190 * AGES[n - 1]),),
        )
        for n in range(1, count + 1)
    )


def furniture(rng: Random, size: Size, children: Sequence[Child]) -> tuple[Unit, ...]:
    """Units of two or more boards; small ones come to some, some are kept from the youngest."""
    return tuple(_unit(rng, n, boards, places, children, size) for n, (boards, places) in enumerate(size.units, 1))


def _unit(rng: Random, id: int, boards: int, places: int, children: Sequence[Child], size: Size) -> Unit:
    high = rng.choice([760.0, 820.0, 900.0])
    tops = [high - 330.0 * (n + 1) for n in range(boards)]
    everybody = frozenset(c.id for c in children)
    keeps_out = {c.id for c in children if c.still_mouths} if id % 2 == 0 else set()
    return Unit(
        id=id,
        name=f"unit {id}",
        width_mm=rng.choice([1180.0, 1240.0, 1400.0]),
        height_mm=high,
        depth_mm=rng.choice([280.0, 320.0]),
        comes=(everybody - keeps_out) or everybody,
        boards=tuple(Board(height_mm=max(top, 10.0), places=places, load_g=rng.choice(size.loads_g)) for top in tops),
    )


def problem(seed: int, size: Size, **more: Any) -> ShelfProblem:
    """A made-up problem of a size; the same seed makes the same problem."""
    rng = Random(seed)
    children = people(size.children)
    tongs = [Component(id=n, name=f"tongs {n}", kind="tongs", shape=Box(30, 160, 25), count=1) for n in range(1, 4)]
    trays = tuple(_tray(rng, n, children, tongs) for n in range(1, size.trays + 1))
    fits = {
        (c, t.id): TrayFit(
            rng.choice([0, 28, 35, 40, 45, 56, 63, 70, 72, 80, 81, 90]), rng.random() < 0.4, (), loved=t.id % 3 == 0
        )
        for t in trays
        for c in sorted(t.for_children)
    }
    asked = ShelfProblem(
        units=furniture(rng, size, children),
        children=children,
        trays=trays,
        on=TODAY,
        fits=fits,
        levels={t.id: rng.randint(0, 10) for t in trays},
        owned={each.id: each.count for each in tongs},
        covers=tuple(
            c
            for c in _covers(children)
            if any(c.holds(t) and fits.get((c.child, t.id)) and fits[c.child, t.id].value for t in trays)
        ),
    )
    return replace(asked, **more)


def _covers(children: Sequence[Child]) -> Iterator[Cover]:
    for each in children:
        yield Cover(each.id, "tag", "open-ended")
        yield from (Cover(each.id, "area", area) for area in AREAS[:3])


def _tray(rng: Random, n: int, children: Sequence[Child], tongs: Sequence[Component]) -> Tray:
    mine = frozenset(rng.sample([c.id for c in children], k=min(len(children), rng.choice([1, 1, 2]))))
    small = rng.random() < 0.3
    held = (Content(component=rng.choice(tongs), role="tool"),) if rng.random() < 0.3 else ()
    return tray(
        f"Tray {n}",
        id=n,
        card=card(f"Card {n}", id=n, area=rng.choice(AREAS), key=f"design-{n // 2}"),
        for_children=mine,
        width_mm=rng.choice([120.0, 200.0, 240.0, 262.0, 280.0, 330.0]),
        contents=held,
        depth_mm=rng.choice([180.0, 220.0, 290.0]),
        height_mm=rng.choice([60.0, 90.0, 140.0, 250.0]),
        mass_g=rng.choice([150.0, 300.0, 500.0, 800.0, 1100.0]),
        piece=Sphere(20.0) if small else Sphere(60.0),
        tags=("open-ended",) if rng.random() < 0.1 else (),
    )


def with_standing(asked: ShelfProblem, changes: int, seed: int = 0) -> ShelfProblem:
    """The problem with a good shelf standing, interests drawn anew, and so many changes allowed."""
    from zither_awl.core.shelf import ShelfPlan, plan_shelf

    plan = plan_shelf(asked)
    assert isinstance(plan, ShelfPlan)
    rng = Random(seed)
    fits = {
        key: replace(fit, value=max(0, min(100, fit.value + rng.randint(-30, 30)))) if fit.value else fit
        for key, fit in asked.fits.items()
    }
    return replace(asked, standing=plan.placements, changes=changes, fits=fits)


def every_plan(asked: ShelfProblem, choices: Choices) -> Iterator[tuple[Placement, ...]]:
    """Every way to put nothing, one tray, or two of one concept on each spot, no tray twice. No rule is asked."""
    spots = [s for unit in asked.units for s in spots_of(unit)]
    yield from _fill(spots, asked, choices, frozenset())


def _fill(
    spots: Sequence[Spot], asked: ShelfProblem, choices: Choices, used: frozenset[int]
) -> Iterator[tuple[Placement, ...]]:
    if not spots:
        yield ()
        return
    for here in _on(spots[0], asked, choices, used):
        for rest in _fill(spots[1:], asked, choices, used | {p.tray.id for p in here}):
            yield (*here, *rest)


def _on(spot: Spot, asked: ShelfProblem, choices: Choices, used: frozenset[int]) -> Iterator[tuple[Placement, ...]]:
    yield ()
    free = [t for t in asked.trays if t.id not in used and t.id not in asked.bans and _may(t, spot, choices, asked)]
    put = {t.id: Placement(id=-t.id, tray=t, spot=spot, by_hand=t.id in asked.by_hand) for t in free}
    yield from ((put[t.id],) for t in free)
    unit = next(u for u in asked.units if u.id == spot.unit_id)
    if unit.boards[spot.board].divided:
        for one, other in product(free, free):
            if one.id < other.id and one.card.concept == other.card.concept:
                yield put[one.id], put[other.id]


def _may(tray: Tray, spot: Spot, choices: Choices, asked: ShelfProblem) -> bool:
    """A tray with a spot of its own stands there or nowhere; one that fits nobody is not put out."""
    if tray.id in choices.fixed:
        return choices.fixed[tray.id].spot == spot
    return any(asked.fit(c, tray.id) for c in tray.for_children)


Worth = tuple[int, int, int, int]
"""What is compared of two plans: the wishes missed, negative, the first before the second; then the value."""


def best_by_trying(asked: ShelfProblem) -> Worth | None:
    """The best plan's worth, by trying every one and asking the check; None when none keeps all rules."""
    choices = Choices(asked)
    keys = [score(plan, choices).key for plan in every_plan(asked, choices) if not broken(plan, choices)]
    return max(keys, default=None)


TINY_PRACTICE = Practice(trays_out=((10_000, 2),))


def tiny(seed: int) -> ShelfProblem:
    """A problem small enough to try everything: two or three spots, three to five trays, sometimes with a past."""
    rng = Random(seed)
    size = Size(
        rng.choice([1, 2, 3]), rng.choice([((1, 2),), ((2, 1),), ((1, 1), (1, 2)), ((1, 3),)]), rng.choice([3, 4, 5])
    )
    asked = problem(seed, size)
    asked = replace(
        asked,
        covers=tuple(c for c in asked.covers if rng.random() < 0.25),
        practice=rng.choice([asked.practice, TINY_PRACTICE]),
    )
    if rng.random() < 0.3:
        units = tuple(
            replace(u, boards=tuple(replace(b, divided=False, load_g=None) for b in u.boards)) for u in asked.units
        )
        asked = replace(asked, units=units)
    if rng.random() < 0.5:
        spots = [s for u in asked.units for s in spots_of(u)]
        put = rng.sample(list(asked.trays), k=rng.randint(1, 2))
        standing = tuple(Placement(id=t.id, tray=t, spot=rng.choice(spots)) for t in put)
        asked = replace(asked, standing=standing, changes=rng.choice([0, 1, 2]))
    if rng.random() < 0.3:
        asked = replace(asked, bans=frozenset({rng.randint(1, len(asked.trays))}))
    if rng.random() < 0.3:
        asked = replace(asked, by_hand=frozenset({rng.randint(1, len(asked.trays))}))
    return asked
