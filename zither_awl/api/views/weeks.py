"""The string of weeks: everything on it, moving it, what arrives, days away, looking ahead, and a thread."""

from __future__ import annotations

from flask import Blueprint

from zither_awl.api.answers import reasons_out
from zither_awl.api.context import adult_id, desk
from zither_awl.api.schemas.base import DoneOut, GroupQuery
from zither_awl.api.schemas.change import AimOut
from zither_awl.api.schemas.weeks import (
    AbsenceIn,
    AbsenceOut,
    ArrivalIn,
    ArrivesOut,
    BackOut,
    BinRoomOut,
    CameTakenOut,
    LeaveFirstOut,
    LikelyChangeOut,
    LikelyKnownOut,
    LookAheadOut,
    LookOut,
    MayLeaveOut,
    MinutesOut,
    MoveOnWeeksIn,
    NumberedOut,
    PolicyOut,
    RangeOut,
    ReceivedOut,
    ReceiveIn,
    ReviewedOut,
    ReviewOut,
    SoonOut,
    ThreadOut,
    ThreadProposalOut,
    ThreadQuery,
    TurnOut,
    WeeksOut,
)
from zither_awl.api.spec import answers, api
from zither_awl.api.theme_answers import line_out, theme_on_out
from zither_awl.core.absence import Absence
from zither_awl.core.shelf import Progress
from zither_awl.core.weeks.ahead import Range
from zither_awl.core.weeks.arrivals import Arrival
from zither_awl.services import ahead, arrivals, weeks
from zither_awl.services.arrivals import CameIn
from zither_awl.services.weeks import ArrivesOn, SoonReady

bp = Blueprint("weeks", __name__, url_prefix="/api")


@bp.get("/weeks")
@api.validate(resp=answers(HTTP_200=WeeksOut), tags=["weeks"])
def get_weeks(query: GroupQuery) -> WeeksOut:
    """Everything on the string of weeks, from some weeks back to some ahead; for one group only what concerns it."""
    at = desk()
    house, on = at.house(), weeks.string(at) if query.group is None else weeks.string_for(at, query.group)
    return WeeksOut(
        first=on.first,
        last=on.last,
        today=on.today,
        look=house.practice.look,
        themes=[theme_on_out(t, house) for t in on.themes],
        aims=[AimOut.model_validate(a) for a in on.aims],
        looks=[
            LookOut(day=k.day, out=list(k.out), in_=list(k.in_), proposed=k.proposed, past=k.past, let_in=k.let_in)
            for k in on.looks
        ],
        turns=[TurnOut(day=day, came=came) for day, came in on.turns],
        next_turn=on.next_turn,
        standing_books=len(on.standing_books),
        back=[
            BackOut(id=b.thing_id, title=b.title, back_on=b.back_on, lent_by=b.lent_by)
            for b in on.back
            if b.back_on is not None
        ],
        soon=[_soon(s) for s in on.soon],
        arrives=[_arrives(a) for a in on.arrives],
        by_then=[line_out(line) for line in on.by_then],
        minutes=[MinutesOut(day=m.day, needed=m.needed, there=m.there) for m in on.minutes],
        absences=[_absence(a) for a in on.absences],
    )


def _soon(each: SoonReady) -> SoonOut:
    hole = each.step.hole
    return SoonOut(
        child_id=each.child.id,
        child=each.child.name,
        step=hole.design.titled(hole.level),
        key=hole.design.key,
        level=hole.level.number,
        earliest=each.likely.earliest,
        median=each.likely.median,
        latest=each.likely.latest,
    )


def _arrives(each: ArrivesOn) -> ArrivesOut:
    a = each.arrival
    return ArrivesOut(
        id=a.id,
        name=a.name,
        child_id=a.child_id,
        day=each.day,
        every_days=a.every_days,
        giver=a.giver,
        note=a.note,
        arrived=a.arrived_on is not None,
        waiting=each.waiting,
    )


def _absence(each: Absence) -> AbsenceOut:
    return AbsenceOut(
        id=each.id,
        kind=each.kind,
        name=each.name,
        from_day=each.from_day,
        until_day=each.until_day,
        children=sorted(each.children),
    )


@bp.post("/weeks/move")
@api.validate(resp=answers(HTTP_200=DoneOut), tags=["weeks"])
def move(json: MoveOnWeeksIn) -> DoneOut:
    """Move something on the string to another day."""
    if json.kind == "look" or json.kind == "books":
        weeks.move_stop(desk(), json.kind, json.stands or json.day, json.day, adult_id())
    else:
        weeks.move(desk(), json.kind, json.id, json.day, adult_id(), of=json.of)
    return DoneOut(id=json.id)


@bp.post("/arrivals")
@api.validate(resp=answers(HTTP_200=DoneOut), tags=["weeks"])
def save_arrival(json: ArrivalIn) -> DoneOut:
    """Put something that arrives on the string, or change it."""
    return DoneOut(id=arrivals.save_arrival(desk(), Arrival(**json.model_dump()), adult_id()))


