"""The three judgements about a child and a tray, side by side and never one number."""

from __future__ import annotations

from collections import defaultdict
from collections.abc import Callable, Hashable, Iterable, Mapping, Sequence
from dataclasses import dataclass, field, replace
from datetime import date
from functools import cached_property
from typing import Any, TypeVar

from zither_awl.core.absence import Absence, days_away
from zither_awl.core.ages import corrected_months
from zither_awl.core.attendance import fresh_record
from zither_awl.core.concentration import folded, longest_of
from zither_awl.core.interest import Interest, interest
from zither_awl.core.mastery import KNOWN, Mastery, School, mastery
from zither_awl.core.practice import Practice
from zither_awl.core.readiness import LevelAsked, Readiness, Record, readiness
from zither_awl.core.reasons import Reason
from zither_awl.core.saying import say
from zither_awl.core.values import ChangeRecord, Child, Declined, Log, Placement, Presentation, Said, Tray, Unit, Visit
from zither_awl.core.wishes import Aim

K = TypeVar("K")
V = TypeVar("V")


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
    aims: tuple[Aim, ...] = ()
    said: tuple[Said, ...] = ()
    absences: tuple[Absence, ...] = ()
    moved_looks: Mapping[date, date] = field(default_factory=dict)
    """Looks moved from their day in the rhythm to another."""
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
    visits: tuple[Visit, ...]


class Memory:
    """What was judged, each with the evidence it rests on: judged again only when that differs."""

    def __init__(self) -> None:
        self._kept: dict[Hashable, tuple[tuple[Any, ...], Any]] = {}

    def of(self, key: Hashable, evidence: tuple[Any, ...], judge: Callable[[], V]) -> V:
        """The judgement under a key, from memory where the evidence is equal."""
        kept = self._kept.get(key)
        if kept is None or kept[0] != evidence:
            kept = self._kept[key] = (evidence, judge())
        found: V = kept[1]
        return found


