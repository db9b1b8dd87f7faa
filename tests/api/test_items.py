"""Every kind of happening, with every value the screen can send, is taken; a kind nobody knows yet is kept."""

from __future__ import annotations

from collections.abc import Iterator
from typing import Any
from uuid import UUID

import pytest

from tests.conftest import NOW, Client
from zither_awl.api.context import KEY
from zither_awl.api.views.watch import take_kept
from zither_awl.catalogue.foods import shipped_foods
from zither_awl.catalogue.lesson_loader import shipped_routines, shipped_talks, shipped_words
from zither_awl.core.food import CUTS
from zither_awl.core.happenings import KINDS, OF_WORK
from zither_awl.core.happenings.routine import RUN
from zither_awl.core.happenings.sweep import SWEEP_STATES
from zither_awl.core.happenings.talk import TALK
from zither_awl.core.showing import MANNERS, OUTCOMES
from zither_awl.core.values import ANSWERS, OUTCOMES_AT_TABLE, PERIODS, RUNGS, Place, Work
from zither_awl.services import routines

DEVICE = str(UUID(int=5))
WORK = {"episode_id": "one", "child_id": 1}


def values() -> Iterator[tuple[str, dict[str, Any]]]:
    """Every kind with every value it can carry."""
    for kind in KINDS.values():
        own: dict[str, Any] = dict(WORK) if kind.name in OF_WORK else {"child_id": 1} if kind.of == "child" else {}
        own |= {"text": "sevens"} if "text" in kind.needed else {}
        for cause in kind.causes:
            yield kind.name, {**own, "cause": cause}
        if not kind.causes and kind.of in ("work", "child"):
            yield kind.name, own | ({"activity": "kitchen"} if kind.name == "start" else {})
    yield from (("finish", {**WORK, "work": w.value, "place": p.value}) for w in Work for p in Place)
    yield from (("showed", {"child_id": 1, "tray_id": 1, "outcome": outcome}) for outcome in ("", *OUTCOMES))
    yield from (("sweep", {"states": [{"child": 1, "state": state}]}) for state in SWEEP_STATES)
    yield from (("end", {"seen": seen}) for seen in ("all", "part"))
    yield from (("showed", {"child_id": 1, "tray_id": 1, "outcome": "tried", "manner": each}) for each in MANNERS)
    for what, outcomes in OUTCOMES_AT_TABLE.items():
        own = {"run": what, "child_id": 1, **({"food": "banana"} if what in ("set", "tasted") else {})}
        yield from (("table", {**own, "outcome": outcome}) for outcome in outcomes or ("",))
    foods = [(food.key, cut) for food in shipped_foods() for cut in food.cuts]
    yield from (("table", {"run": "set", "food": food, "cut": cut}) for food, cut in foods)
    yield from (("table", {"run": "set", "food": "banana", "cut": cut}) for cut in CUTS)


CASES = [(kind, told) for kind, told in values() if not (kind == "showed" and "tray_id" not in told) and told]


@pytest.fixture(scope="module")
def client(tmp_path_factory: pytest.TempPathFactory, demo_file: Any) -> Client:
    """The demo household, with a morning begun and a piece of work."""
    import shutil

    from zither_awl.app import create_app
    from zither_awl.services.clock import SetClock
    from zither_awl.settings import Settings

    folder = tmp_path_factory.mktemp("items")
    shutil.copy(demo_file, folder / "zither-awl.db")
    made = Client(create_app(Settings(data=folder), clock=SetClock(NOW)).test_client())
    send(made, {"kind": "begin", "present": [1, 2, 3]}, {"kind": "start", **WORK, "tray_id": 1})
    return made


COUNT = iter(range(1, 10_000))


def send(client: Client, *items: dict[str, Any]) -> Any:
    told = [{"device": DEVICE, "sequence": next(COUNT), "schema_version": 2, "at": NOW.isoformat(), **i} for i in items]
    return client.post("/api/sync", {"items": told})


def test_nothing_written_down_changes_who_lives_here_and_how(client: Client) -> None:
    """So the page does not ask after either when it has sent the log of a day."""

    def house() -> tuple[Any, Any]:
        session = client.get("/api/session")
        return {**session, "csrf_token": ""}, client.get("/api/children")

    before = house()
    assert send(client, *({"kind": kind, **told} for kind, told in CASES))["refused"] == []
    assert house() == before


