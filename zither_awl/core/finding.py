"""What the program found on a shelf, and what would cure it."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from zither_awl.core.reasons import Reason, Severity
from zither_awl.core.values import PermissionKind, Spot

ActionKind = Literal["gate", "by_hand", "swap", "move", "rest"]


@dataclass(frozen=True, slots=True)
class Action:
    """One thing to do about a finding. `tray` goes to `to`, rests, or gives way to `other`."""

    kind: ActionKind
    text: str
    tray: int
    to: Spot | None = None
    other: int | None = None
    unit: int | None = None
    child: int | None = None


@dataclass(frozen=True, slots=True)
class Finding:
    """One rule not kept, for one child or for the house (None), at one tray on one spot."""

    rule: str
    severity: Severity
    child: int | None
    tray: int
    spot: Spot
    reasons: tuple[Reason, ...]
    actions: tuple[Action, ...] = ()
    asks: tuple[PermissionKind, ...] = ()
    """What the household may decide for the child instead, with an adult at the table."""

    @property
    def kind(self) -> tuple[str, int | None]:
        """What sort of finding it is: the rule and the child, wherever it stands."""
        return (self.rule, self.child)

    @property
    def key(self) -> tuple[str, int | None, int]:
        """Which finding it is: the rule, the child and the tray."""
        return (self.rule, self.child, self.tray)
