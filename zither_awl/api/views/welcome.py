"""The first evening: its steps, what a child is said to know, the first shelf, a demo to look at."""

from __future__ import annotations

from flask import Blueprint

from zither_awl.api.answers import decide_out, placement_out, reasons_out, tray_out, unit_out
from zither_awl.api.context import adult_id, desk
from zither_awl.api.schemas.base import DoneOut
from zither_awl.api.schemas.welcome import (
    AskedSetOut,
    AskedWordOut,
    AskingIn,
    AskingOut,
    CommonPlaceOut,
    FirstIn,
    FirstShelfOut,
    FirstTrayOut,
    LevelAnswerIn,
    MayAllowOut,
    OtherOut,
    QuestionOut,
    SaidIn,
    SaidListOut,
    SaidOut,
    SizeOut,
    WelcomeOut,
    WelcomeStepIn,
    WelcomeStepOut,
)
from zither_awl.api.spec import answers, api
from zither_awl.catalogue.places import common_places
from zither_awl.core.errors import NotFound
from zither_awl.core.saying import say
from zither_awl.core.values import SaidAnswer
from zither_awl.services import asking, catalogue, first_shelf, lessons, welcome
from zither_awl.services.first_shelf import FirstTray, Picked

bp = Blueprint("welcome", __name__, url_prefix="/api")


@bp.get("/welcome")
@api.validate(resp=answers(HTTP_200=WelcomeOut), tags=["welcome"])
def get_welcome() -> WelcomeOut:
    """How far the first evening is, and the places most homes have with their common sizes."""
    house = desk().house()
    found = welcome.evening(house)
    return WelcomeOut(
        steps=[WelcomeStepOut(name=name, state=state) for name, state in found.steps],
        through=found.through,
        things=len(house.components),
        places=[
            CommonPlaceOut(key=p.key, says=p.says, sizes=[SizeOut(says=s.says, unit=unit_out(s.unit)) for s in p.sizes])
            for p in common_places()
        ],
    )


@bp.put("/welcome/<name>")
@api.validate(resp=answers(HTTP_200=DoneOut), tags=["welcome"])
def put_step(name: str, json: WelcomeStepIn) -> DoneOut:
    """Keep that a step is through, or put off."""
    step = next((each for each, _ in welcome.evening(desk().house()).steps if each == name), None)
    if step is None:
        raise NotFound(say("Welcome has no step {name}.", name=repr(name)))
    welcome.keep_step(desk(), step, json.state, adult_id())
    return DoneOut(id=name)


@bp.post("/demo/look")
@api.validate(resp=answers(HTTP_200=DoneOut), tags=["welcome"])
def look_at_demo() -> DoneOut:
    """Fill an empty house with the demo's household, to be looked at."""
    welcome.look_at_demo(desk())
    return DoneOut()


@bp.post("/demo/leave")
@api.validate(resp=answers(HTTP_200=DoneOut), tags=["welcome"])
def leave_demo() -> DoneOut:
    """Empty the demo house again."""
    welcome.leave_demo(desk())
    return DoneOut()


def _told(told: list[LevelAnswerIn]) -> list[tuple[tuple[str, int], SaidAnswer]]:
    return [((each.key, each.level), each.answer) for each in told]


@bp.post("/children/<int:child_id>/asking")
@api.validate(resp=answers(HTTP_200=AskingOut), tags=["welcome"])
def ask_next(child_id: int, json: AskingIn) -> AskingOut:
    """The next question about what a child knows, after these answers; nothing is kept."""
    at = desk()
    found = asking.asking(at, child_id, _told(json.answers))
    design, level = found.design, found.level
    question = (
        QuestionOut(
            key=design.key,
            level=level.number,
            name=design.name,
            level_name=level.name,
            expects=level.expects,
            area=design.area,
        )
        if design and level
        else None
    )
    household = at.house().household
    language = household.language if household else "en"
    return AskingOut(
        child_id=child_id,
        question=question,
        number=found.number,
        most=found.most,
        settled=found.settled,
        levels=found.levels,
        words=[
            AskedSetOut(
                key=s.key, name=s.name, words=[AskedWordOut(key=w.key, label=w.label(language)) for w in s.words]
            )
            for s in lessons.sets_near(at.house(), found.child, at.today())
        ],
    )


