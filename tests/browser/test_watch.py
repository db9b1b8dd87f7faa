"""Watch in the browser: across a reload, a server that goes away, a forgotten end; and its fold, row by row."""

from __future__ import annotations

from collections.abc import Callable
from datetime import timedelta
from pathlib import Path
from typing import Any

import pytest

from tests.browser.driver import Person, built
from tests.browser.pages.watch import WatchPage
from tests.conftest import NOW
from zither_awl.services.clock import SetClock


@pytest.fixture
def watching(at_demo: Person) -> WatchPage:
    """A morning begun at the demo household."""
    at_demo.go("/watch")
    watch = WatchPage(at_demo)
    watch.begin()
    return watch


def test_times_are_right_across_a_reload_and_a_closed_laptop(watching: WatchPage, clock: SetClock) -> None:
    watching.takes("Anselm", "Turning three bolts")
    clock.move_on(timedelta(minutes=12, seconds=30))
    watching.person.go("/watch")
    watching.person.find("button", "Repetition", watching.lane("Anselm"))
    assert 735 <= watching.at_it_s("Anselm") <= 765
    watching.tap("Anselm", "Done, put back")
    watching.person.wait_to_see("Anselm takes")
    watching.person.go("/work?child=1")
    watching.person.wait_to_see("9:00 to 9:12")
    watching.person.wait_to_see("longest 1")


def test_several_children_at_once_and_the_morning_as_strings(watching: WatchPage, clock: SetClock) -> None:
    watching.takes("Anselm", "Blocks")
    watching.takes("Wren", "Wool to its colour")
    clock.move_on(timedelta(minutes=8))
    watching.person.go("/watch")
    watching.tap("Wren", "Repetition")
    watching.tap("Wren", "Done, put back")
    watching.person.wait_to_see("Wren takes")
    watching.person.go("/watch")
    watching.person.until(
        lambda: "Wool to its colour from 9:00 to 9:08, 1 repetitions" in watching.strings(), "Wren's string"
    )
    assert "Anselm: Blocks from 9:00" in watching.strings()
    assert "Tove: nothing yet." in watching.strings()


def test_taking_another_leaves_the_first_to_be_asked_in_the_evening(watching: WatchPage, clock: SetClock) -> None:
    person = watching.person
    watching.takes("Anselm", "Blocks")
    clock.move_on(timedelta(minutes=25))
    person.go("/watch")
    watching.tap("Anselm", "Takes another")
    watching.tap("Anselm", "Drum and sticks")
    person.wait_to_see("Anselm took Blocks at 9:00, and nobody saw the end.")
    person.go("/today")
    person.tap("button", "It ended about")
    person.wait_until_gone("nobody saw the end")
    person.go("/work?child=1")
    person.until(lambda: person.driver.find_elements("css selector", "article"), "the record")
    assert "Blocks" in person.driver.find_elements("css selector", "article")[1].text


def test_a_forgotten_timer_asks_instead_of_inventing_an_hour(watching: WatchPage, clock: SetClock) -> None:
    person = watching.person
    watching.takes("Anselm", "Blocks")
    clock.move_on(timedelta(hours=2))
    person.go("/watch")
    person.wait_to_see("nobody saw the end")
    person.tap("button", "Another time")
    person.type("It ended", "2026-03-16T09:20:00")
    person.tap("button", "Write it down")
    person.wait_until_gone("nobody saw the end")
    person.go("/work?child=1")
    person.wait_to_see("9:00 to 9:20")


def test_an_ending_before_the_beginning_is_told_at_the_question(watching: WatchPage, clock: SetClock) -> None:
    person = watching.person
    watching.takes("Anselm", "Blocks")
    clock.move_on(timedelta(hours=2))
    person.go("/watch")
    person.tap("button", "Another time")
    person.type("It ended", "2026-03-16T08:20:00")
    person.tap("button", "Write it down")
    person.wait_to_see("is not after the beginning")
    person.tap("button", "Remove")
    person.wait_until_gone("nobody saw the end")


