"""Opening a household's file: nothing that is killed, old, foreign or half done on the way can lose it."""

from __future__ import annotations

import shutil
import signal
import sqlite3
import stat
import subprocess
import sys
from contextlib import closing
from datetime import date, timedelta
from pathlib import Path
from random import Random

import pytest
from alembic.script import ScriptDirectory
from click.testing import CliRunner

from tests.builders import DATA
from tests.conftest import NOW
from tests.devices import works
from zither_awl import __version__
from zither_awl.cli import main
from zither_awl.core.copies import kept
from zither_awl.core.errors import StoreUnavailable
from zither_awl.services import copies
from zither_awl.services.clock import SetClock
from zither_awl.services.desk import Desk
from zither_awl.services.folder import alone_with
from zither_awl.store import open_engine, prepare
from zither_awl.store.migrating import MIGRATIONS, migrate, versions

OLD = sorted(path for path in DATA.glob("*.db") if path.stem != __version__)
"""Of every landed version but the last, whose tables are those of today. Every one opens (test_migrations.py); what
takes seconds is tried on some of them."""
OPEN = (
    "import sys; from pathlib import Path; from zither_awl.store import prepare; prepare(Path(sys.argv[1])).dispose()"
)


def opened(path: Path) -> tuple[str, int]:
    """The household's name and how much work there is, once it is open."""
    desk = Desk(prepare(path, create=False), SetClock(NOW))
    kept_house = desk.house().household
    with desk.trial() as work:
        assert work.projections_differ() == []
    found = (kept_house.name if kept_house else "", len(works(desk)))
    desk.close()
    return found


