"""Watching: events come once and in order, overlaps are shown, forgotten ends are asked."""

from __future__ import annotations

from dataclasses import replace
from datetime import UTC, datetime, timedelta
from typing import Any

import pytest

from tests.builders import tray
from tests.conftest import NOW, SmallHouse
from tests.devices import Tablet, at, works
from zither_awl.core.errors import InvalidValue, NotFound, Overlap
from zither_awl.core.values import Episode, Morning, Place, Spot, Work
from zither_awl.services import cupboard, history, mending, shelf, watch
from zither_awl.services.clock import SetClock
from zither_awl.services.cupboard import TrayDraft
from zither_awl.services.desk import Desk
from zither_awl.services.mending import Told
from zither_awl.services.recording import DeviceItem
from zither_awl.store import open_engine


@pytest.fixture
def set_out(house: SmallHouse) -> list[int]:
    """Two trays on the shelf."""
    ids = []
    for place, name in enumerate(("Pouring", "Folding")):
        made = tray(name, id=0, for_children=frozenset({house.ilse}))
        ids.append(cupboard.save_tray(house.desk, TrayDraft(made, "Bin 1", ()), house.adult))
        shelf.move(house.desk, ids[-1], Spot(house.shelf, 1, place), False, {}, house.adult)
    return ids


@pytest.fixture
def tablet(house: SmallHouse) -> Tablet:
    """Bram's tablet."""
    return Tablet(house.desk, adult=house.adult)


def only(house: SmallHouse) -> Episode:
    (episode,) = works(house.desk)
    return episode


def ilse(kind: Any, minutes: float, tablet: Tablet, name: str = "episode-1", **more: Any) -> DeviceItem:
    """Something within a piece of Ilse's work."""
    return tablet.item(kind, minutes, episode_id=name, child_id=1, **more)


def episodes(house: SmallHouse) -> tuple[Episode, ...]:
    return works(house.desk)


def test_a_morning_is_begun_with_who_is_here_and_ended_as_seen(house: SmallHouse, tablet: Tablet) -> None:
    tablet.begin([house.ilse])
    mending.change_present(house.desk, 1, [house.ilse, house.tove], house.adult)
    tablet.end(120, "part")
    (morning,) = house.desk.house().log.mornings
    assert morning.present == {house.ilse, house.tove}
    assert (morning.began, morning.seen, morning.adult_id) == (at(0), "part", house.adult)
    assert morning.ended == at(120)


def test_a_morning_needs_somebody_and_knows_everybody(house: SmallHouse, tablet: Tablet) -> None:
    assert "names no child" in tablet.begin([]).refused[0].message
    assert "no child 99" in tablet.begin([99]).refused[0].message
    assert "not begun" in tablet.end(5).refused[0].message
    assert house.desk.house().log.mornings == ()


def test_a_morning_left_open_is_ended_where_it_was_last_seen_when_the_next_begins(
    house: SmallHouse, set_out: list[int], tablet: Tablet
) -> None:
    tablet.begin([house.ilse])
    tablet.send(tablet.takes("episode-1", house.ilse, set_out[0], 5), ilse("round", 9, tablet))
    tablet.begin([house.ilse], 24 * 60)
    first, second = house.desk.house().log.mornings
    assert (first.seen, first.ended, second.seen) == ("part", at(10), None)


@pytest.mark.parametrize("later_first", [False, True])
def test_two_tablets_that_begin_and_end_one_morning_agree(house: SmallHouse, later_first: bool) -> None:
    one, two = Tablet(house.desk, "tablet-one"), Tablet(house.desk, "tablet-two")
    begins = [(one, [house.ilse], 4.0), (two, [house.tove], 0.0)]
    ends: list[tuple[Tablet, float, Any]] = [(one, 100.0, "all"), (two, 110.0, "part")]
    for tablet, present, minute in reversed(begins) if later_first else begins:
        tablet.begin(present, minute)
    for tablet, minute, seen in reversed(ends) if later_first else ends:
        tablet.end(minute, seen)
    (morning,) = house.desk.house().log.mornings
    assert (morning.began, morning.ended, morning.seen) == (at(0), at(110), "part")
    assert morning.present == {house.ilse, house.tove}


