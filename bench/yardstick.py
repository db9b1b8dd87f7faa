"""How quick this machine is just now, so that a time can be laid beside one of another machine or another hour."""

from __future__ import annotations

from pathlib import Path
from time import perf_counter

USUAL_S = 0.85
"""What the loop took on the machine most figures of docs/figures.md are of."""
STEPS = 10_000_000


def loop_s() -> float:
    """Seconds a plain loop of ten million additions takes here: the best of three."""
    return min(_once() for _ in range(3))


def told(seconds: float) -> str:
    """The line a bench prints beside its times."""
    return f"A plain loop of ten million steps takes {seconds:.2f} s here and now (usually {USUAL_S} s)."


def ticks() -> tuple[int, int]:
    """What the processors did since the start, and what of it the host gave to others, in ticks; (0, 0) where the
    system does not tell."""
    told = Path("/proc/stat")
    counts = [int(each) for each in told.read_text().split("\n", 1)[0].split()[1:9]] if told.exists() else [0] * 8
    return sum(counts), counts[7]


def taken(since: tuple[int, int]) -> str:
    """How much of the processors others had since `ticks` was asked, as a bench prints it."""
    now = ticks()
    share = (now[1] - since[1]) / max(1, now[0] - since[0])
    return f"{share:.0%} of the processors' time was taken by others"


def _once() -> float:
    began, total = perf_counter(), 0
    for step in range(STEPS):
        total += step
    return perf_counter() - began
