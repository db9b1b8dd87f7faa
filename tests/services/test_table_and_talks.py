"""The snack table, talks and groups, as devices write them down and the next answers tell them."""

from __future__ import annotations

import io
import re
from dataclasses import replace
from datetime import timedelta

import pytest
from pypdf import PdfReader

from tests.builders import tray
from tests.conftest import SmallHouse
from tests.coop import make_coop
from tests.devices import Tablet, at
from tests.formats.test_cupboard_files import picture
from zither_awl.core.absence import Absence
from zither_awl.core.errors import InvalidValue, NotFound
from zither_awl.core.independence import OwnAid
from zither_awl.core.values import Group, Spot
from zither_awl.services import (
    cupboard,
    groups,
    heights,
    history,
    lessons,
    paper,
    people,
    planning,
    shelf,
    showing,
    table,
    talks,
    themes,
    today,
    tomorrow,
)
from zither_awl.services.clock import SetClock
from zither_awl.services.cupboard import TrayDraft
from zither_awl.services.desk import Desk
from zither_awl.services.paper import Order

DAY = 24 * 60


@pytest.fixture
def tablet(house: SmallHouse) -> Tablet:
    """Bram's tablet."""
    return Tablet(house.desk, adult=house.adult)


def test_the_table_is_set_poured_at_and_promoted_the_day_after_the_third(
    house: SmallHouse, tablet: Tablet, clock: SetClock
) -> None:
    for day in range(3):
        assert table.page(house.desk).stage.name == "water alone"
        tablet.write("table", day * DAY, run="set", child_id=house.ilse)
        tablet.write("table", day * DAY + 5, run="poured", child_id=house.ilse, outcome="well")
        assert today.page(house.desk).at_home.table.today.poured
        clock.move_on(timedelta(days=1))
    page = table.page(house.desk)
    assert page.stage.name == "one dry food"
    assert page.today.set == (), "another day"
    assert page.stage.in_the_bowl == sum(n for _, n in page.stage.for_each) > 0


def test_what_is_set_is_checked_for_everybody_who_eats_and_told_with_its_limit(
    house: SmallHouse, tablet: Tablet
) -> None:
    kept = house.desk.house().child(house.ilse)
    people.save_child(house.desk, replace(kept, allergies=("milk",)), None)
    tablet.write("table", 1, run="set", food="cheese", cut="grated")
    ((_, food, found),) = table.page(house.desk).on_it
    assert food.name == "cheese"
    assert any(f.severity == "must" and f.child.name == "Ilse" for f in found)
    offers = {o.food.key: o for o in table.foods(house.desk)}
    assert offers["cheese"].cut is None
    assert offers["banana"].cut == "thin"
    assert table.check(house.desk, "grandmother's surprise", "").cut is None
    assert next(iter(table.foods(house.desk))).cut is not None, "what may be given stands first"


def test_a_word_of_the_table_is_taken_back_and_a_wrong_one_is_refused(house: SmallHouse, tablet: Tablet) -> None:
    tablet.write("table", 1, run="empty")
    tablet.write("table", 2, run="refilled")
    assert table.page(house.desk).today.refilled == 1
    table.take_back(house.desk, house.adult)
    assert table.page(house.desk).today.empty_at == at(1)
    table.take_back(house.desk, house.adult)
    with pytest.raises(NotFound):
        table.take_back(house.desk, house.adult)
    assert history.undo(house.desk) is not None
    assert table.page(house.desk).today.empty_at == at(1)
    for more, said in (
        ({"run": "poured", "outcome": "well"}, "child_id"),
        ({"run": "eaten"}, "expected one of"),
        ({"run": "set", "cut": "diced"}, "cut"),
        ({"run": "tasted", "child_id": 1}, "outcome"),
    ):
        assert said in tablet.write("table", 3, **more).refused[0].message


def talk(tablet: Tablet, minute: float, run: str, **more: object) -> object:
    return tablet.write("talk", minute, episode_id="talk-1", set_key="fruit", words="fruit", run=run, **more)


