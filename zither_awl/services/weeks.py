"""Use cases of the string of weeks: everything that stands on it between two days, and moving it to another."""

from __future__ import annotations

from collections.abc import Collection, Iterator
from dataclasses import dataclass, replace
from datetime import date, timedelta
from typing import Literal

from zither_awl.core.absence import Absence, quiet_on
from zither_awl.core.errors import FieldProblem, InvalidValue, NotFound
from zither_awl.core.ladders.likely import Likely
from zither_awl.core.rotation.looks import look_days
from zither_awl.core.saying import say
from zither_awl.core.values import Child
from zither_awl.core.weeks.arrivals import Arrival, coming_days
from zither_awl.core.weeks.books import Book, of_theme
from zither_awl.core.weeks.theme import ByThen, Theme, ThemeTray
from zither_awl.core.wishes import Aim, matched, words_of
from zither_awl.core.words import short_day_text
from zither_awl.services import arrivals, groups, ladder_step, lessons, rotation, themes
from zither_awl.services import books as bookshelf
from zither_awl.services.catalogue import designs
from zither_awl.services.desk import Desk
from zither_awl.services.house import House
from zither_awl.services.ladders import Step
from zither_awl.services.theme_ask import MORNING_MIN, minutes_on, standing_min

BACK_WEEKS, AHEAD_WEEKS = 3, 9
MOST_SOON, FEW_CHILDREN = 1, 2
"""So many steps that come ready are told for each child; twice as many where the children are few."""
TrayState = Literal["came", "rests", "not made"]


@dataclass(frozen=True, slots=True)
class ThemeOn:
    """A theme on the string: its trays with how each stands."""

    theme: Theme
    trays: tuple[tuple[ThemeTray, TrayState], ...]

    @property
    def at_hand(self) -> int:
        """How many of its trays are out or in a bin."""
        return sum(state != "not made" for _, state in self.trays)


@dataclass(frozen=True, slots=True)
class LookOn:
    """A look at the shelf: what went and came, or (to come) what it would propose as things stand."""

    day: date
    out: tuple[str, ...] = ()
    in_: tuple[str, ...] = ()
    proposed: int = 0
    past: bool = False
    let_in: bool = False
    """Something may be let in: the shelf is nearly empty, as in the first weeks (ROOM-8)."""


@dataclass(frozen=True, slots=True)
class SoonReady:
    """A step that is likely to be ready in the weeks to come."""

    child: Child
    step: Step
    likely: Likely


@dataclass(frozen=True, slots=True)
class ArrivesOn:
    """Something that comes on a day; how many of what came wait in a bin."""

    arrival: Arrival
    day: date
    waiting: int


@dataclass(frozen=True, slots=True)
class MinutesOn:
    """A day's minutes to make and prepare: needed, and there."""

    day: date
    needed: int
    there: int


@dataclass(frozen=True, slots=True)
class String:
    """Everything on the string of weeks between two days."""

    first: date
    last: date
    today: date
    themes: tuple[ThemeOn, ...]
    aims: tuple[Aim, ...]
    looks: tuple[LookOn, ...]
    turns: tuple[tuple[date, int], ...]
    """Past turns of the books: the day, and how many came."""
    next_turn: date | None
    back: tuple[Book, ...]
    standing_books: tuple[Book, ...]
    soon: tuple[SoonReady, ...]
    arrives: tuple[ArrivesOn, ...]
    by_then: tuple[ByThen, ...]
    minutes: tuple[MinutesOn, ...]
    absences: tuple[Absence, ...]


