"""Use cases of the things in the cupboard: entered, mended, found again, restocked; what their bins hold."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass, replace
from datetime import date

from zither_awl.core.errors import FieldProblem, InvalidValue
from zither_awl.core.saying import say, together
from zither_awl.core.stock import Full, Restock, full_bins, restock
from zither_awl.core.things.component import Component
from zither_awl.core.things.fill import density_problem
from zither_awl.core.things.kinds import known_kind
from zither_awl.core.trays.assemble import refreshed
from zither_awl.core.values import Tray
from zither_awl.services.desk import Desk, House
from zither_awl.services.shelf import resting_trays
from zither_awl.store import Store


@dataclass(frozen=True, slots=True)
class Thing:
    """A thing, how many of it are free, and which trays hold the others."""

    component: Component
    free: int
    on: tuple[tuple[Tray, int], ...]


def things_of(house: House) -> tuple[Thing, ...]:
    """Everything that is not archived, by name."""
    kept = sorted((c for c in house.components if not c.archived), key=lambda c: c.name.lower())
    return tuple(Thing(c, house.stock.free(c), house.stock.on_trays(c)) for c in kept)


def save_component(desk: Desk, component: Component, bin_name: str, adult_id: int | None) -> int:
    """Add (id 0) or change a thing; trays that hold it are reckoned again.

    Raises: InvalidValue for a kind nobody knows, a density outside its range, fewer than the trays hold, or a bin
    beyond the cap.
    """
    house = desk.house()
    check_component(component)
    held = sum(n for _, n in house.stock.on_trays(component)) if component.id and not component.medium else 0
    if held > component.count:
        names = together((t.name for t, _ in house.stock.on_trays(component)), ", ")
        raise InvalidValue(
            FieldProblem(
                "count",
                say("is {count}; trays hold {held}: {names}.", count=component.count, held=held, names=names),
                say("Unpack one of them first."),
            )
        )
    old = house.component(component.id) if component.id else None
    with desk.write(
        adult_id, say("{old} {component}", old=say("Changed") if old else say("Added"), component=component.name)
    ) as work:
        bin_id = bin_for(work, house, bin_name)
        kept = replace(component, bin_id=bin_id)
        made = work.cupboard.save_component(kept)
        if old is not None:
            _reckon_again(work, house, replace(kept, id=made))
        return made


def check_component(component: Component) -> None:
    """Whether a thing can be kept. Raises: InvalidValue for a kind nobody knows, a density outside its range."""
    known_kind(component.kind)
    wrong = density_problem(component)
    if wrong:
        raise InvalidValue(wrong)


def bin_for(work: Store, house: House, name: str) -> int | None:
    """The bin of that name, made if it is not there. Raises: InvalidValue beyond the cap of bins."""
    wrong = cap_problem(house, name)
    if wrong:
        raise InvalidValue(wrong)
    return work.cupboard.save_bin(name) if name.strip() else None


def cap_problem(house: House, name: str, earlier: Iterable[str] = ()) -> FieldProblem | None:
    """Why a bin of that name cannot be begun in a house with a cap on bins; `earlier` are begun in the same file."""
    most = house.household.most_bins if house.household else None
    known = {b.name for b in house.bins} | {each for each in earlier if each.strip()}
    if most is None or not name.strip() or name in known or len(known) < most:
        return None
    return FieldProblem(
        "bin",
        say("would be bin {known}; this house has at most {most}.", known=len(known) + 1, most=most),
        say("Use one of the others, or let something outgrown leave first."),
    )


def _reckon_again(work: Store, house: House, component: Component) -> None:
    for tray in house.all_trays:
        if any(c.component.id == component.id for c in tray.contents):
            work.cupboard.save_tray(refreshed(tray, component))


def archive_component(desk: Desk, component_id: int, archived: bool, adult_id: int | None) -> None:
    """Put a thing away, or bring it back. Raises: InvalidValue while a tray holds it."""
    house = desk.house()
    component = house.component(component_id)
    holders = house.stock.on_trays(component)
    if archived and holders:
        names = together((t.name for t, _ in holders), ", ")
        raise InvalidValue(
            FieldProblem(
                "archived",
                say("{component} lies on {names}.", component=component.name, names=names),
                say("Unpack it there first."),
            )
        )
    with desk.write(
        adult_id,
        say(
            "{archived} {component}",
            archived=say("Archived") if archived else say("Brought back"),
            component=component.name,
        ),
    ) as work:
        work.cupboard.save_component(replace(component, archived=archived))


def where_is(house: House, tray: Tray) -> str:
    """Where a tray is: its spot, or its bin."""
    standing = house.standing.get(tray.id)
    if standing is None:
        return house.bin_name(tray.bin_id) or say("no bin yet")
    unit = house.unit(standing.spot.unit_id)
    return say("{unit}, {words}", unit=unit.name, words=standing.spot.words(unit))


def restocking(house: House, today: date) -> tuple[Restock, ...]:
    """What is used up, and by when to buy it."""
    return house.once(("restock", today), lambda: restock(house.log, house.components, house.trays, today))


def full(house: House, today: date) -> tuple[Full, ...]:
    """The bins whose cap is reached, and what should leave them."""
    loose = [t.component for t in things_of(house) if t.free]
    return full_bins(house.bins, resting_trays(house), loose, house.children, today)
