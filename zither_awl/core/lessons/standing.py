"""How one word stands: its period, its box, when it is due (PRES-1).

Review follows boxes with growing days: right at the asking moves a word on, a miss moves it back two and to "show me".
Source of the boxes: Leitner, So lernt man lernen, 1972, from memory; the days 1, 2, 4, 8, 16 are ours.
"""

from __future__ import annotations

from collections.abc import Iterable, Iterator
from dataclasses import dataclass
from datetime import date, timedelta

from zither_awl.core.values import Said, Turn, Word, WordAnswer, WordSet

REVIEW_DAYS = (1, 2, 4, 8, 16)
BACK = 2
"""A miss goes back two boxes."""
KNOWN_BOX = 3
"""From this box on a word is known well enough to stand beside one it is easily taken for. Ours, no source."""
SHOWN_RIGHT = 3
"""Right at "show me" so often, the last two in a row, before it is asked "what is this?". Ours, no source."""


@dataclass(frozen=True, slots=True)
class Standing:
    """How one word stands: its period, its box (0 to 5), and when it is due, None before it was ever recalled.

    `shown_right`: right at "show me" since it last began anew. `forgotten_at`: the box it was in when it was last
    forgotten, while it is; it then comes back the next day.
    """

    word: Word
    period: Turn
    box: int
    due: date | None
    shown_right: int
    missed: bool
    forgotten_at: int = 0

    @property
    def new(self) -> bool:
        """Whether it was never named."""
        return self.period == "name"


def standing(word: Word, answers: Iterable[WordAnswer], said: date | None = None) -> Standing:
    """How a word stands after these answers to it, in the order they were given.

    Only the last answer of a day at "what is this?" moves it on; a miss always moves it back at once, and it comes back
    the next day. A word that was never named cannot be missed: asked for and not known, it is as new as before. `said`:
    the day an adult said the child knows it; it then begins as known, and is asked for when its days are over.
    """
    period: Turn = "name" if said is None else "recall"
    box, right, missed = 0 if said is None else KNOWN_BOX, 0, False
    due: date | None = None if said is None else said + timedelta(days=REVIEW_DAYS[KNOWN_BOX - 1])
    moved: date | None = None
    forgotten = 0
    for each in sorted((a for a in answers if a.word == word.key), key=lambda a: (a.at, a.turn)):
        day = each.local_day
        if period == "name" and not each.right:
            continue
        if each.turn == "name":
            period = "show" if period == "name" else period
        elif each.turn == "show":
            right = right + 1 if each.right else 0
            missed = missed or not each.right
            period = "recall" if right >= SHOWN_RIGHT else "show"
        elif each.turn == "recall" and each.right:
            missed, period, forgotten = False, "recall", 0
            if moved != day:
                box, moved = min(box + 1, len(REVIEW_DAYS)), day
                due = day + timedelta(days=REVIEW_DAYS[box - 1])
        elif each.turn == "recall":
            forgotten = box or forgotten
            box, right, period, missed, moved = max(0, box - BACK), 0, "show", True, None
            due = day + timedelta(days=REVIEW_DAYS[0])
    return Standing(word, period, box, due, right, missed, forgotten)


def proved(sets: Iterable[WordSet], answers: Iterable[WordAnswer], said: Iterable[Said]) -> Iterator[Said]:
    """The levels of cards that children know by their words: every word of the set was pointed to often enough.

    Where an adult said something of the level, that stands.
    """
    told: dict[tuple[int, str], list[WordAnswer]] = {}
    for each in answers:
        told.setdefault((each.child_id, each.set_key), []).append(each)
    spoken = {(s.child_id, s.key, s.level) for s in said}
    for words in sets:
        for (child_id, key), own in told.items():
            if key == words.key and all(standing(w, own).period == "recall" for w in words.words):
                on = max(a.local_day for a in own)
                yield from (
                    Said(child_id=child_id, key=card, level=level, answer="yes", on=on, concluded=True)
                    for card, level in words.proves
                    if (child_id, card, level) not in spoken
                )
