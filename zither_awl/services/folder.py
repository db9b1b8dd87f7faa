"""One program a folder: who serves it says so, and a second one is told."""

from __future__ import annotations

import json
from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path

from filelock import FileLock, Timeout

from zither_awl.core.errors import StoreUnavailable
from zither_awl.core.saying import say
from zither_awl.store.engine import in_plain_words
from zither_awl.store.opening import private_folder

LOCK, NOTE = ".serving", "serving.json"


@contextmanager
def alone_with(folder: Path, address: str) -> Iterator[None]:
    """Hold a folder for as long as the block lasts; the lock ends with the process, however it ends.

    Raises: StoreUnavailable, naming where the program that holds it is, or why the folder cannot be used.
    """
    lock, note = FileLock(folder / LOCK, timeout=0), folder / NOTE
    try:
        private_folder(folder)
        lock.acquire()
        note.write_text(json.dumps({"address": address}))
    except Timeout:
        raise StoreUnavailable(_taken(folder)) from None
    except OSError as problem:
        raise StoreUnavailable(in_plain_words(problem, folder)) from problem
    try:
        yield
    finally:
        note.unlink(missing_ok=True)
        lock.release()


def _taken(folder: Path) -> str:
    try:
        address = str(json.loads((folder / NOTE).read_text())["address"])
    except (OSError, ValueError, KeyError, TypeError):
        address = ""
    where = say(" at {address}", address=address) if address.startswith("http") else ""
    hint = say("Open that, or stop it first.") if where else say("Stop it first.")
    return say(
        "Another Zither Awl is using the folder {folder}{where}. {hint} Nothing was changed.",
        folder=folder.name,
        where=where,
        hint=hint,
    )
