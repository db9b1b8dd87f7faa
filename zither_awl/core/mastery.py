"""Is it mastered? Two schools of evidence, both always computed: a criterion, and an estimate.

Judged per child and card level, from episodes and presentations. A finding about skill only: unfinished
work is evidence about interest and does not enter.
"""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from dataclasses import dataclass, replace
from datetime import date
from math import exp, log
from typing import Literal, Protocol

from zither_awl.core.concentration import folded
from zither_awl.core.practice import Practice
from zither_awl.core.reasons import Quantity, Reason
from zither_awl.core.saying import decimal, say
from zither_awl.core.values import Episode, Presentation, Said, Visit
from zither_awl.core.words import day_text

MasteryState = Literal["not shown", "shown", "said", "working", "alone", "mastered", "fading"]
KNOWN: tuple[MasteryState, ...] = ("said", "mastered", "fading")
"""What counts as known where something follows from it: mastered, slipping or not, or said to be known."""
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
KNOWN_DAYS = 2
CALIBRATION = (1.05, -1.5)
"""What the plain tracing says is too sure of itself: of children it gives 67 of 100 a third know it. This line on the
log-odds sets it right on both child models of core.simulate (bench/mastery.py)."""


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
    since: date | None = None
    """Since when it is mastered, by the school asked for; None while it is not."""


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


def calibrated(chance: float) -> float:
    """A chance as the plain tracing gives it, set right by CALIBRATION."""
    slope, shift = CALIBRATION
    inside = min(max(chance, 1e-9), 1 - 1e-9)
    return 1 / (1 + exp(-(slope * log(inside / (1 - inside)) + shift)))


def mastery(
    episodes: Iterable[Episode | Visit],
    presentations: Sequence[Presentation],
    on: date,
    *,
    school: School = "criterion",
    practice: Practice = Practice(),
    mastered_on: date | None = None,
    guess: float = 0.0,
    said: Said | None = None,
) -> Mastery:
    """The state of one child on one card level, with the evidence named.

    `episodes` and `presentations` are that child's, of that level; struck ones are passed over. `guess` is the chance
    of getting it right by luck. By the criterion it is mastered when of the last five finished at least three (four
    with a guess of 0.3) were done right or self-corrected, alone, on three days, the last two among them; it may be
    slipping when two of the last three were not, or after 84 days away; three of the last four take it back. By the
    estimate: in at 0.95 on two days, slipping under 0.60, back under 0.25. `mastered_on` says that it was mastered on a
    day before what is given, and not taken back until then. `said` is an adult's word: said to be known it counts as
    known, and never as mastered, until three of the last four tries seen since were not alone.
    """
    usual = sorted((v for v in folded(episodes) if v.local_day <= on), key=lambda v: v.began)
    done = [v for v in usual if v.finished]
    shown = [p for p in presentations if p.local_day <= on]
    models = [replace(m, guess=max(m.guess, guess)) for m in (Knowing(), CAREFUL, GENEROUS)]
    probability, low, high = (calibrated(_estimate(done, on, model)) for model in models)
    criterion = _Criterion(done, practice, guess)
    marks = criterion if school == "criterion" else _Estimate(done, practice, models[0])
    before = mastered_on if school == "criterion" and mastered_on is not None and mastered_on <= on else None
    since, back = _walk(done, marks, before)
    state = _state(usual, done, shown, on, practice, marks, since, back)
    word = said if said is not None and said.on <= on and since is None else None
    state = _with_word(state, word, done, practice)
    reasons = _reasons(state, criterion, usual, done, shown, on, practice)
    if word is not None:
        reasons = (_said(word), *reasons) if state == "said" else (*reasons, _said(word))
    return Mastery(state, criterion.tally(len(done)), probability, (low, high), _parts(usual), reasons, since)


def known_since(done: Sequence[Visit], *, practice: Practice = Practice(), guess: float = 0.0) -> date | None:
    """The day from which on a level has been mastered by the criterion, by all finished work, oldest first; None where
    it never was or was taken back."""
    return _walk(done, _Criterion(done, practice, guess), None)[0]


class _Marks(Protocol):
    """What a school says after the first `count` pieces of finished work."""

    def enters(self, count: int) -> bool: ...

    def slips(self, count: int, on: date) -> bool: ...

    def falls(self, count: int) -> bool: ...


@dataclass(frozen=True, slots=True)
class _Criterion:
    done: Sequence[Visit]
    practice: Practice
    guess: float

    @property
    def times(self) -> int:
        """How many of the last have to be done alone."""
        lucky = self.guess >= self.practice.lucky_guess
        return self.practice.mastered_times_lucky if lucky else self.practice.mastered_times

    def tally(self, count: int) -> tuple[int, int, int]:
        """Done alone, of the last, on so many days."""
        last = self.done[max(count - self.practice.mastered_of_last, 0) : count]
        alone = [v for v in last if v.done_alone]
        return len(alone), len(last), len({v.local_day for v in alone})

    def enters(self, count: int) -> bool:
        alone, _, days = self.tally(count)
        newest = self.done[max(count - self.practice.alone_last, 0) : count]
        return alone >= self.times and days >= self.practice.mastered_days and all(v.done_alone for v in newest)

    def slips(self, count: int, on: date) -> bool:
        return self._missed(count, self.practice.slips)

    def falls(self, count: int) -> bool:
        return self._missed(count, self.practice.taken_back)

    def _missed(self, count: int, of: tuple[int, int]) -> bool:
        return sum(not v.done_alone for v in self.done[max(count - of[1], 0) : count]) >= of[0]


