"""The family's days. An instant becomes a day here and nowhere else, always by a zone that is said."""

from __future__ import annotations

from datetime import date, datetime, tzinfo

UNSAID = date.min
"""Stands for a day nobody said: a value takes the day its instant is written in."""


def local_day(at: datetime, zone: tzinfo) -> date:
    """The day of an instant by the clocks of a zone."""
    return at.astimezone(zone).date()


def written_day(at: datetime) -> date:
    """The day of an instant as it is written, in whatever zone it carries."""
    return at.date()