def string(desk: Desk) -> String:
    """The string of weeks: some weeks back, some ahead."""
    house, today = desk.house(), desk.today()
    monday = today - timedelta(days=today.weekday())
    first, last = monday - timedelta(weeks=BACK_WEEKS), monday + timedelta(weeks=AHEAD_WEEKS, days=-1)
    shown = [t for t in house.weeks.themes if t.until_day >= first and t.from_day <= last]
    stays = house.weeks.book_stays
    came = {s.since for s in stays if first <= s.since <= today}
    books = bookshelf.books(house)
    return String(
        first=first,
        last=last,
        today=today,
        themes=tuple(_theme_on(house, t) for t in shown),
        aims=tuple(a for a in house.weeks.aims if a.from_day <= last and (a.until_day is None or a.until_day >= first)),
        looks=tuple(_looks(desk, house, today, first, last)),
        turns=tuple((day, sum(s.since == day for s in stays)) for day in sorted(came)),
        next_turn=bookshelf.turn_on(house, today) if books else None,
        back=tuple(b for b in books if b.back_on is not None),
        standing_books=tuple(s.book for s in bookshelf.standing(house)),
        soon=tuple(_soon(desk, house)),
        arrives=tuple(_arrives(house, first, last)),
        by_then=tuple(line for line in house.weeks.by_then if line.done_on is None or line.done_on >= first),
        minutes=tuple(_minutes(house, today, last)),
        absences=tuple(a for a in house.absences if a.until_day >= first and a.from_day <= last),
    )


def string_for(desk: Desk, group_id: int) -> String:
    """The string of weeks for one group: what is for its children or for all, no line that names another child.

    Raises: NotFound."""
    whole, house = string(desk), desk.house()
    own = {c.id for c in groups.children_of(house, group_id)}

    def ours(text: str, *children: int) -> bool:
        return own.issuperset(children) and not groups.names_another(house, text, own)

    return replace(
        whole,
        themes=tuple(_theme_for(t, own) for t in whole.themes if ours(f"{t.theme.name} {t.theme.question}")),
        aims=tuple(a for a in whole.aims if ours(a.words, *_one(a.child_id))),
        soon=tuple(s for s in whole.soon if s.child.id in own),
        arrives=tuple(
            a
            for a in whole.arrives
            if ours(f"{a.arrival.name} {a.arrival.note} {a.arrival.giver}", *_one(a.arrival.child_id))
        ),
        by_then=tuple(line for line in whole.by_then if ours(f"{line.name} {line.amount}")),
        looks=tuple(replace(k, out=tuple(filter(ours, k.out)), in_=tuple(filter(ours, k.in_))) for k in whole.looks),
        absences=tuple(
            replace(a, children=a.children & own)
            for a in whole.absences
            if ours(a.name) and (not a.children or a.children & own)
        ),
    )


def _one(child_id: int | None) -> tuple[int, ...]:
    return () if child_id is None else (child_id,)


def _theme_for(on: ThemeOn, own: Collection[int]) -> ThemeOn:
    """A theme with its trays for these children, and them only."""
    mine = (
        (replace(t, children=tuple(c for c in t.children if c in own)), bool(t.children), state)
        for t, state in on.trays
    )
    return replace(on, trays=tuple((t, state) for t, named, state in mine if t.children or not named))


def _theme_on(house: House, theme: Theme) -> ThemeOn:
    return ThemeOn(theme, tuple((t, state_of(house, t)) for t in theme.trays))


def state_of(house: House, tray: ThemeTray) -> TrayState:
    """How a tray of a theme stands: out, in a bin, or not made."""
    found = themes.tray_for(house, tray)
    if found is None:
        return "not made"
    return "came" if found.id in house.standing else "rests"


def _looks(desk: Desk, house: House, today: date, first: date, last: date) -> Iterator[LookOn]:
    names = {t.id: t.name for t in house.all_trays}
    for change in house.changes:
        day = change.at.astimezone(house.zone).date()
        if first <= day <= today:
            yield LookOn(
                day,
                tuple(names[t] for t in change.out if t in names),
                tuple(names[t] for t in change.in_ if t in names),
                past=True,
            )
    change_now = rotation.proposal(desk)
    practice = house.practice
    step = 1 if practice.look == "daily" else 7 if practice.look == "weekly" else practice.calendar_days
    day = change_now.look_on or today
    proposed = change_now.swaps or change_now.let_in
    yield LookOn(
        day,
        tuple(s.out.name for s in proposed if s.out),
        tuple(s.in_.name for s in proposed if s.in_),
        proposed=len(proposed),
        let_in=bool(change_now.let_in),
    )
    if step > 1:
        for _, later in look_days(house.state, today, MOST_LOOKS)[1:]:
            if day < later <= last:
                yield LookOn(later, let_in=bool(change_now.let_in) and _nearly_empty(house, today))


