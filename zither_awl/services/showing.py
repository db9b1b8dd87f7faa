"""Use cases of showing: what is due and for whom, planning a showing, and the script an adult shows by."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import date

from zither_awl.catalogue.foods import food_of
from zither_awl.core.errors import FieldProblem, InvalidValue
from zither_awl.core.food import Cut, Food, FoodFinding, check_food
from zither_awl.core.ladders.bridge import EASED, beforehand
from zither_awl.core.readiness import Readiness
from zither_awl.core.reasons import Reason
from zither_awl.core.saying import say
from zither_awl.core.shelf.fitness import suits
from zither_awl.core.showing import Planned, Showings, Style, passed_by, showings, style_for
from zither_awl.core.trays.design import Design
from zither_awl.core.trays.imagined import imagined_difficulty
from zither_awl.core.values import Child, Presentation, Tray
from zither_awl.services import ladders, rotation
from zither_awl.services.catalogue import designs
from zither_awl.services.desk import Desk, House
from zither_awl.services.shelf import condition_of, resting_trays


@dataclass(frozen=True, slots=True)
class Script:
    """What an adult needs to show a tray to a child. `design` is None for a tray whose card has no script."""

    child: Child
    tray: Tray
    design: Design | None
    style: Style
    shown: tuple[Presentation, ...]
    condition: str
    planned: Planned | None
    suits: Readiness
    if_hard: tuple[str, ...]
    beforehand: tuple[str, ...]
    others: tuple[Child, ...]
    """For whom else the tray is meant: it may be shown to several."""
    foods: tuple[FoodFinding, ...]
    """What is known against the food on it, for this child."""


def due(desk: Desk) -> tuple[Showings, ...]:
    """For each child: what is due today, what waits, what is open."""
    house, today = desk.house(), desk.today()
    remedies = rotation.remedies(desk)
    return tuple(
        showings(
            child,
            [p.tray for p in sorted(house.placements, key=lambda p: p.spot) if child.id in p.tray.for_children],
            house.log.presentations,
            _today(house, child, today),
            planned(house),
            _again(house, child, [(t, why) for child_id, t, why in remedies if child_id == child.id], today),
            today,
            not_yet=not_yet(house, child, today),
            resting={t.id: t for t in resting_trays(house)},
            next_steps=_next_steps(house, child, today),
            practice=house.practice,
        )
        for child in house.children
    )


def _again(house: House, child: Child, told: list[tuple[Tray, Reason]], today: date) -> list[tuple[Tray, Reason]]:
    """What is shown again: by the signs, and what a showing passed the child by."""
    worked = {v.tray_id: v.local_day for v in house.window.visits if v.child_id == child.id and v.tray_id is not None}
    out = [p.tray for p in sorted(house.placements, key=lambda p: p.spot) if child.id in p.tray.for_children]
    known = {tray.id for tray, _ in told}
    passed = passed_by(child, out, house.log.presentations, worked, today)
    return [*told, *((tray, why) for tray, why in passed if tray.id not in known)]


def _next_steps(house: House, child: Child, today: date) -> dict[int, str]:
    """The trays that stand out and are a next single step of a child, each with what it follows."""
    mine = (p.tray for p in house.placements if child.id in p.tray.for_children)
    return {tray.id: follows for tray in mine if (follows := ladders.next_step(house, child, tray, today))}


def if_too_hard(house: House, child: Child, tray: Tray, today: date) -> tuple[str, ...]:
    """What to try where a tray turns out too hard: the step before it, a step between, an easier beginning."""
    step = ladders.map_of(house, child, today).step((tray.card.key, tray.card.level))
    if step is None or step.hole.below is None:
        return ()
    below = ladders.design_at(house, step.hole.below)
    back = (say("One step back: {titled}.", titled=below.titled(below.level(step.hole.below[1]))),) if below else ()
    between = (
        say(
            "It is {notches} notches above that: see under Ladders what can be made between.", notches=step.hole.notches
        ),
    )
    easier = tuple(beforehand(name, step.hole.vector) for name, _ in step.hole.by if name in EASED)
    return (*back, *(between if step.hole.jump else ()), *easier)


def _done_beforehand(house: House, tray: Tray) -> tuple[str, ...]:
    """What the adult does so that a step between is easier."""
    design = designs(house).get(tray.card.key)
    if design is None:
        return ()
    vector = imagined_difficulty(design.level(tray.card.level))
    return tuple(beforehand(dim, vector) for dim in tray.eased if dim in EASED)


def not_yet(house: House, child: Child, today: date) -> frozenset[int]:
    """The trays that stand out for a child and are held back for it: something comes first, or a hazard is one."""
    judge = house.judgements(today)
    return frozenset(
        p.tray.id for p in house.placements if child.id in p.tray.for_children and suits(child, p.tray, judge).held_back
    )


def _today(house: House, child: Child, today: date) -> set[int]:
    return {
        p.tray_id for p in house.log.presentations if p.child_id == child.id and not p.again and p.local_day == today
    }


def planned(house: House) -> tuple[Planned, ...]:
    """The showings planned and not given since."""
    last = {(p.child_id, p.tray_id): p.local_day for p in house.log.presentations}
    found = [Planned(*row) for row in house.weeks.planned]
    return tuple(p for p in found if last.get((p.child_id, p.tray_id), date.min) < p.day)


def script(desk: Desk, child_id: int, tray_id: int) -> Script:
    """The script of a tray for a child. Raises: NotFound."""
    house, today = desk.house(), desk.today()
    child, tray = house.child(child_id), house.tray(tray_id)
    shown = tuple(p for p in house.log.presentations if p.child_id == child_id and p.tray_id == tray_id)
    plan = next((p for p in planned(house) if (p.child_id, p.tray_id) == (child_id, tray_id)), None)
    return Script(
        child,
        tray,
        designs(house).get(tray.card.key),
        style_for(child, today),
        shown,
        condition_of(house, tray, today),
        plan,
        suits(child, tray, house.judgements(today)),
        if_too_hard(house, child, tray, today),
        _done_beforehand(house, tray),
        tuple(c for c in house.children if c.id != child_id and c.id in tray.for_children),
        foods_on(house, tray, child, today),
    )


PREPARED: Cut = "small"
"""What a card with food prepares is cut by it: in small pieces, unless the work is to eat it whole."""


def foods_on(house: House, tray: Tray, child: Child, today: date) -> tuple[FoodFinding, ...]:
    """What is known against the food that lies on a tray, for a child: the same checks as at the table."""
    design = designs(house).get(tray.card.key)
    if design is None or "food" not in design.nature:
        return ()
    found = (food_of(content.component) for content in tray.contents)
    told = dict.fromkeys(food for food in found if food is not None)
    return tuple(f for food in told for f in check_food(food, _prepared(food), (child,), today) if f.severity != "note")


def _prepared(food: Food) -> Cut:
    """How a card prepares a food: the mildest cut it has."""
    return food.cuts[0] if food.cuts[0] != "whole" else PREPARED


def plan(desk: Desk, child_id: int, tray_id: int, day: date, adult_id: int | None, *, reason: str = "") -> None:
    """Mean to show a tray on a day; `reason` is why, though something before it is not known. Raises: InvalidValue for
    a day that is past."""
    house = desk.house()
    child, tray = house.child(child_id), house.tray(tray_id)
    if day < desk.today():
        raise InvalidValue(FieldProblem("day", say("{day} is past.", day=day), say("Choose today or a day to come.")))
    with desk.write(adult_id, say("Planned to show {child} {tray}", child=child.name, tray=tray.name)) as work:
        work.weeks.plan_showing(child_id, tray_id, day, reason.strip())


def unplan(desk: Desk, planned_id: int, adult_id: int | None) -> None:
    """Leave a planned showing. Raises: NotFound."""
    with desk.write(adult_id, say("Left a planned showing")) as work:
        work.weeks.unplan_showing(planned_id)
