"""One log from many devices: which pieces of work their events tell of. The answer depends on what was sent, never on
the order in which it arrived.
"""

from __future__ import annotations

from bisect import bisect_right
from collections import defaultdict
from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass, field, replace
from datetime import UTC, datetime, timedelta, tzinfo
from itertools import pairwise

from zither_awl.core.concentration import folded
from zither_awl.core.days import local_day
from zither_awl.core.practice import Practice
from zither_awl.core.values import Episode, EpisodeEvent, Morning, Sent, Spell, Visit

FORGOTTEN, OVERLAP = "ended when?", "which one?"


@dataclass(frozen=True, slots=True)
class Merged:
    """The pieces of work, by their beginning, and for each event (device, count) the work it belongs to.

    An event whose beginning has not arrived belongs to none yet.
    """

    episodes: tuple[Episode, ...]
    belongs: Mapping[tuple[str, int], str]


@dataclass(slots=True)
class _Work:
    """A piece of work while it is put together: its first start, and by which names devices know it."""

    first: Sent
    names: set[str] = field(default_factory=set)
    devices: set[str] = field(default_factory=set)


def merge(
    sent: Iterable[Sent],
    told: Mapping[str, Episode] | None = None,
    mornings: Sequence[Morning] = (),
    *,
    zone: tzinfo = UTC,
    practice: Practice = Practice(),
) -> Merged:
    """Put the pieces of work together from every event sent, in whatever order they came.

    Two starts of one child at one thing by two devices within `practice.same_start_s` are one piece of work with two
    observers, named by the earlier. Its end is the first end anybody saw. What `told` holds, by the work's name, keeps
    its own times and end. Of two that overlap the later is asked about ("which one?"); one without an end that was
    followed by another is asked for ("ended when?"). A struck event tells nothing. `zone` is the family's: it gives a
    piece of work its day.
    """
    told = told or {}
    kept = sorted((s for s in sent if not s.struck and s.kind != "state"), key=lambda s: s.order)
    ends = _ends(kept)
    works = _works([s for s in kept if s.kind == "start"], ends, practice)
    names = {name: _name(work, told) for work in works for name in work.names}
    names |= {name: name for name in told}
    events: defaultdict[str, list[Sent]] = defaultdict(list)
    belongs: dict[tuple[str, int], str] = {}
    for each in kept:
        name = names.get(each.episode_id)
        if name is not None:
            events[name].append(each)
            belongs[each.device, each.sequence] = name
    found = {n: replace(e, events=_seen(events[n], practice)) for n, e in told.items()}
    for work in works:
        name = _name(work, told)
        found.setdefault(name, _episode(name, work.first, events[name], mornings, zone, practice))
    return Merged(_asked(sorted(found.values(), key=lambda e: (e.began, e.id))), belongs)


def _name(work: _Work, told: Mapping[str, Episode]) -> str:
    return next((name for name in sorted(work.names) if name in told), work.first.episode_id)


def _ends(kept: Sequence[Sent]) -> dict[str, datetime]:
    """The first end seen of each piece of work, by the name its device gave it."""
    ends: dict[str, datetime] = {}
    for each in kept:
        if each.kind == "finish":
            ends.setdefault(each.episode_id, each.at)
    return ends


def _works(starts: Sequence[Sent], ends: Mapping[str, datetime], practice: Practice) -> list[_Work]:
    """Starts that are one beginning seen by several devices, gathered."""
    within = timedelta(seconds=practice.same_start_s)
    works: list[_Work] = []
    last: dict[tuple[int, int | None, str], _Work] = {}
    for start in starts:
        key = (start.child_id, start.tray_id, start.activity)
        work = last.get(key)
        if work is None or not _same_beginning(work, start, ends, within):
            works.append(work := _Work(start))
            last[key] = work
        work.names.add(start.episode_id)
        work.devices.add(start.device)
    return works


def _same_beginning(work: _Work, start: Sent, ends: Mapping[str, datetime], within: timedelta) -> bool:
    ended = min((ends[name] for name in work.names if name in ends), default=None)
    return start.episode_id in work.names or (
        start.device not in work.devices and start.at - work.first.at <= within and (ended is None or ended >= start.at)
    )


def _episode(
    name: str, first: Sent, events: Sequence[Sent], mornings: Sequence[Morning], zone: tzinfo, practice: Practice
) -> Episode:
    # An end far beyond any work is a clock that jumped: nobody knows the end, and it is asked for.
    end = next((e for e in events if e.kind == "finish" and e.at - first.at <= LONGEST), None)
    return Episode(
        id=name,
        child_id=first.child_id,
        tray_id=first.tray_id,
        activity=first.activity,
        began=first.at,
        local_day=local_day(first.at, zone),
        # A clock set back must not turn an end before its beginning.
        ended=max(end.at, first.at + timedelta(seconds=1)) if end else None,
        work=end.work if end else None,
        place=end.place if end else None,
        adult_id=first.adult_id,
        morning_id=morning_at(mornings, first.at),
        events=_seen(events, practice),
    )


