"""Books: which stand front-facing, which turn comes next and why, and which go back when.

What is asked for again stays; what has stood longest and is asked for least goes first; what comes fits a theme, is in
the language that is missing, or has rested longest. Common practice, no source; the order is ours.
"""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from datetime import date

from zither_awl.core.errors import Gathering
from zither_awl.core.reasons import Quantity, Reason
from zither_awl.core.saying import figure, say
from zither_awl.core.wishes import words_of

COVER_MM = 200.0
"""The cover of a book nobody measured. Common practice, no source."""
GAP_MM = 10.0
"""Air beside a book that stands with its cover to the front."""
ASKED_DAYS = 7
"""Asked for again within so many days, it stays."""
MOST_STANDING = 5
BACK_SOON_DAYS = 7
LANGUAGES = {
    "en": say("English"),
    "es": say("Spanish"),
    "fr": say("French"),
    "de": say("German"),
    "pt": say("Portuguese"),
    "it": say("Italian"),
}


@dataclass(frozen=True, slots=True, kw_only=True)
class Book:
    """One title of the cupboard (`thing_id`). `cover_mm` is the width of its cover; `back_on` when it is to go back,
    and `lent_by` where to; both empty for the house's own."""

    thing_id: int
    title: str
    cover_mm: float = COVER_MM
    language: str = "en"
    themes: tuple[str, ...] = ()
    from_months: int = 0
    to_months: int = 96
    lent_by: str = ""
    back_on: date | None = None
    photo_id: int | None = None
    bin_id: int | None = None

    def __post_init__(self) -> None:
        wrong = Gathering()
        wrong.check(bool(self.title.strip()) and len(self.title) <= 80, "title", say("must have 1 to 80 characters."))
        wrong.check(
            20 <= self.cover_mm <= 600,
            "cover_mm",
            say("is {cover_mm} mm; expected 20 to 600 mm.", cover_mm=figure(self.cover_mm)),
        )
        wrong.check(
            0 <= self.from_months < self.to_months <= 96,
            "from_months",
            say(
                "to to_months is {from_months} to {to_months}; expected 0 to 96, rising.",
                from_months=self.from_months,
                to_months=self.to_months,
            ),
        )
        wrong.check(
            2 <= len(self.language) <= 8,
            "language",
            say("is {language}; expected such as en or es.", language=repr(self.language)),
        )
        long = [t for t in self.themes if not t.strip() or len(t) > 40]
        wrong.check(len(self.themes) <= 12 and not long, "themes", say("are at most 12, of 1 to 40 characters each."))
        wrong.check(
            len(self.lent_by) <= 80,
            "lent_by",
            say("has {lent_by} characters; the limit is 80.", lent_by=len(self.lent_by)),
        )
        wrong.finish()


@dataclass(frozen=True, slots=True)
class Ledge:
    """Where books stand with the cover to the front: how wide it is, what of it is taken, how many at most."""

    unit_id: int
    width_mm: float
    taken_mm: float = 0.0
    most: int = MOST_STANDING


@dataclass(frozen=True, slots=True)
class Standing:
    """A book on a ledge since a day."""

    book: Book
    unit_id: int
    since: date
    asked: tuple[date, ...] = ()
    """The days it was asked for again."""


@dataclass(frozen=True, slots=True)
class Turn:
    """What the next turn of the books would do: what stays, goes and comes, each with why."""

    stays: tuple[tuple[Book, Reason], ...]
    goes: tuple[tuple[Book, Reason], ...]
    comes: tuple[tuple[Book, int, Reason], ...]
    """With the ledge it would stand on."""


def next_turn(
    standing: Sequence[Standing],
    resting: Sequence[tuple[Book, date | None]],
    ledges: Sequence[Ledge],
    months: Sequence[int],
    on: date,
    *,
    themes: Iterable[str] = (),
    languages: Iterable[str] = (),
) -> Turn:
    """Which books change on a day. `resting` with the day each last left; `months` the children's ages; `themes` are
    words of these weeks; `languages` those of the house."""
    words, spoken = {w for t in themes for w in words_of(t)}, tuple(languages)
    stays, goes = _sorted_out(standing, words, on)
    room = {ledge.unit_id: _room(ledge, [s.book for s, _ in stays if s.unit_id == ledge.unit_id]) for ledge in ledges}
    fitting = [(b, left) for b, left in resting if _fits(b, months) and (b.back_on is None or b.back_on > on)]
    there = {s.book.language for s, _ in stays}
    comes: list[tuple[Book, int, Reason]] = []
    while fitting:
        best = min(fitting, key=lambda each: _pressing(each[0], each[1], words, there, spoken))
        fitting.remove(best)
        book = best[0]
        ledge = next((key for key, (mm, places) in room.items() if places and book.cover_mm + GAP_MM <= mm), None)
        if ledge is not None:
            mm, places = room[ledge]
            room[ledge] = (mm - book.cover_mm - GAP_MM, places - 1)
            comes.append((book, ledge, _why_comes(book, best[1], words, there, spoken, on)))
            there.add(book.language)
    stays, goes = _kept_for_room(stays, goes, room, on)
    return Turn(tuple((s.book, r) for s, r in stays), tuple((s.book, r) for s, r in goes), tuple(comes))


