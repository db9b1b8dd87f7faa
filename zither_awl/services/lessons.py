"""Use cases of words and quantities in three periods: the sets, the next lesson, its next turn, what is confused."""

from __future__ import annotations

from collections import defaultdict
from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from datetime import date
from typing import Any

from zither_awl.catalogue.lesson_loader import shipped_words, words_of
from zither_awl.core.ages import corrected_months
from zither_awl.core.errors import FieldProblem, InvalidValue, NotFound
from zither_awl.core.lessons import (
    Ask,
    Confusions,
    Rung,
    Standing,
    Through,
    WordPlan,
    confusions,
    lesson_since,
    mixed_up,
    next_rung,
    next_turn,
    once_through,
    rungs,
    standing,
    three_period_plan,
)
from zither_awl.core.saying import say, together
from zither_awl.core.values import Child, Turn, Word, WordAnswer, WordSet
from zither_awl.core.values.lessons import SetKind
from zither_awl.core.words import own_key
from zither_awl.services.catalogue import designs
from zither_awl.services.desk import Desk, House

FROM_MONTHS: Mapping[SetKind, int] = {
    "colours": 20,
    "shapes": 24,
    "quantities": 24,
    "words": 18,
    "sounds": 33,
    "numerals": 33,
}
"""From which age (months) words of a kind may be known. Common practice, no source."""


@dataclass(frozen=True, slots=True)
class Lesson:
    """A child and a set of words: the plan for today, what is asked next, how each word stands, what is confused.

    `asked`: what was asked in the lesson going on. For quantities `rung` is what comes next, and `rungs` all of them.
    `more`: the words that come next when the child wants more. `through`: the set asked once through.
    `language`: the one the child is spoken to first.
    """

    child: Child
    words: WordSet
    plan: WordPlan
    ask: Ask
    asked: tuple[WordAnswer, ...]
    standings: tuple[Standing, ...]
    confused: Confusions
    rung: tuple[Word, Turn] | None
    rungs: tuple[tuple[Word, tuple[Rung, ...]], ...]
    more: tuple[Word, ...]
    through: Through
    language: str
    mixed: tuple[tuple[str, str], ...]


CARD = "card:"
"""What the key of a set begins with that is the words of a card."""
MOST_MORE = 12


def sets(house: House) -> tuple[WordSet, ...]:
    """Every set of words: those that ship, and the household's own."""
    return (*shipped_words(), *(words_of(data, own=True) for data in house.lessons.own_sets.values()))


def word_set(house: House, key: str) -> WordSet:
    """A set by its key. Raises: NotFound."""
    for each in sets(house):
        if each.key == key:
            return each
    if key.startswith(CARD):
        found = words_of_card(house, key.removeprefix(CARD))
        if found is not None:
            return found
    raise NotFound(say("There is no set of words {key}.", key=repr(key)))


def words_of_card(house: House, key: str) -> WordSet | None:
    """The words of a card as a set; None where a card has fewer than two."""
    design = designs(house).get(key)
    if design is None or len(design.words) < 2:
        return None
    words = tuple(
        Word(key=word, labels=(("en", word), *((("es", other),) if other else ())), by=design.name)
        for word, other in design.words
    )
    return WordSet(key=f"{CARD}{key}"[:40], name=design.name, kind="words", words=words)


def language_of(house: House, child: Child) -> str:
    """The language a child is spoken to first: its own, else the household's."""
    return child.language or (house.household.language if house.household else "en")


def said_words(house: House, child_id: int, key: str) -> dict[str, date]:
    """The words of a set that an adult said a child knows, each with the day."""
    return {s.word: s.on for s in house.people.said if s.child_id == child_id and s.key == key and s.word}


def sets_near(house: House, child: Child, on: date) -> tuple[WordSet, ...]:
    """The sets a child of this age may know words of: what was begun with it, what an adult is asked of."""
    months = corrected_months(child.born, child.gestation_weeks, on)
    return tuple(each for each in sets(house) if FROM_MONTHS[each.kind] <= months and not each.own)


def _answers(desk: Desk, child_id: int, key: str | None = None) -> tuple[WordAnswer, ...]:
    """A child's answers, oldest first: all, or those in a set."""
    with desk.read() as work:
        return work.lessons.answers(child_id, key)


def lesson(desk: Desk, child_id: int, key: str, *, restless: bool = False, more: int = 0) -> Lesson:
    """The lesson as it stands; `more` is how often the child wanted the next words. Raises: NotFound."""
    house, today = desk.house(), desk.today()
    child, words = house.child(child_id), word_set(house, key)
    answers = _answers(desk, child_id, key)
    asked = lesson_since(answers, desk.now().astimezone(house.zone))
    # The plan of a lesson is made at its beginning, and does not change while it goes on.
    before = answers[: len(answers) - len(asked)]
    said = said_words(house, child_id, key)
    language = language_of(house, child)
    plans = _rounds(words, before, child, today, said, language, min(more, MOST_MORE))
    plan, following = plans[-2], plans[-1]
    own = {p.standing.word.key for p in plan.picks}
    in_round = asked if more == 0 else tuple(a for a in asked if a.word in own)
    quantities = words.kind == "quantities"
    return Lesson(
        child=child,
        words=words,
        plan=plan,
        ask=next_turn(plan.picks, in_round, restless=restless),
        asked=asked,
        standings=tuple(standing(w, answers, said.get(w.key)) for w in words.words),
        confused=confusions(words, answers),
        rung=next_rung(words, answers, said) if quantities else None,
        rungs=tuple((w, rungs(words, w.key, answers, said=w.key in said)) for w in words.words) if quantities else (),
        more=tuple(p.standing.word for p in following.picks),
        through=once_through(words, asked),
        language=language,
        mixed=mixed_up(words, answers),
    )


