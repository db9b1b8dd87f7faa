"""How right the judgement of mastery is, on both simulated children: what it calls mastered against what they know.

    python -m bench.mastery [levels]

Printed: precision and recall of the criterion and of the estimate, how many known tries are called slipping, what the
estimate says against what is so. Bars: precision 0.96, recall 0.78, known tries called slipping at most 5 %.
"""

from __future__ import annotations

import sys
from collections import Counter, defaultdict
from collections.abc import Iterable, Iterator
from dataclasses import dataclass, field
from datetime import UTC, date, datetime, timedelta
from random import Random
from typing import Literal

from zither_awl.core.mastery import Knowing, mastery
from zither_awl.core.simulate import GrowingChild
from zither_awl.core.values import Episode, Work

START, TRIES = date(2026, 1, 5), 16
School = Literal["criterion", "estimate"]
SCHOOLS: tuple[School, ...] = ("criterion", "estimate")


@dataclass(slots=True)
class Tally:
    """Tries: called mastered and known, called mastered, known, known and called slipping."""

    hit: int = 0
    called: int = 0
    known: int = 0
    slipping: int = 0
    said: defaultdict[int, Counter[bool]] = field(default_factory=lambda: defaultdict(Counter))


def try_of(day: int, number: int, success: bool) -> Episode:
    """A finished try on a day."""
    began = datetime(START.year, START.month, START.day, 9, tzinfo=UTC) + timedelta(days=day, minutes=10 * number)
    return Episode(
        id=f"{day}-{number}",
        child_id=1,
        tray_id=1,
        began=began,
        ended=began + timedelta(minutes=8),
        work=Work.RIGHT if success else Work.MISTAKE,
    )


def of_picks(rng: Random, follows: bool) -> Iterator[tuple[bool, bool]]:
    """Tries at one level by the first model, each with whether it came out right and whether it was known then; every
    child slips and guesses in its own way."""
    slip, guess, learns = rng.uniform(0.05, 0.15), rng.uniform(0.1, 0.3), rng.uniform(0.12, 0.32)
    knows = rng.random() < 0.1
    for _ in range(TRIES):
        yield rng.random() < (1 - slip if knows else guess), knows
        knows = knows or rng.random() < learns * (0.6 if follows else 1.0)
        knows = knows and rng.random() > 0.01


def of_growth(rng: Random, follows: bool) -> Iterator[tuple[bool, bool]]:
    """The same by the second model."""
    child = GrowingChild({1: (0,)} if follows else {}, growth=rng.uniform(0.35, 0.75))
    child.shown.add(1)
    child.meet((1,), rng)
    for _ in range(TRIES):
        chance, knows = child._chance(1), 1 in child.known
        yield rng.random() < chance, knows
        child._learn(1, rng)


def follow(tries: Iterable[tuple[bool, bool]], rng: Random, school: School, tally: Tally) -> None:
    """One level, judged after every try."""
    done: list[Episode] = []
    day = 0
    for number, (right, knows) in enumerate(tries):
        day += rng.choice((1, 1, 2, 3, 5))
        done.append(try_of(day, number, right))
        found = mastery(done, (), START + timedelta(days=day), school=school)
        called = found.state in ("mastered", "fading")
        tally.hit += called and knows
        tally.called += called
        tally.known += knows
        tally.slipping += knows and found.state == "fading"
        tally.said[min(int(found.probability * 10), 9)][knows] += 1


def main(levels: int = 800) -> None:
    """Run both models under both schools and print."""
    print(f"{levels} levels, {TRIES} tries each; tracing {Knowing()}")
    for name, model in (("picks", of_picks), ("grows", of_growth)):
        for school in SCHOOLS:
            tally = Tally()
            for seed in range(levels):
                rng = Random(seed)
                follow(model(rng, bool(seed % 3)), rng, school, tally)
            print(
                f"{name:6} {school:10} precision {tally.hit / tally.called:.3f}  recall {tally.hit / tally.known:.3f}"
                f"  known tries called slipping {tally.slipping / tally.known:.3f}"
            )
        told = {10 * tenth + 5: f"{100 * c[True] / sum(c.values()):.0f}" for tenth, c in sorted(tally.said.items())}
        print(f"{name:6} the estimate says -> of 100 so many know it: {told}")


if __name__ == "__main__":
    main(*map(int, sys.argv[1:]))
