"""Quantity is not counting: each rung of a number by itself (SEQ-3)."""

from __future__ import annotations

from collections.abc import Collection, Iterable, Sequence
from dataclasses import dataclass

from zither_awl.core.values import RUNGS, Turn, Word, WordAnswer, WordSet


@dataclass(frozen=True, slots=True)
class Rung:
    """One rung of a quantity: right how often of how many tries, and whether it is firm."""

    turn: Turn
    right: int
    tries: int
    firm: bool


SAID_RUNGS: tuple[Turn, ...] = ("count along", "touch each", "how many")
"""What an adult can mean by saying that a child knows a number."""
FIRM_OF, FIRM_RIGHT = 3, 3
"""A rung is firm when the last three tries were right, on two days. Ours, no source."""


def rungs(words: WordSet, word: str, history: Iterable[WordAnswer], *, said: bool = False) -> tuple[Rung, ...]:
    """Where a child stands with one quantity, rung by rung; none says anything about another (SEQ-3). `said` to be
    known, the rungs up to "how many" are firm until one of them is tried."""
    own = sorted((a for a in history if a.word == word and a.set_key == words.key), key=lambda a: a.at)
    found = []
    for turn in RUNGS:
        tries = [a for a in own if a.turn == turn]
        last = tries[-FIRM_OF:]
        taken = said and not tries and turn in SAID_RUNGS
        firm = taken or (sum(a.right for a in last) >= FIRM_RIGHT and len({a.local_day for a in last}) >= 2)
        found.append(Rung(turn, sum(a.right for a in tries), len(tries), firm))
    return tuple(found)


def next_rung(words: WordSet, history: Sequence[WordAnswer], said: Collection[str] = ()) -> tuple[Word, Turn] | None:
    """The lowest rung that is not firm yet, of the first quantity that has one: small before large (TRAY-3)."""
    for word in words.words:
        for rung in rungs(words, word.key, history, said=word.key in said):
            if not rung.firm:
                return word, rung.turn
    return None
