"""Drills of what goes wrong with disks, files, clocks and power: does the program say what to do, and is anything lost
that it had acknowledged?

    python -m bench.drills [KILLS]      so many kills in each drill with kills; 12 if nothing is said

Printed, a line a drill: what was done, what the program said, whether it passed. The drills of the full disk and of the
read-only folder want a mount, which root can make: otherwise they are told as not done. Ends with 1 if one fails.
"""

from __future__ import annotations

import contextlib
import json
import os
import shutil
import signal
import sqlite3
import subprocess
import sys
import tempfile
import time
import urllib.error
import urllib.request
from collections.abc import Callable, Iterator
from contextlib import closing, contextmanager
from datetime import UTC, datetime, timedelta
from pathlib import Path
from typing import Any

from bench.killed import killed_while_brought_up, killed_while_put_back, killed_while_taken_in
from bench.memory import Browser
from bench.program import Program, helps, house, opens
from tests.browser.served import HomeServed
from zither_awl.services import copies
from zither_awl.services.desk import Desk
from zither_awl.store import prepare

PATIENCE_S = 30.0


class NotDone(Exception):
    """A drill this machine does not allow."""


@contextmanager
def small_disk(mb: int) -> Iterator[Path | None]:
    """A disk of so many MB; None where none can be made."""
    with tempfile.TemporaryDirectory() as folder:
        made = subprocess.run(
            ["mount", "-t", "tmpfs", "-o", f"size={mb}m", "tmpfs", folder], capture_output=True, check=False
        )
        yield Path(folder) if made.returncode == 0 else None
        if made.returncode == 0:
            subprocess.run(["umount", "-l", folder], check=True)


def full_disk() -> tuple[bool, str]:
    """The disk fills up while work is sent; then there is room again."""
    with small_disk(40) as disk:
        if disk is None:
            raise NotDone("no disk can be mounted here")
        program = Program(house(disk / "data"))
        program.send(20)
        ballast = disk / "ballast"
        with contextlib.suppress(OSError), ballast.open("wb") as filling:
            while True:
                filling.write(b"0" * 65536)
                filling.flush()
        said = next((told for _ in range(400) if (told := program.send(20, "x" * 900))), "")
        copy = ""
        for each in (disk / "data" / "copies").glob("daily-*"):
            each.unlink()
            with contextlib.suppress(OSError), ballast.open("ab") as filling:
                filling.write(b"0" * 40_000_000)
        try:
            program.browser.send("POST", "copies", {})
        except urllib.error.HTTPError as refused:
            copy = str(json.loads(refused.read())["detail"])
        ballast.unlink()
        again = program.send(20)
        program.stop()
        good = helps(said) and "no room" in said and helps(copy) and not again and program.lost() == 0
        return good, f"{said} | a copy: {copy} | with room again: {again or 'taken'}; {program.lost()} lost"


def read_only_folder(folder: Path) -> tuple[bool, str]:
    """The folder lies on a disk that cannot be written to; then it can be again."""
    data = house(folder / "data")
    mounts = (["mount", "--bind", str(data), str(data)], ["mount", "-o", "remount,bind,ro", str(data)])
    if any(subprocess.run(each, capture_output=True, check=False).returncode for each in mounts):
        raise NotDone("nothing can be mounted read-only here")
    try:
        program = Program(data)
        if program.serves:
            program.stop()
    finally:
        subprocess.run(["umount", "-l", str(data)], check=True)
    again = Program(data)
    taken = again.send(5) if again.serves else again.said
    again.stop()
    good = not program.serves and helps(program.said) and not taken
    return good, f"{program.said.strip()} | writable again: {taken or 'taken'}"


def locked(folder: Path) -> tuple[bool, str]:
    """Another program holds the file while work is sent."""
    program = Program(house(folder))
    program.send(5)
    with closing(sqlite3.connect(folder / "zither-awl.db", isolation_level=None)) as other:
        other.execute("BEGIN IMMEDIATE")
        said = program.send(5)
        other.execute("ROLLBACK")
    again = program.send(5)
    program.stop()
    return helps(said) and not again and program.lost() == 0, f"{said} | afterwards {again or 'taken'}"


def _spoilt(folder: Path, spoil: Callable[[Path], object]) -> tuple[bool, str]:
    """The file is spoilt while the program is away: it says so, nothing is changed, and a copy brings all back."""
    data = house(folder)
    program = Program(data)
    program.send(20)
    program.stop()
    desk = Desk(prepare(data / "zither-awl.db"))
    copy = copies.copy_of_today(desk) or next((data / "copies").glob("daily-*.db"))
    copy.unlink()
    copies.copy_of_today(desk)
    desk.close()
    spoil(data / "zither-awl.db")
    before = (data / "zither-awl.db").read_bytes()
    again = Program(data)
    if again.serves:
        again.stop()
        return False, f"it serves a spoilt file: {again.said}"
    changed = (data / "zither-awl.db").read_bytes() != before
    back = subprocess.run(
        [sys.executable, "-m", "zither_awl.cli", "restore", str(copy), "--data", str(data), "--yes"],
        capture_output=True,
        text=True,
        check=False,
    )
    good = helps(again.said) and not changed and back.returncode == 0 and program.lost() == 0
    return good, f"{again.said.strip()} | restored: {back.stdout.strip().splitlines()[-1:]}; {program.lost()} lost"


