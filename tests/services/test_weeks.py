"""The weeks of a house: a theme planned, taken, moved, brought and undone; books, arrivals, days away, the feed."""

from __future__ import annotations

from dataclasses import replace
from datetime import date, timedelta

import pytest
from icalendar import Calendar

from tests.conftest import SmallHouse
from tests.services.test_planning import until
from zither_awl.core.absence import Absence
from zither_awl.core.errors import InvalidValue, NotFound
from zither_awl.core.values import Household
from zither_awl.core.weeks.arrivals import Arrival
from zither_awl.core.weeks.books import Book
from zither_awl.core.weeks.plan import ThemePlan, plan_theme
from zither_awl.core.weeks.theme import ByThen
from zither_awl.services import ahead, arrivals, books, calendar, history, people, room, rotation, themes, weeks
from zither_awl.services.arrivals import CameIn
from zither_awl.services.clock import SetClock
from zither_awl.services.desk import Desk
from zither_awl.services.from_weeks import from_weeks
from zither_awl.services.theme_ask import Asked, WantedTheme, asked_of, minutes_on, ref_of
from zither_awl.services.theme_lists import lists_of
from zither_awl.services.themes import ThemeChange


def planned(
    desk: Desk, key: str = "water", first: int = 28, on: dict[str, date] | None = None, **more: object
) -> tuple[Asked, ThemePlan]:
    """A theme of a fortnight, planned here and now."""
    begin = desk.today() + timedelta(days=first)
    kept: dict[str, object] = {
        "name": "",
        "key": key,
        "from_day": begin,
        "until_day": begin + timedelta(days=13),
        "days": on or {},
        **more,
    }
    asked = asked_of(desk.house(), WantedTheme(**kept), desk.today())  # type: ignore[arg-type]
    return asked, plan_theme(asked.ask)


def taken(desk: Desk, **more: object) -> int:
    asked, plan = planned(desk, **more)  # type: ignore[arg-type]
    return themes.keep_planned(desk, asked, plan, None, "A song of rain", None, None)


def test_the_demo_has_wool_behind_bread_now_the_pond_ahead_a_box_and_books_to_return(demo: Desk) -> None:
    on, today = weeks.string(demo), demo.today()
    wool, bread, pond = (each.theme for each in on.themes)
    assert wool.until_day < today
    assert bread.runs(today)
    assert pond.from_day > today
    assert len(pond.trays) >= 4
    assert {a.arrival.name for a in on.arrives} == {"Box of two months", "Parcel for Tove"}
    assert sum(a.waiting for a in on.arrives) == 2
    assert len(on.back) == 3
    assert {line.name for line in on.by_then if line.done_on is None} >= {"Yeast"}
    assert any(a.name == "Holidays" for a in on.absences)
    assert {s.child.name for s in on.soon} == {"Anselm", "Wren", "Tove"}
    assert len({r.routine for r in demo.house().lessons.runs}) == 4


def test_a_theme_taken_and_undone_leaves_the_house_as_it_was(demo: Desk) -> None:
    before = demo.house()
    theme_id = taken(demo)
    assert demo.house() != before
    assert any(t.id == theme_id and t.taken for t in demo.house().weeks.themes)
    history.undo(demo)
    assert demo.house() == before


@pytest.mark.parametrize("key", ["water", "colours", "seeds", "house", "animals"])
def test_every_line_of_a_theme_is_dated_before_what_it_is_for(demo: Desk, key: str) -> None:
    asked, plan = planned(demo, key)
    made = lists_of(demo.house(), asked, plan, demo.today())
    first = {ref_of(c.tray.id, asked): c.day for c in plan.comes}
    names = {c.tray.name: c.day for c in plan.comes}
    for line in made.lines:
        assert demo.today() <= line.due <= asked.theme.until_day
        used = first.get(line.ref) or next((day for name, day in names.items() if name in line.amount), None)
        assert used is None or line.due < used, line
    assert all(c.day in (asked.ask.first + timedelta(days=n) for n in range(14)) for c in plan.comes)
    assert {word for _, each in made.words for word, _ in each} <= set(asked.theme.words)
    assert all(len(each) <= 3 for _, each in made.words)


