"""Serving: on this machine always, and to the home network over https when asked."""

from __future__ import annotations

import ipaddress
import os
import socket
import sys
import webbrowser
from collections.abc import Callable, Iterable
from pathlib import Path
from threading import Thread
from typing import Any

import click
from cheroot.ssl.builtin import BuiltinSSLAdapter
from cheroot.wsgi import Server
from flask import Flask
from waitress.server import create_server

from zither_awl.api.context import HOME_MARK
from zither_awl.app import create_app
from zither_awl.services.certificate import home_certificate, private
from zither_awl.services.clock import Clock, SystemClock
from zither_awl.services.pairing import Door
from zither_awl.settings import Settings

THREADS = 8


def serve(settings: Settings, browser: bool, clock: Clock | None = None) -> None:
    """Serve the household until it is stopped. Raises: ClickException when a port is taken."""
    if not _free(settings.host, settings.port):
        raise click.ClickException(f"Port {settings.port} is taken. Stop what uses it, or give another with --port.")
    door = open_door(settings, clock or SystemClock()) if settings.home else None
    app = create_app(settings, clock=clock, door=door)
    server = create_server(app, host=settings.host, port=settings.port, threads=THREADS)
    address = f"http://{settings.host}:{settings.port}"
    click.echo(f"Zither Awl is at {address}   (Ctrl+C stops it)")
    if door is not None and door.certificate is not None:
        home = home_server(app, settings, door)
        Thread(target=home.safe_start, daemon=True).start()
        click.echo(f"For the devices of the house: {'  '.join(door.addresses)}")
        click.echo(f"Each comes to trust it at {door.addresses[0]}/trust, by this fingerprint:")
        click.echo(door.certificate.fingerprint)
    if browser and (os.environ.get("DISPLAY") or sys.platform in ("darwin", "win32")):
        webbrowser.open(address)
    server.run()


def open_door(settings: Settings, clock: Clock) -> Door:
    """The names and addresses of this machine at home, and a certificate for them."""
    if not _free(settings.home_host, settings.home_port):
        raise click.ClickException(f"Port {settings.home_port} is taken. Give another with --home-port.")
    hosts = [*settings.names, *own_names()]
    certificate = home_certificate(settings.data, [*hosts, "localhost", "127.0.0.1"], clock.now())
    return Door(certificate, tuple(f"https://{host}:{settings.home_port}" for host in hosts))


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

    server = Server((settings.home_host, settings.home_port), marked, numthreads=THREADS, server_name="Zither Awl")
    server.ssl_adapter = BuiltinSSLAdapter(_text(door.certificate.chain), _text(door.certificate.key))
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
