"""Difficulty as a vector: its steps, and the order of simple to complex, with networkx as the judge of the order."""

from __future__ import annotations

import networkx as nx
import pytest
from hypothesis import given
from hypothesis import strategies as st

from zither_awl.core.difficulty import (
    HARDER,
    SIMPLER,
    TEXTS,
    Difficulty,
    compared,
    dominates,
    falls,
    novelty,
    overreach,
    pieces_step,
    rises,
    size_step,
    steps_step,
    up,
)
from zither_awl.core.errors import InvalidValue

VECTORS = st.builds(Difficulty, **{name: st.integers(0, len(texts) - 1) for name, texts in TEXTS.items()})


@pytest.mark.parametrize(
    ("mm", "step"), [(80, 0), (60, 0), (59, 1), (40, 1), (39, 2), (25, 2), (24, 3), (12, 3), (9, 4)]
)
def test_sizes_step_at_60_40_25_and_12_mm(mm: float, step: int) -> None:
    assert size_step(mm) == step


@pytest.mark.parametrize(("count", "step"), [(1, 0), (2, 0), (3, 1), (4, 1), (5, 2), (6, 2), (7, 3), (10, 3), (11, 4)])
def test_pieces_step_as_the_trade_counts_them(count: int, step: int) -> None:
    assert pieces_step(count) == step


@pytest.mark.parametrize(("moves", "step"), [(1, 0), (3, 1), (4, 1), (5, 2), (7, 2), (8, 3), (11, 3), (12, 4)])
def test_chains_step_by_their_length(moves: int, step: int) -> None:
    assert steps_step(moves) == step


def test_every_dimension_has_words_for_every_step_and_both_ways() -> None:
    assert set(TEXTS) == set(HARDER) == set(SIMPLER) == {name for name, _ in Difficulty().items()}
    with pytest.raises(InvalidValue, match="expected 0 to 2"):
        Difficulty(hands=3)


@given(VECTORS, VECTORS)
def test_what_rises_one_way_falls_the_other(a: Difficulty, b: Difficulty) -> None:
    assert rises(a, b) == falls(b, a)
    assert up(a, b) - up(b, a) == sum(step for _, step in b.items()) - sum(step for _, step in a.items())
    assert not (dominates(a, b) and dominates(b, a))


@given(st.lists(VECTORS, max_size=6))
def test_harder_everywhere_is_an_order_without_circles(vectors: list[Difficulty]) -> None:
    graph = nx.DiGraph((b, a) for a in vectors for b in vectors if dominates(a, b))
    assert nx.is_directed_acyclic_graph(graph)
    assert set(nx.transitive_closure_dag(graph).edges) == set(graph.edges)


@given(VECTORS, st.lists(VECTORS, min_size=1, max_size=5))
def test_novelty_is_above_one_tray_and_overreach_above_all_of_them(of: Difficulty, known: list[Difficulty]) -> None:
    least = novelty(of, known)
    assert least == min(up(each, of) for each in known)
    assert sum(overreach(of, known).values()) <= least


def test_only_the_combination_can_be_new() -> None:
    known = [Difficulty(tool=2), Difficulty(flow=3)]
    assert novelty(Difficulty(tool=2, flow=3), known) == 2
    assert overreach(Difficulty(tool=2, flow=3), known) == {}
    assert novelty(Difficulty(), []) is None


def test_the_difference_is_said_in_words() -> None:
    before = Difficulty(tool=1, pieces=2)
    assert compared(before, Difficulty(tool=1, pieces=2, size=1)) == "one notch harder: smaller pieces"
    assert compared(before, Difficulty(tool=3, pieces=1)) == "2 notches harder: a finer tool; easier: fewer pieces"
    assert compared(before, Difficulty(tool=1)) == "easier: fewer pieces"
    assert compared(before, before) == "as hard"