def test_a_piece_of_work_is_told_event_by_event(house: SmallHouse, set_out: list[int], tablet: Tablet) -> None:
    tablet.begin([house.ilse])
    tablet.send(
        tablet.takes("episode-1", house.ilse, set_out[0], 1),
        ilse("round", 2, tablet),
        ilse("broken", 4, tablet, cause="noise"),
        ilse("back", 5, tablet),
        ilse("helped", 6, tablet, cause="prompted"),
        ilse("part", 6.5, tablet, text="the large button", cause="done"),
        ilse("mended", 6.7, tablet),
        ilse("note", 7, tablet, text="Wiped the drips."),
        ilse("finish", 9, tablet, work=Work.MENDED, place=Place.OUT),
    )
    episode = only(house)
    kinds = ["start", "round", "broken", "back", "helped", "part", "mended", "note", "finish"]
    assert [e.kind for e in episode.events] == kinds
    assert (episode.began, episode.ended, episode.work, episode.place) == (at(1), at(9), Work.MENDED, Place.OUT)
    assert episode.morning_id is not None
    assert (episode.helped, episode.done_alone) == (True, False)
    offers = {o.tray.id: o.parts for o in watch.board(house.desk).offers}
    assert offers[set_out[0]] == ("the large button",), "a part told once is offered afterwards"


def test_events_come_once_however_often_they_are_sent(house: SmallHouse, set_out: list[int], tablet: Tablet) -> None:
    items = [tablet.takes("episode-1", house.ilse, set_out[0], 1), ilse("round", 2, tablet)]
    assert tablet.send(*items, items[0]).new == 2
    assert tablet.send(*items).new == 0
    other = Tablet(house.desk, "tablet-two").takes("episode-2", house.tove, set_out[0], 1)
    assert tablet.send(items[0], other).new == 1, "two devices that count alike, in one sending"
    assert [len(e.events) for e in episodes(house)] == [2, 1]


def test_two_observers_of_one_beginning_write_one_episode(house: SmallHouse, set_out: list[int]) -> None:
    """Within 120 s the same child and tray is one episode; common practice, no source."""
    first, second, third = (Tablet(house.desk, f"tablet-{n}") for n in ("one", "two", "three"))
    first.send(first.takes("episode-1", house.ilse, set_out[0], 1))
    second.send(second.takes("episode-2", house.ilse, set_out[0], 3), ilse("round", 4, second, "episode-2"))
    assert [e.kind for e in only(house).events] == ["start", "start", "round"]
    first.send(ilse("round", 4.1, first))
    assert [e.kind for e in only(house).events] == ["start", "start", "round"], "one round seen by two is one round"
    third.send(third.takes("episode-3", house.ilse, set_out[0], 6))
    assert len(episodes(house)) == 2


def test_an_earlier_beginning_that_comes_late_takes_the_later_one_in(house: SmallHouse, set_out: list[int]) -> None:
    first, second = Tablet(house.desk, "tablet-one"), Tablet(house.desk, "tablet-two")
    second.send(second.takes("episode-2", house.ilse, set_out[0], 2), ilse("round", 4, second, "episode-2"))
    assert only(house).id == "episode-2"
    first.send(first.takes("episode-1", house.ilse, set_out[0], 1))
    assert (only(house).id, only(house).began, len(only(house).events)) == ("episode-1", at(1), 3)
    second.send(ilse("finish", 8, second, "episode-2", work=Work.RIGHT, place=Place.BACK))
    assert only(house).ended == at(8), "the second tablet may go on by its own name"


def test_taking_another_leaves_the_first_without_an_invented_end(
    house: SmallHouse, set_out: list[int], tablet: Tablet
) -> None:
    tablet.send(
        tablet.takes("episode-1", house.ilse, set_out[0], 1), tablet.takes("episode-2", house.ilse, set_out[1], 12)
    )
    first, second = episodes(house)
    assert (first.ended, first.question, second.question) == (None, "ended when?", "")
    assert mending.forgotten(house.desk, at(13)) == (first,)


def test_two_tablets_that_saw_different_things_at_once_keep_both_and_ask_which(
    house: SmallHouse, set_out: list[int]
) -> None:
    first, second = Tablet(house.desk, "tablet-one"), Tablet(house.desk, "tablet-two")
    first.send(first.takes("episode-1", house.ilse, set_out[0], 1), ilse("finish", 20, first))
    second.send(second.takes("episode-2", house.ilse, set_out[1], 10), ilse("finish", 30, second, "episode-2"))
    assert [e.question for e in episodes(house)] == ["", "which one?"]
    asked = mending.forgotten(house.desk, at(31))
    assert [e.id for e in asked] == ["episode-2"]
    mending.strike(house.desk, "episode-2", True, house.adult)
    assert mending.forgotten(house.desk, at(31)) == ()


