"""Use cases of watching: a morning, its episodes as the devices send them, and mending afterwards."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from dataclasses import dataclass, replace
from datetime import date, datetime, timedelta
from statistics import median
from typing import Literal
from uuid import uuid4

from zither_awl.core.concentration import longest_of, own_scale_min
from zither_awl.core.errors import Clash, FieldProblem, InvalidValue, NotFound
from zither_awl.core.values import DEPTHS, Episode, EpisodeEvent, Morning, Place, Tray, Work
from zither_awl.services.desk import Desk, House
from zither_awl.services.shelf import condition_of
from zither_awl.store import Work as Store
from zither_awl.store.history import TraceLine
from zither_awl.store.log import SentEvent

SCHEMA_VERSION = 1
EventKind = Literal["start", "round", "broken", "back", "helped", "depth", "note", "finish"]


@dataclass(frozen=True, slots=True, kw_only=True)
class DeviceEvent:
    """What a device appended: its count, its clocks, and what happened to which episode."""

    device: str
    sequence: int
    schema_version: int
    at: datetime
    monotonic_ms: float | None
    kind: EventKind
    episode_id: str
    child_id: int | None = None
    tray_id: int | None = None
    cause: str = ""
    text: str = ""
    work: Work | None = None
    place: Place | None = None


def open_morning(house: House) -> Morning | None:
    """The morning that is begun and not ended, if there is one."""
    return next((m for m in reversed(house.log.mornings) if m.ended is None), None)


@dataclass(frozen=True, slots=True)
class Offer:
    """A tray a child could take now, and where it may be worked with."""

    tray: Tray
    by_hand: bool
    condition: str


@dataclass(frozen=True, slots=True)
class Board:
    """The morning as it stands. `scales` holds each child's own 90th percentile of unbroken minutes, or None."""

    morning: Morning | None
    last: Morning | None
    offers: tuple[Offer, ...]
    episodes: tuple[Episode, ...]
    scales: tuple[tuple[int, float | None], ...]


def board(desk: Desk) -> Board:
    """The open morning, or the one that ended last today, with what was seen in it and what could be taken."""
    house, today = desk.house(), desk.today()
    morning = open_morning(house)
    last = next((m for m in reversed(house.log.mornings) if m.ended is not None and m.day == today), None)
    shown = morning or last
    standing = sorted(house.placements, key=lambda p: p.spot)
    return Board(
        morning=morning, last=last,
        offers=tuple(Offer(p.tray, p.by_hand, condition_of(house, p.tray, today)) for p in standing),
        episodes=tuple(e for e in house.log.episodes if shown and e.morning_id == shown.id and not e.struck),
        scales=tuple((c.id, own_scale_min([e for e in house.log.episodes if e.child_id == c.id], today))
                     for c in house.children),
    )  # fmt: skip


def begin_morning(desk: Desk, present: Iterable[int], adult_id: int | None) -> int:
    """Begin a morning with who is here and who watches. A forgotten open one is ended as partly seen first."""
    house, now = desk.house(), desk.now()
    here = frozenset(present)
    if not here <= {c.id for c in house.children} or not here:
        raise InvalidValue(FieldProblem("present", "names no child of the house.", "Choose who is here."))
    with desk.write(adult_id, "Began the morning") as work:
        old = open_morning(house)
        if old is not None:
            _end(work, house, old, "part", now)
        return work.log.save_morning(
            Morning(id=0, day=now.astimezone(house.zone).date(), began=now, present=here, adult_id=adult_id)
        )


def change_present(desk: Desk, morning_id: int, present: Iterable[int], adult_id: int | None) -> None:
    """Mend who is here."""
    morning = _morning(desk.house(), morning_id)
    with desk.write(adult_id, "Changed who is here") as work:
        work.log.save_morning(replace(morning, present=frozenset(present)))


def end_morning(desk: Desk, morning_id: int, seen: Literal["all", "part"], adult_id: int | None) -> None:
    """End a morning as all seen or partly seen. What is still open is asked in the evening."""
    house = desk.house()
    with desk.write(adult_id, "Ended the morning") as work:
        _end(work, house, _morning(house, morning_id), seen, desk.now())


def _end(work: Store, house: House, morning: Morning, seen: Literal["all", "part"], now: datetime) -> None:
    work.log.save_morning(replace(morning, ended=now, seen=seen))
    for episode in house.log.episodes:
        if episode.morning_id == morning.id and episode.ended is None and not episode.struck:
            work.log.save_episode(replace(episode, question="ended when?"))


def _morning(house: House, morning_id: int) -> Morning:
    for morning in house.log.mornings:
        if morning.id == morning_id:
            return morning
    raise NotFound(f"There is no morning {morning_id}.")


def append(desk: Desk, events: Sequence[DeviceEvent], adult_id: int | None) -> int:
    """Take in events from a device, in order, each once. Returns how many were new."""
    new = 0
    for event in sorted(events, key=lambda e: e.sequence):
        house = desk.house()
        with desk.read() as work:
            if work.log.has_event(event.device, event.sequence):
                continue
        _check(event, house)
        with desk.write(adult_id, _label(event, house)) as work:
            _apply(work, event, house, adult_id)
        new += 1
    return new


