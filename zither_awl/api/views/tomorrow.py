"""Tomorrow, child by child: what each is invited to."""

from __future__ import annotations

from flask import Blueprint

from zither_awl.api.answers import reasons_out
from zither_awl.api.context import adult_id, desk
from zither_awl.api.schemas.base import DoneOut
from zither_awl.api.schemas.tomorrow import ChildsDayOut, InvitationOut, InvitationsOut, InvitationsQuery, InviteIn
from zither_awl.api.spec import answers, api
from zither_awl.core.tomorrow import Invitation
from zither_awl.services import groups, tomorrow
from zither_awl.services.tomorrow import DayOf

bp = Blueprint("tomorrow", __name__, url_prefix="/api")


@bp.get("/invitations")
@api.validate(query=InvitationsQuery, resp=answers(HTTP_200=InvitationsOut), tags=["tomorrow"])
def get_invitations(query: InvitationsQuery) -> InvitationsOut:
    """The invitations of a day, tomorrow's if none is named: the household's, or the proposal."""
    day, children = tomorrow.day_of(desk(), query.day)
    own = {c.id for c in groups.children_of(desk().house(), query.group)}
    return InvitationsOut(day=day, children=[_day_out(each) for each in children if each.child.id in own])


def _day_out(each: DayOf) -> ChildsDayOut:
    return ChildsDayOut(
        child_id=each.child.id,
        child=each.child.name,
        pattern=each.child.pattern,
        chosen=each.chosen,
        items=[_invitation_out(i, each) for i in each.items],
        others=[_invitation_out(i, each) for i in each.others],
    )


def _invitation_out(each: Invitation, of: DayOf) -> InvitationOut:
    return InvitationOut(
        kind=each.kind,
        ref=each.ref,
        title=each.title,
        area=each.area,
        reason=reasons_out([each.reason])[0],
        prepare=each.prepare,
        condition=each.condition,
        minutes=each.minutes,
        taken_up=each.ref in of.taken,
    )


@bp.put("/invitations")
@api.validate(resp=answers(HTTP_200=DoneOut), tags=["tomorrow"])
def invite(json: InviteIn) -> DoneOut:
    """Keep what a child is invited to on a day."""
    tomorrow.choose(desk(), json.child_id, json.day, json.refs, adult_id())
    return DoneOut()
