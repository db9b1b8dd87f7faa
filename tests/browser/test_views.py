"""Every view: nothing for axe-core to find, no request that leaves, one page on paper, colours that can be read."""

from __future__ import annotations

import base64
import io
import re
from collections.abc import Callable
from itertools import product
from pathlib import Path

import pytest
from pypdf import PdfReader

from tests.browser.driver import Person, resize

VIEWS = (
    "/today",
    "/watch",
    "/shelf",
    "/shelf?tray=2",
    "/make",
    "/make?card=pour-water&level=2",
    "/cupboard",
    "/cupboard?part=trays",
    "/cupboard?part=bins",
    "/cupboard?part=files",
    "/children",
    "/weeks",
    "/tomorrow",
    "/work?child=2",
    "/ladders?child=1&step=broom:1",
    "/house",
    "/keeping",
    "/telling?child=2",
    "/heights",
    "/shelf?arrange=1",
    "/evening",
    "/cycle",
    "/words?child=2",
    "/lesson?child=2&set=sounds-first",
    "/lesson?child=1&set=quantities-five",
    "/routines",
    "/show?child=1&tray=2",
    "/make/catalogue",
    "/make/catalogue?card=snack",
    "/make/catalogue?card=fold&edit=1",
    "/paper?kind=tray-cards&ids=1",
    "/paper?kind=word-cards&key=card:fold",
)
MAIN = (
    "/today",
    "/watch",
    "/shelf?tray=2",
    "/make?child=2",
    "/ladders?child=1&step=broom:1",
    "/weeks",
    "/cupboard",
    "/children?child=2",
    "/house",
    "/tomorrow",
    "/show?child=1&tray=2",
)
"""On the tablet with large letters, and on the telephone, one page of each view is looked at."""
THEME = Path(__file__).parents[2] / "web/src/theme.css"


def look_at(person: Person, path: str) -> None:
    """Open a view and wait until its data is there: nothing waits, and nothing more was asked since the last look."""
    person.go(path)
    asked = [-1]

    def settled() -> bool:
        before = asked[0]
        asked[0] = person.driver.execute_script("return performance.getEntriesByType('resource').length")
        return before == asked[0] and not person.sees("One moment")

    person.until(settled, f"the data of {path}")


USUAL_PX, DOUBLE_PX = 16, 32
SCREENS = {
    "laptop by day": (1280, 800, "day", USUAL_PX),
    "tablet, letters twice as large": (800, 1280, "day", DOUBLE_PX),
    "telephone by the lamp": (360, 780, "lamp", USUAL_PX),
}
"""Every width, both lights and the large letters, each once: together they would be four times as many looks."""


@pytest.mark.parametrize("screen", SCREENS)
def test_axe_finds_nothing_on_any_view_and_nothing_leaves(at_demo: Person, screen: str) -> None:
    width, height, light, letters = SCREENS[screen]
    resize(at_demo.driver, width, height)
    at_demo.driver.execute_cdp_cmd("Page.setFontSizes", {"fontSizes": {"standard": letters}})
    at_demo.driver.execute_script("localStorage.setItem('zither-awl:light', arguments[0])", light)
    found, wide = {}, {}
    for path in VIEWS if screen == "laptop by day" else MAIN:
        look_at(at_demo, path)
        found[path] = at_demo.violations()
        wide[path] = at_demo.driver.execute_script("return document.documentElement.scrollWidth")
    at_demo.driver.execute_cdp_cmd("Page.setFontSizes", {"fontSizes": {"standard": USUAL_PX}})
    assert {path: v for path, v in found.items() if v} == {}
    assert {path: px for path, px in wide.items() if px > width} == {}
    assert {path: v for path, v in found.items() if v} == {}
    assert at_demo.complaints() == []
    assert at_demo.asked_elsewhere() == []


