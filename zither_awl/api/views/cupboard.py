"""The cupboard by hand, and files coming in and going out."""

from __future__ import annotations

from typing import Any

from flask import Blueprint

from zither_awl.api.answers import danger_out, dangers_out, reasons_out, tray_out
from zither_awl.api.context import adult_id, desk
from zither_awl.api.files import csv_file, report_out, rows_in
from zither_awl.api.schemas.base import DoneOut
from zither_awl.api.schemas.change import ImportIn, ReportOut
from zither_awl.api.schemas.house import ArchiveIn
from zither_awl.api.schemas.shelf import BinIn, BinOut, ChildrenIn, CupboardOut, TrayIn
from zither_awl.api.shapes import shape_in
from zither_awl.api.spec import answers, api
from zither_awl.core.safety.allergens import ALLERGENS
from zither_awl.core.values import AREAS, TAGS, Bin, Card, Tray
from zither_awl.formats import samples
from zither_awl.services import cupboard, importing

bp = Blueprint("cupboard", __name__, url_prefix="/api")


@bp.get("/cupboard")
@api.validate(resp=answers(HTTP_200=CupboardOut), tags=["cupboard"])
def get_cupboard() -> CupboardOut:
    """Every tray, and the words a tray may be described with."""
    at = desk()
    house, today = at.house(), at.today()
    return CupboardOut(
        trays=[tray_out(t, house, today) for t in house.trays],
        bins=[_bin(each) for each in cupboard.bins_of(house, today)],
        areas=list(AREAS),
        tags=list(TAGS),
        archived=[tray_out(t, house, today) for t in house.all_trays if t.archived],
        hazards=[*dangers_out(), *(danger_out(f"allergen:{each}") for each in ALLERGENS)],
    )


def _bin(each: cupboard.BinCheck) -> BinOut:
    b = each.bin
    return BinOut(
        id=b.id,
        name=b.name,
        place=b.place,
        height_mm=b.height_mm,
        lid=b.lid,
        locked=b.locked,
        most=b.most,
        things=[c.name for c in each.things],
        holds=[t.name for t in each.holds],
        found=reasons_out(f.reason for f in each.found),
    )


@bp.put("/bins/<int:bin_id>")
@api.validate(resp=answers(HTTP_200=DoneOut), tags=["cupboard"])
def change_bin(bin_id: int, json: BinIn) -> DoneOut:
    """Say where a bin stands, and whether it is locked."""
    name = desk().house().bin_name(bin_id) or f"bin {bin_id}"
    changed = Bin(
        id=bin_id,
        name=name,
        place=json.place,
        height_mm=json.height_mm,
        lid=json.lid,
        locked=json.locked,
        most=json.most,
    )
    cupboard.change_bin(desk(), changed, adult_id())
    return DoneOut(id=bin_id)


def _draft(json: TrayIn, tray_id: int) -> cupboard.TrayDraft:
    card = Card(
        id=0, name=json.name, area=json.card.area, from_months=json.card.from_months, to_months=json.card.to_months
    )
    tray = Tray(
        id=tray_id,
        name=json.name,
        card=card,
        width_mm=json.width_mm,
        depth_mm=json.depth_mm,
        height_mm=json.height_mm,
        mass_g=json.mass_g,
        pieces=json.pieces,
        piece=shape_in(json.piece) if json.piece else None,
        softness=json.softness,
        breakable=json.breakable,
        hazards=tuple(json.hazards),
        cord_mm=json.cord_mm,
        tags=tuple(json.tags),
        alike=json.alike.strip(),
        for_children=frozenset(json.for_children),
    )
    return cupboard.TrayDraft(tray, json.bin, json.card.follows)


@bp.post("/trays")
@api.validate(resp=answers(HTTP_200=DoneOut), tags=["cupboard"])
def add_tray(json: TrayIn) -> DoneOut:
    """Add a tray by hand."""
    return DoneOut(id=cupboard.save_tray(desk(), _draft(json, 0), adult_id()))


@bp.put("/trays/<int:tray_id>")
@api.validate(resp=answers(HTTP_200=DoneOut), tags=["cupboard"])
def change_tray(tray_id: int, json: TrayIn) -> DoneOut:
    """Change a tray."""
    return DoneOut(id=cupboard.save_tray(desk(), _draft(json, tray_id), adult_id(), version=json.version))


@bp.put("/trays/<int:tray_id>/children")
@api.validate(resp=answers(HTTP_200=DoneOut), tags=["cupboard"])
def set_children(tray_id: int, json: ChildrenIn) -> DoneOut:
    """Say who a tray is for."""
    cupboard.set_children(desk(), tray_id, json.children, adult_id())
    return DoneOut(id=tray_id)


@bp.post("/trays/<int:tray_id>/archive")
@api.validate(resp=answers(HTTP_200=DoneOut), tags=["cupboard"])
def archive_tray(tray_id: int, json: ArchiveIn) -> DoneOut:
    """Put a tray away with its history, or bring it back."""
    cupboard.archive_tray(desk(), tray_id, json.archived, adult_id())
    return DoneOut(id=tray_id)


@bp.post("/import/trays/check")
@api.validate(resp=answers(HTTP_200=ReportOut), tags=["files"])
def check_trays(json: ImportIn) -> ReportOut:
    """Check a file of trays, or rows mended on screen; nothing is written."""
    return report_out(importing.check_trays(desk(), rows_in(json, importing.rows_of_trays)))


@bp.post("/import/trays")
@api.validate(resp=answers(HTTP_200=ReportOut), tags=["files"])
def take_trays(json: ImportIn) -> ReportOut:
    """Take the good rows, all in one write."""
    return report_out(importing.take_trays(desk(), rows_in(json, importing.rows_of_trays), adult_id()))


@bp.post("/import/episodes/check")
@api.validate(resp=answers(HTTP_200=ReportOut), tags=["files"])
def check_episodes(json: ImportIn) -> ReportOut:
    """Check a file of past episodes; nothing is written."""
    return report_out(importing.check_episodes(desk(), rows_in(json, importing.rows_of_episodes)))


@bp.post("/import/episodes")
@api.validate(resp=answers(HTTP_200=ReportOut), tags=["files"])
def take_episodes(json: ImportIn) -> ReportOut:
    """Take the good rows with their mornings and showings, all in one write."""
    rows = rows_in(json, importing.rows_of_episodes)
    return report_out(importing.take_episodes(desk(), rows, adult_id(), stood=json.stood))


def _names() -> list[str]:
    """The children, the oldest first."""
    return [c.name for c in sorted(desk().house().children, key=lambda c: c.born)]


@bp.get("/samples/trays.csv")
def sample_trays() -> Any:
    """A file of trays to begin from."""
    return csv_file(samples.trays_csv(_names()), "sample-trays.csv")


@bp.get("/samples/episodes.csv")
def sample_episodes() -> Any:
    """Three weeks of past episodes to begin from, for the sample trays."""
    return csv_file(samples.episodes_csv(desk().today(), _names()), "sample-episodes.csv")


@bp.get("/export/trays.csv")
def export_trays() -> Any:
    """Every tray, in the columns that come in."""
    return csv_file(importing.export_trays(desk()), "trays.csv")


@bp.get("/export/episodes.csv")
def export_episodes() -> Any:
    """Every episode that was not struck out."""
    return csv_file(importing.export_episodes(desk()), "episodes.csv")
