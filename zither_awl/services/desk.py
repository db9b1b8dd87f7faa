"""The desk everything is done at: the database, the clock, and one snapshot of the house by revision."""

from __future__ import annotations

from collections.abc import Callable, Hashable, Iterator, Mapping
from contextlib import contextmanager
from dataclasses import dataclass, field, replace
from datetime import date, datetime
from functools import cached_property
from pathlib import Path
from threading import Lock, RLock
from typing import Any, Protocol, TypeVar
from zoneinfo import ZoneInfo

from zither_awl.core.component import Component
from zither_awl.core.errors import NotFound
from zither_awl.core.finding import Finding
from zither_awl.core.judgement import Judgements, State
from zither_awl.core.merge import closed, spells
from zither_awl.core.practice import Practice
from zither_awl.core.shelf import Scene, check_shelf
from zither_awl.core.trays import Stock
from zither_awl.core.trays.own import OwnCard
from zither_awl.core.values import (
    Adult,
    Bin,
    ChangeRecord,
    Child,
    Declined,
    Household,
    Log,
    Placement,
    RoutineRun,
    Tray,
    Unit,
    WordAnswer,
)
from zither_awl.services.clock import Clock, SystemClock
from zither_awl.services.solving import Solves
from zither_awl.store import Engine, Signature, Work, transfer, unit_of_work, untracked
from zither_awl.store.log import Task

NEVER_MONTHS = 10_000


@dataclass(frozen=True)
class House:
    """Everything kept, as core values, at one revision. `all_...` hold the archived ones too."""

    revision: int
    household: Household | None
    adults: tuple[Adult, ...]
    all_children: tuple[Child, ...]
    all_units: tuple[Unit, ...]
    bins: tuple[Bin, ...]
    all_trays: tuple[Tray, ...]
    log: Log
    changes: tuple[ChangeRecord, ...]
    declined: tuple[Declined, ...]
    tasks: tuple[Task, ...]
    seeded_on: date | None
    components: tuple[Component, ...] = ()
    own_cards: Mapping[str, OwnCard] = field(default_factory=dict)
    card_choices: Mapping[str, bool] = field(default_factory=dict)
    aids_done: frozenset[tuple[int, str]] = frozenset()
    phrases: tuple[str, ...] = ()
    completed: Mapping[int, datetime] = field(default_factory=dict)
    """When each tray was last made complete again."""
    planned: tuple[tuple[int, int, int, date], ...] = ()
    """Showings planned: id, child, tray, day."""
    own_sets: Mapping[str, Mapping[str, Any]] = field(default_factory=dict)
    word_photos: Mapping[tuple[str, str], int] = field(default_factory=dict)
    own_routines: Mapping[str, Mapping[str, Any]] = field(default_factory=dict)
    answers: tuple[WordAnswer, ...] = ()
    runs: tuple[RoutineRun, ...] = ()

    @cached_property
    def children(self) -> tuple[Child, ...]:
        """The children of the house now."""
        return tuple(c for c in self.all_children if not c.archived)

    @cached_property
    def units(self) -> tuple[Unit, ...]:
        """The units in use."""
        return tuple(u for u in self.all_units if not u.archived)

    @cached_property
    def trays(self) -> tuple[Tray, ...]:
        """The trays that are not archived."""
        return tuple(t for t in self.all_trays if not t.archived)

    @cached_property
    def placements(self) -> tuple[Placement, ...]:
        """What stands now, on units in use."""
        units = {u.id for u in self.units}
        return tuple(
            p for p in self.log.placements if p.until is None and not p.tray.archived and p.spot.unit_id in units
        )

    @cached_property
    def standing(self) -> dict[int, Placement]:
        """What stands now, by the tray's id."""
        return {p.tray.id: p for p in self.placements}

    @property
    def zone(self) -> ZoneInfo:
        """The household's time zone; UTC before there is a household."""
        return ZoneInfo(self.household.zone if self.household else "UTC")

    @property
    def practice(self) -> Practice:
        """The settings of practice: the defaults, and the schools House can choose."""
        kept = self.household
        if kept is None:
            return Practice()
        first = {"by age": Practice().shown_first_from_months, "shown first": 0, "free": NEVER_MONTHS}[kept.showing]
        return Practice(unbreakable_first=kept.unbreakable_first, shown_first_from_months=first)

    @property
    def state(self) -> State:
        """The house as the judgements and the rotation see it."""
        return State(children=self.children, trays=self.trays, units=self.units, placements=self.placements,
                     log=self.log, changes=self.changes, declined=self.declined, practice=self.practice)  # fmt: skip

    def scene(self, on: date) -> Scene:
        """The shelves as their rules see them on a day."""
        return Scene(self.placements, self.units, self.children, on, self.practice)

    @cached_property
    def _reckoned(self) -> dict[Hashable, Any]:
        return {}

    def once(self, key: Hashable, reckon: Callable[[], R]) -> R:
        """What `reckon` gives, reckoned once for this snapshot; `key` names it with the day and ids it depends on.

        Two threads may reckon the same at once: they get equal values.
        """
        if key not in self._reckoned:
            self._reckoned[key] = reckon()
        kept: R = self._reckoned[key]
        return kept

    def judgements(self, on: date) -> Judgements:
        """The judgements of a day."""
        return self.once(("judgements", on), lambda: Judgements(self.state, on))

    def findings(self, on: date) -> tuple[Finding, ...]:
        """What the shelf's rules find on a day."""
        return self.once(("findings", on), lambda: check_shelf(
            self.placements, self.units, self.children, on, practice=self.practice))  # fmt: skip

    def child(self, child_id: int) -> Child:
        """A child by id. Raises: NotFound."""
        return _found_in(self.all_children, child_id, "child")

    def unit(self, unit_id: int) -> Unit:
        """A unit by id. Raises: NotFound."""
        return _found_in(self.all_units, unit_id, "unit")

    def tray(self, tray_id: int) -> Tray:
        """A tray by id. Raises: NotFound."""
        return _found_in(self.all_trays, tray_id, "tray")

    def component(self, component_id: int) -> Component:
        """A thing by id. Raises: NotFound."""
        return _found_in(self.components, component_id, "thing")

    @cached_property
    def stock(self) -> Stock:
        """What is owned, and which trays hold some of it."""
        return Stock(self.components, self.trays)

    def bin_name(self, bin_id: int | None) -> str:
        """The name of a bin, or nothing."""
        return next((b.name for b in self.bins if b.id == bin_id), "")


