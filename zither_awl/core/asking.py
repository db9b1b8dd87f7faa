"""What a child knows before it was ever watched: asked of an adult in a few questions, each the one that tells most.

What a child may know is a downward closed set of levels: nothing without what comes before it (knowledge spaces,
Doignon and Falmagne 1985, 1999, from memory). How likely each such set is: a child has a pace, and in each area a lead
or a lag, both in months (drawn LATENT times); given those, each level is known with the chance of a normal curve
around its usual age, but only where all before it are. Levels that are not tied to each other are then independent, so
that each group of tied ones is drawn by itself (DRAWN sets, as bits of an integer). An answer is right but for a slip
(BLIM, Falmagne and Doignon 1988, from memory). The numbers are ours, no source; bench/asking.py says how they do.
"""

from __future__ import annotations

from collections import defaultdict
from collections.abc import Iterable, Iterator, Mapping, Sequence
from dataclasses import dataclass, replace
from math import erf, sqrt
from operator import mul
from random import Random
from typing import TypeVar

from zither_awl.core.values import Rung, SaidAnswer

MOST_QUESTIONS = 12
SETTLED, LEAST_KNOWN, WRONGLY = 0.9, 0.7, 0.04
"""A level is settled at the first chance either way. It may be called known from the second on, and of all that are
called known at most the third share is not: the bar is 1 in 20."""
SLIP = 0.05
LATENT, DRAWN = 240, 64
PACE_MONTHS, AREA_MONTHS, OWN_MONTHS = 3.5, 4.0, 3.5
HELP_MONTHS = 3.0
"""So long before a child does it alone it does it with help."""
NEAR_HALF, COMPARED, TIED = 0.2, 24, 0.1
"""Questions whose chance is this near a half halve as well as any; of them the one that tells most of others."""
LATE_SHARE, LATE_MONTHS = 0.4, 8.0
"""A level is usually known so far into its window, and at most so many months after it opens."""
T = TypeVar("T")


@dataclass(frozen=True, slots=True)
class Askable:
    """A level that may be known: in which area, at which age (months) half of children know it, what comes before it
    (among the levels asked of), and whether a household without any material could have seen it."""

    rung: Rung
    area: str
    usual_months: float
    before: tuple[Rung, ...] = ()
    plain: bool = True


def usual_months(from_months: int, to_months: int) -> float:
    """The age at which half of children know a level whose window this is."""
    return from_months + min(LATE_SHARE * (to_months - from_months), LATE_MONTHS)


@dataclass(frozen=True, slots=True)
class _Group:
    """Levels tied to each other: of each latent draw the sets drawn, a level's as the bits of an integer."""

    rungs: tuple[Rung, ...]
    drawn: tuple[tuple[int, ...], ...]
    """By latent draw, by level: in which sets it is known."""
    nearly: tuple[tuple[int, ...], ...]
    """The same: in which it is known, or done with help."""
    answers: tuple[tuple[int, SaidAnswer], ...] = ()

    def weights(self, latent: int) -> tuple[float, list[float]]:
        """How likely the answers are under a latent draw, and how likely each level is known."""
        masks = self.drawn[latent]
        if not self.answers:
            return 1.0, [mask.bit_count() / DRAWN for mask in masks]
        classes = {0: (1 << DRAWN) - 1}
        for at, answer in self.answers:
            agrees = _agrees(answer, masks[at], self.nearly[latent][at])
            split: dict[int, int] = defaultdict(int)
            for wrong, those in classes.items():
                split[wrong] |= those & agrees
                split[wrong + 1] |= those & ~agrees
            classes = split
        told = len(self.answers)
        shares = [(those, SLIP**wrong * (1 - SLIP) ** (told - wrong)) for wrong, those in classes.items()]
        total = sum(share * those.bit_count() for those, share in shares)
        return total / DRAWN, [
            sum(share * (those & mask).bit_count() for those, share in shares) / total for mask in masks
        ]


def _agrees(answer: SaidAnswer, known: int, nearly: int) -> int:
    """The sets in which an answer is the right one, but for a slip."""
    if answer == "yes":
        return known
    return {"with help": nearly & ~known, "not yet": ~nearly, "never tried": ~known}[answer]


