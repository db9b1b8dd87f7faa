"""Keeps pictures and notes of the work, and stories."""

from __future__ import annotations

from collections import defaultdict
from collections.abc import Iterable

from sqlalchemy import select
from sqlalchemy.orm import Session

from zither_awl.core.errors import NotFound
from zither_awl.core.saying import say
from zither_awl.core.values.telling import Picture, Story, StoryPart
from zither_awl.store.models.telling import PictureChildRow, PictureRow, StoryRow

_COLUMNS = ("photo_id", "at", "local_day", "note", "adult_id", "episode_id", "presentation_id", "talk_key")


class TellingKeeper:
    """Pictures, notes, stories."""

    def __init__(self, session: Session) -> None:
        self._session = session

    def pictures(self) -> tuple[Picture, ...]:
        """Every picture and note, oldest first."""
        seen: defaultdict[int, set[int]] = defaultdict(set)
        for row in self._session.scalars(select(PictureChildRow)):
            seen[row.picture_id].add(row.child_id)
        rows = self._session.scalars(select(PictureRow).order_by(PictureRow.at, PictureRow.id))
        return tuple(
            Picture(id=r.id, children=frozenset(seen[r.id]), **{n: getattr(r, n) for n in _COLUMNS}) for r in rows
        )

    def save_picture(self, picture: Picture) -> int:
        """Insert (id 0) or update a picture. Returns its id. Raises: NotFound."""
        row = PictureRow() if picture.id == 0 else self._row(picture.id)
        for name in _COLUMNS:
            setattr(row, name, getattr(picture, name))
        self._session.add(row)
        self._session.flush()
        there = {r.child_id: r for r in self._children(row.id)}
        for gone in there.keys() - picture.children:
            self._session.delete(there[gone])
        self._session.add_all(
            PictureChildRow(picture_id=row.id, child_id=c) for c in sorted(picture.children - there.keys())
        )
        self._session.flush()
        return row.id

    def drop_picture(self, picture_id: int) -> None:
        """Take a picture away; it can be undone. Raises: NotFound."""
        row = self._row(picture_id)
        for each in self._children(picture_id):
            self._session.delete(each)
        self._session.flush()
        self._session.delete(row)
        self._session.flush()

    def drop_pictures_of(self, child_id: int) -> set[int]:
        """Delete every picture a child is in, whoever else is. Returns the photographs they were."""
        ids = list(
            self._session.scalars(select(PictureChildRow.picture_id).where(PictureChildRow.child_id == child_id))
        )
        photos = {p for each in ids if (p := self._row(each).photo_id) is not None}
        for each in ids:
            self.drop_picture(each)
        return photos

    def stories(self) -> tuple[Story, ...]:
        """Every story that was written on, the newest span first."""
        rows = self._session.scalars(select(StoryRow).order_by(StoryRow.until_day.desc(), StoryRow.id))
        return tuple(_story(row) for row in rows)

    def save_story(self, story: Story) -> None:
        """Keep a story in the place of the one of the same child and span."""
        row = self._session.scalar(
            select(StoryRow).where(
                StoryRow.child_id == story.child_id,
                StoryRow.from_day == story.from_day,
                StoryRow.until_day == story.until_day,
            )
        )
        row = row or StoryRow(child_id=story.child_id, from_day=story.from_day, until_day=story.until_day)
        row.title, row.pictures = story.title, list(story.pictures)
        row.parts = [[part.key, part.told, part.text] for part in story.parts]
        self._session.add(row)
        self._session.flush()

    def _row(self, picture_id: int) -> PictureRow:
        row = self._session.get(PictureRow, picture_id)
        if row is None:
            raise NotFound(say("There is no picture {picture_id}.", picture_id=picture_id))
        return row

    def _children(self, picture_id: int) -> Iterable[PictureChildRow]:
        return list(self._session.scalars(select(PictureChildRow).where(PictureChildRow.picture_id == picture_id)))


def _story(row: StoryRow) -> Story:
    parts = tuple(StoryPart(key=str(key), told=bool(told), text=str(text)) for key, told, text in row.parts)
    return Story(
        child_id=row.child_id,
        from_day=row.from_day,
        until_day=row.until_day,
        title=row.title,
        parts=parts,
        pictures=tuple(row.pictures),
    )
