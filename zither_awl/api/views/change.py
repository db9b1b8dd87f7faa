"""The change, and Today's set-up list that follows from it."""

from __future__ import annotations

from flask import Blueprint

from zither_awl.api.answers import episodes_out, named, reasons_out, spot_in, spot_out
from zither_awl.api.context import adult_id, desk
from zither_awl.api.home_answers import groups_out
from zither_awl.api.schemas.base import DoneOut, GroupQuery
from zither_awl.api.schemas.change import (
    AcceptIn,
    AimIn,
    AimOut,
    AtHomeOut,
    ChangeOut,
    ChoiceIn,
    DeclineIn,
    FromWeeksOut,
    KeepOut,
    LineOut,
    MissingOut,
    NamedOut,
    OutNowOut,
    ReasonsOut,
    RoutineTodayOut,
    ShowingOut,
    SwapOut,
    TableTodayOut,
    TaskOut,
    TickIn,
    TodayOut,
    UnmarkedOut,
    WaitingOut,
    WordsTodayOut,
)
from zither_awl.api.spec import answers, api
from zither_awl.core.rotation import Swap
from zither_awl.core.saying import say
from zither_awl.core.showing import Due
from zither_awl.core.values import Child
from zither_awl.services import rotation, shelf, today
from zither_awl.services.desk import House
from zither_awl.services.rotation import ChosenSwap

bp = Blueprint("change", __name__, url_prefix="/api")


@bp.get("/change")
@api.validate(resp=answers(HTTP_200=ChangeOut), tags=["change"])
def get_change() -> ChangeOut:
    """What the signs ask for today, why, and why the rest stays."""
    at = desk()
    house, change = at.house(), rotation.proposal(at)
    return ChangeOut(
        swaps=[_swap(s, house) for s in change.swaps],
        by_hand=[NamedOut(id=p.tray.id, name=p.tray.name) for p in change.by_hand],
        keep=[KeepOut(tray=NamedOut(id=t.id, name=t.name), reasons=reasons_out(r)) for t, r in change.keep],
        later=[KeepOut(tray=NamedOut(id=t.id, name=t.name), reasons=reasons_out(r)) for t, r in change.later],
        let_in=[_swap(s, house) for s in change.let_in],
        reasons=reasons_out(change.reasons),
        unmarked=[UnmarkedOut(child_id=c.id, child=c.name, tray_id=t.id, tray=t.name) for c, t in change.unmarked],
        look_on=change.look_on or at.today(),
        aims=[AimOut.model_validate(a) for a in house.weeks.aims if a.until_day is None or a.until_day >= at.today()],
        resting=[NamedOut(id=t.id, name=t.name) for t in shelf.resting_trays(house)],
        out_now=[NamedOut(id=p.tray.id, name=p.tray.name) for p in house.placements],
    )


def _swap(swap: Swap, house: House) -> SwapOut:
    where = ""
    if swap.spot is not None:
        unit = house.unit(swap.spot.unit_id)
        where = say("{unit}, {words}", unit=unit.name, words=swap.spot.words(unit))
    others = [NamedOut(id=t.id, name=t.name) for t in swap.others]
    return SwapOut(
        out=named(swap.out),
        in_=named(swap.in_),
        spot=spot_out(swap.spot) if swap.spot else None,
        where=where,
        bin=house.bin_name(swap.in_.bin_id) if swap.in_ else "",
        reasons=reasons_out(swap.reasons),
        others=others,
    )


@bp.post("/change/accept")
@api.validate(resp=answers(HTTP_200=DoneOut), tags=["change"])
def accept(json: AcceptIn) -> DoneOut:
    """Carry out a change as it was chosen."""
    return DoneOut(id=rotation.accept(desk(), [_choice(s) for s in json.swaps], json.by_hand, adult_id()))


@bp.post("/change/decline")
@api.validate(resp=answers(HTTP_200=DoneOut), tags=["change"])
def decline(json: DeclineIn) -> DoneOut:
    """Write down that a proposal was declined, and why."""
    rotation.decline(desk(), [_choice(s) for s in json.swaps], json.reason, adult_id())
    return DoneOut()


def _choice(json: ChoiceIn) -> ChosenSwap:
    return ChosenSwap(json.out, json.in_, spot_in(json.spot) if json.spot else None)


