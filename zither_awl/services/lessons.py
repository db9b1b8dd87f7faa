"""Use cases of words and quantities in three periods: the sets, the next lesson, its next turn, what is confused."""

from __future__ import annotations

from collections import defaultdict
from collections.abc import Mapping
from dataclasses import dataclass
from datetime import date
from typing import Any

from zither_awl.catalogue.lesson_loader import shipped_words, words_of
from zither_awl.core.ages import corrected_months
from zither_awl.core.errors import FieldProblem, InvalidValue, NotFound
from zither_awl.core.sequence import (
    Ask,
    Confusions,
    Rung,
    Standing,
    WordPlan,
    confusions,
    lesson_since,
    next_rung,
    next_turn,
    rungs,
    standing,
    three_period_plan,
)
from zither_awl.core.values import Child, Turn, Word, WordAnswer, WordSet
from zither_awl.core.values.lessons import SetKind
from zither_awl.core.words import own_key
from zither_awl.services.desk import Desk, House

FROM_MONTHS: Mapping[SetKind, int] = {
    "colours": 20, "shapes": 24, "quantities": 24, "words": 18, "sounds": 33, "numerals": 33,
}  # fmt: skip
"""From which age (months) words of a kind may be known. Common practice, no source."""


@dataclass(frozen=True, slots=True)
class Lesson:
    """A child and a set of words: the plan for today, what is asked next, how each word stands, what is confused.

    `asked`: what was asked in the lesson going on. For quantities `rung` is what comes next, and `rungs` all of them.
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


def sets(house: House) -> tuple[WordSet, ...]:
    """Every set of words: those that ship, and the household's own."""
    return (*shipped_words(), *(words_of(data, own=True) for data in house.lessons.own_sets.values()))


def word_set(house: House, key: str) -> WordSet:
    """A set by its key. Raises: NotFound."""
    for each in sets(house):
        if each.key == key:
            return each
    raise NotFound(f"There is no set of words {key!r}.")


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


def lesson(desk: Desk, child_id: int, key: str, *, restless: bool = False) -> Lesson:
    """The lesson as it stands. Raises: NotFound."""
    house, today = desk.house(), desk.today()
    child, words = house.child(child_id), word_set(house, key)
    answers = _answers(desk, child_id, key)
    asked = lesson_since(answers, desk.now().astimezone(house.zone))
    # The plan of a lesson is made at its beginning, and does not change while it goes on.
    before = answers[: len(answers) - len(asked)]
    months = corrected_months(child.born, child.gestation_weeks, today)
    said = said_words(house, child_id, key)
    plan = three_period_plan(words, before, today, months, said)
    quantities = words.kind == "quantities"
    return Lesson(
        child=child, words=words, plan=plan, ask=next_turn(plan.picks, asked, restless=restless), asked=asked,
        standings=tuple(standing(w, answers, said.get(w.key)) for w in words.words),
        confused=confusions(words, answers),
        rung=next_rung(words, answers, said) if quantities else None,
        rungs=tuple((w, rungs(words, w.key, answers, said=w.key in said)) for w in words.words) if quantities else (),
    )  # fmt: skip


@dataclass(frozen=True, slots=True)
class Overview:
    """One set for one child: how many words are known, how many are due today, and when the next is."""

    words: WordSet
    known: int
    due: int
    begun: bool
    next_due: date | None


def overview(desk: Desk, child_id: int) -> tuple[Overview, ...]:
    """Every set for a child, what is due first."""
    house, today = desk.house(), desk.today()
    found = []
    by_set: defaultdict[str, list[WordAnswer]] = defaultdict(list)
    for answer in _answers(desk, child_id):
        by_set[answer.set_key].append(answer)
    for words in sets(house):
        answers = by_set[words.key]
        said = said_words(house, child_id, words.key)
        stand = [standing(w, answers, said.get(w.key)) for w in words.words]
        dates = [s.due for s in stand if s.due]
        firm = sum(all(r.firm for r in rungs(words, w.key, answers, said=w.key in said)) for w in words.words)
        known = firm if words.kind == "quantities" else sum(s.box > 0 for s in stand)
        found.append(Overview(words, known, sum(d <= today for d in dates), bool(answers), min(dates, default=None)))
    return tuple(sorted(found, key=lambda o: (-o.due, not o.begun)))


def check_answer(house: House, set_key: str, word: str, turn: str) -> None:
    """Whether a turn can be of this set. Raises: NotFound; InvalidValue."""
    words = word_set(house, set_key)
    if words.word(word) is None:
        raise InvalidValue(FieldProblem("word", f"is {word!r}, which is no word of {words.name}."))
    if turn not in words.turns:
        raise InvalidValue(FieldProblem("turn", f"is {turn!r}; expected one of {', '.join(words.turns)}."))


def save_set(desk: Desk, key: str, data: Mapping[str, Any], adult_id: int | None) -> str:
    """Keep a set of the household's own (key "" for a new one). Returns its key. Raises: InvalidValue."""
    house = desk.house()
    kept = key or own_key(str(data.get("name", "")), [s.key for s in sets(house)])
    if kept in {s.key for s in shipped_words()}:
        raise InvalidValue(FieldProblem("key", "is a set that ships.", "Make one of your own beside it."))
    made = words_of({**data, "key": kept}, own=True)
    with desk.write(adult_id, f"Wrote the words {made.name}") as work:
        work.lessons.save_set(kept, {**data, "key": kept})
    return kept
