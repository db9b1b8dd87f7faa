"""Units, what stands on them, and what the rules find."""

from __future__ import annotations

from flask import Blueprint

from zither_awl.api.answers import children_out, finding_out, placement_out, spot_in, tray_out, unit_out
from zither_awl.api.context import adult_id, desk
from zither_awl.api.schemas.base import DoneOut
from zither_awl.api.schemas.house import ArchiveIn
from zither_awl.api.schemas.shelf import ActIn, MoveIn, ShelfOut, UnitIn
from zither_awl.api.spec import answers, api
from zither_awl.core.finding import Action
from zither_awl.core.values import Board, Unit
from zither_awl.services import heights, room, shelf

bp = Blueprint("shelf", __name__, url_prefix="/api")


@bp.get("/shelf")
@api.validate(resp=answers(HTTP_200=ShelfOut), tags=["shelf"])
def get_shelf() -> ShelfOut:
    """Every unit, what stands on it, the children's heights, and the findings."""
    at = desk()
    house, today = at.house(), at.today()
    return ShelfOut(
        units=[unit_out(u, heights.stability(house, u, today)) for u in house.units],
        archived_units=[unit_out(u) for u in house.all_units if u.archived],
        placements=[placement_out(p, house, today) for p in house.placements],
        trays=[tray_out(t, house, today) for t in house.trays],
        children=children_out(at),
        findings=[finding_out(f, house) for f in shelf.findings_with_actions(at)],
    )


def _unit(json: UnitIn, unit_id: int) -> Unit:
    boards = tuple(
        Board(
            height_mm=b.height_mm,
            places=b.places,
            divided=b.divided,
            load_g=b.load_g,
            widths_mm=tuple(b.widths_mm),
            drawer=b.drawer,
        )
        for b in json.boards
    )
    return Unit(
        id=unit_id,
        name=json.name,
        kind=json.kind,
        room=json.room,
        width_mm=json.width_mm,
        height_mm=json.height_mm,
        depth_mm=json.depth_mm,
        boards=boards,
        comes=frozenset(json.comes),
        barrier=json.barrier,
        climb_on_mm=json.climb_on_mm,
        mass_g=json.mass_g,
        anchored=json.anchored,
        bedroom=json.bedroom,
        most=json.most,
        main=json.main,
        version=json.version,
    )


@bp.post("/units")
@api.validate(resp=answers(HTTP_200=DoneOut), tags=["shelf"])
def add_unit(json: UnitIn) -> DoneOut:
    """Add a piece of furniture or a bare place."""
    return DoneOut(id=room.save_unit(desk(), _unit(json, 0), adult_id()))


@bp.put("/units/<int:unit_id>")
@api.validate(resp=answers(HTTP_200=DoneOut), tags=["shelf"])
def change_unit(unit_id: int, json: UnitIn) -> DoneOut:
    """Change a unit; refused if it was changed since `version`."""
    return DoneOut(id=room.save_unit(desk(), _unit(json, unit_id), adult_id()))


@bp.post("/units/<int:unit_id>/archive")
@api.validate(resp=answers(HTTP_200=DoneOut), tags=["shelf"])
def archive_unit(unit_id: int, json: ArchiveIn) -> DoneOut:
    """Put a unit away with its history, or bring it back."""
    room.archive_unit(desk(), unit_id, json.archived, adult_id())
    return DoneOut(id=unit_id)


@bp.post("/shelf/move")
@api.validate(resp=answers(HTTP_200=DoneOut), tags=["shelf"])
def move(json: MoveIn) -> DoneOut:
    """Put a tray on a spot, open or by hand, or back into its bin."""
    to = spot_in(json.to) if json.to else None
    shelf.move(desk(), json.tray_id, to, json.by_hand, _versions(json.versions), adult_id())
    return DoneOut(id=json.tray_id)


@bp.post("/shelf/act")
@api.validate(resp=answers(HTTP_200=DoneOut), tags=["shelf"])
def act(json: ActIn) -> DoneOut:
    """Do one of the actions a finding offers."""
    a = json.action
    action = Action(a.kind, "", a.tray, spot_in(a.to) if a.to else None, a.other, a.unit, a.child)
    shelf.act(desk(), action, _versions(json.versions), adult_id())
    return DoneOut(id=a.tray)


def _versions(sent: dict[str, int]) -> dict[int, int]:
    return {int(unit_id): version for unit_id, version in sent.items() if unit_id.isdecimal()}
