"""The turn of the books: its laws on random ledges, and the sentence of each choice."""

from __future__ import annotations

from dataclasses import replace
from datetime import date, timedelta

import pytest
from hypothesis import given
from hypothesis import strategies as st

from tests.builders import TODAY
from zither_awl.core.errors import InvalidValue
from zither_awl.core.weeks.books import ASKED_DAYS, GAP_MM, Book, Ledge, Standing, Turn, next_turn, of_theme
from zither_awl.core.wishes import words_of

WORDS = ("bread", "wool", "pond")


def day(n: int) -> date:
    return TODAY + timedelta(days=n)


def book(n: int, **more: object) -> Book:
    return Book(**{"thing_id": n, "title": f"Story {n}", **more})  # type: ignore[arg-type]


@st.composite
def shelves(draw: st.DrawFn) -> tuple[list[Standing], list[tuple[Book, date | None]], list[Ledge]]:
    """One or two ledges, what stands on them (never more than they take), and what rests."""
    ledges = [
        Ledge(n, draw(st.sampled_from([500.0, 900.0])), draw(st.sampled_from([0.0, 120.0])), draw(st.integers(1, 5)))
        for n in range(1, draw(st.integers(1, 2)) + 1)
    ]
    standing: list[Standing] = []
    for n in range(draw(st.integers(0, 7))):
        ledge = draw(st.sampled_from(ledges))
        each = Standing(
            _any(draw, n + 1),
            ledge.unit_id,
            day(-draw(st.integers(0, 40))),
            tuple(day(-n) for n in draw(st.lists(st.integers(0, 15), max_size=2))),
        )
        if fits(ledge, [s.book for s in standing if s.unit_id == ledge.unit_id] + [each.book]):
            standing.append(each)
    resting = [
        (_any(draw, 100 + n), draw(st.none() | st.integers(1, 90).map(lambda n: day(-n))))
        for n in range(draw(st.integers(0, 6)))
    ]
    return standing, resting, ledges


def _any(draw: st.DrawFn, n: int) -> Book:
    back = draw(st.none() | st.integers(-2, 9))
    return book(
        n,
        cover_mm=float(draw(st.sampled_from([120, 200, 310]))),
        language=draw(st.sampled_from(["en", "es"])),
        themes=tuple(draw(st.lists(st.sampled_from(WORDS), max_size=1))),
        back_on=None if back is None else day(back),
        to_months=draw(st.sampled_from([24, 96])),
    )


def fits(ledge: Ledge, books: list[Book]) -> bool:
    used = ledge.taken_mm + sum(b.cover_mm + GAP_MM for b in books)
    return used <= ledge.width_mm and len(books) <= ledge.most


def after(turn: Turn, standing: list[Standing]) -> dict[int, list[Book]]:
    """What stands on each ledge once the turn was taken."""
    where = {s.book.thing_id: s.unit_id for s in standing}
    found: dict[int, list[Book]] = {}
    for each, _ in turn.stays:
        found.setdefault(where[each.thing_id], []).append(each)
    for each, unit, _ in turn.comes:
        found.setdefault(unit, []).append(each)
    return found


