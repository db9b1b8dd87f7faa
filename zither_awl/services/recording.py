"""Use cases of taking in what devices wrote down: each event once, in whatever order it comes."""

from __future__ import annotations

from collections.abc import Callable, Collection, Mapping, Sequence
from dataclasses import dataclass, replace
from datetime import date, datetime
from functools import partial
from typing import Any, cast
from uuid import NAMESPACE_OID, uuid5

from zither_awl.core import cycles
from zither_awl.core.days import local_day
from zither_awl.core.errors import InvalidValue, NotFound
from zither_awl.core.merge import REACH
from zither_awl.core.saying import said_of, say
from zither_awl.core.settling import Around, settled
from zither_awl.core.values import (
    EVENT_SCHEMA,
    Episode,
    Morning,
    Presentation,
    Sent,
    StepDone,
    Sweep,
    Talk,
    TalkWord,
    Turn,
    WordAnswer,
)
from zither_awl.services.desk import Desk, House
from zither_awl.services.device_items import DeviceItem, at_table, check_clock, check_form, checked
from zither_awl.services.journal import incident
from zither_awl.store import RECOVERABLE, Store
from zither_awl.store.sent import Kept

__all__ = ["DeviceItem"]


@dataclass(frozen=True, slots=True)
class NewerItem:
    """An item of a kind this program does not know, as it came."""

    device: str
    sequence: int
    data: Mapping[str, Any]


@dataclass(frozen=True, slots=True)
class Refused:
    """An item that was not taken, and why. The device keeps it apart and says so."""

    sequence: int
    message: str


@dataclass(frozen=True, slots=True)
class Taken:
    """How many items were new, and which were refused."""

    new: int
    refused: tuple[Refused, ...]


def open_morning(house: House) -> Morning | None:
    """The morning that is begun and not ended, if there is one."""
    return next((m for m in reversed(house.window.mornings) if m.ended is None), None)


def work_name(house: House, tray_id: int | None, activity: str) -> str:
    """What a child is at: the tray's name, or the work that stands on no shelf."""
    return house.tray(tray_id).name if tray_id is not None else activity


def episode_named(desk: Desk, episode_id: str) -> Episode:
    """The piece of work of an id. Raises: NotFound."""
    with desk.read() as work:
        found = work.log.episodes([episode_id])
    if not found:
        raise NotFound(say("There is no piece of work {episode_id}.", episode_id=episode_id))
    return found[0]


def take(desk: Desk, items: Sequence[DeviceItem], adult_id: int | None) -> Taken:
    """Take in what a device sends, in its order, each item once. One item that cannot be taken holds up no other.

    Raises: InvalidValue for a form newer than this program knows: the device keeps everything.
    """
    for item in items:
        check_form(item)
    with desk.deciding() as house:
        good: list[DeviceItem | Sent] = []
        refused: list[Refused] = []
        older = _children_of([i for i in items if i.schema_version < EVENT_SCHEMA], desk)
        for item in sorted(items, key=lambda i: i.sequence):
            try:
                check_clock(item, house, desk.now())
                good.append(checked(item, house, older, adult_id))
            except (InvalidValue, NotFound) as problem:
                refused.append(Refused(item.sequence, said_of(problem)))
        if not good:
            return Taken(0, tuple(refused))
        with desk.write_untracked() as work:
            taking = _Taking(work, house, adult_id)
            return Taken(taking.all(good), (*refused, *taking.refused))


def keep_newer(desk: Desk, items: Sequence[NewerItem]) -> int:
    """Keep items of kinds that are not known here, for a program that knows them. Returns how many were new."""
    if not items:
        return 0
    with desk.write_untracked() as work:
        return sum(work.sent.keep_newer(i.device, i.sequence, i.data) for i in items)


def kept_newer(desk: Desk, kinds: Collection[str]) -> list[NewerItem]:
    """The items that were kept and are of these kinds."""
    with desk.read() as work:
        return [NewerItem(*row) for row in work.sent.kept_newer() if row[2].get("kind") in kinds]


def forget_newer(desk: Desk, items: Sequence[NewerItem]) -> None:
    """Keep these no longer: they were taken in."""
    with desk.write_untracked() as work:
        work.sent.forget_newer([(i.device, i.sequence) for i in items])


