"""Seeds the demo: people and things by the same use cases a household uses, then the simulated mornings."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass, replace
from datetime import UTC, date, datetime, time, timedelta
from pathlib import Path
from random import Random
from uuid import UUID

from zither_awl.core.simulate import SimulatedChild, SimulatedVisit
from zither_awl.core.values import (
    ChangeRecord,
    Child,
    Episode,
    EpisodeEvent,
    Morning,
    Place,
    Presentation,
    Spot,
    Tray,
    Work,
)
from zither_awl.formats import samples
from zither_awl.services import cupboard, importing, importing_things, kept_trays, make, people, room
from zither_awl.services.clock import Clock, SystemClock
from zither_awl.services.demo import lockside, lockside_weeks
from zither_awl.services.demo.lockside import NOTES, STAYS, WEEKS
from zither_awl.services.desk import Desk, House
from zither_awl.store import Store, prepare

SEED = 20
PICKS = 4
MINUTES_A_WEEK = 0.9
FOLDING, QUIET_MORNINGS = "Folding: one line", 10
"""Wren mastered it and loves it less: in the last ten mornings she leaves it alone."""


def prepare_demo(database: Path, *, keep: bool = False, clock: Clock | None = None) -> str:
    """Make the demo, or make it again when its last day is not yesterday (unless `keep`). Says what was done."""
    desk = Desk(prepare(database), clock or SystemClock())
    house = desk.house()
    if house.settings.seeded_on is not None and (keep or house.settings.seeded_on == desk.today()):
        return f"The demo household, with work cycles to {house.settings.seeded_on - timedelta(days=1)}."
    if house.household is not None and house.settings.seeded_on is None:
        return "This folder holds a household of your own: it is served as it is, and nothing is seeded."
    if house.settings.seeded_on is not None:
        desk.close()
        for ending in ("", "-wal", "-shm"):
            database.with_name(database.name + ending).unlink(missing_ok=True)
        desk = Desk(prepare(database), clock or SystemClock())
        seed_demo(desk)
        return "The demo's last morning was not yesterday: it was seeded again. --keep would have kept it."
    seed_demo(desk)
    return f"Seeded the demo household, {WEEKS} weeks of mornings to yesterday."


def seed_demo(desk: Desk, seed: int = SEED) -> None:
    """Fill an empty database with Lockside and its sixteen weeks, the same for the same day and seed."""
    people.save_household(desk, lockside.HOUSE)
    for name in lockside.ADULTS:
        people.add_adult(desk, name)
    today = desk.today()
    ids = [people.save_child(desk, child, None) for child in lockside.children(today)]
    for unit in lockside.units(*ids):
        room.save_unit(desk, unit, None)
    report = importing.take_trays(desk, importing.rows_of_trays(samples.demo_trays_csv()), None)
    assert report.taken == len(report.rows), report.problem_csv
    things = importing_things.take_components(
        desk, importing_things.rows_of_components(samples.demo_components_csv()), None
    )
    assert things.taken == len(things.rows), things.problem_csv
    _fill_trays(desk)
    lockside_weeks.furnish(desk)
    for each in desk.house().bins:
        cupboard.change_bin(desk, replace(each, place=lockside.BINS, height_mm=lockside.BINS_MM), None)
    house = desk.house()
    with desk.write_untracked() as work:
        _History(work, house, today, Random(seed)).write()
        work.history.forget()
        work.settings.mark_seeded(today)
    lockside_weeks.plan(desk)


def _fill_trays(desk: Desk) -> None:
    """Lay the things on the trays of the file, and make a few more trays."""
    names = {c.name: c.id for c in desk.house().components}
    for each in lockside.PACKED:
        house = desk.house()
        tray = next(t for t in house.trays if t.name == each.tray)
        fixed = {role: names[thing] for role, thing in each.chosen}
        child = next(c.id for c in house.children if c.id in tray.for_children)
        kept_trays.lay_out(desk, tray.id, make.Wish(key=each.key, level=each.level, child_id=child, fixed=fixed))
    children = {c.name: c.id for c in desk.house().children}
    for each, child_name, bin_name in lockside.COMPOSED:
        fixed = {role: names[thing] for role, thing in each.chosen}
        wish = make.Wish(key=each.key, level=each.level, child_id=children[child_name], fixed=fixed)
        kept_trays.keep(desk, wish, each.tray, bin_name, frozenset({children[child_name]}), None)


@dataclass(frozen=True, slots=True)
class _Open:
    """A stay with its tray, and its first and last instant."""

    tray: Tray
    since: datetime
    until: datetime | None


class _History:
    """Writes sixteen weeks, morning by morning."""

    def __init__(self, work: Store, house: House, today: date, rng: Random) -> None:
        self._work, self._house, self._today, self._rng = work, house, today, rng
        self._trays = {t.name: t for t in house.trays}
        cards = {t.card.id: t.id for t in house.trays}
        follows = {t.id: [cards[c] for c in t.card.follows] for t in house.trays}
        # Constant children: what they love they love for months, so that little fades at once.
        self._models = {c.id: SimulatedChild(follows, fade_learning=0.998, fade_known=0.985) for c in house.children}
        for (name, tray), taste in lockside.TASTES.items():
            child_id = next(c.id for c in house.children if c.name == name)
            self._models[child_id].prefer(self._trays[tray].id, taste)
        self._shown: set[tuple[int, int]] = set()
        self._first = today - timedelta(days=7 * WEEKS)
        self._days = [
            d
            for n in range(7 * WEEKS)
            if (d := self._first + timedelta(days=n)).weekday() < 5 or d == today - timedelta(days=1)
        ]

    def write(self) -> None:
        """Placements, changes, then every morning."""
        stays = [self._place(stay) for stay in STAYS]
        self._record_changes()
        for number, day in enumerate(self._days):
            self._morning(day, stays, len(self._days) - number)
            if day.weekday() == 4:
                self._grow()
                out = [s.tray.id for s in stays if s.until is None or s.until.date() > day]
                for model in self._models.values():
                    model.rest_a_week(out)

    def _grow(self) -> None:
        """A week older: a little longer at it."""
        for model in self._models.values():
            model.minutes += MINUTES_A_WEEK

    def _monday(self, week: int) -> datetime:
        return datetime.combine(self._first + timedelta(days=7 * week), time(6), UTC)

    def _place(self, stay: lockside.DemoStay) -> _Open:
        tray = self._trays[stay.tray]
        unit = next(u for u in self._house.units if u.name == stay.unit)
        since = self._monday(stay.from_week)
        until = self._monday(stay.to_week) if stay.to_week is not None else None
        self._work.weeks.place(tray.id, Spot(unit.id, stay.board, stay.place), since)
        if until is not None:
            self._work.weeks.take_away(tray.id, until, until.date())
        return _Open(tray, since, until)

    def _record_changes(self) -> None:
        for week in range(1, WEEKS):
            came = tuple(self._trays[s.tray].id for s in STAYS if s.from_week == week)
            went = tuple(self._trays[s.tray].id for s in STAYS if s.to_week == week)
            if came or went:
                record = ChangeRecord(id=0, at=self._monday(week), out=went, in_=came, why_out=("faded",) * len(went))
                self._work.weeks.add_change(record, "accepted", "", self._house.adults[0].id)

    def _morning(self, day: date, stays: Sequence[_Open], left: int) -> None:
        rng, zone = self._rng, self._house.zone
        began = datetime.combine(day, time(8, 30), zone) + timedelta(minutes=rng.randrange(0, 12))
        ended = datetime.combine(day, time(11, 10), zone) + timedelta(minutes=rng.randrange(0, 25))
        present = [c for c in self._house.children if left == 1 or rng.random() < 0.95]
        adult = self._house.adults[2 if day.weekday() in (1, 3) and rng.random() < 0.6 else rng.random() < 0.15]
        morning_id = self._work.log.save_morning(
            Morning(
                id=0,
                day=day,
                began=began,
                ended=ended,
                present=frozenset(c.id for c in present),
                adult_id=adult.id,
                seen="all" if left == 1 or rng.random() < 0.9 else "part",
            )
        )
        out = [s.tray for s in stays if s.since <= began and (s.until is None or s.until > began)]
        for child in present:
            own = [t for t in out if child.id in t.for_children]
            self._show(child, own, began, adult.id)
            for episode in self._episodes(child, own, began, ended, left):
                self._save(episode, morning_id, adult.id)

    def _show(self, child: Child, trays: Sequence[Tray], began: datetime, adult_id: int) -> None:
        model = self._models[child.id]
        new = [t for t in trays if (child.id, t.id) not in self._shown]
        for tray in new[:2]:
            self._shown.add((child.id, tray.id))
            model.shown.add(tray.id)
            at = began + timedelta(minutes=3)
            shown = Presentation(id=0, child_id=child.id, tray_id=tray.id, at=at, adult_id=adult_id)
            self._work.log.add_presentation(shown)

    def _episodes(
        self, child: Child, trays: Sequence[Tray], began: datetime, ended: datetime, left: int
    ) -> Iterator[Episode]:
        names = {t.id: t.name for t in trays}
        usable = [t.id for t in trays if t.id in self._models[child.id].shown and not self._left_alone(t, left)]
        visits = self._models[child.id].morning(usable, PICKS, self._rng) if usable else []
        folding = self._trays[FOLDING].id
        if folding in usable and self._rng.random() < 0.7:
            visits = [v for v in visits if v.tray != folding]
            visits.insert(0, SimulatedVisit(folding, self._rng.uniform(6, 13), True))
        clock = began + timedelta(minutes=self._rng.uniform(3, 12))
        for visit in visits:
            end = clock + timedelta(minutes=visit.minutes)
            if end > ended:
                return
            yield self._episode(child, visit, names[visit.tray], clock, end)
            clock = end + timedelta(minutes=self._rng.uniform(2, 14))

    def _left_alone(self, tray: Tray, left: int) -> bool:
        return tray.name == FOLDING and left <= QUIET_MORNINGS

    def _episode(self, child: Child, visit: SimulatedVisit, tray: str, began: datetime, ended: datetime) -> Episode:
        rng = self._rng
        known = visit.tray in self._models[child.id].known or tray == FOLDING
        work = (
            Work.RIGHT
            if visit.success and rng.random() < 0.8
            else Work.MENDED
            if visit.success
            else rng.choice((Work.MISTAKE, Work.UNFINISHED, Work.MISTAKE))
        )
        return Episode(
            id=str(UUID(int=rng.getrandbits(128))),
            child_id=child.id,
            tray_id=visit.tray,
            began=began,
            ended=ended,
            work=work,
            place=Place.BACK if rng.random() < 0.85 else Place.OUT,
            events=tuple(self._events(tray, began, ended, helped=not known and not visit.success)),
        )

    def _events(self, tray: str, began: datetime, ended: datetime, *, helped: bool) -> Iterator[EpisodeEvent]:
        rng, length = self._rng, ended - began
        for n in range(1, min(14, int(length.total_seconds() / 100)) + 1):
            yield EpisodeEvent(kind="round", at=began + length * (n / 15))
        if length > timedelta(minutes=4) and rng.random() < 0.22:
            at = began + length * rng.uniform(0.3, 0.7)
            yield EpisodeEvent(kind="broken", at=at, cause=rng.choice(("other child", "adult", "noise", "need")))
            yield EpisodeEvent(kind="back", at=at + timedelta(seconds=rng.randrange(20, 70)))
        if helped and rng.random() < 0.6:
            yield EpisodeEvent(kind="helped", at=began + length * 0.4, cause=rng.choice(("prompted", "shown again")))
        if tray in NOTES and rng.random() < 0.08:
            yield EpisodeEvent(kind="note", at=ended, text=rng.choice(NOTES[tray]))
        if tray == "Numerals and counters to ten":
            # The story of the demo: he knows his sevens, and his sixes not yet.
            yield EpisodeEvent(kind="part", at=ended, text="sevens", cause="done")
            yield EpisodeEvent(kind="part", at=ended, text="sixes", cause="not yet")

    def _save(self, episode: Episode, morning_id: int, adult_id: int) -> None:
        kept = replace(episode, morning_id=morning_id, adult_id=adult_id, told=True)
        self._work.log.save_episode(self._house.with_card(kept))
        self._work.sent.tell(kept, kept.events, kept.id)