def test_several_children_at_once(house: SmallHouse, set_out: list[int], tablet: Tablet) -> None:
    tablet.send(tablet.takes("e-1", house.ilse, set_out[0], 1), tablet.takes("e-2", house.tove, set_out[0], 1))
    assert [e.question for e in episodes(house)] == ["", ""]


@pytest.mark.parametrize(("minutes", "asked"), [(90, False), (91, True)])
def test_a_forgotten_timer_is_asked_for_after_an_hour_and_a_half(
    house: SmallHouse, set_out: list[int], tablet: Tablet, minutes: int, asked: bool
) -> None:
    """90 minutes; common practice, no source."""
    tablet.send(tablet.takes("episode-1", house.ilse, set_out[0], 0))
    assert bool(mending.forgotten(house.desk, at(minutes))) is asked


def test_what_is_open_when_the_morning_ends_is_asked(house: SmallHouse, set_out: list[int], tablet: Tablet) -> None:
    tablet.begin([house.ilse])
    tablet.send(tablet.takes("episode-1", house.ilse, set_out[0], 1))
    tablet.end(30)
    assert mending.forgotten(house.desk, at(31)) == (only(house),)
    assert only(house).ended is None


def test_the_likely_end_is_the_childs_own_usual_length_and_never_after_what_came_next(
    house: SmallHouse, set_out: list[int], tablet: Tablet
) -> None:
    for n, minutes in enumerate((6, 8, 10)):
        tablet.send(
            tablet.takes(f"before-{n}", house.ilse, set_out[0], 20 * n),
            ilse("finish", 20 * n + minutes, tablet, f"before-{n}"),
        )
    tablet.send(tablet.takes("forgotten", house.ilse, set_out[0], 100))
    open_one = episodes(house)[-1]
    assert mending.likely_end(house.desk, open_one) == at(108)
    tablet.send(tablet.takes("following", house.ilse, set_out[1], 105))
    assert mending.likely_end(house.desk, open_one) == at(105)


def test_a_form_newer_than_the_program_is_refused_and_kept_there(
    house: SmallHouse, set_out: list[int], tablet: Tablet
) -> None:
    newer = tablet.item("start", 1, episode_id="e", child_id=house.ilse, tray_id=set_out[0], schema_version=3)
    with pytest.raises(InvalidValue, match="this program knows 2"):
        tablet.send(tablet.takes("episode-1", house.ilse, set_out[0], 1), newer)
    assert episodes(house) == (), "nothing of the sending is taken, so that the device keeps all of it"


def test_events_written_down_before_an_update_are_taken_after_it(
    house: SmallHouse, set_out: list[int], tablet: Tablet
) -> None:
    """The first form named the child and the tray at the start only."""
    tablet.send(
        tablet.item("start", 1, episode_id="old", child_id=house.ilse, tray_id=set_out[0], schema_version=1),
        tablet.item("round", 2, episode_id="old", schema_version=1),
    )
    tablet.send(tablet.item("finish", 5, episode_id="old", work=Work.RIGHT, place=Place.BACK, schema_version=1))
    assert (len(only(house).events), only(house).ended) == (3, at(5))


def test_one_item_that_cannot_be_taken_holds_up_no_other(house: SmallHouse, set_out: list[int], tablet: Tablet) -> None:
    taken = tablet.send(
        tablet.item("round", 1, episode_id="never-begun", schema_version=1),
        tablet.takes("of-nobody", 99, set_out[0], 1),
        tablet.takes("episode-1", house.ilse, set_out[0], 1),
        ilse("depth", 2, tablet, cause="very"),
        ilse("broken", 3, tablet, cause="a parrot"),
        ilse("part", 3, tablet, cause="done"),
        tablet.item("state", 3, child_id=house.tove, cause="asleep"),
        tablet.item("start", 3, episode_id="both", child_id=house.tove, tray_id=set_out[0], activity="kitchen"),
        ilse("depth", 4, tablet, cause="has to be called twice"),
    )
    said = [r.message for r in taken.refused]
    assert (taken.new, [r.sequence for r in taken.refused]) == (2, [1, 2, 4, 5, 6, 7, 8])
    expected = ("no piece of work", "no child 99", "'very'", "'a parrot'", "said: a part", "'asleep'", "cannot both")
    for message, words in zip(said, expected, strict=True):
        assert words in message
    assert [e.kind for e in only(house).events] == ["start", "depth"]