@bp.delete("/arrivals/<int:arrival_id>")
@api.validate(resp=answers(HTTP_200=DoneOut), tags=["weeks"])
def drop_arrival(arrival_id: int) -> DoneOut:
    """Take an arrival off the string."""
    arrivals.drop_arrival(desk(), arrival_id, adult_id())
    return DoneOut(id=arrival_id)


@bp.post("/arrivals/<int:arrival_id>/receive")
@api.validate(resp=answers(HTTP_200=ReceivedOut), tags=["weeks"])
def receive(arrival_id: int, json: ReceiveIn) -> ReceivedOut:
    """It has arrived: what came waits in a bin."""
    came = [CameIn(**each.model_dump()) for each in json.came]
    return ReceivedOut(ids=arrivals.receive(desk(), arrival_id, came, json.bin, adult_id()))


@bp.get("/arrivals/leave")
@api.validate(resp=answers(HTTP_200=LeaveFirstOut), tags=["weeks"])
def leave_first() -> LeaveFirstOut:
    """One in, one out: how full the bins are, and what could leave them."""
    at = desk()
    house = at.house()
    return LeaveFirstOut(
        bins=[BinRoomOut(name=b.name, holds=holds, most=b.most) for b, holds in arrivals.bins_held(house)],
        leave=[
            MayLeaveOut(tray_id=m.tray.id, name=m.tray.name, how=m.how, reason=reasons_out([m.reason])[0])
            for m in arrivals.leave_first(house, at.today())
        ],
    )


@bp.post("/absences")
@api.validate(resp=answers(HTTP_200=DoneOut), tags=["weeks"])
def save_absence(json: AbsenceIn) -> DoneOut:
    """Put days away on the string, or change them."""
    told = json.model_dump() | {"children": frozenset(json.children)}
    return DoneOut(id=arrivals.save_absence(desk(), Absence(**told), adult_id()))


@bp.delete("/absences/<int:absence_id>")
@api.validate(resp=answers(HTTP_200=DoneOut), tags=["weeks"])
def drop_absence(absence_id: int) -> DoneOut:
    """Take days away off the string."""
    arrivals.drop_absence(desk(), absence_id, adult_id())
    return DoneOut(id=absence_id)


@bp.get("/thread")
@api.validate(query=ThreadQuery, resp=answers(HTTP_200=ThreadOut), tags=["weeks"])
def get_thread(query: ThreadQuery) -> ThreadOut:
    """What a number, a colour or a skill runs through, and what would carry it into other areas."""
    found = weeks.thread(desk(), query.words)
    return ThreadOut(
        out=[NumberedOut(id=key, name=name) for key, name in found.out],
        resting=[NumberedOut(id=key, name=name) for key, name in found.resting],
        sets=list(found.sets),
        books=list(found.books),
        proposals=[ThreadProposalOut(id=key, name=name, area=area) for key, name, area in found.proposals],
    )


@bp.post("/ahead")
@api.validate(resp=answers(HTTP_200=DoneOut), tags=["weeks"])
def begin_ahead() -> DoneOut:
    """Begin to look ahead; the answer names the solve to ask after."""
    return DoneOut(id=ahead.start(desk()))


@bp.get("/ahead/<int:solve_id>")
@api.validate(resp=answers(HTTP_200=LookAheadOut), tags=["weeks"])
def get_ahead(solve_id: int) -> LookAheadOut:
    """How far the look ahead is, and what it says once it is through."""
    at = desk()
    solve = at.solves.get(solve_id)
    found, best = ahead.foreseen(at, solve), solve.best
    done, of = (best.value, best.bound) if isinstance(best, Progress) else (0, 0)
    return LookAheadOut(
        id=solve.id,
        status=solve.status,
        message=solve.message,
        seconds=round(solve.seconds, 2),
        done=done,
        of=of,
        runs=found.runs if found else 0,
        mastered=[LikelyKnownOut(child=c.name, tray=t.name, range=_range(r)) for c, t, r in found.mastered]
        if found
        else [],
        changes=[LikelyChangeOut(tray=t.name, range=_range(r)) for t, r in found.changes] if found else [],
        out_of=[LikelyChangeOut(tray=name, range=_range(r)) for name, r in found.out_of] if found else [],
        policies=[
            PolicyOut(policy=p.policy, mastered=list(p.mastered), picks=list(p.picks), swapped=list(p.swapped))
            for p in found.policies
        ]
        if found
        else [],
    )


def _range(each: Range) -> RangeOut:
    return RangeOut(low=each.low, middle=each.middle, high=each.high, share=round(each.share, 3))


@bp.get("/review")
@api.validate(resp=answers(HTTP_200=ReviewOut), tags=["weeks"])
def get_review() -> ReviewOut:
    """How the last changes were taken, and what that says for the next."""
    found = ahead.reviewed(desk().house())
    return ReviewOut(
        changes=[
            ReviewedOut(
                day=c.on,
                out=[t.name for t in c.out],
                came=[CameTakenOut(tray=t.tray.name, how=t.how, chosen=t.chosen, of=t.of) for t in c.came],
            )
            for c in found.changes
        ],
        reasons=reasons_out(found.says),
    )
