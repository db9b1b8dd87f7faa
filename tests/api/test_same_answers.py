"""The demo household as 0.5.0 left it, opened by this version: every answer it gave then it gives now, field by field.

The answers were taken from 0.5.0 itself at the set clock. What a correction has changed since is listed in CORRECTED,
with why; nothing else may differ.
"""

from __future__ import annotations

import gzip
import json
from collections.abc import Iterator
from pathlib import Path
from typing import Any

import pytest

from tests.builders import DATA
from tests.conftest import Client
from zither_awl.app import create_app
from zither_awl.services.clock import SetClock
from zither_awl.settings import Settings

CORRECTED: dict[str, str] = {
    "bench/makeable": "one verdict of readiness: the bench shows the planner's own fit, and what waits comes last",
    "trays/6/why-not/reasons[0]/text": "the sentence of readiness, which no longer says that it follows from it",
    "plan:2/plan/stands[9]/reasons[1]/evidence": "a window names its tray as evidence, like every other reason",
}
"""By the beginning of a path: why the answer there is another now."""
THEN: dict[str, Any] = json.loads(gzip.decompress((DATA / "answers-0.5.0.json.gz").read_bytes()))
FILES = tuple(path for path in THEN if path.endswith(".csv"))
PLANS = {"plan:2": 2, "plan:all": None}


@pytest.fixture(scope="module")
def opened(tmp_path_factory: pytest.TempPathFactory) -> Client:
    """The demo of 0.5.0, opened by this version."""
    from tests.conftest import NOW

    folder: Path = tmp_path_factory.mktemp("demo-0.5.0")
    (folder / "zither-awl.db").write_bytes(gzip.decompress((DATA / "demo-0.5.0.db.gz").read_bytes()))
    return Client(create_app(Settings(data=folder), clock=SetClock(NOW)).test_client())


def differences(then: Any, now: Any, path: str) -> Iterator[str]:
    """Every path at which two answers differ."""
    if isinstance(then, dict) and isinstance(now, dict):
        # What is told besides since then is no other answer.
        for key in then:
            yield from differences(then.get(key), now.get(key), f"{path}/{key}")
    elif isinstance(then, list) and isinstance(now, list) and len(then) == len(now):
        for at, (one, other) in enumerate(zip(then, now, strict=True)):
            yield from differences(one, other, f"{path}[{at}]")
    elif then != (pytest.approx(now) if isinstance(now, float) else now):
        yield f"{path}: {then!r} then, {now!r} now"


@pytest.mark.parametrize("path", [p for p in THEN if p not in FILES and p not in PLANS])
def test_it_answers_as_it_did(opened: Client, path: str) -> None:
    found = [d for d in differences(THEN[path], opened.get(f"/api/{path}"), path)
             if not d.startswith(tuple(CORRECTED))]  # fmt: skip
    assert found == []


@pytest.mark.parametrize("path", FILES)
def test_its_files_are_the_same(opened: Client, path: str) -> None:
    answer = opened.flask.get(f"/api/{path}", base_url="http://127.0.0.1:8136")
    assert answer.get_data(as_text=True) == THEN[path]


@pytest.mark.parametrize("name", PLANS)
def test_it_plans_the_same_shelf(opened: Client, name: str) -> None:
    number = opened.post("/api/plan", {"changes": PLANS[name]})["id"]
    looks = (opened.get(f"/api/plan/{number}") for _ in range(100_000))
    done = next(look for look in looks if look["status"] != "working")
    now = {k: v for k, v in done.items() if k not in ("seconds", "id")}
    then = {k: v for k, v in THEN[name].items() if k != "id"}
    assert [d for d in differences(then, now, name) if not d.startswith(tuple(CORRECTED))] == []
