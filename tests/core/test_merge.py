"""One log from many devices: what it tells does not depend on the order in which it came."""

from __future__ import annotations

from dataclasses import replace
from datetime import datetime, timedelta
from random import Random
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from tests.builders import at
from zither_awl.core.concentration import episode_stats
from zither_awl.core.merge import FORGOTTEN, OVERLAP, merge, morning_at, spells
from zither_awl.core.values import CAUSES, Episode, Morning, Place, Sent, Work

DAY = at(0)


def minute(minutes: float) -> datetime:
    return DAY + timedelta(minutes=minutes)


def sent(kind: Any, minutes: float, device: str = "one", sequence: int = 1, **more: Any) -> Sent:
    told = {"child_id": 1, "episode_id": "" if kind == "state" else f"{device}-a"}
    return Sent(**{**told, "device": device, "sequence": sequence, "at": minute(minutes), "kind": kind, **more})


@st.composite
def logs(draw: st.DrawFn) -> list[Sent]:
    """Two or three devices that watch two children at three things, each with a clock that may jump."""
    found: list[Sent] = []
    for device in ("one", "two", "three")[: draw(st.integers(1, 3))]:
        works = 0
        clock = 0.0
        for sequence in range(1, draw(st.integers(1, 14)) + 1):
            clock += draw(st.sampled_from((0.05, 0.4, 1.5, 7.0, 200.0, -30.0)))
            kind = draw(st.sampled_from(("start", "start", "round", "broken", "back", "finish", "note", "state")))
            child = draw(st.integers(1, 2))
            more: dict[str, Any] = {"child_id": child}
            if kind == "start":
                works += 1
                more |= draw(st.sampled_from(({"tray_id": 5}, {"tray_id": 6}, {"activity": "garden"})))
            if kind == "broken":
                more["cause"] = draw(st.sampled_from(CAUSES[:2]))
            if kind == "finish":
                more |= {"work": Work.RIGHT, "place": Place.BACK}
            if kind != "state":
                more["episode_id"] = f"{device}-{draw(st.integers(max(1, works - 1), max(1, works)))}"
            found.append(sent(kind, clock, device, sequence, **more))
    return found


@given(logs(), st.randoms(use_true_random=False))
def test_any_order_of_arrival_tells_the_same(log: list[Sent], chance: Random) -> None:
    shuffled = chance.sample(log, len(log))
    assert merge(shuffled) == merge(log)
    states = [s for s in shuffled if s.kind == "state"]
    episodes = merge(log).episodes
    assert spells(states, episodes) == spells([s for s in log if s.kind == "state"], reversed(episodes))


@given(logs())
def test_every_event_of_a_begun_work_belongs_to_one_work_of_its_child(log: list[Sent]) -> None:
    merged = merge(log)
    begun = {s.episode_id for s in log if s.kind == "start"}
    names = {e.id for e in merged.episodes}
    for each in log:
        belongs = merged.belongs.get((each.device, each.sequence))
        assert (belongs in names) if each.episode_id in begun else (belongs is None)
    assert [(e.began, e.id) for e in merged.episodes] == sorted((e.began, e.id) for e in merged.episodes)


@given(logs())
def test_what_was_told_is_left_as_it_is(log: list[Sent]) -> None:
    merged = merge(log)
    if not merged.episodes:
        return
    first = merged.episodes[0]
    told = replace(first, ended=first.began + timedelta(minutes=3), work=Work.MENDED, told=True, events=(), question="")
    again = {e.id: e for e in merge(log, {told.id: told}).episodes}
    assert replace(again[told.id], events=()) == told
    assert again[told.id].events == first.events


@given(logs())
def test_merging_what_was_merged_changes_nothing(log: list[Sent]) -> None:
    once = merge(log)
    assert merge([*log], {}).episodes == once.episodes
    told = {e.id: replace(e, told=True) for e in once.episodes}
    kept = merge(log, told).episodes
    assert [replace(e, told=False, question="") for e in kept] == [replace(e, question="") for e in once.episodes]


def one(*log: Sent) -> Episode:
    (episode,) = merge(log).episodes
    return episode


@pytest.mark.parametrize(("apart_s", "works"), [(119, 1), (120, 1), (121, 2)])
def test_two_starts_within_two_minutes_are_one_beginning(apart_s: int, works: int) -> None:
    """120 s: common practice, no source."""
    log = [sent("start", 0, tray_id=5), sent("start", apart_s / 60, "two", tray_id=5)]
    assert len(merge(log).episodes) == works


