"""Ages: completed months against dateutil, corrected ages by worked cases."""

from __future__ import annotations

from datetime import date, timedelta
from typing import Any

import pytest
from dateutil.relativedelta import relativedelta
from hypothesis import given
from hypothesis import strategies as st

from tests.builders import worked_cases
from zither_awl.core.ages import age_text, completed_months, corrected_months, due_date
from zither_awl.core.errors import AgeError, InvalidValue
from zither_awl.languages import language_of

days = st.dates(date(2015, 1, 1), date(2035, 12, 31))


@pytest.mark.parametrize(("given_", "expected"), worked_cases("g.age_months"))
def test_completed_months_of_the_worked_cases(given_: dict[str, str], expected: dict[str, int]) -> None:
    months = completed_months(date.fromisoformat(given_["birth"]), date.fromisoformat(given_["on"]))
    assert months == expected["months"]


@given(days, st.integers(0, 3650))
def test_completed_months_agree_with_dateutil(born: date, later: int) -> None:
    """Source: python-dateutil's relativedelta."""
    on = born + timedelta(days=later)
    between = relativedelta(on, born)
    assert completed_months(born, on) == between.years * 12 + between.months


@given(days, st.integers(0, 3650))
def test_a_day_later_nobody_is_younger(born: date, later: int) -> None:
    on = born + timedelta(days=later)
    assert completed_months(born, on) <= completed_months(born, on + timedelta(days=1))


def test_a_date_before_the_birth_has_no_age() -> None:
    with pytest.raises(AgeError, match="before the birth") as caught:
        completed_months(date(2026, 3, 2), date(2026, 3, 1))
    assert isinstance(caught.value, InvalidValue)


@pytest.mark.parametrize(("given_", "expected"), worked_cases("g.corrected_age"))
def test_corrected_months_of_the_worked_cases(given_: dict[str, str], expected: dict[str, Any]) -> None:
    """Source: AAP 2004 policy on age terminology (from memory); months by the completed-month rule."""
    born, due, on = (date.fromisoformat(given_[k]) for k in ("birth", "due", "on"))
    weeks = 40 - (due - born).days // 7
    months = corrected_months(born, weeks, on)
    if expected["applies"]:
        assert due_date(born, weeks) == due
        assert months == max(0, expected["months"])
    else:
        assert months == completed_months(born, on)


@pytest.mark.parametrize("weeks", [None, 37, 40, 42])
def test_a_child_born_at_term_is_not_corrected(weeks: int | None) -> None:
    born, on = date(2025, 6, 10), date(2026, 3, 16)
    assert corrected_months(born, weeks, on) == completed_months(born, on)


def test_the_correction_ends_at_two_years_and_the_age_jumps() -> None:
    born = date(2024, 1, 1)
    due = due_date(born, 32)
    last_day = due.replace(year=due.year + 2) - timedelta(days=1)
    assert corrected_months(born, 32, last_day) == 23
    assert corrected_months(born, 32, last_day + timedelta(days=1)) == 25


def test_before_the_due_date_the_corrected_age_is_nothing() -> None:
    assert corrected_months(date(2026, 1, 1), 30, date(2026, 2, 15)) == 0


@pytest.mark.parametrize(
    ("born", "said", "spanish"),
    [
        (date(2026, 1, 26), "7 weeks", "7 semanas"),
        (date(2025, 2, 10), "13 m", "13 meses"),
        (date(2023, 8, 10), "2 y 7 m", "2 años 7 meses"),
        (date(2022, 3, 16), "4 y", "4 años"),
    ],
)
def test_an_age_is_said_as_people_say_it(born: date, said: str, spanish: str) -> None:
    on = date(2026, 3, 16)
    assert age_text(born, on) == said
    assert language_of("es").tell(age_text(born, on)) == spanish