def test_what_is_asked_for_comes_what_is_not_wanted_does_not_and_a_day_is_kept(demo: Desk) -> None:
    asked, plan = planned(demo, "colours")
    moving, gone, *_ = (ref_of(c.tray.id, asked) for c in plan.comes if c.spot is not None)
    day = asked.ask.first + timedelta(days=10)
    again, other = planned(demo, "colours", bans=frozenset({gone}), on={moving: day})
    found = {ref_of(c.tray.id, again): c.day for c in other.comes}
    assert gone not in found
    assert found[moving] == day
    # A resting tray that needs nothing but a place: asked for, it gets one.
    kept = next(ref_of(t.id, asked) for t, r in plan.left if "no room left" in r.text and t.id not in asked.new)
    forced, third = planned(demo, "colours", forced=frozenset({kept}))
    assert kept in {ref_of(c.tray.id, forced) for c in third.comes}


def test_on_days_away_no_tray_of_a_theme_comes_and_a_day_asked_for_there_is_told(demo: Desk) -> None:
    asked, plan = planned(demo, "colours", first=21)
    holiday = demo.house().weeks.absences[0]
    assert not any(holiday.holds(c.day) for c in plan.comes if c.spot is not None)
    moving = next(ref_of(c.tray.id, asked) for c in plan.comes if c.spot is not None)
    again, other = planned(demo, "colours", first=21, on={moving: holiday.from_day + timedelta(days=1)})
    left = {ref_of(t.id, again): r.text for t, r in other.left}
    assert "No change can be made" in left[moving]


def test_a_theme_of_ones_own_words_and_one_that_cannot_be(demo: Desk) -> None:
    asked, plan = planned(demo, "", name="Shells", words=("shell",))
    assert {c.tray.name for c in plan.comes} | {t.name for t, _ in plan.left} >= {"Shells in a tin"}
    assert asked.pattern is None
    with pytest.raises(InvalidValue, match="past"):
        planned(demo, first=-30)
    with pytest.raises(InvalidValue, match="name"):
        planned(demo, "", name=" ")
    with pytest.raises(NotFound, match="nonsense"):
        planned(demo, "nonsense")


def test_the_whole_shelf_may_come_on_the_first_day_by_the_houses_school(demo: Desk) -> None:
    household = demo.house().household
    assert isinstance(household, Household)
    people.change_household(demo, "School", None, practice={"theme_change": "whole shelf", "prepare_min": 200})
    with demo.write(None, "minutes") as work:
        for adult in demo.house().adults:
            work.people.save_adult(type(adult)(id=adult.id, name=adult.name))
    _, plan = planned(demo, "colours")
    moves = [c.day for c in plan.comes if c.spot is not None]
    assert len(moves) > 2
    assert len(set(moves)) == 1


def test_a_theme_costs_no_more_than_the_household_says(demo: Desk) -> None:
    def bought(budget: str) -> list[str]:
        people.change_household(demo, "Budget", None, practice={"budget": budget})
        asked, _ = planned(demo, "water")
        return [lack.kind for made in asked.new.values() for lack in made.lacks if lack.recipe is None]

    assert bought("nothing") == []
    assert set(bought("little")) <= set(bought("much"))
    assert bought("much")


def test_a_theme_is_moved_with_its_trays_and_lines_and_back_by_undo(demo: Desk) -> None:
    theme_id = taken(demo)
    before = themes.theme(demo.house(), theme_id)
    due = {line.id: line.due for line in demo.house().weeks.by_then if line.theme_id == theme_id}
    weeks.move(demo, "theme", theme_id, before.from_day + timedelta(days=7), None)
    after = themes.theme(demo.house(), theme_id)
    assert [t.day for t in after.trays] == [t.day + timedelta(days=7) for t in before.trays]
    assert {k: v + timedelta(days=7) for k, v in due.items()} == {
        line.id: line.due for line in demo.house().weeks.by_then if line.theme_id == theme_id
    }
    history.undo(demo)
    assert themes.theme(demo.house(), theme_id) == before
    with pytest.raises(InvalidValue, match="days away"):
        weeks.move(demo, "theme", theme_id, date(2030, 1, 1), None)
    with pytest.raises(InvalidValue, match="last tray"):
        themes.change(demo, theme_id, ThemeChange(until_day=before.from_day - timedelta(days=1)), None)


