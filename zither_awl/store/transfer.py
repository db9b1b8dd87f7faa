"""The whole household as plain tables, and back. A file of an older version is read into a database of that version
and brought up by the same migrations as any other database."""

from __future__ import annotations

import json
import sqlite3
from collections.abc import Iterable, Iterator, Mapping
from contextlib import closing
from pathlib import Path
from tempfile import TemporaryDirectory
from typing import Any

from zither_awl.core.errors import FieldProblem, InvalidValue, StoreUnavailable
from zither_awl.core.saying import say
from zither_awl.store.checking import problems_in, wrong_in
from zither_awl.store.engine import Tell, in_plain_words, nobody, open_engine, pour
from zither_awl.store.migrating import migrate, versions
from zither_awl.store.opening import bring_to_head

LEFT_OUT = (
    "alembic_version",
    "change_set",
    "change_item",
    "trace",
    "revision",
    "section",
    "visit",
    "milestone",
    "photo",
    "paired_device",
    "feed",
    "pin",
)
"""The undo list and who may come in stay in the house; what is folded from the log is made anew; photographs go beside
the document."""
_JSON_TYPES = {"INTEGER": "integer", "BOOLEAN": "boolean", "DOUBLE": "number", "FLOAT": "number", "DATE": "string"}
MOST_SAID = 8


def dump(database: Path) -> tuple[str, dict[str, list[dict[str, Any]]]]:
    """The version of the tables, and every table as rows in the order of their keys."""
    with closing(_connected(database)) as db:
        version = str(db.execute("SELECT version_num FROM alembic_version").fetchone()[0])
        return version, {name: _rows(db, name) for name in _tables(db)}


def photos(database: Path) -> Iterator[tuple[int, bytes]]:
    """The photographs by id, one after the other: all of them together may be more than memory holds."""
    with closing(_connected(database)) as db:
        for key, jpeg in db.execute("SELECT id, jpeg FROM photo ORDER BY id"):
            yield int(key), bytes(jpeg)


def _connected(path: Path) -> sqlite3.Connection:
    db = sqlite3.connect(path)
    db.row_factory = sqlite3.Row
    return db


def _tables(db: sqlite3.Connection) -> list[str]:
    names = [row[0] for row in db.execute("SELECT name FROM sqlite_master WHERE type = 'table' ORDER BY name")]
    return [name for name in names if name not in LEFT_OUT and not name.startswith("sqlite_")]


def _columns(db: sqlite3.Connection, table: str) -> dict[str, tuple[str, bool, bool]]:
    """By column: its type, whether it must have a value, and whether it is of the key."""
    return {
        r["name"]: (r["type"].split("(")[0].upper(), bool(r["notnull"]), bool(r["pk"]))
        for r in db.execute(f'PRAGMA table_info("{table}")')
    }


def _types(db: sqlite3.Connection) -> dict[str, dict[str, str]]:
    return {name: {col: kind for col, (kind, _, _) in _columns(db, name).items()} for name in _tables(db)}


def types_of(database: Path) -> dict[str, dict[str, str]]:
    """The types of every table's columns."""
    with _connected(database) as db:
        return _types(db)


def damaged_values(database: Path) -> list[str]:
    """What stands in a file that its column cannot hold, each named by table, row and field."""
    with closing(_connected(database)) as db:
        names = [row[0] for row in db.execute("SELECT name FROM sqlite_master WHERE type = 'table' ORDER BY name")]
        return [
            say("{table} {row}, {name} {told}", table=table, row=row[0], name=name, told=told)
            for table in names
            if not table.startswith("sqlite_")
            for name, (kind, _, _) in _columns(db, table).items()
            for row in db.execute(f'SELECT rowid, "{name}" FROM "{table}"')
            if (told := wrong_in(table, name, row[1], kind)) is not None
        ]


def _rows(db: sqlite3.Connection, table: str) -> list[dict[str, Any]]:
    columns = _columns(db, table)
    keys = ", ".join(f'"{name}"' for name, (_, _, key) in columns.items() if key) or "rowid"
    return [
        {name: _plain(row[name], kind) for name, (kind, _, _) in columns.items()}
        for row in db.execute(f'SELECT * FROM "{table}" ORDER BY {keys}')
    ]


def _plain(value: Any, kind: str) -> Any:
    if value is None:
        return None
    return json.loads(value) if kind == "JSON" else bool(value) if kind == "BOOLEAN" else value


def _stored(value: Any, kind: str) -> Any:
    if kind == "JSON":
        return None if value is None else json.dumps(value)
    return int(value) if isinstance(value, bool) else value


def schema_of(database: Path) -> dict[str, Any]:
    """The JSON Schema of the document for a database's version: every table, every column, its type."""
    with _connected(database) as db:
        version = str(db.execute("SELECT version_num FROM alembic_version").fetchone()[0])
        tables = {name: {"type": "array", "items": _row_schema(_columns(db, name))} for name in _tables(db)}
    return {
        "$schema": "https://json-schema.org/draft/2020-12/schema",
        "title": "A household of Zither Awl",
        "type": "object",
        "additionalProperties": False,
        "required": ["format", "version", "tables"],
        "properties": {
            "format": {"const": "zither-awl household"},
            "version": {"const": version},
            "tables": {
                "type": "object",
                "additionalProperties": False,
                "required": sorted(tables),
                "properties": tables,
            },
        },
    }


