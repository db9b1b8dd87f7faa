"""What is said of how a household is kept: copies, room, certificate."""

from __future__ import annotations

from dataclasses import replace
from datetime import date, timedelta
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from zither_awl.core.keeping import LEAST_MB, OLD_DAYS, OLD_SECOND_DAYS, SOON_DAYS, Kept, Second, told

TODAY = date(2026, 3, 16)
WELL = Kept(TODAY, (), 8.0, 40_000.0, 200)


@pytest.mark.parametrize(
    ("change", "keys"),
    [
        ({}, ["copy", "room", "certificate"]),
        ({"newest": TODAY - timedelta(days=OLD_DAYS)}, ["copy", "room", "certificate"]),
        ({"newest": TODAY - timedelta(days=OLD_DAYS + 1)}, ["old_copy", "room", "certificate"]),
        ({"newest": TODAY + timedelta(days=1)}, ["copy", "room", "certificate"]),
        ({"newest": None}, ["no_copy", "room", "certificate"]),
        ({"damaged": ("daily-2026-03-16.db",)}, ["damaged_copy", "copy", "room", "certificate"]),
        ({"free_mb": LEAST_MB}, ["copy", "room", "certificate"]),
        ({"free_mb": LEAST_MB - 0.1}, ["little_room", "copy", "certificate"]),
        ({"file_mb": 1000.0, "free_mb": 2999.0}, ["little_room", "copy", "certificate"]),
        ({"certificate_days": SOON_DAYS}, ["copy", "room", "certificate"]),
        ({"certificate_days": SOON_DAYS - 1}, ["certificate_soon", "copy", "room"]),
        ({"certificate_days": -1}, ["certificate_soon", "copy", "room"]),
        ({"certificate_days": None}, ["copy", "room"]),
    ],
)
def test_what_is_told_at_its_limits(change: dict[str, Any], keys: list[str]) -> None:
    lines = told(replace(WELL, **change), TODAY)
    assert [line.key for line in lines if line.key != "no_second"] == keys


@pytest.mark.parametrize(
    ("second", "key", "says"),
    [
        (Second(True, TODAY, False), "second", "and opens"),
        (Second(True, TODAY - timedelta(days=OLD_SECOND_DAYS), True), "second", "sealed, and unchanged since"),
        (Second(False, TODAY - timedelta(days=OLD_SECOND_DAYS), False), "second", "2 March 2026"),
        (Second(True, TODAY - timedelta(days=OLD_SECOND_DAYS + 1), False), "second_old", "Copy now"),
        (Second(True, None, False), "second_old", "No whole copy"),
        (Second(False, None, False), "second_away", "Plug it in"),
        (Second(False, TODAY - timedelta(days=OLD_SECOND_DAYS + 1), True), "second_away", "1 March 2026"),
    ],
)
def test_what_is_told_of_the_second_folder(second: Second, key: str, says: str) -> None:
    (line,) = [line for line in told(replace(WELL, second=second), TODAY) if line.key.startswith("second")]
    assert (line.key, says in line.text) == (key, True)


def test_what_is_wrong_is_named_and_what_to_do_said() -> None:
    lines = told(Kept(None, ("daily-2026-03-01.db",), 8.0, 100.0, -1), TODAY)
    assert [line.severity for line in lines] == ["must", "should", "should", "should", "note"]
    assert "daily-2026-03-01.db" in lines[0].text
    assert all(word in " ".join(line.text for line in lines) for word in ("backup", "Make room", "has ended", "--home"))


@given(
    st.none() | st.dates(date(2020, 1, 1), date(2030, 1, 1)),
    st.floats(0, 1e5),
    st.floats(0, 1e7),
    st.none() | st.integers(-500, 500),
)
def test_one_line_for_each_thing_the_most_urgent_first(
    newest: date | None, file_mb: float, free_mb: float, days: int | None
) -> None:
    lines = told(Kept(newest, (), file_mb, free_mb, days), TODAY)
    order = [("must", "should", "note").index(line.severity) for line in lines]
    assert order == sorted(order)
    assert len(lines) == (3 if days is None else 4)
