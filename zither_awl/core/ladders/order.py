"""The order of levels by their difficulty: what is harder than what, the single steps, the ladder from here to there.

A vector is a Difficulty, or the same number of whole steps each. Harder is: nowhere easier, and somewhere harder. How
far a step rises is the sum of the notches it goes up; what becomes easier is not set against it.
"""

from __future__ import annotations

from collections.abc import Collection, Mapping, Sequence
from dataclasses import dataclass
from heapq import heappop, heappush
from itertools import pairwise
from typing import Any, Generic, Protocol, TypeVar

from zither_awl.core.difficulty import Difficulty
from zither_awl.core.errors import FieldProblem, InvalidValue
from zither_awl.core.saying import say


class _Name(Protocol):
    """What vectors may be named by: numbers, words, pairs of them."""

    def __lt__(self, other: Any, /) -> bool: ...

    def __hash__(self) -> int: ...


K = TypeVar("K", bound=_Name)
Vector = Difficulty | Sequence[int]
Notches = tuple[int, ...]


def notches_of(vector: Vector) -> Notches:
    """A vector as plain steps, in the order of its dimensions."""
    return tuple(step for _, step in vector.items()) if isinstance(vector, Difficulty) else tuple(vector)


def rise(a: Notches, b: Notches) -> int:
    """How many notches b is above a."""
    return sum(max(0, there - here) for here, there in zip(a, b, strict=True))


def _harder(a: Notches, b: Notches) -> bool:
    return a != b and all(here <= there for here, there in zip(a, b, strict=True))


def _plain(vectors: Mapping[K, Vector]) -> dict[K, Notches]:
    plain = {key: notches_of(vector) for key, vector in vectors.items()}
    lengths = {len(each) for each in plain.values()}
    if len(lengths) > 1:
        raise InvalidValue(
            FieldProblem(
                "vectors", say("have {lengths} dimensions; expected the same for each.", lengths=sorted(lengths))
            )
        )
    return plain


def hasse(vectors: Mapping[K, Vector]) -> tuple[tuple[K, K], ...]:
    """Which of them is the next harder of which: pairs (easier, harder) with nothing between, sorted.

    Raises: InvalidValue where they have not the same dimensions.
    """
    plain = _plain(vectors)
    above = {a: {b for b, there in plain.items() if _harder(here, there)} for a, here in plain.items()}
    pairs = ((a, b) for a, over in above.items() for b in over if not any(b in above[c] for c in over))
    return tuple(sorted(pairs))


def layers(vectors: Mapping[K, Vector]) -> tuple[tuple[K, ...], ...]:
    """The vectors in layers, each one above the hardest of what it is harder than; sorted inside each."""
    before: dict[K, list[K]] = {key: [] for key in vectors}
    for easier, harder in hasse(vectors):
        before[harder].append(easier)
    depth: dict[K, int] = {}
    for key in sorted(vectors, key=lambda k: sum(notches_of(vectors[k]))):
        depth[key] = 1 + max((depth[each] for each in before[key]), default=-1)
    most = max(depth.values(), default=-1)
    return tuple(tuple(sorted((k for k, at in depth.items() if at == n))) for n in range(most + 1))


def single_steps(frm: K, vectors: Mapping[K, Vector], *, strict: bool = False) -> tuple[K, ...]:
    """The vectors that change one difficulty by one notch from one of them, sorted. `strict`: nothing may be easier."""
    plain = _plain(vectors)
    here = plain[frm]
    return tuple(
        sorted((key for key, there in plain.items() if rise(here, there) == 1 and (not strict or _harder(here, there))))
    )


@dataclass(frozen=True, slots=True)
class Jump(Generic[K]):
    """A step of two notches or more: how many in which dimensions, and the vectors that would lie between, one after
    the other."""

    frm: K
    to: K
    size: int
    by: tuple[tuple[str, int], ...]
    missing: tuple[Notches, ...]


