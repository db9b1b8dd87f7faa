"""Why not this one? An answer for any tray, out or resting."""

from __future__ import annotations

from datetime import date

from zither_awl.core.judgement import Judgements, State
from zither_awl.core.reasons import Reason
from zither_awl.core.rotation.chain import stands_with
from zither_awl.core.rotation.change import Change, Swap, after_swaps, new_trouble, propose_change
from zither_awl.core.rotation.coming import coming
from zither_awl.core.saying import say
from zither_awl.core.shelf.scene import Scene, free_spots
from zither_awl.core.values import Tray


def explain_not(tray: Tray, state: State, on: date, *, judge: Judgements | None = None) -> tuple[Reason, ...]:
    """Why an open tray is not going out, or a resting one not coming in; the one reason that decides comes first."""
    judge = judge or Judgements(state, on, state.practice.mastery)
    change = propose_change(state, judge.school, on, judge=judge)
    proposed = _proposed(tray, change)
    if proposed:
        return proposed
    if any(p.tray.id == tray.id for p in state.placements):
        told = dict((t.id, reasons) for t, reasons in (*change.keep, *change.later))
        return told.get(tray.id, ()) or (_for_nobody(tray),)
    verdicts = coming(tray, judge)
    if not verdicts:
        return (_for_nobody(tray),)
    if not any(v.ready for v in verdicts):
        return tuple(v.reason for v in verdicts)
    return (_no_place(tray, state, on), *(v.reason for v in verdicts if v.ready))


def _proposed(tray: Tray, change: Change) -> tuple[Reason, ...]:
    swap = next((s for s in (*change.swaps, *change.let_in) for t in (s.out, s.in_) if t and t.id == tray.id), None)
    if swap is None:
        return ()
    goes = swap.out is not None and swap.out.id == tray.id
    text = say("It is proposed: it would go.") if goes else say("It is proposed: it would come in.")
    return (Reason("ROT-1", text), *(swap.reasons if goes else swap.reasons[-1:]))


def _for_nobody(tray: Tray) -> Reason:
    return Reason("ROT-6", say("{tray} is not for anybody yet. Say in the cupboard who it is for.", tray=tray.name))


def _no_place(tray: Tray, state: State, on: date) -> Reason:
    """It is ready: what stands against it is its own other form, the shelf, or that others come before it."""
    other = stands_with(tray, state.placements)
    if other is not None:
        return Reason("ROT-4", say("{other} is out: the two are forms of one thing and take turns.", other=other.name))
    scene = Scene(state.placements, state.units, state.children, on, state.practice)
    against: Reason | None = None
    for spot in free_spots(scene):
        trouble = new_trouble(scene, after_swaps(scene, [Swap(None, tray, spot, "", ())]))
        if not trouble:
            return Reason("ROT-2", say("It could come in; others come before it, and at most two change at once."))
        against = against or trouble[0].reasons[0]
    return against or Reason("ROOM-2", say("No place is free. Something has to leave first."))
