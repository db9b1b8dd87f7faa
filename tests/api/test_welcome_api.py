"""The first evening over the API: its steps, the questions, the first shelf, the demo."""

from __future__ import annotations

from threading import Event
from typing import Any

from tests.builders import born_months_ago
from tests.conftest import Client

THINGS = [
    "6 small bowls",
    "2 wooden trays",
    "1 bread basket",
    "6 tablespoons",
    "20 clothes pegs",
    "6 napkins",
    "5 nesting cups",
    "1 knobbed puzzle",
    "1 wooden puzzle",
    "2 small jugs",
    "10 picture books",
    "1 biscuit tin",
    "3 shoe boxes",
]


def begun(client: Client) -> int:
    client.put("/api/household", {"name": "House", "lengths": "cm", "zone": "Europe/London"})
    child: dict[str, Any] = {"name": "Otto", "pattern": "ring", "born": born_months_ago(28).isoformat()}
    return int(client.post("/api/children", child)["id"])


def solved(client: Client, number: int) -> Any:
    waits = Event()
    for _ in range(3000):
        found = client.get(f"/api/first-shelf/{number}")
        if found["status"] != "working":
            return found
        waits.wait(0.02)
    raise AssertionError("waited in vain for the first shelf")


def test_an_evening_by_the_api(client: Client) -> None:
    otto = begun(client)
    before = client.get("/api/welcome")
    assert [s["state"] for s in before["steps"]] == ["done", "done", "open", "open", "open", "open"]
    size = before["places"][0]["sizes"][0]["unit"]
    known = {key: size[key] for key in ("name", "kind", "width_mm", "height_mm", "depth_mm")}
    of_board = ("height_mm", "places", "divided", "load_g", "widths_mm", "drawer")
    boards = [{key: board[key] for key in of_board} for board in size["boards"]]
    client.post("/api/units", {**known, "boards": boards, "comes": [otto], "version": 0})
    for typed in THINGS:
        client.post("/api/things/quick", {"typed": typed, "kind": "", "bin": ""})
    found = solved(client, client.post("/api/first-shelf", {"picked": None})["id"])
    assert found["status"] == "done"
    assert len(found["firsts"]) >= 3
    assert {t["id"] for t in found["trays"]} == {f["tray_id"] for f in found["firsts"]}
    newest = client.get("/api/plan")["id"]
    assert newest is None, "it is no plan of the shelf"
    first = found["firsts"][0]
    picked = [{key: f[key] for key in ("key", "level", "child_id")} for f in found["firsts"] if f is not first]
    number = client.post("/api/first-shelf", {"picked": picked})["id"]
    assert len(solved(client, number)["firsts"]) == len(picked)
    assert client.post(f"/api/first-shelf/{number}/take")["id"] == len(picked)
    assert client.get("/api/welcome")["through"]
    assert len(client.get("/api/today")["tasks"]) == len(picked)


def test_the_questions_and_what_is_kept_of_them(client: Client) -> None:
    otto = begun(client)
    answers: list[dict[str, Any]] = []
    asked = client.post(f"/api/children/{otto}/asking", {"answers": answers})
    assert asked["number"] == 1
    assert asked["words"]
    while asked["question"]:
        answers.append({"key": asked["question"]["key"], "level": asked["question"]["level"], "answer": "yes"})
        asked = client.post(f"/api/children/{otto}/asking", {"answers": answers})
    assert 1 <= len(answers) <= 12
    word = asked["words"][0]
    client.post(f"/api/children/{otto}/said", {"answers": answers, "words": {word["key"]: [word["words"][0]["key"]]}})
    said = client.get(f"/api/children/{otto}/said")["said"]
    assert [s for s in said if s["word"]]
    assert {(s["key"], s["level"]) for s in said if not s["concluded"] and not s["word"]} == {
        (a["key"], a["level"]) for a in answers
    }
    assert any(s["concluded"] for s in said)
    assert {"name": "know", "state": "done"} in client.get("/api/welcome")["steps"]
    lesson = client.get(f"/api/words/{otto}/{word['key']}")
    assert [w for w in lesson["standings"] if w["box"] > 0] or lesson["rungs"], "a word that is said is known"
    client.post("/api/undo")
    assert client.get(f"/api/children/{otto}/said")["said"] == []


def test_bad_answers_name_their_field(client: Client) -> None:
    otto = begun(client)
    asked = client.post(f"/api/children/{otto}/asking", {"answers": []})["question"]
    one = {"key": asked["key"], "level": asked["level"], "answer": "yes"}
    path = f"/api/children/{otto}/asking"
    for answers in ([one, one], [{**one, "key": "no-such-card"}]):
        assert client.post(path, {"answers": answers}, 422)["errors"][0]["field"] == "answers"
    client.post(f"/api/children/{otto}/said", {"answers": [], "words": {"colours-first": ["purple-ish"]}}, 422)
    client.post(path, {"answers": [{**one, "answer": "maybe"}]}, 422)
    client.put("/api/welcome/attic", {"state": "later"}, 404)
    assert client.put("/api/welcome/know", {"state": "later"})["id"] == "know"
    assert client.post("/api/first-shelf", {"picked": None}, 422)["errors"][0]["hint"]


def test_a_demo_is_looked_at_and_left_over_the_api(client: Client) -> None:
    client.post("/api/demo/look")
    assert client.get("/api/session")["looked_at"]
    assert len(client.get("/api/children")["children"]) > 1
    client.post("/api/demo/look", status=422)
    client.post("/api/demo/leave")
    assert client.get("/api/session")["household"] is None
    assert client.get("/api/children")["archived"] == []
    client.post("/api/demo/leave", status=422)
