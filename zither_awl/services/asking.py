"""Use cases of what a child is said to know: a few questions, the answers kept with what follows from them."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field, replace
from datetime import date

from zither_awl.core.ages import corrected_months
from zither_awl.core.asking import MOST_QUESTIONS, Belief, belief
from zither_awl.core.errors import FieldProblem, InvalidValue
from zither_awl.core.saying import say, together
from zither_awl.core.trays import Design, Level
from zither_awl.core.trays.askable import askable
from zither_awl.core.values import Child, Rung, Said, SaidAnswer
from zither_awl.services import catalogue
from zither_awl.services.desk import Desk, House
from zither_awl.services.lessons import sets_near

Answered = tuple[Rung, SaidAnswer]


@dataclass(frozen=True, slots=True)
class Asking:
    """How far the questions about a child are: the next one, None when they are through; and what is settled."""

    child: Child
    design: Design | None
    level: Level | None
    number: int
    most: int
    settled: int
    levels: int


def _believed(house: House, child: Child, on: date) -> Belief:
    """What is believed of a child of its age before anything is said."""
    months = corrected_months(child.born, child.gestation_weeks, on)
    return house.once(
        ("belief", child.id, on),
        lambda: belief(askable(catalogue.taken(house), months, practice=house.practice), months),
    )


def _told(house: House, child: Child, on: date, answers: Sequence[Answered]) -> Belief:
    now, seen = _believed(house, child, on), set[Rung]()
    for rung, answer in answers:
        if rung in seen:
            raise InvalidValue(FieldProblem("answers", say("has {rung} {rung2} twice.", rung=rung[0], rung2=rung[1])))
        seen.add(rung)
        try:
            now = now.told(rung, answer)
        except KeyError:
            raise InvalidValue(
                FieldProblem(
                    "answers", say("names {rung} {rung2}, which is not asked of.", rung=rung[0], rung2=rung[1])
                )
            ) from None
    return now


PRESUMED = 0.85
"""From this chance on a level is taken as known where something rests on it, while nothing of the child was seen."""


@dataclass(frozen=True, slots=True)
class Presumed:
    """Of a child of whom nothing was ever seen: how likely it knows each level, and which it most likely does."""

    likely: Mapping[Rung, float] = field(default_factory=dict)
    known: frozenset[Rung] = frozenset()


def presumed(house: House, child: Child, on: date) -> Presumed:
    """What a child most likely knows by its age and by what was said; nothing once something of it was seen."""
    if any(visit.child_id == child.id for visit in house.window.visits):
        return Presumed()

    def reckon() -> Presumed:
        said = {
            (s.key, s.level): s.answer
            for s in house.people.said
            if s.child_id == child.id and not s.word and not s.concluded
        }
        now = _believed(house, child, on)
        for rung, answer in said.items():
            now = now.told(rung, answer) if rung in {each.rung for each in now.levels} else now
        likely = now.chances()
        known = frozenset(r for r, chance in likely.items() if chance >= PRESUMED and said.get(r, "yes") == "yes")
        return Presumed(likely, known)

    return house.once(("presumed", child.id, on), reckon)


def asking(desk: Desk, child_id: int, answers: Sequence[Answered]) -> Asking:
    """What to ask next about a child, after these answers. Nothing is kept.

    Raises: NotFound; InvalidValue for an answer to what is not asked, or given twice.
    """
    house, today = desk.house(), desk.today()
    child = house.child(child_id)
    now = _told(house, child, today, answers)
    rung = now.question()
    design = catalogue.designs(house)[rung[0]] if rung else None
    return Asking(
        child,
        design,
        design.level(rung[1]) if design and rung else None,
        len(answers) + 1,
        MOST_QUESTIONS,
        now.settled(),
        len(now.levels),
    )


def keep_said(
    desk: Desk, child_id: int, answers: Sequence[Answered], words: Mapping[str, Sequence[str]], adult_id: int | None
) -> int:
    """Keep what was said of a child, with what follows from it; returns how many levels are now said to be known.

    What followed from earlier answers is drawn anew. `words` are those known, by set. Raises: NotFound; InvalidValue
    for a level, set or word that is not there.
    """
    house, today = desk.house(), desk.today()
    child = house.child(child_id)
    earlier = [s for s in house.people.said if s.child_id == child_id]
    asked = {(s.key, s.level): s.answer for s in earlier if not s.word and not s.concluded} | dict(answers)
    near = {each.rung for each in _believed(house, child, today).levels}
    now = _told(house, child, today, [(rung, answer) for rung, answer in asked.items() if rung in near])
    said = Said(
        child_id=child_id,
        key="-",
        level=1,
        answer="yes",
        on=today,
        adult=next((a.name for a in house.adults if a.id == adult_id), ""),
    )
    new = [replace(said, key=key, level=level, answer=answer) for (key, level), answer in answers]
    if answers:
        new += [
            replace(said, key=key, level=level, answer=answer, concluded=True)
            for (key, level), answer in now.concluded().items()
            if (key, level) not in asked
        ]
    new += [
        replace(said, key=words_of, level=0, word=word)
        for words_of, known in _checked(house, child, today, words).items()
        for word in known
    ]
    over = {(s.key, s.level, s.word) for s in new}
    dropped = [s for s in earlier if answers and s.concluded and (s.key, s.level, s.word) not in over]
    with desk.write(adult_id, say("What {child} knows", child=child.name)) as work:
        work.people.forget_said(dropped)
        work.people.save_said(new)
    return sum(s.answer == "yes" and not s.word for s in new)


def _checked(house: House, child: Child, on: date, words: Mapping[str, Sequence[str]]) -> Mapping[str, Sequence[str]]:
    there = {each.key: {w.key for w in each.words} for each in sets_near(house, child, on)}
    for key, known in words.items():
        strange = [w for w in known if w not in there.get(key, ())]
        if key not in there or strange:
            raise InvalidValue(
                FieldProblem(
                    "words", say("names {strange}, which is not asked of.", strange=together(strange, ", ") or key)
                )
            )
    return words