@given(shelves(), st.sampled_from([(), ("bread",), ("wool", "pond")]))
def test_a_turn_keeps_its_laws(
    house: tuple[list[Standing], list[tuple[Book, date | None]], list[Ledge]], themes: tuple[str, ...]
) -> None:
    standing, resting, ledges = house
    turn = next_turn(standing, resting, ledges, [40], TODAY, themes=themes, languages=("en", "es"))
    stays, goes = [b for b, _ in turn.stays], [b for b, _ in turn.goes]
    comes = [b for b, _, _ in turn.comes]
    assert sorted(b.thing_id for b in (*stays, *goes)) == sorted(s.book.thing_id for s in standing), "each once"
    assert {b.thing_id for b in comes} <= {b.thing_id for b, _ in resting}
    assert len({b.thing_id for b in comes}) == len(comes)
    there = after(turn, standing)
    by_unit = {ledge.unit_id: ledge for ledge in ledges}
    assert all(fits(by_unit[unit], books) for unit, books in there.items()), "no ledge is overfilled"
    assert all(b.to_months >= 40 and (b.back_on is None or b.back_on > TODAY) for b in comes)
    assert not [b for b in stays if b.back_on is not None and b.back_on <= TODAY], "what is due goes back"
    wanted = {
        s.book.thing_id
        for s in standing
        if any((TODAY - d).days <= ASKED_DAYS for d in s.asked) and (s.book.back_on is None or s.book.back_on > TODAY)
    }
    assert wanted <= {b.thing_id for b in stays}, "what was asked for again stays"
    where = {s.book.thing_id: s.unit_id for s in standing}
    for each in goes:
        if each.back_on is None or each.back_on > TODAY:
            ledge = by_unit[where[each.thing_id]]
            assert not fits(ledge, [*there.get(ledge.unit_id, []), each]), "nothing leaves a gap it could fill"
    assert all(reason.text for _, reason in (*turn.stays, *turn.goes))
    again = next_turn(standing, list(reversed(resting)), ledges, [40], TODAY, themes=themes, languages=("en", "es"))
    assert again == turn, "the order in which books are read says nothing"


def test_of_four_that_stood_long_one_goes_for_the_one_that_is_new_and_the_oldest_first() -> None:
    standing = [Standing(book(n, cover_mm=150.0), 1, day(-n)) for n in (9, 12, 30, 20)]
    turn = next_turn(standing, [(book(50, cover_mm=150.0), None)], [Ledge(1, 640.0, most=4)], [40], TODAY)
    assert [b.thing_id for b, _ in turn.goes] == [30]
    assert [b.thing_id for b, _, _ in turn.comes] == [50]
    assert {r.text for _, r in turn.stays} == {"Nothing new takes its place."}


def test_what_comes_is_not_only_of_the_ledge_where_something_goes() -> None:
    """A wide book takes the ledge that has the room, though it is the second."""
    ledges = [Ledge(1, 300.0), Ledge(2, 900.0)]
    turn = next_turn([], [(book(1, cover_mm=310.0), None)], ledges, [40], TODAY)
    assert [(b.thing_id, unit) for b, unit, _ in turn.comes] == [(1, 2)]
    assert next_turn([], [(book(1, cover_mm=310.0), None)], ledges[:1], [40], TODAY).comes == ()


@pytest.mark.parametrize(
    ("title", "themes", "asked", "said"),
    [
        ("A loaf", ("bread",), "Bread week", "bread"),
        ("Bread at dawn", (), "bread", "bread"),
        ("A loaf", ("baking",), "bread", ""),
        ("A loaf", (), "", ""),
    ],
)
def test_a_book_is_of_a_theme_by_its_title_or_what_it_is_about(
    title: str, themes: tuple[str, ...], asked: str, said: str
) -> None:
    assert of_theme(book(1, title=title, themes=themes), words_of(asked)) == said


@pytest.mark.parametrize(
    ("wrong", "field"),
    [
        ({"title": " "}, "title"),
        ({"title": "x" * 81}, "title"),
        ({"cover_mm": 19.9}, "cover_mm"),
        ({"cover_mm": 600.1}, "cover_mm"),
        ({"from_months": 24, "to_months": 24}, "from_months"),
        ({"to_months": 97}, "from_months"),
        ({"language": "e"}, "language"),
        ({"themes": ("",)}, "themes"),
        ({"themes": ("a",) * 13}, "themes"),
        ({"lent_by": "x" * 81}, "lent_by"),
    ],
)
def test_what_no_book_is_is_named(wrong: dict[str, object], field: str) -> None:
    with pytest.raises(InvalidValue, match=field):
        book(1, **wrong)
    assert replace(book(1), cover_mm=20.0).cover_mm == 20.0
