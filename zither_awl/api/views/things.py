"""The things of the cupboard: entered, mended, found; their files, the paper gauge, the photographs."""

from __future__ import annotations

from typing import Any, cast

from flask import Blueprint, Response, request, session

from zither_awl.api.answers import reasons_out
from zither_awl.api.bench_answers import component_out
from zither_awl.api.context import adult_id, desk
from zither_awl.api.files import csv_file, report_out, rows_in
from zither_awl.api.schemas.base import DoneOut
from zither_awl.api.schemas.change import ImportIn, ReportOut
from zither_awl.api.schemas.house import ArchiveIn
from zither_awl.api.schemas.things import (
    ComponentIn,
    ComponentOut,
    FindOut,
    FindQuery,
    FoundOut,
    FullOut,
    GuessIn,
    LeaveOut,
    RestockOut,
    ThingsOut,
)
from zither_awl.api.shapes import shape_in
from zither_awl.api.spec import answers, api
from zither_awl.core.component import Component, Inside
from zither_awl.core.errors import NotFound
from zither_awl.core.kinds import KINDS
from zither_awl.core.safety.nature import ALLERGENS, DECLARED
from zither_awl.formats import gauge, samples
from zither_awl.services import importing_things, photos, things
from zither_awl.services.things import Thing

bp = Blueprint("things", __name__, url_prefix="/api")


@bp.get("/things")
@api.validate(resp=answers(HTTP_200=ThingsOut), tags=["cupboard"])
def get_things() -> ThingsOut:
    """Everything in the cupboard, what is used up, and which bins are full."""
    house, today = desk().house(), desk().today()
    return ThingsOut(
        things=[component_out(t, house) for t in things.things_of(house)],
        archived=[component_out(Thing(c, 0, ()), house) for c in house.components if c.archived],
        restock=[RestockOut(component_id=r.component.id, name=r.component.name, days_left=r.days_left,
                            buy_by=r.buy_by.isoformat() if r.buy_by else None, reason=reasons_out([r.reason])[0])
                 for r in things.restocking(house, today)],
        full=[FullOut(bin=f.bin.name, holds=f.holds, most=f.bin.most or 0,
                      leave=[LeaveOut(tray_id=t.id, name=t.name, reason=reasons_out([why])[0]) for t, why in f.leave])
              for f in things.full(house, today)],
        kinds=sorted(KINDS), allergens=list(ALLERGENS), dangers=sorted(k for k in DECLARED if k != "allergen"),
        bins=[b.name for b in house.bins],
    )  # fmt: skip


@bp.post("/things/guess")
@api.validate(resp=answers(HTTP_200=ComponentOut), tags=["cupboard"])
def guess(json: GuessIn) -> ComponentOut:
    """What was typed, understood, with everything that is assumed; nothing is written."""
    house = desk().house()
    made = things.guessed(json.typed, json.kind)
    return component_out(Thing(made, made.count, ()), house)


@bp.post("/things/quick")
@api.validate(resp=answers(HTTP_200=DoneOut), tags=["cupboard"])
def add_quickly(json: GuessIn) -> DoneOut:
    """Add what was typed, with what is assumed of its kind."""
    made = things.guessed(json.typed, json.kind)
    return DoneOut(id=things.save_component(desk(), made, json.bin, adult_id()))


def _component(json: ComponentIn, component_id: int) -> Component:
    kept = json.model_dump(exclude={"shape", "inside", "bin", "allergens", "dangers", "colours", "assumed"})
    inside = json.inside
    named = ("allergens", "dangers", "colours", "assumed")
    lists: dict[str, Any] = {name: tuple(getattr(json, name)) for name in named}
    return Component(
        id=component_id, shape=shape_in(json.shape),
        inside=Inside(depth_mm=inside.depth_mm, top_mm=inside.top_mm, bottom_mm=inside.bottom_mm,
                      across_mm=inside.across_mm, marks=tuple((m.ml, m.mm) for m in inside.marks)) if inside else None,
        **kept, **lists,
    )  # fmt: skip


@bp.post("/things")
@api.validate(resp=answers(HTTP_200=DoneOut), tags=["cupboard"])
def add_thing(json: ComponentIn) -> DoneOut:
    """Add a thing."""
    return DoneOut(id=things.save_component(desk(), _component(json, 0), json.bin, adult_id()))


