"""Books: what is told of them, the weekly turn, what was asked for again, and what went back."""

from __future__ import annotations

from collections.abc import Sequence

from flask import Blueprint

from zither_awl.api.answers import reasons_out
from zither_awl.api.context import adult_id, desk
from zither_awl.api.schemas.base import DoneOut
from zither_awl.api.schemas.books import BookIn, BookOut, BooksOut, LedgeOut, TurnBooksIn, TurnedOut
from zither_awl.api.spec import answers, api
from zither_awl.core.reasons import Reason
from zither_awl.core.weeks.books import COVER_MM, GAP_MM, Book
from zither_awl.services import books
from zither_awl.services.desk import House

bp = Blueprint("books", __name__, url_prefix="/api")


def _every(house: House, shelf: books.Bookshelf) -> list[BookOut]:
    here = {s.book.thing_id: s for s in shelf.standing}
    return [
        BookOut(
            id=b.thing_id,
            title=b.title,
            cover_mm=b.cover_mm,
            language=b.language,
            themes=list(b.themes),
            from_months=b.from_months,
            to_months=b.to_months,
            lent_by=b.lent_by,
            back_on=b.back_on,
            photo_id=b.photo_id,
            unit_id=here[b.thing_id].unit_id if b.thing_id in here else None,
            since=here[b.thing_id].since if b.thing_id in here else None,
            asked=len(house.weeks.books_asked.get(b.thing_id, ())),
        )
        for b in books.books(house)
    ]


@bp.get("/books")
@api.validate(resp=answers(HTTP_200=BooksOut), tags=["books"])
def get_books() -> BooksOut:
    """Every book, where it stands, and what the next turn would do."""
    at = desk()
    house, shelf = at.house(), books.bookshelf(at)
    used = {ledge.unit_id: ledge.taken_mm for ledge in shelf.ledges}
    for each in shelf.standing:
        used[each.unit_id] = used.get(each.unit_id, 0.0) + each.book.cover_mm + GAP_MM
    return BooksOut(
        books=_every(house, shelf),
        stays=_turned(shelf.turn.stays),
        goes=_turned(shelf.turn.goes),
        comes=[_one(b, r, unit) for b, unit, r in shelf.turn.comes],
        turn_on=shelf.turn_on,
        ledges=[
            LedgeOut(
                unit_id=x.unit_id,
                name=house.unit(x.unit_id).name,
                width_mm=x.width_mm,
                free_mm=max(0.0, x.width_mm - used[x.unit_id]),
            )
            for x in shelf.ledges
        ],
    )


def _turned(each: Sequence[tuple[Book, Reason]]) -> list[TurnedOut]:
    return [_one(book, reason, None) for book, reason in each]


def _one(book: Book, reason: Reason, unit_id: int | None) -> TurnedOut:
    return TurnedOut(id=book.thing_id, title=book.title, unit_id=unit_id, reason=reasons_out([reason])[0])


@bp.put("/books")
@api.validate(resp=answers(HTTP_200=DoneOut), tags=["books"])
def save_book(json: BookIn) -> DoneOut:
    """Keep a book, or what is told of one."""
    cover = json.cover_mm or (books.book(desk().house(), json.id).cover_mm if json.id else COVER_MM)
    told = Book(
        thing_id=json.id,
        title=json.title,
        cover_mm=cover,
        language=json.language,
        themes=tuple(json.themes),
        from_months=json.from_months,
        to_months=json.to_months,
        lent_by=json.lent_by,
        back_on=json.back_on,
    )
    return DoneOut(id=books.save(desk(), told, adult_id()))


@bp.post("/books/turn")
@api.validate(resp=answers(HTTP_200=DoneOut), tags=["books"])
def turn_books(json: TurnBooksIn) -> DoneOut:
    """Turn the books: these leave their ledge, those come."""
    return DoneOut(id=books.turn(desk(), json.out, [(each.id, each.unit_id) for each in json.in_], adult_id()))


@bp.post("/books/<int:book_id>/asked")
@api.validate(resp=answers(HTTP_200=DoneOut), tags=["books"])
def ask_again(book_id: int) -> DoneOut:
    """A book was asked for again: it stays."""
    books.ask_again(desk(), book_id, adult_id())
    return DoneOut(id=book_id)


@bp.post("/books/<int:book_id>/back")
@api.validate(resp=answers(HTTP_200=DoneOut), tags=["books"])
def give_back(book_id: int) -> DoneOut:
    """A borrowed book went back."""
    books.give_back(desk(), book_id, adult_id())
    return DoneOut(id=book_id)