def test_a_talk_is_had_and_its_words_are_a_lesson_the_day_after(
    house: SmallHouse, tablet: Tablet, clock: SetClock
) -> None:
    talk(tablet, 1, "begin")
    for thing, question, who in (
        ("apple", "its name", house.ilse),
        ("lemon", "smell", house.ilse),
        ("lemon", "its name", None),
    ):
        talk(tablet, 2, "say", word=thing, text=question, child_id=who)
        talk(tablet, 2, "say", word=thing, text=question, child_id=who)
    talk(tablet, 3, "say", word="pear", text="skin", child_id=house.tove)
    talk(tablet, 4, "unsay", word="pear", text="skin", child_id=house.tove)
    open_talk = talks.page(house.desk).open
    assert open_talk is not None
    assert len(open_talk.said) == 3
    talk(tablet, 20, "end")
    page = talks.page(house.desk)
    assert (page.open, page.past[0].ended) == (None, at(20))
    (after,) = talks.next_of(house.desk, page.past[0])
    assert (after.child.id, after.new) == (house.ilse, ("apple", "lemon"))
    assert lessons.waiting(house.desk, house.ilse) == (), "not on the same day"
    clock.move_on(timedelta(days=1))
    (waits,) = lessons.waiting(house.desk, house.ilse)
    assert (waits.words.key, waits.talked_on) == ("fruit", house.desk.today() - timedelta(days=1))
    assert [w.words.key for _, w in today.page(house.desk).at_home.words] == ["fruit"]
    assert lessons.waiting(house.desk, house.tove) == ()
    _, days = tomorrow.day_of(house.desk)
    mine = next(d for d in days if d.child.id == house.ilse)
    assert any(i.ref == "set:fruit" for i in (*mine.items, *mine.others))
    tablet.write("answer", DAY + 5, child_id=house.ilse, set_key="fruit", word="apple", turn="name", right=True)
    assert lessons.waiting(house.desk, house.ilse) == (), "it was begun"


def test_what_cannot_be_said_in_a_talk_is_refused_and_a_photograph_is_kept(house: SmallHouse, tablet: Tablet) -> None:
    for more, said in (
        ({"run": "sing"}, "expected one of"),
        ({"run": "say", "word": "brick", "text": "skin"}, "no word"),
        ({"run": "say", "word": "apple", "text": "price"}, "expected one of"),
    ):
        told = {"episode_id": "t", "set_key": "fruit", "words": "fruit", **more}
        assert said in tablet.write("talk", 1, **told).refused[0].message
    strange = tablet.write("talk", 1, episode_id="t", set_key="x", words="fruit", run="begin")
    assert "no talk" in strange.refused[0].message
    talk(tablet, 2, "begin")
    talks.add_photo(house.desk, "talk-1", picture(), house.adult)
    assert talks.photo_of(house.desk, "talk-1").startswith(b"\xff\xd8")
    with pytest.raises(NotFound):
        talks.add_photo(house.desk, "talk-9", picture(), house.adult)
    with pytest.raises(NotFound):
        talks.photo_of(house.desk, "talk-9")


def test_a_lesson_goes_on_with_the_next_words_when_more_is_wanted(house: SmallHouse, tablet: Tablet) -> None:
    first = lessons.lesson(house.desk, house.ilse, "farm-animals")
    assert [w.key for w in first.more] == ["horse", "sheep", "dog"]
    for n, word in enumerate(("cow", "pig", "hen")):
        tablet.write("answer", n, child_id=house.ilse, set_key="farm-animals", word=word, turn="name", right=True)
    more = lessons.lesson(house.desk, house.ilse, "farm-animals", more=1)
    assert [p.standing.word.key for p in more.plan.picks] == ["horse", "sheep", "dog"]
    assert (more.ask.turn, more.ask.word.key if more.ask.word else None) == ("name", "horse")
    assert len(more.asked) == 3


def test_the_words_of_any_card_are_a_lesson_and_the_first_language_leads(house: SmallHouse, tablet: Tablet) -> None:
    found = lessons.lesson(house.desk, house.ilse, "card:fruit-talk")
    assert [w.key for w in found.words.words] == ["skin", "seed", "sweet"]
    told = {"child_id": house.ilse, "set_key": "card:fruit-talk", "word": "skin", "turn": "name", "right": True}
    assert tablet.write("answer", 1, **told).refused == ()
    assert "card:fruit-talk" in {o.words.key for o in lessons.overview(house.desk, house.ilse) if o.begun}
    with pytest.raises(NotFound):
        lessons.lesson(house.desk, house.ilse, "card:nothing")
    assert found.language == "en"
    kept = house.desk.house().child(house.ilse)
    people.save_child(house.desk, replace(kept, language="es"), None)
    again = lessons.lesson(house.desk, house.ilse, "fruit")
    assert again.language == "es"
    assert again.plan.picks[0].reason.text == "manzana is new."


