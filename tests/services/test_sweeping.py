"""Sweeping the room: taken once, by one adult or two, undone, and refused when there is nobody to look at."""

from __future__ import annotations

from datetime import timedelta

import pytest

from tests.conftest import NOW, Client, SmallHouse
from tests.devices import Tablet
from zither_awl.core.values import Sweep
from zither_awl.services import history, people, sweeping
from zither_awl.services.recording import open_morning
from zither_awl.services.sweeping import Swept


def swept(house: SmallHouse) -> Swept:
    return sweeping.swept(house.desk, open_morning(house.desk.house()))


@pytest.fixture
def tablet(house: SmallHouse) -> Tablet:
    """Bram's tablet, in a morning of both children."""
    made = Tablet(house.desk, adult=house.adult)
    made.begin([house.ilse, house.tove])
    return made


def look(tablet: Tablet, minute: float, ilse: str, tove: str) -> int:
    return tablet.sweep(minute, {1: ilse, 2: tove}).new


def test_looks_are_kept_once_counted_and_undone(house: SmallHouse, tablet: Tablet) -> None:
    assert swept(house).due is None
    first = tablet.item("sweep", 5, states={1: "at work", 2: "resting"})
    assert [tablet.send(first).new for _ in range(2)] == [1, 0], "the same look again"
    found = swept(house)
    assert (found.count, found.due) == (1, NOW + timedelta(minutes=10))
    assert [(c.name, s.at_work, s.looks, s.low) for c, s in found.shares] == [
        ("Ilse", 1, 1, None),
        ("Tove", 0, 1, None),
    ]
    for n in range(2, 8):
        look(tablet, 5 * n, "at work", "watching")
    low = swept(house).shares[0][1].low
    assert low is not None
    assert 0.5 < low < 1
    assert history.undo(house.desk) is None or swept(house).count == 7, "what devices send is not undone from elsewhere"


def test_two_adults_sweep_together_and_their_agreement_is_reckoned(house: SmallHouse, tablet: Tablet) -> None:
    other = Tablet(house.desk, "tablet-two", people.add_adult(house.desk, "Kwame").id)
    for n in range(3):
        look(tablet, 5 * n, "at work", "resting")
        look(other, 5 * n + 0.5, "at work", "resting" if n else "watching")
    found = swept(house)
    assert found.count == 3, "two who sweep together look no oftener"
    assert found.agreement is not None
    assert (found.agreement.alike, found.agreement.looks) == (5, 6)


def test_no_morning_no_such_child_and_no_such_state_are_told(house: SmallHouse) -> None:
    tablet = Tablet(house.desk)
    assert "not begun" in tablet.sweep(0, {1: "at work"}).refused[0].message
    tablet.begin([house.ilse])
    assert "no child 99" in tablet.sweep(1, {99: "at work"}).refused[0].message
    assert "'asleep'" in tablet.sweep(1, {1: "asleep"}).refused[0].message
    assert "names no child" in tablet.sweep(1, {}).refused[0].message
    assert swept(house).count == 0


def test_a_sweep_of_a_child_deleted_for_good_keeps_the_others(house: SmallHouse, tablet: Tablet) -> None:
    look(tablet, 0, "at work", "resting")
    people.delete_child(house.desk, house.tove, "Tove")
    (kept,) = sweeping.sweeps_of(house.desk, open_morning(house.desk.house()))
    assert isinstance(kept, Sweep)
    assert kept.states == ((house.ilse, "at work"),)


def test_a_sweep_over_http_is_taken_once_and_stands_on_watch(demo_client: Client) -> None:
    told = {"device": "0000-1111-2222", "schema_version": 2, "at": NOW.isoformat()}
    items = [
        {**told, "sequence": 1, "kind": "begin", "present": [1, 2]},
        {**told, "sequence": 2, "kind": "sweep", "states": [{"child": 1, "state": "at work"}]},
        {**told, "sequence": 3, "kind": "sweep", "states": [{"child": 1, "state": "asleep"}]},
    ]
    answers = [demo_client.post("/api/sync", {"items": items}) for _ in range(2)]
    assert [a["new"] for a in answers] == [2, 0]
    assert answers[0]["refused"][0]["sequence"] == 3
    assert "'asleep'" in answers[0]["refused"][0]["message"]
    said = demo_client.get("/api/watch")["swept"]
    assert (said["count"], said["every_min"], said["shares"][0]["looks"]) == (1, 5, 1)