def _rounds(
    words: WordSet,
    before: Sequence[WordAnswer],
    child: Child,
    today: date,
    said: Mapping[str, date],
    language: str,
    more: int,
) -> list[WordPlan]:
    """The plan of the lesson, of each further round, and of the one that would come after."""
    months = corrected_months(child.born, child.gestation_weeks, today)
    had: set[str] = set()
    plans = []
    for _ in range(more + 2):
        made = three_period_plan(words, before, today, months, said, but=had, language=language)
        plans.append(made)
        had |= {p.standing.word.key for p in made.picks}
    return plans


def known_words(desk: Desk, child_id: int, words: WordSet) -> frozenset[str]:
    """The words of a set a child knows: recalled, or said to be known."""
    answers, said = _answers(desk, child_id, words.key), said_words(desk.house(), child_id, words.key)
    return frozenset(w.key for w in words.words if standing(w, answers, said.get(w.key)).box > 0)


TALK_DAYS = 14
"""So long after a talk its words are proposed as a lesson. Ours, no source."""


def talked_of(house: House, child_id: int, before: date) -> dict[str, date]:
    """By set of words: the day of the last talk before a day in which a child said something of it."""
    found: dict[str, date] = {}
    for each in house.lessons.talks:
        spoke = any(w.child_id == child_id for w in each.said)
        if spoke and 0 < (before - each.local_day).days <= TALK_DAYS:
            found[each.set_key] = each.local_day
    return found


@dataclass(frozen=True, slots=True)
class Waiting:
    """A set of words that waits for a child today: so many are due, or it was talked of on a day."""

    words: WordSet
    due: int
    talked_on: date | None


def waiting(desk: Desk, child_id: int) -> tuple[Waiting, ...]:
    """The lessons that wait for a child today, what is due first; what was talked of and not asked since."""
    house, today = desk.house(), desk.today()

    def reckon() -> tuple[Waiting, ...]:
        talked = talked_of(house, child_id, today)
        found = []
        for each in overview(desk, child_id):
            on = talked.get(each.words.key)
            since = each.last_on is None or (on is not None and each.last_on <= on)
            fresh = on is not None and since and each.known < len(each.words.words)
            if (each.due and each.begun) or fresh:
                found.append(Waiting(each.words, each.due, on if fresh else None))
        return tuple(found)

    return house.once(("words waiting", child_id, today), reckon)


@dataclass(frozen=True, slots=True)
class Overview:
    """One set for one child: how many words are known, how many are due today, and when the next is."""

    words: WordSet
    known: int
    due: int
    begun: bool
    next_due: date | None
    last_on: date | None = None


def overview(desk: Desk, child_id: int) -> tuple[Overview, ...]:
    """Every set for a child, what is due first."""
    house, today = desk.house(), desk.today()
    found = []
    by_set: defaultdict[str, list[WordAnswer]] = defaultdict(list)
    for answer in _answers(desk, child_id):
        by_set[answer.set_key].append(answer)
    begun = (words_of_card(house, key.removeprefix(CARD)) for key in by_set if key.startswith(CARD))
    for words in (*sets(house), *(each for each in begun if each is not None)):
        answers = by_set[words.key]
        said = said_words(house, child_id, words.key)
        stand = [standing(w, answers, said.get(w.key)) for w in words.words]
        dates = [s.due for s in stand if s.due]
        firm = sum(all(r.firm for r in rungs(words, w.key, answers, said=w.key in said)) for w in words.words)
        known = firm if words.kind == "quantities" else sum(s.box > 0 for s in stand)
        last = answers[-1].local_day if answers else None
        due = sum(d <= today for d in dates)
        found.append(Overview(words, known, due, bool(answers), min(dates, default=None), last))
    return tuple(sorted(found, key=lambda o: (-o.due, not o.begun)))


def check_answer(house: House, set_key: str, word: str, turn: str) -> None:
    """Whether a turn can be of this set. Raises: NotFound; InvalidValue."""
    words = word_set(house, set_key)
    if words.word(word) is None:
        raise InvalidValue(
            FieldProblem("word", say("is {word}, which is no word of {words}.", word=repr(word), words=words.name))
        )
    if turn not in words.turns:
        raise InvalidValue(
            FieldProblem(
                "turn", say("is {turn}; expected one of {turns}.", turn=repr(turn), turns=together(words.turns, ", "))
            )
        )


def save_set(desk: Desk, key: str, data: Mapping[str, Any], adult_id: int | None) -> str:
    """Keep a set of the household's own (key "" for a new one). Returns its key. Raises: InvalidValue."""
    house = desk.house()
    kept = key or own_key(str(data.get("name", "")), [s.key for s in sets(house)])
    if kept in {s.key for s in shipped_words()}:
        raise InvalidValue(FieldProblem("key", say("is a set that ships."), say("Make one of your own beside it.")))
    made = words_of({**data, "key": kept}, own=True)
    with desk.write(adult_id, say("Wrote the words {made}", made=made.name)) as work:
        work.lessons.save_set(kept, {**data, "key": kept})
    return kept
