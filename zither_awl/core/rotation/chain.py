"""What comes before and after a tray: by what its card follows from. A form and its next never stand together."""

from __future__ import annotations

from collections.abc import Iterable

from zither_awl.core.judgement import Judgements, State
from zither_awl.core.reasons import Reason
from zither_awl.core.saying import say
from zither_awl.core.values import Child, Placement, Tray
from zither_awl.core.values.cupboard import one_chain


def before(card_id: int, state: State) -> list[Tray]:
    """The trays made of a card."""
    return [t for t in state.trays if t.card.id == card_id]


def after(tray: Tray, state: State) -> list[Tray]:
    """The trays that follow from a tray's card."""
    return [t for t in state.trays if tray.card.id in t.card.follows]


def below(tray: Tray, state: State) -> list[Tray]:
    """The trays it follows from, and those they follow from, the nearest first."""
    found: list[Tray] = []
    level = [tray]
    while level:
        before_it = {card_id for each in level for card_id in each.card.follows}
        level = [t for t in state.trays if t.card.id in before_it and t not in found and t.id != tray.id]
        found += level
    return found


def stands_with(tray: Tray, placements: Iterable[Placement], leaving: Tray | None = None) -> Tray | None:
    """The tray out now, but for the one that leaves, that is a form of this one for the same child."""
    return next(
        (
            p.tray
            for p in placements
            if p.tray.for_children & tray.for_children
            and one_chain(p.tray.card, tray.card)
            and (leaving is None or p.tray.id != leaving.id)
        ),
        None,
    )


def goes_backwards(tray: Tray, child: Child, judge: Judgements) -> Reason | None:
    """Why a tray the child knows must not come in: the child has gone on to what follows from it."""
    known = judge.mastery_of(child, tray.card.id).state
    if known != "mastered":
        return None
    out = {p.tray.id for p in judge.state.placements}
    for later in after(tray, judge.state):
        if child.id not in later.for_children or not one_chain(tray.card, later.card):
            continue
        if judge.knows(child, later.card.id) or later.id in out:
            text = say(
                "{child} has gone on from it to {later}; going back is no step.", child=child.name, later=later.name
            )
            return Reason("ROT-4", text, (), (f"tray:{later.id}",))
    return None
