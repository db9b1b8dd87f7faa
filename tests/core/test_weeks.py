"""What changes from week to week: days away, the schools of looking, books, arrivals, looking back and ahead."""

from __future__ import annotations

from dataclasses import replace
from datetime import date, timedelta

import pytest
from hypothesis import given
from hypothesis import strategies as st

from tests.builders import TODAY, at, card, child, episode, log_of, placed, state_of, tray
from zither_awl.core.absence import Absence, days_away, next_day_in, quiet_on
from zither_awl.core.errors import InvalidValue
from zither_awl.core.judgement import Judgements
from zither_awl.core.practice import LOOKS, Practice, practice_of
from zither_awl.core.rotation import propose_change
from zither_awl.core.rotation.looks import look_days, next_look
from zither_awl.core.simulate import Plan, SimulatedHouse, by_signs
from zither_awl.core.simulate.policies import START
from zither_awl.core.values import ChangeRecord
from zither_awl.core.weeks.ahead import compare, look_ahead
from zither_awl.core.weeks.arrivals import Arrival, coming_days, may_leave, next_after
from zither_awl.core.weeks.begin import house_ahead
from zither_awl.core.weeks.books import Book, Ledge, Standing, next_turn, to_return
from zither_awl.core.weeks.review import review
from zither_awl.core.weeks.theme import ByThen, Theme, ThemeTray


def day(n: int) -> date:
    return TODAY + timedelta(days=n)


def away(first: int, last: int, **more: object) -> Absence:
    kept = {"id": 1, "kind": "holiday", "name": "Away", "from_day": day(first), "until_day": day(last), **more}
    return Absence(**kept)  # type: ignore[arg-type]


def test_days_away_are_counted_once_and_an_outing_is_none() -> None:
    both = (away(1, 5), away(4, 8, id=2), away(2, 2, id=3, kind="outing"), away(1, 9, id=4, children=frozenset({2})))
    assert days_away(both, 1, TODAY, day(20)) == 8
    assert days_away(both, 2, TODAY, day(20)) == 9
    assert days_away(both, 1, day(4), day(6)) == 2, "after the first day, up to and with the last"
    assert quiet_on(both, day(2)) == both[0]
    assert quiet_on(both, day(9)) is None, "one child away is not the house away"
    assert next_day_in(both, day(3)) == day(9)


def test_what_was_known_before_a_long_holiday_does_not_slip_for_the_holiday() -> None:
    pouring = tray()
    works = [episode(n) for n in (95, 94, 93, 92)]
    state = state_of([pouring], [placed(pouring, since=at(120))], works)
    judged = Judgements(state, TODAY).mastery_of(state.children[0], 1).state
    waiting = Judgements(replace(state, absences=(away(-60, -30),)), TODAY).mastery_of(state.children[0], 1).state
    assert (judged, waiting) == ("fading", "mastered")


@given(st.sampled_from(LOOKS), st.integers(0, 6), st.integers(1, 40), st.integers(0, 90), st.integers(0, 30))
def test_the_next_look_is_never_past_never_on_a_day_away_and_never_far(
    look: str, look_day: int, every: int, since: int, away_for: int
) -> None:
    practice = Practice(look=look, look_day=look_day, calendar_days=every)  # type: ignore[arg-type]
    changes = (ChangeRecord(id=1, at=at(since), in_=(1,)),)
    state = replace(state_of([tray()], [], []), practice=practice, changes=changes, absences=(away(0, away_for),))
    found = next_look(state, TODAY)
    assert found > day(away_for)
    assert found <= day(away_for + max(7, every) + 7)
    if look == "weekly":
        assert found.weekday() == look_day


@given(st.integers(0, 6), st.dictionaries(st.integers(-2, 6), st.integers(-10, 28), max_size=4))
def test_a_look_that_was_moved_comes_on_its_new_day_and_the_rhythm_after_it_stays(
    look_day: int, moves: dict[int, int]
) -> None:
    state = replace(state_of([tray()], [], []), practice=Practice(look_day=look_day))
    own, _ = look_days(state, TODAY, 1)[0]
    moved = {own + timedelta(days=7 * week): own + timedelta(days=7 * week + by) for week, by in moves.items()}
    found = look_days(replace(state, moved_looks=moved), TODAY, 12)
    days = [to for _, to in found]
    assert days == sorted(days)
    assert all(to >= TODAY for to in days)
    assert all(to == moved.get(day, day) for day, to in found)
    assert next_look(replace(state, moved_looks=moved), TODAY) == days[0]
    for day, to in moved.items():
        assert (day in {each for each, _ in found}) == (to >= TODAY) or to > days[-1]


