"""The first shelf: a few trays for each child, made of what a household has on its first evening.

Child by child in turn, each time what suits best and is unlike what is there: another area counts for much, what wants
to be kept away from a brother or sister comes last, and what suits a second child too is for both. Common practice, no
source; the weights are ours.
"""

from __future__ import annotations

from collections import Counter
from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field, replace

from zither_awl.core.ages import corrected_months
from zither_awl.core.mastery import KNOWN
from zither_awl.core.practice import Practice
from zither_awl.core.reasons import Reason
from zither_awl.core.safety import endangers, hazards
from zither_awl.core.saying import say, small, unstopped
from zither_awl.core.things.component import Component, footprint_mm
from zither_awl.core.things.kinds import kind_of
from zither_awl.core.trays.assemble import tray_of
from zither_awl.core.trays.check import check_tray
from zither_awl.core.trays.design import Design, Level
from zither_awl.core.trays.makeable import Made, Makeable, Need, make, ready_for
from zither_awl.core.trays.stock import Stock
from zither_awl.core.values import Card, Child, Tray, Unit
from zither_awl.core.wishes import matched

FIRST_MOST, FIRST_MOST_SMALL = 6, 3
"""So many trays for a child to begin with; under 12 months so many (ROOM-8: a nearly empty shelf)."""
SMALL_MONTHS, ENOUGH = 12, 4
"""With fewer than the second a child has few."""
HOLDS = ("tray", "large tray", "basket", "box", "container")
"""What a thing can be that others are laid in."""
SPARE = 2
"""So many more are offered to the planner than are wanted, for what turns out too wide or too heavy for its place."""
AREA_AGAIN, AWAY, LIKED = 14.0, 40.0, 12.0
"""Points against one more of an area and what a brother or sister must not get at; points for what is loved."""
CHALLENGE, BETWEEN = 12.0, 0.45
"""What is neither sure to be known nor sure not to be is worth so much more: work at the edge of what a child can."""
UNSURE, SHARED, KNOWN_AGAIN = 1.5, 16.0, 30.0
"""What only would do weighs so much more than elsewhere, for it is to be laid out tonight; a tray for one child more
that has too few yet is worth so much; and what is known, beside one that is, so much less."""
HEART = "practical life"
"""Of this area two stand before a third counts as again: it is where a shelf for the small begins."""
OTHERS = 3
"""So many are offered in the place of a tray."""


@dataclass(frozen=True, slots=True)
class First:
    """One tray of the first shelf: as it is made, for whom, why, and from whom it is to be kept away."""

    tray: Tray
    made: Made
    why: Reason
    away_from: tuple[Child, ...] = ()

    @property
    def rung(self) -> tuple[str, int]:
        """The card's key and the level."""
        return self.made.design.key, self.made.level.number


@dataclass(slots=True)
class _Table:
    """What is chosen so far: the trays, what is left of the cupboard, the areas each child has."""

    stock: Stock
    children: tuple[Child, ...]
    practice: Practice
    suits: tuple[tuple[Child, frozenset[tuple[str, int]]], ...] = ()
    """What could stand for each child, by card and level."""
    known: dict[int, frozenset[tuple[str, int]]] = field(default_factory=dict)
    firsts: list[First] = field(default_factory=list)
    areas: dict[int, Counter[str]] = field(default_factory=dict)

    def of(self, child: Child) -> int:
        """How many trays a child has."""
        return sum(child.id in f.tray.for_children for f in self.firsts)

    def lacking(self, rung: tuple[str, int], child: Child) -> int:
        """How many other children a tray would suit that have less than the one it is chosen for may have."""
        return sum(rung in rungs and self.of(other) < ENOUGH for other, rungs in self.suits if other.id != child.id)

    def again(self, child: Child, area: str) -> int:
        """How many of an area a child has."""
        return max(0, self.areas.get(child.id, Counter())[area] - (area == HEART))

    def add(self, first: First) -> None:
        """Take a tray: what lies on it is no longer free."""
        self.firsts.append(first)
        self.stock = Stock(self.stock.components, (*self.stock.trays, first.tray))
        for child_id in first.tray.for_children:
            self.areas.setdefault(child_id, Counter())[first.made.design.area] += 1


def stands_on_a_shelf(design: Design, level: Level) -> bool:
    """Whether a card is something a child takes from a shelf: on a tray or in a basket, or a book."""
    return (design.sort == "work" and bool(level.container)) or design.sort == "book" or bool(design.tags)