def _check(event: DeviceEvent, house: House) -> None:
    if event.schema_version > SCHEMA_VERSION:
        hint = "Update the program, then send again; the device keeps its events."
        raise InvalidValue(FieldProblem("schema_version", f"is {event.schema_version}; this program knows 1.", hint))
    if event.kind == "depth" and event.cause not in DEPTHS:
        text = f"is {event.cause!r}; expected one of: {', '.join(DEPTHS)}."
        raise InvalidValue(FieldProblem("cause", text))
    if event.kind == "start":
        house.child(event.child_id or 0)
        house.tray(event.tray_id or 0)
    else:
        _episode(house, event.episode_id)


def _label(event: DeviceEvent, house: House) -> str:
    tray_id, child_id = event.tray_id, event.child_id
    if event.kind != "start":
        episode = _episode(house, event.episode_id)
        tray_id, child_id = episode.tray_id, episode.child_id
    words = {"start": "takes", "round": "once round", "broken": "broken off", "back": "back at it",
             "helped": "helped", "depth": "how deep", "note": "note", "finish": "finished"}  # fmt: skip
    return f"{house.child(child_id or 0).name}, {house.tray(tray_id or 0).name}: {words[event.kind]}"


def _apply(work: Store, event: DeviceEvent, house: House, adult_id: int | None) -> None:
    episode_id = event.episode_id
    if event.kind == "start":
        episode_id = _start(work, event, house, adult_id)
    else:
        episode = _episode(house, episode_id)
        episode_id = episode.id
        if event.kind == "finish":
            _finish(work, event, episode, house)
    # The start and the finish are events of the log too: they carry the device's count, so that they come once.
    text = event.episode_id if event.kind == "start" and episode_id != event.episode_id else event.text
    work.log.add_event(episode_id, SentEvent(
        EpisodeEvent(kind=event.kind, at=event.at, cause=event.cause, text=text),
        event.device, event.sequence, event.monotonic_ms, event.schema_version,
    ))  # fmt: skip


def _finish(work: Store, event: DeviceEvent, episode: Episode, house: House) -> None:
    """End an episode as it was seen. Recorded live it is never refused: an overlap is asked about in the evening."""
    ended = max(event.at, episode.began + timedelta(seconds=1))
    done = replace(episode, ended=ended, work=event.work, place=event.place)
    work.log.save_episode(replace(done, question="which one?" if _overlapping(house, done) else ""))


def _start(work: Store, event: DeviceEvent, house: House, adult_id: int | None) -> str:
    """Begin an episode; recorded live it is never refused. Returns the id of the episode it belongs to.

    The same child and tray within 120 s is one episode with two observers. Any other open one of the child
    is asked for in the evening: its end is not invented.
    """
    still_open = [e for e in house.log.episodes if e.child_id == event.child_id and e.ended is None and not e.struck]
    for other in still_open:
        apart_s = abs((event.at - other.began).total_seconds())
        if other.tray_id == event.tray_id and apart_s <= house.practice.same_start_s:
            return other.id
    for other in still_open:
        if not other.question:
            work.log.save_episode(replace(other, question="ended when?"))
    morning = open_morning(house)
    work.log.save_episode(Episode(
        id=event.episode_id, child_id=event.child_id or 0, tray_id=event.tray_id or 0, began=event.at,
        morning_id=morning.id if morning else None, adult_id=adult_id,
    ))  # fmt: skip
    return event.episode_id


def _episode(house: House, episode_id: str) -> Episode:
    for episode in house.log.episodes:
        if episode.id == episode_id or any(e.kind == "start" and e.text == episode_id for e in episode.events):
            return episode
    raise NotFound(f"There is no episode {episode_id}.")


def forgotten(house: House, now: datetime) -> tuple[Episode, ...]:
    """Episodes whose end has to be asked: open beyond P(90 min), beyond their morning, or marked."""
    limit = timedelta(minutes=house.practice.forgotten_timer_min)
    ended = {m.id for m in house.log.mornings if m.ended is not None}
    return tuple(
        e for e in house.log.episodes
        if not e.struck and (e.question or (e.ended is None and (now - e.began > limit or e.morning_id in ended)))
    )  # fmt: skip


USUAL_MIN = 10.0
"""Offered as the likely length of a forgotten episode where the child has no earlier one with that tray."""


