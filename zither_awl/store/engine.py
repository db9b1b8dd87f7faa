"""Opening the one database file: pragmas, migrations, integrity, and plain words when it will not open."""

from __future__ import annotations

import sqlite3
from pathlib import Path
from typing import Any

from alembic import command
from alembic.config import Config
from alembic.runtime.migration import MigrationContext
from alembic.script import ScriptDirectory
from sqlalchemy import Engine, create_engine, event
from sqlalchemy.exc import DatabaseError, OperationalError

from zither_awl.core.errors import StoreUnavailable

MIGRATIONS = Path(__file__).parent / "migrations"
BUSY_MS = 5000
SYNCHRONOUS = "FULL"
"""A device forgets an event once it is told that it was taken: what is committed must outlive a power cut."""


def open_engine(path: Path) -> Engine:
    """An engine on the file, in write-ahead mode with foreign keys on. Nothing is read yet."""
    engine = create_engine(f"sqlite:///{path}")
    event.listen(engine, "connect", _pragmas)
    return engine


def _pragmas(connection: Any, _record: Any) -> None:
    # Deleted children are overwritten on disk, not only unlinked: secure_delete.
    for pragma in ("foreign_keys=ON", f"busy_timeout={BUSY_MS}", "journal_mode=WAL", f"synchronous={SYNCHRONOUS}",
                   "secure_delete=ON"):  # fmt: skip
        connection.execute(f"PRAGMA {pragma}")


def prepare(path: Path, *, create: bool = True) -> Engine:
    """Open, check and migrate the database to this version's schema.

    Raises: StoreUnavailable, saying what is wrong and what to do, with nothing changed.
    """
    if not path.exists() and not create:
        raise StoreUnavailable(f"There is no database at {path}. Name the folder that holds it with --data.")
    try:
        path.parent.mkdir(parents=True, exist_ok=True)
        engine = open_engine(path)
        _check(engine, path)
        migrate(engine)
    except (OperationalError, DatabaseError, sqlite3.DatabaseError, OSError) as problem:
        raise StoreUnavailable(in_plain_words(problem, path)) from problem
    return engine


def _check(engine: Engine, path: Path) -> None:
    with engine.connect() as connection:
        verdict = connection.exec_driver_sql("PRAGMA integrity_check").scalar()
        if verdict != "ok":
            raise StoreUnavailable(f"The database {path.name} is damaged ({verdict}). Put back your latest backup.")
        revision = MigrationContext.configure(connection).get_current_revision()
        known = {script.revision for script in ScriptDirectory(str(MIGRATIONS)).walk_revisions()}
        if revision is not None and revision not in known:
            raise StoreUnavailable(
                f"The database {path.name} was made by a newer Zither Awl. Update the program; nothing was changed."
            )


def migrate(engine: Engine, target: str = "head") -> None:
    """Bring the schema to a revision, up or down."""
    config = Config()
    config.set_main_option("script_location", str(MIGRATIONS))
    config.attributes["engine"] = engine
    if target == "base":
        command.downgrade(config, target)
    else:
        command.upgrade(config, target)


def in_plain_words(problem: Exception, path: Path | None = None) -> str:
    """What a database error means for the household, and what to do."""
    text, name = str(problem).lower(), path.name if path else "database"
    if "locked" in text or "busy" in text:
        return f"The {name} is in use by another program. Close it and try again; nothing was lost."
    if "readonly" in text or "read-only" in text or "permission" in text:
        return f"The {name} cannot be written to. Check the rights of its file and folder; nothing was changed."
    if "unable to open" in text:
        return f"The {name} cannot be opened. Check that its folder exists and may be written to."
    if "not a database" in text or "malformed" in text:
        return f"The {name} is damaged or is not a database. Put back your latest backup; the file was left as it is."
    return f"The {name} could not be used: {problem}"


def backup(source: Path, target: Path) -> None:
    """Copy the database with SQLite's backup API, while it may be in use.

    Raises: StoreUnavailable if there is nothing to copy or the copy cannot be written.
    """
    if not source.exists():
        raise StoreUnavailable(f"There is no database at {source} to back up.")
    if target.exists():
        raise StoreUnavailable(f"{target} is there already. Name a new file, so that no backup is overwritten.")
    try:
        with sqlite3.connect(source) as live, sqlite3.connect(target) as copy:
            live.backup(copy)
    except sqlite3.Error as problem:
        raise StoreUnavailable(in_plain_words(problem, target)) from problem
