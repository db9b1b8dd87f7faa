"""What of the string of weeks is said on Today, sentence by sentence, in a small house."""

from __future__ import annotations

from dataclasses import replace
from datetime import date, timedelta

import pytest

from tests.conftest import SmallHouse
from zither_awl.core.absence import Absence
from zither_awl.core.values import Spot
from zither_awl.core.weeks.arrivals import Arrival
from zither_awl.core.weeks.books import Book
from zither_awl.core.weeks.plan import loved_now
from zither_awl.core.weeks.theme import ByThen, Theme, ThemeTray
from zither_awl.services import arrivals, books, from_weeks, themes
from zither_awl.services.desk import Desk
from zither_awl.services.from_weeks import FromWeeks


def said(desk: Desk) -> list[str]:
    return [line.text for line in from_weeks.from_weeks(desk.house(), desk.today())]


def day(desk: Desk, n: int) -> date:
    return desk.today() + timedelta(days=n)


@pytest.mark.parametrize(
    ("due", "text", "pressing"),
    [
        (-3, "Buy 3 days late: Yeast (one sachet).", True),
        (-1, "Buy 1 day late: Yeast (one sachet).", True),
        (0, "Buy today: Yeast (one sachet).", True),
        (1, "Buy by tomorrow: Yeast (one sachet).", False),
        (2, "Buy by the day after: Yeast (one sachet).", False),
        (3, None, False),
    ],
)
def test_a_line_is_told_from_two_days_before(house: SmallHouse, due: int, text: str | None, pressing: bool) -> None:
    desk = house.desk
    line = ByThen(kind="buy", name="Yeast", amount="one sachet", due=day(desk, due))
    key = themes.add_line(desk, line, None)
    told = from_weeks.from_weeks(desk.house(), desk.today())
    assert told == (() if text is None else (FromWeeks(text, f"line:{key}", pressing),))
    themes.tick(desk, key, True, None)
    assert said(desk) == []


@pytest.mark.parametrize(
    ("back", "text"),
    [
        (2, "The otter goes back on Wednesday."),
        (0, "The otter goes back on Monday."),
        (-1, "The otter goes back 1 day late."),
        (3, None),
    ],
)
def test_a_borrowed_book_is_told_of_from_two_days_before(house: SmallHouse, back: int, text: str | None) -> None:
    desk = house.desk
    books.save(desk, Book(thing_id=0, title="The otter", lent_by="a friend", back_on=day(desk, back)), None)
    assert said(desk) == ([] if text is None else [text])


def test_who_is_away_comes_first_and_the_house_waits(house: SmallHouse) -> None:
    desk = house.desk
    sea = Absence(id=0, kind="holiday", name="At the sea", from_day=day(desk, -1), until_day=day(desk, 3))
    arrivals.save_absence(desk, sea, None)
    arrivals.save_absence(
        desk, replace(sea, kind="illness", name="Tove has a cold", children=frozenset({house.tove})), None
    )
    arrivals.save_arrival(desk, Arrival(id=0, name="A parcel", day=day(desk, -2)), None)
    first, second, parcel = said(desk)
    assert first == f"At the sea, until {day(desk, 3):%-d %B %Y}: no work cycle is expected; judgements wait."
    assert second == "Tove has a cold: illness."
    assert parcel.startswith("A parcel is expected since ")
    arrivals.drop_absence(desk, next(a.id for a in desk.house().absences if a.whole_house), None)
    assert "judgements wait" not in " ".join(said(desk))


def test_what_arrives_is_expected_until_it_is_received(house: SmallHouse) -> None:
    desk = house.desk
    key = arrivals.save_arrival(desk, Arrival(id=0, name="The box", day=desk.today(), every_days=30), None)
    assert said(desk) == ["The box is expected today."]
    arrivals.receive(desk, key, [], "", None)
    assert said(desk) == []
    assert [a.day for a in desk.house().weeks.arrivals if a.arrived_on is None] == [day(desk, 30)]


def theme(desk: Desk, *trays: ThemeTray, taken: bool = True) -> int:
    made = Theme(
        id=0,
        name="Bread",
        question="What makes it grow?",
        song="Pat the dough",
        from_day=day(desk, -2),
        until_day=day(desk, 5),
        taken=taken,
        trays=trays,
    )
    with desk.write(None, "theme") as work:
        return work.themes.save_theme(made)


def test_a_theme_says_its_day_its_question_and_its_song(house: SmallHouse) -> None:
    desk = house.desk
    key = theme(desk, taken=False)
    assert from_weeks.from_weeks(desk.house(), desk.today()) == (
        FromWeeks("Bread, day 3 of 8. “What makes it grow?” Song: Pat the dough.", f"theme:{key}"),
    )
    assert from_weeks.from_weeks(desk.house(), day(desk, 6)) == ()


def test_a_tray_that_is_not_made_is_told_on_its_day_and_not_before(house: SmallHouse) -> None:
    desk = house.desk
    theme(desk, ThemeTray(key="kneading", level=1, name="Kneading", day=day(desk, 1), spot=Spot(house.shelf, 1, 0)))
    assert len(said(desk)) == 1
    told = [line.text for line in from_weeks.from_weeks(desk.house(), day(desk, 1))]
    assert told[1:] == ["For Bread: Kneading was to come, and is not made yet."]


def test_where_what_would_rest_is_loved_by_now_it_says_so(demo: Desk) -> None:
    """The theme was planned weeks ago; what it would send away is taken often today."""
    house = demo.house()
    loved = loved_now(house.judgements(demo.today()))
    going = next(p for p in house.placements if p.tray.id in loved)
    quiet = next(p for p in house.placements if p.tray.id not in loved)
    coming = [t for t in house.trays if t.id not in house.standing][:2]
    trays = [
        ThemeTray(tray_id=t.id, name=t.name, day=demo.today(), spot=p.spot, out_id=p.tray.id)
        for t, p in zip(coming, (going, quiet), strict=True)
    ]
    theme(demo, *trays)
    told = " ".join(said(demo))
    assert f"{going.tray.name} rests, though it is taken often now: choose what rests." in told
    assert f"{quiet.tray.name} rests." in told
