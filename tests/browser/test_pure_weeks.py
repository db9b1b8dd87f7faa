"""The pure files of the weeks, row by row: days without a clock, and where they lie on the string."""

from __future__ import annotations

from collections.abc import Callable
from datetime import date, timedelta
from random import Random
from typing import Any

import pytest

from tests.browser.driver import Person, built

Run = Callable[..., Any]

# Built once: on one worker.
pytestmark = pytest.mark.xdist_group("pure")


@pytest.fixture(scope="module")
def scripts(tmp_path_factory: pytest.TempPathFactory) -> str:
    """The pure files, built so that a page can run them."""
    files = {"days": "lib/days.ts", "geometry": "features/weeks/geometry.ts"}
    return "; ".join(built(f"src/{file}", name, tmp_path_factory.mktemp(name)) for name, file in files.items())


@pytest.fixture
def run(scripts: str, visit: Callable[..., Person]) -> Run:
    """Runs a line of script with arguments, in a page of its own."""
    driver = visit("about:blank").driver
    return lambda script, *arguments: driver.execute_script(f"{scripts}; return {script}", *arguments)


def test_days_are_added_and_counted_as_the_calendar_has_them(run: Run) -> None:
    """Python's dates as the judge, over leap years and every change of the clocks of four years."""
    rng = Random(5)
    asked = [(date(2026, 1, 1) + timedelta(days=n), rng.randint(-800, 800)) for n in range(0, 1461, 3)]
    pairs = [(day.isoformat(), many) for day, many in asked]
    later = run("arguments[0].map(([day, many]) => days.addDays(day, many))", pairs)
    assert later == [(day + timedelta(days=many)).isoformat() for day, many in asked]
    between = run(
        "arguments[0].map(([from, to]) => days.daysBetween(from, to))",
        [(day.isoformat(), to) for (day, _), to in zip(asked, later, strict=True)],
    )
    assert between == [many for _, many in asked]


@pytest.mark.parametrize(
    ("say", "text"),
    [
        ("days.shortDay('2026-11-09')", "9 Nov"),
        ("days.weekDay('2026-11-24')", "Tue 24 Nov"),
        ("days.daysText('2026-12-08', '2026-12-21')", "8 to 21 December"),
        ("days.daysText('2026-11-30', '2026-12-13')", "30 November to 13 December"),
        ("days.daysText('2026-12-24', '2027-01-06')", "24 December to 6 January"),
        ("days.daysText('2026-12-08', '2026-12-08')", "8 December"),
        ("days.daysText('2026-12-08', '2027-12-21')", "8 December to 21 December"),
    ],
)
def test_days_are_said_in_few_words(run: Run, say: str, text: str) -> None:
    assert run(say) == text


SCALE = {"first": "2026-11-09", "days": 84, "perDay": 9.5}


@pytest.mark.parametrize(
    ("first", "last", "left", "width"),
    [
        ("2026-11-09", "2026-11-09", 0, 9.5),
        ("2026-11-11", "2026-11-13", 19, 28.5),
        ("2026-10-01", "2026-11-10", 0, 19),
        ("2027-01-30", "2027-03-01", 82 * 9.5, 19),
        ("2027-01-31", "2027-01-31", 83 * 9.5, 9.5),
    ],
)
def test_a_bar_is_cut_to_what_is_drawn(run: Run, first: str, last: str, left: float, width: float) -> None:
    found = run("geometry.barOf(arguments[0], arguments[1], arguments[2])", SCALE, first, last)
    assert (found["left"], found["width"]) == (left, width)
    assert run("geometry.xOf(arguments[0], arguments[1])", SCALE, "2026-11-16") == 7 * 9.5


def test_no_label_covers_another_and_the_first_free_row_is_taken(run: Run) -> None:
    rng = Random(11)
    for _ in range(40):
        things = [{"x": rng.randint(0, 700), "wide": rng.randint(10, 220)} for _ in range(rng.randint(0, 14))]
        rows = run("geometry.rowsOf(arguments[0])", things)
        assert len(rows) == len(things)
        for one, row in zip(things, rows, strict=True):
            for other, its in zip(things, rows, strict=True):
                apart = one["x"] + one["wide"] <= other["x"] or other["x"] + other["wide"] <= one["x"]
                assert one is other or row != its or apart
        assert set(rows) == set(range(len(set(rows)))), "no row is left empty"
    assert run("geometry.rowsOf([])") == []
