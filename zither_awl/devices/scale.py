"""A kitchen scale: what the program asks of one, and a stand-in that settles, trembles, tares and falls silent."""

from __future__ import annotations

import random
from collections.abc import Callable, Sequence
from dataclasses import dataclass, replace
from math import exp
from typing import Protocol

from zither_awl.core.errors import FieldProblem, InvalidValue
from zither_awl.core.saying import figure, say
from zither_awl.core.weighing import Reading

EVERY_S, BUFFER_S = 0.1, 4.0


class Scale(Protocol):
    """A scale that goes on telling what it shows. Another one needs only these two."""

    def read(self) -> Sequence[Reading]:
        """What it has told since it was last asked, the oldest first; nothing when it does not answer."""

    def tare(self) -> None:
        """Show what lies on it now as zero."""


@dataclass(frozen=True, slots=True)
class ScaleSetting:
    """How the stand-in behaves: what lies on it, how much it trembles (standard deviation), how long it takes to come
    within a third of the weight, how much it bears, and whether it is silent."""

    load_g: float = 0.0
    noise_g: float = 0.6
    settle_s: float = 0.35
    most_g: float = 5000.0
    silent: bool = False

    def __post_init__(self) -> None:
        limits = {"load_g": (0, 50_000), "noise_g": (0, 50), "settle_s": (0, 10), "most_g": (1, 50_000)}
        wrong = [
            FieldProblem(
                name,
                say("is {value}; expected {low} to {high}.", value=figure(getattr(self, name)), low=low, high=high),
            )
            for name, (low, high) in limits.items()
            if not low <= getattr(self, name) <= high
        ]
        if wrong:
            raise InvalidValue(*wrong)


class SimulatedScale:
    """A scale nobody has to own. `clock` gives seconds; the same seed and times give the same readings."""

    def __init__(self, clock: Callable[[], float], seed: int = 1) -> None:
        self._clock, self._rng = clock, random.Random(seed)
        self._setting = ScaleSetting()
        self._from_g, self._since, self._zero = 0.0, clock(), 0.0
        self._told_s = clock()

    @property
    def setting(self) -> ScaleSetting:
        """How it behaves now."""
        return self._setting

    def steer(self, setting: ScaleSetting) -> None:
        """Behave otherwise: lay something on, take it off, tremble more, fall silent."""
        self._from_g, self._since, self._setting = self._resting(self._clock()), self._clock(), setting

    def put_on(self, grams: float) -> None:
        """Lay so much on it, and nothing else."""
        self.steer(replace(self._setting, load_g=grams))

    def read(self) -> Sequence[Reading]:
        """Ten readings a second since it was last asked, of the last four seconds at most."""
        now = self._clock()
        self._told_s = max(self._told_s, now - BUFFER_S)
        told = []
        while self._told_s + EVERY_S <= now + 1e-9:
            self._told_s += EVERY_S
            if not self._setting.silent:
                told.append(self._reading(self._told_s))
        return told

    def _reading(self, at_s: float) -> Reading:
        """The load, on its way there, with a tremble, in whole grams."""
        trembling = self._resting(at_s) + self._rng.gauss(0, self._setting.noise_g)
        if trembling > self._setting.most_g:
            return Reading(at_s, None)
        return Reading(at_s, float(round(trembling - self._zero)))

    def tare(self) -> None:
        """Take what lies on it now as zero."""
        self._zero = self._resting(self._clock())

    def _resting(self, at_s: float) -> float:
        gone, slow = max(0.0, at_s - self._since), self._setting.settle_s
        left = exp(-gone / slow) if slow else 0.0
        return self._setting.load_g + (self._from_g - self._setting.load_g) * left
