"""How long a child works unbroken. A child is compared only with itself; freely chosen work has no norm."""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from datetime import date, datetime, timedelta
from statistics import median
from typing import Literal

from zither_awl.core.exact import Slope, autocorrelation, theil_sen
from zither_awl.core.happenings import KINDS, Counts
from zither_awl.core.values import DEPTHS, Episode, Visit

Verdict = Literal["growing", "shrinking", "no clear change", "too early to say"]
SCALE_DAYS = 56
"""A swing is drawn on the scale of so many days of the child's own work."""


@dataclass(frozen=True, slots=True)
class EpisodeStats:
    """One episode in numbers: unbroken stretches in minutes, rounds, what broke it, whether the child came back.

    `depth` is the deepest of the five described steps that was told, 0 to 4; None when nobody said.
    """

    stretches_min: tuple[float, ...]
    longest_min: float
    total_min: float
    repetitions: int
    interruptions: tuple[tuple[str, int], ...]
    resumed: bool
    depth: int | None = None


def episode_stats(episode: Episode) -> EpisodeStats | None:
    """The stretches of an ended episode; None while it is open, because an open end is not a duration.

    A break ends a stretch; coming back begins the next. Rounds are counted as they were tapped.
    """
    if episode.ended is None:
        return None
    lengths = tuple(_minutes(to - frm) for frm, to in stretches(episode))
    breaks = Counter(e.cause or "unknown" for e in episode.events if e.kind == "broken")
    backs = sum(e.kind == "back" for e in episode.events)
    return EpisodeStats(
        stretches_min=lengths,
        longest_min=max(lengths),
        total_min=sum(lengths),
        repetitions=sum(e.kind == "round" for e in episode.events),
        interruptions=tuple(breaks.items()),
        resumed=bool(breaks) and backs >= sum(breaks.values()),
        depth=max((DEPTHS.index(e.cause) for e in episode.events if e.kind == "depth"), default=None),
    )


def stretches(episode: Episode) -> list[tuple[datetime, datetime]]:
    """The unbroken stretches of an ended episode, each from and to; none of an open one."""
    if episode.ended is None:
        return []
    found: list[tuple[datetime, datetime]] = []
    start, working = episode.began, True
    for event in sorted(episode.events, key=lambda e: e.at):
        # A clock that was set right may have put an event outside its work.
        at = min(max(event.at, start), episode.ended)
        if event.kind == "broken" and working:
            found.append((start, at))
            working = False
        elif event.kind == "back" and not working:
            start, working = at, True
    if working:
        found.append((start, max(episode.ended, start)))
    return found


def _minutes(length: timedelta) -> float:
    return max(0.0, length.total_seconds() / 60)


def fold(episode: Episode) -> Visit:
    """A piece of work folded: its events become the numbers the judgements ask for."""
    stats, events, counts = episode_stats(episode), episode.events, Counts()
    for event in events:
        if event.kind in KINDS:
            KINDS[event.kind].fold(counts, event)
    return Visit(
        id=episode.id,
        child_id=episode.child_id,
        tray_id=episode.tray_id,
        card_id=episode.card_id,
        activity=episode.activity,
        local_day=episode.local_day,
        began=episode.began,
        ended=episode.ended,
        last_at=max((e.at for e in events), default=episode.began),
        work=episode.work,
        place=episode.place,
        morning_id=episode.morning_id,
        minutes=stats.total_min if stats else None,
        longest_min=stats.longest_min if stats else None,
        repetitions=counts.repetitions,
        helps=counts.helps,
        self_corrections=counts.self_corrections,
        breaks=counts.breaks,
        depth=counts.depth,
        parts=tuple(counts.parts.items()),
    )


def folded(pieces: Iterable[Episode | Visit]) -> list[Visit]:
    """Pieces of work as visits, in their order; struck ones are left out."""
    return [
        each if isinstance(each, Visit) else fold(each) for each in pieces if isinstance(each, Visit) or not each.struck
    ]


def longest_of(pieces: Iterable[Episode | Visit]) -> list[float]:
    """The longest unbroken stretch of each ended piece of work, oldest first, in minutes."""
    ended = sorted(folded(pieces), key=lambda e: e.began)
    return [e.longest_min for e in ended if e.longest_min is not None]


TREND_WEEKS = 12
"""A trend is told from so many weeks of work on."""
TREND_LOOKS = 3
"""... and only when so many weekly looks in a row say the same."""
TREND_CONFIDENCE = 0.99
"""Of one look. With the two above a wrong word at some of 26 weekly looks has a chance of about one in sixteen where
weeks resemble each other by half (bench/interest.py)."""


@dataclass(frozen=True, slots=True)
class Span:
    """Weekly medians of the longest stretch, and their trend in minutes a week, if it can be told."""

    weeks: tuple[tuple[date, float], ...]
    slope: Slope | None
    verdict: Verdict


def span(pieces: Iterable[Episode | Visit], on: date) -> Span:
    """How the longest stretch develops by week, with a Theil-Sen slope.

    Says "growing" or "shrinking" only from twelve weeks on, when three weekly looks in a row leave out 0 on the same
    side. The interval is widened for how much one week resembles the last. Only work somebody wrote down is in it.
    """
    return span_of([(v.local_day, v.longest_min) for v in folded(pieces) if v.longest_min is not None], on)


def span_of(longest: Iterable[tuple[date, float]], on: date) -> Span:
    """The same, from the day and the longest unbroken minutes of each piece of work."""
    by_week: dict[date, list[float]] = {}
    for day, minutes in longest:
        if day <= on:
            by_week.setdefault(day - timedelta(days=day.weekday()), []).append(minutes)
    weeks = tuple((week, median(values)) for week, values in sorted(by_week.items()))
    return Span(weeks, _line(weeks), _verdict(weeks))


def _line(weeks: Sequence[tuple[date, float]]) -> Slope | None:
    if not weeks:
        return None
    x, y = [(week - weeks[0][0]).days / 7 for week, _ in weeks], [minutes for _, minutes in weeks]
    plain = theil_sen(x, y)
    if plain is None:
        return None
    left = [b - plain.intercept - plain.slope * a for a, b in zip(x, y, strict=True)]
    return theil_sen(x, y, TREND_CONFIDENCE, alike=autocorrelation(left))


def _verdict(weeks: Sequence[tuple[date, float]]) -> Verdict:
    if len(weeks) < TREND_WEEKS + TREND_LOOKS - 1:
        return "too early to say"
    lines = [_line(weeks[: len(weeks) - back]) for back in range(TREND_LOOKS)]
    if all(line is not None and line.low > 0 for line in lines):
        return "growing"
    return "shrinking" if all(line is not None and line.high < 0 for line in lines) else "no clear change"


def own_scale_min(pieces: Iterable[Episode | Visit], on: date) -> float | None:
    """A child's own 90th percentile of unbroken minutes over eight weeks; None under ten episodes."""
    recent = longest_of(e for e in pieces if 0 <= (on - e.local_day).days <= SCALE_DAYS)
    return sorted(recent)[int(0.9 * (len(recent) - 1))] if len(recent) >= 10 else None
