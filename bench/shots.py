"""Renews docs/screenshots from the demo household, at ten past ten on a Monday in the middle of a morning."""

from __future__ import annotations

import shutil
import tempfile
import threading
from collections.abc import Iterator
from contextlib import contextmanager
from datetime import UTC, date, datetime, timedelta
from io import BytesIO
from pathlib import Path
from typing import Any

from PIL import Image, ImageDraw

from tests.browser.driver import Person, chromium, resize
from tests.browser.pages.welcome import WelcomePage
from tests.coop import make_coop
from tests.devices import Tablet
from zither_awl.app import create_app
from zither_awl.core.values import Place, Work
from zither_awl.serve import local_server
from zither_awl.services import copies, pictures
from zither_awl.services.clock import SetClock
from zither_awl.services.demo import seed_demo
from zither_awl.services.desk import Desk
from zither_awl.settings import Settings
from zither_awl.store import prepare

OUT = Path(__file__).parents[1] / "docs/screenshots"
MONDAY = datetime(2026, 3, 16, 8, 31, tzinfo=UTC)
MORNING = (
    # child, tray, from minute, to minute (None: still at it), rounds, broken off at minute
    ("Anselm", "Spooning chickpeas", 9, 31, 14, None),
    ("Anselm", "Blocks", 39, 52, 0, 45),
    ("Anselm", "Turning three bolts", 66, None, 9, None),
    ("Wren", "Wool to its colour", 5, 14, 3, None),
    ("Wren", "Water, jug to cup", 21, 40, 6, 30),
    ("Wren", "Four cylinders", 58, 93, 11, None),
    ("Tove", "Basket of wooden things", 15, 22, 0, None),
    ("Tove", "Ball into the box", 34, 41, 5, 38),
    ("Tove", "Shells in a tin", 86, None, 4, None),
)
NOW_MIN = 101


def log_the_morning(desk: Desk, clock: SetClock) -> None:
    """A morning of the demo, told event by event as a tablet would."""
    house = desk.house()
    children, trays = {c.name: c.id for c in house.children}, {t.name: t.id for t in house.trays}
    tablet = Tablet(desk, adult=house.adults[0].id, start=MONDAY)
    items = [tablet.item("begin", 0, present=tuple(children.values()))]
    for n, (child, tray, start, end, rounds, broken) in enumerate(MORNING):
        work = {"episode_id": f"morning-{n}", "child_id": children[child]}
        items.append(tablet.item("start", start, tray_id=trays[tray], **work))
        for turn in range(rounds):
            items.append(tablet.item("round", start + 1 + turn * ((end or NOW_MIN) - start - 2) / rounds, **work))
        if broken is not None:
            items.append(tablet.item("broken", broken, cause="other child", **work))
            items.append(tablet.item("back", broken + 1, **work))
        if end is not None:
            items.append(tablet.item("finish", end, work=Work.RIGHT, place=Place.BACK, **work))
    tablet.send(*items)
    clock.move_on(timedelta(minutes=NOW_MIN))


def main() -> None:
    """Take them all."""
    OUT.mkdir(parents=True, exist_ok=True)
    folder, clock = Path(tempfile.mkdtemp()), SetClock(MONDAY)
    desk = Desk(prepare(folder / "zither-awl.db"), clock)
    seed_demo(desk)
    copies.copy_of_today(desk)
    with chromium() as driver:
        with _serve(folder, clock) as address:
            _demo(Person(driver, address), desk, clock)
        empty = Path(tempfile.mkdtemp())
        prepare(empty / "zither-awl.db").dispose()
        with _serve(empty, clock) as address:
            _welcome(Person(driver, address))
    desk.close()
    shutil.rmtree(folder, ignore_errors=True)


