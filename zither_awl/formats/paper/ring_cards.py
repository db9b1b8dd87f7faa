"""Cards on a ring, and pictures as large as the paper, one a page."""

from __future__ import annotations

from zither_awl.core.saying import say
from zither_awl.formats.paper.sheet import MARGIN_MM, Paper, Sheets, Style, width_mm
from zither_awl.formats.paper.word_cards import WORD_SIZES, WordCard, WordSheet, draw_picture

CARD_WIDE_MM, CARD_HIGH_MM, HOLE_MM, ACROSS, GAP_MM = 60.0, 84.0, 6.0, 3, 3.0
"""A card for a small hand, 84 mm high; the hole of a usual punch (common practice, no source)."""
NAME = Style("serif", 30, 1.2)


def ring_cards_pdf(sheet: WordSheet, paper: Paper) -> bytes:
    """Cards with a hole at the upper left for a ring: the picture, and the word under it."""
    sheets = Sheets(say("Cards on a ring: {sheet}", sheet=sheet.name), paper)
    down = int((sheets.height - 2 * MARGIN_MM - 4 + GAP_MM) // (CARD_HIGH_MM + GAP_MM))
    left = (sheets.width - ACROSS * CARD_WIDE_MM - (ACROSS - 1) * GAP_MM) / 2
    for at, card in enumerate(sheet.cards):
        if at and at % (ACROSS * down) == 0:
            sheets.new_page()
        row, column = divmod(at % (ACROSS * down), ACROSS)
        x, y = left + column * (CARD_WIDE_MM + GAP_MM), MARGIN_MM + 4 + row * (CARD_HIGH_MM + GAP_MM)
        sheets.cut_marks(x, y, CARD_WIDE_MM, CARD_HIGH_MM, long=1)
        sheets.ring(x + 7, y + 7, HOLE_MM, wide=0.3)
        draw_picture(sheets, card, x + 8, y + 14, CARD_WIDE_MM - 16, CARD_WIDE_MM - 16)
        _word(sheets, card, x + CARD_WIDE_MM / 2, y + CARD_HIGH_MM - 12, CARD_WIDE_MM - 8)
    return sheets.pdf()


def _word(sheets: Sheets, card: WordCard, x: float, y: float, wide: float) -> None:
    size = next((s for s in WORD_SIZES[2:] if width_mm(card.word, "serif", s) <= wide), WORD_SIZES[-1])
    sheets.text(x, y, card.word, Style("serif", size), align="middle")
    if card.other:
        sheets.text(x, y + 7, card.other, Style("serif-italic", min(size * 0.62, 13)), align="middle")


def pictures_pdf(sheet: WordSheet, paper: Paper) -> bytes:
    """One picture a page, as large as it can be, for a group to look at; its word small at the foot."""
    sheets = Sheets(say("Pictures: {sheet}", sheet=sheet.name), paper)
    wide, high = sheets.width - 2 * MARGIN_MM, sheets.height - 2 * MARGIN_MM - 24
    for at, card in enumerate(sheet.cards):
        if at:
            sheets.new_page()
        draw_picture(sheets, card, MARGIN_MM, MARGIN_MM, wide, high)
        sheets.text(sheets.width / 2, sheets.height - MARGIN_MM - 8, card.word, NAME, align="middle")
    return sheets.pdf()
