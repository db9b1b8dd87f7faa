"""Which copies of a household are kept: seven days, then a week apart for two months, then a month apart."""

from __future__ import annotations

from collections.abc import Iterable
from datetime import date, timedelta

DAILY, WEEKLY = 7, timedelta(days=61)
"""Common practice, no source; the numbers are ours."""


def kept(days: Iterable[date], today: date) -> frozenset[date]:
    """Of the days copies were made on, those whose copies stay: the newest of each day, week or month they stand for.

    The newest copy always stays, and so does whatever is dated after today: clocks are set wrong.
    """
    made = sorted(set(days), reverse=True)
    chosen: dict[tuple[str, int, int], date] = {}
    for day in made:
        age = (today - day).days
        if age < DAILY:
            chosen[("day", day.toordinal(), 0)] = day
        elif today - day <= WEEKLY:
            year, week, _ = day.isocalendar()
            chosen.setdefault(("week", year, week), day)
        else:
            chosen.setdefault(("month", day.year, day.month), day)
    return frozenset([*chosen.values(), *made[:1]])
