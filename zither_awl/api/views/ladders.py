"""Ladders: where each child stands in each sequence, and the next single step."""

from __future__ import annotations

from flask import Blueprint

from zither_awl.api.context import adult_id, desk
from zither_awl.api.ladder_answers import completed_out, growth_out, map_out, step_out
from zither_awl.api.schemas.base import DoneOut
from zither_awl.api.schemas.ladders import (
    CanMakeStepOut,
    CanMakeStepsOut,
    ChooseStepIn,
    CompletedTodayOut,
    GrowthOut,
    GrowthQuery,
    LaddersOut,
    LaddersQuery,
    LadderStepOut,
    SaidStepIn,
    StepQuery,
    StepsQuery,
    TieIn,
)
from zither_awl.api.spec import answers, api
from zither_awl.services import ladder_step, ladders

bp = Blueprint("ladders", __name__, url_prefix="/api")


@bp.get("/ladders")
@api.validate(query=LaddersQuery, resp=answers(HTTP_200=LaddersOut), tags=["ladders"])
def get_ladders(query: LaddersQuery) -> LaddersOut:
    """Every string near a child, with its holes and how it stands at each."""
    at = desk()
    house = at.house()
    here = ladders.map_of(house, house.child(query.child), at.today())
    return map_out(house, here, whole=query.all, thread=query.thread)


@bp.get("/ladders/step")
@api.validate(query=StepQuery, resp=answers(HTTP_200=LadderStepOut), tags=["ladders"])
def get_step(query: StepQuery) -> LadderStepOut:
    """One step of a child, with a step between, when it is likely, what was seen, and what can be done."""
    return step_out(desk().house(), ladder_step.about(desk(), query.child, (query.key, query.level)))


@bp.get("/ladders/makeable")
@api.validate(query=StepsQuery, resp=answers(HTTP_200=CanMakeStepsOut), tags=["ladders"])
def get_makeable(query: StepsQuery) -> CanMakeStepsOut:
    """Which of a child's next steps can be made from what is free."""
    found = ladder_step.makeable_steps(desk(), query.child)
    return CanMakeStepsOut(
        steps=[
            CanMakeStepOut(key=key, level=level, ready=can.ready, between=can.between)
            for (key, level), can in found.items()
        ]
    )


@bp.get("/ladders/growth")
@api.validate(query=GrowthQuery, resp=answers(HTTP_200=GrowthOut), tags=["ladders"])
def get_growth(query: GrowthQuery) -> GrowthOut:
    """How a child stood on an earlier day, and what changed since."""
    return growth_out(desk().house(), ladders.grew(desk(), query.child, query.since))


@bp.get("/ladders/completed")
@api.validate(resp=answers(HTTP_200=CompletedTodayOut), tags=["ladders"])
def get_completed() -> CompletedTodayOut:
    """The steps that were mastered today, and what each leads to."""
    house = desk().house()
    return completed_out(house, ladders.completed_on(house, desk().today()))


@bp.put("/ladders/ties")
@api.validate(resp=answers(HTTP_200=DoneOut), tags=["ladders"])
def tie(json: TieIn) -> DoneOut:
    """Tie a step to one that should be known before it, or untie them; a circle is refused, and named."""
    ladders.tie(desk(), (json.key, json.level), (json.before_key, json.before_level), json.tied, adult_id())
    return DoneOut()


@bp.put("/ladders/said")
@api.validate(resp=answers(HTTP_200=DoneOut), tags=["ladders"])
def keep_said(json: SaidStepIn) -> DoneOut:
    """Keep an adult's word on whether a child can do a step, or take it back."""
    ladder_step.keep_said(desk(), json.child_id, (json.key, json.level), json.answer, adult_id())
    return DoneOut()


@bp.post("/ladders/chosen")
@api.validate(resp=answers(HTTP_200=DoneOut), tags=["ladders"])
def choose(json: ChooseStepIn) -> DoneOut:
    """Choose a step for the next change, or for weeks to come."""
    rung = (json.key, json.level)
    return DoneOut(id=ladder_step.choose(desk(), json.child_id, rung, json.from_day, json.weeks, adult_id()))
