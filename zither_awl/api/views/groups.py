"""Groups of children: who is together, and which adults know them."""

from __future__ import annotations

from flask import Blueprint

from zither_awl.api.context import adult_id, desk
from zither_awl.api.home_answers import groups_out
from zither_awl.api.schemas.base import DoneOut
from zither_awl.api.schemas.house import GroupIn, GroupsOut
from zither_awl.api.spec import answers, api
from zither_awl.core.values import Group
from zither_awl.services import groups

bp = Blueprint("groups", __name__, url_prefix="/api/groups")


@bp.get("")
@api.validate(resp=answers(HTTP_200=GroupsOut), tags=["children"])
def get_groups() -> GroupsOut:
    """The groups of children."""
    return GroupsOut(groups=groups_out(desk().house()))


@bp.post("")
@api.validate(resp=answers(HTTP_200=DoneOut), tags=["children"])
def save_group(json: GroupIn) -> DoneOut:
    """Make a group, or change one; a child leaves the group it was in."""
    made = Group(id=json.id, name=json.name, children=frozenset(json.children), adults=frozenset(json.adults))
    return DoneOut(id=groups.save(desk(), made, adult_id()))


@bp.delete("/<int:group_id>")
@api.validate(resp=answers(HTTP_200=DoneOut), tags=["children"])
def drop_group(group_id: int) -> DoneOut:
    """Take a group away; its children stay."""
    groups.drop(desk(), group_id, adult_id())
    return DoneOut(id=group_id)