def test_a_tray_of_a_theme_moves_within_it_and_what_is_to_be_made_follows(demo: Desk) -> None:
    theme_id = taken(demo)
    theme = themes.theme(demo.house(), theme_id)
    tray = next(t for t in theme.trays if t.tray_id is None)
    weeks.move(demo, "theme tray", tray.id, theme.from_day + timedelta(days=6), None, of=theme_id)
    line = next(x for x in demo.house().weeks.by_then if x.theme_id == theme_id and x.ref == tray.ref)
    assert line.due == theme.from_day + timedelta(days=5)
    with pytest.raises(InvalidValue, match="expected"):
        weeks.move(demo, "theme tray", tray.id, theme.until_day + timedelta(days=1), None, of=theme_id)
    with pytest.raises(InvalidValue, match="it is used on"):
        weeks.move(demo, "by then", line.id, theme.from_day + timedelta(days=6), None)


def test_on_its_day_a_tray_of_a_theme_is_told_brought_and_what_stood_there_rests(demo: Desk, clock: SetClock) -> None:
    pond = demo.house().weeks.themes[-1]
    tray = next(t for t in pond.trays if t.tray_id is not None and t.out_id is not None)
    clock.move_on(timedelta(days=(tray.day - demo.today()).days))
    assert any(tray.name in line.text and line.pressing for line in from_weeks(demo.house(), demo.today()))
    themes.bring(demo, pond.id, tray.id, None)
    house = demo.house()
    assert tray.tray_id in house.standing
    assert tray.out_id not in house.standing
    assert {(t.kind, t.tray_id) for t in house.weeks.tasks[-2:]} == {("rest", tray.out_id), ("put", tray.tray_id)}
    assert not any(tray.name in line.text for line in from_weeks(house, demo.today()))
    with pytest.raises(InvalidValue, match="stands already"):
        themes.bring(demo, pond.id, tray.id, None)
    unmade = next(t for t in pond.trays if t.tray_id is None)
    with pytest.raises(InvalidValue, match="not made yet"):
        themes.bring(demo, pond.id, unmade.id, None)


def test_a_theme_once_more_bears_its_words_and_is_planned_anew_and_one_that_goes_takes_its_lines(demo: Desk) -> None:
    pond = demo.house().weeks.themes[-1]
    again = themes.copy(demo, pond.id, pond.from_day + timedelta(days=364), None)
    fresh = themes.theme(demo.house(), again)
    assert (fresh.words, fresh.question, fresh.trays, fresh.taken) == (pond.words, pond.question, (), False)
    assert any(line.theme_id == pond.id for line in demo.house().weeks.by_then)
    themes.forget(demo, pond.id, None)
    assert not any(line.theme_id == pond.id for line in demo.house().weeks.by_then)
    wool = demo.house().weeks.themes[0]
    loved = themes.afterwards(demo, wool.id)
    assert [each.name for each in loved] == ["Wool to its colour", "Carding wool"]
    assert all(0 <= each.chosen <= each.of for each in loved)


def test_lines_are_ticked_added_and_dropped(demo: Desk) -> None:
    yeast = next(line for line in demo.house().weeks.by_then if line.name == "Yeast")
    themes.tick(demo, yeast.id, True, None)
    assert next(x for x in demo.house().weeks.by_then if x.id == yeast.id).done_on == demo.today()
    themes.tick(demo, yeast.id, False, None)
    new = themes.add_line(demo, ByThen(kind="buy", name="Oats for the ducks", due=demo.today()), None)
    themes.drop_line(demo, new, None)
    with pytest.raises(NotFound):
        themes.tick(demo, new, True, None)


def test_minutes_are_those_of_the_adults_of_that_day_or_as_usual(demo: Desk) -> None:
    house, monday = demo.house(), demo.today()
    assert minutes_on(house, monday) < minutes_on(house, monday + timedelta(days=5)), "on Saturday Kwame has forty"
    people.save_minutes(demo, house.adults[0].id, (0,) * 7, None)
    assert minutes_on(demo.house(), monday) == 0
    with pytest.raises(InvalidValue, match="minutes"):
        people.save_minutes(demo, house.adults[0].id, (1, 2), None)
    with pytest.raises(NotFound):
        people.save_minutes(demo, 99, (), None)