def _row_schema(columns: Mapping[str, tuple[str, bool, bool]]) -> dict[str, Any]:
    return {
        "type": "object",
        "additionalProperties": False,
        "required": list(columns),
        "properties": {name: _column_schema(kind, needed or key) for name, (kind, needed, key) in columns.items()},
    }


def _column_schema(kind: str, needed: bool) -> dict[str, Any]:
    if kind == "JSON":
        return {}
    named = _JSON_TYPES.get(kind, "string")
    return {"type": named if needed else [named, "null"]}


def current_schema() -> dict[str, Any]:
    """The JSON Schema of the document this version writes."""
    with TemporaryDirectory() as folder:
        path = Path(folder) / "new.db"
        _migrated(path, "head")
        return schema_of(path)


def _migrated(path: Path, revision: str) -> None:
    engine = open_engine(path)
    migrate(engine, revision)
    engine.dispose()


def restore(document: Mapping[str, Any], photos: Iterable[tuple[int, bytes]], target: Path) -> None:
    """Make a database of this version from a document of this or an older version.

    `target` must not exist. Raises: InvalidValue, naming table, row and column, for whatever does not fit; a
    document of a newer version is refused.
    """
    version = document.get("version")
    if version not in versions():
        raise InvalidValue(
            FieldProblem(
                "version",
                say("is {version}, which this program does not know.", version=repr(version)),
                say("Update the program, or choose an older file."),
            )
        )
    _migrated(target, str(version))
    _check(document, schema_of(target))
    with _connected(target) as db:
        wrong = problems_in(document["tables"], _types(db))
        if wrong:
            raise InvalidValue(*wrong[:MOST_SAID])
        db.execute("PRAGMA foreign_keys=OFF")
        for table, rows in document["tables"].items():
            _insert(db, table, rows)
        _insert_photos(db, photos)
        _check_links(db)
    bring_to_head(target)


def _check(document: Mapping[str, Any], schema: Mapping[str, Any]) -> None:
    from jsonschema import Draft202012Validator

    found = sorted(Draft202012Validator(schema).iter_errors(document), key=lambda e: [str(p) for p in e.absolute_path])
    if found:
        raise InvalidValue(
            *(
                FieldProblem(
                    ".".join(str(part) for part in e.absolute_path) or "file",
                    say("{message}.", message=e.message[:200]),
                )
                for e in found[:MOST_SAID]
            )
        )


def _insert(db: sqlite3.Connection, table: str, rows: Iterable[Mapping[str, Any]]) -> None:
    columns = _columns(db, table)
    names = ", ".join(f'"{name}"' for name in columns)
    marks = ", ".join("?" for _ in columns)
    for at, row in enumerate(rows):
        values = [_stored(row[name], kind) for name, (kind, _, _) in columns.items()]
        try:
            db.execute(f'INSERT INTO "{table}" ({names}) VALUES ({marks})', values)
        except (sqlite3.Error, OverflowError) as problem:
            raise InvalidValue(
                FieldProblem(f"tables.{table}.{at}", say("cannot be taken: {problem}.", problem=problem))
            ) from None


def _insert_photos(db: sqlite3.Connection, photos: Iterable[tuple[int, bytes]]) -> None:
    """Photographs beside the document; a tray whose photograph is not there has none."""
    if not db.execute("SELECT 1 FROM sqlite_master WHERE name = 'photo'").fetchone():
        return
    db.executemany("INSERT INTO photo (id, jpeg) VALUES (?, ?)", photos)
    db.execute("UPDATE tray SET photo_id = NULL WHERE photo_id NOT IN (SELECT id FROM photo)")


def _check_links(db: sqlite3.Connection) -> None:
    broken = db.execute("PRAGMA foreign_key_check").fetchall()
    if broken:
        table, row, other = broken[0][0], broken[0][1], broken[0][2]
        raise InvalidValue(
            FieldProblem(
                f"tables.{table}", say("row {row} rests on a {other} that is not in the file.", row=row, other=other)
            )
        )


OF_THE_MACHINE = ("paired_device", "feed")
"""Who may come in is decided here and now: an older copy lets no lost tablet in again."""


def overwrite(source: Path, target: Path, tell: Tell = nobody) -> None:
    """Put one database in the place of another that may be open, in one step; who may come in stays as it is.

    Raises: StoreUnavailable, with nothing changed.
    """
    try:
        _overwrite(source, target, tell)
    except sqlite3.Error as problem:
        raise StoreUnavailable(in_plain_words(problem, target)) from problem


def _overwrite(source: Path, target: Path, tell: Tell) -> None:
    with closing(_connected(source)) as new, closing(_connected(target)) as live:
        for table in OF_THE_MACHINE:
            rows = [tuple(row) for row in live.execute(f'SELECT * FROM "{table}"')]
            new.execute(f'DELETE FROM "{table}"')
            new.executemany(f'INSERT INTO "{table}" VALUES ({", ".join("?" * len(_columns(live, table)))})', rows)
        new.commit()
        pour(new, live, tell)