@dataclass(frozen=True, slots=True)
class Belief:
    """What is believed of a child after some answers."""

    levels: tuple[Askable, ...]
    asked: frozenset[Rung]
    groups: tuple[_Group, ...]
    likely: tuple[tuple[float, ...], ...]
    """By group, by latent draw: how likely its answers are."""
    known: tuple[tuple[tuple[float, ...], ...], ...]
    """By group, by level, by latent draw: how likely it is known."""

    def told(self, rung: Rung, answer: SaidAnswer) -> Belief:
        """What is believed after one answer more. Raises: KeyError for a level that is not asked of."""
        at = next((n for n, group in enumerate(self.groups) if rung in group.rungs), None)
        if at is None:
            raise KeyError(rung)
        group = self.groups[at]
        group = replace(group, answers=(*group.answers, (group.rungs.index(rung), answer)))
        likely, known = _read(group)
        return replace(
            self,
            asked=self.asked | {rung},
            groups=_at(self.groups, at, group),
            likely=_at(self.likely, at, likely),
            known=_at(self.known, at, known),
        )

    @property
    def shares(self) -> list[float]:
        """The weight of each latent draw."""
        weights = [1.0] * LATENT
        for likely in self.likely:
            weights = list(map(mul, weights, likely))
        total = sum(weights)
        return [w / total for w in weights]

    def chances(self) -> dict[Rung, float]:
        """How likely each level is known, by rung."""
        shares = self.shares
        return {rung: sum(map(mul, shares, known)) for rung, known in self._by_rung()}

    def _by_rung(self) -> Iterator[tuple[Rung, tuple[float, ...]]]:
        for group, known in zip(self.groups, self.known, strict=True):
            yield from zip(group.rungs, known, strict=True)

    def question(self) -> Rung | None:
        """The level to ask of next; None after MOST_QUESTIONS, or when every level is settled.

        It halves what is still possible; of those that do it about as well, the one whose answer tells most of all the
        others.
        """
        chances = self.chances()
        unsettled = [r for r, chance in chances.items() if 1 - SETTLED < chance < SETTLED]
        if len(self.asked) >= MOST_QUESTIONS or not unsettled:
            return None
        plain = {each.rung for each in self.levels if each.plain}
        open_ = [r for r in unsettled if r not in self.asked]
        open_ = sorted([r for r in open_ if r in plain] or open_, key=lambda r: (abs(chances[r] - 0.5), r))
        if not open_:
            return None
        furthest = max(abs(chances[open_[0]] - 0.5), NEAR_HALF)
        halving = [r for r in open_[:COMPARED] if abs(chances[r] - 0.5) <= furthest]
        shares, known = self.shares, dict(self._by_rung())
        return max(halving, key=lambda r: (round(self._tells(r, chances, shares, known), 9), r))

    def _tells(
        self, rung: Rung, chances: Mapping[Rung, float], shares: Sequence[float], known: Mapping[Rung, Sequence[float]]
    ) -> float:
        """By how much an answer is expected to lessen the doubt about all levels (the sum of chance x (1 - chance)):
        by what it tells of the child's pace and areas, and of the levels it is tied to."""
        mean = chances[rung]
        shift = [share * (each - mean) for share, each in zip(shares, known[rung], strict=True)]
        tied = sum(min(chances[r], mean) ** 2 for r in self._tied_to(rung))
        told: float = sum(sum(map(mul, shift, each)) ** 2 for each in known.values())
        return told / (mean * (1 - mean)) + TIED * tied

    def _tied_to(self, rung: Rung) -> tuple[Rung, ...]:
        return next(group.rungs for group in self.groups if rung in group.rungs)

    def concluded(self) -> dict[Rung, SaidAnswer]:
        """What follows for levels that were not asked: known, as many of the likeliest as leave at most WRONGLY of them
        not known, by what is believed; not yet, where that is settled."""
        found: dict[Rung, SaidAnswer] = {}
        doubt = 0.0
        for rung, chance in sorted(self.chances().items(), key=lambda each: (-each[1], each[0])):
            if rung in self.asked:
                continue
            doubt += 1 - chance
            if chance >= LEAST_KNOWN and doubt <= WRONGLY * (sum(a == "yes" for a in found.values()) + 1):
                found[rung] = "yes"
            elif chance <= 1 - SETTLED:
                found[rung] = "not yet"
        return found

    def settled(self) -> int:
        """How many levels are settled."""
        return sum(not 1 - SETTLED < chance < SETTLED for chance in self.chances().values())


