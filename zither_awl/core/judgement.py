"""The three judgements about a child and a tray, side by side and never one number."""

from __future__ import annotations

from collections import defaultdict
from collections.abc import Iterable
from dataclasses import dataclass, field, replace
from datetime import date
from functools import cached_property
from typing import TypeVar

from zither_awl.core.ages import corrected_months
from zither_awl.core.concentration import longest_of
from zither_awl.core.interest import Interest, interest
from zither_awl.core.mastery import Mastery, School, mastery
from zither_awl.core.practice import Practice
from zither_awl.core.values import ChangeRecord, Child, Declined, Episode, Log, Placement, Presentation, Tray, Unit


@dataclass(frozen=True, slots=True, kw_only=True)
class State:
    """The house on a day: who, what, where it stands now, what was seen, what was changed.

    `trays` are all that are not archived; `placements` those that stand now. The log holds the past ones too.
    """

    children: tuple[Child, ...]
    trays: tuple[Tray, ...]
    units: tuple[Unit, ...]
    placements: tuple[Placement, ...]
    log: Log = field(default_factory=Log)
    changes: tuple[ChangeRecord, ...] = ()
    declined: tuple[Declined, ...] = ()
    practice: Practice = field(default_factory=Practice)

    def tray(self, tray_id: int) -> Tray:
        """A tray by its id."""
        return next(t for t in self.trays if t.id == tray_id)


@dataclass(frozen=True, slots=True)
class Judgement:
    """What is known about one child and one tray."""

    child: Child
    tray: Tray
    mastery: Mastery
    interest: Interest
    longest_min: float | None
    repetitions: int
    visits: tuple[Episode, ...]


class Judgements:
    """Judges any child and tray of a state on a day, each once. Indexes the log when first asked."""

    def __init__(self, state: State, on: date, school: School = "criterion") -> None:
        self.state, self.on, self.school = state, on, school
        self._known: dict[tuple[int, int], Judgement] = {}
        self._mastered: dict[tuple[int, int], Mastery] = {}

    def of(self, child: Child, tray: Tray) -> Judgement:
        """The judgement of one child and one tray."""
        key = (child.id, tray.id)
        if key not in self._known:
            self._known[key] = self._judge(child, tray)
        return self._known[key]

    def mastery_of(self, child: Child, card_id: int) -> Mastery:
        """The mastery of a card, over every tray made of it."""
        key = (child.id, card_id)
        if key not in self._mastered:
            self._mastered[key] = mastery(
                self._episodes[key], self._presentations[key], self.on, school=self.school, practice=self.state.practice
            )
        return self._mastered[key]

    def mastered(self, child: Child, card_id: int) -> bool:
        """Whether a card is mastered, fading or not."""
        return self.mastery_of(child, card_id).state in ("mastered", "fading")

    def months(self, child: Child) -> int:
        """The child's age for windows, corrected for an early birth."""
        return corrected_months(child.born, child.gestation_weeks, self.on)

    def _judge(self, child: Child, tray: Tray) -> Judgement:
        state, key = self.state, (child.id, tray.id)
        log = replace(
            state.log, episodes=tuple(self._visits[key]), placements=tuple(self._placed[tray.id]),
            presentations=tuple(p for p in self._presentations[child.id, tray.card.id] if p.tray_id == tray.id),
        )  # fmt: skip
        visits = log.episodes
        return Judgement(
            child=child, tray=tray, mastery=self.mastery_of(child, tray.card.id),
            interest=interest(child, tray, log, self.on, practice=state.practice),
            longest_min=max(longest_of(visits), default=None),
            repetitions=max((sum(ev.kind == "round" for ev in e.events) for e in visits), default=0), visits=visits,
        )  # fmt: skip

    @cached_property
    def _card_of(self) -> dict[int, int]:
        return {tray.id: tray.card.id for tray in self.state.trays}

    @cached_property
    def _visits(self) -> dict[tuple[int, int], list[Episode]]:
        return _grouped(((e.child_id, e.tray_id or 0), e) for e in self.state.log.episodes if not e.struck)

    @cached_property
    def _episodes(self) -> dict[tuple[int, int], list[Episode]]:
        return _grouped(
            ((e.child_id, self._card_of.get(e.tray_id or 0, -1)), e) for e in self.state.log.episodes if not e.struck
        )

    @cached_property
    def _presentations(self) -> dict[tuple[int, int], list[Presentation]]:
        return _grouped(
            ((p.child_id, self._card_of.get(p.tray_id, -1)), p) for p in self.state.log.presentations
        )

    @cached_property
    def _placed(self) -> dict[int, list[Placement]]:
        return _grouped((p.tray.id, p) for p in self.state.log.placements)


K = TypeVar("K")
V = TypeVar("V")


def _grouped(pairs: Iterable[tuple[K, V]]) -> dict[K, list[V]]:
    groups: defaultdict[K, list[V]] = defaultdict(list)
    for key, value in pairs:
        groups[key].append(value)
    return groups
