"""Keeps the small things around the record: phrases, what was made complete again, showings planned."""

from __future__ import annotations

from datetime import date, datetime

from sqlalchemy import select
from sqlalchemy.orm import Session

from zither_awl.core.errors import NotFound
from zither_awl.store.models import CompletedRow, PhraseRow, PlannedShowingRow


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

    def planned(self) -> tuple[tuple[int, int, int, date], ...]:
        """The showings planned: id, child, tray, day."""
        rows = self._session.scalars(select(PlannedShowingRow).order_by(PlannedShowingRow.day, PlannedShowingRow.id))
        return tuple((r.id, r.child_id, r.tray_id, r.day) for r in rows)

    def plan_showing(self, child_id: int, tray_id: int, day: date) -> None:
        """Mean to show a tray to a child on a day; planned before for another day, it is moved."""
        p = PlannedShowingRow
        row = self._session.scalars(select(p).where(p.child_id == child_id, p.tray_id == tray_id)).first()
        if row is None:
            self._session.add(p(child_id=child_id, tray_id=tray_id, day=day))
        else:
            row.day = day
        self._session.flush()

    def unplan_showing(self, planned_id: int) -> None:
        """Leave a planned showing. Raises: NotFound."""
        row = self._session.get(PlannedShowingRow, planned_id)
        if row is None:
            raise NotFound(f"There is no planned showing {planned_id}.")
        self._session.delete(row)
        self._session.flush()
