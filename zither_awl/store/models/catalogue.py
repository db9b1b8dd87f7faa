"""Cards of the household's own, and what it takes of the catalogue."""

from __future__ import annotations

from typing import Any

from sqlalchemy import JSON, String, UniqueConstraint
from sqlalchemy.orm import Mapped, mapped_column

from zither_awl.store.models.base import Base


class OwnCardRow(Base):
    """A card the household wrote or changed: its design as data, the same as in the catalogue's files; and the data of
    the card that shipped when it was changed, NULL for one that is new."""

    __tablename__ = "own_card"
    id: Mapped[int] = mapped_column(primary_key=True)
    key: Mapped[str] = mapped_column(String(40), unique=True)
    design: Mapped[dict[str, Any]] = mapped_column(JSON)
    base: Mapped[dict[str, Any] | None] = mapped_column(JSON(none_as_null=True))


class CardChoiceRow(Base):
    """A card of the catalogue the household took or left out by itself; of the rest its own word decides."""

    __tablename__ = "card_choice"
    id: Mapped[int] = mapped_column(primary_key=True)
    key: Mapped[str] = mapped_column(String(40), unique=True)
    taken: Mapped[bool]


class TieRow(Base):
    """That one step should be known before another, by the household's own word; or, not `tied`, that it need not."""

    __tablename__ = "tie"
    __table_args__ = (UniqueConstraint("key", "level", "before_key", "before_level"),)
    id: Mapped[int] = mapped_column(primary_key=True)
    key: Mapped[str] = mapped_column(String(40))
    level: Mapped[int]
    before_key: Mapped[str] = mapped_column(String(40))
    before_level: Mapped[int]
    tied: Mapped[bool]
