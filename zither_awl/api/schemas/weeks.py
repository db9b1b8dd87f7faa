"""Models of the string of weeks."""

from __future__ import annotations

import datetime as dt
from typing import Annotated, Literal

from pydantic import Field

from zither_awl.api.schemas.base import Day, Flag, Id, In, Out, ReasonOut, Text, Whole
from zither_awl.api.schemas.change import AimOut


class ThemeTrayOut(Out):
    """A tray of a theme: when it comes, where to, what goes for it, and how it stands."""

    id: int
    ref: str
    tray_id: int | None
    name: str
    children: list[str]
    child_ids: list[int]
    day: dt.date
    where: str
    goes: str
    state: Literal["came", "rests", "not made"]
    bin: str


class ThemeOnOut(Out):
    """A theme on the string."""

    id: int
    key: str
    name: str
    question: str
    from_day: dt.date
    until_day: dt.date
    taken: bool
    at_hand: int
    trays: list[ThemeTrayOut]


class LookOut(Out):
    day: dt.date
    out: list[str]
    in_: list[str]
    proposed: int
    past: bool
    let_in: bool


class TurnOut(Out):
    """A turn of the books that was: the day, and how many came."""

    day: dt.date
    came: int


class SoonOut(Out):
    """A step that is likely to be ready: four in five come between the first day and the last."""

    child_id: int
    child: str
    step: str
    key: str
    level: int
    earliest: dt.date
    median: dt.date
    latest: dt.date | None


class ArrivesOut(Out):
    id: int
    name: str
    child_id: int | None
    day: dt.date
    every_days: int | None
    giver: str
    note: str
    arrived: bool
    waiting: int


class ByThenOut(Out):
    id: int
    kind: Literal["make", "buy", "print", "wash", "fetch", "show"]
    name: str
    amount: str
    due: dt.date
    minutes: int
    done: bool
    theme_id: int | None
    ref: str


class MinutesOut(Out):
    day: dt.date
    needed: int
    there: int


class AbsenceOut(Out):
    id: int
    kind: Literal["holiday", "visitors", "outing", "illness"]
    name: str
    from_day: dt.date
    until_day: dt.date
    children: list[int]


class BackOut(Out):
    """A borrowed book, and the day it goes back."""

    id: int
    title: str
    back_on: dt.date
    lent_by: str


class WeeksOut(Out):
    """Everything on the string of weeks between two days."""

    first: dt.date
    last: dt.date
    today: dt.date
    look: str
    """The school by which the shelf changes."""
    themes: list[ThemeOnOut]
    aims: list[AimOut]
    looks: list[LookOut]
    turns: list[TurnOut]
    next_turn: dt.date | None
    standing_books: int
    back: list[BackOut]
    soon: list[SoonOut]
    arrives: list[ArrivesOut]
    by_then: list[ByThenOut]
    minutes: list[MinutesOut]
    absences: list[AbsenceOut]


class MoveOnWeeksIn(In):
    """Something on the string, and the day it is moved to; `of` the theme a tray belongs to."""

    kind: Literal["theme", "theme tray", "aim", "arrival", "away", "by then", "book back", "showing", "look", "books"]
    id: Id
    day: Day
    of: Id = 0
    stands: Day | None = None
    """For a look or a turn of the books: the day it stands on."""


class ByThenIn(In):
    kind: Literal["make", "buy", "print", "wash", "fetch", "show"]
    name: Annotated[str, Field(max_length=80)]
    amount: Annotated[str, Field(max_length=120)] = ""
    due: Day
    minutes: Annotated[int, Field(ge=0, le=600), Whole] = 0


class ArrivalIn(In):
    id: Id = 0
    name: Annotated[str, Field(max_length=80)]
    day: Day
    child_id: Id | None = None
    every_days: Annotated[int | None, Field(ge=1, le=400), Whole] = None
    giver: Annotated[str, Field(max_length=80)] = ""
    note: Annotated[str, Field(max_length=200)] = ""


