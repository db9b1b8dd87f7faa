"""What of the string of weeks belongs on Today: the theme of the day, trays that come, what is due, what arrives, who
is away."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from datetime import date, timedelta

from zither_awl.core.absence import quiet_on
from zither_awl.core.saying import capital, say, together
from zither_awl.core.weeks.plan import loved_now
from zither_awl.core.weeks.theme import Theme
from zither_awl.core.words import day_text, weekday_text
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
        yield FromWeeks(
            say(
                "{away}, until {day}: no work cycle is expected; judgements wait.",
                away=away.name,
                day=day_text(away.until_day),
            ),
            f"away:{away.id}",
        )
    for each in house.absences:
        if each.holds(day) and each is not away:
            yield FromWeeks(say("{each}: {kind}.", each=each.name, kind=each.kind), f"away:{each.id}")


def _themes(house: House, day: date) -> Iterator[FromWeeks]:
    for theme in house.weeks.themes:
        if theme.runs(day):
            more = [
                f"“{theme.question}”" if theme.question else "",
                say("Song: {song}.", song=theme.song) if theme.song else "",
            ]
            yield FromWeeks(
                together(
                    [
                        say(
                            "{theme}, day {days} of {days2}.",
                            theme=theme.name,
                            days=(day - theme.from_day).days + 1,
                            days2=theme.days,
                        ),
                        *(m for m in more if m),
                    ]
                ),
                f"theme:{theme.id}",
            )
        if theme.taken and theme.until_day >= day:
            yield from _trays(house, theme, day)


def _trays(house: House, theme: Theme, day: date) -> Iterator[FromWeeks]:
    names = {t.id: t.name for t in house.all_trays}
    for each in theme.trays:
        found = themes.tray_for(house, each)
        if each.spot is None or each.day > day or (found is not None and found.id in house.standing):
            continue
        goes = say("; {names} rests", names=names[each.out_id]) if each.out_id in names else ""
        if each.out_id in loved_now(house.judgements(day)):
            goes += say(", though it is taken often now: choose what rests")
        where = house.bin_name(found.bin_id) if found is not None else ""
        text = (
            say(
                "{each} comes{part}{goes}.",
                each=each.name,
                part=say(", from {where}", where=where) if where else "",
                goes=goes,
            )
            if found is not None
            else (say("{each} was to come, and is not made yet.", each=each.name))
        )
        yield FromWeeks(say("For {theme}: {text}", theme=theme.name, text=text), f"theme:{theme.id}", pressing=True)


def _due(house: House, day: date) -> Iterator[FromWeeks]:
    for line in house.weeks.by_then:
        days = (line.due - day).days
        if line.done_on is None and days <= SOON_DAYS:
            when = (
                say("{days} late", days=say("{n, plural, one {# day} other {# days}}", n=-days))
                if days < 0
                else ("today", say("by tomorrow"), say("by the day after"))[days]
            )
            amount = say(" ({amount})", amount=line.amount) if line.amount else ""
            yield FromWeeks(
                say(
                    "{kind} {when}: {line}{amount}.", kind=capital(line.kind), when=when, line=line.name, amount=amount
                ),
                f"line:{line.id}",
                days <= 0,
            )


def _books(house: House, day: date) -> Iterator[FromWeeks]:
    for book in bookshelf.books(house):
        if book.back_on is not None and (book.back_on - day).days <= SOON_DAYS:
            late = day - book.back_on
            when = (
                say("{days} late", days=say("{n, plural, one {# day} other {# days}}", n=late.days))
                if late > timedelta(0)
                else say("on {back_on}", back_on=weekday_text(book.back_on))
            )
            yield FromWeeks(say("{book} goes back {when}.", book=book.title, when=when), "books", late >= timedelta(0))
    if house.weeks.book_stays and bookshelf.turn_on(house, day) == day:
        yield FromWeeks(say("The books may turn."), "books")


def _arrives(house: House, day: date) -> Iterator[FromWeeks]:
    for arrival in house.weeks.arrivals:
        if arrival.arrived_on is None and arrival.day <= day:
            when = "today" if arrival.day == day else say("since {day}", day=day_text(arrival.day))
            yield FromWeeks(
                say("{arrival} is expected {when}.", arrival=arrival.name, when=when),
                f"arrival:{arrival.id}",
                pressing=True,
            )
