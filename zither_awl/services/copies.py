"""Use cases of keeping a household's file: the copy of every day, what a copy holds, going back to one."""

from __future__ import annotations

from contextlib import suppress
from dataclasses import dataclass
from datetime import UTC, date, datetime, timedelta
from pathlib import Path
from tempfile import TemporaryDirectory

from zither_awl.core import copies as core
from zither_awl.core.errors import StoreUnavailable
from zither_awl.core.saying import say
from zither_awl.services import second
from zither_awl.services.desk import Desk
from zither_awl.services.journal import LOGGER
from zither_awl.store import backup, opening

DAILY, REMOVED = "daily-", "removed"


def copy_of_today(desk: Desk) -> Path | None:
    """Make the copy of the day if there is none, here and in the second folder, and let go of those that are no longer
    kept. Returns the new one. A second folder that is away waits.

    Raises: StoreUnavailable where it cannot be made here.
    """
    data = desk.database.parent
    folder, today, removed = data / opening.COPIES, desk.today(), removals(data)
    opening.private_folder(folder)
    target = folder / f"{DAILY}{today:%Y-%m-%d}.db"
    made = not target.exists()
    if made:
        backup(desk.database, target)
        LOGGER.info("copied to %s", target.name)
    there = dict(daily_copies(data))
    for day in there.keys() - core.kept(there, today, removed):
        there[day].unlink(missing_ok=True)
    for path in _others(folder):
        if core.outlived(_made_on(path), today, removed):
            path.unlink(missing_ok=True)
    with suppress(StoreUnavailable):
        copy_to_second(desk)
    return target if made else None


def copy_to_second(desk: Desk) -> None:
    """Make the copy of the day in the second folder, if one is named. Raises: StoreUnavailable where it cannot be."""
    data = desk.database.parent
    named = second.named(data)
    try:
        if named is not None and second.copy_to(named, desk.database, desk.today(), removals(data)):
            LOGGER.info("copied to the second folder")
    except StoreUnavailable as problem:
        LOGGER.warning("%s", problem)
        raise


def _others(folder: Path) -> list[Path]:
    """Copies kept before something else took the household's place, and whatever was set aside."""
    return [path for path in folder.glob("*.db*") if not path.name.startswith(DAILY)]


def _made_on(path: Path) -> date:
    return datetime.fromtimestamp(path.stat().st_mtime, UTC).date()


def removals(data: Path) -> tuple[date, ...]:
    """The days somebody was deleted for good: copies from before are let go of in time."""
    with suppress(OSError, ValueError):
        lines = (data / opening.COPIES / REMOVED).read_text(encoding="ascii").split()
        return tuple(date.fromisoformat(line) for line in lines)
    return ()


def note_removal(data: Path, today: date) -> date:
    """Somebody is deleted for good today. Returns the day on which the last copy with it is let go of."""
    folder = data / opening.COPIES
    opening.private_folder(folder)
    days = sorted({*removals(data), today})
    (folder / REMOVED).write_text("".join(f"{day}\n" for day in days), encoding="ascii")
    return today + core.WEEKLY + timedelta(days=1)


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
        told = say(
            "{children} children, {trays} trays, {things} things, {works} pieces of work",
            children=self.children,
            trays=self.trays,
            things=self.things,
            works=self.works,
        )
        newest = say(", the newest of {newest}", newest=self.newest) if self.newest else ""
        return say("{self}: {told}{newest}.", self=self.name or say("No household yet"), told=told, newest=newest)


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
