"""Sets of words and quantities, what a child answered, and routines with their steps."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import date, datetime
from typing import Literal

from zither_awl.core.days import UNSAID, written_day
from zither_awl.core.errors import Gathering

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
        """The label in a language, or the first there is."""
        return dict(self.labels).get(language, self.labels[0][1] if self.labels else self.key)


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

    def __post_init__(self) -> None:
        wrong = Gathering()
        wrong.check(bool(self.name.strip()) and len(self.name) <= 80, "name", "must have 1 to 80 characters.")
        wrong.check(self.kind in SET_KINDS, "kind", f"is {self.kind!r}; expected one of {', '.join(SET_KINDS)}.")
        keys = [w.key for w in self.words]
        wrong.check(2 <= len(keys) <= 60, "words", f"are {len(keys)}; a set has 2 to 60.", "One word a line.")
        wrong.check(len(set(keys)) == len(keys), "words", "name one twice.")
        wrong.check(all(w.labels for w in self.words), "words", "have one without a label.")
        strange = {k for pair in self.apart for k in pair} - set(keys)
        wrong.check(not strange, "apart", f"names {', '.join(sorted(strange))}, which is no word of the set.")
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


Doer = Literal["child", "together", "adult"]


@dataclass(frozen=True, slots=True, kw_only=True)
class Step:
    """A step of a routine: who usually does it, a timer in minutes if one starts with it, and a caution."""

    key: str
    text: str
    picture: str = ""
    who: Doer = "child"
    timer_min: float | None = None
    caution: str = ""
    source: str = ""


@dataclass(frozen=True, slots=True, kw_only=True)
class Routine:
    """Real work without a tray (TRAY-12): an invitation with steps, never an order."""

    key: str
    name: str
    invitation: str
    steps: tuple[Step, ...]
    from_months: int = 12
    own: bool = False

    def __post_init__(self) -> None:
        wrong = Gathering()
        wrong.check(bool(self.name.strip()) and len(self.name) <= 80, "name", "must have 1 to 80 characters.")
        keys = [s.key for s in self.steps]
        wrong.check(1 <= len(keys) <= 30, "steps", f"are {len(keys)}; a routine has 1 to 30.", "One step a line.")
        wrong.check(len(set(keys)) == len(keys), "steps", "name one twice.")
        for step in self.steps:
            least = step.timer_min is None or 0 < step.timer_min <= 240
            wrong.check(least, f"step {step.key}: timer", f"is {step.timer_min} min; expected up to 240.")
        wrong.finish()


@dataclass(frozen=True, slots=True, kw_only=True)
class StepDone:
    """A step that was done: when, by which child, by an adult alone if by none."""

    step: str
    at: datetime
    child_id: int | None = None
    adult_id: int | None = None


@dataclass(frozen=True, slots=True, kw_only=True)
class RoutineRun:
    """One time through a routine. `invited`: each child asked, and whether it came or would rather not."""

    key: str
    routine: str
    began: datetime
    ended: datetime | None = None
    invited: tuple[tuple[int, str], ...] = ()
    done: tuple[StepDone, ...] = ()
    adult_id: int | None = None
    local_day: date = UNSAID

    def __post_init__(self) -> None:
        if self.local_day is UNSAID:
            object.__setattr__(self, "local_day", written_day(self.began))


ANSWERS = ("came", "rather not")
"""What a child said to an invitation. Neither is praised or blamed."""
