"""Change sets: every accepted write with its inverse, row by row, for undo and redo; and the trace of what was mended.

What devices send is no change set: it is taken back by a removal of its own, and one device never undoes another's.
"""

from __future__ import annotations

import json
from collections.abc import Hashable, Sequence
from dataclasses import dataclass
from datetime import date, datetime, timedelta
from functools import cache
from typing import Any

from sqlalchemy import Table, delete, event, insert, inspect, select, update
from sqlalchemy.exc import IntegrityError
from sqlalchemy.orm import Session

from zither_awl.core.saying import say
from zither_awl.store.models import Base
from zither_awl.store.models.settings import ChangeItemRow, ChangeSetRow, TraceRow

KEPT, KEPT_DAYS = 50, 90
"""How many change sets a household can go back, and how long."""
_UNTRACKED = {
    "change_set",
    "change_item",
    "trace",
    "revision",
    "section",
    "visit",
    "milestone",
    "photo",
    "paired_device",
    "pin",
}
_NOT_COMPARED = {"version"}
_TRACED = "episode"


@dataclass(frozen=True, slots=True)
class ChangeSet:
    """One accepted write, as it is listed: when, by whom, what."""

    id: int
    at: datetime
    adult_id: int | None
    label: str
    undone: bool
    device: str = ""


@dataclass(frozen=True, slots=True)
class TraceLine:
    """One change of one row: when, by whom, under what label, and the columns before and after."""

    at: datetime
    adult_id: int | None
    label: str
    before: dict[str, Any]
    after: dict[str, Any]
    device: str = ""


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
        return _touched((i["table_name"], i["row_key"], i["before"], i["after"]) for i in self._items)

    def finish(self, at: datetime, adult_id: int | None, label: str, device: str = "") -> int | None:
        """Write the change set, forget what can no longer be redone, and drop the oldest. None if nothing changed."""
        session = self._session
        if not self._items:
            return None
        session.execute(delete(ChangeSetRow).where(ChangeSetRow.undone.is_(True)))
        made = ChangeSetRow(at=at, adult_id=adult_id, device=device, label=label, undone=False)
        session.add(made)
        session.flush()
        session.execute(insert(ChangeItemRow), [{**item, "change_set_id": made.id} for item in self._items])
        _trace(session, made, self._items)
        _prune(session, at)
        return made.id


def _touched(items: Any) -> frozenset[tuple[str, str]]:
    found: set[tuple[str, str]] = set()
    for table, key, before, after in items:
        found.add((table, key))
        if table == "episode_event":
            found |= {("episode", image["episode_id"]) for image in (before, after) if image and image["episode_id"]}
    return frozenset(found)


def _prune(session: Session, at: datetime) -> None:
    """Keep the newest writes of the last days."""
    newest = session.scalars(select(ChangeSetRow.id).order_by(ChangeSetRow.id.desc()).limit(KEPT)).all()
    old = ChangeSetRow.at < at - timedelta(days=KEPT_DAYS)
    session.execute(delete(ChangeSetRow).where((ChangeSetRow.id < min(newest)) | old))


def _trace(session: Session, change: ChangeSetRow, items: Sequence[dict[str, Any]]) -> None:
    touched = [item["row_key"] for item in items if item["table_name"] == _TRACED]
    traced = Base.metadata.tables[_TRACED]
    there = set(session.scalars(select(traced.c.id).where(traced.c.id.in_(touched))))
    lines = [
        {
            "episode_id": item["row_key"],
            "change_set_id": change.id,
            "at": change.at,
            "adult_id": change.adult_id,
            "device": change.device,
            "label": change.label,
            "before": item["before"] or {},
            "after": item["after"] or {},
        }
        for item in items
        if item["table_name"] == _TRACED and item["row_key"] in there
    ]
    if lines:
        session.execute(insert(TraceRow), lines)


def _tracked(row: Any) -> bool:
    return row.__tablename__ not in _UNTRACKED


def _item(row: Any, before: dict[str, Any] | None, after: dict[str, Any] | None) -> dict[str, Any]:
    table, names = row.__table__, _attributes(row.__class__)
    keys = [getattr(row, names[c.name]) for c in table.primary_key.columns]
    # A key of several columns is a list: a device's own key may hold any sign.
    key = str(keys[0]) if len(keys) == 1 else json.dumps(keys)
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
        self.touched: frozenset[tuple[str, str]] = frozenset()
        """What undo and redo wrote to, as a recorder tells it."""

    def listed(self) -> list[ChangeSet]:
        """The newest change sets first, as many as can be undone."""
        rows = self._session.scalars(select(ChangeSetRow).order_by(ChangeSetRow.id.desc()).limit(KEPT))
        return [ChangeSet(r.id, r.at, r.adult_id, r.label, r.undone, r.device) for r in rows]

    def trace(self, episode_id: str) -> list[TraceLine]:
        """Every change of one piece of work, oldest first."""
        rows = self._session.scalars(select(TraceRow).where(TraceRow.episode_id == episode_id).order_by(TraceRow.id))
        return [TraceLine(r.at, r.adult_id, r.label, r.before, r.after, r.device) for r in rows]

    def undo(self) -> tuple[str, list[str]] | None:
        """Take back the newest change set. Returns its label and what was left because others changed it since."""
        newest = self._session.scalars(
            select(ChangeSetRow).where(ChangeSetRow.undone.is_(False)).order_by(ChangeSetRow.id.desc()).limit(1)
        ).first()
        return None if newest is None else self._apply(newest, undone=True)

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
        items = list(
            self._session.scalars(
                select(ChangeItemRow).where(ChangeItemRow.change_set_id == change.id).order_by(ChangeItemRow.id)
            )
        )
        left: list[str] = []
        for item in reversed(items) if undone else items:
            now, then = (item.after, item.before) if undone else (item.before, item.after)
            if not self._put(Base.metadata.tables[item.table_name], item.row_key, now, then):
                left.append(
                    say(
                        "{table_name} {get}",
                        table_name=item.table_name,
                        get=(then or now or {}).get("name", item.row_key),
                    )
                )
        change.undone = undone
        self._session.flush()
        self._retrace(change, items, undone=undone)
        self.touched |= _touched((i.table_name, i.row_key, i.before, i.after) for i in items)
        _bump_units(self._session, items)
        return change.label, left

    def _retrace(self, change: ChangeSetRow, items: Sequence[ChangeItemRow], *, undone: bool) -> None:
        """What was taken back leaves the trace, and comes again when it is done again."""
        self._session.execute(delete(TraceRow).where(TraceRow.change_set_id == change.id))
        if not undone:
            again = [
                {"table_name": i.table_name, "row_key": i.row_key, "before": i.before, "after": i.after} for i in items
            ]
            _trace(self._session, change, again)

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
    columns = list(table.primary_key.columns)
    parts: list[Any] = [key] if len(columns) == 1 else json.loads(key) if key.startswith("[") else key.split(":")
    return [c == (int(p) if c.type.python_type is int else p) for c, p in zip(columns, parts, strict=True)]


def _bump_units(session: Session, items: Sequence[ChangeItemRow]) -> None:
    """A unit whose shelf was undone is a new version, so that another browser learns of it."""
    units = {image["unit_id"] for i in items if i.table_name == "placement" for image in (i.before, i.after) if image}
    if units:
        unit = Base.metadata.tables["unit"]
        session.execute(update(unit).where(unit.c.id.in_(units)).values(version=unit.c.version + 1))
