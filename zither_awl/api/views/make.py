"""Make: cards, what can be made, a tray put together, kept and unpacked."""

from __future__ import annotations

from flask import Blueprint

from zither_awl.api.context import adult_id, desk
from zither_awl.api.make_answers import can_make_out, card_out, composed_out
from zither_awl.api.schemas.base import DoneOut
from zither_awl.api.schemas.make import (
    CanMakeOut,
    ComposedOut,
    ForAnotherIn,
    KeepIn,
    MadeTrayOut,
    MakeCardsOut,
    MakeQuery,
    SpotByHandOut,
    WishIn,
)
from zither_awl.api.spec import answers, api
from zither_awl.services import catalogue, kept_trays, make
from zither_awl.services.make import Wish

bp = Blueprint("make", __name__, url_prefix="/api")


@bp.get("/make/cards")
@api.validate(resp=answers(HTTP_200=MakeCardsOut), tags=["make"])
def get_cards() -> MakeCardsOut:
    """Every card with its levels."""
    return MakeCardsOut(cards=[card_out(d) for d in catalogue.taken(desk().house())])


@bp.get("/make/makeable")
@api.validate(query=MakeQuery, resp=answers(HTTP_200=CanMakeOut), tags=["make"])
def get_makeable(query: MakeQuery) -> CanMakeOut:
    """What can be made for a child from what is free, ranked, and what one thing more would unlock."""
    return can_make_out(make.can_make(desk(), query.child), query.child, desk().house())


def _wish(json: WishIn) -> Wish:
    return Wish(
        key=json.key,
        level=json.level,
        child_id=json.child_id,
        fixed=json.fixed,
        counts=json.counts,
        container=json.container,
        spots={s.role: (s.x_mm, s.y_mm, s.turned) for s in json.spots},
        share=json.share,
        instead_of=json.instead_of,
        left_out=tuple(json.left_out),
        added=json.added,
        eased=tuple(json.eased),
        toward=json.toward,
    )


@bp.post("/make/compose")
@api.validate(resp=answers(HTTP_200=ComposedOut), tags=["make"])
def compose(json: WishIn) -> ComposedOut:
    """A tray put together as wished; nothing is written."""
    wish = _wish(json)
    return composed_out(make.compose(desk(), wish), wish, desk().house())


@bp.post("/make/trays")
@api.validate(resp=answers(HTTP_200=DoneOut), tags=["make"])
def keep(json: KeepIn) -> DoneOut:
    """Keep the tray."""
    meant = frozenset(json.for_children)
    return DoneOut(
        id=kept_trays.keep(desk(), _wish(json.wish), json.name, json.bin, meant, adult_id(), exception=json.exception)
    )


@bp.get("/make/trays/<int:tray_id>")
@api.validate(resp=answers(HTTP_200=MadeTrayOut), tags=["make"])
def get_composed(tray_id: int) -> MadeTrayOut:
    """How a tray was composed, to open it in Make again."""
    wish = kept_trays.wish_of(desk(), tray_id)
    return MadeTrayOut(
        key=wish.key,
        level=wish.level,
        child_id=wish.child_id,
        fixed=dict(wish.fixed),
        counts=dict(wish.counts),
        container=wish.container,
        left_out=list(wish.left_out),
        eased=list(wish.eased),
        toward=wish.toward,
        added=dict(wish.added),
        spots=[SpotByHandOut(role=role, x_mm=x, y_mm=y, turned=turned) for role, (x, y, turned) in wish.spots.items()],
    )


@bp.post("/trays/<int:tray_id>/next-level")
@api.validate(resp=answers(HTTP_200=DoneOut), tags=["make"])
def next_level(tray_id: int) -> DoneOut:
    """The same tray at the next level of its card; its name, its history and its place stay."""
    return DoneOut(id=kept_trays.next_level(desk(), tray_id, adult_id()))


@bp.post("/trays/<int:tray_id>/for-another")
@api.validate(resp=answers(HTTP_200=DoneOut), tags=["make"])
def for_another(tray_id: int, json: ForAnotherIn) -> DoneOut:
    """The same work a second time, at the level another child is at, to stand beside it."""
    return DoneOut(id=kept_trays.for_another(desk(), tray_id, json.child_id, adult_id()))


@bp.post("/trays/<int:tray_id>/unpack")
@api.validate(resp=answers(HTTP_200=DoneOut), tags=["make"])
def unpack(tray_id: int) -> DoneOut:
    """Take a tray apart; its things are free again."""
    kept_trays.unpack(desk(), tray_id, adult_id())
    return DoneOut(id=tray_id)