class _HasId(Protocol):
    @property
    def id(self) -> int: ...


T = TypeVar("T", bound=_HasId)
R = TypeVar("R")


def _found_in(things: tuple[T, ...], key: int, word: str) -> T:
    for thing in things:
        if thing.id == key:
            return thing
    raise NotFound(f"There is no {word} {key}.")


class Desk:
    """One household's database and clock. Safe to share between the server's threads."""

    def __init__(self, engine: Engine, clock: Clock | None = None) -> None:
        self._engine = engine
        self._clock = clock or SystemClock()
        self.solves = Solves()
        self._house: House | None = None
        self._lock = Lock()
        self._writing = RLock()

    def close(self) -> None:
        """Let go of the database file, and end what the planner is at."""
        self.solves.close()
        self._engine.dispose()

    @property
    def database(self) -> Path:
        """The database file."""
        return Path(str(self._engine.url.database))

    def replace_database(self, fresh: Path) -> None:
        """Put another database in the place of this one, in one step; readers see a new revision."""
        revision = self.house().revision + 1
        transfer.overwrite(fresh, self.database, revision)
        with self._lock:
            self._house = None

    def now(self) -> datetime:
        """The instant, in UTC."""
        return self._clock.now()

    def today(self) -> date:
        """The day in the household's zone."""
        return self.now().astimezone(self.house().zone).date()

    def house(self) -> House:
        """The house as it stands, read again only after a write."""
        with unit_of_work(self._engine) as work:
            revision = work.revision()
            with self._lock:
                if self._house is None or self._house.revision != revision:
                    self._house = _read(work, revision)
                return self._house

    @contextmanager
    def write(self, adult_id: int | None, label: str) -> Iterator[Work]:
        """A transaction that becomes one change set under that label."""
        with self._writing:
            with unit_of_work(self._engine, Signature(self.now(), adult_id, label)) as work:
                yield work
            self._absorb(work.touched)

    def _absorb(self, touched: frozenset[tuple[str, str]]) -> None:
        """Bring the snapshot up to a write of its own that touched the log only, without reading the house again."""
        house = self._house
        if house is None or not {table for table, _ in touched} <= _LOG_TABLES:
            return
        with unit_of_work(self._engine) as work:
            revision = work.revision()
            if revision == house.revision + 1:
                with self._lock:
                    self._house = _house_after(house, revision, work, touched)

    @contextmanager
    def write_untracked(self) -> Iterator[Work]:
        """A transaction that cannot be undone: undo itself, deleting for good, seeding."""
        with untracked(self._engine) as work:
            yield work

    @contextmanager
    def read(self) -> Iterator[Work]:
        """A transaction that only reads."""
        with unit_of_work(self._engine) as work:
            yield work


