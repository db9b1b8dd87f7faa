"""Visits and milestones kept in the transaction are those made anew from the log, whatever was done in what order."""

from __future__ import annotations

import shutil
from collections.abc import Callable
from dataclasses import replace
from datetime import timedelta
from pathlib import Path
from typing import Any

import pytest
from hypothesis import example, given, settings
from hypothesis import strategies as st

from tests.conftest import NOW
from tests.devices import Tablet, works
from zither_awl.core.concentration import fold
from zither_awl.core.errors import InvalidValue, Overlap
from zither_awl.core.values import Episode, Place, Spot, Work
from zither_awl.services import cupboard, history, mending, people, shelf
from zither_awl.services.clock import SetClock
from zither_awl.services.desk import Desk
from zither_awl.services.mending import Told
from zither_awl.store import prepare

WORKS = st.tuples(
    st.integers(1, 4),  # which piece of work
    st.sampled_from(("start", "round", "broken", "back", "helped", "mended", "part", "depth", "note", "finish")),
    st.integers(0, 6 * 24 * 60),  # at which minute
    st.booleans(),  # by which tablet
)
ACTS = st.one_of(
    st.tuples(st.just("send"), st.lists(WORKS, min_size=1, max_size=6)),
    st.tuples(st.sampled_from(("undo", "redo")), st.none()),
    st.tuples(st.sampled_from(("mend", "strike", "strike event", "enter", "archive")), st.integers(0, 50)),
)
MORE: dict[str, dict[str, Any]] = {
    "broken": {"cause": "noise"},
    "helped": {"cause": "prompted"},
    "part": {"cause": "done", "text": "sevens"},
    "depth": {"cause": "works on through noises"},
    "note": {"text": "So!"},
    "finish": {"work": Work.RIGHT, "place": Place.BACK},
}


class Household:
    """A small house in which things happen in any order."""

    def __init__(self, desk: Desk) -> None:
        self.desk = desk
        house = desk.house()
        self.children, self.trays = [c.id for c in house.children], [t.id for t in house.trays]
        self.tablets = [Tablet(desk, "tablet-one"), Tablet(desk, "tablet-two")]

    def send(self, told: list[tuple[int, str, int, bool]]) -> None:
        for piece, kind, minute, second in told:
            tablet, child = self.tablets[second], self.children[piece % 2]
            more = {"tray_id": self.trays[piece % len(self.trays)]} if kind == "start" else MORE.get(kind, {})
            name = f"{tablet.name}-{piece}"
            tablet.write(kind, minute, episode_id=name, child_id=child, **more)

    def undo(self, _: None) -> None:
        history.undo(self.desk)

    def redo(self, _: None) -> None:
        history.redo(self.desk)

    def mend(self, number: int) -> None:
        for episode in works(self.desk)[number : number + 1]:
            done = replace(episode, ended=episode.began + timedelta(seconds=40), work=Work.MENDED, place=Place.OUT)
            try:
                mending.save_episode(self.desk, done, None, Told(rounds=2, helped="together"))
            except (Overlap, InvalidValue):
                return

    def strike(self, number: int) -> None:
        for episode in works(self.desk)[number : number + 1]:
            mending.strike(self.desk, episode.id, not episode.struck, None)

    def strike_event(self, number: int) -> None:
        events = [v for e in works(self.desk) for v in e.events if v.kind not in ("start", "finish")]
        for event in events[number : number + 1]:
            mending.strike_event(self.desk, event.id, True, None)

    def enter(self, number: int) -> None:
        began = NOW - timedelta(days=number, minutes=7)
        made = Episode(
            id="",
            child_id=self.children[0],
            tray_id=self.trays[0],
            began=began,
            ended=began + timedelta(minutes=5),
            work=Work.RIGHT,
            place=Place.BACK,
        )
        try:
            mending.save_episode(self.desk, made, None)
        except Overlap:
            return

    def archive(self, number: int) -> None:
        tray = self.trays[number % len(self.trays)]
        cupboard.archive_tray(self.desk, tray, not self.desk.house().tray(tray).archived, None)


def differences(desk: Desk) -> list[str]:
    with desk.trial() as work:
        return work.projections_differ()


@pytest.fixture(scope="module")
def small_file(tmp_path_factory: pytest.TempPathFactory, empty_file: Path) -> Path:
    """Two children, two trays on a shelf."""
    from tests.builders import born_months_ago, tray, unit
    from zither_awl.core.values import Child
    from zither_awl.core.values import Household as House
    from zither_awl.services import room
    from zither_awl.services.cupboard import TrayDraft

    path = tmp_path_factory.mktemp("small") / "zither-awl.db"
    shutil.copy(empty_file, path)
    desk = Desk(prepare(path), SetClock(NOW))
    people.save_household(desk, House(name="Garden Flat"))
    ids = [
        people.save_child(desk, Child(id=0, name=name, pattern="dot", born=born_months_ago(months)), None)
        for name, months in (("Ilse", 48), ("Tove", 30))
    ]
    shelf_id = room.save_unit(desk, unit("low shelf", id=0, comes=frozenset(ids)), None)
    for place, name in enumerate(("Pouring", "Folding")):
        made = TrayDraft(tray(name, id=0, for_children=frozenset(ids)), "Bin 1", ())
        shelf.move(desk, cupboard.save_tray(desk, made, None), Spot(shelf_id, 1, place), False, {}, None)
    desk.close()
    return path


@settings(max_examples=30)
@example(acts=[("enter", 0), ("undo", None)])
@given(acts=st.lists(ACTS, min_size=1, max_size=9))
def test_what_is_folded_along_the_way_is_what_is_folded_from_the_log(
    small_file: Path, tmp_path_factory: pytest.TempPathFactory, acts: list[tuple[str, Any]]
) -> None:
    path = tmp_path_factory.mktemp("acts") / "zither-awl.db"
    shutil.copy(small_file, path)
    clock = SetClock(NOW + timedelta(days=8))
    household = Household(Desk(prepare(path), clock))
    household.desk.house()
    for act, given_ in acts:
        do: Callable[[Any], None] = getattr(household, act.replace(" ", "_"))
        do(given_)
    assert differences(household.desk) == []
    fresh = Desk(household.desk._engine, clock)
    assert household.desk.house().window == fresh.house().window
    with fresh.read() as work:
        kept = work.window(NOW.date() - timedelta(days=4000)).visits
    assert kept == tuple(fold(e) for e in works(fresh) if not e.struck)
    fresh.close()


def test_deleting_a_child_for_good_takes_its_visits_and_milestones(demo: Desk) -> None:
    wren = next(c for c in demo.house().children if c.name == "Wren")
    demo.house()
    people.delete_child(demo, wren.id, "Wren")
    assert differences(demo) == []
    assert wren.id not in {v.child_id for v in demo.house().window.visits}
    assert wren.id not in {child for child, _ in demo.house().window.mastered_on}


def test_the_demo_is_folded_as_it_would_be_anew_and_a_spoilt_row_is_named(demo: Desk) -> None:
    assert differences(demo) == []
    with demo.write_untracked() as work:
        work._session.connection().exec_driver_sql("UPDATE visit SET repetitions = repetitions + 1 WHERE rowid = 1")
        work._session.connection().exec_driver_sql("DELETE FROM milestone WHERE kind = 'mastered'")
    named = differences(demo)
    assert sum(line.startswith("visit ") for line in named) == 1
    assert any(line.endswith("/mastered") for line in named)
