"""Talks: things in a circle, what is asked of each, who said what, and what comes of it."""

from __future__ import annotations

from flask import Blueprint, Response, request, session

from zither_awl.api.context import adult_id, desk
from zither_awl.api.home_answers import word_set_out
from zither_awl.api.schemas.base import DoneOut
from zither_awl.api.schemas.talks import (
    SeriesIn,
    SeriesOut,
    SeriesStepOut,
    TalkNextOut,
    TalkOut,
    TalkPlanOut,
    TalksOut,
    TalkWordOut,
)
from zither_awl.api.spec import answers, api
from zither_awl.catalogue.lesson_loader import Series, shipped_series
from zither_awl.core.errors import NotFound
from zither_awl.core.saying import say
from zither_awl.core.values import Talk
from zither_awl.services import lessons, talks

bp = Blueprint("talks", __name__, url_prefix="/api/talks")


@bp.get("")
@api.validate(resp=answers(HTTP_200=TalksOut), tags=["talks"])
def get_talks() -> TalksOut:
    """The talks there are, the one under way, those that were had, and what may come next."""
    house, page = desk().house(), talks.page(desk())
    return TalksOut(
        plans=[
            TalkPlanOut(
                key=p.key,
                name=p.name,
                words=p.words,
                questions=list(p.questions),
                caution=p.caution,
                then=list(talks.extensions(house, p)),
            )
            for p in page.plans
        ],
        open=_talk(page.open) if page.open else None,
        past=[_talk(each) for each in page.past],
        sets=[word_set_out(house, s, "en") for s in lessons.sets(house) if s.kind == "words"],
        series=[_series(each) for each in shipped_series()],
    )


def _series(each: Series) -> SeriesOut:
    planned = {line.ref: line for line in desk().house().weeks.by_then}
    lines = [planned.get(f"series:{each.key}:{n}") for n in range(1, len(each.steps) + 1)]
    return SeriesOut(
        key=each.key,
        name=each.name,
        steps=[
            SeriesStepOut(
                text=step.text,
                picture=step.picture,
                caution=step.caution,
                due=line.due if line else None,
                done_on=line.done_on if line else None,
            )
            for step, line in zip(each.steps, lines, strict=True)
        ],
    )


@bp.post("/series/<key>")
@api.validate(resp=answers(HTTP_200=DoneOut), tags=["talks"])
def plan_series(key: str, json: SeriesIn) -> DoneOut:
    """Put a series on the string of weeks, a showing every so many days."""
    talks.plan_series(desk(), key, json.first, json.every, adult_id())
    return DoneOut(id=key)


def _talk(talk: Talk) -> TalkOut:
    house = desk().house()
    adults = {a.id: a.name for a in house.adults}
    return TalkOut(
        key=talk.key,
        talk=talk.talk,
        set=word_set_out(house, lessons.word_set(house, talk.set_key), "en"),
        began=talk.began,
        ended=talk.ended,
        adult=adults.get(talk.adult_id or 0, ""),
        photo=talk.photo_id is not None,
        said=[TalkWordOut(thing=w.thing, question=w.question, child_id=w.child_id) for w in talk.said],
        next=[
            TalkNextOut(child_id=n.child.id, child=n.child.name, words=list(n.new), labels=n.labels)
            for n in talks.next_of(desk(), talk)
        ],
    )


@bp.put("/<key>/photo")
@api.validate(resp=answers(HTTP_200=DoneOut), tags=["talks"])
def add_photo(key: str) -> DoneOut:
    """A photograph of a talk: the bytes of a JPEG, PNG or WebP."""
    talks.add_photo(desk(), key, request.get_data(), adult_id())
    return DoneOut(id=key)


@bp.get("/<key>/photo.jpg")
def get_photo(key: str) -> Response:
    """The photograph of a talk, for a browser that has opened this household."""
    if "csrf_token" not in session:
        raise NotFound(say("Open Zither Awl first."))
    return Response(talks.photo_of(desk(), key), content_type="image/jpeg", headers={"Cache-Control": "private"})