def _nearly_empty(house: House, today: date) -> bool:
    """Whether some child has less than half of what its age allows: the first weeks of a term or of a new child."""
    scene = house.scene(today)
    return any(len(scene.out_for(b.child)) * 2 < house.practice.trays_out_at(b.months) for b in scene.bodies)


def _soon(desk: Desk, house: House) -> Iterator[SoonReady]:
    most = MOST_SOON * (2 if len(house.children) <= FEW_CHILDREN else 1)
    for child in house.children:
        for step, likely in ladder_step.soon_ready(desk, child, most):
            yield SoonReady(child, step, likely)


def _arrives(house: House, first: date, last: date) -> Iterator[ArrivesOn]:
    there = {c.id: c for c in house.components if not c.archived}
    on_trays = {c.component.id for t in house.trays for c in t.contents}
    for arrival in house.weeks.arrivals:
        came = [k for k in house.weeks.arrived.get(arrival.id, ()) if k in there and k not in on_trays]
        if arrival.arrived_on is not None and first <= arrival.arrived_on <= last:
            yield ArrivesOn(arrival, arrival.arrived_on, len(came))
        for day in coming_days(arrival, first, last):
            yield ArrivesOn(arrival, day, 0)


def _minutes(house: House, today: date, last: date) -> Iterator[MinutesOn]:
    """What each day takes: the trays prepared that morning, and what is to be made, the first due first, as soon as
    there are minutes for it."""
    cards = designs(house)
    open_ = sorted((line.due, line.minutes) for line in house.weeks.by_then if line.done_on is None and line.minutes)
    left: list[tuple[date, int]] = list(open_)
    day = today
    while day <= last:
        daily = standing_min(house) + sum(
            MORNING_MIN
            for theme in house.weeks.themes
            if theme.taken and theme.runs(day)
            for t in theme.trays
            if t.spot is not None
            and t.day <= day
            and state_of(house, t) != "came"
            and (d := cards.get(t.key)) is not None
            and d.morning
        )
        there = minutes_on(house, day)
        free, made = max(0, there - (daily - standing_min(house))), 0
        rest: list[tuple[date, int]] = []
        for due, minutes in left:
            # On its last day it is done whatever the clock says.
            spent = minutes if due <= day else min(minutes, free - made)
            made += spent
            rest += [(due, minutes - spent)] if minutes > spent else []
        yield MinutesOn(day, daily + made, there + standing_min(house))
        left = rest
        day += timedelta(days=1)


Kind = Literal["theme", "theme tray", "aim", "arrival", "away", "by then", "book back", "showing"]


def move(desk: Desk, kind: Kind, key: int, day: date, adult_id: int | None, *, of: int = 0) -> None:
    """Move something on the string to another day: a theme, one of its trays (`of` the theme), an aim, an arrival,
    days away, a line to be done, a book's day to go back, a showing. Raises: NotFound, InvalidValue."""
    house = desk.house()
    if kind == "theme":
        return themes.change(desk, key, themes.ThemeChange(from_day=day), adult_id)
    if kind == "theme tray":
        return themes.move_tray(desk, of, key, day, adult_id)
    if kind == "by then":
        return themes.due(desk, key, day, adult_id)
    if kind == "arrival":
        arrivals.save_arrival(desk, replace(arrivals.arrival_of(house, key), day=day), adult_id)
        return None
    if kind == "away":
        found = next((a for a in house.weeks.absences if a.id == key), None)
        if found is None:
            raise NotFound(say("There are no days away {key}.", key=key))
        by = day - found.from_day
        arrivals.save_absence(desk, replace(found, from_day=day, until_day=found.until_day + by), adult_id)
        return None
    return _move_rest(desk, house, kind, key, day, adult_id)


MOST_LOOKS, FARTHEST_DAYS = 60, 28
"""So many looks ahead are thought of; a look or a turn is moved by at most so many days."""


