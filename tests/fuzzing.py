"""The API held against its own document by generated requests: valid ones, and ones that are not."""

from __future__ import annotations

import json
import re
import subprocess
import sys
import threading
import urllib.request
from dataclasses import dataclass
from http.cookiejar import CookieJar
from pathlib import Path

from tests.conftest import NOW
from zither_awl.app import create_app
from zither_awl.serve import local_server
from zither_awl.services.clock import SetClock
from zither_awl.services.demo import seed_demo
from zither_awl.services.desk import Desk
from zither_awl.settings import Settings
from zither_awl.store import prepare

DOCUMENT = Path(__file__).parents[1] / "web/openapi.json"
OPERATIONS = sum(len(each) for each in json.loads(DOCUMENT.read_text())["paths"].values())


@dataclass(frozen=True, slots=True)
class Fuzzed:
    """What a run said, how many cases it sent, and whether every check held."""

    said: str
    cases: int
    held: bool


def fuzz(
    folder: Path,
    *,
    examples: int,
    seed: int,
    checks: str = "all",
    phases: str = "examples,coverage,fuzzing",
    exclude: str = "",
) -> Fuzzed:
    """Ask every operation so many times, in a session with its token, of a program with demo data in `folder`."""
    engine = prepare(folder / "zither-awl.db")
    desk = Desk(engine, SetClock(NOW))
    seed_demo(desk)
    desk.close()
    settings = Settings(data=folder, port=0)
    server = local_server(create_app(settings, clock=SetClock(NOW)), settings)
    server.prepare()
    threading.Thread(target=server.serve, daemon=True).start()
    address = f"http://127.0.0.1:{server.bind_addr[1]}"
    try:
        cookie, token = _session(address)
        command = [
            str(Path(sys.executable).with_name("schemathesis")),
            "--config-file",
            str(_config(folder)),
            "run",
            str(DOCUMENT),
            "--url",
            address,
            "--header",
            f"Cookie: {cookie}",
            "--header",
            f"X-CSRF-Token: {token}",
            "--header",
            "X-Adult: 1",
            "--max-examples",
            str(examples),
            "--seed",
            str(seed),
            "--checks",
            checks,
            "--phases",
            phases,
            # Whoever puts another house in the place of this one leaves nothing to ask.
            "--exclude-path-regex",
            "^/api/demo/",
            "--continue-on-failure",
            "--no-shrink",
            "--suppress-health-check",
            "all",
            "--workers",
            "1",
            "--request-timeout",
            "60",
            "--warnings",
            "off",
            *(["--exclude-checks", exclude] if exclude else []),
        ]
        done = subprocess.run(command, capture_output=True, text=True, cwd=folder, check=False)
    finally:
        server.stop()
    said = done.stdout + done.stderr
    found = re.search(r"(\d[\d,]*) generated", said)
    return Fuzzed(said, int(found[1].replace(",", "")) if found else 0, done.returncode == 0)


def _config(folder: Path) -> Path:
    path = folder / "fuzz.toml"
    # What the document cannot say (a tray that is nowhere, a name that is taken) is refused with a sentence.
    refused = ("2xx", "3xx", "400", "401", "403", "404", "405", "409", "415", "422", "429", "502", "503")
    path.write_text(f"[checks]\npositive_data_acceptance.expected-statuses = {list(refused)}\n")
    return path


def _session(address: str) -> tuple[str, str]:
    jar = CookieJar()
    opener = urllib.request.build_opener(urllib.request.HTTPCookieProcessor(jar))
    with opener.open(f"{address}/api/session") as answer:
        token = str(json.load(answer)["csrf_token"])
    return "; ".join(f"{each.name}={each.value}" for each in jar), token
