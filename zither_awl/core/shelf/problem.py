"""What the planner is asked: everything at hand, what stands, what may change, and what the household prefers."""

from __future__ import annotations

from collections.abc import Callable, Iterator, Mapping
from dataclasses import dataclass, field
from datetime import date
from itertools import combinations
from typing import Literal

from zither_awl.core.errors import Gathering
from zither_awl.core.practice import Practice
from zither_awl.core.saying import say
from zither_awl.core.shelf.counts import RULES, Row
from zither_awl.core.shelf.fitness import TrayFit
from zither_awl.core.shelf.scene import Scene, spots_of
from zither_awl.core.values import Child, Placement, Spot, Tray, Unit
from zither_awl.core.values.cupboard import one_chain
from zither_awl.core.words import listed

Lean = Literal[-1, 0, 1]
NEWER, CALM, BALANCE = 12, (45, 15, 0), 15
"""Points of 100: for what leans to the new or the familiar; for each tray out, from calm to full; for each tray an
area has more or fewer of than its share. Ours, no source."""
SHELF_LAYERS = 10
CHANGES, LOVED, COVERED = 1, 2, 3
"""Wishes, the first before the second: no more changes than asked, what is loved stays, every area and tag is out."""
OFF_MAIN = 4
"""Points less for a place beside the main shelf, so that the main shelf fills first. Ours, no source."""
_TAGS = {
    "open-ended": "something open-ended",
    "puzzle": "a puzzle",
    "books": "books",
    "basket": "a basket to explore",
    "paper and crayons": "paper and crayons",
}
"""Tags of what is always out (ROT-7), as they are said."""


@dataclass(frozen=True, slots=True)
class Pin:
    """A tray that must stand on a spot, because a person said so; it may be set out by hand there."""

    tray: int
    spot: Spot
    by_hand: bool = False


@dataclass(frozen=True, slots=True)
class Goals:
    """What a household prefers: rather familiar (-1) or rather new (1); areas rather mixed (-1) or together (1);
    the shelf rather calm (-1) or rather full (1)."""

    newer: Lean = 0
    by_area: Lean = 0
    fuller: Lean = 0

    def __post_init__(self) -> None:
        wrong = Gathering()
        for name, lean in (("newer", self.newer), ("by_area", self.by_area), ("fuller", self.fuller)):
            wrong.check(lean in (-1, 0, 1), name, say("is {lean}; expected -1, 0 or 1.", lean=lean))
        wrong.finish()


@dataclass(frozen=True, slots=True)
class Cover:
    """Something of an area, or with a tag, is wished out for a child."""

    child: int
    kind: Literal["area", "tag"]
    what: str

    @property
    def key(self) -> str:
        """Which rule it is."""
        return f"cover:{self.child}:{self.what}"

    @property
    def words(self) -> str:
        """It as it is said: "something of mathematics", "a puzzle"."""
        return _TAGS.get(self.what, say("something of {what}", what=self.what))

    def holds(self, tray: Tray) -> bool:
        """Whether a tray is of this area or carries this tag."""
        return self.what == tray.card.area if self.kind == "area" else self.what in tray.tags


