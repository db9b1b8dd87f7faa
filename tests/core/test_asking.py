"""What a child is said to know: the questions against brute force, the bar on simulated children, the laws."""

from __future__ import annotations

from itertools import product
from math import erf, sqrt
from random import Random

import pytest
from hypothesis import given
from hypothesis import strategies as st

from bench.asking import Drawn, ask, at_best, grown, tally
from zither_awl.catalogue.loader import shipped_cards
from zither_awl.core import asking
from zither_awl.core.asking import MOST_QUESTIONS, Askable, Belief, belief, usual_months
from zither_awl.core.trays.askable import askable
from zither_awl.core.values import SAID_ANSWERS, Rung, SaidAnswer

AREA = "practical life"


def order_of(shape: list[list[int]], months: list[float]) -> list[Askable]:
    """Levels of one area with what comes before each, by their places."""
    return [
        Askable(("card", at + 1), AREA, months[at], tuple(("card", b + 1) for b in before))
        for at, before in enumerate(shape)
    ]


TINY: dict[str, tuple[list[list[int]], list[float]]] = {
    "a chain": ([[], [0], [1]], [24.0, 28.0, 32.0]),
    "a fork": ([[], [0], [0]], [24.0, 27.0, 33.0]),
    "apart": ([[], [], []], [22.0, 28.0, 34.0]),
    "two before one": ([[], [], [0, 1]], [24.0, 26.0, 30.0]),
}


def _normal(z: float) -> float:
    return 0.5 * (1 + erf(z / sqrt(2)))


def exact(levels: list[Askable], months: float, answers: list[tuple[Rung, SaidAnswer]]) -> dict[Rung, float]:
    """How likely each level is known, by adding up every state a child can be in over a fine grid of paces.

    Written apart from the program: nearly known (with help) and known are states of their own; the pace and the area
    together are one normal lead, summed over 241 steps.
    """
    sd = sqrt(asking.PACE_MONTHS**2 + asking.AREA_MONTHS**2)
    weight, known = 0.0, {each.rung: 0.0 for each in levels}
    for step in range(-120, 121):
        lead = step / 30 * sd
        density = 2.718281828 ** (-0.5 * (step / 30) ** 2)
        chances = [
            [
                _normal((months + lead - e.usual_months + help_) / asking.OWN_MONTHS)
                for help_ in (0.0, asking.HELP_MONTHS)
            ]
            for e in levels
        ]
        for would in product((0, 1, 2), repeat=len(levels)):
            share, state = density, dict[Rung, int]()
            for each, (alone, near), own in zip(levels, chances, would, strict=True):
                share *= {2: alone, 1: near - alone, 0: 1 - near}[own]
                state[each.rung] = min([own, *(state[b] for b in each.before)])
            for rung, answer in answers:
                agrees = {
                    "yes": state[rung] == 2,
                    "with help": state[rung] == 1,
                    "not yet": state[rung] == 0,
                    "never tried": state[rung] < 2,
                }[answer]
                share *= (1 - asking.SLIP) if agrees else asking.SLIP
            weight += share
            for rung, has in state.items():
                known[rung] += share * (has == 2)
    return {rung: share / weight for rung, share in known.items()}


@pytest.mark.parametrize("name", TINY)
def test_on_tiny_orders_it_believes_what_brute_force_does(name: str) -> None:
    levels = order_of(*TINY[name])
    said: list[tuple[Rung, SaidAnswer]] = []
    now = belief(levels, 28.0)
    asked: tuple[tuple[Rung, SaidAnswer], ...] = (
        (("card", 2), "with help"),
        (("card", 1), "yes"),
        (("card", 3), "not yet"),
    )
    for rung, answer in asked:
        said.append((rung, answer))
        now = now.told(rung, answer)
        for key, chance in exact(levels, 28.0, said).items():
            assert now.chances()[key] == pytest.approx(chance, abs=0.09), (name, said, key)


def _settled(chances: dict[Rung, float]) -> dict[Rung, int]:
    return {rung: 1 if c >= 0.5 else 0 for rung, c in chances.items()}


