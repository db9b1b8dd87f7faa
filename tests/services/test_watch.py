"""Watching: events come once and in order, overlaps are shown, forgotten ends are asked."""

from __future__ import annotations

from datetime import UTC, datetime, timedelta
from typing import Any

import pytest

from tests.builders import tray
from tests.conftest import NOW, SmallHouse
from zither_awl.core.errors import Clash, InvalidValue, NotFound
from zither_awl.core.values import Episode, Place, Spot, Work
from zither_awl.services import cupboard, shelf, watch
from zither_awl.services.clock import SetClock
from zither_awl.services.cupboard import TrayDraft
from zither_awl.services.watch import DeviceEvent


@pytest.fixture
def set_out(house: SmallHouse) -> list[int]:
    """Two trays on the shelf."""
    ids = []
    for place, name in enumerate(("Pouring", "Folding")):
        made = tray(name, id=0, for_children=frozenset({house.ilse}))
        ids.append(cupboard.save_tray(house.desk, TrayDraft(made, "Bin 1", ()), house.adult))
        shelf.move(house.desk, ids[-1], Spot(house.shelf, 1, place), False, {}, house.adult)
    return ids


class Device:
    """A tablet that counts its events."""

    def __init__(self, house: SmallHouse, name: str = "tablet-one") -> None:
        self.house, self.name, self.count = house, name, 0

    def event(self, kind: Any, episode_id: str, at: datetime, **more: Any) -> DeviceEvent:
        self.count += 1
        return DeviceEvent(
            device=self.name,
            sequence=self.count,
            schema_version=more.pop("schema_version", 1),
            at=at,
            monotonic_ms=1.0,
            kind=kind,
            episode_id=episode_id,
            **more,
        )

    def send(self, *events: DeviceEvent) -> int:
        return watch.append(self.house.desk, events, self.house.adult)

    def takes(self, episode_id: str, tray_id: int, at: datetime, child: int | None = None) -> DeviceEvent:
        return self.event("start", episode_id, at, child_id=child or self.house.ilse, tray_id=tray_id)


def only(house: SmallHouse) -> Episode:
    (episode,) = house.desk.house().log.episodes
    return episode


def at(minutes: float) -> datetime:
    return NOW + timedelta(minutes=minutes)


def test_a_morning_is_begun_with_who_is_here_and_ended_as_seen(house: SmallHouse, clock: SetClock) -> None:
    morning_id = watch.begin_morning(house.desk, [house.ilse], house.adult)
    watch.change_present(house.desk, morning_id, [house.ilse, house.tove], house.adult)
    clock.move_on(timedelta(hours=2))
    watch.end_morning(house.desk, morning_id, "part", house.adult)
    (morning,) = house.desk.house().log.mornings
    assert morning.present == {house.ilse, house.tove}
    assert (morning.seen, morning.adult_id) == ("part", house.adult)
    assert morning.ended == NOW + timedelta(hours=2)


def test_a_morning_needs_somebody_and_knows_everybody(house: SmallHouse) -> None:
    for present in ([], [99]):
        with pytest.raises(InvalidValue, match="names no child"):
            watch.begin_morning(house.desk, present, house.adult)


def test_a_morning_left_open_is_ended_as_partly_seen_when_the_next_begins(house: SmallHouse, clock: SetClock) -> None:
    watch.begin_morning(house.desk, [house.ilse], house.adult)
    clock.move_on(timedelta(days=1))
    watch.begin_morning(house.desk, [house.ilse], house.adult)
    assert [m.seen for m in house.desk.house().log.mornings] == ["part", None]


def test_a_piece_of_work_is_told_event_by_event(house: SmallHouse, set_out: list[int]) -> None:
    watch.begin_morning(house.desk, [house.ilse], house.adult)
    device = Device(house)
    device.send(
        device.takes("episode-1", set_out[0], at(1)),
        device.event("round", "episode-1", at(2)),
        device.event("broken", "episode-1", at(4), cause="noise"),
        device.event("back", "episode-1", at(5)),
        device.event("helped", "episode-1", at(6), cause="prompted"),
        device.event("note", "episode-1", at(7), text="Wiped the drips."),
        device.event("finish", "episode-1", at(9), work=Work.MENDED, place=Place.OUT),
    )
    episode = only(house)
    assert [e.kind for e in episode.events] == ["start", "round", "broken", "back", "helped", "note", "finish"]
    assert (episode.began, episode.ended, episode.work, episode.place) == (at(1), at(9), Work.MENDED, Place.OUT)
    assert episode.morning_id is not None
    assert (episode.helped, episode.done_alone) == (True, False)


