"""Use cases of the household's calendar: the weeks as a file and a feed under a secret address; days away read in."""

from __future__ import annotations

import secrets
from collections.abc import Iterator
from dataclasses import replace
from datetime import date, timedelta
from hmac import compare_digest

from zither_awl.core.absence import Absence, AbsenceKind
from zither_awl.core.errors import NotFound
from zither_awl.core.saying import capital, say, together
from zither_awl.core.weeks.arrivals import coming_days
from zither_awl.core.words import listed
from zither_awl.formats.calendar import Away, Entry, calendar_file, read_days
from zither_awl.services import books as bookshelf
from zither_awl.services import rotation
from zither_awl.services.desk import Desk
from zither_awl.services.house import House

BACK_DAYS, AHEAD_DAYS = 60, 180
LOOKS = 8
"""So many looks ahead are written down."""


def as_file(desk: Desk) -> bytes:
    """The weeks as a calendar file."""
    house, today = desk.house(), desk.today()
    name = house.household.name if house.household else say("Zither Awl")
    return calendar_file(
        say("{name}: weeks", name=name),
        sorted(_entries(desk, house, today), key=lambda e: (e.first, e.uid)),
        desk.now(),
    )


def _entries(desk: Desk, house: House, today: date) -> Iterator[Entry]:
    first, last = today - timedelta(days=BACK_DAYS), today + timedelta(days=AHEAD_DAYS)
    yield from _looks(desk, house, today)
    yield from _themes(house, first)
    for book in bookshelf.books(house):
        if book.back_on is not None:
            yield Entry(
                f"book-{book.thing_id}",
                say("Book back: {book}", book=book.title),
                book.back_on,
                book.back_on,
                book.lent_by,
            )
    for arrival in house.weeks.arrivals:
        for day in coming_days(arrival, first, last):
            yield Entry(
                f"arrival-{arrival.id}-{day}", say("Arrives: {arrival}", arrival=arrival.name), day, day, arrival.note
            )
    for away in house.absences:
        yield Entry(f"away-{away.id}", away.name, away.from_day, away.until_day, away.kind)
    yield from _showings(house)
    yield from _who(house, today)


def _themes(house: House, first: date) -> Iterator[Entry]:
    """Themes with the days their trays come, and what is to be done by then."""
    for theme in house.weeks.themes:
        if theme.until_day >= first:
            told = [
                theme.question,
                say("{n, plural, one {# tray} other {# trays}}", n=len(theme.trays)) if theme.trays else "",
                theme.outing,
            ]
            yield Entry(
                f"theme-{theme.id}", theme.name, theme.from_day, theme.until_day, together(t for t in told if t)
            )
            for tray in theme.trays:
                if tray.spot is not None:
                    yield Entry(
                        f"theme-tray-{tray.id}",
                        say("{theme}: {tray} comes", theme=theme.name, tray=tray.name),
                        tray.day,
                        tray.day,
                    )
    for line in house.weeks.by_then:
        if line.done_on is None:
            yield Entry(
                f"by-then-{line.id}",
                say("{kind}: {line}", kind=capital(line.kind), line=line.name),
                line.due,
                line.due,
                line.amount,
            )


def _looks(desk: Desk, house: House, today: date) -> Iterator[Entry]:
    """The next looks at the shelf; a daily look is no event."""
    if house.practice.look == "daily" or not house.children:
        return
    change = rotation.proposal(desk)
    step = 7 if house.practice.look == "weekly" else house.practice.calendar_days
    next_ = change.look_on or today
    for n in range(LOOKS):
        day = next_ + timedelta(days=step * n)
        yield Entry(f"look-{day}", say("Look at the shelves"), day, day, rotation.said(change) if n == 0 else "")


def _showings(house: House) -> Iterator[Entry]:
    trays = {t.id: t.name for t in house.trays}
    names = {c.id: c.name for c in house.children}
    for key, child, tray, day, _ in house.weeks.planned:
        if child in names and tray in trays:
            yield Entry(
                f"showing-{key}", say("Show {trays} to {names}", trays=trays[tray], names=names[child]), day, day
            )


def _who(house: House, today: date) -> Iterator[Entry]:
    """Who of the adults has minutes to make and prepare on which days of the week."""
    monday = today - timedelta(days=today.weekday())
    for adult in house.adults:
        days = tuple(n for n, minutes in enumerate(adult.minutes) if minutes)
        if days:
            told = listed(
                dict.fromkeys(say("{n, plural, one {# minute} other {# minutes}}", n=adult.minutes[n]) for n in days)
            )
            begin = monday + timedelta(days=days[0])
            yield Entry(f"who-{adult.id}", say("{adult} prepares", adult=adult.name), begin, begin, told, days)


def secret(desk: Desk) -> str:
    """The secret of the feed's address; "" while there is none."""
    with desk.read() as work:
        return work.settings.feed_secret()


def renew(desk: Desk, on: bool) -> str:
    """Give the feed another address, or take it away; the old one leads nowhere from then on."""
    fresh = secrets.token_urlsafe(24) if on else ""
    with desk.write_untracked() as work:
        work.settings.save_feed_secret(fresh)
    return fresh


def feed(desk: Desk, asked: str) -> bytes:
    """The weeks for whoever knows the secret. Raises: NotFound for any other address."""
    kept = secret(desk)
    if not kept or not compare_digest(kept.encode(), asked.encode()):
        raise NotFound(say("There is no calendar under this address."))
    return as_file(desk)


def read_file(desk: Desk, content: bytes) -> tuple[tuple[Away, AbsenceKind, bool], ...]:
    """The days of a calendar file from today on: each with what kind it seems to be, and whether it is there already.

    Raises: InvalidValue.
    """
    house, today = desk.house(), desk.today()
    there = {a.uid for a in house.weeks.absences if a.uid}
    return tuple((each, _kind(each), each.uid in there) for each in read_days(content, house.zone, today))


def _kind(each: Away) -> AbsenceKind:
    said = each.name.lower()
    for kind, words in _SAID.items():
        if any(word in said for word in words):
            return kind
    return "holiday" if each.last > each.first else "outing"


_SAID: dict[AbsenceKind, tuple[str, ...]] = {
    "visitors": ("visit", "guest", "visita", "grand", "abuel"),
    "illness": ("ill", "sick", "enferm", "doctor"),
    "holiday": ("holiday", "vacation", "vacacion", "festivo", "away", "trip"),
}
"""Words by which a kind is guessed; whoever reads the file in can say otherwise."""


def take_days(desk: Desk, days: tuple[Absence, ...], adult_id: int | None) -> int:
    """Put days of a calendar file on the string; those of the same event are renewed. Returns how many."""
    house = desk.house()
    there = {a.uid: a.id for a in house.weeks.absences if a.uid}
    with desk.write(adult_id, say("Days away from a file: {days}", days=len(days))) as work:
        for each in days:
            kept = there.get(each.uid, 0) if each.uid else 0
            work.themes.save_absence(replace(each, id=kept))
    return len(days)
