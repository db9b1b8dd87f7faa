"""Keeps what stands on the string of weeks: themes, what is to be done by then, days away, arrivals."""

from __future__ import annotations

from collections import defaultdict
from collections.abc import Mapping, Sequence
from dataclasses import fields
from datetime import date
from typing import Any, cast

from sqlalchemy import delete, select
from sqlalchemy.orm import Session

from zither_awl.core.absence import Absence
from zither_awl.core.errors import NotFound
from zither_awl.core.saying import say
from zither_awl.core.values import Spot
from zither_awl.core.weeks.arrivals import Arrival
from zither_awl.core.weeks.theme import ByThen, Theme, ThemeTray
from zither_awl.store.damage import readable
from zither_awl.store.models.weeks import (
    AbsenceRow,
    ArrivalRow,
    ArrivedRow,
    ByThenRow,
    MovedStopRow,
    ThemeRow,
    ThemeTrayRow,
)


class ThemesKeeper:
    """Themes, lines to be done, days away, arrivals."""

    def __init__(self, session: Session) -> None:
        self._session = session

    def themes(self) -> tuple[Theme, ...]:
        """Every theme with its trays, the first to begin first."""
        trays: defaultdict[int, list[ThemeTray]] = defaultdict(list)
        for r in self._session.scalars(select(ThemeTrayRow).order_by(ThemeTrayRow.day, ThemeTrayRow.id)):
            trays[r.theme_id].append(_tray(r))
        rows = self._session.scalars(select(ThemeRow).order_by(ThemeRow.from_day, ThemeRow.id))
        return tuple(
            readable(
                self._session,
                rows,
                lambda r: Theme(
                    id=r.id,
                    key=r.key,
                    name=r.name,
                    question=r.question,
                    words=tuple(r.words),
                    song=r.song,
                    outing=r.outing,
                    keep=r.keep,
                    from_day=r.from_day,
                    until_day=r.until_day,
                    taken=r.taken,
                    trays=tuple(trays[r.id]),
                ),
            )
        )

    def save_theme(self, theme: Theme) -> int:
        """Insert (id 0) or change a theme with its trays. Returns its id. Raises: NotFound."""
        row = self._found(ThemeRow, theme.id, say("theme")) if theme.id else ThemeRow()
        for each in fields(theme):
            if each.name not in ("id", "trays", "words"):
                setattr(row, each.name, getattr(theme, each.name))
        row.words = list(theme.words)
        self._session.add(row)
        self._session.flush()
        kept = {t.id for t in theme.trays if t.id}
        for old in self._session.scalars(select(ThemeTrayRow).where(ThemeTrayRow.theme_id == row.id)):
            if old.id not in kept:
                self._session.delete(old)
        for tray in theme.trays:
            self._save_tray(int(row.id), tray)
        self._session.flush()
        return int(row.id)

    def _save_tray(self, theme_id: int, tray: ThemeTray) -> None:
        row = self._found(ThemeTrayRow, tray.id, say("tray of a theme")) if tray.id else ThemeTrayRow(theme_id=theme_id)
        for name in ("tray_id", "key", "level", "name", "day", "out_id"):
            setattr(row, name, getattr(tray, name))
        row.children, spot = list(tray.children), tray.spot
        row.unit_id, row.board, row.place = (spot.unit_id, spot.board, spot.place) if spot else (None, None, None)
        self._session.add(row)

    def delete_theme(self, theme_id: int) -> None:
        """Take a theme off the string, with its trays and lines. Raises: NotFound."""
        self._drop(ThemeRow, theme_id, "theme")

    def by_then(self) -> tuple[ByThen, ...]:
        """What is to be done by a day, the first due first."""
        rows = self._session.scalars(select(ByThenRow).order_by(ByThenRow.due, ByThenRow.id))
        return tuple(
            readable(
                self._session,
                rows,
                lambda r: ByThen(
                    id=r.id,
                    kind=cast("Any", r.kind),
                    name=r.name,
                    amount=r.amount,
                    due=r.due,
                    minutes=r.minutes,
                    done_on=r.done_on,
                    ref=r.ref,
                    theme_id=r.theme_id,
                ),
            )
        )

    def save_by_then(self, line: ByThen) -> int:
        """Insert (id 0) or change a line. Returns its id. Raises: NotFound."""
        return self._save(ByThenRow, line, "line")

    def replace_lines(self, theme_id: int, lines: Sequence[ByThen]) -> None:
        """Keep just these lines of a theme; what is done stays."""
        self._session.execute(delete(ByThenRow).where(ByThenRow.theme_id == theme_id, ByThenRow.done_on.is_(None)))
        for line in lines:
            self.save_by_then(line)

    def delete_by_then(self, line_id: int) -> None:
        """Take a line off. Raises: NotFound."""
        self._drop(ByThenRow, line_id, "line")

    def absences(self) -> tuple[Absence, ...]:
        """The days away, the first first."""
        rows = self._session.scalars(select(AbsenceRow).order_by(AbsenceRow.from_day, AbsenceRow.id))
        return tuple(
            readable(
                self._session,
                rows,
                lambda r: Absence(
                    id=r.id,
                    kind=cast("Any", r.kind),
                    name=r.name,
                    from_day=r.from_day,
                    until_day=r.until_day,
                    children=frozenset(r.children),
                    uid=r.uid,
                ),
            )
        )

    def save_absence(self, absence: Absence) -> int:
        """Insert (id 0) or change days away. Returns their id. Raises: NotFound."""
        return self._save(AbsenceRow, absence, "days away")

    def delete_absence(self, absence_id: int) -> None:
        """Take days away off the string. Raises: NotFound."""
        self._drop(AbsenceRow, absence_id, "days away")

    def moved(self) -> Mapping[tuple[str, date], date]:
        """By kind ("look", "books") and the day in its rhythm: the day a stop was moved to."""
        return {(r.kind, r.day): r.to_day for r in self._session.scalars(select(MovedStopRow))}

    def move_stop(self, kind: str, day: date, to_day: date) -> None:
        """Move a stop from its day in the rhythm to another; to its own day, and it is as it was."""
        row = self._session.get(MovedStopRow, f"{kind}:{day}")
        if day == to_day:
            if row is not None:
                self._session.delete(row)
        else:
            row = row or MovedStopRow(key=f"{kind}:{day}", kind=kind, day=day)
            row.to_day = to_day
            self._session.add(row)
        self._session.flush()

    def arrivals(self) -> tuple[Arrival, ...]:
        """What comes, and what came, the first first."""
        rows = self._session.scalars(select(ArrivalRow).order_by(ArrivalRow.day, ArrivalRow.id))
        return tuple(
            readable(
                self._session, rows, lambda r: Arrival(**{each.name: getattr(r, each.name) for each in fields(Arrival)})
            )
        )

    def save_arrival(self, arrival: Arrival) -> int:
        """Insert (id 0) or change something that arrives. Returns its id. Raises: NotFound."""
        return self._save(ArrivalRow, arrival, "arrival")

    def delete_arrival(self, arrival_id: int) -> None:
        """Take an arrival off the string. Raises: NotFound."""
        self._drop(ArrivalRow, arrival_id, "arrival")

    def arrived(self) -> dict[int, tuple[int, ...]]:
        """By arrival: the things of the cupboard that came with it."""
        found: defaultdict[int, list[int]] = defaultdict(list)
        for r in self._session.scalars(select(ArrivedRow).order_by(ArrivedRow.id)):
            found[r.arrival_id].append(r.component_id)
        return {key: tuple(each) for key, each in found.items()}

    def add_arrived(self, arrival_id: int, component_id: int) -> None:
        """A thing came with an arrival."""
        self._session.add(ArrivedRow(arrival_id=arrival_id, component_id=component_id))
        self._session.flush()

    def _save(self, kind: Any, value: Any, word: str) -> int:
        row = self._found(kind, value.id, word) if value.id else kind()
        for each in fields(value):
            if each.name != "id":
                kept = getattr(value, each.name)
                setattr(row, each.name, sorted(kept) if isinstance(kept, frozenset) else kept)
        self._session.add(row)
        self._session.flush()
        return int(row.id)

    def _drop(self, kind: Any, key: int, word: str) -> None:
        self._session.delete(self._found(kind, key, word))
        self._session.flush()

    def _found(self, kind: Any, key: int, word: str) -> Any:
        row = self._session.get(kind, key)
        if row is None:
            raise NotFound(say("There is no {word} {key}.", word=word, key=key))
        return row


def _tray(row: ThemeTrayRow) -> ThemeTray:
    at = (row.unit_id, row.board, row.place)
    spot = Spot(at[0], at[1], at[2]) if at[0] is not None and at[1] is not None and at[2] is not None else None
    return ThemeTray(
        id=row.id,
        tray_id=row.tray_id,
        key=row.key,
        level=row.level,
        name=row.name,
        day=row.day,
        children=tuple(row.children),
        spot=spot,
        out_id=row.out_id,
    )