LONGEST, NEXT_WITHIN = timedelta(hours=8), timedelta(hours=12)
REACH = timedelta(hours=24)
"""Events further apart than this cannot change one another's work: it is enough to merge what lies about them."""


def morning_at(mornings: Sequence[Morning], at: datetime) -> int | None:
    """The morning an instant falls into, the latest if there are several; None if none.

    One that nobody ended reaches to the end of the work there can have been in it.
    """
    return next(
        (
            m.id
            for m in sorted(mornings, key=lambda m: m.began, reverse=True)
            if m.began <= at <= (m.ended or m.began + NEXT_WITHIN)
        ),
        None,
    )


def closed(mornings: Sequence[Morning], pieces: Iterable[Episode | Visit]) -> tuple[Morning, ...]:
    """The mornings, oldest first. One nobody ended that another followed was seen in part, to its last event."""
    last_seen: dict[int, datetime] = {}
    unended = {m.id for m in mornings if m.ended is None}
    for visit in folded(p for p in pieces if p.morning_id in unended):
        told = max(visit.ended or visit.began, min(visit.last_at, visit.began + LONGEST))
        last_seen[visit.morning_id or 0] = max(told, last_seen.get(visit.morning_id or 0, told))
    ordered = sorted(mornings, key=lambda m: (m.began, m.id))
    return tuple(
        replace(m, ended=last_seen.get(m.id, m.began) + timedelta(minutes=1), seen="part")
        if m.ended is None and at + 1 < len(ordered)
        else m
        for at, m in enumerate(ordered)
    )


TOLD = "told:"
"""How the device of events begins that an adult told afterwards: nobody else can have seen the same."""


def told_once(
    events: Sequence[tuple[EpisodeEvent, str]], *, practice: Practice = Practice()
) -> tuple[EpisodeEvent, ...]:
    """The events of one piece of work, each with its device, in order; what two devices saw of one happening, once."""
    within = timedelta(seconds=practice.same_event_s)
    kept: list[tuple[EpisodeEvent, set[str]]] = []
    for each, device in events:
        single = each.kind in ("start", "note") or device.startswith(TOLD)
        twin = (
            None
            if single
            else next(
                (
                    by
                    for other, by in reversed(kept)
                    if other.kind == each.kind
                    and other.cause == each.cause
                    and each.at - other.at <= within
                    and device not in by
                ),
                None,
            )
        )
        if twin is None:
            kept.append((each, {device}))
        else:
            twin.add(device)
    return tuple(event for event, _ in kept)


def _seen(events: Sequence[Sent], practice: Practice) -> tuple[EpisodeEvent, ...]:
    return told_once([(_event(s), s.device) for s in events], practice=practice)


def _event(sent: Sent) -> EpisodeEvent:
    return EpisodeEvent(kind=sent.kind, at=sent.at, cause=sent.cause, text=sent.text, id=sent.id)


def _asked(episodes: Sequence[Episode]) -> tuple[Episode, ...]:
    """The same with the questions that follow from how they lie. What was told is never asked about again."""
    by_child: defaultdict[int, list[Episode]] = defaultdict(list)
    for each in episodes:
        if not each.struck:
            by_child[each.child_id].append(each)
    questions: dict[str, str] = {}
    for own in by_child.values():
        questions |= {a.id: FORGOTTEN for a, b in pairwise(own) if a.ended is None and b.began - a.began <= NEXT_WITHIN}
        latest: datetime | None = None
        for each in own:
            if each.ended and latest and each.began < latest:
                questions[each.id] = OVERLAP
            if each.ended:
                latest = max(each.ended, latest or each.ended)
    return tuple(e if e.told else replace(e, question=questions.get(e.id, "")) for e in episodes)


def spells(
    states: Iterable[Sent], pieces: Iterable[Episode | Visit], mornings: Sequence[Morning] = ()
) -> tuple[Spell, ...]:
    """What children were at when not at work: each state runs to the child's next state or work, or the morning's end.

    A state outside any morning that nothing followed stays open.
    """
    marks: defaultdict[int, list[Sent]] = defaultdict(list)
    for each in sorted((s for s in states if not s.struck and s.kind == "state"), key=lambda s: s.order):
        marks[each.child_id].append(each)
    changes: defaultdict[int, list[datetime]] = defaultdict(list)
    for visit in folded(p for p in pieces if p.child_id in marks):
        changes[visit.child_id].append(visit.began)
    ends = {m.id: m.ended for m in mornings}
    found: list[Spell] = []
    for child, own in marks.items():
        turns = sorted([*changes[child], *(m.at for m in own)])
        for mark in own:
            after = bisect_right(turns, mark.at)
            known = [
                t
                for t in (turns[after] if after < len(turns) else None, ends.get(morning_at(mornings, mark.at) or 0))
                if t
            ]
            found.append(Spell(child_id=child, state=mark.cause, began=mark.at, ended=min(known, default=None)))
    return tuple(sorted(found, key=lambda s: (s.began, s.child_id)))
