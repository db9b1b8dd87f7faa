"""Column types: instants are kept in UTC as ISO text, so that they sort and read plainly."""

from __future__ import annotations

from datetime import UTC, datetime
from typing import Any

from sqlalchemy import String
from sqlalchemy.types import TypeDecorator


class Instant(TypeDecorator[datetime]):
    """An aware datetime, stored as UTC ISO text to the millisecond."""

    impl = String(32)
    cache_ok = True

    def process_bind_param(self, value: datetime | None, dialect: Any) -> str | None:
        """To text; a naive datetime is refused."""
        if value is None:
            return None
        if value.tzinfo is None:
            raise ValueError("An instant needs a time zone.")
        return value.astimezone(UTC).isoformat(timespec="milliseconds")

    def process_result_value(self, value: str | None, dialect: Any) -> datetime | None:
        """From text."""
        return None if value is None else datetime.fromisoformat(value)

    @property
    def python_type(self) -> type[datetime]:
        """What it holds."""
        return datetime
