"""Keeps what is being made, and the marks of wear."""

from __future__ import annotations

from sqlalchemy import select
from sqlalchemy.orm import Session

from zither_awl.core.errors import NotFound
from zither_awl.core.making import Making, Mark
from zither_awl.core.saying import say
from zither_awl.store.models.cupboard import MakingRow, MarkRow

MAKING = ("recipe", "name", "wanted_for", "checked_by", "checked_on", "begun_on", "component_id")
MARK = ("what", "component_id", "tray_id", "note", "marked_by", "marked_on", "done_on")


class MakingKeeper:
    """What is being made, and what is worn."""

    def __init__(self, session: Session) -> None:
        self._session = session

    def makings(self) -> tuple[Making, ...]:
        """Everything that was begun, in the order it was."""
        rows = self._session.scalars(select(MakingRow).order_by(MakingRow.id))
        return tuple(
            Making(id=r.id, done=tuple(r.done), checked=tuple(r.checked), **{name: getattr(r, name) for name in MAKING})
            for r in rows
        )

    def save_making(self, each: Making) -> int:
        """Insert (id 0) or update. Returns its id. Raises: NotFound."""
        row = MakingRow() if each.id == 0 else self._session.get(MakingRow, each.id)
        if row is None:
            raise NotFound(say("There is nothing being made with the number {each}.", each=each.id))
        for name in MAKING:
            setattr(row, name, getattr(each, name))
        row.done, row.checked = list(each.done), list(each.checked)
        self._session.add(row)
        self._session.flush()
        return row.id

    def drop_making(self, making_id: int) -> None:
        """Leave it. Raises: NotFound."""
        row = self._session.get(MakingRow, making_id)
        if row is None:
            raise NotFound(say("There is nothing being made with the number {making_id}.", making_id=making_id))
        self._session.delete(row)

    def marks(self) -> tuple[Mark, ...]:
        """Every mark, those that are done too, in the order they were made."""
        rows = self._session.scalars(select(MarkRow).order_by(MarkRow.id))
        return tuple(Mark(id=r.id, **{name: getattr(r, name) for name in MARK}) for r in rows)

    def save_mark(self, each: Mark) -> int:
        """Insert (id 0) or update. Returns its id. Raises: NotFound."""
        row = MarkRow() if each.id == 0 else self._session.get(MarkRow, each.id)
        if row is None:
            raise NotFound(say("There is no mark {each}.", each=each.id))
        for name in MARK:
            setattr(row, name, getattr(each, name))
        self._session.add(row)
        self._session.flush()
        return row.id
