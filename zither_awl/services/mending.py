"""Use cases of mending afterwards: what was left open, past work entered by hand, and taking back. All with a trace."""

from __future__ import annotations

from collections.abc import Collection, Iterable, Sequence
from dataclasses import dataclass, replace
from datetime import date, datetime, timedelta
from statistics import median
from uuid import uuid4

from zither_awl.core.concentration import longest_of
from zither_awl.core.cycles import containing
from zither_awl.core.errors import FieldProblem, InvalidValue, NotFound, Overlap
from zither_awl.core.happenings.part import PARTS
from zither_awl.core.merge import REACH, TOLD, morning_at
from zither_awl.core.saying import say
from zither_awl.core.values import Episode, EpisodeEvent, Morning
from zither_awl.services.desk import Desk, House
from zither_awl.services.recording import episode_named, settle, work_name
from zither_awl.store import Store
from zither_awl.store.history import TraceLine


def forgotten(desk: Desk, now: datetime | None = None) -> tuple[Episode, ...]:
    """Episodes whose end has to be asked: open beyond P(90 min), beyond their morning, or marked."""
    house, now = desk.house(), now or desk.now()
    limit = timedelta(minutes=house.practice.forgotten_timer_min)
    with desk.read() as work:
        asked = work.log.asked_about()
        mornings = work.log.mornings(ids={e.morning_id for e in asked if e.morning_id is not None})
    ended = {m.id for m in (*mornings, *house.window.mornings) if m.ended is not None}
    return tuple(
        e
        for e in asked
        if not e.struck and (e.question or (e.ended is None and (now - e.began > limit or e.morning_id in ended)))
    )


USUAL_MIN = 10.0
"""Offered as the likely length of a forgotten episode where the child has no earlier one with that tray."""


def likely_end(desk: Desk, episode: Episode) -> datetime:
    """When a forgotten episode most likely ended: the child's own usual length, but no later than what came next.

    Only offered to the adult who answers; never taken by itself.
    """
    house = desk.house()
    own = [v for v in house.window.visits if v.child_id == episode.child_id]
    lengths = longest_of(v for v in own if v.tray_id == episode.tray_id)
    usual = episode.began + timedelta(minutes=median(lengths) if lengths else USUAL_MIN)
    heard = max((e.at for e in episode.events if e.kind != "finish"), default=episode.began)
    after = [v.began for v in own if v.began > episode.began]
    morning = _morning(desk, episode.morning_id)
    latest = [*after, *([morning.ended] if morning and morning.ended else [])]
    return max(min([max(usual, heard), *latest]), episode.began + timedelta(minutes=1))


def _morning(desk: Desk, morning_id: int | None) -> Morning | None:
    known = next((m for m in desk.house().window.mornings if m.id == morning_id), None)
    if known is not None or morning_id is None:
        return known
    with desk.read() as work:
        return next(iter(work.log.mornings(ids=[morning_id])), None)


def episodes_of(
    desk: Desk,
    day: date | None,
    child_id: int | None,
    tray_id: int | None,
    *,
    ids: Collection[str] = (),
    most: int | None = None,
) -> list[Episode]:
    """Episodes of a day, a child, a tray, of these ids (each if given), newest first, struck ones too."""
    with desk.read() as work:
        named = list(ids) or work.log.ids_where(day=day, child_id=child_id, tray_id=tray_id, most=most)
        found = work.log.episodes(named)
    return list(reversed(found))[:most]


@dataclass(frozen=True, slots=True)
class Told:
    """What is told of a past piece of work besides its times and its end."""

    rounds: int = 0
    helped: str = ""
    note: str = ""
    effort: str = ""
    parts: tuple[tuple[str, bool], ...] = ()
    """What of it went by itself, and what not yet: each fastening, each number."""


