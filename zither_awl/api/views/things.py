"""The things of the cupboard: entered, mended, found; their files, the paper gauge, the photographs."""

from __future__ import annotations

from dataclasses import replace
from typing import Any

from flask import Blueprint, Response, request, session

from zither_awl.api.answers import dangers_out, reasons_out
from zither_awl.api.context import adult_id, desk
from zither_awl.api.files import csv_file, report_out, rows_in
from zither_awl.api.make_answers import component_out
from zither_awl.api.schemas.base import DoneOut
from zither_awl.api.schemas.change import ImportIn, ReportOut
from zither_awl.api.schemas.house import ArchiveIn
from zither_awl.api.schemas.things import (
    AddedOut,
    ComponentIn,
    ComponentOut,
    FindOut,
    FindQuery,
    FoundOut,
    FullOut,
    GuessIn,
    LeaveOut,
    MendedIn,
    RestockOut,
    ThingLineOut,
    ThingsOut,
    TypedOut,
    WalkIn,
    WalkOut,
    WalkRoomOut,
    WalkThingOut,
)
from zither_awl.api.shapes import shape_in
from zither_awl.api.spec import answers, api
from zither_awl.api.units import in_inches_here
from zither_awl.core.errors import NotFound
from zither_awl.core.safety.allergens import ALLERGENS, allergen_named
from zither_awl.core.saying import say
from zither_awl.core.things.component import Component, Inside
from zither_awl.core.things.kinds import KINDS, kind_of
from zither_awl.core.things.said import understood
from zither_awl.core.things.subjects import SUBJECTS
from zither_awl.formats import gauge, samples
from zither_awl.services import entering, finding, importing_things, photos, things
from zither_awl.services.desk import House
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
        restock=[
            RestockOut(
                component_id=r.component.id,
                name=r.component.name,
                days_left=r.days_left,
                buy_by=r.buy_by.isoformat() if r.buy_by else None,
                reason=reasons_out([r.reason])[0],
            )
            for r in things.restocking(house, today)
        ],
        full=[
            FullOut(
                bin=f.bin.name,
                holds=f.holds,
                most=f.bin.most or 0,
                leave=[LeaveOut(tray_id=t.id, name=t.name, reason=reasons_out([why])[0]) for t, why in f.leave],
            )
            for f in things.full(house, today)
        ],
        kinds=sorted(KINDS),
        drawn={name: kind.drawn for name, kind in KINDS.items()},
        subjects=sorted(SUBJECTS),
        allergens=list(ALLERGENS),
        dangers=dangers_out(),
        bins=[b.name for b in house.bins],
    )


@bp.post("/things/guess")
@api.validate(resp=answers(HTTP_200=ComponentOut), tags=["cupboard"])
def guess(json: GuessIn) -> ComponentOut:
    """What was typed, understood, with everything that is assumed; nothing is written."""
    house = desk().house()
    return _not_yet(understood(json.typed, json.kind), house)


def _not_yet(made: Component, house: House) -> ComponentOut:
    return component_out(Thing(made, made.count, ()), house)


@bp.post("/things/read")
@api.validate(resp=answers(HTTP_200=TypedOut), tags=["cupboard"])
def read_typed(json: GuessIn) -> TypedOut:
    """What was typed, thing by thing, as it was understood; three kinds to choose from where it is not clear."""
    house = desk().house()
    return TypedOut(
        lines=[
            ThingLineOut(
                typed=line.said.typed,
                name=line.said.name,
                told=list(entering.told_of(line)),
                likely=[_not_yet(each, house) for each in line.likely],
                thing=_not_yet(line.thing, house) if line.thing else None,
            )
            for line in entering.read_lines(json.typed)
        ]
    )


@bp.post("/things/quick")
@api.validate(resp=answers(HTTP_200=AddedOut), tags=["cupboard"])
def add_quickly(json: GuessIn) -> AddedOut:
    """Add what was typed, with what is assumed of its kind; each thing of a line that names several."""
    ids = entering.add_said(desk(), json.typed, json.kind, json.bin, adult_id())
    return AddedOut(id=ids[0], ids=list(ids))


@bp.get("/things/walk")
@api.validate(resp=answers(HTTP_200=WalkOut), tags=["cupboard"])
def get_walk() -> WalkOut:
    """The commonest things of each room, to be ticked on a walk through the house."""
    return WalkOut(
        rooms=[
            WalkRoomOut(
                key=room.key,
                name=room.name,
                things=[
                    WalkThingOut(
                        name=each.thing.name,
                        kind=each.thing.kind,
                        drawn=kind_of(each.thing).drawn,
                        count=each.thing.count,
                        there=each.there,
                        medium=each.thing.medium,
                    )
                    for each in found
                ],
            )
            for room, found in entering.walk(desk().house())
        ]
    )


