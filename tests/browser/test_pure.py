"""The pure files of the shelf, row by row: what is asked of a plan, a unit as it is typed, where it is drawn."""

from __future__ import annotations

from collections.abc import Callable
from typing import Any

import pytest

from tests.browser.driver import Person, built

Run = Callable[..., Any]


# Built once: on one worker.
pytestmark = pytest.mark.xdist_group("pure")


@pytest.fixture(scope="module")
def scripts(tmp_path_factory: pytest.TempPathFactory) -> str:
    """The pure files, built so that a page can run them."""
    files = {
        "asked": "plan/asked.ts",
        "planned": "plan/planned.ts",
        "draft": "draft.ts",
        "geometry": "drawing/geometry.ts",
    }
    return "; ".join(
        built(f"src/features/shelf/{file}", name, tmp_path_factory.mktemp(name)) for name, file in files.items()
    )


@pytest.fixture
def run(scripts: str, visit: Callable[..., Person]) -> Run:
    """Runs a line of script with arguments, in a page of its own."""
    driver = visit("about:blank").driver
    driver.get("about:blank")
    return lambda script, *arguments: driver.execute_script(f"{scripts}; return {script}", *arguments)


def spot(place: int, board: int = 0) -> dict[str, int]:
    return {"unit_id": 1, "board": board, "place": place}


def stands(tray: int, place: int | None, what: str = "stays") -> dict[str, Any]:
    return {
        "tray": tray,
        "what": what,
        "spot": None if place is None else spot(place),
        "spot_words": "",
        "spoken": "",
        "by_hand": False,
        "reasons": [],
    }


ASKED: dict[str, Any] = {"changes": 2, "pins": [], "bans": [7], "by_hand": [], "wanted": [], "more": {}, "without": []}


def test_a_question_grows_by_what_is_tapped_and_shrinks_again(run: Run) -> None:
    assert run("asked.firstAsked(0).changes") is None
    assert run("asked.firstAsked(3).changes") == 2
    pinned = run("asked.pinned(arguments[0], 7, arguments[1])", ASKED, spot(3))
    assert (pinned["pins"], pinned["bans"]) == ([{"tray": 7, "spot": spot(3), "by_hand": False}], [])
    assert run("asked.unpinned(arguments[0], 7).pins", pinned) == []
    banned = run("asked.banned(arguments[0], 7)", pinned)
    assert (banned["pins"], banned["bans"]) == ([], [7])
    assert run("asked.unbanned(arguments[0], 7).bans", banned) == []
    assert run("asked.plainly(asked.firstAsked(1))") is True
    assert run("asked.plainly(arguments[0])", ASKED) is False


def test_two_trays_are_swapped_by_pinning_each_to_the_others_spot(run: Run) -> None:
    swapped = run("asked.swapped(arguments[0], arguments[1], arguments[2])", ASKED, stands(1, 0), stands(2, 5))
    assert {p["tray"]: p["spot"]["place"] for p in swapped["pins"]} == {1: 5, 2: 0}
    assert run("asked.swapped(arguments[0], arguments[1], arguments[2])", ASKED, stands(1, 0), stands(2, None)) == ASKED


def test_what_is_ticked_of_a_plan_is_kept_where_the_plan_has_it(run: Run) -> None:
    plan = {"stands": [stands(1, 0, "comes"), stands(2, 1, "moves"), stands(3, None, "goes")]}
    kept = run("asked.around(arguments[0], arguments[1], new Set([1, 3]))", ASKED, plan)
    assert [(p["tray"], p["spot"]["place"]) for p in kept["pins"]] == [(1, 0)]


