"""How the core says numbers and names, so that every reason reads alike."""

from __future__ import annotations

import re
from collections.abc import Collection, Iterable
from datetime import date

from zither_awl.core.saying import capital, decimal, say, together


def listed(names: Iterable[str]) -> str:
    """Names as people list them: "Wren, Tove and Anselm"."""
    each = list(names)
    if len(each) < 2:
        return each[0] if each else ""
    return say("{names} and {last}", names=together(each[:-1], ", "), last=each[-1])


def mass_text(mass_g: float) -> str:
    """A mass in grams, or in kilograms from 1 kg."""
    return say("{kilos} kg", kilos=decimal(mass_g / 1000, 1)) if mass_g >= 1000 else f"{mass_g:.0f} g"


MONTHS = tuple(
    map(
        say,
        (
            "January",
            "February",
            "March",
            "April",
            "May",
            "June",
            "July",
            "August",
            "September",
            "October",
            "November",
            "December",
        ),
    )
)
WEEKDAYS = tuple(map(say, ("Monday", "Tuesday", "Wednesday", "Thursday", "Friday", "Saturday", "Sunday")))


def day_text(day: date) -> str:
    """A day as people write it: "4 November 2026"."""
    return say("{day} {month} {year}", day=day.day, month=month_text(day), year=str(day.year))


def short_day_text(day: date) -> str:
    """A day of this year: "4 November"."""
    return say("{day} {month}", day=day.day, month=month_text(day))


def month_of_year_text(day: date) -> str:
    """A month with its year: "November 2026"."""
    return say("{month} {year}", month=month_text(day), year=str(day.year))


def month_text(day: date) -> str:
    """The month of a day: "November"."""
    return MONTHS[day.month - 1]


def weekday_text(day: date) -> str:
    """The day of the week: "Wednesday"."""
    return WEEKDAYS[day.weekday()]


CONTROL = re.compile(r"[\x00-\x08\x0b\x0c\x0e-\x1f]")
"""Signs that no file and no paper could carry."""


def sentence(text: str) -> str:
    """A text with its first letter large and a full stop at its end."""
    return capital(text if text.endswith(".") else say("{text}.", text=text))


def own_key(name: str, taken: Collection[str]) -> str:
    """A short key made of a name, unlike those that are taken: "bread-rolls", "bread-rolls-2"."""
    stem = re.sub(r"[^a-z0-9]+", "-", name.lower()).strip("-")[:30] or "own"
    key, n = stem, 2
    while key in taken:
        key, n = f"{stem}-{n}", n + 1
    return key


def share_text(share: float) -> str:
    """A share in percent: "40%"."""
    return say("{percent}%", percent=f"{share * 100:.0f}")
