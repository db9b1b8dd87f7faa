"""Models of words in three periods."""

from __future__ import annotations

import datetime as dt
from typing import Annotated, Literal

from pydantic import Field

from zither_awl.api.schemas.base import Flag, In, Out, ReasonOut

Line = Annotated[str, Field(min_length=1, max_length=170)]


class LessonWordOut(Out):
    key: str
    labels: dict[str, str]
    by: str
    photo: bool


class WordSetOut(Out):
    key: str
    name: str
    kind: str
    words: list[LessonWordOut]
    apart: list[list[str]]
    in_pairs: bool
    own: bool
    turns: list[str]


class SetLineOut(Out):
    """One set for one child."""

    words: WordSetOut
    known: int
    due: int
    begun: bool
    next_due: dt.date | None


class SetsOut(Out):
    child_id: int
    child: str
    sets: list[SetLineOut]


class StandingOut(Out):
    """How a word stands: its period, its box of five, and when it is due again."""

    word: str
    period: str
    box: int
    due: dt.date | None
    missed: bool


class PickOut(Out):
    word: str
    period: str
    reason: ReasonOut


class AskOut(Out):
    """What to ask next: `stop` says why to end here."""

    turn: str
    word: str | None
    far: bool
    stop: str


class RungOut(Out):
    turn: str
    right: int
    tries: int
    firm: bool


class RungsOut(Out):
    word: str
    rungs: list[RungOut]


class ConfusedOut(Out):
    one: str
    other: str
    times: int


class ThroughOut(Out):
    """The set asked once through: what is asked next, what came of it, and why to stop."""

    word: str | None
    known: list[str]
    not_yet: list[str]
    left: int
    stop: str


class LessonOut(Out):
    """`counts`: rows are the words asked, columns the words answered, the last column no answer."""

    child_id: int
    child: str
    words: WordSetOut
    picks: list[PickOut]
    kept_apart: list[list[str]]
    ask: AskOut
    asked: int
    standings: list[StandingOut]
    counts: list[list[int]]
    confused: list[ConfusedOut]
    next_word: str | None
    next_rung: str | None
    rungs: list[RungsOut]
    source: str
    language: str
    """The one the child is spoken to first."""
    more: list[str]
    """The words that come next when the child wants more."""
    mixed: list[list[str]]
    """Pairs taken for one another, not sorted out yet."""
    through: ThroughOut


class WordSetIn(In):
    """A set of one's own: a word a line, "jug = jarra"; pairs to keep apart as "pink / purple"."""

    key: Annotated[str, Field(max_length=40)] = ""
    name: Annotated[str, Field(max_length=80)]
    kind: Literal["words", "numerals", "colours", "sounds", "shapes", "quantities"] = "words"
    words: Annotated[list[Line], Field(max_length=60)]
    apart: Annotated[list[Line], Field(max_length=40)] = []
    by: Annotated[str, Field(max_length=120)] = ""
    in_pairs: Flag = False
