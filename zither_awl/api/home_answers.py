"""What several views of the home's work send: a set of words, the groups of children, what is known against a food."""

from __future__ import annotations

from collections.abc import Iterable

from zither_awl.api.schemas.house import GroupOut
from zither_awl.api.schemas.lessons import LessonWordOut, WordSetOut
from zither_awl.api.schemas.table import FoodFindingOut
from zither_awl.core.food import FoodFinding
from zither_awl.core.values import WordSet
from zither_awl.services.house import House


def word_set_out(house: House, words: WordSet, language: str) -> WordSetOut:
    """A set, each word with the label of a language first."""
    pictures = house.lessons.word_photos
    return WordSetOut(
        key=words.key,
        name=words.name,
        kind=words.kind,
        in_pairs=words.in_pairs,
        own=words.own,
        apart=[list(pair) for pair in words.apart],
        turns=list(words.turns),
        words=[
            LessonWordOut(key=w.key, labels=dict(w.labels_for(language)), by=w.by, photo=(words.key, w.key) in pictures)
            for w in words.words
        ],
    )


def groups_out(house: House) -> list[GroupOut]:
    """The groups of a house."""
    return [
        GroupOut(id=g.id, name=g.name, children=sorted(g.children), adults=sorted(g.adults))
        for g in house.people.groups
    ]


def found_out(found: Iterable[FoodFinding]) -> list[FoodFindingOut]:
    """What is known against a food."""
    return [
        FoodFindingOut(child_id=f.child.id, child=f.child.name, severity=f.severity, text=f.text, source=f.source)
        for f in found
    ]
