"""What a kind of happening is: the fields it may carry, what it does to a visit, how it is said."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass, field
from typing import Literal, Protocol

Of = Literal["work", "child", "cycle", "lesson", "routine", "table", "talk"]
"""What something happens to: a piece of work, a child that is not at work, a work cycle, a lesson, a routine, the snack
table, a talk."""


class Told(Protocol):
    """An event of a piece of work, as far as folding asks."""

    @property
    def cause(self) -> str: ...
    @property
    def text(self) -> str: ...


@dataclass(slots=True)
class Counts:
    """A visit while it is folded."""

    repetitions: int = 0
    helps: int = 0
    self_corrections: int = 0
    breaks: int = 0
    depth: int | None = None
    parts: dict[str, bool] = field(default_factory=dict)


def leaves_as_it_is(_counts: Counts, _event: Told) -> None:
    """Most kinds change no number of a visit."""


@dataclass(frozen=True, slots=True, kw_only=True)
class Kind:
    """One kind. `name` is its key, wherever it is stored or sent; `words` how a list says it.

    `fields` may come with it besides the device's own; `needed` of them must. `causes`: what its cause may be, none
    where any word or none will do; `cause_open`: it may also be left out.
    """

    name: str
    words: str
    of: Of
    fields: tuple[str, ...] = ()
    needed: tuple[str, ...] = ()
    causes: tuple[str, ...] = ()
    cause_open: bool = False
    fold: Callable[[Counts, Told], None] = leaves_as_it_is


WORK = ("episode_id", "child_id", "tray_id", "activity")
"""What names a piece of work: each of its events may say all of it, and must say which it is."""
