"""How fast the server answers every question on the demo household, and how much memory it takes.

Run by `make bench`; printed, never asserted. The bar: 95th percentile of every GET under 60 ms, memory under
150 MB after each GET once, and no heavy library before it is needed.
"""

from __future__ import annotations

import os
import shutil
import statistics
import subprocess
import sys
import tempfile
import time
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


def main() -> None:
    """Serve a fresh demo, ask everything, print."""
    folder = Path(tempfile.mkdtemp())
    command = [
        sys.executable,
        "-m",
        "zither_awl.cli",
        "demo",
        "--data",
        str(folder),
        "--port",
        str(PORT),
        "--no-browser",
    ]
    began = time.perf_counter()
    server = subprocess.Popen(command, stdout=subprocess.PIPE, text=True)
    try:
        assert server.stdout is not None
        while "is at" not in server.stdout.readline():
            pass
        print(f"first start with seeding: {time.perf_counter() - began:.1f} s")
        for path in QUESTIONS:
            ask(path)
        print(f"memory after each GET once: {memory_mb(server.pid):.0f} MB (bar 150)")
        print("heavy libraries imported at start:", heavy() or "none")
        print(f"{'GET':26} {'median':>8} {'95th':>8}   ms (bar 60)")
        for path in QUESTIONS:
            times = sorted(ask(path) * 1000 for _ in range(TIMES))
            print(f"{path:26} {statistics.median(times):8.1f} {times[int(0.95 * TIMES)]:8.1f}")
    finally:
        server.terminate()
        server.wait()
        shutil.rmtree(folder)


if __name__ == "__main__":
    main()
