"""The children of one family as a document of their own, out of a household many share; and into another household.

What goes along is what was seen of these children and what it rests on: the trays they worked with, the cards, the
things on them, where and when they stood, who watched. Trays, things and shelves go as a record of what was, put away;
bins stay, and so does whoever is not of the family: no row, and in what was written no name.
"""

from __future__ import annotations

import json
import sqlite3
from collections import defaultdict
from collections.abc import Collection, Iterator, Mapping
from contextlib import closing
from pathlib import Path
from typing import Any

from sqlalchemy import Table, UniqueConstraint

from zither_awl.core.errors import FieldProblem, InvalidValue
from zither_awl.core.saying import say, together
from zither_awl.core.story import without_names
from zither_awl.store.models import Base
from zither_awl.store.transfer import LEFT_OUT, dump

Rows = dict[str, list[dict[str, Any]]]
STAYS = (
    "household",
    "bin",
    "child_group",
    "group_child",
    "unit_child",
    "invited",
    "planned_showing",
    "arrival",
    "arrived",
    "change",
    "task",
    "theme",
    "theme_tray",
    "by_then",
    "absence",
    "moved_stop",
    "phrase",
    "welcome_step",
    "making",
    "mark",
    "kept_item",
)
"""What is the household's own: how it lives now and what it plans."""
BELOW = {
    "content": "tray_id",
    "placement": "tray_id",
    "card_follows": "card_id",
    "completed": "tray_id",
    "board": "unit_id",
    "run_branch": "run_key",
}
"""Rows that go along with what they are a part of."""
BY_KEY = {
    "own_card": ("key", "card", "key"),
    "word_set": ("key", "word_answer", "set_key"),
    "word_photo": ("set_key", "word_answer", "set_key"),
    "routine": ("key", "routine_run", "routine"),
    "step_photo": ("routine", "routine_run", "routine"),
    "tie": ("key", "card", "key"),
    "card_choice": ("key", "card", "key"),
}
"""Rows of the household's own that others name by a key."""
PUT_AWAY = ("tray", "component", "unit")
WRITTEN = {"episode_event": ("text",), "picture": ("note",), "permission": ("note",), "story": ("title",)}
"""Where somebody may have written another child's name."""


def family_of(database: Path, children: Collection[int]) -> tuple[str, Rows, set[int]]:
    """The version of the tables, the rows of these children and of what they rest on, and the photographs' ids."""
    version, tables = dump(database)
    kept = _closed(tables, children)
    rows = {name: [row for row in each if _key(name, row) in kept[name]] for name, each in tables.items()}
    rows["household"] = tables["household"]
    others = [row["name"] for row in tables["child"] if row["id"] not in children]
    _close_stays(rows)
    for name in PUT_AWAY:
        rows[name] = [{**row, "archived": True} for row in rows[name]]
    for name in ("tray", "component"):
        rows[name] = [{**row, "bin_id": None} for row in rows[name]]
    _only_theirs(rows, tables, children)
    _without(rows, others)
    photos = {row["photo_id"] for each in rows.values() for row in each if row.get("photo_id") is not None}
    return version, rows, photos


def _key(name: str, row: Mapping[str, Any]) -> tuple[Any, ...]:
    return tuple(row[column.name] for column in Base.metadata.tables[name].primary_key.columns)


def _links(name: str) -> list[tuple[str, str]]:
    """The columns of a table that name a row of another, with that table."""
    table = Base.metadata.tables[name]
    keys = sorted(table.foreign_keys, key=lambda key: key.parent.name)
    return [(each.parent.name, each.column.table.name) for each in keys]


def _closed(tables: Rows, children: Collection[int]) -> defaultdict[str, set[tuple[Any, ...]]]:
    """The keys of everything that goes along: of these children, what it rests on, what is a part of that."""
    by_key = {name: {_key(name, row): row for row in each} for name, each in tables.items()}
    kept: defaultdict[str, set[tuple[Any, ...]]] = defaultdict(set)
    new = [(name, row) for name in tables for row in tables[name] if _theirs(name, row, children)]
    while new:
        again = []
        for name, row in new:
            if name in STAYS or _key(name, row) in kept[name]:
                continue
            kept[name].add(_key(name, row))
            for column, other in _links(name):
                if row[column] is not None and other in by_key and (row[column],) in by_key[other]:
                    again.append((other, by_key[other][(row[column],)]))
        new = again or list(_below(tables, kept))
    return kept