def move_stop(desk: Desk, kind: Literal["look", "books"], stands: date, day: date, adult_id: int | None) -> None:
    """Move a look at the shelf, or a turn of the books, from the day it stands on to another; the rhythm stays.

    Raises: NotFound, InvalidValue for a day that is past, far off, or away.
    """
    house, today = desk.house(), desk.today()
    looks = kind == "look"
    coming = look_days(house.state, today, MOST_LOOKS) if looks else bookshelf.turn_days(house, today)
    of = next((own for own, to in coming if to == stands), None)
    if of is None:
        raise NotFound(
            say(
                "There is no {part} on {stands}.",
                part=say("look") if kind == "look" else say("turn of the books"),
                stands=stands,
            )
        )
    if not today <= day <= of + timedelta(days=FARTHEST_DAYS):
        raise InvalidValue(
            FieldProblem(
                "day",
                say(
                    "is {day}; expected today or up to {farthest_days} days after.",
                    day=day,
                    farthest_days=FARTHEST_DAYS,
                ),
            )
        )
    away = quiet_on(house.absences, day)
    if away is not None:
        raise InvalidValue(
            FieldProblem(
                "day",
                say("{day} is within {away}.", day=short_day_text(day), away=away.name),
                say("Choose a day you are home."),
            )
        )
    what = say("The look at the shelf") if kind == "look" else say("The turn of the books")
    with desk.write(adult_id, say("{what} on {day}", what=what, day=short_day_text(day))) as work:
        work.themes.move_stop(kind, of, day)


def _move_rest(desk: Desk, house: House, kind: Kind, key: int, day: date, adult_id: int | None) -> None:
    if kind == "aim":
        aim = next((a for a in house.weeks.aims if a.id == key), None)
        if aim is None:
            raise NotFound(say("There is no aim {key}.", key=key))
        until = aim.until_day + (day - aim.from_day) if aim.until_day is not None else None
        with desk.write(adult_id, say("Moved the aim {aim}", aim=aim.words)) as work:
            work.weeks.save_aim(replace(aim, from_day=day, until_day=until))
    elif kind == "book back":
        book = bookshelf.book(house, key)
        if book.back_on is None:
            raise InvalidValue(FieldProblem("book", say("{book} is the house's own.", book=book.title)))
        with desk.write(
            adult_id, say("{book} goes back on {day}", book=book.title, day=short_day_text(day))[:200]
        ) as work:
            work.books.save(replace(book, back_on=day))
    else:
        planned = next((p for p in house.weeks.planned if p[0] == key), None)
        if planned is None:
            raise NotFound(say("There is no planned showing {key}.", key=key))
        with desk.write(adult_id, say("The showing is on {day}", day=short_day_text(day))) as work:
            work.weeks.plan_showing(planned[1], planned[2], day)


@dataclass(frozen=True, slots=True)
class Thread:
    """What a number, a colour or a skill runs through: the trays out and in the bins, sets of words, books; and one to
    three proposals, each of another area, so that it runs through areas."""

    words: str
    out: tuple[tuple[int, str], ...]
    resting: tuple[tuple[int, str], ...]
    sets: tuple[str, ...]
    books: tuple[str, ...]
    proposals: tuple[tuple[int, str, str], ...]
    """Tray, name, area."""


MOST_PROPOSED = 3


def thread(desk: Desk, words: str) -> Thread:
    """What carries a thread (SEQ-7) in this house."""
    house, today = desk.house(), desk.today()
    judge = house.judgements(today)
    asked = words_of(words)
    carrying = [t for t in house.trays if matched((words,), t)]
    out = [t for t in carrying if t.id in house.standing]
    resting = [t for t in carrying if t.id not in house.standing]
    areas = {t.card.area for t in out}
    proposals: list[tuple[int, str, str]] = []
    for tray in resting:
        suits = any(judge.readiness(c, tray).now for c in house.children if c.id in tray.for_children)
        if suits and tray.card.area not in areas and len(proposals) < MOST_PROPOSED:
            areas.add(tray.card.area)
            proposals.append((tray.id, tray.name, tray.card.area))
    sets = [
        s.name for s in lessons.sets(house) if words_of(s.name) & asked or any(words_of(w.key) & asked for w in s.words)
    ]
    books = [b.title for b in bookshelf.books(house) if of_theme(b, asked)]
    return Thread(
        words,
        tuple((t.id, t.name) for t in out),
        tuple((t.id, t.name) for t in resting),
        tuple(sets),
        tuple(books),
        tuple(proposals),
    )
