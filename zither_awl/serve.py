"""Serving: on this machine always, and to the home network over https when asked. One server for both."""

from __future__ import annotations

import gc
import ipaddress
import signal
import socket
import webbrowser
from collections.abc import Callable, Iterable, Sequence
from functools import partial
from pathlib import Path
from threading import Event, Thread
from typing import Any

import click
from cheroot.ssl.builtin import BuiltinSSLAdapter
from cheroot.wsgi import Server
from flask import Flask

from zither_awl.api.context import HOME_MARK, KEY
from zither_awl.api.views.watch import take_kept
from zither_awl.app import create_app
from zither_awl.core.errors import ZitherAwlError
from zither_awl.core.saying import say
from zither_awl.languages import told
from zither_awl.services import journal
from zither_awl.services.clock import Clock, SystemClock
from zither_awl.services.copies import copy_of_today
from zither_awl.services.desk import Desk
from zither_awl.services.folder import alone_with
from zither_awl.services.machine import has_a_screen, keep_one_heap, private
from zither_awl.services.pairing import Certificate, Door
from zither_awl.services.restoring import clear_left
from zither_awl.settings import Settings
from zither_awl.spoken import tell

THREADS, PATIENCE_S = 8, 1
"""How many answer at once, and how many seconds they are waited for when the program stops."""
SETTLES_S = 1.0
"""So long after the house was first read its answers are ready, and what they rest on is taken as lasting."""
LOOK_EVERY_S = 3600.0
"""So often it is looked whether a new day wants its copy."""


class PatientServer(Server):
    """A server whose threads wait for nobody: a connection is given to one only once it has said something."""

    def process_conn(self, conn: Any) -> None:
        """Take a connection in hand; a new one waits with the others until it speaks, and ends if it never does."""
        if getattr(conn, "has_spoken", False):
            super().process_conn(conn)
        else:
            conn.has_spoken = True
            self._connections.put(conn)  # type: ignore[attr-defined]


SECURE = {"wsgi.url_scheme": "https", "HTTPS": "on"}
"""What every request over https is told."""


class LateHandshake(BuiltinSSLAdapter):
    """Shakes hands in the thread that reads, not in the one that accepts: a silent guest keeps nobody waiting."""

    def wrap(self, sock: Any) -> tuple[Any, dict[str, str]]:
        """The socket, which shakes hands when it is first read from."""
        wrapped = self.context.wrap_socket(sock, do_handshake_on_connect=False, server_side=True)
        return wrapped, dict(SECURE)


def settle_memory(desk: Desk, stopped: Event) -> None:
    """A while after the house was read, take it out of what the collector of cycles goes through: with years of work in
    it that takes longer than any answer, and nothing of it is in a cycle."""
    desk.was_read.wait()
    if not stopped.wait(SETTLES_S):
        gc.collect()
        gc.freeze()


def serve(settings: Settings, browser: bool, clock: Clock | None = None) -> None:
    """Serve the household until it is stopped. Raises: ClickException when a port is taken; StoreUnavailable when
    another program serves the folder."""
    address = f"http://{settings.host}:{settings.port}"
    with alone_with(settings.data, address):
        if not _free(settings.host, settings.port):
            said = say("Port {port} is taken. Stop what uses it, or give another with --port.", port=settings.port)
            raise click.ClickException(told(said))
        keep_one_heap()
        journal.begin(settings.data)
        clear_left(settings.data)
        door = open_door(settings, clock or SystemClock()) if settings.home else None
        app = create_app(settings, clock=clock, door=door)
        desk: Desk = app.extensions[KEY]
        if (taken := take_kept(desk)) > 0:
            journal.LOGGER.info("took in %s items of kinds that were not known before", taken)
        servers = [local_server(app, settings)]
        if door is not None and door.certificate is not None:
            servers.append(home_server(app, settings, door))
        _listen(servers)
        tell(say("Zither Awl is at {address}   (Ctrl+C stops it)", address=address))
        if door is not None and door.certificate is not None:
            tell(say("For the devices of the house: {addresses}", addresses="  ".join(door.addresses)))
            tell(say("Each comes to trust it at {address}/trust, by this fingerprint:", address=door.addresses[0]))
            click.echo(door.certificate.fingerprint)
        if browser and has_a_screen():
            webbrowser.open(address)
        _run(servers, desk, partial(renew_certificate, settings, door, servers[-1], desk.clock))


def _listen(servers: list[Server]) -> None:
    """Whoever is told the address is answered."""
    for server in servers:
        server.prepare()
        Thread(target=server.serve, daemon=True).start()


