"""The program in a process of its own, as `serve --home` runs it, with a clock that stands where a file says.

Started by the tests as `python -m tests.browser.served FOLDER PORT HOME_PORT CLOCK_FILE`; it can be killed at any time.
"""

from __future__ import annotations

import os
import signal
import socket
import subprocess
import sys
import urllib.error
import urllib.request
from base64 import b64encode
from collections.abc import Callable
from datetime import datetime
from hashlib import sha256
from http.cookiejar import CookieJar
from json import dumps, loads
from pathlib import Path
from typing import Any

from cryptography import x509
from cryptography.hazmat.primitives.serialization import Encoding, PublicFormat

ROOT = Path(__file__).parents[2]


class FileClock:
    """Tells the time a file tells."""

    def __init__(self, path: Path) -> None:
        self._path = path

    def now(self) -> datetime:
        return datetime.fromisoformat(self._path.read_text())


class HomeServed:
    """The program serving a folder to the home network; `until` waits for something to be so."""

    def __init__(self, folder: Path, now: datetime, until: Callable[[Callable[[], Any], str], Any]) -> None:
        self.folder, self.clock_file, self._until = folder, folder / "clock", until
        self.port, self.home_port = _free_port(), _free_port()
        self.set_clock(now)
        self.process: subprocess.Popen[bytes] | None = None

    @property
    def address(self) -> str:
        """Where tablets find it."""
        return f"https://127.0.0.1:{self.home_port}"

    def set_clock(self, now: datetime) -> None:
        """Let the program's clock stand at an instant. The file is put in place whole."""
        fresh = self.clock_file.with_suffix(".new")
        fresh.write_text(now.isoformat())
        fresh.replace(self.clock_file)

    def start(self) -> None:
        """Start it, and wait until it answers."""
        words = [str(self.folder), str(self.port), str(self.home_port), str(self.clock_file)]
        log = (self.folder / "served.log").open("ab")
        self.process = subprocess.Popen(
            [sys.executable, "-m", "tests.browser.served", *words], cwd=ROOT, stdout=log, stderr=log
        )
        self._until(self._answers, "the program to answer")

    def _answers(self) -> bool:
        for port in (self.port, self.home_port):
            with socket.socket() as probe:
                if probe.connect_ex(("127.0.0.1", port)) != 0:
                    return False
        return True

    def kill(self) -> None:
        """kill -9."""
        if self.process is not None:
            os.kill(self.process.pid, signal.SIGKILL)
            self.process.wait()
            self.process = None

    def code(self) -> str:
        """A pairing code, asked for on the machine the program runs on."""
        return str(self.tell("POST", "/api/home/code", {})["digits"])

    def get(self, path: str) -> Any:
        """What the program answers on the machine it runs on."""
        with urllib.request.urlopen(f"http://127.0.0.1:{self.port}{path}") as answer:
            return loads(answer.read())

    def tell(self, method: str, path: str, body: object) -> Any:
        """Something is done on the machine the program runs on."""
        opener = urllib.request.build_opener(urllib.request.HTTPCookieProcessor(CookieJar()))
        base = f"http://127.0.0.1:{self.port}"
        token = loads(opener.open(f"{base}/api/session").read())["csrf_token"]
        headers = {"X-CSRF-Token": token, "Content-Type": "application/json"}
        asked = urllib.request.Request(f"{base}{path}", dumps(body).encode(), headers, method=method)
        return loads(opener.open(asked).read())

    def trust(self) -> str:
        """The browser's flag for trusting this program's own authority, and nothing else."""
        authority = x509.load_pem_x509_certificate((self.folder / "home-authority.pem").read_bytes())
        public = authority.public_key().public_bytes(Encoding.DER, PublicFormat.SubjectPublicKeyInfo)
        return f"--ignore-certificate-errors-spki-list={b64encode(sha256(public).digest()).decode()}"


def _free_port() -> int:
    with socket.socket() as probe:
        probe.bind(("127.0.0.1", 0))
        return int(probe.getsockname()[1])


def main() -> None:
    """Serve until killed."""
    from zither_awl.serve import serve
    from zither_awl.settings import Settings

    folder, port, home_port, clock = sys.argv[1:]
    settings = Settings(
        data=Path(folder),
        port=int(port),
        home=True,
        home_host="127.0.0.1",
        home_port=int(home_port),
        names=("127.0.0.1",),
    )
    serve(settings, browser=False, clock=FileClock(Path(clock)))


if __name__ == "__main__":
    main()
