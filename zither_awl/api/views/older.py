"""What pages of the version before still send while they are open: it is taken in, in its own form, so that an update
loses nothing.
"""

from __future__ import annotations

from flask import Blueprint

from zither_awl.api.context import adult_id, desk
from zither_awl.api.schemas.watch import OldEventsIn, OldSweepIn, OldTakenOut
from zither_awl.api.spec import answers, api
from zither_awl.core.errors import FieldProblem, InvalidValue
from zither_awl.services import recording
from zither_awl.services.recording import DeviceItem

bp = Blueprint("older", __name__, url_prefix="/api")


@bp.post("/events")
@api.validate(resp=answers(HTTP_200=OldTakenOut), tags=["older"])
def send_events(json: OldEventsIn) -> OldTakenOut:
    """The first form of a device's events."""
    return _taken([DeviceItem(**event.model_dump()) for event in json.events])


@bp.post("/sweeps")
@api.validate(resp=answers(HTTP_200=OldTakenOut), tags=["older"])
def sweep(json: OldSweepIn) -> OldTakenOut:
    """The first form of a look round the room, which had a key of its own."""
    states = {look.child: look.state for look in json.states}
    item = DeviceItem(device=json.key, sequence=1, schema_version=1, at=json.at, kind="sweep", states=states)
    return _taken([item])


def _taken(items: list[DeviceItem]) -> OldTakenOut:
    taken = recording.take(desk(), items, adult_id())
    if taken.refused:
        raise InvalidValue(*(FieldProblem("events", r.message) for r in taken.refused))
    return OldTakenOut(new=taken.new)
