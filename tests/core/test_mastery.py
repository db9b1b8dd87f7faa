"""Mastery: the criterion at its limits, and knowledge tracing by worked cases."""

from __future__ import annotations

from datetime import timedelta
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from tests.builders import TODAY, at, episode, helped, shown, worked_cases
from zither_awl.core.mastery import Knowing, Mastery, decayed, mastery, posterior, traced
from zither_awl.core.values import Episode, EpisodeEvent, Work


def judged(*episodes: Episode, **more: Any) -> Mastery:
    return mastery(list(episodes), more.pop("shown", []), TODAY, **more)


def test_nothing_seen_is_not_shown_and_shown_when_shown() -> None:
    assert judged().state == "not shown"
    assert judged(shown=[shown()]).state == "shown"


def test_any_try_is_working_and_one_done_alone_is_alone() -> None:
    assert judged(episode(1, work=Work.MISTAKE)).state == "working"
    assert judged(helped(1)).state == "working"
    assert judged(episode(1)).state == "alone"
    assert judged(episode(1, work=Work.MENDED)).state == "alone"


def test_three_alone_on_three_days_with_the_last_two_unhelped_is_mastered() -> None:
    known = judged(episode(3), episode(2), episode(1))
    assert known.state == "mastered"
    assert known.criterion == (3, 3, 3)
    assert known.reasons[0].evidence == tuple(f"episode:e{n}-1-1-0900" for n in (3, 2, 1))


def test_three_on_two_days_is_not_enough() -> None:
    assert judged(episode(2, hour=9), episode(2, hour=10), episode(1)).state == "alone"


def test_only_the_last_five_finished_count() -> None:
    three_of_five = [episode(7), episode(6, work=Work.MISTAKE), episode(5, work=Work.MISTAKE), episode(2), episode(1)]
    assert judged(*three_of_five).criterion == (3, 5, 3)
    assert judged(*three_of_five).state == "mastered"
    one_more = [*three_of_five[:3], episode(4, work=Work.MISTAKE), *three_of_five[3:]]
    assert judged(*one_more).criterion == (2, 5, 2)
    assert judged(*one_more).state == "alone"


def test_unfinished_work_is_about_interest_and_does_not_enter() -> None:
    left = [episode(n, work=Work.UNFINISHED) for n in (4, 5, 6)]
    assert judged(*left, episode(3), episode(2), episode(1)).criterion == (3, 3, 3)


def test_an_episode_struck_out_or_still_open_does_not_count() -> None:
    assert judged(episode(3), episode(2), episode(1, struck=True)).state == "alone"
    assert judged(episode(3), episode(2), episode(1, ended=None, work=None)).state == "alone"


def test_help_among_the_last_two_holds_mastery_back() -> None:
    assert judged(episode(5), episode(4), episode(3), helped(2), episode(1)).state == "fading"
    assert judged(helped(5), episode(4), helped(3), episode(2), episode(1)).state == "mastered"


def test_a_mistake_left_since_means_it_may_be_slipping() -> None:
    assert judged(episode(4), episode(3), episode(2), episode(1, work=Work.MISTAKE)).state == "fading"


def test_six_weeks_away_means_it_may_be_slipping() -> None:
    """Common practice, no source: 42 days."""
    back = [episode(n) for n in (45, 44, 42)]
    assert judged(*back).state == "fading"
    assert any("Not worked with for 42 days" in r.text for r in judged(*back).reasons)
    assert judged(*[episode(n) for n in (45, 44, 41)]).state == "mastered"


def test_what_is_to_come_is_not_known_yet() -> None:
    days = [episode(3), episode(2), episode(1)]
    assert mastery(days, [], TODAY - timedelta(days=2)).state == "alone"


def test_parts_are_judged_one_by_one_by_the_newest_word() -> None:
    def told(days_ago: int, **parts: str) -> Episode:
        events = tuple(EpisodeEvent(kind="part", at=at(days_ago), text=t, cause=c) for t, c in parts.items())
        return episode(days_ago, events=events)

    known = judged(told(2, sevens="not yet", sixes="not yet"), told(1, sevens="done", sixes="not yet"))
    assert known.parts == (("sevens", True), ("sixes", False))


def test_both_schools_are_always_computed() -> None:
    known = judged(episode(3), episode(2), episode(1))
    assert known.interval[0] < known.probability < known.interval[1]
    assert judged(episode(3), episode(2), episode(1), school="estimate").state == "mastered"
    assert judged(episode(1, hour=8), episode(1), episode(1, hour=10), school="estimate").state == "alone"


# Forgetting per attempt (F > 0) is not used here: it would keep 0.95 out of reach.
WITHOUT_FORGETTING = [case for case in worked_cases("d.bkt_update") if not case.values[0]["F"]]


@pytest.mark.parametrize(("given_", "expected"), WITHOUT_FORGETTING)
def test_tracing_of_the_worked_cases(given_: dict[str, Any], expected: dict[str, list[float]]) -> None:
    """Source: Corbett and Anderson 1995; checked by hidden-Markov enumeration and pyBKT."""
    model = Knowing(at_first=given_["L0"], learned=given_["T"], slip=given_["S"], guess=given_["G"])
    known = model.at_first
    for right, after, following in zip(given_["seq"], expected["posterior"], expected["L_next"], strict=True):
        assert posterior(known, bool(right), model) == pytest.approx(after)
        known = traced(known, bool(right), model)
        assert known == pytest.approx(following)


@pytest.mark.parametrize(
    ("given_", "expected"), [case for case in worked_cases("d.bkt_attempts") if not case.values[0].get("F")]
)
def test_how_many_times_until_it_is_known(given_: dict[str, Any], expected: dict[str, float]) -> None:
    model = Knowing(at_first=given_["L0"], learned=given_["T"], slip=given_["S"], guess=given_["G"])
    known, times = model.at_first, 0
    while known < given_["target"] and times < 200:
        known = traced(known, given_["all_correct"], model)
        times += 1
    if expected["attempts"] is None:
        assert times == 200
    else:
        assert times == expected["attempts"]
        assert known == pytest.approx(expected["L"])


@pytest.mark.parametrize(("given_", "expected"), worked_cases("d.rest_decay"))
def test_time_away_halves_the_estimate(given_: dict[str, float], expected: dict[str, float]) -> None:
    assert decayed(given_["L"], given_["weeks"], given_["half_life_weeks"]) == pytest.approx(expected["L"])


works = st.lists(st.sampled_from(list(Work)), max_size=12)


@given(works)
def test_an_estimate_is_a_chance_and_careful_is_under_generous(done: list[Work]) -> None:
    episodes = [episode(len(done) - n, work=w) for n, w in enumerate(done)]
    known = judged(*episodes)
    assert 0 <= known.interval[0] <= known.interval[1] <= 1


@given(works)
def test_the_order_they_were_written_down_in_does_not_matter(done: list[Work]) -> None:
    episodes = [episode(len(done) - n, work=w) for n, w in enumerate(done)]
    assert judged(*episodes) == judged(*reversed(episodes))


@given(works)
def test_one_more_time_done_right_never_takes_mastery_away(done: list[Work]) -> None:
    episodes = [episode(len(done) - n + 1, work=w) for n, w in enumerate(done)]
    if judged(*episodes).state == "mastered":
        assert judged(*episodes, episode(1)).state == "mastered"
