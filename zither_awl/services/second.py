"""Use cases of the second folder for copies: a stick, another disk, a folder that is synced out of the house.

Which folder it is belongs to this machine and not to the household, so it stands in a file of its own.
"""

from __future__ import annotations

import hashlib
import json
import re
from collections.abc import Mapping
from contextlib import suppress
from dataclasses import asdict, dataclass
from datetime import date
from pathlib import Path
from tempfile import TemporaryDirectory

from zither_awl.core import copies as core
from zither_awl.core import keeping
from zither_awl.core.errors import FieldProblem, InvalidValue, StoreUnavailable
from zither_awl.core.saying import say
from zither_awl.services import sealing
from zither_awl.store import backup
from zither_awl.store.opening import check_whole

NOTE, KEY = "second-folder.json", "key.age"
_NAMED = re.compile(r"daily-(\d{4}-\d{2}-\d{2})\.db(?:\.age)?")


@dataclass(frozen=True, slots=True)
class SecondFolder:
    """Where further copies go, and the key they are sealed by; "" for copies that lie open."""

    path: str
    key: str = ""

    @property
    def folder(self) -> Path:
        """The folder itself."""
        return Path(self.path)


def named(data: Path) -> SecondFolder | None:
    """The second folder of a data folder; None while none is named."""
    with suppress(OSError, ValueError, TypeError):
        return SecondFolder(**json.loads((data / NOTE).read_text(encoding="utf-8")))
    return None


def name(data: Path, chosen: str, house: str, passphrase: str) -> SecondFolder:
    """Name the folder in which a folder of the house's own will hold further copies; with a passphrase, sealed ones.

    Raises: InvalidValue for a folder that is not there, cannot be written to, or lies in the data folder.
    """
    given = Path(chosen.strip()).expanduser()
    if not chosen.strip() or not given.is_absolute() or not given.is_dir():
        raise _refused(
            say("{chosen} is no folder of this machine.", chosen=repr(chosen.strip())), say("Give its whole path.")
        )
    if given.resolve().is_relative_to(data.resolve()):
        raise _refused(say("lies in the data folder itself."), say("Choose one on another disk."))
    named = re.sub("[^0-9A-Za-z]+", "-", house).strip("-").lower() or "household"
    folder = given / f"zither-awl {named}"
    try:
        folder.mkdir(mode=0o700, exist_ok=True)
        to = _key(folder / KEY, passphrase) if passphrase else ""
    except OSError as problem:
        raise _refused(
            say("cannot be written to: {strerror}.", strerror=problem.strerror), say("Choose another.")
        ) from problem
    found = SecondFolder(str(folder), to)
    note = data / NOTE
    note.touch(mode=0o600)
    note.write_text(json.dumps(asdict(found)), encoding="utf-8")
    return found


def _key(opener: Path, passphrase: str) -> str:
    """What to seal by: the key that lies there already, so that older copies stay of use, or a new one."""
    if opener.exists():
        return sealing.public_key(opener, passphrase)
    to, sealed = sealing.new_key(passphrase)
    opener.write_bytes(sealed)
    return to


def forget(data: Path) -> None:
    """Make no further copies there; those that lie there stay."""
    (data / NOTE).unlink(missing_ok=True)


def copy_to(second: SecondFolder, database: Path, today: date, removed: tuple[date, ...]) -> Path | None:
    """Make the copy of the day there if there is none, and let go of those no longer kept. None if it was there.

    Raises: StoreUnavailable where the folder is away or full.
    """
    folder = second.folder
    if not folder.is_dir():
        raise StoreUnavailable(say("The second folder for copies is not there. Plug it in, or name another in House."))
    target = folder / f"daily-{today:%Y-%m-%d}.db{sealing.ENDING if second.key else ''}"
    made = not target.exists()
    if made:
        _copy(second, database, target)
    copies = there(folder)
    for day in copies.keys() - core.kept(copies, today, removed):
        copies[day].unlink(missing_ok=True)
        _sum_of(copies[day]).unlink(missing_ok=True)
    return target if made else None


def _copy(second: SecondFolder, database: Path, target: Path) -> None:
    try:
        if not second.key:
            backup(database, target)
            return
        part = target.with_name(f".{target.name}.part")
        with TemporaryDirectory() as own:
            plain = Path(own) / "copy.db"
            backup(database, plain)
            sealing.seal_for(plain, part, second.key)
        _sum_of(target).write_text(_sum(part), encoding="ascii")
        part.replace(target)
    except OSError as problem:
        said = say("The copy could not be written into the second folder: {strerror}.", strerror=problem.strerror)
        raise StoreUnavailable(said) from problem


def there(folder: Path) -> Mapping[date, Path]:
    """The copies in a second folder, by their day."""
    found = {}
    with suppress(OSError):
        for path in sorted(folder.iterdir()):
            with suppress(ValueError):
                if named_so := _NAMED.fullmatch(path.name):
                    found[date.fromisoformat(named_so[1])] = path
    return found


def is_daily(copy: Path) -> bool:
    """Whether a copy is one of the days, which are sealed by the key that lies beside them."""
    return _NAMED.fullmatch(copy.name) is not None


def is_whole(copy: Path) -> bool:
    """Whether a copy opens; a sealed one is as it was written."""
    try:
        if copy.suffix == sealing.ENDING:
            return _sum_of(copy).read_text(encoding="ascii").strip() == _sum(copy)
        check_whole(copy)
    except (StoreUnavailable, OSError, UnicodeDecodeError):
        return False
    return True


def how(data: Path) -> keeping.Second | None:
    """How the second folder stands; None while none is named."""
    second = named(data)
    if second is None:
        return None
    copies = there(second.folder)
    newest = next((day for day in sorted(copies, reverse=True) if is_whole(copies[day])), None)
    return keeping.Second(second.folder.is_dir(), newest, bool(second.key))


def _sum_of(copy: Path) -> Path:
    return copy.with_name(f"{copy.name}.sha256")


def _sum(file: Path) -> str:
    with file.open("rb") as opened:
        return hashlib.file_digest(opened, "sha256").hexdigest()


def _refused(what: str, hint: str) -> InvalidValue:
    return InvalidValue(FieldProblem("folder", what, hint))
