"""What follows from what: whether it goes together, and where a child stands in it."""

from __future__ import annotations

from collections.abc import Collection, Mapping
from dataclasses import dataclass
from datetime import date
from typing import Literal

from zither_awl.core.mastery import KNOWN
from zither_awl.core.practice import Practice
from zither_awl.core.readiness import LevelAsked, Readiness, Record, readiness
from zither_awl.core.saying import say
from zither_awl.core.values import Child, Rung

Before = Mapping[Rung, Collection[Rung]]
"""By rung: those that should be known before it."""


@dataclass(frozen=True, slots=True)
class GraphProblem:
    """Rungs that wait for each other in a circle, in their order; or a rung (the first) that waits for one that is not
    there (the second). `text` says it."""

    kind: Literal["circle", "orphan"]
    rungs: tuple[Rung, ...]
    text: str


def check_graph(before: Before, names: Mapping[Rung, str]) -> tuple[GraphProblem, ...]:
    """Every circle and every orphan of what follows from what, in words; circles first. `names` of the rungs."""

    def said(rung: Rung) -> str:
        return names.get(rung, say("{rung} {rung2}", rung=rung[0], rung2=rung[1]))

    problems = []
    for circle in circles(before):
        way = say(", which waits for ").join(said(rung) for rung in (*circle, circle[0]))
        problems.append(GraphProblem("circle", circle, say("{way}: none of them can ever begin.", way=way)))
    for rung in sorted(before):
        problems += [
            GraphProblem(
                "orphan",
                (rung, other),
                say("{said} waits for {said2}, which is not there.", said=said(rung), said2=said(other)),
            )
            for other in sorted(before[rung])
            if other not in before
        ]
    return tuple(problems)


def circles(before: Before) -> list[tuple[Rung, ...]]:
    """One circle, the shortest from its least rung, of every set of rungs that wait for each other."""
    found, seen = [], set[Rung]()
    for rung in sorted(before):
        if rung in seen:
            continue
        way = _way_back(rung, before)
        if way:
            found.append(way)
            seen |= {each for each in _reached(rung, before) if rung in _reached(each, before)}
    return found


def implied_by(known: Collection[Rung], before: Before) -> frozenset[Rung]:
    """Everything that comes before what is known, however far back, without what is known itself."""
    found: set[Rung] = set()
    for rung in known:
        if rung not in found:
            found |= _reached(rung, before)
    return frozenset(found - set(known))


def _reached(rung: Rung, before: Before) -> set[Rung]:
    found, waiting = set[Rung](), list(before.get(rung, ()))
    while waiting:
        each = waiting.pop()
        if each not in found:
            found.add(each)
            waiting += before.get(each, ())
    return found


def _way_back(rung: Rung, before: Before) -> tuple[Rung, ...]:
    """The shortest way from a rung over what it waits for back to itself; empty for none."""
    ways: list[tuple[Rung, ...]] = [(rung,)]
    seen = {rung}
    while ways:
        way = ways.pop(0)
        for each in sorted(before.get(way[-1], ())):
            if each == rung:
                return way
            if each not in seen and each in before:
                seen.add(each)
                ways.append((*way, each))
    return ()


@dataclass(frozen=True, slots=True)
class Frontier:
    """Where a child stands: rungs known, at work (shown, or tried), ready to begin, almost ready and later each with
    the names of what is missing, and past its age."""

    known: tuple[Rung, ...]
    at_work: tuple[Rung, ...]
    ready: tuple[Rung, ...]
    almost: tuple[tuple[Rung, tuple[str, ...]], ...]
    later: tuple[tuple[Rung, tuple[str, ...]], ...]
    past: tuple[Rung, ...]


def frontier(
    child: Child,
    levels: Mapping[Rung, LevelAsked],
    records: Mapping[Rung, Record],
    on: date,
    *,
    practice: Practice = Practice(),
) -> Frontier:
    """Every level sorted by how the child stands with it and by the one verdict of readiness. `records` of what was
    seen or said; a level without one was not shown."""
    verdicts = {
        rung: readiness(child, level, records.get(rung, Record()), on, practice=practice)
        for rung, level in levels.items()
    }
    return sorted_out(verdicts, records)


def sorted_out(verdicts: Mapping[Rung, Readiness], records: Mapping[Rung, Record]) -> Frontier:
    """The frontier of verdicts that were already asked for."""
    known: list[Rung] = []
    at_work: list[Rung] = []
    ready: list[Rung] = []
    past: list[Rung] = []
    almost, later = [], []
    for rung, verdict in verdicts.items():
        state = records.get(rung, Record()).mastery
        if state in KNOWN:
            known.append(rung)
        elif state != "not shown":
            at_work.append(rung)
        elif verdict.verdict == "almost":
            almost.append((rung, verdict.missing))
        elif verdict.verdict == "later":
            later.append((rung, verdict.missing))
        else:
            (ready if verdict.verdict == "ready" else past).append(rung)
    return Frontier(tuple(known), tuple(at_work), tuple(ready), tuple(almost), tuple(later), tuple(past))