def _demo(person: Person, desk: Desk, clock: SetClock) -> None:
    person.go("/today")
    person.choose("Who is looking", "Odile")
    _shoot(person, "/shelf?tray=2", "shelf", "Why it stays")
    _plan(person)
    _shoot(person, "/heights", "heights", "made for Anselm")
    _shoot(person, "/children?child=2", "children", "Words written")
    _shoot(person, "/cupboard", "cupboard", "birch tray")
    trays = {t.name: t.id for t in desk.house().trays}
    _shoot(person, f"/make?tray={trays['Water, jug to cup']}", "make", "can stand at once")
    _shoot(person, "/weeks?at=theme:3", "weeks", "5 trays, 1 at hand")
    _shoot(person, "/house", "house", "What it checks")
    _shoot(person, "/cycle", "cycle", "A typical work cycle")
    _shoot(person, "/ladders?child=1&step=broom:1", "ladders", "A step between, from your cupboard")
    _lessons(person, desk, clock)
    log_the_morning(desk, clock)
    _shoot(person, "/watch", "watch", "Turning three bolts")
    person.go("/weeks")
    person.tap("button", "Accept")
    person.wait_to_see("Nothing should change yet")
    _shoot(person, "/today", "today", "Pull Folding: two lines")
    resize(person.driver, 390, 844)
    _shoot(person, "/today", "today-phone", "Pull Folding: two lines")
    resize(person.driver, 1280, 800)
    _routine(person)
    _telling(person, desk)
    _coop(person, desk)


def _telling(person: Person, desk: Desk) -> None:
    """A story with a picture, and how the household is kept."""
    wren = next(c for c in desk.house().children if c.name == "Wren")
    pictures.add(desk, _jug(), [wren.id], "She carried the jug to the window by herself.", desk.house().adults[0].id)
    person.driver.execute_script("localStorage.removeItem('zither-awl:timers')")
    _shoot(person, f"/telling?child={wren.id}", "telling", "for the first time without help")
    _shoot(person, "/keeping", "keeping", "and opens")


def _jug() -> bytes:
    """A picture of our own: a jug on a tray, in three colours."""
    image, out = Image.new("RGB", (640, 480), "#d8c8a0"), BytesIO()
    draw = ImageDraw.Draw(image)
    draw.rounded_rectangle((120, 330, 520, 390), 20, fill="#8a6a42")
    draw.ellipse((250, 160, 390, 350), fill="#3f6d8a")
    draw.rectangle((285, 110, 355, 200), fill="#3f6d8a")
    draw.arc((350, 180, 450, 300), -90, 90, fill="#3f6d8a", width=18)
    image.save(out, "JPEG")
    return out.getvalue()


def _lessons(person: Person, desk: Desk, clock: SetClock) -> None:
    """A colour lesson that has gone on for some weeks, and a script."""
    children = {c.name: c.id for c in desk.house().children}
    tablet = Tablet(desk, "tablet-two", desk.house().adults[0].id, MONDAY - timedelta(days=20))
    items, minute = [], 0.0
    for day, words in ((0, ("red", "blue", "yellow")), (1, ("red", "blue", "yellow")), (4, ("green", "red", "orange"))):
        for word in words:
            turns = [("name", True)] * (day in (0, 4)) + [("show", True)] * 3 + [("recall", word != "orange")]
            for turn, right in turns:
                minute += 0.4
                told = {"child_id": children["Wren"], "set_key": "colours-first", "word": word, "turn": turn}
                instead = "" if right else "red"
                items.append(tablet.item("answer", day * 1440 + minute, right=right, text=instead, **told))
    for turn, right, word in (("show", True, "orange"), ("show", False, "orange"), ("recall", True, "blue")):
        minute += 0.4
        told = {"child_id": children["Wren"], "set_key": "colours-first", "word": word, "turn": turn}
        items.append(tablet.item("answer", 7 * 1440 + minute, right=right, text="" if right else "red", **told))
    tablet.send(*items)
    _shoot(person, "/show?child=1&tray=2", "script", "Watch me")


