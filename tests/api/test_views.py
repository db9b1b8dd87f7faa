"""The API as a front end uses it: the first morning, and the limits at each field."""

from __future__ import annotations

import csv
import io
from typing import Any

import pytest

from tests.builders import born_months_ago
from tests.conftest import NOW, Client

UNIT = {
    "name": "low shelf",
    "width_mm": 1240,
    "height_mm": 830,
    "depth_mm": 300,
    "comes": [],
    "boards": [{"height_mm": h, "places": 4} for h in (610, 340, 70)],
}
TRAY = {
    "name": "Spooning",
    "card": {"area": "practical life", "from_months": 24, "to_months": 60},
    "width_mm": 250,
    "depth_mm": 200,
    "height_mm": 90,
    "mass_g": 400,
    "pieces": 10,
    "piece": {"shape": "ball", "sizes_mm": [9]},
    "bin": "Bin 1",
}
GETS = (
    "session",
    "history",
    "shelf",
    "cupboard",
    "things",
    "find?letters=bow",
    "make/cards",
    "children",
    "watch",
    "change",
    "today",
    "episodes",
    "children/1/record",
    "trays/2/why-not",
    "episodes?child=2&limit=5",
)


@pytest.fixture
def family(client: Client) -> dict[str, int]:
    """A house, two children, a shelf and a tray, made through the API."""
    client.put("/api/household", {"name": "Garden Flat"})
    adult = client.post("/api/adults", {"name": "Bram"})["id"]
    client.headers["X-Adult"] = str(adult)
    ilse = client.post("/api/children", {"name": "Ilse", "pattern": "stripe", "born": born_months_ago(48).isoformat()})[
        "id"
    ]
    tove = client.post(
        "/api/children",
        {
            "name": "Tove",
            "pattern": "dot",
            "born": born_months_ago(13).isoformat(),
            "mobility": "pulls up",
            "still_mouths": True,
        },
    )["id"]
    shelf = client.post("/api/units", {**UNIT, "comes": [ilse, tove]})["id"]
    tray = client.post("/api/trays", {**TRAY, "for_children": [ilse]})["id"]
    return {"ilse": ilse, "tove": tove, "shelf": shelf, "tray": tray, "adult": adult}


@pytest.mark.parametrize("path", GETS)
def test_every_question_is_answered_in_the_shape_it_promises(demo_client: Client, path: str) -> None:
    """Spectree checks each answer against its model; a mistake would be a 500."""
    assert demo_client.get(f"/api/{path}")


@pytest.mark.parametrize("path", [p for p in GETS if not p.startswith(("children/", "trays/"))])
def test_an_empty_house_is_an_answer_too(client: Client, path: str) -> None:
    assert client.get(f"/api/{path}") is not None


def send(client: Client, sequence: int, kind: str, minute: int = 0, **more: Any) -> int:
    """One thing from a tablet; how many were new."""
    told = {"device": "tablet-one", "schema_version": 2, "sequence": sequence, "kind": kind}
    item = {**told, "at": NOW.replace(minute=minute).isoformat(), **more}
    return int(client.post("/api/sync", {"items": [item]})["new"])


