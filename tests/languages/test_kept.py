"""What is kept is kept as message and values: the undo list, the lines of the weeks, names made for a reader."""

from __future__ import annotations

import json
import sqlite3
from pathlib import Path
from typing import Any

import pytest

from tests.builders import unit
from tests.conftest import Client, texts_in
from tests.languages.test_spoken import reads
from zither_awl.core.measure import in_inches
from zither_awl.core.values import Spot
from zither_awl.languages import language_of

es = language_of("es")


def label(client: Client, code: str) -> str:
    """The newest write, as a reader of a language sees it."""
    reads(client, code)
    return str(client.get("/api/history")["sets"][0]["label"])


def begin_making(client: Client) -> dict[str, Any]:
    """Put the first thing that is suggested on the making list; returns it as it is told now."""
    recipe: dict[str, Any] = client.get("/api/making")["suggested"][0]["recipe"]
    client.post("/api/making", {"recipe": recipe["key"], "wanted_for": ""})
    return recipe


def test_a_write_is_told_again_in_the_language_of_whoever_looks(demo_client: Client, tmp_path: Path) -> None:
    reads(demo_client, "es")
    begin_making(demo_client)
    assert label(demo_client, "es").startswith("Por hacer: ")
    assert label(demo_client, "en").startswith("To make: ")
    kept = sqlite3.connect(tmp_path / "zither-awl.db").execute("select label from change_set order by id desc limit 1")
    told = json.loads(kept.fetchone()[0])
    assert told["said"] == "To make: {found}"
    assert demo_client.post("/api/undo")["label"].startswith("To make: ")


def test_a_write_of_an_older_version_is_told_as_it_was_written(demo_client: Client, tmp_path: Path) -> None:
    begin_making(demo_client)
    file = sqlite3.connect(tmp_path / "zither-awl.db")
    file.execute("update change_set set label = ?", ("Moved something, long ago",))
    file.commit()
    assert label(demo_client, "es") == "Moved something, long ago"


def test_the_lines_of_the_weeks_are_told_in_both_languages(demo_client: Client) -> None:
    """What the household wrote of its own stays; what the program says beside it does not."""

    def told(code: str) -> set[str]:
        reads(demo_client, code)
        return {text for text in texts_in(demo_client.get("/api/today")) if " " in text}

    english, spanish = told("en"), told("es")
    assert any("by tomorrow" in text for text in english)
    assert any("para mañana" in text for text in spanish)
    assert not any("by tomorrow" in text for text in spanish)


def test_what_is_made_by_a_spanish_reader_is_named_in_spanish_and_stays_so(demo_client: Client) -> None:
    reads(demo_client, "es")
    recipe = begin_making(demo_client)
    (begun,) = demo_client.get("/api/making")["begun"]
    assert begun["name"] == recipe["name"] == begun["recipe"]["name"]
    reads(demo_client, "en")
    (begun,) = demo_client.get("/api/making")["begun"]
    assert begun["recipe"]["name"] != begun["name"] == recipe["name"]


def test_the_walk_through_the_house_is_ticked_in_the_readers_language(client: Client) -> None:
    client.put("/api/household", {"name": "Garden Flat"})
    reads(client, "es")
    room = client.get("/api/things/walk")["rooms"][0]
    first = room["things"][0]
    ticked = [{"name": first["name"], "count": first["count"]}]
    client.post("/api/things/walk", {"things": ticked})
    (kept,) = client.get("/api/things")["things"]
    assert (kept["name"], kept["kind"]) == (first["name"], first["kind"])
    reads(client, "en")
    assert first["name"] not in {each["name"] for each in client.get("/api/things/walk")["rooms"][0]["things"]}


@pytest.mark.parametrize(
    ("spanish", "put"),
    [
        ("una pieza de 9 mm cae", "una pieza de 0,35 in cae"),
        ("pesa 1,4 kg; lleva 1,2 kg", "pesa 3,1 lb; lleva 2,6 lb"),
        ("mide 6,5 mm y caben 0,5 l", "mide 0,26 in y caben 16,9 fl oz"),
        ("60 x 40 x 20 mm", "2,4 x 1,6 x 0,79 in"),
        ("de 4 a 20, 30 o 40 años", "de 4 a 20, 30 o 40 años"),
    ],
)
def test_a_spanish_sentence_in_a_house_of_inches(spanish: str, put: str) -> None:
    """25.4 mm an inch, 453.6 g a pound, 29.57 ml a fluid ounce, from memory; the comma marks decimals."""
    assert in_inches(spanish, ",") == put


def test_a_house_of_inches_reads_spanish_with_the_comma(demo_client: Client) -> None:
    home = demo_client.get("/api/session")["household"]
    demo_client.put("/api/household", {"name": home["name"], "lengths": "in", "zone": home["zone"]})
    reads(demo_client, "es")
    told = " ".join(texts_in(demo_client.get("/api/today")))
    assert "3,1 lb" in told
    assert "1,4 kg" not in told


SPOTS: list[tuple[tuple[int, int], str, str, str]] = [
    ((0, 0), "top board, first place", "top board, first of four", "balda de arriba, sitio 1 de 4"),
    ((1, 3), "second board, fourth place", "second board, fourth of four", "balda 2, sitio 4 de 4"),
    ((2, 1), "third board, second place", "third board, second of four", "balda 3, sitio 2 de 4"),
]


@pytest.mark.parametrize(("at", "words", "counted", "spanish"), SPOTS)
def test_where_a_tray_stands_is_said_and_read_out(at: tuple[int, int], words: str, counted: str, spanish: str) -> None:
    shelf, spot = unit("low shelf"), Spot(1, *at)
    assert (spot.words(shelf), spot.counted(shelf)) == (words, counted)
    assert es.tell(spot.counted(shelf)) == spanish


REFUSED: list[tuple[str, dict[str, Any], str]] = [
    ("/api/children", {"name": "A" * 2000, "pattern": "ring", "born": "2024-01-01"}, "Escribe como mucho"),
    ("/api/children", {"name": "Ada", "pattern": "ring", "born": "2024-01-01", "shoe": 3}, "Sobra este dato."),
    ("/api/heights/aids", {}, "Hace falta este dato."),
]


@pytest.mark.parametrize(("path", "body", "spanish"), REFUSED)
def test_a_refused_form_says_why_in_spanish_at_its_field(
    client: Client, path: str, body: dict[str, Any], spanish: str
) -> None:
    client.put("/api/household", {"name": "Garden Flat"})
    reads(client, "es")
    told = client.post(path, body, status=422)
    assert any(error["message"].startswith(spanish) for error in told["errors"]), told
    assert all(error["field"] for error in told["errors"])