def test_one_device_that_starts_the_same_again_means_it() -> None:
    again = sent("start", 1, sequence=3, tray_id=5, episode_id="one-b")
    log = [sent("start", 0, tray_id=5), sent("finish", 0.5, sequence=2), again]
    assert [e.id for e in merge(log).episodes] == ["one-a", "one-b"]


def test_a_second_start_after_the_end_is_another_work() -> None:
    log = [sent("start", 0, tray_id=5), sent("finish", 0.5, sequence=2), sent("start", 1, "two", tray_id=5)]
    assert len(merge(log).episodes) == 2


@pytest.mark.parametrize(("apart_s", "rounds"), [(10, 1), (11, 2)])
def test_a_round_two_observers_saw_is_one_round(apart_s: int, rounds: int) -> None:
    """10 s: ours, no source."""
    log = [
        sent("start", 0, tray_id=5),
        sent("start", 0.5, "two", tray_id=5),
        sent("round", 3, sequence=2),
        sent("round", 3 + apart_s / 60, "two", 2),
    ]
    assert sum(e.kind == "round" for e in one(*log).events) == rounds


def test_two_quick_rounds_of_one_observer_are_two() -> None:
    log = [sent("start", 0, tray_id=5), sent("round", 1, sequence=2), sent("round", 1.05, sequence=3)]
    assert sum(e.kind == "round" for e in one(*log).events) == 2


def test_a_struck_event_tells_nothing() -> None:
    log = [sent("start", 0, tray_id=5), sent("round", 1, sequence=2, struck=True)]
    assert [e.kind for e in one(*log).events] == ["start"]


def test_the_first_end_seen_is_the_end_and_stretches_follow() -> None:
    log = [
        sent("start", 0, tray_id=5),
        sent("start", 1, "two", tray_id=5),
        sent("finish", 9, "two", 2, work=Work.RIGHT),
        sent("finish", 12, sequence=2, work=Work.MISTAKE),
    ]
    episode = one(*log)
    assert (episode.ended, episode.work) == (minute(9), Work.RIGHT)
    stats = episode_stats(episode)
    assert stats is not None
    assert stats.stretches_min == (9.0,)


def test_an_end_before_the_beginning_or_hours_later_is_a_clock_that_jumped() -> None:
    early = one(sent("start", 10, tray_id=5), sent("finish", 4, sequence=2))
    assert early.ended == minute(10) + timedelta(seconds=1)
    late = one(sent("start", 0, tray_id=5), sent("finish", 481, sequence=2, work=Work.RIGHT))
    assert (late.ended, late.work) == (None, None)


def test_what_is_asked_follows_from_how_the_works_lie() -> None:
    log = [
        sent("start", 0, tray_id=5),
        sent("finish", 20, sequence=2),
        sent("start", 10, "two", 1, tray_id=6),
        sent("finish", 30, "two", 2),
        sent("start", 40, "two", 3, tray_id=6, episode_id="open"),
        sent("start", 50, "two", 4, tray_id=5, episode_id="next"),
        sent("start", 41, "two", 5, tray_id=6, episode_id="other-child", child_id=2),
    ]
    asked = {e.id: e.question for e in merge(log).episodes}
    assert asked == {"one-a": "", "two-a": OVERLAP, "open": FORGOTTEN, "next": "", "other-child": ""}


def morning(number: int, began: float, ended: float | None) -> Morning:
    return Morning(
        id=number,
        day=DAY.date(),
        began=minute(began),
        ended=None if ended is None else minute(ended),
        present=frozenset({1}),
    )


def test_a_work_is_of_the_morning_it_began_in() -> None:
    mornings = [morning(1, 0, 60), morning(2, 120, None)]
    assert [morning_at(mornings, minute(m)) for m in (-1, 0, 60, 61, 120, 500)] == [None, 1, 1, None, 2, 2]
    (episode,) = merge([sent("start", 130, tray_id=5)], mornings=mornings).episodes
    assert episode.morning_id == 2


def test_a_state_runs_to_the_next_state_or_work_or_the_end_of_the_morning() -> None:
    log = [
        sent("state", 1, sequence=1, cause="watching"),
        sent("state", 4, sequence=2, cause="resting"),
        sent("state", 30, sequence=3, cause="wandering"),
        sent("state", 90, sequence=4, cause="resting"),
        sent("state", 2, sequence=5, cause="with an adult", child_id=2),
    ]
    work = merge([sent("start", 9, tray_id=5)]).episodes
    found = [(s.state, s.ended) for s in spells(log, work, [morning(1, 0, 60)]) if s.child_id == 1]
    ends = [minute(4), minute(9), minute(60), None]
    assert found == list(zip(("watching", "resting", "wandering", "resting"), ends, strict=True))