def test_everything_on_the_string_moves_and_is_undone(demo: Desk) -> None:
    house, day = demo.house(), demo.today() + timedelta(days=11)
    parcel = next(a for a in house.weeks.arrivals if a.child_id is not None)
    holiday, aim = house.weeks.absences[0], house.weeks.aims[0]
    lent = next(b for b in books.books(house) if b.back_on is not None)
    yeast = next(line for line in house.weeks.by_then if line.name == "Yeast")
    for kind, key, to in (
        ("arrival", parcel.id, day),
        ("away", holiday.id, day),
        ("aim", aim.id, day),
        ("book back", lent.thing_id, day),
        ("by then", yeast.id, demo.today()),
    ):
        before = demo.house()
        weeks.move(demo, kind, key, to, None)  # type: ignore[arg-type]
        assert demo.house() != before, kind
        history.undo(demo)
        assert demo.house() == before, kind
    for kind in ("theme", "arrival", "away", "aim", "book back", "by then", "showing"):
        with pytest.raises(NotFound):
            weeks.move(demo, kind, 999, day, None)  # type: ignore[arg-type]


def test_a_thread_runs_through_trays_words_and_books(demo: Desk) -> None:
    found = weeks.thread(demo, "wool")
    assert [name for _, name in found.out] == ["Wool to its colour"]
    assert [name for _, name in found.resting] == ["Carding wool"]
    assert "One stitch and the next" in found.books
    assert [(name, area) for _, name, area in found.proposals] == [("Carding wool", "history")]
    assert "Three colours, then more" in weeks.thread(demo, "red").sets


# Books


def test_the_books_turn_by_the_proposal_and_back_and_a_ledge_is_not_overfilled(demo: Desk) -> None:
    shelf = books.bookshelf(demo)
    before = {s.book.thing_id for s in shelf.standing}
    assert shelf.turn.comes
    out, in_ = [b.thing_id for b, _ in shelf.turn.goes], [(b.thing_id, u) for b, u, _ in shelf.turn.comes]
    moved = books.turn(demo, out, in_, None)
    assert moved == len(shelf.turn.goes) + len(shelf.turn.comes)
    history.undo(demo)
    assert {s.book.thing_id for s in books.bookshelf(demo).standing} == before
    ledge = shelf.ledges[0].unit_id
    with pytest.raises(InvalidValue, match="mm are missing"):
        books.turn(demo, [], [(b.thing_id, ledge) for b, _ in shelf.resting], None)
    with pytest.raises(InvalidValue, match="stands already"):
        books.turn(demo, [], [(shelf.standing[0].book.thing_id, ledge)], None)
    with pytest.raises(InvalidValue, match="stands nowhere"):
        books.turn(demo, [shelf.resting[0][0].thing_id], [], None)
    with pytest.raises(InvalidValue, match="no ledge"):
        books.turn(demo, [], [(shelf.resting[0][0].thing_id, 1)], None)


def test_a_reading_corner_is_a_ledge_that_takes_but_a_few(demo: Desk) -> None:
    house = demo.house()
    ledge = next(u for u in house.units if u.kind == "ledge")
    room.save_unit(demo, replace(ledge, most=2), None)
    shelf = books.bookshelf(demo)
    assert shelf.ledges[0].most == 2
    assert len(shelf.turn.stays) + len(shelf.turn.comes) <= 3
    resting = shelf.resting[0][0].thing_id
    with pytest.raises(InvalidValue, match="it takes 2"):
        books.turn(demo, [], [(resting, ledge.id)], None)


def test_a_book_is_told_of_asked_for_again_and_given_back(demo: Desk) -> None:
    told = Book(
        thing_id=0,
        title=" The otter's supper ",
        cover_mm=260.0,
        themes=("pond",),
        from_months=12,
        to_months=60,
        lent_by="the library",
        back_on=demo.today(),
    )
    key = books.save(demo, told, None)
    assert books.book(demo.house(), key) == replace(told, thing_id=key, title="The otter's supper")
    assert "shape" not in demo.house().component(key).assumed, "somebody measured the cover"
    books.save(demo, replace(told, thing_id=key, title="The otter's late supper", language="es"), None)
    found = books.book(demo.house(), key)
    assert (found.title, found.language, found.cover_mm) == ("The otter's late supper", "es", 260.0)
    history.undo(demo)
    assert any("The otter's supper goes back" in line.text for line in from_weeks(demo.house(), demo.today()))
    standing = books.standing(demo.house())[0].book.thing_id
    books.ask_again(demo, standing, None)
    assert demo.today() in demo.house().weeks.books_asked[standing]
    books.give_back(demo, key, None)
    with pytest.raises(NotFound):
        books.book(demo.house(), key)
    own = next(b for b in books.books(demo.house()) if b.back_on is None)
    with pytest.raises(InvalidValue, match="the house's own"):
        books.give_back(demo, own.thing_id, None)
    with pytest.raises(InvalidValue, match="from_months"):
        books.save(demo, Book(thing_id=0, title="Backwards", from_months=60, to_months=12), None)
    with pytest.raises(NotFound):
        books.save(demo, Book(thing_id=9999, title="Nobody's"), None)


