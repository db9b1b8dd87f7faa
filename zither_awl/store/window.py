"""The part of the log that judgements rest on: the last weeks of work, and of what is older the last few tries."""

from __future__ import annotations

from collections.abc import Collection
from dataclasses import dataclass, replace
from datetime import date
from typing import Any

from sqlalchemy import select, text
from sqlalchemy.orm import Session

from zither_awl.core.merge import closed
from zither_awl.core.values import Morning, Presentation, Visit
from zither_awl.store.log import LogKeeper
from zither_awl.store.models.log import MilestoneRow, VisitRow
from zither_awl.store.projections import VISIT_COLUMNS, visits

LAST_TRIES = 8
"""Of each child and card so many visits are in the window however old they are: mastery asks for the last five."""
_OLDER = """
SELECT v.episode_id FROM milestone m CROSS JOIN visit v
WHERE m.kind = 'tried' AND m.local_day < :since AND v.local_day < :since AND v.episode_id IN (
  SELECT episode_id FROM visit WHERE child_id = m.child_id AND card_id = m.card_id ORDER BY began DESC LIMIT :tries)"""
"""A cross join is not turned round: for each child and card the index is asked for its last tries."""


@dataclass(frozen=True, slots=True)
class Window:
    """What judgements rest on, since a day.

    `mastered_on` by child and card; `whole`: how many mornings were ever all seen.
    """

    since: date
    visits: tuple[Visit, ...]
    mornings: tuple[Morning, ...]
    presentations: tuple[Presentation, ...]
    mastered_on: dict[tuple[int, int], date]
    whole: int


def read_window(session: Session, since: date) -> Window:
    """The window since a day, read whole."""
    older = list(session.scalars(text(_OLDER), {"tries": LAST_TRIES, "since": since.isoformat()}))
    v = VisitRow
    asked = select(*VISIT_COLUMNS)
    found = visits(session.execute(asked.where(v.local_day >= since)))
    for at in range(0, len(older), 500):
        found += visits(session.execute(asked.where(v.episode_id.in_(older[at : at + 500]))))
    log = LogKeeper(session)
    ordered = _ordered(found)
    return Window(
        since, ordered, _closed(log, since, ordered), log.presentations(), _mastered(session), log.whole_mornings()
    )


def after_write(session: Session, window: Window, touched: Collection[tuple[str, str]]) -> Window:
    """The window after a write to the log that touched these rows: only they are read again."""
    tables = {table for table, _ in touched}
    ids = {key for table, key in touched if table == "episode"}
    if ids:
        kept = [v for v in window.visits if v.id not in ids]
        new = visits(session.execute(select(*VISIT_COLUMNS).where(VisitRow.episode_id.in_(ids))))
        window = replace(window, visits=_ordered([*kept, *new]), mastered_on=_mastered(session))
    log = LogKeeper(session)
    if ids or tables & {"morning", "morning_child"}:
        window = replace(window, mornings=_closed(log, window.since, window.visits), whole=log.whole_mornings())
    return replace(window, presentations=log.presentations()) if "presentation" in tables else window


def _ordered(found: list[Visit]) -> tuple[Visit, ...]:
    return tuple(sorted(found, key=lambda v: (v.began, v.id)))


def _closed(log: LogKeeper, since: date, found: Collection[Visit]) -> tuple[Morning, ...]:
    return closed(log.mornings(since=since), found)


def _mastered(session: Session) -> dict[tuple[int, int], date]:
    m = MilestoneRow
    rows: Any = session.execute(select(m.child_id, m.card_id, m.local_day).where(m.kind == "mastered"))
    return {(child, card): day for child, card, day in rows}
