"""Use cases of watching: the board of a morning, and what could be taken from the shelf."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import date, timedelta
from functools import partial

from zither_awl.core.concentration import SCALE_DAYS, own_scale_min
from zither_awl.core.saying import say
from zither_awl.core.shelf.fitness import suits
from zither_awl.core.values import ACTIVITIES, Episode, Morning, Spell, Tray
from zither_awl.services.desk import Desk, House
from zither_awl.services.reading import spells_of, works_of
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
    waits: tuple[tuple[int, str, str], ...] = ()
    """For which children it is not yet: in a word, and why. An adult may offer it all the same."""


@dataclass(frozen=True, slots=True)
class WatchPage:
    """The morning as it stands. `scales` holds each child's own 90th percentile of unbroken minutes, or None."""

    morning: Morning | None
    last: Morning | None
    offers: tuple[Offer, ...]
    episodes: tuple[Episode, ...]
    scales: tuple[tuple[int, float | None], ...]
    spells: tuple[Spell, ...]
    activities: tuple[str, ...]
    """Work that stands on no shelf, what this house did last first."""


def board(desk: Desk) -> WatchPage:
    """The open morning, or the one that ended last today, with what was seen in it and what could be taken."""
    house, today = desk.house(), desk.today()
    morning = open_morning(house)
    last = next((m for m in reversed(house.window.mornings) if m.ended is not None and m.day == today), None)
    shown = morning or last
    standing = sorted(house.placements, key=lambda p: p.spot)
    parts = house.once("parts", lambda: _parts(house))
    return WatchPage(
        morning=morning,
        last=last,
        offers=tuple(
            Offer(
                p.tray,
                p.by_hand,
                condition_of(house, p.tray, today),
                parts.get(p.tray.id, ()),
                house.once(("waits", p.tray.id, today), partial(_waits, house, p.tray, today)),
            )
            for p in standing
        ),
        episodes=tuple(e for e in works_of(desk, shown) if not e.struck),
        scales=scales(house, today),
        spells=spells_of(desk, shown),
        activities=house.once("activities", lambda: _activities(house)),
    )


def _waits(house: House, tray: Tray, today: date) -> tuple[tuple[int, str, str], ...]:
    """The children a tray is meant for and is not for yet; and those not shown it, where showing comes first."""
    judge, practice, found = house.judgements(today), house.practice, []
    shown = {p.child_id for p in house.window.presentations if p.tray_id == tray.id}
    for child in house.children:
        if child.id not in tray.for_children:
            continue
        suited = suits(child, tray, judge)
        if suited.held_back:
            found.append((child.id, "not yet", suited.reasons[-1].text))
        elif child.id not in shown and judge.months(child) >= practice.shown_first_from_months:
            found.append((child.id, "not shown", say("{child} has not been shown it yet.", child=child.name)))
    return tuple(found)


def scales(house: House, today: date) -> tuple[tuple[int, float | None], ...]:
    """Each child's own scale for its swings."""

    def reckon() -> tuple[tuple[int, float | None], ...]:
        first = today - timedelta(days=SCALE_DAYS)
        recent = [v for v in house.window.visits if v.local_day >= first]
        return tuple((c.id, own_scale_min((v for v in recent if v.child_id == c.id), today)) for c in house.children)

    return house.once(("scales", today), reckon)


def _parts(house: House) -> dict[int, tuple[str, ...]]:
    """The parts of the work with each tray that were told so far, by name."""
    told: dict[int, set[str]] = {}
    for visit in house.window.visits:
        if visit.tray_id is not None and visit.parts:
            told.setdefault(visit.tray_id, set()).update(name for name, _ in visit.parts)
    return {tray: tuple(sorted(names)) for tray, names in told.items()}


def _activities(house: House) -> tuple[str, ...]:
    done = [v.activity for v in reversed(house.window.visits) if v.activity]
    return tuple(dict.fromkeys((*done, *ACTIVITIES)))[:MOST_ACTIVITIES]