def that_fit(stock: Stock, units: Sequence[Unit], practice: Practice = Practice()) -> Stock:
    """The stock without what holds things and is too large for every place there is."""
    places = [(unit.place_width_mm(at), unit.depth_mm) for unit in units for at in range(len(unit.boards))]

    def fits(thing: Component) -> bool:
        wide, deep = footprint_mm(thing)
        return any(wide + 2 * practice.side_gap_mm <= place and deep <= board for place, board in places)

    return Stock(tuple(c for c in stock.components if not kind_of(c).does(HOLDS) or fits(c)), stock.trays)


def first_trays(
    ranked: Mapping[int, Sequence[Ranked]],
    stock: Stock,
    needs: Sequence[Need],
    *,
    places: int,
    practice: Practice = Practice(),
) -> tuple[First, ...]:
    """The trays of a first shelf, with ids -1, -2, ... in the order they were chosen.

    `ranked` is what could stand there for each child, by its id, made of the whole stock; `needs` say of each what is
    known; `places` is how many places there are. Every one can be made of what the others leave free, holds to every
    rule that must hold for the children it is for, and suits them now.
    """
    left = {child_id: list(each) for child_id, each in ranked.items()}
    table = _Table(
        stock,
        needs[0].children if needs else (),
        practice,
        tuple((n.child, frozenset((m.design.key, m.level.number) for _, m in ranked[n.child.id])) for n in needs),
    )
    table.known = {n.child.id: frozenset(r for r, state in n.states.items() if state in KNOWN) for n in needs}
    for spare in (0, SPARE):
        most = {need.child.id: _most(need, practice) + spare for need in needs}
        while len(table.firsts) < places + spare:
            open_ = [n for n in needs if left[n.child.id] and table.of(n.child) < most[n.child.id]]
            if not open_:
                break
            need = min(open_, key=lambda n: (table.of(n.child), len(left[n.child.id]), n.child.born))
            first = _next(left[need.child.id], need, needs, table)
            if first is not None:
                table.add(first)
    return tuple(table.firsts)


def first_practice(practice: Practice) -> Practice:
    """A household's practice with no more trays out for a child than a first shelf has."""
    return replace(
        practice,
        trays_out=tuple(
            (below, min(most, FIRST_MOST_SMALL if below <= SMALL_MONTHS else FIRST_MOST))
            for below, most in practice.trays_out
        ),
    )


def _most(need: Need, practice: Practice) -> int:
    months = corrected_months(need.child.born, need.child.gestation_weeks, need.on)
    return first_practice(practice).trays_out_at(months)


Ranked = tuple[float, Made]
"""What a tray is worth to a child before it is looked at what else stands, and the tray."""


def ranked_for(found: Makeable, need: Need, practice: Practice = Practice()) -> tuple[Ranked, ...]:
    """Of what can be made for a child, everything that could stand on its first shelf, the best first."""
    fit = [m for m in found.made if not m.terms["held back"] and stands_on_a_shelf(m.design, m.level)]
    return tuple(sorted(((_worth(m, need, practice), m) for m in fit), key=lambda r: (-r[0], r[1].design.key)))


def _worth(made: Made, need: Need, practice: Practice) -> float:
    tray = _as_tray(made, (need.child,), -1)
    away = AWAY if away_from(tray, need, practice) else 0.0
    liked = LIKED if matched(need.child.passions, tray) else 0.0
    chance = need.likely.get((made.design.key, made.level.number), BETWEEN)
    unsure = UNSURE * made.terms["stands in"]
    return made.score + unsure - away + liked + CHALLENGE * (1 - abs(chance - BETWEEN) / max(BETWEEN, 1 - BETWEEN))


def _next(ranked: list[Ranked], need: Need, needs: Sequence[Need], table: _Table) -> First | None:
    """The best that can still be made; what cannot any more is dropped from the list."""
    while ranked:
        at = max(range(len(ranked)), key=lambda n: _value(ranked[n], need.child, table))
        best = ranked.pop(at)[1]
        if _has(best.design, table):
            continue
        first = chosen(
            best.design, best.level, need, needs, table.stock, at=len(table.firsts) + 1, practice=table.practice
        )
        if first is not None:
            return first
    return None


def _value(each: Ranked, child: Child, table: _Table) -> float:
    worth, made = each
    others = table.lacking((made.design.key, made.level.number), child)
    again = AREA_AGAIN * table.again(child, made.design.area)
    return worth - again + SHARED * others - (KNOWN_AGAIN if _known(made, child, table) else 0.0)


def _known(made: Made, child: Child, table: _Table) -> bool:
    """Whether it is known to a child that has something familiar already."""
    rungs = table.known.get(child.id, frozenset())
    return (made.design.key, made.level.number) in rungs and any(
        f.rung in rungs for f in table.firsts if child.id in f.tray.for_children
    )