def test_on_a_day_away_nothing_is_proposed_and_it_says_until_when() -> None:
    state = replace(state_of([tray()], [placed(tray())], []), absences=(away(-1, 3, name="At the sea"),))
    change = propose_change(state, "criterion", TODAY)
    assert change.swaps == ()
    assert "At the sea, until 19 March 2026" in change.reasons[0].text


def test_by_the_calendar_what_is_taken_least_goes_though_no_sign_asks_and_the_loved_stays() -> None:
    seldom, loved, rested = tray("Seldom", id=1), tray("Loved", id=2), tray("Rested", id=3)
    out = [placed(seldom, 0, since=at(60)), placed(loved, 1, since=at(60))]
    works = [episode(n, tray_id=2) for n in range(1, 13)] + [episode(n, tray_id=1) for n in (2, 5, 9)]
    log = log_of([seldom, loved], works, mornings=12, placements=out)
    base = state_of([seldom, loved, rested], out, works, log=log)
    assert propose_change(base, "criterion", TODAY).swaps == (), "no sign asks for it"
    by_calendar = replace(base, practice=Practice(look="calendar", shown_first_from_months=900))
    by_signs_only = replace(base, practice=Practice(look="calendar, by signs", shown_first_from_months=900))
    swaps = propose_change(by_calendar, "criterion", TODAY).swaps
    assert [(s.out.name if s.out else "", s.in_.name if s.in_ else "", s.why_out) for s in swaps] == [
        ("Seldom", "Rested", "calendar")
    ]
    assert "By the calendar" in swaps[0].reasons[0].text
    assert propose_change(by_signs_only, "criterion", TODAY).swaps == ()


@pytest.mark.parametrize(
    ("name", "value"),
    [("look", "sometimes"), ("theme_change", "both"), ("budget", "rich"), ("calendar_days", 0), ("prepare_min", 999)],
)
def test_a_school_or_number_that_cannot_be_is_named(name: str, value: object) -> None:
    with pytest.raises(InvalidValue, match=name):
        practice_of({name: value})


# Books


def book(n: int, **more: object) -> Book:
    kept: dict[str, object] = {"thing_id": n, "title": f"Book {n}", "cover_mm": 200.0, **more}
    return Book(**kept)  # type: ignore[arg-type]


LEDGE = Ledge(1, 700.0, 60.0)
"""Room for three books of 200 mm with 10 mm of air each."""


def test_what_is_asked_for_again_or_of_these_weeks_stays_and_the_rest_makes_room() -> None:
    standing = [
        Standing(book(1), 1, day(-9), (day(-2),)),
        Standing(book(2), 1, day(-9)),
        Standing(book(3, themes=("bread",)), 1, day(-9)),
    ]
    turn = next_turn(standing, [(book(4), None), (book(5), day(-30))], [LEDGE], [40], TODAY, themes=("bread week",))
    assert [b.thing_id for b, _ in turn.stays] == [1, 3]
    assert [b.thing_id for b, _ in turn.goes] == [2]
    assert [(b.thing_id, r.text) for b, _, r in turn.comes] == [(4, "It has not stood yet.")], "one place is free"


def test_what_comes_is_of_the_weeks_then_in_a_missing_language_then_longest_rested() -> None:
    resting = [
        (book(1), day(-10)),
        (book(2), day(-90)),
        (book(3, language="es"), day(-5)),
        (book(4, title="A wool coat"), day(-1)),
        (book(5, from_months=80), None),
    ]
    turn = next_turn([], resting, [LEDGE], [40], TODAY, themes=("wool",), languages=("en", "es"))
    assert [b.thing_id for b, _, _ in turn.comes] == [4, 3, 2]
    assert [r.text for _, _, r in turn.comes] == [
        "It goes with these weeks: wool.",
        "Nothing in Spanish stands.",
        "It has rested 90 days.",
    ]