@bp.post("/children/<int:child_id>/said")
@api.validate(resp=answers(HTTP_200=DoneOut), tags=["welcome"])
def keep_said(child_id: int, json: SaidIn) -> DoneOut:
    """Keep what was said of a child, with what follows from it; the number of levels now said to be known."""
    return DoneOut(id=asking.keep_said(desk(), child_id, _told(json.answers), json.words, adult_id()))


@bp.get("/children/<int:child_id>/said")
@api.validate(resp=answers(HTTP_200=SaidListOut), tags=["welcome"])
def get_said(child_id: int) -> SaidListOut:
    """Everything that was said of a child."""
    house = desk().house()
    house.child(child_id)
    designs, sets = catalogue.designs(house), {s.key: s for s in lessons.sets(house)}
    found = []
    for each in (s for s in house.people.said if s.child_id == child_id):
        if each.word:
            words = sets.get(each.key)
            word = words.word(each.word) if words else None
            name = say("{words}: {label}", words=words.name, label=word.label("en")) if words and word else each.word
        elif each.key in designs:
            design = designs[each.key]
            name = say("{design}: {level}", design=design.name, level=design.level(each.level).name)
        else:
            name = each.key
        found.append(
            SaidOut(
                key=each.key,
                level=each.level,
                word=each.word,
                name=name,
                answer=each.answer,
                on=each.on,
                adult=each.adult,
                concluded=each.concluded,
            )
        )
    return SaidListOut(said=found)


@bp.post("/first-shelf")
@api.validate(resp=answers(HTTP_200=DoneOut), tags=["welcome"])
def compose_first(json: FirstIn) -> DoneOut:
    """Compose a first shelf from what there is and begin to arrange it; the answer names the solve to ask after."""
    picked = None if json.picked is None else [Picked(p.key, p.level, p.child_id) for p in json.picked]
    return DoneOut(id=first_shelf.start(desk(), picked))


@bp.get("/first-shelf/<int:solve_id>")
@api.validate(resp=answers(HTTP_200=FirstShelfOut), tags=["welcome"])
def get_first(solve_id: int) -> FirstShelfOut:
    """How far the first shelf is; once it is arranged, where each tray would stand, why, and what else could."""
    at = desk()
    solve = at.solves.get(solve_id)
    if solve.status != "done":
        return FirstShelfOut(
            status=solve.status,
            seconds=solve.seconds,
            message=solve.message,
            trays=[],
            placements=[],
            firsts=[],
            few=[],
            to_allow=[],
        )
    house, today = at.house(), at.today()
    found = first_shelf.first_shelf(at, solve)
    return FirstShelfOut(
        status="done",
        seconds=solve.seconds,
        message=solve.message,
        trays=[tray_out(f.first.tray, house, today) for f in found.trays],
        placements=[placement_out(f.placement, house, today) for f in found.trays],
        firsts=[_first_out(f) for f in found.trays],
        few=list(found.few),
        to_allow=[
            MayAllowOut(ask=decide_out([(a.child.id, a.kind)], house)[0], names=list(a.names)) for a in found.to_allow
        ],
    )


def _first_out(each: FirstTray) -> FirstTrayOut:
    key, level = each.first.rung
    return FirstTrayOut(
        tray_id=each.first.tray.id,
        key=key,
        level=level,
        child_id=each.child.id,
        why=reasons_out([each.first.why])[0],
        away_from=[c.name for c in each.first.away_from],
        things=[c.said for c in each.first.tray.contents],
        others=[OtherOut(key=k, level=n, name=name) for k, n, name in each.others],
    )


@bp.post("/first-shelf/<int:solve_id>/take")
@api.validate(resp=answers(HTTP_200=DoneOut), tags=["welcome"])
def take_first(solve_id: int) -> DoneOut:
    """Keep the trays of the first shelf and put them where they were planned; how many."""
    return DoneOut(id=first_shelf.take(desk(), solve_id, adult_id()))
