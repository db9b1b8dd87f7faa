"""Use cases of the first shelf: composed for every child from what there is, arranged, looked at, taken."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass, replace

from zither_awl.core.ages import corrected_months
from zither_awl.core.errors import FieldProblem, InvalidValue
from zither_awl.core.judgement import Judgements
from zither_awl.core.saying import say, together
from zither_awl.core.shelf import Pin, problem_of
from zither_awl.core.shelf.problem import ShelfProblem
from zither_awl.core.shelf.scene import spots_of
from zither_awl.core.trays import Makeable, Need, Stock, makeable
from zither_awl.core.trays.first import (
    ENOUGH,
    SMALL_MONTHS,
    First,
    Ranked,
    chosen,
    first_practice,
    first_trays,
    others_for,
    ranked_for,
    stands_on_a_shelf,
    that_fit,
)
from zither_awl.core.values import ChangeRecord, Child, PermissionKind, Placement
from zither_awl.services import catalogue
from zither_awl.services.desk import Desk, House
from zither_awl.services.kept_trays import save_made
from zither_awl.services.make import free_name
from zither_awl.services.need import need_of
from zither_awl.services.planning import plan_of, rests_on
from zither_awl.services.shelf import put
from zither_awl.services.solving import Question, Solve


@dataclass(frozen=True, slots=True)
class Picked:
    """A tray somebody picked: the card, the level, for which child."""

    key: str
    level: int
    child_id: int


@dataclass(frozen=True, slots=True)
class FirstTray:
    """A tray of the first shelf where it would stand, why, and what could stand there instead (key, level, name)."""

    first: First
    child: Child
    placement: Placement
    others: tuple[tuple[str, int, str], ...]


@dataclass(frozen=True, slots=True)
class ToAllow:
    """What a child could do besides, once an adult allows it at the table."""

    child: Child
    kind: PermissionKind
    names: tuple[str, ...]


@dataclass(frozen=True, slots=True)
class FirstShelf:
    """The first shelf as it was arranged: its trays; for whom there are few, and what one thing more would open;
    what could be allowed."""

    trays: tuple[FirstTray, ...]
    few: tuple[str, ...]
    to_allow: tuple[ToAllow, ...]


def start(desk: Desk, picked: Sequence[Picked] | None) -> int:
    """Compose a first shelf from what there is and begin to arrange it; returns the number of the solve.

    `picked` are the very trays wanted; None lets the program choose. Raises: InvalidValue without a child, a place or
    anything to make, or for a pick that cannot be made; Busy while another plan is worked out.
    """
    house = desk.house()
    _check_begun(house)
    desk.solves.check_free()
    needs = _needs(desk, house)
    firsts = _chosen(house, needs) if picked is None else _of_picks(house, needs, picked)
    if not firsts:
        raise InvalidValue(
            FieldProblem(
                "things",
                say("Nothing for a shelf can be made of what is there yet."),
                _opening(house, _stock(house), needs[0]),
            )
        )
    return desk.solves.start(Question(_problem(desk, house, firsts), rests_on(house), first=firsts))


def _opening(house: House, stock: Stock, need: Need) -> str:
    """Which one thing more would open most."""
    unlocks = makeable(catalogue.taken(house), stock, need, practice=house.practice).unlocks
    if not unlocks:
        return say("Tick a few more things: jugs, bowls, spoons, baskets, cloths.")
    opened = [
        say(
            "{kind}, {kinds} of work",
            kind=each.kind,
            kinds=say("{n, plural, one {# kind} other {# kinds}}", n=len(each.cards)),
        )
        for each in unlocks[:2]
    ]
    return say("One thing more would open: {opened}.", opened=together(opened, "; "))


def _check_begun(house: House) -> None:
    if not house.children:
        raise InvalidValue(FieldProblem("children", say("There is no child yet."), say("Say who the shelf is for.")))
    if not house.units:
        raise InvalidValue(
            FieldProblem("units", say("There is no place for a tray yet."), say("Tap a shelf, a sill or a table."))
        )
    if not any(child.id in unit.comes for unit in house.units for child in house.children):
        raise InvalidValue(
            FieldProblem(
                "units", say("No child comes to any of the places."), say("Say who comes to them, or add one.")
            )
        )
    if not house.components:
        raise InvalidValue(FieldProblem("things", say("Nothing is in the cupboard yet."), say("Tick what you have.")))


def _stock(house: House) -> Stock:
    return house.once("first stock", lambda: that_fit(house.stock, house.units, house.practice))


def _needs(desk: Desk, house: House) -> list[Need]:
    today = desk.today()
    coming = {child_id for unit in house.units for child_id in unit.comes}
    return [need_of(house, child, today) for child in house.children if child.id in coming]


def _chosen(house: House, needs: Sequence[Need]) -> tuple[First, ...]:
    taken = {p.spot for p in house.placements}
    places = sum(spot not in taken for unit in house.units for spot in spots_of(unit))
    ranked = {need.child.id: _ranked(house, need) for need in needs}
    return first_trays(ranked, _stock(house), needs, places=places, practice=house.practice)


def _of_picks(house: House, needs: Sequence[Need], picked: Sequence[Picked]) -> tuple[First, ...]:
    stock, found = _stock(house), list[First]()
    for at, pick in enumerate(picked, start=1):
        design = catalogue.entry(house, pick.key).design
        need = next((n for n in needs if n.child.id == pick.child_id), None)
        if need is None or not 1 <= pick.level <= len(design.levels):
            raise InvalidValue(
                FieldProblem(
                    "picked",
                    say(
                        "names {pick} {level} for child {child_id}.",
                        pick=pick.key,
                        level=pick.level,
                        child_id=pick.child_id,
                    ),
                )
            )
        first = chosen(design, design.level(pick.level), need, needs, stock, at=at, practice=house.practice)
        if first is None:
            raise InvalidValue(
                FieldProblem(
                    "picked",
                    say("has {design}, which cannot be made beside the others.", design=design.name),
                    say("Choose something else for it."),
                )
            )
        found.append(first)
        stock = Stock(stock.components, (*stock.trays, first.tray))
    return tuple(found)


def _problem(desk: Desk, house: House, firsts: Sequence[First]) -> ShelfProblem:
    """The planner's problem: what stands stays, the new trays find their places beside it."""
    standing = house.placements
    trays = (*(p.tray for p in standing), *(f.tray for f in firsts))
    # A few trays to begin with; where some stand already the household has its own measure.
    practice = house.practice if standing else first_practice(house.practice)
    judge = Judgements(replace(house.state, trays=trays, practice=practice), desk.today(), house.practice.mastery)
    away = frozenset(f.tray.id for f in firsts if f.away_from and not _somewhere_apart(f, house))
    return problem_of(
        judge,
        {c.id: c.count for c in house.components},
        by_hand=away,
        pins=tuple(Pin(p.tray.id, p.spot, p.by_hand) for p in standing),
    )


