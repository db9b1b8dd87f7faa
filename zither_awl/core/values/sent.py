"""What a device wrote down, as it wrote it: the log from which the morning is put together."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import datetime
from typing import Literal

from zither_awl.core.errors import Gathering
from zither_awl.core.values.log import CAUSES, DEPTHS, HELPS, LANE_STATES, EpisodeEventKind, Place, Work

EVENT_SCHEMA = 2
"""The form in which devices write events down now. 1 named the child and the tray at the start only."""

PARTS = ("done", "not yet")
"""How a part of a piece of work went; the event's text names the part."""
_WORDS: dict[str, tuple[str, ...]] = {
    "broken": CAUSES, "helped": HELPS, "depth": DEPTHS, "state": LANE_STATES, "part": PARTS,
}  # fmt: skip


@dataclass(frozen=True, slots=True, kw_only=True)
class Sent:
    """One event of one device: its own count, its clocks, and what happened to which piece of work.

    `episode_id` is the name the device gave the work, "" for a state; another device may know the same work by another.
    `struck`: taken back afterwards by an adult. `id` is 0 until it is kept.
    """

    device: str
    sequence: int
    at: datetime
    kind: EpisodeEventKind | Literal["state"]
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
        wrong = Gathering()
        known = _WORDS.get(self.kind)
        # A break nobody gave a cause for is a break all the same.
        wrong.check(known is None or self.cause in known or (self.kind == "broken" and not self.cause), "cause",
                    f"is {self.cause!r}; expected one of: {', '.join(known or ())}.")
        wrong.check(self.kind == "state" or bool(self.episode_id), "episode_id", "says no piece of work.")
        wrong.check(self.kind != "start" or (self.tray_id is None) == bool(self.activity), "activity",
                    "and a tray cannot both be said, and a start must say one of them.")
        wrong.check(self.kind != "part" or bool(self.text), "text", "names no part.")
        wrong.finish()

    @property
    def order(self) -> tuple[datetime, str, int]:
        """Where it stands in the one log of all devices."""
        return (self.at, self.device, self.sequence)
