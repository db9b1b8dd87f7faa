"""Use cases about what stands where: move, set out by hand, rest, and what the rules find."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, replace
from datetime import date

from zither_awl.core.ages import age_text, corrected_months
from zither_awl.core.body import Reach, carry_limit_g, hazard_zone_mm, reach
from zither_awl.core.errors import FieldProblem, InvalidValue
from zither_awl.core.finding import Action, Finding
from zither_awl.core.safety import work_condition
from zither_awl.core.saying import say, together, unstopped
from zither_awl.core.shelf import actions_for
from zither_awl.core.values import Child, Mobility, Placement, Spot, Tray
from zither_awl.services.desk import Desk, House
from zither_awl.store import Store


@dataclass(frozen=True, slots=True)
class Marks:
    """A child's heights beside a unit, in mm; `later_mm` is the hazard line once the child walks."""

    child: Child
    on: date
    age: str
    months: int
    reach: Reach
    carry_g: float | None
    later_mm: float | None


def marks(house: House, today: date) -> tuple[Marks, ...]:
    """Each child's reach today."""
    return tuple(marks_of(child, today) for child in house.children)


def marks_of(child: Child, today: date) -> Marks:
    """One child's reach today."""
    return Marks(
        child=child,
        on=today,
        age=age_text(child.born, today),
        months=corrected_months(child.born, child.gestation_weeks, today),
        reach=reach(child, today),
        carry_g=carry_limit_g(child, today),
        later_mm=None
        if child.mobility in (Mobility.WALKS, Mobility.CLIMBS)
        else hazard_zone_mm(child, today, mobility=Mobility.WALKS),
    )


def findings_with_actions(desk: Desk) -> tuple[Finding, ...]:
    """What the rules find now; the pressing ones with the actions that cure them."""
    house, today = desk.house(), desk.today()
    scene, resting = house.scene(today), resting_trays(house)
    return house.once(
        ("actions", today),
        lambda: tuple(
            replace(f, actions=actions_for(f, scene, resting)) if f.severity != "note" else f
            for f in house.findings(today)
        ),
    )


def read_out(placement: Placement, house: House, today: date) -> str:
    """A placement as a screen reader says it: "top board, second of four: Beads, for Ilse, within reach, within Tove's
    reach, not for Tove". Only children for whom it is a hazard are named as those it is not for."""
    unit, tray = house.unit(placement.spot.unit_id), placement.tray
    parts = [say("{counted}: {tray}", counted=placement.spot.counted(unit), tray=tray.name)]
    if placement.by_hand:
        parts.append(say("kept away"))
    height = unit.boards[placement.spot.board].height_mm
    for child in house.children:
        if child.id in tray.for_children:
            within = child.id in unit.comes and height <= reach(child, today).choosing
            parts.append(
                say(
                    "for {child}, {within}",
                    child=child.name,
                    within=say("within reach") if within else say("out of reach"),
                )
            )
    for child in dict.fromkeys(child for _, child in house.scene(today).dangers(tray)):
        gets_at = child.id in unit.comes and height <= hazard_zone_mm(child, today, unit.climb_on_mm)
        if gets_at and not placement.by_hand and child.id not in tray.for_children:
            parts.append(say("within {child}'s reach, not for {child}", child=child.name))
    return together(parts, ", ")


def resting_trays(house: House) -> tuple[Tray, ...]:
    """The trays in the bins: not archived, standing nowhere."""
    out = {p.tray.id for p in house.placements}
    return tuple(t for t in house.trays if t.id not in out)


def condition_of(house: House, tray: Tray, today: date) -> str:
    """Where this tray may be worked with, if it endangers somebody mobile; and why it was kept against a rule."""
    where = house.once(
        ("condition", today, tray.id), lambda: work_condition(tray, house.children, today, house.practice)
    )
    kept = say("Kept all the same: {why}.", why=unstopped(tray.exception)) if tray.exception else ""
    return together((where, kept))


