"""Routines: real work without a tray."""

from __future__ import annotations

from collections.abc import Mapping

from flask import Blueprint, Response, request, session

from zither_awl.api.context import adult_id, desk
from zither_awl.api.schemas.base import DoneOut
from zither_awl.api.schemas.routines import (
    BranchOut,
    DoneStepOut,
    InvitedOut,
    RoutineIn,
    RoutineOut,
    RoutinesOut,
    RunOut,
    StepOut,
)
from zither_awl.api.spec import answers, api
from zither_awl.core.errors import NotFound
from zither_awl.core.saying import say
from zither_awl.core.values import Routine, RoutineRun, Step
from zither_awl.formats.paper.drawings import pictures
from zither_awl.services import photos, routines

bp = Blueprint("routines", __name__, url_prefix="/api")


@bp.get("/routines")
@api.validate(resp=answers(HTTP_200=RoutinesOut), tags=["routines"])
def get_routines() -> RoutinesOut:
    """Every routine, what is under way, what was done, and what comes round today."""
    board, kept = routines.board(desk()), desk().house().lessons.step_photos
    return RoutinesOut(
        routines=[_routine(r, kept) for r in board.routines],
        past=[_run(r, None) for r in board.past],
        open=[_run(r, step.key if step else None) for r, step in board.open],
        today=[r.key for r in board.today],
        pictures=sorted(pictures()),
    )


def _routine(each: Routine, photographed: Mapping[tuple[str, str], int]) -> RoutineOut:
    return RoutineOut(
        key=each.key,
        name=each.name,
        invitation=each.invitation,
        from_months=each.from_months,
        own=each.own,
        changed=each.changed,
        weekdays=list(each.weekdays),
        adults=list(each.adults),
        steps=[_step(s, (each.key, s.key) in photographed) for s in each.steps],
    )


def _step(s: Step, photo: bool) -> StepOut:
    return StepOut(
        key=s.key,
        text=s.text,
        picture=s.picture,
        photo=photo,
        who=s.who,
        timer_min=s.timer_min,
        amount=s.amount,
        caution=s.caution,
        source=s.source,
        only_if=s.only_if,
        piles=s.piles,
        kinds=list(s.kinds),
    )


def _run(run: RoutineRun, following: str | None) -> RunOut:
    return RunOut(
        key=run.key,
        routine=run.routine,
        began=run.began,
        ended=run.ended,
        next=following,
        invited=[InvitedOut(child_id=c, answer=a) for c, a in run.invited],
        done=[DoneStepOut(step=d.step, at=d.at, child_id=d.child_id) for d in run.done],
        branches=[BranchOut(branch=b, holds=h) for b, h in run.branches],
    )


@bp.post("/routines")
@api.validate(resp=answers(HTTP_200=DoneOut), tags=["routines"])
def save_routine(json: RoutineIn) -> DoneOut:
    """Keep a routine of one's own, or one that ships, written anew."""
    data = json.model_dump()
    data["steps"] = [
        {**{k: v for k, v in s.items() if k != "timer_min"}, "timer": s["timer_min"]} for s in data["steps"]
    ]
    return DoneOut(id=routines.save_routine(desk(), json.key, data, adult_id()))


@bp.delete("/routines/<key>")
@api.validate(resp=answers(HTTP_200=DoneOut), tags=["routines"])
def drop_routine(key: str) -> DoneOut:
    """Take a routine of one's own away; one that ships is as it ships again."""
    routines.drop_routine(desk(), key, adult_id())
    return DoneOut(id=key)


@bp.put("/routines/<key>/steps/<step>/photo")
@api.validate(resp=answers(HTTP_200=DoneOut), tags=["routines"])
def add_step_photo(key: str, step: str) -> DoneOut:
    """The photograph a step is followed by: the bytes of a JPEG, PNG or WebP."""
    photos.add_step_photo(desk(), key, step, request.get_data(), adult_id())
    return DoneOut()


@bp.delete("/routines/<key>/steps/<step>/photo")
@api.validate(resp=answers(HTTP_200=DoneOut), tags=["routines"])
def drop_step_photo(key: str, step: str) -> DoneOut:
    """Take the photograph off a step."""
    photos.drop_step_photo(desk(), key, step, adult_id())
    return DoneOut()


@bp.get("/routines/<key>/steps/<step>/photo.jpg")
def get_step_photo(key: str, step: str) -> Response:
    """The photograph of a step, for a browser that has opened this household."""
    if "csrf_token" not in session:
        raise NotFound(say("Open Zither Awl first."))
    data = photos.step_photo_of(desk(), key, step)
    return Response(data, content_type="image/jpeg", headers={"Cache-Control": "private"})
