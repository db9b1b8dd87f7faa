"""The program in a process of its own, for drills: started, sent to, killed."""

from __future__ import annotations

import contextlib
import hashlib
import json
import signal
import sqlite3
import subprocess
import sys
import urllib.error
from contextlib import closing
from datetime import UTC, datetime, timedelta
from pathlib import Path
from typing import Any

from bench.kill import free_port
from bench.memory import Browser
from zither_awl.services.desk import Desk
from zither_awl.store import prepare
from zither_awl.store import transfer as tables

DEVICE = "00000001-aaaa-4aaa-8aaa-aaaaaaaaaaaa"
DOES = (
    "free",
    "make room",
    "put back",
    "close",
    "restore",
    "check the rights",
    "update",
    "open that",
    "stop it",
    "name another",
    "let in again",
    "try again",
)
"""Words of a message that says what to do."""


class Program:
    """The program served on a folder, and a device that sends to it and remembers what was acknowledged."""

    def __init__(self, folder: Path) -> None:
        self.folder, self.port, self.acknowledged = folder, free_port(), set[int]()
        self.said, self._next = "", 1
        self.process = subprocess.Popen(
            [
                sys.executable,
                "-m",
                "zither_awl.cli",
                "serve",
                "--data",
                str(folder),
                "--port",
                str(self.port),
                "--no-browser",
            ],
            stdout=subprocess.PIPE,
            stderr=subprocess.STDOUT,
            text=True,
        )
        assert self.process.stdout is not None
        self.said = self.process.stdout.readline()
        self.serves = " is at " in self.said
        if not self.serves:
            self.said += self.process.communicate()[0]
        self.browser = Browser(self.port)

    def stop(self, how: signal.Signals = signal.SIGTERM) -> None:
        """Stop it, or kill it."""
        self.process.send_signal(how)
        self.process.communicate()

    def run_for(self, seconds: float) -> None:
        """Let it run so long: the moment of a kill is drawn by lot, nothing is waited for."""
        with contextlib.suppress(subprocess.TimeoutExpired):
            self.process.wait(seconds)

    def send(self, pieces: int = 1, note: str = "") -> str:
        """Send pieces of work. Returns what was said against it, "" when all was acknowledged."""
        first, base = self._next, datetime.now(UTC) - timedelta(hours=30)
        items = []
        for n in range(pieces):
            told = {"device": DEVICE, "schema_version": 2, "child_id": 1, "episode_id": f"drill-{first + n}"}
            at = base + timedelta(seconds=20 * (first + n))
            kinds: tuple[tuple[str, dict[str, Any]], ...] = (
                ("start", {"tray_id": 1}),
                ("note", {"text": note or "so"}),
                ("finish", {"work": "done right", "place": "put back"}),
            )
            items += [
                {**told, **more, "kind": kind, "sequence": (first + n) * 3 + k, "at": at.isoformat()}
                for k, (kind, more) in enumerate(kinds)
            ]
        try:
            self.browser.send("POST", "sync", {"items": items})
        except urllib.error.HTTPError as refused:
            return str(json.loads(refused.read())["detail"])
        self._next += pieces
        self.acknowledged |= {int(item["sequence"]) for item in items}
        return ""

    def lost(self) -> int:
        """How many acknowledged events are not in the file."""
        with closing(sqlite3.connect(self.folder / "zither-awl.db")) as db:
            there = {n for (n,) in db.execute("SELECT sequence FROM episode_event WHERE device = ?", (DEVICE,))}
        return len(self.acknowledged - there)


def helps(said: str) -> bool:
    """Whether a message says what to do."""
    return any(word in said.lower() for word in DOES) and "traceback" not in said.lower()


def house(folder: Path) -> Path:
    """The demo household in a folder."""
    made = (
        "import sys; from pathlib import Path; from zither_awl.services.demo import prepare_demo; "
        "prepare_demo(Path(sys.argv[1]))"
    )
    # In a process of its own: nothing of it may hold the file.
    subprocess.run([sys.executable, "-c", made, str(folder / "zither-awl.db")], check=True)
    return folder


def hashed(database: Path) -> str:
    """The hash of every table of a household."""
    _, rows = tables.dump(database)
    return hashlib.sha256(json.dumps(rows, sort_keys=True).encode()).hexdigest()


def opens(file: Path) -> bool:
    """Whether a household opens, with its folds as its log has them."""
    try:
        desk = Desk(prepare(file, create=False))
        with desk.trial() as work:
            good = not work.projections_differ()
        desk.close()
    except Exception as problem:
        print(f"      {file.name}: {problem}")
        return False
    return good