@dataclass(frozen=True, slots=True, kw_only=True)
class ShelfProblem:
    """A question to the planner. `fits` is by (child, tray); `levels` 0 to 10, simple to complex, for the order only.

    `changes` None plans from scratch; a number keeps what stands on its spot but for so many changes. `by_hand` are
    the trays to be set out by hand only. `more` allows more of a rule's sum ("ROOM-1:3": 1), `without` sets a rule
    aside; a rule of safety cannot be named there. `owned` is how many of a component there are.
    """

    units: tuple[Unit, ...]
    children: tuple[Child, ...]
    trays: tuple[Tray, ...]
    on: date
    practice: Practice = field(default_factory=Practice)
    fits: Mapping[tuple[int, int], TrayFit]
    levels: Mapping[int, int] = field(default_factory=dict)
    covers: tuple[Cover, ...] = ()
    owned: Mapping[int, int] = field(default_factory=dict)
    standing: tuple[Placement, ...] = ()
    changes: int | None = None
    pins: tuple[Pin, ...] = ()
    bans: frozenset[int] = frozenset()
    by_hand: frozenset[int] = frozenset()
    wanted: frozenset[int] = frozenset()
    """Trays a person wishes out, wherever they may stand."""
    goals: Goals = field(default_factory=Goals)
    ladders: Mapping[int, str] = field(default_factory=dict)
    """By tray: the ladder it is a step of, for a household that keeps one ladder a board."""
    more: Mapping[str, int] = field(default_factory=dict)
    without: frozenset[str] = frozenset()

    def __post_init__(self) -> None:
        wrong = Gathering()
        for key in (*self.without, *self.more):
            free = key.startswith(("ROOM-1:", "cover:", "changes:"))
            wrong.check(
                free, "without", say("names {key}; only counts, areas and changes can be set aside.", key=repr(key))
            )
        known, spots = {t.id for t in self.trays}, {s for u in self.units for s in spots_of(u)}
        for pin in self.pins:
            wrong.check(pin.tray in known, "pins", say("names tray {tray}, which is not at hand.", tray=pin.tray))
            wrong.check(pin.spot in spots, "pins", say("names a spot that is not there: {spot}.", spot=pin.spot))
        wrong.check(
            self.changes is None or self.changes >= 0,
            "changes",
            say("is {changes}; expected 0 or more.", changes=self.changes),
        )
        wrong.finish()

    def scene(self, placements: tuple[Placement, ...] = ()) -> Scene:
        """The shelves as the rules see them, with some placements."""
        return Scene(placements, self.units, self.children, self.on, self.practice)

    @property
    def pinned(self) -> dict[int, Pin]:
        """The pins by tray."""
        return {pin.tray: pin for pin in self.pins}

    @property
    def kept(self) -> tuple[Placement, ...]:
        """What stands and may stay: all of it with a number of changes, nothing from scratch."""
        moved = {pin.tray for pin in self.pins}
        return () if self.changes is None else tuple(p for p in self.standing if p.tray.id not in moved)

    def fit(self, child: int, tray: int) -> int:
        """The fit of a tray for a child, 0 to 100; 0 for a child it is not meant for."""
        found = self.fits.get((child, tray))
        return found.value if found else 0

    def worth(self, child: int, tray: int) -> int:
        """What it is worth to a child that a tray is out: its fit, leaning to the new or familiar, less its room."""
        found = self.fits.get((child, tray))
        if found is None or found.value == 0:
            return 0
        lean = NEWER * self.goals.newer
        return found.value + (-lean if found.known else lean) - CALM[self.goals.fuller + 1]

    def areas_of(self, child: int) -> tuple[str, ...]:
        """The areas with a tray at hand that fits a child."""
        return tuple(sorted({t.card.area for t in self.trays if self.fit(child, t.id) and t.id not in self.bans}))

    def share_of(self, child: Child, months: int) -> int:
        """How many trays of one area are this child's even share; on a calm shelf one."""
        if self.goals.fuller < 0:
            return 1
        return max(1, round(self.practice.trays_out_at(months) / max(1, len(self.areas_of(child.id)))))


def rows_of(problem: ShelfProblem, scene: Scene) -> tuple[Row, ...]:
    """Every sum a plan must keep: the shelf's own rules, what is owned, and that old and new form take turns."""
    own = [row for rule in RULES for row in rule.rows(scene)]
    all_rows = [*own, *_stock_rows(problem), *_pair_rows(problem)]
    return tuple(_eased(row, problem) for row in all_rows if row.key not in problem.without)


def wishes_of(problem: ShelfProblem) -> tuple[Row, ...]:
    """Every sum a plan keeps as far as the rules allow: how much changes, what is loved, what is always out."""
    wished = [*_change_rows(problem), *_loved_rows(problem), *_cover_rows(problem)]
    return tuple(row for row in wished if row.key not in problem.without)


def _pair_rows(problem: ShelfProblem) -> Iterator[Row]:
    """A form and its next never stand together for one child, unless a person put both there."""
    held = {p.tray.id for p in problem.kept} | set(problem.pinned)
    for one, other in combinations(problem.trays, 2):
        if not one.for_children & other.for_children or not one_chain(one.card, other.card):
            continue
        if {one.id, other.id} <= held or not {one.id, other.id}.isdisjoint(problem.bans):
            continue
        words = say("{one} and {other} are forms of one thing and take turns", one=one.name, other=other.name)
        yield Row(f"pair:{one.id}:{other.id}", words, _either(frozenset({one.id, other.id})), most=1)