def belief(levels: Iterable[Askable], months: float, *, seed: int = 1) -> Belief:
    """What is believed of a child of an age (months, corrected) of whom nothing was said yet.

    Levels without a path to each other are drawn apart; the same levels, age and seed give the same belief.
    """
    every = tuple(sorted(levels, key=lambda each: each.rung))
    there = {each.rung for each in every}
    every = tuple(replace(each, before=tuple(r for r in each.before if r in there)) for each in every)
    rng = Random(seed)
    areas = sorted({each.area for each in every})
    latent = []
    for _ in range(LATENT):
        pace = months + rng.gauss(0, PACE_MONTHS)
        latent.append({area: pace + rng.gauss(0, AREA_MONTHS) for area in areas})
    groups = tuple(_drawn(group, latent, rng) for group in _tied(every))
    read = [_read(group) for group in groups]
    return Belief(every, frozenset(), groups, tuple(likely for likely, _ in read), tuple(known for _, known in read))


def _tied(levels: Sequence[Askable]) -> list[list[Askable]]:
    """The levels in groups that are tied to each other, each after all before it."""
    root = {each.rung: each.rung for each in levels}

    def find(rung: Rung) -> Rung:
        while root[rung] != rung:
            rung = root[rung]
        return rung

    for each in levels:
        for before in each.before:
            root[find(each.rung)] = find(before)
    groups: dict[Rung, list[Askable]] = defaultdict(list)
    for each in levels:
        groups[find(each.rung)].append(each)
    return [_in_order(group) for group in groups.values()]


def _in_order(group: list[Askable]) -> list[Askable]:
    placed: dict[Rung, Askable] = {}
    left = list(group)
    while left:
        # A circle is entered somewhere: the catalogue's own check names it.
        free = [e for e in left if all(r in placed for r in e.before)] or left[:1]
        placed.update((e.rung, e) for e in free)
        left = [e for e in left if e.rung not in placed]
    return list(placed.values())


def _drawn(group: Sequence[Askable], latent: Sequence[Mapping[str, float]], rng: Random) -> _Group:
    drawn, helped = [], []
    for ages in latent:
        known: dict[Rung, int] = {}
        nearly: dict[Rung, int] = {}
        for each in group:
            beyond = ages[each.area] - each.usual_months
            alone, near = (_normal((beyond + months) / OWN_MONTHS) for months in (0.0, HELP_MONTHS))
            mask = _bits(alone, rng)
            also = mask | _bits((near - alone) / max(1 - alone, 1e-9), rng)
            for before in each.before:
                mask &= known.get(before, 0)
                also &= nearly.get(before, 0)
            known[each.rung], nearly[each.rung] = mask, also
        drawn.append(tuple(known.values()))
        helped.append(tuple(nearly.values()))
    return _Group(tuple(each.rung for each in group), tuple(drawn), tuple(helped))


def _normal(z: float) -> float:
    return float(0.5 * (1 + erf(z / sqrt(2))))


def _bits(chance: float, rng: Random) -> int:
    """DRAWN bits, each set with a chance, to the nearest 256th: the chance's binary digits, from the last on."""
    mask, digits = 0, round(chance * 256)
    if digits >= 256:
        return (1 << DRAWN) - 1
    for _ in range(8):
        mask = mask | rng.getrandbits(DRAWN) if digits & 1 else mask & rng.getrandbits(DRAWN)
        digits >>= 1
    return mask


def _read(group: _Group) -> tuple[tuple[float, ...], tuple[tuple[float, ...], ...]]:
    read = [group.weights(latent) for latent in range(LATENT)]
    return tuple(likely for likely, _ in read), tuple(zip(*(known for _, known in read), strict=True))


def _at(row: tuple[T, ...], at: int, new: T) -> tuple[T, ...]:
    return (*row[:at], new, *row[at + 1 :])
