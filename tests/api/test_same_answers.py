"""The demo household as 0.5.0 left it, opened by this version: what it answered then it answers now.

The answers were taken at the set clock from 0.5.0 itself, and again from later versions (`python -m
tests.record_answers`), after their corrections. They are compared field by field: what a correction changed since is
listed under the version the answers were taken from, with why; nothing else may differ.
"""

from __future__ import annotations

import csv
import gzip
import io
import json
import re
from collections.abc import Iterator
from pathlib import Path
from typing import Any

import pytest

from tests.builders import DATA
from tests.conftest import NOW, Client
from zither_awl.app import create_app
from zither_awl.services.clock import SetClock
from zither_awl.settings import Settings

CORRECTED: dict[str, dict[str, str]] = {
    "0.5.0": {
        r"bench/makeable": "one verdict of readiness; what cards make of things is judged on their trays",
        r"trays/\d+/why-not": "why-not names the one deciding reason first, by the judgements as they were corrected",
        r"change/": "rotation by signs: next step, remedies first, rests from real stays, the look of the week",
        r"plan:": "areas and what is always out are wishes in their order, and cannot fail the plan",
        r"children/\d+/record/(rows|trend|span)": "mastery slips, interest by change point, the trend held to its word",
        r"(children|shelf|watch|mornings)/.*(carry_g|later_mm|reach/)": "a child grows day by day",
        r".*/under_eyes_reason": "work with an adult at the table is allowed by kind, with its caution, and withdrawn",
        r"shelf/units\[\d+\]/stability": "a child grows day by day, and so does what it weighs",
        r"heights/": "a child grows day by day; nobody's table takes the taller one",
        r"shelf/findings": "assumed sizes prove nothing, more kinds of danger, what is carried is judged",
        r"(shelf|cupboard|watch)/(trays|offers|placements)\[\d+\]/(condition|hazards|spoken)": "more kinds of danger",
        r"cupboard/(hazards|tags)": "more kinds of danger are known, and what is not carried is marked",
        r"things/(dangers|kinds|things\[\d+\]/hazards)": "more kinds of danger and of things are known",
        r"things/restock\[\d+\]/reason": "under three uses it is too early to foretell",
        r"catalogue/(cards|shipped)": "many more cards; what cards make of things, and what is carried; by their ages",
        r"today/prepare": "what spilled, in place of strays",
        r"(shelf|cupboard)/trays\[\d+\]/front.*/drawn": "things are drawn by forms of their own",
        r"routines/": "every routine has pictures, and more is told of it; more of them ship; the table is by itself",
        r"words/": "more sets ship, and each begins with the first language",
        r"today/(change_waits|mind|to_show|look)": "it tells what the findings, the rotation and the remedies tell",
    },
    "0.8.0": {
        r"routines/": "every routine has pictures, and more is told of it; more of them ship; the table is by itself",
        r"words/": "more sets ship, and each begins with the first language",
        r"things/kinds": "more kinds of things are known",
        r"(cupboard/hazards|things/dangers)": "a hazard that can be declared is told in words beside its key",
        r"bench/makeable": "next single steps come first; a level that something known follows from is not begun with",
        r"plan:": "the next step of what a child is done with is worth more",
    },
}
"""By the version of the answers and a pattern of the path: why the answer there is another now."""
THEN: dict[str, dict[str, Any]] = {
    version: json.loads(gzip.decompress((DATA / f"answers-{version}.json.gz").read_bytes())) for version in CORRECTED
}
RENAMED = {"bench/": "make/"}
"""Addresses that are called otherwise since."""
PLANS = {"plan:2": 2, "plan:all": None}


def called(path: str) -> str:
    """What an address is called now."""
    for then, now in RENAMED.items():
        path = path.replace(then, now)
    return path


ASKED = [(version, path) for version, then in THEN.items() for path in then]


@pytest.fixture(scope="module")
def opened(tmp_path_factory: pytest.TempPathFactory) -> Client:
    """The demo of 0.5.0, opened by this version."""
    folder: Path = tmp_path_factory.mktemp("demo-0.5.0")
    (folder / "zither-awl.db").write_bytes(gzip.decompress((DATA / "demo-0.5.0.db.gz").read_bytes()))
    return Client(create_app(Settings(data=folder), clock=SetClock(NOW)).test_client())


def differences(then: Any, now: Any, path: str) -> Iterator[str]:
    """Every path at which two answers differ."""
    if isinstance(then, dict) and isinstance(now, dict):
        # What is told besides since then is no other answer.
        for key in then.keys() - {"id"} if path in PLANS else then:
            yield from differences(then.get(key), now.get(key), f"{path}/{key}")
    elif isinstance(then, list) and isinstance(now, list) and len(then) == len(now):
        for at, (one, other) in enumerate(zip(then, now, strict=True)):
            yield from differences(one, other, f"{path}[{at}]")
    elif then != (pytest.approx(now) if isinstance(now, float) else now):
        yield f"{path}: {then!r} then, {now!r} now"


def unexplained(version: str, now: Any, path: str) -> list[str]:
    """Differences from what a version answered that no correction explains."""
    known = re.compile("|".join(CORRECTED[version]) or "(?!)")
    return [d for d in differences(THEN[version][path], now, path) if not known.match(d)]


@pytest.mark.parametrize(("version", "path"), [(v, p) for v, p in ASKED if not p.endswith(".csv") and p not in PLANS])
def test_it_answers_as_it_did(opened: Client, version: str, path: str) -> None:
    assert unexplained(version, opened.get(f"/api/{called(path)}"), path) == []


@pytest.mark.parametrize(("version", "path"), [(v, p) for v, p in ASKED if p.endswith(".csv")])
def test_its_files_are_the_same(opened: Client, version: str, path: str) -> None:
    """Column by column: a file may have got new ones since."""
    answer = opened.flask.get(f"/api/{path}", base_url="http://127.0.0.1:8136")
    then, now = (
        list(csv.DictReader(io.StringIO(text.lstrip("\ufeff"))))
        for text in (THEN[version][path], answer.get_data(as_text=True))
    )
    assert then == [{column: row[column] for column in then[0]} for row in now] if then else now == []


@pytest.mark.parametrize(("version", "name"), [(v, p) for v, p in ASKED if p in PLANS])
def test_it_plans_the_same_shelf(opened: Client, version: str, name: str) -> None:
    assert unexplained(version, planned(opened, name), name) == []


def planned(opened: Client, name: str) -> dict[str, Any]:
    """A plan as it is answered once it is done, but for what differs each time."""
    number = opened.post("/api/plan", {"changes": PLANS[name]})["id"]
    looks = (opened.get(f"/api/plan/{number}") for _ in range(100_000))
    done = next(look for look in looks if look["status"] != "working")
    return {k: v for k, v in done.items() if k not in ("seconds", "id")}
