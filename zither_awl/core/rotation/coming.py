"""Is a resting tray ready to come in, for whom, and why?"""

from __future__ import annotations

from dataclasses import dataclass
from datetime import date

from zither_awl.core.judgement import Judgements
from zither_awl.core.reasons import Quantity, Reason
from zither_awl.core.shelf.fitness import suits
from zither_awl.core.values import Child, Tray
from zither_awl.core.words import counted, listed

NEXT_RUNG, MISSING_AREA, RESTED, NEW, NOT_YET = range(5)


@dataclass(frozen=True, slots=True)
class Coming:
    """One tray and one child: how pressing it is (less is more pressing), and why or why not."""

    tray: Tray
    child: Child
    rank: int
    reason: Reason

    @property
    def ready(self) -> bool:
        """Whether it may come in for this child now."""
        return self.rank < NOT_YET


def coming(tray: Tray, judge: Judgements) -> tuple[Coming, ...]:
    """A tray judged for each child it is for, the most pressing first."""
    verdicts = [_coming(tray, c, judge) for c in judge.state.children if c.id in tray.for_children]
    return tuple(sorted(verdicts, key=lambda v: v.rank))


def _coming(tray: Tray, child: Child, judge: Judgements) -> Coming:
    suited = suits(child, tray, judge)
    against = None if suited.now else suited.reasons[-1]
    against = against or _still_resting(tray, child, judge)
    if against is not None:
        return Coming(tray, child, NOT_YET, against)
    card = tray.card
    evidence = (f"tray:{tray.id}",)
    known = judge.mastery_of(child, card.id).state in ("mastered", "fading")
    if card.follows and not known:
        names = listed(_card_name(p, judge) for p in card.follows)
        shown = tuple(e for p in card.follows for e in judge.mastery_of(child, p).reasons[0].evidence)
        return Coming(tray, child, NEXT_RUNG, Reason("ROT-6", f"{child.name}'s next rung after {names}.", (), shown))
    if card.area in _missing_areas(child, judge):
        return Coming(tray, child, MISSING_AREA,
                      Reason("ROT-6", f"Nothing of {card.area} is out for {child.name}.", (), evidence))  # fmt: skip
    left = _left_on(tray, judge)
    if left is not None:
        days = (judge.on - left).days
        text = f"It has rested {counted(days, 'day')} and fits {child.name} now."
        rested = Quantity("rested", days, "days", judge.state.practice.rest_days, needed=True)
        return Coming(tray, child, RESTED, Reason("ROT-6", text, (rested,), evidence))
    text = f"It has not been out yet and fits {child.name} now."
    return Coming(tray, child, NEW, Reason("ROT-6", text, (), evidence))


def _still_resting(tray: Tray, child: Child, judge: Judgements) -> Reason | None:
    left = _left_on(tray, judge)
    if left is None:
        return None
    practice = judge.state.practice
    why = _left_why(tray, judge)
    if why == "faded" and judge.mastered(child, tray.card.id) and (judge.on - left).days < practice.rest_days:
        return _rest(child, left, practice.rest_days, judge)
    if why == "too hard" and not tray.card.follows:
        needed = practice.rest_too_hard_days
    elif why == "too hard":
        needed = 0  # its prerequisites are mastered now, or it would have been too early above
    else:
        needed = practice.rest_days
    return _rest(child, left, needed, judge) if (judge.on - left).days < needed else None


def _rest(child: Child, left: date, needed: int, judge: Judgements) -> Reason:
    days = (judge.on - left).days
    text = f"It has rested {days} of {counted(needed, 'day')}; look again for {child.name} then."
    return Reason("ROT-8", text, (Quantity("rested", days, "days", needed, needed=True),))


def _left_on(tray: Tray, judge: Judgements) -> date | None:
    ends = [p.until_day for p in judge.state.log.placements if p.tray.id == tray.id and p.until_day is not None]
    return max(ends, default=None)


def _left_why(tray: Tray, judge: Judgements) -> str:
    for change in sorted(judge.state.changes, key=lambda c: c.at, reverse=True):
        for out, why in zip(change.out, change.why_out, strict=False):
            if out == tray.id:
                return why
    return ""


def _missing_areas(child: Child, judge: Judgements) -> set[str]:
    """Areas with a card whose window holds the child, of which nothing is out for it."""
    months = judge.months(child)
    fitting = {
        t.card.area for t in judge.state.trays
        if child.id in t.for_children and t.card.from_months <= months <= t.card.to_months
    }  # fmt: skip
    return fitting - {p.tray.card.area for p in judge.state.placements if child.id in p.tray.for_children}


def _card_name(card_id: int, judge: Judgements) -> str:
    return next((t.card.name for t in judge.state.trays if t.card.id == card_id), "an archived card")
