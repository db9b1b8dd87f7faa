"""Word cards: a picture and a word to cut apart and lay together, and a sheet that shows which belong together."""

from __future__ import annotations

from dataclasses import dataclass

from zither_awl.core.saying import say
from zither_awl.formats.paper.sheet import MARGIN_MM, Paper, Sheets, Style, width_mm

WIDE_MM, PICTURE_MM, WORD_MM, GAP_MM, ACROSS = 84.0, 84.0, 30.0, 8.0, 2
HINT, HEAD = Style("sans", 9, 1.25), Style("sans-bold", 13, 1.3)
WORD_SIZES = (34.0, 28.0, 24.0, 20.0, 16.0, 13.0, 10.0)


@dataclass(frozen=True, slots=True)
class WordCard:
    """A word: in one language or two, what its picture should show, and the picture: a photograph (JPEG), else the
    drawing of a name."""

    word: str
    other: str = ""
    by: str = ""
    picture: bytes | None = None
    drawn: str = ""


@dataclass(frozen=True, slots=True)
class WordSheet:
    """The cards of one set."""

    name: str
    cards: tuple[WordCard, ...]


def word_cards_pdf(sheet: WordSheet, paper: Paper) -> bytes:
    """Picture and word cards, four to a sheet, then the control sheet."""
    sheets = Sheets(say("Word cards: {sheet}", sheet=sheet.name), paper)
    high = PICTURE_MM + WORD_MM
    down = int((sheets.height - 2 * MARGIN_MM + GAP_MM) // (high + GAP_MM))
    left = (sheets.width - ACROSS * WIDE_MM - GAP_MM) / 2
    for at, card in enumerate(sheet.cards):
        if at and at % (ACROSS * down) == 0:
            sheets.new_page()
        row, column = divmod(at % (ACROSS * down), ACROSS)
        _cards(sheets, card, left + column * (WIDE_MM + GAP_MM), MARGIN_MM + row * (high + GAP_MM))
    sheets.new_page()
    _control(sheets, sheet)
    return sheets.pdf()


def _cards(sheets: Sheets, card: WordCard, x: float, y: float) -> None:
    """The picture above, the word below; between them, and round them, where to cut."""
    sheets.cut_marks(x, y, WIDE_MM, PICTURE_MM + WORD_MM, long=2)
    sheets.line(x, y + PICTURE_MM, x + WIDE_MM, y + PICTURE_MM, dash=1.5)
    draw_picture(sheets, card, x + 5, y + 5, WIDE_MM - 10, PICTURE_MM - 10)
    _word(sheets, card, x, y + PICTURE_MM, WIDE_MM, WORD_MM)


def draw_picture(sheets: Sheets, card: WordCard, x: float, y: float, width: float, height: float) -> None:
    """The picture of a word in a rectangle, or the room to draw or stick one."""
    if card.picture is not None:
        sheets.photo(x, y, width, height, card.picture)
        return
    side = min(width, height)
    left, top = x + (width - side) / 2, y + (height - side) / 2
    if card.drawn and sheets.picture(card.drawn, left, top, side, wide=max(0.35, side / 160)):
        return
    sheets.box(x, y, width, height, wide=0.2, dash=1)
    said = say(
        "Draw or stick on: {word}{part}", word=card.word, part=say(" ({by})", by=card.by) if card.by.strip() else ""
    )
    sheets.column(x + 3, y + height - 3 * HINT.step_mm, width - 6, said, HINT)


def _word(sheets: Sheets, card: WordCard, x: float, y: float, width: float, height: float) -> None:
    first = _fitting(card.word, width - 8, 1.0)
    if not card.other:
        sheets.text(x + width / 2, y + height / 2 + first.step_mm * 0.27, card.word, first, align="middle")
        return
    second = Style("serif-italic", _fitting(card.other, width - 8, 0.62).size)
    sheets.text(x + width / 2, y + height * 0.48, card.word, first, align="middle")
    sheets.text(x + width / 2, y + height * 0.82, card.other, second, align="middle")


def _fitting(text: str, width: float, share: float) -> Style:
    """The largest size at which a word fits, at most `share` of the largest."""
    sizes = [size * share for size in WORD_SIZES]
    return Style("serif", next((size for size in sizes if width_mm(text, "serif", size) <= width), sizes[-1]))


def _control(sheets: Sheets, sheet: WordSheet) -> None:
    """Every picture beside its word, small, to check by; it is not cut."""
    x, y, wide = MARGIN_MM + 4, MARGIN_MM + 2, sheets.width - 2 * MARGIN_MM - 8
    y = sheets.column(x, y, wide, say("{sheet}: the control sheet", sheet=sheet.name), HEAD)
    y = sheets.column(x, y, wide, say("It stays whole. Whoever has finished looks here."), HINT) + 3
    cell_wide, cell_high = wide / 2, 30.0
    down = int((sheets.height - MARGIN_MM - y) // (cell_high + 2))
    for at, card in enumerate(sheet.cards):
        if at and at % (2 * down) == 0:
            sheets.new_page()
            y = MARGIN_MM + 4
        row, column = divmod(at % (2 * down), 2)
        left, top = x + column * cell_wide, y + row * (cell_high + 2)
        draw_picture(sheets, card, left, top, cell_high, cell_high)
        _word(sheets, card, left + cell_high, top, cell_wide - cell_high - 4, cell_high)
