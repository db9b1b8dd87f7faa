"""Things and cards in files, photographs, the paper gauge: what goes out comes in the same, nothing hostile does."""

from __future__ import annotations

import csv
import io
import random
import re
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st
from PIL import Image
from pypdf import PdfReader

from zither_awl.catalogue import design_of, shipped_cards
from zither_awl.core.errors import InvalidValue
from zither_awl.core.things.component import Component, Inside
from zither_awl.core.things.kinds import KINDS, of_kind
from zither_awl.core.things.shapes import Box, Cylinder, Irregular, Sphere
from zither_awl.formats import gauge, samples
from zither_awl.formats.card_table import COLUMNS as CARD_COLUMNS
from zither_awl.formats.card_table import card_rows, read_card
from zither_awl.formats.component_table import COLUMNS, WRITTEN, component_cells, read_component
from zither_awl.formats.photo import MOST_BYTES, clean_photo
from zither_awl.formats.tables import read_table, write_table

SIZES = st.integers(5, 300).map(float)
SHAPES = st.one_of(
    st.builds(Sphere, SIZES),
    st.builds(Cylinder, SIZES, SIZES),
    st.builds(Box, SIZES, SIZES, SIZES),
    st.builds(lambda a, b, c: Irregular(None, Box(a, b, c), snug=True), SIZES, SIZES, SIZES),
)
INSIDES = st.builds(
    lambda depth, top, bottom, marked: Inside(
        depth_mm=depth, top_mm=top, bottom_mm=bottom, marks=((100.0, 20.0), (250.0, 61.5)) if marked else ()
    ),
    SIZES,
    SIZES,
    st.none() | SIZES,
    st.booleans(),
)
THINGS = st.builds(
    of_kind,
    st.text("abc =+-@é|;,\"'", min_size=1, max_size=12).filter(lambda t: t.strip() == t and "|" not in t),
    st.sampled_from(sorted(KINDS)),
    count=st.integers(1, 99),
    shape=SHAPES,
    inside=st.none() | INSIDES,
    cost=st.none() | st.just(2.5),
    magnet=st.booleans(),
    cord_mm=st.none() | SIZES,
    colours=st.sampled_from([(), ("red",), ("red", "blue")]),
    allergens=st.sampled_from([(), ("sesame", "milk")]),
    came_from=st.sampled_from(["", "=market", "the towpath"]),
)


@given(THINGS)
def test_a_thing_that_goes_out_comes_in_the_same(thing: Component) -> None:
    text = write_table(WRITTEN, [component_cells(thing, "Bin 1")])
    line, problems = read_component(read_table(text, COLUMNS)[0])
    assert problems == ()
    assert line is not None
    assert line.bin == "Bin 1"
    back = component_cells(line.component, "Bin 1")
    assert back == component_cells(thing, "Bin 1")
    assert line.component == thing


def read(**cells: str) -> tuple[Any, dict[str, str]]:
    """A row with these cells as a thing, and its problems by column."""
    line, problems = read_component(cells)
    return line, {p.field: f"{p.message} {p.hint}" for p in problems}


def test_a_name_is_enough_and_what_is_not_told_is_assumed() -> None:
    line, _ = read(name="white bowls", count="4")
    assert (line.component.kind, line.component.count) == ("bowl", 4)
    assert {"shape", "mass_g", "inside"} <= set(line.component.assumed)


@pytest.mark.parametrize(
    ("told", "holds"),
    [
        ({"name": "couscous", "kind": "rice"}, ("gluten",)),
        ({"name": "rice"}, ()),
        ({"name": "almond flour"}, ("gluten", "nuts")),
        ({"name": "almond flour", "allergens": "nuts"}, ("nuts",)),
        ({"name": "soy candle", "kind": "candle"}, ()),
    ],
)
def test_a_food_holds_what_its_name_says_unless_the_row_does(told: dict[str, str], holds: tuple[str, ...]) -> None:
    line, problems = read_component(told)
    assert problems == ()
    assert line is not None
    assert line.component.allergens == holds