def test_a_showing_for_several_is_told_child_by_child_and_given_again_to_whom_it_passed_by(
    house: SmallHouse, tablet: Tablet, clock: SetClock
) -> None:
    made = tray("Pouring", id=0, for_children=frozenset({house.ilse, house.tove}))
    tray_id = cupboard.save_tray(house.desk, TrayDraft(made, "Bin 1", ()), house.adult)
    shelf.move(house.desk, tray_id, Spot(house.shelf, 1, 0), False, {}, house.adult)
    tablet.write("showed", 1, child_id=house.ilse, tray_id=tray_id, outcome="worked with it", manner="careful")
    tablet.write("showed", 1, child_id=house.tove, tray_id=tray_id, outcome="watched")
    script = showing.script(house.desk, house.ilse, tray_id)
    assert [c.id for c in script.others] == [house.tove]
    assert [p.manner for p in script.shown] == ["careful"]
    clock.move_on(timedelta(days=1))
    again = {s.child.id: [d.tray.id for d in s.due if d.again] for s in showing.due(house.desk)}
    assert again == {house.ilse: [], house.tove: [tray_id]}
    assert (
        "expected one of"
        in tablet.write("showed", 2, child_id=house.ilse, tray_id=tray_id, manner="badly").refused[0].message
    )


def test_groups_hold_a_child_once_and_todays_sheet_for_one_names_no_other_child(house: SmallHouse) -> None:
    larks = groups.save(house.desk, Group(id=0, name="Larks", children=frozenset({house.ilse})), house.adult)
    wrens = groups.save(
        house.desk,
        Group(id=0, name="Wrens", children=frozenset({house.ilse, house.tove}), adults=frozenset({house.adult})),
        house.adult,
    )
    kept = {g.id: g.children for g in house.desk.house().people.groups}
    assert kept == {larks: frozenset(), wrens: frozenset({house.ilse, house.tove})}
    with pytest.raises(InvalidValue, match="is there already"):
        groups.save(house.desk, Group(id=0, name="Larks"), house.adult)
    with pytest.raises(InvalidValue, match="no adult"):
        groups.save(house.desk, Group(id=0, name="Owls", adults=frozenset({99})), house.adult)
    with pytest.raises(NotFound):
        groups.save(house.desk, Group(id=0, name="Owls", children=frozenset({99})), house.adult)
    groups.save(house.desk, Group(id=larks, name="Larks", children=frozenset({house.tove})), house.adult)
    made = tray("Ilse's beads", id=0, for_children=frozenset({house.ilse}))
    tray_id = cupboard.save_tray(house.desk, TrayDraft(made, "Bin 1", ()), house.adult)
    shelf.move(house.desk, tray_id, Spot(house.shelf, 1, 0), False, {}, house.adult)
    assert "Ilse" in repr(today.page(house.desk).to_show)
    own = today.for_group(house.desk, larks)
    told = (own.to_show, own.mind, own.by_hand, own.prepare, own.tasks, own.complete, own.weeks, own.at_home.words)
    assert "Ilse" not in repr(told).replace("Ilse's beads", "")
    groups.drop(house.desk, larks, house.adult)
    with pytest.raises(NotFound):
        today.for_group(house.desk, larks)
    assert history.undo(house.desk) is not None
    assert len(house.desk.house().people.groups) == 2


def test_an_older_sister_is_recorded_and_nothing_is_judged_of_her(house: SmallHouse, tablet: Tablet) -> None:
    kept = house.desk.house().child(house.ilse)
    born = house.desk.today() - timedelta(days=11 * 365)
    sister = replace(kept, id=0, name="Runa", born=born, measurements=())
    runa = people.save_child(house.desk, sister, house.adult)
    made = tray("Pouring", id=0, for_children=frozenset({runa}))
    tray_id = cupboard.save_tray(house.desk, TrayDraft(made, "Bin 1", ()), house.adult)
    shelf.move(house.desk, tray_id, Spot(house.shelf, 1, 0), False, {}, house.adult)
    tablet.begin([runa])
    assert tablet.send(tablet.takes("e1", runa, tray_id, 5)).new == 1
    script = showing.script(house.desk, runa, tray_id)
    assert "end at eight years" in script.suits.reasons[0].text
    assert "Runa" in {s.child.name for s in showing.due(house.desk)}


