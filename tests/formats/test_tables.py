"""CSV as people have it, and every bad cell named with its remedy."""

from __future__ import annotations

from datetime import date
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from tests.builders import card, tray
from zither_awl.core.errors import InvalidValue
from zither_awl.core.things.shapes import Box, Cylinder, Irregular, Shape, Softness, Sphere
from zither_awl.core.values import Tray
from zither_awl.formats import episode_table, samples, tray_table
from zither_awl.formats.tables import MOST_ROWS, read_table, write_table
from zither_awl.formats.tray_table import read_tray, tray_cells

COLUMNS = ("name", "width_mm", "mass_g")


@pytest.mark.parametrize(
    "text",
    [
        "name,width_mm,mass_g\nPouring,250,400\n",
        "\ufeffname,width_mm,mass_g\r\nPouring,250,400\r\n",
        "Mass_G;NAME;Width mm\n400;Pouring;250\n",
        "width_mm,problem,mass_g,name\n250,too wide,400,Pouring\n\n\n",
        'name,width_mm,mass_g\n"Pouring",250,400\n,,\n',
    ],
)
def test_headers_come_in_any_order_with_comma_or_semicolon_with_or_without_a_mark(text: str) -> None:
    (row,) = read_table(text, COLUMNS)
    assert {k: row[k] for k in COLUMNS} == {"name": "Pouring", "width_mm": "250", "mass_g": "400"}


@pytest.mark.parametrize(
    ("text", "message", "hint"),
    [
        ("", "is empty", "Download the sample"),
        ("nmae,mass_g\nx,1\n", "'nmae' is not a column", "Did you mean name?"),
        ("name,name\nx,y\n", "name is there twice", "Keep one"),
        ("name\n" + "x\n" * (MOST_ROWS + 1), "the limit is 2000", "Split it"),
    ],
)
def test_a_file_that_cannot_be_read_says_why(text: str, message: str, hint: str) -> None:
    with pytest.raises(InvalidValue) as caught:
        read_table(text, COLUMNS)
    (problem,) = caught.value.problems
    assert message in problem.message
    assert hint in problem.hint


def test_a_cell_that_a_spreadsheet_would_run_is_made_harmless_and_read_back() -> None:
    text = write_table(("name",), [{"name": "=1+1"}, {"name": "-5"}, {"name": "@home"}])
    assert text.splitlines()[1:] == ["'=1+1", "-5", "'@home"]
    line, problems = read_tray({**GOOD, "name": "'=1+1"})
    assert problems == ()
    assert line is not None
    assert line.tray.name == "=1+1"


GOOD = {
    "name": "Spooning",
    "area": "practical life",
    "from_months": "24",
    "to_months": "48",
    "width_mm": "250",
    "depth_mm": "200",
    "height_mm": "90",
    "mass_g": "400",
    "pieces": "10",
    "piece_shape": "ball",
    "piece_mm": "9",
    "unsafe": "dried-pulses | glass",
    "tags": "food",
    "bin": "Bin 1",
    "for": "Ilse | Tove",
    "follows_from": "Pouring",
    "soft": "no",
    "breakable": "yes",
}


def test_a_good_row_becomes_a_tray_with_its_card() -> None:
    line, problems = read_tray(GOOD)
    assert problems == ()
    assert line is not None
    made = line.tray
    assert (made.name, made.card.area, made.piece, made.hazards) == (
        "Spooning",
        "practical life",
        Sphere(9),
        ("dried-pulses", "glass"),
    )
    assert (line.for_children, line.follows, line.bin, made.breakable) == (
        ("Ilse", "Tove"),
        ("Pouring",),
        "Bin 1",
        True,
    )


@pytest.mark.parametrize(
    ("column", "unit", "written", "mm"),
    [("width", "cm", "25", 250), ("width", "cm", "25,5", 255), ("depth", "in", "8", 203.2), ("height", "mm", "90", 90)],
)
def test_units_stand_in_the_header(column: str, unit: str, written: str, mm: float) -> None:
    cells = {k: v for k, v in GOOD.items() if not k.startswith(column)}
    line, _ = read_tray({**cells, f"{column}_{unit}": written})
    assert line is not None
    assert getattr(line.tray, f"{column}_mm") == pytest.approx(mm)


BAD: list[tuple[dict[str, str], str, str, str]] = [
    ({"name": ""}, "name", "is empty", "Fill it in"),
    ({"name": "x" * 81}, "name", "81 characters; the limit is 80", ""),
    ({"area": "practical lfie"}, "area", "'practical lfie' is not known", "Did you mean practical life?"),
    ({"area": "cooking"}, "area", "is not known", "Expected one of"),
    ({"width_mm": "30"}, "width_mm", "is 30 mm", "Did you mean 30 cm? Then the header is width_cm"),
    ({"width_mm": "-5"}, "width_mm", "more than 0", ""),
    ({"depth_mm": ""}, "depth_mm", "is empty", "Give depth_mm, depth_cm or depth_in"),
    ({"height_mm": "tall"}, "height_mm", "'tall' is not a number", "the unit is in the header"),
    ({"mass_g": ""}, "mass_g", "is empty", "Weigh the tray"),
    ({"mass_g": "0"}, "mass_g", "more than 0", ""),
    ({"pieces": "2.5"}, "pieces", "a whole number is expected", ""),
    ({"from_months": "50"}, "from_months", "rising", ""),
    ({"piece_shape": "bal"}, "piece_shape", "'bal' is not known", "Did you mean ball?"),
    ({"piece_shape": "brick", "piece_mm": "9"}, "piece_mm", "does not describe a brick", "10x20x40"),
    ({"piece_mm": "0"}, "piece_mm", "more than 0 mm", ""),
    ({"unsafe": "shrap"}, "unsafe", "'shrap' is not known", "Did you mean sharp?"),
    ({"tags": "puzle"}, "tags", "'puzle' is not known", "Did you mean puzzle?"),
    ({"soft": "fluffy"}, "soft", "'fluffy' is not known", ""),
    ({"breakable": "perhaps"}, "breakable", "'perhaps' is not known", "Write yes or no"),
]


