"""Hostile input: what comes in by file, body or address ends in a sentence at its field and takes no screen down."""

from __future__ import annotations

import copy
import json
import shutil
from collections.abc import Callable
from pathlib import Path
from typing import Any

import pytest

from tests.conftest import NOW, Client
from zither_awl.app import create_app
from zither_awl.services.clock import SetClock
from zither_awl.settings import Settings
from zither_awl.store.checking import problems_in
from zither_awl.store.transfer import types_of

BASE = "http://127.0.0.1:8136"
LONG = "x" * 200_000

FILES = [
    pytest.param(f'name,count\n"{LONG}",1\n', "cannot be read as CSV", id="a cell longer than any text"),
    pytest.param("name,count\njug,2,extra\n", "row 1 has 3 cells; the header has 2", id="a row too long"),
    pytest.param(",,,\n,,,\n", "is empty", id="commas alone"),
    pytest.param("name,name\njug,cup\n", "there twice", id="a header twice"),
    pytest.param("name,count\nj\0ug,1\n", "", id="a sign that is none"),
]


@pytest.mark.parametrize("kind", ["things", "trays", "episodes", "cards"])
@pytest.mark.parametrize(("text", "said"), FILES)
def test_a_file_that_is_none_is_refused_with_a_sentence(whole: Client, kind: str, text: str, said: str) -> None:
    answer = whole.flask.post(f"/api/import/{kind}/check", json={"text": text}, base_url=BASE, headers=whole.headers)
    assert answer.status_code in (400, 422)
    assert kind != "things" or said in answer.get_data(as_text=True)


def test_line_ends_of_old_machines_and_numbers_that_are_none(whole: Client) -> None:
    report = whole.post("/api/import/things/check", {"text": "name,count\rjug,2\rcup,3\r"})
    assert [r["status"] for r in report["rows"]] == ["new", "new"]
    text = "name,kind,count,mass_g\na,jug,1,nan\nb,cup,1,1e309\nc,bowl,1,-inf\n"
    report = whole.post("/api/import/things/check", {"text": text})
    assert [r["problems"][0]["field"] for r in report["rows"]] == ["mass_g"] * 3


BODIES = [
    pytest.param('{"a":' + "[" * 60_000 + "]" * 60_000 + "}", 400, id="nested deeply"),
    pytest.param('{"name": "n\\u0000ul", "pattern": "ring", "born": "2024-01-01"}', 400, id="a sign that is none"),
    pytest.param('{"name": "Zed", "pattern": "ring", "born": "0001-01-01"}', 422, id="born in the year 1"),
    pytest.param(
        '{"name": "Zed", "pattern": "ring", "born": "2024-01-01", "gestation_weeks": 1' + "0" * 30 + "}",
        422,
        id="a number of thirty digits",
    ),
    pytest.param(
        '{"name": "Zed", "pattern": "ring", "born": "2024-01-01", "measurements": '
        '[{"on": "2026-01-01", "stature_mm": NaN}]}',
        422,
        id="not a number",
    ),
]


@pytest.mark.parametrize(("body", "status"), BODIES)
def test_a_body_that_cannot_be_is_refused(whole: Client, body: str, status: int) -> None:
    answer = whole.flask.post(
        "/api/children", data=body, content_type="application/json", base_url=BASE, headers=whole.headers
    )
    assert answer.status_code == status


def test_names_in_any_script_are_names_everywhere(demo_client: Client) -> None:
    for name in ("\u202eMirror", "\U0001f9f6" * 80, "=1+1", "Żofia Ñ"):
        demo_client.post("/api/children", {"name": name, "pattern": "dot", "born": "2024-01-01"})
    assert {"=1+1", "Żofia Ñ"} <= {c["name"] for c in demo_client.get("/api/children")["children"]}
    demo_client.get("/api/today")
    demo_client.get("/api/change")
    demo_client.post("/api/import/things", {"text": "name,kind,count\n=SUM(A1),jug,1\n"})
    out = demo_client.flask.get("/api/export/things.csv", base_url=BASE).get_data(as_text=True)
    assert "'=SUM(A1)" in out


@pytest.mark.parametrize(
    ("path", "body"),
    [
        ("/api/change/accept", {"swaps": [], "by_hand": [99999]}),
        ("/api/change/accept", {"swaps": [{"out": 99999, "in_": 88888}]}),
        ("/api/aims", {"words": "five", "child_id": 999}),
        ("/api/children/999/permissions", {"kind": "small"}),
    ],
)
def test_what_is_not_there_is_not_found(whole: Client, path: str, body: dict[str, Any]) -> None:
    whole.post(path, body, 404)


