"""Which copies of a household are kept: seven days, then a week apart for two months, then a month apart."""

from __future__ import annotations

from collections.abc import Collection, Iterable
from datetime import date, timedelta

DAILY, WEEKLY = 7, timedelta(days=61)
"""Common practice, no source; the numbers are ours."""


def outlived(day: date, today: date, removed: Iterable[date]) -> bool:
    """Whether a copy of a day still holds somebody who was deleted for good longer ago than copies may."""
    return any(day <= gone and today - gone > WEEKLY for gone in removed)


def kept(days: Iterable[date], today: date, removed: Collection[date] = ()) -> frozenset[date]:
    """Of the days copies were made on, those whose copies stay: the newest of each day, week or month they stand for.

    `removed` are the days somebody was deleted for good: copies from before go two months after it. The newest copy
    of the rest always stays, and so does whatever is dated after today: clocks are set wrong.
    """
    made = sorted((day for day in set(days) if not outlived(day, today, removed)), reverse=True)
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
