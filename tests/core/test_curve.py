"""The curve of a morning and the typical one: parts, uncertainty, and what is never offered as a share of time."""

from __future__ import annotations

from dataclasses import replace
from datetime import datetime, timedelta
from random import Random

import pytest
from hypothesis import given
from hypothesis import strategies as st
from statsmodels.stats.proportion import proportion_confint

from tests.builders import at
from zither_awl.core.curve import Curve, typical_curve, work_curve
from zither_awl.core.exact import wilson
from zither_awl.core.sweep import sampling_sd
from zither_awl.core.values import Episode, EpisodeEvent, Morning, Spell

BEGAN = at(0)


def minute(minutes: float) -> datetime:
    return BEGAN + timedelta(minutes=minutes)


def morning(minutes: float = 150) -> Morning:
    return Morning(id=1, day=BEGAN.date(), began=BEGAN, ended=minute(minutes), present=frozenset({1}), seen="all")


def work(began: float, ended: float, name: str = "", *events: EpisodeEvent) -> Episode:
    return Episode(
        id=name or f"e-{began}", child_id=1, tray_id=5, began=minute(began), ended=minute(ended), events=events
    )


def curve_of(*episodes: Episode, minutes: float = 150) -> Curve:
    found = work_curve(1, morning(minutes), episodes)
    assert found is not None
    return found


def test_settling_the_restless_dip_and_the_great_work() -> None:
    """The shape: The Advanced Montessori Method, 1917, from memory; 3, 2 and 10 minutes are ours."""
    found = curve_of(work(4, 6), work(9, 15), work(16, 20), work(31, 71, "great"), work(80, 85))
    assert found.settling_min == 9, "two minutes of work are not settled yet"
    assert found.dip is not None
    assert (found.dip.from_min, found.dip.to_min) == (20, 31)
    assert found.great is not None
    assert (found.great.episode_id, found.great.minutes) == ("great", 40)
    assert found.at_work_min == 2 + 6 + 4 + 40 + 5


@pytest.mark.parametrize(("length", "great"), [(9.9, False), (10, True)])
def test_ten_unbroken_minutes_are_a_great_work(length: float, great: bool) -> None:
    assert (curve_of(work(5, 5 + length)).great is not None) is great


@pytest.mark.parametrize(("gap", "dip"), [(1.9, False), (2, True)])
def test_two_minutes_away_are_a_dip(gap: float, dip: bool) -> None:
    assert (curve_of(work(5, 10), work(10 + gap, 40)).dip is not None) is dip


def test_a_break_ends_the_stretch_and_the_great_work_is_what_was_unbroken() -> None:
    broken = EpisodeEvent(kind="broken", at=minute(14), cause="noise")
    back = EpisodeEvent(kind="back", at=minute(17))
    found = curve_of(work(5, 40, "one", broken, back))
    assert [(s.from_min, s.to_min) for s in found.work] == [(5, 14), (17, 40)]
    assert found.great is not None
    assert found.great.from_min == 17
    assert found.dip is not None
    assert found.dip.minutes == 3


def test_without_work_and_with_an_open_end_nothing_is_claimed() -> None:
    found = curve_of(replace(work(5, 40), ended=None))
    assert (found.settling_min, found.dip, found.great, found.work) == (None, None, None, ())
    assert set(found.by_minute) == {""}, "nobody said"
    assert work_curve(1, replace(morning(), ended=None), []) is None


def test_each_minute_is_what_it_was_in_its_middle() -> None:
    states = [
        Spell(child_id=1, state="watching", began=minute(0), ended=minute(2)),
        Spell(child_id=1, state="resting", began=minute(6), ended=None),
        Spell(child_id=2, state="wandering", began=minute(0), ended=None),
    ]
    found = work_curve(1, morning(8), [work(2, 4.4)], states)
    assert found is not None
    assert found.by_minute == ("watching", "watching", "at work", "at work", "", "", "resting", "resting")


@given(st.lists(st.tuples(st.floats(0, 140), st.floats(0.2, 60)), max_size=8))
def test_laws_of_the_curve(raw: list[tuple[float, float]]) -> None:
    clock, episodes = 0.0, []
    for gap, length in raw:
        began = clock + gap / 10
        episodes.append(work(began, began + length))
        clock = began + length
    found = curve_of(*episodes, minutes=max(clock + 1, 1))
    at_work = sum(state == "at work" for state in found.by_minute)
    assert at_work == pytest.approx(found.at_work_min, abs=len(episodes) + 0.5), "minutes by their middle"
    if found.great is not None:
        assert found.great.minutes == max(s.minutes for s in found.work)
        assert found.settling_min is not None
        assert found.settling_min <= found.great.from_min
    if found.dip is not None:
        assert found.great is not None
        assert found.dip.to_min <= found.great.from_min
        assert all(s.to_min <= found.dip.from_min or s.from_min >= found.dip.to_min for s in found.work)


def test_the_typical_morning_asks_each_one_thing_of_a_quarter() -> None:
    whole, never = curve_of(work(0, 30), minutes=30), curve_of(minutes=30)
    touched = curve_of(work(0, 7), work(8, 22), work(23, 30), minutes=30)
    bins = typical_curve([whole, touched, never])
    assert [(b.from_min, b.at_work, b.mornings) for b in bins] == [(0, 1, 3), (15, 1, 3)]
    assert typical_curve([whole, never]) == (), "two mornings are not typical yet"
    assert [b.mornings for b in typical_curve([whole, whole, whole, curve_of(minutes=10)])] == [4, 3]


@given(st.integers(0, 40), st.integers(1, 40))
def test_its_intervals_are_wilsons_by_statsmodels(chosen: int, of: int) -> None:
    chosen = min(chosen, of)
    low, high = proportion_confint(chosen, of, method="wilson")
    assert wilson(chosen, of) == pytest.approx((low, high), abs=1e-12)


def test_sampling_the_middle_is_right_where_any_or_all_of_an_interval_is_not() -> None:
    """Momentary sampling has no bias, and the closed form's spread; the other two shares are off by points. Seeded."""
    chance, session, interval = Random(4), 120, 5
    off: dict[str, list[float]] = {"middle": [], "any": [], "all": []}
    for _ in range(400):
        true = [False] * (session * 10)
        at_work, clock = chance.random() < 10 / 14, 0.0
        while clock < session:
            ends = clock + chance.expovariate(1 / (10 if at_work else 4))
            for tenth in range(int(clock * 10), min(int(ends * 10), len(true))):
                true[tenth] = at_work
            at_work, clock = not at_work, ends
        share = sum(true) / len(true)
        parts = [true[n : n + interval * 10] for n in range(0, len(true), interval * 10)]
        off["middle"].append(sum(p[len(p) // 2] for p in parts) / len(parts) - share)
        off["any"].append(sum(any(p) for p in parts) / len(parts) - share)
        off["all"].append(sum(all(p) for p in parts) / len(parts) - share)
    means = {name: sum(values) / len(values) for name, values in off.items()}
    spread = (sum(v * v for v in off["middle"]) / len(off["middle"])) ** 0.5
    assert abs(means["middle"]) < 0.01
    assert means["any"] > 0.1
    assert means["all"] < -0.1
    assert spread == pytest.approx(sampling_sd(session, 10, 4, interval), rel=0.12)
