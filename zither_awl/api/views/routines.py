"""Routines: real work without a tray."""

from __future__ import annotations

from flask import Blueprint

from zither_awl.api.answers import reasons_out
from zither_awl.api.context import adult_id, desk
from zither_awl.api.schemas.base import DoneOut
from zither_awl.api.schemas.lessons import (
    DoneStepOut,
    ForEachOut,
    InvitedOut,
    RoutineIn,
    RoutineOut,
    RoutinesOut,
    RunOut,
    SnackOut,
    StepOut,
)
from zither_awl.api.spec import answers, api
from zither_awl.core.values import Routine, RoutineRun
from zither_awl.services import routines

bp = Blueprint("routines", __name__, url_prefix="/api")


@bp.get("/routines")
@api.validate(resp=answers(HTTP_200=RoutinesOut), tags=["routines"])
def get_routines() -> RoutinesOut:
    """Every routine, what is under way, what was done, and how the snack table stands."""
    at = desk()
    board, names = routines.board(at), {c.id: c.name for c in at.house().children}
    snack = board.snack
    return RoutinesOut(
        routines=[_routine(r) for r in board.routines], past=[_run(r, None) for r in board.past],
        open=[_run(r, step.key if step else None) for r, step in board.open],
        snack=SnackOut(
            name=snack.name, what=snack.what, in_the_bowl=snack.in_the_bowl, cautions=list(snack.cautions),
            for_each=[ForEachOut(child=names.get(c, ""), pieces=n) for c, n in snack.for_each],
            reasons=reasons_out(snack.reasons),
        ),
    )  # fmt: skip


def _routine(each: Routine) -> RoutineOut:
    return RoutineOut(key=each.key, name=each.name, invitation=each.invitation, from_months=each.from_months,
                      own=each.own, steps=[StepOut.model_validate(s) for s in each.steps])  # fmt: skip


def _run(run: RoutineRun, following: str | None) -> RunOut:
    return RunOut(
        key=run.key, routine=run.routine, began=run.began, ended=run.ended, next=following,
        invited=[InvitedOut(child_id=c, answer=a) for c, a in run.invited],
        done=[DoneStepOut(step=d.step, at=d.at, child_id=d.child_id) for d in run.done],
    )  # fmt: skip


@bp.post("/routines")
@api.validate(resp=answers(HTTP_200=DoneOut), tags=["routines"])
def save_routine(json: RoutineIn) -> DoneOut:
    """Keep a routine of one's own."""
    made = routines.save_routine(desk(), json.key, json.name, json.invitation, json.steps, adult_id())
    return DoneOut(id=made)
