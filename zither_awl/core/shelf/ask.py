"""Make the planner's question from the house as it is: what fits whom, what comes before what, what must be out."""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from dataclasses import replace
from typing import Any

from zither_awl.core.absence import here_this_week
from zither_awl.core.judgement import Judgements
from zither_awl.core.shelf.fitness import TrayFit, fit
from zither_awl.core.shelf.problem import SHELF_LAYERS, Cover, ShelfProblem
from zither_awl.core.values import Card, Child, Placement, Tray

ALWAYS_OUT = ("open-ended", "puzzle", "books", "paper and crayons", "basket")
"""Tags of which something is always out, where the household has such a tray (ROT-7)."""


def problem_of(judge: Judgements, owned: Mapping[int, int], *, changes: int | None = None, **more: Any) -> ShelfProblem:
    """The problem of a house on a day: every tray at hand, fitted to each child it is meant for.

    From scratch something of each area with a fitting tray is wished out for each child, and something with each tag
    that is always out. With a number of changes only that what is covered now stays so. `owned` is how many there are
    of each component; `more` are further fields of the problem. A child who is away all week asks for nothing then;
    what it loves stays all the same, and what is a hazard for it stays one.
    """
    state = judge.state
    here = {c.id for c in state.children if here_this_week(state.absences, c.id, judge.on)}
    fits = {
        (child.id, tray.id): found if child.id in here else replace(found, value=0)
        for child in state.children
        for tray in state.trays
        if child.id in tray.for_children
        for found in (fit(child, tray, judge),)
    }
    covers = tuple(c for child in state.children for c in _covers(child, fits, judge))
    if changes is not None:
        covers = tuple(c for c in covers if any(_covered(c, p, fits) for p in state.placements))
    # What stands by hand stays by hand in any plan: the household had a reason.
    by_hand = more.pop("by_hand", frozenset()) | {p.tray.id for p in state.placements if p.by_hand}
    return ShelfProblem(
        units=state.units,
        children=state.children,
        trays=state.trays,
        on=judge.on,
        practice=state.practice,
        fits=fits,
        levels=levels(state.trays),
        covers=covers,
        owned=owned,
        standing=state.placements,
        changes=changes,
        by_hand=by_hand,
        **more,
    )


def _covers(child: Child, fits: Mapping[tuple[int, int], TrayFit], judge: Judgements) -> Iterator[Cover]:
    mine = [t for t in judge.state.trays if (found := fits.get((child.id, t.id))) and found.value > 0]
    yield from (Cover(child.id, "area", area) for area in sorted({t.card.area for t in mine}))
    yield from (Cover(child.id, "tag", tag) for tag in ALWAYS_OUT if any(tag in t.tags for t in mine))


def _covered(cover: Cover, placement: Placement, fits: Mapping[tuple[int, int], TrayFit]) -> bool:
    found = fits.get((cover.child, placement.tray.id))
    return found is not None and found.value > 0 and cover.holds(placement.tray)


def levels(trays: tuple[Tray, ...]) -> dict[int, int]:
    """How far along its chain of prerequisites each tray is, 0 to 10; for the order on a board only."""
    cards = {tray.card.id: tray.card for tray in trays}
    depth: dict[int, int] = {}
    return {tray.id: min(SHELF_LAYERS, _depth(tray.card, cards, depth)) for tray in trays}


def _depth(card: Card, cards: Mapping[int, Card], known: dict[int, int]) -> int:
    if card.id not in known:
        # A circle of prerequisites counts from where it is entered; the catalogue's check names it.
        known[card.id] = card.level - 1
        before = [_depth(cards[p], cards, known) + 1 for p in card.follows if p in cards]
        known[card.id] = max([card.level - 1, *before])
    return known[card.id]
