"""Unbroken stretches and how they develop."""

from __future__ import annotations

from datetime import timedelta

import pytest
from hypothesis import given
from hypothesis import strategies as st
from scipy.stats import theilslopes

from tests.builders import TODAY, at, episode
from zither_awl.core.concentration import episode_stats, longest_of, own_scale_min, span
from zither_awl.core.values import DEPTHS, Episode, EpisodeEvent


def broken(*marks: tuple[str, float], minutes: float = 20, rounds: int = 0) -> Episode:
    """An episode with breaks and returns at so many minutes from its beginning."""
    events = [
        EpisodeEvent(
            kind="broken" if kind != "back" else "back",
            at=at(1) + timedelta(minutes=m),
            cause="" if kind in ("broken", "back") else kind,
        )
        for kind, m in marks
    ]
    events += [EpisodeEvent(kind="round", at=at(1) + timedelta(minutes=1 + n)) for n in range(rounds)]
    return episode(1, minutes=minutes, events=tuple(events))


def test_an_unbroken_piece_of_work_is_one_stretch() -> None:
    stats = episode_stats(broken(rounds=7))
    assert stats is not None
    assert (stats.stretches_min, stats.longest_min, stats.total_min, stats.repetitions) == ((20,), 20, 20, 7)
    assert not stats.resumed


def test_a_break_ends_a_stretch_and_coming_back_begins_the_next() -> None:
    stats = episode_stats(broken(("noise", 5), ("back", 6), ("other child", 18)))
    assert stats is not None
    assert stats.stretches_min == (5, 12)
    assert stats.longest_min == 12
    assert dict(stats.interruptions) == {"noise": 1, "other child": 1}
    assert not stats.resumed


def test_a_child_who_came_back_every_time_resumed() -> None:
    stats = episode_stats(broken(("broken", 5), ("back", 6)))
    assert stats is not None
    assert stats.resumed
    assert dict(stats.interruptions) == {"unknown": 1}


def test_an_open_end_is_no_duration() -> None:
    assert episode_stats(episode(1, ended=None, work=None)) is None
    assert longest_of([episode(2), episode(1, ended=None, work=None), episode(3, struck=True)]) == [10]


marks = st.lists(st.tuples(st.sampled_from(["broken", "back"]), st.floats(0, 20)), max_size=8)


@given(marks)
def test_the_stretches_are_never_longer_than_the_episode(drawn: list[tuple[str, float]]) -> None:
    stats = episode_stats(broken(*drawn))
    assert stats is not None
    assert sum(stats.stretches_min) <= 20 + 1e-9
    assert stats.longest_min == max(stats.stretches_min)


def weeks(minutes: list[float]) -> list[Episode]:
    return [episode(7 * (len(minutes) - n), minutes=m) for n, m in enumerate(minutes)]


def test_growing_is_only_said_when_the_interval_leaves_out_nothing() -> None:
    """Twelve weeks, and three weekly looks in a row that say the same; ours, no source."""
    rising = [5, 6, 5.5, 7, 6.5, 8, 7.5, 9, 8.5, 10, 9.5, 11, 10.5, 12]
    assert span(weeks(rising), TODAY).verdict == "growing"
    assert span(weeks(rising[::-1]), TODAY).verdict == "shrinking"
    assert span(weeks(rising[1:]), TODAY).verdict == "too early to say"
    assert span(weeks([5, 9, 6, 8, 5, 9, 6] * 2), TODAY).verdict == "no clear change"
    assert span(weeks([9, 8, 9, 8, 9, 8, 9, 8, 9, 8, 9, 8, 9, *range(10, 12)]), TODAY).verdict == "no clear change"
    assert span([], TODAY).verdict == "too early to say"


def test_the_slope_of_the_weeks_agrees_with_scipy() -> None:
    """Source: scipy.stats.theilslopes."""
    values = [6.0, 5.5, 7.0, 9.0, 8.0, 11.0]
    ours = span(weeks(values), TODAY).slope
    theirs = theilslopes(values, list(range(6)), method="separate")
    assert ours is not None
    assert ours.slope == pytest.approx(theirs.slope)
    assert ours.low < theirs.low_slope and theirs.high_slope < ours.high  # noqa: PT018 - asked more often, so wider


def test_a_child_is_drawn_against_its_own_weeks_from_ten_pieces_on() -> None:
    nine = [episode(n, minutes=n) for n in range(1, 10)]
    assert own_scale_min(nine, TODAY) is None
    assert own_scale_min([*nine, episode(10, minutes=10)], TODAY) == pytest.approx(9)
    assert own_scale_min([episode(100 + n) for n in range(12)], TODAY) is None


def test_the_deepest_step_that_was_told_is_the_depth_of_a_piece_of_work() -> None:
    said = [EpisodeEvent(kind="depth", at=at(1, 9, n), cause=DEPTHS[step]) for n, step in enumerate((1, 3, 2), 1)]
    stats = episode_stats(episode(1, events=tuple(said)))
    assert stats is not None
    assert stats.depth == 3
    unsaid = episode_stats(episode(1))
    assert unsaid is not None
    assert unsaid.depth is None


def test_the_five_steps_are_described_and_never_numbered() -> None:
    assert len(DEPTHS) == 5
    assert not any(any(c.isdigit() for c in step) for step in DEPTHS)
