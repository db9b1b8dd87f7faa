"""When a kitchen scale has come to rest: a weight is taken from a stream of readings that settle and tremble."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from statistics import fmean
from typing import Literal

from zither_awl.core.errors import FieldProblem, InvalidValue
from zither_awl.core.saying import decimal, figure, say

WINDOW_S = 1.5
"""A weight is the mean of so many seconds of readings."""
LEAST_READINGS = 6
TREMBLE_G, TREMBLE_SHARE = 4.0, 0.004
"""So far apart the readings of a window may lie, or a share of the weight, whichever is more."""
CREEP_G = 1.0
"""So much the later half of a window may differ from the earlier: a slow rise looks steady for a moment."""
LEAST_G = 1.0
"""A scale of whole grams says nothing about less."""
SILENT_S = 2.0
"""After so long without a reading the scale counts as silent."""
# All six are ours, no source: what a kitchen scale that shows whole grams does within a few seconds.

State = Literal["waiting", "settling", "steady", "overload", "below zero", "silent"]


@dataclass(frozen=True, slots=True)
class Reading:
    """What the scale said: when (seconds of a steady clock), and grams; None for too much on it."""

    at_s: float
    grams: float | None


@dataclass(frozen=True, slots=True)
class Weighing:
    """How it stands: `grams` shown now, a `weight` only when it is steady, and what to do in words."""

    state: State
    grams: float | None
    weight: float | None
    text: str


def weighed(readings: Sequence[Reading], now_s: float, asked_s: float = 0.0) -> Weighing:
    """What the readings so far say, the oldest first. `now_s` and `asked_s`, when one began to ask, are the same
    clock's times."""
    quiet = now_s - (readings[-1].at_s if readings else asked_s)
    if quiet > SILENT_S:
        text = say("The kitchen scale gave no reading for {quiet} s; is it switched on?", quiet=decimal(quiet, 0))
        return Weighing("silent", None, None, text)
    if not readings:
        return Weighing("waiting", None, None, say("Waiting for the scale."))
    newest = readings[-1].grams
    if newest is None:
        text = say("There is too much on the scale. Take something off, or weigh in parts.")
        return Weighing("overload", None, None, text)
    window = [r for r in readings if r.at_s > now_s - WINDOW_S]
    grams = [r.grams for r in window if r.grams is not None]
    span = window[-1].at_s - window[0].at_s if window else 0.0
    if len(grams) < max(LEAST_READINGS, len(window)) or span < 0.6 * WINDOW_S or not _at_rest(grams):
        return Weighing("settling", newest, None, say("It is still settling. Do not touch it."))
    weight = fmean(grams)
    if weight < -TREMBLE_G:
        return Weighing(
            "below zero", weight, None, say("It shows less than nothing: empty it, and set it to zero again.")
        )
    if weight < LEAST_G:
        return Weighing("waiting", weight, None, say("Nothing lies on it yet."))
    return Weighing("steady", weight, round(weight, 1), say("It is steady."))


def _at_rest(grams: Sequence[float]) -> bool:
    half = len(grams) // 2
    tremble = max(TREMBLE_G, TREMBLE_SHARE * abs(fmean(grams)))
    return max(grams) - min(grams) <= tremble and abs(fmean(grams[half:]) - fmean(grams[:half])) <= CREEP_G


def of_one_g(weight_g: float, pieces: int) -> float:
    """The mass of one piece, g, when several lie on the scale. Raises: InvalidValue for nothing, or no pieces."""
    problems = []
    if not 1 <= pieces <= 1000:
        problems.append(FieldProblem("pieces", say("is {pieces}; expected 1 to 1000.", pieces=pieces)))
    if not 0 < weight_g <= 20000:
        problems.append(
            FieldProblem(
                "grams",
                say("is {weight_g} g; expected more than 0 and at most 20000 g.", weight_g=figure(weight_g)),
                say("Lay it on the scale and wait until it is steady."),
            )
        )
    if problems:
        raise InvalidValue(*problems)
    return round(weight_g / pieces, 2)
