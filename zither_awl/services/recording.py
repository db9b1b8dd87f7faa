"""Use cases of taking in what devices wrote down: each event once, in whatever order it comes."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field, replace
from datetime import date, datetime, timedelta
from typing import Literal, cast
from uuid import NAMESPACE_OID, uuid5

from zither_awl.core.errors import FieldProblem, InvalidValue, NotFound
from zither_awl.core.merge import REACH, merge
from zither_awl.core.practice import Practice
from zither_awl.core.values import (
    ANSWERS,
    EVENT_SCHEMA,
    Episode,
    Morning,
    Place,
    Presentation,
    Sent,
    StepDone,
    Sweep,
    Turn,
    WordAnswer,
    Work,
)
from zither_awl.core.values.log import EpisodeEventKind
from zither_awl.services import lessons, routines
from zither_awl.services.desk import Desk, House
from zither_awl.store import Work as Store
from zither_awl.store.sent import Kept

ItemKind = EpisodeEventKind | Literal["state", "begin", "end", "sweep", "showed", "answer", "routine"]
_OWN: frozenset[str] = frozenset(("begin", "end", "sweep", "showed", "answer", "routine"))
"""What happens to a morning or a child, and not within a piece of work."""
_RUN = ("begin", "invite", "step", "unstep", "end")
"""What happens within one time through a routine."""


@dataclass(frozen=True, slots=True, kw_only=True)
class DeviceItem:
    """One thing a device wrote down, as it wrote it: its count, its clocks, and the fields that kind of thing has."""

    device: str
    sequence: int
    schema_version: int
    at: datetime
    kind: ItemKind
    monotonic_ms: float | None = None
    episode_id: str = ""
    child_id: int | None = None
    tray_id: int | None = None
    activity: str = ""
    cause: str = ""
    text: str = ""
    work: Work | None = None
    place: Place | None = None
    present: tuple[int, ...] = ()
    seen: Literal["all", "part"] | None = None
    states: Mapping[int, str] = field(default_factory=dict)
    outcome: str = ""
    set_key: str = ""
    word: str = ""
    turn: str = ""
    right: bool = False
    run: str = ""
    """For a routine: one of "begin", "invite", "step", "unstep", "end"; `episode_id` names this time through it."""


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
    return next((m for m in reversed(house.log.mornings) if m.ended is None), None)


def work_name(house: House, tray_id: int | None, activity: str) -> str:
    """What a child is at: the tray's name, or the work that stands on no shelf."""
    return house.tray(tray_id).name if tray_id is not None else activity


def episode_named(house: House, episode_id: str) -> Episode:
    """The piece of work of an id, or that a device knows by it. Raises: NotFound."""
    for episode in house.log.episodes:
        if episode.id == episode_id:
            return episode
    raise NotFound(f"There is no piece of work {episode_id}.")


def take(desk: Desk, items: Sequence[DeviceItem], adult_id: int | None) -> Taken:
    """Take in what a device sends, in its order, each item once. One item that cannot be taken holds up no other.

    Raises: InvalidValue for a form newer than this program knows: the device keeps everything.
    """
    for item in items:
        _check_form(item)
    house = desk.house()
    good: list[DeviceItem | Sent] = []
    refused: list[Refused] = []
    older = _children_of([i for i in items if i.schema_version < EVENT_SCHEMA], desk)
    for item in sorted(items, key=lambda i: i.sequence):
        try:
            good.append(_checked(item, house, older, adult_id))
        except (InvalidValue, NotFound) as problem:
            refused.append(Refused(item.sequence, str(problem)))
    if not good:
        return Taken(0, tuple(refused))
    with desk.write(adult_id, _label(good, house)) as work:
        taking = _Taking(work, house, adult_id)
        return Taken(taking.all(good), (*refused, *taking.refused))


