"""Lessons, routines, showings and the morning read afterwards, as devices write them down."""

from __future__ import annotations

from datetime import timedelta

import pytest

from tests.builders import tray
from tests.conftest import NOW, SmallHouse
from tests.devices import Tablet, at
from tests.formats.test_cupboard_files import picture
from zither_awl.core.errors import InvalidValue, NotFound
from zither_awl.core.values import Place, Routine, Spot, Work
from zither_awl.services import cupboard, history, lessons, photos, reading, routines, shelf, showing, today
from zither_awl.services.clock import SetClock
from zither_awl.services.cupboard import TrayDraft
from zither_awl.services.desk import Desk
from zither_awl.services.recording import Taken
from zither_awl.store import open_engine

SET = "colours-first"


@pytest.fixture
def tablet(house: SmallHouse) -> Tablet:
    """Bram's tablet."""
    return Tablet(house.desk, adult=house.adult)


@pytest.fixture
def pouring(house: SmallHouse) -> int:
    """A tray that stands out for Ilse."""
    made = tray("Pouring", id=0, for_children=frozenset({house.ilse}))
    tray_id = cupboard.save_tray(house.desk, TrayDraft(made, "Bin 1", ()), house.adult)
    shelf.move(house.desk, tray_id, Spot(house.shelf, 1, 0), False, {}, house.adult)
    return tray_id


def say(tablet: Tablet, word: str, turn: str, minute: float, right: bool = True, instead: str = "") -> int:
    return tablet.write("answer", minute, child_id=1, set_key=SET, word=word, turn=turn, right=right, text=instead).new


def test_a_lesson_goes_turn_by_turn_and_its_plan_stays_while_it_lasts(
    house: SmallHouse, tablet: Tablet, clock: SetClock
) -> None:
    first = lessons.lesson(house.desk, house.ilse, SET)
    assert [p.standing.word.key for p in first.plan.picks] == ["red", "blue", "yellow"]
    assert first.ask.turn == "name"
    for n, word in enumerate(("red", "blue", "yellow")):
        say(tablet, word, "name", n)
    clock.move_on(timedelta(minutes=3))
    now = lessons.lesson(house.desk, house.ilse, SET)
    assert (now.ask.turn, len(now.asked)) == ("show", 3)
    assert [p.standing.word.key for p in now.plan.picks] == ["red", "blue", "yellow"]
    say(tablet, "red", "show", 3, right=False, instead="yellow")
    clock.move_on(timedelta(hours=1))
    later = lessons.lesson(house.desk, house.ilse, SET)
    assert later.asked == (), "another lesson"
    assert later.plan.picks[0].standing.word.key == "red", "what went astray comes first"
    assert later.confused.pairs(1) == (("red", "yellow", 1),)
    overview = lessons.overview(house.desk, house.ilse)
    assert [o.words.key for o in overview if o.begun] == [SET]
    assert all(not o.begun for o in lessons.overview(house.desk, house.tove))


def test_a_day_is_the_households_day(house: SmallHouse, tablet: Tablet, clock: SetClock) -> None:
    """Half past midnight in London's summer is still yesterday in UTC: the word is due by the house's calendar."""
    minute = 120 * 24 * 60 - 9 * 60 - 30
    clock.move_on(timedelta(minutes=minute + 5))
    say(tablet, "red", "name", minute)
    say(tablet, "red", "recall", minute + 1)
    standing = lessons.lesson(house.desk, house.ilse, SET).standings[0]
    assert standing.due == house.desk.today() + timedelta(days=1)


def test_an_answer_comes_once_and_a_strange_one_is_refused(house: SmallHouse, tablet: Tablet) -> None:
    item = tablet.item("answer", 1, child_id=1, set_key=SET, word="red", turn="name", right=True)
    assert [tablet.send(item).new for _ in range(2)] == [1, 0]
    for more, said in (
        ({"word": "mauve"}, "no word"),
        ({"turn": "how many"}, "expected one of"),
        ({"set_key": "songs"}, "no set"),
        ({"child_id": None}, "must be said"),
    ):
        asked = {"child_id": 1, "set_key": SET, "word": "red", "turn": "name", **more}
        assert said in tablet.write("answer", 2, **asked).refused[0].message


