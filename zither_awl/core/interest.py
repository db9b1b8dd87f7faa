"""Is it still loved? Chosen or not in the work cycles that count; always with the raw counts beside it.

A tray is judged on its present stay only: how it was met before it rested says less than how it is met now (OBS-5).
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date, datetime
from typing import Literal

from zither_awl.core.attendance import EVER, Counted, counted_mornings, ended_cycles, fell_in, stays, weight_of
from zither_awl.core.concentration import folded, longest_of
from zither_awl.core.exact import ChangePoint, change_point, discounted_rate, rank_lower, silence
from zither_awl.core.practice import Practice
from zither_awl.core.reasons import Quantity, Reason
from zither_awl.core.saying import say
from zither_awl.core.values import Child, Log, Morning, Placement, Tray, Visit

Sign = Literal["chosen less often", "ignored", "shorter work", "too early to say", "no sign of fading"]
RECENT = 8
"""So many work cycles are "lately" while no change is found."""


@dataclass(frozen=True, slots=True)
class Interest:
    """What was counted in the present stay. `recent` and `earlier` are (chosen, of); `sign` names what was found.

    `faded`: chosen clearly less often than before. `shorter`: the work got shorter, which alone makes nothing leave.
    `ignored`: untouched for longer than its own record makes likely. `taken_again`: lately taken after cycles untouched
    (ROT-5). `rate` looks at all stays, the latest cycles most.
    """

    rate: float
    chosen: int
    available: int
    recent: tuple[int, int]
    earlier: tuple[int, int]
    faded: bool
    shorter: bool
    ignored_mornings: int
    ignored: bool
    taken_again: bool
    half_life: float
    sign: Sign
    seen: str
    unmarked: int
    """So many cycles do not count because nobody said that the tray had been shown."""
    reasons: tuple[Reason, ...]


@dataclass(frozen=True, slots=True)
class _Record:
    """The choices of a tray, oldest first, each with what it weighs."""

    picked: tuple[bool, ...]
    weights: tuple[float, ...]

    def last(self, count: int) -> _Record:
        return _Record(self.picked[-count:], self.weights[-count:]) if count else _Record((), ())

    def before(self, count: int) -> _Record:
        return _Record(self.picked[:-count], self.weights[:-count]) if count else self

    @property
    def counts(self) -> tuple[int, int]:
        """Chosen, of."""
        return sum(self.picked), len(self.picked)

    @property
    def weighed(self) -> tuple[float, float]:
        """Yes and no, by their weights."""
        yes = sum(w for w, was in zip(self.weights, self.picked, strict=True) if was)
        return yes, sum(self.weights) - yes

    @property
    def quiet(self) -> int:
        """How many of the last were no."""
        return next((n for n, was in enumerate(reversed(self.picked)) if was), len(self.picked))


@dataclass(frozen=True, slots=True)
class _Found:
    """What the tests found: a change, the chance of so long a silence, the chance of so much shorter work."""

    change: ChangePoint | None
    late: int
    """So many cycles are lately."""
    faded: bool
    silence: float
    ignored: bool
    shorter_p: float | None
    shorter: bool
    early: bool

    @property
    def sign(self) -> Sign:
        if self.faded:
            return "chosen less often"
        if self.ignored:
            return "ignored"
        if self.shorter:
            return "shorter work"
        return "too early to say" if self.early else "no sign of fading"


def interest(
    child: Child,
    tray: Tray,
    log: Log,
    on: date,
    *,
    practice: Practice = Practice(),
    fresh: tuple[float, float] | None = None,
) -> Interest:
    """How one child's choosing of one tray stands on a day.

    Counts work cycles (yes or no), not episodes. Faded: a change of the rate at some cycle is likelier than 0.9, and
    the later rate is under half the earlier. Ignored: untouched for six cycles or more, and so long a silence has a
    chance under 0.01 by the tray's own cycles before it; for a tray not touched in this stay by how the child takes
    fresh ones (`fresh`: so often, and so often not). Shorter work: the rank-sum test of the last five visits against up
    to sixteen before, p < 0.01. With too few cycles it says so.
    """
    seen = counted_mornings(child, tray, log, practice=practice)
    own = [e for e in log.episodes if e.child_id == child.id and e.tray_id == tray.id]
    visits = [v for v in folded(own) if v.local_day <= on]
    days = [m for m in seen.mornings if m.day <= on]
    since = _since(tray, log, practice)
    whole = _record(days, visits, practice)
    stay = _record([m for m in days if m.began >= since], visits, practice)
    here = [v for v in visits if v.began >= since]
    found = _judged(stay, here, fresh or practice.fresh_rate, practice)
    return _told(whole, stay, found, seen, here, practice)


def _told(
    whole: _Record, stay: _Record, found: _Found, seen: Counted, here: Sequence[Visit], practice: Practice
) -> Interest:
    recent, earlier = _halves(stay, found)
    return Interest(
        rate=discounted_rate(whole.picked, practice.half_life_mornings, whole.weights),
        chosen=stay.counts[0],
        available=stay.counts[1],
        recent=recent,
        earlier=earlier,
        faded=found.faded,
        shorter=found.shorter,
        ignored_mornings=stay.quiet,
        ignored=found.ignored,
        taken_again=_taken_again(stay.picked, practice),
        half_life=practice.half_life_mornings,
        sign=found.sign,
        seen=seen.words,
        unmarked=seen.unmarked,
        reasons=_reasons(stay, found, seen, here, practice),
    )


def _since(tray: Tray, log: Log, practice: Practice) -> datetime:
    """When its present stay, or its last one, began."""
    found = stays((p for p in log.placements if p.tray.id == tray.id), practice)
    return (found[-1][0].since if found else None) or EVER


def _record(days: Sequence[Morning], visits: Sequence[Visit], practice: Practice) -> _Record:
    picked = tuple(_chosen_on(morning, visits) for morning in days)
    return _Record(picked, tuple(weight_of(m, was, practice) for m, was in zip(days, picked, strict=True)))


def _chosen_on(morning: Morning, visits: Sequence[Visit]) -> bool:
    return any(fell_in(e, morning) for e in visits)


def _judged(stay: _Record, visits: Sequence[Visit], fresh: tuple[float, float], practice: Practice) -> _Found:
    looked = stay.last(practice.faded_cycles)
    early = len(stay.picked) < practice.least_cycles
    change = None if early else change_point(looked.picked, looked.weights)
    faded = change is not None and (
        change.posterior > practice.faded_posterior and change.fell_to < practice.faded_share
    )
    untouched = stay.last(stay.quiet)
    before = stay.before(stay.quiet)
    yes, no = before.weighed if before.picked else (fresh[0] - 0.5, fresh[1] - 0.5)
    chance = silence(sum(untouched.weights), yes, no)
    ignored = stay.quiet >= practice.ignored_cycles and chance < practice.ignored_chance
    shorter_p = _shorter(longest_of(visits), practice)
    late = len(looked.picked) - change.at if change is not None and faded else RECENT
    return _Found(
        change=change,
        late=late,
        faded=faded,
        silence=chance,
        ignored=ignored,
        shorter_p=shorter_p,
        shorter=shorter_p is not None and shorter_p < practice.shorter_p,
        early=early,
    )


def _shorter(stretches: Sequence[float], practice: Practice) -> float | None:
    late = stretches[-practice.shorter_visits :]
    early = stretches[: -practice.shorter_visits][-practice.shorter_before :]
    return rank_lower(late, early) if len(early) >= practice.shorter_visits else None


def _taken_again(picked: Sequence[bool], practice: Practice) -> bool:
    """Whether one of the last few cycles' choices came after as many cycles untouched."""
    quiet = practice.taken_again_mornings
    firsts = range(max(quiet, len(picked) - quiet), len(picked))
    return any(picked[at] and not any(picked[at - quiet : at]) for at in firsts)


