"""Models of mornings, episodes and the record of a child."""

from __future__ import annotations

import datetime as dt
from typing import Annotated, Any, Literal

from pydantic import Field

from zither_awl.api.schemas.base import Flag, Id, In, Instant, Out, ReasonOut, Text, Whole
from zither_awl.api.schemas.house import ChildOut, GroupOut
from zither_awl.core.values import Place, Work

Uuid = Annotated[str, Field(min_length=8, max_length=36)]


class MorningIn(In):
    present: list[Id]


class LookIn(In):
    """What one child is at when the room is swept."""

    child: Id
    state: Text


class ShareOut(Out):
    """How often a child was at work when looked at; `low` and `high` hold the true share nine times in ten."""

    child: int
    at_work: int
    looks: int
    share: float
    low: float | None
    high: float | None


class AgreementOut(Out):
    """How far two observers agreed; `kappa` is null where it is not defined."""

    alike: int
    looks: int
    kappa: float | None


class SweptOut(Out):
    count: int
    last: dt.datetime | None
    due: dt.datetime | None
    every_min: float
    states: list[str]
    shares: list[ShareOut]
    agreement: AgreementOut | None


class RefusedOut(Out):
    """An item that was not taken, and why."""

    sequence: int
    message: str


class TakenOut(Out):
    """How many items were new, which were refused, and the time by the program's clock."""

    new: int
    refused: list[RefusedOut]
    now: dt.datetime


class OldEventIn(In):
    """An event in the first form."""

    device: Uuid
    sequence: Id
    schema_version: Id
    at: Instant
    monotonic_ms: float | None = None
    kind: Literal["start", "round", "broken", "back", "helped", "depth", "note", "finish"]
    episode_id: Uuid
    child_id: Id | None = None
    tray_id: Id | None = None
    cause: Annotated[str, Field(max_length=32)] = ""
    text: Text = ""
    work: Work | None = None
    place: Place | None = None


class OldEventsIn(In):
    events: Annotated[list[OldEventIn], Field(max_length=500)]


class OldSweepIn(In):
    """A look round the room in the first form."""

    key: Uuid
    at: Instant
    states: Annotated[list[LookIn], Field(min_length=1, max_length=20)]


class OldTakenOut(Out):
    new: int


class ClockOut(Out):
    now: dt.datetime


class PartIn(In):
    """A part of the work by itself: one fastening of six."""

    name: Annotated[str, Field(min_length=1, max_length=80)]
    done: Flag


class EpisodeIn(In):
    child_id: Id
    tray_id: Id | None = None
    activity: Annotated[str, Field(max_length=80)] = ""
    began: Instant
    ended: Instant
    work: Work = Work.RIGHT
    place: Place = Place.BACK
    rounds: Annotated[int, Field(ge=0, le=200), Whole] = 0
    helped: Literal["", "prompted", "shown again", "together"] = ""
    effort: Literal["", "tried hard", "careful", "hasty", "careless"] = ""
    parts: Annotated[list[PartIn], Field(max_length=20)] = []
    """What of it went by itself, and what not yet."""
    note: Text = ""


class ToldIn(In):
    """A morning told afterwards, all of it."""

    began: Instant
    ended: Instant
    seen: Literal["all", "part"]
    present: Annotated[list[Id], Field(max_length=20)]
    pieces: Annotated[list[EpisodeIn], Field(max_length=100)]


class PhrasesIn(In):
    """The household's own phrases for notes."""

    phrases: Annotated[list[Annotated[str, Field(min_length=1, max_length=80)]], Field(max_length=12)]


class EpisodeEventOut(Out):
    id: int
    kind: str
    at: dt.datetime
    cause: str
    text: str


class EpisodeOut(Out):
    id: str
    child_id: int
    tray_id: int | None
    activity: str
    tray: str
    """What the child was at: the tray's name, or the work that stands on no shelf."""
    began: dt.datetime
    ended: dt.datetime | None
    work: Work | None
    place: Place | None
    events: list[EpisodeEventOut]
    adult: str
    question: str
    struck: bool
    longest_min: float | None
    likely_end: dt.datetime | None


class EpisodesOut(Out):
    episodes: list[EpisodeOut]


class TraceOut(Out):
    at: dt.datetime
    adult: str
    device: str
    label: str
    before: dict[str, Any]
    after: dict[str, Any]


class TracesOut(Out):
    lines: list[TraceOut]


class StrikeIn(In):
    struck: Flag


class MorningOut(Out):
    id: int
    began: dt.datetime
    ended: dt.datetime | None
    seen: Literal["all", "part"] | None
    present: list[int]
    adult: str


class WaitsOut(Out):
    """A child a tray is not for yet: in a word, and why."""

    child_id: int
    word: str
    why: str


class OfferOut(Out):
    """A tray a child could take, in the order of the shelf."""

    tray_id: int
    name: str
    for_children: list[int]
    by_hand: bool
    condition: str
    parts: list[str]
    waits: list[WaitsOut]


class SpellOut(Out):
    """What a child was at when not at work."""

    child_id: int
    state: str
    began: dt.datetime
    ended: dt.datetime | None


class ScaleOut(Out):
    child_id: int
    own_p90_min: float | None


class WatchOut(Out):
    morning: MorningOut | None
    children: list[ChildOut]
    offers: list[OfferOut]
    episodes: list[EpisodeOut]
    questions: list[EpisodeOut]
    scales: list[ScaleOut]
    now: dt.datetime
    last: MorningOut | None
    swept: SweptOut
    spells: list[SpellOut]
    activities: list[str]
    phrases: list[str]
    groups: list[GroupOut]


class PartOut(Out):
    """One skill of several in a tray, judged by itself."""

    name: str
    done: bool


class RecordRowOut(Out):
    tray_id: int
    key: str
    level: int
    """Of its card; `key` is empty where the card has no design."""
    tray: str
    area: str
    stands: bool
    state: str
    mastery: list[ReasonOut]
    alone: int
    of: int
    days: int
    parts: list[PartOut]
    probability: float
    probability_low: float
    probability_high: float
    interest: list[ReasonOut]
    sign: str
    faded: bool
    chosen: int
    available: int
    seen: str
    rate: float
    longest_min: float | None
    repetitions: int
    visits: int


class WeekOut(Out):
    week: dt.date
    median_min: float


class RecordOut(Out):
    child: ChildOut
    rows: list[RecordRowOut]
    weeks: list[WeekOut]
    span_verdict: str
    span_low: float | None
    span_high: float | None
    notes: list[EpisodeOut]
