"""The pure files of watching, row by row: the clock carried on, the morning told, the timers, what is folded in."""

from __future__ import annotations

from collections.abc import Callable
from typing import Any

import pytest

from tests.browser.driver import Person, built

Run = Callable[..., Any]
FILES = {
    "clock": "lib/clock.ts",
    "told": "features/evening/told.ts",
    "timers": "lib/timers.ts",
    "record": "lib/record.ts",
    "runs": "lib/runs.ts",
}


# Built once: on one worker.
pytestmark = pytest.mark.xdist_group("pure")


@pytest.fixture(scope="module")
def scripts(tmp_path_factory: pytest.TempPathFactory) -> str:
    """The pure files, built so that a page can run them."""
    return "; ".join(built(f"src/{file}", name, tmp_path_factory.mktemp(name)) for name, file in FILES.items())


@pytest.fixture
def run(scripts: str, at_empty: Person) -> Run:
    """Runs a line of script with arguments, in a page of its own."""
    at_empty.driver.get(at_empty.address + "/robots.txt")
    return lambda script, *arguments: at_empty.driver.execute_script(f"{scripts}; return {script}", *arguments)


CLOCKS: list[Any] = [
    # wall and mono later, in ms; the skew and the doubt that follow
    pytest.param([(1000, 1000)], 500, False, id="both run on"),
    pytest.param([(-3_599_000, 1000)], 3_600_500, False, id="set back an hour: no sleep can do that"),
    pytest.param([(3_601_000, 1000)], 500, True, id="set on an hour, or slept an hour"),
    pytest.param([(2500, 1000)], 500, False, id="a second and a half is nothing"),
    pytest.param([(3_601_000, 1000), (3_602_000, 2000)], 500, True, id="the doubt stays"),
    pytest.param([(3_601_000, 1000), (2000, 2000)], 3_600_500, True, id="set on, and set back again"),
]


@pytest.mark.parametrize(("looks", "skew", "doubt"), CLOCKS)
def test_a_clock_that_jumps(run: Run, looks: list[tuple[int, int]], skew: int, doubt: bool) -> None:
    clock = run("clock.measured(1500, 1000, 0)")
    for wall, mono in looks:
        clock = run("clock.looked(arguments[0], arguments[1], arguments[2])", clock, 1000 + wall, mono)
    assert (clock["skewMs"], clock["doubt"]) == (skew, doubt)


def test_what_was_written_in_doubt_is_settled_when_the_program_says_its_time(run: Run) -> None:
    slept = {"at": 10_500, "wall": 10_000, "doubt": True}
    assert run("clock.settled(arguments[0], 500)", slept) == 10_500, "it slept: the time was right"
    assert run("clock.settled(arguments[0], -3600000)", slept) == -3_590_000, "the clock was set on an hour"
    assert run("clock.settled(arguments[0], -3600000)", {**slept, "doubt": False}) == 10_500
    assert run("clock.opened(500, 9, 9).doubt") is True


def pieces(run: Run, *names: str) -> list[dict[str, Any]]:
    told: list[dict[str, Any]] = []
    for name in names:
        told = run("told.add(arguments[0], 1, {tray: 5, activity: '', name: arguments[1]}, null)", told, name)
    return told


def test_a_morning_told_piece_by_piece(run: Run) -> None:
    told = pieces(run, "Blocks", "Drum", "Puzzle")
    assert [(p["from"], p["minutes"]) for p in told] == [(3, 10), (16, 10), (29, 10)]
    other = run("told.add(arguments[0], 2, {tray: null, activity: 'garden', name: 'garden'}, 7.4)", told)
    assert (other[-1]["from"], other[-1]["minutes"]) == (3, 7), "each child's begin anew"
    longer = run("told.change(arguments[0], 0, {minutes: 15})", other)
    assert [(p["from"], p["minutes"]) for p in longer] == [(3, 15), (21, 10), (34, 10), (3, 7)]
    assert run("told.change(arguments[0], 0, {minutes: -5})", other)[0]["minutes"] == 1
    assert [p["name"] for p in run("told.drop(arguments[0], 1)", told)] == ["Blocks", "Puzzle"]
    assert run("told.lasts(arguments[0])", longer) == 44
    assert run("told.lasts([])") == 0


