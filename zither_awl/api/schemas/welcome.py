"""Models of the first evening: its steps, common places, what is asked of a child, the first shelf."""

from __future__ import annotations

import datetime as dt
from typing import Annotated, Literal

from pydantic import Field

from zither_awl.api.schemas.base import Id, In, Out, ReasonOut, Whole
from zither_awl.api.schemas.house import DecideOut
from zither_awl.api.schemas.shelf import PlacementOut, TrayOut, UnitOut
from zither_awl.core.values import SaidAnswer

StepName = Literal["house", "children", "know", "places", "things", "first"]
Key = Annotated[str, Field(min_length=1, max_length=40)]
LevelNumber = Annotated[int, Field(ge=1, le=20), Whole]


class WelcomeStepOut(Out):
    name: StepName
    state: Literal["open", "done", "later"]


class SizeOut(Out):
    """A common size of a place: as it is said, and the unit it makes."""

    says: str
    unit: UnitOut


class CommonPlaceOut(Out):
    key: str
    says: str
    sizes: list[SizeOut]


class WelcomeOut(Out):
    steps: list[WelcomeStepOut]
    through: bool
    places: list[CommonPlaceOut]
    things: int


class WelcomeStepIn(In):
    state: Literal["done", "later"]


class LevelAnswerIn(In):
    key: Key
    level: LevelNumber
    answer: SaidAnswer


class AskingIn(In):
    answers: Annotated[list[LevelAnswerIn], Field(max_length=60)] = []


class QuestionOut(Out):
    """A level that is asked of: "Pouring: jug to jug", what it looks like, its area."""

    key: str
    level: int
    name: str
    level_name: str
    expects: str
    area: str


class AskedWordOut(Out):
    key: str
    label: str


class AskedSetOut(Out):
    key: str
    name: str
    words: list[AskedWordOut]


class AskingOut(Out):
    child_id: int
    question: QuestionOut | None
    number: int
    most: int
    settled: int
    levels: int
    words: list[AskedSetOut]
    """Sets of which words may be known at this age."""


class SaidIn(In):
    answers: Annotated[list[LevelAnswerIn], Field(max_length=60)] = []
    words: Annotated[dict[Key, Annotated[list[Key], Field(max_length=60)]], Field(max_length=40)] = {}


class SaidOut(Out):
    key: str
    level: int
    word: str
    name: str
    answer: SaidAnswer
    on: dt.date
    adult: str
    concluded: bool


class SaidListOut(Out):
    said: list[SaidOut]


class PickedIn(In):
    key: Key
    level: LevelNumber
    child_id: Id


class FirstIn(In):
    picked: Annotated[list[PickedIn], Field(max_length=60)] | None = None
    """The very trays wanted; null lets the program choose."""


class OtherOut(Out):
    key: str
    level: int
    name: str


class FirstTrayOut(Out):
    tray_id: int
    key: str
    level: int
    child_id: int
    why: ReasonOut
    away_from: list[str]
    things: list[str]
    others: list[OtherOut]


class MayAllowOut(Out):
    ask: DecideOut
    names: list[str]


class FirstShelfOut(Out):
    """How far the first shelf is; once it is arranged, where each tray would stand, and why."""

    status: Literal["working", "done", "stopped", "failed"]
    seconds: float
    message: str
    trays: list[TrayOut]
    placements: list[PlacementOut]
    firsts: list[FirstTrayOut]
    few: list[str]
    to_allow: list[MayAllowOut]
