"""The people of a household. Masses g, ages completed months."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field
from datetime import date
from enum import StrEnum
from typing import Any, Literal, get_args

from zither_awl.core.errors import Gathering, InvalidValue
from zither_awl.core.practice import practice_of
from zither_awl.core.saying import figure, say, together
from zither_awl.core.values.checks import named
from zither_awl.core.values.telling import SHOWN, Shown

PATTERNS = ("ring", "dot", "stripe", "cross", "chevron")


class Mobility(StrEnum):
    """How a child gets about; the adult sets it and it is kept with its date."""

    LIES_OR_SITS = "lies or sits"
    CRAWLS = "crawls"
    PULLS_UP = "pulls up"
    WALKS = "walks"
    CLIMBS = "climbs"


@dataclass(frozen=True, slots=True, kw_only=True)
class Household:
    """The house: its name, how it writes lengths, and its time zone (an IANA name)."""

    name: str
    lengths: Literal["cm", "in"] = "cm"
    zone: str = "Europe/London"
    language: str = "en"
    emergency_number: str = ""
    poison_centre: str = ""
    most_bins: int | None = None
    """The cap of a one-bin house; None for no cap (ROOM-12)."""
    unbreakable_first: bool = False
    """The school of TRAY-7: unbreakable until pouring is mastered, or real glass and china (the default)."""
    showing: Literal["by age", "shown first", "free"] = "by age"
    """The school of ROOM-8: a child waits for a showing from 30 months on (the default), always, or never."""
    takes: Literal["whole", "picked"] = "whole"
    """The whole catalogue, new cards too; or only what was picked from it."""
    paper: Literal["A4", "Letter"] = "A4"
    """What the house prints on."""
    counter_mm: float | None = None
    basin_mm: float | None = None
    """Heights of the kitchen counter and the wash basin; None while nobody measured them."""
    rather_new: int = 0
    rather_by_area: int = 0
    rather_full: int = 0
    """What a plan of the shelf leans to, -1 to 1: familiar or new, areas mixed or together, calm or full."""
    practice: Mapping[str, Any] = field(default_factory=dict)
    """What the household set of core.practice by its name; the rest is as usual."""
    version: int = field(default=0, compare=False)
    """How often it was saved: who saves it says which one was read."""

    def __post_init__(self) -> None:
        wrong = Gathering()
        named(wrong, self.name)
        wrong.check(
            self.lengths in ("cm", "in"), "lengths", say("is {lengths}; expected cm or in.", lengths=repr(self.lengths))
        )
        schools = ("by age", "shown first", "free")
        wrong.among(self.showing, schools, "showing")
        try:
            practice_of(self.practice)
        except InvalidValue as problem:
            wrong.add(*problem.problems)
        wrong.check(
            self.takes in ("whole", "picked"),
            "takes",
            say("is {takes}; expected whole or picked.", takes=repr(self.takes)),
        )
        wrong.check(
            self.paper in ("A4", "Letter"), "paper", say("is {paper}; expected A4 or Letter.", paper=repr(self.paper))
        )
        most = self.most_bins
        wrong.check(most is None or 1 <= most <= 200, "most_bins", say("is {most}; expected 1 to 200 bins.", most=most))
        for name in ("counter_mm", "basin_mm"):
            high = getattr(self, name)
            wrong.check(
                high is None or 300 <= high <= 1300,
                name,
                say("is {high} mm; expected 300 to 1300 mm.", high=figure(high or 0)),
            )
        for name in ("rather_new", "rather_by_area", "rather_full"):
            wrong.check(
                getattr(self, name) in (-1, 0, 1),
                name,
                say("is {value}; expected -1, 0 or 1.", value=getattr(self, name)),
            )
        wrong.finish()


@dataclass(frozen=True, slots=True, kw_only=True)
class Adult:
    """Somebody who observes and sets out."""

    id: int
    name: str
    minutes: tuple[int, ...] = ()
    """Minutes to make and prepare on each day of the week, Monday first; empty while nobody said."""
    language: str = ""
    """The language of the pages, of messages and prints for whoever this is; "" for the household's."""

    def __post_init__(self) -> None:
        wrong = Gathering()
        named(wrong, self.name)
        wrong.check(
            len(self.minutes) in (0, 7),
            "minutes",
            say("are for {minutes} days; expected 7.", minutes=len(self.minutes)),
        )
        wrong.check(all(0 <= m <= 600 for m in self.minutes), "minutes", say("are 0 to 600 a day."))
        wrong.check(
            len(self.language) <= 8,
            "language",
            say("is {language}; expected a code like es.", language=repr(self.language)),
        )
        wrong.finish()


@dataclass(frozen=True, slots=True, kw_only=True)
class Measurement:
    """A child measured on a day; either number may be missing."""

    on: date
    stature_mm: float | None = None
    mass_g: float | None = None

    def __post_init__(self) -> None:
        wrong = Gathering()
        tall, heavy = self.stature_mm, self.mass_g
        wrong.check(
            tall is None or 300 <= tall <= 1500,
            "stature_mm",
            say("is {tall} mm; expected 300 to 1500 mm.", tall=figure(tall or 0)),
            say("Height is in centimetres or inches?"),
        )
        wrong.check(
            heavy is None or 1500 <= heavy <= 50000,
            "mass_g",
            say("is {heavy} g; expected 1500 to 50000 g.", heavy=figure(heavy or 0)),
            say("Mass is in kilograms?"),
        )
        wrong.finish()


