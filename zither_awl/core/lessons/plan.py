"""Which words a three-period lesson takes, and in which period (PRES-1)."""

from __future__ import annotations

from collections.abc import Collection, Mapping, Sequence
from dataclasses import dataclass
from datetime import date

from zither_awl.core.lessons.mixups import mixed_up
from zither_awl.core.lessons.standing import KNOWN_BOX, REVIEW_DAYS, Standing, standing
from zither_awl.core.reasons import Quantity, Reason
from zither_awl.core.saying import say, together
from zither_awl.core.values import Word, WordAnswer, WordSet

NEW_IN = 3
"""At most one new word in three, once there are known ones to mix in."""
SMALL_MONTHS = 30
"""Under this age two new words at once, else three (PRES-1). Common practice, no source."""


@dataclass(frozen=True, slots=True)
class Pick:
    """A word of a lesson: how it stands and why it is in."""

    standing: Standing
    reason: Reason


@dataclass(frozen=True, slots=True)
class WordPlan:
    """The words of the next lesson, and what comes later: when each known word is due again."""

    picks: tuple[Pick, ...]
    coming: tuple[tuple[Word, date], ...]
    kept_apart: tuple[tuple[Word, Word], ...]
    """Words left out today, each with the one it is easily taken for."""


def three_period_plan(
    words: WordSet,
    history: Sequence[WordAnswer],
    on: date,
    months: int = 36,
    said: Mapping[str, date] = {},
    *,
    but: Collection[str] = (),
    language: str = "en",
) -> WordPlan:
    """Which words to take in the next lesson, in which period.

    Two words under 30 months, else three; a set in pairs takes two, and the pair before them again. First what was
    forgotten or is half learned, then what is due, then new ones in the order of the set: any number while nothing is
    known yet, else at most one in three. Two that are kept apart, or were taken for one another, never meet until both
    are known; then they are laid side by side, to compare. Known words fill up. `said`: the words an adult said are
    known, by the day it was said. `but`: words the lesson has had already, when a child wants more.
    """
    stand = [standing(w, history, said.get(w.key)) for w in words.words if w.key not in but]
    mixed = mixed_up(words, history)
    most = 2 if words.in_pairs or months < SMALL_MONTHS else 3
    known = [s for s in stand if s.box > 0]
    new_left = most if not known else max(1, most // NEW_IN)
    picks = _compared(mixed, stand, most, language)
    taken = {p.standing.word.key for p in picks}
    apart: list[tuple[Word, Word]] = []
    for each in sorted((s for s in stand if s.word.key not in taken), key=lambda s: _urgency(s, on)):
        why = _why(each, on, language)
        if why is None or len(picks) >= most or (each.new and new_left == 0):
            continue
        if (foe := _foe(each, [p.standing for p in picks], words, mixed)) is not None:
            apart.append((each.word, foe.word))
        else:
            new_left -= each.new
            picks.append(Pick(each, why))
    more = _pair_before(words, picks, stand, language) if words.in_pairs else None
    picks += _filling(words, picks, known, most, mixed, language) if more is None else more
    coming = tuple((s.word, s.due) for s in sorted(stand, key=_by_due) if s.due and s.due > on)
    return WordPlan(tuple(picks), coming, tuple(apart))


def _by_due(each: Standing) -> tuple[date, str]:
    return (each.due or date.max, each.word.key)


def _urgency(each: Standing, on: date) -> tuple[int, date, str]:
    """Forgotten, half learned, due, new, not due; the longest due first, new ones in the set's order."""
    if each.missed:
        return (0, each.due or on, "")
    if not each.new and each.box == 0:
        return (1, each.due or on, "")
    if each.due is not None and each.due <= on:
        return (2, each.due, "")
    return (3 if each.new else 4, each.due or on, "")


def _compared(mixed: Sequence[tuple[str, str]], stand: Sequence[Standing], most: int, language: str) -> list[Pick]:
    """Two that were taken for one another and are both firm now: side by side, to compare."""
    by_key = {s.word.key: s for s in stand}
    for one, other in mixed:
        pair = [by_key[key] for key in (one, other) if key in by_key]
        if len(pair) == 2 <= most and min(s.box for s in pair) >= KNOWN_BOX:
            names = together((s.word.label(language) for s in pair), say(" and "))
            return [
                Pick(
                    s,
                    Reason(
                        "PRES-1", say("{names} were mixed up and are firm now: side by side, to compare.", names=names)
                    ),
                )
                for s in pair
            ]
    return []


def _why(each: Standing, on: date, language: str) -> Reason | None:
    """Why a word is in today's lesson; None when it need not be."""
    name = each.word.label(language)
    if each.forgotten_at > 1 and each.due is not None and each.due <= on:
        usual = Quantity(say("days it would have waited"), REVIEW_DAYS[each.forgotten_at - 1], "days")
        text = say("{name} was forgotten: it comes back after a day, sooner than it would have.", name=name)
        return Reason("PRES-1", text, (usual,))
    if each.missed and (each.due is None or each.due <= on):
        return Reason("PRES-1", say("{name} slipped: back to “show me”, without a word about it.", name=name))
    if each.missed:
        return None
    if each.new:
        return Reason("PRES-1", say("{name} is new.", name=name))
    if each.box == 0:
        return Reason("PRES-1", say("{name} was named and is not recalled yet.", name=name))
    if each.due is not None and each.due <= on:
        days = Quantity(say("days since it was due"), (on - each.due).days, "days")
        return Reason(
            "PRES-1",
            say("{name} is due again.", name=name),
            (days,),
            source=say("Leitner 1972, from memory; the days are ours"),
        )
    return None


def _foe(
    each: Standing, picked: Sequence[Standing], words: WordSet, mixed: Sequence[tuple[str, str]]
) -> Standing | None:
    """A word already picked that this one must not meet yet."""
    for other in picked:
        pair = {each.word.key, other.word.key}
        if any(set(p) == pair for p in (*words.apart, *mixed)) and min(each.box, other.box) < KNOWN_BOX:
            return other
    return None


def _pair_before(words: WordSet, picks: Sequence[Pick], stand: Sequence[Standing], language: str) -> list[Pick]:
    """In a set of pairs: the pair just before the first new one, again."""
    new = [words.words.index(p.standing.word) for p in picks if p.standing.new]
    if not new or min(new) < 2:
        return []
    keys = {w.key for w in words.words[min(new) - 2 : min(new)]}
    before = [s for s in stand if s.word.key in keys]
    taken = {p.standing.word.key for p in picks}
    return [
        Pick(s, Reason("PRES-1", say("{label} again, from the pair before.", label=s.word.label(language))))
        for s in before
        if s.word.key not in taken and not s.new
    ]


def _filling(
    words: WordSet,
    picks: Sequence[Pick],
    known: Sequence[Standing],
    most: int,
    mixed: Sequence[tuple[str, str]],
    language: str,
) -> list[Pick]:
    """Known words mixed in beside what is learned, so that most turns succeed; the longest unasked first."""
    if not picks or all(p.standing.box > 0 for p in picks):
        return []
    taken, found = [p.standing for p in picks], []
    for each in sorted(known, key=_by_due):
        if len(taken) < most and each not in taken and not each.missed and _foe(each, taken, words, mixed) is None:
            taken.append(each)
            found.append(
                Pick(each, Reason("PRES-1", say("{label} is known: mixed in.", label=each.word.label(language))))
            )
    return found
