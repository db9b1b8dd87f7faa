"""Ladders in a house: where a child stands, what is implied and tied, a step between that is made and shown, growth."""

from __future__ import annotations

from dataclasses import replace
from datetime import date, timedelta
from typing import Any

import pytest

from tests.conftest import NOW, SmallHouse
from tests.devices import Tablet
from tests.services.test_cupboard import entered
from zither_awl.core.errors import InvalidValue, NotFound
from zither_awl.core.rotation.coming import CHOSEN, coming
from zither_awl.core.values import Place, Rung, Work
from zither_awl.services import (
    catalogue,
    history,
    kept_trays,
    ladder_step,
    ladders,
    make,
    people,
    rotation,
    rungs,
    showing,
)
from zither_awl.services.catalogue import graph_of
from zither_awl.services.clock import SetClock
from zither_awl.services.desk import Desk
from zither_awl.services.ladders import Step
from zither_awl.services.make import Wish

TONGS: Rung = ("tongs", 1)


def step_of(house: SmallHouse, rung: Rung) -> Step:
    here = house.desk.house()
    found = ladders.map_of(here, here.child(house.ilse), house.desk.today()).step(rung)
    assert found is not None
    return found


def work(house: SmallHouse, clock: SetClock, tray_id: int, outcomes: str) -> None:
    """Tries a day apart, the last today: r done right, x with a mistake left."""
    for n, each in enumerate(outcomes):
        clock.move_on(timedelta(days=1))
        tablet = Tablet(house.desk, f"tablet-{tray_id}-{n}-{clock.now():%m%d}", house.adult, start=clock.now())
        tablet.begin([house.ilse])
        key = f"{tray_id}-{clock.now():%m%d}-{n}"
        done = Work.RIGHT if each == "r" else Work.MISTAKE
        tablet.send(
            tablet.takes(key, house.ilse, tray_id, 1),
            tablet.item("finish", 8, child_id=house.ilse, episode_id=key, work=done, place=Place.BACK),
        )
        tablet.end(30)


def here_name(house: SmallHouse, rung: Rung) -> str:
    return ladders.names_of(house.desk.house())[rung]


@pytest.fixture
def spoons(house: SmallHouse) -> dict[str, int]:
    """What spoon, tongs and some steps between are made of."""
    return entered(
        house,
        "4 bowls",
        "large spoon",
        "small spoon",
        "tongs",
        "6 felt balls of 60 mm",
        "3 trays",
        "6 wooden balls of 45 mm",
        "4 cloths",
        "2 drip dishes",
    )


def keep(house: SmallHouse, rung: Rung, name: str, **more: Any) -> int:
    wish = Wish(key=rung[0], level=rung[1], child_id=house.ilse, **more)
    return kept_trays.keep(house.desk, wish, name, "", frozenset({house.ilse}), house.adult)


def test_what_is_known_implies_what_comes_before_it(house: SmallHouse) -> None:
    assert step_of(house, ("jars", 1)).next is False, "it waits for the lids"
    ladder_step.keep_said(house.desk, house.ilse, ("jars", 2), "yes", house.adult)
    assert step_of(house, ("jars", 2)).state == "said"
    for rung in (("jars", 1), ("press-close", 1), ("lids", 2)):
        assert step_of(house, rung).implied
        assert not step_of(house, rung).next
    assert step_of(house, ("bolts", 1)).next, "it follows from the jars"
    here = house.desk.house()
    steps = ladders.next_steps(here, here.child(house.ilse), house.desk.today())
    assert steps["jars", 3] == here_name(house, ("jars", 2))
    ladder_step.keep_said(house.desk, house.ilse, ("jars", 2), None, house.adult)
    assert step_of(house, ("jars", 2)).state == "not shown"


