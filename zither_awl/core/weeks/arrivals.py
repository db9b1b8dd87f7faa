"""What arrives: boxes every so often, gifts, once or again; and what leaves for it where the bins are full."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from dataclasses import dataclass, replace
from datetime import date, timedelta
from typing import Literal

from zither_awl.core.ages import corrected_months
from zither_awl.core.errors import Gathering
from zither_awl.core.reasons import Quantity, Reason
from zither_awl.core.saying import say
from zither_awl.core.stock import leaving
from zither_awl.core.values import Child, Tray
from zither_awl.core.values.checks import named
from zither_awl.core.words import listed

LeaveBy = Literal["give away", "lend", "mend", "recycle"]
DISUSED_DAYS = 180
"""A tray that rested so long without being missed may leave. Ours, no source."""
MOST_EVERY_DAYS = 400


@dataclass(frozen=True, slots=True, kw_only=True)
class Arrival:
    """Something that comes to the house on a day; every so many days again, or once (None)."""

    id: int
    name: str
    day: date
    child_id: int | None = None
    every_days: int | None = None
    giver: str = ""
    note: str = ""
    arrived_on: date | None = None

    def __post_init__(self) -> None:
        wrong = Gathering()
        named(wrong, self.name)
        every = self.every_days
        wrong.check(
            every is None or 1 <= every <= MOST_EVERY_DAYS,
            "every_days",
            say("is {every}; expected 1 to {most_every_days} days.", every=every, most_every_days=MOST_EVERY_DAYS),
        )
        for name, most in (("giver", 80), ("note", 200)):
            wrong.check(len(getattr(self, name)) <= most, name, say("has more than {most} characters.", most=most))
        wrong.finish()


def coming_days(arrival: Arrival, first: date, last: date) -> tuple[date, ...]:
    """The days between two, both included, on which it is still to come."""
    if arrival.arrived_on is not None:
        return ()
    days, day = [], arrival.day
    while day <= last:
        if day >= first:
            days.append(day)
        if arrival.every_days is None:
            break
        day += timedelta(days=arrival.every_days)
    return tuple(days)


def next_after(arrival: Arrival, on: date) -> Arrival | None:
    """The same arrival the next time, once it has come on a day; None for what comes once."""
    if arrival.every_days is None:
        return None
    day = arrival.day + timedelta(days=arrival.every_days)
    while day <= on:
        day += timedelta(days=arrival.every_days)
    return replace(arrival, id=0, day=day, arrived_on=None)


@dataclass(frozen=True, slots=True)
class MayLeave:
    """A resting tray that could leave the house, how, and why."""

    tray: Tray
    how: LeaveBy
    reason: Reason


def may_leave(
    resting: Iterable[tuple[Tray, date | None, str]], children: Sequence[Child], on: date
) -> tuple[MayLeave, ...]:
    """What could leave so that something may come in, the likeliest first: each resting tray with the day it was last
    out (None: never) and its mark of wear ("" for none).

    Worn ones are mended or recycled; outgrown ones are given away, or lent where a younger child will grow into them;
    what nobody missed for long may leave too.
    """
    found: list[tuple[int, MayLeave]] = []
    for tray, last, mark in resting:
        months = [corrected_months(c.born, c.gestation_weeks, on) for c in children]
        grows = [c.name for c, m in zip(children, months, strict=True) if m < tray.card.from_months]
        rested = (on - last).days if last is not None else None
        if mark == "worn":
            text = say("{tray} is worn: mend it, or recycle it.", tray=tray.name)
            found.append((0, MayLeave(tray, "mend", Reason("ROOM-12", text))))
        elif outgrown := leaving([tray], children, on):
            found.append((1, MayLeave(tray, "give away", outgrown[0][1])))
        elif grows and all(m > tray.card.to_months or c.name in grows for c, m in zip(children, months, strict=True)):
            text = say("Nobody is of its age now; {grows} will grow into it.", grows=listed(grows))
            found.append((2, MayLeave(tray, "lend", Reason("ROOM-12", text))))
        elif rested is not None and rested >= DISUSED_DAYS:
            number = Quantity(say("rested"), rested, "days", DISUSED_DAYS)
            text = say(
                "It was not out for {days}, and nobody missed it.",
                days=say("{n, plural, one {# day} other {# days}}", n=rested),
            )
            found.append((3, MayLeave(tray, "lend", Reason("ROOM-12", text, (number,)))))
    return tuple(each for _, each in sorted(found, key=lambda f: (f[0], f[1].tray.name)))
