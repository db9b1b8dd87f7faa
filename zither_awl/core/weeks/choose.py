"""Which trays of a theme come, on which day and place: CP-SAT to the proven best, or the bound is told.

A tray t on day d is z(t, d), on place s is x(t, s); sum of both over d and s is the same choice. Points:

    sum worth(t) x (days it is out) + COVERED for each child and area that is reached + SERVED for each child
    - cost(s) for each place whose tray goes,

and FORCED for each tray a person asked for: what a person asked for is left out only where it cannot be. Everything is
optional, so there is always an answer. The weights are ours, no source.
"""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import dataclass, field
from typing import TYPE_CHECKING, Any

from zither_awl.core.errors import Gathering, StoppedEarly
from zither_awl.core.saying import say
from zither_awl.core.shelf.plan import ENDED_EARLY
from zither_awl.core.shelf.select import Begun, solver

if TYPE_CHECKING:
    from ortools.sat.python import cp_model

COVERED, SERVED, FORCED = 120, 400, 10_000_000
Coming = tuple[int, int | None, int]
"""An offer, its place (None for what stands already), and its day, all by number."""
Tell = Callable[[tuple[int, ...], int, int], None]
"""Told of each better choice: its offers, its value, and the bound no choice can pass."""


@dataclass(frozen=True, slots=True, kw_only=True)
class Offer:
    """A tray that could come. `worth` points a day; `places` it may take; `ready` the first day (from 0) it can be
    there; `make_min` to make it once, `daily_min` to prepare it each day, in minutes. `here`: it stands already and
    takes no place. `day`: the one day a person gave."""

    ref: int
    worth: int
    children: tuple[int, ...]
    area: str
    places: frozenset[int] = frozenset()
    ready: int = 0
    make_min: int = 0
    daily_min: int = 0
    here: bool = False
    forced: bool = False
    day: int | None = None


@dataclass(frozen=True, slots=True)
class Sum:
    """A sum that may not pass `most`: so much for an offer at a place."""

    words: str
    of: Mapping[tuple[int, int], int]
    most: int


@dataclass(frozen=True, slots=True, kw_only=True)
class Choosing:
    """What is chosen from. `costs` are the points lost at each place; `minutes` there are on each day, and `before`
    the first; `changes` that may be made on each day."""

    offers: tuple[Offer, ...]
    costs: tuple[int, ...]
    minutes: tuple[int, ...]
    changes: tuple[int, ...]
    before: int = 0
    sums: tuple[Sum, ...] = ()

    def __post_init__(self) -> None:
        wrong = Gathering()
        wrong.check(bool(self.minutes), "days", say("are none; expected one or more."))
        same = len(self.minutes) == len(self.changes)
        wrong.check(
            same,
            "changes",
            say("are for {changes} days, minutes for {minutes}.", changes=len(self.changes), minutes=len(self.minutes)),
        )
        wrong.finish()

    @property
    def days(self) -> int:
        """How many days there are."""
        return len(self.minutes)


@dataclass(frozen=True, slots=True)
class Chosen:
    """What comes, and what that is worth in points; `bound`: no choice is worth more."""

    coming: tuple[Coming, ...]
    value: int
    bound: int
    proven: bool


def value_of(asked: Choosing, coming: tuple[Coming, ...]) -> int:
    """What a choice is worth, in points."""
    total = 0
    for at, place, day in coming:
        offer = asked.offers[at]
        total += offer.worth * (asked.days - day) + (FORCED if offer.forced else 0)
        total -= asked.costs[place] if place is not None else 0
    reached = {(child, asked.offers[at].area) for at, _, _ in coming for child in asked.offers[at].children}
    return total + COVERED * len(reached) + SERVED * len({child for child, _ in reached})


def breaks(asked: Choosing, coming: tuple[Coming, ...]) -> str:
    """What a choice breaks, in words; "" for one that may be."""
    for at, place, day in coming:
        offer = asked.offers[at]
        late = day < offer.ready or (offer.day is not None and day != offer.day)
        if offer.here is not (place is None) or (place is not None and place not in offer.places):
            return "place"
        if (late and not offer.here) or (offer.here and day != 0):
            return "day"
    places = [place for _, place, _ in coming if place is not None]
    if len(set(places)) < len(places) or len({at for at, _, _ in coming}) < len(coming):
        return "twice"
    for day, most in enumerate(asked.changes):
        if sum(d == day and place is not None for _, place, d in coming) > most:
            return "changes"
    for each in asked.sums:
        if sum(each.of.get((at, place), 0) for at, place, _ in coming if place is not None) > each.most:
            return each.words
    return "minutes" if _too_long(asked, coming) else ""


def _too_long(asked: Choosing, coming: tuple[Coming, ...]) -> bool:
    """What comes on a day is made by the evening before it, and what stands is prepared each day."""
    daily = [sum(asked.offers[at].daily_min for at, _, d in coming if d <= day) for day in range(asked.days)]
    if any(mine > there for mine, there in zip(daily, asked.minutes, strict=True)):
        return True
    return any(
        sum(asked.offers[at].make_min for at, _, d in coming if d <= day) + sum(daily[:day])
        > asked.before + sum(asked.minutes[:day])
        for day in range(asked.days)
    )


