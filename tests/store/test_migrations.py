"""Migrations end at the models, go both ways, and open every database a landed version made."""

from __future__ import annotations

import shutil
import sqlite3
from datetime import UTC, date, datetime, timedelta
from pathlib import Path

import pytest
from alembic.autogenerate import compare_metadata
from alembic.migration import MigrationContext
from sqlalchemy import inspect

from tests.builders import DATA
from tests.conftest import NOW
from tests.devices import states, works
from zither_awl.core.values import Place, Work
from zither_awl.services import catalogue, routines
from zither_awl.services.clock import SetClock
from zither_awl.services.desk import Desk
from zither_awl.services.recording import DeviceItem, take
from zither_awl.store import open_engine, prepare
from zither_awl.store.migrating import migrate
from zither_awl.store.models import Base


def number(version: str) -> tuple[int, ...]:
    """A version as numbers, so that 0.10.0 comes after 0.9.0."""
    return tuple(int(part) for part in version.split("."))


OLD = sorted(DATA.glob("*.db"), key=lambda path: number(path.stem))


def test_the_migrations_end_at_the_models(tmp_path: Path) -> None:
    engine = prepare(tmp_path / "new.db")
    with engine.connect() as connection:
        context = MigrationContext.configure(connection, opts={"compare_type": True})
        assert compare_metadata(context, Base.metadata) == []
    engine.dispose()


def test_they_go_down_to_nothing_and_up_again(tmp_path: Path) -> None:
    engine = prepare(tmp_path / "new.db")
    migrate(engine, "base")
    assert set(inspect(engine).get_table_names()) <= {"alembic_version"}
    migrate(engine)
    assert set(Base.metadata.tables) <= set(inspect(engine).get_table_names())
    engine.dispose()


def test_there_is_a_database_of_every_landed_version() -> None:
    landed = (
        "0.1.0",
        "0.2.0",
        "0.3.0",
        "0.4.0",
        "0.5.0",
        "0.6.0",
        "0.7.0",
        "0.8.0",
        "0.9.0",
        "0.10.0",
        "0.11.0",
        "0.12.0",
        "0.13.0",
        "0.14.0",
        "0.15.0",
    )
    assert tuple(path.stem for path in OLD) == landed


