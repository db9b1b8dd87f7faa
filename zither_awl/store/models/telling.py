"""Photographs and notes of the work, and stories that were told of a child."""

from __future__ import annotations

from datetime import date, datetime
from typing import Any

from sqlalchemy import JSON, ForeignKey, String, UniqueConstraint
from sqlalchemy.orm import Mapped, mapped_column

from zither_awl.store.models.base import Base, Name, child_key
from zither_awl.store.types import Instant


class PictureRow(Base):
    """A photograph of the work or a note on it: of a piece of work, of a showing, of a talk."""

    __tablename__ = "picture"
    id: Mapped[int] = mapped_column(primary_key=True)
    photo_id: Mapped[int | None] = mapped_column(ForeignKey("photo.id"))
    at: Mapped[datetime] = mapped_column(Instant)
    local_day: Mapped[date] = mapped_column(index=True)
    note: Mapped[str] = mapped_column(String(1000))
    adult_id: Mapped[int | None] = mapped_column(ForeignKey("adult.id"))
    episode_id: Mapped[str | None] = mapped_column(ForeignKey("episode.id", ondelete="SET NULL"))
    presentation_id: Mapped[int | None] = mapped_column(ForeignKey("presentation.id", ondelete="SET NULL"))
    talk_key: Mapped[str | None] = mapped_column(ForeignKey("talk.key", ondelete="SET NULL"))


class PictureChildRow(Base):
    """A child that is to be seen in a picture, or that a note is about."""

    __tablename__ = "picture_child"
    picture_id: Mapped[int] = mapped_column(ForeignKey("picture.id", ondelete="CASCADE"), primary_key=True)
    child_id: Mapped[int] = child_key(primary_key=True, index=True)


class StoryRow(Base):
    """The story of a child for a span, as it was chosen and written; what was left as the program tells it is not."""

    __tablename__ = "story"
    __table_args__ = (UniqueConstraint("child_id", "from_day", "until_day"),)
    id: Mapped[int] = mapped_column(primary_key=True)
    child_id: Mapped[int] = child_key()
    from_day: Mapped[date]
    until_day: Mapped[date]
    title: Mapped[str] = mapped_column(Name)
    parts: Mapped[list[Any]] = mapped_column(JSON)
    pictures: Mapped[list[int]] = mapped_column(JSON)
