"""The catalogue: look through it, take, leave out, change, copy, write new."""

from __future__ import annotations

from flask import Blueprint

from zither_awl.api.catalogue_answers import card_out, catalogue_out
from zither_awl.api.context import adult_id, desk
from zither_awl.api.schemas.base import DoneOut
from zither_awl.api.schemas.catalogue import (
    CardChoiceIn,
    CardRowsIn,
    CatalogueEntryOut,
    CatalogueOut,
    SettleIn,
    TakesIn,
)
from zither_awl.api.spec import answers, api
from zither_awl.services import catalogue

bp = Blueprint("catalogue", __name__, url_prefix="/api")


@bp.get("/catalogue")
@api.validate(resp=answers(HTTP_200=CatalogueOut), tags=["catalogue"])
def get_catalogue() -> CatalogueOut:
    """Every card there is, with whether it is taken."""
    return catalogue_out(desk().house())


@bp.get("/catalogue/<key>")
@api.validate(resp=answers(HTTP_200=CatalogueEntryOut), tags=["catalogue"])
def get_card(key: str) -> CatalogueEntryOut:
    """One card in full."""
    house = desk().house()
    return card_out(house, catalogue.entry(house, key))


@bp.post("/cards/choice")
@api.validate(resp=answers(HTTP_200=DoneOut), tags=["catalogue"])
def choose(json: CardChoiceIn) -> DoneOut:
    """Take cards, or leave them out."""
    catalogue.choose(desk(), json.keys, json.taken, adult_id())
    return DoneOut()


@bp.put("/cards/takes")
@api.validate(resp=answers(HTTP_200=DoneOut), tags=["catalogue"])
def put_takes(json: TakesIn) -> DoneOut:
    """Take the whole catalogue, or pick from it."""
    catalogue.take_whole(desk(), json.takes, adult_id())
    return DoneOut()


@bp.post("/catalogue")
@api.validate(resp=answers(HTTP_200=DoneOut), tags=["catalogue"])
def write_card(json: CardRowsIn) -> DoneOut:
    """Write a card, or a copy of one under a new name."""
    return DoneOut(id=catalogue.write_new(desk(), json.rows, adult_id()))


@bp.put("/catalogue/<key>")
@api.validate(resp=answers(HTTP_200=DoneOut), tags=["catalogue"])
def change_card(key: str, json: CardRowsIn) -> DoneOut:
    """Change a card; the household's then stands before the one that ships."""
    catalogue.change(desk(), key, json.rows, adult_id())
    return DoneOut(id=key)


@bp.delete("/catalogue/<key>")
@api.validate(resp=answers(HTTP_200=DoneOut), tags=["catalogue"])
def forget_card(key: str) -> DoneOut:
    """Drop the household's own card; where one ships it stands again."""
    catalogue.forget(desk(), key, adult_id())
    return DoneOut()


@bp.post("/catalogue/<key>/settle")
@api.validate(resp=answers(HTTP_200=DoneOut), tags=["catalogue"])
def settle(key: str, json: SettleIn) -> DoneOut:
    """Answer a piece of news: the catalogue's word for a field, or the household's own."""
    catalogue.settle(desk(), key, json.field, json.theirs, adult_id())
    return DoneOut()
