"""What comes out of the printer. Judges: pypdf for size, text and fonts; a reader of QR codes for the codes."""

from __future__ import annotations

import io
from collections.abc import Callable
from dataclasses import replace
from typing import Any

import pytest
import zxingcpp
from PIL import Image
from pypdf import PdfReader

from zither_awl.formats.paper import (
    BinLabel,
    ListPart,
    Lying,
    SetUpSheet,
    SheetStep,
    StepSheet,
    TrayCard,
    WordCard,
    WordSheet,
    bin_labels_pdf,
    page_png,
    pictures_pdf,
    ring_cards_pdf,
    set_up_pdf,
    steps_pdf,
    tray_cards_pdf,
    word_cards_pdf,
)
from zither_awl.formats.paper.preview import pages_of
from zither_awl.formats.paper.sheet import FACES, Paper, width_mm, without_sign, wrapped, writable

POINT_MM = 25.4 / 72
URL = "https://192.168.1.20:8137/cupboard?bin=3"
CARD = TrayCard(
    name="Water, jug to cup",
    under="Into a cup · practical life",
    for_whom="For Ilse",
    container="birch tray",
    inner_mm=(258, 198),
    things=(
        Lying("saucer", 1, 10, 12, 125, 125, True),
        Lying("glass jug", 1, where="in the saucer"),
        Lying("cup", 1, 160, 20, 70, 70, True),
        Lying("cloth", 1, 150, 110, 100, 60),
    ),
    fill="102 ml of water in the glass jug.",
    mind=("Stay within arm’s reach.",),
    bin_name="Bin 3",
    steps=("Put on the apron.", "Pour slowly, and watch the water climb.", "Wipe the tray."),
    interest=("the last drop",),
    clean_up="Wipe the tray.",
    expects="Near the line.",
)
LABELS = [BinLabel(f"Bin {n}", "hall", ("Spooning shells", "2 × jug"), URL) for n in range(1, 10)]
FRUIT = {"apple": "manzana", "pear": "pera", "grape": "uva", "plum": "ciruela", "quince": "membrillo"}
WORDS = WordSheet("Fruit", tuple(WordCard(word, other) for word, other in FRUIT.items()))
SET_OUT = ListPart("Set out", (("Pull Water from Bin 3", "window shelf", False),))
MIND = ListPart("Mind", (("Water", "Tove can reach this.", False),), ticked=False)
LIST = SetUpSheet("Set-up list", "Monday", (SET_OUT, MIND))
STEPS = StepSheet(
    "Laundry",
    (
        SheetStep("Feel in every pocket", "pocket", caution="Coins come out here."),
        SheetStep("To the line", "scoop", under="30 ml"),
        *(SheetStep(f"Step {n}", "jug") for n in range(3, 15)),
    ),
)
KINDS: dict[str, Callable[[Paper], bytes]] = {
    "tray card": lambda paper: tray_cards_pdf([CARD, CARD], paper),
    "labels": lambda paper: bin_labels_pdf(LABELS, paper),
    "words": lambda paper: word_cards_pdf(WORDS, paper),
    "list": lambda paper: set_up_pdf(LIST, paper),
    "steps": lambda paper: steps_pdf(STEPS, paper),
    "ring": lambda paper: ring_cards_pdf(WORDS, paper),
    "pictures": lambda paper: pictures_pdf(WORDS, paper),
}
SIZES = {"A4": (210.0, 297.0), "Letter": (215.9, 279.4)}


def read(pdf: bytes) -> PdfReader:
    """A PDF as pypdf reads it."""
    return PdfReader(io.BytesIO(pdf))


def fonts_of(pdf: bytes) -> dict[str, bool]:
    """Every font a PDF uses, and whether its outlines are in the file."""
    found: dict[str, bool] = {}
    for page in read(pdf).pages:
        kept: Any = page["/Resources"]
        for each in kept["/Font"].values():
            font = each.get_object()
            of = font["/DescendantFonts"][0].get_object() if "/DescendantFonts" in font else font
            descriptor = of["/FontDescriptor"].get_object() if "/FontDescriptor" in of else {}
            found[str(font["/BaseFont"])] = any(f"/FontFile{n}" in descriptor for n in ("", "2", "3"))
    return found


@pytest.mark.parametrize("paper", ["A4", "Letter"])
@pytest.mark.parametrize("kind", KINDS)
def test_every_page_has_the_papers_size_and_brings_its_fonts(kind: str, paper: Paper) -> None:
    pdf = KINDS[kind](paper)
    wide, high = SIZES[paper]
    for page in read(pdf).pages:
        size = [float(page.mediabox.width) * POINT_MM, float(page.mediabox.height) * POINT_MM]
        assert size == pytest.approx([high, wide] if kind == "tray card" else [wide, high], abs=0.1)
    fonts = fonts_of(pdf)
    assert fonts
    assert all(fonts.values()), fonts
    assert not [name for name in fonts if "Helvetica" in name or "Times" in name]


