"""Use cases of reading mornings: what was done, how it went, and the typical one; as a page and as files."""

from __future__ import annotations

from collections import Counter
from collections.abc import Sequence
from dataclasses import dataclass
from datetime import timedelta

from zither_awl.core.concentration import episode_stats
from zither_awl.core.curve import Bin, Curve, typical_curve, work_curve
from zither_awl.core.errors import NotFound
from zither_awl.core.values import Child, Episode, Morning, Spell
from zither_awl.formats.morning_table import Happening, morning_csv
from zither_awl.services.desk import Desk, House
from zither_awl.services.recording import work_name
from zither_awl.services.sweeping import Swept, swept

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
    typical: tuple[Bin, ...]
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
    ended = [m for m in house.log.mornings if m.ended is not None]
    morning = _chosen(ended, morning_id)
    at = ended.index(morning)
    episodes = tuple(e for e in house.log.episodes if e.morning_id == morning.id and not e.struck)
    return MorningRead(
        morning=morning, episodes=episodes, spells=_states(house, morning),
        children=tuple(_childs(house, c, morning, episodes) for c in house.all_children if c.id in morning.present),
        swept=swept(house, morning), earlier=ended[at - 1] if at else None,
        later=ended[at + 1] if at + 1 < len(ended) else None,
    )  # fmt: skip


def _chosen(ended: Sequence[Morning], morning_id: int | None) -> Morning:
    for morning in reversed(ended):
        if morning_id in (None, morning.id):
            return morning
    raise NotFound("No morning has ended yet." if morning_id is None else f"There is no ended morning {morning_id}.")


def _states(house: House, morning: Morning) -> tuple[Spell, ...]:
    end = morning.ended or morning.began
    return tuple(s for s in house.log.spells if morning.began <= s.began <= end)


def _childs(house: House, child: Child, morning: Morning, episodes: Sequence[Episode]) -> ChildsMorning:
    own = [e for e in episodes if e.child_id == child.id]
    stats = [s for e in own if (s := episode_stats(e)) is not None]
    breaks: Counter[str] = Counter()
    for each in stats:
        breaks.update(dict(each.interruptions))
    since = morning.day - timedelta(weeks=TYPICAL_WEEKS)
    curves = [c for m, c in _curves(house, child) if since <= m.day <= morning.day]
    return ChildsMorning(
        child=child, curve=work_curve(child.id, morning, own, _states(house, morning), practice=house.practice),
        longest_min=max((s.longest_min for s in stats), default=None),
        stretches_min=tuple(minutes for s in stats for minutes in s.stretches_min),
        rounds=sum(s.repetitions for s in stats), breaks=tuple(breaks.most_common()),
        came_back=sum(e.kind == "back" for each in own for e in each.events),
        typical=typical_curve(curves), mornings=len(curves),
    )  # fmt: skip


def _curves(house: House, child: Child) -> list[tuple[Morning, Curve]]:
    """Every whole morning of a child with its curve, reckoned once for a snapshot."""
    return house.once(("curves", child.id), lambda: _reckoned(house, child))


def _reckoned(house: House, child: Child) -> list[tuple[Morning, Curve]]:
    by_morning: dict[int, list[Episode]] = {}
    for episode in house.log.episodes:
        if episode.child_id == child.id and episode.morning_id is not None:
            by_morning.setdefault(episode.morning_id, []).append(episode)
    found = []
    for morning in house.log.mornings:
        if child.id in morning.present and morning.seen == "all":
            curve = work_curve(child.id, morning, by_morning.get(morning.id, ()), _states(house, morning),
                               practice=house.practice)  # fmt: skip
            if curve is not None:
                found.append((morning, curve))
    return found


def csv_of(desk: Desk, morning_id: int) -> str:
    """A morning as CSV, one row a happening."""
    return morning_csv(happenings(desk.house(), read_morning(desk, morning_id)))


def happenings(house: House, read: MorningRead) -> list[Happening]:
    """Everything that was written down of a morning, in the household's zone."""
    names, zone = {c.id: c.name for c in house.all_children}, house.zone
    found = []
    for e in read.episodes:
        at_what, child = work_name(house, e.tray_id, e.activity), names[e.child_id]
        found.append(Happening(e.began.astimezone(zone), child, "start", at_what, work_id=e.id))
        found += [Happening(v.at.astimezone(zone), child, v.kind, at_what, v.cause, v.text, work_id=e.id)
                  for v in e.events if v.kind not in ("start", "finish")]  # fmt: skip
        if e.ended is not None:
            found.append(Happening(e.ended.astimezone(zone), child, "finish", at_what, work_id=e.id,
                                   work=e.work.value if e.work else "", place=e.place.value if e.place else ""))
    found += [Happening(s.began.astimezone(zone), names[s.child_id], s.state) for s in read.spells]
    sweeps = [s for s in house.log.sweeps if s.morning_id == read.morning.id]
    found += [Happening(s.at.astimezone(zone), names[child], "look", cause=state)
              for s in sweeps for child, state in s.states]  # fmt: skip
    return found
