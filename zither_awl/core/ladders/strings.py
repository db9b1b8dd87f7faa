"""Families of cards as strings: every level a hole, in order, with how far it rises above the one it is tied to."""

from __future__ import annotations

from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass

from zither_awl.core.difficulty import Difficulty, rises
from zither_awl.core.trays.design import Design, Level
from zither_awl.core.values import Rung


@dataclass(frozen=True, slots=True)
class Family:
    """Cards that are steps of one ladder, simple to complex, by their keys."""

    name: str
    cards: tuple[str, ...]


@dataclass(frozen=True, slots=True)
class Hole:
    """One level on a string. `below` is the nearest level it is tied to on the same string, None where it begins anew;
    `by` the notches it rises above that, by dimension."""

    design: Design
    level: Level
    vector: Difficulty
    below: Rung | None
    by: tuple[tuple[str, int], ...]

    @property
    def rung(self) -> Rung:
        """Its card's key and its number."""
        return self.design.key, self.level.number

    @property
    def notches(self) -> int:
        """How far it rises, all dimensions together."""
        return sum(size for _, size in self.by)

    @property
    def jump(self) -> bool:
        """Whether it rises by two notches or more."""
        return self.below is not None and self.notches >= 2


@dataclass(frozen=True, slots=True)
class String:
    """A family with the household's cards of it; a card of no family has a string of its own."""

    name: str
    area: str
    holes: tuple[Hole, ...]


def strings(
    designs: Iterable[Design], families: Sequence[Family], vectors: Mapping[Rung, Difficulty]
) -> tuple[String, ...]:
    """Every level of work on its string, families first, each as its family orders it. `vectors` by rung."""
    left = {design.key: design for design in designs if design.sort == "work"}
    found = []
    for family in families:
        of = [left.pop(key) for key in family.cards if key in left]
        if of:
            found.append(String(family.name, of[0].area, _holes(of, vectors)))
    found += [String(design.name, design.area, _holes([design], vectors)) for design in left.values()]
    return tuple(found)


def _holes(of: Sequence[Design], vectors: Mapping[Rung, Difficulty]) -> tuple[Hole, ...]:
    here = {(design.key, level.number) for design in of for level in design.levels}
    found = []
    for design in of:
        for level in design.levels:
            vector = vectors[design.key, level.number]
            tied = [rung for rung in design.before(level.number) if rung in here]
            below = min(tied, key=lambda rung: (sum(rises(vectors[rung], vector).values()), rung), default=None)
            by = tuple(rises(vectors[below], vector).items()) if below else ()
            found.append(Hole(design, level, vector, below, by))
    return tuple(found)
