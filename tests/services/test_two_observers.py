"""Two adults who watch the same children, each with a device, never stop one another (a small form of the bench)."""

from __future__ import annotations

from datetime import timedelta

import pytest

from bench.two_observers import simulate
from tests.conftest import NOW, SmallHouse
from tests.devices import Tablet, works
from zither_awl.core.values import Place, Work
from zither_awl.services.clock import SetClock
from zither_awl.services.desk import Desk


@pytest.mark.parametrize("seed", [3, 7])
def test_nothing_waits_is_lost_or_doubled_in_two_weeks(demo: Desk, clock: SetClock, seed: int) -> None:
    clock.move_on(timedelta(days=15))
    told = simulate(demo, weeks=2, seed=seed, pieces=2)
    assert told.clean, told


def test_a_beginning_of_the_next_day_between_the_two_of_one_work_leaves_that_whole(house: SmallHouse) -> None:
    """The window about the new work begins between the two starts that are one: it is seen whole all the same."""
    from tests.builders import tray
    from zither_awl.services import cupboard
    from zither_awl.services.cupboard import TrayDraft

    made = TrayDraft(tray("Pouring", id=0, for_children=frozenset({house.ilse})), "Bin 1", ())
    pouring = cupboard.save_tray(house.desk, made, house.adult)
    one, two = Tablet(house.desk, "tablet-one"), Tablet(house.desk, "tablet-two")
    for tablet, name, second in ((one, "a", 10), (two, "b", 40)):
        told = {"episode_id": name, "child_id": house.ilse}
        tablet.send(
            tablet.item("start", second / 60, tray_id=pouring, **told),
            tablet.item("round", 3, **told),
            tablet.item("finish", 8, work=Work.RIGHT, place=Place.BACK, **told),
        )
    next_day = Tablet(house.desk, "tablet-one-next", start=NOW + timedelta(days=1))
    assert next_day.send(next_day.takes("c", house.ilse, pouring, 25 / 60)).refused == ()
    assert [e.id for e in works(house.desk)] == ["a", "c"]
    with house.desk.read() as work:
        assert {k.episode_id for k in work.sent.of({house.ilse}, NOW, NOW + timedelta(hours=1), [])} == {"a"}


@pytest.mark.parametrize(
    ("kind", "more"),
    [
        pytest.param("begin", {"present": (1,), "at": NOW.replace(year=2200)}, id="a morning in 2200"),
        pytest.param("sweep", {"states": {1: "at work"}, "at": NOW.replace(year=9999)}, id="a look in 9999"),
        pytest.param("state", {"child_id": 1, "cause": "resting", "at": NOW.replace(year=1)}, id="a state in year 1"),
        pytest.param("answer", {"child_id": 0, "set_key": "x", "word": "red", "turn": "name"}, id="child 0"),
        pytest.param("round", {"child_id": 1, "episode_id": "x", "monotonic_ms": float("nan")}, id="no number"),
        pytest.param("round", {"child_id": 1, "episode_id": "x", "monotonic_ms": float("inf")}, id="without end"),
    ],
)
def test_what_cannot_be_is_refused_by_itself(house: SmallHouse, kind: str, more: dict[str, object]) -> None:
    tablet = Tablet(house.desk)
    good = tablet.item("begin", 0, present=(house.ilse,))
    taken = tablet.send(good, tablet.item(kind, 1, **more))
    assert (taken.new, [r.sequence for r in taken.refused]) == (1, [2])
    assert taken.refused[0].message
