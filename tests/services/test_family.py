"""A family leaves a co-op: its children as one file, without anybody else in it, and taken into another house."""

from __future__ import annotations

import json
import zipfile
from collections.abc import Callable
from pathlib import Path

import pytest

from tests.conftest import NOW, SmallHouse
from tests.coop import make_coop
from tests.devices import Tablet
from tests.formats.test_cupboard_files import picture
from tests.services.test_cupboard import file_of
from zither_awl.core.errors import InvalidValue, NotFound
from zither_awl.core.values import Household
from zither_awl.core.values.telling import Picture
from zither_awl.services import family, people
from zither_awl.services.desk import Desk


@pytest.fixture
def coop(demo: Desk) -> dict[str, int]:
    """The demo as a co-op of sixteen; a talk of two, a picture of one and a picture of two."""
    ids = make_coop(demo)
    first, other = sorted(ids)[0], sorted(ids)[-1]
    tablet = Tablet(demo, "tablet-coop", demo.house().adults[0].id)
    for run, more in (
        ("begin", {}),
        ("say", {"word": "apple", "text": "its name", "child_id": ids["Anselm"]}),
        ("say", {"word": "apple", "text": "colour", "child_id": ids["Wren"]}),
        ("end", {}),
    ):
        assert not tablet.write(
            "talk", 1, episode_id="talk-coop", set_key="fruit", words="fruit", run=run, **more
        ).refused
    with demo.write(None, "Pictures") as work:
        for who, note in (({first}, "alone"), ({first, other}, f"with {other}")):
            work.telling.save_picture(
                Picture(
                    id=0,
                    photo_id=work.cupboard.add_photo(picture()),
                    at=NOW,
                    local_day=demo.today(),
                    note=note,
                    children=frozenset(ids[each] for each in who),
                )
            )
    return ids


def written(desk: Desk, children: set[int], name: str = "family.zip") -> Path:
    target = desk.database.with_name(name)
    family.family_zip(desk, children, target)
    return target


def tables_of(file: Path) -> dict[str, list[dict[str, object]]]:
    with zipfile.ZipFile(file) as archive:
        found: dict[str, list[dict[str, object]]] = json.loads(archive.read("household.json"))["tables"]
    return found


def test_nobody_else_is_in_the_file_of_a_family(demo: Desk, coop: dict[str, int]) -> None:
    two = {coop["Anselm"], coop["Bodil"]}
    file = written(demo, two)
    rows = tables_of(file)
    assert {row["name"] for row in rows["child"]} == {"Anselm", "Bodil"}
    for name, each in rows.items():
        assert all(row["child_id"] in two for row in each if row.get("child_id") is not None), name
    with zipfile.ZipFile(file) as archive:
        text = archive.read("household.json").decode()
        pictures = [each for each in archive.namelist() if each.startswith("images/")]
    others = coop.keys() - {"Anselm", "Bodil"}
    # Names that are words of things too are looked for in what was written.
    said = json.dumps([rows[table] for table in ("episode_event", "picture", "permission", "story")])
    assert not [name for name in others if f'"{name}"' in text or f" {name}" in said]
    assert len(rows["picture"]) == len(pictures) == 1
    assert all(row["photo_id"] is None for row in rows["talk"]), "the other child of the talk is in its photograph"
    assert rows["episode"]
    assert {row["tray_id"] for row in rows["episode"]} - {None} <= {row["id"] for row in rows["tray"]}
    assert all(row["until"] for row in rows["placement"])


def test_it_is_identical_once_another_house_has_taken_it_in(
    demo: Desk, coop: dict[str, int], open_desk: Callable[[Path], Desk], empty_file: Path, tmp_path: Path
) -> None:
    first = written(demo, {coop["Anselm"], coop["Bodil"]})
    kept = tmp_path / "kept.zip"
    kept.write_bytes(first.read_bytes())
    found = family.look_at_family(kept)
    assert (found.house, found.children, found.photos) == ("Lockside", ("Anselm", "Bodil"), 1)
    before = {c.name: judged(demo, c.id) for c in demo.house().children if c.name in found.children}
    demo.close()
    other = open_desk(empty_file)
    with pytest.raises(InvalidValue, match="house that has a name"):
        family.take_family(other, kept)
    people.save_household(other, Household(name="Far House", zone="Europe/London"))
    taken = family.take_family(other, kept)
    assert (other.database.parent / taken.kept_copy).exists()
    again = tables_of(written(other, {c.id for c in other.house().children}))
    for name, rows in tables_of(kept).items():
        if name != "household":
            assert again[name] == rows, name
    assert {c.name: judged(other, c.id) for c in other.house().children} == before
    with other.trial() as work:
        assert work.projections_differ() == []
    with pytest.raises(InvalidValue, match="who is here already"):
        family.take_family(other, kept)


def judged(desk: Desk, child_id: int) -> dict[str, str]:
    """What was seen of a child: by tray, so many visits and minutes."""
    house = desk.house()
    names = {t.id: t.name for t in house.all_trays}
    found: dict[str, list[float]] = {}
    with desk.read() as work:
        for visit in work.visits_of(child_id):
            found.setdefault(names.get(visit.tray_id or 0, visit.activity), []).append(visit.minutes or 0)
    return {name: f"{len(minutes)} visits, {sum(minutes):.1f} min" for name, minutes in sorted(found.items())}


def test_a_house_that_has_its_own_keeps_them_apart(
    demo: Desk, coop: dict[str, int], open_desk: Callable[[Path], Desk], demo_file: Path, tmp_path: Path
) -> None:
    kept = tmp_path / "kept.zip"
    kept.write_bytes(written(demo, {coop["Bodil"]}).read_bytes())
    demo.close()
    other = open_desk(demo_file)
    before = {c.name: judged(other, c.id) for c in other.house().children}
    standing = {(p.tray.name, p.spot) for p in other.house().placements}
    family.take_family(other, kept)
    after = {c.name: judged(other, c.id) for c in other.house().children}
    assert after.keys() == before.keys() | {"Bodil"}
    assert {name: after[name] for name in before} == before
    assert {(p.tray.name, p.spot) for p in other.house().placements} == standing


def test_what_is_no_familys_file_is_told_and_changes_nothing(house: SmallHouse) -> None:
    from zither_awl.services import transfer

    household = file_of(house.desk, transfer.household_json(house.desk))
    with pytest.raises(InvalidValue, match="it is the file of a household"):
        family.take_family(house.desk, household)
    file = written(house.desk, {house.ilse})
    with pytest.raises(InvalidValue, match="it is the file of a family"):
        transfer.take_household(house.desk, file)
    with pytest.raises(InvalidValue, match="are none"):
        written(house.desk, set())
    with pytest.raises(NotFound):
        written(house.desk, {99})
