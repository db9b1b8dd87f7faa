"""Why a tray is in a plan, and why it stands where it stands: the same numbers the planner used."""

from __future__ import annotations

from collections.abc import Iterator, Sequence

from zither_awl.core.reasons import Quantity, Reason
from zither_awl.core.shelf.columns import Choices
from zither_awl.core.values import Placement
from zither_awl.core.words import listed


def chosen_because(placement: Placement, plan: Sequence[Placement], choices: Choices) -> tuple[Reason, ...]:
    """The reasons of one tray of a plan: pinned or kept, how it fits, what only it covers, and its height."""
    return (*_held(placement, choices), *_fits(placement, choices), *_covers(placement, plan, choices),
            *_reach(placement, choices))  # fmt: skip


def _held(placement: Placement, choices: Choices) -> Iterator[Reason]:
    tray, evidence = placement.tray, (f"tray:{placement.tray.id}",)
    if tray.id in choices.problem.pinned:
        yield Reason("PIN", f"You pinned {tray.name} here.", (), evidence)
    elif tray.id in choices.fixed:
        yield Reason("ROOM-4", f"{tray.name} keeps its place.", (), evidence)
    if placement.by_hand:
        yield Reason("SAFETY", "An adult brings it; it is not open to all who come here.", (), evidence)


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
            yield Reason("ROT-7", f"Without it there would not be {cover.words} out for {names[cover.child]}.")


def _reach(placement: Placement, choices: Choices) -> Iterator[Reason]:
    """Who reaches it, with the heights; and which of the others does not."""
    if placement.by_hand:
        return
    unit = choices.scene.unit(placement.spot)
    height = unit.boards[placement.spot.board].height_mm
    sees = choices.sees(placement)
    bodies = {body.child.id: body for body in choices.scene.bodies}
    numbers = [Quantity("board", height, "mm")]
    numbers += [Quantity(f"{bodies[c].child.name} lifts and sees to", round(bodies[c].choosing), "mm") for c in sees]
    who = listed(bodies[c].child.name for c in sees) or "nobody"
    text = f"Within reach of {who}."
    kept_from = dict.fromkeys(child.name for hazard, child in choices.scene.dangers(placement.tray)
                              if child.id not in placement.tray.for_children)  # fmt: skip
    if kept_from:
        text += f" Out of reach of {listed(kept_from)}, for whom it is a hazard."
    yield Reason("ROOM-6", text, tuple(numbers), (f"tray:{placement.tray.id}",))
