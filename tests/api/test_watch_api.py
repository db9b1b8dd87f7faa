"""Watching over the API: the board, phrases, past mornings, lessons and routines, and what older pages still send."""

from __future__ import annotations

from typing import Any

from tests.conftest import NOW, Client


def item(sequence: int, kind: str, minute: int, **more: Any) -> dict[str, Any]:
    told = {"device": "tablet-one", "schema_version": 2, "sequence": sequence, "kind": kind}
    return {**told, "at": NOW.replace(minute=minute).isoformat(), **more}


def send(client: Client, *items: dict[str, Any]) -> dict[str, Any]:
    answer: dict[str, Any] = client.post("/api/sync", {"items": list(items)})
    return answer


def test_the_board_tells_states_parts_activities_and_phrases(demo_client: Client) -> None:
    demo_client.put("/api/phrases", {"phrases": ["Twice by herself.", "Asked for it."]})
    work = {"episode_id": "e-1", "child_id": 1}
    taken = send(
        demo_client,
        item(1, "begin", 0, present=[1, 2, 3]),
        item(2, "state", 1, child_id=2, cause="watching"),
        item(3, "start", 2, activity="garden", **work),
        item(4, "part", 3, text="the gate", cause="not yet", **work),
    )
    assert (taken["new"], taken["refused"], taken["now"]) == (4, [], "2026-03-16T09:00:00Z")
    board = demo_client.get("/api/watch")
    assert (board["phrases"], board["activities"][0]) == (["Twice by herself.", "Asked for it."], "garden")
    assert [(s["child_id"], s["state"], s["ended"]) for s in board["spells"]] == [(2, "watching", None)]
    (episode,) = board["episodes"]
    assert (episode["tray"], episode["tray_id"], episode["activity"]) == ("garden", None, "garden")
    part = episode["events"][-1]
    demo_client.post(f"/api/events/{part['id']}/strike", {"struck": True})
    assert [e["kind"] for e in demo_client.get("/api/watch")["episodes"][0]["events"]] == ["start"]
    demo_client.post("/api/events/99999/strike", {"struck": True}, 404)
    demo_client.put("/api/phrases", {"phrases": ["x" * 81]}, 422)


def test_a_morning_is_told_read_and_saved(demo_client: Client) -> None:
    last = demo_client.get("/api/mornings/last")
    began, ended = f"{last['day']}T15:00:00Z", f"{last['day']}T16:00:00Z"
    piece = {"child_id": 1, "activity": "kitchen", "began": began, "ended": f"{last['day']}T15:20:00Z", "rounds": 2}
    told = {"began": began, "ended": ended, "seen": "part", "present": [1], "pieces": [piece]}
    made = demo_client.post("/api/mornings/told", told)["id"]
    read = demo_client.get(f"/api/mornings/{made}")
    (childs,) = read["children"]
    assert (childs["longest_min"], childs["rounds"], childs["great_at"]) == (20, 2, "kitchen")
    assert (read["earlier"], read["typical_weeks"]) == (last["morning"]["id"], 8)
    table = demo_client.flask.get(f"/api/mornings/{made}.csv", base_url="http://127.0.0.1:8136")
    assert "attachment" in table.headers["Content-Disposition"]
    assert table.get_data(as_text=True).count("kitchen") == 4
    clash = demo_client.post("/api/mornings/told", told, 409)
    assert "kitchen" in clash["detail"]
    demo_client.get("/api/mornings/9999", 404)


def test_a_typical_morning_stands_beside_a_long_record(demo_client: Client) -> None:
    childs = demo_client.get("/api/mornings/last")["children"]
    assert all(each["mornings"] > 10 and each["typical"] for each in childs)
    for each in childs:
        assert all(0 <= b["low"] <= b["high"] <= 1 for b in each["typical"])
        assert all(b["share"] == b["at_work"] / b["mornings"] for b in each["typical"])


