"""The desk everything is done at: the database, the clock, and the house by its sections."""

from __future__ import annotations

from collections.abc import Callable, Iterator, Mapping
from contextlib import contextmanager
from contextvars import ContextVar
from dataclasses import replace
from datetime import date, datetime, timedelta
from pathlib import Path
from threading import Event, RLock
from typing import Any

from zither_awl.catalogue.lesson_loader import shipped_words
from zither_awl.core.days import local_day
from zither_awl.services.clock import Clock, SystemClock
from zither_awl.services.house import House
from zither_awl.services.noticing import Answers, parts_of
from zither_awl.services.sections import (
    Catalogue,
    Cupboard,
    HouseSettings,
    Lessons,
    People,
    Room,
    Sections,
    Telling,
    Weeks,
)
from zither_awl.services.solving import Solves
from zither_awl.store import Engine, Signature, Store, opening, reading, transfer, trying, writing
from zither_awl.store.engine import Tell, nobody
from zither_awl.store.sections import SECTIONS, Section
from zither_awl.store.window import Window

__all__ = ["Desk", "House"]

acting_device: ContextVar[str] = ContextVar("acting_device", default="")
"""The name of the device of the house a request came from: what it writes is written down under it."""
WINDOW_DAYS = 182
"""Judgements rest on the work of so many days, and on what was reached before. Ours, no source."""


class Desk:
    """One household's database and clock. Safe to share between the server's threads."""

    def __init__(self, engine: Engine, clock: Clock | None = None) -> None:
        self._engine = engine
        self._clock = clock or SystemClock()
        self.solves = Solves()
        self._sections: Sections | None = None
        self._answers = Answers()
        self._lock, self._writing = RLock(), RLock()
        self.was_read = Event()
        """Set once the whole house was read."""

    def close(self) -> None:
        """Let go of the database file, and end what the planner is at."""
        self.solves.close()
        self._engine.dispose()

    @property
    def clock(self) -> Clock:
        """The clock of this house."""
        return self._clock

    @property
    def database(self) -> Path:
        """The database file."""
        return Path(str(self._engine.url.database))

    def replace_database(self, fresh: Path, keep: str = "", kept: Tell = nobody, put: Tell = nobody) -> str:
        """Put another database in the place of this one, in one step; whatever was read is read anew.

        `keep` names the copy of this one that is kept first; `kept` and `put` are told how far each is. Returns where
        it lies in the data folder. Nothing is written in between: what a device is told was taken is in it.

        Raises: StoreUnavailable, with nothing changed.
        """
        with self._writing:
            copy = opening.keep_copy(self.database, keep, kept) if keep else None
            transfer.overwrite(fresh, self.database, put)
            self.forget()
        return f"{copy.parent.name}/{copy.name}" if copy else ""

    def forget(self) -> None:
        """Read every section anew when it is next asked for."""
        with self._lock:
            self._sections, self._answers = None, Answers()

    def now(self) -> datetime:
        """The instant, in UTC."""
        return self._clock.now()

    def today(self) -> date:
        """The day in the household's zone."""
        return self.day_of(self.now())

    def day_of(self, at: datetime) -> date:
        """The day of an instant in the household's zone."""
        return local_day(at, self.house().zone)

    def house(self) -> House:
        """The house as it stands. Only sections that were written to since are read again."""
        with reading(self._engine) as work, self._lock:
            return House(self._current(work), self._answers)

    def _current(self, work: Store) -> Sections:
        counted, kept = work.revisions(), self._sections
        revisions: dict[str, int] = {str(name): number for name, number in counted.items()}
        since = self._now_utc_day() - timedelta(days=WINDOW_DAYS)
        if kept is None:
            found: dict[Section, Any] = {name: READERS[name](work, since) for name in SECTIONS}
            parts = parts_of(found["weeks"], None, {}, revisions["weeks"])
            self._sections = Sections(**found, revisions={**revisions, **parts})
            self.was_read.set()
        else:
            stale = [
                name
                for name in SECTIONS
                if kept.revisions[name] != counted[name] or (name == "log" and kept.log.since != since)
            ]
            if stale:
                new: dict[Any, Any] = {name: READERS[name](work, since) for name in stale}
                weeks = new.get("weeks", kept.weeks)
                parts = parts_of(weeks, kept.weeks, kept.revisions, revisions["weeks"])
                self._sections = replace(kept, **new, revisions={**revisions, **parts})
        assert self._sections is not None
        return self._sections

    def _now_utc_day(self) -> date:
        # A window's edge needs no zone: it lies weeks from anything that matters.
        return self.now().date()

    @contextmanager
    def deciding(self) -> Iterator[House]:
        """Hold off every other write while it is decided what to write: the house stays as it is handed out.

        Only one program serves a folder, so holding off this program's threads is enough.
        """
        with self._writing:
            yield self.house()

    @contextmanager
    def write(self, adult_id: int | None, label: str) -> Iterator[Store]:
        """A transaction that becomes one change set under that label."""
        with self._write(Signature(self.now(), adult_id, label, acting_device.get())) as work:
            yield work

    @contextmanager
    def write_untracked(self) -> Iterator[Store]:
        """A transaction the undo list does not hold: undo itself, what devices send, deleting for good, seeding."""
        with self._write(None) as work:
            yield work

    @contextmanager
    def _write(self, sign: Signature | None) -> Iterator[Store]:
        with self._writing:
            with writing(self._engine, sign) as work:
                yield work
            self._absorb(work)

    def _absorb(self, work: Store) -> None:
        """Bring the log up to a write of this desk's own without reading all of it again."""
        with self._lock:
            kept = self._sections
            if kept is None or kept.revisions["log"] == work.after["log"]:
                return
            tables = {table for table, _ in work.touched}
            if not tables & _LOG_TABLES or self._written_by_others(kept, work):
                return
            with reading(self._engine) as fresh:
                log = fresh.window_after(kept.log, work.touched)
            revisions = {**kept.revisions, "log": work.after["log"]}
            self._sections = replace(kept, log=log, revisions=revisions)

    def _written_by_others(self, kept: Sections, work: Store) -> bool:
        """Whether the log was written to between what is kept and this write: then it is read anew."""
        return kept.revisions["log"] != work.before["log"]

    @contextmanager
    def trial(self) -> Iterator[Store]:
        """A transaction in which something may be written to see what comes of it: nothing of it is kept."""
        with self._writing, trying(self._engine) as work:
            yield work

    @contextmanager
    def read(self) -> Iterator[Store]:
        """A transaction that only reads."""
        with reading(self._engine) as work:
            yield work