class CameInIn(In):
    """A thing that came with an arrival."""

    name: Annotated[str, Field(max_length=80)]
    kind: Annotated[str, Field(max_length=40)]
    count: Annotated[int, Field(ge=1, le=1000), Whole] = 1
    box_months: Annotated[int | None, Field(ge=0, le=216), Whole] = None


class ReceiveIn(In):
    came: Annotated[list[CameInIn], Field(max_length=40)]
    bin: Annotated[str, Field(max_length=80)] = ""


class ReceivedOut(Out):
    ids: list[int]


class MayLeaveOut(Out):
    """A resting tray that could leave the house, and how."""

    tray_id: int
    name: str
    how: Literal["give away", "lend", "mend", "recycle"]
    reason: ReasonOut


class BinRoomOut(Out):
    """A bin: what it holds, and of how many."""

    name: str
    holds: int
    most: int | None


class LeaveFirstOut(Out):
    """One in, one out: the bins and what could leave them."""

    bins: list[BinRoomOut]
    leave: list[MayLeaveOut]


class AbsenceIn(In):
    id: Id = 0
    kind: Literal["holiday", "visitors", "outing", "illness"]
    name: Annotated[str, Field(max_length=80)]
    from_day: Day
    until_day: Day
    children: list[Id] = []
    uid: Annotated[str, Field(max_length=200)] = ""


class RangeOut(Out):
    """Four of five runs lie between low and high; None past the weeks looked at."""

    low: dt.date | None
    middle: dt.date | None
    high: dt.date | None
    share: float


class LikelyKnownOut(Out):
    child: str
    tray: str
    range: RangeOut


class LikelyChangeOut(Out):
    tray: str
    range: RangeOut


class PolicyOut(Out):
    """A policy in the model: newly mastered, pieces of work a cycle, and trays swapped; low, middle, high."""

    policy: str
    mastered: list[float]
    picks: list[float]
    swapped: list[float]


class LookAheadOut(Out):
    """A look ahead: how far it is, and what it says once it is through."""

    id: int
    status: Literal["working", "done", "stopped", "failed"]
    message: str
    seconds: float
    done: int
    of: int
    runs: int
    mastered: list[LikelyKnownOut]
    changes: list[LikelyChangeOut]
    out_of: list[LikelyChangeOut]
    policies: list[PolicyOut]


class CameTakenOut(Out):
    """A tray that came with a change, and how it was taken."""

    tray: str
    how: Literal["taken", "left alone", "too early"]
    chosen: int
    of: int


class ReviewedOut(Out):
    day: dt.date
    out: list[str]
    came: list[CameTakenOut]


class ReviewOut(Out):
    changes: list[ReviewedOut]
    reasons: list[ReasonOut]


class ThreadQuery(In):
    words: Text


class NumberedOut(Out):
    id: int
    name: str


class ThreadProposalOut(Out):
    id: int
    name: str
    area: str


class ThreadOut(Out):
    """What a thread runs through, and what would carry it into other areas."""

    out: list[NumberedOut]
    resting: list[NumberedOut]
    sets: list[str]
    books: list[str]
    proposals: list[ThreadProposalOut]


class FeedOut(Out):
    """The secret address of the calendar on this machine's name; "" while there is none."""

    path: str


class RenewIn(In):
    on: Flag


class AwayOut(Out):
    """Days of a calendar file, what kind they seem to be, and whether they are there already."""

    uid: str
    name: str
    from_day: dt.date
    until_day: dt.date
    kind: Literal["holiday", "visitors", "outing", "illness"]
    there: bool


class AwaysOut(Out):
    days: list[AwayOut]


class AwaysIn(In):
    days: Annotated[list[AbsenceIn], Field(max_length=200)]


class MinutesIn(In):
    """Minutes of an adult on each day of the week, Monday first; none for as usual."""

    minutes: Annotated[list[Annotated[int, Field(ge=0, le=600), Whole]], Field(max_length=7)]
