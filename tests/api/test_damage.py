"""A value that its column cannot hold: named by table, row and field, with what to do; never a fault of our own."""

from __future__ import annotations

import sqlite3
from contextlib import closing
from pathlib import Path

import pytest

from tests.api.test_hostile import BASE
from tests.conftest import NOW, SmallHouse
from zither_awl.app import create_app
from zither_awl.services.clock import SetClock
from zither_awl.settings import Settings

SCREENS = ("today", "watch", "shelf", "change", "cupboard", "things", "children", "heights", "catalogue", "history")
NAMED = [
    ("child", "born", "no day"),
    ("child", "allergies", "no JSON"),
    ("unit", "climb_on_mm", "no number"),
    ("tray", "piece", "no JSON"),
    ("card", "from_months", "no number"),
    ("placement", "since", "no time"),
    ("placement", "board", "no number"),
    ("household", "practice", "no JSON"),
    ("board", "widths_mm", "no JSON"),
]


@pytest.mark.parametrize(("table", "column", "said"), NAMED)
def test_it_is_named_with_what_to_do(house: SmallHouse, table: str, column: str, said: str, tmp_path: Path) -> None:
    from tests.services.test_shelf_and_rotation import add, put

    put(house, add(house))
    copy = tmp_path / "zither-awl.db"
    with closing(sqlite3.connect(house.desk.database)) as db, closing(sqlite3.connect(copy)) as other:
        db.backup(other)
        other.execute("PRAGMA ignore_check_constraints = 1")
        other.execute(f'UPDATE "{table}" SET "{column}" = \'<x>\'')
        other.commit()
    client = create_app(Settings(data=tmp_path), clock=SetClock(NOW)).test_client()
    answers = [client.get(f"/api/{screen}", base_url=BASE) for screen in SCREENS]
    refused = [each.get_json() for each in answers if each.status_code != 200]
    assert refused
    for problem in refused:
        assert problem["status"] == 503
        assert f"{table} " in problem["detail"]
        assert f"{column} is '<x>', which is {said}" in problem["detail"]
        assert "zither-awl restore" in problem["detail"]
