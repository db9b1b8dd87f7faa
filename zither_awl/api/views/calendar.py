"""The household's calendar: a file, a feed under a secret address, days away read in, and the adults' minutes."""

from __future__ import annotations

from flask import Blueprint, Response, request

from zither_awl.api.context import adult_id, desk
from zither_awl.api.schemas.base import DoneOut
from zither_awl.api.schemas.weeks import AwayOut, AwaysIn, AwaysOut, FeedOut, MinutesIn, RenewIn
from zither_awl.api.spec import answers, api
from zither_awl.core.absence import Absence
from zither_awl.services import calendar, people

bp = Blueprint("calendar", __name__)


def _file(content: bytes) -> Response:
    headers = {"Cache-Control": "no-store", "Content-Disposition": 'inline; filename="zither-awl-weeks.ics"'}
    return Response(content, content_type="text/calendar; charset=utf-8", headers=headers)


@bp.get("/api/export/weeks.ics")
def export_weeks() -> Response:
    """The weeks as a calendar file."""
    return _file(calendar.as_file(desk()))


@bp.get("/calendar/<secret>.ics")
def feed(secret: str) -> Response:
    """The weeks for calendars of the home network, under the secret address."""
    return _file(calendar.feed(desk(), secret))


@bp.get("/api/calendar")
@api.validate(resp=answers(HTTP_200=FeedOut), tags=["calendar"])
def get_feed() -> FeedOut:
    """The secret address of the feed."""
    return _out(calendar.secret(desk()))


@bp.post("/api/calendar/renew")
@api.validate(resp=answers(HTTP_200=FeedOut), tags=["calendar"])
def renew(json: RenewIn) -> FeedOut:
    """Give the feed another address, or take it away; the old one leads nowhere from then on."""
    return _out(calendar.renew(desk(), json.on))


def _out(secret: str) -> FeedOut:
    return FeedOut(path=f"/calendar/{secret}.ics" if secret else "")


@bp.post("/api/calendar/read")
@api.validate(resp=answers(HTTP_200=AwaysOut), tags=["calendar"])
def read_calendar() -> AwaysOut:
    """The days of a calendar file, sent as its bytes; nothing is written."""
    found = calendar.read_file(desk(), request.get_data(cache=True))
    return AwaysOut(
        days=[
            AwayOut(uid=a.uid, name=a.name, from_day=a.first, until_day=a.last, kind=kind, there=there)
            for a, kind, there in found
        ]
    )


@bp.post("/api/calendar/take")
@api.validate(resp=answers(HTTP_200=DoneOut), tags=["calendar"])
def take_days(json: AwaysIn) -> DoneOut:
    """Put the chosen days of a calendar file on the string."""
    days = tuple(Absence(**(each.model_dump() | {"id": 0, "children": frozenset(each.children)})) for each in json.days)
    return DoneOut(id=calendar.take_days(desk(), days, adult_id()))


@bp.put("/api/adults/<int:who>/minutes")
@api.validate(resp=answers(HTTP_200=DoneOut), tags=["calendar"])
def save_minutes(who: int, json: MinutesIn) -> DoneOut:
    """How many minutes an adult has to make and prepare on each day of the week."""
    people.save_minutes(desk(), who, tuple(json.minutes), adult_id())
    return DoneOut(id=who)
