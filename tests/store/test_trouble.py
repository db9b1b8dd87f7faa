"""When the database will not open, it is said plainly and nothing is lost."""

from __future__ import annotations

import os
import sqlite3
from pathlib import Path

import pytest

from zither_awl.core.errors import StaleWrite, StoreUnavailable
from zither_awl.store import backup, prepare
from zither_awl.store.engine import in_plain_words


@pytest.fixture
def database(tmp_path: Path) -> Path:
    path = tmp_path / "zither-awl.db"
    prepare(path).dispose()
    return path


def test_a_missing_database_is_named(tmp_path: Path) -> None:
    with pytest.raises(StoreUnavailable, match="There is no database at"):
        prepare(tmp_path / "nowhere.db", create=False)
    assert not (tmp_path / "nowhere.db").exists()


def test_a_file_that_is_no_database_is_left_as_it_was(tmp_path: Path) -> None:
    path = tmp_path / "zither-awl.db"
    path.write_bytes(b"shopping list" * 100)
    with pytest.raises(StoreUnavailable, match="damaged or is not a database"):
        prepare(path)
    assert path.read_bytes() == b"shopping list" * 100


def test_a_damaged_database_is_said_to_be_so(database: Path) -> None:
    with sqlite3.connect(database) as connection:
        connection.execute("PRAGMA wal_checkpoint(TRUNCATE)")
        page = connection.execute("PRAGMA page_size").fetchone()[0]
    raw = bytearray(database.read_bytes())
    raw[page * 2 : page * 4] = os.urandom(page * 2)
    database.write_bytes(bytes(raw))
    with pytest.raises(StoreUnavailable, match="damaged"):
        prepare(database)


def test_a_database_of_a_newer_program_is_not_touched(database: Path) -> None:
    with sqlite3.connect(database) as connection:
        connection.execute("UPDATE alembic_version SET version_num = '9999'")
    with pytest.raises(StoreUnavailable, match="made by a newer Zither Awl"):
        prepare(database)


def test_a_locked_database_says_that_it_is_in_use(database: Path, monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.setattr("zither_awl.store.engine.BUSY_MS", 10)
    holder = sqlite3.connect(database, isolation_level=None)
    holder.execute("PRAGMA locking_mode=EXCLUSIVE")
    holder.execute("BEGIN EXCLUSIVE")
    try:
        with pytest.raises(StoreUnavailable, match="in use by another program"):
            prepare(database)
    finally:
        holder.close()


@pytest.mark.parametrize(
    ("said", "told"),
    [
        ("attempt to write a readonly database", "cannot be written to"),
        ("unable to open database file", "Check that its folder exists"),
        ("something else", "could not be used"),
    ],
)
def test_what_sqlite_says_is_put_into_words(said: str, told: str) -> None:
    assert told in in_plain_words(sqlite3.OperationalError(said), Path("zither-awl.db"))


def test_a_backup_is_a_whole_copy_and_overwrites_nothing(database: Path, tmp_path: Path) -> None:
    target = tmp_path / "copy.db"
    backup(database, target)
    with sqlite3.connect(target) as connection:
        assert connection.execute("PRAGMA integrity_check").fetchone()[0] == "ok"
        assert connection.execute("SELECT count(*) FROM revision").fetchone()[0] == 1
    with pytest.raises(StoreUnavailable, match="is there already"):
        backup(database, target)
    with pytest.raises(StoreUnavailable, match="no database"):
        backup(tmp_path / "none.db", tmp_path / "other.db")


def test_a_stale_write_carries_the_version_that_stands() -> None:
    assert StaleWrite("changed", 7).theirs == 7
