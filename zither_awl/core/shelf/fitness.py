"""How well a tray fits a child now, 0 to 100: what the planner takes of the one verdict of readiness."""

from __future__ import annotations

from dataclasses import dataclass, replace

from zither_awl.core.judgement import Judgements
from zither_awl.core.mastery import KNOWN
from zither_awl.core.readiness import Readiness
from zither_awl.core.reasons import Reason
from zither_awl.core.safety import allowed, endangers, hazards
from zither_awl.core.saying import say
from zither_awl.core.values import Child, Tray

_KNOWN = ("said", "alone", "mastered", "fading")


@dataclass(frozen=True, slots=True)
class TrayFit:
    """How well a tray fits one child: 0 to 100, whether the child knows it already, and why."""

    value: int
    known: bool
    reasons: tuple[Reason, ...]
    loved: bool = False
    """Whether the child chooses it, and has not stopped."""


def fit(child: Child, tray: Tray, judge: Judgements) -> TrayFit:
    """The fit of one tray for one child it is meant for; 0 for what is held back."""
    found = suits(child, tray, judge)
    reasons = tuple(replace(r, evidence=r.evidence or (f"tray:{tray.id}",)) for r in found.reasons)
    if found.held_back:
        return TrayFit(0, False, reasons)
    of = _done_with(child, tray, judge)
    value = min(100, found.fit + judge.state.practice.next_of_faded) if of else found.fit
    if of:
        text = say("The next step of {of}, which {child} is done with.", of=of, child=child.name)
        reasons = (*reasons, Reason("ROT-4", text, (), (f"tray:{tray.id}",)))
    seen = judge.of(child, tray).interest
    loved = seen.chosen > 0 and not seen.faded and not seen.ignored
    return TrayFit(value, judge.mastery_of(child, tray.card.id).state in _KNOWN, reasons, loved)


def _done_with(child: Child, tray: Tray, judge: Judgements) -> str:
    """The name of a tray it follows from that the child knows and takes no more; "" for none."""
    if judge.mastery_of(child, tray.card.id).state in KNOWN:
        return ""
    return next(
        (
            t.name
            for card_id in tray.card.follows
            if judge.knows(child, card_id)
            for t in judge.state.trays
            if t.card.id == card_id and judge.of(child, t).interest.faded
        ),
        "",
    )


def suits(child: Child, tray: Tray, judge: Judgements) -> Readiness:
    """Whether a tray suits a child now, what lies on it and is a hazard for this child minded."""
    return judge.once(("suits", child.id, tray.id), lambda: judge.readiness(child, tray, _danger(child, tray, judge)))


def _danger(child: Child, tray: Tray, judge: Judgements) -> Reason | None:
    """What on the tray is a hazard for this child that the household has not chosen to sit by."""
    practice = judge.state.practice
    known = judge.remember(("hazards", tray.id), (tray, practice), lambda: hazards(tray, practice))
    found = next(
        (
            h
            for h in known
            if h.severity_for(own=True) == "must" and endangers(h, child, judge.on) and not allowed(h, child, judge.on)
        ),
        None,
    )
    if found is None:
        return None
    text = say("Not for {child} yet: {found}.", child=child.name, found=found.text)
    return Reason("SAFETY", text, found.numbers, (f"tray:{tray.id}",), found.source)
