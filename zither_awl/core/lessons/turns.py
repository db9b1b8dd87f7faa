"""What is asked next in a lesson: turn by turn, or a set once through; it ends kindly (PRES-1, PRES-4)."""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from datetime import datetime, timedelta
from itertools import pairwise

from zither_awl.core.lessons.plan import Pick
from zither_awl.core.lessons.standing import SHOWN_RIGHT, Standing
from zither_awl.core.saying import say
from zither_awl.core.values import Turn, Word, WordAnswer, WordSet

MOST_TURNS, MISSES = 16, 2
"""A lesson stops after so many turns, or so many misses in a row: before the child does. Ours, no source."""


@dataclass(frozen=True, slots=True)
class Ask:
    """What to do next in a lesson. `far`: fetch it from across the room; `stop`: end here, with the reason."""

    turn: Turn
    word: Word | None
    far: bool
    stop: str = ""


def next_turn(picks: Sequence[Pick], asked: Sequence[WordAnswer], *, restless: bool = False) -> Ask:
    """What to ask next in a lesson of these words, after what was asked in it so far.

    Each new word is named; then many turns of "show me", the word asked least, every third from afar (always, for a
    child that needs to move: PRES-4); then each is asked for once by "what is this?". It stops kindly: after two misses
    in a row, after sixteen turns, or when every word was recalled.
    """
    if not picks:
        return Ask("name", None, False, say("Nothing is due. Come back another day."))
    tries = [a for a in asked if a.turn != "name"]
    if len(tries) >= MISSES and not any(a.right for a in tries[-MISSES:]):
        return Ask("show", None, False, say("Two went astray: stop here, put it back together, another day."))
    if len(asked) >= MOST_TURNS:
        return Ask("show", None, False, say("That was long enough. Stop while it is still a pleasure."))
    named = {a.word for a in asked if a.turn == "name"}
    for pick in picks:
        if pick.standing.new and pick.standing.word.key not in named:
            return Ask("name", pick.standing.word, False)
    far = restless or len(tries) % 3 == 2
    # Those that are ready are asked in between, so that most turns succeed and no word stands alone.
    if any(not _ready(p.standing, asked) for p in picks):
        counts = Counter(a.word for a in asked if a.turn == "show")
        last = tries[-1].word if tries else ""
        return Ask("show", _least(picks, counts, last), far)
    recalled = {a.word for a in asked if a.turn == "recall"}
    left = [p for p in picks if p.standing.word.key not in recalled]
    if left:
        return Ask("recall", left[0].standing.word, False)
    return Ask("recall", None, False, say("All of them. End on that."))


def _least(picks: Sequence[Pick], counts: Counter[str], last: str) -> Word:
    """The word asked least, not the same twice running if there is another."""
    words = [p.standing.word for p in picks]
    return min(words, key=lambda w: (w.key == last and len(words) > 1, counts[w.key], words.index(w)))


def _ready(before: Standing, asked: Sequence[WordAnswer]) -> bool:
    """Whether a word can be asked "what is this?": known before, or shown right often enough by now."""
    own = [a for a in asked if a.word == before.word.key and a.turn in ("show", "recall")]
    if any(a.turn == "recall" for a in own):
        return True
    if before.box > 0 and not before.missed:
        return True
    right = before.shown_right
    for answer in own:
        right = right + 1 if answer.right else 0
    return right >= SHOWN_RIGHT


ALL_MISSES = 3
"""Asked once through: it ends kindly after so many in a row that are not known yet. Ours, no source."""


@dataclass(frozen=True, slots=True)
class Through:
    """A set asked once through: what is asked next, and what came of it so far. `stop` says why to end here."""

    word: Word | None
    known: tuple[Word, ...]
    not_yet: tuple[Word, ...]
    left: int
    stop: str = ""


def once_through(words: WordSet, asked: Sequence[WordAnswer]) -> Through:
    """What do they know? Each word of a set once, in its order, by "what is this?"; it counts as any other answer does.

    `asked`: the answers of the lesson that is going on. It ends kindly after three in a row that are not known yet.
    """
    told = {a.word: a.right for a in asked if a.turn == "recall"}
    known = tuple(w for w in words.words if told.get(w.key))
    not_yet = tuple(w for w in words.words if told.get(w.key) is False)
    left = [w for w in words.words if w.key not in told]
    in_order = [a.right for a in asked if a.turn == "recall"]
    if len(in_order) >= ALL_MISSES and left and not any(in_order[-ALL_MISSES:]):
        return Through(
            None, known, not_yet, len(left), say("Enough for today: stop here, while it is still a pleasure.")
        )
    if not left:
        return Through(None, known, not_yet, 0, say("Each was asked once. Put them back together."))
    return Through(left[0], known, not_yet, len(left))


LESSON_GAP = timedelta(minutes=30)


def lesson_since(history: Iterable[WordAnswer], now: datetime) -> tuple[WordAnswer, ...]:
    """The answers of the lesson that is going on: those with no half hour between them and now."""
    found = sorted(history, key=lambda a: a.at)
    if not found or now - found[-1].at > LESSON_GAP:
        return ()
    start = 0
    for n, (a, b) in enumerate(pairwise(found), start=1):
        if b.at - a.at > LESSON_GAP:
            start = n
    return tuple(found[start:])
