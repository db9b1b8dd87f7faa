"""What new events change of the work that is kept: which pieces to write, which to drop, where every event belongs."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace
from datetime import UTC, datetime, tzinfo

from zither_awl.core.merge import REACH, merge
from zither_awl.core.practice import Practice
from zither_awl.core.values import Episode, Morning, Sent

EventKey = tuple[str, int]
"""A device and its own count."""


@dataclass(frozen=True, slots=True)
class Around:
    """What lies about new events: every event of the works there, each whole, with the work it belongs to so far; and
    those works as they are kept, by their ids."""

    first: datetime
    last: datetime
    events: tuple[tuple[Sent, str | None], ...]
    works: Mapping[str, Episode]


@dataclass(frozen=True, slots=True)
class Settled:
    """What to write: works that are new or different, works that were found to be part of another, and where events
    belong: new ones by device and count, kept ones by their ids where that changed."""

    save: tuple[Episode, ...]
    drop: tuple[str, ...]
    fresh: Mapping[EventKey, str]
    moved: Mapping[int, str | None]


def settled(
    around: Around,
    fresh: Sequence[Sent],
    mornings: Sequence[Morning],
    *,
    zone: tzinfo = UTC,
    practice: Practice = Practice(),
) -> Settled:
    """Put the works together anew that events can have changed, and tell what differs from what is kept.

    `fresh` are not kept yet. An event is never said to belong to a work that is neither kept nor written now.
    """
    told = {key: e for key, e in around.works.items() if e.told}
    merged = merge([*(sent for sent, _ in around.events), *fresh], told, mornings, zone=zone, practice=practice)
    names = {s.episode_id for s in fresh}
    # What lies nearer to the edge than work can be long was looked at only for what it does to the rest.
    inner = (around.first - REACH / 2, around.last + REACH / 2)
    near = [e for e in merged.episodes if inner[0] <= e.began <= inner[1] or e.id in names]
    save = tuple(e for each in near if (e := _changed(each, around.works.get(each.id))) is not None)
    known = around.works.keys() | {e.id for e in save}
    belongs = {key: name for key, name in merged.belongs.items() if name in known}
    whole = {e.id for e in merged.episodes}
    drop = tuple(
        key for key, e in around.works.items() if key not in whole and e.events and inner[0] <= e.began <= inner[1]
    )
    return Settled(save, drop, belongs, _moved(around, fresh, belongs))


def _changed(episode: Episode, old: Episode | None) -> Episode | None:
    """The work as it is to be written; None where nothing but its events differs, which are kept by themselves."""
    if old is not None:
        # A household that moved to another zone keeps the days it had.
        day = old.local_day if old.began == episode.began else episode.local_day
        episode = replace(episode, local_day=day, card_id=old.card_id)
        if replace(old, events=()) == replace(episode, events=()):
            return None
    return episode


def _moved(around: Around, fresh: Sequence[Sent], belongs: Mapping[EventKey, str]) -> dict[int, str | None]:
    begun = {s.episode_id for s in (*(sent for sent, _ in around.events), *fresh) if s.kind == "start"}
    found: dict[int, str | None] = {}
    for sent, was in around.events:
        now = belongs.get((sent.device, sent.sequence))
        if sent.episode_id in begun and now != was and (now is not None or sent.struck):
            found[sent.id] = now
    return found