def test_events_wait_while_the_server_is_away_and_come_once(
    serve: Callable[..., str], visit: Callable[..., Person], demo_file: Path
) -> None:
    person = visit(serve(demo_file))
    person.go("/watch")
    watch = WatchPage(person)
    watch.begin()
    watch.all_sent()
    # The page's own way to the program is cut, as when the machine is asleep.
    person.driver.execute_script(
        "window.kept = window.fetch; window.fetch = () => Promise.reject(new TypeError('away'))"
    )
    watch.takes("Anselm", "Blocks")
    watch.tap("Anselm", "Repetition")
    person.wait_to_see("2 lines not sent yet")
    assert watch.rounds("Anselm") == 1
    person.go("/watch")
    person.wait_until_gone("not sent yet")
    assert watch.rounds("Anselm") == 1
    person.go("/work?child=1")
    person.wait_to_see("1 repetitions")


def test_past_work_is_entered_refused_where_it_overlaps_mended_and_struck_out(at_demo: Person, clock: SetClock) -> None:
    person = at_demo
    clock.move_on(timedelta(hours=3))
    person.go("/work?child=1&new=1")
    person.choose("Tray", "Blocks", "[role=dialog]")
    person.type("Began", "2026-03-16T09:30:00", "[role=dialog]")
    person.type("Ended", "2026-03-16T09:25:00", "[role=dialog]")
    person.tap("button", "Write it down", "[role=dialog]")
    person.wait_to_see("is not after the beginning")
    person.type("Ended", "2026-03-16T09:45:00", "[role=dialog]")
    person.type("A line of words", "A lock with two gates.", "[role=dialog]")
    person.tap("button", "Write it down", "[role=dialog]")
    person.wait_to_see("A lock with two gates.")
    person.go("/work?child=1&new=1")
    person.choose("Tray", "Drum and sticks", "[role=dialog]")
    person.type("Began", "2026-03-16T09:40:00", "[role=dialog]")
    person.type("Ended", "2026-03-16T09:50:00", "[role=dialog]")
    person.tap("button", "Write it down", "[role=dialog]")
    person.wait_to_see("Anselm was with Blocks from 09:30 to 09:45 that day.")
    person.go("/work?child=1")
    person.tap("button", "Mend", "article")
    person.type("Ended", "2026-03-16T09:50:00", "[role=dialog]")
    person.tap("button", "Write it down", "[role=dialog]")
    person.wait_to_see("9:30 to 9:50")
    person.tap("button", "Trace", "article")
    person.wait_to_see("Mended Anselm, Blocks.")
    person.tap("button", "Remove", "article")
    person.find("button", "Bring back", "article")


@pytest.fixture(scope="module")
def record(tmp_path_factory: pytest.TempPathFactory) -> str:
    """The pure file `record.ts`, built so that a page can run it."""
    return built("src/lib/record.ts", "record", tmp_path_factory.mktemp("record"))


def at(minutes: float) -> str:
    return (NOW + timedelta(minutes=minutes)).isoformat().replace("+00:00", "Z")


def event(kind: str, minutes: float, **more: Any) -> dict[str, Any]:
    return {"kind": kind, "at": at(minutes), "cause": "", "text": "", "episode_id": "e1", **more}


def known(**more: Any) -> dict[str, Any]:
    start = {
        "id": "e1",
        "child_id": 1,
        "tray_id": 5,
        "tray": "Blocks",
        "activity": "",
        "began": at(0),
        "ended": None,
        "work": None,
        "place": None,
    }
    return {**start, "events": [event("start", 0)], "question": "", **more}


