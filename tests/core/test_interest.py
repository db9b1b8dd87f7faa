"""Interest and what enters its denominator."""

from __future__ import annotations

from datetime import timedelta
from typing import Any

import pytest

from tests.builders import TODAY, at, child, episode, log_of, morning, placed, shown, tray
from zither_awl.core.attendance import counted_mornings, whole_mornings
from zither_awl.core.interest import Interest, first_reaction, interest
from zither_awl.core.values import Episode, Log

ILSE, POURING = child(), tray()


def loved(chosen_days: Any, *, mornings: int = 30, minutes: Any = 10, log: Log | None = None) -> Interest:
    episodes = [episode(d, minutes=minutes(d) if callable(minutes) else minutes) for d in chosen_days]
    return interest(ILSE, POURING, log or log_of([POURING], episodes, mornings=mornings), TODAY)


def test_it_counts_mornings_and_not_visits() -> None:
    twice = [episode(3, hour=9), episode(3, hour=10), episode(2)]
    seen = interest(ILSE, POURING, log_of([POURING], twice, mornings=10), TODAY)
    assert (seen.chosen, seen.available) == (2, 10)
    assert seen.seen == "10 of 10 mornings seen"


def test_with_few_mornings_it_is_too_early_to_say() -> None:
    assert loved([1, 2, 3], mornings=15).sign == "too early to say"
    assert loved([1, 2, 3], mornings=16).sign == "no sign of fading"


def test_chosen_less_often_by_fishers_test() -> None:
    """None of the last 8 against 8 of 22: p = 0.055 (scipy.stats.fisher_exact, one-sided)."""
    less = loved([9, 11, 13, 15, 17, 19, 21, 23], mornings=30)
    assert (less.recent, less.earlier) == ((0, 8), (8, 22))
    assert (less.faded, less.sign) == (True, "chosen less often")
    assert "p = 0.05" in less.reasons[0].text or "p = 0.06" in less.reasons[0].text


def test_a_chance_of_one_in_ten_is_not_yet_a_sign() -> None:
    assert not loved([2, 12, 15, 18], mornings=30).faded


def test_at_most_the_last_twenty_four_before_are_compared() -> None:
    assert loved([], mornings=60).earlier == (0, 24)


def test_shorter_work_is_a_sign_from_six_visits_on() -> None:
    """The median longest stretch of the last 3 visits under 0.6 of the first 3; ours, no source."""
    days = [25, 20, 15, 3, 2, 1]
    assert loved(days, minutes=lambda d: 10 if d > 10 else 5.9).sign == "shorter work"
    assert loved(days, minutes=lambda d: 10 if d > 10 else 6.0).sign == "no sign of fading"
    assert loved(days[1:], minutes=lambda d: 10 if d > 10 else 2).sign == "no sign of fading"


def test_six_counted_mornings_untouched_are_ignored() -> None:
    assert (loved([7], mornings=10).ignored, loved([7], mornings=10).ignored_mornings) == (True, 6)
    assert not loved([6], mornings=10).ignored


def test_the_rate_weighs_the_last_mornings_most() -> None:
    assert loved([1, 2, 3], mornings=20).rate > loved([18, 19, 20], mornings=20).rate


def test_an_episode_struck_out_was_no_choice() -> None:
    log = log_of([POURING], [episode(1, struck=True)], mornings=5)
    assert interest(ILSE, POURING, log, TODAY).chosen == 0


def counted(log: Log, who: Any = ILSE) -> tuple[int, dict[str, int]]:
    found = counted_mornings(who, POURING, log)
    return len(found.mornings), dict(found.left_out)


def _log(*, placed_since: Any = None, mornings: Any = None, presentations: Any = None, until: Any = None) -> Log:
    days = mornings or tuple(morning(n) for n in (3, 2, 1))
    since = placed_since or at(100)
    return Log(
        mornings=days,
        presentations=(shown(),) if presentations is None else presentations,
        placements=(placed(POURING, since=since, until=until),),
    )


def test_only_mornings_that_could_have_been_chosen_and_were_seen_count() -> None:
    assert counted(_log()) == (3, {})


@pytest.mark.parametrize(
    ("log", "why"),
    [
        pytest.param(_log(mornings=(morning(2), morning(1, present=frozenset({2})))), "away", id="the child was away"),
        pytest.param(_log(mornings=(morning(2), morning(1, seen="part"))), "only partly seen", id="partly seen"),
        pytest.param(
            _log(mornings=(morning(2), morning(1)), presentations=(shown(days_ago=2),), placed_since=at(1, 9)),
            "put out or away during it",
            id="put out at nine",
        ),
        pytest.param(
            _log(mornings=(morning(2), morning(1)), until=at(1, 10)),
            "put out or away during it",
            id="taken away at ten",
        ),
    ],
)
def test_the_others_are_left_out_and_named(log: Log, why: str) -> None:
    number, left_out = counted(log)
    assert left_out == {why: 1}
    assert number == len(log.mornings) - 1 or why == "put out or away during it"
    assert why in counted_mornings(ILSE, POURING, log).words


def test_where_a_child_is_shown_first_a_tray_counts_from_its_showing() -> None:
    log = _log(presentations=(shown(days_ago=2),))
    assert counted(log) == (2, {"not shown yet": 1})
    assert counted(_log(presentations=()), child(months=26)) == (3, {})


def test_a_morning_still_open_or_without_the_tray_is_not_looked_at() -> None:
    open_one = morning(0, ended=None, seen=None)
    assert counted(_log(mornings=(morning(1), open_one))) == (1, {})
    assert counted(_log(placed_since=at(1, 12))) == (0, {})


def test_a_tray_set_out_by_hand_was_not_free_to_choose() -> None:
    log = Log(mornings=(morning(1),), placements=(placed(POURING, since=at(9), by_hand=True),))
    assert counted(log) == (0, {})


def test_whole_mornings_are_those_all_seen() -> None:
    log = _log(mornings=(morning(3), morning(2, seen="part"), morning(1)))
    assert [m.id for m in whole_mornings(log)] == [1003, 1001]


def _reaction(chosen: list[int], *, out_days: int = 6) -> str:
    log = Log(mornings=tuple(morning(n) for n in range(out_days, 0, -1)), episodes=tuple(episode(n) for n in chosen))
    return first_reaction(placed(POURING, since=at(out_days, 6)), log)


def test_the_first_reaction_to_a_tray_is_told() -> None:
    """ROT-9: common practice, no source (five mornings)."""
    assert _reaction([6]) == "taken on the first morning"
    assert _reaction([4]) == "taken on morning 3"
    assert _reaction([]).startswith("not touched in its first 6 mornings")
    assert _reaction([], out_days=4) == "not touched yet, 4 mornings out"


def test_the_day_it_is_asked_about_ends_the_record() -> None:
    episodes: list[Episode] = [episode(n) for n in (1, 2, 8, 9)]
    log = log_of([POURING], episodes, mornings=10)
    assert interest(ILSE, POURING, log, TODAY - timedelta(days=8)).available == 3
