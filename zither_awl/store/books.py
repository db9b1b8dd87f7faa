"""Keeps what is told of books, on which ledge each stood from when to when, and when it was asked for again."""

from __future__ import annotations

from collections import defaultdict
from dataclasses import dataclass
from datetime import date

from sqlalchemy import select
from sqlalchemy.orm import Session

from zither_awl.core.errors import NotFound
from zither_awl.core.saying import say
from zither_awl.core.weeks.books import Book
from zither_awl.store.models.weeks import BookAskedRow, BookRow, BookStayRow


@dataclass(frozen=True, slots=True)
class ToldBook:
    """What is told of a book beside what every thing has, by the thing's id."""

    thing_id: int
    language: str
    themes: tuple[str, ...]
    from_months: int
    to_months: int
    lent_by: str
    back_on: date | None


@dataclass(frozen=True, slots=True)
class BookStay:
    """A book on a ledge from a day to a day (None: it still stands there)."""

    id: int
    thing_id: int
    unit_id: int
    since: date
    until: date | None


class BooksKeeper:
    """Books, their places, and what is asked for."""

    def __init__(self, session: Session) -> None:
        self._session = session

    def told(self) -> dict[int, ToldBook]:
        """What is told of each book, by the thing's id."""
        return {
            r.component_id: ToldBook(
                r.component_id, r.language, tuple(r.themes), r.from_months, r.to_months, r.lent_by, r.back_on
            )
            for r in self._session.scalars(select(BookRow))
        }

    def save(self, book: Book) -> None:
        """Keep what is told of a book."""
        row = self._session.get(BookRow, book.thing_id) or BookRow(component_id=book.thing_id)
        row.themes = list(book.themes)
        for name in ("language", "from_months", "to_months", "lent_by", "back_on"):
            setattr(row, name, getattr(book, name))
        self._session.add(row)
        self._session.flush()

    def stays(self) -> tuple[BookStay, ...]:
        """Where every book stood, oldest first."""
        rows = self._session.scalars(select(BookStayRow).order_by(BookStayRow.id))
        return tuple(BookStay(r.id, r.component_id, r.unit_id, r.since, r.until) for r in rows)

    def stand(self, thing_id: int, unit_id: int, since: date) -> None:
        """A book comes to a ledge on a day."""
        self._session.add(BookStayRow(component_id=thing_id, unit_id=unit_id, since=since))
        self._session.flush()

    def take_away(self, thing_id: int, until: date) -> None:
        """A book leaves its ledge on a day; where it stood is kept. Raises: NotFound where it stands nowhere."""
        row = self._session.scalars(
            select(BookStayRow).where(BookStayRow.component_id == thing_id, BookStayRow.until.is_(None))
        ).first()
        if row is None:
            raise NotFound(say("The book {thing_id} stands on no ledge.", thing_id=thing_id))
        row.until = until
        self._session.flush()

    def asked(self) -> dict[int, tuple[date, ...]]:
        """By book: the days it was asked for again."""
        found: defaultdict[int, list[date]] = defaultdict(list)
        for r in self._session.scalars(select(BookAskedRow).order_by(BookAskedRow.id)):
            found[r.component_id].append(r.day)
        return {key: tuple(days) for key, days in found.items()}

    def ask(self, thing_id: int, day: date) -> None:
        """A book was asked for again on a day."""
        self._session.add(BookAskedRow(component_id=thing_id, day=day))
        self._session.flush()
