"""Change sets: every accepted write with its inverse, row by row, for undo, redo and the trace."""

from __future__ import annotations

from collections.abc import Hashable, Sequence
from dataclasses import dataclass
from datetime import date, datetime
from functools import cache
from typing import Any

from sqlalchemy import Table, delete, event, func, insert, inspect, select, update
from sqlalchemy.exc import IntegrityError
from sqlalchemy.orm import Session

from zither_awl.store.models import Base, ChangeItemRow, ChangeSetRow, RevisionRow, UnitRow

KEPT = 50
"""How many change sets a household can go back."""
_UNTRACKED = {"change_set", "change_item", "revision", "photo", "paired_device"}
_NOT_COMPARED = {"version"}


@dataclass(frozen=True, slots=True)
class ChangeSet:
    """One accepted write, as it is listed: when, by whom, what."""

    id: int
    at: datetime
    adult_id: int | None
    label: str
    undone: bool


@dataclass(frozen=True, slots=True)
class TraceLine:
    """One change of one row: when, by whom, under what label, and the columns before and after."""

    at: datetime
    adult_id: int | None
    label: str
    before: dict[str, Any]
    after: dict[str, Any]


class Recorder:
    """Listens to a session and writes down what it inserts, updates and deletes."""

    def __init__(self, session: Session) -> None:
        self._session = session
        self._items: list[dict[str, Any]] = []
        event.listen(session, "after_flush", self._flushed)

    def _flushed(self, session: Session, _context: Any) -> None:
        self._items += [_item(row, None, _image(row)) for row in session.new if _tracked(row)]
        for row in session.dirty:
            if _tracked(row) and session.is_modified(row):
                self._items.append(_item(row, _image(row, before=True), _image(row)))
        self._items += [_item(row, _image(row), None) for row in session.deleted if _tracked(row)]

    @property
    def touched(self) -> frozenset[tuple[str, str]]:
        """The tables written to, each with the work (its row's key, or the one an event belongs or belonged to)."""
        found: set[tuple[str, str]] = set()
        for item in self._items:
            found.add((item["table_name"], item["row_key"]))
            images = [image for image in (item["before"], item["after"]) if image]
            if item["table_name"] == "episode_event":
                found |= {("episode", image["episode_id"]) for image in images if image["episode_id"]}
        return frozenset(found)

    def finish(self, at: datetime, adult_id: int | None, label: str) -> int | None:
        """Write the change set, forget what can no longer be redone, and drop the oldest. None if nothing changed."""
        session = self._session
        session.flush()
        if not self._items:
            return None
        session.execute(delete(ChangeSetRow).where(ChangeSetRow.undone.is_(True)))
        made = ChangeSetRow(at=at, adult_id=adult_id, label=label, undone=False)
        session.add(made)
        session.flush()
        session.execute(insert(ChangeItemRow), [{**item, "change_set_id": made.id} for item in self._items])
        return made.id


def _tracked(row: Any) -> bool:
    return row.__tablename__ not in _UNTRACKED


def _item(row: Any, before: dict[str, Any] | None, after: dict[str, Any] | None) -> dict[str, Any]:
    table, names = row.__table__, _attributes(row.__class__)
    key = ":".join(str(getattr(row, names[c.name])) for c in table.primary_key.columns)
    return {"table_name": table.name, "row_key": key, "before": before, "after": after}


@cache
def _attributes(kind: Hashable) -> dict[str, str]:
    """By column: the attribute of the row that holds it."""
    mapper: Any = inspect(kind)
    return {c.name: str(mapper.get_property_by_column(c).key) for c in mapper.local_table.columns}


def _image(row: Any, *, before: bool = False) -> dict[str, Any]:
    image = {}
    for column, name in _attributes(row.__class__).items():
        value = getattr(row, name)
        if before:
            old = inspect(row).attrs[name].history.deleted
            value = old[0] if old else value
        image[column] = _plain(value)
    return image


def _plain(value: Any) -> Any:
    return value.isoformat() if isinstance(value, date | datetime) else value


def _from_plain(table: Table, image: dict[str, Any]) -> dict[str, Any]:
    values = {}
    for name, value in image.items():
        kind = table.columns[name].type.python_type
        values[name] = kind.fromisoformat(value) if value is not None and kind in (date, datetime) else value
    return values


