"""A tablet of the house, over https with the program's own certificate, while the program comes and goes."""

from __future__ import annotations

import shutil
import ssl
import subprocess
import urllib.error
import urllib.request
from collections import Counter
from collections.abc import Callable, Iterator
from contextlib import suppress
from datetime import datetime, timedelta
from json import dumps
from pathlib import Path
from typing import Any

import pytest
from selenium import webdriver
from selenium.webdriver.support.ui import WebDriverWait

from tests.browser.driver import PATIENCE_S, Person, open_chromium
from tests.browser.pages.watch import WatchPage
from tests.browser.served import HomeServed
from tests.conftest import NOW
from tests.devices import works as every_work
from zither_awl.services.clock import SetClock
from zither_awl.services.desk import Desk
from zither_awl.store import open_engine

# The page's two clocks stand where the script sets them, as if no time passed between.
CLOCK = """
(() => {
  let ticks = 0
  const set = () => { try { return Number(localStorage.getItem('test-clock')) } catch { return 0 } }
  const [wall, mono] = [Date.now.bind(Date), performance.now.bind(performance)]
  const first = set() || wall()
  Date.now = () => set() || wall()
  performance.now = () => (set() ? set() - first + (ticks += 0.001) : mono())
  const fetched = window.fetch.bind(window)
  window.asking = 0
  window.fetch = async (...asked) => {
    await window.held
    window.asking += 1
    return fetched(...asked).finally(() => { window.asking -= 1 })
  }
})()
"""

HOLD = """
if (window.asking > 0) return false
window.held = new Promise((release) => { window.release = release })
return true
"""


def until(true: Callable[[], Any], what: str) -> Any:
    """Wait for something outside any page."""
    nobody: Any = None
    return WebDriverWait(nobody, PATIENCE_S, poll_frequency=0.05).until(lambda _: true(), f"waited for {what}")


class Tablet:
    """A browser with a profile of its own, which outlives its being killed."""

    def __init__(self, home: HomeServed, profile: Path) -> None:
        self.home, self.profile = home, profile
        self.driver: webdriver.Chrome | None = None

    def open(self) -> Person:
        """Open the browser, or open it again."""
        for left in self.profile.glob("Singleton*"):
            left.unlink()
        self.driver = open_chromium(str(self.profile), 800, 1280, self.home.trust())
        self.driver.execute_cdp_cmd("Page.addScriptToEvaluateOnNewDocument", {"source": CLOCK})
        return Person(self.driver, self.home.address)

    def kill(self) -> None:
        """kill -9 of every process of it."""
        subprocess.run(["pkill", "-9", "-f", f"user-data-dir={self.profile}"], check=False)
        if self.driver is not None:
            self.driver.service.process.kill()
            self.driver = None

    def close(self) -> None:
        if self.driver is not None:
            with suppress(Exception):
                self.driver.quit()


@pytest.fixture
def home(tmp_path: Path, demo_file: Path) -> Iterator[HomeServed]:
    """The demo household, served to the home network."""
    folder = tmp_path / "data"
    folder.mkdir()
    shutil.copy(demo_file, folder / "zither-awl.db")
    served = HomeServed(folder, NOW, until)
    served.start()
    yield served
    served.kill()


@pytest.fixture
def tablet(home: HomeServed, tmp_path: Path) -> Iterator[Tablet]:
    """A tablet that was not let in yet."""
    made = Tablet(home, tmp_path / "profile")
    yield made
    made.close()


def set_clock(person: Person, at: datetime) -> None:
    person.driver.execute_script("localStorage.setItem('test-clock', arguments[0])", str(int(at.timestamp() * 1000)))


def pair(person: Person, home: HomeServed) -> None:
    person.type("Code", home.code())
    person.type("What this device is called", "tablet in the room")
    person.tap("button", "Pair this device")


def let_in(person: Person, home: HomeServed) -> None:
    """Pair by a code, then wait until the page can open without the program."""
    person.go("/watch")
    person.wait_to_see("This device is not paired")
    pair(person, home)
    person.find("heading", "Watch")
    ready = "return navigator.serviceWorker.controller !== null"
    person.until(lambda: person.driver.execute_script(ready), "the service worker")
    set_clock(person, NOW)
    person.go("/watch")
    person.find("button", "Begin the work cycle")


Line = tuple[int, str, str, str]
"""Seconds into the morning, the child, what, and its cause or words."""


