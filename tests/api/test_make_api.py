"""The cupboard and the bench over HTTP: bytes that come in, what is refused at the door, the reasons that go out."""

from __future__ import annotations

import io
import json
from typing import Any

import pytest
from pypdf import PdfReader

from tests.builders import born_months_ago
from tests.conftest import Client
from tests.core.cupboards import FIFTEEN
from tests.formats.test_cupboard_files import picture

BASE = "http://127.0.0.1:8136"


@pytest.fixture
def filled(client: Client) -> dict[str, Any]:
    """A house with a child of thirty months and the fifteen things, entered through the API."""
    client.put("/api/household", {"name": "Garden Flat", "emergency_number": "999", "poison_centre": "555"})
    child = client.post("/api/children", {"name": "Wren", "pattern": "ring", "born": born_months_ago(30).isoformat()})
    for typed in FIFTEEN:
        client.post("/api/things/quick", {"typed": typed, "bin": "Bin 1"})
    return {"client": client, "child": child["id"]}


def send_bytes(client: Client, method: str, path: str, data: bytes) -> Any:
    """A file's bytes, as the front end sends them."""
    headers = {**client.headers, "Content-Type": "application/octet-stream"}
    return client.flask.open(path, method=method, data=data, headers=headers, base_url=BASE)


def spooning(child: int, **more: Any) -> dict[str, Any]:
    """A wish for the large spoon."""
    return {"key": "spoon-large", "level": 1, "child_id": child, **more}


def test_what_can_be_made_says_what_to_fetch_from_where_and_why(filled: dict[str, Any]) -> None:
    can = filled["client"].get(f"/api/make/makeable?child={filled['child']}")
    assert len(can["made"]) >= 8
    assert can["at_once"] == len([m for m in can["made"] if m["at_once"]]) >= 2
    spoon = next(m for m in can["made"] if m["key"] == "spoon-large")
    assert {"name": "tongs", "count": 1, "bin": "Bin 1"} not in spoon["fetch"]
    assert {f["bin"] for f in spoon["fetch"]} == {"Bin 1"}
    assert spoon["reasons"][0]["rule"] in ("FIT", "SEQ-1")
    assert can["unlocks"]


def test_a_tray_composed_over_http_is_kept_drawn_and_opened_again(filled: dict[str, Any]) -> None:
    client, child = filled["client"], filled["child"]
    bench = client.post("/api/make/compose", spooning(child))
    assert bench["short"] == []
    assert {each["role"] for each in bench["laid"] if each["x_mm"] is not None} == {
        "first bowl",
        "spoon",
        "second bowl",
    }
    assert all(c["reason"]["source"] for c in bench["checks"])
    kept = client.post("/api/make/trays", {"wish": spooning(child), "name": "Spooning", "bin": "Bin 2"})["id"]
    again = client.get(f"/api/make/trays/{kept}")
    assert (again["key"], again["level"], again["counts"]["balls"]) == ("spoon-large", 1, 4)
    (tray,) = client.get("/api/cupboard")["trays"]
    assert (tray["made"], tray["bin"]) == (True, "Bin 2")
    problem = client.post("/api/make/trays", {"wish": spooning(child), "name": "Spooning"}, 422)
    assert problem["errors"]
    client.post(f"/api/trays/{kept}/unpack")
    assert client.get("/api/cupboard")["archived"][0]["made"] is False


@pytest.mark.parametrize(
    ("wish", "status", "said"),
    [
        ({"key": "nothing"}, 404, "no card"),
        ({"level": 7}, 422, "1 to 3"),
        ({"share": 0.5, "key": "pour-coarse"}, 200, ""),
        ({"share": 4, "key": "pour-coarse"}, 422, "0.05 to 1"),
        ({"fixed": {"spoon": 4711}}, 404, "no thing"),
    ],
)
def test_a_wish_is_answered_or_refused_in_words(filled: dict[str, Any], wish: Any, status: int, said: str) -> None:
    answer = filled["client"].post("/api/make/compose", {**spooning(filled["child"]), **wish}, status)
    assert said in answer.get("detail", "")


def test_swallowing_is_an_emergency_with_the_numbers_of_the_house_and_no_medical_word(filled: dict[str, Any]) -> None:
    client = filled["client"]
    client.post("/api/things/quick", {"typed": "3 loose magnets"})
    magnet = next(t for t in client.get("/api/things")["things"] if t["kind"] == "magnet")
    assert magnet["emergency"] == "If it is swallowed: emergency number 999, poison centre 555."
    client.put("/api/household", {"name": "Garden Flat"})
    magnet = next(t for t in client.get("/api/things")["things"] if t["kind"] == "magnet")
    assert "Neither is entered in House yet" in magnet["emergency"]
    jug = next(t for t in client.get("/api/things")["things"] if t["kind"] == "jug")
    assert jug["emergency"] == ""


