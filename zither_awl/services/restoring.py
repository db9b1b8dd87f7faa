"""Use cases of going back to a copy while the household is served: which there are, what one would change, and doing
it, told step by step."""

from __future__ import annotations

import shutil
from collections.abc import Iterator
from contextlib import contextmanager
from dataclasses import dataclass, replace
from datetime import UTC, datetime
from pathlib import Path
from tempfile import TemporaryDirectory
from threading import Lock, Thread
from typing import Literal

from zither_awl.core.errors import Busy, NotFound, ZitherAwlError
from zither_awl.core.saying import said_of, say
from zither_awl.services import copies, sealing, second
from zither_awl.services.desk import Desk
from zither_awl.services.journal import LOGGER, incident
from zither_awl.store import backup, opening
from zither_awl.store.engine import Tell

State = Literal["none", "running", "done", "failed"]
RESTORING = ".going-back-"
STEPS = (say("reading the copy"), say("checking it"), say("keeping what is here now"), say("putting it in its place"))


@dataclass(frozen=True, slots=True)
class Copy:
    """A copy that can be gone back to. `key` names it; `at` is when it was written."""

    key: str
    at: datetime
    mb: float
    second: bool
    sealed: bool


@dataclass(frozen=True, slots=True)
class Progress:
    """How far going back to a copy is: the step it is at, the share of the whole, 0 to 1, and what came of it."""

    state: State = "none"
    step: str = ""
    share: float = 0.0
    message: str = ""
    kept: str = ""


def listed(desk: Desk) -> tuple[Copy, ...]:
    """Every copy here and in the second folder, the newest first."""
    return tuple(
        sorted((_copy(key, path) for key, path in _paths(desk.database.parent)), key=lambda each: each.at, reverse=True)
    )


def _paths(data: Path) -> Iterator[tuple[str, Path]]:
    for path in (data / opening.COPIES).glob("*.db"):
        if not path.name.startswith((".", "damaged-")):
            yield f"here/{path.name}", path
    named = second.named(data)
    if named is not None:
        for path in second.there(named.folder).values():
            yield f"second/{path.name}", path


def _copy(key: str, path: Path) -> Copy:
    told = path.stat()
    return Copy(
        key,
        datetime.fromtimestamp(told.st_mtime, UTC),
        told.st_size / 2**20,
        key.startswith("second/"),
        path.suffix == sealing.ENDING,
    )


def clear_left(data: Path) -> None:
    """Clear away what a program that was killed while it went back to a copy left behind."""
    for folder in data.glob(f"{RESTORING}*"):
        shutil.rmtree(folder, ignore_errors=True)


def path_of(desk: Desk, key: str) -> Path:
    """Where a copy lies. Raises: NotFound."""
    found = dict(_paths(desk.database.parent)).get(key)
    if found is None:
        raise NotFound(say("That copy is not there any more. Choose another."))
    return found


@contextmanager
def opened(path: Path, passphrase: str) -> Iterator[Path]:
    """A copy as a file that can be read; a sealed one is opened for as long as the block lasts. Raises: InvalidValue
    where the passphrase does not open it."""
    if not sealing.is_sealed(path):
        yield path
        return
    with TemporaryDirectory() as folder:
        plain = Path(folder) / "opened.db"
        by_key = second.is_daily(path)
        sealing.unseal(path, plain, passphrase, path.with_name(second.KEY) if by_key else None)
        yield plain


def preview(desk: Desk, key: str, passphrase: str = "") -> tuple[copies.Contents, copies.Contents | None]:
    """What a copy holds, and what the household holds now. Raises: NotFound, InvalidValue, StoreUnavailable."""
    with opened(path_of(desk, key), passphrase) as plain:
        return copies.what_would_change(plain, desk.database)


class Restoring:
    """Going back to a copy, one at a time, while the household is served."""

    def __init__(self) -> None:
        self._lock = Lock()
        self._now = Progress()
        self._thread: Thread | None = None

    @property
    def progress(self) -> Progress:
        """How far it is."""
        return self._now

    def begin(self, desk: Desk, key: str, passphrase: str = "") -> None:
        """Begin to go back to a copy. Raises: NotFound; Busy while another is on its way."""
        path = path_of(desk, key)
        with self._lock:
            if self._now.state == "running":
                raise Busy(say("A copy is being put back already. Wait until it is done."))
            self._now = Progress("running", STEPS[0])
        self._thread = Thread(target=self._run, args=(desk, path, passphrase), daemon=True)
        self._thread.start()

    def wait(self, most_s: float | None = None) -> Progress:
        """Wait until it is done, or for so many seconds at most."""
        if self._thread is not None:
            self._thread.join(most_s)
        return self._now

    def _run(self, desk: Desk, path: Path, passphrase: str) -> None:
        try:
            kept = self._restore(desk, path, passphrase)
        except ZitherAwlError as problem:
            LOGGER.warning("a copy was not put back: %s", problem)
            self._now = replace(self._now, state="failed", message=said_of(problem))
        except Exception:
            number = incident(f"{path.name} could not be put back")
            self._now = replace(
                self._now,
                state="failed",
                message=say("The program made a mistake (incident {number}). Nothing was changed.", number=number),
            )
        else:
            LOGGER.info("%s was put back; what was there is kept as %s", path.name, kept)
            self._now = Progress("done", "", 1.0, "", kept)

    def _restore(self, desk: Desk, path: Path, passphrase: str) -> str:
        own = TemporaryDirectory(dir=desk.database.parent, prefix=RESTORING)
        with own as folder, opened(path, passphrase) as plain:
            fresh = Path(folder) / "restored.db"
            backup(plain, fresh, self._at(0))
            self._at(1)(0.0)
            opening.prepare(fresh, create=False).dispose()
            return desk.replace_database(fresh, "before-restore", self._at(2), self._at(3))

    def _at(self, step: int) -> Tell:
        def tell(share: float) -> None:
            self._now = Progress("running", STEPS[step], (step + share) / len(STEPS))

        return tell
