"""What was reckoned is remembered with what it looked at, and reckoned again when that was written to.

Nobody has to say which sections an answer rests on: looking is noticed. Of the weeks, part by part.
"""

from __future__ import annotations

from collections.abc import Callable, Hashable, Iterator, Mapping
from contextlib import contextmanager
from contextvars import ContextVar
from dataclasses import dataclass, field, fields
from typing import Any, TypeVar

from zither_awl.core.judgement import Memory
from zither_awl.services.sections import Weeks

R = TypeVar("R")
MOST_ANSWERS = 3000
"""So many answers are remembered before all are forgotten: yesterday's are of no use."""
_looking: ContextVar[set[str] | None] = ContextVar("looking", default=None)


def look_at(*names: str) -> None:
    """Some sections or parts are looked at: whoever is reckoning rests on them."""
    seen = _looking.get()
    if seen is not None:
        seen.update(names)


@contextmanager
def _noticing() -> Iterator[set[str]]:
    """Notices what is looked at in the block, and tells whoever is looking outside of it."""
    seen = set[str]()
    token = _looking.set(seen)
    try:
        yield seen
    finally:
        _looking.reset(token)
        look_at(*seen)


@dataclass(slots=True)
class Answers:
    """What was reckoned from sections, each with those it looked at. Shared by the houses of one desk."""

    kept: dict[Hashable, tuple[Mapping[str, int], Any]] = field(default_factory=dict)
    memory: Memory = field(default_factory=Memory)

    def once(self, key: Hashable, now: Mapping[str, int], reckon: Callable[[], R]) -> R:
        """What `reckon` gives, reckoned again only when something it looked at has another revision `now`. Two threads
        may reckon the same at once: they get equal values."""
        kept = self.kept.get(key)
        if kept is None or any(now[name] != revision for name, revision in kept[0].items()):
            with _noticing() as seen:
                value = reckon()
            if len(self.kept) >= MOST_ANSWERS:
                self.kept.clear()
            kept = self.kept[key] = ({name: now[name] for name in seen}, value)
        look_at(*kept[0])
        found: R = kept[1]
        return found


def parts_of(section: Weeks, kept: Weeks | None, revisions: Mapping[str, int], revision: int) -> dict[str, int]:
    """A number for every part of the weeks: it stays where a write left the part as it was, so that a tick on a list
    does not let everything be reckoned again that rests on what stands where."""
    found = {}
    for each in fields(section):
        name = f"weeks.{each.name}"
        same = kept is not None and getattr(kept, each.name) == getattr(section, each.name)
        found[name] = revisions.get(name, revision) if same else revision
    return found


class WeeksSeen:
    """The section of weeks, of which only the parts that are looked at are noticed."""

    __slots__ = ("_weeks",)

    def __init__(self, weeks: Weeks) -> None:
        self._weeks = weeks

    def __getattr__(self, name: str) -> Any:
        look_at(f"weeks.{name}")
        return getattr(self._weeks, name)

    def __eq__(self, other: object) -> bool:
        return isinstance(other, WeeksSeen) and self._weeks == other._weeks

    __hash__ = None  # type: ignore[assignment]