FOLDS: list[Any] = [
    pytest.param([], [], [], id="nothing"),
    pytest.param(
        [], [event("start", 0, child_id=1, tray_id=5)], [("e1", "tray 5", 1, None)], id="a start not sent yet"
    ),
    pytest.param(
        [known()], [event("start", 0, child_id=1, tray_id=5)], [("e1", "Blocks", 1, None)], id="a start sent twice"
    ),
    pytest.param(
        [known()], [event("round", 2), event("round", 3)], [("e1", "Blocks", 3, None)], id="rounds not sent yet"
    ),
    pytest.param(
        [known()],
        [event("finish", 9, work="done right")],
        [("e1", "Blocks", 2, "done right")],
        id="an end not sent yet",
    ),
    pytest.param(
        [known(events=[event("start", 0), event("round", 2)])],
        [event("round", 2), event("round", 3)],
        [("e1", "Blocks", 3, None)],
        id="a round the server has already",
    ),
    pytest.param(
        [known()], [event("round", 2, episode_id="nobody")], [("e1", "Blocks", 1, None)], id="an event of nobody"
    ),
    pytest.param(
        [known(id="e2", began=at(10)), known()],
        [],
        [("e1", "Blocks", 1, None), ("e2", "Blocks", 1, None)],
        id="by beginning",
    ),
]
STRETCHES: list[Any] = [
    pytest.param([], None, [[0, 20]], id="open and unbroken"),
    pytest.param([("broken", 5)], None, [[0, 5]], id="interrupted"),
    pytest.param([("broken", 5), ("back", 6)], None, [[0, 5], [6, 20]], id="came back"),
    pytest.param([("broken", 5), ("broken", 7), ("back", 8)], 12, [[0, 5], [8, 12]], id="broken twice, ended at 12"),
]


def test_the_fold_of_what_is_known_and_what_is_not_sent_yet(record: str, visit: Callable[..., Person]) -> None:
    driver = visit("about:blank").driver
    driver.get("about:blank")

    def run(script: str, *arguments: Any) -> Any:
        return driver.execute_script(f"{record}; {script}", *arguments)

    for row in FOLDS:
        episodes, unsent, expected = row.values
        folded = run("return record.fold(arguments[0], arguments[1], (id) => 'tray ' + id)", episodes, unsent)
        assert [(e["id"], e["tray"], len(e["events"]), e["work"]) for e in folded] == expected, row.id
    now = NOW.timestamp() * 1000
    for row in STRETCHES:
        marks, ended, expected = row.values
        episode = known(events=[event(kind, m) for kind, m in marks], ended=None if ended is None else at(ended))
        found = run("return record.stretches(arguments[0], arguments[1])", episode, now + 20 * 60_000)
        assert [[(s["from"] - now) / 60_000, (s["to"] - now) / 60_000] for s in found] == expected, row.id
    # A swing is scaled to the child's own weeks: never wider for more than its own 90th percentile.
    assert run("return record.swing(10, 10)") == pytest.approx(4 + 24 * 0.8)
    assert run("return record.swing(99, 10)") == run("return record.swing(10, 10)")
    assert run("return record.swing(10, null)") == pytest.approx(4 + 24 * 0.5 * 0.8)
    # The deeper, the wider: 0.6 to 1 of the same swing; the deepest step that was told counts.
    assert [run("return record.swing(10, 10, arguments[0])", deep) for deep in (0, 4)] == pytest.approx([18.4, 28])
    told = known(events=[event("depth", 2, cause=step) for step in ("works on through noises", "looks and leaves")])
    assert run("return record.depth(arguments[0])", told) == 3
    assert run("return record.depth(arguments[0])", known()) is None


def test_the_room_is_swept_with_one_tap_a_child_also_while_the_server_is_away(
    serve: Callable[..., str], visit: Callable[..., Person], demo_file: Path
) -> None:
    person = visit(serve(demo_file), 800, 1280)
    person.go("/watch")
    WatchPage(person).begin()
    region = "section[aria-label='Look round']"
    person.tap("button", "Look round", region)
    taps = person.taps
    for child, state in (("Anselm", "at work"), ("Wren", "with an adult"), ("Tove", "resting")):
        person.tap("button", state, f"[aria-label='{child} is']")
    assert person.taps - taps == 3
    person.wait_to_see("1 look so far.")
    assert person.sees("Anselm: at work at 1 of 1 look")
    assert person.violations() == []
    offline = {"offline": True, "latency": 0, "downloadThroughput": 0, "uploadThroughput": 0}
    person.driver.execute_cdp_cmd("Network.enable", {})
    person.driver.execute_cdp_cmd("Network.emulateNetworkConditions", offline)
    person.tap("button", "Look round", region)
    for child in ("Anselm", "Wren", "Tove"):
        person.tap("button", "at work", f"[aria-label='{child} is']")
    person.wait_to_see("1 line not sent yet.")
    online = {**offline, "offline": False, "downloadThroughput": -1, "uploadThroughput": -1}
    person.driver.execute_cdp_cmd("Network.emulateNetworkConditions", online)
    person.wait_to_see("2 looks so far.")
    assert not person.sees("not sent yet")


