"""Three-period lessons: the laws of the plan, the boxes, the turns of a lesson, what is confused, and the rungs."""

from __future__ import annotations

from dataclasses import replace
from datetime import datetime, timedelta
from itertools import pairwise
from random import Random
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st
from sklearn.metrics import confusion_matrix

from tests.builders import at
from zither_awl.catalogue.lesson_loader import shipped_words, words_of
from zither_awl.core.errors import InvalidValue
from zither_awl.core.lessons import (
    KNOWN_BOX,
    MOST_TURNS,
    REVIEW_DAYS,
    confusions,
    lesson_since,
    mixed_up,
    next_rung,
    next_turn,
    once_through,
    proved,
    rungs,
    standing,
    three_period_plan,
)
from zither_awl.core.values import PERIODS, RUNGS, Turn, WordAnswer, WordSet

DAY = at(60).date()
COLOURS = next(s for s in shipped_words() if s.key == "colours-first")
TEENS = next(s for s in shipped_words() if s.in_pairs)
QUANTITIES = next(s for s in shipped_words() if s.kind == "quantities")


def on(day: int, minute: float = 0) -> datetime:
    return at(60) + timedelta(days=day, minutes=minute)


def answer(word: str, turn: Any, right: bool = True, day: int = 0, minute: float = 0, instead: str = "") -> WordAnswer:
    return WordAnswer(
        child_id=1, set_key="colours-first", word=word, turn=turn, right=right, at=on(day, minute), instead=instead
    )


def known(word: str, day: int, times: int = 1) -> list[WordAnswer]:
    """Named, shown right three times, and recalled on so many review days."""
    told = [answer(word, "name", day=day), *(answer(word, "show", day=day, minute=n) for n in (1, 2, 3))]
    for box in range(times):
        told.append(answer(word, "recall", day=day + sum(REVIEW_DAYS[:box]), minute=5))
    return told


@st.composite
def histories(draw: st.DrawFn) -> list[WordAnswer]:
    """Some weeks of answers, right and wrong, of any word in any turn."""
    words = [w.key for w in COLOURS.words]
    told = []
    for n in range(draw(st.integers(0, 60))):
        word, turn = draw(st.sampled_from(words)), draw(st.sampled_from(PERIODS))
        right = draw(st.booleans()) or turn == "name"
        instead = "" if right else draw(st.sampled_from([*words, ""]))
        told.append(answer(word, turn, right, draw(st.integers(0, 40)), n, instead))
    return told


