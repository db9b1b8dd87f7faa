"""Saying what is there, the walk, photographs, the making list, the next level and a house of inches, over HTTP."""

from __future__ import annotations

from typing import Any

import pytest

from tests.api.test_make_api import filled, send_bytes, spooning
from tests.builders import born_months_ago
from tests.conftest import Client
from tests.formats.test_cupboard_files import picture

__all__ = ["filled"]


def test_what_is_typed_is_read_thing_by_thing_with_what_was_told(client: Client) -> None:
    lines = client.post("/api/things/read", {"typed": "6 red felt balls of 6 cm and 2 bowls"})["lines"]
    assert [each["thing"]["kind"] for each in lines] == ["felt ball", "bowl"]
    assert lines[0]["told"] == ["colours", "count", "kind", "shape"]
    assert (lines[0]["thing"]["colours"], lines[0]["thing"]["drawn"]) == (["red"], "ball")
    (asked,) = client.post("/api/things/read", {"typed": "4 wotsits 30 mm"})["lines"]
    assert asked["thing"] is None
    assert [each["count"] for each in asked["likely"]] == [4, 4, 4]


def test_a_line_of_two_things_adds_both_in_one_write_and_an_unclear_one_adds_none(client: Client) -> None:
    client.put("/api/household", {"name": "Garden Flat"})
    assert len(client.post("/api/things/quick", {"typed": "2 jugs and 3 spoons"})["ids"]) == 2
    client.post("/api/things/quick", {"typed": "4 wotsits"}, 422)
    assert {t["name"] for t in client.get("/api/things")["things"]} == {"jugs", "spoons"}
    client.post("/api/undo", {})
    assert client.get("/api/things")["things"] == []


def test_a_walk_adds_what_was_ticked_once(client: Client) -> None:
    client.put("/api/household", {"name": "Garden Flat"})
    rooms = client.get("/api/things/walk")["rooms"]
    assert [len(room["things"]) for room in rooms] == [50] * 5
    ticked = {"things": [{"name": "small jugs", "count": 3}, {"name": "rice", "count": 1}]}
    assert len(client.post("/api/things/walk", ticked)["ids"]) == 2
    assert client.post("/api/things/walk", ticked)["ids"] == []
    there = {t["name"]: t["there"] for room in client.get("/api/things/walk")["rooms"] for t in room["things"]}
    assert there["small jugs"] == 3
    client.post("/api/things/walk", {"things": [{"name": "a dragon"}]}, 422)


def test_a_photograph_comes_first_and_is_described_later_and_can_be_taken_off(client: Client) -> None:
    client.put("/api/household", {"name": "Garden Flat"})
    made = send_bytes(client, "POST", "/api/things/photographed", picture()).get_json()
    assert "id" in made, made
    (thing,) = client.get("/api/things")["things"]
    assert (thing["id"], thing["name"], thing["kind"]) == (made["id"], "Photographed 1", "thing")
    jpeg = client.flask.get(f"/api/things/{made['id']}/photo.jpg", base_url="http://127.0.0.1:8136").data
    assert jpeg[:2] == b"\xff\xd8"
    body = {
        "name": "wooden duck",
        "kind": "model",
        "subject": "animals",
        "box_months": 36,
        "shape": {"shape": "brick", "sizes_mm": [80, 60, 60]},
    }
    client.put(f"/api/things/{made['id']}", body)
    (thing,) = client.get("/api/things")["things"]
    assert (thing["photo"] is not None, thing["subject"], thing["box_months"]) == (True, "animals", 36)
    assert any("its box names an age" in each["text"].lower() for each in thing["hazards"])
    client.send("DELETE", f"/api/things/{made['id']}/photo")
    assert client.get("/api/things")["things"][0]["photo"] is None
    found = client.get("/api/find?letters=animals")["found"]
    assert [f["name"] for f in found if f["what"] == "thing"] == ["wooden duck"]


def test_the_next_level_is_the_same_tray_with_its_name_and_the_last_has_none(filled: dict[str, Any]) -> None:
    client, child = filled["client"], filled["child"]
    wish = {"key": "transfer-hand", "level": 1, "child_id": child}
    tray = client.post("/api/make/trays", {"wish": wish, "name": "Our balls"})["id"]
    assert client.post(f"/api/trays/{tray}/next-level", {})["id"] == tray
    made = client.get(f"/api/make/trays/{tray}")
    assert (made["level"], made["left_out"], made["added"]) == (2, [], {})
    refused = client.post(f"/api/trays/{tray}/next-level", {}, 422)
    assert "has no level after" in refused["errors"][0]["message"]
    names = [t["name"] for t in client.get("/api/cupboard")["trays"]]
    assert names == ["Our balls"]


def test_another_child_gets_the_same_work_at_its_own_level(filled: dict[str, Any]) -> None:
    client = filled["client"]
    wish = {"key": "transfer-hand", "level": 2, "child_id": filled["child"]}
    tray = client.post("/api/make/trays", {"wish": wish, "name": "Our balls"})["id"]
    named = {"name": "Ulf", "pattern": "dot", "born": born_months_ago(48).isoformat(), "mobility": "walks"}
    other = client.post("/api/children", named)["id"]
    refused = client.post(f"/api/trays/{tray}/for-another", {"child_id": filled["child"]}, 422)
    assert "already" in refused["errors"][0]["message"]
    client.post(f"/api/trays/{tray}/for-another", {"child_id": 999}, 404)
    second = client.post(f"/api/trays/{tray}/for-another", {"child_id": other})["id"]
    made = client.get(f"/api/make/trays/{second}")
    assert (made["key"], made["level"]) == ("transfer-hand", 1)


