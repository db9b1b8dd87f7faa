"""Use cases of books: what is told of them, which stand on the ledges, the weekly turn, and what goes back when."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace
from datetime import date

from zither_awl.core.ages import corrected_months
from zither_awl.core.errors import FieldProblem, InvalidValue, NotFound
from zither_awl.core.saying import decimal, say
from zither_awl.core.things.component import Component, footprint_mm
from zither_awl.core.things.kinds import of_kind
from zither_awl.core.things.shapes import Box
from zither_awl.core.weeks.books import GAP_MM, MOST_STANDING, Book, Ledge, Standing, Turn, next_turn
from zither_awl.services.desk import Desk
from zither_awl.services.house import House

USUAL_HIGH_MM, THICK_MM = 200.0, 12.0
"""Of a picture book that was not told as a brick. Common practice, no source."""


@dataclass(frozen=True, slots=True)
class Bookshelf:
    """Everything about books on a day: what stands, what rests with the day it last stood, the turn, the ledges."""

    standing: tuple[Standing, ...]
    resting: tuple[tuple[Book, date | None], ...]
    turn: Turn
    ledges: tuple[Ledge, ...]
    turn_on: date


def books(house: House) -> tuple[Book, ...]:
    """Every single title of the cupboard that is not archived."""

    def reckon() -> tuple[Book, ...]:
        found = []
        for each in house.components:
            if each.kind == "book" and each.count == 1 and not each.archived:
                told = house.weeks.books.get(each.id)
                more = (
                    {}
                    if told is None
                    else {
                        name: getattr(told, name)
                        for name in ("language", "themes", "from_months", "to_months", "lent_by", "back_on")
                    }
                )
                cover = max(20.0, min(600.0, footprint_mm(each)[0]))
                plain = Book(
                    thing_id=each.id, title=each.name, cover_mm=cover, photo_id=each.photo_id, bin_id=each.bin_id
                )
                try:
                    found.append(replace(plain, **more))
                except InvalidValue:
                    # What a file from outside says of a book takes no ledge down: it is a book all the same.
                    found.append(plain)
        return tuple(found)

    return house.once("books", reckon)


def standing(house: House) -> tuple[Standing, ...]:
    """The books that stand on a ledge now."""
    known = {b.thing_id: b for b in books(house)}
    asked = house.weeks.books_asked
    return tuple(
        Standing(known[s.thing_id], s.unit_id, s.since, asked.get(s.thing_id, ()))
        for s in house.weeks.book_stays
        if s.until is None and s.thing_id in known
    )


def ledges(house: House) -> tuple[Ledge, ...]:
    """Where books may stand with the cover to the front: what trays leave of each ledge."""
    found = []
    for unit in house.units:
        if unit.kind == "ledge":
            taken = sum(p.tray.width_mm + GAP_MM for p in house.placements if p.spot.unit_id == unit.id)
            # A reading corner is a ledge that takes but two or three.
            found.append(Ledge(unit.id, unit.width_mm, taken, unit.most or MOST_STANDING))
    return tuple(found)


def bookshelf(desk: Desk) -> Bookshelf:
    """The books as they stand today, and what the next turn would do."""
    house, today = desk.house(), desk.today()
    here, places, on = standing(house), ledges(house), turn_on(house, today)
    resting = _resting(house)
    return Bookshelf(here, resting, turn_of(house, on), places, on)


def turn_of(house: House, on: date) -> Turn:
    """What the turn of the books on a day would do."""
    months = [corrected_months(c.born, c.gestation_weeks, on) for c in house.children]
    words = [word for t in house.weeks.themes if t.from_day <= on <= t.until_day for word in (t.name, *t.words)]
    words += [a.words for a in house.weeks.aims if not a.key and (a.until_day is None or a.until_day >= on)]
    words += [passion for c in house.children for passion in c.passions]
    language = house.household.language if house.household else "en"
    spoken = tuple(dict.fromkeys((language, *(b.language for b in books(house)))))
    return next_turn(standing(house), _resting(house), ledges(house), months, on, themes=words, languages=spoken)


def turn_on(house: House, today: date) -> date:
    """The day of the next turn: a week after the last, at the earliest today, or where it was moved to."""
    return turn_days(house, today)[0][1]


def turn_days(house: House, today: date) -> list[tuple[date, date]]:
    """The next turn: its day in the weekly rhythm, and the day it is on. The turns after it follow from when it was."""
    last = max((s.since for s in house.weeks.book_stays), default=None)
    own = today if last is None else max(today, date.fromordinal(last.toordinal() + 7))
    # The rhythm's day goes on while nobody turned them; where it was moved to stays.
    rhythm = own if last is None else date.fromordinal(last.toordinal() + 7)
    return [(rhythm, max(today, house.moved("books").get(rhythm, own)))]


def _resting(house: House) -> tuple[tuple[Book, date | None], ...]:
    here = {s.book.thing_id for s in standing(house)}
    left: dict[int, date] = {}
    for stay in house.weeks.book_stays:
        if stay.until is not None:
            left[stay.thing_id] = max(stay.until, left.get(stay.thing_id, stay.until))
    return tuple((b, left.get(b.thing_id)) for b in books(house) if b.thing_id not in here)


def book(house: House, thing_id: int) -> Book:
    """A book by its thing's id. Raises: NotFound."""
    found = next((b for b in books(house) if b.thing_id == thing_id), None)
    if found is None:
        raise NotFound(say("There is no book {thing_id}.", thing_id=thing_id))
    return found


