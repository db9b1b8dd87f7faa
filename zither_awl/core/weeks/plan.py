"""A theme, planned: which trays carry it, when each comes and for which tray, and why the others do not.

From the house to the numbers of core.weeks.choose and back. What was chosen is looked at day by day with the shelf's
own rules; what would break one on some day is taken out of the choice, and it is chosen again: no day breaks a rule.
"""

from __future__ import annotations

from collections.abc import Callable, Iterator, Mapping
from dataclasses import dataclass, field
from datetime import date, timedelta

from zither_awl.core.judgement import Judgements
from zither_awl.core.reasons import Quantity, Reason
from zither_awl.core.rotation.change import new_trouble
from zither_awl.core.rules import rule
from zither_awl.core.saying import say
from zither_awl.core.shelf.ask import ALWAYS_OUT
from zither_awl.core.shelf.check import found_in
from zither_awl.core.shelf.plan import Progress
from zither_awl.core.shelf.problem import ShelfProblem
from zither_awl.core.shelf.rules import trouble
from zither_awl.core.shelf.scene import Scene, spots_of
from zither_awl.core.shelf.select import Begun
from zither_awl.core.values import Placement, Spot, Tray
from zither_awl.core.values.cupboard import one_chain
from zither_awl.core.weeks.choose import Choosing, Chosen, Coming, Offer, Sum, Tell, choose

LOVED_RATE = 1 / 3
"""What a child takes in so large a share of its work cycles now, the newest weighing most, does not leave for a theme.
Ours, no source."""
MOST_TRIES = 12
"""So often it is chosen again without what broke a rule; then what still breaks one is left out."""
TURNS = say(" take turns")
KEPT_AREAS = ("language", "practical life")
"""Areas of which something is always out (ROT-7)."""


@dataclass(frozen=True, slots=True, kw_only=True)
class ThemeAsk:
    """What a theme is planned from. `shelf` holds every tray at hand, those to be made with a negative id, with what
    stands and how each fits; `strength` how much each tray of the theme has to do with it.

    `stays` are the trays that do not leave for it. `ready` is the first day a tray can be there, where it is not the
    first of all; `make_min` and `daily_min` minutes to make one and to prepare it each day. `minutes` and `changes`
    are what each day of the theme has; `before` the minutes there are until it begins. `forced` and `days` are what a
    person asked for, `bans` what it does not want.
    """

    shelf: ShelfProblem
    first: date
    strength: Mapping[int, int]
    minutes: tuple[int, ...]
    changes: tuple[int, ...]
    before: int = 0
    stays: frozenset[int] = frozenset()
    ready: Mapping[int, date] = field(default_factory=dict)
    make_min: Mapping[int, int] = field(default_factory=dict)
    daily_min: Mapping[int, int] = field(default_factory=dict)
    forced: frozenset[int] = frozenset()
    bans: frozenset[int] = frozenset()
    days: Mapping[int, date] = field(default_factory=dict)


@dataclass(frozen=True, slots=True)
class Comes:
    """One tray of a planned theme: the day it comes, where to, the tray that goes for it; the spot is None for what
    stands already. `children` are those it is meant for."""

    tray: Tray
    day: date
    spot: Spot | None
    out: Tray | None
    reasons: tuple[Reason, ...]
    by_hand: bool = False
    """Kept away, and brought by an adult: open it would be a hazard for somebody."""


@dataclass(frozen=True, slots=True)
class ThemePlan:
    """What comes, by day; what does not, and why; what it is worth, and the bound on that."""

    comes: tuple[Comes, ...]
    left: tuple[tuple[Tray, Reason], ...]
    value: int
    bound: int
    proven: bool

    @property
    def gap(self) -> float:
        """How far below the bound it may lie, 0 to 1."""
        return (self.bound - self.value) / self.bound if self.bound > 0 else 0.0

    @property
    def complete_on(self) -> date | None:
        """The day the last tray comes."""
        return max((c.day for c in self.comes), default=None)


def loved_now(judge: Judgements) -> frozenset[int]:
    """The trays that stand and do not leave for a theme: somebody takes them often now, or they came so lately that
    nobody can tell yet."""
    least = judge.state.practice.notice_mornings
    seen = [
        (p.tray, judge.of(c, p.tray).interest)
        for p in judge.state.placements
        for c in judge.state.children
        if c.id in p.tray.for_children
    ]
    return frozenset(
        t.id for t, i in seen if i.available < least or (i.rate >= LOVED_RATE and not i.faded and not i.ignored)
    )


