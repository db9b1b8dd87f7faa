"""The clock, behind a protocol so that a test can set it."""

from __future__ import annotations

from datetime import UTC, datetime, timedelta
from typing import Protocol


class Clock(Protocol):
    """Tells the time."""

    def now(self) -> datetime:
        """The instant, aware, in UTC."""
        ...


class SystemClock:
    """The computer's own clock."""

    def now(self) -> datetime:
        """The instant by the computer."""
        return datetime.now(UTC)


class SetClock:
    """A clock for tests: it stands where it was set until it is moved on. It refuses to go back."""

    def __init__(self, at: datetime) -> None:
        self._at = at

    def now(self) -> datetime:
        """The instant it was set to."""
        return self._at

    def move_on(self, by: timedelta) -> None:
        """Let time pass."""
        if by < timedelta(0):
            raise ValueError("A clock cannot be moved back.")
        self._at += by