class Judgements:
    """Judges any child and tray of a state on a day, each once. Indexes the log when first asked.

    `memory` may be kept from one state to the next: whatever rests on the same evidence is not judged again.
    """

    def __init__(self, state: State, on: date, school: School = "criterion", *, memory: Memory | None = None) -> None:
        self.state, self.on, self.school = state, on, school
        self._known: dict[tuple[int, int], Judgement] = {}
        self._mastered: dict[tuple[int, int], Mastery] = {}
        self._once: dict[Hashable, Any] = {}
        self._memory = memory if memory is not None else Memory()

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
            self._mastered[key] = self._master(key)
        return self._mastered[key]

    def _master(self, key: tuple[int, int]) -> Mastery:
        visits, shown = tuple(self._episodes[key]), tuple(self._presentations[key])
        day, practice, guess = self.state.log.mastered_on.get(key), self.state.practice, self._guess_of.get(key[1], 0.0)
        if key[1] in self._only_loved:
            # A song, a talk, a book has interest, and no mastery.
            visits, day = (), None
        said = self._said_of.get((key[0], self._rung_of.get(key[1], ("", 0))))
        last = max((v.local_day for v in visits), default=None)
        if last is not None and (away := days_away(self.state.absences, key[0], last, self.on)):
            # Days on which nothing could be done are no days away from it.
            practice = replace(practice, slipping_days=practice.slipping_days + away)
        evidence = (self.on, self.school, practice, day, visits, shown, guess, said)
        return self._memory.of(
            ("mastery", *key),
            evidence,
            lambda: mastery(
                visits, shown, self.on, school=self.school, practice=practice, mastered_on=day, guess=guess, said=said
            ),
        )

    @cached_property
    def _said_of(self) -> dict[tuple[int, tuple[str, int]], Said]:
        return {(each.child_id, (each.key, each.level)): each for each in self.state.said if not each.word}

    @cached_property
    def _rung_of(self) -> dict[int, tuple[str, int]]:
        return {tray.card.id: (tray.card.key, tray.card.level) for tray in self.state.trays}

    @cached_property
    def _only_loved(self) -> frozenset[int]:
        return frozenset(tray.card.id for tray in self.state.trays if tray.card.sort != "work")

    @cached_property
    def _guess_of(self) -> dict[int, float]:
        return {tray.card.id: tray.card.guess for tray in self.state.trays}

    def knows(self, child: Child, card_id: int) -> bool:
        """Whether a card is known: mastered, fading or not, or said to be known."""
        return self.mastery_of(child, card_id).state in KNOWN

    def tries(self, child: Child, card_id: int) -> Sequence[Visit]:
        """What a child did with a card, over every tray made of it, oldest first."""
        return self._episodes[child.id, card_id]

    def remember(self, key: Hashable, evidence: tuple[Any, ...], judge: Callable[[], V]) -> V:
        """Something else that is judged from evidence, from memory where that is equal."""
        return self._memory.of(key, evidence, judge)

    def once(self, key: Hashable, judge: Callable[[], V]) -> V:
        """Something that rests on this state and day, judged when it is first asked for."""
        if key not in self._once:
            self._once[key] = judge()
        found: V = self._once[key]
        return found

    def readiness(self, child: Child, tray: Tray, danger: Reason | None = None) -> Readiness:
        """Whether a tray suits a child now: the one verdict everybody asks. `danger`: what on it is a hazard for it."""
        card, known = tray.card, self.of(child, tray)
        asked = LevelAsked(
            from_months=card.from_months,
            to_months=card.to_months,
            danger=danger,
            before=tuple(
                (self._name_of.get(p, say("an archived card")), self.mastery_of(child, p).state)
                for p in card.follows
                if p not in self._implied(child)
            ),
        )
        record = Record(mastery=known.mastery.state, faded=known.interest.faded, rate=known.interest.rate)
        return readiness(child, asked, record, self.on, practice=self.state.practice)

    def _implied(self, child: Child) -> frozenset[int]:
        """The cards that something the child knows follows from: who does the harder can do the easier."""

        def reckon() -> frozenset[int]:
            follows = {tray.card.id: tray.card.follows for tray in self.state.trays}
            found: set[int] = set()
            waiting = [p for card_id, before in follows.items() for p in before if self.knows(child, card_id)]
            while waiting:
                card_id = waiting.pop()
                if card_id not in found:
                    found.add(card_id)
                    waiting += follows.get(card_id, ())
            return frozenset(found)

        return self.once(("implied", child.id), reckon)

    def placed(self, tray: Tray) -> list[Placement]:
        """The placements of a tray, past and present."""
        return self._placed[tray.id]

    @cached_property
    def _name_of(self) -> dict[int, str]:
        return {tray.card.id: tray.card.name for tray in self.state.trays}

    def months(self, child: Child) -> int:
        """The child's age for windows, corrected for an early birth."""
        return corrected_months(child.born, child.gestation_weeks, self.on)

    def _judge(self, child: Child, tray: Tray) -> Judgement:
        visits = tuple(self._visits[child.id, tray.id])
        return Judgement(
            child=child,
            tray=tray,
            mastery=self.mastery_of(child, tray.card.id),
            interest=self._interest(child, tray, visits),
            longest_min=max(longest_of(visits), default=None),
            repetitions=max((v.repetitions for v in visits), default=0),
            visits=visits,
        )

    def _interest(self, child: Child, tray: Tray, visits: tuple[Visit, ...]) -> Interest:
        state, placed = self.state, tuple(self._placed[tray.id])
        shown = tuple(p for p in self._presentations[child.id, tray.card.id] if p.tray_id == tray.id)
        log = replace(state.log, episodes=visits, placements=placed, presentations=shown)
        stood = tuple((p.by_hand, p.since, p.until) for p in placed)
        fresh = self.fresh(child)
        evidence = (self.on, state.practice, child, visits, shown, stood, state.log.mornings, fresh)
        return self._memory.of(
            ("interest", child.id, tray.id),
            evidence,
            lambda: interest(child, tray, log, self.on, practice=state.practice, fresh=fresh),
        )

    def fresh(self, child: Child) -> tuple[float, float]:
        """How this child takes fresh trays: so often, and so often not."""
        return self.once(
            ("fresh", child.id),
            lambda: fresh_record(child, self.state.log, self._of_child[child.id], self.state.practice),
        )

    @cached_property
    def _of_child(self) -> dict[int, list[Visit]]:
        return _grouped((v.child_id, v) for v in self._folded)

    @cached_property
    def _card_of(self) -> dict[int, int]:
        return {tray.id: tray.card.id for tray in self.state.trays}

    @cached_property
    def _folded(self) -> list[Visit]:
        return folded(self.state.log.episodes)

    @cached_property
    def _visits(self) -> dict[tuple[int, int], list[Visit]]:
        return _grouped(((v.child_id, v.tray_id or 0), v) for v in self._folded)

    @cached_property
    def _episodes(self) -> dict[tuple[int, int], list[Visit]]:
        return _grouped(((v.child_id, v.card_id or self._card_of.get(v.tray_id or 0, -1)), v) for v in self._folded)

    @cached_property
    def _presentations(self) -> dict[tuple[int, int], list[Presentation]]:
        return _grouped(((p.child_id, self._card_of.get(p.tray_id, -1)), p) for p in self.state.log.presentations)

    @cached_property
    def _placed(self) -> dict[int, list[Placement]]:
        return _grouped((p.tray.id, p) for p in self.state.log.placements)


def _grouped(pairs: Iterable[tuple[K, V]]) -> dict[K, list[V]]:
    groups: defaultdict[K, list[V]] = defaultdict(list)
    for key, value in pairs:
        groups[key].append(value)
    return groups
