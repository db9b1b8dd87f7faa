"""Many at once: no update is lost, nobody gets an answer of 500 or more, and undo never takes what it did not do."""

from __future__ import annotations

import shutil
from functools import partial
from pathlib import Path
from random import Random
from threading import Thread
from typing import Any
from uuid import UUID

import pytest

from tests.conftest import NOW, Client
from zither_awl.api.context import KEY
from zither_awl.app import create_app
from zither_awl.services.clock import SetClock
from zither_awl.settings import Settings

THREADS, WRITES = 4, 30


@pytest.fixture
def browsers(tmp_path: Path, demo_file: Path) -> list[Client]:
    """Browsers of one program on the demo household."""
    shutil.copy(demo_file, tmp_path / "zither-awl.db")
    app = create_app(Settings(data=tmp_path), clock=SetClock(NOW))
    return [Client(app.test_client()) for _ in range(THREADS)]


def _new(client: Client) -> Any:
    return client.get("/api/session")["household"]["rather_new"]


def together(*acts: Any) -> None:
    threads = [Thread(target=act) for act in acts]
    for thread in threads:
        thread.start()
    for thread in threads:
        thread.join()


def test_two_fields_of_one_record_written_at_once_are_both_kept(browsers: list[Client]) -> None:
    one, two = browsers[:2]
    tray = one.get("/api/cupboard")["trays"][0]["id"]
    children = [c["id"] for c in one.get("/api/children")["children"]]
    for n in range(25):
        leanings = {"rather_new": n % 3 - 1, "rather_by_area": 0, "rather_full": 0}
        surfaces = {"counter_mm": 800 + n, "basin_mm": None}
        together(
            partial(one.put, "/api/household/leanings", leanings), partial(two.put, "/api/household/surfaces", surfaces)
        )
        meant = children[: 1 + n % 2]
        together(
            partial(one.put, f"/api/trays/{tray}/children", {"children": meant}),
            partial(two.post, f"/api/trays/{tray}/archive", {"archived": bool(n % 2)}),
        )
        heights = one.get("/api/heights")
        kept = one.flask.application.extensions[KEY].house().tray(tray)
        assert (_new(one), heights["counter_mm"]) == (n % 3 - 1, 800 + n)
        assert (sorted(kept.for_children), kept.archived) == (meant, bool(n % 2))


def test_mixed_writes_of_many_threads_all_arrive(browsers: list[Client]) -> None:
    wrong: list[str] = []
    known = browsers[0].get("/api/children")["children"]

    def write(client: Client, number: int) -> None:
        chance, device = Random(number), str(UUID(int=number + 1))
        for n in range(WRITES):
            try:
                _one(client, chance, number, n, device, known[number % len(known)]["id"])
            except AssertionError as problem:
                wrong.append(str(problem)[:200])

    together(*((lambda c=client, k=number: write(c, k)) for number, client in enumerate(browsers)))
    assert wrong == []
    things = {t["name"] for t in browsers[0].get("/api/things")["things"]}
    assert {f"thing {t} {n}" for t in range(THREADS) for n in range(0, WRITES, 3)} <= things
    works = browsers[0].get("/api/episodes?limit=500")["episodes"]
    assert {f"{t}-{n}" for t in range(THREADS) for n in range(1, WRITES, 3)} <= {e["id"] for e in works}


def _one(client: Client, chance: Random, number: int, n: int, device: str, child: int) -> None:
    match n % 3:
        case 0:
            client.post("/api/things/quick", {"typed": f"thing {number} {n}", "kind": "tray"})
        case 1:
            at = NOW.replace(hour=n % 23, minute=number).isoformat()
            item = {
                "device": device,
                "sequence": n + 1,
                "schema_version": 2,
                "kind": "start",
                "at": at,
                "episode_id": f"{number}-{n}",
                "child_id": child,
                "activity": "kitchen",
            }
            assert client.post("/api/sync", {"items": [item]})["refused"] == []
        case _:
            client.put("/api/phrases", {"phrases": [f"{number} {n}"]})


def test_undo_at_once_takes_back_one_each_and_never_what_a_device_sent(browsers: list[Client]) -> None:
    item = {
        "device": str(UUID(int=9)),
        "sequence": 1,
        "schema_version": 2,
        "kind": "start",
        "at": NOW.isoformat(),
        "episode_id": "kept",
        "child_id": 1,
        "activity": "garden",
    }
    for n in range(THREADS):
        browsers[0].post("/api/things/quick", {"typed": f"thing {n}", "kind": "tray"})
    browsers[0].post("/api/sync", {"items": [item]})
    undone: list[str] = []
    together(*((lambda c=client: undone.append(c.post("/api/undo")["label"])) for client in browsers))
    assert sorted(undone) == [f"Added thing {n}" for n in range(THREADS)]
    assert "kept" in {e["id"] for e in browsers[0].get("/api/episodes")["episodes"]}
    assert browsers[0].post("/api/undo")["label"] is None


def test_an_answer_in_a_lesson_does_not_block_what_was_done_before_it(browsers: list[Client]) -> None:
    client = browsers[0]
    client.post("/api/things/quick", {"typed": "rug", "kind": "tray"})
    words = client.get("/api/words/1")["sets"][0]["words"]
    item = {
        "device": str(UUID(int=9)),
        "sequence": 1,
        "schema_version": 2,
        "kind": "answer",
        "at": NOW.isoformat(),
        "child_id": 1,
        "set_key": words["key"],
        "word": words["words"][0]["key"],
        "turn": "name",
        "right": True,
    }
    assert client.post("/api/sync", {"items": [item]})["new"] == 1
    assert client.post("/api/undo")["label"] == "Added rug"


def test_a_form_that_was_read_before_somebody_else_saved_is_not_taken(browsers: list[Client]) -> None:
    one, two = browsers[:2]
    child = one.get("/api/children")["children"][0]
    told = {k: child[k] for k in ("pattern", "born", "mobility", "version")}
    one.put(f"/api/children/{child['id']}", {**told, "name": "Anselma"})
    problem = two.put(f"/api/children/{child['id']}", {**told, "name": "Anselmo"}, 409)
    assert (problem["theirs"], "in another window" in problem["detail"]) == (child["version"] + 1, True)
    house = {"name": "Lock Cottage", "version": one.get("/api/session")["household"]["version"]}
    one.put("/api/household", house)
    two.put("/api/household", {**house, "name": "Lockside again"}, 409)
    assert one.get("/api/session")["household"]["name"] == "Lock Cottage"
    tray = one.get("/api/cupboard")["trays"][0]
    one.put(f"/api/trays/{tray['id']}/children", {"children": [1]})
    body = {k: tray[k] for k in ("name", "width_mm", "depth_mm", "height_mm", "mass_g", "version")}
    card = {k: tray["card"][k] for k in ("area", "from_months", "to_months")}
    two.put(f"/api/trays/{tray['id']}", {**body, "card": card}, 409)