def _halves(stay: _Record, found: _Found) -> tuple[tuple[int, int], tuple[int, int]]:
    """Lately and before: split where the rate changed if it did, else eight cycles ago."""
    return stay.last(found.late).counts, stay.before(found.late).counts


def _reasons(
    stay: _Record, found: _Found, seen: Counted, visits: Sequence[Visit], practice: Practice
) -> tuple[Reason, ...]:
    recent, earlier = _halves(stay, found)
    evidence = tuple(f"episode:{e.id}" for e in sorted(visits, key=lambda e: e.began)[-5:])
    text = say(
        "Chosen in {recent} of the last {cycles}",
        recent=recent[0],
        cycles=say("{n, plural, one {# work cycle} other {# work cycles}}", n=recent[1]),
    )
    text += (
        say(", before that in {earlier} of {earlier2}.", earlier=earlier[0], earlier2=earlier[1]) if earlier[1] else "."
    )
    if found.ignored or stay.quiet >= practice.ignored_cycles:
        text += say(
            " Not touched for {cycles}.",
            cycles=say("{n, plural, one {# work cycle} other {# work cycles}}", n=stay.quiet),
        )
    if found.shorter:
        text += say(" The work got shorter.")
    return (
        Reason(
            "INTEREST",
            say("{text} {seen}.", text=text, seen=seen.words),
            _numbers(recent, earlier, stay, found, visits, practice),
            evidence,
            SOURCE,
        ),
    )


