"""The kitchen scale, and the stand-ins for devices: what they show, and how they are steered."""

from __future__ import annotations

from dataclasses import asdict

from flask import Blueprint, Response

from zither_awl.api.context import adult_id, desk, printer, weighbridge
from zither_awl.api.schemas.base import DoneOut
from zither_awl.api.schemas.paper import (
    JobOut,
    PrinterOut,
    PrinterSettingIn,
    ScaleSettingIn,
    ScaleSettingOut,
    StandInsOut,
    WeighedOut,
    WeighIn,
    WeighingOut,
)
from zither_awl.api.spec import answers, api
from zither_awl.core.errors import NotFound
from zither_awl.core.saying import say
from zither_awl.devices import SimulatedPrinter
from zither_awl.devices.printer import PrinterSetting
from zither_awl.devices.scale import ScaleSetting
from zither_awl.services.weighing import weigh_in

bp = Blueprint("devices", __name__, url_prefix="/api")


@bp.get("/scale")
@api.validate(resp=answers(HTTP_200=WeighingOut), tags=["devices"])
def get_scale() -> WeighingOut:
    """What the scale shows now, and whether it has come to rest."""
    now, stand_in = weighbridge().look(), weighbridge().stand_in is not None
    return WeighingOut(state=now.state, grams=now.grams, weight=now.weight, text=now.text, stand_in=stand_in)


@bp.post("/scale/tare")
@api.validate(resp=answers(HTTP_200=DoneOut), tags=["devices"])
def tare() -> DoneOut:
    """Set the scale to zero with what lies on it."""
    weighbridge().tare()
    return DoneOut()


@bp.post("/scale/weigh")
@api.validate(resp=answers(HTTP_200=WeighedOut), tags=["devices"])
def weigh(json: WeighIn) -> WeighedOut:
    """Enter what was weighed as a thing's mass, or a medium's bulk density."""
    return WeighedOut(entered=weigh_in(desk(), json.component_id, json.grams, json.pieces, adult_id()))


@bp.get("/stand-ins")
@api.validate(resp=answers(HTTP_200=StandInsOut), tags=["devices"])
def get_stand_ins() -> StandInsOut:
    """The stand-ins, and how they are set."""
    scale, press = weighbridge().stand_in, printer()
    return StandInsOut(
        scale=ScaleSettingOut(**asdict(scale.setting)) if scale else None,
        printer=PrinterOut(**asdict(press.setting), jobs=[JobOut(**asdict(job)) for job in press.jobs()])
        if isinstance(press, SimulatedPrinter)
        else None,
    )


@bp.put("/stand-ins/scale")
@api.validate(resp=answers(HTTP_200=DoneOut), tags=["devices"])
def steer_scale(json: ScaleSettingIn) -> DoneOut:
    """Lay something on the stand-in of the scale, or make it behave otherwise."""
    scale = weighbridge().stand_in
    if scale is None:
        raise NotFound(say("The scale of this house is no stand-in."))
    scale.steer(ScaleSetting(**json.model_dump()))
    return DoneOut()


@bp.put("/stand-ins/printer")
@api.validate(resp=answers(HTTP_200=DoneOut), tags=["devices"])
def steer_printer(json: PrinterSettingIn) -> DoneOut:
    """Take the stand-in's paper away, or switch it off."""
    press = printer()
    if not isinstance(press, SimulatedPrinter):
        raise NotFound(say("The label printer of this house is no stand-in."))
    press.setting = PrinterSetting(**json.model_dump())
    return DoneOut()


@bp.get("/stand-ins/printer/jobs/<int:number>.pdf")
def get_job(number: int) -> Response:
    """A job the stand-in kept."""
    press = printer()
    if not isinstance(press, SimulatedPrinter):
        raise NotFound(say("The label printer of this house keeps no jobs."))
    return Response(press.job(number), content_type="application/pdf", headers={"Cache-Control": "no-store"})
