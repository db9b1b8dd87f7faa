"""Two adults watch the same three children for five weeks, each with a device: does anything wait, get lost or double?

Their taps on one happening lie 2 to 40 s apart, one device is away for whole mornings and sends them later, and each
sending may arrive twice. Printed: what was refused, what the program could not take, what is missing, what is double.
"""

from __future__ import annotations

import shutil
import sys
import tempfile
from collections import Counter
from dataclasses import dataclass, field, replace
from datetime import timedelta
from pathlib import Path
from random import Random
from time import perf_counter
from typing import Any

from tests.conftest import NOW
from tests.devices import Tablet, works
from zither_awl.core.values import Place, Work
from zither_awl.services.clock import SetClock
from zither_awl.services.demo import seed_demo
from zither_awl.services.desk import Desk
from zither_awl.services.recording import DeviceItem, take
from zither_awl.store import prepare

WEEKS, PIECES = 5, 4


@dataclass(slots=True)
class Told:
    """What came of it."""

    sent: int = 0
    refused: list[str] = field(default_factory=list)
    failed: int = 0
    missing: int = 0
    doubled: int = 0
    differs: int = 0

    @property
    def clean(self) -> bool:
        """Whether nothing waits, is lost or doubled."""
        return not (self.refused or self.failed or self.missing or self.doubled or self.differs)


def observe(
    tablet: Tablet, seconds: float, child: int, name: str, acts: list[tuple[str, float, dict[str, Any]]], late: Random
) -> list[DeviceItem]:
    """One observer's taps on one piece of work: each 2 to 40 s after it happened."""
    known = {"episode_id": name, "child_id": child}
    return [tablet.item(kind, (seconds + at + late.uniform(2, 40)) / 60, **known, **more) for kind, at, more in acts]


def piece(chance: Random, tray: int) -> list[tuple[str, float, dict[str, Any]]]:
    """A piece of work as it happened, in seconds from its beginning: some rounds, perhaps a break, its end."""
    acts: list[tuple[str, float, dict[str, Any]]] = [("start", 0, {"tray_id": tray})]
    acts += [("round", 60.0 * (n + 1), {}) for n in range(chance.randint(0, 4))]
    if chance.random() < 0.3:
        acts += [("broken", 330, {"cause": "noise"}), ("back", 390, {})]
    return [*acts, ("finish", 480, {"work": Work.RIGHT, "place": Place.BACK})]


def simulate(desk: Desk, weeks: int, seed: int, pieces: int = PIECES) -> Told:
    """Let two observers write so many weeks, and look at what is kept."""
    chance, told = Random(seed), Told()
    house = desk.house()
    children, trays = [c.id for c in house.children], [p.tray.id for p in house.placements]
    one, two = Tablet(desk, f"one-{seed}"), Tablet(desk, f"two-{seed}")
    held: list[DeviceItem] = []
    before, expected = len(works(desk)), 0
    for day in range(weeks * 7):
        away = chance.random() < 0.25
        for tablet in (one, two):
            begin = tablet.item("begin", day * 1440.0 + chance.uniform(0, 2), present=tuple(children))
            _send(desk, [begin], told, chance)
        for number in range(pieces):
            for child in children:
                at = day * 86_400 + 120 + number * 900.0 + chance.uniform(0, 30)
                acts = piece(chance, chance.choice(trays))
                expected += 1
                first = observe(one, at, child, f"a{seed}-{day}-{child}-{number}", acts, chance)
                second = observe(two, at, child, f"b{seed}-{day}-{child}-{number}", acts, chance)
                _send(desk, first, told, chance)
                held += second
                if not away:
                    _send(desk, held, told, chance)
                    held = []
    _send(desk, held, told, chance)
    return _judged(desk, told, before, expected, {t.name: (t.count, weeks * 7) for t in (one, two)})


def _send(desk: Desk, items: list[DeviceItem], told: Told, chance: Random) -> None:
    for at in range(0, len(items), 200):
        part = items[at : at + 200]
        for _ in range(2 if chance.random() < 0.2 else 1):
            told.sent += len(part)
            try:
                taken = take(desk, part, None)
            except Exception as problem:
                told.failed += 1
                print("failed:", type(problem).__name__, str(problem)[:120])
            else:
                told.refused += [r.message for r in taken.refused]


def _judged(desk: Desk, told: Told, before: int, expected: int, counts: dict[str, tuple[int, int]]) -> Told:
    found = works(desk)
    new = found[before:] if len(found) >= before else ()
    told.missing = max(0, expected - (len(found) - before))
    told.doubled = max(0, len(found) - before - expected)
    told.doubled += sum(n > 1 for n in Counter((e.child_id, e.began) for e in new).values())
    with desk.read() as work:
        events = {name: len(work.sent.known(name, range(1, most + 1))) for name, (most, _) in counts.items()}
    # The beginnings of mornings are no events of a piece of work.
    told.missing += sum(max(0, count - days - events[name]) for name, (count, days) in counts.items())
    with desk.trial() as work:
        told.differs = len(work.projections_differ())
    return told


def main() -> None:
    """Simulate several households and print what came of each."""
    houses = int(sys.argv[1]) if len(sys.argv) > 1 else 4
    folder = Path(tempfile.mkdtemp())
    seed_demo(Desk(prepare(folder / "demo.db"), SetClock(NOW)))
    for seed in range(houses):
        path = folder / f"{seed}.db"
        shutil.copy(folder / "demo.db", path)
        desk = Desk(prepare(path), SetClock(NOW + timedelta(days=WEEKS * 7 + 1)))
        began = perf_counter()
        told = simulate(desk, WEEKS, seed)
        shown = replace(told, refused=[])
        print(
            f"household {seed}: {told.sent} sent, {len(told.refused)} refused, {shown.failed} failed, "
            f"{told.missing} missing, {told.doubled} doubled, {told.differs} folded wrongly, "
            f"{perf_counter() - began:.0f} s"
        )
        desk.close()
    shutil.rmtree(folder)


if __name__ == "__main__":
    main()