def move(
    desk: Desk, tray_id: int, to: Spot | None, by_hand: bool, versions: Mapping[int, int], adult_id: int | None
) -> None:
    """Put a tray on a spot, open or by hand, or (to None) back into its bin.

    `versions` are the units' versions the caller saw. Raises: StaleWrite if one of the touched units changed
    since, NotFound, or InvalidValue for a spot that is not there.
    """
    house = desk.house()
    tray = house.tray(tray_id)
    now_at = _standing(house, tray_id)
    if to is not None:
        _check_spot(house, tray, to)
    label = _label(house, tray, now_at, to, by_hand)
    with desk.write(adult_id, label) as work:
        for unit_id in {s.unit_id for s in (now_at.spot if now_at else None, to) if s is not None}:
            work.room.touch(unit_id, versions.get(unit_id))
        put(work, desk, tray_id, to, by_hand)


def put(work: Store, desk: Desk, tray_id: int, to: Spot | None, by_hand: bool) -> None:
    """End a tray's placement and begin the next, keeping the history."""
    work.weeks.take_away(tray_id, desk.now(), desk.today())
    if to is not None:
        work.weeks.place(tray_id, to, desk.now(), by_hand=by_hand)


def _standing(house: House, tray_id: int) -> Placement | None:
    return next((p for p in house.placements if p.tray.id == tray_id), None)


def _check_spot(house: House, tray: Tray, to: Spot) -> None:
    unit = house.unit(to.unit_id)
    if to.board >= len(unit.boards) or to.place >= unit.boards[to.board].places or min(to.board, to.place) < 0:
        raise InvalidValue(
            FieldProblem("to", say("The {unit} has no such place.", unit=unit.name), say("Reload the shelf."))
        )
    if tray.archived or unit.archived:
        raise InvalidValue(FieldProblem("to", say("is archived. Bring it back first.")))


def _label(house: House, tray: Tray, now_at: Placement | None, to: Spot | None, by_hand: bool) -> str:
    if to is None:
        return say("{tray} to rest", tray=tray.name)
    if now_at is not None and now_at.spot == to:
        return say("{tray} {by_hand}", tray=tray.name, by_hand=say("kept away") if by_hand else say("open"))
    unit = house.unit(to.unit_id)
    return say("{tray} to the {unit}, {words}", tray=tray.name, unit=unit.name, words=to.words(unit))


def act(desk: Desk, action: Action, versions: Mapping[int, int], adult_id: int | None) -> None:
    """Do one of the actions a finding offers."""
    house = desk.house()
    if action.kind == "gate":
        unit = house.unit(action.unit or 0)
        child = house.child(action.child or 0)
        with desk.write(
            adult_id, say("A gate before the {unit} for {child}", unit=unit.name, child=child.name)
        ) as work:
            work.room.touch(unit.id, versions.get(unit.id))
            work.room.save_unit(replace(unit, comes=unit.comes - {child.id}, barrier="gate"))
        return
    standing = _standing(house, action.tray)
    if standing is None:
        raise InvalidValue(FieldProblem("tray", say("no longer stands there."), say("Reload the shelf.")))
    if action.kind == "swap":
        _swap(desk, standing, action.other or 0, versions, adult_id)
    else:
        to = {"by_hand": standing.spot, "move": action.to, "rest": None}[action.kind]
        by_hand = action.kind == "by_hand" or (action.kind == "move" and standing.by_hand)
        move(desk, action.tray, to, by_hand, versions, adult_id)


def _swap(desk: Desk, standing: Placement, other: int, versions: Mapping[int, int], adult_id: int | None) -> None:
    new = desk.house().tray(other)
    with desk.write(adult_id, say("{new} for {tray}", new=new.name, tray=standing.tray.name)) as work:
        work.room.touch(standing.spot.unit_id, versions.get(standing.spot.unit_id))
        put(work, desk, standing.tray.id, None, False)
        put(work, desk, new.id, standing.spot, standing.by_hand)
