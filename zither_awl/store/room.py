"""Keeps the furniture: units, their boards, which children come to them, and what was made for independence."""

from __future__ import annotations

from collections import defaultdict
from datetime import date
from typing import Any, cast

from sqlalchemy import select
from sqlalchemy.orm import Session

from zither_awl.core.errors import FieldProblem, InvalidValue, NotFound, StaleWrite
from zither_awl.core.independence import OWN, OwnAid
from zither_awl.core.saying import say
from zither_awl.core.values import Board, Unit
from zither_awl.store.damage import readable
from zither_awl.store.models.room import AidDoneRow, BoardRow, OwnAidRow, UnitChildRow, UnitRow


class RoomKeeper:
    """Units. A unit's version grows with every write that touches what stands on it."""

    def __init__(self, session: Session) -> None:
        self._session = session

    def units(self) -> tuple[Unit, ...]:
        """Every unit, archived ones too, in the order they were added."""
        boards: defaultdict[int, list[Board]] = defaultdict(list)
        for b in self._session.scalars(select(BoardRow).order_by(BoardRow.unit_id, BoardRow.position)):
            boards[b.unit_id].append(
                Board(
                    height_mm=b.height_mm,
                    places=b.places,
                    divided=b.divided,
                    load_g=b.load_g,
                    widths_mm=tuple(b.widths_mm),
                    drawer=b.drawer,
                )
            )
        comes: defaultdict[int, set[int]] = defaultdict(set)
        for c in self._session.scalars(select(UnitChildRow)):
            comes[c.unit_id].add(c.child_id)
        rows = self._session.scalars(select(UnitRow).order_by(UnitRow.id))
        return tuple(readable(self._session, rows, lambda r: _unit(r, tuple(boards[r.id]), frozenset(comes[r.id]))))

    def save_unit(self, unit: Unit) -> int:
        """Insert (id 0) or update a unit with its boards. Returns its id."""
        taken = self._session.scalar(select(UnitRow.id).where(UnitRow.name == unit.name, UnitRow.id != unit.id))
        if taken is not None:
            raise InvalidValue(
                FieldProblem("name", say("{unit} is there already.", unit=unit.name), say("Use another name."))
            )
        row = UnitRow(version=1) if unit.id == 0 else self._row(unit.id)
        for name in _COLUMNS:
            setattr(row, name, getattr(unit, name))
        self._session.add(row)
        self._session.flush()
        self._save_boards(row.id, unit)
        self._save_comes(row.id, unit)
        if unit.id:
            row.version += 1
        return row.id

    def _save_boards(self, unit_id: int, unit: Unit) -> None:
        rows = {b.position: b for b in self._session.scalars(select(BoardRow).where(BoardRow.unit_id == unit_id))}
        for at, board in enumerate(unit.boards):
            row = rows.pop(at, None) or BoardRow(unit_id=unit_id, position=at)
            for name in ("height_mm", "places", "divided", "load_g", "drawer"):
                setattr(row, name, getattr(board, name))
            row.widths_mm = list(board.widths_mm)
            self._session.add(row)
        for left_over in rows.values():
            self._session.delete(left_over)

    def _save_comes(self, unit_id: int, unit: Unit) -> None:
        rows = {
            c.child_id: c for c in self._session.scalars(select(UnitChildRow).where(UnitChildRow.unit_id == unit_id))
        }
        self._session.add_all(UnitChildRow(unit_id=unit_id, child_id=c) for c in unit.comes - rows.keys())
        for child_id in rows.keys() - unit.comes:
            self._session.delete(rows[child_id])

    def aids_done(self) -> frozenset[tuple[int, str]]:
        """What was made for which child, as (child, key)."""
        return frozenset((r.child_id, r.key) for r in self._session.scalars(select(AidDoneRow)))

    def tick_aid(self, child_id: int, key: str, on: date | None) -> None:
        """Say that something was made for a child on a day, or (None) take that back."""
        row = self._session.get(AidDoneRow, (child_id, key))
        if on is None and row is not None:
            self._session.delete(row)
        elif on is not None and row is None:
            self._session.add(AidDoneRow(child_id=child_id, key=key, done_on=on))

    def own_aids(self) -> tuple[OwnAid, ...]:
        """The things of the household's own, in the order they were thought of."""
        return tuple(
            OwnAid(id=r.id, room=r.room, name=r.name, at=cast("Any", r.at), height_mm=r.height_mm, daily=r.daily)
            for r in self._session.scalars(select(OwnAidRow).order_by(OwnAidRow.id))
        )

    def add_aid(self, aid: OwnAid) -> int:
        """Keep a thing of the household's own. Returns its id."""
        row = OwnAidRow(room=aid.room, name=aid.name, at=aid.at, height_mm=aid.height_mm, daily=aid.daily)
        self._session.add(row)
        self._session.flush()
        return row.id

    def drop_aid(self, aid_id: int) -> None:
        """Take a thing of the household's own away, and that it was made. Raises: NotFound."""
        row = self._session.get(OwnAidRow, aid_id)
        if row is None:
            raise NotFound(say("There is no thing {aid_id} of your own.", aid_id=aid_id))
        for made in self._session.scalars(select(AidDoneRow).where(AidDoneRow.key == f"{OWN}{aid_id}")):
            self._session.delete(made)
        self._session.delete(row)
        self._session.flush()

    def touch(self, unit_id: int, read_version: int | None = None) -> None:
        """Say that what stands on a unit changed. Raises: StaleWrite if somebody changed it since `read_version`."""
        row = self._row(unit_id)
        if read_version is not None and row.version != read_version:
            raise StaleWrite(say("{row} was changed in another window since you opened it.", row=row.name), row.version)
        row.version += 1

    def _row(self, unit_id: int) -> UnitRow:
        row = self._session.get(UnitRow, unit_id)
        if row is None:
            raise NotFound(say("There is no unit {unit_id}.", unit_id=unit_id))
        return row


def _unit(row: UnitRow, boards: tuple[Board, ...], comes: frozenset[int]) -> Unit:
    kept: dict[str, Any] = {name: getattr(row, name) for name in _COLUMNS}
    return Unit(id=row.id, boards=boards, comes=comes, version=row.version, **kept)


_COLUMNS = (
    "name",
    "kind",
    "room",
    "width_mm",
    "height_mm",
    "depth_mm",
    "barrier",
    "climb_on_mm",
    "mass_g",
    "anchored",
    "bedroom",
    "most",
    "main",
    "archived",
)