def _somewhere_apart(first: First, house: House) -> bool:
    """Whether a unit is kept from everybody the tray is to be kept away from."""
    apart = {child.id for child in first.away_from}
    return any(not apart & unit.comes and first.tray.for_children & unit.comes for unit in house.units)


def first_shelf(desk: Desk, solve: Solve) -> FirstShelf:
    """The first shelf a solve ended with. Raises: InvalidValue when it has none."""
    plan, house = plan_of(solve), desk.house()
    firsts = {f.tray.id: f for f in solve.question.first}
    needs = _needs(desk, house)
    placed = [p for p in plan.placements if p.tray.id in firsts]
    here = [firsts[p.tray.id] for p in placed]
    names = {key: d for key, d in catalogue.designs(house).items()}
    found = []
    for p in placed:
        first = firsts[p.tray.id]
        need = next(n for n in needs if n.child.id in first.tray.for_children)
        others = others_for(first, here, _stock(house), needs, _ranked(house, need), practice=house.practice)
        found.append(FirstTray(first, need.child, p, tuple((key, level, names[key].name) for key, level in others)))
    return FirstShelf(
        tuple(sorted(found, key=lambda f: f.placement.spot)),
        tuple(_few(house, needs, here)),
        tuple(_to_allow(house, needs)),
    )


