"""Words and quantities in three periods."""

from __future__ import annotations

from flask import Blueprint, Response, request, session
from pydantic import BaseModel, Field

from zither_awl.api.answers import reasons_out
from zither_awl.api.context import adult_id, desk
from zither_awl.api.home_answers import word_set_out
from zither_awl.api.schemas.base import DoneOut
from zither_awl.api.schemas.lessons import (
    AskOut,
    ConfusedOut,
    LessonOut,
    PickOut,
    RungOut,
    RungsOut,
    SetLineOut,
    SetsOut,
    StandingOut,
    ThroughOut,
    WordSetIn,
)
from zither_awl.api.spec import answers, api
from zither_awl.core.errors import FieldProblem, InvalidValue, NotFound
from zither_awl.core.lessons import REVIEW_DAYS, Through
from zither_awl.core.saying import say, together
from zither_awl.services import lessons, photos, removing

bp = Blueprint("lessons", __name__, url_prefix="/api")
SOURCE = say(
    "Reviews after {map} and {review_days} days: boxes after Leitner 1972, from memory; the days are ours.",
    map=together(map(str, REVIEW_DAYS[:-1]), ", "),
    review_days=REVIEW_DAYS[-1],
)


class LessonQuery(BaseModel):
    """`restless`: the child needs to move, so that every “show me” is from afar. `more`: how often it wanted the next
    words."""

    restless: bool = False
    more: int = Field(0, ge=0, le=12)


@bp.get("/words/<int:child_id>")
@api.validate(resp=answers(HTTP_200=SetsOut), tags=["words"])
def get_sets(child_id: int) -> SetsOut:
    """Every set of words for a child, what is due first."""
    at, house = desk(), desk().house()
    child = house.child(child_id)
    language = lessons.language_of(house, child)
    return SetsOut(
        child_id=child_id,
        child=child.name,
        sets=[
            SetLineOut(
                words=word_set_out(house, o.words, language),
                known=o.known,
                due=o.due,
                begun=o.begun,
                next_due=o.next_due,
            )
            for o in lessons.overview(at, child_id)
        ],
    )


@bp.get("/words/<int:child_id>/<key>")
@api.validate(resp=answers(HTTP_200=LessonOut), tags=["words"])
def get_lesson(child_id: int, key: str, query: LessonQuery) -> LessonOut:
    """The lesson as it stands: which words, why, what to ask next, how each word stands."""
    found = lessons.lesson(desk(), child_id, key, restless=query.restless, more=query.more)
    ask, rung = found.ask, found.rung
    return LessonOut(
        child_id=child_id,
        child=found.child.name,
        words=word_set_out(desk().house(), found.words, found.language),
        picks=[
            PickOut(word=p.standing.word.key, period=p.standing.period, reason=reasons_out([p.reason])[0])
            for p in found.plan.picks
        ],
        kept_apart=[[a.label(found.language), b.label(found.language)] for a, b in found.plan.kept_apart],
        ask=AskOut(turn=ask.turn, word=ask.word.key if ask.word else None, far=ask.far, stop=ask.stop),
        asked=len(found.asked),
        standings=[
            StandingOut(word=s.word.key, period=s.period, box=s.box, due=s.due, missed=s.missed)
            for s in found.standings
        ],
        counts=[list(row) for row in found.confused.counts],
        confused=[ConfusedOut(one=a, other=b, times=n) for a, b, n in found.confused.pairs()],
        next_word=rung[0].key if rung else None,
        next_rung=rung[1] if rung else None,
        rungs=[RungsOut(word=w.key, rungs=[RungOut.model_validate(r) for r in row]) for w, row in found.rungs],
        source=SOURCE,
        language=found.language,
        more=[w.key for w in found.more],
        mixed=[list(pair) for pair in found.mixed],
        through=_through(found.through),
    )


def _through(each: Through) -> ThroughOut:
    return ThroughOut(
        word=each.word.key if each.word else None,
        known=[w.key for w in each.known],
        not_yet=[w.key for w in each.not_yet],
        left=each.left,
        stop=each.stop,
    )


@bp.post("/words")
@api.validate(resp=answers(HTTP_200=DoneOut), tags=["words"])
def save_set(json: WordSetIn) -> DoneOut:
    """Keep a set of words of one's own."""
    data = json.model_dump() | {"apart": [_pair(line) for line in json.apart]}
    return DoneOut(id=lessons.save_set(desk(), json.key, data, adult_id()))


def _pair(line: str) -> list[str]:
    pair = [part.strip() for part in line.split("/")]
    if len(pair) != 2:
        raise InvalidValue(
            FieldProblem(
                "apart", say("has {line}, which is no pair.", line=repr(line)), say("Write it as pink / purple.")
            )
        )
    return pair


@bp.delete("/words/<int:child_id>/<key>/last-answer")
@api.validate(resp=answers(HTTP_200=DoneOut), tags=["words"])
def remove_answer(child_id: int, key: str) -> DoneOut:
    """Take back the newest answer of a child in a set."""
    removing.remove_last_answer(desk(), child_id, key, adult_id())
    return DoneOut()


@bp.put("/word-photos/<key>/<word>")
@api.validate(resp=answers(HTTP_200=DoneOut), tags=["words"])
def add_word_photo(key: str, word: str) -> DoneOut:
    """What a word means, as a photograph: the bytes of a JPEG, PNG or WebP."""
    photos.add_word_photo(desk(), key, word, request.get_data(), adult_id())
    return DoneOut()


@bp.delete("/word-photos/<key>/<word>")
@api.validate(resp=answers(HTTP_200=DoneOut), tags=["words"])
def drop_word_photo(key: str, word: str) -> DoneOut:
    """Take the photograph off a word."""
    photos.drop_word_photo(desk(), key, word, adult_id())
    return DoneOut()


@bp.get("/word-photos/<key>/<word>/photo.jpg")
def get_word_photo(key: str, word: str) -> Response:
    """The photograph of a word, for a browser that has opened this household."""
    if "csrf_token" not in session:
        raise NotFound(say("Open Zither Awl first."))
    data = photos.word_photo_of(desk(), key, word)
    return Response(data, content_type="image/jpeg", headers={"Cache-Control": "private"})