@pytest.mark.parametrize(("kind", "told"), CASES, ids=[f"{kind} {list(told.values())[-1]}" for kind, told in CASES])
def test_it_is_taken(client: Client, kind: str, told: dict[str, Any]) -> None:
    assert send(client, {"kind": kind, **told})["refused"] == []


@pytest.mark.parametrize("turn", [*PERIODS, *RUNGS])
def test_every_turn_of_a_lesson_is_taken(client: Client, turn: str) -> None:
    sets = [s["words"] for s in client.get("/api/words/1")["sets"]]
    words = next(w for w in sets if turn in w["turns"])
    told = {"child_id": 1, "set_key": words["key"], "word": words["words"][0]["key"], "turn": turn, "right": True}
    assert send(client, {"kind": "answer", **told}) | {"now": ""} == {"new": 1, "refused": [], "now": ""}


@pytest.mark.parametrize("run", RUN)
def test_everything_of_a_routine_is_taken(client: Client, run: str) -> None:
    house = client.flask.application.extensions[KEY].house()
    routine = next(r for r in routines.routines(house) if r.conditions)
    told = {"run": run, "episode_id": f"run-{run}", "set_key": routine.key, "child_id": 1}
    more: dict[str, Any] = {"word": routine.steps[0].key} if "step" in run else {}
    more |= {"outcome": ANSWERS[0]} if run == "invite" else {}
    more |= {"word": routine.conditions[0], "right": True} if run == "branch" else {}
    assert send(client, {"kind": "routine", **told, **more})["refused"] == []


@pytest.mark.parametrize("run", TALK)
def test_everything_of_a_talk_is_taken(client: Client, run: str) -> None:
    for plan in shipped_talks():
        said = {"word": shipped_words_of(plan.words), "text": plan.questions[-1], "child_id": 1}
        told = {"run": run, "episode_id": f"talk-{plan.key}", "set_key": plan.key, "words": plan.words}
        assert send(client, {"kind": "talk", **told, **said})["refused"] == []


def shipped_words_of(key: str) -> str:
    return next(s for s in shipped_words() if s.key == key).words[-1].key


@pytest.mark.parametrize("pile", ["child-1", "child-12", "adult-1", "kind-1", "kind-12"])
def test_every_pile_of_every_routine_is_a_step(client: Client, pile: str) -> None:
    for routine in shipped_routines():
        for step in routine.steps:
            told = {"run": "step", "episode_id": f"run-{routine.key}", "set_key": routine.key}
            refused = send(client, {"kind": "routine", **told, "word": f"{step.key}/{pile}"})["refused"]
            assert bool(refused) is (step.piles == "")


@pytest.mark.parametrize("kind", KINDS)
def test_a_kind_carries_its_own_fields_only(client: Client, kind: str) -> None:
    strange = "states" if "states" not in KINDS[kind].fields else "outcome"
    item = {"device": DEVICE, "sequence": next(COUNT), "schema_version": 2, "at": NOW.isoformat(), "kind": kind}
    problem = client.post("/api/sync", {"items": [{**item, strange: []}]}, 422)
    assert any(e["field"].endswith(strange) for e in problem["errors"])


def test_a_kind_nobody_knows_yet_is_kept_and_taken_by_a_program_that_does(
    client: Client, monkeypatch: pytest.MonkeyPatch
) -> None:
    at = client.flask.application.extensions[KEY]
    newer = {"kind": "sang", "child_id": 1, "song": "Round the pond", "loud": 3}
    assert send(client, newer, {"kind": "round", **WORK})["new"] == 2
    assert take_kept(at) == 0
    with at.read() as work:
        ((device, _, item),) = work.sent.kept_newer()
    assert (device, item["song"], item["loud"]) == (DEVICE, "Round the pond", 3)
    with at.write_untracked() as work:
        # The next version writes the same down as a note.
        work.sent.forget_newer([(DEVICE, item["sequence"])])
        plain = {k: v for k, v in item.items() if k not in ("song", "loud", "kind")}
        work.sent.keep_newer(DEVICE, item["sequence"], {**plain, **WORK, "kind": "note", "text": "Sang."})
    assert take_kept(at) == 1
    with at.read() as work:
        assert work.sent.kept_newer() == []