def _children_of(items: Sequence[DeviceItem], desk: Desk) -> dict[str, int]:
    """The child of each work that items of the first form name: they said it at the start only."""
    names = {i.episode_id for i in items}
    if not names:
        return {}
    with desk.read() as work:
        known = {s.episode_id: s.child_id for s in work.sent.named(names) if s.kind == "start"}
    known |= {e.id: e.child_id for e in desk.house().log.episodes if e.id in names}
    return known | {i.episode_id: i.child_id for i in items if i.kind == "start" and i.child_id is not None}


def _check_form(item: DeviceItem) -> None:
    if item.schema_version > EVENT_SCHEMA:
        hint = "Update the program, then send again; the device keeps what it has."
        said = f"is {item.schema_version}; this program knows {EVENT_SCHEMA}."
        raise InvalidValue(FieldProblem("schema_version", said, hint))


def _checked(item: DeviceItem, house: House, older: Mapping[str, int], adult_id: int | None) -> DeviceItem | Sent:
    if item.kind in _OWN:
        _check_own(item, house)
        return item
    child_id = item.child_id if item.child_id is not None else older.get(item.episode_id)
    if child_id is None:
        raise NotFound(f"There is no piece of work {item.episode_id}.")
    house.child(child_id)
    if item.tray_id is not None:
        house.tray(item.tray_id)
    sent = Sent(
        device=item.device, sequence=item.sequence, at=item.at, kind=_event_kind(item), child_id=child_id,
        episode_id=item.episode_id, tray_id=item.tray_id if item.kind == "start" else None, activity=item.activity,
        cause=item.cause, text=item.text, work=item.work, place=item.place, adult_id=adult_id,
        monotonic_ms=item.monotonic_ms, schema_version=item.schema_version,
    )  # fmt: skip
    sent.check()
    return sent


def _event_kind(item: DeviceItem) -> EpisodeEventKind | Literal["state"]:
    return cast("EpisodeEventKind", item.kind)


def _check_own(item: DeviceItem, house: House) -> None:
    for child in (*item.present, *item.states, *((item.child_id,) if item.child_id else ())):
        house.child(child)
    if item.kind == "begin" and not item.present:
        raise InvalidValue(FieldProblem("present", "names no child of the house.", "Choose who is here."))
    if item.kind == "end" and item.seen is None:
        raise InvalidValue(FieldProblem("seen", "says neither all nor part."))
    if item.kind == "sweep":
        Sweep(key="", morning_id=0, at=item.at, states=tuple(item.states.items()))
    if item.kind == "showed":
        if item.child_id is None or item.tray_id is None:
            raise InvalidValue(FieldProblem("tray_id", "and the child must be said of a showing."))
        house.tray(item.tray_id)
    if item.kind == "answer":
        if item.child_id is None:
            raise InvalidValue(FieldProblem("child_id", "must be said of an answer."))
        lessons.check_answer(house, item.set_key, item.word, item.turn)
    if item.kind == "routine":
        _check_run(item, house)


def _check_run(item: DeviceItem, house: House) -> None:
    if item.run not in _RUN or not item.episode_id:
        raise InvalidValue(FieldProblem("run", f"is {item.run!r}; expected one of {', '.join(_RUN)}, of a named run."))
    steps = routines.routine(house, item.set_key).steps
    if item.run in ("step", "unstep") and item.word not in {s.key for s in steps}:
        raise InvalidValue(FieldProblem("word", f"is {item.word!r}, which is no step of {item.set_key}."))
    if item.run == "invite" and (item.child_id is None or item.outcome not in ANSWERS):
        raise InvalidValue(FieldProblem("outcome", f"is {item.outcome!r}; expected one of {', '.join(ANSWERS)}."))