@pytest.mark.parametrize("path", ["mornings/99999999999999999999", "trays/99999999999999999999/why-not"])
def test_an_id_no_database_could_hold_is_not_found(whole: Client, path: str) -> None:
    whole.get(f"/api/{path}", 404)


def _set(table: str, field: str, value: Any) -> Callable[[dict[str, Any]], None]:
    def change(tables: dict[str, Any]) -> None:
        tables[table][0][field] = value

    return change


VALUES = [
    ("household", "zone", "Nowhere/X"),
    ("household", "practice", {"look": "never"}),
    ("tray", "hazards", [1, 2]),
    ("tray", "hazards", ["nonsense"]),
    ("tray", "tags", 5),
    ("tray", "piece", ["cone", 3]),
    ("tray", "mass_g", 1e309),
    ("tray", "name", "a\0b"),
    ("child", "allergies", [1]),
    ("child", "born", "0001-01-01"),
    ("child", "born", "nope"),
    ("child", "mobility", "flies"),
    ("child", "passions", [1]),
    ("board", "widths_mm", "x"),
    ("episode", "work", "nope"),
    ("episode", "began", "9999-12-31T00:00:00+00:00"),
    ("episode", "local_day", "x"),
    ("component", "kind", "unicorn"),
    ("component", "inside", {"depth_mm": 1}),
    ("component", "colours", [1]),
    ("component", "dangers", ["none such"]),
    ("change", "why_out", [1]),
    ("episode_event", "at", "x"),
]


@pytest.fixture(scope="module")
def whole(tmp_path_factory: pytest.TempPathFactory, demo_file: Path) -> Client:
    """The API on the demo household, for questions that write nothing."""
    folder = tmp_path_factory.mktemp("whole")
    shutil.copy(demo_file, folder / "zither-awl.db")
    return Client(create_app(Settings(data=folder), clock=SetClock(NOW)).test_client())


@pytest.fixture(scope="module")
def document(whole: Client) -> dict[str, Any]:
    """The demo household as one document, two rows of each table."""
    found: dict[str, Any] = whole.get("/api/export/household.json")
    # What is refused is refused before a row is written: a few of each table say as much as all.
    return {**found, "tables": {name: rows[:2] for name, rows in found["tables"].items()}}


@pytest.fixture(scope="module")
def types(demo_file: Path) -> dict[str, dict[str, str]]:
    return types_of(demo_file)


@pytest.mark.parametrize(("table", "field", "value"), VALUES, ids=[f"{t}.{f}={str(v)[:12]}" for t, f, v in VALUES])
def test_a_wrong_value_in_a_household_file_is_named_by_table_row_and_field(
    document: dict[str, Any], types: dict[str, dict[str, str]], table: str, field: str, value: Any
) -> None:
    tables = copy.deepcopy(document["tables"])
    assert [p for p in problems_in(tables, types) if not p.field.startswith("tables.placement")] == []
    _set(table, field, value)(tables)
    named = [p.field for p in problems_in(tables, types) if not p.field.startswith("tables.placement")]
    assert named == [f"tables.{table}.0.{field}"]


def test_such_a_file_is_refused_before_a_row_of_it_is_taken(whole: Client, document: dict[str, Any]) -> None:
    changed = copy.deepcopy(document)
    _set("tray", "tags", 5)(changed["tables"])
    answer = whole.flask.post(
        "/api/import/household/check",
        data=json.dumps(changed),
        base_url=BASE,
        headers=whole.headers,
        content_type="application/octet-stream",
    )
    assert answer.status_code == 422
    assert answer.get_json()["errors"][0]["field"] == "tables.tray.0.tags"


def test_a_damaged_key_is_made_anew_and_the_program_starts(tmp_path: Path) -> None:
    spoilers: tuple[Callable[[Path], object], ...] = (
        lambda p: p.write_bytes(b"\xff\xfe"),
        lambda p: p.write_text(""),
        Path.mkdir,
    )
    for spoil in spoilers:
        key = tmp_path / "secret-key"
        if key.is_file():
            key.unlink()
        spoil(key)
        app = create_app(Settings(data=tmp_path))
        assert app.test_client().get("/api/session", base_url=BASE).status_code == 200
        assert len(key.read_text()) == 64
