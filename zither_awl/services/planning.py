"""Use cases of arranging the shelf: ask for a plan, take it whole or in part, ask why not."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field, replace
from typing import Literal, cast

from zither_awl.core.errors import FieldProblem, InvalidValue
from zither_awl.core.finding import Finding
from zither_awl.core.reasons import Reason
from zither_awl.core.saying import say, together
from zither_awl.core.shelf import Goals, Pin, ShelfPlan, ShelfProblem, check_shelf, problem_of, why_not_there
from zither_awl.core.shelf.problem import Lean
from zither_awl.core.values import ChangeRecord, Household, Placement, Spot, Tray
from zither_awl.services import ladders
from zither_awl.services.desk import Desk, House
from zither_awl.services.shelf import put
from zither_awl.services.solving import Question, Solve
from zither_awl.store import Store

Difference = Literal["stays", "comes", "goes", "moves", "by hand", "open"]


@dataclass(frozen=True, slots=True)
class Wanted:
    """What a person asks of a plan: how many changes (None: from scratch), what is pinned, banned, by hand, eased."""

    changes: int | None = None
    pins: tuple[Pin, ...] = ()
    bans: frozenset[int] = frozenset()
    by_hand: frozenset[int] = frozenset()
    wanted: frozenset[int] = frozenset()
    more: Mapping[str, int] = field(default_factory=dict)
    without: frozenset[str] = frozenset()


@dataclass(frozen=True, slots=True)
class Changed:
    """What a plan would do with one tray: where it stands now, where it would, and what is different."""

    tray: Tray
    now: Placement | None
    then: Placement | None
    what: Difference


def problem(desk: Desk, wanted: Wanted) -> ShelfProblem:
    """The planner's problem for this house today."""
    house, today = desk.house(), desk.today()
    owned = {c.id: c.count for c in house.components}
    return problem_of(
        house.judgements(today),
        owned,
        changes=wanted.changes,
        pins=wanted.pins,
        bans=wanted.bans,
        by_hand=wanted.by_hand,
        wanted=wanted.wanted,
        more=dict(wanted.more),
        without=wanted.without,
        goals=_goals(house.household),
        ladders=ladders.ladders_of(house),
    )


def _goals(household: Household | None) -> Goals:
    if household is None:
        return Goals()
    leans = (household.rather_new, household.rather_by_area, household.rather_full)
    return Goals(*(cast("Lean", lean) for lean in leans))


def start(desk: Desk, wanted: Wanted) -> int:
    """Begin to work out a plan; returns the number of the solve.

    Raises: InvalidValue for a pin to what is not there, or without anything to plan with; Busy while one is running.
    """
    house = desk.house()
    if not house.units:
        raise InvalidValue(FieldProblem("units", say("There is no shelf to plan for."), say("Add a unit first.")))
    if not any(t.for_children for t in house.trays):
        raise InvalidValue(
            FieldProblem("trays", say("No tray is for anybody yet."), say("Say in the cupboard who each is for."))
        )
    return desk.solves.start(Question(problem(desk, wanted), rests_on(house)))


def rests_on(house: House) -> tuple[int, ...]:
    """The sections a plan is made of: work that was seen since does not make it old."""
    return house.revisions("people", "room", "cupboard", "weeks")


def stale(desk: Desk, solve: Solve) -> bool:
    """Whether the house changed since a plan was asked for."""
    return rests_on(desk.house()) != solve.question.rests_on


def plan_of(solve: Solve) -> ShelfPlan:
    """The plan a solve ended with. Raises: InvalidValue when it has none."""
    if not isinstance(solve.answer, ShelfPlan):
        raise InvalidValue(FieldProblem("plan", say("There is no plan to take."), say("Ask for one first.")))
    return solve.answer


def differences(plan: ShelfPlan, house: House) -> tuple[Changed, ...]:
    """Every tray of a plan, and every tray that would go, with what is different."""
    then = {p.tray.id: p for p in plan.placements}
    every = [
        *(p.tray for p in sorted(plan.placements, key=lambda p: p.spot)),
        *(p.tray for p in house.placements if p.tray.id not in then),
    ]
    return tuple(
        Changed(t, house.standing.get(t.id), then.get(t.id), _difference(house.standing.get(t.id), then.get(t.id)))
        for t in every
    )


def _difference(now: Placement | None, then: Placement | None) -> Difference:
    if now is None:
        return "comes"
    if then is None:
        return "goes"
    if now.spot != then.spot:
        return "moves"
    if now.by_hand != then.by_hand:
        return "by hand" if then.by_hand else "open"
    return "stays"


