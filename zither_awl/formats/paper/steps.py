"""Routines on paper: fields a child follows, a step each, to be cut out; and a strip of them for the wall."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from zither_awl.core.saying import say
from zither_awl.formats.paper.sheet import MARGIN_MM, Paper, Sheets, Style

HEAD, TEXT, SMALL = Style("sans-bold", 17, 1.3), Style("sans", 13, 1.25), Style("sans", 9, 1.25)
NUMBER, STRIP_TEXT = Style("sans-bold", 20, 1.2), Style("sans", 9, 1.2)
ACROSS, GAP_MM, HIGH_MM = 2, 6.0, 80.0
STRIP_MM, STRIP_HIGH_MM = 42.0, 60.0
"""One field of the strip: as wide as a hand can point at. Ours, no source."""


@dataclass(frozen=True, slots=True)
class SheetStep:
    """A step as it is printed: what it is followed by is its photograph (JPEG), else its drawing."""

    text: str
    picture: str = ""
    photo: bytes | None = None
    under: str = ""
    """How much, and who does it."""
    caution: str = ""


@dataclass(frozen=True, slots=True)
class StepSheet:
    """A routine: its name, its steps, and what an adult should know, which no field for a child carries."""

    name: str
    steps: tuple[SheetStep, ...]


def steps_pdf(sheet: StepSheet, paper: Paper, form: Literal["fields", "strip"] = "fields") -> bytes:
    """The fields with cut marks, two beside each other, then the adult's page; or the strip, to be taped together."""
    return _fields(sheet, paper) if form == "fields" else _strip(sheet, paper)


def _fields(sheet: StepSheet, paper: Paper) -> bytes:
    sheets = Sheets(say("{sheet}: steps in pictures", sheet=sheet.name), paper)
    wide = (sheets.width - 2 * MARGIN_MM - 8 - GAP_MM) / ACROSS
    down = int((sheets.height - 2 * MARGIN_MM - 4 + GAP_MM) // (HIGH_MM + GAP_MM))
    for at, step in enumerate(sheet.steps):
        if at and at % (ACROSS * down) == 0:
            sheets.new_page()
        row, column = divmod(at % (ACROSS * down), ACROSS)
        _field(
            sheets,
            step,
            at + 1,
            MARGIN_MM + 4 + column * (wide + GAP_MM),
            MARGIN_MM + 4 + row * (HIGH_MM + GAP_MM),
            wide,
        )
    if any(step.caution for step in sheet.steps):
        sheets.new_page()
        _adults_page(sheets, sheet)
    return sheets.pdf()


def _field(sheets: Sheets, step: SheetStep, number: int, x: float, y: float, wide: float) -> None:
    """One step: its number, its picture large, few words."""
    sheets.cut_marks(x, y, wide, HIGH_MM, long=2)
    sheets.text(x + 3, y + 9, str(number), NUMBER)
    _shown(sheets, step, x + (wide - 50) / 2, y + 4, 50)
    after = sheets.column(x + 3, y + 56, wide - 6, step.text, TEXT)
    if step.under:
        sheets.column(x + 3, after + 0.5, wide - 6, step.under, SMALL)


def _shown(sheets: Sheets, step: SheetStep, x: float, y: float, side: float) -> None:
    if step.photo is not None:
        sheets.photo(x, y, side, side, step.photo)
    elif not sheets.picture(step.picture, x, y, side):
        sheets.box(x, y, side, side, wide=0.2, dash=1)


def _adults_page(sheets: Sheets, sheet: StepSheet) -> None:
    """What an adult minds, on a page of its own: it does not hang with the child's."""
    x, wide = MARGIN_MM + 4, sheets.width - 2 * MARGIN_MM - 8
    y = sheets.column(x, MARGIN_MM + 4, wide, say("{sheet}: for the adult", sheet=sheet.name), HEAD)
    y = sheets.column(x, y, wide, say("What to mind; local codes and makers’ instructions stand above it."), SMALL) + 3
    for number, step in enumerate(sheet.steps, start=1):
        if step.caution:
            y = sheets.column(x, y, wide, say("{number}  {step}", number=number, step=step.text), TEXT)
            y = sheets.column(x + 8, y, wide - 8, step.caution, SMALL) + 2


def _strip(sheet: StepSheet, paper: Paper) -> bytes:
    """Rows of fields on a lying sheet: cut along the rows, and tape them end to end."""
    sheets = Sheets(say("{sheet}: a strip for the wall", sheet=sheet.name), paper, lying=True)
    across = int((sheets.width - 2 * MARGIN_MM) // STRIP_MM)
    down = int((sheets.height - 2 * MARGIN_MM) // (STRIP_HIGH_MM + 2))
    left = (sheets.width - across * STRIP_MM) / 2
    for at, step in enumerate(sheet.steps):
        if at and at % (across * down) == 0:
            sheets.new_page()
        row, column = divmod(at % (across * down), across)
        x, y = left + column * STRIP_MM, MARGIN_MM + row * (STRIP_HIGH_MM + 2)
        sheets.box(x, y, STRIP_MM, STRIP_HIGH_MM, wide=0.2, dash=1)
        sheets.text(x + 2, y + 7, str(at + 1), Style("sans-bold", 13, 1.2))
        _shown(sheets, step, x + 5, y + 5, STRIP_MM - 10)
        sheets.column(x + 2, y + STRIP_MM - 3, STRIP_MM - 4, step.text, STRIP_TEXT)
    return sheets.pdf()