class _Estimate:
    def __init__(self, done: Sequence[Visit], practice: Practice, model: Knowing) -> None:
        self._done, self._practice, self._model = done, practice, model
        self._after = _tracing(done, model)

    def enters(self, count: int) -> bool:
        days = {v.local_day for v in self._done[:count] if v.done_alone}
        return len(days) >= KNOWN_DAYS and self._chance(count) >= self._practice.estimate_enters

    def slips(self, count: int, on: date) -> bool:
        away = (on - self._done[count - 1].local_day).days
        now = calibrated(decayed(self._after[count - 1], away, self._model.half_life_days))
        return now < self._practice.estimate_slips

    def falls(self, count: int) -> bool:
        return self._chance(count) < self._practice.estimate_taken_back

    def _chance(self, count: int) -> float:
        return calibrated(self._after[count - 1])


def _walk(done: Sequence[Visit], marks: _Marks, before: date | None) -> tuple[date | None, int]:
    """Since which day it is mastered, None if it is not; and after how many pieces of work it was last taken back."""
    since, back = before, 0
    for count, visit in enumerate(done, start=1):
        if before is not None and visit.local_day <= before:
            continue
        if since is None and marks.enters(count):
            since = visit.local_day
        elif since is not None and marks.falls(count):
            since, back = None, count
    return since, back


def _state(
    usual: list[Visit],
    done: list[Visit],
    shown: Sequence[Presentation],
    on: date,
    practice: Practice,
    marks: _Marks,
    since: date | None,
    back: int,
) -> MasteryState:
    if not usual:
        return "shown" if shown else "not shown"
    if done and since is not None:
        away = (on - done[-1].local_day).days
        return "fading" if away >= practice.slipping_days or marks.slips(len(done), on) else "mastered"
    return "alone" if any(v.done_alone for v in done[back:]) else "working"


def _with_word(state: MasteryState, word: Said | None, done: list[Visit], practice: Practice) -> MasteryState:
    """The state of what is not mastered, with an adult's word on it."""
    if word is None:
        return state
    if word.answer == "with help":
        return "working" if state in ("not shown", "shown") else state
    if word.answer != "yes":
        return state
    against, of = practice.taken_back
    tries = [v for v in done if v.local_day >= word.on][-of:]
    return state if sum(not v.done_alone for v in tries) >= against else "said"


def _at_work(tried: bool, alone: int) -> str:
    if not tried:
        return say("Not tried while somebody watched.")
    return say("Was done alone; lately it was not.") if alone else say("Tried; not yet done alone.")


def _said(word: Said) -> Reason:
    """An adult's word, as a reason."""
    who = say(" by {adult}", adult=word.adult) if word.adult else ""
    how = {
        "yes": "known",
        "with help": say("done with help"),
        "not yet": say("not known yet"),
        "never tried": say("never tried"),
    }
    text = say("Said{who} to be {how}, on {day}.", who=who, how=how[word.answer], day=day_text(word.on))
    if word.concluded:
        text = say(
            "Taken to be {how}, from what was said{who} of other work on {day}.",
            how=how[word.answer],
            who=who,
            day=day_text(word.on),
        )
    return Reason("SAID", text)


def _estimate(done: Sequence[Visit], on: date, model: Knowing) -> float:
    if not done:
        return model.at_first
    return decayed(_tracing(done, model)[-1], (on - done[-1].local_day).days, model.half_life_days)


def _tracing(done: Sequence[Visit], model: Knowing) -> list[float]:
    """The chance after each piece of work, forgetting by the days between."""
    found: list[float] = []
    known, day = model.at_first, done[0].local_day if done else date.min
    for visit in done:
        here = visit.local_day
        known = traced(decayed(known, (here - day).days, model.half_life_days), visit.done_alone, model)
        day = here
        found.append(known)
    return found


def _parts(visits: Iterable[Visit]) -> tuple[tuple[str, bool], ...]:
    """Sub-skills judged one by one: the newest word on each part."""
    return tuple(sorted({name: done for v in visits for name, done in v.parts}.items()))


def _times(n: int) -> str:
    return say("{n, plural, one {# time} other {# times}}", n=n)


def _reasons(
    state: MasteryState,
    criterion: _Criterion,
    usual: list[Visit],
    done: list[Visit],
    shown: Sequence[Presentation],
    on: date,
    practice: Practice,
) -> tuple[Reason, ...]:
    alone, of, days = criterion.tally(len(done))
    last = done[-practice.mastered_of_last :]
    evidence = tuple(f"episode:{e.id}" for e in last)
    numbers = (
        Quantity(say("done alone"), alone, say("of the last {of}", of=of), criterion.times, needed=True),
        Quantity(say("on different days"), days, "days", practice.mastered_days, needed=True),
    )
    done_alone = say(
        "Done alone {times} of the last {of}, on {days}.",
        times=_times(alone),
        of=of,
        days=say("{n, plural, one {# day} other {# days}}", n=days),
    )
    told: dict[MasteryState, str] = {
        "not shown": say("Not shown yet, and not tried."),
        "shown": say("Shown {times}, not tried yet.", times=_times(len(shown))),
        "said": say("Not seen often enough to say more."),
        "working": _at_work(bool(usual), alone),
        "alone": done_alone,
        "mastered": done_alone,
        "fading": say("Mastered before; it may be slipping."),
    }
    reasons = [Reason("MASTERY", told[state], numbers, evidence)]
    if state == "fading" and (on - done[-1].local_day).days >= practice.slipping_days:
        away = Quantity(say("days away"), (on - done[-1].local_day).days, "days", practice.slipping_days)
        long = say("Not worked with for {away} days.", away=decimal(away.value, 0))
        reasons.append(Reason("MASTERY", long, (away,), evidence[-1:]))
    return tuple(reasons)
