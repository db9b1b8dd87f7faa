"""Plans and heights over HTTP: what is refused at the door, the answer and its reasons, one at a time."""

from __future__ import annotations

from collections.abc import Iterator
from typing import Any

import pytest

from tests.conftest import Client
from tests.core.shelves import HUGE, problem
from tests.services.test_planning import until
from zither_awl.api.context import KEY
from zither_awl.services.desk import Desk
from zither_awl.services.solving import Question


@pytest.fixture
def at(demo_client: Client) -> Iterator[Client]:
    """The demo's API, whose planner is ended with the test."""
    yield demo_client
    desk_of(demo_client).solves.close()


def desk_of(client: Client) -> Desk:
    found: Desk = client.flask.application.extensions[KEY]
    return found


def answered(client: Client, solve: int) -> Any:
    until(lambda: client.get(f"/api/plan/{solve}")["status"] != "working", "the planner")
    return client.get(f"/api/plan/{solve}")


def test_a_plan_goes_out_with_its_reasons_its_bound_and_what_just_missed(at: Client) -> None:
    assert at.get("/api/plan") == {"id": None}
    solve = at.post("/api/plan", {"changes": 2})["id"]
    said = answered(at, solve)
    assert (said["status"], said["stale"], said["conflict"]) == ("done", False, None)
    plan = said["plan"]
    assert (plan["proven"], plan["gap"], plan["value"]) == (True, 0, plan["worth"] + plan["balance"])
    assert all(each["reasons"] for each in plan["stands"] if each["spot"])
    assert all(each["spoken"].count(": ") >= 1 for each in plan["stands"] if each["spot"])
    assert {each["what"] for each in plan["stands"]} == {"stays", "comes", "goes"}
    assert len(plan["runners"]) == 3
    assert at.get("/api/plan") == {"id": solve}
    why = at.post(f"/api/plan/{solve}/why", {"tray": 2, "spot": {"unit_id": 1, "board": 0, "place": 0}})
    assert why["solve"] is None
    assert why["reasons"][0]["rule"] == "SAFETY"
    assert at.post(f"/api/plan/{solve}/accept", {"trays": None})["id"] == 4
    assert at.get(f"/api/plan/{solve}")["stale"] is True
    assert "changed since" in at.post(f"/api/plan/{solve}/accept", {}, 422)["detail"]


@pytest.mark.parametrize(
    ("body", "field", "said"),
    [
        ({"changes": -1}, "changes", "greater than or equal to 0"),
        ({"pins": [{"tray": 999, "spot": {"unit_id": 1, "board": 0, "place": 0}}]}, "pins", "not at hand"),
        ({"pins": [{"tray": 1, "spot": {"unit_id": 1, "board": 9, "place": 0}}]}, "pins", "not there"),
        ({"without": ["exposure:3"]}, "without", "only counts, areas and changes"),
        ({"more": {"load:1:0": 2}}, "without", "only counts, areas and changes"),
        ({"faster": True}, "faster", "not permitted"),
    ],
)
def test_what_cannot_be_asked_is_told_at_its_field(at: Client, body: dict[str, Any], field: str, said: str) -> None:
    problem_ = at.post("/api/plan", body, 422)
    assert problem_["errors"][0]["field"] == field
    assert said in problem_["errors"][0]["message"]


def test_a_conflict_names_rules_of_safety_as_such_and_ways_out_that_are_none(at: Client) -> None:
    pin = {"tray": 2, "spot": {"unit_id": 1, "board": 0, "place": 0}}
    said = answered(at, at.post("/api/plan", {"pins": [pin]})["id"])["conflict"]
    assert {r["safety"] for r in said["rules"]} == {True, False}
    assert {tuple(w["by_hand"]) or tuple(w["unpin"]) for w in said["ways"]} == {(2,)}
    assert said["blame"][0]["numbers"]


def test_a_plan_tells_what_it_could_not_cover_and_what_would_cure_it(at: Client) -> None:
    said = answered(at, at.post("/api/plan", {})["id"])["plan"]
    assert said["unmet"]
    assert all(each["text"].endswith(".") and each["ways"] for each in said["unmet"])


def test_one_plan_at_a_time_and_unknown_ones_are_told(at: Client) -> None:
    desk = desk_of(at)
    solve = desk.solves.start(Question(problem(2, HUGE), desk.house().revisions("people")))
    assert "stop it first" in at.post("/api/plan", {"changes": 1}, 409)["detail"]
    at.post(f"/api/plan/{solve}/stop")
    until(lambda: desk.solves.get(solve).status != "working", "the end")
    at.get("/api/plan/99", 404)
    at.post("/api/plan/99/accept", {}, 404)


def test_the_reach_to_come_and_the_heights_of_the_house(at: Client) -> None:
    ahead = at.get("/api/shelf/in/6")
    assert ahead["on"] == "2026-09-16"
    now = {c["name"]: c["reach"]["comfort_high"] for c in at.get("/api/shelf")["children"]}
    assert all(c["reach"]["comfort_high"] > now[c["name"]] for c in ahead["children"])
    assert at.get("/api/shelf/in/13", 422)["errors"][0]["field"] == "months"
    heights = at.get("/api/heights")
    assert [c["name"] for c in heights["children"]] == ["Anselm", "Wren", "Tove"]
    assert all(a["source"] for c in heights["children"] for a in c["aids"])
    at.post("/api/heights/tick", {"child": 1, "key": "lift", "done": True}, 422)
    assert at.put("/api/household/surfaces", {"counter_mm": 200}, 422)["errors"][0]["field"] == "counter_mm"
    at.put("/api/household/leanings", {"rather_new": 2, "rather_by_area": 0, "rather_full": 0}, 422)


def test_the_settings_of_the_house_do_not_forget_what_another_form_keeps(at: Client) -> None:
    at.put("/api/household/leanings", {"rather_new": 1, "rather_by_area": -1, "rather_full": 0})
    at.put("/api/household/surfaces", {"counter_mm": 910, "basin_mm": None})
    at.put("/api/household", {"name": "Lockside", "lengths": "in"})
    kept = at.get("/api/session")["household"]
    assert (kept["rather_new"], kept["rather_by_area"], kept["counter_mm"], kept["lengths"]) == (1, -1, 910, "in")


def test_a_unit_keeps_its_uneven_places_and_tells_how_it_stands(at: Client) -> None:
    body = {
        "name": "box shelf",
        "width_mm": 1200,
        "height_mm": 830,
        "depth_mm": 300,
        "comes": [1, 2],
        "mass_g": 14000,
        "boards": [{"height_mm": 340, "places": 3, "widths_mm": [500, 300, 364]}],
    }
    unit = at.post("/api/units", body)["id"]
    found = next(u for u in at.get("/api/shelf")["units"] if u["id"] == unit)
    assert found["boards"][0]["widths_mm"] == [500, 300, 364]
    assert found["stability"]["margin"] > 0
    assert "nchor" in found["stability"]["advice"]
    body["boards"] = [{"height_mm": 340, "places": 3, "widths_mm": [500, 300]}]
    assert at.post("/api/units", {**body, "name": "other"}, 422)["errors"][0]["field"] == "boards.0.widths_mm"
