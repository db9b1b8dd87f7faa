"""Which of the words of a line names the thing, and which only describe it or tell what it shows."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import replace

from zither_awl.core.things.kinds import KINDS
from zither_awl.core.things.lexicon import Match, alike, matches, tokens
from zither_awl.core.things.subjects import COLOURS, HARMLESS, MATERIALS, SIZES, STATES, SUBJECTS, listed

SPANISH = ("de", "del", "con", "para", "sin", "el", "la", "los", "las", "y")
"""A line with one of these is read as Spanish, where it can be."""

PLAYED = listed(
    "toy, play, pretend, felt, knitted, crocheted, wooden, plastic, wood, toys, juguete, madera, plastico, fieltro"
)
"""What makes a picture or a copy of food, an animal or a vehicle out of its name."""

BESIDE = (
    frozenset(
        part
        for table in (COLOURS, MATERIALS, STATES)
        for spoken in table.values()
        for word in spoken
        for part in tokens(word)
    )
    | frozenset(part for _, spoken in SIZES.values() for word in spoken for part in tokens(word))
    | frozenset(HARMLESS)
)

SUBSTANCES = frozenset(part for spoken in MATERIALS.values() for word in spoken for part in tokens(word))

DESCRIBES = SUBSTANCES | {part for spoken in COLOURS.values() for word in spoken for part in tokens(word)}

BESIDE_NOUNS = (
    "colour",
    "color",
    "piece",
    "box",
    "pack",
    "set",
    "bag",
    "kit",
    "pod",
    "root",
    "stem",
    "branch",
    "cutting",
    "sprig",
    "mix",
    "mixture",
    "selection",
    "size",
    *(word for spoken in SUBJECTS.values() for word in spoken),
)


def kind_meant(words: tuple[str, ...]) -> tuple[Match | None, bool]:
    """The word that says the kind, and whether it is sure: in English the last one, in Spanish the first."""
    found = matches(words)
    if not found:
        return None, False
    spanish = [m for m in found if m.language == "es"]
    english = [m for m in found if m.language == "en"]
    if spanish and (
        not english
        or any(word in SPANISH for word in words)
        or (min(m.start for m in spanish) == 0 and not any(m.end == len(words) for m in english))
    ):
        first = min(spanish, key=lambda m: (m.start, -m.length, not m.exact))
        longest = max((m for m in spanish if m.start <= first.start), key=lambda m: (m.length, m.exact))
        return longest, only_describe(words[: longest.start])
    best = _shown_on(max(english or found, key=lambda m: (m.end, m.length, m.exact)), english, words)
    after = words[best.end :]
    if _subjects(after) & set(best.kind.bears):
        return best, True
    turned = (*after, *words[: best.end])
    longer = [m for m in matches(turned) if m.end == len(turned) and m.length > best.length]
    if after and longer and only_describe(after):
        # "tea lights LED" are LED tea lights.
        best = replace(longer[0], start=best.start, end=best.end)
    return _played(best, words), only_describe(after)


def _shown_on(last: Match, found: Iterable[Match], words: tuple[str, ...]) -> Match:
    """What a line is about that ends with what a thing shows: "picture cards animals" are cards."""
    shown = _subjects(words[last.start :])
    bearing = [m for m in found if m.end <= last.start and shown & set(m.kind.bears)]
    return max(bearing, key=lambda m: (m.end, m.length), default=last)


def _subjects(words: tuple[str, ...]) -> set[str]:
    """What all of these words together show; empty where one of them shows nothing."""
    shown = [{key for key, spoken in SUBJECTS.items() if any(alike(word, each) for each in spoken)} for word in words]
    return set[str]().union(*shown) if all(shown) else set()


def _played(best: Match, words: tuple[str, ...]) -> Match:
    """A wooden cow is a model, felt fruit is play food: copies of what is alive or eaten."""
    if not any(word in PLAYED for word in words[: best.start]):
        return best
    if "animal" in best.kind.defaults.get("dangers", ()):
        return replace(best, kind=KINDS["model"])
    if {"food", "fruit", "vegetable"} & set(best.kind.can) or "raw" in best.kind.defaults.get("dangers", ()):
        return replace(best, kind=KINDS["play food"])
    return best


def only_describe(words: Iterable[str]) -> bool:
    """Whether all of these words are known to say nothing about the kind."""
    return all(
        word in BESIDE or any(alike(word, each) for each in BESIDE_NOUNS) or any(map(str.isdigit, word))
        for word in words
    )