def test_the_first_morning_through_the_api(client: Client, family: dict[str, int]) -> None:
    spot = {"unit_id": family["shelf"], "board": 1, "place": 0}
    client.post("/api/shelf/move", {"tray_id": family["tray"], "to": spot, "versions": {str(family["shelf"]): 1}})
    shelf = client.get("/api/shelf")
    (finding,) = shelf["findings"]
    assert (finding["severity"], finding["child"]) == ("must", family["tove"])
    assert shelf["placements"][0]["spot_words"] == "second board, first place"
    act = {k: v for k, v in finding["actions"][0].items() if k != "text"}
    client.post("/api/shelf/act", {"action": act})
    assert client.get("/api/shelf")["findings"] == []
    send(client, 1, "begin", present=[family["ilse"]])
    morning = client.get("/api/watch")["morning"]["id"]
    client.put(f"/api/mornings/{morning}/present", {"present": [family["ilse"], family["tove"]]})
    assert client.get("/api/watch")["offers"][0]["name"] == "Spooning"
    work: dict[str, Any] = {"episode_id": "episode-1", "child_id": family["ilse"]}
    assert [send(client, 2, "start", tray_id=family["tray"], **work) for _ in range(2)] == [1, 0]
    send(client, 3, "finish", 9, work="done right", place="put back", **work)
    send(client, 4, "showed", child_id=family["ilse"], tray_id=family["tray"])
    send(client, 5, "end", 10, seen="all")
    (episode,) = client.get("/api/episodes")["episodes"]
    assert (episode["longest_min"], episode["adult"], episode["work"]) == (9, "Bram", "done right")
    row = client.get(f"/api/children/{family['ilse']}/record")["rows"][0]
    assert (row["state"], row["alone"], row["chosen"], row["longest_min"]) == ("alone", 1, 1, 9)
    assert client.get("/api/episodes?ids=episode-1")["episodes"] == [episode]
    assert client.get("/api/episodes?ids=another")["episodes"] == []
    assert client.get(f"/api/episodes?day={NOW.date()}")["episodes"] == [episode]


LIMITS: list[Any] = [
    pytest.param(
        "POST",
        "children",
        {"name": "x" * 81, "pattern": "dot", "born": "2022-01-01"},
        "name",
        "the limit is 80",
        id="a long name",
    ),
    pytest.param(
        "POST",
        "children",
        {"name": "Mo", "pattern": "dot", "born": "2027-01-01"},
        "born",
        "in the future",
        id="not born yet",
    ),
    pytest.param(
        "POST",
        "children",
        {"name": "Mo", "pattern": "dot", "born": "2013-01-01"},
        "born",
        "12 years",
        id="thirteen years old",
    ),
    pytest.param(
        "POST",
        "children",
        {"name": "Ilse", "pattern": "dot", "born": "2022-01-01"},
        "name",
        "there already",
        id="a name twice",
    ),
    pytest.param("POST", "units", {**UNIT, "name": "B", "width_mm": 0}, "width_mm", "more than 0", id="no width"),
    pytest.param(
        "POST", "units", {**UNIT, "name": "B", "depth_mm": -10}, "depth_mm", "more than 0", id="negative depth"
    ),
    pytest.param(
        "POST",
        "units",
        {**UNIT, "name": "B", "height_mm": 500},
        "boards.0.height_mm",
        "above the top at 500",
        id="a board above the top",
    ),
    pytest.param("POST", "trays", {**TRAY, "name": "B", "mass_g": 0}, "mass_g", "more than 0", id="no mass"),
    pytest.param("POST", "trays", {**TRAY}, "name", "there already", id="a tray's name twice"),
    pytest.param(
        "POST",
        "trays",
        {**TRAY, "name": "B", "piece": {"shape": "brick", "sizes_mm": [9]}},
        "piece",
        "do not describe a brick",
        id="a brick of one size",
    ),
    pytest.param(
        "PUT", "household", {"name": "H", "zone": "Moon/Sea"}, "zone", "not a time zone", id="a zone on the moon"
    ),
    pytest.param("POST", "adults", {"name": "Bram"}, "name", "there already", id="an adult twice"),
    pytest.param(
        "POST", "change/decline", {"swaps": [], "reason": ""}, "reason", "a few words", id="declined without a word"
    ),
    pytest.param(
        "POST", "import/trays/check", {"text": "nmae\nx"}, "header", "is not a column", id="a header misspelt"
    ),
]


@pytest.mark.parametrize(("method", "path", "body", "field", "message"), LIMITS)
def test_a_limit_is_told_at_its_field(
    client: Client, family: dict[str, int], method: str, path: str, body: dict[str, Any], field: str, message: str
) -> None:
    assert family
    before = client.get("/api/session")
    problem = client.send(method, f"/api/{path}", body, 422)
    (told,) = [e for e in problem["errors"] if e["field"] == field]
    assert message in told["message"] + told["hint"]
    assert client.get("/api/session")["adults"] == before["adults"]