# What arrives, and days away


def test_what_arrives_waits_in_its_bin_with_the_age_of_its_box_and_comes_again(demo: Desk, clock: SetClock) -> None:
    box = next(a for a in demo.house().weeks.arrivals if a.every_days and a.arrived_on is None)
    clock.move_on(timedelta(days=(box.day - demo.today()).days))
    assert any(line.pressing and "Box of two months" in line.text for line in from_weeks(demo.house(), demo.today()))
    (key,) = arrivals.receive(demo, box.id, [CameIn("wooden top", "drum", box_months=36)], "Bin 5", None)
    thing = demo.house().component(key)
    assert (thing.box_months, thing.came_from) == (36, "Box of two months")
    assert demo.house().bin_name(thing.bin_id) == "Bin 5"
    again = [a for a in demo.house().weeks.arrivals if a.every_days and a.arrived_on is None]
    assert [a.day for a in again] == [box.day + timedelta(days=61)]
    with pytest.raises(InvalidValue, match="already"):
        arrivals.receive(demo, box.id, [], "", None)
    history.undo(demo)
    assert next(a for a in demo.house().weeks.arrivals if a.id == box.id).arrived_on is None


def test_on_days_away_today_says_so_and_nothing_is_proposed(demo: Desk) -> None:
    assert rotation.proposal(demo).swaps
    away = Absence(id=0, kind="visitors", name="Grandparents", from_day=demo.today(), until_day=demo.today())
    key = arrivals.save_absence(demo, away, None)
    assert rotation.proposal(demo).swaps == ()
    assert "Grandparents" in from_weeks(demo.house(), demo.today())[0].text
    arrivals.drop_absence(demo, key, None)
    assert rotation.proposal(demo).swaps


def test_a_childs_days_away_go_with_the_child(house: SmallHouse) -> None:
    desk, today = house.desk, house.desk.today()
    arrivals.save_absence(
        desk,
        Absence(
            id=0,
            kind="holiday",
            name="With her aunt",
            from_day=today,
            until_day=today,
            children=frozenset({house.tove}),
        ),
        house.adult,
    )
    arrivals.save_arrival(desk, Arrival(id=0, name="Parcel", day=today, child_id=house.tove), house.adult)
    assert len(desk.house().absences) == 1
    people.delete_child(desk, house.tove, "Tove")
    assert desk.house().absences == (), "it never becomes the whole house's"
    assert desk.house().weeks.arrivals == ()


# Looking back and ahead, and the calendar


def test_a_look_ahead_runs_beside_the_server_and_says_what_it_saw(demo: Desk) -> None:
    number = ahead.start(demo)
    until(lambda: demo.solves.get(number).status != "working", "the runs")
    found = ahead.foreseen(demo, demo.solves.get(number))
    assert found is not None
    assert found.runs == 200
    assert found.changes
    assert len(found.policies) == 3
    assert demo.solves.newest() is None, "it is no plan of the shelf"
    assert ahead.reviewed(demo.house()).changes


def test_without_anything_seen_there_is_nothing_to_look_ahead_from(house: SmallHouse) -> None:
    with pytest.raises(InvalidValue, match="No work cycle"):
        ahead.start(house.desk)


def test_an_empty_house_has_an_empty_string_and_a_calendar_of_nothing(house: SmallHouse) -> None:
    on = weeks.string(house.desk)
    assert (on.themes, on.arrives, on.by_then, on.back, on.turns) == ((), (), (), (), ())
    assert any(look.let_in or not look.past for look in on.looks)
    assert Calendar.from_ical(calendar.as_file(house.desk)).walk("VEVENT")[0]["summary"] == "Look at the shelves"


