"""One unit of work is one transaction: it commits when its block ends and translates what goes wrong."""

from __future__ import annotations

from collections.abc import Iterator
from contextlib import contextmanager
from dataclasses import dataclass
from datetime import date, datetime

from sqlalchemy import Engine, select, update
from sqlalchemy.exc import DatabaseError
from sqlalchemy.orm import Session

from zither_awl.core.errors import StoreUnavailable
from zither_awl.store.catalogue import CatalogueKeeper
from zither_awl.store.cupboard import Cupboard
from zither_awl.store.engine import in_plain_words
from zither_awl.store.history import History, Recorder, bump_revision
from zither_awl.store.lessons import LessonsKeeper
from zither_awl.store.log import LogKeeper
from zither_awl.store.models import RevisionRow
from zither_awl.store.notes import NotesKeeper
from zither_awl.store.people import People
from zither_awl.store.room import Room
from zither_awl.store.sent import SentKeeper


@dataclass(frozen=True, slots=True)
class Signature:
    """Who writes, when, and what it is called in the undo list."""

    at: datetime
    adult_id: int | None
    label: str


class Work:
    """The repositories of one transaction."""

    def __init__(self, session: Session) -> None:
        self._session = session
        self.touched: frozenset[tuple[str, str]] = frozenset()
        """After a signed transaction: (table, key) of every row it wrote."""
        self.people = People(session)
        self.room = Room(session)
        self.cupboard = Cupboard(session)
        self.catalogue = CatalogueKeeper(session)
        self.log = LogKeeper(session)
        self.sent = SentKeeper(session)
        self.notes = NotesKeeper(session)
        self.lessons = LessonsKeeper(session)
        self.history = History(session)

    def revision(self) -> int:
        """How many writes were accepted so far."""
        return self._session.scalars(select(RevisionRow.number)).one()

    def seeded_on(self) -> date | None:
        """The day the demo was seeded, if this is one."""
        return self._session.scalars(select(RevisionRow.seeded_on)).one()

    def mark_seeded(self, day: date) -> None:
        """Say that this is the demo, seeded on a day."""
        self._session.execute(update(RevisionRow).values(seeded_on=day))


@contextmanager
def unit_of_work(engine: Engine, sign: Signature | None = None) -> Iterator[Work]:
    """One transaction. With a signature its writes become a change set; without one they are only counted if written.

    Raises: StoreUnavailable when the database is locked, read-only or damaged; nothing is half written.
    """
    try:
        with Session(engine, autoflush=True) as session, session.begin():
            recorder = Recorder(session) if sign else None
            work = Work(session)
            yield work
            if recorder is not None and sign is not None:
                recorder.finish(sign.at, sign.adult_id, sign.label)
                bump_revision(session)
                work.touched = recorder.touched
    except DatabaseError as problem:
        raise StoreUnavailable(in_plain_words(problem)) from problem


@contextmanager
def untracked(engine: Engine) -> Iterator[Work]:
    """A transaction that is no change set: undo itself, seeding, deleting for good."""
    try:
        with Session(engine, autoflush=True) as session, session.begin():
            yield Work(session)
            session.flush()
            bump_revision(session)
    except DatabaseError as problem:
        raise StoreUnavailable(in_plain_words(problem)) from problem
