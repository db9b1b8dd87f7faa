"""The set-up list: what an adult puts out, fills, shows and minds this morning, with boxes to tick; for the fridge."""

from __future__ import annotations

from dataclasses import dataclass

from zither_awl.formats.paper.sheet import MARGIN_MM, Paper, Sheets, Style, wrapped

TITLE, HEAD, LINE = Style("serif", 22, 1.2), Style("sans-bold", 12, 1.4), Style("sans", 11, 1.3)
UNDER = Style("sans", 9.5, 1.25)
BOX_MM = 3.6


@dataclass(frozen=True, slots=True)
class ListPart:
    """A heading with its lines: (text, what stands under it, whether it is done). `ticked`: whether there are boxes."""

    heading: str
    lines: tuple[tuple[str, str, bool], ...]
    ticked: bool = True


@dataclass(frozen=True, slots=True)
class SetUpSheet:
    """The whole list of a day."""

    title: str
    day: str
    parts: tuple[ListPart, ...]


def set_up_pdf(sheet: SetUpSheet, paper: Paper) -> bytes:
    """The list on as many upright pages as it needs; a heading never stands alone at the foot of one."""
    sheets = Sheets(sheet.title, paper)
    x, y, wide = MARGIN_MM + 6, MARGIN_MM + 2, sheets.width - 2 * MARGIN_MM - 12
    low = sheets.height - MARGIN_MM - 4
    y = sheets.column(x, y, wide, sheet.title, TITLE)
    y = sheets.column(x, y, wide, sheet.day, LINE) + 1
    sheets.line(x, y, x + wide, y, wide=0.4)
    for part in sheet.parts:
        y = _part(sheets, part, x, y + 2.5, wide, low)
    return sheets.pdf()


def _part(sheets: Sheets, part: ListPart, x: float, y: float, wide: float, low: float) -> float:
    indent = BOX_MM + 3.5
    for at, (text, under, done) in enumerate(part.lines):
        lines = len(wrapped(text, LINE.face, LINE.size, wide - indent))
        needs = (
            lines * LINE.step_mm
            + (len(wrapped(under, UNDER.face, UNDER.size, wide - indent)) * UNDER.step_mm if under else 0)
            + (HEAD.step_mm if at == 0 else 0)
        )
        if y + needs > low:
            sheets.new_page()
            y = MARGIN_MM + 2
        if at == 0:
            y = sheets.column(x, y, wide, part.heading, HEAD)
        if part.ticked:
            sheets.box(x, y + 1.1, BOX_MM, BOX_MM, wide=0.35)
            if done:
                sheets.line(x + 0.7, y + 3, x + 1.6, y + 4, wide=0.5)
                sheets.line(x + 1.6, y + 4, x + 3.2, y + 1.6, wide=0.5)
        y = sheets.column(x + indent, y, wide - indent, text, LINE)
        if under:
            y = sheets.column(x + indent, y, wide - indent, under, UNDER)
        y += 0.8
    return y
