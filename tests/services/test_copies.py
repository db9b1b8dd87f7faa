"""Copies: the second folder, sealed ones, going back while the house is served, and how long a copy holds a child that
was deleted for good."""

from __future__ import annotations

import hashlib
import json
import os
import sqlite3
from contextlib import closing
from datetime import date, timedelta
from pathlib import Path

import pyrage
import pytest
from click.testing import CliRunner
from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st

from tests.conftest import NOW, SmallHouse
from tests.formats.test_cupboard_files import picture
from zither_awl.cli import main
from zither_awl.core import copies as core
from zither_awl.core.errors import Busy, InvalidValue, NotFound, StoreUnavailable
from zither_awl.core.values import Permission
from zither_awl.core.values.telling import Picture, Story, StoryPart
from zither_awl.services import copies, keeping, pairing, people, second, transfer
from zither_awl.services import restoring as going_back
from zither_awl.services.clock import SetClock
from zither_awl.services.desk import Desk
from zither_awl.services.restoring import Restoring
from zither_awl.store import transfer as tables
from zither_awl.store.settings import Device

WORDS = "otter lantern violet ramp"


def hashed(desk: Desk) -> dict[str, str]:
    """By table: the hash of its rows; photographs too."""
    _, rows = tables.dump(desk.database)
    told = {name: hashlib.sha256(json.dumps(each, sort_keys=True).encode()).hexdigest() for name, each in rows.items()}
    return told | {f"photo {key}": hashlib.sha256(jpeg).hexdigest() for key, jpeg in tables.photos(desk.database)}


def keys(house: SmallHouse) -> list[str]:
    return [line.key for line in keeping.how_kept(house.desk)]


@pytest.fixture
def stick(tmp_path_factory: pytest.TempPathFactory) -> Path:
    return tmp_path_factory.mktemp("stick")


def test_the_second_folder_gets_a_copy_a_day_and_says_when_it_is_old(
    house: SmallHouse, stick: Path, clock: SetClock
) -> None:
    data = house.desk.database.parent
    assert "no_second" in keys(house)
    for bad in ("", "somewhere", str(stick / "nowhere"), str(data)):
        with pytest.raises(InvalidValue, match=r"no folder|data folder"):
            second.name(data, bad, "Garden Flat", "")
    named = second.name(data, str(stick), "Garden Flat", "")
    assert named.folder.name == "zither-awl garden-flat"
    assert "second_old" in keys(house)
    copies.copy_of_today(house.desk)
    assert "second" in keys(house)
    (copy,) = named.folder.glob("*.db")
    assert copy.stat().st_mode & 0o777 == 0o600
    with closing(sqlite3.connect(copy)) as db:
        assert db.execute("SELECT name FROM household").fetchone() == ("Garden Flat",)
    clock.move_on(timedelta(days=15))
    assert "second_old" in keys(house)
    named.folder.rename(stick / "away")
    copies.copy_of_today(house.desk)
    assert "second_away" in keys(house)
    with pytest.raises(StoreUnavailable, match="not there"):
        copies.copy_to_second(house.desk)
    second.forget(data)
    assert "no_second" in keys(house)


def test_copies_that_leave_the_house_are_sealed_by_a_passphrase(
    house: SmallHouse, stick: Path, clock: SetClock, tmp_path: Path
) -> None:
    """Judge: the age format as another program of it reads it (pyrage, a library over the Rust implementation)."""
    data = house.desk.database.parent
    with pytest.raises(InvalidValue, match="the least is 12"):
        second.name(data, str(stick), "Garden Flat", "short")
    second.name(data, str(stick), "Garden Flat", WORDS)
    copies.copy_of_today(house.desk)
    named = second.named(data)
    assert named is not None
    (copy,) = named.folder.glob("daily-*.age")
    assert b"Garden Flat" not in copy.read_bytes()
    assert "second" in keys(house)
    key = pyrage.x25519.Identity.from_str(
        pyrage.passphrase.decrypt((named.folder / "key.age").read_bytes(), WORDS).decode()
    )
    plain = tmp_path / "plain.db"
    plain.write_bytes(pyrage.decrypt(copy.read_bytes(), [key]))
    with closing(sqlite3.connect(plain)) as db:
        assert db.execute("SELECT count(*) FROM child").fetchone() == (2,)
    chosen = next(each.key for each in going_back.listed(house.desk) if each.second)
    with pytest.raises(InvalidValue, match="does not open"):
        going_back.preview(house.desk, chosen, "something else")
    then, now = going_back.preview(house.desk, chosen, WORDS)
    assert (then.name, then.children, now and now.children) == ("Garden Flat", 2, 2)
    with pytest.raises(InvalidValue, match="not the one"):
        second.name(data, str(stick), "Garden Flat", "another passphrase")
    assert second.name(data, str(stick), "Garden Flat", WORDS).key == named.key, "older copies stay of use"
    copy.write_bytes(copy.read_bytes()[:-9])
    assert "second_old" in keys(house)


