"""Models of Ladders: the strings with their holes, one step with all that is known of it, what is tied, what grew."""

from __future__ import annotations

import datetime as dt
from typing import Annotated, Literal

from pydantic import Field

from zither_awl.api.schemas.base import Day, Flag, Id, In, Out, ReasonOut, Text, Whole
from zither_awl.core.ladders.growth import Grown
from zither_awl.core.ladders.progress import Remedy
from zither_awl.core.mastery import MasteryState
from zither_awl.core.readiness import Verdict
from zither_awl.core.values import SaidAnswer

Number = Annotated[int, Field(ge=1, le=20), Whole]


class StepNamedOut(Out):
    key: str
    level: int
    title: str


class RiseOut(Out):
    """A dimension that is harder than in the step below, and by how many notches."""

    name: str
    notches: int


class HoleOut(Out):
    """One step on a string. `below` is where on the string what it is tied to stands, None where it begins anew;
    `tray_id` of the tray there is of it."""

    key: str
    level: int
    name: str
    card: str
    state: MasteryState
    verdict: Verdict
    next: bool
    implied: bool
    stuck: bool
    easy: bool
    below: int | None
    notches: int
    by: list[RiseOut]
    tray_id: int | None
    out: bool
    between: int
    carries: bool
    """Whether a tray of it, or its name, carries the thread that was asked for."""


class StringOut(Out):
    """A family of cards, its holes in order, and how it stands in one sentence, to be read aloud."""

    name: str
    area: str
    near: bool
    said: str
    holes: list[HoleOut]


class TieOut(Out):
    """A step waits for one on another string; `own`: by the household's word."""

    step: StepNamedOut
    before: StepNamedOut
    own: bool


class CoveredOut(Out):
    name: str
    by: list[str]


class CoverageOut(Out):
    areas: list[CoveredOut]
    missing_areas: list[str]
    moves: list[CoveredOut]
    missing_moves: list[str]


class LaddersOut(Out):
    child_id: int
    child: str
    age: str
    on: dt.date
    begun_on: dt.date | None
    known: int
    at_work: int
    next: int
    strings: list[StringOut]
    further: list[str]
    """Strings it has not begun and that are not near yet, or past, by name."""
    ties: list[TieOut]
    problems: list[str]
    coverage: CoverageOut


class LaddersQuery(In):
    child: Id
    all: Annotated[bool, Field()] = False
    """Whether strings that are not near are drawn too."""
    thread: Annotated[str, Field(max_length=80)] = ""
    """A number, a shape, a colour that may run through several trays."""


class StepQuery(In):
    child: Id
    key: Text
    level: Number


class StepsQuery(In):
    child: Id


class CanMakeStepOut(Out):
    key: str
    level: int
    ready: bool
    between: bool


class CanMakeStepsOut(Out):
    steps: list[CanMakeStepOut]


class GrowthQuery(In):
    child: Id
    since: Day


class StoodOut(Out):
    key: str
    level: int
    state: MasteryState


class GrewOut(Out):
    kind: Grown
    step: StepNamedOut
    by: StepNamedOut | None
    said: str


class GrowthOut(Out):
    since: dt.date
    then: list[StoodOut]
    changes: list[GrewOut]


class ChangesOut(Out):
    """A dimension of difficulty in words, below and here; `below` is empty where there is nothing below."""

    name: str
    below: str
    here: str
    notches: int


class LikelyOut(Out):
    """One in ten earlier than the first, half by the second, one in ten later than the last (None: much later)."""

    earliest: dt.date
    median: dt.date
    latest: dt.date | None


class BridgeOut(Out):
    """A tray between, as it is wished for in Make."""

    key: str
    level: int
    title: str
    how: list[str]
    from_below: str
    fetch: list[str]
    fixed: dict[str, int]
    counts: dict[str, int]
    eased: list[str]
    left_out: list[str]


class LackingThingOut(Out):
    role: str
    kind: str
    on: list[str]
    """The trays one lies on, where it is owned and only in use."""
    made_at_home: str
    """The recipe for it, where it can be made at home; empty else."""


class LackingOut(Out):
    title: str
    missing: list[LackingThingOut]
    against: list[str]


class RemedyOut(Out):
    remedy: Remedy
    text: str
    passed: list[str]


class OtherStepOut(Out):
    key: str
    level: int
    title: str
    state: MasteryState
    string: str


class StepTrayOut(Out):
    id: int
    name: str
    out: bool
    between: bool


class StepNoteOut(Out):
    day: dt.date
    text: str


class ChosenOut(Out):
    """The household's choice of this step for the next change, or for weeks to come."""

    id: int
    from_day: dt.date
    until_day: dt.date | None


class StepSaidOut(Out):
    answer: SaidAnswer
    on: dt.date
    adult: str
    concluded: bool


class WayStepOut(Out):
    """A step on the way, and the notches by dimension where it is a jump."""

    key: str
    level: int
    title: str
    by: list[RiseOut]


class LadderStepOut(Out):
    key: str
    level: int
    title: str
    card: str
    level_name: str
    area: str
    string: str
    number: int
    of: int
    state: MasteryState
    verdict: Verdict
    next: bool
    implied: bool
    jump: bool
    notches: int
    below: OtherStepOut | None
    changes: list[ChangesOut]
    expects: str
    not_yet: str
    serves_as: str
    """The easier level whose expectation holds for a child too young for this one; empty else."""
    from_months: int
    to_months: int
    missing: list[str]
    reasons: list[ReasonOut]
    ready_by: LikelyOut | None
    known_by: LikelyOut | None
    own_spans: int
    again_on: dt.date | None
    notes: list[StepNoteOut]
    between: list[BridgeOut]
    lacking: list[LackingOut]
    remedy: RemedyOut | None
    easy: bool
    way: list[WayStepOut]
    beside: list[OtherStepOut]
    before: list[OtherStepOut]
    after: list[OtherStepOut]
    untied: list[StepNamedOut]
    """What the household said it need not wait for."""
    trays: list[StepTrayOut]
    chosen: ChosenOut | None
    said: StepSaidOut | None


class CompletedOut(Out):
    child_id: int
    child: str
    step: StepNamedOut
    leads_to: list[StepNamedOut]


class CompletedTodayOut(Out):
    steps: list[CompletedOut]


class TieIn(In):
    """Tie a step to one that should be known before it; `tied` false unties them, None leaves it to the cards."""

    key: Text
    level: Number
    before_key: Text
    before_level: Number
    tied: Flag | None


class SaidStepIn(In):
    child_id: Id
    key: Text
    level: Number
    answer: Literal["yes", "with help", "not yet", "never tried"] | None


class ChooseStepIn(In):
    child_id: Id
    key: Text
    level: Number
    from_day: Day | None = None
    weeks: Annotated[int, Field(ge=1, le=26), Whole] | None = None
