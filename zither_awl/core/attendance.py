"""Which work cycles count: a denominator holds only those in which the child could have chosen the tray.

What was seen counts as seen. A choice that was not seen in a cycle partly watched is unknown, not no: such a cycle
enters with the share of it that was watched.
"""

from __future__ import annotations

from bisect import bisect_left
from collections import Counter
from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from datetime import UTC, datetime, timedelta

from zither_awl.core.ages import corrected_months
from zither_awl.core.practice import Practice
from zither_awl.core.saying import say, together
from zither_awl.core.values import Child, Episode, Log, Morning, Placement, Tray, Visit

EVER = datetime.min.replace(tzinfo=UTC)
UNMARKED = say("not marked as shown yet")


@dataclass(frozen=True, slots=True)
class Counted:
    """The work cycles that count, oldest first, and how many did not, by why."""

    mornings: tuple[Morning, ...]
    left_out: tuple[tuple[str, int], ...]

    @property
    def unmarked(self) -> int:
        """How many do not count because nobody said that the tray had been shown."""
        return dict(self.left_out).get(UNMARKED, 0)

    @property
    def words(self) -> str:
        """ "9 of 14 work cycles count", how many of them were partly seen, and what the rest were."""
        rest = sum(number for _, number in self.left_out)
        text = say(
            "{mornings} of {cycles} count",
            mornings=len(self.mornings),
            cycles=say("{n, plural, one {# work cycle} other {# work cycles}}", n=len(self.mornings) + rest),
        )
        part = sum(m.seen != "all" for m in self.mornings)
        why = [say("{number} {reason}", number=number, reason=reason) for reason, number in self.left_out]
        why += [say("{part} partly seen, counted in part", part=part)] if part else []
        return say("{text} ({why})", text=text, why=together(why, ", ")) if why else text


def counted_mornings(child: Child, tray: Tray, log: Log, *, practice: Practice = Practice()) -> Counted:
    """The ended work cycles in which this tray was open to this child all the time, and already shown.

    Only cycles in which the tray stood open at all are looked at. Present, open from begin to end, and shown before
    (where the school for the child's age is shown first), or it is left out and named.
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
            why_not[UNMARKED] += 1
        else:
            good.append(morning)
    return Counted(tuple(good), tuple(why_not.items()))


def weight_of(morning: Morning, chosen: bool, practice: Practice = Practice()) -> float:
    """What a work cycle weighs among the choices: 1 where the choice was seen, or all of it; else the watched share."""
    return 1.0 if chosen or morning.seen == "all" else practice.part_seen_share


def fell_in(episode: Episode | Visit, morning: Morning) -> bool:
    """Whether an episode belongs to a morning: written down in it, or begun while it lasted."""
    ends = morning.ended or morning.began
    return episode.morning_id == morning.id or morning.began <= episode.began <= ends


def ended_cycles(log: Log) -> tuple[Morning, ...]:
    """The work cycles that have ended, seen whole or in part."""
    return tuple(m for m in log.mornings if m.ended is not None)


def stays(placements: Iterable[Placement], practice: Practice = Practice()) -> list[list[Placement]]:
    """The open placements of one tray, oldest first, as stays: it may be moved, or be away for a few days, in one."""
    found: list[list[Placement]] = []
    for placement in sorted((p for p in placements if not p.by_hand), key=lambda p: p.since or EVER):
        last = found[-1][-1].until if found else None
        back = placement.since or EVER
        if found and (last is None or back - last < timedelta(days=practice.new_stay_days)):
            found[-1].append(placement)
        else:
            found.append([placement])
    return found


def fresh_record(
    child: Child, log: Log, visits: Sequence[Visit], practice: Practice = Practice()
) -> tuple[float, float]:
    """How a child takes fresh trays: so often chosen and so often not, in the first work cycles of their first stays.

    Together at most 40, and the rate in steps of a twentieth, so that one more cycle seldom changes every judgement.
    """
    cycles = sorted((m for m in log.mornings if m.ended and child.id in m.present), key=lambda m: m.began)
    begins = [m.began for m in cycles]
    picked = {(v.tray_id, m.id) for v in visits if (m := _cycle_of(v, cycles, begins)) is not None}
    yes, no = practice.fresh_rate
    for tray_id, first in _first_stays(child, log, practice).items():
        start = bisect_left(begins, first[0].since or EVER)
        for cycle in cycles[start : start + practice.fresh_cycles]:
            if first[-1].until is not None and cycle.began >= first[-1].until:
                break
            was = (tray_id, cycle.id) in picked
            weight = weight_of(cycle, was, practice)
            yes, no = yes + weight * was, no + weight * (not was)
    rate, strength = round(20 * yes / (yes + no)) / 20, min(40.0, yes + no)
    return rate * strength, (1 - rate) * strength


def _first_stays(child: Child, log: Log, practice: Practice) -> dict[int, list[Placement]]:
    of_tray: dict[int, list[Placement]] = {}
    for placement in log.placements:
        if child.id in placement.tray.for_children and not placement.by_hand:
            of_tray.setdefault(placement.tray.id, []).append(placement)
    return {tray_id: stays(placed, practice)[0] for tray_id, placed in of_tray.items()}


def _cycle_of(visit: Visit, cycles: Sequence[Morning], begins: Sequence[datetime]) -> Morning | None:
    at = bisect_left(begins, visit.began)
    near = cycles[max(at - 1, 0) : at + 1]
    return next((m for m in near if fell_in(visit, m)), None)


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
