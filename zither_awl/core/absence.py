"""Days on which no work cycles are expected: holidays, visitors, outings, illness. Judgements wait for them."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass
from datetime import date, timedelta
from typing import Literal

from zither_awl.core.errors import Gathering
from zither_awl.core.saying import say
from zither_awl.core.values.checks import named

AbsenceKind = Literal["holiday", "visitors", "outing", "illness"]
ABSENCE_KINDS: tuple[AbsenceKind, ...] = ("holiday", "visitors", "outing", "illness")
MOST_DAYS = 200


@dataclass(frozen=True, slots=True, kw_only=True)
class Absence:
    """Some days away, for some children or (none named) for all. `uid` is what a calendar file calls it."""

    id: int
    kind: AbsenceKind
    name: str
    from_day: date
    until_day: date
    children: frozenset[int] = frozenset()
    uid: str = ""

    def __post_init__(self) -> None:
        wrong = Gathering()
        named(wrong, self.name)
        wrong.among(self.kind, ABSENCE_KINDS, "kind")
        days = (self.until_day - self.from_day).days + 1
        wrong.check(
            1 <= days <= MOST_DAYS,
            "until_day",
            say("makes {days} days; expected 1 to {most_days}.", days=days, most_days=MOST_DAYS),
            say("Let it end on its first day or later."),
        )
        wrong.finish()

    def holds(self, day: date) -> bool:
        """Whether a day is one of it."""
        return self.from_day <= day <= self.until_day

    @property
    def whole_house(self) -> bool:
        """Whether it is for everybody."""
        return not self.children


def quiet_on(absences: Iterable[Absence], day: date) -> Absence | None:
    """What keeps the whole house from its work cycle on a day, if anything does; an outing does not keep the rest of
    the day from it."""
    return next((a for a in absences if a.holds(day) and a.whole_house and a.kind != "outing"), None)


def days_away(absences: Iterable[Absence], child_id: int, since: date, until: date) -> int:
    """On how many days after `since`, up to and with `until`, a child was away."""
    days = set[date]()
    for each in absences:
        if each.kind == "outing" or (each.children and child_id not in each.children):
            continue
        day, last = max(each.from_day, since + timedelta(days=1)), min(each.until_day, until)
        while day <= last:
            days.add(day)
            day += timedelta(days=1)
    return len(days)


def here_this_week(absences: Iterable[Absence], child_id: int, on: date) -> bool:
    """Whether a child is here on any of seven days from a day on."""
    return days_away(absences, child_id, on - timedelta(days=1), on + timedelta(days=6)) < 7


def next_day_in(absences: Iterable[Absence], day: date) -> date:
    """The day itself, or the first after it on which the house is not away."""
    kept = tuple(absences)
    while (away := quiet_on(kept, day)) is not None:
        day = away.until_day + timedelta(days=1)
    return day