@dataclass(slots=True)
class _Model:
    asked: Choosing
    model: cp_model.CpModel
    on: dict[tuple[int, int], cp_model.IntVar] = field(default_factory=dict)
    at: dict[tuple[int, int], cp_model.IntVar] = field(default_factory=dict)

    def __post_init__(self) -> None:
        for n, offer in enumerate(self.asked.offers):
            for day in _days_of(offer, self.asked):
                self.on[n, day] = self.model.new_bool_var(f"z{n}.{day}")
            if offer.here:
                continue
            for place in offer.places:
                self.at[n, place] = self.model.new_bool_var(f"x{n}.{place}")
            days, places = self._days(n), self._places(n)
            self.model.add(sum(days) == sum(places))
            self.model.add_at_most_one(days)
            self.model.add_at_most_one(places)
        for place in range(len(self.asked.costs)):
            self.model.add_at_most_one([var for (_, s), var in self.at.items() if s == place])
        self._bounded()
        self._timed()
        self.model.maximize(self._points())

    def _days(self, n: int) -> list[cp_model.IntVar]:
        return [var for (m, _), var in self.on.items() if m == n]

    def _places(self, n: int) -> list[cp_model.IntVar]:
        return [var for (m, _), var in self.at.items() if m == n]

    def _bounded(self) -> None:
        for day, most in enumerate(self.asked.changes):
            self.model.add(
                sum(var for (n, d), var in self.on.items() if d == day and not self.asked.offers[n].here) <= most
            )
        for each in self.asked.sums:
            self.model.add(
                sum(weight * self.at[pair] for pair, weight in each.of.items() if pair in self.at) <= each.most
            )

    def _timed(self) -> None:
        asked, offers = self.asked, self.asked.offers
        busy = [(n, d, var) for (n, d), var in self.on.items() if offers[n].make_min or offers[n].daily_min]
        for day in range(asked.days):
            here = [(offers[n].daily_min, var) for n, d, var in busy if d <= day]
            self.model.add(sum(weight * var for weight, var in here) <= asked.minutes[day])
            load = [(offers[n].make_min + offers[n].daily_min * max(0, day - d), var) for n, d, var in busy if d <= day]
            self.model.add(sum(weight * var for weight, var in load) <= asked.before + sum(asked.minutes[:day]))

    def _points(self) -> Any:
        asked = self.asked
        terms = [
            ((offer.worth * (asked.days - d)) + (FORCED if offer.forced else 0), var)
            for (n, d), var in self.on.items()
            for offer in (asked.offers[n],)
        ]
        terms += [(-asked.costs[s], var) for (_, s), var in self.at.items() if asked.costs[s]]
        groups: dict[tuple[int, str], list[int]] = {}
        for n, offer in enumerate(asked.offers):
            for child in offer.children:
                groups.setdefault((child, offer.area), []).append(n)
                groups.setdefault((child, ""), []).append(n)
        for (child, area), members in groups.items():
            there = self.model.new_bool_var(f"c{child}.{area}")
            self.model.add(there <= sum(var for n in members for var in self._days(n)))
            terms.append((COVERED if area else SERVED, there))
        return sum(weight * var for weight, var in terms)


def _days_of(offer: Offer, asked: Choosing) -> range | tuple[int, ...]:
    if offer.here:
        return (0,)
    if offer.day is not None:
        return (offer.day,) if offer.ready <= offer.day < asked.days else ()
    return range(max(0, offer.ready), asked.days)


def choose(asked: Choosing, *, begun: Begun | None = None, tell: Tell | None = None) -> Chosen:
    """The best choice; the same question gives the same answer. `begun` is handed what ends the search with the best
    so far. Raises: StoppedEarly when ended before the first."""
    from ortools.sat.python import cp_model

    built, search = _Model(asked, cp_model.CpModel()), solver()
    if begun is not None:
        begun(search.stop_search)
    status = search.solve(built.model, _teller(built, tell) if tell is not None else None)
    if status not in (cp_model.OPTIMAL, cp_model.FEASIBLE):
        raise StoppedEarly(ENDED_EARLY)
    days = {n: d for (n, d), var in built.on.items() if search.value(var)}
    places = {n: s for (n, s), var in built.at.items() if search.value(var)}
    coming = tuple((n, places.get(n), day) for n, day in sorted(days.items()))
    value, bound = value_of(asked, coming), int(search.best_objective_bound)
    return Chosen(coming, value, max(bound, value), status == cp_model.OPTIMAL)


def _teller(built: _Model, tell: Tell) -> Any:
    from ortools.sat.python import cp_model

    class Told(cp_model.CpSolverSolutionCallback):
        def on_solution_callback(self) -> None:
            chosen = tuple(sorted({n for (n, _), var in built.on.items() if self.value(var)}))
            tell(chosen, int(self.objective_value), int(self.best_objective_bound))

    return Told()
