"""The session, the household, its adults, and undo."""

from __future__ import annotations

from dataclasses import replace

from flask import Blueprint, session
from flask_wtf.csrf import generate_csrf

from zither_awl import __version__
from zither_awl.api.context import adult_id, desk, pin_wanted, right, tries
from zither_awl.api.schemas.base import DoneOut
from zither_awl.api.schemas.house import (
    AdultIn,
    AdultLanguageIn,
    AdultOut,
    ChangeSetOut,
    HistoryOut,
    HouseholdIn,
    HouseholdOut,
    LeaningsIn,
    SessionOut,
    SurfacesIn,
    UndoneOut,
)
from zither_awl.api.schemas.keeping import AdultPinIn, LockOut, UnlockIn
from zither_awl.api.spec import answers, api
from zither_awl.core.errors import FieldProblem, InvalidValue
from zither_awl.core.practice import usual_practice
from zither_awl.core.saying import say
from zither_awl.core.values import Household
from zither_awl.services import history, people, pins, welcome

bp = Blueprint("session", __name__, url_prefix="/api")


@bp.get("/session")
@api.validate(resp=answers(HTTP_200=SessionOut), tags=["house"])
def get_session() -> SessionOut:
    """Who lives here, what day it is in the house, and the token every write carries."""
    at = desk()
    house = at.house()
    household = HouseholdOut.model_validate(house.household) if house.household else None
    return SessionOut(
        household=household,
        usual_practice=usual_practice(),
        adults=[AdultOut(id=a.id, name=a.name, minutes=list(a.minutes), language=a.language) for a in house.adults],
        csrf_token=generate_csrf(),
        now=at.now(),
        today=at.today(),
        version=__version__,
        demo=house.settings.seeded_on is not None,
        looked_at=welcome.only_looked_at(house),
        right=right(),
    )


@bp.put("/household")
@api.validate(resp=answers(HTTP_200=DoneOut), tags=["house"])
def put_household(json: HouseholdIn) -> DoneOut:
    """Name the house, its units of length and its time zone."""
    kept = desk().house().household
    told = json.model_dump(exclude={"version", *(["practice"] if json.practice is None else [])})
    made = replace(kept, **told) if kept else Household(**told)
    people.save_household(desk(), made, adult_id(), version=json.version)
    return DoneOut()


@bp.put("/household/leanings")
@api.validate(resp=answers(HTTP_200=DoneOut), tags=["house"])
def put_leanings(json: LeaningsIn) -> DoneOut:
    """What a plan of the shelf leans to."""
    people.change_household(desk(), say("What a plan leans to"), adult_id(), **json.model_dump())
    return DoneOut()


@bp.put("/household/surfaces")
@api.validate(resp=answers(HTTP_200=DoneOut), tags=["house"])
def put_surfaces(json: SurfacesIn) -> DoneOut:
    """How high the kitchen counter and the wash basin are."""
    people.change_household(desk(), say("Measured the counter and the basin"), adult_id(), **json.model_dump())
    return DoneOut()


@bp.post("/adults")
@api.validate(resp=answers(HTTP_200=DoneOut), tags=["house"])
def add_adult(json: AdultIn) -> DoneOut:
    """Add an adult who watches and sets out."""
    return DoneOut(id=people.add_adult(desk(), json.name, adult_id()).id)


@bp.put("/adults/<int:who>/language")
@api.validate(resp=answers(HTTP_200=DoneOut), tags=["house"])
def set_language(who: int, json: AdultLanguageIn) -> DoneOut:
    """The language an adult reads: its pages, messages and prints."""
    people.save_language(desk(), who, json.language, adult_id())
    return DoneOut(id=who)


@bp.put("/adults/<int:who>/pin")
@api.validate(resp=answers(HTTP_200=DoneOut), tags=["house"])
def set_pin(who: int, json: AdultPinIn) -> DoneOut:
    """Give an adult a PIN, another one, or none."""
    pins.set_pin(desk(), tries(), who, json.pin, json.old)
    if json.pin:
        session["opened"] = [who, desk().now().timestamp()]
    return DoneOut(id=who)


@bp.get("/lock")
@api.validate(resp=answers(HTTP_200=LockOut), tags=["house"])
def get_lock() -> LockOut:
    """Whether what a keeper does asks for a PIN on this device now, and who has one."""
    return _lock()


def _lock() -> LockOut:
    return LockOut(wanted=pin_wanted(), adults=sorted(pins.who_has_one(desk())))


@bp.post("/lock/open")
@api.validate(resp=answers(HTTP_200=LockOut), tags=["house"])
def unlock(json: UnlockIn) -> LockOut:
    """Give an adult's PIN: this device may do a keeper's acts until half an hour after the last."""
    if not pins.is_right(desk(), tries(), json.adult_id, json.pin):
        raise InvalidValue(FieldProblem("pin", say("is not right.")))
    session["opened"] = [json.adult_id, desk().now().timestamp()]
    return _lock()


@bp.post("/lock")
@api.validate(resp=answers(HTTP_200=LockOut), tags=["house"])
def lock() -> LockOut:
    """Ask for a PIN again on this device."""
    session.pop("opened", None)
    return _lock()


@bp.get("/history")
@api.validate(resp=answers(HTTP_200=HistoryOut), tags=["undo"])
def get_history() -> HistoryOut:
    """The writes that can be undone, newest first."""
    return HistoryOut(sets=[ChangeSetOut.model_validate(each) for each in history.listed(desk())])


@bp.post("/undo")
@api.validate(resp=answers(HTTP_200=UndoneOut), tags=["undo"])
def undo() -> UndoneOut:
    """Take back the newest write; names what was left because others changed it since."""
    done = history.undo(desk())
    return UndoneOut(label=done.label, left=list(done.left)) if done else UndoneOut(label=None, left=[])


@bp.post("/redo")
@api.validate(resp=answers(HTTP_200=UndoneOut), tags=["undo"])
def redo() -> UndoneOut:
    """Do again what was taken back last."""
    done = history.redo(desk())
    return UndoneOut(label=done.label, left=list(done.left)) if done else UndoneOut(label=None, left=[])
