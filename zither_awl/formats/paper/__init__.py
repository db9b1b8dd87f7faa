"""Paper: cards, labels, words, steps, lists. Vector PDFs in black on white, their fonts embedded."""

from zither_awl.formats.paper.bin_label import BinLabel, bin_labels_pdf
from zither_awl.formats.paper.preview import page_png
from zither_awl.formats.paper.ring_cards import pictures_pdf, ring_cards_pdf
from zither_awl.formats.paper.set_up_list import ListPart, SetUpSheet, set_up_pdf
from zither_awl.formats.paper.steps import SheetStep, StepSheet, steps_pdf
from zither_awl.formats.paper.tray_card import Lying, TrayCard, tray_cards_pdf
from zither_awl.formats.paper.word_cards import WordCard, WordSheet, word_cards_pdf

__all__ = [
    "BinLabel",
    "ListPart",
    "Lying",
    "SetUpSheet",
    "SheetStep",
    "StepSheet",
    "TrayCard",
    "WordCard",
    "WordSheet",
    "bin_labels_pdf",
    "page_png",
    "pictures_pdf",
    "ring_cards_pdf",
    "set_up_pdf",
    "steps_pdf",
    "tray_cards_pdf",
    "word_cards_pdf",
]