def test_a_set_and_a_routine_of_ones_own(house: SmallHouse) -> None:
    data = {"name": "In the bath", "words": ["tap = grifo", "soap = jabón"], "by": "the things"}
    key = lessons.save_set(house.desk, "", data, house.adult)
    assert key == "in-the-bath"
    assert lessons.save_set(house.desk, "", data, house.adult) == "in-the-bath-2"
    assert lessons.word_set(house.desk.house(), key).own
    steps = [{"text": "Stir", "timer": 2.5}, {"key": "wait", "text": "Wait"}, {"key": "", "text": "Eat"}]
    made = routines.save_routine(house.desk, "", {"name": "Porridge", "steps": steps}, None)
    kept = routines.routine(house.desk.house(), made)
    assert [(s.key, s.text, s.timer_min) for s in kept.steps] == [
        ("step-1", "Stir", 2.5),
        ("wait", "Wait", None),
        ("step-2", "Eat", None),
    ]
    assert (kept.own, kept.changed) == (True, False)
    with pytest.raises(InvalidValue, match="ships"):
        lessons.save_set(house.desk, SET, data, None)
    for wrong in ([], [{"text": " "}], [{"text": "Bake", "timer": 999}]):
        with pytest.raises(InvalidValue):
            routines.save_routine(house.desk, "", {"name": "Own", "steps": wrong}, None)
    assert history.undo(house.desk) is not None
    with pytest.raises(NotFound):
        routines.routine(house.desk.house(), made)


def test_a_routine_that_ships_is_written_anew_and_is_as_it_ships_again(house: SmallHouse, tablet: Tablet) -> None:
    def laundry() -> Routine:
        return routines.routine(house.desk.house(), "laundry")

    shipped = laundry()
    told = routines.data_of(shipped)
    told["steps"] = [{**s, "timer": 49} if s["key"] == "start" else s for s in told["steps"]]
    assert routines.save_routine(house.desk, "laundry", told, house.adult) == "laundry"
    assert (laundry().changed, laundry().own) == (True, False)
    assert next(s.timer_min for s in laundry().steps if s.key == "start") == 49
    assert [s for s in laundry().steps if s.key != "start"] == [s for s in shipped.steps if s.key != "start"]
    tablet.write("routine", 1, episode_id="run-1", set_key="laundry", run="begin")
    with pytest.raises(InvalidValue, match="under way"):
        routines.drop_routine(house.desk, "laundry", house.adult)
    tablet.write("routine", 2, episode_id="run-1", set_key="laundry", run="end")
    routines.drop_routine(house.desk, "laundry", house.adult)
    assert laundry() == shipped
    with pytest.raises(NotFound, match="as it ships"):
        routines.drop_routine(house.desk, "laundry", house.adult)


def test_what_comes_round_on_a_weekday_is_on_today_with_who_sees_to_it(house: SmallHouse, tablet: Tablet) -> None:
    day = house.desk.today()
    routines.set_days(house.desk, "laundry", (day.weekday(),), (house.adult,), house.adult)
    routines.set_days(house.desk, "windows", ((day.weekday() + 1) % 7,), (), house.adult)
    ((found, names),) = today.page(house.desk).at_home.routines
    assert (found.key, names) == ("laundry", ("Bram",))
    tablet.write("routine", 1, episode_id="r", set_key="laundry", run="begin")
    tablet.write("routine", 2, episode_id="r", set_key="laundry", run="end")
    assert today.page(house.desk).at_home.routines == (), "done today"
    with pytest.raises(InvalidValue, match="no adult"):
        routines.set_days(house.desk, "laundry", (0,), (99,), house.adult)


