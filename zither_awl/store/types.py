"""Column types: instants are kept in UTC as ISO text, so that they sort and read plainly; what the program said is kept
as message and values, so that it can be read in any language."""

from __future__ import annotations

import json
from datetime import UTC, datetime
from typing import Any

from sqlalchemy import String, Text
from sqlalchemy.types import TypeDecorator

from zither_awl.core.saying import from_kept, to_kept


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


SAID = '{"said":'


class SaidText(TypeDecorator[str]):
    """A text; one that the program said is stored as JSON, with its message and values."""

    impl = Text
    cache_ok = True

    def process_bind_param(self, value: str | None, dialect: Any) -> str | None:
        """To text."""
        kept = None if value is None else to_kept(value)
        return json.dumps(kept, ensure_ascii=False, separators=(",", ":")) if isinstance(kept, dict) else value

    def process_result_value(self, value: str | None, dialect: Any) -> str | None:
        """From text."""
        if value is None or not value.startswith(SAID):
            return value
        told: str = from_kept(json.loads(value))
        return told

    @property
    def python_type(self) -> type[str]:
        """What it holds."""
        return str
