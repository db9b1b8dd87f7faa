"""How often the judgements of interest and the trend are wrong when they are asked every day.

    python -m bench.interest [children]

Bars: a tray of constant interest called done with at most 2 / 8 / 12 % by 20 / 40 / 60 work cycles; a fall to a fifth
found within 15 in 75 %; a returning tray called done with or ignored within three cycles at most 4 %; the trend of a
series without one (lag-1 autocorrelation 0.5) called growing or shrinking at some of 26 weekly looks at most 10 %.
"""

from __future__ import annotations

import sys
from datetime import date, timedelta
from math import exp, sqrt
from random import Random
from statistics import median

from zither_awl.core.concentration import span_of
from zither_awl.core.exact import change_point, silence
from zither_awl.core.practice import Practice

PRACTICE = Practice()


def faded(picked: list[bool]) -> bool:
    """What core.interest calls faded, of cycles seen whole."""
    looked = picked[-PRACTICE.faded_cycles :]
    if len(looked) < PRACTICE.least_cycles:
        return False
    found = change_point(looked, [1.0] * len(looked))
    return found is not None and found.posterior > PRACTICE.faded_posterior and found.fell_to < PRACTICE.faded_share


def ignored(picked: list[bool]) -> bool:
    """What core.interest calls ignored."""
    quiet = next((n for n, was in enumerate(reversed(picked)) if was), len(picked))
    before = picked[: len(picked) - quiet]
    yes, no = (sum(before), len(before) - sum(before)) if before else (PRACTICE.fresh_rate[0], PRACTICE.fresh_rate[1])
    return quiet >= PRACTICE.ignored_cycles and silence(quiet, yes, no) < PRACTICE.ignored_chance


def constant(children: int) -> None:
    """Trays whose interest does not change, asked after every cycle."""
    by, lost, rng = {20: 0, 40: 0, 60: 0}, {20: 0, 40: 0, 60: 0}, Random(1)
    for _ in range(children):
        rate = 0.9 * rng.betavariate(2.5, 1.8)
        picked = [rng.random() < rate for _ in range(60)]
        first = next((n for n in range(1, 61) if faded(picked[:n])), 99)
        silent = next((n for n in range(1, 61) if ignored(picked[:n])), 99)
        for until in by:
            by[until] += first <= until
            lost[until] += silent <= until
    for word, counts in (("done with", by), ("ignored", lost)):
        shares = ", ".join(f"{100 * n / children:.1f} % by {until}" for until, n in counts.items())
        print(f"constant interest, asked every cycle: called {word} {shares} cycles")


def falling(children: int) -> None:
    """Trays that are taken a fifth as often from a day on."""
    delays, rng = [], Random(2)
    for _ in range(children):
        rate = rng.uniform(0.5, 0.95)
        picked = [rng.random() < rate for _ in range(20)] + [rng.random() < rate / 5 for _ in range(30)]
        delays.append(next((n for n in range(1, 31) if faded(picked[: 20 + n])), 99))
    found = sum(d <= 15 for d in delays) / children
    print(f"interest falls to a fifth: found within 15 cycles {found:.0%}, median {median(delays):.0f}")


def returning(children: int) -> None:
    """Trays that come back loved: ended within three cycles of their stay."""
    ended, rng = 0, Random(3)
    for _ in range(children):
        rate = 0.9 * rng.betavariate(2.5, 1.8)
        picked = [rng.random() < rate for _ in range(3)]
        ended += any(faded(picked[:n]) or ignored(picked[:n]) for n in (1, 2, 3))
    print(f"returning trays ended within three cycles: {ended / children:.1%}")


def trend(children: int) -> None:
    """Half a year of weekly looks at a series without a trend, and one that grows."""
    for phi in (0.0, 0.5):
        wrong, right, rng = 0, 0, Random(4)
        for _ in range(children):
            series, here = [], rng.gauss(0, 1) / sqrt(1 - phi * phi)
            for _ in range(39):
                here = phi * here + rng.gauss(0, 1)
                series.append(here)
            days = [(date(2026, 1, 5) + timedelta(weeks=n), 8 * exp(0.2 * value)) for n, value in enumerate(series)]
            looks = [span_of(days[:n], date(2030, 1, 1)).verdict for n in range(14, 40)]
            wrong += any(verdict in ("growing", "shrinking") for verdict in looks)
            grown = [(day, minutes * 1.04**n) for n, (day, minutes) in enumerate(days)]
            right += span_of(grown, date(2030, 1, 1)).verdict == "growing"
        print(
            f"trend, autocorrelation {phi}: a false word at some of 26 weekly looks {wrong / children:.0%}; "
            f"4 % a week found after 39 weeks {right / children:.0%}"
        )


def main(children: int = 400) -> None:
    """Run and print."""
    constant(children)
    falling(children)
    returning(children)
    trend(min(children, 150))


if __name__ == "__main__":
    main(*map(int, sys.argv[1:]))