def test_grams_of_a_medium_become_millilitres_by_its_density() -> None:
    line, _ = read(name="rice", stock_g="850")
    assert line.component.stock_ml == pytest.approx(1000)


@pytest.mark.parametrize(
    ("cells", "column", "said"),
    [
        ({"name": ""}, "name", "Fill it in"),
        ({"name": "gizmo"}, "kind", "Write the kind"),
        ({"name": "x", "kind": "jgu"}, "kind", "Did you mean jug?"),
        ({"name": "rice", "density_g_ml": "8.5"}, "density_g_ml", "0.02 to 3"),
        ({"name": "rice", "density_g_ml": "1.2"}, "density_g_ml", "0.75 and 0.92"),
        ({"name": "jug", "inside_top_mm": "60"}, "inside_depth_mm", "Give both"),
        ({"name": "jug", "inside_depth_mm": "90", "inside_top_mm": "60", "marks": "100-24"}, "marks", "ml:mm"),
        ({"name": "jug", "inside_depth_mm": "90", "inside_top_mm": "60", "marks": "9:4 | 8:5"}, "marks", "rise"),
        ({"name": "bread", "allergens": "gluttony"}, "allergens", "Did you mean gluten?"),
        ({"name": "ball", "shape": "ball", "size_mm": "6x6"}, "size_mm", "For example 9"),
        ({"name": "cloth", "soft": "fluffy"}, "soft", "Expected one of"),
        ({"name": "jug", "count": "2.5"}, "count", "whole number"),
        ({"name": "jug", "breakable": "perhaps"}, "breakable", "yes or no"),
    ],
)
def test_a_bad_cell_is_named_with_what_would_do(cells: dict[str, str], column: str, said: str) -> None:
    line, problems = read(**cells)
    assert line is None
    assert said in problems[column]


def test_every_thing_that_ships_is_good() -> None:
    for text in (samples.demo_components_csv(), samples.things_csv()):
        rows = read_table(text, COLUMNS)
        assert [problem for row in rows for problem in read_component(row)[1]] == []
    assert len(read_table(samples.demo_components_csv(), COLUMNS)) >= 90


@pytest.mark.parametrize("design", shipped_cards(), ids=lambda d: d.key)
def test_a_card_that_goes_out_comes_in_the_same(design: Any) -> None:
    text = write_table(CARD_COLUMNS, card_rows(design))
    written, problems = read_card(read_table(text, CARD_COLUMNS))
    assert problems == ()
    assert design_of(written) == design


@pytest.mark.parametrize(
    ("column", "cell", "said"),
    [
        ("roles", "balls handled 4 felt ball", "is not understood"),
        ("roles", "balls (handled, 4): felt ball; sits_in bowl", "Known: lies_in"),
        ("pour", "jug to cup half", "jug > cup".replace("cup", "bowl")),
        ("from_months", "two", "whole number"),
        ("words", "jug jarra", "has no '='"),
    ],
)
def test_a_cell_of_a_card_that_is_not_understood_says_how_to_write_it(column: str, cell: str, said: str) -> None:
    row = {**card_rows(shipped_cards()[0])[0], column: cell}
    _, problems = read_card([row])
    assert any(p.field == column and said in f"{p.message} {p.hint}" for p in problems)


def test_letters_that_are_not_utf_8_and_ten_thousand_rows_are_refused() -> None:
    latin = "name,kind\ncafetière,jug\n".encode("latin-1").decode("utf-8", errors="replace")
    with pytest.raises(InvalidValue, match="not written in UTF-8"):
        read_table(latin, COLUMNS)
    with pytest.raises(InvalidValue, match="10000 rows; the limit is 2000"):
        read_table("name\n" + "jug\n" * 10_000, COLUMNS)


def test_a_name_a_spreadsheet_would_run_goes_out_harmless() -> None:
    cells = component_cells(of_kind("=HYPERLINK(1)", "jug"), "+Bin")
    row = next(csv.DictReader(io.StringIO(write_table(WRITTEN, [cells]))))
    assert row["name"].startswith("'=")
    assert row["bin"].startswith("'+")