def test_how_deep_it_was_is_two_taps_or_two_keys_and_stands_with_the_work(watching: WatchPage) -> None:
    watching.takes("Anselm", "Turning three bolts")
    taps = watching.person.taps
    watching.tap("Anselm", "Concentration")
    watching.tap("Anselm", "works on through noises")
    assert watching.person.taps - taps == 2
    watching.person.until(lambda: "works on through noises" in watching.text("Anselm"), "how deep it is")
    watching.tap("Anselm", "Done, put back")
    watching.person.wait_until_gone("not sent yet")
    watching.person.go("/work?child=1")
    watching.person.wait_to_see("works on through noises")


def test_a_full_device_says_so_with_the_count_and_goes_on_when_there_is_room(watching: WatchPage) -> None:
    person = watching.person
    watching.all_sent()
    person.driver.execute_script(
        "window.add = IDBObjectStore.prototype.add; "
        "IDBObjectStore.prototype.add = () => { throw new DOMException('full', 'QuotaExceededError') }"
    )
    watching.takes("Anselm", "Blocks")
    person.wait_to_see("1 line not sent yet. This device cannot keep any more.")
    watching.tap("Anselm", "Repetition")
    person.wait_to_see("2 lines not sent yet. This device cannot keep any more.")
    assert person.violations() == []
    person.driver.execute_script("IDBObjectStore.prototype.add = window.add")
    person.wait_until_gone("cannot keep any more")
    watching.all_sent()
    person.go("/work?child=1")
    person.wait_to_see("1 repetitions")


def test_what_the_version_before_kept_on_the_device_is_sent_after_an_update(at_demo: Person) -> None:
    """In its own form, by its own device and count; nothing of it is lost, nothing comes twice."""
    person = at_demo
    person.driver.get(person.address + "/robots.txt")
    told = {"device": "0000-1111-old-tablet", "schema_version": 1, "monotonic_ms": 1, "cause": "", "text": ""}
    work = {**told, "episode_id": "kept-by-the-old-one"}
    waiting = [
        {**work, "sequence": 7, "at": "2026-03-16T08:50:00.000Z", "kind": "start", "child_id": 1, "tray_id": 2},
        {**work, "sequence": 8, "at": "2026-03-16T08:52:00.000Z", "kind": "round"},
    ]
    person.driver.execute_script(
        "localStorage.setItem('zither-awl:outbox', JSON.stringify(arguments[0]))",
        {"device": told["device"], "next": 9, "lastMs": 1, "waiting": waiting},
    )
    person.go("/watch")
    watch = WatchPage(person)
    watch.all_sent()
    assert person.driver.execute_script("return localStorage.getItem('zither-awl:outbox')") is None
    person.go("/work?child=1")
    person.wait_to_see("1 repetitions")
    person.go("/watch")
    watch.begin()
    watch.takes("Wren", "Blocks")
    watch.all_sent()
    person.go("/work?child=2")
    person.wait_to_see("Blocks")


def test_a_line_the_program_cannot_read_holds_up_no_other_and_is_told(watching: WatchPage) -> None:
    person = watching.person
    watching.all_sent()
    strange = {"device": "00000000-strange", "sequence": 9000, "schema_version": 2, "kind": "depth", "text": "dance"}
    person.driver.execute_async_script(
        "const [item, done] = arguments; const ask = indexedDB.open('zither-awl'); ask.onsuccess = () => {"
        "const tx = ask.result.transaction('items', 'readwrite'); tx.oncomplete = () => { ask.result.close(); done() };"
        "tx.objectStore('items').add({ sequence: 9000, item, wall: 0, doubt: false, page: 0 }) }",
        {**strange, "at": "2026-03-16T09:00:00.000Z"},
    )
    watching.takes("Anselm", "Blocks")
    person.wait_to_see("1 line could not be taken")
    assert person.sees("dance")
    person.tap("button", "Understood")
    person.wait_until_gone("could not be taken")
    watching.all_sent()
    person.go("/work?child=1")
    person.wait_to_see("Blocks")