def test_events_come_once_however_often_they_are_sent(house: SmallHouse, set_out: list[int]) -> None:
    device = Device(house)
    events = [device.takes("episode-1", set_out[0], at(1)), device.event("round", "episode-1", at(2))]
    assert device.send(*events) == 2
    assert device.send(*events) == 0
    assert len(only(house).events) == 2


def test_events_are_applied_in_the_devices_order(house: SmallHouse, set_out: list[int]) -> None:
    device = Device(house)
    events = [
        device.takes("episode-1", set_out[0], at(1)),
        device.event("round", "episode-1", at(2)),
        device.event("finish", "episode-1", at(3), work=Work.RIGHT, place=Place.BACK),
    ]
    device.send(*reversed(events))
    assert [e.kind for e in only(house).events] == ["start", "round", "finish"]


def test_two_observers_of_one_beginning_write_one_episode(house: SmallHouse, set_out: list[int]) -> None:
    """Within 120 s the same child and tray is one episode; common practice, no source."""
    first, second = Device(house, "tablet-one"), Device(house, "tablet-two")
    first.send(first.takes("episode-1", set_out[0], at(1)))
    second.send(second.takes("episode-2", set_out[0], at(3)), second.event("round", "episode-2", at(4)))
    assert [e.kind for e in only(house).events] == ["start", "start", "round"]
    third = Device(house, "tablet-three")
    third.send(third.takes("episode-3", set_out[0], at(6)))
    assert len(house.desk.house().log.episodes) == 2


def test_taking_another_leaves_the_first_without_an_invented_end(house: SmallHouse, set_out: list[int]) -> None:
    device = Device(house)
    device.send(device.takes("episode-1", set_out[0], at(1)), device.takes("episode-2", set_out[1], at(12)))
    first, second = house.desk.house().log.episodes
    assert (first.ended, first.question, second.question) == (None, "ended when?", "")
    assert watch.forgotten(house.desk.house(), at(13)) == (first,)


def test_two_tablets_that_saw_different_things_at_once_keep_both_and_ask_which(
    house: SmallHouse, set_out: list[int]
) -> None:
    first, second = Device(house, "tablet-one"), Device(house, "tablet-two")
    first.send(first.takes("episode-1", set_out[0], at(1)), first.event("finish", "episode-1", at(20)))
    second.send(second.takes("episode-2", set_out[1], at(10)), second.event("finish", "episode-2", at(30)))
    assert [e.question for e in house.desk.house().log.episodes] == ["", "which one?"]
    asked = watch.forgotten(house.desk.house(), at(31))
    assert [e.id for e in asked] == ["episode-2"]
    watch.strike(house.desk, "episode-2", True, house.adult)
    assert watch.forgotten(house.desk.house(), at(31)) == ()


def test_several_children_at_once(house: SmallHouse, set_out: list[int]) -> None:
    device = Device(house)
    device.send(device.takes("episode-1", set_out[0], at(1)), device.takes("episode-2", set_out[1], at(1), house.tove))
    assert [e.question for e in house.desk.house().log.episodes] == ["", ""]


@pytest.mark.parametrize(("minutes", "asked"), [(90, False), (91, True)])
def test_a_forgotten_timer_is_asked_for_after_an_hour_and_a_half(
    house: SmallHouse, set_out: list[int], minutes: int, asked: bool
) -> None:
    """90 minutes; common practice, no source."""
    device = Device(house)
    device.send(device.takes("episode-1", set_out[0], at(0)))
    assert bool(watch.forgotten(house.desk.house(), at(minutes))) is asked


def test_what_is_open_when_the_morning_ends_is_asked(house: SmallHouse, set_out: list[int], clock: SetClock) -> None:
    morning_id = watch.begin_morning(house.desk, [house.ilse], house.adult)
    device = Device(house)
    device.send(device.takes("episode-1", set_out[0], at(1)))
    clock.move_on(timedelta(minutes=30))
    watch.end_morning(house.desk, morning_id, "all", house.adult)
    assert only(house).question == "ended when?"
    assert only(house).ended is None


def test_the_likely_end_is_the_childs_own_usual_length_and_never_after_what_came_next(
    house: SmallHouse, set_out: list[int], clock: SetClock
) -> None:
    device = Device(house)
    clock.move_on(timedelta(hours=3))
    for n, minutes in enumerate((6, 8, 10)):
        device.send(
            device.takes(f"before-{n}-0", set_out[0], at(20 * n)),
            device.event("finish", f"before-{n}-0", at(20 * n + minutes)),
        )
    device.send(device.takes("forgotten", set_out[0], at(100)))
    open_one = house.desk.house().log.episodes[-1]
    assert watch.likely_end(house.desk.house(), open_one) == at(108)
    device.send(device.takes("following", set_out[1], at(105)))
    assert watch.likely_end(house.desk.house(), open_one) == at(105)