@pytest.mark.parametrize("old", [OLD[0], OLD[len(OLD) // 2], OLD[-1]], ids=lambda path: path.stem)
def test_killed_while_it_is_brought_up_it_opens_afterwards_by_one_and_by_two(old: Path, tmp_path: Path) -> None:
    chance = Random(old.stem)
    path = tmp_path / "zither-awl.db"
    shutil.copy(old, path)
    for programs in (1, 2):
        running = [
            subprocess.Popen([sys.executable, "-c", OPEN, str(path)], stderr=subprocess.DEVNULL)
            for _ in range(programs)
        ]
        try:
            running[0].wait(timeout=chance.uniform(0.4, 1.6))
        except subprocess.TimeoutExpired:
            running[0].send_signal(signal.SIGKILL)
        for each in running:
            each.wait()
    assert opened(path) == ("Garden Flat", 1)
    assert {p.suffix for p in (tmp_path / "copies").iterdir()} == {".db"}, "each copy that was kept is whole"


def half_migrated(path: Path, version: str) -> None:
    """Leave what an older program left when it was killed: a column of the next version, and a half made table."""
    with closing(sqlite3.connect(path)) as db, db:
        columns = db.execute('SELECT sql FROM sqlite_master WHERE name = "episode"').fetchone()[0]
        db.execute(
            columns.replace('CREATE TABLE "episode"', 'CREATE TABLE "_alembic_tmp_episode"', 1).replace(
                "CREATE TABLE episode", "CREATE TABLE _alembic_tmp_episode", 1
            )
        )
        db.execute("ALTER TABLE household ADD COLUMN left_behind INTEGER")
        assert db.execute("SELECT version_num FROM alembic_version").fetchone() == (version,)


@pytest.mark.parametrize("old", OLD[::3], ids=lambda path: path.stem)
def test_a_half_migrated_file_of_the_past_is_mended(old: Path, tmp_path: Path) -> None:
    path = tmp_path / "zither-awl.db"
    shutil.copy(old, path)
    with closing(sqlite3.connect(path)) as db:
        (version,) = db.execute("SELECT version_num FROM alembic_version").fetchone()
    half_migrated(path, version)
    assert opened(path) == ("Garden Flat", 1)


def test_one_table_that_was_dropped_before_its_copy_took_its_name_is_found(tmp_path: Path) -> None:
    path = tmp_path / "zither-awl.db"
    shutil.copy(DATA / "0.4.0.db", path)
    with closing(sqlite3.connect(path)) as db, db:
        db.execute("PRAGMA legacy_alter_table=ON")
        db.execute('ALTER TABLE "episode" RENAME TO "_alembic_tmp_episode"')
    assert opened(path) == ("Garden Flat", 1)


def test_a_copy_of_it_as_it_was_is_kept_and_is_its_owners_alone(tmp_path: Path) -> None:
    path = tmp_path / "data" / "zither-awl.db"
    path.parent.mkdir()
    shutil.copy(DATA / "0.5.0.db", path)
    prepare(path).dispose()
    (copy,) = (path.parent / "copies").glob("*.db")
    with closing(sqlite3.connect(copy)) as db:
        assert db.execute("SELECT version_num FROM alembic_version").fetchone() == ("0005",)
    rights = {p.name: stat.S_IMODE(p.stat().st_mode) for p in (path, copy, path.parent, copy.parent)}
    assert rights == {path.name: 0o600, copy.name: 0o600, "data": 0o700, "copies": 0o700}


@pytest.mark.parametrize(
    ("made", "said"),
    [
        pytest.param("", "is empty", id="an empty file"),
        pytest.param("CREATE TABLE song (title TEXT)", "belongs to another program", id="another program's"),
        pytest.param(
            "CREATE TABLE alembic_version (version_num TEXT); INSERT INTO alembic_version VALUES ('9999')",
            "newer Zither Awl",
            id="a newer version's",
        ),
    ],
)
def test_what_is_no_household_is_left_as_it_is_and_said(made: str, said: str, tmp_path: Path) -> None:
    path = tmp_path / "zither-awl.db"
    path.touch()
    with closing(sqlite3.connect(path)) as db, db:
        db.executescript(made)
    before = path.read_bytes()
    with pytest.raises(StoreUnavailable, match=said):
        prepare(path)
    assert path.read_bytes() == before


def test_while_another_program_has_an_old_file_open_it_is_not_swapped_under_it(tmp_path: Path) -> None:
    path = tmp_path / "zither-awl.db"
    shutil.copy(DATA / "0.5.0.db", path)
    with closing(sqlite3.connect(path)) as other:
        other.execute("PRAGMA journal_mode=WAL")
        other.execute("BEGIN")
        other.execute("SELECT * FROM household").fetchall()
        with pytest.raises(StoreUnavailable, match="in use by another program"):
            prepare(path)
    assert opened(path) == ("Garden Flat", 1)


def test_a_second_program_on_a_folder_is_told_where_the_first_is(tmp_path: Path) -> None:
    with (
        alone_with(tmp_path, "http://127.0.0.1:8136"),
        pytest.raises(StoreUnavailable, match=r"at http://127\.0\.0\.1:8136\. Open that"),
        alone_with(tmp_path, "http://127.0.0.1:8200"),
    ):
        pass
    with alone_with(tmp_path, "http://127.0.0.1:8200"):
        assert (tmp_path / "serving.json").exists()


@pytest.mark.parametrize("damage", ["none", "a stale wal", "no file at all"])
def test_going_back_to_a_copy_is_one_step_and_keeps_what_was_there(demo: Desk, tmp_path: Path, damage: str) -> None:
    copy, folder = tmp_path / "copy.db", tmp_path / "back"
    database = folder / "zither-awl.db"
    CliRunner().invoke(main, ["backup", str(copy), "--data", str(demo.database.parent)])
    if damage != "no file at all":
        folder.mkdir()
        shutil.copy(DATA / "0.3.0.db", database)
    if damage == "a stale wal":
        database.with_name(database.name + "-wal").write_bytes(b"\x37\x7f\x06\x82" + bytes(4096))
    shown = CliRunner().invoke(main, ["restore", str(copy), "--data", str(folder)], input="n\n")
    assert "Lockside: 3 children, 44 trays" in shown.output
    assert ("Garden Flat" in shown.output) is (damage != "no file at all")
    assert "Nothing was changed." in shown.output
    done = CliRunner().invoke(main, ["restore", str(copy), "--data", str(folder), "--yes"])
    assert done.exit_code == 0, done.output
    assert opened(database)[0] == "Lockside"
    assert ("kept as copies/" in done.output) is (damage != "no file at all")


def test_a_damaged_file_is_set_aside_with_what_belongs_to_it(demo: Desk, tmp_path: Path) -> None:
    copy, database = tmp_path / "copy.db", tmp_path / "back" / "zither-awl.db"
    CliRunner().invoke(main, ["backup", str(copy), "--data", str(demo.database.parent)])
    database.parent.mkdir()
    database.write_bytes(b"no database at all" * 1000)
    with pytest.raises(StoreUnavailable, match="zither-awl restore"):
        prepare(database)
    done = CliRunner().invoke(main, ["restore", str(copy), "--data", str(database.parent), "--yes"])
    assert "nothing that can be read" in done.output
    assert (database.parent / "copies" / "damaged-1.db").read_bytes().startswith(b"no database")
    assert opened(database)[0] == "Lockside"


def test_every_day_has_its_copy_and_old_ones_thin_out(demo: Desk, clock: SetClock) -> None:
    for _ in range(20):
        assert copies.copy_of_today(demo) is not None
        assert copies.copy_of_today(demo) is None
        clock.move_on(timedelta(days=1))
    made = sorted((demo.database.parent / "copies").glob("daily-*.db"))
    assert 7 <= len(made) <= 10
    assert copies.look_into(made[-1]).name == "Lockside"


def test_seven_days_then_weeks_for_two_months_then_months_are_kept() -> None:
    today = date(2026, 11, 29)
    days = [today - timedelta(days=n) for n in range(400)]
    left = kept(days, today)
    ages = sorted((today - day).days for day in left)
    assert ages[:7] == list(range(7))
    assert sum(7 <= age <= 61 for age in ages) in (8, 9)
    assert sum(age > 61 for age in ages) in (11, 12, 13)
    assert kept(left, today) == left
    assert kept([today + timedelta(days=3)], today) == {today + timedelta(days=3)}


def test_versions_go_down_and_up_with_the_counting(tmp_path: Path) -> None:
    path = tmp_path / "zither-awl.db"
    prepare(path).dispose()
    engine = open_engine(path)
    migrate(engine, "base")
    engine.dispose()
    with closing(sqlite3.connect(path)) as db:
        assert db.execute("SELECT count(*) FROM sqlite_master WHERE type = 'trigger'").fetchone() == (0,)
    assert versions() == [script.revision for script in ScriptDirectory(str(MIGRATIONS)).walk_revisions()]
    assert versions()[-1] == "0001"
