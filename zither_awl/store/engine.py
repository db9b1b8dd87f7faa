"""Opening the one database file: pragmas, integrity, and plain words when it will not open."""

from __future__ import annotations

import sqlite3
from collections.abc import Callable
from contextlib import closing
from pathlib import Path
from typing import Any

from sqlalchemy import Connection, Engine, create_engine, event

from zither_awl.core.errors import StoreUnavailable
from zither_awl.core.saying import say

BUSY_MS = 5000
SYNCHRONOUS = "FULL"
"""A device forgets an event once it is told that it was taken: what is committed must outlive a power cut."""
WRITES = "zither_awl_writes"
"""The option of a transaction that will write: it takes the file's write lock at once, and waits for it there."""


def open_engine(path: Path) -> Engine:
    """An engine on the file, in write-ahead mode with foreign keys on. Nothing is read yet."""
    engine = create_engine(f"sqlite:///{path}")
    event.listen(engine, "connect", _pragmas)
    event.listen(engine, "begin", _begin)
    return engine


def _pragmas(connection: Any, _record: Any) -> None:
    # Python's driver would begin transactions by itself, and only at the first write: they begin in _begin.
    connection.isolation_level = None
    # Deleted children are overwritten on disk, not only unlinked: secure_delete.
    for pragma in (
        "foreign_keys=ON",
        f"busy_timeout={BUSY_MS}",
        "journal_mode=WAL",
        f"synchronous={SYNCHRONOUS}",
        "secure_delete=ON",
    ):
        connection.execute(f"PRAGMA {pragma}")


def _begin(connection: Connection) -> None:
    writes = connection.get_execution_options().get(WRITES, False)
    connection.exec_driver_sql("BEGIN IMMEDIATE" if writes else "BEGIN")


def in_plain_words(problem: Exception, path: Path | None = None) -> str:
    """What a database error means for the household, and what to do."""
    text, name = str(problem).lower(), path.name if path else "database"
    if "locked" in text or "busy" in text:
        return say("The {name} is in use by another program. Close it and try again; nothing was lost.", name=name)
    if "readonly" in text or "read-only" in text or "permission" in text:
        return say(
            "The {name} cannot be written to. Check the rights of its file and folder; nothing was changed.", name=name
        )
    if "unable to open" in text:
        return say("The {name} cannot be opened. Check that its folder exists and may be written to.", name=name)
    if "full" in text:
        return say(
            "There is no room left on the disk of the {name}. Make room and try again; nothing was half written.",
            name=name,
        )
    if "not a database" in text or "malformed" in text:
        return say(
            "The {name} is damaged or is not a database. Put back your latest copy with zither-awl restore.", name=name
        )
    return say(
        "The {name} could not be used. Put back your latest copy with zither-awl restore if this happens again.",
        name=name,
    )


Tell = Callable[[float], None]
"""Is told the share of a copy that is made, 0 to 1."""
STEP_PAGES = 4096


def nobody(_share: float) -> None:
    """Nobody is told how far a copy is."""


def pour(source: sqlite3.Connection, target: sqlite3.Connection, tell: Tell = nobody) -> None:
    """Copy one open database over another, in one transaction of the other."""
    source.backup(target, pages=STEP_PAGES, progress=lambda _, left, pages: tell(1 - left / pages if pages else 1.0))


def backup(source: Path, target: Path, tell: Tell = nobody) -> None:
    """Copy the database with SQLite's backup API, while it may be in use; readable by its owner only.

    Raises: StoreUnavailable if there is nothing to copy or the copy cannot be written; no half copy is left.
    """
    if not source.exists():
        raise StoreUnavailable(say("There is no database at {source} to back up.", source=source))
    if target.exists():
        raise StoreUnavailable(
            say("{target} is there already. Name a new file, so that no backup is overwritten.", target=target)
        )
    part = target.with_name(f".{target.name}.part")
    try:
        part.unlink(missing_ok=True)
        part.touch(mode=0o600)
        with closing(sqlite3.connect(source)) as live, closing(sqlite3.connect(part)) as copy:
            pour(live, copy, tell)
        part.replace(target)
    except (sqlite3.Error, OSError) as problem:
        part.unlink(missing_ok=True)
        raise StoreUnavailable(in_plain_words(problem, target)) from problem