def test_the_feed_holds_looks_themes_books_lines_arrivals_and_who_prepares(demo: Desk) -> None:
    made = Calendar.from_ical(calendar.as_file(demo))
    said = {str(e["summary"]): e for e in made.walk("VEVENT")}
    for name in (
        "Look at the shelves",
        "Bread week",
        "The winter pond",
        "Book back: Under the ice",
        "Buy: Yeast",
        "Arrives: Parcel for Tove",
        "Holidays",
        "Odile prepares",
    ):
        assert name in said, name
    assert len({str(e["uid"]) for e in made.walk("VEVENT")}) == len(made.walk("VEVENT"))
    assert said["Odile prepares"].decoded("rrule")["byday"] == ["MO", "TU", "WE", "TH", "FR"]


def test_the_secret_address_is_renewed_and_ended_and_the_old_one_leads_nowhere(demo: Desk) -> None:
    with pytest.raises(NotFound):
        calendar.feed(demo, "")
    first = calendar.renew(demo, True)
    assert calendar.feed(demo, first).startswith(b"BEGIN:VCALENDAR")
    second = calendar.renew(demo, True)
    assert first != second
    for wrong in (first, second[:-1], "", "é"):
        with pytest.raises(NotFound):
            calendar.feed(demo, wrong)
    calendar.renew(demo, False)
    with pytest.raises(NotFound):
        calendar.feed(demo, second)


def test_days_of_a_file_are_guessed_taken_once_and_renewed(demo: Desk) -> None:
    begin = demo.today() + timedelta(days=5)
    content = (
        "BEGIN:VCALENDAR\r\nVERSION:2.0\r\nPRODID:-//x//\r\nBEGIN:VEVENT\r\nUID:sea\r\n"
        f"SUMMARY:Summer holiday\r\nDTSTART;VALUE=DATE:{begin:%Y%m%d}\r\nEND:VEVENT\r\nEND:VCALENDAR\r\n"
    ).encode()
    ((found, kind, there),) = calendar.read_file(demo, content)
    assert (found.name, kind, there) == ("Summer holiday", "holiday", False)
    day = Absence(id=0, kind=kind, name=found.name, from_day=found.first, until_day=found.last, uid=found.uid)
    before = len(demo.house().weeks.absences)
    assert calendar.take_days(demo, (day,), None) == 1
    assert calendar.take_days(demo, (day,), None) == 1
    assert len(demo.house().weeks.absences) == before + 1
    assert calendar.read_file(demo, content)[0][2]


def test_a_look_and_a_turn_of_the_books_are_moved_and_undone(demo: Desk) -> None:
    first = rotation.proposal(demo).look_on
    assert first is not None
    weeks.move_stop(demo, "look", first, first + timedelta(days=2), None)
    assert rotation.proposal(demo).look_on == first + timedelta(days=2)
    on = weeks.string(demo)
    coming = [look.day for look in on.looks if not look.past]
    assert coming[:2] == [first + timedelta(days=2), first + timedelta(days=7)]
    weeks.move_stop(demo, "look", first + timedelta(days=2), first, None)
    assert demo.house().weeks.moved == {}, "on its own day it is as it was"
    turn = weeks.string(demo).next_turn
    assert turn is not None
    weeks.move_stop(demo, "books", turn, turn + timedelta(days=1), None)
    assert weeks.string(demo).next_turn == turn + timedelta(days=1)
    history.undo(demo)
    assert weeks.string(demo).next_turn == turn
    for stands, day, said in (
        (first, demo.today() - timedelta(days=1), "expected today"),
        (first, first + timedelta(days=40), "expected today"),
    ):
        with pytest.raises(InvalidValue, match=said):
            weeks.move_stop(demo, "look", stands, day, None)
    with pytest.raises(NotFound):
        weeks.move_stop(demo, "look", first + timedelta(days=1), first, None)
    away = demo.house().weeks.absences[0]
    near = next(day for day in coming[1:] if day > away.from_day - timedelta(days=9))
    with pytest.raises(InvalidValue, match="within"):
        weeks.move_stop(demo, "look", near, away.from_day, None)
