"""Measures in a sentence, in the household's units: a house of inches reads inches, ounces and pounds, fluid ounces.

The core reckons in mm, g and ml and says so; what is shown to a house of inches is put into its units at the edge.
An inch is 25.4 mm, a pound 453.6 g, a fluid ounce 29.57 ml (from memory, see core.things.amounts).
"""

from __future__ import annotations

import re
from collections.abc import Callable

from zither_awl.core.saying import say
from zither_awl.core.things.amounts import LINEAR, MASS, VOLUME

_NUMBER = r"\d+(?:[.,]\d+)?"
_SIZES = re.compile(rf"(?<![\w.])({_NUMBER}(?:\s?[×x]\s?{_NUMBER})*) (mm|cm|m)\b(?!/)")
_MASS = re.compile(rf"(?<![\w.])({_NUMBER}) (kg|g)\b(?!/)")
_VOLUME = re.compile(rf"(?<![\w.])({_NUMBER}) (ml|l)\b")
_FORCE = re.compile(rf"(?<![\w.])({_NUMBER}) N\b")
_POUND_FORCE_N = 4.448


def _read(number: str) -> float:
    return float(number.replace(",", "."))


def _short(value: float) -> str:
    """At most one decimal; two below one."""
    return f"{value:.2f}".rstrip("0").rstrip(".") if value < 1 else f"{value:.1f}".removesuffix(".0")


def _sizes(found: re.Match[str]) -> str:
    each = LINEAR[found[2]] / LINEAR["in"]
    return re.sub(_NUMBER, lambda n: _short(_read(n[0]) * each), found[1]) + " in"


def _mass(found: re.Match[str]) -> str:
    grams = _read(found[1]) * MASS[found[2]]
    return (
        say("{short} lb", short=_short(grams / MASS["lb"]))
        if grams >= MASS["lb"]
        else say("{short} oz", short=_short(grams / MASS["oz"]))
    )


def _volume(found: re.Match[str]) -> str:
    return say("{short} fl oz", short=_short(_read(found[1]) * VOLUME[found[2]] / VOLUME["floz"]))


def _force(found: re.Match[str]) -> str:
    return say("{short} lbf", short=_short(_read(found[1]) / _POUND_FORCE_N))


RULES: tuple[tuple[re.Pattern[str], Callable[[re.Match[str]], str]], ...] = (
    (_SIZES, _sizes),
    (_MASS, _mass),
    (_VOLUME, _volume),
    (_FORCE, _force),
)


def in_inches(text: str, point: str = ".") -> str:
    """A sentence with its metric measures put into inches, ounces, pounds and fluid ounces. `point`: how its language
    marks decimals."""
    for pattern, put in RULES:
        text = pattern.sub(lambda found, put=put: put(found).replace(".", point), text)  # type: ignore[misc]
    return text
