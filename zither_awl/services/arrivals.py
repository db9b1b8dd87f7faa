"""Use cases of what arrives, and of days away: put on the string, moved, received; and what may leave for it."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace
from datetime import date

from zither_awl.core.absence import Absence
from zither_awl.core.errors import FieldProblem, InvalidValue, NotFound
from zither_awl.core.saying import say
from zither_awl.core.things.kinds import of_kind
from zither_awl.core.values import Bin
from zither_awl.core.weeks.arrivals import Arrival, MayLeave, may_leave, next_after
from zither_awl.services.desk import Desk
from zither_awl.services.house import House
from zither_awl.services.making import open_marks
from zither_awl.services.shelf import resting_trays
from zither_awl.services.things import bin_for


@dataclass(frozen=True, slots=True)
class CameIn:
    """A thing that came: its name, its kind, how many, and the age its box gives in months."""

    name: str
    kind: str
    count: int = 1
    box_months: int | None = None


def save_arrival(desk: Desk, arrival: Arrival, adult_id: int | None) -> int:
    """Put something that arrives on the string, or move it. Returns its id. Raises: NotFound."""
    house = desk.house()
    if arrival.child_id is not None:
        house.child(arrival.child_id)
    if arrival.id:
        arrival_of(house, arrival.id)
    with desk.write(adult_id, say("Arrives: {arrival}", arrival=arrival.name)) as work:
        return work.themes.save_arrival(arrival)


def drop_arrival(desk: Desk, arrival_id: int, adult_id: int | None) -> None:
    """Take an arrival off the string. Raises: NotFound."""
    name = arrival_of(desk.house(), arrival_id).name
    with desk.write(adult_id, say("Does not arrive: {name}", name=name)) as work:
        work.themes.delete_arrival(arrival_id)


def arrival_of(house: House, arrival_id: int) -> Arrival:
    """An arrival by its id. Raises: NotFound."""
    found = next((a for a in house.weeks.arrivals if a.id == arrival_id), None)
    if found is None:
        raise NotFound(say("There is no arrival {arrival_id}.", arrival_id=arrival_id))
    return found


def receive(desk: Desk, arrival_id: int, came: Sequence[CameIn], bin_name: str, adult_id: int | None) -> list[int]:
    """It has arrived: what came waits in a bin, with the age of its box; the next time is put on the string. Returns
    the things' ids. Raises: NotFound; InvalidValue where it has arrived already, or for a thing that cannot be."""
    house, today = desk.house(), desk.today()
    old = arrival_of(house, arrival_id)
    if old.arrived_on is not None:
        raise InvalidValue(
            FieldProblem(
                "arrival", say("{old} arrived on {arrived_on} already.", old=old.name, arrived_on=old.arrived_on)
            )
        )
    things = [of_kind(c.name, c.kind, count=c.count, box_months=c.box_months, came_from=old.name[:80]) for c in came]
    with desk.write(adult_id, say("Arrived: {old}", old=old.name)) as work:
        bin_id = bin_for(work, house, bin_name) if bin_name.strip() else None
        ids = [work.cupboard.save_component(replace(thing, bin_id=bin_id)) for thing in things]
        work.themes.save_arrival(replace(old, arrived_on=today))
        for thing_id in ids:
            work.themes.add_arrived(arrival_id, thing_id)
        again = next_after(old, today)
        if again is not None:
            work.themes.save_arrival(again)
    return ids


def leave_first(house: House, on: date) -> tuple[MayLeave, ...]:
    """What could leave the house so that something may come in; the likeliest first."""
    left: dict[int, date] = {}
    for stay in house.weeks.stays:
        if stay.until_day is not None:
            left[stay.tray_id] = max(stay.until_day, left.get(stay.tray_id, stay.until_day))
    marks = {mark.tray_id: mark.what for mark, _ in open_marks(house) if mark.tray_id is not None}
    resting = [(t, left.get(t.id), marks.get(t.id, "")) for t in resting_trays(house)]
    return may_leave(resting, house.children, on)


def bins_held(house: House) -> tuple[tuple[Bin, int], ...]:
    """Every bin, with how many trays and loose things lie in it."""
    resting = resting_trays(house)
    on_trays = {c.component.id for t in house.trays for c in t.contents}
    loose = [c for c in house.components if not c.archived and c.id not in on_trays]
    return tuple((b, sum(t.bin_id == b.id for t in resting) + sum(c.bin_id == b.id for c in loose)) for b in house.bins)


def save_absence(desk: Desk, absence: Absence, adult_id: int | None) -> int:
    """Put days away on the string, or move them. Returns their id. Raises: NotFound."""
    house = desk.house()
    for child_id in absence.children:
        house.child(child_id)
    if absence.id and absence.id not in {a.id for a in house.weeks.absences}:
        raise NotFound(say("There are no days away {absence}.", absence=absence.id))
    with desk.write(adult_id, say("Away: {absence}", absence=absence.name)) as work:
        return work.themes.save_absence(absence)


def drop_absence(desk: Desk, absence_id: int, adult_id: int | None) -> None:
    """Take days away off the string. Raises: NotFound."""
    with desk.write(adult_id, say("Not away")) as work:
        work.themes.delete_absence(absence_id)