def _theirs(name: str, row: Mapping[str, Any], children: Collection[int]) -> bool:
    if name == "child":
        return row["id"] in children
    return any(other == "child" and row[column] in children for column, other in _links(name))


def _below(tables: Rows, kept: Mapping[str, set[tuple[Any, ...]]]) -> Iterator[tuple[str, dict[str, Any]]]:
    """Rows that are a part of what is kept, or are named by its keys, and are not kept yet."""
    for name, column in BELOW.items():
        (other,) = {other for own, other in _links(name) if own == column}
        for row in tables[name]:
            if (row[column],) in kept.get(other, set()) and _key(name, row) not in kept.get(name, set()):
                yield name, row
    for name, (column, other, named_by) in BY_KEY.items():
        named = {row[named_by] for row in tables[other] if _key(other, row) in kept.get(other, set())}
        for row in tables[name]:
            if row[column] in named and _key(name, row) not in kept.get(name, set()):
                yield name, row


def _close_stays(rows: Rows) -> None:
    """What still stands here does not stand there: its stay ends with the last work that was seen."""
    last = max((row["began"] for row in rows["episode"]), default=None)
    day = max((row["local_day"] for row in rows["episode"]), default=None)
    rows["placement"] = [
        row if row["until"] is not None else {**row, "until": max(str(last), row["since"] or ""), "until_day": day}
        for row in rows["placement"]
        if row["until"] is not None or last is not None
    ]


def _only_theirs(rows: Rows, tables: Rows, children: Collection[int]) -> None:
    """Of what several children share, only what shows none but these."""
    seen: defaultdict[int, set[int]] = defaultdict(set)
    for row in tables["picture_child"]:
        seen[row["picture_id"]].add(row["child_id"])
    shared = {key for key, who in seen.items() if who - set(children)}
    for name, column in (("picture", "id"), ("picture_child", "picture_id")):
        rows[name] = [row for row in rows[name] if row[column] not in shared]
    spoke: defaultdict[str, set[int]] = defaultdict(set)
    for row in tables["talk_word"]:
        if row["child_id"] is not None:
            spoke[row["talk_key"]].add(row["child_id"])
    rows["talk"] = [{**row, "photo_id": None} if spoke[row["key"]] - set(children) else row for row in rows["talk"]]
    for story in rows["story"]:
        story["pictures"] = [each for each in story["pictures"] if each not in shared]


def _without(rows: Rows, others: Collection[str]) -> None:
    """Take the names of others out of what was written."""
    for name, columns in WRITTEN.items():
        for row in rows[name]:
            for column in columns:
                row[column] = without_names(row[column], others)
    for row in rows["story"]:
        row["parts"] = [[key, told, without_names(text, others)] for key, told, text in row["parts"]]


def merge(source: Path, target: Path) -> None:
    """Put the rows of a family, in a database of this version, into another household's, all or nothing.

    Adults, cards and things of the same name are the same; a tray is the same when its card is too. Whatever else has a
    taken number gets another. Raises: InvalidValue for a child who is there already.
    """
    with closing(sqlite3.connect(source)) as family, closing(sqlite3.connect(target)) as house:
        family.row_factory = house.row_factory = sqlite3.Row
        _refuse_the_same(family, house)
        house.execute("BEGIN IMMEDIATE")
        try:
            ids: defaultdict[str, dict[Any, Any]] = defaultdict(dict)
            for table in Base.metadata.sorted_tables:
                if table.name not in STAYS and (table.name not in LEFT_OUT or table.name == "photo"):
                    _merge_table(family, house, table, ids)
            house.commit()
        except BaseException:
            house.rollback()
            raise