def _has(design: Design, table: _Table) -> bool:
    """Whether this card, or one it leads on from or to, is there already."""
    there = {f.made.design.key: f.made.design for f in table.firsts}
    mine = {key for key, _ in design.follows}
    return design.key in there or any(
        other.key in mine or design.key in {key for key, _ in other.follows} for other in there.values()
    )


def chosen(
    design: Design,
    level: Level,
    need: Need,
    needs: Sequence[Need],
    stock: Stock,
    *,
    at: int,
    practice: Practice = Practice(),
) -> First | None:
    """A tray of a card at a level for a child, and for whom else it suits; None where it cannot be made.

    `at` makes its id, -at.
    """
    made = make(design, level, stock, need, practice=practice)
    if not made.ready:
        return None
    meant = [need.child]
    for other in needs:
        if other.child.id != need.child.id and _suits(made, other, practice):
            meant.append(other.child)
    tray = _as_tray(made, meant, -at)
    return First(tray, made, _why(made, need, tray), away_from(tray, need, practice))


def _suits(made: Made, other: Need, practice: Practice) -> bool:
    suited = ready_for(made.design, made.level, other, other.names, practice)
    checks = check_tray(
        made.design, made.level, made.assembled, [other.child], other.children, other.on, practice=practice
    )
    return suited.now and not suited.held_back and not any(c.severity == "must" for c in checks)


def _as_tray(made: Made, meant: Sequence[Child], tray_id: int) -> Tray:
    design, level = made.design, made.level
    name = design.titled(level)
    card = Card(
        id=tray_id,
        name=name[:80],
        area=design.area,
        key=design.key,
        level=level.number,
        guess=level.guess,
        from_months=design.opens_at(level),
        to_months=design.to_months,
        sort=design.sort,
    )
    return tray_of(
        design,
        level,
        made.assembled,
        name=name[:72],
        card=card,
        tray_id=tray_id,
        for_children=frozenset(c.id for c in meant),
    )


def away_from(tray: Tray, need: Need, practice: Practice = Practice()) -> tuple[Child, ...]:
    """The children of the house for whom something on a tray is a hazard that is not to be in their reach."""
    found = hazards(tray, practice)
    return tuple(
        child
        for child in need.children
        if child.id not in tray.for_children
        and any(h.severity_for(own=False) != "note" and endangers(h, child, need.on) for h in found)
    )


def _why(made: Made, need: Need, tray: Tray) -> Reason:
    """One sentence why: what the child loves, what is said of it, what it follows from, or what it is for."""
    child, design, level = need.child.name, made.design, made.level
    loved = matched(need.child.passions, tray)
    state = need.states.get((design.key, level.number))
    before = [
        need.names.get(key, key)
        for key, number in design.before(level.number)
        if key != design.key and need.states.get((key, number)) in KNOWN
    ]
    below = need.states.get((design.key, level.number - 1)) in KNOWN
    aim = small(unstopped(design.aim))
    if loved:
        text = say("{child} loves this now: {loved}.", child=child, loved=loved)
    elif state in KNOWN:
        text = say("{child} knows it: something familiar to begin with.", child=child)
    elif state == "working":
        text = say("{child} does it with help: here to be done alone.", child=child)
    elif below:
        text = say("The next step for {child}, who knows the one before it.", child=child)
    elif before:
        text = say("The next step for {child} after {before}.", child=child, before=before[0])
    else:
        text = say("For {child}, {aim}.", child=child, aim=aim)
    return Reason("FIRST", text, (), (f"card:{design.key}",))


def others_for(
    first: First,
    firsts: Sequence[First],
    stock: Stock,
    needs: Sequence[Need],
    ranked: Sequence[Ranked],
    *,
    practice: Practice = Practice(),
) -> tuple[tuple[str, int], ...]:
    """What could stand in the place of a tray of the first shelf: cards with their level, the best first, of its own
    area before others, each made of what the other trays leave free."""
    need = next(n for n in needs if n.child.id in first.tray.for_children)
    rest = Stock(stock.components, tuple(f.tray for f in firsts if f.tray.id != first.tray.id) + stock.trays)
    there = {f.made.design.key for f in firsts}
    found: list[tuple[str, int]] = []
    for each in (m for _, m in sorted(ranked, key=lambda r: r[1].design.area != first.made.design.area)):
        if each.design.key in there or len(found) == OTHERS:
            continue
        if chosen(each.design, each.level, need, needs, rest, at=1, practice=practice) is not None:
            found.append((each.design.key, each.level.number))
    return tuple(found)