def save_episode(desk: Desk, episode: Episode, adult_id: int | None, told: Told = Told()) -> str:
    """Enter a past episode (id "") or mend one. The trace keeps what it was and who changed it.

    Raises: Overlap if it overlaps another of the same child, which is shown; InvalidValue for a time to come.
    """
    house = desk.house()
    child, what = house.child(episode.child_id), work_name(house, episode.tray_id, episode.activity)
    _check_past(episode, desk.now())
    _check_overlap(house, episode, _near(desk, [episode]))
    old = episode_named(desk, episode.id) if episode.id else None
    morning_id = episode.morning_id or morning_at(_mornings_near(desk, episode.began), episode.began)
    kept = replace(
        episode,
        id=old.id if old else str(uuid4()),
        morning_id=morning_id,
        question="",
        told=True,
        adult_id=old.adult_id if old else adult_id,
        local_day=desk.day_of(episode.began),
    )
    with desk.write(
        adult_id,
        say("{old} {child}, {what}", old=say("Mended") if old else say("Entered"), child=child.name, what=what),
    ) as work:
        work.log.save_episode(house.with_card(kept))
        add_told(work, kept, _events(kept, old, told))
    return kept.id


def _near(desk: Desk, pieces: Sequence[Episode]) -> tuple[Episode, ...]:
    """The work of these children about these pieces of work."""
    children, began = {e.child_id for e in pieces}, [e.began for e in pieces]
    with desk.read() as work:
        ids = work.log.episode_ids(children, min(began) - REACH, max(began) + REACH) if pieces else []
        return work.log.episodes(ids)


def _mornings_near(desk: Desk, at: datetime) -> tuple[Morning, ...]:
    with desk.read() as work:
        return work.log.between(at - REACH, at + REACH)


def _check_past(episode: Episode, now: datetime) -> None:
    if episode.began > now or (episode.ended and episode.ended > now + timedelta(minutes=1)):
        raise InvalidValue(FieldProblem("began", say("is still to come."), say("Past work only; use Watch for now.")))


def tell_morning(desk: Desk, morning: Morning, pieces: Sequence[tuple[Episode, Told]], adult_id: int | None) -> int:
    """Tell a whole morning afterwards, in one write. A morning of that time that is there already is added to.

    Raises: Overlap or InvalidValue, and keeps nothing, if one piece overlaps another or is still to come.
    """
    house, now = desk.house(), desk.now()
    if not morning.present:
        raise InvalidValue(FieldProblem("present", say("names no child of the house."), say("Choose who was here.")))
    if morning.ended is None or morning.ended <= morning.began:
        raise InvalidValue(FieldProblem("ended", say("is not after the beginning.")))
    for child in morning.present:
        house.child(child)
    new: list[Episode] = []
    near = _near(desk, [e for e, _ in pieces])
    for episode, _ in pieces:
        work_name(house, episode.tray_id, episode.activity)
        _check_past(episode, now)
        _check_overlap(house, episode, (*near, *new))
        new.append(
            replace(episode, id=str(uuid4()), told=True, adult_id=adult_id, local_day=desk.day_of(episode.began))
        )
    there = containing(_mornings_near(desk, morning.began), morning.began, morning.ended)
    if there is not None:
        morning = replace(morning, id=there.id, adult_id=there.adult_id, present=morning.present | there.present)
    day = there.day if there is not None else desk.day_of(morning.began)
    with desk.write(adult_id, say("Logged a past work cycle")) as work:
        kept = work.log.save_morning(replace(morning, day=day, adult_id=morning.adult_id or adult_id))
        for episode, (_, told) in zip(new, pieces, strict=True):
            made = replace(episode, morning_id=kept)
            work.log.save_episode(house.with_card(made))
            add_told(work, made, _events(made, None, told))
    return kept


def change_present(desk: Desk, morning_id: int, present: Collection[int], adult_id: int | None) -> None:
    """Mend who was here."""
    morning = _morning(desk, morning_id)
    if morning is None:
        raise NotFound(say("There is no work cycle {morning_id}.", morning_id=morning_id))
    house = desk.house()
    for child_id in present:
        house.child(child_id)
    with desk.write(adult_id, say("Changed who is here")) as work:
        work.log.save_morning(replace(morning, present=frozenset(present)))


