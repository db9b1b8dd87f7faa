"""Models of things, of the bench, and of what can be made."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from zither_awl.api.schemas.base import Id, In, Mm, Out, ReasonOut, Text, Whole
from zither_awl.api.schemas.shelf import PieceIn, PieceOut
from zither_awl.core.shapes import Softness

Count = Annotated[int, Field(ge=1, le=1000), Whole]
Positive = Annotated[float, Field(ge=0, le=1_000_000, allow_inf_nan=False)]


class MarkIn(In):
    """So many ml stand so many mm up the side."""

    ml: float
    mm: float


class MarkOut(Out):
    ml: float
    mm: float


class InsideIn(In):
    """The inside of a vessel, mm."""

    depth_mm: Mm
    top_mm: Mm
    bottom_mm: Mm | None = None
    across_mm: Mm | None = None
    marks: list[MarkIn] = []


class InsideOut(Out):
    depth_mm: float
    top_mm: float
    bottom_mm: float | None
    across_mm: float | None
    marks: list[MarkOut]


class GuessIn(In):
    """A thing as it is typed; with `kind` chosen when the words do not say it."""

    typed: Annotated[str, Field(min_length=1, max_length=200)]
    kind: Text = ""
    bin: Text = ""


class ComponentIn(In):
    name: Text
    kind: Text
    count: Count = 1
    shape: PieceIn
    mass_g: Positive = 0
    softness: Softness = Softness.FIRM
    material: Annotated[str, Field(max_length=80)] = ""
    breakable: bool = False
    inside: InsideIn | None = None
    density_g_ml: float | None = None
    stock_ml: Positive | None = None
    per_use: Positive | None = None
    sealed: Literal["", "screwed", "glued", "sewn"] = ""
    magnet: bool = False
    cell: bool = False
    cord_mm: Positive | None = None
    allergens: list[Text] = []
    dangers: list[Text] = []
    colours: list[Text] = []
    cost: Positive | None = None
    came_from: Annotated[str, Field(max_length=80)] = ""
    bin: Text = ""
    assumed: list[Text] = []


class HolderOut(Out):
    """A tray that holds some of a thing."""

    tray_id: int
    name: str
    count: int
    where: str


class ComponentOut(Out):
    id: int
    name: str
    kind: str
    count: int
    shape: PieceOut
    mass_g: float
    softness: Softness
    material: str
    breakable: bool
    inside: InsideOut | None
    capacity_ml: float
    density_g_ml: float | None
    stock_ml: float | None
    per_use: float | None
    sealed: Literal["", "screwed", "glued", "sewn"]
    magnet: bool
    cell: bool
    cord_mm: float | None
    allergens: list[str]
    dangers: list[str]
    colours: list[str]
    cost: float | None
    came_from: str
    bin: str
    assumed: list[str]
    archived: bool
    free: int
    on: list[HolderOut]
    hazards: list[ReasonOut]
    emergency: str


class RestockOut(Out):
    component_id: int
    name: str
    days_left: float | None
    buy_by: str | None
    reason: ReasonOut


class LeaveOut(Out):
    """A tray that should leave a full bin, and why."""

    tray_id: int
    name: str
    reason: ReasonOut


class FullOut(Out):
    bin: str
    holds: int
    most: int
    leave: list[LeaveOut]


class ThingsOut(Out):
    """Everything in the cupboard, what is used up, what is full, and the words a thing may be described with."""

    things: list[ComponentOut]
    archived: list[ComponentOut]
    restock: list[RestockOut]
    full: list[FullOut]
    kinds: list[str]
    allergens: list[str]
    dangers: list[str]
    bins: list[str]


class FoundOut(Out):
    what: Literal["thing", "tray", "bin"]
    name: str
    where: str
    address: str


class FindOut(Out):
    found: list[FoundOut]


class FindQuery(In):
    letters: Annotated[str, Field(max_length=80)] = ""


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
    minds: list[str]
    score: float
    at_once: bool


class UnlockOut(Out):
    kind: str
    cards: list[str]


class CanMakeOut(Out):
    child_id: int
    made: list[MakeableOut]
    unlocks: list[UnlockOut]
    looked_at: int
    at_once: int


class BenchCardsOut(Out):
    cards: list[CardBriefOut]


class MakeQuery(In):
    child: Id


class SpotByHandIn(In):
    role: Text
    x_mm: Mm
    y_mm: Mm
    turned: bool = False


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


class KeepIn(In):
    wish: WishIn
    name: Text
    bin: Text = ""
    for_children: list[Id] = []


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


class DesignOut(Out):
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
    expects: str
    not_yet: str
    levels: list[LevelOut]


class BenchOut(Out):
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
    """How a tray was composed, to open it on the bench again."""

    key: str
    level: int
    child_id: int
    fixed: dict[str, int]
    counts: dict[str, int]
    container: int | None
    spots: list[SpotByHandOut]


class HouseholdFileOut(Out):
    name: str
    children: int
    trays: int
    photos: int
    kept_copy: str
