"""How the program bears years of use: answers, memory and sendings on a house of one term, of seven, and of eight
families in seven terms.

    python -m bench.memory            grows the three houses, serves each, asks, prints a table
    python -m bench.memory FOLDER...  does the same with databases that are there already

Printed, never asserted. Bars, 95th percentile: a structural write to the next Today 100 ms (250 with 24 children); the
cold first answer 1.0 s (1.5); memory 130 MB (200); every GET within three times of what sqlite3 needs to fetch the
rows that answer rests on.
"""

from __future__ import annotations

import json
import os
import shutil
import sqlite3
import statistics
import subprocess
import sys
import tempfile
import time
import urllib.request
from functools import partial
from http.cookiejar import CookieJar
from pathlib import Path
from typing import Any

PORT, TIMES = 8197, 20
GETS = (
    "today",
    "shelf",
    "watch",
    "change",
    "children",
    "cupboard",
    "history",
    "session",
    "episodes?limit=100",
    "children/1/record",
    "mornings/last",
    "find",
    "things",
    "words/1",
    "routines",
    "trays/2/why-not",
    "export/episodes.csv",
)
ROWS = {
    "episodes?limit=100": "SELECT * FROM episode ORDER BY began DESC LIMIT 100",
    "export/episodes.csv": "SELECT * FROM episode ORDER BY began",
    "history": "SELECT * FROM change_set ORDER BY id DESC LIMIT 50",
    "children": "SELECT * FROM child",
    "things": "SELECT * FROM component",
    "find": "SELECT id, name FROM tray",
    "cupboard": "SELECT * FROM tray",
    "shelf": "SELECT * FROM placement WHERE until IS NULL",
}
"""What some answers fetch, so that they can be compared with sqlite3 fetching the same."""


class Browser:
    """Asks as a page does, with a cookie and the token of its session."""

    def __init__(self, port: int) -> None:
        self._at = f"http://127.0.0.1:{port}/api/"
        self._opener = urllib.request.build_opener(urllib.request.HTTPCookieProcessor(CookieJar()))
        self.token = ""

    def get(self, path: str) -> bytes:
        """A GET's body."""
        body: bytes = self._opener.open(self._at + path, timeout=30).read()
        return body

    def send(self, method: str, path: str, body: Any) -> bytes:
        """A write's body."""
        self.token = self.token or json.loads(self.get("session"))["csrf_token"]
        asked = urllib.request.Request(
            self._at + path,
            json.dumps(body).encode(),
            method=method,
            headers={"Content-Type": "application/json", "X-CSRF-Token": self.token},
        )
        answer: bytes = self._opener.open(asked).read()
        return answer


def timed(what: Any) -> float:
    """Milliseconds that a call takes."""
    began = time.perf_counter()
    what()
    return (time.perf_counter() - began) * 1000


def p95(values: list[float]) -> float:
    """The 95th percentile."""
    return sorted(values)[int(0.95 * len(values))]


def memory_mb(pid: int) -> float:
    """Resident memory of a process."""
    pages = int(Path(f"/proc/{pid}/statm").read_text().split()[1])
    return pages * os.sysconf("SC_PAGE_SIZE") / 2**20


def served(folder: Path, python: str = sys.executable) -> subprocess.Popen[str]:
    """A server on a household's folder, once it answers."""
    server = subprocess.Popen(
        [python, "-m", "zither_awl.cli", "serve", "--data", str(folder), "--port", str(PORT), "--no-browser"],
        stdout=subprocess.PIPE,
        stderr=subprocess.STDOUT,
        text=True,
    )
    assert server.stdout is not None
    for line in server.stdout:
        if "is at" in line:
            return server
    raise RuntimeError("the server did not start")


def raw_ms(database: Path, statement: str) -> float:
    """Milliseconds sqlite3 takes to fetch the rows, the median of some times."""
    with sqlite3.connect(database) as db:
        return statistics.median(timed(lambda: db.execute(statement).fetchall()) for _ in range(TIMES))


def structural(browser: Browser, number: int) -> None:
    """A write outside the log: the place of a bin."""
    bin_ = json.loads(browser.get("cupboard"))["bins"][0]
    browser.send("PUT", f"bins/{bin_['id']}", {**_bin(bin_), "place": f"shelf {number}"})


def _bin(bin_: dict[str, Any]) -> dict[str, Any]:
    return {k: bin_[k] for k in ("place", "height_mm", "lid", "locked", "most")}


def measure(folder: Path, python: str = sys.executable) -> dict[str, float]:
    """Serve one folder and ask it everything."""
    server = served(folder, python)
    try:
        browser = Browser(PORT)
        found = {"cold first Today": timed(lambda: browser.get("today"))}
        after = []
        for number in range(TIMES):
            structural(browser, number)
            after.append(timed(lambda: browser.get("today")))
        found["structural write, next Today"] = p95(after)
        for path in GETS:
            browser.get(path)
        found["memory MB"] = memory_mb(server.pid)
        for path in GETS:
            found[f"GET {path}"] = p95([timed(partial(browser.get, path)) for _ in range(TIMES)])
    finally:
        server.terminate()
        server.wait()
    for path, statement in ROWS.items():
        found[f"sqlite3 {path}"] = raw_ms(folder / "zither-awl.db", statement)
    return found


def table(measured: dict[str, dict[str, float]]) -> None:
    """Print what was measured, a house a column."""
    names = list(measured)
    print(f"{'p95 ms (memory MB)':34}" + "".join(f"{name:>14}" for name in names))
    for line in measured[names[0]]:
        print(f"{line:34}" + "".join(f"{measured[name].get(line, float('nan')):14.1f}" for name in names), flush=True)


def main() -> None:
    """Measure the folders named, or grown ones."""
    given = [Path(each) for each in sys.argv[1:] if not each.startswith("--python=")]
    python = next((each.partition("=")[2] for each in sys.argv[1:] if each.startswith("--python=")), sys.executable)
    scratch = Path(tempfile.mkdtemp())
    try:
        if not given:
            from bench.grow import houses

            given = houses(scratch)
        table({folder.name: measure(folder, python) for folder in given})
    finally:
        shutil.rmtree(scratch)


if __name__ == "__main__":
    main()