def test_lessons_and_routines_over_the_api(demo_client: Client) -> None:
    sets = demo_client.get("/api/words/2")["sets"]
    assert len(sets) > 8
    lesson = demo_client.get("/api/words/2/colours-first")
    assert (lesson["ask"]["turn"], lesson["ask"]["word"], lesson["source"][:14]) == ("name", "red", "Reviews after ")
    say = {"child_id": 2, "set_key": "colours-first", "word": "red"}
    send(demo_client, item(1, "answer", 0, turn="name", right=True, **say))
    assert demo_client.get("/api/words/2/colours-first?restless=true")["asked"] == 1
    quantity = demo_client.get("/api/words/2/quantities-five")
    assert (quantity["next_word"], quantity["next_rung"], len(quantity["rungs"])) == ("1", "count along", 5)
    own = {"name": "In the bath", "words": ["tap = grifo", "soap = jabón"], "apart": ["tap / soap"]}
    key = demo_client.post("/api/words", own)["id"]
    assert demo_client.get(f"/api/words/2/{key}")["words"]["apart"] == [["tap", "soap"]]
    demo_client.post("/api/words", {**own, "apart": ["tap"]}, 422)
    demo_client.get("/api/words/2/nothing", 404)
    send(demo_client, item(2, "routine", 0, run="begin", set_key="laundry", episode_id="run-1"))
    board = demo_client.get("/api/routines")
    run = next(r for r in board["open"] if r["key"] == "run-1")
    assert run["next"] == "sort"
    steps = [{"text": "Stir", "timer_min": 3, "picture": "mixing bowl"}]
    assert demo_client.post("/api/routines", {"name": "Porridge", "steps": steps})["id"] == "porridge"
    (porridge,) = (r for r in demo_client.get("/api/routines")["routines"] if r["own"])
    assert porridge["steps"][0]["picture"] in board["pictures"]
    demo_client.send("DELETE", "/api/routines/porridge")
    demo_client.send("DELETE", "/api/routines/porridge", status=404)


def test_a_script_is_read_and_a_showing_planned(demo_client: Client) -> None:
    script = demo_client.get("/api/showings/1/2")
    assert script["child"] == "Anselm"
    assert len(script["steps"]) >= 4
    assert {m["style"] for m in script["manners"]} == {"silent", "spoken", "together"}
    assert script["outcomes"][0] == "watched"
    demo_client.post("/api/showings", {"child_id": 1, "tray_id": 2, "day": "2026-03-16"})
    planned = demo_client.get("/api/showings/1/2")["planned_id"]
    due = [s for s in demo_client.get("/api/today")["to_show"] if s["planned_id"] == planned]
    assert [(s["child"], s["again"]) for s in due] == [("Anselm", True)]
    demo_client.send("DELETE", f"/api/showings/{planned}")
    demo_client.post("/api/showings", {"child_id": 1, "tray_id": 2, "day": "2026-03-15"}, 422)


def test_a_tray_is_made_complete(demo_client: Client) -> None:
    work = {"episode_id": "e-1", "child_id": 1}
    send(demo_client, item(1, "start", 0, tray_id=2, **work), item(2, "broken", 1, cause="material missing", **work))
    (line,) = demo_client.get("/api/today")["complete"]
    assert (line["tray"], line["child"]) == ("Spooning chickpeas", "Anselm")
    demo_client.post("/api/trays/2/complete")
    # The event is of a minute the set clock has not reached: it is newer than the remedy, and stands.
    assert len(demo_client.get("/api/today")["complete"]) == 1


def test_a_page_of_the_version_before_loses_nothing(demo_client: Client) -> None:
    old = {"device": "tablet-old", "schema_version": 1, "at": NOW.isoformat(), "episode_id": "episode-old"}
    events = [
        {**old, "sequence": 1, "kind": "start", "child_id": 1, "tray_id": 2},
        {**old, "sequence": 2, "kind": "round"},
    ]
    assert [demo_client.post("/api/events", {"events": [e]})["new"] for e in (*events, *events)] == [1, 1, 0, 0]
    send(demo_client, item(1, "begin", 0, present=[1, 2]))
    sweep = {"key": "0000-1111-2222", "at": NOW.isoformat(), "states": [{"child": 1, "state": "at work"}]}
    assert [demo_client.post("/api/sweeps", sweep)["new"] for _ in range(2)] == [1, 0]
    bad = {**old, "sequence": 3, "kind": "depth", "cause": "very"}
    assert "very" in demo_client.post("/api/events", {"events": [bad]}, 422)["detail"]
