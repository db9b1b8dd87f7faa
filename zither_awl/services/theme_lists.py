"""Use cases of a planned theme's lists: what to make, buy, print, wash and fetch by when; the words and their days; the
song, the outing; and what nobody can do yet, with what it still serves for."""

from __future__ import annotations

from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass
from datetime import date, timedelta
from math import ceil

from zither_awl.core.ages import corrected_months
from zither_awl.core.ladders.expect import expectations
from zither_awl.core.saying import figure, say
from zither_awl.core.stock import Restock, restock
from zither_awl.core.trays import Design
from zither_awl.core.trays.cautions import cautions
from zither_awl.core.values import Child, Tray
from zither_awl.core.weeks.books import Book, of_theme
from zither_awl.core.weeks.plan import Comes, ThemePlan
from zither_awl.core.weeks.theme import ByThen, Theme, step_carries
from zither_awl.core.wishes import words_of
from zither_awl.core.words import listed
from zither_awl.services import books as bookshelf
from zither_awl.services import catalogue, routines
from zither_awl.services.house import House
from zither_awl.services.making import open_marks
from zither_awl.services.theme_ask import LAY_OUT_MIN, Asked, NewTray

NEW_WORDS, NEW_WORDS_SMALL, SMALL_MONTHS, WORD_DAYS = 3, 2, 30, 2
"""So many new words at once, fewer under 30 months (PRES-1), every second day."""
MOST_NOT_YET = 4
USES_A_DAY = (0.3, 1.0)
"""How often a tray is used a day while nobody has seen it, from and to. Ours, no source."""


@dataclass(frozen=True, slots=True)
class NotYet:
    """A level of the theme a child is not ready for, and what it serves for all the same (SEQ-9)."""

    child: Child
    name: str
    serves: str


@dataclass(frozen=True, slots=True)
class ThemeLists:
    """Everything beside the trays. `words` with the day each few are due; `lessons` for how many at a time."""

    lines: tuple[ByThen, ...]
    books: tuple[Book, ...]
    words: tuple[tuple[date, tuple[tuple[str, str], ...]], ...]
    songs: tuple[str, ...]
    routines: tuple[str, ...]
    outing: str
    cautions: tuple[str, ...]
    not_yet: tuple[NotYet, ...]


def lists_of(house: House, asked: Asked, plan: ThemePlan, today: date) -> ThemeLists:
    """The lists of a planned theme, from today's cupboard."""
    theme, pattern = asked.theme, asked.pattern
    cards = catalogue.designs(house)
    songs = [cards[key].name for key in pattern.songs if key in cards] if pattern else []
    theme_books, known = books_of(house, theme), routines.routines(house)
    return ThemeLists(
        lines=tuple(sorted(_lines(house, asked, plan, theme_books, today), key=lambda each: (each.due, each.kind))),
        books=theme_books,
        words=_words_by_day(house, asked, today),
        songs=tuple(songs),
        routines=tuple(r.name for r in known if pattern and r.key in pattern.routines),
        outing=theme.outing,
        cautions=tuple(_cautions(asked, plan, cards)),
        not_yet=tuple(_not_yet(house, asked, plan, today)),
    )


def books_of(house: House, theme: Theme) -> tuple[Book, ...]:
    """The books of the house that carry a theme."""
    words = {w for each in (theme.name, *theme.words) for w in words_of(each)}
    return tuple(b for b in bookshelf.books(house) if of_theme(b, words))


def _lines(house: House, asked: Asked, plan: ThemePlan, theme_books: Sequence[Book], today: date) -> Iterator[ByThen]:
    bought: dict[str, tuple[int, date]] = {}
    for comes in plan.comes:
        made, before = asked.new.get(comes.tray.id), max(today, comes.day - timedelta(days=1))
        if made is not None:
            yield from _to_make(made, comes, before)
            for lack in made.lacks:
                if lack.recipe is None:
                    count, due = bought.get(lack.kind, (0, before))
                    bought[lack.kind] = (count + lack.count, min(due, before))
        yield from _to_wash(house, comes.tray, before)
    for kind, (count, due) in bought.items():
        yield ByThen(kind="buy", name=kind[:80], amount=str(count), due=due, ref=f"kind:{kind}"[:60])
    yield from _used_up(house, asked, plan, today)
    standing = {s.book.thing_id for s in bookshelf.standing(house)}
    resting = [book.title for book in theme_books if book.thing_id not in standing]
    if resting:
        yield ByThen(
            kind="fetch",
            name=say("{books} for the ledge", books=say("{n, plural, one {# book} other {# books}}", n=len(resting))),
            ref="books",
            amount=listed(resting),
            due=max(today, asked.ask.first - timedelta(days=1)),
        )


def _to_make(made: NewTray, comes: Comes, before: date) -> Iterator[ByThen]:
    """What a new tray lacks, and the tray itself; all by the evening before it comes."""
    key, level = made.first.rung
    for lack in made.lacks:
        if lack.recipe is not None:
            printed = lack.recipe.work.startswith("printed")
            yield ByThen(
                kind="print" if printed else "make",
                name=lack.recipe.name[:80],
                due=before,
                amount=say(
                    "{pieces}, for {tray}",
                    pieces=say("{n, plural, one {# piece} other {# pieces}}", n=lack.count),
                    tray=comes.tray.name,
                ),
                minutes=lack.recipe.minutes,
                ref=f"recipe:{lack.recipe.key}",
            )
    yield ByThen(
        kind="make",
        name=comes.tray.name,
        amount=say("put together"),
        due=before,
        minutes=LAY_OUT_MIN,
        ref=f"step:{key}:{level}"[:60],
    )


