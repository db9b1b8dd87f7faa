"""What a child loves now and what some weeks are about, and which trays have to do with it: plain words, compared."""

from __future__ import annotations

import re
from collections.abc import Iterable
from dataclasses import dataclass
from datetime import date

from zither_awl.core.errors import Gathering
from zither_awl.core.saying import say
from zither_awl.core.values import Child, Tray
from zither_awl.core.values.checks import named

_NUMBERS = ("zero", "one", "two", "three", "four", "five", "six", "seven", "eight", "nine", "ten")


@dataclass(frozen=True, slots=True, kw_only=True)
class Aim:
    """What some weeks are about, in a word or two: a number, a colour, a skill. For one child, or for all (None).

    With a `key` it is one step: the card at that level, and nothing else that bears its words.
    """

    id: int
    words: str
    from_day: date
    until_day: date | None = None
    child_id: int | None = None
    key: str = ""
    level: int = 0

    def __post_init__(self) -> None:
        wrong = Gathering()
        named(wrong, self.words, "words")
        late = self.until_day is not None and self.until_day < self.from_day
        wrong.check(
            not late,
            "until_day",
            say("{until_day} is before {from_day}.", until_day=self.until_day, from_day=self.from_day),
        )
        wrong.finish()

    def runs(self, child: Child, on: date) -> bool:
        """Whether it is for this child on this day."""
        mine = self.child_id is None or self.child_id == child.id
        return mine and self.from_day <= on and (self.until_day is None or on <= self.until_day)


def matched(wishes: Iterable[str], tray: Tray) -> str:
    """The first wish one of whose words stands on the tray: in its names, tags, area, things and colours."""
    there = words_of(" ".join(_said_of(tray)))
    return next((wish for wish in wishes if words_of(wish) & there), "")


def _said_of(tray: Tray) -> Iterable[str]:
    yield from (tray.name, tray.card.name, tray.card.area, *tray.tags)
    for each in tray.contents:
        yield from (each.component.name, each.component.kind, *each.component.colours)


def words_of(text: str) -> set[str]:
    """The words of a text, without what every text has; numbers as words, plurals as one."""
    found = set()
    for word in re.findall(r"[^\W_]+", text.lower()):
        if word.isdigit() and int(word) < len(_NUMBERS):
            word = _NUMBERS[int(word)]
        if len(word) > 2 and word not in _SMALL:
            found.add(word.removesuffix("s") if len(word) > 3 else word)
    return found


_SMALL = {"the", "and", "with", "for", "from", "into", "tray", "work", "life", "practical"}