def _label(items: Sequence[DeviceItem | Sent], house: House) -> str:
    if len(items) > 1:
        return f"Took in {len(items)} things from a device"
    (item,) = items
    words = {"start": "takes", "round": "once round", "broken": "broken off", "back": "back at it", "helped": "helped",
             "depth": "how deep", "note": "note", "finish": "finished", "mended": "mended a mistake", "part": "a part",
             "begin": "Began the morning", "end": "Ended the morning", "sweep": "Swept the room"}  # fmt: skip
    if item.kind in ("begin", "end", "sweep"):
        return words[item.kind]
    if isinstance(item, DeviceItem) and item.kind == "routine":
        return f"{routines.routine(house, item.set_key).name}: {item.run}"
    name = house.child(item.child_id or 0).name
    if item.kind == "state":
        return f"{name}: {item.cause}"
    if isinstance(item, DeviceItem) and item.kind == "answer":
        return f"{name}, {item.word}: {item.turn}"
    if item.kind == "showed":
        return f"Showed {name} {house.tray(item.tray_id or 0).name}"
    found = [e for e in house.log.episodes if e.id == item.episode_id]
    tray_id, activity = (found[0].tray_id, found[0].activity) if found else (item.tray_id, item.activity)
    what = work_name(house, tray_id, activity)
    return f"{name}, {what}: {words[item.kind]}" if what else f"{name}: {words[item.kind]}"


class _Taking:
    """One sending, while it is taken in. It keeps its own list of mornings, because it may begin and end some."""

    def __init__(self, work: Store, house: House, adult_id: int | None) -> None:
        self._work, self._house, self._adult_id = work, house, adult_id
        # Read inside this write: another device may have begun the morning since the snapshot.
        self._mornings = {m.id: m for m in work.log.mornings()}
        self.refused: list[Refused] = []

    def all(self, items: Sequence[DeviceItem | Sent]) -> int:
        """Take the items in. Returns how many were new."""
        sent = [i for i in items if isinstance(i, Sent)]
        by_device = {d: [s.sequence for s in sent if s.device == d] for d in {s.device for s in sent}}
        known = {d: self._work.sent.known(d, sequences) for d, sequences in by_device.items()}
        fresh = list({(s.device, s.sequence): s for s in sent if s.sequence not in known[s.device]}.values())
        own = sum(self._own(i) for i in items if isinstance(i, DeviceItem))
        mornings = tuple(self._mornings.values())
        settle(self._work, fresh, mornings, self._house.practice)
        return len(fresh) + own

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
            case _:
                shown = Presentation(id=0, child_id=item.child_id or 0, tray_id=item.tray_id or 0, at=item.at,
                                     adult_id=self._adult_id, outcome=item.outcome)  # fmt: skip
                return self._work.log.add_presentation(shown, f"{item.device}:{item.sequence}")[1]

    def _answer(self, item: DeviceItem) -> bool:
        answer = WordAnswer(child_id=item.child_id or 0, set_key=item.set_key, word=item.word,
                            turn=cast("Turn", item.turn), right=item.right, at=item.at, instead=item.text[:80],
                            adult_id=self._adult_id)  # fmt: skip
        return self._work.lessons.add_answer(answer, f"{item.device}:{item.sequence}")

    def _run(self, item: DeviceItem) -> bool:
        """Something within a routine; its beginning is known by whatever comes of it first."""
        kept, key = self._work.lessons, item.episode_id
        new = kept.begin_run(key, item.set_key, item.at, self._adult_id)
        match item.run:
            case "invite":
                return kept.invite(key, item.child_id or 0, item.outcome) or new
            case "step":
                done = StepDone(step=item.word, at=item.at, child_id=item.child_id, adult_id=self._adult_id)
                return kept.do_step(key, done) or new
            case "unstep":
                kept.undo_step(key, item.word)
            case "end":
                return kept.end_run(key, item.at) or new
        return new

    def _day(self, at: datetime) -> date:
        return at.astimezone(self._house.zone).date()

    def _of_day(self, item: DeviceItem) -> list[Morning]:
        return sorted((m for m in self._mornings.values() if m.day == self._day(item.at)), key=lambda m: m.began)

    def _keep(self, morning: Morning) -> bool:
        if morning == self._mornings.get(morning.id):
            return False
        kept = self._work.log.save_morning(morning)
        self._mornings[kept] = replace(morning, id=kept)
        return True

    def _begin(self, item: DeviceItem) -> bool:
        """Begin a morning, or join the one that another device began: it began when the first said so."""
        here = frozenset(item.present)
        slack = timedelta(minutes=self._house.practice.same_morning_min)
        for morning in self._of_day(item):
            if item.at >= morning.began - slack and (morning.ended is None or item.at <= morning.ended):
                return self._keep(replace(morning, began=min(morning.began, item.at), present=morning.present | here))
        return self._keep(Morning(id=0, day=self._day(item.at), began=item.at, present=here, adult_id=self._adult_id))

    def _end(self, item: DeviceItem) -> bool:
        """End the morning; of two devices that ended it the later word counts."""
        last = self._begun(item)
        if last is None or (last.ended is not None and last.ended >= item.at):
            return False
        return self._keep(replace(last, ended=item.at, seen=item.seen))

    def _begun(self, item: DeviceItem) -> Morning | None:
        """The morning an item falls into; without one the item is refused, and told."""
        begun = [m for m in self._of_day(item) if m.began <= item.at]
        if not begun:
            self.refused.append(Refused(item.sequence, "The morning is not begun. Begin the morning first."))
        return begun[-1] if begun else None

    def _sweep(self, item: DeviceItem) -> bool:
        morning = self._begun(item)
        if morning is None:
            return False
        key = str(uuid5(NAMESPACE_OID, f"{item.device}:{item.sequence}"))
        return self._work.log.add_sweep(Sweep(
            key=key, morning_id=morning.id, at=item.at, adult_id=self._adult_id,
            states=tuple(sorted(item.states.items())),
        ))  # fmt: skip


