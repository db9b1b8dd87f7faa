"""Use cases of talks: things in a circle, what is asked of each, who said what, and what comes of it."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import date, timedelta

from zither_awl.catalogue.lesson_loader import TalkPlan, shipped_series, shipped_talks
from zither_awl.core.absence import next_day_in
from zither_awl.core.errors import FieldProblem, InvalidValue, NotFound
from zither_awl.core.saying import say, together
from zither_awl.core.values import Child, Talk, WordSet
from zither_awl.core.weeks.theme import ByThen
from zither_awl.formats.photo import clean_photo
from zither_awl.services import lessons
from zither_awl.services.catalogue import designs
from zither_awl.services.desk import Desk, House

MOST_TALKS = 12
LABELS_MONTHS = 48
"""Labels to read from this age on (SEQ-6)."""


@dataclass(frozen=True, slots=True)
class Next:
    """What comes of a talk for a child: its words in three periods, its labels to read, where it leads on."""

    child: Child
    words: WordSet
    new: tuple[str, ...]
    labels: bool


@dataclass(frozen=True, slots=True)
class TalksPage:
    """The talks there are, those that were had, the open one, and what may come next."""

    plans: tuple[TalkPlan, ...]
    open: Talk | None
    past: tuple[Talk, ...]


def plan(key: str) -> TalkPlan:
    """A talk by its key. Raises: NotFound."""
    found = next((t for t in shipped_talks() if t.key == key), None)
    if found is None:
        raise NotFound(say("There is no talk {key}.", key=repr(key)))
    return found


def page(desk: Desk) -> TalksPage:
    """The talks as they stand."""
    told = desk.house().lessons.talks
    going = next((t for t in reversed(told) if t.ended is None and t.local_day == desk.today()), None)
    past = tuple(t for t in reversed(told) if t is not going)[:MOST_TALKS]
    return TalksPage(shipped_talks(), going, past)


def extensions(house: House, of: TalkPlan) -> tuple[str, ...]:
    """Where a talk leads on, by its card."""
    card = designs(house).get(of.card)
    return card.then if card else ()


def check(house: House, key: str, words: str, thing: str | None, question: str) -> None:
    """Whether something can be said in a talk. Raises: NotFound; InvalidValue."""
    of = plan(key)
    told = lessons.word_set(house, words)
    if thing is None:
        return
    if told.word(thing) is None:
        raise InvalidValue(
            FieldProblem("word", say("is {thing}, which is no word of {told}.", thing=repr(thing), told=told.name))
        )
    if question not in of.questions:
        raise InvalidValue(
            FieldProblem(
                "text",
                say(
                    "is {question}; expected one of {questions}.",
                    question=repr(question),
                    questions=together(of.questions, ", "),
                ),
            )
        )


def things_of(talk: Talk) -> tuple[str, ...]:
    """The things something was said of, in that order."""
    return tuple(dict.fromkeys(w.thing for w in talk.said))


def next_of(desk: Desk, talk: Talk) -> tuple[Next, ...]:
    """What comes of a talk for each child that spoke in it: words it does not know yet, and whether it reads labels."""
    house, today = desk.house(), desk.today()
    words = lessons.word_set(house, talk.set_key)
    spoke = {w.child_id for w in talk.said}
    judge = house.judgements(today)
    found = []
    for child in house.children:
        if child.id in spoke:
            known = lessons.known_words(desk, child.id, words)
            new = tuple(w.key for w in words.words if w.key in things_of(talk) and w.key not in known)
            found.append(Next(child, words, new, judge.months(child) >= LABELS_MONTHS))
    return tuple(found)


def add_photo(desk: Desk, key: str, data: bytes, adult_id: int | None) -> None:
    """Keep a photograph of a talk, re-encoded and without its origin. Raises: InvalidValue, NotFound."""
    jpeg = clean_photo(data)
    with desk.write(adult_id, say("A photograph of a talk")) as work:
        if not work.home.save_talk_photo(key, work.cupboard.add_photo(jpeg)):
            raise NotFound(say("There is no such talk."))


def photo_of(desk: Desk, key: str) -> bytes:
    """The photograph of a talk as JPEG. Raises: NotFound."""
    talk = next((t for t in desk.house().lessons.talks if t.key == key), None)
    if talk is None or talk.photo_id is None:
        raise NotFound(say("This talk has no photograph."))
    with desk.read() as work:
        return work.cupboard.photo(talk.photo_id)


MOST_DAYS_BETWEEN = 14


def plan_series(desk: Desk, key: str, first: date, every: int, adult_id: int | None) -> tuple[int, ...]:
    """Put a series on the string of weeks: a showing every so many days from a day on, none on a day the house is away.
    What of it is planned and not done yet is moved. Returns the lines' ids. Raises: NotFound, InvalidValue."""
    found = next((each for each in shipped_series() if each.key == key), None)
    if found is None:
        raise NotFound(say("There is no series {key}.", key=repr(key)))
    house = desk.house()
    if first < desk.today():
        raise InvalidValue(
            FieldProblem("first", say("{first} is past.", first=first), say("Choose today or a day to come."))
        )
    if not 1 <= every <= MOST_DAYS_BETWEEN:
        raise InvalidValue(
            FieldProblem(
                "every",
                say(
                    "is {every}; expected 1 to {most_days_between} days.",
                    every=every,
                    most_days_between=MOST_DAYS_BETWEEN,
                ),
            )
        )
    planned = {line.ref: line for line in house.weeks.by_then}
    days, day = [], first
    for _ in found.steps:
        day = next_day_in(house.absences, day)
        days.append(day)
        day += timedelta(days=every)
    with desk.write(adult_id, say("{found}, over days", found=found.name)) as work:
        made = []
        for number, (step, due) in enumerate(zip(found.steps, days, strict=True), start=1):
            ref = f"series:{key}:{number}"
            old = planned.get(ref)
            if old is not None and old.done_on is not None:
                continue
            line = ByThen(id=old.id if old else 0, kind="show", name=step.text[:80], due=due, minutes=5, ref=ref)
            made.append(work.themes.save_by_then(line))
    return tuple(made)
