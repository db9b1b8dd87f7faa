"""Models of arranging the shelf."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from zither_awl.api.schemas.base import Flag, Id, In, Out, ReasonOut, SpotIn, SpotOut, Text, Whole
from zither_awl.api.schemas.change import NamedOut


class PinIn(In):
    tray: Id
    spot: SpotIn
    by_hand: Flag = False


class PlanIn(In):
    """What is asked of a plan. `changes` None plans from scratch."""

    changes: Annotated[int | None, Field(ge=0, le=60), Whole] = None
    pins: list[PinIn] = []
    bans: list[Id] = []
    by_hand: list[Id] = []
    wanted: list[Id] = []
    more: dict[str, Annotated[int, Field(ge=0, le=20), Whole]] = {}
    without: list[Text] = []


class BestOut(Out):
    """The best so far while the planner works."""

    trays: int
    value: int
    bound: int


class StandsOut(Out):
    """A tray in a plan, with what is different and why; `spot` None when it would go."""

    tray: int
    what: Literal["stays", "comes", "goes", "moves", "by hand", "open"]
    spot: SpotOut | None
    spot_words: str
    spoken: str
    by_hand: bool
    reasons: list[ReasonOut]


class RunnerOut(Out):
    """A tray that just missed: where it would stand, what it would cost, and what would go or come with it."""

    tray: NamedOut
    spot: SpotOut
    points: int
    instead_of: list[NamedOut]
    with_: list[NamedOut]


class WayOut(Out):
    """One way out, as changes of what was asked; `smaller` are trays to be put onto something smaller first."""

    text: str
    more: dict[str, int]
    without: list[str]
    by_hand: list[int]
    unpin: list[int]
    unban: list[int]
    wanted: list[int]
    smaller: list[int]


class UnmetOut(Out):
    """A wish the plan could not keep: the sentence, why, and what would cure it."""

    text: str
    reasons: list[ReasonOut]
    ways: list[WayOut]
    make_for: int | None


class ArrangedOut(Out):
    """A plan. `gap` is how many points the best could be above it; 0 is proven."""

    stands: list[StandsOut]
    value: int
    worth: int
    balance: int
    out_of_order: int
    bound: int
    gap: int
    proven: bool
    runners: list[RunnerOut]
    unmet: list[UnmetOut]


class BrokenOut(Out):
    key: str
    words: str
    safety: bool


class ConflictOut(Out):
    rules: list[BrokenOut]
    ways: list[WayOut]
    blame: list[ReasonOut]
    smaller: list[NamedOut]


class SolveOut(Out):
    """A question to the planner and how far it is: one of `plan`, `conflict`, `runner`, `reasons` once it is done."""

    id: int
    status: Literal["working", "done", "stopped", "failed"]
    message: str
    seconds: float
    stale: bool
    best: BestOut | None
    plan: ArrangedOut | None
    conflict: ConflictOut | None
    runner: RunnerOut | None
    reasons: list[ReasonOut]


class NewestOut(Out):
    id: int | None


class AcceptPlanIn(In):
    """Which trays of the plan are taken; null for all of it."""

    trays: list[Id] | None = None


class WhyIn(In):
    """A tray, and the spot it is wished on, if any."""

    tray: Id
    spot: SpotIn | None = None


class WhyOut(Out):
    """The rules against it at once, or the number of a solve to wait for."""

    reasons: list[ReasonOut]
    solve: int | None