class Script:
    """The morning as it is entered, and as it must stand in the database afterwards."""

    def __init__(self, home: HomeServed) -> None:
        self.home, self.expected = home, Counter[Line]()
        self.seconds = 0

    def at(self, person: Person, seconds: int) -> WatchPage:
        """It is so many seconds into the morning, for the tablet and the program."""
        self.seconds = seconds
        # The two clocks are set one after the other: what the page asks in between waits until both are.
        person.until(lambda: person.driver.execute_script(HOLD), "every answer")
        self.home.set_clock(NOW + timedelta(seconds=seconds))
        set_clock(person, NOW + timedelta(seconds=seconds))
        person.driver.execute_script("window.release()")
        return WatchPage(person)

    def wrote(self, child: str, kind: str, word: str = "") -> None:
        self.expected[(self.seconds, child, kind, word)] += 1

    def takes(self, person: Person, seconds: int, child: str, tray: str) -> None:
        self.at(person, seconds).takes(child, tray)
        self.wrote(child, "start")

    def round(self, person: Person, seconds: int, child: str) -> None:
        page = self.at(person, seconds)
        before = page.rounds(child)
        page.tap(child, "Repetition")
        person.until(lambda: page.rounds(child) == before + 1, "the round to be drawn")
        self.wrote(child, "round")

    def breaks(self, person: Person, seconds: int, child: str, cause: str) -> None:
        page = self.at(person, seconds)
        page.tap(child, "Interrupted")
        page.tap(child, cause)
        person.find("button", "Returned", page.lane(child))
        self.wrote(child, "broken", cause)

    def back(self, person: Person, seconds: int, child: str) -> None:
        page = self.at(person, seconds)
        page.tap(child, "Returned")
        person.find("button", "Interrupted", page.lane(child))
        self.wrote(child, "back")

    def helped(self, person: Person, seconds: int, child: str, how: str) -> None:
        page = self.at(person, seconds)
        page.tap(child, "Helped")
        page.tap(child, how)
        person.until(lambda: how not in page.text(child), "the help to be written")
        self.wrote(child, "helped", how)

    def done(self, person: Person, seconds: int, child: str) -> None:
        page = self.at(person, seconds)
        page.tap(child, "Done, put back")
        person.wait_to_see(f"{child} takes")
        self.wrote(child, "finish")

    def state(self, person: Person, seconds: int, child: str, state: str) -> None:
        page = self.at(person, seconds)
        page.tap(child, state)
        person.until(lambda: f"{state} since" in page.text(child), "the state to be drawn")
        self.wrote(child, "state", state)

    def note(self, person: Person, seconds: int, child: str, text: str) -> None:
        page = self.at(person, seconds)
        page.tap(child, "Note")
        person.type("Note", text, page.lane(child))
        page.tap(child, "Write it down")
        self.wrote(child, "note", text)

    def rounds(self, person: Person, child: str, first: int, times: int, apart: int = 40) -> None:
        for n in range(times):
            self.round(person, first + n * apart, child)


def kept(folder: Path) -> Counter[Line]:
    """Every event in the database, by the second."""
    desk = Desk(open_engine(folder / "zither-awl.db"), SetClock(NOW))
    names = {c.id: c.name for c in desk.house().all_children}
    with desk.read() as work:
        until = NOW + timedelta(days=1)
        events = [k.sent for k in work.sent.of(set(names), NOW, until, [])] + work.sent.states(NOW, until)
    desk.close()
    return Counter((round((s.at - NOW).total_seconds()), names[s.child_id], s.kind, s.cause or s.text) for s in events)


def test_a_morning_of_sixty_events_survives_a_killed_program_and_a_killed_browser(
    home: HomeServed, tablet: Tablet
) -> None:
    person, script = tablet.open(), Script(home)
    let_in(person, home)
    script.at(person, 0).begin()
    first_half(person, script)
    # The program dies while the last tap is on its way.
    script.round(person, 900, "Anselm")
    home.kill()
    script.rounds(person, "Anselm", 960, 4)
    person.wait_to_see("not sent yet")
    second_half(person, script)
    tablet.kill()
    person = tablet.open()
    person.driver.get(home.address + "/watch")
    person.find("button", "Repetition", WatchPage(person).lane("Tove"))
    third_part(person, script)
    assert sum(script.expected.values()) == 60
    assert person.violations() == []
    home.start()
    # A browser that is killed may forget what it was let in by: everything is kept until it is let in again.
    person.driver.delete_all_cookies()
    person.wait_to_see("This device is not paired")
    assert person.sees("lines not sent yet")
    person.tap("link", "Pair this device")
    pair(person, home)
    person.until(lambda: not person.sees("not sent yet"), "everything to be sent")
    WatchPage(person).all_sent()
    assert kept(home.folder) == script.expected
    desk = Desk(open_engine(home.folder / "zither-awl.db"), SetClock(NOW))
    (morning,) = [m for m in desk.house().window.mornings if m.began >= NOW]
    assert (morning.began, len(morning.present)) == (NOW, 3)
    works = [e for e in every_work(desk) if e.morning_id == morning.id]
    assert all(e.ended is not None for e in works)
    assert [e.question for e in works] == [""] * len(works)
    desk.close()