def save(desk: Desk, told: Book, adult_id: int | None) -> int:
    """Keep a book (id 0: a new one), its title, its cover and what is told of it. Returns the thing's id.

    Raises: NotFound, InvalidValue.
    """
    house, title = desk.house(), told.title.strip()
    old = book(house, told.thing_id) if told.thing_id else None
    thing = house.component(told.thing_id) if old is not None else of_kind(title, "book", count=1)
    if old is None or told.cover_mm != old.cover_mm:
        thing = _with_cover(thing, told.cover_mm)
    with desk.write(adult_id, say("Book: {title}", title=title)[:200]) as work:
        thing_id = work.cupboard.save_component(replace(thing, name=title))
        work.books.save(replace(told, thing_id=thing_id, title=title, lent_by=told.lent_by.strip()))
        return thing_id


def _with_cover(thing: Component, cover_mm: float) -> Component:
    """The same book with a cover so wide, measured: no longer as its kind is assumed to be."""
    high, thick = (thing.shape.b_mm, thing.shape.c_mm) if isinstance(thing.shape, Box) else (USUAL_HIGH_MM, THICK_MM)
    measured = tuple(name for name in thing.assumed if name != "shape")
    return replace(thing, shape=Box(cover_mm, high, thick), assumed=measured)


def turn(desk: Desk, out: Sequence[int], in_: Sequence[tuple[int, int]], adult_id: int | None) -> int:
    """Turn the books: some leave their ledge, others come to one (book, unit). Returns how many moved.

    Raises: InvalidValue where a ledge has no room, NotFound.
    """
    house, today = desk.house(), desk.today()
    here = {s.book.thing_id: s for s in standing(house)}
    for thing_id in out:
        if thing_id not in here:
            raise InvalidValue(
                FieldProblem("out", say("names {book}, which stands nowhere.", book=book(house, thing_id).title))
            )
    for thing_id, _ in in_:
        if thing_id in here:
            raise InvalidValue(
                FieldProblem("in", say("names {book}, which stands already.", book=book(house, thing_id).title))
            )
    _check_room(house, [s for s in here.values() if s.book.thing_id not in set(out)], in_)
    with desk.write(adult_id, say("Turned the books")) as work:
        for thing_id in out:
            work.books.take_away(thing_id, today)
        for thing_id, unit_id in in_:
            work.books.stand(thing_id, unit_id, today)
    return len(out) + len(in_)


def _check_room(house: House, stays: Sequence[Standing], in_: Sequence[tuple[int, int]]) -> None:
    by_unit = {ledge.unit_id: ledge for ledge in ledges(house)}
    for unit in house.units:  # only a number the household itself gave binds it; the usual five is a wish
        there = sum(s.unit_id == unit.id for s in stays) + sum(to == unit.id for _, to in in_)
        if unit.most is not None and unit.id in by_unit and there > unit.most:
            raise InvalidValue(
                FieldProblem(
                    "in",
                    say("makes {there} books on {unit}; it takes {most}.", there=there, unit=unit.name, most=unit.most),
                    say("Let one more book rest."),
                )
            )
    used = {key: ledge.taken_mm for key, ledge in by_unit.items()}
    for each in stays:
        used[each.unit_id] = used.get(each.unit_id, 0.0) + each.book.cover_mm + GAP_MM
    for thing_id, unit_id in in_:
        if unit_id not in by_unit:
            raise InvalidValue(FieldProblem("in", say("names unit {unit_id}, which is no ledge.", unit_id=unit_id)))
        coming = book(house, thing_id)
        used[unit_id] += coming.cover_mm + GAP_MM
        if used[unit_id] > by_unit[unit_id].width_mm:
            over = used[unit_id] - by_unit[unit_id].width_mm
            raise InvalidValue(
                FieldProblem(
                    "in",
                    say("has {coming}, for which {over} mm are missing.", coming=coming.title, over=decimal(over, 0)),
                    say("Let one more book rest."),
                )
            )


def ask_again(desk: Desk, thing_id: int, adult_id: int | None) -> None:
    """A book was asked for again: it stays. Raises: NotFound."""
    title = book(desk.house(), thing_id).title
    with desk.write(adult_id, say("Asked for again: {title}", title=title)[:200]) as work:
        work.books.ask(thing_id, desk.today())


def give_back(desk: Desk, thing_id: int, adult_id: int | None) -> None:
    """A borrowed book went back: it leaves its ledge and the cupboard, its history stays. Raises: NotFound,
    InvalidValue for one that is the house's own."""
    house = desk.house()
    found = book(house, thing_id)
    if found.back_on is None:
        raise InvalidValue(FieldProblem("book", say("{found} is the house's own.", found=found.title)))
    with desk.write(adult_id, say("Gave back {found}", found=found.title)[:200]) as work:
        if any(s.book.thing_id == thing_id for s in standing(house)):
            work.books.take_away(thing_id, desk.today())
        work.cupboard.save_component(replace(house.component(thing_id), archived=True))
