"""How the core says numbers and names, so that every reason reads alike."""

from __future__ import annotations

import re
from collections.abc import Collection, Iterable
from datetime import date


def listed(names: Iterable[str]) -> str:
    """Names as people list them: "Wren, Tove and Anselm"."""
    each = list(names)
    return each[0] if len(each) == 1 else ", ".join(each[:-1]) + f" and {each[-1]}" if each else ""


def mass_text(mass_g: float) -> str:
    """A mass in grams, or in kilograms from 1 kg."""
    return f"{mass_g / 1000:.1f} kg" if mass_g >= 1000 else f"{mass_g:.0f} g"


def day_text(day: date) -> str:
    """A day as people write it: "4 November 2026"."""
    return f"{day.day} {day:%B} {day.year}"


def counted(number: int, one: str, many: str = "") -> str:
    """A number with its noun: "1 morning", "2 mornings"."""
    return f"{number} {one if number == 1 else many or one + 's'}"


CONTROL = re.compile(r"[\x00-\x08\x0b\x0c\x0e-\x1f]")
"""Signs that no file and no paper could carry."""


def sentence(text: str) -> str:
    """A text with its first letter large and a full stop at its end."""
    return text[:1].upper() + text[1:] + ("" if text.endswith(".") else ".")


def own_key(name: str, taken: Collection[str]) -> str:
    """A short key made of a name, unlike those that are taken: "bread-rolls", "bread-rolls-2"."""
    stem = re.sub(r"[^a-z0-9]+", "-", name.lower()).strip("-")[:30] or "own"
    key, n = stem, 2
    while key in taken:
        key, n = f"{stem}-{n}", n + 1
    return key
