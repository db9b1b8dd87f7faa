"""The bench: cards, what can be made, a tray put together, kept and unpacked; the household as one file."""

from __future__ import annotations

from typing import Any

from flask import Blueprint, Response, jsonify, request

from zither_awl.api.bench_answers import bench_out, can_make_out, card_out
from zither_awl.api.context import adult_id, desk
from zither_awl.api.schemas.base import DoneOut
from zither_awl.api.schemas.bench import (
    BenchCardsOut,
    BenchOut,
    CanMakeOut,
    HouseholdFileOut,
    KeepIn,
    MadeTrayOut,
    MakeQuery,
    SpotByHandOut,
    WishIn,
)
from zither_awl.api.spec import answers, api
from zither_awl.services import bench, catalogue, transfer
from zither_awl.services.bench import Wish

bp = Blueprint("bench", __name__, url_prefix="/api")


@bp.get("/bench/cards")
@api.validate(resp=answers(HTTP_200=BenchCardsOut), tags=["bench"])
def get_cards() -> BenchCardsOut:
    """Every card with its levels."""
    return BenchCardsOut(cards=[card_out(d) for d in catalogue.taken(desk().house())])


@bp.get("/bench/makeable")
@api.validate(query=MakeQuery, resp=answers(HTTP_200=CanMakeOut), tags=["bench"])
def get_makeable(query: MakeQuery) -> CanMakeOut:
    """What can be made for a child from what is free, ranked, and what one thing more would unlock."""
    return can_make_out(bench.can_make(desk(), query.child), query.child, desk().house())


def _wish(json: WishIn) -> Wish:
    return Wish(
        key=json.key, level=json.level, child_id=json.child_id, fixed=json.fixed, counts=json.counts,
        container=json.container, spots={s.role: (s.x_mm, s.y_mm, s.turned) for s in json.spots}, share=json.share,
        instead_of=json.instead_of, left_out=tuple(json.left_out), added=json.added,
    )  # fmt: skip


@bp.post("/bench/compose")
@api.validate(resp=answers(HTTP_200=BenchOut), tags=["bench"])
def compose(json: WishIn) -> BenchOut:
    """A tray put together as wished; nothing is written."""
    wish = _wish(json)
    return bench_out(bench.compose(desk(), wish), wish, desk().house())


@bp.post("/bench/trays")
@api.validate(resp=answers(HTTP_200=DoneOut), tags=["bench"])
def keep(json: KeepIn) -> DoneOut:
    """Keep the tray on the bench."""
    meant = frozenset(json.for_children)
    return DoneOut(id=bench.keep(desk(), _wish(json.wish), json.name, json.bin, meant, adult_id(),
                              exception=json.exception))  # fmt: skip


@bp.get("/bench/trays/<int:tray_id>")
@api.validate(resp=answers(HTTP_200=MadeTrayOut), tags=["bench"])
def get_composed(tray_id: int) -> MadeTrayOut:
    """How a tray was composed, to open it on the bench again."""
    wish = bench.wish_of(desk(), tray_id)
    return MadeTrayOut(key=wish.key, level=wish.level, child_id=wish.child_id, fixed=dict(wish.fixed),
                       counts=dict(wish.counts), container=wish.container, left_out=list(wish.left_out),
                       added=dict(wish.added),
                       spots=[SpotByHandOut(role=role, x_mm=x, y_mm=y, turned=turned)
                              for role, (x, y, turned) in wish.spots.items()])  # fmt: skip


@bp.post("/trays/<int:tray_id>/next-level")
@api.validate(resp=answers(HTTP_200=DoneOut), tags=["bench"])
def next_level(tray_id: int) -> DoneOut:
    """The same tray at the next level of its card; its name, its history and its place stay."""
    return DoneOut(id=bench.next_level(desk(), tray_id, adult_id()))


@bp.post("/trays/<int:tray_id>/unpack")
@api.validate(resp=answers(HTTP_200=DoneOut), tags=["bench"])
def unpack(tray_id: int) -> DoneOut:
    """Take a tray apart; its things are free again."""
    bench.unpack(desk(), tray_id, adult_id())
    return DoneOut(id=tray_id)


def _saved(data: bytes, name: str, kind: str) -> Response:
    headers = {"Content-Disposition": f'attachment; filename="{name}"', "Cache-Control": "no-store"}
    return Response(data, content_type=kind, headers=headers)


@bp.get("/export/household.json")
def export_json() -> Any:
    """The household as one JSON document."""
    return _saved(transfer.household_json(desk()), "household.json", "application/json")


@bp.get("/export/household.zip")
def export_zip() -> Any:
    """The household as one JSON document with its photographs beside it."""
    return _saved(transfer.household_zip(desk()), "household.zip", "application/zip")


@bp.get("/export/household.schema.json")
def export_schema() -> Any:
    """The JSON Schema of the document."""
    return jsonify(transfer.household_schema())


@bp.post("/import/household/check")
@api.validate(resp=answers(HTTP_200=HouseholdFileOut), tags=["files"])
def check_household() -> HouseholdFileOut:
    """What a file of a household holds; nothing is changed."""
    return HouseholdFileOut.model_validate(transfer.look_at(desk(), request.get_data()))


@bp.post("/import/household")
@api.validate(resp=answers(HTTP_200=HouseholdFileOut), tags=["files"])
def take_household() -> HouseholdFileOut:
    """Put the household of a file in the place of this one, after a copy of this one was kept."""
    return HouseholdFileOut.model_validate(transfer.take_household(desk(), request.get_data()))
