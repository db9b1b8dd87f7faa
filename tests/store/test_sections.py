"""Every table belongs to one section, and no write to any of them goes unseen, whoever makes it."""

from __future__ import annotations

import sqlite3
from collections import Counter
from contextlib import closing
from datetime import date
from functools import partial
from typing import Any

import pytest

from zither_awl.services.desk import READERS, Desk
from zither_awl.store.models import Base
from zither_awl.store.sections import BOOKKEEPING, SECTIONS, TABLES, Section

SECTION_OF = {table: section for section, tables in TABLES.items() for table in tables}
READ_ANEW = {"revision", "change_set", "change_item", "trace"}
"""Tables whose rows no answer keeps: they are asked for each time."""
COUNTED = sorted(SECTION_OF.keys() - READ_ANEW)


def revisions(desk: Desk) -> dict[Section, int]:
    return dict(zip(SECTIONS, desk.house().revisions(*SECTIONS), strict=True))


def test_every_table_is_in_exactly_one_section_and_every_section_is_read() -> None:
    named = Counter(table for tables in TABLES.values() for table in tables)
    assert set(named) | set(BOOKKEEPING) == set(Base.metadata.tables) | {"alembic_version"}
    assert set(named.values()) == {1}
    assert set(READERS) == set(SECTIONS)


@pytest.mark.parametrize("table", COUNTED)
def test_a_write_by_anybody_is_seen_by_the_next_answer_and_by_its_section_only(demo: Desk, table: str) -> None:
    before = revisions(demo)
    with closing(sqlite3.connect(demo.database)) as other, other:
        column = other.execute(f'PRAGMA table_info("{table}")').fetchone()[1]
        touched = other.execute(f'UPDATE "{table}" SET "{column}" = "{column}"').rowcount
        kinds = {
            kind
            for (kind,) in other.execute(
                "SELECT substr(name, 1, instr(name, '_') - 1) FROM sqlite_master "
                "WHERE type = 'trigger' AND tbl_name = ?",
                (table,),
            )
        }
    assert kinds == {"insert", "update", "delete"}
    changed = {name for name, revision in revisions(demo).items() if revision != before[name]}
    assert changed == ({SECTION_OF[table]} if touched else set())


def test_only_what_was_written_to_is_read_again(demo: Desk, monkeypatch: pytest.MonkeyPatch) -> None:
    read: list[str] = []

    def noted(name: Section, work: Any, since: date) -> Any:
        read.append(name)
        return readers[name](work, since)

    readers = dict(READERS)
    for name in SECTIONS:
        monkeypatch.setitem(READERS, name, partial(noted, name))
    demo.house()
    assert sorted(read) == sorted(SECTIONS)
    read.clear()
    with demo.write(None, "Wrote a phrase") as work:
        work.settings.save_phrases(("Again!",))
    assert demo.house().settings.phrases == ("Again!",)
    assert read == ["settings"]


def test_an_answer_is_reckoned_again_only_when_what_it_looked_at_changed(demo: Desk) -> None:
    reckoned: list[str] = []

    def names() -> tuple[str, ...]:
        reckoned.append("names")
        return tuple(c.name for c in demo.house().children)

    def greeting() -> str:
        reckoned.append("greeting")
        return f"{demo.house().once('names', names)} {demo.house().settings.phrases}"

    def ask() -> list[str]:
        reckoned.clear()
        demo.house().once("greeting", greeting)
        return list(reckoned)

    assert ask() == ["greeting", "names"]
    assert ask() == []
    with demo.write(None, "") as work:
        work.settings.save_phrases(("Again!",))
    assert ask() == ["greeting"], "what it asked of another answer is still true"
    with demo.write(None, "") as work:
        work.cupboard.save_bin("Bin 9")
    assert ask() == []
    with demo.write(None, "") as work:
        work.settings.save_phrases(("Again!",))
    assert ask() == [], "nothing was changed"