@bp.post("/things/walk")
@api.validate(resp=answers(HTTP_200=AddedOut), tags=["cupboard"])
def add_walk(json: WalkIn) -> AddedOut:
    """Add what was ticked, all in one write; what is there already is left as it is."""
    ids = entering.add_walked(desk(), [(each.name, each.count) for each in json.things], adult_id())
    return AddedOut(id=ids[0] if ids else 0, ids=list(ids))


@bp.post("/things/photographed")
@api.validate(resp=answers(HTTP_200=DoneOut), tags=["cupboard"])
def photograph_first() -> DoneOut:
    """A thing of which there is only a photograph so far: the bytes of a JPEG, PNG or WebP."""
    return DoneOut(id=entering.photograph_first(desk(), request.get_data(), adult_id()))


@bp.put("/things/<int:component_id>/photo")
@api.validate(resp=answers(HTTP_200=DoneOut), tags=["cupboard"])
def add_thing_photo(component_id: int) -> DoneOut:
    """A photograph of a thing: the bytes of a JPEG, PNG or WebP."""
    photos.add_thing_photo(desk(), component_id, request.get_data(), adult_id())
    return DoneOut(id=component_id)


@bp.delete("/things/<int:component_id>/photo")
@api.validate(resp=answers(HTTP_200=DoneOut), tags=["cupboard"])
def drop_thing_photo(component_id: int) -> DoneOut:
    """Take the photograph off a thing."""
    photos.drop_thing_photo(desk(), component_id, adult_id())
    return DoneOut(id=component_id)


@bp.get("/things/<int:component_id>/photo.jpg")
def get_thing_photo(component_id: int) -> Response:
    """The photograph of a thing, for a browser that has opened this household."""
    if "csrf_token" not in session:
        raise NotFound(say("Open Zither Awl first."))
    jpeg = photos.thing_photo_of(desk(), component_id)
    return Response(jpeg, content_type="image/jpeg", headers={"Cache-Control": "private"})


def _component(json: ComponentIn, component_id: int) -> Component:
    kept = json.model_dump(exclude={"shape", "inside", "bin", "allergens", "dangers", "colours", "assumed"})
    inside = json.inside
    named = ("allergens", "dangers", "colours", "assumed")
    lists: dict[str, Any] = {name: tuple(getattr(json, name)) for name in named}
    lists["allergens"] = tuple(map(allergen_named, json.allergens))
    return Component(
        id=component_id,
        shape=shape_in(json.shape),
        inside=Inside(
            depth_mm=inside.depth_mm,
            top_mm=inside.top_mm,
            bottom_mm=inside.bottom_mm,
            across_mm=inside.across_mm,
            marks=tuple((m.ml, m.mm) for m in inside.marks),
        )
        if inside
        else None,
        **kept,
        **lists,
    )


@bp.post("/things")
@api.validate(resp=answers(HTTP_200=DoneOut), tags=["cupboard"])
def add_thing(json: ComponentIn) -> DoneOut:
    """Add a thing."""
    return DoneOut(id=things.save_component(desk(), _component(json, 0), json.bin, adult_id()))


@bp.post("/things/mended")
@api.validate(resp=answers(HTTP_200=AddedOut), tags=["cupboard"])
def add_mended(json: MendedIn) -> AddedOut:
    """Add the things of a line as they were mended, all in one write."""
    ids = entering.add_all(desk(), [_component(each, 0) for each in json.things], json.bin, adult_id())
    return AddedOut(id=ids[0], ids=list(ids))


@bp.put("/things/<int:component_id>")
@api.validate(resp=answers(HTTP_200=DoneOut), tags=["cupboard"])
def change_thing(component_id: int, json: ComponentIn) -> DoneOut:
    """Mend a thing; the trays that hold it are reckoned again."""
    kept = desk().house().component(component_id)
    made = replace(_component(json, component_id), photo_id=kept.photo_id, archived=kept.archived)
    return DoneOut(id=things.save_component(desk(), made, json.bin, adult_id()))


@bp.post("/things/<int:component_id>/archive")
@api.validate(resp=answers(HTTP_200=DoneOut), tags=["cupboard"])
def archive_thing(component_id: int, json: ArchiveIn) -> DoneOut:
    """Put a thing away, or bring it back."""
    things.archive_component(desk(), component_id, json.archived, adult_id())
    return DoneOut(id=component_id)


@bp.get("/find")
@api.validate(query=FindQuery, resp=answers(HTTP_200=FindOut), tags=["cupboard"])
def find(query: FindQuery) -> FindOut:
    """What a few letters mean: where something is, or what a verb at the front asks to be done."""
    found = finding.find(desk().house(), query.letters)
    return FindOut(found=[FoundOut(what=f.what, name=f.name, where=f.where, address=f.address) for f in found])


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
    return Response(
        gauge.gauge_pdf(request.args.get("paper", "A4"), inches=in_inches_here()), content_type="application/pdf"
    )


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
        raise NotFound(say("Open Zither Awl first."))
    return Response(photos.photo_of(desk(), tray_id), content_type="image/jpeg", headers={"Cache-Control": "private"})
