"""What rests in a bin is judged like an open placement, unless the bin is locked."""

from __future__ import annotations

from collections.abc import Iterable, Iterator, Sequence
from dataclasses import dataclass
from datetime import date

from zither_awl.core.ages import age_text
from zither_awl.core.body import hazard_zone_mm
from zither_awl.core.practice import Practice
from zither_awl.core.reasons import Quantity, Reason
from zither_awl.core.safety.exposure import endangers
from zither_awl.core.safety.hazards import hazards
from zither_awl.core.safety.nature import Hazard
from zither_awl.core.saying import say
from zither_awl.core.values import Bin, Child, Tray


@dataclass(frozen=True, slots=True)
class BinFinding:
    """A hazard that a child could get at in a bin."""

    bin: int
    tray: int
    child: int
    reason: Reason


def bin_exposure(
    bins: Iterable[Bin],
    resting: Sequence[Tray],
    children: Sequence[Child],
    on: date,
    *,
    practice: Practice = Practice(),
) -> tuple[BinFinding, ...]:
    """A finding for every resting tray and every child who could get at a hazard of it in an unlocked bin.

    `resting` are the trays that stand nowhere. A bin whose height above the floor (mm) nobody said is not judged.
    A lid keeps nobody out; every child is taken to come to every bin.
    """
    found: list[BinFinding] = []
    for each in bins:
        if each.locked or each.height_mm is None:
            continue
        for tray in resting:
            if tray.bin_id == each.id:
                found += _in_bin(each, each.height_mm, tray, children, on, practice)
    return tuple(found)


def _in_bin(
    each: Bin, height_mm: float, tray: Tray, children: Iterable[Child], on: date, practice: Practice
) -> Iterator[BinFinding]:
    for child in children:
        zone = hazard_zone_mm(child, on, None, practice)
        worst = next((h for h in hazards(tray, practice) if h.severity == "must" and endangers(h, child, on)), None)
        if worst is not None and height_mm <= zone:
            yield BinFinding(each.id, tray.id, child.id, _reason(each, height_mm, zone, tray, child, worst, on))


def _reason(each: Bin, height_mm: float, zone: float, tray: Tray, child: Child, hazard: Hazard, on: date) -> Reason:
    text = say(
        "{child} can reach {tray} in {each}, which is not locked: {hazard}. {child} is {age_text}.",
        child=child.name,
        tray=tray.name,
        each=each.name,
        hazard=hazard.text,
        age_text=age_text(child.born, on),
    )
    numbers = (
        *hazard.numbers,
        Quantity(say("{child} can get to", child=child.name), round(zone), "mm"),
        Quantity(say("bin"), height_mm, "mm"),
    )
    return Reason("SAFETY", text, numbers, (f"tray:{tray.id}",), hazard.source)
