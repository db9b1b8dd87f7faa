"""The program in another language at its edges: answers, errors, papers, the command line, what is kept."""

from __future__ import annotations

import io
import re
import shutil
import sqlite3
from pathlib import Path

import pytest
from click.testing import CliRunner
from pypdf import PdfReader

from bench.messages import key_words
from tests.conftest import Client, texts_in
from zither_awl.catalogue.lesson_loader import shipped_words
from zither_awl.catalogue.loader import shipped_cards
from zither_awl.cli import main
from zither_awl.core.rules import RULES
from zither_awl.languages import PSEUDO, reading

BASE = "http://127.0.0.1:8136"
ASKED = (
    "today",
    "watch",
    "shelf",
    "cupboard",
    "things",
    "children",
    "children/1/record",
    "change",
    "review",
    "weeks",
    "ladders?child=1",
    "catalogue",
    "make/cards",
    "invitations",
    "history",
    "heights",
    "table",
    "talks",
    "routines",
    "showings/1/1",
    "making",
    "arrivals/leave",
    "books",
    "trays/1/why-not",
    "mornings/last",
    "paper/choices",
    "words/1",
    "find?letters=po",
    "ladders/step?child=1&key=broom&level=1",
    "telling/year",
)
"""One question of every view, and what only a question tells."""


def reads(client: Client, code: str) -> None:
    client.flask.set_cookie("zither-awl-language", code, domain="127.0.0.1")


def written_by_the_household(folder: Path) -> str:
    database = sqlite3.connect(folder / "zither-awl.db")
    tables = [name for (name,) in database.execute("select name from sqlite_master where type = 'table'")]
    rows = (row for table in tables for row in database.execute(f'select * from "{table}"'))
    return "\n".join(value.replace("\\u2019", "’") for row in rows for value in row if isinstance(value, str))


def is_said(text: str) -> bool:
    """Whether a text was told in the language that is none, in brackets or with its accents, or has no sentence."""
    return "⟦" in text or bool(re.search("[áéíóúýñç]", text)) or not re.search("[A-Za-z]{2,} [A-Za-z]{2,}", text)


def test_nothing_is_answered_that_no_language_could_say(demo_client: Client, tmp_path: Path) -> None:
    """In a language that is none every message is in brackets: what is not in them was written past the tables."""
    reads(demo_client, PSEUDO)
    own, keys = written_by_the_household(tmp_path), key_words()
    vocabulary = {word for card in shipped_cards() for pair in card.words for word in pair}
    vocabulary |= {label for each in shipped_words() for word in each.words for _, label in word.labels}
    unsaid: dict[str, set[str]] = {}
    for path in ASKED:
        for text in texts_in(demo_client.get(f"/api/{path}")):
            if is_said(text) or text in own or text in keys or text in RULES or set(text.split(", ")) <= vocabulary:
                continue
            unsaid.setdefault(path, set()).add(text)
    assert unsaid == {}


def test_an_adult_reads_in_a_language_of_their_own(demo_client: Client) -> None:
    odile = demo_client.get("/api/session")["adults"][0]
    assert odile["language"] == ""
    demo_client.put(f"/api/adults/{odile['id']}/language", {"language": "es"})
    assert demo_client.get("/api/session")["adults"][0]["language"] == "es"
    demo_client.put(f"/api/adults/{odile['id']}/language", {"language": "xx"}, status=422)
    label = demo_client.get("/api/history")["sets"][0]["label"]
    reads(demo_client, "es")
    assert demo_client.get("/api/history")["sets"][0]["label"] != label


def test_the_browsers_language_is_taken_where_none_was_chosen(demo_client: Client) -> None:
    def asked(wish: str) -> str:
        answer = demo_client.flask.get("/api/no-such", base_url=BASE, headers={"Accept-Language": wish})
        return str(answer.get_json()["detail"])

    assert asked("es-MX,es;q=0.9,en;q=0.8") == "No hay tal dirección en la API."
    assert asked("fr,en;q=0.8,es;q=0.5") == asked("") == "There is no such address in the API."
    reads(demo_client, "en")
    assert asked("es") == "There is no such address in the API."


@pytest.mark.parametrize(
    ("body", "spanish"),
    [
        ({"name": "", "pattern": "ring", "born": "2024-01-01"}, "está vacío; escribe un nombre."),
        ({"name": "Ada", "pattern": "ring"}, "Hace falta este dato."),
        ({"name": "Ada", "pattern": "ring", "born": "yesterday"}, "Escribe la fecha así: AAAA-MM-DD."),
        ({"name": "Ada", "pattern": "ring", "born": "2026-09-01"}, "está en el futuro"),
    ],
)
def test_what_is_wrong_is_told_in_the_readers_language(client: Client, body: dict[str, str], spanish: str) -> None:
    client.put("/api/household", {"name": "Garden Flat"})
    reads(client, "es")
    told = client.post("/api/children", body, status=422)
    assert told["title"] == "Algunos campos piden otra mirada."
    assert spanish in told["detail"]


