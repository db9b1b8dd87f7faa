"""When and why a tray left, and whether it still rests."""

from __future__ import annotations

from datetime import date, datetime

from zither_awl.core.attendance import EVER
from zither_awl.core.days import written_day
from zither_awl.core.judgement import Judgements
from zither_awl.core.reasons import Quantity, Reason
from zither_awl.core.saying import say
from zither_awl.core.values import Child, Placement, Tray


def still_resting(tray: Tray, child: Child, judge: Judgements) -> Reason | None:
    """Why it does not come back yet: its rest, longer for what was too hard. None when it may."""
    left = left_on(tray, judge)
    if left is None:
        return None
    practice = judge.state.practice
    needed = practice.rest_days
    if left_why(tray, judge) == "too hard":
        # It comes back early when what it follows from was mastered since.
        learned = [judge.mastery_of(child, p).since for p in tray.card.follows]
        needed = 0 if any(day is not None and day >= left for day in learned) else practice.rest_too_hard_days
    days = (judge.on - left).days
    if days >= needed:
        return None
    text = say(
        "It has rested {days} of {days2}; look again for {child} then.",
        days=days,
        days2=say("{n, plural, one {# day} other {# days}}", n=needed),
        child=child.name,
    )
    return Reason("ROT-8", text, (Quantity(say("rested"), days, "days", needed, needed=True),))


def came_for_it(tray: Tray, other: Tray, judge: Judgements) -> bool:
    """Whether a tray came in for another within the last weeks: to swap them back would be to and fro."""
    practice = judge.state.practice
    return any(
        (other.id, tray.id) in zip(change.out, change.in_, strict=False)
        and (judge.on - written_day(change.at)).days <= practice.way_back_days
        for change in judge.state.changes
    )


def left_on(tray: Tray, judge: Judgements) -> date | None:
    """The day it last left after a stay with at least one work cycle in it; a tray set up by mistake did not stay."""
    begins = judge.once("first cycle", lambda: min((m.began for m in judge.state.log.mornings), default=EVER))
    ends = [p.until_day for p in judge.placed(tray) if p.until_day is not None and _lasted(p, begins, judge)]
    return max(ends, default=None)


def _lasted(placement: Placement, first: datetime, judge: Judgements) -> bool:
    """Whether a work cycle fell into a placement; of what is older than the log nobody knows better."""
    until = placement.until
    if until is None or until <= first:
        return True
    cycles = judge.state.log.mornings
    return any(
        m.ended is not None and m.ended <= until and (placement.since is None or m.began >= placement.since)
        for m in cycles
    )


def left_why(tray: Tray, judge: Judgements) -> str:
    """Why it left when it left last, as the change said; "" for what came back since or never left."""
    reasons = judge.once("left why", lambda: _all_left(judge))
    return reasons.get(tray.id, "")


def _all_left(judge: Judgements) -> dict[int, str]:
    found: dict[int, str] = {}
    for change in sorted(judge.state.changes, key=lambda c: c.at):
        found |= dict(zip(change.out, change.why_out, strict=False))
        for came in change.in_:
            found.pop(came, None)
    return found
