"""Use cases of photographs of the work and notes on it: of a piece of work, of a showing, of a talk."""

from __future__ import annotations

from collections.abc import Collection
from dataclasses import replace
from datetime import date, datetime

from zither_awl.core.errors import FieldProblem, InvalidValue, NotFound
from zither_awl.core.saying import say
from zither_awl.core.values.telling import MOST_NOTE, Picture
from zither_awl.core.words import listed
from zither_awl.formats.photo import clean_photo
from zither_awl.services.desk import Desk, House


def picture(house: House, picture_id: int) -> Picture:
    """One picture. Raises: NotFound."""
    found = next((each for each in house.telling.pictures if each.id == picture_id), None)
    if found is None:
        raise NotFound(say("There is no picture {picture_id}.", picture_id=picture_id))
    return found


def of_child(house: House, child_id: int, frm: date, until: date) -> tuple[Picture, ...]:
    """The pictures and notes a child is in, from a day to a day, oldest first."""
    return tuple(p for p in house.telling.pictures if child_id in p.children and frm <= p.local_day <= until)


def _when(desk: Desk, episode_id: str | None) -> tuple[datetime, date]:
    """When a picture is of: when its piece of work began, or now. Raises: NotFound."""
    if episode_id is None:
        return desk.now(), desk.today()
    with desk.read() as work:
        found = work.log.episodes([episode_id])
    if not found:
        raise NotFound(say("There is no piece of work {episode_id}.", episode_id=episode_id))
    return found[0].began, found[0].local_day


def _refuse_unknown(house: House, presentation_id: int | None, talk_key: str | None) -> None:
    if presentation_id is not None and not any(p.id == presentation_id for p in house.window.presentations):
        raise NotFound(say("There is no showing {presentation_id}.", presentation_id=presentation_id))
    if talk_key is not None and not any(t.key == talk_key for t in house.lessons.talks):
        raise NotFound(say("There is no talk {talk_key}.", talk_key=talk_key))


def add(
    desk: Desk,
    data: bytes | None,
    children: Collection[int],
    note: str,
    adult_id: int | None,
    *,
    episode_id: str | None = None,
    presentation_id: int | None = None,
    talk_key: str | None = None,
) -> int:
    """Keep a photograph, written anew without where and when it was taken, a note, or both. It is of the day of what it
    belongs to, or of today. Returns its id. Raises: InvalidValue, NotFound."""
    jpeg = clean_photo(data) if data else None
    house = desk.house()
    names = [house.child(each).name for each in sorted(set(children))]
    if jpeg is not None and (no := [house.child(c).name for c in children if house.child(c).shown == "no"]):
        hint = say("Children says so; leave it out, or write a note.")
        raise InvalidValue(FieldProblem("children", say("{no} is to be seen in no picture.", no=listed(no)), hint))
    at, day = _when(desk, episode_id)
    _refuse_unknown(house, presentation_id, talk_key)
    # What is wrong with it is said before a photograph is kept.
    made = Picture(
        id=0,
        photo_id=0 if jpeg else None,
        at=at,
        local_day=day,
        note=note.strip()[:MOST_NOTE],
        adult_id=adult_id,
        children=frozenset(children),
        episode_id=episode_id,
        presentation_id=presentation_id,
        talk_key=talk_key,
    )
    with desk.write(
        adult_id, say("{jpeg} of {names}", jpeg=say("A picture") if jpeg else say("A note"), names=listed(names))
    ) as work:
        photo = work.cupboard.add_photo(jpeg) if jpeg else None
        return work.telling.save_picture(replace(made, photo_id=photo))


def change(desk: Desk, picture_id: int, children: Collection[int], note: str, adult_id: int | None) -> None:
    """Write the note anew, and say anew who is in it. Raises: NotFound, InvalidValue."""
    with desk.deciding() as house:
        kept = picture(house, picture_id)
        changed = replace(kept, note=note.strip(), children=frozenset(house.child(c).id for c in children))
        with desk.write(adult_id, say("A picture written on")) as work:
            work.telling.save_picture(changed)


def drop(desk: Desk, picture_id: int, adult_id: int | None) -> None:
    """Take a picture away; undo brings it back. Raises: NotFound."""
    with desk.deciding() as house:
        picture(house, picture_id)
        with desk.write(adult_id, say("Took a picture away")) as work:
            work.telling.drop_picture(picture_id)


def photo_of(desk: Desk, picture_id: int) -> bytes:
    """Its photograph as JPEG. Raises: NotFound."""
    kept = picture(desk.house(), picture_id)
    if kept.photo_id is None:
        raise NotFound(say("There is no photograph with it."))
    with desk.read() as work:
        return work.cupboard.photo(kept.photo_id)
