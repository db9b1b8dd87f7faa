"""Random themes in numbers, small ones for enumeration and large ones for another solver; invented."""

from __future__ import annotations

from itertools import product
from random import Random

from zither_awl.core.weeks.choose import Choosing, Coming, Offer, Sum, breaks, value_of


def random_choosing(rng: Random, *, offers: int = 3, places: int = 2, days: int = 3, children: int = 2) -> Choosing:
    """A theme of so many offers; about one in six stands already, some must be made, some are asked for."""
    made = tuple(_offer(rng, n, places, days, children) for n in range(offers))
    pairs = [(n, s) for n, offer in enumerate(made) for s in sorted(offer.places)]
    sums = tuple(
        Sum(
            f"sum {n}",
            {p: rng.randint(1, 2) for p in rng.sample(pairs, min(len(pairs), rng.randint(1, 4)))},
            rng.randint(0, 2),
        )
        for n in range(rng.randint(0, 3))
        if pairs
    )
    return Choosing(
        offers=made,
        costs=tuple(rng.choice((0, 60, 200, 700)) for _ in range(places)),
        minutes=tuple(rng.choice((0, 10, 20, 40)) for _ in range(days)),
        changes=tuple(rng.choice((0, 1, 2)) for _ in range(days)),
        before=rng.choice((0, 15, 60)),
        sums=sums,
    )


def _offer(rng: Random, ref: int, places: int, days: int, children: int) -> Offer:
    here = rng.random() < 1 / 6
    return Offer(
        ref=ref,
        worth=rng.randint(5, 150),
        here=here,
        area=rng.choice(("art", "science", "language")),
        children=tuple(sorted(rng.sample(range(1, children + 1), rng.randint(1, children)))),
        places=frozenset() if here else frozenset(s for s in range(places) if rng.random() < 0.7),
        ready=rng.choice((0, 0, 0, 1, days)),
        make_min=rng.choice((0, 0, 20, 45)),
        daily_min=0 if here else rng.choice((0, 0, 5, 15)),
        forced=rng.random() < 0.15,
        day=rng.randrange(days) if rng.random() < 0.15 else None,
    )


def best_by_enumeration(asked: Choosing) -> int:
    """The most any allowed choice is worth: every offer left out, or on every place and day."""
    ways = [[None, *_ways(asked, n)] for n in range(len(asked.offers))]
    best = 0
    for each in product(*ways):
        coming = tuple(c for c in each if c is not None)
        if not breaks(asked, coming):
            best = max(best, value_of(asked, coming))
    return best


def _ways(asked: Choosing, n: int) -> list[Coming]:
    offer = asked.offers[n]
    return [(n, None, 0)] if offer.here else [(n, s, d) for s in sorted(offer.places) for d in range(asked.days)]
