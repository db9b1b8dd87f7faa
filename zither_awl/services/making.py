"""Use cases of the making list, and of marks of wear on things and trays."""

from __future__ import annotations

from collections import Counter
from collections.abc import Collection
from dataclasses import dataclass, replace

from zither_awl.catalogue.making import recipes
from zither_awl.core.errors import FieldProblem, InvalidValue, NotFound
from zither_awl.core.making import Making, Mark, Recipe, What, changed_by_a_check, ready_to_give, suggested
from zither_awl.core.saying import say
from zither_awl.core.things.kinds import of_kind
from zither_awl.languages import told
from zither_awl.services.catalogue import designs
from zither_awl.services.desk import Desk, House


@dataclass(frozen=True, slots=True)
class MakingList:
    """What is being made with its recipe; what could be, with how many cards ask for it; and what is worn."""

    begun: tuple[tuple[Making, Recipe], ...]
    suggested: tuple[tuple[Recipe, int], ...]
    marks: tuple[tuple[Mark, str], ...]
    """Open marks, each with the name of what bears it."""


def recipe(key: str) -> Recipe:
    """A recipe by its key. Raises: NotFound."""
    found = next((each for each in recipes() if each.key == key), None)
    if found is None:
        raise NotFound(say("There is no recipe {key}.", key=repr(key)))
    return found


def making_list(house: House) -> MakingList:
    """Everything to sew, glue, cut, print and renew."""
    open_ = [each for each in house.cupboard.makings if each.component_id is None]
    owned = {c.kind for c in house.components if not c.archived}
    firsts = Counter(
        word for d in designs(house).values() for word in {_first(r.accepts) for v in d.levels for r in v.roles}
    )
    offered = suggested(recipes(), owned, {each.recipe for each in open_}, dict(firsts))
    return MakingList(tuple((each, recipe(each.recipe)) for each in open_), offered, open_marks(house))


def _first(accepts: tuple[str, ...]) -> str:
    """The kind a role asks for first, also where it asks for a use only one recipe serves."""
    made = {
        "picture": "picture card",
        "numeral": "numeral card",
        "word": "label",
        "texture": "texture board",
        "colour": "colour tablet",
        "weight": "weight bag",
        "lacing": "lacing card",
        "folding cloth": "cloth",
        "magnet object": "sewn-in magnet",
        "carried object": "bean bag",
        "soft object": "bean bag",
    }
    return made.get(accepts[0], accepts[0])


def begin(desk: Desk, key: str, wanted_for: str, adult_id: int | None) -> int:
    """Put something on the making list. Raises: NotFound."""
    found = recipe(key)
    with desk.write(adult_id, say("To make: {found}", found=found.name)) as work:
        return work.making.save_making(
            Making(id=0, recipe=key, name=told(found.name), wanted_for=wanted_for[:80], begun_on=desk.today())
        )


def _begun(house: House, making_id: int) -> Making:
    found = next((each for each in house.cupboard.makings if each.id == making_id), None)
    if found is None:
        raise NotFound(say("There is nothing being made with the number {making_id}.", making_id=making_id))
    return found


def go_on(
    desk: Desk, making_id: int, done: Collection[int], checked: Collection[str], checked_by: str, adult_id: int | None
) -> None:
    """Say which steps are done and which checks have passed, and who checked. Raises: NotFound, InvalidValue."""
    making = _begun(desk.house(), making_id)
    changed_by_a_check(making, recipe(making.recipe), done, checked)
    told = replace(
        making,
        done=tuple(sorted(set(done))),
        checked=tuple(checked),
        checked_by=checked_by.strip()[:80],
        checked_on=desk.today() if checked else None,
    )
    with desk.write(adult_id, say("Making {making}", making=making.name)) as work:
        work.making.save_making(told)


def give(desk: Desk, making_id: int, name: str, count: int, adult_id: int | None) -> int:
    """What was made and passed its checks becomes a thing of the cupboard. Returns the thing's id.

    Raises: InvalidValue while a step or a check lacks; NotFound.
    """
    making = _begun(desk.house(), making_id)
    found = recipe(making.recipe)
    ready_to_give(making, found)
    checked = say(
        "made; checked by {checked_by}, {checked_on}", checked_by=making.checked_by, checked_on=making.checked_on
    )
    thing = of_kind(name or making.name, found.makes, count=count, came_from=checked[:80])
    with desk.write(adult_id, say("Made {thing}", thing=thing.name)) as work:
        thing_id = work.cupboard.save_component(thing)
        work.making.save_making(replace(making, component_id=thing_id))
        return thing_id


def leave(desk: Desk, making_id: int, adult_id: int | None) -> None:
    """Take something off the making list. Raises: NotFound."""
    making = _begun(desk.house(), making_id)
    with desk.write(adult_id, say("Not to make: {making}", making=making.name)) as work:
        work.making.drop_making(making_id)


def open_marks(house: House) -> tuple[tuple[Mark, str], ...]:
    """Marks that nobody has seen to, each with the name of the thing or tray."""
    things = {c.id: c.name for c in house.components}
    trays = {t.id: t.name for t in house.all_trays}
    names = ((m, things.get(m.component_id or 0) or trays.get(m.tray_id or 0, "")) for m in house.cupboard.marks)
    return tuple((mark, name) for mark, name in names if mark.done_on is None and name)


def mark(desk: Desk, what: What, component_id: int | None, tray_id: int | None, note: str, adult_id: int | None) -> int:
    """Mark a thing or a tray as worn, to be washed or to be renewed. Raises: NotFound, InvalidValue."""
    house = desk.house()
    if (component_id is None) == (tray_id is None):
        raise InvalidValue(FieldProblem("component_id", say("or tray_id: exactly one of them bears the mark.")))
    name = house.component(component_id).name if component_id else house.tray(tray_id or 0).name
    who = next((a.name for a in house.adults if a.id == adult_id), "")
    with desk.write(adult_id, say("{name}: {what}", name=name, what=what)) as work:
        return work.making.save_mark(
            Mark(
                id=0,
                what=what,
                component_id=component_id,
                tray_id=tray_id,
                note=note[:200],
                marked_by=who,
                marked_on=desk.today(),
            )
        )


def seen_to(desk: Desk, mark_id: int, adult_id: int | None) -> None:
    """A mark was seen to: mended, washed, renewed. Raises: NotFound."""
    found = next((m for m in desk.house().cupboard.marks if m.id == mark_id), None)
    if found is None:
        raise NotFound(say("There is no mark {mark_id}.", mark_id=mark_id))
    with desk.write(adult_id, say("Seen to what was worn")) as work:
        work.making.save_mark(replace(found, done_on=desk.today()))
