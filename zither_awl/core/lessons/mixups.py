"""What is taken for what, and since when two are told apart."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass
from datetime import date

from zither_awl.core.values import WordAnswer, WordSet


@dataclass(frozen=True, slots=True)
class Confusions:
    """How often each word (row) was answered by each (column); the last column counts no answer."""

    words: tuple[str, ...]
    counts: tuple[tuple[int, ...], ...]

    def pairs(self, least: int = 2) -> tuple[tuple[str, str, int], ...]:
        """Pairs taken for one another at least so often, most first, both ways added up."""
        found = []
        for a in range(len(self.words)):
            for b in range(a + 1, len(self.words)):
                times = self.counts[a][b] + self.counts[b][a]
                if times >= least:
                    found.append((self.words[a], self.words[b], times))
        return tuple(sorted(found, key=lambda p: (-p[2], p[0], p[1])))


def confusions(words: WordSet, history: Iterable[WordAnswer]) -> Confusions:
    """What was answered for what, at "show me" and at "what is this?"."""
    keys = tuple(w.key for w in words.words)
    at = {key: n for n, key in enumerate(keys)}
    counts = [[0] * (len(keys) + 1) for _ in keys]
    for each in history:
        if each.turn in ("show", "recall") and each.word in at:
            said = each.word if each.right else each.instead
            counts[at[each.word]][at.get(said, len(keys))] += 1
    return Confusions(keys, tuple(tuple(row) for row in counts))


def mixed_up(words: WordSet, history: Iterable[WordAnswer], least: int = 2) -> tuple[tuple[str, str], ...]:
    """Pairs taken for one another at least so often since they were last both recalled rightly on one day."""
    told = sorted(history, key=lambda a: (a.at, a.turn))
    right: dict[str, set[date]] = {}
    for each in told:
        if each.turn == "recall" and each.right:
            right.setdefault(each.word, set()).add(each.local_day)
    found = []
    for one, other, _ in confusions(words, told).pairs(least):
        both = right.get(one, set()) & right.get(other, set())
        since = max(both, default=date.min)
        late = [a for a in told if a.local_day > since and not a.right and {a.word, a.instead} == {one, other}]
        if len(late) >= least:
            found.append((one, other))
    return tuple(found)
