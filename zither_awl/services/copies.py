"""Use cases of keeping a household's file: the copy of every day, what a copy holds, going back to one."""

from __future__ import annotations

from contextlib import suppress
from dataclasses import dataclass
from datetime import date
from pathlib import Path
from tempfile import TemporaryDirectory

from zither_awl.core import copies as core
from zither_awl.core.errors import StoreUnavailable
from zither_awl.services.desk import Desk
from zither_awl.services.journal import LOGGER
from zither_awl.store import backup, opening

DAILY = "daily-"


def copy_of_today(desk: Desk) -> Path | None:
    """Make the copy of the day if there is none, and let go of those that are no longer kept. Returns the new one."""
    folder, today = desk.database.parent / opening.COPIES, desk.today()
    opening.private_folder(folder)
    target = folder / f"{DAILY}{today:%Y-%m-%d}.db"
    if target.exists():
        return None
    backup(desk.database, target)
    there = dict(daily_copies(desk.database.parent))
    for day in there.keys() - core.kept(there, today):
        there[day].unlink(missing_ok=True)
    LOGGER.info("copied to %s", target.name)
    return target


def daily_copies(folder: Path) -> list[tuple[date, Path]]:
    """The copies of the days in a household's folder, newest first."""
    there = ((_day(path), path) for path in (folder / opening.COPIES).glob(f"{DAILY}*.db"))
    return sorted(((day, path) for day, path in there if day is not None), reverse=True)


def _day(path: Path) -> date | None:
    with suppress(ValueError):
        return date.fromisoformat(path.stem.removeprefix(DAILY))
    return None


@dataclass(frozen=True, slots=True)
class Contents:
    """What a household's file holds, in numbers."""

    name: str
    children: int
    trays: int
    things: int
    works: int
    newest: date | None

    @property
    def words(self) -> str:
        """The same as a sentence."""
        told = f"{self.children} children, {self.trays} trays, {self.things} things, {self.works} pieces of work"
        newest = f", the newest of {self.newest}" if self.newest else ""
        return f"{self.name or 'No household yet'}: {told}{newest}."


def look_into(file: Path) -> Contents:
    """What a copy holds, read from a copy of its own: nothing of it is changed. Raises: StoreUnavailable."""
    with TemporaryDirectory() as folder:
        fresh = Path(folder) / "looked-into.db"
        backup(file, fresh)
        desk = Desk(opening.prepare(fresh, create=False))
        try:
            house = desk.house()
            with desk.read() as work:
                works, newest = work.log.extent()
        finally:
            desk.close()
    name = house.household.name if house.household else ""
    return Contents(name, len(house.children), len(house.trays), len(house.components), works, newest)


def what_would_change(file: Path, database: Path) -> tuple[Contents, Contents | None]:
    """What a copy holds, and what the household's file holds now; None where that cannot be read."""
    now: Contents | None = None
    if database.exists():
        with suppress(StoreUnavailable):
            now = look_into(database)
    return look_into(file), now


def go_back_to(file: Path, database: Path) -> Path | None:
    """Put a copy in the place of the household's file, in one step. Returns where the present one was kept.

    Nobody may be serving it. Raises: StoreUnavailable, with nothing changed.
    """
    return opening.restore(file, database)
