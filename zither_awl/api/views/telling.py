"""Telling: pictures and notes of the work, the story of a child, the week and how it stands on one page, the year."""

from __future__ import annotations

from flask import Blueprint, Response, request

from zither_awl.api.context import adult_id, desk
from zither_awl.api.schemas.base import DoneOut
from zither_awl.api.schemas.telling import (
    EarnedPlaceOut,
    PartOfStoryOut,
    PictureIn,
    PictureOut,
    PictureQuery,
    PicturesOut,
    SpanQuery,
    StoryIn,
    StoryOut,
    StoryPaperQuery,
    ToldQuery,
    YearOut,
)
from zither_awl.api.spec import answers, api
from zither_awl.core.values.telling import Picture, Story, StoryPart
from zither_awl.formats.paper.told import Told, told_html, told_pdf
from zither_awl.services import pictures, story

bp = Blueprint("telling", __name__, url_prefix="/api")


def _picture(each: Picture) -> PictureOut:
    of = "work" if each.episode_id else "showing" if each.presentation_id else "talk" if each.talk_key else ""
    return PictureOut(
        id=each.id,
        photo=each.photo_id is not None,
        local_day=each.local_day,
        note=each.note,
        children=sorted(each.children),
        of=of,
        episode_id=each.episode_id,
    )


@bp.get("/pictures")
@api.validate(resp=answers(HTTP_200=PicturesOut), tags=["telling"])
def list_pictures() -> PicturesOut:
    """Every picture and note of the work, the newest first."""
    return PicturesOut(pictures=[_picture(each) for each in reversed(desk().house().telling.pictures)])


@bp.post("/pictures")
@api.validate(query=PictureQuery, resp=answers(HTTP_200=DoneOut), tags=["telling"])
def add_picture(query: PictureQuery) -> DoneOut:
    """Keep a photograph of the work, a note on it, or both: the bytes of a picture, or none."""
    made = pictures.add(
        desk(),
        request.get_data() or None,
        [int(each) for each in query.children.split(",")],
        query.note,
        adult_id(),
        episode_id=query.episode or None,
        presentation_id=query.showing or None,
        talk_key=query.talk or None,
    )
    return DoneOut(id=made)


@bp.put("/pictures/<int:picture_id>")
@api.validate(resp=answers(HTTP_200=DoneOut), tags=["telling"])
def change_picture(picture_id: int, json: PictureIn) -> DoneOut:
    """Write its note anew, and say anew who is in it."""
    pictures.change(desk(), picture_id, json.children, json.note, adult_id())
    return DoneOut(id=picture_id)


@bp.delete("/pictures/<int:picture_id>")
@api.validate(resp=answers(HTTP_200=DoneOut), tags=["telling"])
def drop_picture(picture_id: int) -> DoneOut:
    """Take a picture away; undo brings it back."""
    pictures.drop(desk(), picture_id, adult_id())
    return DoneOut(id=picture_id)


@bp.get("/pictures/<int:picture_id>/photo.jpg")
def get_picture(picture_id: int) -> Response:
    """Its photograph."""
    return Response(
        pictures.photo_of(desk(), picture_id), content_type="image/jpeg", headers={"Cache-Control": "no-store"}
    )


@bp.get("/children/<int:child_id>/story")
@api.validate(query=SpanQuery, resp=answers(HTTP_200=StoryOut), tags=["telling"])
def get_story(child_id: int, query: SpanQuery) -> StoryOut:
    """The story of a child from a day to a day, to be chosen from and written on."""
    page = story.story(desk(), child_id, query.from_day, query.until_day)
    decided = {part.key: part for part in page.story.parts}
    parts = [
        PartOfStoryOut(key=p.key, title=p.title, lines=list(p.lines), told=d.told, text=d.text)
        for p in page.parts
        for d in (decided.get(p.key, StoryPart(key=p.key)),)
    ]
    return StoryOut(
        child=child_id,
        title=page.title,
        from_day=query.from_day,
        until_day=query.until_day,
        parts=parts,
        pictures=[_picture(each) for each in page.pictures],
        chosen=list(page.story.pictures),
        withheld=page.withheld,
    )


@bp.put("/children/<int:child_id>/story")
@api.validate(resp=answers(HTTP_200=DoneOut), tags=["telling"])
def put_story(child_id: int, json: StoryIn) -> DoneOut:
    """Keep what was chosen and written for it."""
    parts = tuple(StoryPart(key=p.key, told=p.told, text=p.text) for p in json.parts)
    told = Story(
        child_id=child_id,
        from_day=json.from_day,
        until_day=json.until_day,
        title=json.title,
        parts=parts,
        pictures=tuple(json.pictures),
    )
    story.save(desk(), told, adult_id())
    return DoneOut(id=child_id)


@bp.get("/children/<int:child_id>/story.pdf")
@api.validate(query=StoryPaperQuery, tags=["telling"])
def story_pdf(child_id: int, query: StoryPaperQuery) -> Response:
    """The story as it goes on paper."""
    told = story.told_story(desk(), child_id, query.from_day, query.until_day)
    return _pdf(told, query.paper, "story.pdf")


@bp.get("/children/<int:child_id>/story.html")
@api.validate(query=SpanQuery, tags=["telling"])
def story_html(child_id: int, query: SpanQuery) -> Response:
    """The story as one HTML file that holds everything itself."""
    told = story.told_story(desk(), child_id, query.from_day, query.until_day)
    headers = {"Content-Disposition": 'attachment; filename="story.html"', "Cache-Control": "no-store"}
    return Response(told_html(told), content_type="text/html; charset=utf-8", headers=headers)


@bp.get("/telling/week.pdf")
@api.validate(query=ToldQuery, tags=["telling"])
def week_pdf(query: ToldQuery) -> Response:
    """The week on one page, for the fridge."""
    return _pdf(story.week_page(desk()), query.paper, "week.pdf")


@bp.get("/telling/standing.pdf")
@api.validate(query=ToldQuery, tags=["telling"])
def standing_pdf(query: ToldQuery) -> Response:
    """How it stands and what to mind, on one page for the other adults."""
    return _pdf(story.standing_page(desk()), query.paper, "how-it-stands.pdf")


def _pdf(told: Told, paper: str, name: str) -> Response:
    headers = {"Content-Disposition": f'inline; filename="{name}"', "Cache-Control": "no-store"}
    return Response(told_pdf(told, paper), content_type="application/pdf", headers=headers)  # type: ignore[arg-type]


@bp.get("/telling/year")
@api.validate(resp=answers(HTTP_200=YearOut), tags=["telling"])
def get_year() -> YearOut:
    """The year in the house: which trays earned their place, what a use cost, what to pass on."""
    first, last, rows = story.year(desk())
    return YearOut(from_day=first, until_day=last, trays=[EarnedPlaceOut.model_validate(row) for row in rows])