def _run(servers: list[Server], desk: Desk, renew: Callable[[], None]) -> None:
    """Serve until Ctrl+C or until the system asks to stop; then close everything, so that one whole file is left."""
    stopped = Event()
    if hasattr(signal, "SIGTERM"):
        signal.signal(signal.SIGTERM, lambda *_: stopped.set())
    Thread(target=settle_memory, args=(desk, stopped), daemon=True).start()
    try:
        while not stopped.is_set():
            _daily_copy(desk)
            renew()
            stopped.wait(LOOK_EVERY_S)
    except KeyboardInterrupt:
        pass
    finally:
        for server in servers:
            server.stop()
        desk.close()
        journal.LOGGER.info("stopped")
        journal.end()


def _daily_copy(desk: Desk) -> None:
    try:
        copy_of_today(desk)
    except ZitherAwlError:
        # The day's work goes on without its copy; the log says why, and it is tried again.
        journal.incident("the copy of the day could not be made")


def renew_certificate(settings: Settings, door: Door | None, server: Server, clock: Clock) -> None:
    """Renew the certificate of the home network before it ends, without a start: who comes from now on sees the new."""
    if door is None or door.certificate is None:
        return
    before = door.certificate.chain.read_bytes()
    door.certificate = _certificate(settings.data, settings.names, clock)
    if door.certificate.chain.read_bytes() != before:
        server.ssl_adapter.context.load_cert_chain(_text(door.certificate.chain), _text(door.certificate.key))
        journal.LOGGER.info("the certificate of the home network was renewed")


def local_server(app: Flask, settings: Settings) -> Server:
    """The server for this machine."""
    return PatientServer(
        (settings.host, settings.port), app, numthreads=THREADS, server_name="Zither Awl", shutdown_timeout=PATIENCE_S
    )


def open_door(settings: Settings, clock: Clock) -> Door:
    """The names and addresses of this machine at home, and a certificate for them."""
    if not _free(settings.home_host, settings.home_port):
        said = say("Port {port} is taken. Give another with --home-port.", port=settings.home_port)
        raise click.ClickException(told(said))
    hosts = [*settings.names, *own_names()]
    return Door(
        _certificate(settings.data, settings.names, clock),
        tuple(f"https://{host}:{settings.home_port}" for host in hosts),
    )


def _certificate(folder: Path, names: Sequence[str], clock: Clock) -> Certificate:
    # Who serves this machine only does not need what makes certificates: 8 MB.
    from zither_awl.services.certificate import home_certificate

    return home_certificate(folder, [*names, *own_names(), "localhost", "127.0.0.1"], clock.now())


def own_names() -> list[str]:
    """What this machine is called at home: its name, the name other devices find it by, and its private addresses."""
    name = socket.gethostname().split(".")[0].lower()
    found = [f"{name}.local", name] if name and name != "localhost" else []
    addresses = {str(info[4][0]) for info in _looked_up(name)} | set(_outward())
    return [*(a for a in sorted(addresses) if _private(a)), *found]


def _looked_up(name: str) -> list[Any]:
    try:
        return socket.getaddrinfo(name, None, socket.AF_INET)
    except OSError:
        return []


def _outward() -> list[str]:
    """The address by which this machine would speak to its network. Nothing is sent to find it."""
    with socket.socket(socket.AF_INET, socket.SOCK_DGRAM) as probe:
        try:
            probe.connect(("192.168.255.255", 9))
        except OSError:
            return []
        return [str(probe.getsockname()[0])]


def _private(address: str) -> bool:
    known = ipaddress.ip_address(address)
    return private(known) and not known.is_loopback


def home_server(app: Flask, settings: Settings, door: Door) -> Server:
    """The server of the home network: https only, every request marked as coming from there."""
    assert door.certificate is not None
    inner: Callable[[dict[str, Any], Any], Iterable[bytes]] = app.wsgi_app

    def marked(environ: dict[str, Any], start: Any) -> Iterable[bytes]:
        environ[HOME_MARK] = True
        return inner(environ, start)

    at = (settings.home_host, settings.home_port)
    server = PatientServer(at, marked, numthreads=THREADS, server_name="Zither Awl", shutdown_timeout=PATIENCE_S)
    server.ssl_adapter = LateHandshake(_text(door.certificate.chain), _text(door.certificate.key))
    return server


def _text(path: Path) -> str:
    return str(path.resolve())


def _free(host: str, port: int) -> bool:
    with socket.socket() as probe:
        probe.setsockopt(socket.SOL_SOCKET, socket.SO_REUSEADDR, 1)
        try:
            probe.bind((host, port))
        except OSError:
            return False
    return True