def test_a_tray_wider_than_any_place_is_a_finding_with_numbers(client: Client, family: dict[str, int]) -> None:
    wide = client.post("/api/trays", {**TRAY, "name": "Wide", "piece": None, "width_mm": 600})["id"]
    client.post("/api/shelf/move", {"tray_id": wide, "to": {"unit_id": family["shelf"], "board": 0, "place": 0}})
    (finding,) = client.get("/api/shelf")["findings"]
    assert "Wide does not fit: it needs 620 mm" in finding["reasons"][0]["text"]
    assert [a["kind"] for a in finding["actions"]] == ["rest"]


def test_an_episode_that_ends_before_it_began_or_overlaps_is_told(client: Client, family: dict[str, int]) -> None:
    def body(began: str, ended: str) -> dict[str, Any]:
        return {
            "child_id": family["ilse"],
            "tray_id": family["tray"],
            "began": f"2026-03-13T{began}:00Z",
            "ended": f"2026-03-13T{ended}:00Z",
        }

    problem = client.post("/api/episodes", body("09:10", "09:00"), 422)
    assert problem["errors"][0]["field"] == "ended"
    first = client.post("/api/episodes", body("09:00", "09:10"))["id"]
    clash = client.post("/api/episodes", body("09:05", "09:20"), 409)
    assert clash["other"] == first
    assert "Ilse was with Spooning from 09:00 to 09:10 that day." in clash["detail"]
    client.put(f"/api/episodes/{first}", body("09:00", "09:04"))
    client.post("/api/episodes", body("09:05", "09:20"))
    client.post(f"/api/episodes/{first}/strike", {"struck": True})
    lines = client.get(f"/api/episodes/{first}/trace")["lines"]
    assert [line["adult"] for line in lines] == ["Bram"] * 3
    assert client.get("/api/episodes/none/trace", status=404)


def test_two_windows_on_one_shelf(client: Client, family: dict[str, int]) -> None:
    versions = {str(family["shelf"]): client.get("/api/shelf")["units"][0]["version"]}
    to = {"unit_id": family["shelf"], "board": 2, "place": 0}
    client.post("/api/shelf/move", {"tray_id": family["tray"], "to": to, "versions": versions})
    stale = client.post("/api/shelf/move", {"tray_id": family["tray"], "to": None, "versions": versions}, 409)
    assert "low shelf was changed in another window" in stale["detail"]
    assert stale["theirs"] == client.get("/api/shelf")["units"][0]["version"]
    unit = client.put(f"/api/units/{family['shelf']}", {**UNIT, "version": 1}, 409)
    assert unit["status"] == 409


def test_whom_a_tray_is_for_archiving_and_undo(client: Client, family: dict[str, int]) -> None:
    client.put(f"/api/trays/{family['tray']}/children", {"children": [family["tove"]]})
    assert client.get("/api/cupboard")["trays"][0]["for_children"] == [family["tove"]]
    client.post(f"/api/trays/{family['tray']}/archive", {"archived": True})
    assert [t["name"] for t in client.get("/api/cupboard")["archived"]] == ["Spooning"]
    assert client.post("/api/undo")["label"] == "Archived Spooning"
    assert client.post("/api/redo")["label"] == "Archived Spooning"
    client.post(f"/api/children/{family['tove']}/archive", {"archived": True})
    assert [c["name"] for c in client.get("/api/children")["archived"]] == ["Tove"]
    client.post(f"/api/units/{family['shelf']}/archive", {"archived": True})
    assert client.get("/api/shelf")["archived_units"][0]["name"] == "low shelf"
    assert client.post(f"/api/children/{family['tove']}/delete", {"name": "no"}, 422)["errors"][0]["field"] == "name"
    client.post(f"/api/children/{family['tove']}/delete", {"name": "Tove"})
    assert client.get("/api/history")["sets"] == []


def rows(client: Client, path: str) -> list[dict[str, str]]:
    answer = client.flask.get(path, base_url="http://127.0.0.1:8136")
    assert answer.content_type == "text/csv; charset=utf-8"
    text = answer.get_data(as_text=True)
    assert text.startswith("\ufeff")
    return list(csv.DictReader(io.StringIO(text.lstrip("\ufeff"))))


