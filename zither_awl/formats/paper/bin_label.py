"""Labels for bins: name, place, what is in it, and a code that opens that bin on a device of the house."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from zither_awl.core.saying import say
from zither_awl.formats.paper.sheet import MARGIN_MM, Paper, Sheets, Style, wrapped

WIDE_MM, HIGH_MM, ACROSS, GAP_MM = 90.0, 62.0, 2, 6.0
NAME, PLACE, LINE = Style("sans-bold", 20, 1.1), Style("sans", 9.5, 1.25), Style("sans", 9.5, 1.22)
CODE_MM = 26.0
QUIET = 4
"""Blank modules round a code (ISO/IEC 18004)."""


@dataclass(frozen=True, slots=True)
class BinLabel:
    """What a label says. `url` is where the code leads; "" for no code."""

    name: str
    place: str
    contents: tuple[str, ...]
    url: str = ""


def bin_labels_pdf(labels: Sequence[BinLabel], paper: Paper) -> bytes:
    """Eight labels to a sheet, with cut marks; on the label printer's roll each is a page of its own, without."""
    sheets = Sheets(say("Bin labels"), paper)
    if paper == "label":
        for at, label in enumerate(labels):
            if at:
                sheets.new_page()
            _label(sheets, label, 0, 0)
        return sheets.pdf()
    down = int((sheets.height - 2 * MARGIN_MM + GAP_MM) // (HIGH_MM + GAP_MM))
    left = (sheets.width - ACROSS * WIDE_MM - (ACROSS - 1) * GAP_MM) / 2
    per_page = ACROSS * down
    for at, label in enumerate(labels):
        if at and at % per_page == 0:
            sheets.new_page()
        row, column = divmod(at % per_page, ACROSS)
        x, y = left + column * (WIDE_MM + GAP_MM), MARGIN_MM + row * (HIGH_MM + GAP_MM)
        sheets.cut_marks(x, y, WIDE_MM, HIGH_MM, long=1.5)
        _label(sheets, label, x, y)
    return sheets.pdf()


def _label(sheets: Sheets, label: BinLabel, x: float, y: float) -> None:
    inside = WIDE_MM - 8
    beside = inside - CODE_MM - 3 if label.url else inside
    down = sheets.column(x + 4, y + 2, beside, label.name, NAME)
    if label.place:
        down = sheets.column(x + 4, down, beside, label.place, PLACE)
    if label.url:
        qr(sheets, label.url, x + WIDE_MM - 4 - CODE_MM, y + 4, CODE_MM)
    sheets.line(x + 4, down + 1.5, x + 4 + beside, down + 1.5)
    low = y + HIGH_MM - 4
    _contents(sheets, label, x + 4, down + 2, low)


def _contents(sheets: Sheets, label: BinLabel, x: float, y: float, low: float) -> None:
    """As many lines as there is room for; what is left is counted."""
    lines = list(label.contents) or [say("Empty.")]
    code_low = low - HIGH_MM + 8 + CODE_MM + 2 if label.url else 0.0
    for at, text in enumerate(lines):
        width = WIDE_MM - 8 - (CODE_MM + 3 if y < code_low else 0)
        needs = len(wrapped(text, LINE.face, LINE.size, width)) * LINE.step_mm
        left = len(lines) - at
        if y + needs + (LINE.step_mm if left > 1 else 0) > low:
            sheets.column(x, y, width, say("and {left} more", left=left), LINE)
            return
        y = sheets.column(x, y, width, text, LINE)


def qr(sheets: Sheets, text: str, x: float, y: float, side: float) -> None:
    """A QR code as black squares, its quiet zone within the side; error correction M."""
    import segno

    rows = [list(row) for row in segno.make(text, error="m", micro=False).matrix_iter(border=QUIET)]
    module = side / len(rows)
    for down, row in enumerate(rows):
        start = None
        for at, dark in enumerate([*row, 0]):
            if dark and start is None:
                start = at
            elif not dark and start is not None:
                sheets.box(x + start * module, y + down * module, (at - start) * module, module, fill=True)
                start = None