def test_ties_of_the_household_hold_everywhere_and_a_circle_is_named(house: SmallHouse) -> None:
    def before(rung: Rung) -> tuple[Rung, ...]:
        return graph_of(house.desk.house())[rung]

    ladders.tie(house.desk, ("fold", 1), ("carry-empty", 1), True, house.adult)
    assert before(("fold", 1)) == (("carry-empty", 1),)
    assert step_of(house, ("fold", 1)).verdict.missing == ("Carrying an empty tray",)
    with pytest.raises(InvalidValue, match=r"would make a circle: Carrying an empty tray.*which waits for Folding"):
        ladders.tie(house.desk, ("carry-empty", 1), ("fold", 1), True, house.adult)
    ladders.tie(house.desk, ("fold", 2), ("fold", 1), False, house.adult)
    assert before(("fold", 2)) == ()
    history.undo(house.desk)
    assert before(("fold", 2)) == (("fold", 1),)
    ladders.tie(house.desk, ("fold", 1), ("carry-empty", 1), None, house.adult)
    assert before(("fold", 1)) == ()
    with pytest.raises(InvalidValue, match="not there"):
        ladders.tie(house.desk, ("fold", 1), ("gone", 1), True, house.adult)
    with pytest.raises(InvalidValue, match="itself"):
        ladders.tie(house.desk, ("fold", 1), ("fold", 1), True, house.adult)
    assert ladders.problems(house.desk.house()) == ()


def test_what_a_file_from_outside_says_of_steps_takes_no_screen_down(house: SmallHouse, spoons: dict[str, int]) -> None:
    keep(house, TONGS, "Tongs", toward="tongs:1", eased=("tool",))
    with house.desk.write(house.adult, "As a file might bring it") as work:
        tray = replace(house.desk.house().trays[0], eased=("nonsense",))
        work.cupboard.save_tray(replace(tray, card=replace(tray.card, toward="nowhere")))
        work.catalogue.tie(("fold", 1), ("thrown-away", 3), tied=True)
    assert graph_of(house.desk.house())["fold", 1] == ()
    assert step_of(house, TONGS).between == ()
    assert kept_trays.wish_of(house.desk, house.desk.house().trays[0].id).eased == ()


def test_a_tray_that_is_tied_waits_for_it(house: SmallHouse, spoons: dict[str, int]) -> None:
    first, second = keep(house, ("transfer-hand", 1), "By hand"), keep(house, ("spoon-large", 1), "Spoon")
    card_of = {t.id: t.card for t in house.desk.house().trays}
    assert card_of[second].follows == ()
    ladders.tie(house.desk, ("spoon-large", 1), ("transfer-hand", 1), True, house.adult)
    assert {t.id: t.card for t in house.desk.house().trays}[second].follows == (card_of[first].id,)
    for again in (False, True, None):
        ladders.tie(house.desk, ("spoon-large", 1), ("transfer-hand", 1), again, house.adult)
        kept = {t.id: t.card for t in house.desk.house().trays}[second].follows
        assert kept == ((card_of[first].id,) if again else ()), "left to the cards it waits for nothing"


def test_a_stuck_step_is_found_its_step_between_made_planned_and_shown(
    house: SmallHouse, clock: SetClock, spoons: dict[str, int]
) -> None:
    ladder_step.keep_said(house.desk, house.ilse, ("spoon-large", 2), "yes", house.adult)
    tongs = keep(house, TONGS, "Tongs")
    work(house, clock, tongs, "xxxxxxxx")
    step = step_of(house, TONGS)
    assert step.progress.stuck
    found = ladder_step.about(house.desk, house.ilse, TONGS)
    assert found.remedy is not None
    assert found.remedy.remedy == "a step between"
    assert found.known_by is not None
    offered = found.between.offered[0]
    wish = Wish(
        key=offered.made.design.key,
        level=offered.made.level.number,
        child_id=house.ilse,
        fixed=offered.fixed,
        counts=offered.counts,
        eased=offered.eased,
        left_out=offered.left_out,
        toward="tongs:1",
    )
    composed = make.compose(house.desk, wish)
    assert "(a step between)" in composed.name
    assert composed.made.ready
    kept = kept_trays.keep(house.desk, wish, composed.name, "", frozenset({house.ilse}), house.adult)
    tray = house.desk.house().tray(kept)
    assert (tray.card.between, tray.eased) == (True, offered.eased)
    assert kept_trays.wish_of(house.desk, kept).eased == offered.eased
    showing.plan(house.desk, house.ilse, kept, house.desk.today(), house.adult)
    due = next(d for d in showing.due(house.desk) if d.child.id == house.ilse).due
    assert [d.tray.id for d in due] == [kept]
    script = showing.script(house.desk, house.ilse, kept)
    assert script.if_hard
    work(house, clock, kept, "rrrr")
    assert step_of(house, TONGS).state == "working", "who knows the step between does not know the step"
    assert step_of(house, TONGS).between == (house.desk.house().tray(kept),)
    with pytest.raises(InvalidValue, match="such as"):
        Wish(key="tongs", level=1, child_id=house.ilse, toward="anywhere")
    with pytest.raises(InvalidValue, match="names flow"):
        Wish(key="tongs", level=1, child_id=house.ilse, eased=("flow",))