SOURCE = say(
    "Change of a rate at an unknown time, Beta(1/2, 1/2) on both sides; beta-binomial; rank-sum test. "
    "The limits are ours, tried on simulated children (bench/interest.py)"
)


def _numbers(
    recent: tuple[int, int],
    earlier: tuple[int, int],
    stay: _Record,
    found: _Found,
    visits: Sequence[Visit],
    practice: Practice,
) -> tuple[Quantity, ...]:
    numbers = [
        Quantity(
            say("chosen lately"),
            recent[0],
            say("{n, plural, one {of # work cycle} other {of # work cycles}}", n=recent[1]),
        ),
        Quantity(
            say("chosen before"),
            earlier[0],
            say("{n, plural, one {of # work cycle} other {of # work cycles}}", n=earlier[1]),
        ),
    ]
    if found.change is not None:
        numbers.append(
            Quantity(
                say("how likely the rate changed"),
                round(found.change.posterior, 3),
                "",
                practice.faded_posterior,
                needed=True,
            )
        )
    if stay.quiet:
        numbers.append(
            Quantity(say("chance of so long a silence"), round(found.silence, 4), "", practice.ignored_chance)
        )
    if found.shorter_p is not None:
        numbers.append(
            Quantity(say("chance of work so much shorter"), round(found.shorter_p, 4), "", practice.shorter_p)
        )
    return tuple(numbers)


def first_reaction(placement: Placement, log: Log, *, practice: Practice = Practice()) -> str:
    """How a tray was met when it came out: in which of its first work cycles a child it is for first took it."""
    after = [
        m
        for m in sorted(ended_cycles(log), key=lambda m: m.began)
        if placement.since and m.began >= placement.since and (placement.until is None or m.began < placement.until)
    ]
    visits = folded(e for e in log.episodes if e.tray_id == placement.tray.id)
    for number, morning in enumerate(after, start=1):
        if _chosen_on(morning, visits):
            return (
                say("taken in the first work cycle")
                if number == 1
                else say("taken in work cycle {number}", number=number)
            )
    if len(after) >= practice.notice_mornings:
        return say(
            "not touched in its first {after} work cycles: show it again, move it, or take pieces away",
            after=len(after),
        )
    return say(
        "not touched yet, {cycles} out",
        cycles=say("{n, plural, one {# work cycle} other {# work cycles}}", n=len(after)),
    )
