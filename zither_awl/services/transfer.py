"""Use cases of the whole household as one file: saved, and taken back in place of what is there."""

from __future__ import annotations

from dataclasses import dataclass
from pathlib import Path
from tempfile import TemporaryDirectory
from typing import Any

from zither_awl.core.errors import FieldProblem, InvalidValue
from zither_awl.core.rotation import propose_change
from zither_awl.core.saying import say, unstopped
from zither_awl.formats.household_file import read_file, write_json, write_zip
from zither_awl.formats.photo import clean_photo
from zither_awl.services.catalogue import entries
from zither_awl.services.desk import Desk, House
from zither_awl.store import open_engine, transfer


def household_json(desk: Desk) -> bytes:
    """The household as one JSON document, without its photographs and its undo list."""
    return write_json(*transfer.dump(desk.database))


def household_zip(desk: Desk, target: Path) -> None:
    """Write the household as one JSON document with its photographs beside it."""
    write_zip(household_json(desk), transfer.photos(desk.database), target)


def household_schema() -> dict[str, Any]:
    """The published JSON Schema of the document."""
    return transfer.current_schema()


@dataclass(frozen=True, slots=True)
class HouseholdTaken:
    """A household that was taken in: its name, and the copy of what was there before."""

    name: str
    children: int
    trays: int
    photos: int
    kept_copy: str


def look_at(desk: Desk, file: Path) -> HouseholdTaken:
    """What a file holds, without changing anything. Raises: InvalidValue, naming what does not fit."""
    with TemporaryDirectory() as folder:
        return _restored(file, Path(folder) / "new.db")


def take_household(desk: Desk, file: Path) -> HouseholdTaken:
    """Put the household of a file in the place of this one; a copy of this one is kept among the copies first.

    All or nothing. It cannot be undone by the undo button, which is why the copy is made. Raises: InvalidValue.
    """
    with TemporaryDirectory() as folder:
        fresh = Path(folder) / "new.db"
        found = _restored(file, fresh)
        copy = desk.replace_database(fresh, "before-import")
        return HouseholdTaken(found.name, found.children, found.trays, found.photos, copy)


def damaged_values(desk: Desk) -> list[str]:
    """Values of the house's file that cannot be read, each named by table, row and field."""
    return transfer.damaged_values(desk.database)


def readable(desk: Desk) -> House:
    """The house of a file, every core value made once and every judgement asked once. Raises: InvalidValue."""
    try:
        house, today = desk.house(), desk.today()
        if house.damaged:
            told = (say("{said}.", said=unstopped(said)) for said in house.damaged)
            raise InvalidValue(*(FieldProblem("file", said, say("Nothing was changed.")) for said in told))
        entries(house)
        house.findings(today)
        propose_change(house.state, house.practice.mastery, today, judge=house.judgements(today))
    except InvalidValue:
        raise
    except (ValueError, TypeError, KeyError, IndexError, ArithmeticError) as problem:
        said = say(
            "holds something that cannot be read: {name} {problem}.", name=type(problem).__name__, problem=problem
        )
        raise InvalidValue(FieldProblem("file", said[:300], say("Nothing was changed."))) from problem
    return house


def _restored(file: Path, fresh: Path) -> HouseholdTaken:
    document, images = read_file(file)
    transfer.restore(document, ((key, clean_photo(read())) for key, read in images.items()), fresh)
    engine = open_engine(fresh)
    try:
        house = readable(Desk(engine))
    finally:
        engine.dispose()
    name = house.household.name if house.household else ""
    return HouseholdTaken(name, len(house.children), len(house.trays), len(images), "")