def test_work_that_stands_on_no_shelf_and_states_are_written_down(
    house: SmallHouse, set_out: list[int], tablet: Tablet
) -> None:
    tablet.begin([house.ilse, house.tove])
    tablet.write("state", 2, child_id=house.ilse, cause="watching")
    tablet.write("start", 5, episode_id="k", child_id=house.ilse, activity="garden")
    tablet.write("state", 6, child_id=house.tove, cause="resting")
    tablet.end(30)
    assert (only(house).activity, only(house).tray_id) == ("garden", None)
    board = watch.board(house.desk)
    spells = [(s.child_id, s.state, s.began, s.ended) for s in board.spells]
    assert spells == [(house.ilse, "watching", at(2), at(5)), (house.tove, "resting", at(6), at(30))]
    assert board.activities[0] == "garden", "what the house did last is offered first"


def test_an_event_taken_back_no_longer_counts_and_can_be_brought_back(
    house: SmallHouse, set_out: list[int], tablet: Tablet
) -> None:
    tablet.send(tablet.takes("episode-1", house.ilse, set_out[0], 1), ilse("helped", 2, tablet, cause="together"))
    start, helped = only(house).events
    mending.strike_event(house.desk, helped.id, True, house.adult)
    assert [e.kind for e in only(house).events] == ["start"]
    assert not only(house).helped
    mending.strike_event(house.desk, helped.id, False, house.adult)
    assert only(house).helped
    with pytest.raises(InvalidValue, match="is a start"):
        mending.strike_event(house.desk, start.id, True, house.adult)
    with pytest.raises(NotFound):
        mending.strike_event(house.desk, 999, True, house.adult)


def test_what_an_adult_mended_stays_whatever_comes_later(
    house: SmallHouse, set_out: list[int], clock: SetClock
) -> None:
    one, two = Tablet(house.desk, "tablet-one"), Tablet(house.desk, "tablet-two")
    clock.move_on(timedelta(hours=1))
    one.send(one.takes("episode-1", house.ilse, set_out[0], 1), ilse("round", 2, one))
    mending.save_episode(house.desk, replace(only(house), ended=at(10), work=Work.RIGHT, place=Place.OUT), house.adult)
    two.send(
        two.takes("episode-2", house.ilse, set_out[0], 1.5),
        ilse("round", 5, two, "episode-2"),
        ilse("finish", 20, two, "episode-2", work=Work.UNFINISHED, place=Place.BACK),
    )
    kept = only(house)
    assert (kept.id, kept.ended, kept.work, kept.place) == ("episode-1", at(10), Work.RIGHT, Place.OUT)
    assert sum(e.kind == "round" for e in kept.events) == 2, "what the other saw is told all the same"


def test_a_whole_morning_is_told_at_once_or_not_at_all(house: SmallHouse, set_out: list[int], clock: SetClock) -> None:
    clock.move_on(timedelta(hours=4))
    morning = Morning(id=0, day=NOW.date(), began=at(0), ended=at(150), present=frozenset({1, 2}), seen="all")
    pieces = [
        (past(house, set_out[0], 10, 20), Told(rounds=3)),
        (past(house, set_out[1], 25, 40), Told(note="Corner on corner.")),
    ]
    with pytest.raises(Overlap, match="Ilse was with Folding"):
        mending.tell_morning(house.desk, morning, [*pieces, (past(house, set_out[0], 30, 50), Told())], house.adult)
    assert house.desk.house().log.mornings == ()
    mending.tell_morning(house.desk, morning, pieces, house.adult)
    assert [sum(e.kind == "round" for e in each.events) for each in episodes(house)] == [3, 0]
    assert {e.morning_id for e in episodes(house)} == {1}
    more = replace(morning, began=at(100), ended=at(160), present=frozenset({1}))
    mending.tell_morning(house.desk, more, [], house.adult)
    (kept,) = house.desk.house().log.mornings
    assert (kept.ended, sorted(kept.present)) == (at(160), [1, 2]), "a morning of that time is added to"
    assert history.undo(house.desk) is not None
    for wrong in (replace(morning, present=frozenset()), replace(morning, ended=at(0))):
        with pytest.raises(InvalidValue):
            mending.tell_morning(house.desk, wrong, [], house.adult)


def test_the_snapshot_after_a_write_is_the_house_read_anew(house: SmallHouse, set_out: list[int]) -> None:
    one, two = Tablet(house.desk, "tablet-one", house.adult), Tablet(house.desk, "tablet-two")
    house.desk.house()
    one.begin([house.ilse, house.tove])
    two.send(two.takes("episode-2", house.ilse, set_out[0], 2))
    one.send(one.takes("episode-1", house.ilse, set_out[0], 1), ilse("finish", 9, one))
    one.write("state", 10, child_id=house.ilse, cause="watching")
    one.write("showed", 11, child_id=house.tove, tray_id=set_out[1])
    one.sweep(12, {house.ilse: "watching", house.tove: "at work"})
    history.undo(house.desk)
    one.end(30)
    carried = house.desk.house()
    fresh = Desk(open_engine(house.desk.database), SetClock(NOW)).house()
    assert (carried, carried.window) == (fresh, fresh.window)