def test_a_branch_a_pile_and_a_photograph_of_a_step(house: SmallHouse, tablet: Tablet) -> None:
    photo = picture()

    def run(what: str, minute: float, **more: object) -> Taken:
        return tablet.write("routine", minute, episode_id="r", set_key="laundry", run=what, **more)

    run("begin", 1)
    assert run("branch", 2, word="it goes in the dryer", right=False).new == 1
    assert run("branch", 2, word="it goes in the dryer", right=False).new == 0
    assert run("step", 3, word=f"pile/child-{house.ilse}", child_id=house.ilse).new == 1
    assert "hangs" in run("branch", 4, word="it snows").refused[0].message
    assert "no step" in run("step", 5, word="load/child-1").refused[0].message
    ((going, _),) = routines.board(house.desk).open
    assert (going.branches, [d.step for d in going.done]) == ((("it goes in the dryer", False),), ["pile/child-1"])
    photos.add_step_photo(house.desk, "laundry", "sort", photo, house.adult)
    assert photos.step_photo_of(house.desk, "laundry", "sort").startswith(b"\xff\xd8")
    photos.drop_step_photo(house.desk, "laundry", "sort", house.adult)
    with pytest.raises(NotFound):
        photos.step_photo_of(house.desk, "laundry", "sort")
    with pytest.raises(NotFound, match="no step"):
        photos.add_step_photo(house.desk, "laundry", "fly", photo, house.adult)


def test_a_routine_is_run_by_invitation_step_by_step(house: SmallHouse, tablet: Tablet) -> None:
    def run(what: str, minute: float, **more: object) -> int:
        told = {"episode_id": "run-1", "set_key": "laundry", "run": what, **more}
        return tablet.write("routine", minute, **told).new

    assert run("begin", 1) == 1
    assert run("begin", 1.5) == 0, "begun once"
    run("invite", 2, child_id=house.ilse, outcome="came")
    run("invite", 2, child_id=house.tove, outcome="rather not")
    run("step", 3, word="sort", child_id=house.ilse)
    assert run("step", 4, word="sort") == 0, "done once, by whom it was first said of"
    run("step", 5, word="load")
    run("unstep", 6, word="load")
    ((open_run, following),) = routines.board(house.desk).open
    assert open_run.invited == ((house.ilse, "came"), (house.tove, "rather not"))
    assert [(d.step, d.child_id) for d in open_run.done] == [("sort", house.ilse)]
    assert following is not None
    assert following.key == "right-way"
    run("end", 60)
    board = routines.board(house.desk)
    assert (board.open, board.past[0].ended) == ((), at(60))
    for more, said in (
        ({"run": "juggle"}, "expected one of"),
        ({"set_key": "cards"}, "no routine"),
        ({"run": "step", "word": "fly"}, "no step"),
        ({"run": "invite", "child_id": 1}, "expected one"),
    ):
        told = {"episode_id": "r2", "set_key": "laundry", "run": "begin", **more}
        assert said in tablet.write("routine", 70, **told).refused[0].message


def test_a_showing_is_planned_due_given_and_gone(house: SmallHouse, pouring: int, tablet: Tablet) -> None:
    day = house.desk.today()
    (due,) = showing.due(house.desk)[0].due
    assert (due.tray.name, due.again, due.planned_id) == ("Pouring", False, None)
    showing.plan(house.desk, house.ilse, pouring, day, house.adult)
    script = showing.script(house.desk, house.ilse, pouring)
    assert (script.planned is not None, script.style, script.design) == (True, "silent", None)
    tablet.write("showed", 5, child_id=house.ilse, tray_id=pouring, outcome="watched")
    assert showing.due(house.desk)[0].due == ()
    assert showing.script(house.desk, house.ilse, pouring).planned is None
    assert showing.script(house.desk, house.ilse, pouring).shown[0].outcome == "watched"
    with pytest.raises(InvalidValue, match="is past"):
        showing.plan(house.desk, house.ilse, pouring, day - timedelta(days=1), None)
    showing.plan(house.desk, house.ilse, pouring, day + timedelta(days=2), house.adult)
    (plan,) = showing.planned(house.desk.house())
    showing.unplan(house.desk, plan.id, house.adult)
    assert showing.planned(house.desk.house()) == ()
    with pytest.raises(NotFound):
        showing.unplan(house.desk, plan.id, house.adult)