def first_half(person: Person, script: Script) -> None:
    """Online: 22 events."""
    script.takes(person, 60, "Anselm", "Turning three bolts")
    script.takes(person, 75, "Wren", "Wool to its colour")
    script.state(person, 90, "Tove", "watching")
    script.rounds(person, "Wren", 120, 5, 30)
    script.takes(person, 300, "Tove", "Shells in a tin")
    script.rounds(person, "Anselm", 330, 6, 45)
    script.breaks(person, 610, "Wren", "noise")
    script.back(person, 640, "Wren")
    script.helped(person, 660, "Tove", "together")
    script.note(person, 700, "Wren", "Twice by herself.")
    script.done(person, 720, "Wren")
    script.takes(person, 780, "Wren", "Blocks")
    script.breaks(person, 800, "Anselm", "other child")
    script.back(person, 830, "Anselm")


def second_half(person: Person, script: Script) -> None:
    """Offline, up to the moment the browser dies: 15 events."""
    script.done(person, 1150, "Anselm")
    script.takes(person, 1200, "Anselm", "Drum and sticks")
    script.rounds(person, "Wren", 1230, 5, 20)
    script.rounds(person, "Tove", 1340, 6, 20)
    script.done(person, 1500, "Wren")
    script.state(person, 1520, "Wren", "resting")


def third_part(person: Person, script: Script) -> None:
    """Offline, after the browser came back: 17 events."""
    script.rounds(person, "Tove", 1600, 7, 25)
    script.helped(person, 1790, "Anselm", "prompted")
    script.rounds(person, "Anselm", 1800, 5, 30)
    script.done(person, 2000, "Anselm")
    script.done(person, 2050, "Tove")
    script.state(person, 2060, "Tove", "with an adult")
    script.state(person, 2070, "Anselm", "watching")


def test_a_device_that_watches_sees_today_and_watch_and_is_told_of_the_rest(home: HomeServed, tablet: Tablet) -> None:
    person = tablet.open()
    let_in(person, home)
    for view in ("/today", "/watch"):
        person.go(view)
        person.find("heading", view[1:].capitalize())
        links = person.driver.find_elements("css selector", "nav[aria-label=Views] a")
        assert [link.text for link in links if link.is_displayed()] == ["Today", "Watch"]
        assert person.driver.find_elements("css selector", "[role=alert]") == []
        assert person.violations() == []
    person.go("/shelf")
    person.find("heading", "This device watches")
    assert person.violations() == []


def test_house_gives_a_code_shows_the_fingerprint_and_bars_a_device(
    home: HomeServed, visit: Callable[..., Person]
) -> None:
    person = visit(f"http://127.0.0.1:{home.port}")
    person.go("/house")
    person.wait_to_see(home.address)
    assert person.sees(f"{home.address}/trust")
    person.tap("button", "Pair a device")
    code = person.find("status", "The code for one device").text.split(": ")[-1]
    trusted = ssl.create_default_context(cafile=str(home.folder / "home-authority.pem"))
    told = dumps({"code": code, "name": "tablet in the room"}).encode()
    asked = urllib.request.Request(f"{home.address}/api/pair", told, {"Content-Type": "application/json"})
    with urllib.request.urlopen(asked, context=trusted) as answer:
        cookie = answer.headers["Set-Cookie"].split(";")[0]
    session = urllib.request.Request(f"{home.address}/api/session", headers={"Cookie": cookie})
    with urllib.request.urlopen(session, context=trusted) as answer:
        assert answer.status == 200
    person.go("/house")
    person.wait_to_see("tablet in the room")
    assert person.violations() == []
    for offer, then in (("Make it a keeper’s", "it may change the house"), ("Let only watch", "watches: it records")):
        person.tap("button", offer)
        person.wait_to_see(then)
    person.tap("button", "Bar")
    person.wait_to_see("barred")
    with pytest.raises(urllib.error.HTTPError) as refused:
        urllib.request.urlopen(session, context=trusted)
    assert refused.value.code == 401
    person.tap("button", "Let in again")
    person.wait_until_gone("barred")


def test_a_barred_tablet_is_told_so_and_keeps_what_it_wrote(home: HomeServed, tablet: Tablet) -> None:
    person = tablet.open()
    let_in(person, home)
    page = Script(home).at(person, 5)
    person.tap("button", "Begin the work cycle")
    person.until(lambda: home.get("/api/watch")["morning"], "the beginning to be sent")
    home.tell("POST", f"/api/home/devices/{home.get('/api/home')['devices'][0]['id']}/bar", {"barred": True})
    page.takes("Wren", "Wool to its colour")
    person.wait_to_see("was barred in House. Nothing is taken from it; what it has not sent is kept on it")
    person.go("/watch")
    person.wait_to_see("was barred in House")
    assert person.sees("line not sent yet") or person.sees("lines not sent yet")
    assert person.violations() == []
