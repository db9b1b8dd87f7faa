"""How well a tray fits a child now, 0 to 100, with the factors it is made of."""

from __future__ import annotations

from dataclasses import dataclass

from zither_awl.core.judgement import Judgement, Judgements
from zither_awl.core.reasons import Quantity, Reason
from zither_awl.core.safety import endangers, hazards, under_eyes
from zither_awl.core.values import Child, Tray
from zither_awl.core.words import listed

NEAR_MONTHS = 3
"""So far outside its window a card is still offered."""
OUTSIDE = 0.7
"""Share that is left of the fit outside the window."""
_KNOWN = ("alone", "mastered", "fading")
_STATE = {
    "working": (1.0, "is working on it"), "shown": (0.9, "has been shown it"), "alone": (0.9, "has done it alone"),
    "not shown": (0.8, "has not seen it and is ready"), "loved": (0.7, "knows it and loves it"),
    "fading": (0.8, "may be forgetting it"), "faded": (0.1, "knows it and is done with it"),
}  # fmt: skip
"""What a state of mastery is worth. Common practice, no source; the numbers are ours."""


@dataclass(frozen=True, slots=True)
class TrayFit:
    """How well a tray fits one child: 0 to 100, whether the child knows it already, and why."""

    value: int
    known: bool
    reasons: tuple[Reason, ...]


def fit(child: Child, tray: Tray, judge: Judgements) -> TrayFit:
    """The fit of one tray for one child it is meant for.

    0 when the child is outside the card's window by more than three months, a prerequisite is not mastered, or a
    hazard is one for this child and the household has not chosen to do such work by hand. Else 100 x state x
    interest x age, where interest is 0.5 + 0.5 of the rate at which the child takes it.
    """
    against = _against(child, tray, judge)
    if against is not None:
        return TrayFit(0, False, (against,))
    known = judge.of(child, tray)
    state, said = _STATE[_worth(known)]
    months = judge.months(child)
    age, liking = _age(tray, months), 0.5 + 0.5 * known.interest.rate
    value = round(100 * state * liking * age)
    numbers = (
        Quantity("fit", value, "of 100"), Quantity("state", state, ""), Quantity("interest", round(liking, 2), ""),
        Quantity("age", age, ""),
    )  # fmt: skip
    text = f"{child.name} {said}" + ("." if age == 1 else f"; at {months} months just outside its window.")
    reason = Reason("FIT", text, numbers, (f"tray:{tray.id}",), "the household's own record; the weights are ours")
    return TrayFit(value, known.mastery.state in _KNOWN, (reason,))


def _worth(known: Judgement) -> str:
    if known.mastery.state == "mastered":
        return "faded" if known.interest.faded else "loved"
    return known.mastery.state


def _age(tray: Tray, months: int) -> float:
    return 1.0 if tray.card.from_months <= months <= tray.card.to_months else OUTSIDE


def _against(child: Child, tray: Tray, judge: Judgements) -> Reason | None:
    card, months = tray.card, judge.months(child)
    if not card.from_months - NEAR_MONTHS <= months <= card.to_months + NEAR_MONTHS:
        text = f"Its window is {card.from_months} to {card.to_months} months; {child.name} is {months}."
        return Reason("SEQ-6", text, (Quantity("age", months, "months", card.from_months, needed=True),))
    missing = [p for p in card.follows if not judge.mastered(child, p)]
    if missing:
        names = {t.card.id: t.card.name for t in judge.state.trays}
        text = f"{child.name} has not mastered {listed(names.get(p, 'an archived card') for p in missing)} yet."
        return Reason("SEQ-1", text, (), (f"tray:{tray.id}",))
    under = next((h for h in hazards(tray, judge.state.practice) if h.severity == "must"
                  and endangers(h, child, judge.on) and not under_eyes(h, child, judge.on)), None)  # fmt: skip
    if under is not None:
        text = f"Not for {child.name} yet: {under.text}."
        return Reason("SAFETY", text, under.numbers, (f"tray:{tray.id}",), under.source)
    return None
