"""Why a tray is in a plan, and why it stands where it stands: the same numbers the planner used."""

from __future__ import annotations

from collections.abc import Iterator, Sequence

from zither_awl.core.reasons import Quantity, Reason
from zither_awl.core.saying import say
from zither_awl.core.shelf.columns import Choices
from zither_awl.core.values import Placement
from zither_awl.core.words import listed


def chosen_because(placement: Placement, plan: Sequence[Placement], choices: Choices) -> tuple[Reason, ...]:
    """The reasons of one tray of a plan: pinned or kept, how it fits, what only it covers, and its height."""
    return (
        *_held(placement, choices),
        *_fits(placement, choices),
        *_covers(placement, plan, choices),
        *_reach(placement, choices),
    )


def _held(placement: Placement, choices: Choices) -> Iterator[Reason]:
    tray, evidence = placement.tray, (f"tray:{placement.tray.id}",)
    if tray.id in choices.problem.pinned:
        yield Reason("PIN", say("You pinned {tray} here.", tray=tray.name), (), evidence)
    elif tray.id in choices.fixed:
        yield Reason("ROOM-4", say("{tray} keeps its place.", tray=tray.name), (), evidence)
    if placement.by_hand:
        yield Reason("SAFETY", say("An adult brings it; it is not open to all who come here."), (), evidence)


def _fits(placement: Placement, choices: Choices) -> Iterator[Reason]:
    for child in sorted(placement.tray.for_children):
        fit = choices.problem.fits.get((child, placement.tray.id))
        if fit is not None:
            yield from fit.reasons


def _covers(placement: Placement, plan: Sequence[Placement], choices: Choices) -> Iterator[Reason]:
    names = {child.id: child.name for child in choices.problem.children}
    covers = {cover.key: cover for cover in choices.problem.covers}
    for row in choices.wishes:
        cover = covers.get(row.key)
        if cover is not None and row.weight(placement) and row.total(plan) == 1:
            yield Reason(
                "ROT-7",
                say(
                    "Without it there would not be {cover} out for {names}.",
                    cover=cover.words,
                    names=names[cover.child],
                ),
            )


def _reach(placement: Placement, choices: Choices) -> Iterator[Reason]:
    """Who reaches it, with the heights; and which of the others does not."""
    if placement.by_hand:
        return
    unit = choices.scene.unit(placement.spot)
    height = unit.boards[placement.spot.board].height_mm
    sees = choices.sees(placement)
    bodies = {body.child.id: body for body in choices.scene.bodies}
    numbers = [Quantity(say("board"), height, "mm")]
    numbers += [
        Quantity(say("{child} lifts and sees to", child=bodies[c].child.name), round(bodies[c].choosing), "mm")
        for c in sees
    ]
    who = listed(bodies[c].child.name for c in sees) or "nobody"
    text = say("Within reach of {who}.", who=who)
    kept_from = dict.fromkeys(
        child.name
        for hazard, child in choices.scene.dangers(placement.tray)
        if child.id not in placement.tray.for_children
    )
    if kept_from:
        text += say(" Out of reach of {kept_from}, for whom it is a hazard.", kept_from=listed(kept_from))
    yield Reason("ROOM-6", text, tuple(numbers), (f"tray:{placement.tray.id}",))