def likely_end(house: House, episode: Episode) -> datetime:
    """When a forgotten episode most likely ended: the child's own usual length, but no later than what came next.

    Only offered to the adult who answers; never taken by itself.
    """
    alike = [e for e in house.log.episodes if e.child_id == episode.child_id and e.tray_id == episode.tray_id]
    lengths = longest_of(alike)
    usual = episode.began + timedelta(minutes=median(lengths) if lengths else USUAL_MIN)
    heard = max((e.at for e in episode.events if e.kind != "finish"), default=episode.began)
    after = [e.began for e in house.log.episodes
             if e.child_id == episode.child_id and e.began > episode.began and not e.struck]  # fmt: skip
    morning = next((m for m in house.log.mornings if m.id == episode.morning_id), None)
    latest = [*after, *([morning.ended] if morning and morning.ended else [])]
    return max(min([max(usual, heard), *latest]), episode.began + timedelta(minutes=1))


def episodes_of(house: House, day: date | None, child_id: int | None, tray_id: int | None) -> list[Episode]:
    """Episodes of a day, a child, a tray (each if given), newest first, struck ones too."""
    return [
        e for e in reversed(house.log.episodes)
        if (day is None or e.began.astimezone(house.zone).date() == day)
        and child_id in (None, e.child_id) and tray_id in (None, e.tray_id)
    ]  # fmt: skip


def save_episode(desk: Desk, episode: Episode, adult_id: int | None, *, rounds: int | None = None,
                 helped: str | None = None, note: str | None = None) -> str:  # fmt: skip
    """Enter a past episode (id "") or mend one. The trace keeps what it was and who changed it.

    Raises: Clash if it overlaps another of the same child, which is shown; InvalidValue for a time to come.
    """
    house, now = desk.house(), desk.now()
    child, tray = house.child(episode.child_id), house.tray(episode.tray_id)
    if episode.began > now or (episode.ended and episode.ended > now + timedelta(minutes=1)):
        raise InvalidValue(FieldProblem("began", "is still to come.", "Past episodes only; use Watch for now."))
    _check_overlap(house, episode)
    old = _episode(house, episode.id) if episode.id else None
    morning_id = episode.morning_id or _morning_at(house, episode)
    kept = replace(episode, id=episode.id or str(uuid4()), morning_id=morning_id, question="",
                   adult_id=old.adult_id if old else adult_id)  # fmt: skip
    with desk.write(adult_id, f"{'Mended' if old else 'Entered'} {child.name}, {tray.name}") as work:
        work.log.save_episode(kept)
        _add_told(work, kept, old, rounds or 0, helped or "", note or "")
    return kept.id


def _add_told(work: Store, episode: Episode, old: Episode | None, rounds: int, helped: str, note: str) -> None:
    """Events told after the fact: as many rounds as are missing, help, a note; at the end of the episode."""
    at = episode.ended or episode.began
    have = sum(e.kind == "round" for e in old.events) if old else 0
    told = [EpisodeEvent(kind="round", at=at)] * max(0, rounds - have)
    told += [EpisodeEvent(kind="helped", at=at, cause=helped)] if helped else []
    told += [EpisodeEvent(kind="note", at=at, text=note)] if note else []
    device = str(uuid4())
    for sequence, event in enumerate(told):
        work.log.add_event(episode.id, SentEvent(event, device, sequence, None, SCHEMA_VERSION))


def _check_overlap(house: House, episode: Episode) -> None:
    other = _overlapping(house, episode)
    if other is not None and other.ended is not None:
        clock = f"{other.began.astimezone(house.zone):%H:%M} to {other.ended.astimezone(house.zone):%H:%M}"
        name = house.child(other.child_id).name
        raise Clash(f"{name} was with {house.tray(other.tray_id).name} from {clock} that day.", other.id)


def _overlapping(house: House, episode: Episode) -> Episode | None:
    """Another ended episode of the same child that was going on while this one was."""
    ended = episode.ended or episode.began
    alike = (e for e in house.log.episodes if e.child_id == episode.child_id and e.id != episode.id and not e.struck)
    return next((e for e in alike if e.ended and e.began < ended and episode.began < e.ended), None)


def _morning_at(house: House, episode: Episode) -> int | None:
    return next((m.id for m in house.log.mornings
                 if m.began <= episode.began and (m.ended is None or episode.began <= m.ended)), None)  # fmt: skip


def strike(desk: Desk, episode_id: str, struck: bool, adult_id: int | None) -> None:
    """Strike an episode out, or bring it back. It stays in the record, crossed."""
    episode = _episode(desk.house(), episode_id)
    with desk.write(adult_id, "Struck out an episode" if struck else "Brought an episode back") as work:
        work.log.save_episode(replace(episode, struck=struck, question=""))


def trace(desk: Desk, episode_id: str) -> list[TraceLine]:
    """Who changed what in an episode, oldest first."""
    _episode(desk.house(), episode_id)
    with desk.read() as work:
        return work.history.trace("episode", episode_id)


def present_tray(desk: Desk, child_id: int, tray_id: int, adult_id: int | None) -> bool:
    """ "I showed this": first, or again. Returns whether it was again."""
    house = desk.house()
    child, tray = house.child(child_id), house.tray(tray_id)
    with desk.write(adult_id, f"Showed {child.name} {tray.name}") as work:
        return work.log.add_presentation(child_id, tray_id, desk.now(), adult_id)