def accept(desk: Desk, solve_id: int, trays: Sequence[int] | None, adult_id: int | None) -> int:
    """Put a plan, or the chosen trays of it, onto the shelves; writes the set-up list. Returns how many changed.

    Raises: InvalidValue when the house changed since, when a spot is not free without a tray that was not chosen, or
    when a part of the plan alone would leave something that must not be.
    """
    solve, house = desk.solves.get(solve_id), desk.house()
    if stale(desk, solve):
        raise InvalidValue(
            FieldProblem("plan", say("The shelf was changed since this plan was made."), say("Arrange again."))
        )
    every = [c for c in differences(plan_of(solve), house) if c.what != "stays"]
    chosen = every if trays is None else [c for c in every if c.tray.id in set(trays)]
    if not chosen:
        raise InvalidValue(
            FieldProblem("trays", say("Nothing of the plan is chosen."), say("Tick at least one change."))
        )
    _check_room(chosen, house)
    _check_part(chosen, house, desk)
    with desk.write(adult_id, say("Arranged the shelf: {label}", label=_label(chosen))[:200]) as work:
        _carry_out(work, desk, chosen, adult_id)
    return len(chosen)


def _check_room(chosen: Sequence[Changed], house: House) -> None:
    """Nothing may be put where a tray stands that stays there."""
    leaving = {c.tray.id for c in chosen if c.what in ("goes", "moves")}
    staying = {p.spot: p for p in house.placements if p.tray.id not in leaving}
    for each in chosen:
        there = staying.get(each.then.spot) if each.then else None
        if there is not None and there.tray.id != each.tray.id and there.tray.concept != each.tray.concept:
            raise InvalidValue(
                FieldProblem(
                    "trays",
                    say("{tray} still stands where {tray2} goes.", tray=there.tray.name, tray2=each.tray.name),
                    say("Choose {tray} too.", tray=there.tray.name),
                )
            )


def _check_part(chosen: Sequence[Changed], house: House, desk: Desk) -> None:
    """A part of a plan may leave what was there, but bring nothing that must not be."""
    before = {f.key for f in _musts(house.placements, house, desk)}
    moved = {c.tray.id for c in chosen}
    after = [p for p in house.placements if p.tray.id not in moved] + [c.then for c in chosen if c.then]
    worse = [f for f in _musts(after, house, desk) if f.key not in before]
    if worse:
        raise InvalidValue(
            FieldProblem("trays", worse[0].reasons[0].text, say("Choose the changes that belong together."))
        )


def _musts(placements: Sequence[Placement], house: House, desk: Desk) -> list[Finding]:
    found = check_shelf(placements, house.units, house.children, desk.today(), practice=house.practice)
    return [f for f in found if f.severity == "must"]


def _label(chosen: Sequence[Changed]) -> str:
    return together((say("{tray} {what}", tray=c.tray.name, what=c.what) for c in chosen), ", ")


def _carry_out(work: Store, desk: Desk, chosen: Sequence[Changed], adult_id: int | None) -> None:
    out = tuple(c.tray.id for c in chosen if c.what == "goes")
    come = tuple(c.tray.id for c in chosen if c.what == "comes")
    record = ChangeRecord(id=0, at=desk.now(), out=out, in_=come, why_out=("chosen",) * len(out))
    change_id = work.weeks.add_change(record, "accepted", "", adult_id)
    for each in chosen:
        to = each.then.spot if each.then else None
        put(work, desk, each.tray.id, to, each.then is not None and each.then.by_hand)
    for unit_id in {p.spot.unit_id for c in chosen for p in (c.now, c.then) if p is not None}:
        work.room.touch(unit_id)
    words = {"goes": "rest", "comes": "put", "moves": "put", "by hand": "by hand", "open": "put"}
    work.weeks.add_tasks(change_id, [(words[c.what], c.tray.id) for c in chosen])


def why_not(desk: Desk, solve_id: int, tray_id: int, spot: Spot | None) -> tuple[Reason, ...] | int:
    """Why a tray is not in a plan, or not on a spot: the rules at once, else the number of a solve to wait for."""
    solve, house = desk.solves.get(solve_id), desk.house()
    plan, asked = plan_of(solve), solve.question.problem
    if asked is None:
        raise InvalidValue(
            FieldProblem("plan", say("This was no question about the shelf."), say("Arrange the shelf first."))
        )
    house.tray(tray_id)
    if spot is None:
        return desk.solves.start(Question(asked, solve.question.rests_on, plan, tray_id))
    against = why_not_there(asked, tray_id, spot)
    if against:
        return against
    pins = (*(p for p in asked.pins if p.tray != tray_id), Pin(tray_id, spot, tray_id in asked.by_hand))
    return desk.solves.start(Question(replace(asked, pins=pins), solve.question.rests_on, plan, tray_id))
