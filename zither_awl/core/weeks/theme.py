"""Themes: a few words some days are about, the trays that carry them, and what is to be done by then."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass, replace
from datetime import date, timedelta
from typing import Literal

from zither_awl.core.errors import Gathering
from zither_awl.core.saying import say
from zither_awl.core.trays.design import Design, Level
from zither_awl.core.values import Spot, Tray
from zither_awl.core.values.checks import named
from zither_awl.core.wishes import matched, words_of

MOST_DAYS = 42
"""A theme lasts at most so long. Ours, no source."""
ByThenKind = Literal["make", "buy", "print", "wash", "fetch", "show"]
BY_THEN_KINDS: tuple[ByThenKind, ...] = ("make", "buy", "print", "wash", "fetch", "show")
NAMED, RELATED = 2, 1
"""How much a tray has to do with a theme: it bears one of its words, or its card is of a theme near it."""


@dataclass(frozen=True, slots=True, kw_only=True)
class ThemePattern:
    """A theme of the catalogue. `words` are (English, Spanish); `near` the themes cards name that belong to it;
    `songs`, `routines`, `sets` are keys; `months` (1 to 12) when it is usual, none for any time."""

    key: str
    name: str
    question: str
    words: tuple[tuple[str, str], ...]
    near: tuple[str, ...] = ()
    songs: tuple[str, ...] = ()
    routines: tuple[str, ...] = ()
    sets: tuple[str, ...] = ()
    outing: str = ""
    caution: str = ""
    months: tuple[int, ...] = ()


@dataclass(frozen=True, slots=True, kw_only=True)
class ThemeTray:
    """A tray of a theme: one there is (`tray_id`), or a level to be made (`key`, `level`); for whom, the day it comes,
    where to, and the tray that goes for it. `spot` None for what stands already."""

    id: int = 0
    tray_id: int | None = None
    key: str = ""
    level: int = 0
    name: str = ""
    children: tuple[int, ...] = ()
    day: date
    spot: Spot | None = None
    out_id: int | None = None

    @property
    def ref(self) -> str:
        """How it is named to a screen."""
        return f"tray:{self.tray_id}" if self.tray_id is not None else f"step:{self.key}:{self.level}"


@dataclass(frozen=True, slots=True, kw_only=True)
class ByThen:
    """Something to be done by a day: make, buy, print, wash or fetch it. `minutes` it takes; `done_on` None while it is
    open. `ref` is what it is for, "recipe:picture-cards", "thing:12"."""

    id: int = 0
    kind: ByThenKind
    name: str
    amount: str = ""
    due: date
    minutes: int = 0
    done_on: date | None = None
    ref: str = ""
    theme_id: int | None = None

    def __post_init__(self) -> None:
        wrong = Gathering()
        named(wrong, self.name)
        wrong.among(self.kind, BY_THEN_KINDS, "kind")
        wrong.check(0 <= self.minutes <= 600, "minutes", say("is {minutes}; expected 0 to 600.", minutes=self.minutes))
        wrong.check(
            len(self.amount) <= 120,
            "amount",
            say("has {amount} characters; the limit is 120.", amount=len(self.amount)),
        )
        wrong.finish()


@dataclass(frozen=True, slots=True, kw_only=True)
class Theme:
    """A theme on the household's string of weeks. `keep` is what to remember for next year."""

    id: int
    name: str
    from_day: date
    until_day: date
    key: str = ""
    question: str = ""
    words: tuple[str, ...] = ()
    song: str = ""
    outing: str = ""
    keep: str = ""
    taken: bool = False
    trays: tuple[ThemeTray, ...] = ()

    def __post_init__(self) -> None:
        wrong = Gathering()
        named(wrong, self.name)
        days = (self.until_day - self.from_day).days + 1
        wrong.check(
            1 <= days <= MOST_DAYS,
            "until_day",
            say("makes {days} days; expected 1 to {most_days}.", days=days, most_days=MOST_DAYS),
            say("Let it end on its first day or later."),
        )
        wrong.check(len(self.words) <= 24, "words", say("are {self}; the limit is 24.", self=len(self.words)))
        for name, most in (("question", 200), ("song", 120), ("outing", 200), ("keep", 1000)):
            long = len(getattr(self, name))
            wrong.check(long <= most, name, say("has {long} characters; the limit is {most}.", long=long, most=most))
        wrong.finish()

    @property
    def days(self) -> int:
        """How many days it lasts."""
        return (self.until_day - self.from_day).days + 1

    def runs(self, on: date) -> bool:
        """Whether a day is one of its own."""
        return self.from_day <= on <= self.until_day

    def meets(self, other: Theme) -> bool:
        """Whether two themes have a day in common."""
        return self.from_day <= other.until_day and other.from_day <= self.until_day

    def moved(self, first: date) -> Theme:
        """The same theme, with all its days, from another first day."""
        by = first - self.from_day
        return replace(
            self,
            from_day=first,
            until_day=self.until_day + by,
            trays=tuple(replace(t, day=t.day + by) for t in self.trays),
        )


def carries(words: Iterable[str], near: Iterable[str], tray: Tray, design: Design | None) -> int:
    """How much a tray has to do with a theme: NAMED, RELATED, or 0."""
    if matched(tuple(words), tray):
        return NAMED
    return RELATED if design is not None and set(near) & set(design.themes) else 0


def step_carries(words: Iterable[str], near: Iterable[str], design: Design, level: Level) -> int:
    """How much a level there is no tray of has to do with a theme."""
    said = [design.name, *design.also, level.name, *(word for word, _ in design.words)]
    said += [role.shows for role in level.roles]
    there = words_of(" ".join(said))
    if any(words_of(word) & there for word in words):
        return NAMED
    return RELATED if set(near) & set(design.themes) else 0


def days_from(first: date, number: int) -> tuple[date, ...]:
    """So many days in a row."""
    return tuple(first + timedelta(days=n) for n in range(number))