def test_axe_finds_nothing_in_dialogs_and_during_a_morning(at_demo: Person) -> None:
    for path, button in (
        ("/shelf", "Measure and change"),
        ("/shelf", "Add a unit"),
        ("/cupboard?part=trays", "Add a tray"),
        ("/cupboard", "birch tray"),
        ("/cupboard", "Look for anything"),
        ("/children", "Change Anselm"),
        ("/work?child=2", "Enter past work"),
    ):
        look_at(at_demo, path)
        at_demo.tap("button", button)
        at_demo.until(lambda: at_demo.driver.find_elements("css selector", "[role=dialog]"), "the dialog")
        assert at_demo.violations() == [], button
    look_at(at_demo, "/watch")
    at_demo.tap("button", "Begin the work cycle")
    at_demo.tap("button", "Turning three bolts", "section[aria-label='Anselm']")
    at_demo.find("button", "Repetition")
    assert at_demo.violations() == []
    at_demo.tap("button", "Interrupted")
    assert at_demo.violations() == []


EMPTY = {
    "/today": "Nothing to set out",
    "/watch": "No child yet",
    "/shelf": "No shelf yet",
    "/make": "Add a child first",
    "/cupboard": "Nothing is entered yet",
    "/cupboard?part=trays": "The cupboard is empty",
    "/cupboard?part=bins": "No bin yet",
    "/children": "No child yet",
    "/weeks": "Nothing has been seen yet",
    "/work": "No work written down here",
    "/heights": "No child yet",
    "/cycle": "No work cycle has ended yet",
    "/words": "Add a child first",
    "/paper": "There is no tray yet",
}


def test_an_empty_house_is_told_what_to_do_first_on_every_view(at_empty: Person) -> None:
    at_empty.go("/")
    at_empty.type("Your name", "Bram")
    at_empty.tap("button", "Go on")
    at_empty.find("heading", "Who lives here?")
    for path, text in EMPTY.items():
        at_empty.go(path)
        at_empty.wait_to_see(text)
        assert at_empty.violations() == [], path


@pytest.mark.parametrize("paper", [(8.27, 11.69), (8.5, 11.0)], ids=["A4", "Letter"])
@pytest.mark.parametrize("path", ["/today", "/shelf"])
def test_today_and_shelf_print_on_one_page(at_demo: Person, path: str, paper: tuple[float, float]) -> None:
    """Source: the page count and the text of the PDF are read by pypdf."""
    look_at(at_demo, path)
    made = at_demo.driver.execute_cdp_cmd(
        "Page.printToPDF", {"paperWidth": paper[0], "paperHeight": paper[1], "printBackground": True}
    )
    pages = PdfReader(io.BytesIO(base64.b64decode(made["data"]))).pages
    assert len(pages) == 1
    text = pages[0].extract_text()
    assert "Spooning chickpeas" in text
    assert "Who is looking" not in text
    assert "Print" not in text.split()


def test_the_marks_of_the_children_are_drawn_on_paper_too(at_demo: Person) -> None:
    """Each of the two drawings, on screen and on paper, holds the patterns it is filled with."""
    look_at(at_demo, "/shelf")
    fills = at_demo.driver.execute_script(
        "return [...document.querySelectorAll('rect[fill^=\\'url(\\']')].map((each) => "
        "each.ownerSVGElement.querySelector(each.getAttribute('fill').slice(4, -1).replace(/:/g, '\\\\:')) !== null)"
    )
    assert fills == [True] * 6


def _tokens(light: str) -> dict[str, str]:
    """The colours by day, or those of the lamp, which replace some of them."""
    day, lamp = THEME.read_text().split('html[data-theme="lamp"]')
    told = [re.findall(r"--color-([\w-]+): (#[0-9a-f]{6});", each) for each in (day, lamp)]
    return dict(told[0] + (told[1] if light == "lamp" else []))


def _luminance(colour: str) -> float:
    parts = [int(colour[n : n + 2], 16) / 255 for n in (1, 3, 5)]
    linear = [p / 12.92 if p <= 0.04045 else ((p + 0.055) / 1.055) ** 2.4 for p in parts]
    return 0.2126 * linear[0] + 0.7152 * linear[1] + 0.0722 * linear[2]


