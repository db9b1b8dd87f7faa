"""Models of the change, Today, and files coming in."""

from __future__ import annotations

import datetime as dt
from typing import Annotated, Literal

from pydantic import Field

from zither_awl.api.schemas.base import Day, ErrorOut, Flag, Id, In, Out, ReasonOut, SpotIn, SpotOut, Text
from zither_awl.api.schemas.house import GroupOut
from zither_awl.api.schemas.watch import EpisodeOut


class NamedOut(Out):
    id: int
    name: str


class SwapOut(Out):
    out: NamedOut | None
    in_: NamedOut | None
    spot: SpotOut | None
    where: str
    bin: str
    reasons: list[ReasonOut]
    others: list[NamedOut]


class KeepOut(Out):
    tray: NamedOut
    reasons: list[ReasonOut]


class UnmarkedOut(Out):
    """An open tray of which nobody said that it was shown to a child who waits to be shown things."""

    child_id: int
    child: str
    tray_id: int
    tray: str


class AimOut(Out):
    id: int
    words: str
    from_day: dt.date
    until_day: dt.date | None
    child_id: int | None


class AimIn(In):
    """What some weeks are about, in a word or two; for one child or for all."""

    words: Text
    until_day: Day | None = None
    child_id: Id | None = None


class ChangeOut(Out):
    swaps: list[SwapOut]
    by_hand: list[NamedOut]
    keep: list[KeepOut]
    later: list[KeepOut]
    let_in: list[SwapOut]
    reasons: list[ReasonOut]
    unmarked: list[UnmarkedOut]
    look_on: dt.date
    aims: list[AimOut]
    resting: list[NamedOut]
    out_now: list[NamedOut]


class ChoiceIn(In):
    out: Id | None = None
    in_: Id | None = None
    spot: SpotIn | None = None


class AcceptIn(In):
    swaps: Annotated[list[ChoiceIn], Field(max_length=12)]
    by_hand: list[Id] = []


class DeclineIn(In):
    swaps: list[ChoiceIn]
    reason: Text


class ReasonsOut(Out):
    reasons: list[ReasonOut]


class TaskOut(Out):
    id: int
    kind: Literal["put", "rest", "by hand"]
    tray: str
    text: str
    where: str
    condition: str
    done: bool


class LineOut(Out):
    """Something to mind today: a rule's reason about a tray."""

    tray: str
    text: str
    severity: str


class ShowingOut(Out):
    """A showing that is due; `planned_id` of the plan it comes from."""

    child_id: int
    child: str
    tray_id: int
    tray: str
    again: bool
    reasons: list[ReasonOut]
    planned_id: int | None


class WaitingOut(Out):
    """Trays of a child that wait for a showing on another day, or are open to be found without one."""

    child: str
    waiting: list[str]
    open: list[str]


class MissingOut(Out):
    """A tray from which something was missing in the work."""

    tray_id: int
    tray: str
    child: str
    at: dt.datetime
    note: str


class OutNowOut(Out):
    """What stands open on a unit, in the order of its places."""

    unit: str
    trays: list[str]


class FromWeeksOut(Out):
    """A line of the string of weeks that belongs on today, and what on the string it is about."""

    text: str
    at: str
    pressing: bool


class RoutineTodayOut(Out):
    """A routine that comes round today, and who of the adults sees to it."""

    key: str
    name: str
    adults: list[str]


class WordsTodayOut(Out):
    """A lesson that waits for a child: so many words are due, or it was talked of."""

    child_id: int
    child: str
    set_key: str
    name: str
    due: int
    talked_on: dt.date | None


class TableTodayOut(Out):
    """What goes on the snack table: `on_it` once it was set."""

    stage: str
    what: str
    in_the_bowl: int
    on_it: list[str]


class AtHomeOut(Out):
    routines: list[RoutineTodayOut]
    words: list[WordsTodayOut]
    table: TableTodayOut | None


class TodayOut(Out):
    at_home: AtHomeOut
    groups: list[GroupOut]
    group: int | None
    """The one group it is for; null for the whole house."""
    day: dt.date
    weeks: list[FromWeeksOut]
    tasks: list[TaskOut]
    by_hand: list[LineOut]
    prepare: list[LineOut]
    mind: list[LineOut]
    new: list[LineOut]
    to_show: list[ShowingOut]
    showings: list[WaitingOut]
    complete: list[MissingOut]
    out: list[OutNowOut]
    questions: list[EpisodeOut]
    change_waits: int
    look_on: dt.date
    would_change: str
    """What would be proposed at the next look, in a sentence; "" when nothing would."""
    seen_mornings: int


class TickIn(In):
    done: Flag


class ImportIn(In):
    """A file's text, or rows as they were mended on screen."""

    text: Annotated[str, Field(max_length=2_000_000)] | None = None
    rows: Annotated[list[dict[str, str]], Field(max_length=2000)] | None = None
    stood: Flag = True


class FieldChangeOut(Out):
    field: str
    before: str
    after: str


class ReportRowOut(Out):
    number: int
    cells: dict[str, str]
    status: Literal["new", "same", "changed", "bad"]
    changes: list[FieldChangeOut]
    problems: list[ErrorOut]


class ReportOut(Out):
    columns: list[str]
    rows: list[ReportRowOut]
    problem_csv: str
    taken: int