def corrupt(folder: Path) -> tuple[bool, str]:
    """Pages in the middle of the file are overwritten."""

    def spoil(file: Path) -> None:
        with file.open("r+b") as opened:
            opened.seek(file.stat().st_size // 2 // 4096 * 4096)
            opened.write(b"\xff" * 40960)

    return _spoilt(folder, spoil)


def truncated(folder: Path) -> tuple[bool, str]:
    """The second half of the file is gone."""
    return _spoilt(folder, lambda file: os.truncate(file, file.stat().st_size // 2 // 4096 * 4096))


def without_its_log(folder: Path) -> tuple[bool, str]:
    """The program was killed, and somebody deleted the -wal beside the file: what was in it is gone with it."""
    program = Program(house(folder))
    for _ in range(30):
        program.send(5)
    program.stop(signal.SIGKILL)
    wal = folder / "zither-awl.db-wal"
    held = wal.stat().st_size // 1024 if wal.exists() else 0
    for ending in ("-wal", "-shm"):
        (folder / f"zither-awl.db{ending}").unlink(missing_ok=True)
    again = Program(folder)
    whole = False
    if again.serves:
        again.browser.get("today")
        again.stop()
        whole = opens(folder / "zither-awl.db")
    return whole or helps(again.said), (
        f"opens whole; {program.lost()} of {len(program.acknowledged)} acknowledged events were in the deleted file "
        f"({held} kB)"
    )


def clock_jumps(folder: Path) -> tuple[bool, str]:
    """The clock is set back two days, forward four hundred, and right again; work is sent all along."""
    house(folder)
    now = datetime.now(UTC)

    def until(true: Callable[[], Any], what: str) -> Any:
        end = time.monotonic() + PATIENCE_S
        while not true():
            if time.monotonic() > end:
                raise TimeoutError(what)
        return True

    served = HomeServed(folder, now, until)
    served.start()
    wrong = []
    browser = Browser(served.port)
    for days in (0, -2, 400, 0):
        served.set_clock(now + timedelta(days=days))
        for path in ("today", "watch", "weeks", "shelf", "children", "cupboard", "keeping", "find"):
            try:
                browser.get(path)
            except urllib.error.HTTPError as refused:
                wrong.append(f"{path} at {days} days: {refused.code}")
        browser.send("PUT", "phrases", {"phrases": [f"written at {days} days"]})
        browser.send("POST", "copies", {})
    made = sorted(path.name for path in (folder / "copies").glob("daily-*.db"))
    served.kill()
    good = not wrong and opens(folder / "zither-awl.db") and len(made) >= 2
    return good, f"{wrong or 'every view answers'}; copies {', '.join(made)}"


def two_programs(folder: Path) -> tuple[bool, str]:
    """A second program is started on the same folder."""
    first = Program(house(folder))
    second = Program(folder)
    taken = first.send(5)
    first.stop()
    if second.serves:
        second.stop()
    return not second.serves and helps(second.said) and not taken, second.said.strip()


def main() -> None:
    """Do every drill, and print."""
    kills = int(sys.argv[1]) if len(sys.argv) > 1 else 12
    root = Path(tempfile.mkdtemp())
    root.chmod(0o755)
    drills: list[tuple[str, Callable[[Path], tuple[bool, str]]]] = [
        ("full disk", lambda _: full_disk()),
        ("read-only folder", read_only_folder),
        ("locked file", locked),
        ("corrupt file", corrupt),
        ("truncated file", truncated),
        ("missing -wal", without_its_log),
        ("clock back and forward", clock_jumps),
        ("two programs on one folder", two_programs),
        ("kill during migration", lambda at: killed_while_brought_up(at, kills)),
        ("kill during restore", lambda at: killed_while_put_back(at, kills)),
        ("kill during import", lambda at: killed_while_taken_in(at, kills)),
    ]
    failed = undone = 0
    for name, drill in drills:
        folder = root / name.replace(" ", "-")
        folder.mkdir()
        try:
            good, told = drill(folder)
        except NotDone as why:
            undone += 1
            print(f"NOT DONE  {name}: {why}", flush=True)
            continue
        except Exception as problem:
            good, told = False, f"{type(problem).__name__}: {problem}"
        failed += not good
        print(f"{'passed' if good else 'FAILED'}  {name}: {told}", flush=True)
    shutil.rmtree(root, ignore_errors=True)
    print(f"{len(drills) - failed - undone} of {len(drills)} passed, {undone} not done")
    sys.exit(failed > 0)


if __name__ == "__main__":
    main()
