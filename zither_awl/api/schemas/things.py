"""Models of the things in the cupboard."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from zither_awl.api.schemas.base import Flag, In, Mm, Out, ReasonOut, Text, Whole
from zither_awl.api.schemas.shelf import DangerOut, PieceIn, PieceOut
from zither_awl.core.things.shapes import Softness

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
    breakable: Flag = False
    inside: InsideIn | None = None
    density_g_ml: float | None = None
    stock_ml: Positive | None = None
    per_use: Positive | None = None
    sealed: Literal["", "screwed", "glued", "sewn"] = ""
    magnet: Flag = False
    cell: Flag = False
    cord_mm: Positive | None = None
    allergens: list[Text] = []
    dangers: list[Text] = []
    colours: list[Text] = []
    subject: Annotated[str, Field(max_length=40)] = ""
    box_months: Annotated[int, Field(ge=0, le=216), Whole] | None = None
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
    subject: str
    photo: int | None
    box_months: int | None
    drawn: str
    cost: float | None
    came_from: str
    bin: str
    assumed: list[str]
    archived: bool
    free: int
    on: list[HolderOut]
    hazards: list[ReasonOut]
    emergency: str


class ThingLineOut(Out):
    """One thing of what was typed. `told` are the fields somebody said; `likely` is asked where it is not clear."""

    typed: str
    name: str
    told: list[str]
    thing: ComponentOut | None
    likely: list[ComponentOut]


class TypedOut(Out):
    lines: list[ThingLineOut]


class AddedOut(Out):
    """What was added: the first, and every one."""

    id: int
    ids: list[int]


class MendedIn(In):
    """The things of one line, as they were mended before they were added, and the bin they go into."""

    things: Annotated[list[ComponentIn], Field(min_length=1, max_length=200)]
    bin: Text = ""


class WalkThingOut(Out):
    name: str
    kind: str
    drawn: str
    count: int
    there: int
    medium: bool


class WalkRoomOut(Out):
    key: str
    name: str
    things: list[WalkThingOut]


class WalkOut(Out):
    rooms: list[WalkRoomOut]


class TickedIn(In):
    name: Text
    count: Count = 1


class WalkIn(In):
    """What was ticked."""

    things: Annotated[list[TickedIn], Field(max_length=200)]


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
    drawn: dict[str, str]
    """By kind: the form it is drawn in."""
    subjects: list[str]
    allergens: list[str]
    dangers: list[DangerOut]
    bins: list[str]


class FoundOut(Out):
    what: Literal["do", "thing", "tray", "bin", "card", "child", "words", "view", "setting"]
    name: str
    where: str
    address: str


class FindOut(Out):
    found: list[FoundOut]


class FindQuery(In):
    letters: Annotated[str, Field(max_length=80)] = ""