@bp.put("/things/<int:component_id>")
@api.validate(resp=answers(HTTP_200=DoneOut), tags=["cupboard"])
def change_thing(component_id: int, json: ComponentIn) -> DoneOut:
    """Mend a thing; the trays that hold it are reckoned again."""
    desk().house().component(component_id)
    return DoneOut(id=things.save_component(desk(), _component(json, component_id), json.bin, adult_id()))


@bp.post("/things/<int:component_id>/archive")
@api.validate(resp=answers(HTTP_200=DoneOut), tags=["cupboard"])
def archive_thing(component_id: int, json: ArchiveIn) -> DoneOut:
    """Put a thing away, or bring it back."""
    things.archive_component(desk(), component_id, json.archived, adult_id())
    return DoneOut(id=component_id)


@bp.get("/find")
@api.validate(query=FindQuery, resp=answers(HTTP_200=FindOut), tags=["cupboard"])
def find(query: FindQuery) -> FindOut:
    """Where is it: things, trays and bins by a few letters."""
    found = things.find(desk().house(), query.letters)
    return FindOut(found=[FoundOut(what=cast("Any", f.what), name=f.name, where=f.where, address=f.address)
                          for f in found])  # fmt: skip


@bp.post("/import/things/check")
@api.validate(resp=answers(HTTP_200=ReportOut), tags=["files"])
def check_things(json: ImportIn) -> ReportOut:
    """Check a file of things; nothing is written."""
    return report_out(importing_things.check_components(desk(), rows_in(json, importing_things.rows_of_components)))


@bp.post("/import/things")
@api.validate(resp=answers(HTTP_200=ReportOut), tags=["files"])
def take_things(json: ImportIn) -> ReportOut:
    """Take the good rows of things, all in one write."""
    rows = rows_in(json, importing_things.rows_of_components)
    return report_out(importing_things.take_components(desk(), rows, adult_id()))


@bp.post("/import/cards/check")
@api.validate(resp=answers(HTTP_200=ReportOut), tags=["files"])
def check_cards(json: ImportIn) -> ReportOut:
    """Check a file of cards; nothing is written."""
    return report_out(importing_things.check_cards(desk(), rows_in(json, importing_things.rows_of_cards)))


@bp.post("/import/cards")
@api.validate(resp=answers(HTTP_200=ReportOut), tags=["files"])
def take_cards(json: ImportIn) -> ReportOut:
    """Take the cards whose rows are all good, as the household's own."""
    rows = rows_in(json, importing_things.rows_of_cards)
    return report_out(importing_things.take_cards(desk(), rows, adult_id()))


@bp.get("/export/things.csv")
def export_things() -> Any:
    """Everything in the cupboard, in the columns that come in."""
    return csv_file(importing_things.export_components(desk()), "things.csv")


@bp.get("/export/cards.csv")
def export_cards() -> Any:
    """Every card, a row a level."""
    return csv_file(importing_things.export_cards(desk()), "cards.csv")


@bp.get("/samples/things.csv")
def sample_things() -> Any:
    """A file of things to begin from."""
    return csv_file(samples.things_csv(), "sample-things.csv")


@bp.get("/gauge.pdf")
def paper_gauge() -> Response:
    """The paper gauge for small parts, on A4 or with ?paper=letter on Letter."""
    return Response(gauge.gauge_pdf(request.args.get("paper", "A4")), content_type="application/pdf")


@bp.put("/trays/<int:tray_id>/photo")
@api.validate(resp=answers(HTTP_200=DoneOut), tags=["cupboard"])
def add_photo(tray_id: int) -> DoneOut:
    """A photograph of the finished tray: the bytes of a JPEG, PNG or WebP."""
    photos.add_photo(desk(), tray_id, request.get_data(), adult_id())
    return DoneOut(id=tray_id)


@bp.delete("/trays/<int:tray_id>/photo")
@api.validate(resp=answers(HTTP_200=DoneOut), tags=["cupboard"])
def drop_photo(tray_id: int) -> DoneOut:
    """Take the photograph off a tray."""
    photos.drop_photo(desk(), tray_id, adult_id())
    return DoneOut(id=tray_id)


@bp.get("/trays/<int:tray_id>/photo.jpg")
def get_photo(tray_id: int) -> Response:
    """The photograph of a tray, for a browser that has opened this household."""
    if "csrf_token" not in session:
        raise NotFound("Open Zither Awl first.")
    return Response(photos.photo_of(desk(), tray_id), content_type="image/jpeg", headers={"Cache-Control": "private"})
