"""The home network: a certificate of its own that judges accept, one code for one device, and barring."""

from __future__ import annotations

import shutil
import socket
import ssl
import stat
import urllib.error
import urllib.request
from collections.abc import Iterator
from dataclasses import dataclass
from datetime import UTC, datetime, timedelta
from ipaddress import ip_address
from pathlib import Path
from threading import Thread
from typing import Any

import pytest
from cheroot.wsgi import Server
from cryptography import x509
from cryptography.hazmat.primitives import hashes

from tests.conftest import NOW, Client, SmallHouse
from zither_awl.app import create_app
from zither_awl.core.errors import InvalidValue, NotFound
from zither_awl.serve import home_server, open_door, own_names, renew_certificate
from zither_awl.services import pairing
from zither_awl.services.certificate import LEAF_DAYS, ends, home_certificate
from zither_awl.services.clock import SetClock, SystemClock
from zither_awl.services.pairing import Door
from zither_awl.settings import Settings

HOSTS = ("tablets.local", "192.168.1.20", "localhost")


def test_the_certificate_names_the_hosts_and_is_kept_until_it_has_to_change(tmp_path: Path) -> None:
    made = home_certificate(tmp_path, HOSTS, NOW)
    leaf = x509.load_pem_x509_certificate(made.chain.read_bytes())
    names = leaf.extensions.get_extension_for_class(x509.SubjectAlternativeName).value
    assert set(names.get_values_for_type(x509.DNSName)) == {"tablets.local", "localhost"}
    assert [str(a) for a in names.get_values_for_type(x509.IPAddress)] == ["192.168.1.20"]
    first = ends(made)
    assert first == NOW + timedelta(days=LEAF_DAYS)
    again = home_certificate(tmp_path, HOSTS, NOW + timedelta(days=10))
    assert (again.fingerprint, ends(again)) == (made.fingerprint, first)
    renewed = home_certificate(tmp_path, HOSTS, NOW + timedelta(days=LEAF_DAYS - 20))
    assert renewed.fingerprint == made.fingerprint, "trust outlives a renewal"
    assert ends(renewed) > first
    moved = home_certificate(tmp_path, (*HOSTS, "10.0.0.7"), NOW)
    assert moved.fingerprint == made.fingerprint, "another address of the house needs no new trust"
    other = home_certificate(tmp_path, (*HOSTS, "den"), NOW)
    assert other.fingerprint != made.fingerprint, "a name the authority may not vouch for does"


def test_the_keys_are_the_owners_and_the_fingerprint_is_the_files(tmp_path: Path) -> None:
    made = home_certificate(tmp_path, HOSTS, NOW)
    for key in ("home-key.pem", "home-authority-key.pem"):
        assert stat.S_IMODE((tmp_path / key).stat().st_mode) == 0o600
    authority = x509.load_pem_x509_certificate(made.authority.read_bytes())
    assert made.fingerprint.replace(":", "").lower() == authority.fingerprint(hashes.SHA256()).hex()
    limits = authority.extensions.get_extension_for_class(x509.NameConstraints).value.permitted_subtrees or []
    assert all(net.value.is_private for net in limits if isinstance(net, x509.IPAddress))


@dataclass(frozen=True, slots=True)
class AtHome:
    """A house served by https on this machine."""

    settings: Settings
    door: Door
    server: Server
    clock: SetClock


@pytest.fixture
def at_home(tmp_path: Path, empty_file: Path) -> Iterator[AtHome]:
    """An empty house, served by https on this machine, whose certificate ends in thirty days and a half."""
    shutil.copy(empty_file, tmp_path / "zither-awl.db")
    with socket.socket() as probe:
        probe.bind(("127.0.0.1", 0))
        port = probe.getsockname()[1]
    settings = Settings(data=tmp_path, home=True, home_host="127.0.0.1", home_port=port, names=("127.0.0.1",))
    now = SystemClock().now()
    door = open_door(settings, SetClock(now - timedelta(days=LEAF_DAYS - 30.5)))
    server = home_server(create_app(settings, door=door), settings, door)
    server.prepare()
    Thread(target=server.serve, daemon=True).start()
    yield AtHome(settings, door, server, SetClock(now))
    server.stop()


@pytest.fixture
def served(at_home: AtHome) -> tuple[str, Path]:
    """Its address, and where its authority's certificate is."""
    return f"https://127.0.0.1:{at_home.settings.home_port}", at_home.settings.data / "home-authority.pem"


def seen_end(served: tuple[str, Path]) -> datetime:
    """When the certificate ends that a device is shown; the device takes it by its authority."""
    address, authority = served
    trusted, port = ssl.create_default_context(cafile=str(authority)), int(address.rsplit(":", 1)[1])
    with (
        socket.create_connection(("127.0.0.1", port), timeout=10) as plain,
        trusted.wrap_socket(plain, server_hostname="127.0.0.1") as secure,
    ):
        shown: Any = secure.getpeercert()
    return datetime.fromtimestamp(ssl.cert_time_to_seconds(shown["notAfter"]), UTC)


def test_the_certificate_is_renewed_thirty_days_before_its_end_while_the_program_runs(
    at_home: AtHome, served: tuple[str, Path]
) -> None:
    """Judge: what OpenSSL is shown by the running server, and takes."""
    first = seen_end(served)
    for later, renewed in ((timedelta(), False), (timedelta(hours=18), True)):
        at_home.clock.move_on(later)
        renew_certificate(at_home.settings, at_home.door, at_home.server, at_home.clock)
        assert (seen_end(served) > first) is renewed
    renew_certificate(at_home.settings, None, at_home.server, at_home.clock)


