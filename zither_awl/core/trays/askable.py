"""Which levels an adult is asked about before a child was watched: those of work whose window is near."""

from __future__ import annotations

from collections.abc import Iterable

from zither_awl.core.asking import Askable, usual_months
from zither_awl.core.practice import Practice
from zither_awl.core.trays.design import Design

PLAIN_COSTS = ("", "nothing", "little")
"""Most homes have what it takes, so that an adult can have seen it. Common practice, no source."""


def askable(designs: Iterable[Design], months: int, *, practice: Practice = Practice()) -> tuple[Askable, ...]:
    """The levels of work near a child of so many months (corrected): open now or within the near window, and of a card
    not outgrown."""
    return tuple(
        Askable(
            (design.key, level.number),
            design.area,
            usual_months(opens, design.to_months),
            design.before(level.number),
            design.cost in PLAIN_COSTS,
        )
        for design in designs
        if design.sort == "work" and design.to_months >= months
        for level in design.levels
        if (opens := max(design.from_months, level.from_months)) <= months + practice.near_window_months
    )
