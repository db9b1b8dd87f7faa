"""Use cases of watching over a household's file: what its copies, its disk and its certificate are like."""

from __future__ import annotations

import shutil
from datetime import datetime
from pathlib import Path

from zither_awl.core.errors import StoreUnavailable
from zither_awl.core.keeping import Kept, Line, told
from zither_awl.services import copies, second
from zither_awl.services.desk import Desk
from zither_awl.services.pairing import CHAIN
from zither_awl.store import opening

MB = 1024**2


def how_kept(desk: Desk, *, every: bool = False) -> tuple[Line, ...]:
    """What is to be said of how the household is kept. Copies are opened from the newest on until one does; with
    `every`, all of them."""
    folder = desk.database.parent
    newest, damaged = None, []
    for day, path in copies.daily_copies(folder):
        if newest is not None and not every:
            break
        if _opens(path):
            newest = newest or day
        else:
            damaged.append(path.name)
    return told(
        Kept(
            newest,
            tuple(damaged),
            desk.database.stat().st_size / MB,
            shutil.disk_usage(folder).free / MB,
            _certificate_days(folder / CHAIN, desk.now()),
            second.how(folder),
        ),
        desk.today(),
    )


def _certificate_days(chain: Path, now: datetime) -> int | None:
    if not chain.exists():
        return None
    from zither_awl.services.certificate import days_left

    return days_left(chain, now)


def _opens(path: Path) -> bool:
    try:
        opening.check_whole(path)
    except StoreUnavailable:
        return False
    return True