def _to_wash(house: House, tray: Tray, before: date) -> Iterator[ByThen]:
    things = {c.component.id for c in tray.contents}
    for mark, name in open_marks(house):
        if mark.what == "wash" and (mark.tray_id == tray.id or mark.component_id in things):
            yield ByThen(kind="wash", name=name, amount=mark.note[:120], due=before, ref=f"mark:{mark.id}")


def _used_up(house: House, asked: Asked, plan: ThemePlan, today: date) -> Iterator[ByThen]:
    """What is used up before the theme ends: what there is, less what is used till then; bought before it is short."""
    coming = {c.tray.id for c in plan.comes}
    standing = [p.tray for p in house.placements]
    trays = [*standing, *(t for t in house.trays if t.id in coming and t not in standing)]
    rates = {r.component.id: r for r in restock(house.log, house.components, house.trays, today)}
    for component in house.components:
        holding = [t for t in trays if any(c.component.id == component.id for c in t.contents)]
        of_theme = [c for c in plan.comes if any(x.component.id == component.id for x in c.tray.contents)]
        if component.archived or not component.per_use or not holding or not of_theme:
            continue
        rate = rates[component.id]
        low, high = _a_day(rate, component.per_use)
        days = (asked.theme.until_day - today).days + 1
        short = high * days - rate.left
        if short > 0:
            runs_out = today + timedelta(days=int(rate.left / high))
            due = max(today, min(runs_out, of_theme[0].day) - timedelta(days=1))
            least = max(0, ceil(low * days - rate.left))
            amount = say(
                "{least} to {ceil} {unit}, beside the {left} there are",
                least=least,
                ceil=ceil(short),
                unit=rate.unit,
                left=figure(rate.left),
            )
            yield ByThen(kind="buy", name=component.name, amount=amount[:120], due=due, ref=f"thing:{component.id}")


def _a_day(rate: Restock, per_use: float) -> tuple[float, float]:
    """How much is used a day, from and to: as it was seen, or while that is little as it usually is."""
    if rate.days_range is not None and rate.days_range[0] > 0:
        most, least = rate.left / rate.days_range[0], rate.left / max(rate.days_range[1], 1e-9)
        return least, most
    return USES_A_DAY[0] * per_use, USES_A_DAY[1] * per_use


def _words_by_day(house: House, asked: Asked, today: date) -> tuple[tuple[date, tuple[tuple[str, str], ...]], ...]:
    """The words of a theme, a few at a time on every second day."""
    theme, pattern = asked.theme, asked.pattern
    second = dict(pattern.words) if pattern else {}
    months = [corrected_months(c.born, c.gestation_weeks, today) for c in house.children]
    few = NEW_WORDS_SMALL if months and max(months) < SMALL_MONTHS else NEW_WORDS
    found = []
    for n in range(0, len(theme.words), few):
        day = asked.ask.first + timedelta(days=WORD_DAYS * (n // few))
        if day <= theme.until_day:
            found.append((day, tuple((word, second.get(word, "")) for word in theme.words[n : n + few])))
    return tuple(found)


def _cautions(asked: Asked, plan: ThemePlan, cards: Mapping[str, Design]) -> Iterator[str]:
    """What to mind in a theme: its own caution, and the worst of each tray that comes."""
    if asked.pattern and asked.pattern.caution:
        yield asked.pattern.caution
    for comes in plan.comes:
        design = cards.get(comes.tray.card.key)
        worst = next((h for h in cautions(design)), None) if design is not None else None
        if comes.by_hand:
            yield say("{tray} is kept away; you bring it, and stay.", tray=comes.tray.name)
        elif worst is not None:
            yield say("{tray}: {worst}.", tray=comes.tray.name, worst=worst.text)


def _not_yet(house: House, asked: Asked, plan: ThemePlan, today: date) -> Iterator[NotYet]:
    """For each child: levels of the theme that come later, and the easier expectation under which they still serve."""
    near = asked.pattern.near if asked.pattern else ()
    words = (asked.theme.name, *asked.theme.words)
    for child in house.children:
        months = corrected_months(child.born, child.gestation_weeks, today)
        found = 0
        for design in catalogue.taken(house):
            level = next((lv for lv in design.levels if design.opens_at(lv) > months), None)
            if level is None or design.from_months > months or found == MOST_NOT_YET:
                continue
            told = expectations(design, level, months)
            if told.serves_as is not None and told.expects and step_carries(words, near, design, level):
                found += 1
                yield NotYet(child, design.titled(level), told.expects)


def status_of(house: House, asked: Asked, comes: Comes) -> str:
    """Where a tray of a planned theme is, or what has to be done for it, in a word or two."""
    made = asked.new.get(comes.tray.id)
    if made is None:
        if comes.spot is None:
            return say("stands already")
        return (
            say("in {bin_name}", bin_name=house.bin_name(comes.tray.bin_id))
            if comes.tray.bin_id
            else say("to be gathered")
        )
    bought = [lack.kind for lack in made.lacks if lack.recipe is None]
    home = [lack.recipe.name for lack in made.lacks if lack.recipe is not None]
    if bought:
        return say("buy {bought}", bought=listed(bought))
    return say("make {home}", home=listed(home)) if home else say("put together")
