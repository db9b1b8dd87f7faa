"""Showing a tray to a child: what is due, for whom, and how it is shown (PRES-2 to PRES-4, ROOM-8)."""

from __future__ import annotations

from collections.abc import Collection, Iterable, Mapping, Sequence
from dataclasses import dataclass
from datetime import date, timedelta
from typing import Literal

from zither_awl.core.ages import corrected_months
from zither_awl.core.practice import Practice
from zither_awl.core.reasons import Quantity, Reason
from zither_awl.core.saying import say
from zither_awl.core.values import Child, Presentation, Tray
from zither_awl.core.words import short_day_text

Style = Literal["silent", "spoken", "together"]
SILENT_FROM_MONTHS = 24
"""Silent presentations from this age, together before (PRES-2, SEQ-6). Common practice, no source."""
OUTCOMES = ("watched", "tried", "worked with it", "left it")
"""How a child met a showing, in words of our own."""
MANNERS = ("careful", "hasty", "careless")
"""How it went about it; effort is told, not neatness (PRES-3)."""
PASSED_BY = ("watched", "left it")
"""Whom it passed by: it is shown again to them, on another day."""

OPENING: dict[Style, str] = {
    "silent": say("Watch me, then it is your turn."),
    "spoken": say("Watch me, then it is your turn."),
    "together": say("Shall we do it together?"),
}
MANNER: dict[Style, str] = {
    "silent": say("Hands move, the mouth rests, the eyes see. Sit at the side of the hand you work with, not across."),
    "spoken": say("Name each thing as your hand comes to it, in few words, with life in the voice."),
    "together": say("Under two it is done together: your hands slow, the child’s hands in it wherever they like."),
}
WHAT_IF: tuple[tuple[str, str], ...] = (
    (
        say("The child reaches in at once"),
        say("Let it. Show the rest another day; it has told you where it wants to begin."),
    ),
    (say("Something spills"), say("Show how it is wiped, as slowly as the rest. It is part of the work, not a fault.")),
    (say("It is done carelessly"), say("Ask: shall I show you again? Effort counts, not neatness.")),
    (say("The child looks away or leaves"), say("Put it back together without a word, and show it again another day.")),
    (say("The child only wants to move"), say("Make it a distance: fetch each piece from across the room.")),
)
"""What to do when it goes otherwise (PRES-3, PRES-4). Common practice, no source."""


def style_for(child: Child, on: date) -> Style:
    """How a child of this age is shown things by default; an adult may choose otherwise."""
    months = corrected_months(child.born, child.gestation_weeks, on)
    return "silent" if months >= SILENT_FROM_MONTHS else "together"


@dataclass(frozen=True, slots=True)
class Due:
    """A showing that is due today, first or again, and why. `planned_id`: of the plan it comes from, if any."""

    tray: Tray
    again: bool
    reasons: tuple[Reason, ...]
    planned_id: int | None = None


@dataclass(frozen=True, slots=True)
class Showings:
    """For one child: what is due today, what waits for another day, and what is open to be found without a showing."""

    child: Child
    due: tuple[Due, ...]
    waiting: tuple[Tray, ...]
    open: tuple[Tray, ...]


AGAIN_DAYS, MOST_AGAIN = 14, 3
"""Shown again within so many days, at most so often in all. Ours, no source."""


def passed_by(
    child: Child, out: Iterable[Tray], shown: Iterable[Presentation], worked: Mapping[int, date], on: date
) -> list[tuple[Tray, Reason]]:
    """The trays whose last showing passed a child by: it watched only, or left it, and did not take it up since. Shown
    again another day, a few times (PRES-3). `worked`: by tray, the last day the child worked with it."""
    last: dict[int, list[Presentation]] = {}
    for each in shown:
        if each.child_id == child.id:
            last.setdefault(each.tray_id, []).append(each)
    found = []
    for tray in out:
        told = last.get(tray.id, [])
        if not told or told[-1].outcome not in PASSED_BY or len(told) > MOST_AGAIN:
            continue
        day = told[-1].local_day
        if day < on <= day + timedelta(days=AGAIN_DAYS) and worked.get(tray.id, date.min) < day:
            how = "only watched" if told[-1].outcome == "watched" else "left it"
            found.append(
                (
                    tray,
                    Reason(
                        "PRES-3",
                        say(
                            "{child} {how} when it was shown on {day}: once more.",
                            child=child.name,
                            how=how,
                            day=short_day_text(day),
                        ),
                    ),
                )
            )
    return found


