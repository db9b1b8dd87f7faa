"""Going back to a copy of a large household while it is served: how long it takes, and whether its progress is told.

    python -m bench.restore [PHOTOGRAPHS] [KB EACH]     2000 of 512 kB, a household of 1 GB, if nothing is said

Printed: the size, the seconds, how often the share was told anew, and whether every table and photograph is the same.
Bar: 60 s.
"""

from __future__ import annotations

import hashlib
import json
import random
import sys
import tempfile
import time
from pathlib import Path

from zither_awl.services import copies
from zither_awl.services.demo import prepare_demo
from zither_awl.services.desk import Desk
from zither_awl.services.restoring import Restoring
from zither_awl.store import prepare
from zither_awl.store import transfer as tables

BAR_S = 60.0


def hashed(database: Path) -> str:
    """The hash of every table and photograph."""
    told = hashlib.sha256(json.dumps(tables.dump(database)[1], sort_keys=True).encode())
    for key, jpeg in tables.photos(database):
        told.update(f"{key}".encode() + jpeg)
    return told.hexdigest()


def main() -> None:
    """Grow, copy, change, go back, print."""
    many = int(sys.argv[1]) if len(sys.argv) > 1 else 2000
    kb = int(sys.argv[2]) if len(sys.argv) > 2 else 512
    with tempfile.TemporaryDirectory() as name:
        database = Path(name) / "zither-awl.db"
        prepare_demo(database)
        desk, chance = Desk(prepare(database)), random.Random(5)
        with desk.write_untracked() as work:
            for _ in range(many):
                work.cupboard.add_photo(b"\xff\xd8" + chance.randbytes(kb * 1024))
        copies.copy_of_today(desk)
        before = hashed(database)
        with desk.write(None, "Phrases") as work:
            work.settings.save_phrases(("written since",))
        restoring, told, began = Restoring(), set[tuple[str, float]](), time.monotonic()
        restoring.begin(desk, f"here/daily-{desk.today()}.db")
        while restoring.progress.state == "running":
            told.add((restoring.progress.step, restoring.progress.share))
            restoring.wait(0.05)
        took = time.monotonic() - began
        done = restoring.wait()
        same = hashed(database) == before
        size = database.stat().st_size / 2**20
        print(
            f"{size:.0f} MB, {many} photographs: {done.state} in {took:.1f} s (bar {BAR_S:.0f}); "
            f"{len(told)} times told anew, in {len({step for step, _ in told})} steps; "
            f"{'every table and photograph the same' if same else 'NOT THE SAME'}"
        )
        desk.close()
    sys.exit(not (same and took < BAR_S))


if __name__ == "__main__":
    main()