def _children_of(items: Sequence[DeviceItem], desk: Desk) -> dict[str, int]:
    """The child of each work that items of the first form name: they said it at the start only."""
    names = {i.episode_id for i in items}
    if not names:
        return {}
    with desk.read() as work:
        known = {e.id: e.child_id for e in work.log.episodes(names)}
        known |= {s.episode_id: s.child_id for s in work.sent.named(names) if s.kind == "start"}
    return known | {i.episode_id: i.child_id for i in items if i.kind == "start" and i.child_id is not None}


class _Taking:
    """One sending, while it is taken in. It keeps its own list of mornings, because it may begin and end some."""

    def __init__(self, work: Store, house: House, adult_id: int | None) -> None:
        self._work, self._house, self._adult_id = work, house, adult_id
        self._mornings: dict[int, Morning] = {}
        self.refused: list[Refused] = []

    def all(self, items: Sequence[DeviceItem | Sent]) -> int:
        """Take the items in, each by itself if not all together. Returns how many were new."""
        instants = [i.at for i in items]
        for morning in self._work.log.between(min(instants) - REACH, max(instants) + REACH):
            self._mornings[morning.id] = morning
        own = sum(self._alone(i.sequence, partial(self._own, i)) for i in items if isinstance(i, DeviceItem))
        sent = [i for i in items if isinstance(i, Sent)]
        by_device = {d: [s.sequence for s in sent if s.device == d] for d in {s.device for s in sent}}
        known = {d: self._work.sent.known(d, sequences) for d, sequences in by_device.items()}
        fresh = list({(s.device, s.sequence): s for s in sent if s.sequence not in known[s.device]}.values())
        return own + self._events(fresh)

    def _events(self, fresh: Sequence[Sent]) -> int:
        try:
            with self._work.attempt():
                self._settle(fresh)
            return len(fresh)
        except RECOVERABLE:
            # One of them cannot be: each is tried by itself, and the one is set aside and said.
            return sum(self._alone(s.sequence, partial(self._settle, [s])) for s in fresh)

    def _settle(self, fresh: Sequence[Sent]) -> bool:
        settle(self._work, self._house, fresh, tuple(self._mornings.values()))
        return True

    def _alone(self, sequence: int, take_in: Callable[[], bool]) -> bool:
        """Take one thing in by itself: what fails is taken back alone, refused and said."""
        try:
            with self._work.attempt():
                return take_in()
        except RECOVERABLE:
            number = incident("an item that a device sent could not be kept")
            self.refused.append(
                Refused(sequence, say("The program could not keep this (incident {number}).", number=number))
            )
            return False

    def _own(self, item: DeviceItem) -> bool:
        match item.kind:
            case "begin":
                return self._begin(item)
            case "end":
                return self._end(item)
            case "sweep":
                return self._sweep(item)
            case "answer":
                return self._answer(item)
            case "routine":
                return self._run(item)
            case "talk":
                return self._talk(item)
            case "table":
                event = at_table(item, self._adult_id, self._day(item.at))
                return self._work.home.add_at_table(event, f"{item.device}:{item.sequence}")
            case _:
                shown = Presentation(
                    id=0,
                    child_id=item.child_id or 0,
                    tray_id=item.tray_id or 0,
                    at=item.at,
                    local_day=self._day(item.at),
                    adult_id=self._adult_id,
                    outcome=item.outcome,
                    manner=item.manner,
                )
                return self._work.log.add_presentation(shown, f"{item.device}:{item.sequence}")[1]

    def _answer(self, item: DeviceItem) -> bool:
        answer = WordAnswer(
            child_id=item.child_id or 0,
            set_key=item.set_key,
            word=item.word,
            turn=cast("Turn", item.turn),
            right=item.right,
            at=item.at,
            instead=item.text[:80],
            local_day=self._day(item.at),
            adult_id=self._adult_id,
        )
        return self._work.lessons.add_answer(answer, f"{item.device}:{item.sequence}")

    def _run(self, item: DeviceItem) -> bool:
        """Something within a routine; its beginning is known by whatever comes of it first."""
        kept, key = self._work.home, item.episode_id
        new = kept.begin_run(key, item.set_key, item.at, self._day(item.at), self._adult_id)
        match item.run:
            case "invite":
                return kept.invite(key, item.child_id or 0, item.outcome) or new
            case "step":
                done = StepDone(step=item.word, at=item.at, child_id=item.child_id, adult_id=self._adult_id)
                return kept.do_step(key, done) or new
            case "unstep":
                kept.undo_step(key, item.word)
            case "branch":
                return kept.find_branch(key, item.word, item.right) or new
            case "end":
                return kept.end_run(key, item.at) or new
        return new

    def _talk(self, item: DeviceItem) -> bool:
        """Something within a talk; its beginning is known by whatever comes of it first."""
        kept, key = self._work.home, item.episode_id
        new = kept.begin_talk(
            Talk(
                key=key,
                talk=item.set_key,
                set_key=item.words,
                began=item.at,
                adult_id=self._adult_id,
                local_day=self._day(item.at),
            )
        )
        word = TalkWord(thing=item.word, question=item.text, child_id=item.child_id)
        match item.run:
            case "say":
                return kept.say_in_talk(key, word) or new
            case "unsay":
                return kept.unsay_in_talk(key, word) or new
            case "end":
                return kept.end_talk(key, item.at) or new
        return new

    def _day(self, at: datetime) -> date:
        return local_day(at, self._house.zone)

    def _keep(self, morning: Morning) -> bool:
        if morning == self._mornings.get(morning.id):
            return False
        kept = self._work.log.save_morning(morning)
        self._mornings[kept] = replace(morning, id=kept)
        return True

    def _begin(self, item: DeviceItem) -> bool:
        return self._keep(
            cycles.begun(
                self._mornings.values(),
                item.at,
                self._day(item.at),
                frozenset(item.present),
                self._adult_id,
                self._house.practice,
            )
        )

    def _end(self, item: DeviceItem) -> bool:
        cycle = self._begun(item)
        return cycle is not None and self._keep(cycles.ended(cycle, item.at, item.seen))

    def _begun(self, item: DeviceItem) -> Morning | None:
        """The morning an item falls into; without one the item is refused, and told."""
        found = cycles.running(self._mornings.values(), item.at, self._day(item.at))
        if found is None:
            self.refused.append(Refused(item.sequence, say("The work cycle is not begun. Begin it first.")))
        return found

    def _sweep(self, item: DeviceItem) -> bool:
        morning = self._begun(item)
        if morning is None:
            return False
        key = str(uuid5(NAMESPACE_OID, f"{item.device}:{item.sequence}"))
        return self._work.log.add_sweep(
            Sweep(
                key=key,
                morning_id=morning.id,
                at=item.at,
                adult_id=self._adult_id,
                local_day=self._day(item.at),
                states=tuple(sorted(item.states.items())),
            )
        )


