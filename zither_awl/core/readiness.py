"""Does this suit this child now? One verdict, with its fit and its reasons, for everybody who asks.

Common practice, no source; the weights are ours, and stand in Practice.
"""

from __future__ import annotations

from dataclasses import dataclass
from datetime import date
from typing import Literal

from zither_awl.core.ages import corrected_months
from zither_awl.core.mastery import KNOWN, MasteryState
from zither_awl.core.practice import Practice
from zither_awl.core.reasons import Quantity, Reason
from zither_awl.core.saying import say
from zither_awl.core.values import MOST_MONTHS, Child
from zither_awl.core.words import listed

Verdict = Literal["known", "ready", "almost", "later", "past"]
AT_WORK: tuple[MasteryState, ...] = ("working", "alone")
UNTRIED_RATE = 0.5
"""How likely a child takes what it never could: the middle of the prior of core.interest."""
_SAID = {
    "working": say("is working on it"),
    "shown": say("has been shown it"),
    "alone": say("has done it alone"),
    "said": say("is said to know it"),
    "not shown": say("has not seen it and is ready"),
    "loved": say("knows it and loves it"),
    "fading": say("may be forgetting it"),
    "faded": say("knows it and is done with it"),
}


@dataclass(frozen=True, slots=True, kw_only=True)
class LevelAsked:
    """A card at a level, as far as readiness asks: its window in completed months, what it follows from with how each
    stands for the child, and what speaks against it for this child whatever it can (a hazard)."""

    from_months: int
    to_months: int
    before: tuple[tuple[str, MasteryState], ...] = ()
    danger: Reason | None = None


@dataclass(frozen=True, slots=True, kw_only=True)
class Record:
    """How a child stands with a level: its mastery, whether its love of it has faded, how often it takes it."""

    mastery: MasteryState = "not shown"
    faded: bool = False
    rate: float = UNTRIED_RATE

    @property
    def state(self) -> str:
        """The state fit is weighed by: a mastered one is loved or faded."""
        if self.mastery == "mastered":
            return "faded" if self.faded else "loved"
        return self.mastery


@dataclass(frozen=True, slots=True)
class Readiness:
    """The verdict, how well it fits (0 to 100), what is missing by name, and why.

    `held_back`: it is not for this child before something else is known, or at all while a hazard is one for it; a plan
    never puts it out.
    """

    verdict: Verdict
    fit: int
    missing: tuple[str, ...]
    reasons: tuple[Reason, ...]
    held_back: bool = False

    @property
    def now(self) -> bool:
        """Whether it may come to this child now."""
        return self.verdict in ("known", "ready")


def readiness(
    child: Child, level: LevelAsked, record: Record, on: date, *, practice: Practice = Practice()
) -> Readiness:
    """Whether a level suits a child on a day.

    *known*: mastered, slipping or not, or said to be known. *ready*: inside its window, everything before it known.
    *almost*: up to three months under its window, or one thing before it still at work. *later*: further under, or
    more missing, or a hazard for this child. *past*: over its window. Fit is 100 x state x (0.5 + 0.5 rate) x age;
    further than three months
    outside the window, or with a hazard, it is 0.
    """
    months = corrected_months(child.born, child.gestation_weeks, on)
    missing = [(name, state) for name, state in level.before if state not in KNOWN]
    outside = max(level.from_months - months, months - level.to_months, 0)
    if outside > practice.near_window_months:
        return _off(child, level, months)
    if record.mastery not in KNOWN and missing:
        return _behind(child, missing, _fit(record, outside, practice) * practice.almost_share)
    if level.danger is not None:
        return Readiness("later", 0, (), (level.danger,), held_back=True)
    verdict: Verdict = "known" if record.mastery in KNOWN else "ready"
    if outside:
        verdict = "almost" if months < level.from_months else "past"
        verdict = "known" if record.mastery in KNOWN and verdict == "almost" else verdict
    reasons = (_why(child, months, outside, record, practice), *((_window(child, level, months),) if outside else ()))
    return Readiness(verdict, round(_fit(record, outside, practice)), (), reasons)


def _off(child: Child, level: LevelAsked, months: int) -> Readiness:
    verdict: Verdict = "later" if months < level.from_months else "past"
    return Readiness(verdict, 0, (), (_window(child, level, months),), held_back=True)


def _window(child: Child, level: LevelAsked, months: int) -> Reason:
    if months > MOST_MONTHS:
        text = say(
            "Windows and judgements end at eight years; {child} is older: what is done is recorded.", child=child.name
        )
        return Reason("SEQ-6", text, (Quantity(say("age"), months, "months", MOST_MONTHS),))
    text = say(
        "Its window is {from_months} to {to_months} months; {child} is {months}.",
        from_months=level.from_months,
        to_months=level.to_months,
        child=child.name,
        months=months,
    )
    return Reason("SEQ-6", text, (Quantity(say("age"), months, "months", level.from_months, needed=True),))


def _behind(child: Child, missing: list[tuple[str, MasteryState]], fit: float) -> Readiness:
    names = tuple(name for name, _ in missing)
    text = say("{child} has not mastered {names} yet.", child=child.name, names=listed(names))
    almost = len(missing) == 1 and missing[0][1] in AT_WORK
    verdict: Verdict = "almost" if almost else "later"
    return Readiness(verdict, round(fit) if almost else 0, names, (Reason("SEQ-1", text),), held_back=True)


def _fit(record: Record, outside: int, practice: Practice) -> float:
    state = dict(practice.fit_of_state)[record.state]
    age = practice.outside_window_share if outside else 1.0
    return 100 * state * (0.5 + 0.5 * record.rate) * age


def _why(child: Child, months: int, outside: int, record: Record, practice: Practice) -> Reason:
    age = practice.outside_window_share if outside else 1.0
    state, liking = dict(practice.fit_of_state)[record.state], 0.5 + 0.5 * record.rate
    numbers = (
        Quantity(say("fit"), round(_fit(record, outside, practice)), "of 100"),
        Quantity(say("state"), state, ""),
        Quantity(say("interest"), round(liking, 2), ""),
        Quantity(say("age"), age, ""),
    )
    edge = say("; at {months} months just outside its window", months=months) if outside else ""
    text = say("{child} {said}{edge}.", child=child.name, said=_SAID[record.state], edge=edge)
    return Reason("FIT", text, numbers, (), say("the household's own record; the weights are ours"))
