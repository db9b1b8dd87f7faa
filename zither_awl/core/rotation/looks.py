"""When the shelf is looked at next, and why it is too soon to change it: a rhythm, days away, a pause."""

from __future__ import annotations

from datetime import date, datetime, timedelta

from zither_awl.core.absence import quiet_on
from zither_awl.core.attendance import ended_cycles
from zither_awl.core.days import written_day
from zither_awl.core.judgement import State
from zither_awl.core.reasons import Quantity, Reason
from zither_awl.core.saying import say
from zither_awl.core.words import day_text


def next_look(state: State, on: date) -> date:
    """The day of the next look at the shelf, by the household's school, or where it was moved to; not on a day away."""
    return look_days(state, on, MOST_MOVED)[0][1]


MOST_MOVED = 12
"""So many looks ahead are enough to find the next, however they were moved."""


def look_days(state: State, on: date, most: int) -> list[tuple[date, date]]:
    """So many looks from a day on, in the order of the days they are on: each with its own day in the rhythm first."""
    day, step = _rhythm(state, on)
    # One that was moved out of the days before still comes.
    found = [(own, to) for own, to in state.moved_looks.items() if own < day and to >= on]
    while len(found) < most:
        to = state.moved_looks.get(day, day)
        if to >= on and quiet_on(state.absences, to) is None:
            found.append((day, to))
        day += timedelta(days=step)
    return sorted(found, key=lambda each: (each[1], each[0]))


def _rhythm(state: State, on: date) -> tuple[date, int]:
    """The first day of the rhythm from a day on, and its step in days."""
    practice = state.practice
    if practice.look == "daily":
        return on, 1
    if practice.look == "weekly" or not state.changes:
        return on + timedelta(days=(practice.look_day - on.weekday()) % 7), 7
    last, step = max(written_day(c.at) for c in state.changes), practice.calendar_days
    return last + timedelta(days=step * max(1, -(-(on - last).days // step))), step


def why_not_yet(state: State, on: date) -> Reason | None:
    """Why nothing is proposed on a day: the house is away, or the last change is too young; None for neither."""
    return _away(state, on) or _pause(state, on)


def _away(state: State, on: date) -> Reason | None:
    """Why nothing is proposed on a day the house is away."""
    away = quiet_on(state.absences, on)
    if away is None:
        return None
    text = say(
        "{away}, until {day}: nothing is proposed, and judgements wait.", away=away.name, day=day_text(away.until_day)
    )
    return Reason("AWAY", text)


def _pause(state: State, on: date) -> Reason | None:
    """Why it is too soon after the last accepted change, if it is: P(3) work cycles or P(7) days, whichever first."""
    if not state.changes:
        return None
    last = max(c.at for c in state.changes)
    over, since = passed(last, state, on)
    if over:
        return None
    text = say(
        "The last change was {cycles} ago. ",
        cycles=say("{n, plural, one {# work cycle} other {# work cycles}}", n=int(since.value)),
    )
    text += say("After {int}, or a week, its taking can be judged.", int=int(since.limit or 0))
    return Reason("ROT-2", text, (since,))


def passed(at: datetime, state: State, on: date) -> tuple[bool, Quantity]:
    """Whether enough time went by since an instant, and how many work cycles did."""
    practice = state.practice
    seen = sum(m.began > at and m.day <= on for m in ended_cycles(state.log))
    days = (on - written_day(at)).days  # a day more or less does not matter to the pause
    over = seen >= practice.pause_cycles or days >= practice.pause_days
    return over, Quantity(say("work cycles since"), seen, say("work cycles"), practice.pause_cycles, needed=True)
