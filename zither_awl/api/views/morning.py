"""Mornings, read afterwards."""

from __future__ import annotations

from collections.abc import Sequence
from typing import cast

from flask import Blueprint, Response

from zither_awl.api.answers import child_out, episodes_out, morning_out, swept_out
from zither_awl.api.context import desk
from zither_awl.api.files import csv_file
from zither_awl.api.schemas.morning import CauseOut, ChildsMorningOut, MorningReadOut, QuarterOut, StretchOut
from zither_awl.api.schemas.watch import MorningOut, SpellOut
from zither_awl.api.spec import answers, api
from zither_awl.core.values import Episode
from zither_awl.services import reading
from zither_awl.services.desk import House
from zither_awl.services.reading import TYPICAL_WEEKS, ChildsMorning
from zither_awl.services.recording import work_name
from zither_awl.services.shelf import marks_of

bp = Blueprint("morning", __name__, url_prefix="/api")


@bp.get("/mornings/last")
@api.validate(resp=answers(HTTP_200=MorningReadOut), tags=["morning"])
def get_last() -> MorningReadOut:
    """The last morning that ended, whole."""
    return _read(None)


@bp.get("/mornings/<int:morning_id>")
@api.validate(resp=answers(HTTP_200=MorningReadOut), tags=["morning"])
def get_morning(morning_id: int) -> MorningReadOut:
    """A morning, whole. Every field is described in the document of the API; this is its JSON export too."""
    return _read(morning_id)


@bp.get("/mornings/<int:morning_id>.csv")
def get_csv(morning_id: int) -> Response:
    """A morning as CSV, one row a happening."""
    found = reading.read_morning(desk(), morning_id)
    return csv_file(reading.csv_of(desk(), morning_id), f"work-cycle-{found.morning.day}.csv")


def _read(morning_id: int | None) -> MorningReadOut:
    at = desk()
    house, found = at.house(), reading.read_morning(at, morning_id)
    return MorningReadOut(
        morning=cast("MorningOut", morning_out(found.morning, house)),
        day=found.morning.day,
        episodes=episodes_out(found.episodes, at),
        spells=[SpellOut.model_validate(s) for s in found.spells],
        children=[_childs(c, found.episodes, house) for c in found.children],
        swept=swept_out(found.swept, house),
        earlier=found.earlier.id if found.earlier else None,
        later=found.later.id if found.later else None,
        typical_weeks=TYPICAL_WEEKS,
    )


def _childs(each: ChildsMorning, works: Sequence[Episode], house: House) -> ChildsMorningOut:
    curve = each.curve
    great = curve.great if curve else None
    kept = next((e for e in works if great and e.id == great.episode_id), None)
    return ChildsMorningOut(
        child=child_out(marks_of(each.child, desk().today())),
        at_work_min=curve.at_work_min if curve else 0.0,
        settling_min=curve.settling_min if curve else None,
        dip=StretchOut.model_validate(curve.dip) if curve and curve.dip else None,
        great=StretchOut.model_validate(great) if great else None,
        great_at=work_name(house, kept.tray_id, kept.activity) if kept else "",
        work=[StretchOut.model_validate(s) for s in curve.work] if curve else [],
        longest_min=each.longest_min,
        stretches_min=list(each.stretches_min),
        rounds=each.rounds,
        breaks=[CauseOut(cause=c, times=n) for c, n in each.breaks],
        came_back=each.came_back,
        typical=[QuarterOut.model_validate(b) for b in each.typical],
        mornings=each.mornings,
    )
