"""Why: every finding and recommendation carries these, so that screen, print and API agree."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

Severity = Literal["must", "should", "note"]
"""must: a hazard open to a child under its age, overload, does not fit. should: mend soon. note: be there."""


@dataclass(frozen=True, slots=True)
class Quantity:
    """A number with its unit and, where there is one, the limit it was held against.

    `needed` says that the limit is to be reached, not to be kept under.
    """

    label: str
    value: float
    unit: str
    limit: float | None = None
    needed: bool = False


@dataclass(frozen=True, slots=True)
class Reason:
    """A rule, said plainly, with its numbers, the ids it rests on and the source of its limit."""

    rule: str
    text: str
    numbers: tuple[Quantity, ...] = ()
    evidence: tuple[str, ...] = ()
    source: str = ""
