"""Is a resting tray ready to come in, for whom, and why?"""

from __future__ import annotations

from dataclasses import dataclass

from zither_awl.core.judgement import Judgements
from zither_awl.core.reasons import Quantity, Reason
from zither_awl.core.rotation.chain import after, before, goes_backwards
from zither_awl.core.rotation.rest import left_on, left_why, still_resting
from zither_awl.core.saying import say
from zither_awl.core.shelf.fitness import suits
from zither_awl.core.values import Child, Tray
from zither_awl.core.wishes import matched
from zither_awl.core.words import day_text, listed

(CHOSEN, NEXT_STEP, EASIER_STEP, TOO_HARD_BEFORE, AIM, PASSION, MISSING_AREA, RESTED, NEW, NOT_YET) = range(10)
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
        for child in judge.state.children
        if child.id in tray.for_children
    ]
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
    return goes_backwards(tray, child, judge) or still_resting(tray, child, judge)


def _chosen(tray: Tray, child: Child, judge: Judgements) -> Coming | None:
    """The household asked for this very step."""
    here = (tray.card.key, tray.card.level)
    aim = next((a for a in judge.state.aims if a.key and (a.key, a.level) == here and a.runs(child, judge.on)), None)
    if aim is None:
        return None
    text = say("You chose it for {child} on {day}.", child=child.name, day=day_text(aim.from_day))
    return Coming(tray, child, CHOSEN, Reason("ROT-6", text, (), (f"tray:{tray.id}",)))


def _next_step(tray: Tray, child: Child, judge: Judgements) -> Coming | None:
    card = tray.card
    if not card.follows or judge.knows(child, card.id):
        return None
    names = listed(_card_name(p, judge) for p in card.follows)
    shown = tuple(e for p in card.follows for e in judge.mastery_of(child, p).reasons[0].evidence)
    return Coming(
        tray,
        child,
        NEXT_STEP,
        Reason("ROT-6", say("{child}'s next step after {names}.", child=child.name, names=names), (), shown),
    )


def _easier_step(tray: Tray, child: Child, judge: Judgements) -> Coming | None:
    """It comes before what was too hard and rests now."""
    if judge.knows(child, tray.card.id):
        return None
    hard = next(
        (t for t in after(tray, judge.state) if left_why(t, judge) == "too hard" and not judge.knows(child, t.card.id)),
        None,
    )
    if hard is None:
        return None
    text = say("An easier step: {hard} was too hard for {child}.", hard=hard.name, child=child.name)
    return Coming(tray, child, EASIER_STEP, Reason("ROT-6", text, (), (f"tray:{hard.id}",)))


def _too_hard_before(tray: Tray, child: Child, judge: Judgements) -> Coming | None:
    if left_why(tray, judge) != "too hard":
        return None
    text = say("It was too hard, has rested, and fits {child} now.", child=child.name)
    return Coming(tray, child, TOO_HARD_BEFORE, Reason("ROT-8", text, (), (f"tray:{tray.id}",)))


def _aim(tray: Tray, child: Child, judge: Judgements) -> Coming | None:
    aim = matched((a.words for a in judge.state.aims if not a.key and a.runs(child, judge.on)), tray)
    if not aim:
        return None
    return Coming(
        tray,
        child,
        AIM,
        Reason("ROT-6", say("It goes with the aim of these weeks: {aim}.", aim=aim), (), (f"tray:{tray.id}",)),
    )


def _passion(tray: Tray, child: Child, judge: Judgements) -> Coming | None:
    passion = matched(child.passions, tray)
    if not passion:
        return None
    return Coming(
        tray,
        child,
        PASSION,
        Reason(
            "ROT-6",
            say("{child} loves this now: {passion}.", child=child.name, passion=passion),
            (),
            (f"tray:{tray.id}",),
        ),
    )


def _missing_area(tray: Tray, child: Child, judge: Judgements) -> Coming | None:
    area = tray.card.area
    if area not in _missing_areas(child, judge):
        return None
    return Coming(
        tray,
        child,
        MISSING_AREA,
        Reason(
            "ROT-6", say("Nothing of {area} is out for {child}.", area=area, child=child.name), (), (f"tray:{tray.id}",)
        ),
    )


def _rested(tray: Tray, child: Child, judge: Judgements) -> Coming | None:
    left = left_on(tray, judge)
    if left is None:
        return None
    days = (judge.on - left).days
    rested = Quantity(say("rested"), days, "days", judge.state.practice.rest_days, needed=True)
    text = say(
        "It has rested {days} and fits {child} now.",
        days=say("{n, plural, one {# day} other {# days}}", n=days),
        child=child.name,
    )
    return Coming(tray, child, RESTED, Reason("ROT-6", text, (rested,), (f"tray:{tray.id}",)))


def _new(tray: Tray, child: Child, judge: Judgements) -> Coming | None:
    text = say("It has not been out yet and fits {child} now.", child=child.name)
    return Coming(tray, child, NEW, Reason("ROT-6", text, (), (f"tray:{tray.id}",)))


_WAYS = (_chosen, _next_step, _easier_step, _too_hard_before, _aim, _passion, _missing_area, _rested, _new)


def _missing_areas(child: Child, judge: Judgements) -> set[str]:
    """Areas with a card whose window holds the child, of which nothing is out for it."""
    return judge.once(("missing areas", child.id), lambda: _areas_missing(child, judge))


def _areas_missing(child: Child, judge: Judgements) -> set[str]:
    months = judge.months(child)
    fitting = {
        t.card.area
        for t in judge.state.trays
        if child.id in t.for_children and t.card.from_months <= months <= t.card.to_months
    }
    return fitting - {p.tray.card.area for p in judge.state.placements if child.id in p.tray.for_children}


def _card_name(card_id: int, judge: Judgements) -> str:
    return next((t.card.name for t in before(card_id, judge.state)), say("an archived card"))
