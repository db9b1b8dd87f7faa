"""Why not this one? An answer for any tray, out or resting."""

from __future__ import annotations

from datetime import date

from zither_awl.core.judgement import Judgements, State
from zither_awl.core.reasons import Reason
from zither_awl.core.rotation.change import Swap, after_swaps, new_trouble, not_declined
from zither_awl.core.rotation.coming import coming
from zither_awl.core.rotation.leaving import leavings
from zither_awl.core.shelf.scene import Scene, free_spots
from zither_awl.core.values import Tray


def explain_not(tray: Tray, state: State, on: date, *, judge: Judgements | None = None) -> tuple[Reason, ...]:
    """Why an open tray is not going out, or a resting one not coming in, for each child it is for."""
    judge = judge or Judgements(state, on)
    placement = next((p for p in state.placements if p.tray.id == tray.id), None)
    if placement is not None:
        verdicts_on_it = not_declined(placement, leavings(placement, judge), state, on)
        return tuple(v.reason for v in verdicts_on_it) or (_for_nobody(tray),)
    verdicts = coming(tray, judge)
    if not verdicts:
        return (_for_nobody(tray),)
    if not any(v.ready for v in verdicts):
        return tuple(v.reason for v in verdicts)
    return (*(v.reason for v in verdicts if v.ready), _no_place(tray, state, on))


def _for_nobody(tray: Tray) -> Reason:
    return Reason("ROT-6", f"{tray.name} is not for anybody yet. Say in the cupboard who it is for.")


def _no_place(tray: Tray, state: State, on: date) -> Reason:
    """It is ready: what stands against it is the shelf, or that others are more pressing."""
    scene = Scene(state.placements, state.units, state.children, on, state.practice)
    against: Reason | None = None
    for spot in free_spots(scene):
        trouble = new_trouble(scene, after_swaps(scene, [Swap(None, tray, spot, "", ())]))
        if not trouble:
            return Reason("ROT-2", "It could come in; others are more pressing, and at most two change at once.")
        against = against or trouble[0].reasons[0]
    return against or Reason("ROOM-2", "No place is free. Something has to leave first.")