_LOG_TABLES = {"episode", "episode_event", "morning", "morning_child", "sweep", "sweep_child", "presentation"}


def _people(work: Store, _since: date) -> People:
    kept = work.people
    return People(kept.household(), kept.adults(), kept.children(), work.damaged("child"), kept.said(), kept.groups())


def _room(work: Store, _since: date) -> Room:
    return Room(work.room.units(), work.room.aids_done(), work.damaged("unit"), work.room.own_aids())


def _cupboard(work: Store, _since: date) -> Cupboard:
    kept = work.cupboard
    cards = kept.cards()
    return Cupboard(
        kept.bins(),
        kept.trays(cards),
        kept.components(),
        kept.completed(),
        work.making.makings(),
        work.making.marks(),
        work.damaged("tray", "component"),
        cards,
    )


def _catalogue(work: Store, _since: date) -> Catalogue:
    return Catalogue(work.catalogue.own_cards(), work.catalogue.choices(), work.catalogue.ties())


def _lessons(work: Store, since: date) -> Lessons:
    kept, home = work.lessons, work.home
    return Lessons(
        kept.own_sets(),
        kept.word_photos(),
        home.own_routines(),
        home.runs(since),
        home.step_photos(),
        home.at_table(since),
        home.talks(since),
        kept.answers_in([s.key for s in shipped_words() if s.proves]),
    )


def _log(work: Store, since: date) -> Window:
    return work.window(since)


def _weeks(work: Store, _since: date) -> Weeks:
    kept, planned, books = work.weeks, work.themes, work.books
    return Weeks(
        kept.stays(),
        kept.changes(),
        kept.declined(),
        kept.tasks(),
        kept.planned(),
        kept.aims(),
        kept.invited(),
        planned.themes(),
        planned.by_then(),
        planned.absences(),
        planned.moved(),
        planned.arrivals(),
        planned.arrived(),
        books.told(),
        books.stays(),
        books.asked(),
        work.damaged("theme", "by_then", "absence", "arrival"),
    )


def _settings(work: Store, _since: date) -> HouseSettings:
    return HouseSettings(
        work.settings.phrases(), work.settings.seeded_on(), work.settings.welcome_steps(), work.settings.pins()
    )


def _telling(work: Store, _since: date) -> Telling:
    return Telling(work.telling.pictures(), work.telling.stories())


READERS: Mapping[Section, Callable[[Store, date], Any]] = {
    "people": _people,
    "room": _room,
    "cupboard": _cupboard,
    "catalogue": _catalogue,
    "lessons": _lessons,
    "log": _log,
    "weeks": _weeks,
    "settings": _settings,
    "telling": _telling,
}
"""How each section is read."""
