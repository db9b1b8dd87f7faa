"""How quick this machine is just now, so that a time can be laid beside one of another machine or another hour."""

from __future__ import annotations

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


def _once() -> float:
    began, total = perf_counter(), 0
    for step in range(STEPS):
        total += step
    return perf_counter() - began
