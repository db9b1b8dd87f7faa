"""What is expected of a child at a level, and what is not yet; and how a level that is too far still serves (SEQ-9)."""

from __future__ import annotations

from dataclasses import dataclass

from zither_awl.core.trays.design import Design, Level


@dataclass(frozen=True, slots=True)
class Expectation:
    """What may be expected and what may not; `serves_as` the level of the same card whose expectation holds for a child
    that is too young for this one, None where this one's own does or there is none."""

    expects: str
    not_yet: str
    serves_as: Level | None = None


def expectations(design: Design, level: Level, months: int) -> Expectation:
    """What to expect of a child of so many months (corrected) at a level: its own words, or for one too young for it
    those of the hardest level before it that is open at its age."""
    if design.opens_at(level) <= months:
        return Expectation(level.expects, level.not_yet)
    easier = [each for each in design.levels if each.number < level.number and design.opens_at(each) <= months]
    if not easier:
        return Expectation(level.expects, level.not_yet)
    return Expectation(easier[-1].expects, level.expects or level.not_yet, easier[-1])
