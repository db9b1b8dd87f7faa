"""Filling the roles of a level from the cupboard, exactly: depth first with a bound, the best filling proven.

A filling costs what its choices cost; an unfilled role costs more than any choice, so the best filling always exists
and leaves out as little as can be.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, replace
from datetime import date

from zither_awl.core.practice import Practice
from zither_awl.core.safety.exposure import endangers
from zither_awl.core.safety.nature import Hazard, component_hazards
from zither_awl.core.safety.permissions import may_be_allowed
from zither_awl.core.saying import figure, say, together
from zither_awl.core.things.component import Component, footprint_mm
from zither_awl.core.things.kinds import KINDS, kind_of, kinds_that_do
from zither_awl.core.things.shapes import largest_mm
from zither_awl.core.trays.design import Level, Role
from zither_awl.core.trays.search import Answer, Candidate, Search
from zither_awl.core.trays.stock import Stock
from zither_awl.core.values import Child

LATER_CHOICE, STAND_IN, WARY, BREAKS = 10, 60, 200, 40
USED_AS, UNKNOWN, NEARER, APART, MOST_APART = 2, 25, 4, 60, 0.25
"""What it costs that a thing is only used as what is asked for; that nobody said what it shows; that it is not of the
usual size; and each whole of a limit it is beyond, which may be a quarter (ours, no source)."""
ROOM_MM2 = 5000.0
"""So much floor of the tray costs 1."""


@dataclass(frozen=True, slots=True)
class Wary:
    """Whom a tray is for and who else is about, on a day."""

    of: Child
    children: tuple[Child, ...]
    on: date


@dataclass(frozen=True, slots=True)
class Matches:
    """The best filling: a thing for every role that can be filled, what was considered, and which roles stay empty."""

    chosen: Mapping[str, Component]
    considered: Mapping[str, tuple[Candidate, ...]]
    unfilled: tuple[str, ...]
    cost: int
    proven: bool = True
    """Whether no better filling exists; not where there are too many to look at all."""

    @property
    def complete(self) -> bool:
        """Whether every role that has to be filled is."""
        return not self.unfilled


def match_roles(
    level: Level,
    stock: Stock,
    *,
    wary: Wary | None = None,
    fixed: Mapping[str, int] = {},
    counts: Mapping[str, int] = {},
    practice: Practice = Practice(),
) -> Matches:
    """Fill every role of a level from what is owned and free, at the least cost.

    `fixed` are roles chosen by hand, as component ids; they stand even where the program would not choose them.
    `counts` are other numbers of pieces. Exact where it is
    `proven`: no filling of more roles, or of as many at less cost, exists.
    """
    roles = tuple(with_counts(level, counts))
    considered = {
        role.name: _with_chosen(role, consider(role, stock, wary, practice), fixed.get(role.name), stock)
        for role in roles
    }
    options = {role.name: [c for c in considered[role.name] if _may(c, fixed.get(role.name))] for role in roles}
    search = Search(roles, options, level, stock, frozenset(fixed))
    search.run()
    unfilled = tuple(role.name for role in roles if search.best[role.name] is None and not role.optional)
    chosen = {name: each.component for name, each in search.best.items() if each is not None}
    return Matches(chosen, considered, unfilled, search.best_cost, search.proven)


def _with_chosen(role: Role, found: tuple[Candidate, ...], by_hand: int | None, stock: Stock) -> tuple[Candidate, ...]:
    """What was considered, and the thing of another kind that somebody chose by hand, under its warning."""
    thing = next((c for c in stock.all if c.id == by_hand), None)
    if thing is None or any(c.component.id == by_hand for c in found):
        return found
    why = say(
        "Another kind than the card asks for: {kind} for {accepts}.",
        kind=thing.kind,
        accepts=", or ".join(role.accepts[:3]),
    )
    against = _stock_problems(role, thing, stock)
    return (Candidate(thing, "does not" if against else "would do", STAND_IN, (why, *against)), *found)


def _may(candidate: Candidate, by_hand: int | None) -> bool:
    return candidate.component.id == by_hand if by_hand is not None else candidate.answer != "does not"


def with_counts(level: Level, counts: Mapping[str, int]) -> list[Role]:
    """The roles with other numbers of pieces where somebody chose them."""
    return [_counted(role, counts[role.name]) if role.name in counts else role for role in level.roles]


def _counted(role: Role, count: int) -> Role:
    return replace(role, count=count)


def consider(role: Role, stock: Stock, wary: Wary | None, practice: Practice = Practice()) -> tuple[Candidate, ...]:
    """Everything of a fitting kind, judged alone for one role, the best first."""
    kinds = kinds_that_do((*role.accepts, *(word for word, _ in role.instead)))
    fitting = [each for each in stock.all if each.kind in kinds]
    found = [c for each in fitting if (c := _judge(role, each, stock, wary, practice)) is not None]
    order: dict[Answer, int] = {"does": 0, "would do": 1, "does not": 2}
    return tuple(sorted(found, key=lambda c: (order[c.answer], c.cost, c.component.name, c.component.id)))


def substitutes(component: Component, role: Role, stock: Stock) -> tuple[Candidate, ...]:
    """What else would do in a role, best first, with what it changes."""
    return tuple(c for c in consider(role, stock, None) if c.component.id != component.id and c.answer != "does not")


def _judge(role: Role, each: Component, stock: Stock, wary: Wary | None, practice: Practice) -> Candidate | None:
    kind = kind_of(each)
    use, changes = kind.does(role.accepts), ""
    if not use:
        use = kind.does(word for word, _ in role.instead)
        changes = dict(role.instead).get(use, "")
    if not use:
        return None
    cost = (STAND_IN if changes else LATER_CHOICE * role.accepts.index(use)) + _bulk(role, each)
    cost += USED_AS if use != kind.name and use in KINDS else 0
    why = [say("Stands in: {changes}", changes=changes)] if changes else []
    advice, apart = _size_advice(role, each, wary)
    shown, unknown = _shown(role, each)
    why, cost = [*why, *advice, *unknown], cost + apart + (UNKNOWN if unknown else 0)
    against = [*_size_problems(role, each, wary), *shown, *_stock_problems(role, each, stock)]
    if each.breakable and practice.unbreakable_first and role.use == "vessel":
        against.append(say("It breaks, and this house pours with unbreakable things first."))
    elif each.breakable:
        cost += BREAKS if role.use != "vessel" else 0
    danger, younger = _dangers(each, wary, practice)
    against += danger
    if younger:
        why, cost = [*why, *younger], cost + WARY
    if against:
        return Candidate(each, "does not", cost, tuple(against))
    return Candidate(each, "would do" if why else "does", cost, tuple(why))


def _bulk(role: Role, each: Component) -> int:
    """Of two things that do as well, the one nearer to the usual size of its kind; of those, the smaller.

    It never outweighs a nearer kind, save for what the work stands on: there the smallest that holds it is best.
    """
    if role.beside or role.lies_in or each.medium:
        return 0
    wide, deep = footprint_mm(each)
    if role.use == "ground":
        return round(wide * deep / ROOM_MM2)
    usual = largest_mm(kind_of(each).defaults["shape"])
    size = largest_mm(each.shape)
    apart = abs(size - usual) / max(size, usual)
    return min(round(wide * deep / ROOM_MM2) + round(NEARER * apart), LATER_CHOICE - 1)


def _beyond(role: Role, each: Component) -> float:
    """By which share a thing is larger than the work wants (more than 0) or smaller (less than 0)."""
    size = largest_mm(each.shape)
    if role.at_most_mm is not None and size > role.at_most_mm:
        return size / role.at_most_mm - 1
    if role.at_least_mm is not None and size < role.at_least_mm:
        return size / role.at_least_mm - 1
    return 0.0


def _of_size(role: Role, each: Component, large: str, small: str) -> str:
    size = figure(largest_mm(each.shape))
    if _beyond(role, each) > 0 and role.at_most_mm is not None:
        return say(
            "{large}: {size} mm, at most {at_most_mm} mm.", large=large, size=size, at_most_mm=figure(role.at_most_mm)
        )
    return say(
        "{small}: {size} mm, at least {at_least_mm} mm.",
        small=small,
        size=size,
        at_least_mm=figure(role.at_least_mm or 0),
    )


def _size_problems(role: Role, each: Component, wary: Wary | None) -> list[str]:
    """A size far from what the work wants; and one below the least where it may go into the cylinder and nobody said
    whom it is for. For a child that is known, its own hazards decide."""
    beyond = _beyond(role, each)
    small = any(h.kind in ("small-part", "small-ball") for h in component_hazards(each))
    unsure = wary is None and beyond < 0 and small
    if abs(beyond) <= MOST_APART and not unsure:
        return []
    return [_of_size(role, each, say("Too big"), say("Too small"))]


def _size_advice(role: Role, each: Component, wary: Wary | None) -> tuple[list[str], int]:
    """A size a little beyond what the work wants is told, and the nearer one is taken first."""
    beyond = _beyond(role, each)
    if not beyond or _size_problems(role, each, wary):
        return [], 0
    said = _of_size(role, each, say("Larger than advised"), say("Smaller than advised"))
    return [said], round(APART * abs(beyond)) + 1


def _shown(role: Role, each: Component) -> tuple[list[str], list[str]]:
    """What is against a thing by what it shows and its colours, and what nobody said of it."""
    against, unknown = [], []
    if role.subject and kind_of(each).bears:
        wanted = role.shows or role.subject
        if not each.subject:
            unknown.append(say("What it shows is not said; it is to be {wanted}.", wanted=wanted))
        elif each.subject != role.subject:
            against.append(say("It shows {subject}; wanted is {wanted}.", subject=each.subject, wanted=wanted))
    told = len(each.colours)
    if role.colours and not told:
        unknown.append(say("Its colours are not said; {colours} are wanted.", colours=role.colours))
    elif role.colours and told < role.colours and "mixed" not in each.colours:
        against.append(
            say(
                "It is in {colours}; {colours2} are wanted.",
                colours=say("{n, plural, one {# colour} other {# colours}}", n=told),
                colours2=role.colours,
            )
        )
    return against, unknown


def _stock_problems(role: Role, each: Component, stock: Stock) -> list[str]:
    if each.count < role.count:
        return [say("Too few: {count}, and {count2} are needed.", count=each.count, count2=role.count)]
    free = stock.free(each)
    if free >= role.count or role.beside:
        return []
    on = together(
        (
            say("{n} on {tray}", n=n, tray=tray.name) if n > 1 else say("on {tray}", tray=tray.name)
            for tray, n in stock.on_trays(each)
        ),
        ", ",
    )
    return [
        say("In use: {on}.", on=on)
        if not free
        else say("Only {iss} free: {on}.", iss=say("{n, plural, one {# is} other {# are}}", n=free), on=on)
    ]


def _dangers(each: Component, wary: Wary | None, practice: Practice) -> tuple[list[str], list[str]]:
    """Why it is not for the child itself, and for which younger child it wants care."""
    if wary is None:
        return [], []
    known = component_hazards(each, practice)
    musts = [h for h in known if h.severity == "must"]
    mine = [h for h in known if h.severity_for(own=True) == "must" and endangers(h, wary.of, wary.on)]
    own = [
        say("Not for {of}: {h}{age}.", of=wary.of.name, h=h.text, age=_age(h))
        for h in mine
        if not may_be_allowed(h, wary.of, wary.on)
    ]
    watched = [say("With an adult at the table only: {h}{age}.", h=h.text, age=_age(h)) for h in mine]
    others = [
        say("{child} must not get at it: {h}{age}.", child=child.name, h=h.text, age=_age(h))
        for child in wary.children
        if child.id != wary.of.id
        for h in musts[:1]
        if endangers(h, child, wary.on)
    ]
    return own[:1], [*watched[:1], *others]


def _age(hazard: Hazard) -> str:
    return (
        say("; limit {minimum_age_months} months", minimum_age_months=hazard.minimum_age_months)
        if hazard.minimum_age_months
        else ""
    )