def _either(trays: frozenset[int]) -> Callable[[Placement], int]:
    return lambda p: int(p.tray.id in trays)


def _loved_rows(problem: ShelfProblem) -> Iterator[Row]:
    """What stands and is loved stays out; what a person wishes out comes out."""
    for tray in problem.trays:
        if tray.id in problem.wanted:
            yield Row(
                f"wanted:{tray.id}",
                say("{tray} is wished out", tray=tray.name),
                _either(frozenset({tray.id})),
                least=1,
                wish=LOVED,
            )
    for p in problem.standing:
        loved = any(fit.loved for child in p.tray.for_children if (fit := problem.fits.get((child, p.tray.id))))
        if loved and p.tray.id not in problem.bans:
            yield Row(
                f"loved:{p.tray.id}",
                say("{tray} is loved and stays", tray=p.tray.name),
                _either(frozenset({p.tray.id})),
                least=1,
                wish=LOVED,
            )


def _eased(row: Row, problem: ShelfProblem) -> Row:
    more = problem.more.get(row.key, 0)
    if not more or row.most is None:
        return row
    return Row(row.key, row.words, row.weight, row.most + more, row.least, row.local)


def _cover_rows(problem: ShelfProblem) -> Iterator[Row]:
    """ROT-7, and every area present: at least one tray that fits, where the child comes or by hand."""
    comes = {unit.id: unit.comes for unit in problem.units}
    names = {child.id: child.name for child in problem.children}
    for cover in problem.covers:
        yield Row(
            cover.key,
            say("{cover} for {names}", cover=cover.words, names=names[cover.child]),
            _covering(cover, problem, comes),
            least=1,
            wish=COVERED,
        )


def _covering(cover: Cover, problem: ShelfProblem, comes: Mapping[int, frozenset[int]]) -> Callable[[Placement], int]:
    fitting = frozenset(t.id for t in problem.trays if problem.fit(cover.child, t.id) and cover.holds(t))
    return lambda p: int(p.tray.id in fitting and (p.by_hand or cover.child in comes[p.spot.unit_id]))


def _stock_rows(problem: ShelfProblem) -> Iterator[Row]:
    """TRAY-9: of a thing that several trays hold no more is out than there is. Media and things beside do not count."""
    holders: dict[int, list[Tray]] = {}
    needs: dict[int, dict[int, int]] = {}
    names: dict[int, str] = {}
    for tray in problem.trays:
        for each in tray.contents:
            if not each.beside and not each.component.medium:
                of = needs.setdefault(each.component.id, {})
                of[tray.id] = of.get(tray.id, 0) + each.count
                holders.setdefault(each.component.id, []).append(tray)
                names[each.component.id] = each.component.name
    for key, of in needs.items():
        owned = problem.owned.get(key)
        if owned is not None and sum(of.values()) > owned:
            held = listed(dict.fromkeys(t.name for t in holders[key][:3]))
            words = say(
                "there {part} {owned} of {names} for {held}",
                part=say("is") if owned == 1 else say("are"),
                owned=owned,
                names=names[key],
                held=held,
            )
            yield Row(f"stock:{key}", words, _needing(of), most=owned)


def _needing(of: Mapping[int, int]) -> Callable[[Placement], int]:
    return lambda p: of.get(p.tray.id, 0)


def _change_rows(problem: ShelfProblem) -> Iterator[Row]:
    """ROT-2: at most so many leave, and at most so many come."""
    if problem.changes is None:
        return
    there = {p.tray.id: p.spot for p in problem.standing}
    most = problem.changes + problem.more.get("changes:", 0)
    words = say("at most {changes} at once", changes=say("{n, plural, one {# change} other {# changes}}", n=most))
    yield Row(
        "changes:out",
        words,
        lambda p: int(there.get(p.tray.id) == p.spot),
        least=max(0, len(there) - most),
        wish=CHANGES,
    )
    yield Row("changes:in", words, lambda p: int(there.get(p.tray.id) != p.spot), most=most, wish=CHANGES)