@pytest.mark.parametrize("kind", KINDS)
def test_it_is_vector_and_black_on_white(kind: str) -> None:
    for page in read(KINDS[kind]("A4")).pages:
        assert not page.images
        drawn = page.get_contents()
        assert drawn is not None
        colours = {op for _, op in drawn.operations} & {b"rg", b"RG", b"k", b"K", b"sc", b"scn"}
        assert all([float(v) for v in values] == [0, 0, 0] for values, op in drawn.operations if op in colours)


def test_the_same_card_is_the_same_file() -> None:
    assert tray_cards_pdf([CARD], "A4") == tray_cards_pdf([CARD], "A4")


def test_a_tray_card_says_what_lies_on_it_how_full_and_how_it_is_shown() -> None:
    (page,) = read(tray_cards_pdf([CARD], "A4")).pages
    text = page.extract_text()
    lies = ("Water, jug to cup", "birch tray", "saucer", "glass jug (in the saucer)", "102 ml of water", "Bin 3")
    shown = ("Stay within arm’s reach.", "Put on the apron.", "the last drop", "Near the line.", "For Ilse")
    assert [said for said in (*lies, *shown) if said not in text] == []


def test_a_long_script_is_set_smaller_and_stays_on_the_page() -> None:
    long = replace(CARD, steps=tuple(f"{n} Take hold of it with three fingers, and wait. " * 2 for n in range(12)))
    (page,) = read(tray_cards_pdf([long], "Letter")).pages
    lowest: list[float] = []
    page.extract_text(visitor_text=lambda text, _cm, tm, _font, _size: lowest.append(tm[5]) if text.strip() else None)
    assert min(lowest) * POINT_MM > 10
    assert "11 Take hold" in page.extract_text()


def test_what_no_one_said_is_left_blank_and_not_invented() -> None:
    bare = TrayCard(
        name="Blocks",
        under="",
        for_whom="",
        container="",
        inner_mm=None,
        things=(),
        fill="",
        mind=(),
        bin_name="",
        steps=(),
        interest=(),
        clean_up="",
        expects="",
    )
    text = read(tray_cards_pdf([bare], "A4")).pages[0].extract_text()
    assert "This card has no script yet." in text
    assert "How full" not in text


def test_the_code_on_a_label_reads_as_the_address_of_its_bin() -> None:
    """Source: read from the rendered page by ZXing, an independent reader of ISO/IEC 18004 codes."""
    pdf = bin_labels_pdf(LABELS[:4], "A4")
    picture = Image.open(io.BytesIO(page_png(pdf, 1, per_mm=8)))
    codes = zxingcpp.read_barcodes(picture)
    assert [code.text for code in codes] == [URL] * 4
    without = bin_labels_pdf([BinLabel("Bin 1", "hall", ("Shells",))], "A4")
    assert not zxingcpp.read_barcodes(Image.open(io.BytesIO(page_png(without, 1, per_mm=8))))


def test_labels_go_on_to_the_next_page_and_long_contents_are_counted() -> None:
    assert len(read(bin_labels_pdf(LABELS, "A4")).pages) == 2
    many = BinLabel("Bin 1", "hall", tuple(f"thing number {n}" for n in range(40)), URL)
    text = read(bin_labels_pdf([many], "A4")).pages[0].extract_text()
    shown = sum(f"thing number {n}\n" in text + "\n" for n in range(40))
    assert f"and {40 - shown} more" in text
    assert "Empty." in read(bin_labels_pdf([BinLabel("Bin 2", "", ())], "A4")).pages[0].extract_text()


def test_word_cards_come_with_a_control_sheet_and_a_picture_where_there_is_one() -> None:
    pages = pages_of(word_cards_pdf(WORDS, "A4"))
    assert len(pages) == 3
    assert "Fruit: the control sheet" in pages[-1]
    assert all(card.word in pages[-1] and card.other in pages[-1] for card in WORDS.cards)
    photo = io.BytesIO()
    Image.new("RGB", (40, 30), "grey").save(photo, "JPEG")
    pictured = WordSheet("Fruit", (WordCard("apple", picture=photo.getvalue()), WordCard("pear", by="from the garden")))
    first = read(word_cards_pdf(pictured, "Letter")).pages[0]
    assert len(first.images) == 1
    assert "Draw or stick on: pear (from the garden)" in first.extract_text()
    assert "Draw or stick on: apple" not in first.extract_text()


