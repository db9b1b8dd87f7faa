"""Sweeping the room: taken once, by one adult or two, undone, and refused when there is nobody to look at."""

from __future__ import annotations

from datetime import timedelta

import pytest

from tests.conftest import NOW, Client, SmallHouse
from zither_awl.core.errors import InvalidValue
from zither_awl.core.values import Sweep
from zither_awl.services import history, people, sweeping, watch
from zither_awl.services.sweeping import Swept


def swept(house: SmallHouse) -> Swept:
    now = house.desk.house()
    return sweeping.swept(now, watch.open_morning(now))


def look(house: SmallHouse, minute: float, ilse: str, tove: str, adult: int | None = None) -> bool:
    states = {house.ilse: ilse, house.tove: tove}
    key = f"key-{minute}-{adult}"
    return sweeping.sweep(house.desk, key, NOW + timedelta(minutes=minute), states, adult or house.adult)


def test_looks_are_kept_once_counted_and_undone(house: SmallHouse) -> None:
    watch.begin_morning(house.desk, (house.ilse, house.tove), house.adult)
    assert swept(house).due is None
    assert look(house, 5, "at work", "resting")
    assert not look(house, 5, "wandering", "resting"), "the same key again"
    found = swept(house)
    assert (found.count, found.due) == (1, NOW + timedelta(minutes=10))
    assert [(c.name, s.at_work, s.looks, s.low) for c, s in found.shares] == [
        ("Ilse", 1, 1, None),
        ("Tove", 0, 1, None),
    ]
    for n in range(2, 8):
        look(house, 5 * n, "at work", "watching")
    low = swept(house).shares[0][1].low
    assert low is not None
    assert 0.5 < low < 1
    history.undo(house.desk)
    assert swept(house).count == 6


def test_two_adults_sweep_together_and_their_agreement_is_reckoned(house: SmallHouse) -> None:
    watch.begin_morning(house.desk, (house.ilse, house.tove), house.adult)
    other = people.add_adult(house.desk, "Kwame").id
    for n in range(3):
        look(house, 5 * n, "at work", "resting")
        look(house, 5 * n + 0.5, "at work", "resting" if n else "watching", other)
    found = swept(house)
    assert found.count == 3, "two who sweep together look no oftener"
    assert found.agreement is not None
    assert (found.agreement.alike, found.agreement.looks) == (5, 6)


def test_no_morning_no_such_child_and_no_such_state_are_told(house: SmallHouse) -> None:
    with pytest.raises(InvalidValue, match="not begun"):
        look(house, 0, "at work", "resting")
    watch.begin_morning(house.desk, (house.ilse,), house.adult)
    with pytest.raises(InvalidValue, match="not here"):
        look(house, 0, "at work", "resting")
    with pytest.raises(InvalidValue, match="'asleep'"):
        sweeping.sweep(house.desk, "key-of-it", NOW, {house.ilse: "asleep"}, None)


def test_a_sweep_of_a_child_deleted_for_good_keeps_the_others(house: SmallHouse) -> None:
    watch.begin_morning(house.desk, (house.ilse, house.tove), house.adult)
    look(house, 0, "at work", "resting")
    people.delete_child(house.desk, house.tove, "Tove")
    (kept,) = house.desk.house().log.sweeps
    assert isinstance(kept, Sweep)
    assert kept.states == ((house.ilse, "at work"),)


def test_a_sweep_over_http_is_taken_once_and_stands_on_watch(demo_client: Client) -> None:
    demo_client.post("/api/mornings", {"present": [1, 2]})
    body = {"key": "0000-1111-2222", "at": NOW.isoformat(), "states": [{"child": 1, "state": "at work"}]}
    assert [demo_client.post("/api/sweeps", body)["new"] for _ in range(2)] == [1, 0]
    said = demo_client.get("/api/watch")["swept"]
    assert (said["count"], said["every_min"], said["shares"][0]["looks"]) == (1, 5, 1)
    bad = demo_client.post(
        "/api/sweeps", {**body, "key": "3333-4444", "states": [{"child": 1, "state": "asleep"}]}, 422
    )
    assert bad["errors"][0]["field"] == "states"
