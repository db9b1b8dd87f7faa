"""Opening a household's file: checked, brought up to this version on a copy, swapped in whole; one opener at a time.

A file is never changed where it lies: whatever is killed or fails on the way, it stays as it was.
"""

from __future__ import annotations

import os
import shutil
import sqlite3
from collections.abc import Iterator
from contextlib import closing, contextmanager
from pathlib import Path
from tempfile import TemporaryDirectory

from filelock import FileLock, Timeout
from sqlalchemy import Engine
from sqlalchemy.exc import DatabaseError
from sqlalchemy.orm import Session

from zither_awl.core.errors import StoreUnavailable
from zither_awl.core.saying import say
from zither_awl.store import projections
from zither_awl.store.engine import Tell, backup, in_plain_words, nobody, open_engine, pour
from zither_awl.store.mending import mended, whole
from zither_awl.store.migrating import migrate, versions
from zither_awl.store.sections import count_writes

COPIES = "copies"
WAIT_S = 120.0
"""So long a second opener waits for the first to bring a file up."""


def prepare(path: Path, *, create: bool = True) -> Engine:
    """Open a household's file, bringing it up to this version first if it is older.

    Raises: StoreUnavailable, saying what is wrong and what to do, with nothing changed.
    """
    if not path.exists() and not create:
        raise StoreUnavailable(
            say("There is no database at {path}. Name the folder that holds it with --data.", path=path)
        )
    try:
        private_folder(path.parent)
        if not path.exists() or not _ready(path):
            with _one_opener(path):
                if not path.exists() or not _ready(path):
                    _bring_up(path)
        if path.stat().st_mode & 0o777 != 0o600:
            path.chmod(0o600)
    except (DatabaseError, sqlite3.DatabaseError, OSError) as problem:
        raise StoreUnavailable(in_plain_words(problem, path)) from problem
    return open_engine(path)


def private_folder(folder: Path) -> None:
    """Make a folder that only its owner may look into; one that is there becomes so, unless it is more than ours."""
    folder.mkdir(mode=0o700, parents=True, exist_ok=True)
    ours = folder.resolve() not in (Path.cwd().resolve(), Path.home().resolve())
    if ours and folder.stat().st_mode & 0o777 != 0o700:
        folder.chmod(0o700)


@contextmanager
def _one_opener(path: Path) -> Iterator[None]:
    """Holds a lock that ends with its process."""
    try:
        with FileLock(path.with_name(".opening"), timeout=WAIT_S):
            yield
    except Timeout:
        said = say("Another program is bringing {path} up to date. Try again when it is done.", path=path.name)
        raise StoreUnavailable(said) from None


def _ready(path: Path) -> bool:
    """Whether a file can be used as it is. Raises: StoreUnavailable for one that is damaged, foreign or newer."""
    with closing(sqlite3.connect(f"{path.resolve().as_uri()}?mode=ro", uri=True)) as db:
        _refuse_damaged(db, path)
        version = version_of(db)
        if version is None:
            _refuse_foreign(db, path)
            return False
        known = versions()
        if version not in known:
            raise StoreUnavailable(
                say(
                    "The database {path} was made by a newer Zither Awl. Update the program; nothing was changed.",
                    path=path.name,
                )
            )
        if version != known[0]:
            return False
        return bool(db.execute("SELECT projections FROM revision").fetchone()[0] == projections.FORM)


def _refuse_damaged(db: sqlite3.Connection, path: Path) -> None:
    if db.execute("PRAGMA quick_check").fetchone()[0] != "ok":
        raise StoreUnavailable(
            say("The database {path} is damaged. Put back your latest copy with zither-awl restore.", path=path.name)
        )


def check_whole(path: Path) -> None:
    """Open a copy for reading, and look through all of it. Raises: StoreUnavailable for what is damaged or foreign."""
    try:
        with closing(sqlite3.connect(f"{path.resolve().as_uri()}?mode=ro", uri=True)) as db:
            _refuse_damaged(db, path)
            if version_of(db) is None:
                _refuse_foreign(db, path)
    except (sqlite3.DatabaseError, OSError) as problem:
        raise StoreUnavailable(in_plain_words(problem, path)) from problem


def version_of(db: sqlite3.Connection) -> str | None:
    """The version of the tables in a file; None if it has none."""
    if db.execute("SELECT 1 FROM sqlite_master WHERE name = 'alembic_version'").fetchone() is None:
        return None
    row = db.execute("SELECT version_num FROM alembic_version").fetchone()
    return str(row[0]) if row else None


