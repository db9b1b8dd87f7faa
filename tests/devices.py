"""A tablet that writes down what it sees, and sends it."""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from datetime import datetime, timedelta
from typing import Any, Literal

from tests.conftest import NOW
from zither_awl.core.merge import closed, spells
from zither_awl.core.values import EVENT_SCHEMA, Episode, Spell
from zither_awl.services import recording
from zither_awl.services.desk import Desk
from zither_awl.services.recording import DeviceItem, Taken


def works(desk: Desk) -> tuple[Episode, ...]:
    """Every piece of work with its events, oldest first."""
    with desk.read() as work:
        return work.log.episodes()


def states(desk: Desk) -> tuple[Spell, ...]:
    """Every state children were said to be in, each to its end."""
    with desk.read() as work:
        told = work.sent.states(NOW - timedelta(days=9000), NOW + timedelta(days=9000))
        return spells(told, work.log.episodes(), closed(work.log.mornings(), work.log.episodes()))


def at(minutes: float) -> datetime:
    return NOW + timedelta(minutes=minutes)


class Tablet:
    """A device with a name and a count of its own."""

    def __init__(self, desk: Desk, name: str = "tablet-one", adult: int | None = None, start: datetime = NOW):
        self.desk, self.name, self.adult, self.start, self.count = desk, name, adult, start, 0

    def item(self, kind: Any, minutes: float, **more: Any) -> DeviceItem:
        self.count += 1
        told = {"device": self.name, "sequence": self.count, "schema_version": EVENT_SCHEMA, "monotonic_ms": 1.0}
        return DeviceItem(**{**told, "at": self.start + timedelta(minutes=minutes), "kind": kind, **more})

    def send(self, *items: DeviceItem) -> Taken:
        return recording.take(self.desk, items, self.adult)

    def write(self, kind: Any, minutes: float, **more: Any) -> Taken:
        return self.send(self.item(kind, minutes, **more))

    def takes(self, name: str, child: int, tray: int, minutes: float) -> DeviceItem:
        return self.item("start", minutes, episode_id=name, child_id=child, tray_id=tray)

    def begin(self, present: Iterable[int], minutes: float = 0) -> Taken:
        return self.write("begin", minutes, present=tuple(present))

    def end(self, minutes: float, seen: Literal["all", "part"] = "all") -> Taken:
        return self.write("end", minutes, seen=seen)

    def sweep(self, minutes: float, states: Mapping[int, str]) -> Taken:
        return self.write("sweep", minutes, states=states)
