"""How well a dozen questions say what a child knows, on children of two models written apart from the belief.

    python -m bench.asking [children of each age and model]

Printed by model and age: questions asked, the share of levels said rightly (called known and known, or not and not),
and the share of those called known that are not. One answer in twenty is wrong. Bars: 12 questions, 0.90, 0.05. Beside
it what nobody can better who asks of no level itself: the share said rightly by who knows the model, the child's pace
and how it takes to every area, to the last digit, but not which things happened to be liked or met.
"""

from __future__ import annotations

import sys
from collections import Counter
from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass, field
from random import Random

from zither_awl.catalogue.loader import shipped_cards
from zither_awl.core.asking import Askable, Belief, belief
from zither_awl.core.trays.askable import askable
from zither_awl.core.values import SAID_ANSWERS, Rung, SaidAnswer

WRONG = 0.05
AGES = (14, 20, 28, 36, 48, 60)
DRAWN, DRAWN_CHILDREN = 60, 12


@dataclass(slots=True)
class Drawn:
    """What a simulated child is like: its pace, and how it takes to each area; what is missing is drawn."""

    pace: float | None = None
    areas: dict[str, float] = field(default_factory=dict)


Model = Callable[[Sequence[Askable], float, Random, Drawn], Mapping[Rung, SaidAnswer]]


def grown(levels: Sequence[Askable], months: float, rng: Random, child: Drawn) -> dict[Rung, SaidAnswer]:
    """Skill grows with the months since a level came near, the faster the keener the child is on its area and on this
    very thing; a level is known when that passes what it takes."""
    tempo = child.pace = rng.lognormvariate(0, 0.10) if child.pace is None else child.pace
    keen = child.areas
    liked: dict[str, float] = {}
    known: dict[Rung, SaidAnswer] = {}
    for each in _in_order(levels):
        area = keen.setdefault(each.area, rng.betavariate(6, 3))
        thing = liked.setdefault(each.rung[0], rng.betavariate(5, 2.5))
        practised = max(0.0, months * tempo - (each.usual_months - 6))
        known[each.rung] = _answer(practised * area * thing, 2.6, 1.3, each, known)
    return known


def met(levels: Sequence[Askable], months: float, rng: Random, child: Drawn) -> dict[Rung, SaidAnswer]:
    """Each thing is met at some month, sooner in a house that does much of its area; some are never met; what was met
    long enough ago is known."""
    tempo = child.pace = rng.gauss(0, 2.5) if child.pace is None else child.pace
    house = child.areas
    first: dict[str, float] = {}
    known: dict[Rung, SaidAnswer] = {}
    for each in _in_order(levels):
        lag = house.setdefault(each.area, rng.expovariate(1 / 3))
        thing = first.setdefault(each.rung[0], 1e6 if rng.random() < 0.02 else rng.gauss(0, 2.0))
        known[each.rung] = _answer(months + tempo, each.usual_months - 3 + lag + thing, 3.0, each, known)
    return known


def _answer(has: float, takes: float, helped: float, each: Askable, known: Mapping[Rung, SaidAnswer]) -> SaidAnswer:
    """What is so of a level: known from what it takes on, with help from a little before; never tried before that."""
    if any(known.get(before, "yes") != "yes" for before in each.before):
        return "never tried"
    return "yes" if has > takes else "with help" if has > takes - helped else "not yet"


def _in_order(levels: Sequence[Askable]) -> list[Askable]:
    placed: dict[Rung, Askable] = {}
    left = {each.rung: each for each in levels}
    while left:
        free = [e for e in left.values() if not any(r in left for r in e.before)]
        for each in free:
            placed[each.rung] = left.pop(each.rung)
    return list(placed.values())


@dataclass(slots=True)
class Tally:
    """Over children: questions, levels, said rightly, called known, called known wrongly."""

    children: int = 0
    questions: int = 0
    levels: int = 0
    right: int = 0
    called: int = 0
    wrongly: int = 0

    def words(self) -> str:
        """The three figures."""
        asked, right = self.questions / self.children, self.right / self.levels
        called, wrong = self.called / self.levels, self.wrongly / max(self.called, 1)
        return f"questions {asked:.1f}  rightly {right:.3f}  called known {called:.2f}  wrongly {wrong:.3f}"


def ask(start: Belief, truth: Mapping[Rung, SaidAnswer], rng: Random) -> tuple[Belief, dict[Rung, bool]]:
    """Ask until there is nothing to ask; the belief, and what is called known: answered yes, or concluded."""
    now, told = start, dict[Rung, bool]()
    while (rung := now.question()) is not None:
        answer = truth[rung]
        if rng.random() < WRONG:
            answer = rng.choice([each for each in SAID_ANSWERS if (each == "yes") != (answer == "yes")])
        now, told[rung] = now.told(rung, answer), answer == "yes"
    concluded = {rung: answer == "yes" for rung, answer in now.concluded().items()}
    return now, {**concluded, **told}


def tally(model: Model, months: int, children: int, seed: int = 0) -> Tally:
    """Ask about so many children of an age."""
    levels = askable(shipped_cards(), months)
    start, found = belief(levels, months), Tally()
    for n in range(children):
        rng = Random(seed * 100_000 + n)
        so = model(levels, months, rng, Drawn())
        truth = {rung: answer == "yes" for rung, answer in so.items()}
        now, called = ask(start, so, rng)
        found.children += 1
        found.questions += len(now.asked)
        found.levels += len(levels)
        found.right += sum(called.get(rung, False) == known for rung, known in truth.items())
        found.called += sum(called.values())
        found.wrongly += sum(yes and not truth[rung] for rung, yes in called.items())
    return found


def at_best(model: Model, months: int) -> float:
    """The share of levels said rightly by who knows all of a child but what chance did with each thing."""
    levels, right, of = askable(shipped_cards(), months), 0, 0
    for n in range(DRAWN_CHILDREN):
        rng, child = Random(n), Drawn()
        truth = model(levels, months, rng, child)
        often = Counter(
            rung for _ in range(DRAWN) for rung, so in model(levels, months, rng, child).items() if so == "yes"
        )
        right += sum((2 * often[rung] >= DRAWN) == (so == "yes") for rung, so in truth.items())
        of += len(truth)
    return right / of


def main() -> None:
    """Print the table."""
    children = int(sys.argv[1]) if len(sys.argv) > 1 else 40
    for name, model in (("grown", grown), ("met", met)):
        for months in AGES:
            told, best = tally(model, months, children).words(), at_best(model, months)
            print(f"{name:6} {months:3} months  {told}  at best {best:.3f}", flush=True)


if __name__ == "__main__":
    main()
