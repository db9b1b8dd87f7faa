"""Models of themes: those of the catalogue, planning one, and one on the string."""

from __future__ import annotations

import datetime as dt
from typing import Annotated, Literal

from pydantic import Field

from zither_awl.api.schemas.base import Day, Id, In, Out, ReasonOut, Text
from zither_awl.api.schemas.weeks import ByThenOut, ThemeOnOut

Ref = Annotated[str, Field(max_length=60)]


class WordPairOut(Out):
    word: str
    second: str


class ThemePatternOut(Out):
    """A theme of the catalogue; `now` when these months are its usual ones."""

    key: str
    name: str
    question: str
    words: list[WordPairOut]
    outing: str
    caution: str
    months: list[int]
    now: bool


class ThemePatternsOut(Out):
    themes: list[ThemePatternOut]


class ThemePlanIn(In):
    """A theme to be planned: of the catalogue, or of one's own words; `theme_id` plans one on the string anew."""

    key: Annotated[str, Field(max_length=40)] = ""
    name: Annotated[str, Field(max_length=80)] = ""
    question: Annotated[str, Field(max_length=200)] = ""
    words: Annotated[list[Annotated[str, Field(min_length=1, max_length=40)]], Field(max_length=24)] = []
    from_day: Day
    until_day: Day
    forced: Annotated[list[Ref], Field(max_length=60)] = []
    bans: Annotated[list[Ref], Field(max_length=60)] = []
    days: dict[Ref, Day] = {}
    theme_id: Id = 0


class PlannedTrayOut(Out):
    """A tray of a planned theme. `goes` is what rests for it; `status` where it is or what is to be done for it."""

    ref: str
    name: str
    children: list[str]
    day: dt.date
    where: str
    goes: str
    status: str
    to_do: bool
    by_hand: bool
    reasons: list[ReasonOut]


class LeftOut(Out):
    ref: str
    name: str
    reason: ReasonOut


class BookOfThemeOut(Out):
    id: int
    title: str


class WordsOnOut(Out):
    """A few words and the day they are due."""

    day: dt.date
    words: list[WordPairOut]


class NotYetOut(Out):
    """A level a child is not ready for, and what it serves for all the same."""

    child: str
    name: str
    expects: str


class ThemeListsOut(Out):
    lines: list[ByThenOut]
    books: list[BookOfThemeOut]
    words: list[WordsOnOut]
    songs: list[str]
    routines: list[str]
    outing: str
    minds: list[str]
    not_yet: list[NotYetOut]


class ThemePlanOut(Out):
    """A planned theme, proven best or with its bound."""

    name: str
    question: str
    from_day: dt.date
    until_day: dt.date
    trays: list[PlannedTrayOut]
    left: list[LeftOut]
    complete_on: dt.date | None
    proven: bool
    gap: float
    lists: ThemeListsOut


class ThemeSolveOut(Out):
    id: int
    status: Literal["working", "done", "stopped", "failed"]
    message: str
    seconds: float
    best: int
    """How many trays the best so far has."""
    plan: ThemePlanOut | None


class TakeThemeIn(In):
    """What of a planned theme is taken; none named, all its trays."""

    refs: Annotated[list[Ref], Field(max_length=60)] | None = None
    song: Annotated[str, Field(max_length=120)] = ""
    outing: Annotated[str, Field(max_length=200)] | None = None


class LovedOut(Out):
    name: str
    chosen: int
    of: int


class ThemeOut(Out):
    """A theme of the string, whole."""

    theme: ThemeOnOut
    words: list[str]
    song: str
    outing: str
    keep: str
    lines: list[ByThenOut]
    books: list[BookOfThemeOut]
    loved: list[LovedOut]
    begun: bool
    over: bool


class ThemeChangeIn(In):
    name: Annotated[str, Field(max_length=80)] | None = None
    question: Annotated[str, Field(max_length=200)] | None = None
    song: Annotated[str, Field(max_length=120)] | None = None
    outing: Annotated[str, Field(max_length=200)] | None = None
    keep: Text | None = None
    from_day: Day | None = None
    until_day: Day | None = None


class CopyThemeIn(In):
    from_day: Day