def settle(work: Store, events: Sequence[Sent], mornings: Sequence[Morning], practice: Practice) -> None:
    """Put the pieces of work anew together that these events can have changed, and keep what differs.

    Those that are not kept yet are, with the work each belongs to.
    """
    if not events:
        return
    children, names = {s.child_id for s in events}, {s.episode_id for s in events if s.episode_id}
    spread = [*(s.at for s in events), *(s.at for s in work.sent.named(names) if s.kind == "start")]
    first, last = min(spread), max(spread)
    there = work.sent.of(children, first - REACH, last + REACH, names)
    before = _episodes_around(work, children, first, last, there)
    told = {key: e for key, e in before.items() if e.told}
    fresh = [s for s in events if s.id == 0]
    merged = merge([*(k.sent for k in there), *fresh], told, mornings, practice=practice)
    # What lies nearer to the edge than work can be long was looked at only for what it does to the rest.
    inner = (first - REACH / 2, last + REACH / 2)
    for episode in merged.episodes:
        if inner[0] <= episode.began <= inner[1] or episode.id in names:
            old = before.get(episode.id)
            if old is None or replace(old, events=()) != replace(episode, events=()):
                work.log.save_episode(episode)
    work.sent.add(Kept(s, merged.belongs.get((s.device, s.sequence))) for s in fresh)
    begun = {s.episode_id for s in (*(k.sent for k in there), *fresh) if s.kind == "start"}
    works = {k.sent.id: (k.episode_id, merged.belongs.get((k.sent.device, k.sent.sequence))) for k in there
             if k.sent.episode_id in begun}  # fmt: skip
    work.sent.belong({key: now for key, (was, now) in works.items() if was != now})
    whole = {e.id for e in merged.episodes}
    for gone in before.keys() - whole:
        if inner[0] <= before[gone].began <= inner[1] and before[gone].events:
            work.log.drop_episode(gone)


def _episodes_around(work: Store, children: set[int], first: datetime, last: datetime,
                     there: Sequence[Kept]) -> dict[str, Episode]:  # fmt: skip
    ids = {*work.log.episode_ids(children, first - REACH, last + REACH), *(k.episode_id for k in there if k.episode_id)}
    return {e.id: e for e in work.log.episodes(ids)}