def save_phrases(desk: Desk, phrases: Sequence[str], adult_id: int | None) -> None:
    """Keep just these phrases for notes."""
    with desk.write(adult_id, say("Changed the phrases")) as work:
        work.settings.save_phrases(tuple(p.strip() for p in phrases if p.strip()))


def _events(episode: Episode, old: Episode | None, told: Told) -> list[EpisodeEvent]:
    """Events told after the fact: as many rounds as are missing, help, effort, parts, a note; at its end."""
    at = episode.ended or episode.began
    have = sum(e.kind == "round" for e in old.events) if old else 0
    events = [EpisodeEvent(kind="round", at=at)] * max(0, told.rounds - have)
    events += [EpisodeEvent(kind="helped", at=at, cause=told.helped)] if told.helped else []
    events += [EpisodeEvent(kind="effort", at=at, cause=told.effort)] if told.effort else []
    events += [EpisodeEvent(kind="part", at=at, text=name, cause=PARTS[0 if done else 1]) for name, done in told.parts]
    return events + ([EpisodeEvent(kind="note", at=at, text=told.note)] if told.note else [])


def add_told(work: Store, episode: Episode, events: Iterable[EpisodeEvent]) -> None:
    """Keep events that an adult told afterwards, in the log like any others."""
    work.sent.tell(episode, events, f"{TOLD}{uuid4().hex[:30]}")


def _check_overlap(house: House, episode: Episode, others: Iterable[Episode]) -> None:
    other = _overlapping(episode, others)
    if other is not None and other.ended is not None:
        clock = say(
            "{began} to {ended}",
            began=format(other.began.astimezone(house.zone), "%H:%M"),
            ended=format(other.ended.astimezone(house.zone), "%H:%M"),
        )
        name, what = house.child(other.child_id).name, work_name(house, other.tray_id, other.activity)
        raise Overlap(say("{name} was with {what} from {clock} that day.", name=name, what=what, clock=clock), other.id)


def _overlapping(episode: Episode, others: Iterable[Episode]) -> Episode | None:
    """Another ended episode of the same child that was going on while this one was."""
    ended = episode.ended or episode.began
    alike = (e for e in others if e.child_id == episode.child_id and e.id != episode.id and not e.struck)
    return next((e for e in alike if e.ended and e.began < ended and episode.began < e.ended), None)


def strike(desk: Desk, episode_id: str, struck: bool, adult_id: int | None) -> None:
    """Strike an episode out, or bring it back. It stays in the record, crossed."""
    episode = episode_named(desk, episode_id)
    with desk.write(adult_id, say("Removed an episode") if struck else say("Brought an episode back")) as work:
        work.log.save_episode(replace(episode, struck=struck, question="", told=True))


def strike_event(desk: Desk, event_id: int, struck: bool, adult_id: int | None) -> None:
    """Take one event of a piece of work back, or bring it back; it stays in the log.

    Raises: NotFound; InvalidValue for a start or a finish.
    """
    house = desk.house()
    with desk.read() as work:
        event = work.sent.event(event_id)
    if event is None:
        raise NotFound(say("There is no event {event_id}.", event_id=event_id))
    if event.kind in ("start", "finish"):
        raise InvalidValue(
            FieldProblem("event", say("is a {kind}.", kind=event.kind), say("Mend the piece of work instead."))
        )
    verb = say("Took back") if struck else say("Brought back")
    with desk.write(
        adult_id,
        say(
            "{verb} {cause}, {child}",
            verb=verb,
            cause=event.cause or event.kind,
            child=house.child(event.child_id).name,
        ),
    ) as work:
        work.sent.strike(event_id, struck)
        mornings = work.log.between(event.at - REACH, event.at + REACH)
        settle(work, house, [replace(event, struck=struck)], mornings)


def trace(desk: Desk, episode_id: str) -> list[TraceLine]:
    """Who changed what in an episode, oldest first."""
    kept = episode_named(desk, episode_id)
    with desk.read() as work:
        return work.history.trace(kept.id)