def test_a_sealed_copy_by_the_commands_comes_back_identical(house: SmallHouse, tmp_path: Path) -> None:
    before, data, file = hashed(house.desk), house.desk.database.parent, tmp_path / "sealed.age"
    runner = CliRunner()
    made = runner.invoke(main, ["backup", str(file), "--data", str(data), "--sealed"], input=f"{WORDS}\n{WORDS}\n")
    assert made.exit_code == 0, made.output
    assert b"Garden Flat" not in file.read_bytes()
    people.add_adult(house.desk, "Somebody")
    back = ["restore", str(file), "--data", str(data), "--yes"]
    wrong = runner.invoke(main, back, input="not these words\n")
    assert "passphrase" in str(wrong.exception)
    assert hashed(house.desk) != before
    assert runner.invoke(main, back, input=f"{WORDS}\n", catch_exceptions=False).exit_code == 0
    house.desk.forget()
    assert hashed(house.desk) == before


def test_going_back_while_it_is_served_keeps_what_is_there_and_lets_nobody_in(house: SmallHouse) -> None:
    at = house.desk
    copies.copy_of_today(at)
    before = hashed(at)
    with at.write_untracked() as work:
        work.settings.save_device(Device("one", "lost tablet", NOW, barred=True))
    people.add_adult(at, "Somebody")
    chosen = f"here/daily-{at.today()}.db"
    then, now = going_back.preview(at, chosen)
    assert (then.children, now and now.children) == (2, 2)
    restoring = Restoring()
    with pytest.raises(NotFound):
        restoring.begin(at, "here/../zither-awl.db")
    restoring.begin(at, chosen)
    done = restoring.wait()
    assert (done.state, done.kept, done.message) == ("done", "copies/before-restore.db", "")
    assert hashed(at) == before
    assert [a.name for a in at.house().adults] == ["Bram"]
    assert [d.barred for d in pairing.devices(at)] == [True], "an older copy lets no lost tablet in again"
    restoring.begin(at, "here/before-restore.db")
    assert restoring.wait().state == "done"
    assert [a.name for a in at.house().adults] == ["Bram", "Somebody"]


def test_a_copy_that_cannot_be_read_changes_nothing_and_says_so(house: SmallHouse) -> None:
    at = house.desk
    copies.copy_of_today(at)
    before, copy = hashed(at), at.database.parent / "copies" / f"daily-{at.today()}.db"
    whole = copy.read_bytes()
    copy.write_bytes(whole[:8192] + b"\xff" * 8192 + whole[16384:])
    restoring = Restoring()
    restoring.begin(at, f"here/{copy.name}")
    done = restoring.wait()
    assert done.state == "failed"
    assert "damaged" in done.message
    assert hashed(at) == before


def test_one_at_a_time(house: SmallHouse, monkeypatch: pytest.MonkeyPatch) -> None:
    copies.copy_of_today(house.desk)
    restoring = Restoring()
    monkeypatch.setattr(restoring, "_now", going_back.Progress("running", "reading the copy"))
    with pytest.raises(Busy, match="already"):
        restoring.begin(house.desk, f"here/daily-{house.desk.today()}.db")


