"""Is it still loved? Chosen or not on the mornings that count; always with the raw counts beside it."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date
from statistics import median

from zither_awl.core.attendance import Counted, counted_mornings, fell_in
from zither_awl.core.concentration import folded, longest_of
from zither_awl.core.exact import discounted_rate, fisher_fewer
from zither_awl.core.practice import Practice
from zither_awl.core.reasons import Quantity, Reason
from zither_awl.core.values import Child, Log, Morning, Placement, Tray, Visit
from zither_awl.core.words import counted


@dataclass(frozen=True, slots=True)
class Interest:
    """What was counted. `recent` and `earlier` are (chosen, of); `sign` names what made it faded or ignored.

    `taken_again`: lately taken after mornings untouched (ROT-5).
    """

    rate: float
    chosen: int
    available: int
    recent: tuple[int, int]
    earlier: tuple[int, int]
    faded: bool
    ignored_mornings: int
    ignored: bool
    taken_again: bool
    half_life: float
    sign: str
    seen: str
    reasons: tuple[Reason, ...]


def interest(child: Child, tray: Tray, log: Log, on: date, *, practice: Practice = Practice()) -> Interest:
    """How one child's choosing of one tray stands on a day.

    Counts mornings (yes or no), not episodes. Faded: Fisher's exact test of the last 8 counted mornings
    against up to 24 before (at least 8) with p < 0.10, or the median longest stretch of the last three
    visits under 0.6 of the first three (six visits or more), or ignored. With too few mornings it says so.
    """
    seen = counted_mornings(child, tray, log, practice=practice)
    days = [m for m in seen.mornings if m.day <= on]
    own = [e for e in log.episodes if e.child_id == child.id and e.tray_id == tray.id]
    visits = [v for v in folded(own) if v.local_day <= on]
    picked = [_chosen_on(morning, visits) for morning in days]
    ignored_for = _unbroken_no(picked)
    sign = _sign(picked, visits, ignored_for, practice)
    recent, earlier = _halves(picked, practice)
    rate = discounted_rate(picked, practice.half_life_mornings)
    return Interest(
        rate=rate, chosen=sum(picked), available=len(picked), recent=recent, earlier=earlier,
        faded=bool(sign), ignored_mornings=ignored_for, ignored=ignored_for >= practice.ignored_mornings,
        taken_again=_taken_again(picked, practice),
        half_life=practice.half_life_mornings, sign=sign or _nothing_yet(picked, practice), seen=seen.words,
        reasons=_reasons(picked, sign, seen, visits, practice),
    )  # fmt: skip


def _chosen_on(morning: Morning, visits: Sequence[Visit]) -> bool:
    return any(fell_in(e, morning) for e in visits)


def _unbroken_no(picked: Sequence[bool]) -> int:
    return next((n for n, was in enumerate(reversed(picked)) if was), len(picked))


def _taken_again(picked: Sequence[bool], practice: Practice) -> bool:
    """Whether one of the last few mornings' choices came after as many mornings untouched."""
    quiet = practice.taken_again_mornings
    firsts = range(max(quiet, len(picked) - quiet), len(picked))
    return any(picked[at] and not any(picked[at - quiet : at]) for at in firsts)


def _halves(picked: Sequence[bool], practice: Practice) -> tuple[tuple[int, int], tuple[int, int]]:
    late = picked[-practice.recent_mornings :]
    early = picked[: -practice.recent_mornings][-practice.earlier_mornings :]
    return (sum(late), len(late)), (sum(early), len(early))


def _sign(picked: Sequence[bool], visits: Sequence[Visit], ignored_for: int, practice: Practice) -> str:
    recent, earlier = _halves(picked, practice)
    if earlier[1] >= practice.least_earlier_mornings and fisher_fewer(*recent, *earlier) < practice.faded_p:
        return "chosen less often"
    stretches = longest_of(visits)
    if len(stretches) >= practice.faded_least_visits:
        first, last = median(stretches[:3]), median(stretches[-3:])
        if last < practice.faded_stretch_share * first:
            return "shorter work"
    return "ignored" if ignored_for >= practice.ignored_mornings else ""


def _nothing_yet(picked: Sequence[bool], practice: Practice) -> str:
    needed = practice.recent_mornings + practice.least_earlier_mornings
    return "too early to say" if len(picked) < needed else "no sign of fading"


def _reasons(
    picked: Sequence[bool], sign: str, seen: Counted, visits: Sequence[Visit], practice: Practice
) -> tuple[Reason, ...]:  # fmt: skip
    recent, earlier = _halves(picked, practice)
    evidence = tuple(f"episode:{e.id}" for e in sorted(visits, key=lambda e: e.began)[-5:])
    text = f"Chosen {recent[0]} of the last {counted(recent[1], 'morning')}"
    text += f", {earlier[0]} of {earlier[1]} before." if earlier[1] else "."
    numbers = [Quantity("chosen lately", recent[0], f"of {recent[1]} mornings"),
               Quantity("chosen before", earlier[0], f"of {earlier[1]} mornings")]  # fmt: skip
    if sign == "chosen less often":
        chance = fisher_fewer(*recent, *earlier)
        text += f" So few by chance alone: p = {chance:.2f}."
        numbers.append(Quantity("by chance alone (Fisher's exact test, one-sided)", chance, "p", practice.faded_p))
    elif sign == "shorter work":
        stretches = longest_of(visits)
        first, last = median(stretches[:3]), median(stretches[-3:])
        text += f" The longest stretch fell from {first:.0f} to {last:.0f} min."
        numbers.append(Quantity("longest stretch, last three visits", last, "min",
                                practice.faded_stretch_share * first))  # fmt: skip
    elif sign == "ignored":
        text += f" Not touched for {counted(_unbroken_no(picked), 'morning')}."
    return (Reason("INTEREST", f"{text} {seen.words}.", tuple(numbers), evidence),)


def first_reaction(placement: Placement, log: Log, *, practice: Practice = Practice()) -> str:
    """How a tray was met when it came out: on which of its first mornings a child it is for first took it."""
    after = [m for m in sorted(log.mornings, key=lambda m: m.began)
             if m.ended and placement.since and m.began >= placement.since
             and (placement.until is None or m.began < placement.until)]  # fmt: skip
    visits = folded(e for e in log.episodes if e.tray_id == placement.tray.id)
    for number, morning in enumerate(after, start=1):
        if _chosen_on(morning, visits):
            return "taken on the first morning" if number == 1 else f"taken on morning {number}"
    if len(after) >= practice.notice_mornings:
        return f"not touched in its first {len(after)} mornings: show it again, move it, or take pieces away"
    return f"not touched yet, {counted(len(after), 'morning')} out"
