"""Use cases about units: add, change, archive, close to a child."""

from __future__ import annotations

from dataclasses import replace

from zither_awl.core.errors import FieldProblem, InvalidValue, StaleWrite
from zither_awl.core.saying import say
from zither_awl.core.values import Spot, Unit
from zither_awl.services.desk import Desk, House


def save_unit(desk: Desk, unit: Unit, adult_id: int | None) -> int:
    """Add (id 0) or change a unit. Trays on spots that are no longer there go back to their bins.

    Raises: StaleWrite if the unit was changed since the version it was read at.
    """
    house = desk.house()
    old = house.unit(unit.id) if unit.id else None
    if old is not None and old.version != unit.version:
        raise StaleWrite(say("{old} was changed in another window since you opened it.", old=old.name), old.version)
    _check_children(unit, house)
    with desk.write(
        adult_id, say("{old} the {unit}", old=say("Changed") if old else say("Added"), unit=unit.name)
    ) as work:
        unit_id = work.room.save_unit(unit)
        for placement in house.placements:
            if placement.spot.unit_id == unit_id and not _there(placement.spot, unit):
                work.weeks.take_away(placement.tray.id, desk.now(), desk.today())
    return unit_id


def _check_children(unit: Unit, house: House) -> None:
    unknown = unit.comes - {c.id for c in house.all_children}
    if unknown:
        raise InvalidValue(
            FieldProblem("comes", say("names children that are not here: {unknown}.", unknown=sorted(unknown)))
        )


def _there(spot: Spot, unit: Unit) -> bool:
    return spot.board < len(unit.boards) and spot.place < unit.boards[spot.board].places


def archive_unit(desk: Desk, unit_id: int, archived: bool, adult_id: int | None) -> None:
    """Put a unit away with its history, or bring it back. What stands on it goes to the bins."""
    house = desk.house()
    unit = house.unit(unit_id)
    with desk.write(
        adult_id,
        say("{archived} the {unit}", archived=say("Archived") if archived else say("Brought back"), unit=unit.name),
    ) as work:
        work.room.save_unit(replace(unit, archived=archived))
        for placement in house.placements:
            if archived and placement.spot.unit_id == unit_id:
                work.weeks.take_away(placement.tray.id, desk.now(), desk.today())
