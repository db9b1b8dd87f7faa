"""Kill the program again and again, at any moment: is anything lost that it had acknowledged, or anything doubled?

    python -m bench.kill [SERVING] [OPENING]     so many kills of the server, so many while old files are opened

Printed: acknowledged events that are missing, events that are double, files that do not open, folds that differ.
"""

from __future__ import annotations

import shutil
import signal
import socket
import sqlite3
import subprocess
import sys
import tempfile
import time
from contextlib import closing
from dataclasses import dataclass, field
from datetime import UTC, datetime, timedelta
from http.client import HTTPException
from pathlib import Path
from random import Random
from threading import Event, Thread
from typing import Any

from bench.memory import Browser
from tests.builders import DATA
from zither_awl.services.demo import prepare_demo
from zither_awl.services.desk import Desk
from zither_awl.store import prepare

OLD = sorted(DATA.glob("*.db"), key=lambda path: [int(part) for part in path.stem.split(".")])[:-1]
"""A database of every version that landed but the newest, in their order."""
OPEN = (
    "import sys; from pathlib import Path; from zither_awl.store import prepare; prepare(Path(sys.argv[1])).dispose()"
)


def free_port() -> int:
    """A port nobody listens on."""
    with socket.socket() as probe:
        probe.bind(("127.0.0.1", 0))
        return int(probe.getsockname()[1])


@dataclass(slots=True)
class Sender:
    """A device that sends and remembers what was acknowledged; a sending that was not is sent again."""

    name: str
    count: int = 0
    acknowledged: set[int] = field(default_factory=set)
    renamed: int = 0

    def run(self, browser: Browser, child: int, tray: int, stop: Event) -> None:
        """Send until told to stop or until the program is gone."""
        began = datetime.now(UTC) - timedelta(hours=20)
        try:
            while not stop.is_set():
                first = len(self.acknowledged) // 4
                items = [i for n in range(first, first + 5) for i in self._piece(n, began, child, tray)]
                browser.send("POST", "sync", {"items": items})
                self.acknowledged |= {int(i["sequence"]) for i in items}
                browser.send("PUT", "phrases", {"phrases": [f"{self.name} {self.renamed}"]})
                self.renamed += 1
        except (OSError, HTTPException, ValueError):
            return

    def _piece(self, number: int, began: datetime, child: int, tray: int) -> list[dict[str, Any]]:
        at = began + timedelta(seconds=20 * number)
        told = {"device": self.name, "schema_version": 2, "child_id": child, "episode_id": f"{self.name[:8]}-{number}"}
        kinds: tuple[tuple[str, dict[str, Any]], ...] = (
            ("start", {"tray_id": tray}),
            ("round", {}),
            ("round", {}),
            ("finish", {"work": "done right", "place": "put back"}),
        )
        return [
            {
                **told,
                **more,
                "kind": kind,
                "sequence": number * 4 + n + 1,
                "at": (at + timedelta(seconds=2 * n)).isoformat(),
            }
            for n, (kind, more) in enumerate(kinds)
        ]


def serving(folder: Path, kills: int, chance: Random) -> None:
    """Kill a server under two senders, and look at what it kept."""
    database = folder / "zither-awl.db"
    prepare_demo(database)
    desk = Desk(prepare(database))
    child, tray = desk.house().children[0].id, desk.house().placements[0].tray.id
    desk.close()
    senders = [Sender(f"0000000{n}-aaaa-4aaa-8aaa-aaaaaaaaaaaa") for n in (1, 2)]
    unheard = 0
    for number in range(kills):
        before = sum(len(s.acknowledged) for s in senders)
        port = free_port()
        command = ["-m", "zither_awl.cli", "serve", "--data", str(folder), "--port", str(port), "--no-browser"]
        server = subprocess.Popen([sys.executable, *command], stdout=subprocess.PIPE, text=True)
        assert server.stdout is not None
        if "is at" not in server.stdout.readline():
            raise SystemExit(f"after {number} kills the program did not start again")
        stop = Event()
        threads = [Thread(target=s.run, args=(Browser(port), child, tray, stop)) for s in senders]
        for thread in threads:
            thread.start()
        # The moment of the kill is drawn by lot: nothing is waited for.
        time.sleep(chance.uniform(0.02, 2.0))
        server.send_signal(signal.SIGKILL)
        server.wait()
        stop.set()
        for thread in threads:
            thread.join()
        unheard += before == sum(len(s.acknowledged) for s in senders)
    print(f"{unheard} of {kills} kills came before anything was acknowledged")
    _judge(database, senders, kills)


def _judge(database: Path, senders: list[Sender], kills: int) -> None:
    with closing(sqlite3.connect(database)) as db:
        whole = db.execute("PRAGMA integrity_check").fetchone()[0]
        lost = doubled = 0
        for sender in senders:
            rows = [n for (n,) in db.execute("SELECT sequence FROM episode_event WHERE device = ?", (sender.name,))]
            lost += len(sender.acknowledged - set(rows))
            doubled += len(rows) - len(set(rows))
    desk = Desk(prepare(database))
    with desk.trial() as work:
        differ = len(work.projections_differ())
    desk.close()
    told = sum(len(s.acknowledged) for s in senders)
    print(
        f"{kills} kills while serving: {told} events acknowledged, {lost} lost, {doubled} doubled, "
        f"integrity {whole}, {differ} folded wrongly"
    )


def opening(folder: Path, kills: int, chance: Random) -> None:
    """Kill one and two programs while they bring old files up, and open each afterwards."""
    closed = 0
    for number in range(kills):
        old = OLD[number % len(OLD)]
        path = folder / f"{number}" / "zither-awl.db"
        path.parent.mkdir()
        shutil.copy(old, path)
        running = [
            subprocess.Popen([sys.executable, "-c", OPEN, str(path)], stderr=subprocess.DEVNULL)
            for _ in range(1 + number % 2)
        ]
        # As above: any moment of the opening.
        time.sleep(chance.uniform(0.35, 2.2))
        for each in running:
            each.send_signal(signal.SIGKILL)
            each.wait()
        try:
            desk = Desk(prepare(path, create=False))
            kept = desk.house().household
            with desk.trial() as work:
                good = kept is not None and kept.name == "Garden Flat" and not work.projections_differ()
            desk.close()
        except Exception as problem:
            good = False
            print(f"{old.stem}: {problem}")
        closed += not good
        shutil.rmtree(path.parent)
    print(f"{kills} kills while old files are brought up, by one and by two programs: {closed} do not open whole")


def main() -> None:
    """Do both, and print."""
    given = [int(word) for word in sys.argv[1:]]
    folder, chance = Path(tempfile.mkdtemp()), Random(1)
    try:
        serving(folder / "served", given[0] if given else 1000, chance)
        opening(folder, given[1] if len(given) > 1 else 400, chance)
    finally:
        shutil.rmtree(folder)


if __name__ == "__main__":
    main()