def test_a_timer_rings_once_and_says_how_late(run: Run) -> None:
    timer = {"id": "a", "run": "r", "step": "s", "name": "Dry", "endsAt": 60_000, "rangAt": None}
    assert run("timers.ring([arguments[0]], 59999)", timer)["rang"] == []
    rung = run("timers.ring([arguments[0]], 60000)", timer)
    assert [t["rangAt"] for t in rung["timers"]] == [60_000]
    assert run("timers.ring(arguments[0], 70000)", rung["timers"])["rang"] == []
    late = [run("timers.lateness(arguments[0])", {**timer, "rangAt": 60_000 + ms}) for ms in (4000, 30_000, 180_000)]
    assert late == ["", "rang 30 seconds late", "rang 3 minutes late"]
    assert run("timers.lateness(arguments[0])", timer) == ""


def test_a_morning_begun_and_ended_while_the_program_is_away(run: Run) -> None:
    begin = {"kind": "begin", "at": "2026-03-16T09:00:00Z", "present": [1, 2]}
    end = {"kind": "end", "at": "2026-03-16T11:00:00Z", "seen": "all"}
    open_one = run("record.foldMorning(null, null, [arguments[0]])", begin)
    assert (open_one["morning"]["present"], open_one["last"]) == ([1, 2], None)
    ended = run("record.foldMorning(null, null, [arguments[0], arguments[1]])", begin, end)
    assert (ended["morning"], ended["last"]["seen"]) == (None, "all")
    known = {**open_one["morning"], "id": 7}
    assert run("record.foldMorning(arguments[0], null, [arguments[1]])", known, begin)["morning"]["id"] == 7
    assert (
        run("record.foldMorning(null, arguments[0], [arguments[1]])", {**ended["last"], "id": 7}, begin)["morning"]
        is None
    )


def test_states_run_to_the_next_state_or_work(run: Run) -> None:
    def state(minute: int, word: str) -> dict[str, Any]:
        return {"kind": "state", "at": f"2026-03-16T09:{minute:02}:00Z", "child_id": 1, "cause": word}

    work = {"child_id": 1, "began": "2026-03-16T09:20:00Z"}
    found = run(
        "record.foldSpells([], arguments[0], [arguments[1]])", [state(1, "watching"), state(30, "resting")], work
    )
    assert [(s["state"], s["ended"]) for s in found] == [("watching", work["began"]), ("resting", None)]
    assert run("record.stateOf(1, arguments[0]).state", found) == "resting"
    again = run("record.foldSpells(arguments[0], arguments[1], [])", found, [state(30, "resting")])
    assert len(again) == 2, "one the program has already"


def test_a_routine_goes_on_while_what_was_tapped_is_on_its_way(run: Run) -> None:
    def said(what: str, **more: Any) -> dict[str, Any]:
        told = {"kind": "routine", "at": "2026-03-16T09:00:00Z", "run": what, "episode_id": "r1", "set_key": "table"}
        return {**told, **more}

    def folded(*unsent: dict[str, Any]) -> Any:
        named = (("hands", ""), ("wipe", "it is wet"), ("sit", ""))
        steps = [{"key": key, "only_if": branch} for key, branch in named]
        return run("runs.foldRuns([], arguments[0], () => arguments[1])", list(unsent), steps)

    begun = [said("begin"), said("invite", child_id=1, outcome="came"), said("step", word="hands", child_id=1)]
    (going,) = folded(*begun)
    assert (going["invited"], going["next"]) == ([{"child_id": 1, "answer": "came"}], "wipe")
    assert [d["child_id"] for d in going["done"]] == [1]
    (back,) = folded(*begun, said("unstep", word="hands"), said("invite", child_id=1, outcome="rather not"))
    assert (back["next"], back["invited"][0]["answer"]) == ("hands", "rather not")
    (dry,) = folded(*begun, said("branch", word="it is wet", right=False))
    assert (dry["branches"], dry["next"]) == ([{"branch": "it is wet", "holds": False}], "sit"), "it is passed over"
    (wet,) = folded(*begun, said("branch", word="it is wet", right=False), said("branch", word="it is wet", right=True))
    assert wet["next"] == "wipe"
    assert folded(*begun, said("end")) == []
    assert (
        run("runs.foldRuns([arguments[0]], [arguments[1]], () => [])", going, said("begin"))[0]["done"] == going["done"]
    )
