"""A household watched over: copies opened, damaged ones found, and the command that prints it."""

from __future__ import annotations

from datetime import timedelta

from click.testing import CliRunner

from tests.conftest import Client, SmallHouse
from zither_awl.cli import main
from zither_awl.services import copies, keeping
from zither_awl.services.certificate import LEAF_DAYS, home_certificate
from zither_awl.services.clock import SetClock


def keys(house: SmallHouse, every: bool = False) -> list[str]:
    return [line.key for line in keeping.how_kept(house.desk, every=every)]


def test_copies_are_opened_from_the_newest_on_until_one_does(house: SmallHouse, clock: SetClock) -> None:
    assert keys(house)[0] == "no_copy"
    first = copies.copy_of_today(house.desk)
    clock.move_on(timedelta(days=1))
    second = copies.copy_of_today(house.desk)
    assert first is not None
    assert second is not None
    assert keys(house) == ["copy", "no_second", "room"]
    first.write_bytes(b"")
    assert keys(house) == ["copy", "no_second", "room"]
    assert keys(house, every=True)[0] == "damaged_copy"
    whole = second.read_bytes()
    second.write_bytes(whole[:4096] + b"\xff" * 4096 + whole[8192:])
    lines = keeping.how_kept(house.desk)
    assert [line.key for line in lines[:2]] == ["damaged_copy", "no_copy"]
    assert first.name in lines[0].text
    assert second.name in lines[0].text


def test_a_copy_that_is_old_and_a_certificate_that_ends(house: SmallHouse, clock: SetClock) -> None:
    copies.copy_of_today(house.desk)
    home_certificate(house.desk.database.parent, ("192.168.1.5",), house.desk.now())
    assert keys(house) == ["copy", "no_second", "room", "certificate"]
    clock.move_on(timedelta(days=LEAF_DAYS - 20))
    assert sorted(keys(house)) == ["certificate_soon", "no_second", "old_copy", "room"]


def test_it_is_told_in_house_and_by_the_command(client: Client, house: SmallHouse) -> None:
    told = client.get("/api/keeping")["lines"]
    assert {line["severity"] for line in told} <= {"must", "should", "note"}
    said = CliRunner().invoke(main, ["check", "--data", str(house.desk.database.parent)], catch_exceptions=False).output
    assert "There is no copy yet." in said
    assert "The database is whole." in said
