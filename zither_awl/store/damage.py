"""Rows that cannot be read: left out and told, so that one of them takes no screen down."""

from __future__ import annotations

from collections.abc import Callable, Iterable
from typing import Any, TypeVar

from sqlalchemy.orm import Session

from zither_awl.core.errors import InvalidValue
from zither_awl.core.saying import say

T = TypeVar("T")
UNREADABLE = (InvalidValue, ValueError, TypeError, KeyError, IndexError, AttributeError, AssertionError)


def readable(
    session: Session, rows: Iterable[Any], make: Callable[[Any], T], instead: Callable[[Any], T] | None = None
) -> list[T]:
    """The rows as values. One that no value can be made of is noted, and left out or stands as `instead` makes it."""
    found: list[T] = []
    for row in rows:
        try:
            found.append(make(row))
        except UNREADABLE as problem:
            noted(session)[row.__tablename__, str(row.id)] = say(
                "{row} ({tablename} {row2}): {problem}",
                row=row.name,
                tablename=row.__tablename__,
                row2=row.id,
                problem=problem,
            )
            if instead is not None:
                found.append(instead(row))
    return found


def noted(session: Session) -> dict[tuple[str, str], str]:
    """What was noted in this transaction, by table and key."""
    kept: dict[tuple[str, str], str] = session.info.setdefault("damaged", {})
    return kept