@dataclass(frozen=True, slots=True)
class Planned:
    """A showing an adult means to give on a day."""

    id: int
    child_id: int
    tray_id: int
    day: date
    reason: str = ""
    """Why it is shown though something before it is not known."""


def showings(
    child: Child,
    out: Sequence[Tray],
    shown: Iterable[Presentation],
    shown_today: Collection[int],
    planned: Iterable[Planned],
    remedies: Iterable[tuple[Tray, Reason]],
    on: date,
    *,
    not_yet: Collection[int] = (),
    resting: Mapping[int, Tray] = {},
    next_steps: Mapping[int, str] = {},
    practice: Practice = Practice(),
) -> Showings:
    """What to show a child today of the trays that stand out for it.

    Planned showings come first, then trays that wait for their first where this child is shown first (ROOM-8), then
    what is to be shown again: before it counts as ignored, untaken after its showing, slipping. A planned one that
    rests (`resting`, by id) is named too, to be fetched. New ones are at most P(2) a day, those given today counted
    (PRES-4), a next single step of its ladders (`next_steps`, by tray with what it follows) before the rest.
    `shown_today`: trays first shown to it today; `not_yet`: trays it is not ready for, which wait.
    """
    known = {p.tray_id for p in shown if p.child_id == child.id}
    by_id = {t.id: t for t in out}
    at_hand = {**resting, **by_id}
    due = [
        _planned(at_hand[p.tray_id], p, known, p.tray_id in by_id)
        for p in planned
        if p.child_id == child.id and p.day <= on and p.tray_id in at_hand
    ]
    taken = {d.tray.id for d in due}
    new = [t for t in out if t.id not in known and t.id not in taken]
    first = corrected_months(child.born, child.gestation_weeks, on) >= practice.shown_first_from_months
    room = max(0, practice.showings_a_day - len(shown_today) - sum(not d.again for d in due))
    new.sort(key=lambda t: (t.id in not_yet, t.id not in next_steps))
    room = min(room, sum(t.id not in not_yet for t in new))
    if first:
        due += [Due(t, False, (*_step(child, t, next_steps), _first(t, practice))) for t in new[:room]]
    due += [Due(t, True, (why,)) for t, why in remedies if t.id in by_id and t.id not in taken]
    return Showings(child, tuple(due), tuple(new[room:]) if first else (), () if first else tuple(new))


def _planned(tray: Tray, plan: Planned, known: Collection[int], out: bool) -> Due:
    again = tray.id in known
    text = say(
        "You meant to show {tray}{again} on {day}.",
        tray=tray.name,
        again=say(" again") if again else "",
        day=short_day_text(plan.day),
    )
    reasons = [Reason("PLANNED", text if out else say("{text} It rests: fetch it first.", text=text))]
    if plan.reason:
        reasons.append(Reason("PLANNED", say("Though something before it is not known: {reason}", reason=plan.reason)))
    return Due(tray, again, tuple(reasons), plan.id)


def _step(child: Child, tray: Tray, next_steps: Mapping[int, str]) -> tuple[Reason, ...]:
    follows = next_steps.get(tray.id)
    return (
        (Reason("SEQ-1", say("{child}'s next single step, after {follows}.", child=child.name, follows=follows)),)
        if follows
        else ()
    )


def _first(tray: Tray, practice: Practice) -> Reason:
    number = Quantity(say("new showings a day"), practice.showings_a_day, "at most", practice.showings_a_day)
    return Reason(
        "PRES-4", say("{tray} stands out and was not shown yet; it waits for a showing.", tray=tray.name), (number,)
    )
