"""Is it mastered? Two schools of evidence, both always computed: a criterion, and an estimate.

Judged per child and card level, from episodes and presentations. A finding about skill only: unfinished
work is evidence about interest and does not enter.
"""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import dataclass
from datetime import date
from typing import Literal

from zither_awl.core.practice import Practice
from zither_awl.core.reasons import Quantity, Reason
from zither_awl.core.values import Episode, Presentation
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
    episodes: Sequence[Episode], presentations: Sequence[Presentation], on: date,
    *, school: School = "criterion", practice: Practice = Practice(),
) -> Mastery:  # fmt: skip
    """The state of one child on one card level, with the evidence named.

    `episodes` and `presentations` are that child's, of that level; struck ones are passed over. Mastered by
    the criterion: of the last five finished at least three done right or mended, alone, on three days, and
    the last two without help. By the estimate: 0.95 or more, on two days. Fading: mastered once, and since
    then a mistake left, help, or 42 days away.
    """
    usual = sorted((e for e in episodes if not e.struck and e.began.date() <= on), key=lambda e: e.began)
    done = [e for e in usual if e.finished]
    shown = [p for p in presentations if p.at.date() <= on]
    probability = _estimate(done, on, Knowing())
    interval = (_estimate(done, on, CAREFUL), _estimate(done, on, GENEROUS))
    meets = _criterion if school == "criterion" else _by_estimate
    state = _state(usual, done, shown, on, practice, meets)
    tally = _tally(done, practice)
    reasons = _reasons(state, tally, done, shown, on, practice)
    return Mastery(state, tally, probability, interval, _parts(usual), reasons)


def _state(
    usual: list[Episode], done: list[Episode], shown: Sequence[Presentation], on: date, practice: Practice,
    meets: Callable[[list[Episode], Practice], bool],
) -> MasteryState:  # fmt: skip
    if not usual:
        return "shown" if shown else "not shown"
    reached = next((n for n in range(1, len(done) + 1) if meets(done[:n], practice)), None)
    if reached is not None:
        away = (on - done[-1].began.date()).days
        slipped = not meets(done, practice) or not all(e.done_alone for e in done[-practice.unhelped_last :])
        return "fading" if slipped or away >= practice.fading_days else "mastered"
    return "alone" if any(e.done_alone for e in done) else "working"


def _criterion(done: list[Episode], practice: Practice) -> bool:
    alone, _, days = _tally(done, practice)
    unhelped = all(not e.helped for e in done[-practice.unhelped_last :])
    return alone >= practice.mastered_times and days >= practice.mastered_days and unhelped


def _by_estimate(done: list[Episode], practice: Practice) -> bool:
    days = {e.began.date() for e in done if e.done_alone}
    return len(days) >= KNOWN_DAYS and _estimate(done, done[-1].began.date(), Knowing()) >= KNOWN


def _tally(done: list[Episode], practice: Practice) -> tuple[int, int, int]:
    last = done[-practice.mastered_of_last :]
    alone = [e for e in last if e.done_alone]
    return len(alone), len(last), len({e.began.date() for e in alone})


def _estimate(done: Sequence[Episode], on: date, model: Knowing) -> float:
    known, day = model.at_first, done[0].began.date() if done else on
    for episode in done:
        here = episode.began.date()
        known = traced(decayed(known, (here - day).days, model.half_life_days), episode.done_alone, model)
        day = here
    return decayed(known, (on - day).days, model.half_life_days) if done else known


def _parts(episodes: list[Episode]) -> tuple[tuple[str, bool], ...]:
    """Sub-skills judged one by one: the newest word on each part; "part" events carry cause "done" or "not yet"."""
    newest = {event.text: event.cause == "done" for e in episodes for event in e.events if event.kind == "part"}
    return tuple(sorted(newest.items()))


def _reasons(
    state: MasteryState, tally: tuple[int, int, int], done: list[Episode], shown: Sequence[Presentation], on: date,
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
    if state == "fading" and (on - done[-1].began.date()).days >= practice.fading_days:
        away = Quantity("days away", (on - done[-1].began.date()).days, "days", practice.fading_days)
        reasons.append(Reason("MASTERY", f"Not worked with for {away.value:.0f} days.", (away,), evidence[-1:]))
    return tuple(reasons)
