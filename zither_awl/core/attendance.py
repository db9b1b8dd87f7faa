"""Which mornings count: a denominator holds only those on which the child could have chosen the tray and was seen."""

from __future__ import annotations

from collections import Counter
from dataclasses import dataclass

from zither_awl.core.ages import corrected_months
from zither_awl.core.practice import Practice
from zither_awl.core.values import Child, Episode, Log, Morning, Placement, Tray, Visit


@dataclass(frozen=True, slots=True)
class Counted:
    """The mornings that count, oldest first, and how many did not, by why."""

    mornings: tuple[Morning, ...]
    left_out: tuple[tuple[str, int], ...]

    @property
    def words(self) -> str:
        """ "9 of 14 mornings seen" and what the rest were."""
        rest = sum(number for _, number in self.left_out)
        text = f"{len(self.mornings)} of {len(self.mornings) + rest} mornings seen"
        why = ", ".join(f"{number} {reason}" for reason, number in self.left_out)
        return f"{text} ({why})" if why else text


def counted_mornings(child: Child, tray: Tray, log: Log, *, practice: Practice = Practice()) -> Counted:
    """The ended mornings on which this tray was open to this child all the time, seen whole, and already shown.

    Only mornings on which the tray stood open at all are looked at. Present, open from begin to end, shown
    before (where the school for the child's age is shown first) and "all seen", or it is left out and named.
    """
    placements = [p for p in log.placements if p.tray.id == tray.id and not p.by_hand]
    first_shown = min(
        (p.at for p in log.presentations if p.tray_id == tray.id and p.child_id == child.id), default=None
    )
    good: list[Morning] = []
    why_not: Counter[str] = Counter()
    for morning in sorted(log.mornings, key=lambda m: m.began):
        overlapping = [p for p in placements if _overlaps(p, morning)]
        if morning.ended is None or not overlapping:
            continue
        shown_first = corrected_months(child.born, child.gestation_weeks, morning.day) >= (
            practice.shown_first_from_months
        )
        if child.id not in morning.present:
            why_not["away"] += 1
        elif not any(_all_through(p, morning) for p in overlapping):
            why_not["put out or away during it"] += 1
        elif shown_first and (first_shown is None or first_shown > morning.ended):
            why_not["not shown yet"] += 1
        elif morning.seen != "all":
            why_not["only partly seen"] += 1
        else:
            good.append(morning)
    return Counted(tuple(good), tuple(why_not.items()))


def fell_in(episode: Episode | Visit, morning: Morning) -> bool:
    """Whether an episode belongs to a morning: written down in it, or begun while it lasted."""
    ends = morning.ended or morning.began
    return episode.morning_id == morning.id or morning.began <= episode.began <= ends


def whole_mornings(log: Log) -> tuple[Morning, ...]:
    """The ended mornings that were all seen."""
    return tuple(m for m in log.mornings if m.ended is not None and m.seen == "all")


def _overlaps(placement: Placement, morning: Morning) -> bool:
    ends = morning.ended or morning.began
    return (placement.since is None or placement.since < ends) and (
        placement.until is None or placement.until > morning.began
    )


def _all_through(placement: Placement, morning: Morning) -> bool:
    ends = morning.ended or morning.began
    return (placement.since is None or placement.since <= morning.began) and (
        placement.until is None or placement.until >= ends
    )
