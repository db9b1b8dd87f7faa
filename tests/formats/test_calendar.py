"""Calendar files, judged by libraries of others: what goes out is read by icalendar and unrolled by
recurring-ical-events; what comes in is written by icalendar."""

from __future__ import annotations

from datetime import UTC, date, datetime, timedelta
from zoneinfo import ZoneInfo

import pytest
import recurring_ical_events
from hypothesis import given
from hypothesis import strategies as st
from icalendar import Calendar, Event

from zither_awl.core.errors import InvalidValue
from zither_awl.formats.calendar import Away, Entry, calendar_file, read_days

NOW = datetime(2026, 3, 16, 9, 0, tzinfo=UTC)
DAY = date(2026, 3, 16)
LONDON = ZoneInfo("Europe/London")


def read(*entries: Entry) -> Calendar:
    return Calendar.from_ical(calendar_file("Weeks; of, ours\\", entries, NOW))


def test_a_file_is_a_calendar_of_whole_days_with_stamps_in_utc() -> None:
    name = "Bread: dough, flour; “yeast”\nand more"
    made = read(Entry("theme-1", name, DAY, DAY + timedelta(days=13), "What grows?"))
    (event,) = made.walk("VEVENT")
    assert (event.decoded("dtstart"), event.decoded("dtend")) == (DAY, DAY + timedelta(days=14)), "the end is not in it"
    assert event.decoded("dtstamp") == NOW
    assert str(event["summary"]) == name
    assert str(event["description"]) == "What grows?"
    assert str(made["x-wr-calname"]) == "Weeks; of, ours\\"
    assert made["version"] == "2.0"
    assert made["prodid"]


def test_what_is_every_week_comes_on_its_days() -> None:
    made = read(Entry("who-1", "Odile prepares", DAY, DAY, "20 minutes", weekly=(0, 2)))
    found = recurring_ical_events.of(made).between(DAY, DAY + timedelta(days=14))
    assert sorted(e.decoded("dtstart") for e in found) == [DAY + timedelta(days=n) for n in (0, 2, 7, 9)]


TEXT = st.text(st.characters(exclude_categories=("Cs", "Cc")), min_size=1, max_size=60).map(str.strip).filter(bool)
ENTRIES = st.lists(st.tuples(TEXT, st.integers(-200, 200), st.integers(0, 30)), max_size=8)


@given(ENTRIES)
def test_what_goes_out_comes_back_as_it_was(told: list[tuple[str, int, int]]) -> None:
    entries = [
        Entry(f"id-{n}", name, DAY + timedelta(days=first), DAY + timedelta(days=first + long))
        for n, (name, first, long) in enumerate(told)
    ]
    back = read_days(calendar_file("x", entries, NOW), LONDON, DAY)
    ahead = [e for e in entries if e.last >= DAY]
    assert sorted((a.uid, a.name, a.first, a.last) for a in back) == sorted(
        (e.uid, e.summary, e.first, e.last) for e in ahead
    )


def _file(*events: dict[str, object]) -> bytes:
    made = Calendar()
    made.add("prodid", "-//tests//")
    made.add("version", "2.0")
    for n, told in enumerate(events):
        event = Event()
        event.add("uid", f"e{n}")
        for name, value in told.items():
            event.add(name, value)
        made.add_component(event)
    return bytes(made.to_ical())


def test_times_become_days_of_the_family_and_an_end_at_midnight_is_the_day_before() -> None:
    late = {
        "summary": "Late",
        "dtstart": datetime(2026, 3, 20, 23, 30, tzinfo=UTC),
        "dtend": datetime(2026, 3, 21, 1, tzinfo=UTC),
    }
    party = {
        "summary": "Party",
        "dtstart": datetime(2026, 4, 2, 14, tzinfo=LONDON),
        "dtend": datetime(2026, 4, 3, 0, tzinfo=LONDON),
    }
    bare = {"summary": "Day", "dtstart": date(2026, 4, 9)}
    long = {"summary": "Sea", "dtstart": date(2026, 4, 10), "duration": timedelta(days=3)}
    found = read_days(_file(late, party, bare, long), ZoneInfo("Pacific/Auckland"), DAY)
    assert [(a.name, a.first, a.last) for a in found] == [
        ("Late", date(2026, 3, 21), date(2026, 3, 21)),
        ("Party", date(2026, 4, 3), date(2026, 4, 3)),
        ("Day", date(2026, 4, 9), date(2026, 4, 9)),
        ("Sea", date(2026, 4, 10), date(2026, 4, 12)),
    ]


@pytest.mark.parametrize(
    "rule",
    [
        {"freq": "weekly", "byday": ["TU"], "count": 6},
        {"freq": "monthly", "bymonthday": [3]},
        {"freq": "weekly", "interval": 2, "until": date(2026, 6, 30)},
        {"freq": "yearly"},
    ],
)
def test_what_repeats_is_written_out_as_another_library_unrolls_it(rule: dict[str, object]) -> None:
    first = date(2026, 3, 17)
    content = _file(
        {
            "summary": "Swim",
            "dtstart": first,
            "dtend": first + timedelta(days=2),
            "rrule": rule,
            "exdate": first + timedelta(days=14),
        }
    )
    last = DAY + timedelta(days=300)
    judged = recurring_ical_events.of(Calendar.from_ical(content)).between(DAY, last)
    found = [a.first for a in read_days(content, LONDON, DAY) if a.first < last]
    assert found == sorted(e.decoded("dtstart") for e in judged)


def test_what_is_past_is_left_out_and_what_still_runs_is_not() -> None:
    found = read_days(
        _file(
            {"summary": "Over", "dtstart": date(2026, 3, 1)},
            {"summary": "Running", "dtstart": date(2026, 3, 10), "dtend": date(2026, 3, 18)},
        ),
        LONDON,
        DAY,
    )
    assert found == (Away("e1", "Running", date(2026, 3, 10), date(2026, 3, 17)),)


@pytest.mark.parametrize(
    "content",
    [
        b"",
        b"not a calendar",
        b"BEGIN:VCALENDAR\nBEGIN:VEVENT\n",
        b"\xff\xfe\x00",
        b"BEGIN:VCALENDAR\r\nEND:VCALENDAR\r\n" * 2,
    ],
)
def test_what_is_no_calendar_is_refused_in_words_or_holds_nothing(content: bytes) -> None:
    try:
        assert read_days(content, LONDON, DAY) == ()
    except InvalidValue as problem:
        assert "calendar" in str(problem)  # noqa: PT017


def test_an_event_that_cannot_be_read_takes_no_other_with_it() -> None:
    content = _file({"summary": "Good", "dtstart": date(2026, 4, 1)}).replace(
        b"END:VCALENDAR",
        b"BEGIN:VEVENT\r\nUID:bad\r\nDTSTART:2026\r\nEND:VEVENT\r\nBEGIN:VEVENT\r\nUID:worse\r\n"
        b"RRULE:FREQ=NEVER\r\nDTSTART;VALUE=DATE:20260402\r\nEND:VEVENT\r\nEND:VCALENDAR",
    )
    assert [a.name for a in read_days(content, LONDON, DAY)] == ["Good"]


def test_too_large_or_too_many_is_named_with_its_limit() -> None:
    with pytest.raises(InvalidValue, match="2000000"):
        read_days(b"x" * 2_000_001, LONDON, DAY)
    with pytest.raises(InvalidValue, match="501 events; the limit is 500"):
        read_days(_file(*({"summary": "x", "dtstart": DAY} for _ in range(501))), LONDON, DAY)
