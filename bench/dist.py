"""The wheel as a family installs it: into an empty environment, without Node, without a compiler, and used.

    make dist                       builds the wheel, its checksum, and does this with it
    python -m bench.dist WHEEL      does this with a wheel

Printed: how large it is on disk, how long from its start until it answers on demo data, and each step of a short
journey. Ends with 1 where a bar is missed: 350 MB, 3 s.
"""

from __future__ import annotations

import hashlib
import json
import os
import subprocess
import sys
import tempfile
import time
import urllib.error
import urllib.request
import zipfile
from datetime import UTC, datetime
from pathlib import Path

from bench.kill import free_port
from bench.memory import Browser

MOST_MB, MOST_S, PATIENCE_S = 350, 3.0, 120.0
UV = Path(__file__).parents[1] / ".stamps/uvpkg/bin/uv"


def checksum(wheel: Path) -> Path:
    """Write SHA256SUMS beside the wheel."""
    sums = wheel.with_name("SHA256SUMS")
    sums.write_text(f"{hashlib.sha256(wheel.read_bytes()).hexdigest()}  {wheel.name}\n")
    return sums


def installed(wheel: Path, folder: Path) -> Path:
    """Install a wheel into an empty environment as `uv tool install` does, with wheels only: nothing is compiled, and
    Python keeps what it compiles of itself at the first start. Returns its bin folder."""
    home = folder / "environment"
    subprocess.run([UV, "venv", "--quiet", "--python", sys.executable, home], check=True)
    lock = Path(__file__).parents[1] / "requirements.lock"
    plain = {**os.environ, "PATH": str(UV.parent), "CC": "/nowhere", "CXX": "/nowhere"}
    python = home / "bin" / "python"
    for what in (["--require-hashes", "-r", str(lock)], ["--no-deps", str(wheel)]):
        subprocess.run(
            [UV, "pip", "install", "--quiet", "--only-binary", ":all:", "--python", python, *what],
            check=True,
            env=plain,
        )
    return home / "bin"


def size_mb(folder: Path) -> float:
    """What a folder takes on disk."""
    return sum(each.stat().st_size for each in folder.rglob("*") if each.is_file() and not each.is_symlink()) / 2**20


class Served:
    """The installed program on demo data, in a place without anything of ours."""

    def __init__(self, binaries: Path, folder: Path) -> None:
        self.port, began = free_port(), time.monotonic()
        environment = {"PATH": str(binaries), "HOME": str(folder), "XDG_DATA_HOME": str(folder / "share")}
        self.process = subprocess.Popen(
            [binaries / "zither-awl", "demo", "--no-browser", "--port", str(self.port)],
            cwd=folder,
            env=environment,
            stdout=subprocess.PIPE,
            text=True,
        )
        self.browser = Browser(self.port)
        while time.monotonic() - began < PATIENCE_S:
            try:
                self.browser.get("today")
                break
            except (urllib.error.URLError, OSError):
                # It is asked until it answers: that is what is measured.
                time.sleep(0.02)
        self.took_s = time.monotonic() - began

    def stop(self) -> None:
        """Stop it as a system does."""
        self.process.terminate()
        self.process.communicate()


def journey(served: Served) -> list[tuple[str, bool]]:
    """A short journey: the page, what is on the shelf, a work cycle with one piece of work, a print."""
    browser, base = served.browser, f"http://127.0.0.1:{served.port}"
    page = urllib.request.urlopen(f"{base}/today").read().decode()
    script = page.split('type="module"')[1].split('src="')[1].split('"')[0]
    code = urllib.request.urlopen(base + script).read()
    house = json.loads(browser.get("session"))["household"]["name"]
    watch = json.loads(browser.get("watch"))
    child = watch["children"][0]["id"]
    tray = json.loads(browser.get("cupboard"))["trays"][0]["id"]
    now, told = datetime.now(UTC).isoformat(), {"device": "bench-dist-0001", "schema_version": 2, "child_id": child}
    items = [
        {**told, "kind": "start", "episode_id": "dist-1", "tray_id": tray, "sequence": 1, "at": now},
        {
            **told,
            "kind": "finish",
            "episode_id": "dist-1",
            "sequence": 2,
            "at": now,
            "work": "done right",
            "place": "put back",
        },
    ]
    taken = json.loads(browser.send("POST", "sync", {"items": items}))
    paper = browser.get("gauge.pdf?paper=A4")
    return [
        ("the page and its script", '<div id="root"' in page and len(code) > 10_000),
        ("the household", bool(house)),
        ("a piece of work written down", taken["refused"] == []),
        ("a print", paper[:5] == b"%PDF-"),
    ]


def main() -> None:
    """Install, serve, use, print."""
    wheel = Path(sys.argv[1]) if len(sys.argv) > 1 else sorted(Path("dist").glob("*.whl"))[-1]
    print(f"{wheel.name}: {wheel.stat().st_size / 2**20:.1f} MB, {checksum(wheel).read_text().split()[0]}")
    with zipfile.ZipFile(wheel) as packed:
        print(f"the front end is in it: {'zither_awl/static/index.html' in packed.namelist()}")
    with tempfile.TemporaryDirectory() as name:
        folder = Path(name)
        binaries = installed(wheel, folder)
        first = Served(binaries, folder)
        print(f"first start, which invents the household: answers after {first.took_s:.1f} s")
        first.stop()
        again = Served(binaries, folder)
        print(f"started again on demo data: answers after {again.took_s:.2f} s (bar {MOST_S:.0f})")
        try:
            steps = journey(again)
        finally:
            again.stop()
        mb = size_mb(folder / "environment")
        print(f"installed, without dev packages, after two starts: {mb:.0f} MB on disk (bar {MOST_MB})")
        for what, good in steps:
            print(f"{'good' if good else 'WRONG'}  {what}")
    sys.exit(not (mb < MOST_MB and again.took_s < MOST_S and all(good for _, good in steps)))


if __name__ == "__main__":
    main()
