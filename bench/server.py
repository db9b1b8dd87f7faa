"""How fast the server answers every question on the demo household, and how much memory it takes.

Run by `make bench`; printed, never asserted. The bar: 95th percentile of every GET under 60 ms, memory under
150 MB after each GET once, and no heavy library before it is needed.
"""

from __future__ import annotations

import json
import os
import re
import shutil
import statistics
import subprocess
import sys
import tempfile
import time
import urllib.error
import urllib.request
from pathlib import Path

QUESTIONS = (
    "session",
    "history",
    "shelf",
    "cupboard",
    "children",
    "watch",
    "change",
    "today",
    "episodes?limit=100",
    "children/1/record",
    "children/2/record",
    "children/3/record",
    "trays/2/why-not",
    "export/episodes.csv",
)
TIMES = 60
DOCUMENT = Path(__file__).parents[1] / "web" / "openapi.json"
PORT = 8199


def ask(path: str) -> float:
    """Seconds for one answer."""
    began = time.perf_counter()
    with urllib.request.urlopen(f"http://127.0.0.1:{PORT}/api/{path}") as answer:
        answer.read()
    return time.perf_counter() - began


def memory_mb(pid: int) -> float:
    """Resident memory of a process."""
    pages = int(Path(f"/proc/{pid}/statm").read_text().split()[1])
    return pages * os.sysconf("SC_PAGE_SIZE") / 2**20


def heavy() -> list[str]:
    """Heavy libraries in a process that has only made the application."""
    script = (
        "import sys, tempfile, pathlib; from zither_awl.app import create_app; "
        "from zither_awl.settings import Settings; "
        "create_app(Settings(data=pathlib.Path(tempfile.mkdtemp()))); "
        "print(*[m for m in ('ortools', 'scipy', 'numpy', 'pandas', 'networkx') if m in sys.modules])"
    )
    return subprocess.run([sys.executable, "-c", script], capture_output=True, text=True, check=True).stdout.split()


def served(command: str, folder: Path) -> subprocess.Popen[str]:
    """The program on a folder, once it says where it is."""
    words = (
        sys.executable,
        "-m",
        "zither_awl.cli",
        command,
        "--data",
        str(folder),
        "--port",
        str(PORT),
        "--no-browser",
    )
    server = subprocess.Popen(words, stdout=subprocess.PIPE, text=True)
    assert server.stdout is not None
    while "is at" not in server.stdout.readline():
        pass
    return server


def ended(server: subprocess.Popen[str]) -> None:
    """Stop it, and wait until it has."""
    server.terminate()
    server.wait()


def ask_everything(language: str) -> int:
    """Every GET of the API's document once, with 1 for whatever an address asks. Returns how many were answered."""
    paths = [path for path, ways in json.loads(DOCUMENT.read_text())["paths"].items() if "get" in ways]
    answered = 0
    for path in paths:
        request = urllib.request.Request(
            f"http://127.0.0.1:{PORT}{re.sub(r'{[^}]*}', '1', path)}",
            headers={"Cookie": f"zither-awl-language={language}"},
        )
        try:
            with urllib.request.urlopen(request) as answer:
                answer.read()
                answered += 1
        except urllib.error.HTTPError:
            continue
    return answered


def main() -> None:
    """Serve a fresh demo, ask everything, print; then the same household again, as on any later day."""
    folder = Path(tempfile.mkdtemp())
    began = time.perf_counter()
    server = served("demo", folder)
    try:
        print(f"first start with seeding: {time.perf_counter() - began:.1f} s")
        for path in QUESTIONS:
            ask(path)
        print(f"memory after each GET once, demo invented by the same process: {memory_mb(server.pid):.0f} MB")
        print("heavy libraries imported at start:", heavy() or "none")
        print(f"{'GET':26} {'median':>8} {'95th':>8}   ms (bar 60)")
        for path in QUESTIONS:
            times = sorted(ask(path) * 1000 for _ in range(TIMES))
            print(f"{path:26} {statistics.median(times):8.1f} {times[int(0.95 * TIMES)]:8.1f}")
        ended(server)
        server = served("serve", folder)
        for path in QUESTIONS:
            ask(path)
        print(f"memory on a household that is there, after each GET once: {memory_mb(server.pid):.0f} MB (bar 150)")
        for language in ("en", "es"):
            answered = ask_everything(language)
            print(f"  after {answered} GETs of the whole API, {language}: {memory_mb(server.pid):.0f} MB")
    finally:
        ended(server)
        shutil.rmtree(folder)


if __name__ == "__main__":
    main()
