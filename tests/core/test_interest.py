"""Interest and what enters its denominator."""

from __future__ import annotations

from datetime import timedelta
from typing import Any

import pytest

from tests.builders import TODAY, at, card, child, episode, log_of, morning, placed, shown, tray
from zither_awl.core.attendance import counted_mornings, ended_cycles, fresh_record
from zither_awl.core.concentration import folded
from zither_awl.core.interest import Interest, first_reaction, interest
from zither_awl.core.values import Episode, Log

ILSE, POURING = child(), tray()


def loved(chosen_days: Any, *, mornings: int = 30, minutes: Any = 10, log: Log | None = None) -> Interest:
    episodes = [episode(d, minutes=minutes(d) if callable(minutes) else minutes) for d in chosen_days]
    return interest(ILSE, POURING, log or log_of([POURING], episodes, mornings=mornings), TODAY)


def test_it_counts_work_cycles_and_not_visits() -> None:
    twice = [episode(3, hour=9), episode(3, hour=10), episode(2)]
    seen = interest(ILSE, POURING, log_of([POURING], twice, mornings=10), TODAY)
    assert (seen.chosen, seen.available) == (2, 10)
    assert seen.seen == "10 of 10 work cycles count"


def test_with_few_work_cycles_it_is_too_early_to_say() -> None:
    assert loved([1, 2, 3], mornings=9).sign == "too early to say"
    assert loved([1, 2, 3], mornings=10).sign == "no sign of fading"


@pytest.mark.parametrize(
    ("chosen", "mornings", "faded"),
    [
        pytest.param([10, *range(12, 31, 2), 13, 15, 17, 19], 30, True, id="one of the last nine after 13 of 21"),
        pytest.param([d for d in range(1, 31) if d % 2], 30, False, id="every other one, all the time"),
        pytest.param([d for d in range(1, 9)], 8, False, id="eight of eight"),
        pytest.param([1, 3, 5, 7, 8, *range(9, 25)], 24, False, id="five of the last eight after sixteen of sixteen"),
        pytest.param([2, 12, 15, 18], 30, False, id="seldom all the time"),
        pytest.param(range(9, 31), 30, True, id="none of the last eight after every one"),
    ],
)
def test_faded_is_a_change_of_the_rate_and_not_a_low_or_a_lower_one(chosen: Any, mornings: int, faded: bool) -> None:
    """A Bayesian change point on the choices: posterior over 0.9, the later rate under half the earlier."""
    assert loved(chosen, mornings=mornings).faded is faded


def test_the_sentence_tells_the_counts_on_either_side_of_the_change() -> None:
    less = loved([1, *(d for d in range(10, 30) if d % 5 != 1)], mornings=29)
    assert less.sign == "chosen less often"
    assert less.reasons[0].text.startswith("Chosen in 1 of the last 9 work cycles, before that in 16 of 20.")
    assert "p =" not in less.reasons[0].text


def test_shorter_work_is_told_and_makes_nothing_faded() -> None:
    """The rank-sum test of the last five visits against those before, p < 0.01; a loved thing gets quicker."""
    short = loved(range(1, 25), mornings=24, minutes=lambda d: 4 + d / 10 if d <= 5 else 8 + d / 10)
    assert (short.shorter, short.faded, short.sign) == (True, False, "shorter work")
    assert not loved(range(1, 25), mornings=24, minutes=lambda d: 8 - d % 3).shorter
    assert not loved([1, 2, 3, 4, 5, 6], minutes=lambda d: 2 if d < 5 else 9).shorter


def test_ignored_is_a_silence_longer_than_its_own_record_makes_likely() -> None:
    often = loved(range(7, 21), mornings=20)
    assert (often.ignored, often.ignored_mornings) == (True, 6)
    assert not loved(range(6, 21), mornings=20).ignored
    seldom = loved([7, 12, 17], mornings=20)
    assert (seldom.ignored, seldom.ignored_mornings) == (False, 6)


def test_a_tray_never_touched_is_held_against_how_fresh_ones_are_taken() -> None:
    def untouched(fresh: tuple[float, float]) -> bool:
        log = log_of([POURING], [], mornings=9)
        return interest(ILSE, POURING, log, TODAY, fresh=fresh).ignored

    assert untouched((28.0, 12.0))
    assert not untouched((8.0, 32.0))