_RUN_TABLES = {"routine_run", "invitation", "step_done"}
_LOG_TABLES = {"episode", "episode_event", "morning", "morning_child", "sweep", "sweep_child", "presentation",
               "word_answer", *_RUN_TABLES}  # fmt: skip


def _house_after(house: House, revision: int, work: Work, touched: frozenset[tuple[str, str]]) -> House:
    tables = {table for table, _ in touched}
    return replace(
        house, revision=revision, log=_log_after(house.log, work, touched),
        answers=work.lessons.answers() if "word_answer" in tables else house.answers,
        runs=work.lessons.runs() if tables & _RUN_TABLES else house.runs,
    )  # fmt: skip


def _log_after(log: Log, work: Work, touched: frozenset[tuple[str, str]]) -> Log:
    tables, ids = {table for table, _ in touched}, {key for table, key in touched if table == "episode"}
    kept = [e for e in log.episodes if e.id not in ids]
    episodes = tuple(sorted((*kept, *work.log.episodes(ids)), key=lambda e: (e.began, e.id)))
    mornings = closed(work.log.mornings(), episodes)
    return replace(
        log, episodes=episodes, mornings=mornings, spells=spells(work.sent.states(), episodes, mornings),
        sweeps=work.log.sweeps() if tables & {"sweep", "sweep_child"} else log.sweeps,
        presentations=work.log.presentations() if "presentation" in tables else log.presentations,
    )  # fmt: skip


def _read(work: Work, revision: int) -> House:
    trays = work.cupboard.trays()
    episodes = work.log.episodes()
    mornings = closed(work.log.mornings(), episodes)
    return House(
        revision=revision, household=work.people.household(), adults=work.people.adults(),
        all_children=work.people.children(), all_units=work.room.units(), bins=work.cupboard.bins(), all_trays=trays,
        log=Log(mornings=mornings, episodes=episodes, presentations=work.log.presentations(),
                placements=work.log.placements({t.id: t for t in trays}), sweeps=work.log.sweeps(),
                spells=spells(work.sent.states(), episodes, mornings)),
        changes=work.log.changes(), declined=work.log.declined(), tasks=work.log.tasks(), seeded_on=work.seeded_on(),
        components=work.cupboard.components(), own_cards=work.catalogue.own_cards(),
        card_choices=work.catalogue.choices(),
        aids_done=work.room.aids_done(), phrases=work.notes.phrases(), completed=work.notes.completed(),
        planned=work.notes.planned(), own_sets=work.lessons.own_sets(),
        word_photos=work.lessons.word_photos(), own_routines=work.lessons.own_routines(),
        answers=work.lessons.answers(), runs=work.lessons.runs(),
    )  # fmt: skip