SaidAnswer = Literal["yes", "with help", "not yet", "never tried"]
SAID_ANSWERS: tuple[SaidAnswer, ...] = get_args(SaidAnswer)


@dataclass(frozen=True, slots=True, kw_only=True)
class Said:
    """An adult's word on whether a child can do a level of a card, or knows a word, and the day it was said.

    `key` and `level` are the card's; for a word `key` is its set's, `level` 0 and `word` its own. `concluded`: it was
    not asked, and follows from what was.
    """

    child_id: int
    key: str
    level: int
    answer: SaidAnswer
    on: date
    word: str = ""
    adult: str = ""
    concluded: bool = False

    def __post_init__(self) -> None:
        wrong = Gathering()
        wrong.among(self.answer, SAID_ANSWERS, "answer")
        wrong.check(bool(self.key), "key", say("is empty."))
        wrong.check(
            (self.level > 0) != bool(self.word),
            "level",
            say("is {level}; expected 1 or more, 0 for a word.", level=self.level),
        )
        wrong.finish()


PermissionKind = Literal["water", "blade", "small"]
"""What an adult may allow a child with an adult at the table, see core.safety.permissions."""
PERMISSION_KINDS: tuple[PermissionKind, ...] = get_args(PermissionKind)


@dataclass(frozen=True, slots=True, kw_only=True)
class Permission:
    """An adult's word that a child may do a kind of work with an adult at the table. `given_on` is None for one from
    before days were kept; `withdrawn_on` ends it."""

    kind: PermissionKind
    adult: str = ""
    given_on: date | None = None
    note: str = ""
    withdrawn_on: date | None = None
    id: int = 0

    def __post_init__(self) -> None:
        wrong = Gathering()
        kinds = together(PERMISSION_KINDS, ", ")
        wrong.check(
            self.kind in PERMISSION_KINDS,
            "kind",
            say("is {kind}; expected one of {kinds}.", kind=repr(self.kind), kinds=kinds),
        )
        wrong.check(len(self.note) <= 200, "note", say("has {note} characters; the limit is 200.", note=len(self.note)))
        wrong.finish()


MOST_PASSIONS = 12


@dataclass(frozen=True, slots=True, kw_only=True)
class Child:
    """A child. `mobility_since` is the day the adult set it; `permissions` what it may do with an adult at the table;
    `passions` a few words of what it loves now."""

    id: int
    name: str
    pattern: str
    born: date
    gestation_weeks: int | None = None
    sex: Literal["female", "male"] | None = None
    mobility: Mobility = Mobility.WALKS
    mobility_since: date | None = None
    still_mouths: bool = False
    allergies: tuple[str, ...] = ()
    permissions: tuple[Permission, ...] = ()
    passions: tuple[str, ...] = ()
    language: str = ""
    """The language it is spoken to first, where it is not the household's; "" for the household's."""
    comes: tuple[int, ...] = ()
    """The days of the week it is here, 0 Monday to 6 Sunday; none for every day."""
    measurements: tuple[Measurement, ...] = ()
    shown: Shown = "own"
    """Where it may be seen and named: in no story, in its own only, in those of other children too."""
    archived: bool = False
    version: int = field(default=0, compare=False)
    """How often it was saved: who saves it says which one was read."""

    def __post_init__(self) -> None:
        wrong = Gathering()
        named(wrong, self.name)
        wrong.among(self.pattern, PATTERNS, "pattern")
        weeks = self.gestation_weeks
        wrong.check(
            weeks is None or 22 <= weeks <= 44,
            "gestation_weeks",
            say("is {weeks}; expected 22 to 44 weeks.", weeks=weeks),
        )
        many = len(self.passions)
        wrong.check(
            many <= MOST_PASSIONS,
            "passions",
            say("has {many} words; the limit is {most_passions}.", many=many, most_passions=MOST_PASSIONS),
        )
        wrong.check(
            all(0 < len(word) <= 40 for word in self.passions), "passions", say("are words of 1 to 40 letters.")
        )
        wrong.check(all(0 <= day <= 6 for day in self.comes), "comes", say("has days that are not 0 for Monday to 6."))
        wrong.among(self.shown, SHOWN, "shown")
        wrong.check(
            len(self.language) <= 8,
            "language",
            say("is {language}; expected a code like es.", language=repr(self.language)),
        )
        wrong.finish()

    def here_on(self, day: date) -> bool:
        """Whether it is usually here on a day, by the days it comes."""
        return not self.comes or day.weekday() in self.comes


@dataclass(frozen=True, slots=True, kw_only=True)
class Group:
    """Children who are together, and the adults who know them, by id."""

    id: int
    name: str
    children: frozenset[int] = frozenset()
    adults: frozenset[int] = frozenset()

    def __post_init__(self) -> None:
        wrong = Gathering()
        named(wrong, self.name)
        wrong.finish()