@pytest.mark.parametrize(("cells", "column", "message", "hint"), BAD, ids=[f"{b[1]}: {b[2]}" for b in BAD])
def test_a_bad_cell_is_named_with_value_limit_and_remedy(
    cells: dict[str, str], column: str, message: str, hint: str
) -> None:
    line, problems = read_tray({**GOOD, **cells})
    assert line is None
    found = [p for p in problems if p.field == column]
    assert found, problems
    assert message in found[0].message
    assert hint in found[0].hint


def test_all_bad_cells_of_a_row_are_named_at_once() -> None:
    _, problems = read_tray({**GOOD, "area": "x", "mass_g": "y", "tags": "z"})
    assert {p.field for p in problems} == {"area", "mass_g", "tags"}


shapes: st.SearchStrategy[Shape | None] = st.one_of(
    st.none(),
    st.builds(Sphere, st.integers(1, 90)),
    st.builds(Cylinder, st.integers(1, 90), st.integers(1, 90)),
    st.builds(Box, st.integers(1, 90), st.integers(1, 90), st.integers(1, 90)),
    st.builds(lambda a, b, c: Irregular(None, Box(a, b, c), snug=True), *[st.integers(1, 90)] * 3),
)
trays = st.builds(
    tray,
    st.text("abcæøДж 'x", min_size=1, max_size=20).map(str.strip).filter(bool),
    card=st.just(card()),
    piece=shapes,
    width_mm=st.integers(60, 900).map(float),
    mass_g=st.integers(1, 9000).map(float),
    pieces=st.integers(1, 60),
    softness=st.sampled_from(list(Softness)),
    breakable=st.booleans(),
    hazards=st.sampled_from([(), ("glass",), ("sharp", "allergen:nuts")]),
    cord_mm=st.one_of(st.none(), st.integers(1, 900).map(float)),
    tags=st.sampled_from([(), ("books", "puzzle")]),
)


@given(trays)
def test_what_goes_out_comes_in_the_same(each: Tray) -> None:
    text = write_table(tray_table.WRITTEN, [tray_cells(each, [], "", [])])
    (row,) = read_table(text, tray_table.COLUMNS)
    line, problems = read_tray(row)
    assert problems == ()
    assert line is not None
    got: Any = line.tray
    names = ("name", "width_mm", "mass_g", "pieces", "piece", "softness", "breakable", "hazards", "cord_mm", "tags")
    assert {n: getattr(got, n) for n in names} == {n: getattr(each, n) for n in names}


EPISODE = {"child": "Ilse", "tray": "Pouring", "day": "2026-03-02", "began": "9:05", "ended": "9:15:30"}


def test_a_row_of_past_work_is_read_with_what_is_left_out() -> None:
    line, problems = episode_table.read_episode(EPISODE)
    assert problems == ()
    assert line is not None
    assert (line.day, line.began.hour, str(line.ended)) == (date(2026, 3, 2), 9, "09:15:30")
    assert (line.work, line.place, line.rounds, line.seen) == ("done right", "put back", 0, "all")


@pytest.mark.parametrize(
    ("cells", "column", "message"),
    [
        ({"ended": "9:05"}, "ended", "is not after began"),
        ({"day": "2 March"}, "day", "is not a date"),
        ({"began": "late"}, "began", "is not a time of day"),
        ({"work": "done rihgt"}, "work", "is not known"),
        ({"rounds": "201"}, "rounds", "expected 0 to 200"),
        ({"helped": "promptd"}, "helped", "is not known"),
        ({"child": ""}, "child", "is empty"),
    ],
)
def test_a_bad_row_of_past_work_says_what_is_wrong(cells: dict[str, str], column: str, message: str) -> None:
    line, problems = episode_table.read_episode({**EPISODE, **cells})
    assert line is None
    assert any(p.field == column and message in p.message for p in problems)


def test_the_samples_are_made_out_to_the_households_children() -> None:
    text = samples.trays_csv(["Ilse", "Tove"])
    rows = read_table(text, tray_table.COLUMNS)
    assert {row["for"] for row in rows} == {"Ilse", "Tove", "Ilse | Tove"}
    assert all(read_tray(row)[0] for row in rows)
    work = read_table(samples.episodes_csv(date(2026, 3, 16), ["Ilse", "Tove"]), episode_table.COLUMNS)
    days = sorted({row["day"] for row in work})
    assert (days[0], days[-1], len(days)) == ("2026-02-23", "2026-03-15", 18)


def test_an_only_child_gets_every_sample_tray() -> None:
    assert {row["for"] for row in read_table(samples.trays_csv(["Ilse"]), tray_table.COLUMNS)} == {"Ilse"}
    assert {row["for"] for row in read_table(samples.trays_csv(), tray_table.COLUMNS)} == {""}


@pytest.mark.parametrize("text", [samples.demo_trays_csv(), samples.trays_csv(["Ilse", "Tove"])])
def test_every_row_that_ships_is_good(text: str) -> None:
    assert [problems for _, problems in map(read_tray, read_table(text, tray_table.COLUMNS)) if problems] == []
