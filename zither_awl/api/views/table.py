"""The snack table: what stands on it today, for whom, and what happened."""

from __future__ import annotations

from flask import Blueprint
from pydantic import BaseModel, Field

from zither_awl.api.answers import reasons_out
from zither_awl.api.context import adult_id, desk
from zither_awl.api.home_answers import found_out
from zither_awl.api.schemas.base import DoneOut
from zither_awl.api.schemas.table import AtTableOut, FoodOut, FoodsOut, ForEachOut, MetOut, OnItOut, TableOut
from zither_awl.api.spec import answers, api
from zither_awl.catalogue.foods import food_called
from zither_awl.core.food import CUTS, UNKNOWN
from zither_awl.core.table import SCRIPT
from zither_awl.core.values import POURED, TASTED, TableEvent
from zither_awl.services import table

bp = Blueprint("table", __name__, url_prefix="/api/table")


class FoodQuery(BaseModel):
    """A food by its key or what somebody calls it; without a cut the first that may be."""

    food: str = Field(max_length=40)
    cut: str = Field("", max_length=16)


@bp.get("")
@api.validate(resp=answers(HTTP_200=TableOut), tags=["table"])
def get_table() -> TableOut:
    """How the snack table stands today."""
    house, page = desk().house(), table.page(desk())
    names = {c.id: c.name for c in house.all_children}
    adults = {a.id: a.name for a in house.adults}
    stage, now = page.stage, page.today
    events = sorted((*now.set, *now.poured, *now.tasted), key=lambda e: e.at)
    return TableOut(
        stage=stage.name,
        what=stage.what,
        eaters=[c.id for c in page.eaters],
        in_the_bowl=stage.in_the_bowl,
        for_each=[ForEachOut(child_id=c, child=names.get(c, ""), pieces=n) for c, n in stage.for_each],
        reasons=reasons_out(stage.reasons),
        empty_at=now.empty_at,
        refilled=now.refilled,
        may_refill=now.may_refill,
        on_it=[
            OnItOut(
                food=_called(e.food),
                cut=CUTS.get(e.cut, ""),  # type: ignore[call-overload]
                set_at=e.at,
                found=found_out(found),
                by=names.get(e.child_id or 0) or adults.get(e.adult_id or 0, ""),
            )
            for e, _, found in page.on_it
        ],
        today=[_event(e, adults) for e in events],
        met=[
            MetOut(child_id=c, food=_called(food), outcomes=[e.outcome for e in told])
            for (c, food), told in page.met.items()
        ],
        poured=list(POURED),
        tasted=list(TASTED),
        script=list(SCRIPT),
    )


def _called(food: str) -> str:
    found = food_called(food)
    return food if found is UNKNOWN else found.name


def _event(e: TableEvent, adults: dict[int, str]) -> AtTableOut:
    return AtTableOut(
        what=e.what,
        at=e.at,
        child_id=e.child_id,
        adult=adults.get(e.adult_id or 0, ""),
        food=_called(e.food) if e.food else "",
        cut=e.cut,
        outcome=e.outcome,
    )


def _offer(each: table.Offer) -> FoodOut:
    return FoodOut(
        key=each.food.key, name=each.food.name, cuts=list(each.food.cuts), cut=each.cut, found=found_out(each.found)
    )


@bp.get("/foods")
@api.validate(resp=answers(HTTP_200=FoodsOut), tags=["table"])
def get_foods() -> FoodsOut:
    """Every food that is known, those that may be given to all who eat today first."""
    return FoodsOut(foods=[_offer(each) for each in table.foods(desk())], cuts=dict(CUTS))


@bp.get("/check")
@api.validate(resp=answers(HTTP_200=FoodOut), tags=["table"])
def check_food(query: FoodQuery) -> FoodOut:
    """What is known against a food in a cut for those who eat today."""
    return _offer(table.check(desk(), query.food, query.cut))


@bp.delete("/last")
@api.validate(resp=answers(HTTP_200=DoneOut), tags=["table"])
def take_back() -> DoneOut:
    """Take the newest thing of today back."""
    table.take_back(desk(), adult_id())
    return DoneOut()
