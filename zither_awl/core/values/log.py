"""What was seen, and what stood where. Instants are aware datetimes in UTC."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field
from datetime import date, datetime, timedelta
from enum import StrEnum
from typing import Literal

from zither_awl.core.days import UNSAID, written_day
from zither_awl.core.errors import Gathering
from zither_awl.core.happenings.sweep import SWEEP_STATES
from zither_awl.core.saying import say, together
from zither_awl.core.values.cupboard import Tray
from zither_awl.core.values.room import Spot


class Work(StrEnum):
    """How a piece of work ended, apart from where its things went."""

    RIGHT = "done right"
    MENDED = "done, mended by the child"
    MISTAKE = "done with a mistake left"
    UNFINISHED = "not finished"


class Place(StrEnum):
    """Where the things were when the child left."""

    BACK = "put back"
    OUT = "left out"


@dataclass(frozen=True, slots=True, kw_only=True)
class Placement:
    """A tray on a spot from one instant to another. `by_hand`: closed away, an adult sets it out.

    `until_day` is the day it left, by the family's clocks.
    """

    id: int
    tray: Tray
    spot: Spot
    by_hand: bool = False
    since: datetime | None = None
    until: datetime | None = None
    until_day: date | None = None

    def __post_init__(self) -> None:
        if self.until is not None and self.until_day is None:
            object.__setattr__(self, "until_day", written_day(self.until))


EpisodeEventKind = str
"""The key of a kind of happening within a piece of work, see core.happenings."""


@dataclass(frozen=True, slots=True, kw_only=True)
class EpisodeEvent:
    """Something in an episode: taken, once round, broken off, back again, helped, a mistake mended by the child, a part
    of it (`text` names it, `cause` says done or not yet), how deep, a note, finished. A second "start" is another
    observer of the same beginning.

    `id` is the event's in the log; 0 for one that is not kept.
    """

    kind: EpisodeEventKind
    at: datetime
    cause: str = ""
    text: str = ""
    id: int = 0


ACTIVITIES = ("kitchen", "garden", "dressing")
"""Work that stands on no shelf and is offered by name; any other may be typed."""


@dataclass(frozen=True, slots=True, kw_only=True)
class Episode:
    """One child at one tray from taking it to leaving it. Open while `ended` is None.

    Work that stands on no shelf has no tray but an `activity`: "kitchen". `told`: an adult wrote or mended it
    afterwards, and what devices send later no longer changes its times and its end. `local_day` is the day it began,
    by the family's clocks of then. `card_id`: the card at its level the tray was made of then; None where nobody knows.
    """

    id: str
    child_id: int
    tray_id: int | None
    began: datetime
    local_day: date = UNSAID
    card_id: int | None = None
    activity: str = ""
    ended: datetime | None = None
    work: Work | None = None
    place: Place | None = None
    events: tuple[EpisodeEvent, ...] = ()
    morning_id: int | None = None
    adult_id: int | None = None
    question: str = ""
    """Asked in the evening: "ended when?" for a forgotten timer, "which one?" for an overlap."""
    struck: bool = False
    told: bool = False

    def __post_init__(self) -> None:
        if self.local_day is UNSAID:
            object.__setattr__(self, "local_day", written_day(self.began))
        wrong = Gathering()
        ended = self.ended
        wrong.check(
            (self.tray_id is None) == bool(self.activity),
            "activity",
            say("and a tray cannot both be said, and one of them must be."),
        )
        wrong.check(
            ended is None or ended > self.began,
            "ended",
            say(
                "{ended} is not after the beginning at {began} (UTC).",
                ended=format(ended, "%H:%M:%S"),
                began=format(self.began, "%H:%M:%S"),
            )
            if ended
            else "",
        )
        wrong.check(
            ended is None or ended - self.began <= timedelta(hours=8),
            "ended",
            say("is more than 8 hours after the beginning."),
            say("Check the date."),
        )
        wrong.finish()

    @property
    def finished(self) -> bool:
        """Whether it ended with the work done, well or not; unfinished work is about interest, not skill."""
        return self.ended is not None and self.work is not None and self.work != Work.UNFINISHED

    @property
    def helped(self) -> bool:
        """Whether anyone helped, in any way."""
        return any(event.kind == "helped" for event in self.events)

    @property
    def done_alone(self) -> bool:
        """Done right, or mended by the child, with no help."""
        return self.work in (Work.RIGHT, Work.MENDED) and not self.helped


@dataclass(frozen=True, slots=True, kw_only=True)
class Visit:
    """A piece of work folded: what the judgements ask of it, without its events. Struck ones have none.

    `minutes` at work in all and `longest_min` unbroken, None while it is open; `parts` as told in it, each with
    whether it was done; `last_at` the last instant anything was told of it; `depth` the deepest of the five
    steps of concentration, 0 to 4, None when nobody said.
    """

    id: str
    child_id: int
    tray_id: int | None
    card_id: int | None
    activity: str
    local_day: date
    began: datetime
    ended: datetime | None
    last_at: datetime
    work: Work | None
    place: Place | None
    morning_id: int | None
    minutes: float | None
    longest_min: float | None
    repetitions: int
    helps: int
    self_corrections: int
    breaks: int
    depth: int | None
    parts: tuple[tuple[str, bool], ...]

    @property
    def finished(self) -> bool:
        """Whether it ended with the work done, well or not."""
        return self.ended is not None and self.work is not None and self.work != Work.UNFINISHED

    @property
    def helped(self) -> bool:
        """Whether anyone helped, in any way."""
        return self.helps > 0

    @property
    def done_alone(self) -> bool:
        """Done right, or mended by the child, with no help."""
        return self.work in (Work.RIGHT, Work.MENDED) and not self.helped


@dataclass(frozen=True, slots=True, kw_only=True)
class Presentation:
    """An adult showing a tray to a child, first or again: how the child met it, and in what manner (core.showing).
    `local_day`: by the family's clocks."""

    id: int
    child_id: int
    tray_id: int
    at: datetime
    again: bool = False
    adult_id: int | None = None
    outcome: str = ""
    manner: str = ""
    local_day: date = UNSAID

    def __post_init__(self) -> None:
        if self.local_day is UNSAID:
            object.__setattr__(self, "local_day", written_day(self.at))