def test_a_borrowed_book_goes_on_its_day_and_is_told_a_week_before() -> None:
    due = book(1, lent_by="the library", back_on=TODAY)
    turn = next_turn([Standing(due, 1, day(-3), (day(-1),))], [], [LEDGE], [40], TODAY)
    assert [(b.thing_id, r.text) for b, r in turn.goes] == [(1, "It goes back to the library.")]
    soon, far = book(2, back_on=day(7)), book(3, back_on=day(8))
    assert to_return([far, soon, due, book(4)], TODAY) == ((due, 0), (soon, 7))


@given(st.lists(st.integers(60, 320), max_size=8), st.lists(st.integers(60, 320), max_size=8), st.integers(200, 1200))
def test_what_a_turn_leaves_and_brings_never_overfills_a_ledge(old: list[int], new: list[int], wide: int) -> None:
    fitting: list[Standing] = []
    for n, mm in enumerate(old):
        if sum(s.book.cover_mm + 10 for s in fitting) + mm + 10 <= wide and len(fitting) < 5:
            fitting.append(Standing(book(n + 1, cover_mm=float(mm)), 1, day(-n)))
    resting = [(book(100 + n, cover_mm=float(mm)), None) for n, mm in enumerate(new)]
    turn = next_turn(fitting, resting, [Ledge(1, float(wide))], [40], TODAY)
    there = [*(b for b, _ in turn.stays), *(b for b, _, _ in turn.comes)]
    assert sum(b.cover_mm + 10 for b in there) <= wide
    assert len(there) <= 5
    names = {b.thing_id for b, _ in turn.stays} | {b.thing_id for b, _ in turn.goes}
    assert names == {s.book.thing_id for s in fitting}


# Arrivals


def test_what_comes_every_so_often_comes_again_after_it_came_however_late() -> None:
    box = Arrival(id=1, name="Box", day=day(-10), every_days=61)
    assert coming_days(box, TODAY, day(120)) == (day(51), day(112))
    assert coming_days(replace(box, every_days=None), day(-20), day(120)) == (day(-10),)
    assert coming_days(replace(box, arrived_on=TODAY), day(-20), day(120)) == ()
    again = next_after(box, TODAY)
    assert again is not None
    assert (again.id, again.day, again.arrived_on) == (0, day(51), None)
    assert next_after(replace(box, every_days=None), TODAY) is None


def test_what_may_leave_is_worn_outgrown_for_a_younger_one_or_long_unused_in_that_order() -> None:
    kids = (child("Ilse", 60), child("Tove", 13, id=2))
    worn, outgrown = tray("Worn", id=1), tray("Outgrown", id=2, card=card(id=2, from_months=6, to_months=12))
    between = tray("Between", id=3, card=card(id=3, from_months=20, to_months=50))
    unused, used = tray("Unused", id=4), tray("Used", id=5)
    found = may_leave(
        [
            (unused, day(-200), ""),
            (between, day(-10), ""),
            (outgrown, None, ""),
            (worn, day(-3), "worn"),
            (used, day(-30), ""),
        ],
        kids,
        TODAY,
    )
    assert [(m.tray.name, m.how) for m in found] == [
        ("Worn", "mend"),
        ("Outgrown", "give away"),
        ("Between", "lend"),
        ("Unused", "lend"),
    ]


# Themes and lines


def test_a_theme_moves_with_all_its_days_and_refuses_what_it_cannot_be() -> None:
    theme = Theme(id=1, name="Bread", from_day=day(7), until_day=day(20), trays=(ThemeTray(day=day(9)),))
    moved = theme.moved(day(14))
    assert (moved.from_day, moved.until_day, moved.trays[0].day) == (day(14), day(27), day(16))
    assert moved.days == 14
    assert theme.meets(moved)
    assert not theme.meets(theme.moved(day(30)))
    with pytest.raises(InvalidValue, match="until_day"):
        Theme(id=1, name="Bread", from_day=day(7), until_day=day(6))
    with pytest.raises(InvalidValue, match="minutes"):
        ByThen(kind="make", name="Fish", due=TODAY, minutes=601)


# Looking back


