"""Use cases of telling: the story of a child for a span, the week on one page, how it stands and what to mind on one
page, and the year in the house."""

from __future__ import annotations

from collections import defaultdict
from collections.abc import Iterable, Iterator, Mapping, Sequence
from dataclasses import dataclass, replace
from datetime import date, timedelta

from zither_awl.core.errors import FieldProblem, InvalidValue, NotFound
from zither_awl.core.saying import say, together, unstopped
from zither_awl.core.story import Part, Seen, story_of, without_names
from zither_awl.core.values import Child, Visit, WordAnswer
from zither_awl.core.values.telling import Picture, Story, StoryPart
from zither_awl.core.words import day_text, listed, weekday_text
from zither_awl.formats.paper.told import Told, ToldPart, ToldPicture
from zither_awl.services import pictures, today, tomorrow
from zither_awl.services.desk import Desk, House
from zither_awl.services.lessons import language_of, word_set

MOST_DAYS, MOST_NOTED, MOST_WORDS = 800, 400, 60
LANGUAGES = {
    "en": say("English"),
    "es": say("Spanish"),
    "de": say("German"),
    "fr": say("French"),
    "it": say("Italian"),
    "pt": say("Portuguese"),
}


@dataclass(frozen=True, slots=True)
class StoryPage:
    """A story as it can be chosen from: the parts as the program tells them, what was decided, the pictures."""

    child: Child
    title: str
    parts: tuple[Part, ...]
    story: Story
    pictures: tuple[Picture, ...]
    withheld: int
    """So many pictures show a child that may not be shown here."""


def story(desk: Desk, child_id: int, frm: date, until: date) -> StoryPage:
    """The story of a child from a day to a day. Raises: NotFound; InvalidValue for a span that is none."""
    house = desk.house()
    child = house.child(child_id)
    if not frm <= until <= desk.today() or (until - frm).days > MOST_DAYS:
        raise InvalidValue(
            FieldProblem(
                "until_day",
                say(
                    "is {until}; expected {frm} to {today}, and at most {most_days} days.",
                    until=until,
                    frm=frm,
                    today=desk.today(),
                    most_days=MOST_DAYS,
                ),
            )
        )
    kept = next(
        (s for s in house.telling.stories if (s.child_id, s.from_day, s.until_day) == (child_id, frm, until)),
        Story(child_id=child_id, from_day=frm, until_day=until),
    )
    hidden = _hidden(house, child)
    parts = tuple(
        replace(part, lines=tuple(without_names(line, hidden) for line in part.lines))
        for part in story_of(_seen(desk, house, child, frm, until))
    )
    may = tuple(p for p in pictures.of_child(house, child_id, frm, until) if _may(house, child, p))
    every = len(pictures.of_child(house, child_id, frm, until))
    return StoryPage(
        child, kept.title or say("The story of {child}", child=child.name), parts, kept, may, every - len(may)
    )


def _hidden(house: House, child: Child) -> set[str]:
    """The names of others that are not told in this child's story."""
    return {c.name for c in house.all_children if c.id != child.id and c.shown != "all"}


def _may(house: House, child: Child, picture: Picture) -> bool:
    """Whether a picture may be in this child's story: everybody in it allows that."""
    others = (house.child(each) for each in picture.children if each != child.id)
    return child.shown != "no" and all(other.shown == "all" for other in others)


def _words_said(house: House, child: Child, answers: Iterable[WordAnswer]) -> dict[str, list[str]]:
    """The words a child found by itself, each once, by the name of its language."""
    words: list[str] = []
    spoken = language_of(house, child)
    for answer in answers:
        if answer.right and answer.turn == "recall":
            word = _word(house, answer.set_key, answer.word, spoken)
            if word and word not in words:
                words.append(word)
    return {LANGUAGES.get(spoken, spoken): words[:MOST_WORDS]} if words else {}


