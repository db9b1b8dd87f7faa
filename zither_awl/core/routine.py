"""Real work without a tray: how far a routine is, and how the snack table grows (TRAY-10, TRAY-12, SEQ-5)."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from datetime import date

from zither_awl.core.ages import corrected_months
from zither_awl.core.reasons import Quantity, Reason
from zither_awl.core.values import Child, Routine, RoutineRun, Step

WATER_DAYS, DRY_DAYS = 4, 10
"""Days of water alone before food (SEQ-5 asks for some), and of dry food before food to prepare. Ours, no source."""
PIECES_SMALL, PIECES, SMALL_MONTHS = 3, 5, 36
"""What the card says one child takes. Ours, no source."""
NO_CHOKING_MONTHS = 48
CHOKING = (
    "Under four years no whole grapes, cherry tomatoes, nuts, popcorn, hard sweets or chunks of raw apple or carrot; "
    "round food cut lengthwise in quarters, other pieces at most 12 mm (AAP, USDA; from memory)."
)


def next_step(routine: Routine, run: RoutineRun) -> Step | None:
    """The first step that is not done; steps may be done in another order."""
    done = {d.step for d in run.done}
    return next((s for s in routine.steps if s.key not in done), None)


@dataclass(frozen=True, slots=True)
class SnackStage:
    """How the snack table stands today: its stage, what is on it, and how much, none of it filled up again."""

    name: str
    what: str
    for_each: tuple[tuple[int, int], ...]
    """For each child, by id: how many pieces the card says. Empty while there is water alone."""
    in_the_bowl: int
    cautions: tuple[str, ...]
    reasons: tuple[Reason, ...]


def snack_table(children: Sequence[Child], runs: Iterable[RoutineRun], on: date) -> SnackStage:
    """The stage of a household's snack table after these runs of its routine, each day counted once.

    Water alone first, then one dry food that is counted, then food the child prepares. The bowl holds the day's portion
    of all who come, and is not filled again.
    """
    days = len({r.local_day for r in runs if r.done and r.local_day < on})
    used = Quantity("days the table was used", days, "days", WATER_DAYS, needed=True)
    if days < WATER_DAYS:
        text = f"Water alone for the first {WATER_DAYS} days: pouring and wiping come before food."
        return SnackStage("water alone", "A small jug, half full, one glass, a cloth.", (), 0, (),
                          (Reason("SEQ-5", text, (used,)),))  # fmt: skip
    months = {c.id: corrected_months(c.born, c.gestation_weeks, on) for c in children}
    each = tuple((key, PIECES_SMALL if age < SMALL_MONTHS else PIECES) for key, age in months.items())
    total = sum(pieces for _, pieces in each)
    bowl = Quantity("in the bowl", total, "pieces")
    portion = Reason("TRAY-10", "The day’s portion of all who come is in the bowl; it is not filled again.", (bowl,))
    dry = days < WATER_DAYS + DRY_DAYS
    name = "one dry food" if dry else "food to prepare"
    what = "One dry food, and a card with as many dots as pieces." if dry else "One thing to cut, peel or spread."
    stage = Reason("SEQ-5", f"The table was used on {days} days: {name}.", (used,))
    return SnackStage(name, what, each, total, _cautions(children, months), (stage, portion))


def _cautions(children: Sequence[Child], months: dict[int, int]) -> tuple[str, ...]:
    found = []
    if any(age < NO_CHOKING_MONTHS for age in months.values()):
        found.append(CHOKING)
    if any(age < 12 for age in months.values()):
        found.append("No honey before 12 months.")
    for child in children:
        if child.allergies:
            found.append(f"{child.name} must not have {', '.join(sorted(child.allergies))}.")
    return tuple(found)
