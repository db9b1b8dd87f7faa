"""Use cases of watching: the board of a morning, and what could be taken from the shelf."""

from __future__ import annotations

from dataclasses import dataclass

from zither_awl.core.concentration import own_scale_min
from zither_awl.core.values import ACTIVITIES, Episode, Morning, Spell, Tray
from zither_awl.services.desk import Desk, House
from zither_awl.services.recording import open_morning
from zither_awl.services.shelf import condition_of

MOST_ACTIVITIES = 8


@dataclass(frozen=True, slots=True)
class Offer:
    """A tray a child could take now, and where it may be worked with."""

    tray: Tray
    by_hand: bool
    condition: str
    parts: tuple[str, ...]
    """What of this work can be done by itself: the fastenings of a board, told before."""


@dataclass(frozen=True, slots=True)
class Board:
    """The morning as it stands. `scales` holds each child's own 90th percentile of unbroken minutes, or None."""

    morning: Morning | None
    last: Morning | None
    offers: tuple[Offer, ...]
    episodes: tuple[Episode, ...]
    scales: tuple[tuple[int, float | None], ...]
    spells: tuple[Spell, ...]
    activities: tuple[str, ...]
    """Work that stands on no shelf, what this house did last first."""


def board(desk: Desk) -> Board:
    """The open morning, or the one that ended last today, with what was seen in it and what could be taken."""
    house, today = desk.house(), desk.today()
    morning = open_morning(house)
    last = next((m for m in reversed(house.log.mornings) if m.ended is not None and m.day == today), None)
    shown = morning or last
    standing = sorted(house.placements, key=lambda p: p.spot)
    parts = house.once("parts", lambda: _parts(house))
    return Board(
        morning=morning, last=last,
        offers=tuple(Offer(p.tray, p.by_hand, condition_of(house, p.tray, today), parts.get(p.tray.id, ()))
                     for p in standing),
        episodes=tuple(e for e in house.log.episodes if shown and e.morning_id == shown.id and not e.struck),
        scales=tuple((c.id, own_scale_min([e for e in house.log.episodes if e.child_id == c.id], today))
                     for c in house.children),
        spells=tuple(s for s in house.log.spells if shown and _within(s, shown)), activities=_activities(house),
    )  # fmt: skip


def _within(spell: Spell, morning: Morning) -> bool:
    return morning.began <= spell.began and (morning.ended is None or spell.began <= morning.ended)


def _parts(house: House) -> dict[int, tuple[str, ...]]:
    """The parts of the work with each tray that were told so far, by name."""
    told: dict[int, set[str]] = {}
    for episode in house.log.episodes:
        if episode.tray_id is not None:
            told.setdefault(episode.tray_id, set()).update(e.text for e in episode.events if e.kind == "part")
    return {tray: tuple(sorted(names)) for tray, names in told.items()}


def _activities(house: House) -> tuple[str, ...]:
    done = [e.activity for e in reversed(house.log.episodes) if e.activity]
    return tuple(dict.fromkeys((*done, *ACTIVITIES)))[:MOST_ACTIVITIES]


