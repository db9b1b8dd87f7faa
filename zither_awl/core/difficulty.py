"""Difficulty: a vector of steps, never one number. As much of it as can be is computed from what lies on the tray."""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from dataclasses import dataclass, fields

from zither_awl.core.errors import Gathering
from zither_awl.core.saying import say, together

TEXTS: dict[str, tuple[str, ...]] = {
    "grip": ("palm", say("whole hand"), say("three fingers"), "pincer", "pencil"),
    "tool": (say("no tool"), "scoop", "tongs", say("tweezers or dropper"), say("cutting or turning")),
    "size": (say("60 mm and more"), "about 40 mm", "about 25 mm", "about 12 mm", "under 12 mm"),
    "pieces": ("1 or 2", "3 or 4", "5 or 6", "7 to 10", say("11 or more")),
    "flow": (say("large solids"), say("small solids"), say("fine and dry"), "liquid", say("liquid to a line")),
    "force": ("none", "light", "a press", say("a pull or twist"), say("both hands' strength")),
    "hands": (say("one hand"), say("two hands alike"), say("two hands, each its own")),
    "steps": ("1 or 2", "3 or 4", "5 to 7", "8 to 11", say("12 or more")),
    "attributes": (say("nothing varies"), say("one thing varies"), say("two things vary"), say("three or more vary")),
    "contrast": (
        say("as unlike as can be"),
        say("clearly different"),
        say("a little different"),
        say("nearly alike"),
        say("a fine gradation"),
    ),
    "abstraction": (
        "object",
        say("object with picture"),
        say("picture with picture"),
        "symbol",
        say("word read or written"),
    ),
    "memory": (say("all in sight"), say("a name to keep in mind"), say("fetched from a distance")),
}
"""Every dimension with the words for its steps, simple to complex. Common practice, no source."""

NAMES: dict[str, str] = {
    "grip": "grip",
    "tool": "tool",
    "size": say("size of the piece"),
    "pieces": say("how many pieces"),
    "flow": say("what runs"),
    "force": "strength",
    "hands": "hands",
    "steps": say("length of the chain"),
    "attributes": say("what varies"),
    "contrast": say("how like they are"),
    "abstraction": say("how far from the thing"),
    "memory": say("what is kept in mind"),
}
"""Every dimension as a person reads it."""

HARDER: dict[str, str] = {
    "grip": say("a finer grip"),
    "tool": say("a finer tool"),
    "size": say("smaller pieces"),
    "pieces": say("more pieces"),
    "flow": say("what runs faster"),
    "force": say("more strength"),
    "hands": say("two hands with two tasks"),
    "steps": say("a longer chain"),
    "attributes": say("more that varies"),
    "contrast": say("less to tell apart by"),
    "abstraction": say("one step less concrete"),
    "memory": say("more to keep in mind"),
}
SIMPLER: dict[str, str] = {
    "grip": say("an easier grip"),
    "tool": say("an easier tool"),
    "size": say("larger pieces"),
    "pieces": say("fewer pieces"),
    "flow": say("what runs slower"),
    "force": say("less strength"),
    "hands": say("simpler for the hands"),
    "steps": say("a shorter chain"),
    "attributes": say("less that varies"),
    "contrast": say("easier to tell apart"),
    "abstraction": say("more concrete"),
    "memory": say("less to keep in mind"),
}


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
        return say("as hard")
    said = []
    if higher:
        notches = sum(higher.values())
        number = say("one notch") if notches == 1 else say("{notches} notches", notches=notches)
        said.append(
            say("{number} harder: {higher}", number=number, higher=together((HARDER[name] for name in higher), ", "))
        )
    if lower:
        said.append(say("easier: {lower}", lower=together((SIMPLER[name] for name in lower), ", ")))
    return together(said, "; ")