@dataclass(frozen=True, slots=True, kw_only=True)
class Morning:
    """One work cycle: who was here, who watched, and how much was seen. Open while `ended` is None."""

    id: int
    day: date
    began: datetime
    present: frozenset[int]
    ended: datetime | None = None
    seen: Literal["all", "part"] | None = None
    adult_id: int | None = None


@dataclass(frozen=True, slots=True, kw_only=True)
class Spell:
    """One child in one state that is not work, from one instant to another; open while `ended` is None."""

    child_id: int
    state: str
    began: datetime
    ended: datetime | None = None


@dataclass(frozen=True, slots=True, kw_only=True)
class Sweep:
    """One look round the room: what each child was at, by one observer. `key` is the device's own, sent once."""

    key: str
    morning_id: int
    at: datetime
    states: tuple[tuple[int, str], ...]
    adult_id: int | None = None
    local_day: date = UNSAID

    def __post_init__(self) -> None:
        if self.local_day is UNSAID:
            object.__setattr__(self, "local_day", written_day(self.at))
        wrong = Gathering()
        wrong.check(bool(self.states), "states", say("names no child; tap what each is at."))
        for _, state in self.states:
            wrong.check(
                state in SWEEP_STATES,
                "states",
                say(
                    "has {state}; expected one of {sweep_states}.",
                    state=repr(state),
                    sweep_states=together(SWEEP_STATES, ", "),
                ),
            )
        children = [child for child, _ in self.states]
        wrong.check(len(set(children)) == len(children), "states", say("names a child twice."))
        wrong.finish()


@dataclass(frozen=True, slots=True, kw_only=True)
class ChangeRecord:
    """An accepted change of the shelf, for the pause after it and for looking back."""

    id: int
    at: datetime
    out: tuple[int, ...] = ()
    in_: tuple[int, ...] = ()
    why_out: tuple[str, ...] = ()
    """For each tray that went out: "too hard", "faded", "successor" or "ignored"."""


@dataclass(frozen=True, slots=True, kw_only=True)
class Declined:
    """A proposal that was declined: which trays were to leave, and the reason given."""

    at: datetime
    out: tuple[int, ...]
    note: str


@dataclass(frozen=True, slots=True, kw_only=True)
class Log:
    """What was seen: mornings, work, showings, placements past and present; all of it or the window judgements need.

    `mastered_on`: the day each (child, card) was first mastered, for what lies before the window.
    """

    mornings: tuple[Morning, ...] = ()
    episodes: tuple[Episode | Visit, ...] = ()
    presentations: tuple[Presentation, ...] = ()
    placements: tuple[Placement, ...] = field(default=())
    mastered_on: Mapping[tuple[int, int], date] = field(default_factory=dict)
