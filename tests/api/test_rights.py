"""Who may do what: every endpoint asked by nobody, by a device that watches, by a keeper's and by another page."""

from __future__ import annotations

import re
from pathlib import Path

import pytest
from itsdangerous import URLSafeSerializer
from werkzeug.exceptions import Forbidden

from tests.conftest import Client
from zither_awl.api.context import DEVICE_COOKIE, HOME_MARK, admit, desk, door
from zither_awl.api.rights import HERE, OPEN, ORDER, WATCHER, Right, endpoints, may, right_of, rights_page
from zither_awl.services import pairing

ROOT = Path(__file__).parents[2]
HOME = "http://127.0.0.1:8136"
FOREIGN = {"Origin": "http://evil.example"}


def filled(address: str) -> str:
    """An address with something in the place of what it asks for."""
    return re.sub("<[^>]*>", "x", re.sub("<int:[^>]*>", "1", address))


@pytest.fixture
def device(client: Client) -> str:
    """A device let in by a code: its id."""
    with client.flask.application.test_request_context(base_url=HOME):
        return door().pair(desk(), door().new_code(desk().now()).digits, "tablet in the hall")


def cookie(client: Client, device_id: str) -> str:
    return str(URLSafeSerializer(str(client.flask.application.secret_key), salt=DEVICE_COOKIE).dumps(device_id))


def asked(client: Client, method: str, path: str, device_id: str) -> int:
    """What a device of the home network is answered."""
    client.flask.set_cookie(DEVICE_COOKIE, cookie(client, device_id), domain="127.0.0.1")
    answer = client.flask.open(path, method=method, base_url=HOME, environ_overrides={HOME_MARK: True})
    answer.close()
    return answer.status_code


def let_through(client: Client, method: str, path: str, device_id: str) -> bool:
    """Whether the door lets a device's question through, without asking it."""
    given = {HOME_MARK: True, "HTTP_COOKIE": f"{DEVICE_COOKIE}={cookie(client, device_id)}"}
    with client.flask.application.test_request_context(path, method=method, base_url=HOME, environ_overrides=given):
        try:
            admit()
        except Forbidden:
            return False
        return True


def test_the_page_of_rights_is_what_the_program_does(client: Client) -> None:
    assert (ROOT / "docs" / "rights.md").read_text(encoding="utf-8") == rights_page(client.flask.application)


def test_every_name_in_the_lists_is_an_endpoint(client: Client) -> None:
    known = {name for _, _, name in endpoints(client.flask.application)}
    assert known >= OPEN | WATCHER | HERE
    assert len(OPEN | WATCHER | HERE) == len(OPEN) + len(WATCHER) + len(HERE)


def test_nobody_who_was_not_let_in_is_answered(client: Client) -> None:
    every = list(endpoints(client.flask.application))
    assert len(every) > 150
    for method, address, name in every:
        if right_of(name) != "open":
            for who in ("", "somebody"):
                assert asked(client, method, filled(address), who) == 401, address


@pytest.mark.parametrize("of", ["watcher", "keeper"])
def test_a_device_may_what_its_right_says_and_nothing_more(client: Client, device: str, of: Right) -> None:
    with client.flask.application.test_request_context(base_url=HOME):
        pairing.raise_device(desk(), device, of == "keeper")
    for method, address, name in endpoints(client.flask.application):
        allowed = ORDER.index(right_of(name)) <= ORDER.index(of)
        assert let_through(client, method, filled(address), device) == allowed == may(name, of), address
        if not allowed:
            assert asked(client, method, filled(address), device) == 403, address


def test_another_page_is_refused_everywhere(client: Client) -> None:
    for method, address, _ in endpoints(client.flask.application):
        answer = client.flask.open(filled(address), method=method, base_url=HOME, headers=FOREIGN)
        assert answer.status_code == 403, address


def test_a_device_watches_until_it_is_raised_and_knows_which_it_is(client: Client, device: str) -> None:
    assert client.get("/api/session")["right"] == "here"
    address = f"/api/home/devices/{device}/keeper"
    for keeper in (False, True, False):
        client.post(address, {"keeper": keeper})
        assert asked(client, "GET", "/api/shelf", device) == (200 if keeper else 403)
        assert asked(client, "GET", "/api/today", device) == 200
        assert [d["keeper"] for d in client.get("/api/home")["devices"]] == [keeper]
    client.post("/api/home/devices/nobody/keeper", {"keeper": True}, 404)
