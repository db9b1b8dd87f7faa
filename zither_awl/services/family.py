"""Use cases of a family that leaves a household many share: its children as one file, and taken into another house."""

from __future__ import annotations

from collections.abc import Collection
from contextlib import closing
from dataclasses import dataclass
from pathlib import Path
from tempfile import TemporaryDirectory

from zither_awl.core.errors import FieldProblem, InvalidValue
from zither_awl.core.saying import say
from zither_awl.formats.household_file import FAMILY, HOUSEHOLD, read_file, write_json, write_zip
from zither_awl.formats.photo import clean_photo
from zither_awl.services.desk import Desk, House
from zither_awl.services.transfer import readable
from zither_awl.store import backup, family, open_engine, transfer


@dataclass(frozen=True, slots=True)
class FamilyFile:
    """What a family's file holds: the house it comes from, its children, and so many trays, works, photographs."""

    house: str
    children: tuple[str, ...]
    trays: int
    works: int
    photos: int
    kept_copy: str = ""


def family_zip(desk: Desk, children: Collection[int], target: Path) -> None:
    """Write the file of a family. Raises: NotFound for a child that is not here; InvalidValue for none."""
    if not children:
        raise InvalidValue(FieldProblem("children", say("are none."), say("Say whose file it is.")))
    for each in children:
        desk.house().child(each)
    version, rows, photos = family.family_of(desk.database, set(children))
    pictures = ((key, jpeg) for key, jpeg in transfer.photos(desk.database) if key in photos)
    write_zip(write_json(version, rows, FAMILY), pictures, target)


def look_at_family(file: Path) -> FamilyFile:
    """What a family's file holds; nothing is changed. Raises: InvalidValue, naming what does not fit."""
    with TemporaryDirectory() as folder:
        return _opened(file, Path(folder) / "family.db")


def take_family(desk: Desk, file: Path) -> FamilyFile:
    """Take the children of a family's file into this household, with everything that was seen of them.

    All or nothing, after a copy was kept; the undo button does not take it back. Raises: InvalidValue.
    """
    if desk.house().household is None:
        raise InvalidValue(
            FieldProblem("file", say("is taken in by a house that has a name."), say("Name the house first."))
        )
    with TemporaryDirectory() as folder:
        source, fresh = Path(folder) / "family.db", Path(folder) / "new.db"
        found = _opened(file, source)
        with desk.deciding():
            backup(desk.database, fresh)
            family.merge(source, fresh)
            with closing(Desk(open_engine(fresh))) as merged, merged.write_untracked() as work:
                work.rebuild_projections()
            _check(fresh)
            copy = desk.replace_database(fresh, "before-family")
    return FamilyFile(found.house, found.children, found.trays, found.works, found.photos, copy)


def _opened(file: Path, fresh: Path) -> FamilyFile:
    document, images = read_file(file, FAMILY)
    pictures = ((key, clean_photo(read())) for key, read in images.items())
    transfer.restore({**document, "format": HOUSEHOLD}, pictures, fresh)
    house = _check(fresh)
    rows = document["tables"]
    name = house.household.name if house.household else ""
    return FamilyFile(
        name, tuple(child.name for child in house.all_children), len(rows["tray"]), len(rows["episode"]), len(images)
    )


def _check(path: Path) -> House:
    engine = open_engine(path)
    try:
        return readable(Desk(engine))
    finally:
        engine.dispose()