def _routine(person: Person) -> None:
    """Laundry, half way through."""
    person.go("/routines")
    person.tap("button", "Begin Laundry")
    person.tap("button", "comes", "[aria-label='Anselm was invited']")
    person.tap("button", "not today", "[aria-label='Whether it is hung up']")
    laundry = "[aria-label='Laundry, under way']"
    for step in ("Sort: light here", "Turn each piece", "Feel in every pocket"):
        person.tap("tick", step, laundry)
    person.tap("button", "Start 60 min")
    person.wait_to_see("Close the zips")
    person.driver.execute_script("document.querySelector('[aria-label=\"Laundry, under way\"]').scrollIntoView()")
    person.driver.save_screenshot(str(OUT / "routine.png"))


def _coop(person: Person, desk: Desk) -> None:
    """The same work cycle with sixteen children."""
    names = make_coop(desk)
    tablet = Tablet(desk, "tablet-coop", desk.house().adults[0].id, MONDAY + timedelta(minutes=70))
    trays = {t.name: t.id for t in desk.house().trays}
    at: tuple[tuple[str, dict[str, Any]], ...] = (
        ("Bodil", {"tray_id": trays["Blocks"]}),
        ("Caspar", {"activity": "kitchen"}),
        ("Fenna", {"tray_id": trays["Dough and roller"]}),
        ("Ivo", {"activity": "garden"}),
        ("Liv", {"tray_id": trays["Wool to its colour"]}),
        ("Marit", {"activity": "kitchen"}),
    )
    begun = [
        tablet.item("start", n, episode_id=f"coop-{n}", child_id=names[name], **what)
        for n, (name, what) in enumerate(at)
    ]
    tablet.send(
        tablet.item("begin", 0, present=tuple(names.values())),
        *begun,
        tablet.item("broken", 8, episode_id="coop-0", child_id=names["Bodil"], cause="noise"),
    )
    _shoot(person, "/watch", "coop", "Kasimir")


def _plan(person: Person) -> None:
    person.go("/shelf?arrange=1&unit=1")
    person.tap("button", "Arrange", "aside")
    person.wait_to_see("Take the whole plan")
    person.driver.execute_script("scrollTo(0, 0)")
    person.driver.save_screenshot(str(OUT / "plan.png"))


FOUND = (
    "small jugs",
    "small bowls",
    "mixing bowls",
    "jam jars",
    "spice jars",
    "biscuit tin",
    "wooden trays",
    "baking tray",
    "bread basket",
    "tablespoons",
    "teaspoons",
    "kitchen tongs",
    "clothes pegs",
    "napkins",
)
IN_THE_TOY_BOX = ("wooden animals", "wooden puzzle", "knobbed puzzle", "nesting cups", "picture books", "felt balls")


def _welcome(newcomer: Person) -> None:
    """The first evening of a new house, to its first shelf."""
    newcomer.go("/")
    page = WelcomePage(newcomer)
    page.begin("Odile", in_cm=True)
    page.child("Wren", date(2023, 8, 10))
    newcomer.tap("button", "Go on")
    newcomer.tap("button", "Skip this step")
    page.place("Low shelf", "small, two boards")
    newcomer.tap("button", "Go on")
    page.tick(FOUND)
    page.tick(IN_THE_TOY_BOX, "Toy box")
    newcomer.tap("button", "Add 20 things")
    newcomer.wait_to_see("to begin with, from what you have")
    newcomer.driver.execute_script("scrollTo(0, 150)")
    newcomer.driver.save_screenshot(str(OUT / "welcome.png"))


@contextmanager
def _serve(folder: Path, clock: SetClock) -> Iterator[str]:
    settings = Settings(data=folder, port=0)
    server = local_server(create_app(settings, clock=clock), settings)
    server.prepare()
    threading.Thread(target=server.serve, daemon=True).start()
    yield f"http://127.0.0.1:{server.bind_addr[1]}"
    server.stop()


def _shoot(person: Person, path: str, name: str, until: str) -> None:
    person.go(path)
    person.wait_to_see(until)
    person.until(lambda: person.driver.execute_script("return document.fonts.status") == "loaded", "the fonts")
    person.driver.save_screenshot(str(OUT / f"{name}.png"))


if __name__ == "__main__":
    main()