@dataclass(frozen=True, slots=True)
class Ladder(Generic[K]):
    """The way from what is known to a goal: its steps, the goal last, and those of them that are jumps."""

    start: K
    rungs: tuple[K, ...]
    jumps: tuple[Jump[K], ...]

    @property
    def excess(self) -> int:
        """How many notches its steps rise beyond one each."""
        return sum(jump.size - 1 for jump in self.jumps)


def ladder(frm: Collection[K], goal: K, vectors: Mapping[K, Vector], *, strict: bool = False) -> Ladder[K] | None:
    """The way from one of `frm` to a goal whose largest jump is the smallest; of those the one that rises least beyond
    one notch a step, then the one of fewest steps, then by name.

    None where the goal is not harder than something of `frm`, or with `strict` (no step may be easier in anything)
    cannot be reached. Raises: InvalidValue for a key that is not there.
    """
    plain = _plain(vectors)
    strange = [key for key in (*frm, goal) if key not in plain]
    if strange:
        raise InvalidValue(FieldProblem("vectors", say("have no {strange}.", strange=strange[0])))
    if not frm or goal in frm or any(rise(plain[each], plain[goal]) == 0 for each in frm):
        return None
    sizes = sorted({rise(a, b) for a in plain.values() for b in plain.values()} - {0})
    for largest in sizes:
        found = _shortest(frm, goal, plain, largest, strict)
        if found is not None:
            start, rungs = found
            way = (start, *rungs)
            return Ladder(start, rungs, tuple(_jumps(way, vectors, plain)))
    return None


def _shortest(
    frm: Collection[K], goal: K, plain: Mapping[K, Notches], largest: int, strict: bool
) -> tuple[K, tuple[K, ...]] | None:
    """The way of least excess, then fewest steps, then by name, with no jump above `largest`."""
    waiting: list[tuple[int, int, tuple[K, ...], K]] = []
    for each in frm:
        heappush(waiting, (0, 0, (), each))
    done: set[K] = set()
    while waiting:
        excess, count, way, start = heappop(waiting)
        here = way[-1] if way else start
        if here == goal:
            return start, way
        if here in done:
            continue
        done.add(here)
        for there, notches in plain.items():
            size = rise(plain[here], notches)
            if there in done or not 1 <= size <= largest or (strict and not _harder(plain[here], notches)):
                continue
            heappush(waiting, (excess + size - 1, count + 1, (*way, there), start))
    return None


def _jumps(way: Sequence[K], vectors: Mapping[K, Vector], plain: Mapping[K, Notches]) -> list[Jump[K]]:
    found = []
    for a, b in pairwise(way):
        if rise(plain[a], plain[b]) >= 2:
            names = dimensions(vectors[a])
            by = tuple(
                (name, there - here)
                for name, here, there in zip(names, plain[a], plain[b], strict=True)
                if there > here
            )
            found.append(Jump(a, b, rise(plain[a], plain[b]), by, between(plain[a], plain[b])))
    return found


def dimensions(vector: Vector) -> tuple[str, ...]:
    """The names of a vector's dimensions; of a plain one their numbers."""
    if isinstance(vector, Difficulty):
        return tuple(name for name, _ in vector.items())
    return tuple(str(n) for n in range(len(vector)))


def between(a: Notches, b: Notches) -> tuple[Notches, ...]:
    """The vectors from a to b, each one notch up, without the ends; what is easier in b is so from the first."""
    here, found = [min(pair) for pair in zip(a, b, strict=True)], []
    for at, there in enumerate(b):
        while here[at] < there:
            here[at] += 1
            found.append(tuple(here))
    return tuple(found[:-1])


def strictly_between(a: Vector, mid: Vector, b: Vector) -> bool:
    """Whether mid lies between a and b: in no dimension outside the two, above a, and below b."""
    low, here, high = notches_of(a), notches_of(mid), notches_of(b)
    inside = all(min(x, z) <= y <= max(x, z) for x, y, z in zip(low, here, high, strict=True))
    return inside and rise(low, here) >= 1 and rise(here, high) >= 1
