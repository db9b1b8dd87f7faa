"""The demo: the invented household, its stories, and its sixteen weeks ending yesterday."""

from __future__ import annotations

from datetime import timedelta
from pathlib import Path

import pytest

from tests.conftest import NOW, day
from tests.devices import works
from zither_awl.core.ages import completed_months
from zither_awl.core.values import Work
from zither_awl.services import people, rotation, shelf
from zither_awl.services.clock import SetClock
from zither_awl.services.demo import prepare_demo, seed, seed_demo
from zither_awl.services.demo.lockside import HOUSE
from zither_awl.services.desk import Desk
from zither_awl.store import prepare


def test_the_household_is_the_one_described(demo: Desk) -> None:
    house = demo.house()
    assert house.household == HOUSE
    assert [a.name for a in house.adults] == ["Odile", "Kwame", "Sefa"]
    ages = {c.name: completed_months(c.born, demo.today()) for c in house.children}
    assert ages == {"Anselm": 54, "Wren": 31, "Tove": 13}
    assert [u.name for u in house.units] == ["window shelf", "low shelf", "kitchen sill", "door rail", "book ledge"]
    assert {b.name for b in house.bins} == {f"Bin {n}" for n in range(1, 7)}


def test_sixteen_weeks_end_yesterday(demo: Desk) -> None:
    days = [m.day for m in demo.house().log.mornings]
    assert (days[0], days[-1]) == (day(112), day(1))
    assert len(days) >= 80
    assert all(e.ended and e.ended > e.began for e in demo.house().log.episodes)


def test_nothing_of_it_can_be_undone_away(demo: Desk) -> None:
    from zither_awl.services import history

    assert history.listed(demo) == []


def test_the_stories_are_in_it(demo: Desk) -> None:
    house = demo.house()
    found = {
        (house.tray(f.tray).name, f.rule, f.child and house.child(f.child).name)
        for f in shelf.findings_with_actions(demo)
    }
    assert found == {
        ("Spooning chickpeas", "exposure", "Wren"),
        ("Spooning chickpeas", "exposure", "Tove"),
        ("Water, jug to cup", "ROOM-5", "Wren"),
        ("Water, jug to cup", "exposure", "Tove"),
    }
    swaps = {(s.out and s.out.name, s.in_ and s.in_.name) for s in rotation.proposal(demo).swaps}
    assert ("Folding: one line", "Folding: two lines") in swaps
    anselm = next(c for c in house.children if c.name == "Anselm")
    numerals = next(t for t in house.trays if t.name.startswith("Numerals"))
    parts = house.judgements(demo.today()).of(anselm, numerals).mastery.parts
    assert parts == (("sevens", True), ("sixes", False))


def test_the_chickpeas_are_cured_by_every_action_offered(demo: Desk) -> None:
    from zither_awl.services import history

    for finding in shelf.findings_with_actions(demo):
        for action in finding.actions:
            before = {f.key for f in shelf.findings_with_actions(demo)}
            shelf.act(demo, action, {}, None)
            after = {f.key for f in shelf.findings_with_actions(demo)}
            assert finding.key not in after
            assert after < before
            history.undo(demo)


def test_there_is_work_of_every_kind_in_it(demo: Desk) -> None:
    episodes = works(demo)
    assert {e.work for e in episodes} == set(Work)
    kinds = {event.kind for e in episodes for event in e.events}
    assert {"round", "broken", "back", "helped", "note", "part"} <= kinds


def test_the_same_day_and_seed_make_the_same_house(demo: Desk, tmp_path: Path) -> None:
    again = Desk(prepare(tmp_path / "again.db"), SetClock(NOW))
    seed_demo(again)
    assert works(again) == works(demo)
    again.close()


@pytest.fixture
def database(tmp_path: Path) -> Path:
    return tmp_path / "demo" / "zither-awl.db"


def test_a_demo_whose_last_day_was_not_yesterday_is_seeded_again_and_says_so(
    database: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    def lightly(desk: Desk) -> None:
        """The first time only what is asked of it here: a house, and the day it was seeded on."""
        monkeypatch.undo()
        people.save_household(desk, HOUSE)
        with desk.write_untracked() as work:
            work.settings.mark_seeded(desk.today())

    monkeypatch.setattr(seed, "seed_demo", lightly)
    assert prepare_demo(database, clock=SetClock(NOW)).startswith("Seeded the demo household, 16 weeks")
    assert prepare_demo(database, clock=SetClock(NOW)) == "The demo household, with work cycles to 2026-03-15."
    tomorrow = SetClock(NOW + timedelta(days=1))
    assert prepare_demo(database, keep=True, clock=tomorrow) == "The demo household, with work cycles to 2026-03-15."
    assert "it was seeded again" in prepare_demo(database, clock=tomorrow)
    desk = Desk(prepare(database), tomorrow)
    assert desk.house().log.mornings[-1].day == NOW.date()
    desk.close()


def test_a_household_of_your_own_is_never_seeded_over(database: Path) -> None:
    desk = Desk(prepare(database), SetClock(NOW))
    people.save_household(desk, HOUSE)
    desk.close()
    assert "a household of your own" in prepare_demo(database, clock=SetClock(NOW))