def test_an_event_of_a_newer_device_is_kept_there(house: SmallHouse, set_out: list[int]) -> None:
    device = Device(house)
    with pytest.raises(InvalidValue, match="this program knows 1"):
        device.send(
            device.event("start", "episode-1", at(1), child_id=house.ilse, tray_id=set_out[0], schema_version=2)
        )


def test_an_event_of_nobody_is_refused(house: SmallHouse, set_out: list[int]) -> None:
    device = Device(house)
    with pytest.raises(NotFound, match="no episode"):
        device.send(device.event("round", "never-begun", at(1)))
    with pytest.raises(NotFound, match="no child 99"):
        device.send(device.takes("episode-1", set_out[0], at(1), 99))


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
    made = watch.save_episode(
        house.desk, past(house, set_out[0], -120, -110), house.adult, rounds=4, helped="together", note="First time."
    )
    assert [e.kind for e in only(house).events] == ["round"] * 4 + ["helped", "note"]
    watch.save_episode(house.desk, past(house, set_out[0], -120, -105, id=made), house.adult, rounds=4)
    assert len(only(house).events) == 6
    watch.strike(house.desk, made, True, house.adult)
    assert only(house).struck
    labels = [(line.label, line.adult_id) for line in watch.trace(house.desk, made)]
    assert labels == [("Entered Ilse, Pouring", 1), ("Mended Ilse, Pouring", 1), ("Struck out an episode", 1)]
    assert watch.trace(house.desk, made)[1].before["ended"] != watch.trace(house.desk, made)[1].after["ended"]
    watch.strike(house.desk, made, False, house.adult)
    assert not only(house).struck


def test_an_overlap_entered_by_hand_is_refused_with_the_clash_shown(house: SmallHouse, set_out: list[int]) -> None:
    first = watch.save_episode(house.desk, past(house, set_out[0], -120, -110), house.adult)
    with pytest.raises(Clash, match="Ilse was with Pouring from 07:00 to 07:10") as caught:
        watch.save_episode(house.desk, past(house, set_out[1], -111, -100), house.adult)
    assert caught.value.other == first
    watch.save_episode(house.desk, past(house, set_out[1], -110, -100), house.adult)


def test_work_still_to_come_is_refused(house: SmallHouse, set_out: list[int]) -> None:
    with pytest.raises(InvalidValue, match="still to come"):
        watch.save_episode(house.desk, past(house, set_out[0], 10, 20), house.adult)


def test_a_showing_is_first_and_then_again(house: SmallHouse, set_out: list[int]) -> None:
    assert watch.present_tray(house.desk, house.ilse, set_out[0], house.adult) is False
    assert watch.present_tray(house.desk, house.ilse, set_out[0], house.adult) is True
    assert [p.again for p in house.desk.house().log.presentations] == [False, True]


def test_the_board_shows_the_open_morning_and_what_stands_out(house: SmallHouse, set_out: list[int]) -> None:
    assert watch.board(house.desk).morning is None
    watch.begin_morning(house.desk, [house.ilse], house.adult)
    board = watch.board(house.desk)
    assert board.morning is not None
    assert [o.tray.name for o in board.offers] == ["Pouring", "Folding"]
    assert dict(board.scales) == {house.ilse: None, house.tove: None}


def test_a_clock_for_tests_does_not_go_back() -> None:
    with pytest.raises(ValueError, match="moved back"):
        SetClock(datetime(2026, 1, 1, tzinfo=UTC)).move_on(timedelta(seconds=-1))


def test_how_deep_it_was_is_one_of_five_described_steps(house: SmallHouse, set_out: list[int]) -> None:
    device = Device(house)
    start = device.event("start", "e-deep-1", NOW, child_id=house.ilse, tray_id=set_out[0])
    watch.append(house.desk, [start], house.adult)
    with pytest.raises(InvalidValue, match="'very'"):
        watch.append(
            house.desk, [device.event("depth", "e-deep-1", NOW + timedelta(minutes=1), cause="very")], house.adult
        )
    deep = device.event("depth", "e-deep-1", NOW + timedelta(minutes=2), cause="has to be called twice")
    watch.append(house.desk, [deep], house.adult)
    (kept,) = house.desk.house().log.episodes
    assert [e.cause for e in kept.events if e.kind == "depth"] == ["has to be called twice"]