def test_how_fresh_trays_are_taken_is_the_house_s_own_record() -> None:
    trays = [tray(f"T{n}", id=n, card=card(f"T{n}", id=n)) for n in range(1, 6)]
    taken = [episode(d, tray_id=t.id, minute=5 * t.id) for t in trays for d in range(13, 21)]
    log = log_of(trays, taken, mornings=20, placements=[placed(t, since=at(20, 6)) for t in trays])
    yes, no = fresh_record(ILSE, log, folded(taken))
    assert yes + no == pytest.approx(40)
    assert yes == pytest.approx(0.85 * 40)
    none = fresh_record(ILSE, log_of([], [], mornings=0), [])
    assert none == pytest.approx((3.0, 7.0))


def test_a_returning_tray_is_judged_on_its_present_stay_only() -> None:
    before = placed(POURING, id=1, since=at(90), until=at(40))
    now = placed(POURING, id=2, since=at(5, 6))
    log = log_of([POURING], [episode(d) for d in range(42, 90)], mornings=90, placements=[before, now])
    back = interest(ILSE, POURING, log, TODAY)
    assert (back.available, back.chosen, back.faded) == (5, 0, False)
    assert back.rate > 0


def test_a_tray_that_was_moved_or_away_for_a_few_days_has_not_returned() -> None:
    log = log_of(
        [POURING],
        [episode(d) for d in range(1, 20)],
        mornings=20,
        placements=[placed(POURING, id=1, since=at(90), until=at(12)), placed(POURING, id=2, place=1, since=at(9, 6))],
    )
    assert interest(ILSE, POURING, log, TODAY).available == 17


def test_a_work_cycle_partly_seen_counts_in_part_and_a_choice_in_it_whole() -> None:
    def rate(seen: str, chosen: list[int]) -> float:
        mornings = tuple(morning(n, seen=seen) for n in range(10, 0, -1))
        log = Log(
            mornings=mornings,
            episodes=tuple(episode(d) for d in chosen),
            presentations=(shown(),),
            placements=(placed(POURING, since=at(100)),),
        )
        return interest(ILSE, POURING, log, TODAY).rate

    assert rate("part", [1, 2, 3]) > rate("all", [1, 2, 3])
    assert rate("part", list(range(1, 11))) == rate("all", list(range(1, 11)))
    assert rate("part", []) > rate("all", [])


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
    assert counted(log) == (2, {"not marked as shown yet": 1})
    assert counted(_log(presentations=()), child(months=26)) == (3, {})


def test_a_morning_still_open_or_without_the_tray_is_not_looked_at() -> None:
    open_one = morning(0, ended=None, seen=None)
    assert counted(_log(mornings=(morning(1), open_one))) == (1, {})
    assert counted(_log(placed_since=at(1, 12))) == (0, {})


def test_a_tray_set_out_by_hand_was_not_free_to_choose() -> None:
    log = Log(mornings=(morning(1),), placements=(placed(POURING, since=at(9), by_hand=True),))
    assert counted(log) == (0, {})


def test_work_cycles_that_ended_count_for_the_pauses_seen_whole_or_not() -> None:
    log = _log(mornings=(morning(3), morning(2, seen="part"), morning(1, ended=None, seen=None)))
    assert [m.id for m in ended_cycles(log)] == [1003, 1002]


def _reaction(chosen: list[int], *, out_days: int = 6) -> str:
    log = Log(mornings=tuple(morning(n) for n in range(out_days, 0, -1)), episodes=tuple(episode(n) for n in chosen))
    return first_reaction(placed(POURING, since=at(out_days, 6)), log)


def test_the_first_reaction_to_a_tray_is_told() -> None:
    """ROT-9: common practice, no source (five mornings)."""
    assert _reaction([6]) == "taken in the first work cycle"
    assert _reaction([4]) == "taken in work cycle 3"
    assert _reaction([]).startswith("not touched in its first 6 work cycles")
    assert _reaction([], out_days=4) == "not touched yet, 4 work cycles out"


def test_the_day_it_is_asked_about_ends_the_record() -> None:
    episodes: list[Episode] = [episode(n) for n in (1, 2, 8, 9)]
    log = log_of([POURING], episodes, mornings=10)
    assert interest(ILSE, POURING, log, TODAY - timedelta(days=8)).available == 3
