"""Heights: of the house for each child, and of each child's reach as it grows."""

from __future__ import annotations

from flask import Blueprint

from zither_awl.api.answers import child_out
from zither_awl.api.context import adult_id, desk
from zither_awl.api.schemas.base import DoneOut
from zither_awl.api.schemas.heights import (
    AheadOut,
    AidIn,
    AidOut,
    ForChildOut,
    HeightsOut,
    ReachedOut,
    SpanOut,
    TickAidIn,
)
from zither_awl.api.spec import answers, api
from zither_awl.core.errors import FieldProblem, InvalidValue
from zither_awl.core.independence import Height, OwnAid
from zither_awl.core.saying import say
from zither_awl.services import heights

bp = Blueprint("heights", __name__, url_prefix="/api")


@bp.get("/heights")
@api.validate(resp=answers(HTTP_200=HeightsOut), tags=["house"])
def get_heights() -> HeightsOut:
    """What would give each child more independence, room by room, with heights now and in six months."""
    at = desk()
    house, today = at.house(), at.today()
    kept = house.household
    people = [
        ForChildOut(
            child=each.child.id,
            name=each.child.name,
            aids=[
                AidOut(
                    key=a.key,
                    room=a.room,
                    name=a.name,
                    now=_span(a.now),
                    later=_span(a.later),
                    note=a.note,
                    source=a.source,
                    done=a.key in each.done,
                    daily=a.daily,
                    missed=a.missed,
                )
                for a in each.aids
            ],
            first=[a.key for a in each.first],
        )
        for each in heights.house_heights(house, today)
    ]
    counter, basin = (kept.counter_mm, kept.basin_mm) if kept else (None, None)
    later = heights.months_on(today, heights.LATER_MONTHS)
    return HeightsOut(children=people, later=later, counter_mm=counter, basin_mm=basin)


def _span(height: Height | None) -> SpanOut | None:
    return SpanOut(low=height.low, high=height.high) if height else None


@bp.post("/heights/tick")
@api.validate(resp=answers(HTTP_200=DoneOut), tags=["house"])
def tick(json: TickAidIn) -> DoneOut:
    """Say that something was made for a child, or take that back."""
    heights.tick(desk(), json.child, json.key, json.done, adult_id())
    return DoneOut()


@bp.post("/heights/aids")
@api.validate(resp=answers(HTTP_200=DoneOut), tags=["house"])
def add_aid(json: AidIn) -> DoneOut:
    """Add a thing of the household's own that gives independence."""
    made = OwnAid(id=0, room=json.room, name=json.name, at=json.at, height_mm=json.height_mm, daily=json.daily)
    return DoneOut(id=heights.add_aid(desk(), made, adult_id()))


@bp.delete("/heights/aids/<int:aid_id>")
@api.validate(resp=answers(HTTP_200=DoneOut), tags=["house"])
def drop_aid(aid_id: int) -> DoneOut:
    """Take a thing of the household's own away."""
    heights.drop_aid(desk(), aid_id, adult_id())
    return DoneOut(id=aid_id)


@bp.get("/shelf/in/<int:months>")
@api.validate(resp=answers(HTTP_200=AheadOut), tags=["shelf"])
def ahead(months: int) -> AheadOut:
    """The children's reach in so many months, and which boards they come to reach by then."""
    if not 0 <= months <= heights.AHEAD_MONTHS:
        raise InvalidValue(
            FieldProblem(
                "months",
                say("is {months}; expected 0 to {ahead_months}.", months=months, ahead_months=heights.AHEAD_MONTHS),
            )
        )
    at = desk()
    house, today = at.house(), at.today()
    on = heights.months_on(today, months)
    reached = [
        ReachedOut(child=r.child.id, unit=r.unit.id, board=r.board, words=heights.said(r, today))
        for r in heights.soon_reached(house, today)
        if r.on <= on
    ]
    return AheadOut(on=on, children=[child_out(m) for m in heights.marks_in(house, today, months)], reached=reached)