def picture(width: int = 400, height: int = 300, kind: str = "JPEG", **saved: Any) -> bytes:
    """A picture's bytes."""
    out = io.BytesIO()
    Image.new("RGB", (width, height), (200, 180, 120)).save(out, kind, **saved)
    return out.getvalue()


def test_a_photograph_keeps_its_picture_and_loses_where_and_when() -> None:
    exif = Image.Exif()
    exif[0x0112] = 6
    exif[0x010F] = "a camera"
    exif.get_ifd(0x8825)[1] = "N"
    clean = clean_photo(picture(exif=exif, comment=b"at home"))
    with Image.open(io.BytesIO(clean)) as opened:
        assert opened.format == "JPEG"
        assert opened.size == (300, 400), "turned upright"
        assert not opened.getexif()
        assert not {"exif", "comment", "icc_profile"} & set(opened.info)
    assert b"camera" not in clean


@pytest.mark.parametrize("kind", ["PNG", "WEBP"])
def test_other_pictures_become_jpeg(kind: str) -> None:
    assert clean_photo(picture(kind=kind))[:2] == b"\xff\xd8"


def test_a_large_noisy_picture_comes_to_two_megabytes_or_less() -> None:
    noise = random.Random(5).randbytes(2600 * 2000 * 3)
    out = io.BytesIO()
    Image.frombytes("RGB", (2600, 2000), noise).save(out, "JPEG", quality=95)
    assert len(clean_photo(out.getvalue())) <= MOST_BYTES


@pytest.mark.parametrize(
    "data",
    [b"", b"not a picture", b"<svg/>", picture()[:200], picture(kind="GIF"), picture(9000, 9000, kind="PNG")],
    ids=["nothing", "text", "svg", "cut off", "gif", "eighty million pixels"],
)
def test_what_is_no_photograph_is_refused_with_what_would_do(data: bytes) -> None:
    with pytest.raises(InvalidValue) as caught:
        clean_photo(data)
    assert caught.value.problems[0].field == "photo"
    assert caught.value.problems[0].hint


@pytest.mark.parametrize(("paper", "size"), [("A4", (595, 842)), ("letter", (612, 792))])
def test_the_gauge_prints_at_full_size(paper: str, size: tuple[int, int]) -> None:
    (page,) = PdfReader(io.BytesIO(gauge.gauge_pdf(paper))).pages
    assert (round(page.mediabox.width), round(page.mediabox.height)) == size
    text = page.extract_text()
    assert "exactly 100 mm" in text
    assert "16 CFR 1501.4" in text
    assert "safe" not in text.lower()


@pytest.mark.parametrize(
    ("inches", "told", "long_mm"), [(False, "exactly 100 mm", 100.0), (True, "exactly 4 inches", 101.6)]
)
def test_the_ruler_of_the_gauge_is_as_long_as_it_says(inches: bool, told: str, long_mm: float) -> None:
    (page,) = PdfReader(io.BytesIO(gauge.gauge_pdf(inches=inches))).pages
    text, drawn = page.extract_text(), page.get_contents()
    assert told in text
    assert (" mm" in text) is not inches
    assert drawn is not None
    lines = re.findall(r"([\d.]+) ([\d.]+) m ([\d.]+) ([\d.]+) l S", drawn.get_data().decode("latin-1"))
    level = [float(x2) - float(x1) for x1, y1, x2, y2 in lines if y1 == y2]
    assert max(level) / 72 * 25.4 == pytest.approx(long_mm, abs=0.01)


def test_the_rolled_gauge_has_the_depths_of_the_published_cylinder() -> None:
    # 16 CFR 1501.4, from memory: 25.4 mm to 57.1 mm deep, 31.7 mm wide; the strip is its circumference.
    assert gauge.depth_mm(0) == pytest.approx(57.1)
    assert gauge.depth_mm(gauge.STRIP_MM / 2) == pytest.approx(25.4)
    assert gauge.depth_mm(gauge.STRIP_MM) == pytest.approx(57.1)
    assert pytest.approx(99.59, abs=0.005) == gauge.STRIP_MM
