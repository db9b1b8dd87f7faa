"""Files of the past that were killed while they were brought up: recognised, and brought back to the version they
say they are.

Older programs changed the tables where they lay, and a kill left some of the next version's columns, or a table that
was being made anew, behind. Nothing of the household was lost by that: it is taken over table by table.
"""

from __future__ import annotations

import shutil
import sqlite3
from contextlib import closing
from pathlib import Path
from tempfile import TemporaryDirectory

from zither_awl.store.engine import open_engine
from zither_awl.store.migrating import migrate

ANEW = "_alembic_tmp_"
"""How a table that was being made anew begins its name."""


def whole(path: Path, version: str) -> bool:
    """Whether a file's tables and columns are just those of the version it says it is."""
    with TemporaryDirectory() as folder, closing(sqlite3.connect(path)) as db:
        return _columns(db) == _reference(Path(folder), version)


def mended(path: Path, version: str) -> None:
    """Bring a half migrated file back to the version it says it is, with every row of the household in it."""
    with TemporaryDirectory() as folder:
        like = _reference(Path(folder), version)
        fresh = Path(folder) / "reference.db"
        with closing(sqlite3.connect(fresh)) as new, closing(sqlite3.connect(path)) as old:
            there = _columns(old)
            new.execute("PRAGMA foreign_keys=OFF")
            new.execute("ATTACH DATABASE ? AS old", (str(path),))
            for table, columns in like.items():
                source = table if table in there else f"{ANEW}{table}"
                if source in there:
                    names = ", ".join(f'"{name}"' for name in columns if name in there[source])
                    new.execute(f'DELETE FROM main."{table}"')
                    new.execute(f'INSERT INTO main."{table}" ({names}) SELECT {names} FROM old."{source}"')
            new.commit()
            new.execute("DETACH DATABASE old")
        shutil.move(fresh, path)


def _reference(folder: Path, version: str) -> dict[str, list[str]]:
    """The tables and columns of a version, from an empty file made for it."""
    engine = open_engine(folder / "reference.db")
    migrate(engine, version)
    engine.dispose()
    with closing(sqlite3.connect(folder / "reference.db")) as db:
        db.execute("PRAGMA journal_mode=DELETE")
        return _columns(db)


def _columns(db: sqlite3.Connection) -> dict[str, list[str]]:
    tables = [name for (name,) in db.execute("SELECT name FROM sqlite_master WHERE type = 'table' ORDER BY name")]
    return {
        t: sorted(row[1] for row in db.execute(f'PRAGMA table_info("{t}")'))
        for t in tables
        if not t.startswith("sqlite_")
    }
