"""The making list: what is sewn, glued, cut and printed, checked before a child gets it; and what is worn."""

from __future__ import annotations

from flask import Blueprint

from zither_awl.api.context import adult_id, desk
from zither_awl.api.schemas.base import DoneOut
from zither_awl.api.schemas.making import (
    BeginIn,
    CheckTextOut,
    GiveIn,
    GoOnIn,
    MakingListOut,
    MakingOut,
    RecipeOut,
    SuggestedOut,
    WornIn,
    WornOut,
)
from zither_awl.api.spec import answers, api
from zither_awl.core.making import Making, Recipe
from zither_awl.services import making

bp = Blueprint("making", __name__, url_prefix="/api")


def _recipe(each: Recipe) -> RecipeOut:
    return RecipeOut(
        key=each.key,
        name=each.name,
        makes=each.makes,
        work=each.work,
        minutes=each.minutes,
        materials=list(each.materials),
        steps=list(each.steps),
        checks=[CheckTextOut(key=key, text=text) for key, text in each.checks],
    )


def _making(each: Making, recipe: Recipe) -> MakingOut:
    return MakingOut(
        id=each.id,
        recipe=_recipe(recipe),
        name=each.name,
        wanted_for=each.wanted_for,
        done=list(each.done),
        checked=list(each.checked),
        checked_by=each.checked_by,
        checked_on=each.checked_on,
        begun_on=each.begun_on,
    )


@bp.get("/making")
@api.validate(resp=answers(HTTP_200=MakingListOut), tags=["making"])
def get_making() -> MakingListOut:
    """What is being made, what could be, and what is worn."""
    found = making.making_list(desk().house())
    return MakingListOut(
        begun=[_making(each, recipe) for each, recipe in found.begun],
        suggested=[SuggestedOut(recipe=_recipe(each), cards=cards) for each, cards in found.suggested],
        marks=[
            WornOut(
                id=m.id,
                what=m.what,
                name=name,
                component_id=m.component_id,
                tray_id=m.tray_id,
                note=m.note,
                marked_by=m.marked_by,
                marked_on=m.marked_on,
            )
            for m, name in found.marks
        ],
    )


@bp.post("/making")
@api.validate(resp=answers(HTTP_200=DoneOut), tags=["making"])
def begin(json: BeginIn) -> DoneOut:
    """Put something on the making list."""
    return DoneOut(id=making.begin(desk(), json.recipe, json.wanted_for, adult_id()))


@bp.put("/making/<int:making_id>")
@api.validate(resp=answers(HTTP_200=DoneOut), tags=["making"])
def go_on(making_id: int, json: GoOnIn) -> DoneOut:
    """Say which steps are done, which checks have passed, and who checked."""
    making.go_on(desk(), making_id, json.done, json.checked, json.checked_by, adult_id())
    return DoneOut(id=making_id)


@bp.post("/making/<int:making_id>/give")
@api.validate(resp=answers(HTTP_200=DoneOut), tags=["making"])
def give(making_id: int, json: GiveIn) -> DoneOut:
    """What was made and passed its checks becomes a thing of the cupboard."""
    return DoneOut(id=making.give(desk(), making_id, json.name, json.count, adult_id()))


@bp.delete("/making/<int:making_id>")
@api.validate(resp=answers(HTTP_200=DoneOut), tags=["making"])
def leave(making_id: int) -> DoneOut:
    """Take something off the making list."""
    making.leave(desk(), making_id, adult_id())
    return DoneOut(id=making_id)


@bp.post("/marks")
@api.validate(resp=answers(HTTP_200=DoneOut), tags=["making"])
def add_mark(json: WornIn) -> DoneOut:
    """Mark a thing or a tray as worn, to be washed or to be renewed."""
    return DoneOut(id=making.mark(desk(), json.what, json.component_id, json.tray_id, json.note, adult_id()))


@bp.post("/marks/<int:mark_id>/done")
@api.validate(resp=answers(HTTP_200=DoneOut), tags=["making"])
def seen_to(mark_id: int) -> DoneOut:
    """A mark was seen to: mended, washed, renewed."""
    making.seen_to(desk(), mark_id, adult_id())
    return DoneOut(id=mark_id)