def test_material_missing_is_a_line_on_today_until_the_tray_is_complete(
    house: SmallHouse, pouring: int, tablet: Tablet, clock: SetClock
) -> None:
    work = {"episode_id": "e1", "child_id": house.ilse}
    tablet.send(
        tablet.item("start", 1, tray_id=pouring, **work),
        tablet.item("note", 2, text="No cloth.", **work),
        tablet.item("broken", 3, cause="material missing", **work),
    )
    (line,) = today.page(house.desk).complete
    assert (line.tray.name, line.child.name, line.at, line.note) == ("Pouring", "Ilse", at(3), "No cloth.")
    clock.move_on(timedelta(minutes=10))
    today.complete(house.desk, pouring, house.adult)
    assert today.page(house.desk).complete == ()
    tablet.write("broken", 20, cause="material missing", **work)
    assert len(today.page(house.desk).complete) == 1, "missing again"
    clock.move_on(timedelta(minutes=30))
    today.complete(house.desk, pouring, house.adult)
    assert today.page(house.desk).complete == ()
    history.undo(house.desk)
    assert len(today.page(house.desk).complete) == 1, "an adult's own act is undone"


def test_a_morning_is_read_with_its_curve_its_breaks_and_as_a_file(
    house: SmallHouse, pouring: int, tablet: Tablet
) -> None:
    with pytest.raises(NotFound, match="No work cycle has ended"):
        reading.read_morning(house.desk, None)
    tablet.begin([house.ilse, house.tove])
    work = {"episode_id": "e1", "child_id": house.ilse}
    tablet.send(
        tablet.item("start", 5, tray_id=pouring, **work),
        tablet.item("round", 7, **work),
        tablet.item("broken", 9, cause="noise", **work),
        tablet.item("back", 10, **work),
        tablet.item("finish", 30, work=Work.RIGHT, place=Place.BACK, **work),
        tablet.item("state", 31, child_id=house.tove, cause="watching"),
        tablet.item("start", 40, episode_id="e2", child_id=house.tove, activity="kitchen"),
        tablet.item("finish", 50, episode_id="e2", child_id=house.tove, work=Work.RIGHT, place=Place.BACK),
        tablet.item("sweep", 45, states={house.ilse: "wandering", house.tove: "at work"}),
    )
    tablet.end(60)
    read = reading.read_morning(house.desk, None)
    ilse, tove = read.children
    assert (ilse.longest_min, ilse.stretches_min, ilse.rounds) == (20, (4, 20), 1)
    assert (ilse.breaks, ilse.came_back) == ((("noise", 1),), 1)
    assert ilse.curve is not None
    assert ilse.curve.great is not None
    assert ilse.curve.great.from_min == 10
    assert tove.curve is not None
    assert tove.curve.by_minute[31:40] == ("watching",) * 9
    rows = [line.split(",") for line in reading.csv_of(house.desk, read.morning.id).splitlines()]
    assert rows[0][:5] == ["day", "child", "at", "what", "at_what"]
    assert rows[1][:5] == ["2026-03-16", "Ilse", "09:05:00", "start", "Pouring"]
    assert [r[3] for r in rows[1:]] == [
        "start",
        "round",
        "broken",
        "back",
        "finish",
        "watching",
        "start",
        "look",
        "look",
        "finish",
    ]
    assert len({r[9] for r in rows[1:] if r[9]}) == 2
    with pytest.raises(NotFound):
        reading.read_morning(house.desk, 99)


def test_the_snapshot_knows_of_lessons_and_routines_without_being_read_anew(house: SmallHouse, tablet: Tablet) -> None:
    house.desk.house()
    say(tablet, "red", "name", 1)
    tablet.write("routine", 2, episode_id="run-1", set_key="table", run="begin")
    kept = house.desk.house()
    fresh = Desk(open_engine(house.desk.database), SetClock(NOW)).house()
    assert kept.lessons == fresh.lessons
    (run,) = kept.lessons.runs
    assert run.began > NOW
