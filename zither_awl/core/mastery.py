"""Is it mastered? Two schools of evidence, both always computed: a criterion, and an estimate.

Judged per child and card level, from episodes and presentations. A finding about skill only: unfinished
work is evidence about interest and does not enter.
"""

from __future__ import annotations

from collections.abc import Callable, Iterable, Sequence
from dataclasses import dataclass
from datetime import date
from typing import Literal

from zither_awl.core.concentration import folded
from zither_awl.core.practice import Practice
from zither_awl.core.reasons import Quantity, Reason
from zither_awl.core.values import Episode, Presentation, Visit
from zither_awl.core.words import counted

MasteryState = Literal["not shown", "shown", "working", "alone", "mastered", "fading"]
School = Literal["criterion", "estimate"]


@dataclass(frozen=True, slots=True)
class Knowing:
    """Knowledge tracing: known at first, learned per time, slip, guess. Source: Corbett and Anderson 1995."""

    at_first: float = 0.10
    learned: float = 0.22
    slip: float = 0.10
    guess: float = 0.20
    half_life_days: float = 180.0


CAREFUL = Knowing(at_first=0.05, learned=0.15, slip=0.05, guess=0.30)
GENEROUS = Knowing(at_first=0.20, learned=0.30, slip=0.15, guess=0.10)
KNOWN = 0.95
KNOWN_DAYS = 2


@dataclass(frozen=True, slots=True)
class Mastery:
    """What was judged. `criterion` counts (done alone, of the last, on days); `interval` is the estimate
    under careful and generous assumptions, not a confidence interval."""

    state: MasteryState
    criterion: tuple[int, int, int]
    probability: float
    interval: tuple[float, float]
    parts: tuple[tuple[str, bool], ...]
    reasons: tuple[Reason, ...]


def posterior(known: float, right: bool, model: Knowing) -> float:
    """The chance that it is known, after one try. Source: Corbett and Anderson 1995."""
    if right:
        hit, luck = known * (1 - model.slip), (1 - known) * model.guess
    else:
        hit, luck = known * model.slip, (1 - known) * (1 - model.guess)
    return hit / (hit + luck)


def traced(known: float, right: bool, model: Knowing) -> float:
    """The chance after one try and what was learned by it."""
    after = posterior(known, right, model)
    return after + (1 - after) * model.learned


def decayed(known: float, days: float, half_life_days: float) -> float:
    """The chance after time away: L 2^(-days / half-life). Never per attempt, or 0.95 could not be reached."""
    return float(known * 2 ** (-days / half_life_days))


def mastery(
    episodes: Iterable[Episode | Visit], presentations: Sequence[Presentation], on: date,
    *, school: School = "criterion", practice: Practice = Practice(), mastered_on: date | None = None,
) -> Mastery:  # fmt: skip
    """The state of one child on one card level, with the evidence named.

    `episodes` and `presentations` are that child's, of that level; struck ones are passed over. Mastered by
    the criterion: of the last five finished at least three done right or mended, alone, on three days, and
    the last two without help. By the estimate: 0.95 or more, on two days. Fading: mastered once, and since
    then a mistake left, help, or 42 days away. `mastered_on` says that it was mastered on a day before what is given.
    """
    usual = sorted((v for v in folded(episodes) if v.local_day <= on), key=lambda v: v.began)
    done = [v for v in usual if v.finished]
    shown = [p for p in presentations if p.local_day <= on]
    probability = _estimate(done, on, Knowing())
    interval = (_estimate(done, on, CAREFUL), _estimate(done, on, GENEROUS))
    meets = _criterion if school == "criterion" else _by_estimate
    before = mastered_on is not None and mastered_on <= on
    state = _state(usual, done, shown, on, practice, meets, before)
    tally = _tally(done, practice)
    reasons = _reasons(state, tally, done, shown, on, practice)
    return Mastery(state, tally, probability, interval, _parts(usual), reasons)