def _seen(desk: Desk, house: House, child: Child, frm: date, until: date) -> Seen:
    steps = {t.card.id: t.card.name for t in house.all_trays}
    with desk.read() as work:
        visits = [v for v in work.visits_of(child.id) if frm <= v.local_day <= until]
        reached = work.reached()
        noted = work.log.episodes(work.log.ids_where(child_id=child.id, noted=True, most=MOST_NOTED))
        answers = work.lessons.answers(child.id)
    adults = {a.id: a.name for a in house.adults}
    notes = [
        (e.local_day, v.text.strip(), adults.get(e.adult_id or 0, ""))
        for e in noted
        if frm <= e.local_day <= until and not e.struck
        for v in e.events
        if v.kind == "note" and v.text.strip()
    ]
    words = _words_said(house, child, [a for a in answers if frm <= a.local_day <= until])
    _, days = tomorrow.day_of(desk)
    coming = next((d.items for d in days if d.child.id == child.id), ())
    out = [p.tray.name for p in house.placements if child.id in p.tray.for_children or not p.tray.for_children]
    return Seen(
        name=child.name,
        from_day=frm,
        until_day=until,
        visits=visits,
        trays={t.id: t.name for t in house.all_trays},
        alone=[
            (day, steps[card])
            for (who, card, kind), day in reached.items()
            if who == child.id and kind == "alone" and card in steps and frm <= day <= until
        ],
        words=words,
        notes=notes,
        now=out,
        coming=[(each.title, each.reason.text) for each in coming],
    )


def _word(house: House, set_key: str, key: str, language: str) -> str:
    try:
        found = next((w for w in word_set(house, set_key).words if w.key == key), None)
    except NotFound:
        return ""
    return found.label(language) if found else ""


def save(desk: Desk, told: Story, adult_id: int | None) -> None:
    """Keep what was chosen and written. Raises: NotFound."""
    child = desk.house().child(told.child_id)
    with desk.write(adult_id, say("The story of {child}, written on", child=child.name)) as work:
        work.telling.save_story(told)


def told_story(desk: Desk, child_id: int, frm: date, until: date) -> Told:
    """The story as it goes on paper: what was chosen, in the words that were written."""
    page = story(desk, child_id, frm, until)
    decided = {part.key: part for part in page.story.parts}
    parts = []
    for part in page.parts:
        choice = decided.get(part.key, StoryPart(key=part.key))
        if choice.told:
            lines = tuple(line for line in choice.text.splitlines() if line.strip()) if choice.text else part.lines
            parts.append(ToldPart(part.title, lines, listed=not choice.text))
    chosen = [p for p in page.pictures if p.id in page.story.pictures]
    household = desk.house().household
    return Told(
        title=page.title,
        under=say("{day} to {day2}", day=day_text(frm), day2=day_text(until))
        + (say(" · {household}", household=household.name) if household else ""),
        parts=tuple(parts),
        pictures=tuple(_picture(desk, page.child, p) for p in chosen),
        foot=say("Told from what was seen and written down. It compares with nobody."),
    )


def _picture(desk: Desk, child: Child, picture: Picture) -> ToldPicture:
    house = desk.house()
    jpeg = pictures.photo_of(desk, picture.id) if picture.photo_id is not None else None
    names = listed(sorted(house.child(c).name for c in picture.children))
    note = without_names(picture.note, _hidden(house, child))
    return ToldPicture(
        jpeg,
        say("{names}, {day}", names=names, day=day_text(picture.local_day)),
        together((unstopped(note), day_text(picture.local_day)), ". ") + ".",
    )


def week_page(desk: Desk, day: date | None = None) -> Told:
    """The week of a day on one page, for the fridge: what each child did, what is planned, the theme, who is away.

    Where no day is named it is this week, or the one before while nothing was written down in this one.
    """
    house, at = desk.house(), day or desk.today()
    first = at - timedelta(days=at.weekday())
    with desk.read() as work:
        every = {c.id: work.visits_of(c.id) for c in house.children}
    if day is None and not any(v.local_day >= first for seen in every.values() for v in seen):
        first -= timedelta(days=7)
    last = first + timedelta(days=6)
    done = {key: [v for v in seen if first <= v.local_day <= last] for key, seen in every.items()}
    trays = {t.id: t.name for t in house.all_trays}
    parts = [ToldPart(c.name, _week_of(done[c.id], trays), listed=False) for c in house.children]
    parts += [ToldPart(title, lines) for title, lines in _around(house, first, last) if lines]
    name = house.household.name if house.household else ""
    return Told(say("The week of {day}", day=day_text(first)), name, tuple(parts), small=True)


def _week_of(seen: Sequence[Visit], trays: Mapping[int, str]) -> tuple[str, ...]:
    if not seen:
        return (say("Nothing was written down."),)
    names = sorted({trays.get(v.tray_id or 0, v.activity) for v in seen} - {""})
    pieces = say("{n, plural, one {# piece} other {# pieces}}", n=len(seen))
    lines = [say("{pieces} of work: {names}.", pieces=pieces, names=listed(names))]
    longest = max(v.longest_min or 0 for v in seen)
    if longest >= 1:
        minutes = say("{n, plural, one {# minute} other {# minutes}}", n=round(longest))
        lines.append(say("Longest without a break: {minutes}.", minutes=minutes))
    return tuple(lines)


