"""The curve of a morning's work: settling, a first easy work, a restless pause, the great work, rest.

The shape was described from whole mornings of many children (M. Montessori, The Advanced Montessori Method, 1917, from
memory). The numbers that tell one part from another are ours. A child is compared with its own mornings only.
"""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from datetime import datetime
from itertools import pairwise

from zither_awl.core.concentration import stretches
from zither_awl.core.exact import wilson
from zither_awl.core.practice import Practice
from zither_awl.core.values import Episode, Morning, Spell

AT_WORK = "at work"


@dataclass(frozen=True, slots=True)
class Stretch:
    """A time within a morning, in minutes from its beginning, and the piece of work it lies in, if any."""

    from_min: float
    to_min: float
    episode_id: str = ""

    @property
    def minutes(self) -> float:
        """How long it lasted."""
        return self.to_min - self.from_min


@dataclass(frozen=True, slots=True)
class Curve:
    """One child's morning. `by_minute`: what it was at in the middle of each minute, "" where nobody said.

    `settling_min`: minutes until the first unbroken work of P(3) minutes. `dip`: the longest time away from work
    between that and the great work, of P(2) minutes or more. `great`: the longest unbroken work, of P(10) minutes or
    more. None where the morning had no such part.
    """

    by_minute: tuple[str, ...]
    work: tuple[Stretch, ...]
    settling_min: float | None
    dip: Stretch | None
    great: Stretch | None

    @property
    def at_work_min(self) -> float:
        """Minutes at work."""
        return sum(s.minutes for s in self.work)


def work_curve(
    child: int,
    morning: Morning,
    episodes: Iterable[Episode],
    states: Iterable[Spell] = (),
    *,
    practice: Practice = Practice(),
) -> Curve | None:
    """The curve of one child's morning, from the work and the states written down; None while the morning is open.

    Work whose end nobody saw is left out: an open end is not a duration.
    """
    if morning.ended is None:
        return None
    own = sorted((e for e in episodes if e.child_id == child and not e.struck and e.ended), key=lambda e: e.began)
    work = tuple(Stretch(_minutes(frm, morning), _minutes(to, morning), e.id) for e in own for frm, to in stretches(e))
    first = next((s for s in work if s.minutes >= practice.settled_min), None)
    longest = max(work, key=lambda s: s.minutes, default=None)
    great = longest if longest is not None and longest.minutes >= practice.great_work_min else None
    return Curve(
        by_minute=_by_minute(morning, work, [s for s in states if s.child_id == child]),
        work=work,
        settling_min=max(0.0, first.from_min) if first else None,
        dip=_dip(work, first, great, practice),
        great=great,
    )


def _minutes(at: datetime, morning: Morning) -> float:
    return (at - morning.began).total_seconds() / 60


def _dip(work: Sequence[Stretch], first: Stretch | None, great: Stretch | None, practice: Practice) -> Stretch | None:
    if first is None or great is None or great.from_min <= first.from_min:
        return None
    between = [s for s in work if first.from_min <= s.from_min <= great.from_min]
    gaps = [Stretch(a.to_min, b.from_min) for a, b in pairwise(between)]
    longest = max(gaps, key=lambda g: g.minutes, default=None)
    return longest if longest is not None and longest.minutes >= practice.dip_min else None


def _by_minute(morning: Morning, work: Sequence[Stretch], states: Sequence[Spell]) -> tuple[str, ...]:
    assert morning.ended is not None
    count = max(1, round(_minutes(morning.ended, morning)))
    end = morning.ended
    still = [(Stretch(_minutes(s.began, morning), _minutes(s.ended or end, morning)), s.state) for s in states]
    found = []
    for minute in range(count):
        at = minute + 0.5
        state = next((word for s, word in reversed(still) if s.from_min <= at < s.to_min), "")
        found.append(AT_WORK if any(s.from_min <= at < s.to_min for s in work) else state)
    return tuple(found)


@dataclass(frozen=True, slots=True)
class Quarter:
    """A quarter of an hour of a child's mornings: on how many of them it was at work in its middle, and Wilson's
    interval for that share.
    """

    from_min: int
    at_work: int
    mornings: int
    low: float
    high: float

    @property
    def share(self) -> float:
        """The share of mornings at work in the middle of this quarter."""
        return self.at_work / self.mornings


BIN_MIN = 15


def typical_curve(curves: Sequence[Curve], least: int = 3) -> tuple[Quarter, ...]:
    """The typical morning of one child, by quarters of an hour from its beginning.

    Each morning is asked one thing of each quarter: was the child at work in its middle minute. Any work within it, or
    work all through it, would over- or understate the share of time. A quarter fewer than `least` mornings reached is
    left out.
    """
    found = []
    longest = max((len(c.by_minute) for c in curves), default=0)
    for frm in range(0, longest, BIN_MIN):
        middle = frm + BIN_MIN // 2
        seen = [c.by_minute[middle] for c in curves if middle < len(c.by_minute)]
        if len(seen) >= least:
            at_work = sum(state == AT_WORK for state in seen)
            found.append(Quarter(frm, at_work, len(seen), *wilson(at_work, len(seen))))
    return tuple(found)