def test_a_tray_made_by_a_spanish_reader_has_a_spanish_name(demo_client: Client) -> None:
    reads(demo_client, "es")
    card = next(c for c in demo_client.get("/api/catalogue")["cards"] if c["key"] == "fold")
    made = demo_client.post("/api/make/compose", {"key": "fold", "level": 1, "child_id": 2})
    assert made["name"].split(":")[0].strip() == card["name"] != "Folding"


@pytest.mark.parametrize(
    ("path", "words"),
    [
        (
            "children/1/story.pdf?from_day=2025-12-16&until_day=2026-03-16",
            ("por primera vez sin ayuda", "de marzo de 2026"),
        ),
        ("telling/week.pdf", ("La semana del 9 de marzo", "piezas de trabajo")),
        ("gauge.pdf", ("una pieza pequeña", "36 meses")),
        ("paper/file.pdf?kind=tray-cards&ids=1", ("A una mesa que Tove no alcance", "meses")),
        ("paper/file.pdf?kind=set-up-list", ("lunes 16 de marzo de 2026",)),
        ("telling/standing.pdf", ("Wren alcanza esto", "límite 36 meses", "Alergia a sésamo")),
    ],
)
def test_papers_are_told_in_the_readers_language(demo_client: Client, path: str, words: tuple[str, ...]) -> None:
    """pypdf is the judge: the language the file names, and the words a reader would copy from it."""
    reads(demo_client, "es")
    answer = demo_client.flask.get(f"/api/{path}", base_url=BASE)
    assert answer.status_code == 200, answer.get_data(as_text=True)
    read = PdfReader(io.BytesIO(answer.data))
    text = " ".join(" ".join(page.extract_text().split()) for page in read.pages)
    assert str(read.root_object["/Lang"]) == "es"
    assert [word for word in words if word not in text] == []


@pytest.mark.parametrize("command", [(), *((name,) for name, each in main.commands.items() if not each.hidden)])
def test_the_help_of_every_command_is_spoken(command: tuple[str, ...]) -> None:
    def told(**environment: str | None) -> str:
        answer = CliRunner(env={"LC_ALL": None, "LC_MESSAGES": None, **environment}).invoke(main, [*command, "--help"])
        assert answer.exit_code == 0
        return answer.output

    english, spanish = told(LANG="C.UTF-8"), told(LANG="es_ES.UTF-8")
    assert english.startswith("Usage: ")
    assert spanish.startswith("Uso: ")
    assert told(LANG="es_ES.UTF-8", LC_ALL="C") == english
    said = {line.strip() for line in english.splitlines() if re.search("[a-z]{3,} [a-z]{2,} [a-z]{2,}", line)}
    assert said
    assert said & {line.strip() for line in spanish.splitlines()} == set()


SPANISH_SHELL = {"LANG": "es_MX.UTF-8", "LC_ALL": None, "LC_MESSAGES": None}


@pytest.mark.parametrize(
    ("command", "said"),
    [
        (["migrate"], ("La base de datos está al día.",)),
        (["check"], ("La base de datos está entera.", "Tove alcanza esto", "no puede decir más que eso")),
        (["backup", "{folder}/copy.db"], ("Copiado en ", "Para volver a ello: zither-awl restore")),
        (["diagnose", "{folder}/told.zip"], ("Escrito: ", "léelo antes de darlo")),
    ],
)
def test_a_command_says_what_it_did_in_the_language_of_the_shell(
    tmp_path: Path, demo_file: Path, command: list[str], said: tuple[str, ...]
) -> None:
    shutil.copy(demo_file, tmp_path / "zither-awl.db")
    typed = [part.format(folder=tmp_path) for part in command]
    answer = CliRunner(env=SPANISH_SHELL).invoke(main, [*typed, "--data", str(tmp_path)])
    assert answer.exit_code == 0, answer.output
    assert [words for words in said if words not in " ".join(answer.output.split())] == []
    assert reading.get() == "en"


def test_what_one_reader_is_told_says_nothing_to_the_next(demo_client: Client) -> None:
    reads(demo_client, "es")
    demo_client.get("/api/today")
    assert reading.get() == "en"
