"""Models of units, what stands on them, and the cupboard."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from zither_awl.api.schemas.base import Flag, Id, In, Mm, Out, ReasonOut, SpotIn, SpotOut, Text, Whole
from zither_awl.api.schemas.house import ChildOut, DecideOut
from zither_awl.core.things.shapes import Softness


class BoardIn(In):
    height_mm: Mm
    places: Annotated[int, Whole]
    divided: Flag = True
    load_g: float | None = None
    widths_mm: Annotated[list[Mm], Field(max_length=12)] = []
    drawer: Flag = False


class BoardOut(Out):
    height_mm: float
    places: int
    divided: bool
    load_g: float | None
    widths_mm: list[float]
    drawer: bool
    place_width_mm: float
    clearance_mm: float | None


class UnitIn(In):
    name: Text
    kind: Text = "shelf"
    room: Text = ""
    width_mm: Mm
    height_mm: Mm
    depth_mm: Mm
    boards: list[BoardIn]
    comes: list[Id]
    barrier: Literal["none", "gate", "door"] = "none"
    climb_on_mm: Mm | None = None
    mass_g: float | None = None
    anchored: Flag = False
    bedroom: Flag = False
    most: Annotated[int | None, Field(ge=1, le=60), Whole] = None
    main: Flag = False
    """The shelf the children know as theirs: a plan fills it first."""
    version: Id = 0


class UnitOut(Out):
    id: int
    name: str
    kind: str
    room: str
    width_mm: float
    height_mm: float
    depth_mm: float
    boards: list[BoardOut]
    comes: list[int]
    barrier: Literal["none", "gate", "door"]
    climb_on_mm: float | None
    mass_g: float | None
    anchored: bool
    bedroom: bool
    most: int | None
    main: bool
    archived: bool
    version: int
    stability: StabilityOut | None


class StabilityOut(Out):
    """How far from tipping: `margin` under 1 tips; None when nothing pulls it forwards."""

    margin: float | None
    tips: bool
    worst_case: str
    advice: str
    assumed: str
    source: str


class CardIn(In):
    area: Text
    from_months: Annotated[int, Whole]
    to_months: Annotated[int, Whole]
    follows: list[Id] = []


class CardOut(Out):
    id: int
    name: str
    area: str
    from_months: int
    to_months: int
    follows: list[int]


class PieceIn(In):
    """A piece: its shape and its sizes in mm (ball 1, cylinder 2, brick 3; irregular as the brick around it)."""

    shape: Literal["ball", "cylinder", "brick", "irregular"]
    sizes_mm: Annotated[list[float], Field(min_length=1, max_length=3)]


class PieceOut(Out):
    shape: Literal["ball", "cylinder", "brick", "irregular"]
    sizes_mm: list[float]


class TrayIn(In):
    name: Text
    card: CardIn
    width_mm: Mm
    depth_mm: Mm
    height_mm: Mm
    mass_g: float
    pieces: Annotated[int, Whole] = 1
    piece: PieceIn | None = None
    softness: Softness = Softness.FIRM
    breakable: Flag = False
    hazards: list[str] = []
    cord_mm: float | None = None
    tags: list[str] = []
    alike: Annotated[str, Field(max_length=40)] = ""
    """The household's word for its sort, as "shakers"; two of one sort may share a place."""
    bin: Text = ""
    for_children: list[Id] = []
    version: Annotated[int | None, Field(ge=1), Whole] = None
    """The one that was read; somebody else's later one is not overwritten."""


class FillingOut(Out):
    """What lies in a vessel: pieces, or a medium to a share of its height."""

    drawn: str
    count: int
    piece_mm: float
    share: float
    colours: list[str]
    medium: bool
    water: bool


class FrontOut(Out):
    """One thing of a tray as it is seen from the front, mm from its left side and its floor."""

    name: str
    drawn: str
    count: int
    left_mm: float
    base_mm: float
    width_mm: float
    height_mm: float
    colours: list[str]
    material: str = ""
    filling: FillingOut | None


class TrayOut(Out):
    version: int
    id: int
    name: str
    card: CardOut
    width_mm: float
    depth_mm: float
    height_mm: float
    mass_g: float
    pieces: int
    piece: PieceOut | None
    softness: Softness
    breakable: bool
    hazards: list[str]
    cord_mm: float | None
    tags: list[str]
    alike: str
    bin: str
    for_children: list[int]
    archived: bool
    liquid: bool
    condition: str
    stands: str
    made: bool
    photo: int | None
    front: list[FrontOut]


class DangerOut(Out):
    """A hazard that can be declared: its key, and what it is in words."""

    key: str
    text: str


class BinIn(In):
    place: Annotated[str, Field(max_length=200)] = ""
    height_mm: Mm | None = None
    lid: Flag = True
    locked: Flag = False
    most: Annotated[int | None, Field(ge=1, le=500), Whole] = None


class BinOut(Out):
    """A bin, the names of the trays and things in it, its cap, and what a child could get at there."""

    id: int
    name: str
    place: str
    height_mm: float | None
    lid: bool
    locked: bool
    most: int | None
    holds: list[str]
    things: list[str]
    found: list[ReasonOut]


class CupboardOut(Out):
    trays: list[TrayOut]
    bins: list[BinOut]
    archived: list[TrayOut]
    areas: list[str]
    tags: list[str]
    hazards: list[DangerOut]


class ActionIn(In):
    kind: Literal["gate", "by_hand", "swap", "move", "rest"]
    tray: Id
    to: SpotIn | None = None
    other: Id | None = None
    unit: Id | None = None
    child: Id | None = None


class ActionOut(Out):
    kind: Literal["gate", "by_hand", "swap", "move", "rest"]
    text: str
    tray: int
    to: SpotOut | None
    other: int | None
    unit: int | None
    child: int | None


class FindingOut(Out):
    rule: str
    severity: Literal["must", "should", "note"]
    child: int | None
    tray: int
    spot: SpotOut
    reasons: list[ReasonOut]
    actions: list[ActionOut]
    asks: list[DecideOut]


class PlacementOut(Out):
    tray_id: int
    spot: SpotOut
    spot_words: str
    spoken: str
    by_hand: bool
    since: str


class ShelfOut(Out):
    units: list[UnitOut]
    archived_units: list[UnitOut]
    placements: list[PlacementOut]
    trays: list[TrayOut]
    children: list[ChildOut]
    findings: list[FindingOut]


class MoveIn(In):
    tray_id: Id
    to: SpotIn | None
    by_hand: Flag = False
    versions: dict[str, Id] = {}


class ActIn(In):
    action: ActionIn
    versions: dict[str, Id] = {}


class ChildrenIn(In):
    children: list[Id]
