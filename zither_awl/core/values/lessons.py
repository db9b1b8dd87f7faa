"""Sets of words and quantities, and what a child answered."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import date, datetime
from typing import Literal

from zither_awl.core.days import UNSAID, written_day
from zither_awl.core.errors import Gathering
from zither_awl.core.saying import as_written, say, together
from zither_awl.core.values.cupboard import Rung

SetKind = Literal["words", "numerals", "colours", "sounds", "shapes", "quantities"]
SET_KINDS: tuple[SetKind, ...] = ("words", "numerals", "colours", "sounds", "shapes", "quantities")
Turn = Literal["name", "show", "recall", "count along", "touch each", "how many", "choose the numeral", "write it"]
PERIODS: tuple[Turn, ...] = ("name", "show", "recall")
"""Naming, recognising ("show me"), recalling ("what is this?")."""
RUNGS: tuple[Turn, ...] = ("count along", "touch each", "how many", "choose the numeral", "write it")
"""Quantity is not counting: each of these is a rung of its own (SEQ-3)."""


@dataclass(frozen=True, slots=True, kw_only=True)
class Word:
    """One word: its name in the set, a label per language ("en", "es"), and the object or picture it is shown by."""

    key: str
    labels: tuple[tuple[str, str], ...]
    by: str = ""

    def label(self, language: str) -> str:
        """The label in a language, or the first there is; whoever reads, it is told as it is."""
        return as_written(dict(self.labels).get(language, self.labels[0][1] if self.labels else self.key))

    def labels_for(self, language: str) -> tuple[tuple[str, str], ...]:
        """Its labels, the one in a language first (PRES-7)."""
        return tuple(sorted(self.labels, key=lambda each: each[0] != language))


@dataclass(frozen=True, slots=True, kw_only=True)
class WordSet:
    """Words that are taught together, in the order they are taken.

    `apart`: pairs easily taken for one another, kept out of one lesson until both are known. `in_pairs`: two at a time,
    the earlier pair again with the next (the numerals 11 to 19).
    """

    key: str
    name: str
    kind: SetKind
    words: tuple[Word, ...]
    apart: tuple[tuple[str, str], ...] = ()
    in_pairs: bool = False
    own: bool = False
    proves: tuple[Rung, ...] = ()
    """Levels of cards that a child knows once it can point to every word of the set."""

    def __post_init__(self) -> None:
        wrong = Gathering()
        wrong.check(bool(self.name.strip()) and len(self.name) <= 80, "name", say("must have 1 to 80 characters."))
        wrong.among(self.kind, SET_KINDS, "kind")
        keys = [w.key for w in self.words]
        wrong.check(
            2 <= len(keys) <= 60,
            "words",
            say("are {keys}; a set has 2 to 60.", keys=len(keys)),
            say("One word a line."),
        )
        wrong.check(len(set(keys)) == len(keys), "words", say("name one twice."))
        wrong.check(all(w.labels for w in self.words), "words", say("have one without a label."))
        strange = {k for pair in self.apart for k in pair} - set(keys)
        wrong.check(
            not strange,
            "apart",
            say("names {strange}, which is no word of the set.", strange=together(sorted(strange), ", ")),
        )
        wrong.finish()

    def word(self, key: str) -> Word | None:
        """A word by its name in the set."""
        return next((w for w in self.words if w.key == key), None)

    @property
    def turns(self) -> tuple[Turn, ...]:
        """What can be asked of a word of this set."""
        return RUNGS if self.kind == "quantities" else PERIODS


@dataclass(frozen=True, slots=True, kw_only=True)
class WordAnswer:
    """One turn: what was asked of which word, whether it was right, and what was said or shown instead."""

    child_id: int
    set_key: str
    word: str
    turn: Turn
    right: bool
    at: datetime
    instead: str = ""
    adult_id: int | None = None
    local_day: date = UNSAID

    def __post_init__(self) -> None:
        if self.local_day is UNSAID:
            object.__setattr__(self, "local_day", written_day(self.at))
