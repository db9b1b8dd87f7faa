"""Pictures and notes of the work, the story of a child, pages that tell."""

from __future__ import annotations

import datetime as dt
from typing import Annotated, Literal

from pydantic import Field

from zither_awl.api.schemas.base import Day, Flag, Id, In, Out

Text = Annotated[str, Field(max_length=4000)]


class PictureOut(Out):
    id: int
    photo: bool
    local_day: dt.date
    note: str
    children: list[int]
    of: Literal["", "work", "showing", "talk"]
    episode_id: str | None


class PicturesOut(Out):
    pictures: list[PictureOut]


class PictureQuery(In):
    """Whom it shows or is about, as ids with commas; what it is of, if anything; a note."""

    children: Annotated[str, Field(max_length=200, pattern=r"^\d+(,\d+)*$")]
    note: Annotated[str, Field(max_length=1000)] = ""
    episode: Annotated[str, Field(max_length=36)] = ""
    showing: Id = 0
    talk: Annotated[str, Field(max_length=36)] = ""


class PictureIn(In):
    children: list[Id]
    note: Annotated[str, Field(max_length=1000)] = ""


class SpanQuery(In):
    from_day: Day
    until_day: Day


class PartOfStoryOut(Out):
    """A part as the program tells it; `told`: whether it is chosen; `text`: in whose words, "" for the program's."""

    key: str
    title: str
    lines: list[str]
    told: bool
    text: str


class StoryOut(Out):
    child: int
    title: str
    from_day: dt.date
    until_day: dt.date
    parts: list[PartOfStoryOut]
    pictures: list[PictureOut]
    chosen: list[int]
    withheld: int


class PartOfStoryIn(In):
    key: Annotated[str, Field(max_length=20)]
    told: Flag
    text: Text = ""


class StoryIn(In):
    from_day: Day
    until_day: Day
    title: Annotated[str, Field(max_length=80)] = ""
    parts: Annotated[list[PartOfStoryIn], Field(max_length=20)] = []
    pictures: Annotated[list[Id], Field(max_length=60)] = []


class ToldQuery(In):
    paper: Literal["A4", "Letter"] = "A4"


class StoryPaperQuery(SpanQuery):
    paper: Literal["A4", "Letter"] = "A4"


class EarnedPlaceOut(Out):
    tray: str
    uses: int
    minutes: int
    children: int
    cost: float | None
    cost_per_use: float | None
    pass_on: str


class YearOut(Out):
    from_day: dt.date
    until_day: dt.date
    trays: list[EarnedPlaceOut]
