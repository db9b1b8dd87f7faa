"""What a device wrote down, as it wrote it: the log from which the morning is put together."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import datetime

from zither_awl.core.errors import Gathering
from zither_awl.core.happenings import KINDS
from zither_awl.core.saying import say, together
from zither_awl.core.values.log import EpisodeEventKind, Place, Work

EVENT_SCHEMA = 2
"""The form in which devices write events down now. 1 named the child and the tray at the start only."""


@dataclass(frozen=True, slots=True, kw_only=True)
class Sent:
    """One event of one device: its own count, its clocks, and what happened to which piece of work.

    `episode_id` is the name the device gave the work, "" for a state; another device may know the same work by another.
    `struck`: taken back afterwards by an adult. `id` is 0 until it is kept.
    """

    device: str
    sequence: int
    at: datetime
    kind: EpisodeEventKind
    child_id: int
    episode_id: str = ""
    tray_id: int | None = None
    activity: str = ""
    cause: str = ""
    text: str = ""
    work: Work | None = None
    place: Place | None = None
    adult_id: int | None = None
    monotonic_ms: float | None = None
    schema_version: int = EVENT_SCHEMA
    struck: bool = False
    id: int = 0

    def check(self) -> None:
        """Whether a device of today could have written this. Raises: InvalidValue, naming every wrong field.

        Older events are kept as they are: they were taken by the rules of their day.
        """
        wrong, kind = Gathering(), KINDS[self.kind]
        fits = self.cause in kind.causes or not kind.causes or (kind.cause_open and not self.cause)
        wrong.check(
            fits,
            "cause",
            say("is {cause}; expected one of: {causes}.", cause=repr(self.cause), causes=together(kind.causes, ", ")),
        )
        for name in kind.needed:
            wrong.check(bool(getattr(self, name)), name, say("is missing; it must be said: {kind}.", kind=kind.words))
        wrong.check(
            self.kind != "start" or (self.tray_id is None) == bool(self.activity),
            "activity",
            say("and a tray cannot both be said, and a start must say one of them."),
        )
        wrong.finish()

    @property
    def order(self) -> tuple[datetime, str, int]:
        """Where it stands in the one log of all devices."""
        return (self.at, self.device, self.sequence)