def _refuse_the_same(family: sqlite3.Connection, house: sqlite3.Connection) -> None:
    here = {(row["name"], row["born"]) for row in house.execute("SELECT name, born FROM child")}
    same = [row["name"] for row in family.execute("SELECT name, born FROM child") if (row["name"], row["born"]) in here]
    if same:
        raise InvalidValue(
            FieldProblem(
                "file",
                say("holds {same}, who is here already.", same=together(same, ", ")),
                say("Nothing was changed."),
            )
        )


def _merge_table(
    family: sqlite3.Connection, house: sqlite3.Connection, table: Table, ids: defaultdict[str, dict[Any, Any]]
) -> None:
    links, keys = _links(table.name), [column.name for column in table.primary_key.columns]
    for row in map(dict, family.execute(f'SELECT * FROM "{table.name}"').fetchall()):
        own = row.get(keys[0]) if len(keys) == 1 else None
        for column, other in links:
            if row[column] is not None:
                row[column] = ids[other].get(row[column], row[column])
        _follow(table.name, row, ids)
        same = _same(house, table.name, row)
        if same is not None:
            ids[table.name][own] = same
            continue
        if own is not None and isinstance(own, int) and not any(column == keys[0] for column, _ in links):
            row[keys[0]] = _free(house, table.name, keys[0], own)
        if "name" in row and table.name in ("tray", "child", "component", "card"):
            row["name"] = _free_name(house, table.name, row["name"])
        if _there(house, table.name, keys, row):
            ids[table.name][own] = row[keys[0]]
            continue
        marks = ", ".join("?" * len(row))
        names = ", ".join(f'"{name}"' for name in row)
        house.execute(f'INSERT INTO "{table.name}" ({names}) VALUES ({marks})', list(row.values()))
        if len(keys) == 1:
            ids[table.name][own] = row[keys[0]]


def _follow(name: str, row: dict[str, Any], ids: Mapping[str, Mapping[Any, Any]]) -> None:
    """Ids that stand in a list."""
    if name == "story":
        row["pictures"] = json.dumps([ids.get("picture", {}).get(each, each) for each in json.loads(row["pictures"])])


def _same(house: sqlite3.Connection, name: str, row: Mapping[str, Any]) -> Any:
    """The id of what is the same thing in the other household; None if there is none."""
    if name in ("adult", "component", "card"):
        found = house.execute(f'SELECT id FROM "{name}" WHERE name = ?', (row["name"],)).fetchone()
    elif name == "tray":
        found = house.execute(
            "SELECT id FROM tray WHERE name = ? AND card_id = ?", (row["name"], row["card_id"])
        ).fetchone()
    elif name in ("own_card", "word_set", "routine", "card_choice"):
        found = house.execute(f'SELECT id FROM "{name}" WHERE key = ?', (row["key"],)).fetchone()
    else:
        return None
    return found["id"] if found else None


def _free(house: sqlite3.Connection, name: str, column: str, wanted: int) -> int:
    taken = house.execute(f'SELECT 1 FROM "{name}" WHERE "{column}" = ?', (wanted,)).fetchone()
    if not taken:
        return wanted
    return int(house.execute(f'SELECT max("{column}") + 1 FROM "{name}"').fetchone()[0])


def _free_name(house: sqlite3.Connection, name: str, wanted: str) -> str:
    taken = {row["name"] for row in house.execute(f'SELECT name FROM "{name}"')}
    return next(each for n in range(1, 10_000) if (each := wanted if n == 1 else f"{wanted[:74]} ({n})") not in taken)


def _there(house: sqlite3.Connection, name: str, keys: list[str], row: Mapping[str, Any]) -> bool:
    """Whether a row of that key, or of values that may stand once only, is there."""
    table = Base.metadata.tables[name]
    sets = [keys] + [[c.name for c in each.columns] for each in table.constraints if isinstance(each, UniqueConstraint)]
    return any(
        house.execute(
            f'SELECT 1 FROM "{name}" WHERE ' + " AND ".join(f'"{c}" = ?' for c in columns), [row[c] for c in columns]
        ).fetchone()
        for columns in sets
        if all(row.get(c) is not None for c in columns)
    )
