"""How long it takes to take in 5 000 events two devices kept while the program was away, in three orders of arrival."""

from __future__ import annotations

import shutil
import tempfile
from dataclasses import replace
from datetime import datetime, timedelta
from pathlib import Path
from random import Random
from time import perf_counter
from typing import Any

from tests.conftest import NOW
from tests.devices import Tablet, states, works
from zither_awl.core.values import CAUSES, Episode, Place, Spell, Work
from zither_awl.services.clock import SetClock
from zither_awl.services.demo import seed_demo
from zither_awl.services.desk import Desk
from zither_awl.services.recording import DeviceItem, take
from zither_awl.store import prepare

EVENTS, BATCH = 5000, 500


def kept_on(tablet: Tablet, children: list[int], trays: list[int], count: int, chance: Random) -> list[DeviceItem]:
    """Several weeks of a device that watched all children, every piece of work with rounds and breaks."""
    items: list[DeviceItem] = []
    minute, day, work = 0.0, 0, 0
    while len(items) < count:
        if minute > 150 or not items:
            day, minute = day + 1, 1.0
            items.append(tablet.item("begin", day * 24 * 60.0, present=tuple(children)))
        base, work = day * 24 * 60.0 + minute, work + 1
        told: dict[str, Any] = {"episode_id": f"{tablet.name}-{work}", "child_id": chance.choice(children)}
        items.append(tablet.item("start", base, tray_id=chance.choice(trays), **told))
        for n in range(chance.randint(2, 12)):
            items.append(tablet.item("round", base + 0.5 + n * 0.4, **told))
        if chance.random() < 0.3:
            items.append(tablet.item("broken", base + 5.5, cause=chance.choice(CAUSES), **told))
            items.append(tablet.item("back", base + 6, **told))
        items.append(tablet.item("finish", base + 7, work=Work.RIGHT, place=Place.BACK, **told))
        minute += chance.uniform(2, 6)
    return items[:count]


def batches(items: list[DeviceItem]) -> list[list[DeviceItem]]:
    """As a device sends them."""
    return [items[at : at + BATCH] for at in range(0, len(items), BATCH)]


def left_in(desk: Desk) -> tuple[tuple[Episode, ...], list[datetime | None], tuple[Spell, ...]]:
    """The work, the beginnings of its mornings, and the states, without the numbers rows have got as they came."""
    log = works(desk)
    with desk.read() as work:
        began_at = {m.id: m.began for m in work.log.mornings()}
    bare = tuple(replace(e, morning_id=None, events=tuple(replace(v, id=0) for v in e.events)) for e in log)
    return bare, [began_at.get(e.morning_id or 0) for e in log], states(desk)


def main() -> None:
    """Measure both orders and compare what they left."""
    folder = Path(tempfile.mkdtemp())
    seed = prepare(folder / "demo.db")
    desk = Desk(seed, SetClock(NOW))
    seed_demo(desk)
    house = desk.house()
    children, trays = [c.id for c in house.children], [t.id for t in house.trays[:12]]
    desk.close()
    told = [
        kept_on(Tablet(desk, name), children, trays, EVENTS // 2, Random(n)) for n, name in enumerate(("one", "two"))
    ]
    left = []
    for order in ("by turns", "one after the other", "the last batches first"):
        one, two = (batches(items) for items in told)
        sending = [b for pair in zip(one, two, strict=True) for b in pair] if order == "by turns" else [*one, *two]
        if order == "the last batches first":
            sending.reverse()
        path = folder / f"{order}.db"
        shutil.copy(folder / "demo.db", path)
        at = Desk(prepare(path), SetClock(NOW + timedelta(days=400)))
        at.house()
        began = perf_counter()
        for batch in sending:
            take(at, batch, None)
        seconds = perf_counter() - began
        left.append(left_in(at))
        at.close()
        print(f"{EVENTS} events, {order}: {seconds:.2f} s, {sum(len(e.events) for e in left[-1][0])} events in all")
    print("the same in every order:", all(each == left[0] for each in left))
    shutil.rmtree(folder, ignore_errors=True)


if __name__ == "__main__":
    main()