def test_a_long_list_goes_on_without_a_heading_left_behind() -> None:
    parts = (
        ListPart("Set out", tuple((f"Pull tray {n} from Bin 1", "low shelf", n % 2 == 0) for n in range(60))),
        ListPart("Show", (("Ilse: Water", "", False),)),
    )
    pages = pages_of(set_up_pdf(SetUpSheet("Set-up list", "Monday", parts), "A4"))
    assert len(pages) >= 2
    assert all(not page.strip().endswith(("Set out", "Show")) for page in pages)
    assert sum(f"Pull tray {n} from" in "".join(pages) for n in range(60)) == 60


def test_lines_keep_their_column_and_lose_no_word() -> None:
    text = "Take hold of the jug with three fingers, and the other hand waits under its lip " * 3
    lines = wrapped(text, "serif", 14, 70)
    assert " ".join(lines).split() == text.split()
    assert all(width_mm(line, "serif", 14) <= 70 for line in lines)
    assert "".join(wrapped("x" * 200, "sans", 10, 30)) == "x" * 200


def test_a_sign_no_font_has_is_a_square_and_is_told() -> None:
    assert without_sign("jarra, niño, Łódź, œuf") == ""
    assert without_sign("水 water 水") == "水"
    assert writable("水!", "serif") == "□!"
    assert all(writable("ñáéíóúü¿¡ßçøåžš’“”–·×", face) == "ñáéíóúü¿¡ßçøåžš’“”–·×" for face in FACES)


def test_a_page_there_is_not_is_refused() -> None:
    with pytest.raises(IndexError, match="no page 2; there are 1"):
        page_png(set_up_pdf(LIST, "A4"), 2)


@pytest.mark.parametrize("paper", ["A4", "Letter"])
def test_a_routine_is_a_field_a_step_and_what_an_adult_minds_hangs_elsewhere(paper: Paper) -> None:
    pages = [page.extract_text() for page in read(steps_pdf(STEPS, paper)).pages]
    assert len(pages) == 4, "six fields a sheet, and the adult's page"
    assert "Coins come out here." in pages[-1]
    assert all("Coins" not in page for page in pages[:-1])
    for n, step in enumerate(STEPS.steps, start=1):
        assert step.text in pages[(n - 1) // 6]
    assert "30 ml" in pages[0]
    bare = replace(STEPS, steps=tuple(replace(s, caution="") for s in STEPS.steps))
    assert len(read(steps_pdf(bare, paper)).pages) == 3


@pytest.mark.parametrize("paper", ["A4", "Letter"])
def test_a_strip_lies_and_holds_every_step_in_order(paper: Paper) -> None:
    pdf = read(steps_pdf(STEPS, paper, "strip"))
    (page,) = pdf.pages
    assert float(page.mediabox.width) > float(page.mediabox.height)
    text = " ".join(page.extract_text().split())
    assert [text.index(step.text) for step in STEPS.steps] == sorted(text.index(step.text) for step in STEPS.steps)


def test_cards_on_a_ring_are_nine_a_sheet_with_their_hole_and_pictures_are_one_a_page() -> None:
    many = WordSheet("Clothes", tuple(WordCard(f"word {n}", drawn="sock") for n in range(10)))
    assert len(read(ring_cards_pdf(many, "A4")).pages) == 2
    pages = read(pictures_pdf(many, "A4")).pages
    assert [page.extract_text().strip() for page in pages] == [card.word for card in many.cards]
    dark = Image.open(io.BytesIO(page_png(ring_cards_pdf(many, "A4"), 1, 4)))
    left, top = (210 - 3 * 60 - 2 * 3) / 2, 10 + 4
    rim = dark.getpixel((round((left + 7 + 3) * 4), round((top + 7) * 4)))
    assert isinstance(rim, int | tuple)
    assert (rim if isinstance(rim, int) else rim[0]) < 200, "the hole is drawn, 6 mm across, 7 mm in"


def test_a_drawing_hides_what_lies_behind_it_and_a_photograph_comes_before_it() -> None:
    drawn = page_png(pictures_pdf(WordSheet("One", (WordCard("jug", drawn="jug"),)), "A4"), 1, 2)
    empty = page_png(pictures_pdf(WordSheet("One", (WordCard("jug"),)), "A4"), 1, 2)
    assert drawn != empty
    out = io.BytesIO()
    Image.new("RGB", (300, 300), (10, 10, 10)).save(out, "JPEG")
    both = WordSheet("One", (WordCard("jug", picture=out.getvalue(), drawn="jug"),))
    photo = page_png(pictures_pdf(both, "A4"), 1, 2)
    middle = Image.open(io.BytesIO(photo)).getpixel((210, 250))
    assert (middle if isinstance(middle, int | float) else (middle or (255,))[0]) < 40