def _state(
    usual: list[Visit], done: list[Visit], shown: Sequence[Presentation], on: date, practice: Practice,
    meets: Callable[[list[Visit], Practice], bool], before: bool,
) -> MasteryState:  # fmt: skip
    if not usual:
        return "shown" if shown else "not shown"
    if done and (before or first_met(done, practice, meets) is not None):
        away = (on - done[-1].local_day).days
        slipped = not meets(done, practice) or not all(e.done_alone for e in done[-practice.unhelped_last :])
        return "fading" if slipped or away >= practice.fading_days else "mastered"
    return "alone" if any(e.done_alone for e in done) else "working"


def first_met(done: Sequence[Visit], practice: Practice, meets: Callable[[list[Visit], Practice], bool]) -> date | None:
    """The day on which the finished pieces of work, oldest first, first met a school's mark; None if they never did."""
    return next((done[n - 1].local_day for n in range(1, len(done) + 1) if meets(list(done[:n]), practice)), None)


def met_criterion(done: Sequence[Visit], practice: Practice = Practice()) -> date | None:
    """The day the criterion was first met by finished pieces of work, oldest first."""
    return first_met(done, practice, _criterion)


def _criterion(done: list[Visit], practice: Practice) -> bool:
    alone, _, days = _tally(done, practice)
    unhelped = all(not e.helped for e in done[-practice.unhelped_last :])
    return alone >= practice.mastered_times and days >= practice.mastered_days and unhelped


def _by_estimate(done: list[Visit], practice: Practice) -> bool:
    days = {e.local_day for e in done if e.done_alone}
    return len(days) >= KNOWN_DAYS and _estimate(done, done[-1].local_day, Knowing()) >= KNOWN


def _tally(done: Sequence[Visit], practice: Practice) -> tuple[int, int, int]:
    last = done[-practice.mastered_of_last :]
    alone = [e for e in last if e.done_alone]
    return len(alone), len(last), len({e.local_day for e in alone})


def _estimate(done: Sequence[Visit], on: date, model: Knowing) -> float:
    known, day = model.at_first, done[0].local_day if done else on
    for episode in done:
        here = episode.local_day
        known = traced(decayed(known, (here - day).days, model.half_life_days), episode.done_alone, model)
        day = here
    return decayed(known, (on - day).days, model.half_life_days) if done else known


def _parts(visits: Iterable[Visit]) -> tuple[tuple[str, bool], ...]:
    """Sub-skills judged one by one: the newest word on each part."""
    return tuple(sorted({name: done for v in visits for name, done in v.parts}.items()))


def _reasons(
    state: MasteryState, tally: tuple[int, int, int], done: list[Visit], shown: Sequence[Presentation], on: date,
    practice: Practice,
) -> tuple[Reason, ...]:  # fmt: skip
    alone, of, days = tally
    last = done[-practice.mastered_of_last :]
    evidence = tuple(f"episode:{e.id}" for e in last)
    numbers = (
        Quantity("done alone", alone, f"of the last {of}", practice.mastered_times, needed=True),
        Quantity("on different days", days, "days", practice.mastered_days, needed=True),
    )
    said: dict[MasteryState, str] = {
        "not shown": "Not shown yet, and not tried.",
        "shown": f"Shown {counted(len(shown), 'time')}, not tried yet.",
        "working": "Tried; not yet done alone.",
        "alone": f"Done alone {counted(alone, 'time')} of the last {of}, on {counted(days, 'day')}.",
        "mastered": f"Done alone {alone} of the last {of} times, on {counted(days, 'day')}, the last two unhelped.",
        "fading": "Mastered once: known, may be slipping.",
    }
    reasons = [Reason("MASTERY", said[state], numbers, evidence)]
    if state == "fading" and (on - done[-1].local_day).days >= practice.fading_days:
        away = Quantity("days away", (on - done[-1].local_day).days, "days", practice.fading_days)
        reasons.append(Reason("MASTERY", f"Not worked with for {away.value:.0f} days.", (away,), evidence[-1:]))
    return tuple(reasons)
