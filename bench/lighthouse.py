"""Lighthouse (desktop and mobile) on Today, Watch and Shelf of the demo. Run by `make lighthouse`;
printed, never asserted. Beside them stands how quick Lighthouse found this machine: about 1500 and more for what it
takes a phone to be a quarter of.

Lighthouse itself comes from the npm registry at the first run; the pages are served on this machine.
"""

from __future__ import annotations

import json
import os
import subprocess
import sys
import tempfile
from itertools import product
from pathlib import Path

PORT = 8198
VERSION = "12.8.2"
CHROME = (
    "--headless=new --no-sandbox --disable-gpu --disable-dev-shm-usage --disable-background-networking "
    "--disable-component-update --disable-sync --no-first-run --proxy-server=direct:// --proxy-bypass-list=*"
)


def _run(command: list[str], folder: Path) -> None:
    """Run it, and once more where the browser did not begin to trace in time, as on a busy machine."""
    around = {**os.environ, "CHROME_PATH": "/usr/bin/chromium"}
    for last in (False, False, True):
        if subprocess.run(command, check=last, env=around, cwd=folder).returncode == 0:
            return


def main() -> None:
    """Serve the demo and print the scores."""
    folder = Path(tempfile.mkdtemp())
    demo = ["-m", "zither_awl.cli", "demo", "--data", str(folder / "demo"), "--port", str(PORT), "--no-browser"]
    server = subprocess.Popen([sys.executable, *demo], stdout=subprocess.PIPE, text=True)
    try:
        assert server.stdout is not None
        while "is at" not in server.stdout.readline():
            pass
        for view, preset in product(("today", "watch", "shelf"), ("--preset=desktop", "--form-factor=mobile")):
            out = folder / f"{view}.json"
            command = [
                "npx",
                "--yes",
                f"lighthouse@{VERSION}",
                f"http://127.0.0.1:{PORT}/{view}",
                "--quiet",
                preset,
                "--output=json",
                f"--output-path={out}",
                "--no-enable-error-reporting",
                f"--chrome-flags={CHROME}",
                "--only-categories=performance,accessibility,best-practices",
            ]
            _run(command, folder)
            report = json.loads(out.read_text())
            power = round(report["environment"]["benchmarkIndex"])
            print(
                view,
                preset,
                f"on a machine of {power}",
                {name: round(100 * c["score"]) for name, c in report["categories"].items()},
            )
            for name, audit in report["audits"].items():
                if audit["score"] is not None and audit["score"] < 0.9 and audit["scoreDisplayMode"] != "informative":
                    print("   ", name, audit["score"], audit.get("displayValue", ""))
    finally:
        server.terminate()
        server.wait()


if __name__ == "__main__":
    main()