def test_a_completed_step_is_told_on_its_day_and_growth_lists_it(
    house: SmallHouse, clock: SetClock, spoons: dict[str, int]
) -> None:
    before = house.desk.today()
    ladder_step.keep_said(house.desk, house.ilse, ("spoon-large", 2), "yes", house.adult)
    tray = keep(house, TONGS, "Tongs")
    work(house, clock, tray, "rrr")
    today = house.desk.today()
    told = ladders.completed_on(house.desk.house(), today)
    assert [(c.child.id, c.step.rung, [s.rung for s in c.leads_to]) for c in told] == [
        (house.ilse, TONGS, [("tongs", 2)])
    ]
    clock.move_on(timedelta(days=1))
    assert ladders.completed_on(house.desk.house(), house.desk.today()) == ()
    grew = ladders.grew(house.desk, house.ilse, before)
    assert [(c.kind, c.rung) for c in grew.changes] == [("replaced", ("spoon-large", 2)), ("new", TONGS)]
    assert grew.then[("spoon-large", 2)].mastery == "said"
    assert ladders.grew(house.desk, house.ilse, today).changes[0].kind == "still loved"
    with pytest.raises(InvalidValue, match="since"):
        ladders.grew(house.desk, house.ilse, date(2010, 1, 1))
    here = house.desk.house()
    covered = ladders.covered(here, here.child(house.ilse), house.desk.today())
    assert "tongs and tweezers" in dict(covered.moves)
    assert "art" in covered.missing_areas


def test_a_chosen_step_comes_before_every_other(house: SmallHouse, spoons: dict[str, int]) -> None:
    ladder_step.keep_said(house.desk, house.ilse, ("spoon-large", 2), "yes", house.adult)
    tray = keep(house, TONGS, "Tongs")

    def rank() -> int:
        here = house.desk.house()
        return coming(here.tray(tray), here.judgements(house.desk.today()))[0].rank

    assert rank() != CHOSEN
    aim = ladder_step.choose(house.desk, house.ilse, TONGS, None, None, house.adult)
    assert rank() == CHOSEN
    found = ladder_step.about(house.desk, house.ilse, TONGS)
    assert found.chosen is not None
    assert found.chosen.until_day == house.desk.today() + timedelta(days=21)
    rotation.drop_aim(house.desk, aim, house.adult)
    assert rank() != CHOSEN
    later = ladder_step.choose(house.desk, house.ilse, TONGS, NOW.date() + timedelta(days=30), 2, house.adult)
    assert later
    assert rank() != CHOSEN, "not before its weeks"
    with pytest.raises(InvalidValue, match="is past"):
        ladder_step.choose(house.desk, house.ilse, TONGS, date(2020, 1, 1), 2, house.adult)
    with pytest.raises(NotFound):
        ladder_step.choose(house.desk, house.ilse, ("tongs", 9), None, None, house.adult)


