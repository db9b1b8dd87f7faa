"""Keeps the small things around the record: phrases, and what was made complete again."""

from __future__ import annotations

from datetime import datetime

from sqlalchemy import select
from sqlalchemy.orm import Session

from zither_awl.store.models import CompletedRow, PhraseRow


class NotesKeeper:
    """What the household writes around its record."""

    def __init__(self, session: Session) -> None:
        self._session = session

    def phrases(self) -> tuple[str, ...]:
        """The household's own phrases, oldest first."""
        return tuple(self._session.scalars(select(PhraseRow.text).order_by(PhraseRow.id)))

    def save_phrases(self, texts: tuple[str, ...]) -> None:
        """Keep just these phrases."""
        rows = {r.text: r for r in self._session.scalars(select(PhraseRow))}
        for text in rows.keys() - set(texts):
            self._session.delete(rows[text])
        self._session.add_all(PhraseRow(text=t) for t in dict.fromkeys(texts) if t not in rows)
        self._session.flush()

    def completed(self) -> dict[int, datetime]:
        """When each tray was last made complete again."""
        return {r.tray_id: r.at for r in self._session.scalars(select(CompletedRow).order_by(CompletedRow.at))}

    def complete(self, tray_id: int, at: datetime) -> None:
        """A tray is complete again."""
        self._session.add(CompletedRow(tray_id=tray_id, at=at))
        self._session.flush()
