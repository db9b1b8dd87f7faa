"""Difficulty: a vector of steps, never one number. As much of it as can be is computed from what lies on the tray."""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from dataclasses import dataclass, fields

from zither_awl.core.errors import Gathering
from zither_awl.core.saying import say, together

TEXTS: dict[str, tuple[str, ...]] = {
    "grip": ("palm", "whole hand", "three fingers", "pincer", "pencil"),
    "tool": ("no tool", "scoop", "tongs", "tweezers or dropper", "cutting or turning"),
    "size": ("60 mm and more", "about 40 mm", "about 25 mm", "about 12 mm", "under 12 mm"),
    "pieces": ("1 or 2", "3 or 4", "5 or 6", "7 to 10", "11 or more"),
    "flow": ("large solids", "small solids", "fine and dry", "liquid", "liquid to a line"),
    "force": ("none", "light", "a press", "a pull or twist", "both hands' strength"),
    "hands": ("one hand", "two hands alike", "two hands, each its own"),
    "steps": ("1 or 2", "3 or 4", "5 to 7", "8 to 11", "12 or more"),
    "attributes": ("nothing varies", "one thing varies", "two things vary", "three or more vary"),
    "contrast": ("as unlike as can be", "clearly different", "a little different", "nearly alike", "a fine gradation"),
    "abstraction": ("object", "object with picture", "picture with picture", "symbol", "word read or written"),
    "memory": ("all in sight", "a name to keep in mind", "fetched from a distance"),
}
"""Every dimension with the words for its steps, simple to complex. Common practice, no source."""

NAMES: dict[str, str] = {
    "grip": "grip", "tool": "tool", "size": "size of the piece", "pieces": "how many pieces", "flow": "what runs",
    "force": "strength", "hands": "hands", "steps": "length of the chain", "attributes": "what varies",
    "contrast": "how like they are", "abstraction": "how far from the thing", "memory": "what is kept in mind",
}  # fmt: skip
"""Every dimension as a person reads it."""

HARDER: dict[str, str] = {
    "grip": "a finer grip", "tool": "a finer tool", "size": "smaller pieces", "pieces": "more pieces",
    "flow": "what runs faster", "force": "more strength", "hands": "two hands with two tasks",
    "steps": "a longer chain",
    "attributes": "more that varies", "contrast": "less to tell apart by", "abstraction": "one step less concrete",
    "memory": "more to keep in mind",
}  # fmt: skip
SIMPLER: dict[str, str] = {
    "grip": "an easier grip", "tool": "an easier tool", "size": "larger pieces", "pieces": "fewer pieces",
    "flow": "what runs slower", "force": "less strength", "hands": "simpler for the hands", "steps": "a shorter chain",
    "attributes": "less that varies", "contrast": "easier to tell apart", "abstraction": "more concrete",
    "memory": "less to keep in mind",
}  # fmt: skip


@dataclass(frozen=True, slots=True)
class Difficulty:
    """Steps 0 to 5 in every dimension; the words for each are in TEXTS."""

    grip: int = 0
    tool: int = 0
    size: int = 0
    pieces: int = 0
    flow: int = 0
    force: int = 0
    hands: int = 0
    steps: int = 0
    attributes: int = 0
    contrast: int = 0
    abstraction: int = 0
    memory: int = 0

    def __post_init__(self) -> None:
        wrong = Gathering()
        for name, step in self.items():
            most = len(TEXTS[name]) - 1
            wrong.check(0 <= step <= most, name, say("is step {step}; expected 0 to {most}.", step=step, most=most))
        wrong.finish()

    def items(self) -> Iterable[tuple[str, int]]:
        """Every dimension with its step."""
        return [(each.name, int(getattr(self, each.name))) for each in fields(self)]


def size_step(mm: float) -> int:
    """The step of the smallest piece handled: 60 mm and more, about 40, 25, 12, less. A piece is taken to the nearest
    larger size it reaches."""
    return next((step for step, least in enumerate((60, 40, 25, 12)) if mm >= least), 4)


def pieces_step(count: int) -> int:
    """The step of a number of pieces: 1-2, 3-4, 5-6, 7-10, 11 and more."""
    return next((step for step, most in enumerate((2, 4, 6, 10)) if count <= most), 4)


def steps_step(moves: int) -> int:
    """The step of the length of a chain: 1-2, 3-4, 5-7, 8-11, 12 and more."""
    return next((step for step, most in enumerate((2, 4, 7, 11)) if moves <= most), 4)


def rises(a: Difficulty, b: Difficulty) -> Mapping[str, int]:
    """The dimensions in which b is above a, and by how many notches."""
    before = dict(a.items())
    return {name: step - before[name] for name, step in b.items() if step > before[name]}


def falls(a: Difficulty, b: Difficulty) -> Mapping[str, int]:
    """The dimensions in which b is below a, and by how many notches."""
    return rises(b, a)


def up(a: Difficulty, b: Difficulty) -> int:
    """How many notches b is above a, all dimensions together; what fell is not set against it."""
    return sum(rises(a, b).values())


def dominates(a: Difficulty, b: Difficulty) -> bool:
    """Whether a is at least as hard as b everywhere and harder somewhere."""
    return up(a, b) == 0 and up(b, a) > 0


def novelty(of: Difficulty, mastered: Iterable[Difficulty]) -> int | None:
    """The least number of notches above any one mastered tray; None when nothing is mastered yet."""
    return min((up(each, of) for each in mastered), default=None)


def overreach(of: Difficulty, mastered: Iterable[Difficulty]) -> Mapping[str, int]:
    """Notches above the best reached in each dimension. Empty with a novelty above 0: only the combination is new."""
    known = list(mastered)
    best = {name: max((int(getattr(each, name)) for each in known), default=0) for name, _ in of.items()}
    return {name: step - best[name] for name, step in of.items() if step > best[name]}


def compared(a: Difficulty, b: Difficulty) -> str:
    """How b differs from a, in words: "one notch harder: smaller pieces; easier: fewer pieces"."""
    higher, lower = rises(a, b), falls(a, b)
    if not higher and not lower:
        return "as hard"
    said = []
    if higher:
        notches = sum(higher.values())
        number = "one notch" if notches == 1 else say("{notches} notches", notches=notches)
        said.append(say("{number} harder: {higher}", number=number,
                        higher=together((HARDER[name] for name in higher), ', ')))
    if lower:
        said.append(say("easier: {lower}", lower=together((SIMPLER[name] for name in lower), ', ')))
    return together(said, "; ")
