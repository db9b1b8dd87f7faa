"""Use cases of reading mornings: what was done, how it went, and the typical one; as a page and as files."""

from __future__ import annotations

from collections import Counter
from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date, timedelta

from zither_awl.core.concentration import episode_stats
from zither_awl.core.curve import Curve, Quarter, typical_curve, work_curve
from zither_awl.core.errors import NotFound
from zither_awl.core.merge import NEXT_WITHIN, spells
from zither_awl.core.saying import say
from zither_awl.core.values import Child, Episode, Morning, Spell
from zither_awl.formats.morning_table import Happening, morning_csv
from zither_awl.services.desk import Desk
from zither_awl.services.recording import work_name
from zither_awl.services.sweeping import Swept, sweeps_of, swept

TYPICAL_WEEKS = 8


@dataclass(frozen=True, slots=True)
class ChildsMorning:
    """One child's part of a morning. `breaks`: by cause, how often, and how often it came back.

    `typical` holds the child's own mornings of the last eight weeks, this one too.
    """

    child: Child
    curve: Curve | None
    longest_min: float | None
    stretches_min: tuple[float, ...]
    rounds: int
    breaks: tuple[tuple[str, int], ...]
    came_back: int
    typical: tuple[Quarter, ...]
    mornings: int


@dataclass(frozen=True, slots=True)
class MorningRead:
    """A morning, whole."""

    morning: Morning
    episodes: tuple[Episode, ...]
    spells: tuple[Spell, ...]
    children: tuple[ChildsMorning, ...]
    swept: Swept
    earlier: Morning | None
    later: Morning | None


def read_morning(desk: Desk, morning_id: int | None) -> MorningRead:
    """A morning by its id, or the last that ended. Raises: NotFound."""
    house = desk.house()
    morning = _chosen(desk, morning_id)
    episodes = tuple(e for e in works_of(desk, morning) if not e.struck)
    spells = spells_of(desk, morning)
    with desk.read() as work:
        earlier, later = work.log.beside(morning)
    return MorningRead(
        morning=morning,
        episodes=episodes,
        spells=spells,
        children=tuple(
            _childs(desk, c, morning, episodes, spells) for c in house.all_children if c.id in morning.present
        ),
        swept=swept(desk, morning),
        earlier=earlier,
        later=later,
    )


def _chosen(desk: Desk, morning_id: int | None) -> Morning:
    recent = {m.id: m for m in desk.house().window.mornings if m.ended is not None}
    if morning_id is None and recent:
        return list(recent.values())[-1]
    with desk.read() as work:
        older = work.log.mornings(newest=1) if morning_id is None else work.log.mornings(ids=[morning_id])
    found = recent.get(morning_id or 0) or next((m for m in older if m.ended is not None), None)
    if found is None:
        said = (
            say("No work cycle has ended yet.")
            if morning_id is None
            else say("There is no ended work cycle {morning_id}.", morning_id=morning_id)
        )
        raise NotFound(said)
    return found


def works_of(desk: Desk, morning: Morning | None) -> tuple[Episode, ...]:
    """The pieces of work of a morning with their events, oldest first, struck ones too."""
    if morning is None:
        return ()
    with desk.read() as work:
        return work.log.episodes(work.log.ids_where(morning_id=morning.id))


def spells_of(desk: Desk, morning: Morning | None) -> tuple[Spell, ...]:
    """What children were at in a morning when not at work."""
    if morning is None:
        return ()
    with desk.read() as work:
        end = morning.ended or desk.now() + NEXT_WITHIN
        states = work.sent.states(morning.began, end)
        works = work.log.episodes(work.log.episode_ids(morning.present, morning.began, end)) if states else ()
    return tuple(s for s in spells(states, works, (morning,)) if morning.began <= s.began <= end)


