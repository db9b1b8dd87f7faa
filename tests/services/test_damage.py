"""A row that cannot be read takes no screen down: it is left out, told, and the rest goes on."""

from __future__ import annotations

import sqlite3
from contextlib import closing
from pathlib import Path

import pytest

from tests.conftest import SmallHouse
from zither_awl.services import rotation, today
from zither_awl.services.desk import Desk
from zither_awl.store import prepare

SPOILT = [
    pytest.param("UPDATE tray SET piece = '[\"cone\", 3]'", "tray", id="a tray of no shape"),
    pytest.param("UPDATE tray SET mass_g = -5", "tray", id="a tray that weighs nothing"),
    pytest.param("UPDATE unit SET kind = 'cloud'", "unit", id="a unit of no kind"),
    pytest.param("UPDATE child SET mobility = 'flies' WHERE id = 1", "child", id="a child that flies"),
    pytest.param("UPDATE child SET allergies = '5' WHERE id = 1", "child", id="allergies that are a number"),
    pytest.param(
        "INSERT INTO theme VALUES (1, '', 'Bread', '', '[]', '', '', '', '2026-05-02', '2026-05-01', 1)",
        "theme",
        id="a theme that ends before it begins",
    ),
]


@pytest.mark.parametrize(("sql", "table"), SPOILT)
def test_a_damaged_row_is_told_and_the_rest_goes_on(house: SmallHouse, sql: str, table: str, tmp_path: Path) -> None:
    from tests.services.test_shelf_and_rotation import add, put

    put(house, add(house))
    copy = tmp_path / "copy.db"
    with closing(sqlite3.connect(house.desk.database)) as db, closing(sqlite3.connect(copy)) as other:
        db.backup(other)
        other.execute(sql)
        other.commit()
    desk = Desk(prepare(copy), house.desk._clock)
    page = today.page(desk)
    (line,) = [each for each in page.mind if each.tray == "The file"]
    assert f"({table} " in line.text
    assert "zither-awl restore" in line.text
    assert rotation.proposal(desk).reasons
