"""How far what Ladders says of the time to come, and of a child who is stuck, can be relied on, on both simulated
children; and how fast its map is after a write.

    python -m bench.ladders [houses]           the range of likely dates, and stuck
    python -m bench.ladders --served FOLDER    milliseconds of the map of a household's folder after writes

Bars: the range that is told as four in five holds in 70 to 90 % of levels; a child who cannot do a step is found stuck
within ten tries in 90 %, one who learns it steadily never is in 95 %; the map of one of 24 children under 150 ms after
a write (p95).

A level "too hard" is one a child does by luck only, 6 in 100, and does not learn. A steady learner is the second model
with everything before the level known. The first model learns in one leap: it is steady only when it leaps, so that
what is counted there is whether it was called stuck while it knew.
"""

from __future__ import annotations

import json
import sys
from collections import Counter
from collections.abc import Iterable, Iterator
from datetime import date, timedelta
from pathlib import Path
from random import Random
from statistics import median

from bench.mastery import try_of
from bench.memory import PORT, Browser, p95, served, structural, timed
from zither_awl.core.concentration import fold
from zither_awl.core.ladders.likely import Span, likely_ready, pace_of
from zither_awl.core.ladders.progress import progress
from zither_awl.core.mastery import known_since
from zither_awl.core.simulate import GrowingChild, Plan, SimulatedHouse, by_signs
from zither_awl.core.simulate.policies import Model
from zither_awl.core.values import Visit

LUCK, FOUND_WITHIN, LOOKS, EVERY, ASKED = 0.06, 10, 20, 14, 100
MODELS: tuple[Model, ...] = ("picks", "grows")


def hopeless(rng: Random) -> Iterator[tuple[bool, bool]]:
    """Tries at a level that is too hard: whether each came out right, and whether it was known then."""
    while True:
        yield rng.random() < LUCK, False


def leaps(rng: Random) -> Iterator[tuple[bool, bool]]:
    """The first model, shown, with everything before it known."""
    knows = False
    while True:
        yield rng.random() < (0.90 if knows else 0.20), knows
        knows = knows or rng.random() < 0.22


def grows(rng: Random) -> Iterator[tuple[bool, bool]]:
    """The second model, shown, with everything before it known."""
    child = GrowingChild({}, growth=rng.uniform(0.35, 0.75))
    child.shown.add(1)
    child.meet((1,), rng)
    while True:
        yield rng.random() < child._chance(1), 1 in child.known
        child._learn(1, rng)


def stuck_at(tries: Iterable[tuple[bool, bool]], most: int) -> tuple[int, bool] | None:
    """After how many tries it is called stuck, and whether it was known then; None for never within `most`. It is not
    asked any more once the level is mastered."""
    done: list[Visit] = []
    for number, (right, knows) in enumerate(tries, start=1):
        if number > most:
            return None
        done.append(fold(try_of(number, number, right)))
        if progress(done).stuck:
            return number, knows
        if known_since(done) is not None:
            return None
    return None


def stuck(children: int) -> dict[str, float]:
    """Shares of children: found, and called stuck though they learn."""
    rng = Random(1)
    found = [stuck_at(hopeless(rng), FOUND_WITHIN) for _ in range(children)]
    steady = [stuck_at(grows(rng), LOOKS) for _ in range(children)]
    leaping = [stuck_at(leaps(rng), LOOKS) for _ in range(children)]
    return {
        "too hard, found within 10 tries": sum(each is not None for each in found) / children,
        "steady learners called stuck within 20": sum(each is not None for each in steady) / children,
        "learners by one leap called stuck within 20": sum(each is not None for each in leaping) / children,
        "of these, while they knew it": sum(each is not None and each[1] for each in leaping) / children,
    }


def reached(house: SimulatedHouse) -> dict[int, tuple[date, date | None]]:
    """By tray: the day it was first shown or tried, and since when it is mastered."""
    tries: dict[int, list[Visit]] = {}
    for visit in house.visits:
        tries.setdefault(visit.tray_id or 0, []).append(visit)
    shown = {p.tray_id: p.local_day for p in house.shown}
    return {
        tray: (min(shown.get(tray, done[0].local_day), done[0].local_day), known_since([v for v in done if v.finished]))
        for tray, done in tries.items()
    }


def ranges(model: Model, houses: int, weeks: int = 40) -> Counter[str]:
    """How the range that was told held: of every level at work, asked every fourteen days, by what was known then.

    Only ranges that end before the last day are judged: of the others nobody knows.
    """
    held: Counter[str] = Counter()
    for seed in range(houses):
        house = SimulatedHouse(Plan(model=model, weeks=weeks), seed)
        house.live(by_signs)
        levels = reached(house)
        ends = max(m.day for m in house.mornings)
        first = min(m.day for m in house.mornings)
        for day in (first + timedelta(days=n) for n in range(EVERY, (ends - first).days, EVERY)):
            pace = pace_of(list(_spans(house, levels, day)))
            for begun, mastered in levels.values():
                if not begun <= day or (mastered is not None and mastered <= day):
                    continue
                told = likely_ready([[(day - begun).days]], pace, day)
                if told is None or told.latest is None or told.latest > ends:
                    held["not judged"] += 1
                    continue
                early = mastered is not None and mastered < told.earliest
                late = mastered is None or mastered > told.latest
                held["too early" if early else "too late" if late else "held"] += 1
    return held


def _spans(house: SimulatedHouse, levels: dict[int, tuple[date, date | None]], day: date) -> Iterator[Span]:
    """The household's own levels as they stood on a day."""
    last: dict[int, date] = {}
    for visit in house.visits:
        if visit.local_day <= day:
            last[visit.tray_id or 0] = visit.local_day
    for tray, (begun, mastered) in levels.items():
        if begun > day:
            continue
        complete = mastered is not None and mastered <= day
        seen = last.get(tray, begun)
        ended = mastered if complete and mastered else day if (day - seen).days <= 28 else seen
        yield Span((ended - begun).days, complete)


def served_ms(folder: Path) -> None:
    """Ask a served household for the map of a child after writes."""
    server = served(folder)
    try:
        browser = Browser(PORT)
        child = json.loads(browser.get("children"))["children"][0]["id"]
        path = f"ladders?child={child}"
        print(f"first: {timed(lambda: browser.get(path)):.0f} ms")
        after = []
        for number in range(ASKED):
            structural(browser, number)
            after.append(timed(lambda: browser.get(path)))
        said = []
        for number in range(ASKED):
            answer = "yes" if number % 2 else "not yet"
            browser.send("PUT", "ladders/said", {"child_id": child, "key": "tongs", "level": 1, "answer": answer})
            said.append(timed(lambda: browser.get(path)))
        for what, times in (("a write to the cupboard", after), ("an adult's word", said)):
            print(f"after {what}: median {median(times):.0f} ms, p95 {p95(times):.0f} ms, worst {max(times):.0f} ms")
    finally:
        server.terminate()
        server.wait()


def main() -> None:
    """Print everything, or what a folder takes."""
    if "--served" in sys.argv:
        served_ms(Path(sys.argv[-1]))
        return
    houses = int(sys.argv[1]) if len(sys.argv) > 1 else 20
    for what, share in stuck(100 * houses).items():
        print(f"{what}: {share:.3f}")
    for model in MODELS:
        held = ranges(model, houses)
        judged = sum(held.values()) - held["not judged"]
        print(
            f"{model}: held {held['held'] / judged:.3f}, mastered earlier {held['too early'] / judged:.3f}, "
            f"later {held['too late'] / judged:.3f}, of {judged}; {held['not judged']} not judged"
        )


if __name__ == "__main__":
    main()