class History:
    """Undo, redo and the trace. Works on any table by its rows' images."""

    def __init__(self, session: Session) -> None:
        self._session = session

    def listed(self) -> list[ChangeSet]:
        """The newest change sets first, as many as can be undone."""
        rows = self._session.scalars(select(ChangeSetRow).order_by(ChangeSetRow.id.desc()).limit(KEPT))
        return [ChangeSet(r.id, r.at, r.adult_id, r.label, r.undone) for r in rows]

    def trace(self, table_name: str, row_key: str) -> list[TraceLine]:
        """Every change of one row, oldest first."""
        rows = self._session.execute(
            select(ChangeSetRow, ChangeItemRow).join(ChangeItemRow, ChangeItemRow.change_set_id == ChangeSetRow.id)
            .where(ChangeItemRow.table_name == table_name, ChangeItemRow.row_key == row_key,
                   ChangeSetRow.undone.is_(False)).order_by(ChangeItemRow.id)
        )  # fmt: skip
        return [TraceLine(s.at, s.adult_id, s.label, i.before or {}, i.after or {}) for s, i in rows]

    def undo(self) -> tuple[str, list[str]] | None:
        """Take back the newest change set. Returns its label and what was left because others changed it since."""
        newest = self._session.scalars(
            select(ChangeSetRow).where(ChangeSetRow.undone.is_(False)).order_by(ChangeSetRow.id.desc()).limit(1)
        ).first()
        taken_back = self._session.scalar(select(func.count()).where(ChangeSetRow.undone.is_(True))) or 0
        return None if newest is None or taken_back >= KEPT else self._apply(newest, undone=True)

    def redo(self) -> tuple[str, list[str]] | None:
        """Do again the change set that was taken back last."""
        oldest = self._session.scalars(
            select(ChangeSetRow).where(ChangeSetRow.undone.is_(True)).order_by(ChangeSetRow.id).limit(1)
        ).first()
        return None if oldest is None else self._apply(oldest, undone=False)

    def forget(self) -> None:
        """Drop every change set: a child deleted for good is not kept in the undo either."""
        self._session.execute(delete(ChangeItemRow))
        self._session.execute(delete(ChangeSetRow))

    def _apply(self, change: ChangeSetRow, *, undone: bool) -> tuple[str, list[str]]:
        items = list(self._session.scalars(
            select(ChangeItemRow).where(ChangeItemRow.change_set_id == change.id).order_by(ChangeItemRow.id)
        ))  # fmt: skip
        left: list[str] = []
        for item in reversed(items) if undone else items:
            now, then = (item.after, item.before) if undone else (item.before, item.after)
            if not self._put(Base.metadata.tables[item.table_name], item.row_key, now, then):
                left.append(f"{item.table_name} {(then or now or {}).get('name', item.row_key)}")
        change.undone = undone
        self._session.flush()
        _bump_units(self._session, items)
        return change.label, left

    def _put(self, table: Table, key: str, now: dict[str, Any] | None, then: dict[str, Any] | None) -> bool:
        """Bring one row from one image to another; False if it is no longer as it was."""
        at = _where(table, key)
        row = self._session.execute(select(table).where(*at)).mappings().first()
        here = None if row is None else {name: _plain(value) for name, value in row.items()}
        if not _same(here, now):
            return False
        try:
            with self._session.begin_nested():
                self._session.execute(_change(table, at, here is None, then))
        except IntegrityError:
            # Something written since rests on this row, or what it rests on has gone.
            return False
        self._session.expire_all()
        return True


def _change(table: Table, at: list[Any], gone: bool, then: dict[str, Any] | None) -> Any:
    """The statement that brings one row to an image."""
    if then is None:
        return delete(table).where(*at)
    if gone:
        return insert(table).values(_from_plain(table, then))
    values = {k: v for k, v in _from_plain(table, then).items() if k not in _NOT_COMPARED}
    return update(table).where(*at).values(values)


def _same(here: dict[str, Any] | None, image: dict[str, Any] | None) -> bool:
    if here is None or image is None:
        return here is None and image is None
    return all(here.get(k) == v for k, v in image.items() if k not in _NOT_COMPARED)


def _where(table: Table, key: str) -> list[Any]:
    parts = key.split(":")
    columns = list(table.primary_key.columns)
    return [c == (int(p) if c.type.python_type is int else p) for c, p in zip(columns, parts, strict=True)]


def _bump_units(session: Session, items: Sequence[ChangeItemRow]) -> None:
    """A unit whose shelf was undone is a new version, so that another browser learns of it."""
    units = {image["unit_id"] for i in items if i.table_name == "placement" for image in (i.before, i.after) if image}
    if units:
        session.execute(update(UnitRow).where(UnitRow.id.in_(units)).values(version=UnitRow.version + 1))


def bump_revision(session: Session) -> None:
    """Say that something was written, so that readers take a new snapshot."""
    session.execute(update(RevisionRow).values(number=RevisionRow.number + 1))
