"""The sections of a house as core values: what each holds once it was read (store.sections has their tables)."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field
from datetime import date, datetime
from typing import Any

from zither_awl.core.absence import Absence
from zither_awl.core.independence import OwnAid
from zither_awl.core.making import Making, Mark
from zither_awl.core.things.component import Component
from zither_awl.core.trays.own import OwnCard
from zither_awl.core.values import (
    Adult,
    Bin,
    Card,
    ChangeRecord,
    Child,
    Declined,
    Group,
    Household,
    RoutineRun,
    Rung,
    Said,
    TableEvent,
    Talk,
    Tray,
    Unit,
    WordAnswer,
)
from zither_awl.core.values.telling import Picture, Story
from zither_awl.core.weeks.arrivals import Arrival
from zither_awl.core.weeks.theme import ByThen, Theme
from zither_awl.core.wishes import Aim
from zither_awl.store.books import BookStay, ToldBook
from zither_awl.store.weeks import Stay, Task
from zither_awl.store.window import Window


@dataclass(frozen=True, slots=True)
class People:
    """The household, its adults and children, archived ones too."""

    household: Household | None
    adults: tuple[Adult, ...]
    children: tuple[Child, ...]
    damaged: tuple[str, ...] = ()
    """What could not be read, a sentence each."""
    said: tuple[Said, ...] = ()
    """What adults said that children know."""
    groups: tuple[Group, ...] = ()


@dataclass(frozen=True, slots=True)
class Room:
    """The units, archived ones too, and which aids were made for which child."""

    units: tuple[Unit, ...]
    aids_done: frozenset[tuple[int, str]]
    damaged: tuple[str, ...] = ()
    own_aids: tuple[OwnAid, ...] = ()


@dataclass(frozen=True, slots=True)
class Cupboard:
    """What is owned, archived ones too; and when each tray was last made complete again."""

    bins: tuple[Bin, ...]
    trays: tuple[Tray, ...]
    components: tuple[Component, ...]
    completed: Mapping[int, datetime]
    makings: tuple[Making, ...]
    marks: tuple[Mark, ...]
    damaged: tuple[str, ...] = ()
    cards: Mapping[int, Card] = field(default_factory=dict)
    """Every card at a level that a tray is or was made of, by id."""


@dataclass(frozen=True, slots=True)
class Catalogue:
    """The household's own cards, and what it takes of the catalogue."""

    own_cards: Mapping[str, OwnCard]
    choices: Mapping[str, bool]
    ties: Mapping[tuple[Rung, Rung], bool] = field(default_factory=dict)
    """By step and the one before it: whether the household tied or untied them."""


@dataclass(frozen=True, slots=True)
class Lessons:
    """Sets of words and routines of the household's own, photographs of words and steps; and of the last weeks the
    runs of routines, what happened at the snack table, and the talks."""

    own_sets: Mapping[str, Mapping[str, Any]]
    word_photos: Mapping[tuple[str, str], int]
    own_routines: Mapping[str, Mapping[str, Any]]
    runs: tuple[RoutineRun, ...]
    step_photos: Mapping[tuple[str, str], int] = field(default_factory=dict)
    at_table: tuple[TableEvent, ...] = ()
    talks: tuple[Talk, ...] = ()
    proving: tuple[WordAnswer, ...] = ()
    """Answers to the sets that prove a level of a card."""


@dataclass(frozen=True, slots=True)
class Weeks:
    """What stood where and when, the changes, the set-up list, and the showings planned: id, child, tray, day."""

    stays: tuple[Stay, ...]
    changes: tuple[ChangeRecord, ...]
    declined: tuple[Declined, ...]
    tasks: tuple[Task, ...]
    planned: tuple[tuple[int, int, int, date, str], ...]
    aims: tuple[Aim, ...]
    invited: Mapping[tuple[int, date], tuple[str, ...]] = field(default_factory=dict)
    """By child and day: what the household chose to invite it to, in its order."""
    themes: tuple[Theme, ...] = ()
    by_then: tuple[ByThen, ...] = ()
    absences: tuple[Absence, ...] = ()
    moved: Mapping[tuple[str, date], date] = field(default_factory=dict)
    """Looks and turns of books moved from their day in the rhythm."""
    arrivals: tuple[Arrival, ...] = ()
    arrived: Mapping[int, tuple[int, ...]] = field(default_factory=dict)
    """By arrival: the things that came with it."""
    books: Mapping[int, ToldBook] = field(default_factory=dict)
    """What is told of books, by the thing's id."""
    book_stays: tuple[BookStay, ...] = ()
    books_asked: Mapping[int, tuple[date, ...]] = field(default_factory=dict)
    damaged: tuple[str, ...] = ()


@dataclass(frozen=True, slots=True)
class HouseSettings:
    """Phrases for notes, and the day the demo was seeded, if this is one."""

    phrases: tuple[str, ...]
    seeded_on: date | None
    welcome: Mapping[str, str] = field(default_factory=dict)
    """The steps of the first evening that are through ("done") or put off ("later")."""
    pins: Mapping[int, str] = field(default_factory=dict)
    """By adult: what a PIN is checked by."""


@dataclass(frozen=True, slots=True)
class Telling:
    """Pictures and notes of the work, oldest first; stories, the newest span first."""

    pictures: tuple[Picture, ...]
    stories: tuple[Story, ...]


@dataclass(frozen=True, slots=True)
class Sections:
    """Every section as it was read, and how often it was written to by then."""

    people: People
    room: Room
    cupboard: Cupboard
    catalogue: Catalogue
    lessons: Lessons
    log: Window
    weeks: Weeks
    settings: HouseSettings
    telling: Telling
    revisions: Mapping[str, int]
    """Of the sections, and of the parts of the weeks ("weeks.themes")."""
