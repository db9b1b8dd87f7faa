"""Use cases of the whole household as one file: saved, and taken back in place of what is there."""

from __future__ import annotations

from dataclasses import dataclass
from pathlib import Path
from tempfile import TemporaryDirectory
from typing import Any

from zither_awl.core.errors import FieldProblem, InvalidValue
from zither_awl.core.rotation import propose_change
from zither_awl.formats.household_file import read_file, write_json, write_zip
from zither_awl.formats.photo import clean_photo
from zither_awl.services.catalogue import entries
from zither_awl.services.desk import Desk, House
from zither_awl.store import backup, open_engine, transfer


def household_json(desk: Desk) -> bytes:
    """The household as one JSON document, without its photographs and its undo list."""
    version, tables, _ = transfer.dump(desk.database)
    return write_json(version, tables)


def household_zip(desk: Desk) -> bytes:
    """The household as one JSON document with its photographs beside it."""
    version, tables, photos = transfer.dump(desk.database)
    return write_zip(write_json(version, tables), photos)


def household_schema() -> dict[str, Any]:
    """The published JSON Schema of the document."""
    return transfer.current_schema()


@dataclass(frozen=True, slots=True)
class HouseholdTaken:
    """A household that was taken in: its name, and the copy of what was there before ("" if nothing was)."""

    name: str
    children: int
    trays: int
    photos: int
    kept_copy: str


def look_at(desk: Desk, data: bytes) -> HouseholdTaken:
    """What a file holds, without changing anything. Raises: InvalidValue, naming what does not fit."""
    with TemporaryDirectory() as folder:
        return _restored(data, Path(folder) / "new.db")


def take_household(desk: Desk, data: bytes) -> HouseholdTaken:
    """Put the household of a file in the place of this one; a copy of this one is kept beside the database first.

    All or nothing. It cannot be undone by the undo button, which is why the copy is made. Raises: InvalidValue.
    """
    with TemporaryDirectory() as folder:
        fresh = Path(folder) / "new.db"
        found = _restored(data, fresh)
        copy = ""
        if desk.house().household is not None:
            copy = f"before-import-{desk.now():%Y%m%d-%H%M%S-%f}.db"
            backup(desk.database, desk.database.with_name(copy))
        desk.replace_database(fresh)
        return HouseholdTaken(found.name, found.children, found.trays, found.photos, copy)


def damaged_values(desk: Desk) -> list[str]:
    """Values of the house's file that cannot be read, each named by table, row and field."""
    return transfer.damaged_values(desk.database)


def _readable(desk: Desk) -> House:
    """The house of a file, every core value made once and every judgement asked once. Raises: InvalidValue."""
    try:
        house, today = desk.house(), desk.today()
        if house.damaged:
            told = (f"{said.rstrip('.')}." for said in house.damaged)
            raise InvalidValue(*(FieldProblem("file", said, "Nothing was changed.") for said in told))
        entries(house)
        house.findings(today)
        propose_change(house.state, house.practice.mastery, today, judge=house.judgements(today))
    except InvalidValue:
        raise
    except (ValueError, TypeError, KeyError, IndexError, ArithmeticError) as problem:
        said = f"holds something that cannot be read: {type(problem).__name__} {problem}."
        raise InvalidValue(FieldProblem("file", said[:300], "Nothing was changed.")) from problem
    return house


def _restored(data: bytes, fresh: Path) -> HouseholdTaken:
    document, images = read_file(data)
    photos = {key: clean_photo(jpeg) for key, jpeg in images.items()}
    transfer.restore(document, photos, fresh)
    engine = open_engine(fresh)
    try:
        house = _readable(Desk(engine))
    finally:
        engine.dispose()
    name = house.household.name if house.household else ""
    return HouseholdTaken(name, len(house.children), len(house.trays), len(photos), "")