def _childs(
    desk: Desk, child: Child, morning: Morning, episodes: Sequence[Episode], spells: Sequence[Spell]
) -> ChildsMorning:
    house = desk.house()
    own = [e for e in episodes if e.child_id == child.id]
    stats = [s for e in own if (s := episode_stats(e)) is not None]
    breaks: Counter[str] = Counter()
    for each in stats:
        breaks.update(dict(each.interruptions))
    since = morning.day - timedelta(weeks=TYPICAL_WEEKS)
    curves = [c for m, c in _curves(desk, child, since) if since <= m.day <= morning.day]
    return ChildsMorning(
        child=child,
        curve=work_curve(child.id, morning, own, spells, practice=house.practice),
        longest_min=max((s.longest_min for s in stats), default=None),
        stretches_min=tuple(minutes for s in stats for minutes in s.stretches_min),
        rounds=sum(s.repetitions for s in stats),
        breaks=tuple(breaks.most_common()),
        came_back=sum(e.kind == "back" for each in own for e in each.events),
        typical=typical_curve(curves),
        mornings=len(curves),
    )


def curves_of(desk: Desk, child: Child, since: date) -> list[Curve]:
    """The curves of a child's whole work cycles since a day."""
    return [curve for _, curve in _curves(desk, child, since)]


def _curves(desk: Desk, child: Child, since: date) -> list[tuple[Morning, Curve]]:
    """Every whole morning of a child since a day with its curve, reckoned once until something is written down."""
    house = desk.house()

    def reckon() -> list[tuple[Morning, Curve]]:
        with desk.read() as work:
            recent = work.log.mornings(since=since)
            mornings = [m for m in recent if child.id in m.present and m.seen == "all" and m.ended]
            works = work.log.episodes(work.log.of_mornings(child.id, [m.id for m in mornings]))
            states = work.sent.states(mornings[0].began, mornings[-1].ended or mornings[-1].began) if mornings else []
        by_morning: dict[int | None, list[Episode]] = {}
        for episode in works:
            by_morning.setdefault(episode.morning_id, []).append(episode)
        found = spells(states, works, mornings)
        curves = [
            (m, work_curve(child.id, m, by_morning.get(m.id, ()), _within(found, m), practice=house.practice))
            for m in mornings
        ]
        return [(m, curve) for m, curve in curves if curve is not None]

    return house.once(("curves", child.id, since), lambda: reckon() if house.window else [])


def _within(found: Sequence[Spell], morning: Morning) -> list[Spell]:
    end = morning.ended or morning.began
    return [s for s in found if morning.began <= s.began <= end]


def csv_of(desk: Desk, morning_id: int) -> str:
    """A morning as CSV, one row a happening."""
    return morning_csv(happenings(desk, read_morning(desk, morning_id)))


def happenings(desk: Desk, read: MorningRead) -> list[Happening]:
    """Everything that was written down of a morning, in the household's zone."""
    house = desk.house()
    names, zone = {c.id: c.name for c in house.all_children}, house.zone
    found = []
    for e in read.episodes:
        at_what, child = work_name(house, e.tray_id, e.activity), names[e.child_id]
        found.append(Happening(e.began.astimezone(zone), child, "start", at_what, work_id=e.id))
        found += [
            Happening(v.at.astimezone(zone), child, v.kind, at_what, v.cause, v.text, work_id=e.id)
            for v in e.events
            if v.kind not in ("start", "finish")
        ]
        if e.ended is not None:
            found.append(
                Happening(
                    e.ended.astimezone(zone),
                    child,
                    "finish",
                    at_what,
                    work_id=e.id,
                    work=e.work.value if e.work else "",
                    place=e.place.value if e.place else "",
                )
            )
    found += [Happening(s.began.astimezone(zone), names[s.child_id], s.state) for s in read.spells]
    found += [
        Happening(s.at.astimezone(zone), names[child], "look", cause=state)
        for s in sweeps_of(desk, read.morning)
        for child, state in s.states
    ]
    return found
