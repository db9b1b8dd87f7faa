"""Calendar files (RFC 5545): the household's weeks as events to be read elsewhere, and days away read in.

Everything of the weeks is a whole day: dates bear no zone, so that no calendar moves them. The stamps are in UTC.
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from datetime import UTC, date, datetime, timedelta, tzinfo
from typing import TYPE_CHECKING, Any

if TYPE_CHECKING:
    from icalendar import Event

from zither_awl.core.errors import FieldProblem, InvalidValue
from zither_awl.core.saying import say

PRODUCT = "-//Zither Awl//Weeks//EN"
MOST_BYTES, MOST_EVENTS, MOST_REPEATS = 2_000_000, 500, 60
AHEAD_DAYS = 400
"""Repeated days away are written out so far ahead."""
WEEKDAYS = ("MO", "TU", "WE", "TH", "FR", "SA", "SU")


@dataclass(frozen=True, slots=True)
class Entry:
    """One event of whole days, the last one included; `weekly` on these days of the week (0 Monday) from its first."""

    uid: str
    summary: str
    first: date
    last: date
    description: str = ""
    weekly: tuple[int, ...] = ()


@dataclass(frozen=True, slots=True)
class Away:
    """Days read from a calendar file."""

    uid: str
    name: str
    first: date
    last: date


def calendar_file(name: str, entries: Sequence[Entry], now: datetime) -> bytes:
    """A calendar of these events, as bytes of a file."""
    from icalendar import Calendar, Event
    from icalendar.prop import vRecur

    made = Calendar()
    for key, value in (
        ("prodid", PRODUCT),
        ("version", "2.0"),
        ("calscale", "GREGORIAN"),
        ("method", "PUBLISH"),
        ("x-wr-calname", name),
    ):
        made.add(key, value)
    for each in entries:
        event = Event()
        event.add("uid", each.uid)
        event.add("dtstamp", now.astimezone(UTC))
        event.add("summary", each.summary)
        event.add("dtstart", each.first)
        event.add("dtend", each.last + timedelta(days=1))
        event.add("transp", "TRANSPARENT")
        if each.description:
            event.add("description", each.description)
        if each.weekly:
            event.add("rrule", vRecur({"freq": "weekly", "byday": [WEEKDAYS[n] for n in each.weekly]}))
        made.add_component(event)
    return bytes(made.to_ical())


def read_days(content: bytes, zone: tzinfo, since: date) -> tuple[Away, ...]:
    """The days of a calendar file's events from a day on, repeated ones written out, the first first.

    Raises: InvalidValue for what is no calendar, is too large, or holds too many events.
    """
    if len(content) > MOST_BYTES:
        raise InvalidValue(
            FieldProblem(
                "file",
                say("has {content} bytes; the limit is {most_bytes}.", content=len(content), most_bytes=MOST_BYTES),
            )
        )
    from icalendar import Calendar, Event

    try:
        calendar = Calendar.from_ical(content)
        events = [each for each in calendar.walk("VEVENT") if isinstance(each, Event)]
    except (ValueError, IndexError, KeyError, TypeError, AttributeError):
        raise InvalidValue(
            FieldProblem("file", say("is no calendar that can be read."), say("Choose a file that ends in .ics."))
        ) from None
    if len(events) > MOST_EVENTS:
        raise InvalidValue(
            FieldProblem(
                "file",
                say("has {events} events; the limit is {most_events}.", events=len(events), most_events=MOST_EVENTS),
            )
        )
    found = [away for event in events for away in _days_of(event, zone, since)]
    return tuple(sorted(found, key=lambda each: (each.first, each.name)))


def _days_of(event: Event, zone: tzinfo, since: date) -> Iterator[Away]:
    try:
        first, last = _span(event, zone)
        starts = _repeated(event, first, since)
    except (KeyError, ValueError, TypeError, AttributeError, OverflowError):
        return
    uid, name = str(event.get("uid", ""))[:150], str(event.get("summary", "")).strip()[:80] or say("Away")
    for start in starts:
        if start + (last - first) >= since:
            yield Away(uid if start == first else f"{uid}/{start}", name, start, start + (last - first))


def _span(event: Event, zone: tzinfo) -> tuple[date, date]:
    """The first and last day of an event by the family's clocks; an end at midnight is the day before."""
    begin: Any = event.decoded("dtstart")
    end: Any
    if "dtend" in event:
        end = event.decoded("dtend")
    else:
        lasts: Any = event.decoded("duration") if "duration" in event else timedelta(days=0 if _timed(begin) else 1)
        end = begin + lasts
    first = begin.astimezone(zone).date() if _timed(begin) else begin
    just = timedelta(microseconds=1) if _timed(end) else timedelta(days=1)
    last = end - just
    return first, max(first, last.astimezone(zone).date() if _timed(end) else last)


def _timed(value: object) -> bool:
    return isinstance(value, datetime)


def _repeated(event: Event, first: date, since: date) -> list[date]:
    """The first days of an event and its repetitions, without those taken out."""
    if "rrule" not in event:
        return [first]
    from dateutil.rrule import rrulestr

    start = datetime(first.year, first.month, first.day)  # noqa: DTZ001  whole days
    recur: Any = event["rrule"]
    rule = recur.to_ical().decode()
    parts = ";".join(part for part in rule.split(";") if not part.upper().startswith("UNTIL="))
    last = since + timedelta(days=AHEAD_DAYS)
    for until in recur.get("until", ()):
        last = min(last, _day(until))
    gone = {_day(when.dt) for when in _exceptions(event)}
    # The first day counts whether the rule would name it or not (RFC 5545, 3.8.5.3).
    days = [first] if first not in gone and first >= since - timedelta(days=60) else []
    for at in rrulestr(parts, dtstart=start):
        if at.date() > last or len(days) >= MOST_REPEATS:
            break
        if at.date() != first and at.date() not in gone and at.date() >= since - timedelta(days=60):
            days.append(at.date())
    return days


def _day(value: Any) -> date:
    return value.date() if isinstance(value, datetime) else value


def _exceptions(event: Event) -> list[Any]:
    listed: Any = event.get("exdate", [])
    each = listed if isinstance(listed, list) else [listed]
    return [when for group in each for when in group.dts]