@given(histories(), st.integers(0, 60), st.integers(18, 60))
def test_laws_of_the_plan(history: list[WordAnswer], day: int, months: int) -> None:
    today = DAY + timedelta(days=day)
    past = [a for a in history if a.at.date() <= today]
    plan = three_period_plan(COLOURS, past, today, months)
    picked = [p.standing for p in plan.picks]
    most = 2 if months < 30 else 3
    assert len(picked) <= most, "two at once under 30 months, else three"
    assert len({s.word.key for s in picked}) == len(picked)
    stand = {w.key: standing(w, past) for w in COLOURS.words}
    new = sum(s.new for s in picked)
    if any(s.box > 0 for s in stand.values()):
        assert new <= max(1, most // 3), "at most one new in three once something is known"
    for one, other in COLOURS.apart:
        pair = [s for s in picked if s.word.key in (one, other)]
        assert len(pair) < 2 or min(s.box for s in pair) >= KNOWN_BOX, "kept apart until both are known"
    for s in picked:
        assert not s.missed or s.due is None or s.due <= today, "what slipped waits for its day"
    due = [s for s in stand.values() if s.box > 0 and s.due and s.due <= today and not s.new]
    if due and len(picked) == most and new:
        held = {other.key for other, _ in plan.kept_apart}
        assert all(s.word.key in {p.word.key for p in picked} | held for s in due), "a due word comes before a new one"
    assert all(when > today for _, when in plan.coming)
    assert plan.picks or not (due or any(s.new for s in stand.values())), "a lesson while there is anything to take"


@given(histories(), st.randoms(use_true_random=False))
def test_the_order_in_which_answers_come_does_not_matter(history: list[WordAnswer], chance: Random) -> None:
    today = DAY + timedelta(days=41)
    shuffled = chance.sample(history, len(history))
    assert three_period_plan(COLOURS, shuffled, today) == three_period_plan(COLOURS, history, today)


@given(histories())
def test_laws_of_a_word(history: list[WordAnswer]) -> None:
    for word in COLOURS.words:
        now = standing(word, history)
        assert 0 <= now.box <= len(REVIEW_DAYS)
        own = sorted((a for a in history if a.word == word.key), key=lambda a: (a.at, a.turn))
        assert now.new == (not any(a.right for a in own)), "what was never named cannot be missed"
        if not now.new and own[-1].turn == "recall" and not own[-1].right:
            assert now.period == "show", "a miss goes back to “show me”"
            assert now.missed
            before = standing(word, own[:-1])
            assert now.box == max(0, before.box - 2)
            assert now.due == own[-1].local_day + timedelta(days=1), "quicker than it would have"


def test_a_word_right_on_its_days_comes_back_after_1_2_4_8_16_days() -> None:
    """The boxes: Leitner, So lernt man lernen, 1972, from memory; the days are ours."""
    red = COLOURS.words[0]
    day, gaps = 0, []
    history = [answer("red", "name"), *(answer("red", "show", minute=n) for n in (1, 2, 3))]
    for _ in range(7):
        history.append(answer("red", "recall", day=day, minute=9))
        due = standing(red, history).due
        assert due is not None
        gaps.append((due - (DAY + timedelta(days=day))).days)
        day += gaps[-1]
    assert gaps == [1, 2, 4, 8, 16, 16, 16]


def test_a_miss_goes_back_two_boxes_and_the_word_is_brought_back() -> None:
    history = known("red", 0, 4)
    red = COLOURS.words[0]
    assert standing(red, history).box == 4
    history.append(answer("red", "recall", False, day=20, instead="orange"))
    fallen = standing(red, history)
    assert (fallen.box, fallen.period, fallen.missed) == (2, "show", True)
    assert fallen.due == DAY + timedelta(days=21)
    assert "red" not in {p.standing.word.key for p in three_period_plan(COLOURS, history, DAY + timedelta(20)).picks}
    plan = three_period_plan(COLOURS, history, DAY + timedelta(days=21))
    assert plan.picks[0].standing.word.key == "red"
    assert "sooner" in plan.picks[0].reason.text
    assert plan.picks[0].reason.numbers[0].value == 8, "it would have waited eight days from the fourth box"


def test_right_twice_on_one_day_moves_a_word_on_once() -> None:
    history = [*known("red", 0), answer("red", "recall", minute=8)]
    assert standing(COLOURS.words[0], history).box == 1


def test_the_first_lesson_takes_the_first_three_and_two_under_thirty_months() -> None:
    assert [p.standing.word.key for p in three_period_plan(COLOURS, [], DAY, 36).picks] == ["red", "blue", "yellow"]
    assert [p.standing.word.key for p in three_period_plan(COLOURS, [], DAY, 29).picks] == ["red", "blue"]


def test_pink_and_purple_are_kept_apart_until_both_are_known() -> None:
    history = [a for word in ("red", "blue", "yellow", "green", "orange") for a in known(word, 0, 5)]
    begun = [*history, answer("purple", "name", day=31)]
    plan = three_period_plan(COLOURS, begun, DAY + timedelta(days=32))
    picked = {p.standing.word.key for p in plan.picks}
    assert "purple" in picked
    assert "pink" not in picked
    assert ("pink", "purple") in {(a.key, b.key) for a, b in plan.kept_apart} or len(picked) == 3
    firm = [*history, *known("purple", 0, 3), *known("pink", 0, 3)]
    assert {"pink", "purple"} <= {
        p.standing.word.key for p in three_period_plan(COLOURS, firm, DAY + timedelta(15)).picks
    }


def test_known_words_are_mixed_in_beside_a_new_one() -> None:
    history = [a for word in ("red", "blue") for a in known(word, 0, 2)]
    plan = three_period_plan(COLOURS, history, DAY + timedelta(days=2))
    assert plan.picks[0].standing.word.key == "yellow"
    assert sum("mixed in" in p.reason.text for p in plan.picks) == 2


TEEN_TURNS: tuple[Turn, ...] = ("name", "show", "show", "show", "recall")


def test_eleven_to_nineteen_come_in_pairs_with_the_pair_before_again() -> None:
    """PRES-1. Common practice, no source."""
    assert [p.standing.word.key for p in three_period_plan(TEENS, [], DAY).picks] == ["11", "12"]
    shown = [
        WordAnswer(child_id=1, set_key=TEENS.key, word=w, turn=t, right=True, at=on(0, n))
        for w in ("11", "12")
        for n, t in enumerate(TEEN_TURNS)
    ]
    keys = [p.standing.word.key for p in three_period_plan(TEENS, shown, DAY + timedelta(days=1)).picks]
    assert keys[:2] == ["11", "12"], "they are due first"
    later = [p.standing.word.key for p in three_period_plan(TEENS, shown, DAY).picks]
    assert later == ["13", "11", "12"]


def play(words: WordSet, right: Any, *, months: int = 36) -> list[WordAnswer]:
    """A lesson played through: each proposed turn answered as `right` says, until it stops."""
    plan = three_period_plan(words, [], DAY, months)
    asked: list[WordAnswer] = []
    while not (ask := next_turn(plan.picks, asked)).stop:
        assert ask.word is not None
        asked.append(answer(ask.word.key, ask.turn, ask.turn == "name" or right(ask), minute=len(asked)))
        assert len(asked) <= MOST_TURNS
    return asked


def test_a_lesson_names_each_then_shows_many_times_then_asks_each_once() -> None:
    asked = play(COLOURS, lambda ask: True)
    turns = [a.turn for a in asked]
    assert turns == ["name"] * 3 + ["show"] * 9 + ["recall"] * 3
    shown = [a.word for a in asked if a.turn == "show"]
    assert all(a != b for a, b in pairwise(shown)), "never the same twice running"
    assert {shown.count(w) for w in shown} == {3}


def test_it_stops_after_two_misses_running_and_after_sixteen_turns() -> None:
    asked = play(COLOURS, lambda ask: False)
    assert [a.right for a in asked if a.turn != "name"] == [False, False]
    flip = iter([True, False] * 40)
    assert len(play(COLOURS, lambda ask: next(flip))) == MOST_TURNS


def test_every_third_show_me_is_from_afar_and_always_for_a_restless_child() -> None:
    plan = three_period_plan(COLOURS, [], DAY)
    named = [answer(w, "name", minute=n) for n, w in enumerate(("red", "blue", "yellow"))]
    far = []
    for n in range(6):
        told = [*named, *(answer("red", "show", minute=5 + k) for k in range(n))]
        far.append(next_turn(plan.picks, told).far)
        assert next_turn(plan.picks, told, restless=True).far
    assert far == [False, False, True, False, False, True]
    assert next_turn((), []).stop


@given(histories())
def test_the_confusion_matrix_is_scikit_learns(history: list[WordAnswer]) -> None:
    found = confusions(COLOURS, history)
    told = [a for a in history if a.turn != "name"]
    labels = [*found.words, "nothing"]
    asked = [a.word for a in told]
    said = [a.word if a.right else (a.instead if a.instead in found.words else "nothing") for a in told]
    judged = confusion_matrix(asked, said, labels=labels)[:-1] if told else [[0] * len(labels)] * len(found.words)
    assert [list(row) for row in found.counts] == [list(map(int, row)) for row in judged]
    for one, other, times in found.pairs(1):
        a, b = found.words.index(one), found.words.index(other)
        assert times == found.counts[a][b] + found.counts[b][a]


def rung(word: str, turn: Any, right: bool, day: int, minute: float = 0) -> WordAnswer:
    return WordAnswer(child_id=1, set_key=QUANTITIES.key, word=word, turn=turn, right=right, at=on(day, minute))


def test_quantity_is_not_counting_each_rung_stands_by_itself() -> None:
    told = [rung("3", "count along", True, day) for day in range(4)]
    found = {r.turn: (r.right, r.tries, r.firm) for r in rungs(QUANTITIES, "3", told)}
    assert tuple(found) == RUNGS
    assert found["count along"] == (4, 4, True)
    assert found["how many"] == (0, 0, False)
    one_day = [rung("3", "count along", True, 0, n) for n in range(4)]
    assert not rungs(QUANTITIES, "3", one_day)[0].firm, "on two days"
    slipped = [*told, rung("3", "count along", False, 5)]
    assert not rungs(QUANTITIES, "3", slipped)[0].firm


def test_the_next_rung_is_the_lowest_that_is_not_firm_small_before_large() -> None:
    assert next_rung(QUANTITIES, []) == (QUANTITIES.words[0], "count along")
    told = [rung("1", turn, True, day) for turn in RUNGS[:2] for day in range(3)]
    assert next_rung(QUANTITIES, told) == (QUANTITIES.words[0], "how many")
    everything = [rung(w.key, turn, True, day) for w in QUANTITIES.words for turn in RUNGS for day in range(3)]
    assert next_rung(QUANTITIES, everything) is None


def test_a_lesson_goes_on_while_no_half_hour_lies_between() -> None:
    told = [answer("red", "name", minute=m) for m in (0, 40, 60, 89)]
    assert [a.at for a in lesson_since(told, on(0, 100))] == [on(0, m) for m in (40, 60, 89)]
    assert lesson_since(told, on(0, 120)) == ()
    assert lesson_since([], on(0)) == ()


@pytest.mark.parametrize(
    ("data", "said"),
    [
        ({"words": ["jug"]}, "are 1"),
        ({"words": ["jug", "jug"]}, "twice"),
        ({"words": ["jug", " = jarra"]}, "no word"),
        ({"words": ["jug", "bowl"], "apart": [["jug", "cup"]]}, "cup"),
        ({"words": ["jug", "bowl"], "kind": "songs"}, "songs"),
        ({"words": ["jug", "bowl"], "name": " "}, "1 to 80"),
    ],
)
def test_a_set_that_cannot_be_is_refused_by_name(data: dict[str, Any], said: str) -> None:
    with pytest.raises(InvalidValue, match=said):
        words_of({"key": "own", "name": "Own", **data})


def test_what_ships_is_whole() -> None:
    assert len({s.key for s in shipped_words()}) == len(shipped_words())
    for each in shipped_words():
        assert all(dict(w.labels).keys() == {"en", "es"} for w in each.words if "=" not in w.key)
        assert all(w.by for w in each.words), "an object or a picture for every word"
    assert {"words", "numerals", "colours", "sounds", "shapes", "quantities"} == {s.kind for s in shipped_words()}


def mixed_days(*days: int) -> list[WordAnswer]:
    return [answer("red", "show", False, day=n, minute=9, instead="orange") for n in days]


def test_what_was_taken_for_one_another_is_kept_apart_and_compared_when_both_are_firm() -> None:
    plain = words_of({"key": "colours-first", "name": "Own", "words": ["red", "orange", "blue"]}, own=True)
    begun = [*known("red", 0), *known("orange", 0), *mixed_days(2, 3)]
    assert mixed_up(plain, begun) == (("red", "orange"),)
    assert mixed_up(plain, begun[:-1]) == (), "once is chance"
    plan = three_period_plan(plain, begun, DAY + timedelta(days=4))
    picked = {p.standing.word.key for p in plan.picks}
    assert len(picked & {"red", "orange"}) == 1
    assert {a.key for pair in plan.kept_apart for a in pair} == {"red", "orange"}
    # Recalled on days that are not the same: each is firm, and still they were not seen side by side.
    firm = [
        *begun,
        *(answer("red", "recall", day=n) for n in (5, 7, 11)),
        *(answer("orange", "recall", day=n) for n in (6, 8, 12)),
    ]
    side = three_period_plan(plain, firm, DAY + timedelta(days=13))
    assert [p.standing.word.key for p in side.picks[:2]] == ["red", "orange"]
    assert all("compare" in p.reason.text for p in side.picks[:2])
    sorted_out = [*firm, answer("red", "recall", day=13), answer("orange", "recall", day=13, minute=1)]
    assert mixed_up(plain, sorted_out) == ()


def test_a_set_is_asked_once_through_and_stops_kindly() -> None:
    asked: list[WordAnswer] = []
    for n, word in enumerate(COLOURS.words):
        now = once_through(COLOURS, asked)
        assert now.word == word, "in the order of the set"
        asked.append(answer(word.key, "recall", n % 3 != 2, minute=n))
    done = once_through(COLOURS, asked)
    assert (done.word, done.left) == (None, 0)
    assert done.stop
    assert len(done.known) + len(done.not_yet) == len(COLOURS.words)
    for word in done.known:
        assert standing(word, asked).box == 1, "it counts"
    for word in done.not_yet:
        assert standing(word, asked).new, "never named, so not slipped"
    three = [answer(w.key, "recall", n == 0, minute=n) for n, w in enumerate(COLOURS.words[:4])]
    stopped = once_through(COLOURS, three)
    assert (stopped.word, stopped.left) == (None, len(COLOURS.words) - 4)
    assert "Enough" in stopped.stop


@given(histories(), st.integers(0, 40))
def test_more_brings_other_words_and_in_the_end_none(history: list[WordAnswer], day: int) -> None:
    today = DAY + timedelta(days=day)
    had: set[str] = set()
    for _ in range(len(COLOURS.words) + 1):
        picks = {p.standing.word.key for p in three_period_plan(COLOURS, history, today, but=had).picks}
        assert not picks & had, "a word comes once in a lesson"
        had |= picks
    assert three_period_plan(COLOURS, history, today, but=had).picks == ()


def test_the_next_pair_comes_with_the_one_before_when_more_is_wanted() -> None:
    first = three_period_plan(TEENS, [], DAY)
    assert [p.standing.word.key for p in first.picks] == ["11", "12"]
    had = {p.standing.word.key for p in first.picks}
    assert [p.standing.word.key for p in three_period_plan(TEENS, [], DAY, but=had).picks] == ["13", "14"]


def test_the_words_of_the_first_language_stand_first_and_are_spoken_in_the_reasons() -> None:
    """PRES-7. Common practice, no source."""
    red = COLOURS.words[0]
    assert [language for language, _ in red.labels_for("es")] == ["es", "en"]
    assert [language for language, _ in red.labels_for("fr")] == ["en", "es"]
    plan = three_period_plan(COLOURS, [], DAY, language="es")
    assert [p.reason.text for p in plan.picks][:2] == ["rojo is new.", "azul is new."]


def test_pointing_to_land_and_water_is_what_the_next_globe_waits_for() -> None:
    """SEQ-5: rough globe, then coloured globe. That three-period success may stand for the first: common practice."""
    words = next(s for s in shipped_words() if s.proves)

    def told(word: str, turn: Any, n: int, right: bool = True) -> WordAnswer:
        return WordAnswer(child_id=1, set_key=words.key, word=word, turn=turn, right=right, at=on(0, n))

    shown = [told(w.key, t, n) for w in words.words for n, t in enumerate(("name", "show", "show", "show"))]
    (known_by,) = proved((words,), shown, ())
    assert (known_by.key, known_by.level, known_by.answer, known_by.concluded) == ("globe-rough", 1, "yes", True)
    assert list(proved((words,), shown[:-1], ())) == [], "one of the two is not pointed to yet"
    assert list(proved((words,), [*shown, told("land", "show", 9, right=False)], ())) == []
    said = replace(known_by, answer="not yet", concluded=False)
    assert list(proved((words,), shown, (said,))) == [], "an adult's own word stands"
