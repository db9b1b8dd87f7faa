"""Photographs and notes of the work, and the stories told from them."""

from __future__ import annotations

from dataclasses import dataclass, field
from datetime import date, datetime
from typing import Literal

from zither_awl.core.errors import Gathering
from zither_awl.core.saying import say

MOST_NOTE, MOST_TITLE = 1000, 80
Shown = Literal["no", "own", "all"]
SHOWN: tuple[Shown, ...] = ("no", "own", "all")
"""Where a child may be seen and named: in no story, in its own only, in the stories of others too."""


@dataclass(frozen=True, slots=True, kw_only=True)
class Picture:
    """A photograph of the work, a note on it, or both; `children` are those to be seen in it, or spoken of.

    It is of a piece of work, of a showing or of a talk, or of none of them. Raises: InvalidValue.
    """

    id: int
    photo_id: int | None
    at: datetime
    local_day: date
    note: str = ""
    adult_id: int | None = None
    children: frozenset[int] = frozenset()
    episode_id: str | None = None
    presentation_id: int | None = None
    talk_key: str | None = None

    def __post_init__(self) -> None:
        wrong = Gathering()
        wrong.check(
            len(self.note) <= MOST_NOTE,
            "note",
            say("has {note} letters; the limit is {most_note}.", note=len(self.note), most_note=MOST_NOTE),
        )
        told = self.photo_id is not None or bool(self.note.strip())
        wrong.check(told, "note", say("is empty, and there is no photograph."))
        wrong.check(bool(self.children), "children", say("are none: say who is to be seen, or whom it is about."))
        wrong.finish()


@dataclass(frozen=True, slots=True, kw_only=True)
class StoryPart:
    """A part of a story as it was decided on: whether it is told, and (not "") in whose words."""

    key: str
    told: bool = True
    text: str = ""


@dataclass(frozen=True, slots=True, kw_only=True)
class Story:
    """What was chosen and written for the story of a child from a day to a day. Raises: InvalidValue."""

    child_id: int
    from_day: date
    until_day: date
    title: str = ""
    parts: tuple[StoryPart, ...] = ()
    pictures: tuple[int, ...] = field(default=())

    def __post_init__(self) -> None:
        wrong = Gathering()
        span = say("{from_day} to {until_day}", from_day=self.from_day, until_day=self.until_day)
        wrong.check(self.from_day <= self.until_day, "until_day", say("is before the first day: {span}.", span=span))
        long = len(self.title)
        wrong.check(
            long <= MOST_TITLE,
            "title",
            say("has {long} letters; the limit is {most_title}.", long=long, most_title=MOST_TITLE),
        )
        wrong.finish()
