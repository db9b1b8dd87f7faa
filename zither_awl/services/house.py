"""The house as it stands: everything kept, as core values, and what is reckoned from it again and again."""

from __future__ import annotations

from collections.abc import Callable, Hashable, Iterator
from dataclasses import replace
from datetime import date
from typing import Any, Protocol, TypeVar, cast
from zoneinfo import ZoneInfo

from zither_awl.catalogue.lesson_loader import shipped_words
from zither_awl.core.absence import Absence
from zither_awl.core.errors import NotFound
from zither_awl.core.finding import Finding
from zither_awl.core.judgement import Judgements, State
from zither_awl.core.lessons import proved
from zither_awl.core.practice import Practice, practice_of
from zither_awl.core.saying import say
from zither_awl.core.shelf import Scene, check_shelf
from zither_awl.core.things.component import Component
from zither_awl.core.trays import Stock
from zither_awl.core.values import Adult, Bin, ChangeRecord, Child, Episode, Household, Log, Placement, Said, Tray, Unit
from zither_awl.core.wishes import Aim
from zither_awl.services.noticing import Answers, R, WeeksSeen, look_at
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
from zither_awl.store.sections import SECTIONS, Section
from zither_awl.store.window import Window

NEVER_MONTHS = 10_000


class House:
    """Everything kept, as core values, at one moment. `all_...` hold the archived ones too."""

    def __init__(self, sections: Sections, answers: Answers | None = None) -> None:
        self._sections = sections
        self._answers = answers or Answers()

    def __eq__(self, other: object) -> bool:
        """Whether everything kept is the same, however often it was written to."""
        if not isinstance(other, House):
            return NotImplemented
        return all(getattr(self._sections, name) == getattr(other._sections, name) for name in SECTIONS)

    __hash__ = None  # type: ignore[assignment]

    def _see(self, name: Section) -> Any:
        look_at(name)
        return getattr(self._sections, name)

    def revisions(self, *names: Section) -> tuple[int, ...]:
        """How often these sections were written to: what rests on them is of this moment."""
        return tuple(self._sections.revisions[name] for name in names)

    def once(self, key: Hashable, reckon: Callable[[], R]) -> R:
        """What `reckon` gives, reckoned again only when a section it looked at was written to (services.noticing).
        `key` names it, with the day and ids it depends on."""
        return self._answers.once(key, self._sections.revisions, reckon)

    @property
    def people(self) -> People:
        """The section of people."""
        found: People = self._see("people")
        return found

    @property
    def room(self) -> Room:
        """The section of rooms and furniture."""
        found: Room = self._see("room")
        return found

    @property
    def cupboard(self) -> Cupboard:
        """The section of what is owned."""
        found: Cupboard = self._see("cupboard")
        return found

    @property
    def catalogue(self) -> Catalogue:
        """The section of cards."""
        found: Catalogue = self._see("catalogue")
        return found

    @property
    def lessons(self) -> Lessons:
        """The section of words and routines."""
        found: Lessons = self._see("lessons")
        return found

    @property
    def window(self) -> Window:
        """The section of what was seen, as far as judgements rest on it."""
        found: Window = self._see("log")
        return found

    @property
    def weeks(self) -> Weeks:
        """The section of what changes from week to week; its parts are noticed one by one."""
        return cast("Weeks", WeeksSeen(self._sections.weeks))

    @property
    def settings(self) -> HouseSettings:
        """The section of small settings."""
        found: HouseSettings = self._see("settings")
        return found

    @property
    def telling(self) -> Telling:
        """The section of pictures, notes and stories."""
        found: Telling = self._see("telling")
        return found

    @property
    def household(self) -> Household | None:
        """The household; None before the welcome is through."""
        return self.people.household

    @property
    def adults(self) -> tuple[Adult, ...]:
        """The adults of the house."""
        return self.people.adults

    @property
    def all_children(self) -> tuple[Child, ...]:
        """Every child, archived ones too."""
        return self.people.children

    @property
    def children(self) -> tuple[Child, ...]:
        """The children of the house now."""
        return self.once("children", lambda: tuple(c for c in self.all_children if not c.archived))

    @property
    def all_units(self) -> tuple[Unit, ...]:
        """Every unit, archived ones too."""
        return self.room.units

    @property
    def units(self) -> tuple[Unit, ...]:
        """The units in use."""
        return self.once("units", lambda: tuple(u for u in self.all_units if not u.archived))

    @property
    def bins(self) -> tuple[Bin, ...]:
        """The bins, by name."""
        return self.cupboard.bins

    @property
    def components(self) -> tuple[Component, ...]:
        """Every thing, archived ones too."""
        return self.cupboard.components

    @property
    def all_trays(self) -> tuple[Tray, ...]:
        """Every tray, archived ones too."""
        return self.cupboard.trays

    @property
    def trays(self) -> tuple[Tray, ...]:
        """The trays that are not archived."""
        return self.once("trays", lambda: tuple(t for t in self.all_trays if not t.archived))

    @property
    def all_placements(self) -> tuple[Placement, ...]:
        """Every placement, past and present."""

        def reckon() -> tuple[Placement, ...]:
            trays = {t.id: t for t in self.all_trays}
            return tuple(stay.of(trays[stay.tray_id]) for stay in self.weeks.stays if stay.tray_id in trays)

        return self.once("placements", reckon)

    @property
    def placements(self) -> tuple[Placement, ...]:
        """What stands now, on units in use."""

        def reckon() -> tuple[Placement, ...]:
            units = {u.id for u in self.units}
            return tuple(
                p for p in self.all_placements if p.until is None and not p.tray.archived and p.spot.unit_id in units
            )

        return self.once("standing", reckon)

    @property
    def standing(self) -> dict[int, Placement]:
        """What stands now, by the tray's id."""
        return self.once("by tray", lambda: {p.tray.id: p for p in self.placements})

    @property
    def damaged(self) -> tuple[str, ...]:
        """What could not be read of the file, a sentence each."""
        return (*self.people.damaged, *self.room.damaged, *self.cupboard.damaged, *self.weeks.damaged)

    @property
    def changes(self) -> tuple[ChangeRecord, ...]:
        """The accepted changes."""
        return self.weeks.changes

    @property
    def log(self) -> Log:
        """What was seen, as far as judgements rest on it: the last weeks."""

        def reckon() -> Log:
            window = self.window
            return Log(
                mornings=window.mornings,
                episodes=window.visits,
                presentations=window.presentations,
                placements=self.all_placements,
                mastered_on=window.mastered_on,
            )

        return self.once("log", reckon)

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
        return practice_of(kept.practice, unbreakable_first=kept.unbreakable_first, shown_first_from_months=first)

    @property
    def state(self) -> State:
        """The house as the judgements and the rotation see it."""
        return State(
            children=self.children,
            trays=self.trays,
            units=self.units,
            placements=self.placements,
            log=self.log,
            changes=self.changes,
            declined=self.weeks.declined,
            aims=(*self.weeks.aims, *self._theme_aims()),
            said=(*self.people.said, *self._proved()),
            absences=self.absences,
            moved_looks=self.moved("look"),
            practice=self.practice,
        )

    def _theme_aims(self) -> Iterator[Aim]:
        """The words of the themes that were taken, as what their weeks are about."""
        for theme in self.weeks.themes:
            for word in dict.fromkeys((theme.name, *theme.words)) if theme.taken else ():
                yield Aim(id=-theme.id, words=word, from_day=theme.from_day, until_day=theme.until_day)

    def _proved(self) -> tuple[Said, ...]:
        """The levels that children know because they point to every word of a set that proves them."""
        return self.once("proved", lambda: tuple(proved(shipped_words(), self.lessons.proving, self.people.said)))

    def moved(self, kind: str) -> dict[date, date]:
        """The looks ("look") or turns of the books ("books") that were moved, by their day in the rhythm."""
        return {day: to for (of, day), to in self.weeks.moved.items() if of == kind}

    @property
    def absences(self) -> tuple[Absence, ...]:
        """The days away, but for those of children who are no longer kept."""

        def reckon() -> tuple[Absence, ...]:
            known = {c.id for c in self.all_children}
            return tuple(a for a in self.weeks.absences if a.whole_house or a.children & known)

        return self.once("absences", reckon)

    def scene(self, on: date) -> Scene:
        """The shelves as their rules see them on a day."""
        return self.once(("scene", on), lambda: Scene(self.placements, self.units, self.children, on, self.practice))

    def judgements(self, on: date) -> Judgements:
        """The judgements of a day."""
        memory = self._answers.memory
        return self.once(("judgements", on), lambda: Judgements(self.state, on, self.practice.mastery, memory=memory))

    def findings(self, on: date) -> tuple[Finding, ...]:
        """What the shelf's rules find on a day."""
        return self.once(
            ("findings", on),
            lambda: check_shelf(self.placements, self.units, self.children, on, practice=self.practice),
        )

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

    @property
    def stock(self) -> Stock:
        """What is owned, and which trays hold some of it."""
        return self.once("stock", lambda: Stock(self.components, self.trays))

    def with_card(self, episode: Episode) -> Episode:
        """A piece of work with the card its tray is made of now, if none is said."""
        if episode.card_id is not None or episode.tray_id is None:
            return episode
        return replace(episode, card_id=self.tray(episode.tray_id).card.id)

    def bin_name(self, bin_id: int | None) -> str:
        """The name of a bin, or nothing."""
        return next((b.name for b in self.bins if b.id == bin_id), "")


class _HasId(Protocol):
    @property
    def id(self) -> int: ...


T = TypeVar("T", bound=_HasId)


def _found_in(things: tuple[T, ...], key: int, word: str) -> T:
    for thing in things:
        if thing.id == key:
            return thing
    raise NotFound(say("There is no {word} {key}.", word=word, key=key))
