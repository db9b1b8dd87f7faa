"""Grow the demo household into years of use and into many families, to see what gets slower.

    python -m bench.grow FOLDER      makes FOLDER/1-term, FOLDER/7-terms and FOLDER/7-terms-8-houses

A term is the demo's sixteen weeks; each further one lies sixteen weeks earlier, and a child has none before its birth.
Each further family has the same children once more, with their work and their attendance.
"""

from __future__ import annotations

import sqlite3
import sys
from collections.abc import Callable, Iterable, Iterator
from contextlib import closing
from datetime import date, datetime, timedelta
from functools import partial
from pathlib import Path
from typing import Any
from uuid import NAMESPACE_OID, UUID, uuid5

from zither_awl.services.demo import prepare_demo
from zither_awl.services.desk import Desk
from zither_awl.store import prepare

TERM_DAYS, STEP = 112, 100
Row = dict[str, Any]


def houses(folder: Path) -> list[Path]:
    """The demo, seven terms of it, and seven terms of eight families; each in a folder of its own."""
    first = folder / "1-term"
    prepare_demo(first / "zither-awl.db")
    return [first, grown(first, folder / "7-terms", 7, 1), grown(first, folder / "7-terms-8-houses", 7, 8)]


def grown(source: Path, target: Path, terms: int, families: int) -> Path:
    """A copy of a demo's folder, grown; its visits and milestones are made anew."""
    target.mkdir(parents=True)
    database = target / "zither-awl.db"
    with closing(sqlite3.connect(source / "zither-awl.db")) as old, closing(sqlite3.connect(database)) as db:
        old.backup(db)
        db.row_factory = sqlite3.Row
        db.execute("PRAGMA foreign_keys=OFF")
        db.execute("PRAGMA synchronous=OFF")
        _more_terms(db, terms)
        _more_families(db, families)
        db.commit()
    desk = Desk(prepare(database))
    with desk.write_untracked() as work:
        work.rebuild_projections()
    desk.close()
    return target


def _all(db: sqlite3.Connection, statement: str) -> list[Row]:
    return [dict(row) for row in db.execute(statement)]


def _put(db: sqlite3.Connection, table: str, rows: Iterable[Row]) -> None:
    for row in rows:
        names = ", ".join(f'"{name}"' for name in row)
        marks = ", ".join("?" * len(row))
        db.execute(f'INSERT INTO "{table}" ({names}) VALUES ({marks})', tuple(row.values()))


def _earlier(text: str | None, days: int) -> str | None:
    if text is None:
        return None
    back = timedelta(days=days)
    if len(text) == 10:
        return (date.fromisoformat(text) - back).isoformat()
    return (datetime.fromisoformat(text) - back).isoformat(timespec="milliseconds")


def _named(row: Row, tag: str) -> str:
    return str(uuid5(NAMESPACE_OID, f"{row['id']}{tag}"))


def _events(
    events: Iterable[Row], ids: dict[str, str], tag: str, off: int, change: Callable[[Row], Row]
) -> Iterator[Row]:
    for row in events:
        if row["episode_id"] in ids:
            device = str(uuid5(UUID(int=0), f"{row['device']}{tag}"))
            own = {
                "id": row["id"] + off,
                "device": device,
                "episode_id": ids[row["episode_id"]],
                "sent_id": ids.get(row["sent_id"], row["sent_id"]),
            }
            yield {**change(row), **own}


def _all_earlier(row: Row, days: int, day: str) -> Row:
    return {name: _earlier(row[name], days) for name in (day, "began", "ended")}


def _more_terms(db: sqlite3.Connection, terms: int) -> None:
    born = {r["id"]: r["born"] for r in _all(db, "SELECT id, born FROM child")}
    mornings, here = _all(db, "SELECT * FROM morning"), _all(db, "SELECT * FROM morning_child")
    works, events = _all(db, "SELECT * FROM episode"), _all(db, "SELECT * FROM episode_event")
    most, last = max(r["id"] for r in mornings), max(r["id"] for r in events)
    day_of = {r["id"]: r["day"] for r in mornings}
    for term in range(1, terms):
        days, off = TERM_DAYS * term, most * term
        _put(db, "morning", ({**r, "id": r["id"] + off, **_all_earlier(r, days, "day")} for r in mornings))
        born_by = [r for r in here if (_earlier(day_of[r["morning_id"]], days) or "") > born[r["child_id"]]]
        _put(db, "morning_child", ({**r, "morning_id": r["morning_id"] + off} for r in born_by))
        alive = [r for r in works if (_earlier(r["local_day"], days) or "") > born[r["child_id"]]]
        ids = {r["id"]: _named(r, f"-{term}") for r in alive}
        _put(
            db,
            "episode",
            (
                {
                    **r,
                    "id": ids[r["id"]],
                    **_all_earlier(r, days, "local_day"),
                    "morning_id": r["morning_id"] + off if r["morning_id"] else None,
                }
                for r in alive
            ),
        )
        _put(db, "episode_event", _events(events, ids, f"-{term}", last * term, partial(_moved, days)))


def _more_families(db: sqlite3.Connection, families: int) -> None:
    children, here = _all(db, "SELECT * FROM child"), _all(db, "SELECT * FROM morning_child")
    works, events = _all(db, "SELECT * FROM episode"), _all(db, "SELECT * FROM episode_event")
    beside = {table: _all(db, f'SELECT * FROM "{table}"') for table in ("unit_child", "tray_child", "measurement")}
    shown, last = _all(db, "SELECT * FROM presentation"), max(r["id"] for r in events)
    for family in range(1, families):
        step = STEP * family
        _put(db, "child", ({**r, "id": r["id"] + step, "name": f"{r['name']} {family + 1}"} for r in children))
        for table, rows in beside.items():
            moved = ({**r, "child_id": r["child_id"] + step} for r in rows)
            _put(db, table, ({k: v for k, v in r.items() if k != "id"} for r in moved))
        _put(
            db,
            "presentation",
            (
                {k: v for k, v in {**r, "child_id": r["child_id"] + step, "key": None}.items() if k != "id"}
                for r in shown
            ),
        )
        _put(db, "morning_child", ({**r, "child_id": r["child_id"] + step} for r in here))
        ids = {r["id"]: _named(r, f"c{family}") for r in works}
        _put(db, "episode", ({**r, "id": ids[r["id"]], "child_id": r["child_id"] + step} for r in works))
        _put(db, "episode_event", _events(events, ids, f"c{family}", last * family, partial(_of_child, step)))


def _moved(days: int, row: Row) -> Row:
    return {**row, "at": _earlier(row["at"], days)}


def _of_child(step: int, row: Row) -> Row:
    return {**row, "child_id": row["child_id"] + step}


def main() -> None:
    """Grow into a folder that does not exist yet."""
    for folder in houses(Path(sys.argv[1])):
        with closing(sqlite3.connect(folder / "zither-awl.db")) as db:
            told = [
                f"{db.execute(f'SELECT count(*) FROM {t}').fetchone()[0]} {t}"
                for t in ("child", "morning", "episode", "episode_event")
            ]
        print(f"{folder.name}: {', '.join(told)}")


if __name__ == "__main__":
    main()
