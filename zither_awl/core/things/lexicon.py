"""The words for kinds of things, English and Spanish, found in what somebody typed: plurals, hyphens, accents aside."""

from __future__ import annotations

import re
import unicodedata
from collections import defaultdict
from dataclasses import dataclass
from difflib import SequenceMatcher
from functools import lru_cache
from typing import Literal

from zither_awl.core.things.kinds import KINDS, Kind

_CELLS = re.compile(r"\b(?:[cb]r|[ls]r|ag)\s?\d{1,4}\b")
"""How button cells are marked (IEC 60086, from memory)."""
Language = Literal["en", "es"]


def plain(text: str) -> str:
    """A text in small letters without accents and apostrophes, its hyphens as spaces."""
    low = unicodedata.normalize("NFD", text.lower())
    bare = "".join(sign for sign in low if not unicodedata.combining(sign))
    return re.sub(r"['’`]", "", bare).replace("-", " ").replace("_", " ")


def tokens(text: str) -> tuple[str, ...]:
    """The words of a text, as `plain` has them."""
    return tuple(re.findall(r"[a-z0-9]+", _CELLS.sub("button cell", plain(text))))


@lru_cache(maxsize=16384)
def forms(word: str) -> tuple[str, ...]:
    """A word and what it may be the plural of, the surest first; both languages."""
    found = [word]
    if len(word) > 3 and word.endswith("ies"):
        found += [word[:-3] + "y", word[:-1]]
    elif len(word) > 4 and word.endswith("ves"):
        found += [word[:-1], word[:-3] + "f", word[:-3] + "fe"]
    elif len(word) > 4 and word.endswith("ces"):
        found += [word[:-1], word[:-3] + "z"]
    elif len(word) > 2 and word.endswith("s") and not word.endswith(("ss", "us")):
        found.append(word[:-1])
    if len(word) > 4 and word.endswith("es") and word[-3] in "sxzhlnrdjo":
        found.append(word[:-2])
    return tuple(dict.fromkeys([*found, *_whole(word)]))


_DIMINUTIVE = re.compile(r"(\w{3,})it([oa])s?")
_SOFTENED = (
    ("ec", "e", False),
    ("nc", "n", False),
    ("rc", "r", False),
    ("c", "z", True),
    ("qu", "c", True),
    ("gu", "g", True),
)
"""How a Spanish stem is spelt before -ito, how it is without, and whether the word's own last letter follows."""


def _whole(word: str) -> tuple[str, ...]:
    """What a Spanish diminutive is the little one of: vasito, jarrita, cochecito, tacita, muñequito."""
    small = _DIMINUTIVE.fullmatch(word)
    if small is None:
        return ()
    stem, last = small.groups()
    for end, plain_end, goes_on in _SOFTENED:
        if stem.endswith(end) and len(stem) > len(end) + 1:
            return (stem.removesuffix(end) + plain_end + (last if goes_on else ""),)
    return (stem + last,)


def alike(one: str, other: str) -> bool:
    """Whether two words are one word in one number or the other."""
    return one == other or other in forms(one) or one in forms(other)


@dataclass(frozen=True, slots=True)
class Match:
    """A kind's word found at words `start` to `end` of a text."""

    kind: Kind
    start: int
    end: int
    language: Language
    exact: bool

    @property
    def length(self) -> int:
        """How many words it takes."""
        return self.end - self.start


Entry = tuple[tuple[str, ...], Kind, Language]


def _entries() -> dict[str, list[Entry]]:
    index: defaultdict[str, list[Entry]] = defaultdict(list)
    for kind in KINDS.values():
        spoken: list[tuple[str, Language]] = [*((word, "en") for word in kind.called)]
        spoken += [(word, "es") for word in kind.es]
        for word, language in spoken:
            parts = tokens(word)
            for form in forms(parts[0]):
                index[form].append((parts, kind, language))
    return dict(index)


INDEX = _entries()


def matches(words: tuple[str, ...]) -> tuple[Match, ...]:
    """Every word of a kind that stands in a text, wherever; the longest at each place first, English before Spanish."""
    found = []
    for start, word in enumerate(words):
        here = {id(entry): entry for form in forms(word) for entry in INDEX.get(form, ())}
        for parts, kind, language in here.values():
            end = start + len(parts)
            if end <= len(words) and all(map(alike, words[start:end], parts)):
                exact = words[start:end] == parts
                found.append(Match(kind, start, end, language, exact))
    return tuple(sorted(found, key=lambda m: (m.start, -m.length, not m.exact, m.language)))


def kind_named(name: str) -> Kind | None:
    """The kind whose word a whole name is, in either number."""
    words = tokens(name)
    return next((m.kind for m in matches(words) if m.length == len(words)), None)


def likely_kinds(name: str, most: int = 3) -> tuple[str, ...]:
    """The kinds whose words are written most like a name, the likeliest first: for asking, never for assuming. Where
    too few are like it at all, the plainest things there are take the place of what only looks a little like it."""
    told = tokens(name) or ("",)
    # "Of" is in many names and says nothing.
    said = tuple(word for word in told if len(word) > 2) or told
    how = {kind.name: _nearness(said, kind) for kind in KINDS.values()}
    near = sorted((kind for kind, like in how.items() if like >= LIKE), key=lambda kind: (-how[kind], kind))
    return tuple(dict.fromkeys((*near[:most], *PLAINEST)))[:most]


LIKE = 0.6
"""From this likeness of letters on a word is offered as one mistyped (ours, no source)."""
PLAINEST = ("thing", "box", "cloth")
PART = 0.9
"""A word that is only part of a name, or is not the last one typed, counts this much (ours)."""


def _nearness(said: tuple[str, ...], kind: Kind) -> float:
    return max(
        _ratio(one, other) * weight * (1.0 if one == said[-1] else PART)
        for one in said
        for other, weight in _known_words(kind.name)
    )


@lru_cache(maxsize=1024)
def _known_words(kind: str) -> frozenset[tuple[str, float]]:
    each = KINDS[kind]
    spoken = [tokens(word) for word in (*each.called, *each.es)]
    return frozenset((part, 1.0 if len(word) == 1 else PART) for word in spoken for part in word)


@lru_cache(maxsize=65536)
def _ratio(one: str, other: str) -> float:
    match = SequenceMatcher(None, one, other)
    return match.ratio() if match.real_quick_ratio() > 0.5 else 0.0