def settle(work: Store, house: House, events: Sequence[Sent], mornings: Sequence[Morning]) -> None:
    """Put the pieces of work anew together that these events can have changed, and keep what differs.

    Those that are not kept yet are, with the work each belongs to.
    """
    if not events:
        return
    fresh = [s for s in events if s.id == 0]
    found = settled(_around(work, events), fresh, mornings, zone=house.zone, practice=house.practice)
    for episode in found.save:
        work.log.save_episode(house.with_card(episode))
    work.sent.add(Kept(s, found.fresh.get((s.device, s.sequence))) for s in fresh)
    work.sent.belong(found.moved)
    for gone in found.drop:
        work.log.drop_episode(gone)


def _around(work: Store, events: Sequence[Sent]) -> Around:
    """What lies about events, as it is kept."""
    children, names = {s.child_id for s in events}, {s.episode_id for s in events if s.episode_id}
    spread = [*(s.at for s in events), *(s.at for s in work.sent.named(names) if s.kind == "start")]
    first, last = min(spread), max(spread)
    there = work.sent.of(children, first - REACH, last + REACH, names)
    ids = {*work.log.episode_ids(children, first - REACH, last + REACH), *(k.episode_id for k in there if k.episode_id)}
    works = {e.id: e for e in work.log.episodes(ids)}
    return Around(first, last, tuple((k.sent, k.episode_id) for k in there), works)
