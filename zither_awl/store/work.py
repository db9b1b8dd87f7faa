"""One unit of work is one transaction: it commits when its block ends and translates what goes wrong."""

from __future__ import annotations

from collections.abc import Iterator
from contextlib import contextmanager
from dataclasses import dataclass
from datetime import date, datetime

from sqlalchemy import Engine
from sqlalchemy.exc import DatabaseError
from sqlalchemy.orm import Session

from zither_awl.core.errors import StoreUnavailable
from zither_awl.core.values import Visit
from zither_awl.store import projections
from zither_awl.store.books import BooksKeeper
from zither_awl.store.catalogue import CatalogueKeeper
from zither_awl.store.cupboard import CupboardKeeper
from zither_awl.store.damage import noted
from zither_awl.store.engine import WRITES, in_plain_words
from zither_awl.store.history import History, Recorder
from zither_awl.store.home import HomeKeeper
from zither_awl.store.lessons import LessonsKeeper
from zither_awl.store.log import LogKeeper
from zither_awl.store.making import MakingKeeper
from zither_awl.store.people import PeopleKeeper
from zither_awl.store.projections import Reached
from zither_awl.store.room import RoomKeeper
from zither_awl.store.sections import Section, revisions
from zither_awl.store.sent import SentKeeper
from zither_awl.store.settings import SettingsKeeper
from zither_awl.store.telling import TellingKeeper
from zither_awl.store.themes import ThemesKeeper
from zither_awl.store.weeks import WeeksKeeper
from zither_awl.store.window import Window, after_write, read_window


@dataclass(frozen=True, slots=True)
class Signature:
    """Who writes, when, and what it is called in the undo list."""

    at: datetime
    adult_id: int | None
    label: str
    device: str = ""
    """The device of the house it came from, by its name; "" for this machine."""


class Store:
    """The repositories of one transaction."""

    def __init__(self, session: Session) -> None:
        self._session = session
        self.touched: frozenset[tuple[str, str]] = frozenset()
        """After a write: (table, key) of every row it wrote."""
        self.before: dict[Section, int] = {}
        """In a write: how often each section had been written to when it began."""
        self.after: dict[Section, int] = {}
        """After a write: the same, this write with it."""
        self.people = PeopleKeeper(session)
        self.room = RoomKeeper(session)
        self.cupboard = CupboardKeeper(session)
        self.making = MakingKeeper(session)
        self.catalogue = CatalogueKeeper(session)
        self.log = LogKeeper(session)
        self.weeks = WeeksKeeper(session)
        self.themes = ThemesKeeper(session)
        self.books = BooksKeeper(session)
        self.sent = SentKeeper(session)
        self.settings = SettingsKeeper(session)
        self.lessons = LessonsKeeper(session)
        self.home = HomeKeeper(session)
        self.telling = TellingKeeper(session)
        self.history = History(session)

    def damaged(self, *tables: str) -> tuple[str, ...]:
        """What could not be read of these tables so far, as sentences."""
        return tuple(said for (table, _), said in sorted(noted(self._session).items()) if table in tables)

    def revisions(self) -> dict[Section, int]:
        """How often each section was written to so far."""
        return revisions(self._session)

    def window(self, since: date) -> Window:
        """What judgements rest on, since a day."""
        return read_window(self._session, since)

    def window_after(self, window: Window, touched: frozenset[tuple[str, str]]) -> Window:
        """The window after a write that touched these rows."""
        return after_write(self._session, window, touched)

    def visits_of(self, child_id: int) -> list[Visit]:
        """Every piece of work of a child, folded, oldest first."""
        return projections.visits_of(self._session, child_id)

    def reached(self) -> dict[Reached, date]:
        """The day every child first tried, first did alone, and mastered each card: by child, card and kind."""
        return projections.all_reached(self._session)

    def projections_differ(self) -> list[str]:
        """What would be different if visits and milestones were made anew from the log."""
        return projections.differences(self._session)

    def rebuild_projections(self) -> None:
        """Make visits and milestones anew from the log."""
        projections.rebuild(self._session)

    @contextmanager
    def attempt(self) -> Iterator[None]:
        """A part of the transaction that is taken back by itself when it raises."""
        with self._session.begin_nested():
            yield
            self._session.flush()

    def project(self, recorder: Recorder) -> None:
        """Bring visits and milestones up to what this transaction wrote."""
        self._session.flush()
        self.touched = recorder.touched | self.history.touched
        episodes = {key for table, key in self.touched if table == "episode"}
        if episodes:
            projections.refresh(self._session, episodes)

    def finish(self, recorder: Recorder, sign: Signature | None) -> None:
        """Close a write: its projections, its change set if it is signed, and what it counted."""
        self.project(recorder)
        if sign is not None:
            recorder.finish(sign.at, sign.adult_id, sign.label, sign.device)
        self._session.flush()
        self.after = self.revisions()


@contextmanager
def reading(engine: Engine) -> Iterator[Store]:
    """A transaction that only reads: everything in it is of one moment. Raises: StoreUnavailable."""
    try:
        with Session(engine) as session, session.begin():
            yield Store(session)
    except DatabaseError as problem:
        raise StoreUnavailable(in_plain_words(problem)) from problem


@contextmanager
def trying(engine: Engine) -> Iterator[Store]:
    """A transaction of which nothing is kept. Raises: StoreUnavailable."""
    try:
        with Session(engine) as session:
            session.connection(execution_options={WRITES: True})
            yield Store(session)
            session.rollback()
    except DatabaseError as problem:
        raise StoreUnavailable(in_plain_words(problem)) from problem


@contextmanager
def writing(engine: Engine, sign: Signature | None = None) -> Iterator[Store]:
    """A transaction that writes, and holds the file from its beginning: what it reads, nobody changes meanwhile.

    With a signature its writes become a change set that can be undone. Raises: StoreUnavailable when the database is
    locked, read-only or damaged; nothing is half written.
    """
    try:
        with Session(engine, autoflush=True) as session, session.begin():
            session.connection(execution_options={WRITES: True})
            recorder = Recorder(session)
            work = Store(session)
            work.before = work.revisions()
            yield work
            work.finish(recorder, sign)
    except DatabaseError as problem:
        raise StoreUnavailable(in_plain_words(problem)) from problem