def test_a_role_left_out_and_a_thing_added_are_told_kept_and_opened_again(filled: dict[str, Any]) -> None:
    client, child = filled["client"], filled["child"]
    things = {t["name"]: t["id"] for t in client.get("/api/things")["things"]}
    wish = spooning(child, left_out=["second bowl"], added={"sponge": things["sponge"]})
    bench = client.post("/api/make/compose", wish)
    said = [c["reason"]["text"] for c in bench["checks"]]
    assert "Second bowl is left out." in said
    assert any(text.startswith("Sponge was added") for text in said)
    tray = client.post("/api/make/trays", {"wish": wish, "name": "Ours", "exception": "we sit beside it"})["id"]
    again = client.get(f"/api/make/trays/{tray}")
    assert (again["left_out"], again["added"]) == (["second bowl"], {"sponge": things["sponge"]})


def test_what_is_made_comes_into_the_cupboard_only_when_every_check_has_passed(client: Client) -> None:
    client.put("/api/household", {"name": "Garden Flat"})
    made = client.post("/api/making", {"recipe": "bean-bag"})["id"]
    client.post("/api/making", {"recipe": "a dragon"}, 404)
    refused = client.post(f"/api/making/{made}/give", {"name": "bean bags", "count": 4}, 422)
    assert "lacks 5 of 5 steps" in refused["errors"][0]["message"]
    client.put(f"/api/making/{made}", {"done": [0, 1, 2, 3, 4], "checked": ["seam"]})
    refused = client.post(f"/api/making/{made}/give", {"name": "bean bags", "count": 4}, 422)
    assert "lacks 1 of 2 checks" in refused["errors"][0]["message"]
    client.put(f"/api/making/{made}", {"done": [9], "checked": []}, 422)
    client.put(f"/api/making/{made}", {"done": [0, 1, 2, 3, 4], "checked": ["seam", "shake"]})
    refused = client.post(f"/api/making/{made}/give", {"name": "bean bags", "count": 4}, 422)
    assert refused["errors"][0]["field"] == "checked_by"
    client.put(f"/api/making/{made}", {"done": [0, 1, 2, 3, 4], "checked": ["seam", "shake"], "checked_by": "Odile"})
    client.post(f"/api/making/{made}/give", {"name": "bean bags", "count": 4})
    (thing,) = client.get("/api/things")["things"]
    assert (thing["kind"], thing["count"]) == ("bean bag", 4)
    assert thing["came_from"].startswith("made; checked by Odile, ")
    assert client.get("/api/making")["begun"] == []
    left = client.post("/api/making", {"recipe": "felt-ball"})["id"]
    client.send("DELETE", f"/api/making/{left}")
    assert client.get("/api/making")["begun"] == []


def test_what_is_worn_stands_on_today_until_somebody_saw_to_it(demo_client: Client) -> None:
    thing = demo_client.get("/api/things")["things"][0]
    mark = demo_client.post("/api/marks", {"what": "wash", "component_id": thing["id"], "note": "jam"})["id"]
    demo_client.post("/api/marks", {"what": "wash"}, 422)
    line = {"tray": thing["name"], "text": "To be washed: jam.", "severity": "note"}
    assert line in demo_client.get("/api/today")["prepare"]
    demo_client.post(f"/api/marks/{mark}/done", {})
    assert demo_client.get("/api/making")["marks"] == []


@pytest.mark.parametrize("path", ["shelf", "things", "make/makeable?child=1", "change", "today"])
def test_a_house_of_inches_is_told_nothing_in_millimetres(demo_client: Client, path: str) -> None:
    def sentences(value: Any, inside: bool = False) -> list[str]:
        if isinstance(value, dict):
            return [s for key, each in value.items() for s in sentences(each, key in ("text", "why", "condition"))]
        if isinstance(value, list):
            return [s for each in value for s in sentences(each, inside)]
        return [value] if inside and isinstance(value, str) else []

    before = sentences(demo_client.get(f"/api/{path}"))
    home = demo_client.get("/api/session")["household"]
    demo_client.put("/api/household", {"name": home["name"], "lengths": "in", "zone": home["zone"]})
    after = sentences(demo_client.get(f"/api/{path}"))
    assert len(before) == len(after)
    assert not [text for text in after if " mm" in text or " kg" in text]


def test_what_people_wrote_comes_back_as_they_wrote_it_in_a_house_of_inches(demo_client: Client) -> None:
    home = demo_client.get("/api/session")["household"]
    demo_client.post("/api/aims", {"words": "beads of 30 mm"})
    demo_client.put("/api/phrases", {"phrases": ["took the 40 mm ball"]})
    file = "/api/export/household.json"
    before = demo_client.flask.get(file, base_url="http://127.0.0.1:8136").get_json()["tables"]
    demo_client.put("/api/household", {"name": home["name"], "lengths": "in", "zone": home["zone"]})
    after = demo_client.flask.get(file, base_url="http://127.0.0.1:8136").get_json()["tables"]
    assert "beads of 30 mm" in str(demo_client.get("/api/change"))
    assert {key for key in before if before[key] != after[key]} == {"household"}


def test_the_mended_things_of_a_line_are_one_write_and_none_is_kept_where_one_is_wrong(client: Client) -> None:
    client.put("/api/household", {"name": "Garden Flat"})
    ball = {"name": "balls", "kind": "ball", "count": 3, "shape": {"shape": "ball", "sizes_mm": [50]}}
    client.post("/api/things/mended", {"things": [ball, {**ball, "name": "odd", "kind": "a dragon"}]}, 422)
    assert client.get("/api/things")["things"] == []
    both = {"things": [ball, {**ball, "name": "more"}], "bin": "Bin 1"}
    assert len(client.post("/api/things/mended", both)["ids"]) == 2
    client.post("/api/undo", {})
    assert client.get("/api/things")["things"] == []
