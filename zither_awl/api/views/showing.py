"""Showing a tray: the script, and planning it."""

from __future__ import annotations

from typing import Any, cast

from flask import Blueprint

from zither_awl.api.answers import reasons_out
from zither_awl.api.context import adult_id, desk
from zither_awl.api.home_answers import found_out
from zither_awl.api.schemas.base import DoneOut
from zither_awl.api.schemas.showing import MannerOut, PlanShowingIn, ScriptOut, ShownOut, WhatIfOut, WithOut
from zither_awl.api.spec import answers, api
from zither_awl.core.showing import MANNER, MANNERS, OPENING, OUTCOMES, WHAT_IF
from zither_awl.core.trays.script import script_of
from zither_awl.services import removing, showing

bp = Blueprint("showing", __name__, url_prefix="/api")


def _shown_out(found: showing.Script) -> list[ShownOut]:
    adults = {a.id: a.name for a in desk().house().adults}
    return [
        ShownOut(
            id=p.id, at=p.at, again=p.again, outcome=p.outcome, manner=p.manner, adult=adults.get(p.adult_id or 0, "")
        )
        for p in found.shown
    ]


@bp.get("/showings/<int:child_id>/<int:tray_id>")
@api.validate(resp=answers(HTTP_200=ScriptOut), tags=["showing"])
def get_script(child_id: int, tray_id: int) -> ScriptOut:
    """How a tray is shown to a child, step by step."""
    found = showing.script(desk(), child_id, tray_id)
    design = found.design
    level = design.level(found.tray.card.level) if design else None
    return ScriptOut(
        child_id=child_id,
        child=found.child.name,
        tray_id=tray_id,
        tray=found.tray.name,
        card=found.tray.card.name,
        style=found.style,
        manners=[MannerOut(style=s, opening=OPENING[s], manner=MANNER[s]) for s in MANNER],
        steps=list(script_of(design, level)) if design and level else [],
        changes=level.changes if level else "",
        invitation=design.invitation if design else "",
        also=list(design.also) if design else [],
        grid=list(design.grid) if design else [],
        then=list(design.then) if design else [],
        interest=list(design.interest) if design else [],
        control=design.control if design else "",
        clean_up=design.clean_up if design else "",
        expects=level.expects if level else "",
        not_yet=level.not_yet if level else "",
        what_if=[WhatIfOut(what=a, then=b) for a, b in WHAT_IF],
        if_hard=list(found.if_hard),
        beforehand=list(found.beforehand),
        supervision=design.supervision if design else "none",
        condition=found.condition,
        shown=_shown_out(found),
        outcomes=list(OUTCOMES),
        ways=list(MANNERS),
        with_children=[WithOut(id=c.id, name=c.name, pattern=cast("Any", c.pattern)) for c in found.others],
        foods=found_out(found.foods),
        words=[word for word, _ in design.words] if design else [],
        lesson=f"card:{found.tray.card.key}",
        planned_id=found.planned.id if found.planned else None,
        planned_day=found.planned.day if found.planned else None,
        waits=reasons_out(found.suits.reasons) if not found.suits.now else [],
    )


@bp.post("/showings")
@api.validate(resp=answers(HTTP_200=DoneOut), tags=["showing"])
def plan(json: PlanShowingIn) -> DoneOut:
    """Mean to show a tray to a child on a day."""
    showing.plan(desk(), json.child_id, json.tray_id, json.day, adult_id(), reason=json.reason)
    return DoneOut()


@bp.delete("/showings/given/<int:showing_id>")
@api.validate(resp=answers(HTTP_200=DoneOut), tags=["showing"])
def remove(showing_id: int) -> DoneOut:
    """Take back a showing that was written down."""
    removing.remove_showing(desk(), showing_id, adult_id())
    return DoneOut(id=showing_id)


@bp.delete("/showings/<int:planned_id>")
@api.validate(resp=answers(HTTP_200=DoneOut), tags=["showing"])
def unplan(planned_id: int) -> DoneOut:
    """Leave a planned showing."""
    showing.unplan(desk(), planned_id, adult_id())
    return DoneOut(id=planned_id)