def test_a_thing_of_ones_own_gives_most_until_it_is_made_and_can_be_taken_off(house: SmallHouse) -> None:
    made = OwnAid(id=0, room="Bathroom", name="Folding step", height_mm=200, daily=8)
    key = heights.add_aid(house.desk, made, house.adult)

    def first() -> list[str]:
        found = heights.house_heights(house.desk.house(), house.desk.today())
        return [a.key for a in next(f for f in found if f.child.id == house.ilse).first]

    assert first()[0] == f"own-{key}"
    heights.tick(house.desk, house.ilse, f"own-{key}", True, house.adult)
    assert f"own-{key}" not in first()
    heights.drop_aid(house.desk, key, house.adult)
    assert house.desk.house().room.aids_done == frozenset()
    with pytest.raises(NotFound):
        heights.drop_aid(house.desk, key, house.adult)
    with pytest.raises(InvalidValue):
        heights.tick(house.desk, house.ilse, f"own-{key}", True, house.adult)


def test_what_is_printed_for_one_family_holds_only_its_children(demo: Desk) -> None:
    """Every sheet that is made for a group, read by pypdf."""
    names = make_coop(demo)
    cedar = next(g for g in demo.house().people.groups if g.name == "Cedar")
    own = {name for name, key in names.items() if key in cedar.children}
    made = paper.document(demo, Order("set-up-list", group=cedar.id)).pdf
    text = "".join(page.extract_text() for page in PdfReader(io.BytesIO(made)).pages)
    assert own & set(re.findall(r"\w+", text)), "its own are on it"
    assert [name for name in names if name not in own and re.search(rf"\b{name}\b", text)] == []
    whole = paper.document(demo, Order("set-up-list")).pdf
    assert any(re.search(r"\bAnselm\b", page.extract_text()) for page in PdfReader(io.BytesIO(whole)).pages)
    with pytest.raises(NotFound):
        paper.document(demo, Order("set-up-list", group=99))


def test_a_child_who_does_not_come_that_day_is_not_invited(house: SmallHouse) -> None:
    day = house.desk.today() + timedelta(days=1)
    kept = house.desk.house().child(house.ilse)
    people.save_child(house.desk, replace(kept, comes=((day.weekday() + 1) % 7,)), None)
    assert house.ilse not in {d.child.id for d in tomorrow.day_of(house.desk)[1]}
    assert house.ilse in {d.child.id for d in tomorrow.day_of(house.desk, day + timedelta(days=1))[1]}


def test_a_child_away_all_week_asks_for_nothing_of_the_shelf_and_loses_nothing(demo: Desk) -> None:
    today_ = demo.today()
    before = planning.problem(demo, planning.Wanted())
    child = demo.house().children[0].id
    away = Absence(
        id=0,
        kind="holiday",
        name="Away",
        from_day=today_,
        until_day=today_ + timedelta(days=6),
        children=frozenset({child}),
    )
    with demo.write(None, "Away") as work:
        work.themes.save_absence(away)
    after = planning.problem(demo, planning.Wanted())
    assert any(before.fit(child, t.id) for t in before.trays)
    assert not any(after.fit(child, t.id) for t in after.trays)
    assert child not in {c.child for c in after.covers}
    loved = {key for key, fit in before.fits.items() if fit.loved}
    assert {key for key, fit in after.fits.items() if fit.loved} == loved
    assert after.children == before.children, "the rules mind it as ever"


def test_carrying_is_shown_over_days_around_the_holidays_and_stands_on_today(
    house: SmallHouse, clock: SetClock
) -> None:
    day = house.desk.today()
    with house.desk.write(None, "Away") as work:
        work.themes.save_absence(
            Absence(
                id=0, kind="holiday", name="Away", from_day=day + timedelta(days=2), until_day=day + timedelta(days=5)
            )
        )
    made = talks.plan_series(house.desk, "carrying", day, 2, house.adult)
    lines = [line for line in house.desk.house().weeks.by_then if line.id in made]
    assert [(line.due - day).days for line in lines] == [0, 6, 8, 10, 12]
    assert any("Show today: An empty tray" in w.text for w in today.page(house.desk).weeks)
    themes.tick(house.desk, lines[0].id, True, house.adult)
    clock.move_on(timedelta(days=7))
    again = talks.plan_series(house.desk, "carrying", house.desk.today(), 1, house.adult)
    assert again == made[1:], "what was shown stays, the rest is moved"
    for key, first, every, said in (("carrying", day, 1, "is past"), ("carrying", house.desk.today(), 15, "1 to 14")):
        with pytest.raises(InvalidValue, match=said):
            talks.plan_series(house.desk, key, first, every, None)
    with pytest.raises(NotFound):
        talks.plan_series(house.desk, "flying", house.desk.today(), 1, None)