def _around(house: House, first: date, last: date) -> Iterator[tuple[str, tuple[str, ...]]]:
    """What else belongs to a week: what is to be shown, the theme, who is away."""
    ahead = [
        say("{p}: {tray} for {child}", p=weekday_text(p[3]), tray=house.tray(p[2]).name, child=house.child(p[1]).name)
        for p in house.weeks.planned
        if first <= p[3] <= last
    ]
    themes = [
        say("{t}: {question}", t=t.name, question=t.question)
        for t in house.weeks.themes
        if t.from_day <= last and t.until_day >= first
    ]
    away = [
        say("{a}, {day} to {day2}", a=a.name, day=day_text(a.from_day), day2=day_text(a.until_day))
        for a in house.absences
        if a.from_day <= last and a.until_day >= first
    ]
    yield say("To be shown"), tuple(ahead)
    yield say("Theme"), tuple(themes)
    yield say("Away"), tuple(away)


def standing_page(desk: Desk) -> Told:
    """How it stands and what to mind, for the other adults: one page."""
    house, page = desk.house(), today.page(desk)
    stand = [say("{unit}: {names}", unit=unit, names=listed(names)) for unit, names in page.out]
    mind = [together((line.tray, line.text), ": ") for line in page.mind]
    parts = [ToldPart(say("What to mind"), tuple(mind))] if mind else []
    parts += [_of_child(house, child) for child in house.children]
    show = [say("{tray} to {child}", tray=each.tray.name, child=s.child.name) for s in page.to_show for each in s.due]
    for title, lines in ((say("Standing now"), stand), (say("To be shown"), show)):
        if lines:
            parts.append(ToldPart(title, tuple(lines)))
    name = house.household.name if house.household else ""
    return Told(
        say("How it stands"),
        say("{name} · {day}", name=name, day=day_text(page.day)),
        tuple(parts),
        small=True,
        foot=say(
            "What was checked are the known hazards of what was entered; supervision and your own "
            "judgement stand above it."
        ),
    )


def _of_child(house: House, child: Child) -> ToldPart:
    given = [
        say("with an adult at the table: {kind} ({adult})", kind=p.kind, adult=p.adult)
        for p in child.permissions
        if p.withdrawn_on is None
    ]
    lines = [
        say("Allergic to {allergies}.", allergies=listed(child.allergies))
        if child.allergies
        else say("No allergy is written down."),
        *([say("Still mouths things.")] if child.still_mouths else []),
        *(say("Allowed {each}.", each=each) for each in given),
    ]
    return ToldPart(child.name, tuple(lines), listed=False)


@dataclass(frozen=True, slots=True)
class EarnedPlace:
    """A tray over a year: how often it was taken up, for how long, by how many, and what a use cost if its things have
    prices; `pass_on` says why it may go, "" if it stays."""

    tray: str
    uses: int
    minutes: int
    children: int
    cost: float | None
    cost_per_use: float | None
    pass_on: str


def year(desk: Desk, until: date | None = None) -> tuple[date, date, tuple[EarnedPlace, ...]]:
    """The year in the house up to a day: which trays earned their place, what was used most first."""
    house, last = desk.house(), until or desk.today()
    first = last - timedelta(days=364)
    found: defaultdict[int, list[tuple[int, float]]] = defaultdict(list)
    with desk.read() as work:
        for child in house.all_children:
            for visit in work.visits_of(child.id):
                if visit.tray_id is not None and first <= visit.local_day <= last:
                    found[visit.tray_id].append((child.id, visit.minutes or 0))
    rows = []
    for tray in house.trays:
        used = found[tray.id]
        prices = [content.component.cost for content in tray.contents]
        cost = sum(p for p in prices if p is not None) if any(p is not None for p in prices) else None
        rows.append(
            EarnedPlace(
                tray.name,
                len(used),
                round(sum(m for _, m in used)),
                len({c for c, _ in used}),
                cost,
                cost / len(used) if cost is not None and used else None,
                _pass_on(house, tray.card.to_months, len(used), last),
            )
        )
    return first, last, tuple(sorted(rows, key=lambda r: (-r.uses, -r.minutes, r.tray)))


def _pass_on(house: House, to_months: int, uses: int, last: date) -> str:
    from zither_awl.core.ages import completed_months

    ages = [completed_months(c.born, last) for c in house.children]
    if ages and all(age > to_months for age in ages):
        return say("Every child here has outgrown it.")
    return say("Not taken up in a year.") if uses == 0 else ""
