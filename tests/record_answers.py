"""Takes the answers of this version on the demo household of 0.5.0, for later versions to be held against.

`python -m tests.record_answers 0.8.0` writes tests/data/answers-0.8.0.json.gz: run it once, when a version lands, and
before its entry is written in tests/api/test_same_answers.py.
"""

from __future__ import annotations

import gzip
import json
import sys
import tempfile
from pathlib import Path
from typing import Any

from tests.api.test_same_answers import PLANS, THEN, called, planned
from tests.builders import DATA
from tests.conftest import NOW, Client
from zither_awl.app import create_app
from zither_awl.services.clock import SetClock
from zither_awl.settings import Settings


def main() -> None:
    """Ask everything once and keep it."""
    folder = Path(tempfile.mkdtemp())
    (folder / "zither-awl.db").write_bytes(gzip.decompress((DATA / "demo-0.5.0.db.gz").read_bytes()))
    opened = Client(create_app(Settings(data=folder), clock=SetClock(NOW)).test_client())
    said = {path: _asked(opened, path) for path in THEN["0.5.0"]}
    text = json.dumps(said, sort_keys=True, separators=(",", ":"))
    (DATA / f"answers-{sys.argv[1]}.json.gz").write_bytes(gzip.compress(text.encode(), mtime=0))


def _asked(opened: Client, path: str) -> Any:
    if path in PLANS:
        return planned(opened, path)
    if path.endswith(".csv"):
        return opened.flask.get(f"/api/{path}", base_url="http://127.0.0.1:8136").get_data(as_text=True)
    return opened.get(f"/api/{called(path)}")


if __name__ == "__main__":
    main()