def _refuse_foreign(db: sqlite3.Connection, path: Path) -> None:
    tables = [name for (name,) in db.execute("SELECT name FROM sqlite_master WHERE type = 'table'")]
    if "alembic_version" not in tables:
        what = "belongs to another program" if tables else "is empty"
        raise StoreUnavailable(
            say(
                "The file {path} {what}. Put back your latest copy with zither-awl restore, "
                "or name another folder with --data; it was left as it is.",
                path=path.name,
                what=what,
            )
        )


def _bring_up(path: Path) -> None:
    """Make a copy of this version and put it in the place of the file, in one step."""
    fresh = path.with_name(f".{path.name}.new")
    for ending in ("", "-wal", "-shm", "-journal"):
        fresh.with_name(fresh.name + ending).unlink(missing_ok=True)
    if path.exists():
        _hold_alone(path)
        keep_copy(path, f"before-{versions()[0]}")
        _start_from(path, fresh)
    fresh.touch(mode=0o600)
    bring_to_head(fresh)
    fresh.chmod(0o600)
    _hold_alone(fresh)
    _sync(fresh)
    fresh.replace(path)
    _sync(path.parent)


def _start_from(path: Path, fresh: Path) -> None:
    """Copy a file, mended if a kill of the past left it half migrated; one that never got a version held nothing."""
    with closing(sqlite3.connect(path)) as db:
        version = version_of(db)
    if version is not None:
        shutil.copy(path, fresh)
        if not whole(fresh, version):
            mended(fresh, version)


def bring_to_head(path: Path) -> None:
    """Migrate a file that nobody else uses, make its visits and milestones, and check it."""
    engine = open_engine(path)
    migrate(engine)
    with Session(engine) as session, session.begin():
        count_writes(session.connection())
        if projections.stale(session):
            projections.rebuild(session)
    engine.dispose()
    with closing(sqlite3.connect(path)) as db:
        broken = db.execute("PRAGMA foreign_key_check").fetchone()
        if broken or db.execute("PRAGMA integrity_check").fetchone()[0] != "ok":
            raise StoreUnavailable(
                say("The database {path} could not be brought up to date; it was left as it was.", path=path.name)
            )


def _hold_alone(path: Path) -> None:
    """Bring everything of a file into that one file. Raises: StoreUnavailable while another program has it open."""
    with closing(sqlite3.connect(path, timeout=5)) as db:
        try:
            mode = db.execute("PRAGMA journal_mode=DELETE").fetchone()[0]
        except sqlite3.OperationalError:
            mode = "in use"
        if mode != "delete":
            raise StoreUnavailable(
                say(
                    "The {path} is in use by another program, and has to be brought up to "
                    "date. Close the other and try again; nothing was changed.",
                    path=path.name,
                )
            )


def keep_copy(path: Path, name: str, tell: Tell = nobody) -> Path:
    """Keep a copy of a file in the folder of copies, under a name, numbered if there is one. Returns where it is."""
    folder = path.parent / COPIES
    private_folder(folder)
    numbered = (folder / (f"{name}.db" if n == 1 else f"{name}-{n}.db") for n in range(1, 10_000))
    target = next(each for each in numbered if not each.exists())
    backup(path, target, tell)
    return target


def _sync(path: Path) -> None:
    """Wait until a file, or what a folder holds, is on the disk; folders cannot be waited for everywhere."""
    try:
        handle = os.open(path, os.O_RDONLY)
    except OSError:
        return
    try:
        os.fsync(handle)
    except OSError:
        pass
    finally:
        os.close(handle)


def restore(source: Path, target: Path) -> Path | None:
    """Put a copy in the place of a household's file, in one step; the present one is kept. Returns where.

    `source` may be of an older version: it is brought up on a copy of its own. Raises: StoreUnavailable, with nothing
    changed.
    """
    with TemporaryDirectory() as folder:
        fresh = Path(folder) / "restored.db"
        backup(source, fresh)
        prepare(fresh, create=False).dispose()
        private_folder(target.parent)
        with _one_opener(target):
            kept = set_aside(target)
            with closing(sqlite3.connect(fresh)) as new, closing(sqlite3.connect(target)) as live:
                pour(new, live)
        target.chmod(0o600)
        return kept


def set_aside(path: Path) -> Path | None:
    """Keep the present file as a copy; one that cannot be read is moved there with what belongs to it."""
    if not path.exists():
        return None
    try:
        return keep_copy(path, "before-restore")
    except StoreUnavailable:
        folder = path.parent / COPIES
        number = next(n for n in range(1, 10_000) if not (folder / f"damaged-{n}.db").exists())
        for ending in ("", "-wal", "-shm"):
            each = path.with_name(path.name + ending)
            if each.exists():
                each.replace(folder / f"damaged-{number}.db{ending}")
        return folder / f"damaged-{number}.db"
