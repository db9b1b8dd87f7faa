"""The languages the program speaks: one folder a language, each of its files a table from English to that language.

`messages.json` is what the program says, `page.json` what stands on its pages, `cards.json` the words of the catalogue,
`words.json` what its keys are called: areas, states, kinds of things.
English needs no folder: it is what the messages are written in. docs/languages.md tells how one more is added.
"""

from __future__ import annotations

import json
import re
from collections.abc import Iterable, Mapping
from contextvars import ContextVar
from functools import cache
from importlib.resources import files
from typing import Any

from zither_awl.core.saying import ENGLISH, Language, decimal

CODES = (ENGLISH, "es", "es-419")
"""Every language, English first."""
REGIONS = {"es-419": "es"}
"""A language as it is spoken in a region, and the one it is like but for some words: its tables hold only those."""
NAMES = {ENGLISH: "English", "es": "Español", "es-419": "Español de América"}
"""What each calls itself."""
PSEUDO = "en-XA"
"""No language: every message in brackets and with accents, to find what was never said by a message."""
PARTS = ("messages", "cards")
"""The files the program itself speaks by; page.json is the page's."""
reading: ContextVar[str] = ContextVar("reading", default=ENGLISH)
"""The language of whoever reads what is being answered now."""


@cache
def language_of(code: str) -> Language:
    """A language with all its messages. Raises: KeyError for one there is none of."""
    if code == ENGLISH:
        return Language(ENGLISH, {}, {})
    if code == PSEUDO:
        return Language(ENGLISH, {}, {key: f"⟦{key}⟧" for key in table(CODES[1], "words")}, _stretched)
    if code not in CODES:
        raise KeyError(code)
    return Language(
        code,
        {english: own for part in PARTS for english, own in table(code, part).items() if own},
        table(code, "words"),
    )


@cache
def table(code: str, part: str) -> Mapping[str, str]:
    """One file of a language: English to its own."""
    file = files(__name__).joinpath(code, f"{part}.json")
    read: dict[str, str] = json.loads(file.read_text("utf-8")) if file.is_file() else {}
    return {**table(REGIONS[code], part), **read} if code in REGIONS else read


def told(value: Any) -> Any:
    """A text, or the texts in a list or table, for whoever reads now."""
    code = reading.get()
    return value if code == ENGLISH else language_of(code).told(value)


def language_read() -> str:
    """The code of the language that is read now, as a page or a paper names it."""
    return language_of(reading.get()).code


def point_read() -> str:
    """How the language that is read now marks decimals."""
    return str(told(decimal(0.5, 1)))[1]


def best_of(wished: Iterable[str]) -> str:
    """The first wished language that is spoken here, else English. "es-MX" is Spanish as in the Americas."""
    for wish in wished:
        if wish == PSEUDO:
            return PSEUDO
        code, *more = re.split("[-_.]", wish.strip().lower())
        if code in CODES:
            elsewhere = bool(more) and re.fullmatch("[a-z]{2}|419", more[0]) is not None and more[0] != code
            return next((region for region, like in REGIONS.items() if elsewhere and like == code), code)
    return ENGLISH


_ACCENTS = str.maketrans("aeiouncyAEIOUNCY", "áéíóúñçýÁÉÍÓÚÑÇÝ")
_PLACES = re.compile(r"(\{[^{}]*\}|\{\w+, (?:plural|select),|\b(?:one|other|=\d+) \{|[{}])")


def _stretched(english: str) -> str:
    """An English message as it would look in a longer language: accents, a third longer, in brackets."""
    parts = _PLACES.split(english)
    words = "".join(part if _PLACES.fullmatch(part) else part.translate(_ACCENTS) for part in parts)
    longer = ("~" * (len(english) // 3)).replace("~" * 7, "~" * 7 + " ")
    return words if "plural," in english or "select," in english else f"⟦{words}{longer}⟧"