def test_files_go_out_and_samples_are_made_out_to_the_house(client: Client, family: dict[str, int]) -> None:
    assert family
    assert {row["for"] for row in rows(client, "/api/samples/trays.csv")} == {"Ilse", "Tove", "Ilse | Tove"}
    assert len(rows(client, "/api/samples/episodes.csv")) == 71
    assert [row["name"] for row in rows(client, "/api/export/trays.csv")] == ["Spooning"]
    assert rows(client, "/api/export/episodes.csv") == []


def test_an_import_is_checked_mended_on_screen_and_taken(client: Client, family: dict[str, int]) -> None:
    assert family
    text = (
        "name,area,width_cm,depth_cm,height_cm,mass_g\nFolding,practicl life,25,20,9,300\nWool,sensorial,25,20,9,300\n"
    )
    report = client.post("/api/import/trays/check", {"text": text})
    assert [r["status"] for r in report["rows"]] == ["bad", "new"]
    problem = report["rows"][0]["problems"][0]
    assert (problem["field"], problem["hint"]) == ("area", "Did you mean practical life?")
    assert report["problem_csv"].startswith("name,area,width_cm,depth_cm,height_cm,mass_g,problem")
    mended = [{**report["rows"][0]["cells"], "area": "practical life"}, report["rows"][1]["cells"]]
    assert client.post("/api/import/trays", {"rows": mended})["taken"] == 2
    past = [{"child": "Ilse", "tray": "Folding", "day": "2026-03-12", "began": "9:00", "ended": "9:10"}]
    assert client.post("/api/import/episodes/check", {"rows": past})["rows"][0]["status"] == "new"
    assert client.post("/api/import/episodes", {"rows": past})["taken"] == 1


def test_the_change_of_the_demo_is_declined_accepted_and_set_out(demo_client: Client) -> None:
    change = demo_client.get("/api/change")
    swaps = [
        {"out": s["out"] and s["out"]["id"], "in_": s["in_"] and s["in_"]["id"], "spot": s["spot"]}
        for s in change["swaps"]
    ]
    demo_client.post(
        "/api/change/decline", {"swaps": [{k: s[k] for k in ("out", "in_")} for s in swaps], "reason": "not this week"}
    )
    demo_client.post("/api/change/accept", {"swaps": swaps, "by_hand": [t["id"] for t in change["by_hand"]]})
    today = demo_client.get("/api/today")
    assert {t["kind"] for t in today["tasks"]} == {"put", "rest", "by hand"}
    assert today["by_hand"][0]["tray"] == "Spooning chickpeas"
    task = today["tasks"][0]
    demo_client.post(f"/api/tasks/{task['id']}/tick", {"done": True})
    assert [t["done"] for t in demo_client.get("/api/today")["tasks"]].count(True) == 1
    demo_client.post("/api/tasks/999/tick", {"done": True}, 404)


def test_an_adult_who_is_not_of_the_house_writes_as_nobody(client: Client, family: dict[str, int]) -> None:
    client.headers["X-Adult"] = "77"
    assert send(client, 1, "begin", present=[family["ilse"]]) == 1
    assert client.get("/api/watch")["morning"]["adult"] == ""


def test_a_bin_within_reach_is_told_on_today_until_it_is_locked(client: Client, family: dict[str, int]) -> None:
    assert family
    (kept,) = client.get("/api/cupboard")["bins"]
    assert (kept["name"], kept["holds"], kept["found"]) == ("Bin 1", ["Spooning"], [])
    client.put(f"/api/bins/{kept['id']}", {"place": "under the bench", "height_mm": 200})
    (found,) = client.get("/api/cupboard")["bins"][0]["found"]
    assert "Tove can reach Spooning in Bin 1" in found["text"]
    assert client.get("/api/today")["mind"][0]["severity"] == "must"
    client.put(f"/api/bins/{kept['id']}", {"place": "under the bench", "height_mm": 200, "locked": True})
    assert client.get("/api/today")["mind"] == []
    client.put(f"/api/bins/{kept['id']}", {"height_mm": 9000}, 422)
    client.put("/api/bins/99", {"height_mm": 100}, 404)