def test_a_thing_is_mended_field_by_field_and_a_bad_field_is_named(filled: dict[str, Any]) -> None:
    client = filled["client"]
    jug = next(t for t in client.get("/api/things")["things"] if t["kind"] == "jug")
    body = {
        key: jug[key]
        for key in ("name", "kind", "count", "shape", "mass_g", "material", "breakable", "inside", "bin", "assumed")
    }
    client.put(f"/api/things/{jug['id']}", {**body, "mass_g": 222, "assumed": ["shape"]})
    mended = next(t for t in client.get("/api/things")["things"] if t["id"] == jug["id"])
    assert (mended["mass_g"], mended["assumed"]) == (222, ["shape"])
    bad = client.put(f"/api/things/{jug['id']}", {**body, "inside": {"depth_mm": 0, "top_mm": 5}}, 422)
    assert [e["field"] for e in bad["errors"]] == ["inside.depth_mm"]
    assert client.put("/api/things/4711", body, 404)["detail"] == "There is no thing 4711."
    assert client.post("/api/things/guess", {"typed": "2 cups"})["capacity_ml"] > 0


def test_a_photograph_is_only_for_a_browser_that_opened_the_household(filled: dict[str, Any]) -> None:
    client, child = filled["client"], filled["child"]
    tray = client.post("/api/make/trays", {"wish": spooning(child), "name": "Spooning"})["id"]
    assert send_bytes(client, "PUT", f"/api/trays/{tray}/photo", picture()).status_code == 200
    seen = client.flask.get(f"/api/trays/{tray}/photo.jpg", base_url=BASE)
    assert (seen.content_type, seen.data[:2]) == ("image/jpeg", b"\xff\xd8")
    stranger = client.flask.application.test_client()
    assert stranger.get(f"/api/trays/{tray}/photo.jpg", base_url=BASE).status_code == 404
    assert send_bytes(client, "PUT", f"/api/trays/{tray}/photo", b"<svg/>").status_code == 422
    client.send("DELETE", f"/api/trays/{tray}/photo")
    assert client.flask.get(f"/api/trays/{tray}/photo.jpg", base_url=BASE).status_code == 404


def test_fifty_megabytes_are_refused_at_the_door_in_words(client: Client) -> None:
    answer = send_bytes(client, "PUT", "/api/trays/1/photo", b"0" * (50 * 2**20))
    assert answer.status_code == 413
    assert "larger than 25 MB" in json.loads(answer.data)["detail"]


def test_the_whole_household_goes_out_and_in_over_http(demo_client: Client) -> None:
    before = demo_client.flask.get("/api/export/household.json", base_url=BASE).data
    packed = demo_client.flask.get("/api/export/household.zip", base_url=BASE).data
    looked = send_bytes(demo_client, "POST", "/api/import/household/check", packed)
    assert json.loads(looked.data)["name"] == "Lockside"
    taken = send_bytes(demo_client, "POST", "/api/import/household", packed)
    assert json.loads(taken.data)["kept_copy"].startswith("copies/before-import")
    assert demo_client.flask.get("/api/export/household.json", base_url=BASE).data == before
    bad = send_bytes(demo_client, "POST", "/api/import/household", b"PK\x03\x04")
    assert bad.status_code == 422
    foreign = demo_client.flask.post("/api/import/household", data=packed, base_url=BASE)
    assert foreign.status_code == 400, "a write without the token"


def test_the_gauge_and_the_schema_are_served(client: Client) -> None:
    gauge = client.flask.get("/api/gauge.pdf?paper=letter", base_url=BASE)
    assert len(PdfReader(io.BytesIO(gauge.data)).pages) == 1
    schema = client.get("/api/export/household.schema.json")
    assert schema["properties"]["tables"]["required"]


def test_files_of_things_and_cards_are_checked_and_taken(filled: dict[str, Any]) -> None:
    client = filled["client"]
    report = client.post("/api/import/things/check", {"text": "name,count\nwhite bowls,3\ngizmo,1\n"})
    assert [r["status"] for r in report["rows"]] == ["new", "bad"]
    assert client.post("/api/import/things", {"text": "name,count\nwhite bowls,3\n"})["taken"] == 1
    text = client.flask.get("/api/export/cards.csv", base_url=BASE).data.decode("utf-8-sig")
    changed = text.replace("To fold a cloth along a line, edge to edge.", "To fold.")
    assert client.post("/api/import/cards", {"text": changed})["taken"] == 1
    cards = {c["key"]: c["own"] for c in client.get("/api/make/cards")["cards"]}
    assert (cards["fold"], cards["tongs"]) == (True, False)
