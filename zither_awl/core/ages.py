"""Ages in completed months, corrected for an early birth, and their wording."""

from __future__ import annotations

import calendar
from datetime import date, timedelta

from zither_awl.core.errors import AgeError, FieldProblem
from zither_awl.core.saying import say

TERM_WEEKS = 40
EARLY_WEEKS = 37
"""Born before this is early. AAP 2004, Age terminology during the perinatal period (from memory)."""
CORRECT_UNTIL_MONTHS = 24
"""Correction ends at this corrected age: common practice; the AAP policy of 2004 says three years."""


def completed_months(born: date, on: date) -> int:
    """Whole months lived on a day. A month ends on the birth day, or on the month's last day if it is shorter.

    Raises: AgeError if `on` is before `born`.
    """
    if on < born:
        raise AgeError(
            FieldProblem("on", say("{on} is before the birth on {born}.", on=on.isoformat(), born=born.isoformat()))
        )
    whole = (on.year - born.year) * 12 + on.month - born.month
    last_day = calendar.monthrange(on.year, on.month)[1]
    return whole - (on.day < min(born.day, last_day))


def due_date(born: date, gestation_weeks: int) -> date:
    """The day a birth at so many weeks would have been at term (40 weeks)."""
    return born + timedelta(weeks=TERM_WEEKS - gestation_weeks)


def corrected_months(born: date, gestation_weeks: int | None, on: date) -> int:
    """Completed months from the due date for a child born before 37 weeks, until 24; else from the birth.

    Before the due date the corrected age is 0. It jumps when the correction ends.
    """
    chronological = completed_months(born, on)
    since = _counted_from(born, gestation_weeks, on)
    return chronological if since == born else completed_months(since, on) if on >= since else 0


def exact_months(born: date, gestation_weeks: int | None, on: date) -> float:
    """The corrected age with the part of the month that has run, by days: what grows evenly within a month."""
    whole = corrected_months(born, gestation_weeks, on)
    since = _counted_from(born, gestation_weeks, on)
    if on < since:
        return 0.0
    began, ends = _month_on(since, whole), _month_on(since, whole + 1)
    return whole + (on - began).days / (ends - began).days


def _counted_from(born: date, gestation_weeks: int | None, on: date) -> date:
    """The day an age is counted from: the due date of a child born early while its corrected age is under 24 months."""
    if gestation_weeks is None or gestation_weeks >= EARLY_WEEKS:
        return born
    due = due_date(born, gestation_weeks)
    return due if on < due or completed_months(due, on) < CORRECT_UNTIL_MONTHS else born


def _month_on(born: date, months: int) -> date:
    """The day so many months are completed."""
    year, month = divmod(born.year * 12 + born.month - 1 + months, 12)
    return date(year, month + 1, min(born.day, calendar.monthrange(year, month + 1)[1]))


def age_text(born: date, on: date) -> str:
    """An age as people say it: "7 weeks", "13 m", "2 y 7 m"."""
    months = completed_months(born, on)
    if months < 3:
        return say("{n, plural, one {# week} other {# weeks}}", n=(on - born).days // 7)
    if months < 24:
        return say("{months} m", months=months)
    years, rest = divmod(months, 12)
    return say("{years} y {rest} m", years=years, rest=rest) if rest else say("{years} y", years=years)