def test_a_child_deleted_for_good_is_gone_from_every_copy_in_two_months(
    house: SmallHouse, stick: Path, clock: SetClock
) -> None:
    at, data = house.desk, house.desk.database.parent
    second.name(data, str(stick), "Garden Flat", "")
    tray_photo = photo_with(at, house.ilse, "Ilse at the jug")
    copies.copy_of_today(at)
    kept = data / "copies" / "before-0013.db"
    kept.write_bytes(b"older")
    os.utime(kept, (NOW.timestamp(), NOW.timestamp()))
    until = people.delete_child(at, house.ilse, "Ilse")
    assert until == at.today() + timedelta(days=62)
    assert at.house().telling.pictures == ()
    assert not [key for key, _ in tables.photos(at.database) if key == tray_photo]
    for _ in range(63):
        clock.move_on(timedelta(days=1))
        copies.copy_of_today(at)
    holding = []
    for copy in [*(data / "copies").glob("*.db"), *stick.rglob("*.db")]:
        with closing(sqlite3.connect(copy)) as db:
            holding += [copy.name for (name,) in db.execute("SELECT name FROM child") if name == "Ilse"]
    assert holding == []
    assert not kept.exists()
    assert len(list((data / "copies").glob("daily-*.db"))) > 7


@given(st.lists(st.integers(0, 900), min_size=1, max_size=80), st.lists(st.integers(0, 900), max_size=4))
def test_no_copy_outlives_a_removal_by_more_than_two_months(ages: list[int], gone: list[int]) -> None:
    today = date(2026, 3, 15)
    days = [today - timedelta(days=n) for n in ages]
    removed = [today - timedelta(days=n) for n in gone]
    for day in core.kept(days, today, removed):
        assert not any(day <= each < today - core.WEEKLY for each in removed)
    assert core.kept(days, today, removed) <= set(days)
    if not any(core.outlived(day, today, removed) for day in days):
        assert core.kept(days, today, removed) == core.kept(days, today)


def photo_with(at: Desk, child_id: int, note: str) -> int:
    """A picture of the work with a child in it; the id of its photograph."""
    with at.write(None, "A picture") as work:
        photo = work.cupboard.add_photo(picture())
        work.telling.save_picture(
            Picture(id=0, photo_id=photo, at=NOW, local_day=at.today(), note=note, children=frozenset({child_id}))
        )
    return photo


TEXT = (
    st.text(st.characters(codec="utf-8", exclude_categories=("Cc", "Cs")), min_size=1, max_size=40)
    .map(str.strip)
    .filter(bool)
)


@settings(max_examples=5, deadline=None, suppress_health_check=[HealthCheck.function_scoped_fixture])
@given(
    notes=st.lists(TEXT, min_size=1, max_size=3),
    title=TEXT,
    told=st.booleans(),
    name=TEXT,
    given_on=st.dates(date(2020, 1, 1), date(2026, 1, 1)),
    jpeg=st.booleans(),
)
def test_the_household_file_is_identical_after_a_round_trip(
    house: SmallHouse, notes: list[str], title: str, told: bool, name: str, given_on: date, jpeg: bool
) -> None:
    """Photographs, permissions, stories and pictures with any letters in them: the hash of every table."""
    at = house.desk
    with at.write(None, "Whatever") as work:
        work.people.permit(house.ilse, Permission(id=0, kind="blade", adult=name, given_on=given_on, note=notes[0]))
        work.telling.save_story(
            Story(
                child_id=house.ilse,
                from_day=given_on,
                until_day=given_on,
                title=title,
                parts=(StoryPart(key="loved", told=told, text=notes[-1]),),
            )
        )
        work.settings.save_phrases(tuple(notes))
    for note in notes:
        photo_with(at, house.tove, note)
    if jpeg:
        with at.write(None, "A photograph") as work:
            work.cupboard.add_photo(picture())
    before, file = hashed(at), at.database.with_name("household.zip")
    transfer.household_zip(at, file)
    # A photograph is written anew when it is taken in, which changes nothing the second time.
    transfer.take_household(at, file)
    once = hashed(at)
    transfer.household_zip(at, file)
    transfer.take_household(at, file)
    assert hashed(at) == once
    assert {k: v for k, v in once.items() if not k.startswith("photo")} == {
        k: v for k, v in before.items() if not k.startswith("photo")
    }
    assert once.keys() == before.keys()