def _makeable(house: House, need: Need) -> Makeable:
    return house.once(
        ("first makeable", need.child.id, need.on),
        lambda: makeable(catalogue.taken(house), _stock(house), need, practice=house.practice),
    )


def _ranked(house: House, need: Need) -> tuple[Ranked, ...]:
    return house.once(
        ("first ranked", need.child.id, need.on), lambda: ranked_for(_makeable(house, need), need, house.practice)
    )


def _few(house: House, needs: Sequence[Need], here: Sequence[First]) -> Iterator[str]:
    """For whom there are few trays, and which one thing more would open most."""
    left = Stock(_stock(house).components, (*house.stock.trays, *(f.tray for f in here)))
    for need in needs:
        months = corrected_months(need.child.born, need.child.gestation_weeks, need.on)
        number = sum(need.child.id in f.tray.for_children for f in here)
        if months >= SMALL_MONTHS and number < ENOUGH:
            opening = _opening(house, left, need)
            yield say(
                "{child} has {trays} to begin with. {opening}",
                child=need.child.name,
                trays=say("{n, plural, one {# tray} other {# trays}}", n=number),
                opening=opening,
            )


ALLOWED_NAMED = 3


def _to_allow(house: House, needs: Sequence[Need]) -> Iterator[ToAllow]:
    for need in needs:
        found = _makeable(house, need).to_allow
        names: dict[PermissionKind, list[str]] = {}
        for made in found:
            if len(made.asks) == 1 and stands_on_a_shelf(made.design, made.level):
                names.setdefault(next(iter(made.asks)), []).append(made.design.name)
        yield from (ToAllow(need.child, kind, tuple(each[:ALLOWED_NAMED])) for kind, each in sorted(names.items()))


def take(desk: Desk, solve_id: int, adult_id: int | None) -> int:
    """Keep the trays of a first shelf and put them where they were planned, all in one write; returns how many.

    Raises: InvalidValue when the house changed since.
    """
    solve, house = desk.solves.get(solve_id), desk.house()
    plan = plan_of(solve)
    if rests_on(house) != solve.question.rests_on:
        raise InvalidValue(
            FieldProblem(
                "plan", say("The house was changed since this shelf was composed."), say("Let it be composed again.")
            )
        )
    firsts = {f.tray.id: f for f in solve.question.first}
    placed = [p for p in plan.placements if p.tray.id in firsts]
    with desk.write(adult_id, say("Took the first shelf")) as work:
        ids = save_made(
            work,
            house,
            [
                (
                    firsts[p.tray.id].made,
                    free_name(house, firsts[p.tray.id].made.design, firsts[p.tray.id].made.level),
                    p.tray.for_children,
                )
                for p in placed
            ],
        )
        record = ChangeRecord(id=0, at=desk.now(), out=(), in_=tuple(ids), why_out=())
        change_id = work.weeks.add_change(record, "accepted", "", adult_id)
        for tray_id, p in zip(ids, placed, strict=True):
            put(work, desk, tray_id, p.spot, p.by_hand)
        for unit_id in {p.spot.unit_id for p in placed}:
            work.room.touch(unit_id)
        work.weeks.add_tasks(
            change_id, [("by hand" if p.by_hand else "put", tray_id) for tray_id, p in zip(ids, placed, strict=True)]
        )
        work.settings.save_welcome_step("first", "done")
    return len(ids)
