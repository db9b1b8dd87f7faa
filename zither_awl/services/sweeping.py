"""What the looks round the room of a morning add up to, by one adult or two."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import datetime, timedelta

from zither_awl.core.sweep import Agreement, Share, agreement, share
from zither_awl.core.values import Child, Morning, Sweep
from zither_awl.services.desk import Desk


@dataclass(frozen=True, slots=True)
class Swept:
    """The sweeps of a morning: how many, when the next is due, each child's share, and how far two observers agree."""

    count: int
    last: datetime | None
    due: datetime | None
    shares: tuple[tuple[Child, Share], ...]
    agreement: Agreement | None


def swept(desk: Desk, morning: Morning | None) -> Swept:
    """What the sweeps of a morning say. Shares are by whoever swept most; another's looks are for the agreement."""
    house, sweeps = desk.house(), sweeps_of(desk, morning)
    by_adult: dict[int | None, list[Sweep]] = {}
    for each in sweeps:
        by_adult.setdefault(each.adult_id, []).append(each)
    most = sorted(by_adult.values(), key=len, reverse=True)
    first: Sequence[Sweep] = most[0] if most else ()
    last = max((s.at for s in sweeps), default=None)
    practice = house.practice
    return Swept(
        count=len(first),
        last=last,
        due=last + timedelta(minutes=practice.sweep_min) if last else None,
        shares=tuple((c, found) for c in house.children if (found := share(c.id, first)) is not None),
        agreement=agreement(first, most[1], practice.same_sweep_s) if len(most) > 1 else None,
    )


def sweeps_of(desk: Desk, morning: Morning | None) -> Sequence[Sweep]:
    """The looks round the room of a morning, oldest first."""
    if morning is None:
        return ()
    with desk.read() as work:
        return work.log.sweeps(morning.id)
