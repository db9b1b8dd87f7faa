"""Is a resting tray ready to come in, for whom, and why?"""

from __future__ import annotations

from dataclasses import dataclass
from datetime import date, datetime

from zither_awl.core.attendance import EVER
from zither_awl.core.judgement import Judgements
from zither_awl.core.reasons import Quantity, Reason
from zither_awl.core.rotation.chain import after, before, goes_backwards
from zither_awl.core.shelf.fitness import suits
from zither_awl.core.values import Child, Placement, Tray
from zither_awl.core.wishes import matched
from zither_awl.core.words import counted, listed

(NEXT_STEP, EASIER_STEP, TOO_HARD_BEFORE, AIM, PASSION, MISSING_AREA, RESTED, NEW, NOT_YET) = range(9)
"""Why a tray comes in, the most pressing first."""


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
    verdicts = [
        judge.once(("coming", child.id, tray.id), lambda child=child: _coming(tray, child, judge))  # type: ignore[misc]
        for child in judge.state.children if child.id in tray.for_children
    ]  # fmt: skip
    return tuple(sorted(verdicts, key=lambda v: v.rank))


def _coming(tray: Tray, child: Child, judge: Judgements) -> Coming:
    against = _against(tray, child, judge)
    if against is not None:
        return Coming(tray, child, NOT_YET, against)
    return next(found for ask in _WAYS if (found := ask(tray, child, judge)) is not None)


def _against(tray: Tray, child: Child, judge: Judgements) -> Reason | None:
    """The one reason that decides against it: it does not suit, it goes backwards, it rests."""
    suited = suits(child, tray, judge)
    if not suited.now:
        return suited.reasons[-1]
    return goes_backwards(tray, child, judge) or _still_resting(tray, child, judge)


def _next_step(tray: Tray, child: Child, judge: Judgements) -> Coming | None:
    card = tray.card
    if not card.follows or judge.mastered(child, card.id):
        return None
    names = listed(_card_name(p, judge) for p in card.follows)
    shown = tuple(e for p in card.follows for e in judge.mastery_of(child, p).reasons[0].evidence)
    return Coming(tray, child, NEXT_STEP, Reason("ROT-6", f"{child.name}'s next step after {names}.", (), shown))


def _easier_step(tray: Tray, child: Child, judge: Judgements) -> Coming | None:
    """It comes before what was too hard and rests now."""
    if judge.mastered(child, tray.card.id):
        return None
    hard = next((t for t in after(tray, judge.state) if _left_why(t, judge) == "too hard"
                 and not judge.mastered(child, t.card.id)), None)  # fmt: skip
    if hard is None:
        return None
    text = f"An easier step: {hard.name} was too hard for {child.name}."
    return Coming(tray, child, EASIER_STEP, Reason("ROT-6", text, (), (f"tray:{hard.id}",)))


def _too_hard_before(tray: Tray, child: Child, judge: Judgements) -> Coming | None:
    if _left_why(tray, judge) != "too hard":
        return None
    text = f"It was too hard, has rested, and fits {child.name} now."
    return Coming(tray, child, TOO_HARD_BEFORE, Reason("ROT-8", text, (), (f"tray:{tray.id}",)))


def _aim(tray: Tray, child: Child, judge: Judgements) -> Coming | None:
    aim = matched((a.words for a in judge.state.aims if a.runs(child, judge.on)), tray)
    if not aim:
        return None
    return Coming(tray, child, AIM, Reason("ROT-6", f"It goes with the aim of these weeks: {aim}.", (),
                                           (f"tray:{tray.id}",)))  # fmt: skip


def _passion(tray: Tray, child: Child, judge: Judgements) -> Coming | None:
    passion = matched(child.passions, tray)
    if not passion:
        return None
    return Coming(tray, child, PASSION, Reason("ROT-6", f"{child.name} loves this now: {passion}.", (),
                                               (f"tray:{tray.id}",)))  # fmt: skip


def _missing_area(tray: Tray, child: Child, judge: Judgements) -> Coming | None:
    area = tray.card.area
    if area not in _missing_areas(child, judge):
        return None
    return Coming(tray, child, MISSING_AREA, Reason("ROT-6", f"Nothing of {area} is out for {child.name}.", (),
                                                    (f"tray:{tray.id}",)))  # fmt: skip


def _rested(tray: Tray, child: Child, judge: Judgements) -> Coming | None:
    left = left_on(tray, judge)
    if left is None:
        return None
    days = (judge.on - left).days
    rested = Quantity("rested", days, "days", judge.state.practice.rest_days, needed=True)
    text = f"It has rested {counted(days, 'day')} and fits {child.name} now."
    return Coming(tray, child, RESTED, Reason("ROT-6", text, (rested,), (f"tray:{tray.id}",)))


def _new(tray: Tray, child: Child, judge: Judgements) -> Coming | None:
    text = f"It has not been out yet and fits {child.name} now."
    return Coming(tray, child, NEW, Reason("ROT-6", text, (), (f"tray:{tray.id}",)))


_WAYS = (_next_step, _easier_step, _too_hard_before, _aim, _passion, _missing_area, _rested, _new)


def _still_resting(tray: Tray, child: Child, judge: Judgements) -> Reason | None:
    left = left_on(tray, judge)
    if left is None:
        return None
    practice = judge.state.practice
    needed = practice.rest_days
    if _left_why(tray, judge) == "too hard":
        # It comes back early when what it follows from was mastered since.
        learned = [judge.mastery_of(child, p).since for p in tray.card.follows]
        needed = 0 if any(day is not None and day >= left for day in learned) else practice.rest_too_hard_days
    days = (judge.on - left).days
    if days >= needed:
        return None
    text = f"It has rested {days} of {counted(needed, 'day')}; look again for {child.name} then."
    return Reason("ROT-8", text, (Quantity("rested", days, "days", needed, needed=True),))


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
    return any(m.ended is not None and m.ended <= until and (placement.since is None or m.began >= placement.since)
               for m in cycles)  # fmt: skip


def _left_why(tray: Tray, judge: Judgements) -> str:
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


def _missing_areas(child: Child, judge: Judgements) -> set[str]:
    """Areas with a card whose window holds the child, of which nothing is out for it."""
    return judge.once(("missing areas", child.id), lambda: _areas_missing(child, judge))


def _areas_missing(child: Child, judge: Judgements) -> set[str]:
    months = judge.months(child)
    fitting = {
        t.card.area for t in judge.state.trays
        if child.id in t.for_children and t.card.from_months <= months <= t.card.to_months
    }  # fmt: skip
    return fitting - {p.tray.card.area for p in judge.state.placements if child.id in p.tray.for_children}


def _card_name(card_id: int, judge: Judgements) -> str:
    return next((t.card.name for t in before(card_id, judge.state)), "an archived card")
