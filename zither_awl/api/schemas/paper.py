"""Models of paper, the kitchen scale, the label printer, and their stand-ins."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from zither_awl.api.schemas.base import Flag, Id, In, Out, Whole

Kind = Literal[
    "tray-cards", "bin-labels", "word-cards", "ring-cards", "pictures", "routine", "routine-strip", "set-up-list"
]
PaperName = Literal["A4", "Letter"]
Grams = Annotated[float, Field(ge=-50_000, le=50_000, allow_inf_nan=False)]


class OrderQuery(In):
    """What to print. `ids` are numbers between commas: trays or bins; `key` names words."""

    kind: Kind
    paper: PaperName = "A4"
    ids: Annotated[str, Field(max_length=600, pattern=r"^(\d{1,9}(,\d{1,9})*)?$")] = ""
    key: Annotated[str, Field(max_length=60)] = ""
    languages: Literal["first", "second", "both"] = "both"
    group: Annotated[int | None, Field(ge=1, le=2**31 - 1)] = None


class PageQuery(OrderQuery):
    page: Annotated[int, Field(ge=1, le=500)] = 1


class PreviewOut(Out):
    """What will be printed: a text for every page, what to know first, and the paper's size in mm."""

    name: str
    pages: list[str]
    notes: list[str]
    width_mm: float
    height_mm: float


class ChoiceOut(Out):
    id: str
    name: str
    detail: str


class PaperChoicesOut(Out):
    """What can be printed: trays, bins, sets of words and cards with their words."""

    paper: PaperName
    trays: list[ChoiceOut]
    bins: list[ChoiceOut]
    words: list[ChoiceOut]
    cards: list[ChoiceOut]
    routines: list[ChoiceOut]


class WeighingOut(Out):
    state: Literal["waiting", "settling", "steady", "overload", "below zero", "silent"]
    grams: float | None
    weight: float | None
    text: str
    stand_in: bool


class WeighIn(In):
    """What was weighed. `pieces`: so many pieces lay on the scale; of a medium, so many ml."""

    component_id: Id
    grams: Grams
    pieces: Annotated[float, Field(ge=0, le=100_000, allow_inf_nan=False)] = 1


class WeighedOut(Out):
    """What was entered: grams of one piece, or grams in a millilitre."""

    entered: float


class ScaleSettingIn(In):
    load_g: Grams
    noise_g: Grams
    settle_s: Annotated[float, Field(allow_inf_nan=False)]
    most_g: Grams
    silent: Flag


class ScaleSettingOut(Out):
    load_g: float
    noise_g: float
    settle_s: float
    most_g: float
    silent: bool


class PrinterSettingIn(In):
    no_paper: Flag
    silent: Flag


class JobOut(Out):
    number: int
    name: str
    size: int


class PrinterOut(Out):
    no_paper: bool
    silent: bool
    jobs: list[JobOut]


class StandInsOut(Out):
    """The stand-ins for devices; None where a real one is used."""

    scale: ScaleSettingOut | None
    printer: PrinterOut | None


class PrintIn(In):
    """The bins whose labels the label printer prints."""

    ids: list[Annotated[int, Field(ge=0, le=2**53), Whole]]