def test_a_way_out_eases_what_was_asked_and_can_be_taken_twice(run: Run) -> None:
    way = {
        "text": "",
        "more": {"ROOM-1:2": 1},
        "without": ["cover:2:art"],
        "by_hand": [4],
        "wanted": [5],
        "unpin": [9],
        "unban": [7],
    }
    asked = {**ASKED, "pins": [{"tray": 9, "spot": spot(0), "by_hand": False}]}
    once = run("asked.eased(arguments[0], arguments[1])", asked, way)
    twice = run("asked.eased(arguments[0], arguments[1])", once, way)
    assert (once["more"], twice["more"]) == ({"ROOM-1:2": 1}, {"ROOM-1:2": 2})
    assert (once["pins"], once["bans"], twice["by_hand"], twice["without"], twice["wanted"]) == (
        [],
        [],
        [4],
        ["cover:2:art"],
        [5],
    )


def test_the_shelf_as_planned_holds_what_has_a_spot_and_marks_what_is_different(run: Run) -> None:
    plan = {"stands": [stands(1, 0, "comes"), stands(2, 1), stands(3, None, "goes"), stands(4, 2, "moves")]}
    shelf = {"placements": [], "findings": [{"rule": "ROOM-5"}], "units": [], "trays": [], "children": []}
    planned = run("planned.asPlanned(arguments[0], arguments[1])", shelf, plan)
    assert ([p["tray_id"] for p in planned["placements"]], planned["findings"]) == ([1, 2, 4], [])
    asked = {**ASKED, "pins": [{"tray": 2, "spot": spot(1), "by_hand": False}]}
    marks = run("[...planned.marksOf(arguments[0], arguments[1])]", plan, asked)
    assert marks == [[1, "in"], [2, "pinned"], [4, "moved"]]


def test_a_unit_as_it_is_typed_with_uneven_places_and_its_weight(run: Run) -> None:
    first = "draft.draftOf(draft.KINDS[0], [1], 'cm')"
    board = "{ height: '61', places: '4', divided: true, widths: '50 25,5 41', drawer: true }"
    typed = f"{{ ...{first}, weighs: '14,5', boards: [{board}] }}"
    body = run(f"draft.bodyOf({typed}, 'cm', 3)")
    assert (body["mass_g"], body["most"], body["version"]) == (14_500, None, 3)
    assert body["boards"] == [
        {"height_mm": 610, "places": 3, "divided": True, "widths_mm": [500, 255, 410], "drawer": True}
    ]
    assert run(f"draft.bodyOf({first}, 'cm', 0)")["boards"][0]["widths_mm"] == []


@pytest.mark.parametrize(
    ("lengths", "at", "mm", "typed"),
    [
        ("cm", 1, 337, "34"),
        ("cm", 1, 900, "57"),
        ("cm", 1, -50, "11"),
        ("cm", 0, 9999, "83"),
        ("cm", 2, -20, "0"),
        ("in", 1, 340, "13.5"),
    ],
)
def test_a_dragged_board_settles_between_its_neighbours(run: Run, lengths: str, at: int, mm: float, typed: str) -> None:
    moved = run(
        "draft.boardTo(draft.draftOf(draft.KINDS[0], [], arguments[0]), arguments[1], arguments[2], arguments[0])",
        lengths,
        at,
        mm,
    )
    assert moved["boards"][at]["height"] == typed


def test_places_are_drawn_where_they_stand(run: Run) -> None:
    unit = {
        "kind": "shelf",
        "width_mm": 1240,
        "height_mm": 830,
        "boards": [
            {"height_mm": 340, "places": 3, "divided": True, "widths_mm": [500, 300, 404], "drawer": False},
            {"height_mm": 70, "places": 2, "divided": False, "widths_mm": [], "drawer": False},
        ],
    }
    rects = run("[0, 1, 2].map((at) => geometry.placeRect(arguments[0], 0, at))", unit)
    assert [(r["x"], r["width"]) for r in rects] == [(0, 500), (518, 300), (836, 404)]
    assert run("geometry.placeRect(arguments[0], 1, 1)", unit) == {"x": 620, "y": 70, "width": 620, "height": 252}