def test_the_next_single_steps_are_ranked_first_in_make_and_say_so(house: SmallHouse, spoons: dict[str, int]) -> None:
    ladder_step.keep_said(house.desk, house.ilse, TONGS, "yes", house.adult)
    best = make.can_make(house.desk, house.ilse).found.made[0]
    assert (best.design.key, best.level.number) == ("tongs", 2)
    assert best.reasons[0].text == f"Ilse's next single step, after {here_name(house, TONGS)}."


def test_names_first_lets_letters_go_before_the_listening_game(demo: Desk) -> None:
    assert ("i-spy", 1) in graph_of(demo.house())["letters", 1]
    home = demo.house().household
    assert home is not None
    people.save_household(demo, replace(home, practice={**home.practice, "letters": "names first"}))
    graph = graph_of(demo.house())
    assert ("i-spy", 1) not in graph["letters", 1]
    assert ("letters", 1) in graph["i-spy", 3]
    ladders.tie(demo, ("letters", 1), ("fold", 1), True, None)
    both = graph_of(demo.house())["letters", 1]
    assert ("i-spy", 1) not in both, "a tie of the household's own leaves the school's"
    assert ("fold", 1) in both


def test_the_way_to_a_far_step_and_what_lies_one_notch_beside_it(house: SmallHouse) -> None:
    ladder_step.keep_said(house.desk, house.ilse, ("spoon-large", 2), "yes", house.adult)
    found = ladder_step.about(house.desk, house.ilse, ("tongs", 3))
    assert found.way is not None
    assert found.way.rungs[-1] == ("tongs", 3)
    assert {step.rung for step in found.before} == {("tongs", 2)}
    assert found.ready_by is None, "at her age it is ready as far as anybody knows"
    early = ladder_step.about(house.desk, house.tove, TONGS).ready_by
    assert early is not None
    assert early.earliest > house.desk.today() + timedelta(days=200), "its window is not open before two years"
    near = ladder_step.about(house.desk, house.ilse, TONGS)
    assert near.way is None or len(near.way.rungs) == 1
    for step in near.beside:
        assert step.next
        assert step.hole.design.area == near.step.hole.design.area


def test_a_change_of_school_is_a_change_on_the_cards_of_the_household_too(house: SmallHouse) -> None:
    desk = house.desk
    with desk.write(house.adult, "Two cards") as work:
        cards = catalogue.designs(desk.house())
        ids = {
            key: work.cupboard.save_card(rungs.card_for(work, cards[key], cards[key].level(1)))
            for key in ("letters", "i-spy")
        }
        rungs.link_rungs(work, cards)

    def follows() -> tuple[int, ...]:
        return desk.house().cupboard.cards[ids["letters"]].follows

    assert follows() == (ids["i-spy"],)
    for letters, expected in (("names first", ()), ("sounds first", (ids["i-spy"],))):
        people.change_household(desk, "Letters", house.adult, practice={"letters": letters})
        assert follows() == expected


def test_every_step_of_the_demo_can_be_asked_about(demo: Desk) -> None:
    here, today = demo.house(), demo.today()
    for child in here.children:
        drawn = [s for each in ladders.map_of(here, child, today).strung if each.near for s in each.steps]
        asked = [s for s in drawn if s.hole.jump or s.out or s.state != "not shown"][:12]
        for step in asked:
            found = ladder_step.about(demo, child.id, step.rung)
            assert found.step == step
            assert found.reasons
            if found.ready_by is not None:
                assert today <= found.ready_by.earliest <= found.ready_by.median
    with pytest.raises(NotFound, match="no step"):
        ladder_step.about(demo, here.children[0].id, ("gone", 1))


def test_a_thread_runs_through_several_ladders(demo: Desk) -> None:
    here = demo.house()
    found = ladders.carrying(ladders.map_of(here, here.children[0], demo.today()), "five")
    assert {key for key, _ in found} > {"count-touch", "numerals"}
    assert ladders.carrying(ladders.map_of(here, here.children[0], demo.today()), "zeppelin") == frozenset()
