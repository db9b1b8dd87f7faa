"""The sections of a house: which tables each holds, and how often they were written to.

Triggers count the writes, so that no write goes unseen, whoever made it and however.
"""

from __future__ import annotations

from typing import Literal, get_args

from sqlalchemy import Connection, select, text
from sqlalchemy.orm import Session

from zither_awl.store.models.settings import SectionRow

Section = Literal["people", "room", "cupboard", "catalogue", "lessons", "log", "weeks", "settings", "telling"]
SECTIONS: tuple[Section, ...] = get_args(Section)
TABLES: dict[Section, tuple[str, ...]] = {
    "people": ("household", "adult", "child", "measurement", "permission", "said", "child_group", "group_child"),
    "room": ("unit", "board", "unit_child", "aid_done", "own_aid"),
    "cupboard": (
        "bin",
        "component",
        "photo",
        "card",
        "card_follows",
        "tray",
        "tray_child",
        "content",
        "completed",
        "making",
        "mark",
    ),
    "catalogue": ("own_card", "card_choice", "tie"),
    "lessons": (
        "word_set",
        "word_photo",
        "word_answer",
        "routine",
        "step_photo",
        "routine_run",
        "run_branch",
        "invitation",
        "step_done",
        "table_event",
        "talk",
        "talk_word",
    ),
    "log": (
        "morning",
        "morning_child",
        "episode",
        "episode_event",
        "visit",
        "milestone",
        "presentation",
        "sweep",
        "sweep_child",
        "kept_item",
    ),
    "weeks": (
        "placement",
        "change",
        "task",
        "planned_showing",
        "aim",
        "invited",
        "theme",
        "theme_tray",
        "by_then",
        "absence",
        "moved_stop",
        "arrival",
        "arrived",
        "book",
        "book_stay",
        "book_asked",
    ),
    "settings": (
        "phrase",
        "welcome_step",
        "paired_device",
        "pin",
        "feed",
        "revision",
        "change_set",
        "change_item",
        "trace",
    ),
    "telling": ("picture", "picture_child", "story"),
}
BOOKKEEPING = ("section", "alembic_version")
"""Tables about the file itself, which no answer rests on."""
_UNCOUNTED = {"revision", "change_set", "change_item", "trace"}
"""Read anew whenever they are asked for; their writes are counted with the write they belong to."""


def revisions(session: Session) -> dict[Section, int]:
    """How often each section was written to so far."""
    found = {str(name): int(number) for name, number in session.execute(select(SectionRow.name, SectionRow.revision))}
    return {name: found[name] for name in SECTIONS}


def count_writes(connection: Connection) -> None:
    """Make the triggers that count; those that are there stay."""
    there = {str(name) for (name,) in connection.execute(text("SELECT name FROM sqlite_master WHERE type = 'trigger'"))}
    for section, tables in TABLES.items():
        for table in tables:
            for act in ("INSERT", "UPDATE", "DELETE"):
                name = f"{act.lower()}_{table}_counts"
                if table not in _UNCOUNTED and name not in there:
                    connection.exec_driver_sql(
                        f'CREATE TRIGGER {name} AFTER {act} ON "{table}" BEGIN '
                        f"UPDATE section SET revision = revision + 1 WHERE name = '{section}'; END"
                    )
