"""What somebody who helps needs to know, in one ZIP without names, notes or anything of a child: versions, whether the
file is whole, how much is in it, the last lines of the log."""

from __future__ import annotations

import json
import re
import sqlite3
import zipfile
from contextlib import closing, suppress
from importlib import metadata
from pathlib import Path
from typing import Any

from zither_awl import __version__
from zither_awl.core.errors import StoreUnavailable
from zither_awl.services import journal, machine
from zither_awl.store import opening

LAST_LINES = 400
_FRAME = re.compile(r'^\s*File ".*?([^/\\"]+)", line (\d+), in (\S+)')
_LINE = re.compile(r"^(\d{4}-\d\d-\d\d \S+ \w+)\s+([\w.]+): (.*)$")
_ERROR = re.compile(r"^([\w.]+(?:Error|Exception|Warning|Unavailable|Value|Found|Busy)\w*)\b")
NAMED = (
    ("household", "name"),
    ("adult", "name"),
    ("child", "name"),
    ("tray", "name"),
    ("component", "name"),
    ("bin", "name"),
    ("unit", "name"),
    ("child_group", "name"),
    ("theme", "name"),
)
"""Where names stand that the log might have."""
README = """What is in here, to be read before it is given away:

about.json   versions, kind of machine, size and state of the household's file, how many rows each table has
log.txt      the last lines of the program's log: when, what kind, which line of the program; no words of yours

No names, no notes, no photographs, no days of work. Nothing is sent anywhere: you give it to whom you like.
"""


def diagnose(data: Path, target: Path) -> None:
    """Write the ZIP. Raises: StoreUnavailable where it cannot be written."""
    database = data / "zither-awl.db"
    names = _names(database)
    about = {
        "version": __version__,
        **machine.told(),
        "packages": {each.metadata["Name"]: each.version for each in metadata.distributions()},
        "file": _state(database),
        "copies": len(list((data / opening.COPIES).glob("*.db"))),
    }
    try:
        with zipfile.ZipFile(target, "w", zipfile.ZIP_DEFLATED) as archive:
            archive.writestr("README.txt", README)
            archive.writestr("about.json", json.dumps(about, indent=1, sort_keys=True))
            archive.writestr("log.txt", "\n".join(plain_lines(_log(data), names)) + "\n")
    except OSError as problem:
        raise StoreUnavailable(f"{target.name} cannot be written: {problem.strerror}. Name another place.") from problem


def _state(database: Path) -> dict[str, Any]:
    if not database.exists():
        return {"there": False}
    found: dict[str, Any] = {"there": True, "bytes": database.stat().st_size}
    try:
        with closing(sqlite3.connect(f"{database.resolve().as_uri()}?mode=ro", uri=True)) as db:
            found["integrity"] = db.execute("PRAGMA integrity_check").fetchone()[0]
            found["tables"] = opening.version_of(db)
            names = [name for (name,) in db.execute("SELECT name FROM sqlite_master WHERE type = 'table' ORDER BY 1")]
            found["rows"] = {name: db.execute(f'SELECT count(*) FROM "{name}"').fetchone()[0] for name in names}
    except sqlite3.DatabaseError as problem:
        found["integrity"] = type(problem).__name__
    return found


def _names(database: Path) -> frozenset[str]:
    """Every name of the house, so that none is in what is given away."""
    found: set[str] = set()
    with (
        suppress(sqlite3.DatabaseError, OSError),
        closing(sqlite3.connect(f"{database.resolve().as_uri()}?mode=ro", uri=True)) as db,
    ):
        for table, column in NAMED:
            with suppress(sqlite3.OperationalError):
                found |= {str(name) for (name,) in db.execute(f'SELECT "{column}" FROM "{table}"')}
    return frozenset(name for name in found if name.strip())


def _log(data: Path) -> list[str]:
    try:
        return (data / journal.NAME).read_text(encoding="utf-8", errors="replace").splitlines()[-LAST_LINES:]
    except OSError:
        return []


def plain_lines(lines: list[str], names: frozenset[str]) -> list[str]:
    """Of the log, what tells nothing of the household: our own lines without names, places in the program, kinds of
    errors without what they say."""
    found = []
    for line in lines:
        if told := _LINE.match(line):
            found.append(f"{told[1]} {told[2]}: {_without(told[3], names)}")
        elif frame := _FRAME.match(line):
            found.append(f"    {frame[1]}:{frame[2]} {frame[3]}")
        elif error := _ERROR.match(line.strip()):
            found.append(f"    {error[1]}")
    return found


def _without(text: str, names: frozenset[str]) -> str:
    for name in sorted(names, key=len, reverse=True):
        text = re.sub(rf"(?<!\w){re.escape(name)}(?!\w)", "…", text, flags=re.IGNORECASE)
    return text
