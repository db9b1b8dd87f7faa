"""Arranging the shelf: ask for a plan, watch it, stop it, take it, ask why not."""

from __future__ import annotations

from flask import Blueprint

from zither_awl.api.answers import reasons_out, spot_in
from zither_awl.api.context import adult_id, desk
from zither_awl.api.plan_answers import solve_out, wanted_in
from zither_awl.api.schemas.base import DoneOut
from zither_awl.api.schemas.plan import AcceptPlanIn, NewestOut, PlanIn, SolveOut, WhyIn, WhyOut
from zither_awl.api.spec import answers, api
from zither_awl.services import planning

bp = Blueprint("plan", __name__, url_prefix="/api")


@bp.post("/plan")
@api.validate(resp=answers(HTTP_200=DoneOut), tags=["plan"])
def ask(json: PlanIn) -> DoneOut:
    """Begin to work out a plan; the answer names the solve to ask after."""
    return DoneOut(id=planning.start(desk(), wanted_in(json)))


@bp.get("/plan")
@api.validate(resp=answers(HTTP_200=NewestOut), tags=["plan"])
def newest() -> NewestOut:
    """Which plan was asked for last, from whatever device."""
    found = desk().solves.newest()
    return NewestOut(id=found.id if found else None)


@bp.get("/plan/<int:solve_id>")
@api.validate(resp=answers(HTTP_200=SolveOut), tags=["plan"])
def get_solve(solve_id: int) -> SolveOut:
    """How far a question is, the best so far, and the answer once there is one."""
    at = desk()
    return solve_out(at.solves.get(solve_id), at)


@bp.post("/plan/<int:solve_id>/stop")
@api.validate(resp=answers(HTTP_200=DoneOut), tags=["plan"])
def stop(solve_id: int) -> DoneOut:
    """End the search and keep the best so far."""
    desk().solves.stop(solve_id)
    return DoneOut(id=solve_id)


@bp.post("/plan/<int:solve_id>/accept")
@api.validate(resp=answers(HTTP_200=DoneOut), tags=["plan"])
def accept(solve_id: int, json: AcceptPlanIn) -> DoneOut:
    """Put the plan, or the chosen trays of it, onto the shelves."""
    return DoneOut(id=planning.accept(desk(), solve_id, json.trays, adult_id()))


@bp.post("/plan/<int:solve_id>/why")
@api.validate(resp=answers(HTTP_200=WhyOut), tags=["plan"])
def why(solve_id: int, json: WhyIn) -> WhyOut:
    """Why a tray is not in the plan, or not on a spot."""
    found = planning.why_not(desk(), solve_id, json.tray, spot_in(json.spot) if json.spot else None)
    return WhyOut(reasons=[], solve=found) if isinstance(found, int) else WhyOut(reasons=reasons_out(found), solve=None)