@pytest.mark.parametrize("old", OLD, ids=lambda path: path.stem)
def test_a_database_of_a_landed_version_opens_with_everything_in_it(old: Path, tmp_path: Path) -> None:
    def since(version: str) -> bool:
        return number(old.stem) >= number(version)

    copy = tmp_path / "zither-awl.db"
    shutil.copy(old, copy)
    desk = Desk(prepare(copy), SetClock(NOW))
    house = desk.house()
    assert house.household is not None
    assert (house.household.name, len(house.children), len(house.trays)) == ("Garden Flat", 2, 2 + since("0.10.0"))
    assert [p.tray.name for p in house.placements] == ["Spooning chickpeas"]
    (episode,) = works(desk)
    assert (len(episode.events), house.window.mornings[0].seen) == (3, "all")
    assert (episode.told, all(e.id > 0 for e in episode.events)) == (True, True)
    assert [s.state for s in states(desk)] == (["watching"] if since("0.4.0") else [])
    with desk.read() as work:
        told = (len(work.lessons.answers(episode.child_id)), len(work.home.runs(date(2000, 1, 1))))
    home = since("0.12.0")
    assert told == ((1, 1 + home) if since("0.4.0") else (0, 0))
    assert (house.household.takes, house.household.paper) == ("whole", "A4")
    fold = catalogue.entry(house, "fold")
    assert (fold.origin, fold.design.morning) == (
        ("changed", "Iron the squares.") if since("0.5.0") else ("catalogue", "")
    )
    assert catalogue.entry(house, "snip").taken is not since("0.5.0")
    assert len(house.lessons.word_photos) == (since("0.5.0"))
    assert house.findings(episode.began.date())[0].rule == "exposure"
    with desk.read() as work:
        assert len(work.sent.kept_newer()) == (since("0.6.0"))
    with desk.trial() as work:
        assert work.projections_differ() == []
    allowed = [p.kind for c in house.children for p in c.permissions]
    later = since("0.7.0")
    assert (allowed, [a.words for a in house.weeks.aims if not a.key]) == (["small"] * later, ["autumn"] * later)
    newest = since("0.10.0")
    assert [(a.key, a.level) for a in house.weeks.aims if a.key] == [("tongs", 1)] * newest
    assert [(t.eased, t.card.toward) for t in house.trays if t.card.between] == [(("steps",), "belongs:2")] * newest
    invited = {(house.children[0].id, NOW.date() + timedelta(days=1)): 1} if newest else {}
    assert {key: len(refs) for key, refs in house.weeks.invited.items()} == invited
    tied = {(("fold", 1), ("carry-empty", 1)): True, (("fold", 2), ("fold", 1)): False}
    assert house.catalogue.ties == (tied if newest else {})
    weeks, now = house.weeks, since("0.11.0")
    assert [(t.name, t.taken, len(t.trays), t.song) for t in weeks.themes] == [("Water", True, 3, "Rain, rain")] * now
    assert ({line.theme_id for line in weeks.by_then}, [a.name for a in weeks.absences]) == (
        ({weeks.themes[0].id}, ["Half-term"]) if now else (set(), [])
    )
    assert [(a.name, a.every_days) for a in weeks.arrivals] == [("A box", 61)] * now
    assert [(b.lent_by, b.themes) for b in weeks.books.values()] == [("the library", ("water",))] * now
    assert [(s.until, len(weeks.books_asked[s.thing_id])) for s in weeks.book_stays] == [(None, 1)] * now
    assert [a.minutes for a in house.adults if a.minutes] == [(10, 20, 30, 20, 10, 0, 0)] * now
    assert [r.branches for r in house.lessons.runs if r.branches] == [(("it goes in the dryer", False),)] * home
    assert [(e.what, e.food) for e in house.lessons.at_table] == [("set", "crackers"), ("poured", "")] * home
    assert [(t.talk, len(t.said)) for t in house.lessons.talks] == [("fruit", 1)] * home
    assert [p.manner for p in house.log.presentations if p.manner] == ["careful"] * home
    assert [(g.name, len(g.children), len(g.adults)) for g in house.people.groups] == [("Larks", 1, 1)] * home
    assert [a.name for a in house.room.own_aids] == ["Shelf"] * home
    assert [r.weekdays for r in routines.routines(house) if r.changed] == [(0, 3)] * home
    made = [m.recipe for m in house.cupboard.makings], [m.note for m in house.cupboard.marks]
    assert made == ((["felt-ball"], ["the cloth frays"]) if since("0.8.0") else ([], []))
    assert any(c.subject == "animals" for c in house.components) is (since("0.8.0"))
    said = {(s.word or s.answer) for s in house.people.said if not s.concluded}
    assert said == ({"with help", "red"} if since("0.9.0") else set())
    assert house.settings.welcome == ({"know": "done"} if since("0.9.0") else {})
    assert [t.alike for t in house.trays if t.alike] == ["pouring"] * since("0.15.0")
    held = {c.role: c.component.name for t in house.trays for c in t.contents}
    assert held.get("filling", "") == ("chickpeas" if since("0.2.0") else "")
    desk.close()


def test_what_was_open_before_the_log_was_kept_as_sent_can_still_be_ended(tmp_path: Path) -> None:
    """Two observers of one beginning, in the form of 0.3.0: each goes on by its own name for the work."""
    copy = tmp_path / "zither-awl.db"
    shutil.copy(DATA / "0.3.0.db", copy)
    with sqlite3.connect(copy) as db:
        child, tray = db.execute("SELECT child_id, tray_id FROM episode").fetchone()
        began = "2026-03-16T10:00:00.000+00:00"
        db.execute(
            "INSERT INTO episode VALUES ('open', ?, ?, NULL, NULL, ?, NULL, NULL, NULL, '', 0)", (child, tray, began)
        )
        for n, (device, text) in enumerate((("one", ""), ("two", "by-another-name"))):
            columns = "episode_id, kind, at, cause, text, device, sequence, schema_version"
            db.execute(
                f"INSERT INTO episode_event ({columns}) VALUES ('open', 'start', ?, '', ?, ?, ?, 1)",
                (began, text, device, n + 1),
            )
    desk = Desk(prepare(copy))
    at = datetime(2026, 3, 16, 10, 7, tzinfo=UTC)
    told = DeviceItem(
        device="two",
        sequence=9,
        schema_version=1,
        at=at,
        kind="finish",
        episode_id="by-another-name",
        work=Work.RIGHT,
        place=Place.BACK,
    )
    assert take(desk, [told], None).new == 1
    (ended,) = [e for e in works(desk) if e.id == "open"]
    assert (ended.ended, ended.work, len(ended.events)) == (at, Work.RIGHT, 3)
    desk.close()


def test_pragmas_hold_on_every_connection(tmp_path: Path) -> None:
    engine = open_engine(tmp_path / "new.db")
    with engine.connect() as connection:
        asked = {
            name: connection.exec_driver_sql(f"PRAGMA {name}").scalar()
            for name in ("foreign_keys", "journal_mode", "secure_delete")
        }
    assert asked == {"foreign_keys": 1, "journal_mode": "wal", "secure_delete": 1}
    engine.dispose()
