"""The front door: who may come in, what is answered when something is wrong, and what is promised in the document."""

from __future__ import annotations

import gzip
import json
import re
import subprocess
from pathlib import Path
from typing import Any

import pytest

from tests.conftest import Client
from zither_awl.api import problems
from zither_awl.app import HEADERS, STATIC, create_app, document
from zither_awl.core import errors
from zither_awl.settings import Settings

ROOT = Path(__file__).parents[2]
HOME = "http://127.0.0.1:8136"


def every_error(root: type[errors.ZitherAwlError] = errors.ZitherAwlError) -> set[type[errors.ZitherAwlError]]:
    return {root}.union(*(every_error(kind) for kind in root.__subclasses__()))


@pytest.mark.parametrize("kind", sorted(every_error() - {errors.ZitherAwlError}, key=str))
def test_every_error_of_the_domain_has_a_status(kind: type[errors.ZitherAwlError]) -> None:
    assert kind in problems.STATUS
    assert problems.STATUS[kind] in problems.TITLE


def test_a_problem_is_one_entry_per_bad_field(client: Client) -> None:
    body = {"name": "", "pattern": "ring", "born": "2022-01-01", "gestation_weeks": 10}
    answer = client.flask.post("/api/children", json=body, headers=client.headers, base_url=HOME)
    assert (answer.status_code, answer.content_type) == (422, "application/problem+json")
    problem = json.loads(answer.data)
    assert [e["field"] for e in problem["errors"]] == ["name", "gestation_weeks"]
    assert problem["status"] == 422
    assert "expected 22 to 44 weeks" in problem["errors"][1]["message"]


def test_a_field_that_is_no_field_or_of_the_wrong_kind_is_named(client: Client) -> None:
    body = {"name": "Mo", "pattern": "star", "born": 0, "shoe": 24}
    problem = client.post("/api/children", body, status=422)
    assert {e["field"] for e in problem["errors"]} == {"pattern", "born", "shoe"}


@pytest.mark.parametrize("host", ["evil.example", "127.0.0.1.evil.example:8136", "192.168.1.5"])
def test_a_foreign_host_is_refused(client: Client, host: str) -> None:
    assert client.flask.get("/api/session", base_url=f"http://{host}").status_code == 400
    assert client.flask.get("/", base_url=f"http://{host}").status_code == 400


@pytest.mark.parametrize("origin", ["http://evil.example", "http://127.0.0.1:9999", "null"])
def test_a_foreign_origin_is_refused_for_reading_too(client: Client, origin: str) -> None:
    for method in ("GET", "POST"):
        answer = client.flask.open("/api/session", method=method, base_url=HOME, headers={"Origin": origin})
        assert answer.status_code == 403


def test_a_write_without_the_token_is_refused(client: Client) -> None:
    body = {"name": "House"}
    assert client.flask.put("/api/household", json=body, base_url=HOME).status_code == 400
    assert (
        client.flask.put("/api/household", json=body, base_url=HOME, headers={"X-CSRF-Token": "no"}).status_code == 400
    )
    assert client.get("/api/session")["household"] is None
    client.put("/api/household", body)
    assert client.get("/api/session")["household"]["name"] == "House"


@pytest.mark.parametrize(
    ("body", "kind", "status"),
    [
        ("{", "application/json", 400),
        ("[]", "application/json", 400),
        ("name=x", "application/x-www-form-urlencoded", 415),
    ],
)
def test_a_body_that_is_no_json_object_is_refused(client: Client, body: str, kind: str, status: int) -> None:
    answer = client.flask.put("/api/household", data=body, content_type=kind, headers=client.headers, base_url=HOME)
    assert answer.status_code == status
    assert json.loads(answer.data)["status"] == status


def test_every_answer_carries_the_headers_that_keep_it_here(client: Client) -> None:
    for path in ("/api/session", "/", "/nowhere"):
        answer = client.flask.get(path, base_url=HOME)
        assert {name: answer.headers[name] for name in HEADERS} == HEADERS
    assert client.flask.get("/api/session", base_url=HOME).headers["Cache-Control"] == "no-store"


def test_the_policy_lets_nothing_come_from_elsewhere() -> None:
    policy = HEADERS["Content-Security-Policy"]
    assert "default-src 'self'" in policy
    assert "script-src 'self';" in policy
    assert "http" not in policy


def test_what_is_not_there_is_said_as_a_problem(client: Client) -> None:
    assert "no such address" in client.get("/api/nowhere", status=404)["detail"]
    assert client.get("/api/children/9/record", status=404)["detail"] == "There is no child 9."


def test_the_one_page_answers_every_address_of_the_front_end(client: Client) -> None:
    for path in ("/", "/shelf", "/work"):
        answer = client.flask.get(path, base_url=HOME, headers={"Accept-Encoding": "identity"})
        assert answer.status_code == 200
        assert b'<div id="root">' in answer.data
        assert answer.headers["Cache-Control"] == "no-cache"


