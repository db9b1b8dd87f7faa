"""Models of talks."""

from __future__ import annotations

import datetime as dt
from typing import Annotated

from pydantic import Field

from zither_awl.api.schemas.base import Day, In, Out, Whole
from zither_awl.api.schemas.lessons import WordSetOut


class TalkPlanOut(Out):
    key: str
    name: str
    words: str
    questions: list[str]
    caution: str
    then: list[str]
    """Where it leads on."""


class TalkWordOut(Out):
    thing: str
    question: str
    child_id: int | None


class TalkNextOut(Out):
    """What comes of a talk for a child: the words it does not know yet; whether labels to read are its time."""

    child_id: int
    child: str
    words: list[str]
    labels: bool


class TalkOut(Out):
    key: str
    talk: str
    set: WordSetOut
    began: dt.datetime
    ended: dt.datetime | None
    adult: str
    photo: bool
    said: list[TalkWordOut]
    next: list[TalkNextOut]


class SeriesStepOut(Out):
    """A short showing; `due` and `done_on` once it is planned."""

    text: str
    picture: str
    caution: str
    due: dt.date | None
    done_on: dt.date | None


class SeriesOut(Out):
    key: str
    name: str
    steps: list[SeriesStepOut]


class SeriesIn(In):
    """From which day on, and every so many days."""

    first: Day
    every: Annotated[int, Field(ge=1, le=14), Whole] = 1


class TalksOut(Out):
    plans: list[TalkPlanOut]
    open: TalkOut | None
    past: list[TalkOut]
    sets: list[WordSetOut]
    series: list[SeriesOut]