def _sorted_out(
    standing: Sequence[Standing], words: set[str], on: date
) -> tuple[list[tuple[Standing, Reason]], list[tuple[Standing, Reason]]]:
    stays, goes = [], []
    for each in standing:
        last, back = max(each.asked, default=None), each.book.back_on
        days = Quantity(say("stood"), (on - each.since).days, "days")
        if back is not None and back <= on:
            text = say("It goes back to {lent_by}.", lent_by=each.book.lent_by or say("where it came from"))
            goes.append((each, Reason("BOOKS", text, (days,))))
        elif last is not None and (on - last).days <= ASKED_DAYS:
            ago = say("{n, plural, one {# day} other {# days}}", n=(on - last).days)
            text = say(
                "Asked for {times}, the last time {ago} ago.",
                times=say("{n, plural, one {# time} other {# times}}", n=len(each.asked)),
                ago=ago,
            )
            stays.append((each, Reason("BOOKS", text, (days,))))
        elif found := of_theme(each.book, words):
            stays.append((each, Reason("BOOKS", say("It goes with these weeks: {found}.", found=found), (days,))))
        else:
            text = say(
                "It has stood {days} and was not asked for this week.",
                days=say("{n, plural, one {# day} other {# days}}", n=(on - each.since).days),
            )
            goes.append((each, Reason("BOOKS", text, (days,))))
    return stays, goes


def _kept_for_room(
    stays: list[tuple[Standing, Reason]],
    goes: list[tuple[Standing, Reason]],
    room: dict[int, tuple[float, int]],
    on: date,
) -> tuple[list[tuple[Standing, Reason]], list[tuple[Standing, Reason]]]:
    """No ledge is left with a gap for want of something new: what only stood long stays where nothing takes its place,
    the one that came last first."""
    kept = []
    for each in sorted(goes, key=lambda g: (g[0].since, g[0].book.title), reverse=True):
        book, unit = each[0].book, each[0].unit_id
        mm, places = room.get(unit, (0.0, 0))
        if (book.back_on is None or book.back_on > on) and places and book.cover_mm + GAP_MM <= mm:
            room[unit] = (mm - book.cover_mm - GAP_MM, places - 1)
            kept.append((each[0], Reason("BOOKS", say("Nothing new takes its place."), each[1].numbers)))
    gone = [g for g in goes if all(g[0] is not k for k, _ in kept)]
    return [*stays, *kept], gone


def of_theme(book: Book, words: set[str]) -> str:
    """The first of some words (core.wishes.words_of) a book is about; "" for none."""
    return min({w for t in (*book.themes, book.title) for w in words_of(t)} & words, default="")


def _room(ledge: Ledge, books: Sequence[Book]) -> tuple[float, int]:
    """The millimetres and the places that are left on a ledge."""
    used = sum(b.cover_mm + GAP_MM for b in books)
    return ledge.width_mm - ledge.taken_mm - used, max(0, ledge.most - len(books))


def _fits(book: Book, months: Sequence[int]) -> bool:
    return any(book.from_months <= m <= book.to_months for m in months)


def _pressing(
    book: Book, left: date | None, words: set[str], there: set[str], spoken: tuple[str, ...]
) -> tuple[bool, bool, bool, date, str]:
    """Of a theme, in a language that is missing, borrowed, never out or longest rested; the least comes first."""
    missing = book.language in spoken and book.language not in there
    return not of_theme(book, words), not missing, book.back_on is None, left or date.min, book.title


def _why_comes(
    book: Book, left: date | None, words: set[str], there: set[str], spoken: tuple[str, ...], on: date
) -> Reason:
    if found := of_theme(book, words):
        return Reason("BOOKS", say("It goes with these weeks: {found}.", found=found))
    if book.language in spoken and book.language not in there:
        named = LANGUAGES.get(book.language, book.language)
        return Reason("BOOKS", say("Nothing in {named} stands.", named=named))
    if book.back_on is not None:
        return Reason(
            "BOOKS",
            say(
                "It is borrowed, and stays for {days} more.",
                days=say("{n, plural, one {# day} other {# days}}", n=(book.back_on - on).days),
            ),
        )
    if left is None:
        return Reason("BOOKS", say("It has not stood yet."))
    days = (on - left).days
    return Reason(
        "BOOKS",
        say("It has rested {days}.", days=say("{n, plural, one {# day} other {# days}}", n=days)),
        (Quantity(say("rested"), days, "days"),),
    )


def to_return(books: Iterable[Book], on: date) -> tuple[tuple[Book, int], ...]:
    """The borrowed books that go back within a week, with the days until then, the first first."""
    due = [(b, (b.back_on - on).days) for b in books if b.back_on is not None]
    return tuple(sorted(((b, n) for b, n in due if n <= BACK_SOON_DAYS), key=lambda each: (each[1], each[0].title)))
