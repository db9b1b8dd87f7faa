"""What of the string of weeks belongs on Today: the theme of the day, trays that come, what is due, what arrives, who
is away."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from datetime import date, timedelta

from zither_awl.core.absence import quiet_on
from zither_awl.core.weeks.plan import loved_now
from zither_awl.core.weeks.theme import Theme
from zither_awl.core.words import counted, day_text
from zither_awl.services import books as bookshelf
from zither_awl.services import themes
from zither_awl.services.house import House

SOON_DAYS = 2


@dataclass(frozen=True, slots=True)
class FromWeeks:
    """One line: what it says, and what on the string it is about ("theme:3"). `pressing`: it is due."""

    text: str
    at: str
    pressing: bool = False


def from_weeks(house: House, day: date) -> tuple[FromWeeks, ...]:
    """The lines of a day, what is away first."""
    return (*_away(house, day), *_themes(house, day), *_due(house, day), *_books(house, day), *_arrives(house, day))


def _away(house: House, day: date) -> Iterator[FromWeeks]:
    away = quiet_on(house.absences, day)
    if away is not None:
        yield FromWeeks(f"{away.name}, until {day_text(away.until_day)}: no work cycle is expected; judgements wait.",
                        f"away:{away.id}")  # fmt: skip
    for each in house.absences:
        if each.holds(day) and each is not away:
            yield FromWeeks(f"{each.name}: {each.kind}.", f"away:{each.id}")


def _themes(house: House, day: date) -> Iterator[FromWeeks]:
    for theme in house.weeks.themes:
        if theme.runs(day):
            more = [f"“{theme.question}”" if theme.question else "", f"Song: {theme.song}." if theme.song else ""]
            yield FromWeeks(" ".join([f"{theme.name}, day {(day - theme.from_day).days + 1} of {theme.days}.",
                                      *(m for m in more if m)]), f"theme:{theme.id}")  # fmt: skip
        if theme.taken and theme.until_day >= day:
            yield from _trays(house, theme, day)


def _trays(house: House, theme: Theme, day: date) -> Iterator[FromWeeks]:
    names = {t.id: t.name for t in house.all_trays}
    for each in theme.trays:
        found = themes.tray_for(house, each)
        if each.spot is None or each.day > day or (found is not None and found.id in house.standing):
            continue
        goes = f"; {names[each.out_id]} rests" if each.out_id in names else ""
        if each.out_id in loved_now(house.judgements(day)):
            goes += ", though it is taken often now: choose what rests"
        where = house.bin_name(found.bin_id) if found is not None else ""
        text = f"{each.name} comes{f', from {where}' if where else ''}{goes}." if found is not None else (
            f"{each.name} was to come, and is not made yet.")
        yield FromWeeks(f"For {theme.name}: {text}", f"theme:{theme.id}", pressing=True)


def _due(house: House, day: date) -> Iterator[FromWeeks]:
    for line in house.weeks.by_then:
        days = (line.due - day).days
        if line.done_on is None and days <= SOON_DAYS:
            when = f"{counted(-days, 'day')} late" if days < 0 else ("today", "by tomorrow", "by the day after")[days]
            amount = f" ({line.amount})" if line.amount else ""
            yield FromWeeks(f"{line.kind.capitalize()} {when}: {line.name}{amount}.", f"line:{line.id}", days <= 0)


def _books(house: House, day: date) -> Iterator[FromWeeks]:
    for book in bookshelf.books(house):
        if book.back_on is not None and (book.back_on - day).days <= SOON_DAYS:
            late = day - book.back_on
            when = f"{counted(late.days, 'day')} late" if late > timedelta(0) else f"on {book.back_on:%A}"
            yield FromWeeks(f"{book.title} goes back {when}.", "books", late >= timedelta(0))
    if house.weeks.book_stays and bookshelf.turn_on(house, day) == day:
        yield FromWeeks("The books may turn.", "books")


def _arrives(house: House, day: date) -> Iterator[FromWeeks]:
    for arrival in house.weeks.arrivals:
        if arrival.arrived_on is None and arrival.day <= day:
            when = "today" if arrival.day == day else f"since {day_text(arrival.day)}"
            yield FromWeeks(f"{arrival.name} is expected {when}.", f"arrival:{arrival.id}", pressing=True)