def test_on_tiny_orders_the_result_is_that_of_the_best_question_in_95_of_100() -> None:
    """The best question by brute force: the one nearest to a half of all states' weight, reckoned exactly."""
    same = runs = 0
    for name, (shape, months) in TINY.items():
        levels = order_of(shape, months)
        for truth in ((1, 1, 1), (1, 1, 0), (1, 0, 0), (0, 0, 0)):
            rungs = [each.rung for each in levels]
            so = dict(zip(rungs, truth, strict=True))
            if any(so[e.rung] and not all(so[b] for b in e.before) for e in levels):
                continue
            ours, mine = belief(levels, 28.0), list[tuple[Rung, SaidAnswer]]()
            while (rung := ours.question()) is not None:
                ours = ours.told(rung, "yes" if so[rung] else "not yet")
            while True:
                chances = exact(levels, 28.0, mine)
                left = [r for r in rungs if 0.1 < chances[r] < 0.9 and r not in dict(mine)]
                if not left:
                    break
                best = min(left, key=lambda r: abs(chances[r] - 0.5))
                mine.append((best, "yes" if so[best] else "not yet"))
            same += _settled(ours.chances()) == _settled(exact(levels, 28.0, mine))
            runs += 1
            assert runs, name
    assert same / runs >= 0.95, (same, runs)


def test_on_simulated_children_a_dozen_questions_are_enough() -> None:
    """A small form of bench/asking.py, seeded. The bars there are 12 questions, 0.90 and 1 in 20, and are missed at
    some ages: what is held here is what was measured, so that it does not get worse."""
    found = tally(grown, 28, 6, seed=2)
    assert found.questions / found.children <= MOST_QUESTIONS
    assert found.right / found.levels >= 0.85
    assert found.wrongly / found.called <= 0.08


def test_who_knows_all_of_a_child_but_chance_says_more_than_the_questions_can_and_not_all() -> None:
    asked = tally(grown, 20, 4, seed=3)
    assert asked.right / asked.levels < at_best(grown, 20) < 1


ANSWERS = st.lists(st.sampled_from(SAID_ANSWERS), max_size=4)
LEVELS = askable([d for d in shipped_cards() if d.area == "sensorial"], 26)
START = belief(LEVELS, 26.0)


def told(now: Belief, answers: list[SaidAnswer]) -> Belief:
    for answer in answers:
        rung = now.question()
        if rung is None:
            break
        now = now.told(rung, answer)
    return now


@given(ANSWERS)
def test_what_comes_before_is_never_less_likely(answers: list[SaidAnswer]) -> None:
    now = told(START, answers)
    chances = now.chances()
    assert all(0 <= c <= 1 for c in chances.values())
    for each in now.levels:
        for before in each.before:
            assert chances[before] >= chances[each.rung] - 1e-9


@given(ANSWERS)
def test_a_question_is_asked_once_and_leaves_off_in_time(answers: list[SaidAnswer]) -> None:
    now = told(START, answers)
    assert len(now.asked) == len(set(now.asked)) <= MOST_QUESTIONS
    assert now.question() not in now.asked
    assert not set(now.concluded()) & now.asked


def test_a_yes_raises_and_a_no_lowers_what_hangs_on_it() -> None:
    rung = START.question()
    assert rung is not None
    yes, no = START.told(rung, "yes"), START.told(rung, "not yet")
    assert yes.chances()[rung] > START.chances()[rung] > no.chances()[rung]
    helped = START.told(rung, "with help")
    assert no.chances()[rung] < helped.chances()[rung] < yes.chances()[rung]
    assert sum(yes.chances().values()) > sum(helped.chances().values()) > sum(no.chances().values())


def test_what_is_not_asked_of_is_an_error_and_nothing_asked_is_an_answer() -> None:
    with pytest.raises(KeyError):
        START.told(("no-such", 1), "yes")
    empty = belief((), 30.0)
    assert empty.question() is None
    assert empty.concluded() == {}


def test_the_same_child_is_asked_the_same() -> None:
    levels = askable(shipped_cards(), 20)
    rng = Random(3)
    truth = grown(levels, 20, rng, Drawn())
    first, second = (ask(belief(levels, 20.0), truth, Random(5)) for _ in range(2))
    assert first[0].asked == second[0].asked
    assert first[1] == second[1]


def test_half_of_children_know_a_level_some_way_into_its_window() -> None:
    assert usual_months(24, 34) == 28
    assert usual_months(24, 72) == 32
