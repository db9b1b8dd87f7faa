"""Use cases of groups of children: who is together, which adults know them, and what concerns only them."""

from __future__ import annotations

import re
from collections.abc import Collection

from zither_awl.core.errors import FieldProblem, InvalidValue, NotFound
from zither_awl.core.saying import say
from zither_awl.core.values import Child, Group
from zither_awl.services.desk import Desk, House


def group(house: House, group_id: int) -> Group:
    """A group by its id. Raises: NotFound."""
    found = next((g for g in house.people.groups if g.id == group_id), None)
    if found is None:
        raise NotFound(say("There is no group {group_id}.", group_id=group_id))
    return found


def save(desk: Desk, made: Group, adult_id: int | None) -> int:
    """Make a group (id 0) or change one; a child leaves the group it was in. Raises: NotFound, InvalidValue."""
    house = desk.house()
    for child in made.children:
        house.child(child)
    strange = made.adults - {a.id for a in house.adults}
    if strange:
        raise InvalidValue(FieldProblem("adults", say("name {min}, who is no adult of the house.", min=min(strange))))
    with desk.write(adult_id, say("The group {made}", made=made.name)) as work:
        return work.people.save_group(made)


def drop(desk: Desk, group_id: int, adult_id: int | None) -> None:
    """Take a group away; its children stay. Raises: NotFound."""
    found = group(desk.house(), group_id)
    with desk.write(adult_id, say("Took the group {found} away", found=found.name)) as work:
        work.people.drop_group(group_id)


def children_of(house: House, group_id: int | None) -> tuple[Child, ...]:
    """The children of a group, or of the house."""
    if group_id is None:
        return house.children
    members = group(house, group_id).children
    return tuple(c for c in house.children if c.id in members)


def names_another(house: House, text: str, children: Collection[int]) -> bool:
    """Whether a text names a child of the house that is none of these: then it is not for their family."""
    others = [c.name for c in house.all_children if c.id not in children]
    return any(re.search(rf"\b{re.escape(name)}\b", text) for name in others)