@bp.post("/aims")
@api.validate(resp=answers(HTTP_200=DoneOut), tags=["change"])
def add_aim(json: AimIn) -> DoneOut:
    """Say what some weeks are about, from today on."""
    return DoneOut(id=rotation.add_aim(desk(), json.words, json.until_day, json.child_id, adult_id()))


@bp.delete("/aims/<int:aim_id>")
@api.validate(resp=answers(HTTP_200=DoneOut), tags=["change"])
def drop_aim(aim_id: int) -> DoneOut:
    """Drop an aim."""
    rotation.drop_aim(desk(), aim_id, adult_id())
    return DoneOut(id=aim_id)


@bp.get("/trays/<int:tray_id>/why-not")
@api.validate(resp=answers(HTTP_200=ReasonsOut), tags=["change"])
def why_not(tray_id: int) -> ReasonsOut:
    """Why a tray stays, or does not come in."""
    return ReasonsOut(reasons=reasons_out(rotation.why_not(desk(), tray_id)))


@bp.get("/today")
@api.validate(resp=answers(HTTP_200=TodayOut), tags=["today"])
def get_today(query: GroupQuery) -> TodayOut:
    """The set-up list, what to mind, what to show, what has to be asked; for one group only what concerns it."""
    at = desk()
    page = today.page(at) if query.group is None else today.for_group(at, query.group)
    return TodayOut(
        at_home=_at_home(page.at_home),
        groups=groups_out(at.house()) if query.group is None else [],
        group=query.group,
        day=page.day,
        weeks=[FromWeeksOut.model_validate(each) for each in page.weeks],
        tasks=[TaskOut.model_validate(t) for t in page.tasks],
        by_hand=[LineOut.model_validate(line) for line in page.by_hand],
        prepare=[LineOut.model_validate(line) for line in page.prepare],
        mind=[LineOut.model_validate(line) for line in page.mind],
        new=[LineOut.model_validate(line) for line in page.new],
        to_show=[_showing(each.child, due) for each in page.to_show for due in each.due],
        showings=[
            WaitingOut(child=s.child.name, waiting=[t.name for t in s.waiting], open=[t.name for t in s.open])
            for s in page.to_show
            if s.waiting or s.open
        ],
        complete=[
            MissingOut(tray_id=m.tray.id, tray=m.tray.name, child=m.child.name, at=m.at, note=m.note)
            for m in page.complete
        ],
        out=[OutNowOut(unit=unit, trays=list(trays)) for unit, trays in page.out if trays],
        questions=episodes_out(page.questions, at),
        change_waits=page.change_waits,
        look_on=page.look_on,
        would_change=page.would_change,
        seen_mornings=page.seen_mornings,
    )


def _at_home(told: today.AtHome) -> AtHomeOut:
    table = told.table
    used = bool(told.table.today.set or told.table.today.poured or table.stage.name != "water alone")
    return AtHomeOut(
        routines=[RoutineTodayOut(key=r.key, name=r.name, adults=list(names)) for r, names in told.routines],
        words=[
            WordsTodayOut(
                child_id=c.id, child=c.name, set_key=w.words.key, name=w.words.name, due=w.due, talked_on=w.talked_on
            )
            for c, w in told.words
        ],
        table=TableTodayOut(
            stage=table.stage.name,
            what=table.stage.what,
            in_the_bowl=table.stage.in_the_bowl,
            on_it=[food.name for _, food, _ in table.on_it],
        )
        if table.eaters and used
        else None,
    )


def _showing(child: Child, due: Due) -> ShowingOut:
    return ShowingOut(
        child_id=child.id,
        child=child.name,
        tray_id=due.tray.id,
        tray=due.tray.name,
        again=due.again,
        reasons=reasons_out(due.reasons),
        planned_id=due.planned_id,
    )


@bp.post("/trays/<int:tray_id>/complete")
@api.validate(resp=answers(HTTP_200=DoneOut), tags=["today"])
def complete(tray_id: int) -> DoneOut:
    """What was missing is back: the tray is complete again."""
    today.complete(desk(), tray_id, adult_id())
    return DoneOut(id=tray_id)


@bp.post("/tasks/<int:task_id>/tick")
@api.validate(resp=answers(HTTP_200=DoneOut), tags=["today"])
def tick(task_id: int, json: TickIn) -> DoneOut:
    """Tick a line of the set-up list off, or take the tick back."""
    rotation.tick(desk(), task_id, json.done, adult_id())
    return DoneOut(id=task_id)
