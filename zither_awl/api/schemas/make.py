"""Models of trays being made, and of what can be made."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from zither_awl.api.schemas.base import Flag, Id, In, Mm, Out, ReasonOut, Text, Whole
from zither_awl.api.schemas.house import DecideOut
from zither_awl.api.schemas.things import Count
from zither_awl.core.values import PermissionKind


class LevelOut(Out):
    number: int
    name: str
    from_months: int


class CardBriefOut(Out):
    key: str
    name: str
    area: str
    from_months: int
    to_months: int
    own: bool
    levels: list[LevelOut]


class FetchOut(Out):
    """A thing to fetch, and from which bin."""

    name: str
    count: int
    bin: str


class MakeableOut(Out):
    key: str
    card: str
    area: str
    level: int
    level_name: str
    container: str
    fetch: list[FetchOut]
    reasons: list[ReasonOut]
    next_step: str
    """That it is a next single step, and after what; empty where it is not."""
    minds: list[str]
    score: float
    at_once: bool


class UnlockOut(Out):
    kind: str
    owned: bool
    cards: list[str]


class ToAllowOut(Out):
    """A card that could be made once the household decides for its child; kept away, and brought by an adult."""

    key: str
    card: str
    level: int
    level_name: str
    kinds: list[PermissionKind]


class CanMakeOut(Out):
    child_id: int
    made: list[MakeableOut]
    unlocks: list[UnlockOut]
    to_allow: list[ToAllowOut]
    looked_at: int
    at_once: int


class MakeCardsOut(Out):
    cards: list[CardBriefOut]


class MakeQuery(In):
    child: Id


class SpotByHandIn(In):
    role: Text
    x_mm: Mm
    y_mm: Mm
    turned: Flag = False


class SpotByHandOut(Out):
    role: str
    x_mm: float
    y_mm: float
    turned: bool


class WishIn(In):
    key: Text
    level: Annotated[int, Field(ge=1, le=20), Whole] = 1
    child_id: Id
    fixed: dict[str, Id] = {}
    counts: dict[str, Count] = {}
    container: Id | None = None
    spots: list[SpotByHandIn] = []
    share: float | None = None
    instead_of: Id | None = None
    left_out: list[Text] = []
    eased: list[Text] = []
    toward: Text = ""
    added: dict[str, Id] = {}


class ForAnotherIn(In):
    child_id: Id


class KeepIn(In):
    wish: WishIn
    name: Text
    bin: Text = ""
    for_children: list[Id] = []
    exception: Annotated[str, Field(max_length=200)] = ""
    """Why it is kept though something that must hold does not."""


class CandidateOut(Out):
    id: int
    name: str
    answer: Literal["does", "would do", "does not"]
    why: list[str]
    count: int
    free: int
    drawn: str


class RoleOut(Out):
    name: str
    use: str
    count: int
    needs: list[str]
    shows: str
    added: bool
    """Whether the household added it: the card does not name it."""
    beside: bool
    lies_in: str
    care: str
    optional: bool
    by_hand: bool
    chosen: int | None
    considered: list[CandidateOut]


class LaidOut(Out):
    """A thing on the plan, mm from the container's inner near left corner; x is None beside the tray or in a vessel."""

    role: str
    name: str
    drawn: str
    material: str
    count: int
    x_mm: float | None
    y_mm: float | None
    width_mm: float
    depth_mm: float
    piece_mm: float
    turned: bool
    beside: bool
    lies_in: str
    ml: float | None
    colours: list[str]
    medium: bool


class PlanOut(Out):
    """The container from above, mm."""

    inner_width_mm: float
    inner_depth_mm: float
    width_mm: float
    depth_mm: float
    drawn: str


class CheckOut(Out):
    severity: Literal["kept", "note", "should", "must"]
    reason: ReasonOut
    asks: list[DecideOut]


class DimensionOut(Out):
    """One dimension of difficulty: its step of so many, the words for it, and the nearest mastered tray's step."""

    name: str
    step: int
    most: int
    text: str
    nearest: int | None


class PouredOut(Out):
    ml: float
    share: float
    line_mm: float | None
    source_line_mm: float | None
    into: str


class NamedTrayOut(Out):
    tray_id: int
    name: str
    why: str


class ClashOut(Out):
    component: str
    owned: int
    trays: list[NamedTrayOut]


class CostsOut(Out):
    known: float
    unknown: int
    per_use: float | None


class WordOut(Out):
    """A word of the card, and the Spanish one."""

    word: str
    other: str


class CardTextOut(Out):
    """What a card says at every level."""

    key: str
    name: str
    area: str
    from_months: int
    to_months: int
    aim: str
    prepares: list[str]
    control: str
    interest: list[str]
    steps: list[str]
    clean_up: str
    words: list[WordOut]
    morning: str
    supervision: str
    also: list[str]
    invitation: str
    then: list[str]
    grid: list[str]
    sort: Literal["work", "song", "talk", "book", "demonstration"]


class DesignOut(CardTextOut):
    changes: str
    expects: str
    not_yet: str
    levels: list[LevelOut]


class ComposedOut(Out):
    card: DesignOut
    level: int
    child_id: int
    roles: list[RoleOut]
    container: int | None
    container_by_hand: bool
    containers: list[CandidateOut]
    would_do: str
    plan: PlanOut | None
    laid: list[LaidOut]
    mass_g: float
    pieces: int
    share: float | None
    poured: PouredOut | None
    checks: list[CheckOut]
    difficulty: list[DimensionOut]
    nearest: str
    compared: str
    takes: list[ClashOut]
    freeing: list[NamedTrayOut]
    short: list[str]
    costs: CostsOut
    name: str
    emergency: str


class MadeTrayOut(Out):
    """How a tray was composed, to open it in Make again."""

    key: str
    level: int
    child_id: int
    fixed: dict[str, int]
    counts: dict[str, int]
    container: int | None
    spots: list[SpotByHandOut]
    left_out: list[str]
    added: dict[str, int]
    eased: list[str]
    toward: str