def past(house: SmallHouse, tray_id: int, began: float, ended: float, **more: Any) -> Episode:
    return Episode(
        id=more.pop("id", ""),
        child_id=house.ilse,
        tray_id=tray_id,
        began=at(began),
        ended=at(ended),
        work=Work.RIGHT,
        place=Place.BACK,
    )


def test_past_work_is_entered_mended_and_struck_out_with_a_trace(house: SmallHouse, set_out: list[int]) -> None:
    made = mending.save_episode(
        house.desk, past(house, set_out[0], -120, -110), house.adult, Told(4, "together", "First time.")
    )
    assert [e.kind for e in only(house).events] == ["round"] * 4 + ["helped", "note"]
    mending.save_episode(house.desk, past(house, set_out[0], -120, -105, id=made), house.adult, Told(rounds=4))
    assert len(only(house).events) == 6
    mending.strike(house.desk, made, True, house.adult)
    assert only(house).struck
    labels = [(line.label, line.adult_id) for line in mending.trace(house.desk, made)]
    assert labels == [("Entered Ilse, Pouring", 1), ("Mended Ilse, Pouring", 1), ("Removed an episode", 1)]
    assert mending.trace(house.desk, made)[1].before["ended"] != mending.trace(house.desk, made)[1].after["ended"]
    mending.strike(house.desk, made, False, house.adult)
    assert not only(house).struck


def test_an_overlap_entered_by_hand_is_refused_with_the_clash_shown(house: SmallHouse, set_out: list[int]) -> None:
    first = mending.save_episode(house.desk, past(house, set_out[0], -120, -110), house.adult)
    with pytest.raises(Overlap, match="Ilse was with Pouring from 07:00 to 07:10") as caught:
        mending.save_episode(house.desk, past(house, set_out[1], -111, -100), house.adult)
    assert caught.value.other == first
    mending.save_episode(house.desk, past(house, set_out[1], -110, -100), house.adult)


def test_work_still_to_come_is_refused(house: SmallHouse, set_out: list[int]) -> None:
    with pytest.raises(InvalidValue, match="still to come"):
        mending.save_episode(house.desk, past(house, set_out[0], 10, 20), house.adult)


def test_a_showing_is_first_and_then_again_and_comes_once(
    house: SmallHouse, set_out: list[int], tablet: Tablet
) -> None:
    shown = tablet.item("showed", 1, child_id=house.ilse, tray_id=set_out[0])
    assert [tablet.send(shown).new, tablet.send(shown).new] == [1, 0]
    tablet.write("showed", 2, child_id=house.ilse, tray_id=set_out[0], outcome="watched")
    assert [(p.again, p.outcome) for p in house.desk.house().log.presentations] == [(False, ""), (True, "watched")]
    assert "must be said" in tablet.write("showed", 3, child_id=house.ilse).refused[0].message


def test_the_board_shows_the_open_morning_and_what_stands_out(
    house: SmallHouse, set_out: list[int], tablet: Tablet
) -> None:
    assert watch.board(house.desk).morning is None
    tablet.begin([house.ilse])
    board = watch.board(house.desk)
    assert board.morning is not None
    assert [o.tray.name for o in board.offers] == ["Pouring", "Folding"]
    assert dict(board.scales) == {house.ilse: None, house.tove: None}


def test_a_clock_for_tests_does_not_go_back() -> None:
    with pytest.raises(ValueError, match="moved back"):
        SetClock(datetime(2026, 1, 1, tzinfo=UTC)).move_on(timedelta(seconds=-1))


def test_effort_and_parts_are_told_in_the_evening_and_count_as_those_that_were_tapped(
    house: SmallHouse, set_out: list[int]
) -> None:
    told = Told(effort="tried hard", parts=(("zip", True), ("bow", False)))
    mending.save_episode(house.desk, past(house, set_out[0], -120, -110), house.adult, told)
    events = {(e.kind, e.cause, e.text) for e in only(house).events}
    assert {("effort", "tried hard", ""), ("part", "done", "zip"), ("part", "not yet", "bow")} <= events
    (visit,) = house.desk.house().window.visits
    assert dict(visit.parts) == {"zip": True, "bow": False}