def test_built_files_are_compressed_and_kept_for_ever_by_their_hashed_names(client: Client) -> None:
    script = next(path for path in (STATIC / "assets").glob("index-*.js"))
    for wanted, got in (("br", "br"), ("gzip", "gzip"), ("identity", None)):
        answer = client.flask.get(f"/assets/{script.name}", base_url=HOME, headers={"Accept-Encoding": wanted})
        assert answer.headers.get("Content-Encoding") == got
        assert "immutable" in answer.headers["Cache-Control"]
        assert answer.content_type.startswith("text/javascript")
        answer.close()


@pytest.mark.parametrize(
    ("path", "wanted", "got"),
    [("catalogue", "gzip", "gzip"), ("catalogue", "identity", None), ("session", "gzip", None)],
)
def test_long_answers_are_packed_for_whoever_takes_them(
    client: Client, path: str, wanted: str, got: str | None
) -> None:
    answer = client.flask.get(f"/api/{path}", base_url=HOME, headers={"Accept-Encoding": wanted})
    assert answer.headers.get("Content-Encoding") == got
    data = gzip.decompress(answer.data) if got else answer.data
    plain = client.flask.get(f"/api/{path}", base_url=HOME).data
    assert json.loads(data).keys() == json.loads(plain).keys()
    assert int(answer.headers["Content-Length"]) == len(answer.data) <= len(plain)


def test_a_file_outside_the_built_folder_is_not_served(client: Client) -> None:
    answer = client.flask.get("/../settings.py", base_url=HOME)
    assert b"class Settings" not in answer.data


def scripts(page: str) -> list[str]:
    """What a page asks for at once: its own script and what it preloads."""
    names = [part.split('"')[0] for part in page.split("/assets/")[1:] if part.split('"')[0].endswith(".js")]
    assert names
    return names


def packed(page: str) -> int:
    """Bytes of its scripts as they are sent; what is too small to be packed is sent as it is."""
    files = (min(STATIC.glob(f"assets/{n[:-1]}*[sz]"), key=lambda file: file.stat().st_size) for n in scripts(page))
    return sum(file.stat().st_size for file in files)


def test_first_load_is_under_200_kb_of_script() -> None:
    assert packed((STATIC / "index.html").read_text()) < 200_000


def test_a_view_asks_for_all_its_scripts_at_once_and_each_is_there(client: Client) -> None:
    addresses = re.findall(r"view\('([\w/]+)'", (ROOT / "web/src/app/App.tsx").read_text())
    assert len(addresses) > 20
    plain = set(scripts((STATIC / "index.html").read_text()))
    for address in addresses:
        answer = client.flask.get(f"/{address}?group=1", base_url=HOME, headers={"Accept-Encoding": "identity"})
        page = answer.get_data(as_text=True)
        asked = scripts(page)
        assert packed(page) < 270_000, address
        assert plain < set(asked), address
        assert all((STATIC / "assets" / name).is_file() for name in asked), address
        assert any(name.startswith("App-") for name in asked), address


@pytest.fixture(scope="module")
def made(tmp_path_factory: pytest.TempPathFactory) -> dict[str, Any]:
    return document(create_app(Settings(data=tmp_path_factory.mktemp("doc"))))


def test_the_document_in_the_repository_is_the_one_the_api_makes(made: dict[str, Any]) -> None:
    assert json.loads((ROOT / "web/openapi.json").read_text()) == json.loads(json.dumps(made))


def test_the_types_of_the_front_end_are_made_from_it(tmp_path: Path) -> None:
    fresh = tmp_path / "schema.d.ts"
    command = [
        "npx",
        "openapi-typescript",
        "openapi.json",
        "-o",
        str(fresh),
        "--default-non-nullable=false",
        "--alphabetize",
    ]
    subprocess.run(command, cwd=ROOT / "web", check=True, capture_output=True)
    assert (ROOT / "web/src/lib/schema.d.ts").read_text() == fresh.read_text(), "run make types"


def test_every_operation_is_told_about_and_says_how_it_can_fail(made: dict[str, Any]) -> None:
    for path, methods in made["paths"].items():
        for method, operation in methods.items():
            assert operation["summary"], (method, path)
            if operation.get("responses", {}).get("200"):
                assert {"422", "404"} <= set(operation["responses"]) or "csv" in path or "openapi" in path


def test_the_reference_page_is_bundled(client: Client) -> None:
    page = client.flask.get("/apidoc/index.html", base_url=HOME).get_data(as_text=True)
    assert "swagger-ui-bundle.js" in page
    assert "http" not in page
    assert (STATIC / "apidoc" / "swagger-ui-bundle.js").is_file()
    assert client.get("/api/openapi.json")["info"]["title"] == "Zither Awl"