def contrast(a: str, b: str) -> float:
    """Source: WCAG 2.1, relative luminance and contrast ratio."""
    light, dark = sorted((_luminance(a), _luminance(b)), reverse=True)
    return (light + 0.05) / (dark + 0.05)


TEXT = list(product(("ink", "ink-2", "ink-3", "woad", "madder", "saffron", "moss"), ("ground", "paper")))
ON_TINTS = [
    ("ink", "birch"),
    ("ink", "birch-2"),
    ("paper", "woad"),
    ("ink", "woad-2"),
    ("madder", "madder-2"),
    ("ink", "saffron-2"),
    ("paper", "ink"),
    ("ink-2", "woad-2"),
    ("ink", "inside"),
]


LIGHTS = pytest.mark.parametrize("light", ["day", "lamp"])


@LIGHTS
def test_text_can_be_read_on_its_ground(light: str) -> None:
    """Source: WCAG 2.1, 1.4.3: 4.5 to 1."""
    tokens = _tokens(light)
    faint = [(text, ground) for text, ground in TEXT + ON_TINTS if contrast(tokens[text], tokens[ground]) < 4.5]
    assert faint == []


@LIGHTS
def test_the_edge_of_a_control_can_be_seen(light: str) -> None:
    """Source: WCAG 2.1, 1.4.11: 3 to 1."""
    tokens = _tokens(light)
    assert [ground for ground in ("ground", "paper") if contrast(tokens["edge"], tokens[ground]) < 3.0] == []


def test_no_colour_of_the_stock_palette_is_left() -> None:
    assert "--color-*: initial" in THEME.read_text()


def test_who_is_looking_is_chosen_once_per_device(
    serve: Callable[..., str], visit: Callable[..., Person], demo_file: Path
) -> None:
    person = visit(serve(demo_file))
    look_at(person, "/watch")
    person.choose("Who is looking", "Kwame")
    person.tap("button", "Begin the work cycle")
    person.wait_to_see("Kwame watches")
    look_at(person, "/watch")
    person.wait_to_see("Kwame watches")


def test_the_reference_of_the_api_shows_without_asking_anybody(at_demo: Person) -> None:
    at_demo.driver.get(at_demo.address + "/apidoc/index.html")
    at_demo.wait_to_see("/api/household/surfaces")
    assert at_demo.asked_elsewhere() == []


TALL_PX = """
const small = (each) => { const box = each.getBoundingClientRect(); return box.height > 0 && box.height < arguments[0] }
const all = [...document.querySelectorAll('main :is(button:not([role=checkbox], [role=switch]), [role=button])')]
// The string of weeks draws to scale: what stands on it is told and opened in the list beside it as well.
const asked = all.filter((each) => !each.closest('[aria-label="The string of weeks"]'))
return asked.filter(small).map((each) => (each.getAttribute('aria-label') ?? each.textContent).slice(0, 40))
"""
THUMB_PX, HAND_PX = 48, 40


@pytest.mark.parametrize("path", ["/today", "/watch", "/welcome?step=places", "/welcome?step=things"])
def test_what_is_tapped_standing_is_as_high_as_a_thumb(at_demo: Person, path: str) -> None:
    look_at(at_demo, path)
    assert at_demo.driver.execute_script(TALL_PX, THUMB_PX) == []
    if path == "/watch":
        at_demo.tap("button", "Begin the work cycle")
        at_demo.tap("button", "Turning three bolts", "section[aria-label='Anselm']")
        at_demo.find("button", "Repetition")
        assert at_demo.driver.execute_script(TALL_PX, THUMB_PX) == []


@pytest.mark.parametrize(("width", "height"), [(1280, 800), (390, 844)])
def test_what_is_tapped_elsewhere_is_as_high_as_a_finger(at_demo: Person, width: int, height: int) -> None:
    resize(at_demo.driver, width, height)
    low = {}
    for path in VIEWS:
        look_at(at_demo, path)
        low[path] = at_demo.driver.execute_script(TALL_PX, HAND_PX)
    assert {path: names for path, names in low.items() if names} == {}
