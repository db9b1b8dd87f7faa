"""Routines, the snack table, talks, groups and house heights over HTTP."""

from __future__ import annotations

import re
from typing import Any

import pytest

from tests.api.test_make_api import send_bytes
from tests.api.test_watch_api import item, send
from tests.conftest import Client
from tests.formats.test_cupboard_files import picture
from zither_awl.api.context import RAW

BASE = "http://127.0.0.1:8136"


def test_a_step_and_a_talk_are_photographed(demo_client: Client) -> None:
    assert send_bytes(demo_client, "PUT", "/api/routines/laundry/steps/sort/photo", picture()).status_code == 200
    laundry = next(r for r in demo_client.get("/api/routines")["routines"] if r["key"] == "laundry")
    assert [s["key"] for s in laundry["steps"] if s["photo"]] == ["sort"]
    jpeg = demo_client.flask.get("/api/routines/laundry/steps/sort/photo.jpg", base_url=BASE).data
    assert jpeg[:2] == b"\xff\xd8"
    demo_client.send("DELETE", "/api/routines/laundry/steps/sort/photo")
    had = demo_client.get("/api/talks")["past"][0]
    assert send_bytes(demo_client, "PUT", f"/api/talks/{had['key']}/photo", picture()).status_code == 200
    assert demo_client.get("/api/talks")["past"][0]["photo"]
    assert demo_client.flask.get(f"/api/talks/{had['key']}/photo.jpg", base_url=BASE).data[:2] == b"\xff\xd8"
    assert send_bytes(demo_client, "PUT", f"/api/talks/{had['key']}/photo", b"no picture").status_code == 422


def test_every_view_that_reads_bytes_is_named_as_one(demo_client: Client) -> None:
    """What takes a file and is not named would be refused as no JSON."""
    rules = demo_client.flask.application.url_map.iter_rules()
    photos = {r.endpoint for r in rules if r.rule.endswith("/photo") and r.methods and {"PUT", "POST"} & r.methods}
    assert photos
    assert photos <= set(RAW)


def test_the_table_of_the_demo_tells_its_stage_what_is_on_it_and_how_a_food_was_met(demo_client: Client) -> None:
    table = demo_client.get("/api/table")
    assert (table["stage"], len(table["eaters"]), table["in_the_bowl"]) == ("one dry food", 3, 11)
    kiwi = next(m for m in table["met"] if m["food"] == "kiwi")
    assert kiwi["outcomes"] == ["looked", "touched", "tasted"]
    send(demo_client, item(1, "table", 0, run="set", food="grape", cut="whole"))
    (on_it,) = demo_client.get("/api/table")["on_it"]
    assert on_it["food"] == "grape"
    assert {f["severity"] for f in on_it["found"]} == {"must"}
    foods = demo_client.get("/api/table/foods")
    assert foods["foods"][0]["cut"] is not None
    assert foods["foods"][-1]["cut"] is None
    checked = demo_client.get("/api/table/check?food=grape")
    assert (checked["cut"], checked["found"][0]["severity"]) == ("quarters", "note")
    demo_client.send("DELETE", "/api/table/last")
    demo_client.send("DELETE", "/api/table/last", status=404)


def test_a_group_is_made_changed_and_taken_away(demo_client: Client) -> None:
    made = demo_client.post("/api/groups", {"name": "Larks", "children": [1, 2], "adults": [1]})["id"]
    assert demo_client.get("/api/watch")["groups"] == demo_client.get("/api/groups")["groups"]
    demo_client.post("/api/groups", {"id": made, "name": "Larks", "children": [2]})
    assert demo_client.get("/api/groups")["groups"] == [{"id": made, "name": "Larks", "children": [2], "adults": []}]
    own = demo_client.get(f"/api/today?group={made}")
    assert {s["child"] for s in own["to_show"]} <= {"Wren"}
    assert not re.search(r"Anselm|Tove", str([own["mind"], own["tasks"], own["at_home"], own["complete"]]))
    weeks = demo_client.get(f"/api/weeks?group={made}")
    assert "Anselm" in str(demo_client.get("/api/weeks"))
    assert not re.search(r"Anselm|Tove", str(weeks))
    assert {soon["child"] for soon in weeks["soon"]} == {"Wren"}
    assert {child for theme in weeks["themes"] for tray in theme["trays"] for child in tray["children"]} <= {"Wren"}
    demo_client.post("/api/groups", {"id": 99, "name": "Owls"}, 404)
    demo_client.post("/api/groups", {"name": "Larks"}, 422)
    demo_client.send("DELETE", f"/api/groups/{made}")
    demo_client.get(f"/api/today?group={made}", 404)
    demo_client.get(f"/api/weeks?group={made}", 404)


@pytest.mark.parametrize(
    ("body", "field"), [({"comes": [7]}, "comes"), ({"comes": [0] * 8}, "comes"), ({"language": "x" * 9}, "language")]
)
def test_what_a_child_cannot_be_is_told_at_its_field(demo_client: Client, body: dict[str, Any], field: str) -> None:
    told = {"name": "Mo", "pattern": "dot", "born": "2023-01-01", **body}
    assert any(e["field"].startswith(field) for e in demo_client.post("/api/children", told, 422)["errors"])


def test_a_thing_of_ones_own_is_in_the_list_until_it_is_taken_off(demo_client: Client) -> None:
    made = demo_client.post("/api/heights/aids", {"room": "Shower", "name": "Shelf", "at": "elbow", "daily": 9})["id"]
    first = demo_client.get("/api/heights")["children"][0]
    assert first["first"][0] == f"own-{made}"
    assert next(a for a in first["aids"] if a["key"] == f"own-{made}")["room"] == "Shower"
    demo_client.send("DELETE", f"/api/heights/aids/{made}")
    demo_client.send("DELETE", f"/api/heights/aids/{made}", status=404)
    demo_client.post("/api/heights/aids", {"room": "Shower", "name": "Shelf", "height_mm": 9000}, 422)


def test_a_series_is_planned_and_a_look_is_moved(demo_client: Client) -> None:
    demo_client.post("/api/talks/series/doors", {"first": "2026-03-17", "every": 3})
    doors = next(s for s in demo_client.get("/api/talks")["series"] if s["key"] == "doors")
    assert [s["due"] for s in doors["steps"]] == ["2026-03-17", "2026-03-20", "2026-03-23", "2026-03-26"]
    demo_client.post("/api/talks/series/doors", {"first": "2026-03-15", "every": 3}, 422)
    demo_client.post("/api/talks/series/windows", {"first": "2026-03-17"}, 404)
    look = next(x["day"] for x in demo_client.get("/api/weeks")["looks"] if not x["past"])
    demo_client.post("/api/weeks/move", {"kind": "look", "id": 0, "day": "2026-03-24", "stands": look})
    assert demo_client.get("/api/today")["look_on"] == "2026-03-24"