def plan_theme(
    ask: ThemeAsk, *, begun: Begun | None = None, tell: Callable[[Progress], None] | None = None
) -> ThemePlan:
    """Plan a theme; the same question gives the same plan. There is always one: what cannot come is told with its
    reason. Raises: StoppedEarly when ended before the first."""
    table = _Table(ask)
    banned: set[tuple[int, int]] = set()
    for _ in range(MOST_TRIES):
        asked = table.choosing(banned)
        found = choose(asked, begun=begun, tell=table.teller(tell) if tell is not None else None)
        broken = table.broken(found.coming)
        if not broken:
            return table.plan(found, asked)
        banned |= broken
    kept = tuple(c for c in found.coming if (c[0], c[1]) not in banned)
    while broken := table.broken(kept):
        kept = tuple(c for c in kept if (c[0], c[1]) not in broken)
    return table.plan(Chosen(kept, found.value, found.bound, False), asked)


class _Table:
    """The trays and places by their numbers, and what the rules say of each pair."""

    def __init__(self, ask: ThemeAsk) -> None:
        self.ask, self.shelf = ask, ask.shelf
        self.scene = Scene(
            self.shelf.standing, self.shelf.units, self.shelf.children, self.shelf.on, self.shelf.practice
        )
        self.out = {p.tray.id: p for p in self.shelf.standing}
        self.trays = [t for t in self.shelf.trays if ask.strength.get(t.id) and self._fits(t)]
        self.places = list(self._places())
        self.why_not: dict[int, Reason] = {}
        self.hazard: set[int] = set()
        self.away: set[int] = set()
        self.allowed = {t.id: self._open_or_away(t) for t in self.trays if t.id not in self.out}

    def _fits(self, tray: Tray) -> bool:
        return any(self.shelf.fit(child, tray.id) for child in tray.for_children) and tray.id not in self.ask.bans

    def _places(self) -> Iterator[tuple[Spot, Placement | None]]:
        """Every spot that is free, or whose one tray may go."""
        by_spot = self.scene.by_spot()
        for unit in self.shelf.units:
            for spot in spots_of(unit):
                there = by_spot.get(spot, [])
                if not there:
                    yield spot, None
                elif len(there) == 1 and self._may_go(there[0]):
                    yield spot, there[0]

    def _may_go(self, placement: Placement) -> bool:
        tray = placement.tray
        of_theme = self.ask.strength.get(tray.id) and self._fits(tray)
        return not placement.by_hand and tray.id not in self.ask.stays and not of_theme

    def _open_or_away(self, tray: Tray) -> frozenset[int]:
        """Where a tray may stand open; where nowhere, and a hazard is all that is against it, where it is kept away."""
        found = self._allowed(tray, by_hand=False)
        if found or tray.id not in self.hazard:
            return found
        self.away.add(tray.id)
        return self._allowed(tray, by_hand=True)

    def _allowed(self, tray: Tray, *, by_hand: bool) -> frozenset[int]:
        found: set[int] = set()
        for at, (spot, there) in enumerate(self.places):
            placement = Placement(id=-abs(tray.id), tray=tray, spot=spot, by_hand=by_hand)
            against = next(trouble(self.scene, placement), None)
            if against is not None:
                self.why_not.setdefault(tray.id, against.reasons[0])
                self.hazard |= {tray.id} if rule(against.rule).hazard else set()
            elif not by_hand and not self._seen_by(placement):
                self.why_not.setdefault(
                    tray.id, Reason("ROOM-6", say("No place for {tray} is within reach.", tray=tray.name))
                )
            elif self._chained(tray, there):
                self.why_not.setdefault(
                    tray.id, Reason("ROT-4", say("Another form of {tray} stands already.", tray=tray.name))
                )
            else:
                found.add(at)
        return frozenset(found)

    def _chained(self, tray: Tray, goes: Placement | None) -> bool:
        """Whether a form of it stays, of which it may not stand beside."""
        return any(
            p.tray.for_children & tray.for_children and one_chain(p.tray.card, tray.card)
            for p in self.shelf.standing
            if goes is None or p.tray.id != goes.tray.id
        )

    def _seen_by(self, placement: Placement) -> tuple[int, ...]:
        unit = self.scene.unit(placement.spot)
        height = unit.boards[placement.spot.board].height_mm
        return tuple(
            body.child.id
            for body in self.scene.meant_for(placement.tray)
            if body.child.id in unit.comes
            and height <= body.choosing
            and self.shelf.fit(body.child.id, placement.tray.id)
        )

    def choosing(self, banned: set[tuple[int, int]]) -> Choosing:
        """The question in numbers, without some pairs of a tray and a place."""
        offers = tuple(self._offer(at, tray, banned) for at, tray in enumerate(self.trays))
        costs = tuple(self._cost(there) for _, there in self.places)
        return Choosing(
            offers=offers,
            costs=costs,
            minutes=self.ask.minutes,
            changes=self.ask.changes,
            before=self.ask.before,
            sums=tuple(self._sums()),
        )

    def _offer(self, at: int, tray: Tray, banned: set[tuple[int, int]]) -> Offer:
        ask, here = self.ask, tray.id in self.out
        fits = {c: self.shelf.fit(c, tray.id) for c in sorted(tray.for_children)}
        places = frozenset() if here else self.allowed[tray.id]
        ready, day = ask.ready.get(tray.id, ask.first), ask.days.get(tray.id)
        worth = ask.strength[tray.id] * sum(fits.values()) // (4 if tray.id in self.away else 2)
        return Offer(
            ref=tray.id,
            worth=max(1, worth),
            here=here,
            area=tray.card.area,
            children=tuple(c for c, fit in fits.items() if fit),
            forced=tray.id in ask.forced,
            places=frozenset(p for p in places if (at, p) not in banned),
            ready=max(0, (ready - ask.first).days),
            make_min=ask.make_min.get(tray.id, 0),
            daily_min=0 if here else ask.daily_min.get(tray.id, 0),
            day=(day - ask.first).days if day is not None and not here else None,
        )

    def _cost(self, there: Placement | None) -> int:
        """What is lost where a tray goes: what it is worth to the children, for half of the theme's days."""
        if there is None:
            return 0
        worth = sum(self.shelf.fit(child, there.tray.id) for child in there.tray.for_children)
        return max(1, worth * len(self.ask.minutes) // 4)

    def _pairs(self) -> Iterator[tuple[int, Tray, int, Spot, Placement | None]]:
        for at, tray in enumerate(self.trays):
            for place in sorted(self.allowed.get(tray.id, ())):
                spot, there = self.places[place]
                yield at, tray, place, spot, there

    def _sums(self) -> Iterator[Sum]:
        yield from self._room()
        yield from self._owned()
        yield from self._always_out()
        yield from self._apart()

    def _room(self) -> Iterator[Sum]:
        """No more trays out for a child than its age allows; what makes room counts only for the tray in its place."""
        for body in self.scene.bodies:
            of = {}
            for at, tray, place, spot, there in self._pairs():
                unit = self.scene.unit(spot)
                mine = body.child.id in unit.comes
                more = (mine and body.child.id in tray.for_children and tray.id not in self.away) - (
                    mine and there is not None and body.child.id in there.tray.for_children
                )
                if more > 0:
                    of[at, place] = 1
            out = len(self.scene.out_for(body.child))
            spare = max(0, self.shelf.practice.trays_out_at(body.months) - out)
            yield Sum(say("room for {child}", child=body.child.name), of, spare)

    def _owned(self) -> Iterator[Sum]:
        """TRAY-9: a thing on one tray is not on another."""
        standing: dict[int, int] = {}
        for p in self.shelf.standing:
            for key, count in _things(p.tray).items():
                standing[key] = standing.get(key, 0) + count
        held: dict[int, dict[tuple[int, int], int]] = {}
        for at, tray, place, _, there in self._pairs():
            freed = _things(there.tray) if there is not None else {}
            for key, count in _things(tray).items():
                held.setdefault(key, {})[at, place] = max(0, count - freed.get(key, 0))
        for key, of in held.items():
            owned = self.shelf.owned.get(key)
            if owned is not None:
                yield Sum(say("things owned: {key}", key=key), of, max(0, owned - standing.get(key, 0)))

    def _always_out(self) -> Iterator[Sum]:
        """ROT-7: of what is always out something stays; what comes in its place may be it."""
        for what in (*ALWAYS_OUT, *KEPT_AREAS):
            holders = {p.tray.id for p in self.shelf.standing if _is(p.tray, what)}
            if not holders:
                continue
            of = {
                (at, place): 1
                for at, tray, place, _, there in self._pairs()
                if there is not None and there.tray.id in holders and not _is(tray, what)
            }
            yield Sum(say("something of {what} stays", what=what), of, len(holders) - 1)

    def _apart(self) -> Iterator[Sum]:
        """Two forms of one thing take turns, and of one concept one comes."""
        for at, tray in enumerate(self.trays):
            for other in range(at + 1, len(self.trays)):
                next_ = self.trays[other]
                same = tray.card.concept == next_.card.concept or one_chain(tray.card, next_.card)
                if same and tray.for_children & next_.for_children:
                    of = {(n, p): 1 for n in (at, other) for p in self.allowed.get(self.trays[n].id, ())}
                    standing = sum(self.trays[n].id in self.out for n in (at, other))
                    yield Sum(
                        say("{tray} and {next}{turns}", tray=tray.name, next=next_.name, turns=TURNS),
                        of,
                        max(0, 1 - standing),
                    )

    def broken(self, coming: tuple[Coming, ...]) -> set[tuple[int, int]]:
        """The pairs of a tray and a place that would break a rule of the shelf on the day it comes."""
        # What stands there already may be overruled; what comes may bring nothing new.
        scene, found, known = self.scene, set[tuple[int, int]](), {f.key for f in found_in(self.scene)}
        for at, place, _ in sorted(coming, key=lambda c: (c[2], c[0])):
            if place is None:
                continue
            spot, there = self.places[place]
            after = self._with(scene, self.trays[at], spot, there.tray if there else None)
            if any(f.key not in known for f in new_trouble(scene, after)):
                found.add((at, place))
            else:
                scene = after
        return found

    def _with(self, scene: Scene, tray: Tray, spot: Spot, out: Tray | None) -> Scene:
        left = [p for p in scene.placements if out is None or p.tray.id != out.id]
        comes = Placement(id=-abs(tray.id), tray=tray, spot=spot, by_hand=tray.id in self.away)
        return scene.standing((*left, comes))

    def plan(self, found: Chosen, asked: Choosing) -> ThemePlan:
        """The choice as people read it."""
        comes = [self._comes(c) for c in found.coming]
        chosen = {at for at, _, _ in found.coming}
        left = [(t, self._left(at, t, asked, chosen)) for at, t in enumerate(self.trays) if at not in chosen]
        return ThemePlan(
            tuple(sorted(comes, key=lambda c: (c.day, c.spot is not None, c.tray.name))),
            tuple(left),
            found.value,
            found.bound,
            found.proven,
        )

    def _comes(self, each: Coming) -> Comes:
        at, place, day = each
        tray, on = self.trays[at], self.ask.first + timedelta(days=day)
        fits = [self.shelf.fits[c, tray.id] for c in sorted(tray.for_children) if self.shelf.fit(c, tray.id)]
        told = tuple(r for fit in fits for r in fit.reasons[:1])
        if place is None:
            return Comes(tray, self.ask.first, None, None, told)
        spot, there = self.places[place]
        going = there.tray if there else None
        if going is not None:
            lost = sum(self.shelf.fit(c, going.id) for c in going.for_children)
            why = Reason(
                "THEME",
                say("{going} goes for it, to rest: it is taken seldom now.", going=going.name),
                (Quantity(say("fit of what goes"), lost, "of 100"),),
                (f"tray:{going.id}",),
            )
            told = (*told, why)
        away = tray.id in self.away
        if away and tray.id in self.why_not:
            told = (*told, self.why_not[tray.id])
        return Comes(tray, on, spot, going, told, away)

    def _left(self, at: int, tray: Tray, asked: Choosing, chosen: set[int]) -> Reason:
        offer = asked.offers[at]
        if not self.allowed.get(tray.id):
            return self.why_not.get(tray.id) or Reason(
                "THEME", say("No place for {tray} may change: what stands is loved, or always out.", tray=tray.name)
            )
        if offer.day is not None and not self.ask.changes[offer.day]:
            text = say("No change can be made on the day that was asked for {tray}: the house is away.", tray=tray.name)
            return Reason("THEME", text)
        last = max((d for d, most in enumerate(self.ask.changes) if most), default=-1)
        if offer.ready > last:
            text = say(
                "{tray} could be there on day {ready} at the earliest, after the last change.",
                tray=tray.name,
                ready=offer.ready + 1,
            )
            return Reason("THEME", text)
        minutes = self.ask.before + sum(self.ask.minutes)
        if offer.make_min > minutes:
            text = say(
                "{tray} takes {minutes} to make; there are {minutes2} until then.",
                tray=tray.name,
                minutes=say("{n, plural, one {# minute} other {# minutes}}", n=offer.make_min),
                minutes2=minutes,
            )
            return Reason("THEME", text, (Quantity(say("minutes"), offer.make_min, "min", minutes),))
        twins = {
            n
            for each in asked.sums
            if each.words.endswith(TURNS)
            for n in {a for a, _ in each.of}
            if at in {a for a, _ in each.of}
        } & chosen
        if twins:
            name = self.trays[min(twins)].name
            return Reason("ROT-4", say("{name} comes in its stead: of one thing one form is out.", name=name))
        return Reason(
            "THEME",
            say("There was no room left for {tray}: what fits more took the places and the days.", tray=tray.name),
        )

    def teller(self, tell: Callable[[Progress], None]) -> Tell:
        """Passes on which trays the best choice so far holds."""
        return lambda offers, value, bound: tell(Progress(tuple(self.trays[n].id for n in offers), value, bound))


def _things(tray: Tray) -> dict[int, int]:
    """What of the cupboard lies on a tray, by the thing's id."""
    found: dict[int, int] = {}
    for each in tray.contents:
        if not each.beside and not each.component.medium:
            found[each.component.id] = found.get(each.component.id, 0) + each.count
    return found


def _is(tray: Tray, what: str) -> bool:
    return what in tray.tags or what == tray.card.area
