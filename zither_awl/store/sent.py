"""Keeps the log as devices sent it: each event once, whatever the network does."""

from __future__ import annotations

from collections.abc import Collection, Iterable, Mapping
from dataclasses import dataclass
from datetime import datetime
from typing import Any

from sqlalchemy import ColumnElement, Row, or_, select
from sqlalchemy import text as sql
from sqlalchemy.orm import Session

from zither_awl.core.values import EVENT_SCHEMA, Episode, EpisodeEvent, Place, Sent, Work
from zither_awl.store.models.log import EpisodeEventRow, KeptItemRow

_SAME = (
    "device",
    "sequence",
    "at",
    "kind",
    "child_id",
    "tray_id",
    "activity",
    "cause",
    "text",
    "adult_id",
    "monotonic_ms",
    "schema_version",
    "struck",
)
_COLUMNS = [getattr(EpisodeEventRow, name) for name in (*_SAME, "sent_id", "id", "work", "place", "episode_id")]


@dataclass(frozen=True, slots=True)
class Kept:
    """An event, and the work it was last found to belong to."""

    sent: Sent
    episode_id: str | None


class SentKeeper:
    """The events of all devices."""

    def __init__(self, session: Session) -> None:
        self._session = session

    def known(self, device: str, sequences: Collection[int]) -> set[int]:
        """Which of a device's counts are kept already."""
        v = EpisodeEventRow
        return set(self._session.scalars(select(v.sequence).where(v.device == device, v.sequence.in_(sequences))))

    def add(self, events: Iterable[Kept]) -> None:
        """Keep events, each with the work it belongs to, if any."""
        self._session.add_all(
            EpisodeEventRow(
                **{name: getattr(s, name) for name in _SAME},
                sent_id=s.episode_id,
                episode_id=kept.episode_id,
                work=s.work.value if s.work else None,
                place=s.place.value if s.place else None,
            )
            for kept in events
            for s in (kept.sent,)
        )
        self._session.flush()

    def tell(self, episode: Episode, events: Iterable[EpisodeEvent], device: str) -> None:
        """Keep events of a piece of work that is there, told afterwards."""
        self._session.add_all(
            EpisodeEventRow(
                device=device,
                sequence=n,
                at=e.at,
                kind=e.kind,
                child_id=episode.child_id,
                tray_id=None,
                activity="",
                cause=e.cause,
                text=e.text,
                adult_id=episode.adult_id,
                monotonic_ms=None,
                schema_version=EVENT_SCHEMA,
                struck=False,
                sent_id=episode.id,
                episode_id=episode.id,
                work=None,
                place=None,
            )
            for n, e in enumerate(events)
        )
        self._session.flush()

    def of(self, children: Collection[int], frm: datetime, to: datetime, names: Collection[str]) -> list[Kept]:
        """Every work that these children's events between two instants tell of, or that devices call so: each whole,
        with all its events, however far they reach."""
        v = EpisodeEventRow
        within = v.child_id.in_(children) & v.at.between(frm, to) & (v.kind != "state")
        found = self._whole(or_(within, v.sent_id.in_(names)))
        works, called = {k.episode_id for k in found if k.episode_id}, {k.sent.episode_id for k in found}
        while True:
            found = self._whole(or_(v.episode_id.in_(works), v.sent_id.in_(called | set(names))))
            more = {k.episode_id for k in found if k.episode_id}, {k.sent.episode_id for k in found}
            if more[0] <= works and more[1] <= called:
                return found
            works, called = works | more[0], called | more[1]

    def _whole(self, which: ColumnElement[bool]) -> list[Kept]:
        rows = self._session.execute(select(*_COLUMNS).where(which))
        return [Kept(_sent(r), r.episode_id) for r in rows if r.kind != "state"]

    def named(self, names: Collection[str]) -> list[Sent]:
        """Every event of the works so named by their devices."""
        rows = self._session.execute(select(*_COLUMNS).where(EpisodeEventRow.sent_id.in_(names)))
        return [_sent(r) for r in rows]

    def states(self, frm: datetime, to: datetime) -> list[Sent]:
        """The states children were said to be in between two instants."""
        v = EpisodeEventRow
        asked = select(*_COLUMNS).where(sql("kind = 'state'"), v.at.between(frm, to))
        return [_sent(r) for r in self._session.execute(asked)]

    def belong(self, works: Mapping[int, str | None]) -> None:
        """Say which work these events, by their ids, belong to."""
        for row in self._session.scalars(select(EpisodeEventRow).where(EpisodeEventRow.id.in_(works))):
            row.episode_id = works[row.id]
        self._session.flush()

    def keep_newer(self, device: str, sequence: int, item: Mapping[str, Any]) -> bool:
        """Keep an item of a kind that is not known here, once. Returns whether it was new."""
        if self._session.get(KeptItemRow, (device, sequence)) is not None:
            return False
        self._session.add(KeptItemRow(device=device, sequence=sequence, item=dict(item)))
        return True

    def kept_newer(self) -> list[tuple[str, int, dict[str, Any]]]:
        """The items that were kept: device, its count, the item."""
        rows = self._session.scalars(select(KeptItemRow).order_by(KeptItemRow.device, KeptItemRow.sequence))
        return [(r.device, r.sequence, r.item) for r in rows]

    def forget_newer(self, keys: Collection[tuple[str, int]]) -> None:
        """Keep these no longer."""
        for key in keys:
            row = self._session.get(KeptItemRow, key)
            if row is not None:
                self._session.delete(row)
        self._session.flush()

    def event(self, event_id: int) -> Sent | None:
        """One event by its id."""
        row = self._session.execute(select(*_COLUMNS).where(EpisodeEventRow.id == event_id)).first()
        return _sent(row) if row else None

    def strike(self, event_id: int, struck: bool) -> None:
        """Take an event back, or bring it back. It stays in the log."""
        row = self._session.get_one(EpisodeEventRow, event_id)
        row.struck = struck
        self._session.flush()


def _sent(r: Row[Any]) -> Sent:
    same: dict[str, Any] = {name: getattr(r, name) for name in _SAME}
    return Sent(
        **same,
        episode_id=r.sent_id,
        id=r.id,
        work=Work(r.work) if r.work else None,
        place=Place(r.place) if r.place else None,
    )