def ask(address: str, authority: Path | None, **headers: str) -> Any:
    trusted = ssl.create_default_context(cafile=str(authority) if authority else None)
    return urllib.request.urlopen(urllib.request.Request(address, headers=headers), context=trusted, timeout=10)


def test_openssl_accepts_the_chain_by_the_authority_and_by_nothing_else(served: tuple[str, Path]) -> None:
    """Judge: OpenSSL's own verification of chain, names and constraints."""
    address, authority = served
    with ask(f"{address}/trust", authority) as told:
        page = told.read().decode()
    fingerprint = x509.load_pem_x509_certificate(authority.read_bytes()).fingerprint(hashes.SHA256()).hex().upper()
    assert ":".join(fingerprint[n : n + 2] for n in range(0, 64, 2)) in page
    with ask(f"{address}/trust/zither-awl.crt", authority) as told:
        assert told.read() == authority.read_bytes()
    with pytest.raises(urllib.error.URLError, match=r"self-signed|unable to get local issuer"):
        ask(f"{address}/trust", None)
    with pytest.raises(urllib.error.HTTPError) as refused:
        ask(f"{address}/api/session", authority)
    assert refused.value.code == 401
    with pytest.raises(urllib.error.HTTPError) as foreign:
        ask(f"{address}/api/session", authority, Host="evil.example")
    assert foreign.value.code == 400
    with ask(f"{address}/watch", authority) as shell:
        assert shell.headers["Content-Security-Policy"].startswith("default-src 'self'")


def known(house: SmallHouse, device_id: str) -> tuple[bool, bool]:
    """Whether a device is barred, and whether it is a keeper's."""
    device = pairing.device_of(house.desk, device_id)
    assert device is not None
    return device.barred, device.keeper


def test_a_code_lets_one_device_in_once_for_ten_minutes(house: SmallHouse, clock: SetClock) -> None:
    door = Door()
    with pytest.raises(InvalidValue, match="does not work"):
        door.pair(house.desk, "12345678", "tablet")
    code = door.new_code(house.desk.now())
    assert len(code.digits) == 8
    with pytest.raises(InvalidValue, match="is empty"):
        door.pair(house.desk, code.digits, " ")
    device = door.pair(house.desk, f"{code.digits[:4]} {code.digits[4:]}", "tablet")
    assert known(house, device) == (False, False)
    with pytest.raises(InvalidValue, match="used"):
        door.pair(house.desk, code.digits, "another")
    late = door.new_code(house.desk.now())
    clock.move_on(timedelta(minutes=10, seconds=1))
    with pytest.raises(InvalidValue):
        door.pair(house.desk, late.digits, "late")


def test_five_wrong_tries_are_the_last(house: SmallHouse) -> None:
    door = Door()
    code = door.new_code(house.desk.now())
    for _ in range(5):
        with pytest.raises(InvalidValue):
            door.pair(house.desk, "00000000" if code.digits != "00000000" else "1", "guess")
    with pytest.raises(InvalidValue):
        door.pair(house.desk, code.digits, "too late")


def test_a_barred_device_stays_out_until_it_is_let_in_again(house: SmallHouse) -> None:
    door = Door()
    device = door.pair(house.desk, door.new_code(NOW).digits, "tablet")
    pairing.bar(house.desk, device, True)
    assert known(house, device) == (True, False)
    pairing.bar(house.desk, device, False)
    assert known(house, device) == (False, False)
    assert pairing.device_of(house.desk, "nobody") is None
    assert [d.name for d in pairing.devices(house.desk)] == ["tablet"]
    with pytest.raises(NotFound):
        pairing.bar(house.desk, "nobody", True)


def test_the_door_over_the_api(client: Client) -> None:
    home = client.get("/api/home")
    assert (home["serving"], home["here"], home["devices"]) == (False, True, [])
    digits = client.post("/api/home/code")["digits"]
    paired = client.flask.post("/api/pair", json={"code": digits, "name": "tablet"}, base_url="http://127.0.0.1:8136")
    cookie = paired.headers["Set-Cookie"]
    assert all(word in cookie for word in ("HttpOnly", "Secure", "SameSite=Strict"))
    (device,) = client.get("/api/home")["devices"]
    client.post(f"/api/home/devices/{device['id']}/bar", {"barred": True})
    assert client.get("/api/home")["devices"][0]["barred"]
    client.post("/api/home/devices/nobody/bar", {"barred": True}, 404)
    assert client.flask.get("/trust", base_url="http://127.0.0.1:8136").status_code == 404
    away = {"zither_awl.home": True}
    for path in ("/api/session", "/api/watch", "/api/home"):
        answer = client.flask.get(path, base_url="https://127.0.0.1", environ_overrides=away)
        assert answer.status_code == 401
    client.flask.set_cookie("zither-awl-device", cookie.split("=", 1)[1].split(";")[0], domain="127.0.0.1")
    refused = client.flask.get("/api/session", base_url="https://127.0.0.1", environ_overrides=away)
    assert "tablet, was barred in House. Nothing is taken from it" in refused.get_json(force=True)["detail"]


def test_the_names_of_this_machine_at_home_are_private() -> None:
    names = own_names()
    assert "127.0.0.1" not in names
    assert all(ip_address(n).is_private for n in names if n[0].isdigit())