def test_a_review_counts_how_what_came_was_taken_and_says_little_of_few() -> None:
    a, b = tray("Taken", id=1), tray("Left alone", id=2)
    changes = [ChangeRecord(id=n, at=at(20 - 5 * n, 6), in_=(1,) if n % 2 else (2,)) for n in (1, 2, 3)]
    log = log_of([a, b], [episode(n, tray_id=1) for n in range(1, 16)], mornings=20)
    state = replace(state_of([a, b], [], []), log=log)
    found = review(state, changes)
    assert [(r.came[0].tray.name, r.came[0].how) for r in found.changes] == [
        ("Taken", "taken"),
        ("Left alone", "left alone"),
        ("Taken", "taken"),
    ]
    assert found.says[0].text == "2 of 3 new trays were taken within their first 5 work cycles."
    assert "Too few" in review(state, changes[:2]).says[0].text


# Looking ahead


def ahead_of(seed: int, weeks: int = 8):  # type: ignore[no-untyped-def]
    house = SimulatedHouse(Plan(weeks=weeks), seed)
    house.live(by_signs)
    state = house.now()
    return house_ahead(Judgements(state, START + timedelta(weeks=weeks)), {1: 40.0}, {})


def test_a_look_ahead_is_the_same_for_the_same_seed_and_its_ranges_are_in_order() -> None:
    house = ahead_of(3)
    one, two, other = (look_ahead(house, seed=seed, runs=30, weeks=6) for seed in (1, 1, 2))
    assert one == two
    assert one != other
    assert one.runs == 30
    for told in (*one.mastered.values(), *one.changes.values()):
        days = [d for d in (told.low, told.middle, told.high) if d is not None]
        assert days == sorted(days)
        assert all(house.on <= d < house.on + timedelta(weeks=6) for d in days)
        assert 0 < told.share <= 1


def test_a_look_ahead_tells_how_far_it_is_and_stops_with_what_it_has() -> None:
    told: list[tuple[int, int]] = []
    found = look_ahead(ahead_of(4), runs=100, tell=lambda done, of: told.append((done, of)) or done < 20)  # type: ignore[func-returns-value]
    assert told == [(0, 100), (10, 100), (20, 100)]
    assert found.runs == 20


def test_a_thing_that_is_used_up_runs_out_sooner_the_less_there_is_of_it() -> None:
    house = ahead_of(5)
    using = replace(house, trays=tuple(replace(t, uses=((7, 1.0),)) for t in house.trays))
    little, much = (look_ahead(replace(using, stock={7: left}), runs=20).out_of[7].middle for left in (10.0, 60.0))
    assert little is not None
    assert much is None or little < much


def test_on_days_away_nothing_happens_in_the_model() -> None:
    house = ahead_of(6)
    gone = frozenset(house.on + timedelta(days=n) for n in range(14))
    found = look_ahead(replace(house, away=gone), runs=20)
    assert all(r.low is None or r.low >= house.on + timedelta(days=13) for r in found.mastered.values())


def test_policies_are_compared_on_the_same_houses_and_the_whole_shelf_changes_most() -> None:
    by_name = {told.policy: told for told in compare(ahead_of(7), runs=12)}
    assert len(by_name) == 3
    assert by_name["the whole shelf, every two weeks"].swapped[1] > 2 * by_name["by signs, weekly"].swapped[1]
    assert all(t.mastered[0] <= t.mastered[1] <= t.mastered[2] for t in by_name.values())


def test_the_model_begins_where_the_record_leaves_a_child() -> None:
    wool, drum = tray("Wool", id=1), tray("Drum", id=2)
    works = [episode(n) for n in range(1, 6)]
    out = [placed(wool, 0, since=at(30)), placed(drum, 1, since=at(30))]
    state = state_of([wool, drum], out, works, log=log_of([wool, drum], works, mornings=10, placements=out))
    house = house_ahead(Judgements(state, TODAY), {}, {})
    mine = house.children[0]
    assert mine.known == frozenset({1})
    assert sum(mine.picked[1]) == 5
    assert (len(mine.picked[2]), sum(mine.picked[2])) == (10, 0)
    assert mine.picks == 1.0, "half a piece of work a cycle is told as one"
