"""The cupboard and the bench as a household uses them: entering, finding, composing, freeing, the house in a file."""

from __future__ import annotations

import io
import json
import zipfile
from dataclasses import replace
from pathlib import Path
from typing import Any

import jsonschema
import pytest

from tests.conftest import SmallHouse
from tests.core.cupboards import FIFTEEN
from tests.formats.test_cupboard_files import picture
from zither_awl.core.errors import InvalidValue, NotFound
from zither_awl.core.things.said import understood
from zither_awl.core.values import Bin
from zither_awl.services import (
    cupboard,
    finding,
    history,
    importing,
    importing_things,
    kept_trays,
    make,
    people,
    photos,
    things,
    today,
    transfer,
)
from zither_awl.services.desk import Desk
from zither_awl.services.make import Wish


def entered(house: SmallHouse, *typed: str) -> dict[str, int]:
    """Things entered as they are said; their ids by name."""
    for each in typed:
        things.save_component(house.desk, understood(each), "Bin 1", house.adult)
    return {c.name: c.id for c in house.desk.house().components}


def test_a_thing_is_entered_found_mended_and_put_away(house: SmallHouse) -> None:
    ids = entered(house, "2 white bowls", "6 felt balls of 60 mm")
    found = finding.find(house.desk.house(), "whi")[0]
    assert (found.what, found.where) == ("thing", "2 in Bin 1")
    assert [f.name for f in finding.find(house.desk.house(), "b")][:1] == ["Bin 1"]
    bowls = house.desk.house().component(ids["white bowls"])
    things.save_component(house.desk, replace(bowls, mass_g=150, assumed=()), "Bin 2", house.adult)
    assert house.desk.house().component(bowls.id).mass_g == 150
    things.archive_component(house.desk, bowls.id, True, house.adult)
    assert not [f for f in finding.find(house.desk.house(), "white") if f.what == "thing"]
    history.undo(house.desk)
    assert [f.name for f in finding.find(house.desk.house(), "white bowls")] == ["white bowls"]


def test_the_same_name_twice_and_a_kind_nobody_knows_are_refused(house: SmallHouse) -> None:
    entered(house, "2 jugs")
    with pytest.raises(InvalidValue, match="is there already"):
        entered(house, "3 jugs")
    with pytest.raises(InvalidValue, match="is not clear"):
        understood("a thingamajig")
    assert understood("3 thingamajigs", "thing").count == 3
    assert understood("12 beans", "counter").kind == "counter"


def test_a_house_with_a_cap_on_bins_says_so(house: SmallHouse) -> None:
    desk = house.desk
    household = desk.house().household
    assert household is not None
    people.save_household(desk, replace(household, most_bins=1), house.adult)
    entered(house, "2 jugs")
    with pytest.raises(InvalidValue, match="at most 1"):
        things.save_component(desk, understood("3 cups"), "Bin 2", house.adult)
    bin_one = desk.house().bins[0]
    cupboard.change_bin(desk, replace(bin_one, most=1), house.adult)
    (full,) = things.full(desk.house(), desk.today())
    assert (full.bin.name, full.holds) == ("Bin 1", 1)
    assert isinstance(bin_one, Bin)


def test_a_file_is_held_to_the_cap_on_bins_row_by_row(house: SmallHouse) -> None:
    household = house.desk.house().household
    assert household is not None
    people.save_household(house.desk, replace(household, most_bins=1), house.adult)
    rows = importing_things.rows_of_components("name,bin\njug,Bin 1\ncup,Bin 1\nbowl,Bin 2\n")
    report = importing_things.take_components(house.desk, rows, house.adult)
    assert [r.status for r in report.rows] == ["new", "new", "bad"]
    assert (report.taken, report.rows[2].problems[0].field) == (2, "bin")
    text = "name,area,width_mm,depth_mm,height_mm,mass_g,bin\n"
    trays = importing.rows_of_trays(text + "A,art,250,200,90,400,Bin 1\nB,art,250,200,90,400,Bin 3\n")
    assert [r.status for r in importing.check_trays(house.desk, trays).rows] == ["new", "bad"]


def test_fifteen_things_entered_by_hand_are_offered_as_trays(house: SmallHouse) -> None:
    entered(house, *FIFTEEN)
    can = make.can_make(house.desk, house.ilse)
    assert len(can.found.made) >= 8
    assert 2 <= len(can.at_once) <= len(can.found.made)


def spooning(house: SmallHouse, **more: Any) -> Wish:
    """A wish for the large spoon."""
    return Wish(key="spoon-large", level=1, child_id=house.ilse, **more)


def test_a_tray_is_composed_kept_and_its_things_are_then_in_use(house: SmallHouse) -> None:
    ids = entered(house, *FIFTEEN)
    tray_id = kept_trays.keep(house.desk, spooning(house), "Spooning balls", "Bin 2", frozenset(), house.adult)
    after = house.desk.house()
    tray = after.tray(tray_id)
    assert (tray.card.key, tray.card.level, tray.for_children) == ("spoon-large", 1, frozenset({house.ilse}))
    assert {c.role for c in tray.contents} == {"container", "first bowl", "balls", "spoon", "second bowl"}
    assert after.stock.free(after.component(ids["trays"])) == 1
    assert after.bin_name(tray.bin_id) == "Bin 2"
    again = make.compose(house.desk, kept_trays.wish_of(house.desk, tray_id))
    assert again.name == "Spooning balls"
    assert {c.component.name for c in again.made.assembled.contents} == {c.component.name for c in tray.contents}
    history.undo(house.desk)
    assert house.desk.house().trays == ()
    assert house.desk.house().stock.free(after.component(ids["trays"])) == 2


def test_a_tray_composed_anew_keeps_its_bin_its_children_and_its_history(house: SmallHouse) -> None:
    entered(house, *FIFTEEN)
    both = frozenset({house.ilse, house.tove})
    tray_id = kept_trays.keep(house.desk, spooning(house), "Spooning", "Bin 2", both, house.adult)
    wish = replace(kept_trays.wish_of(house.desk, tray_id), counts={"balls": 2})
    assert kept_trays.keep(house.desk, wish, "Spooning", "", frozenset({house.ilse}), house.adult) == tray_id
    tray = house.desk.house().tray(tray_id)
    assert (tray.pieces, tray.for_children, house.desk.house().bin_name(tray.bin_id)) == (2, both, "Bin 2")


def test_form_and_file_keep_what_they_do_not_speak_of(house: SmallHouse) -> None:
    entered(house, *FIFTEEN)
    wish = spooning(house, eased=("steps",), toward="tongs:1")
    tray_id = kept_trays.keep(house.desk, wish, "Spooning", "Bin 2", frozenset(), house.adult)
    with house.desk.write(house.adult, "for the test") as work:
        work.cupboard.save_tray(replace(house.desk.house().tray(tray_id), exception="she asked for it", alike="spoons"))
    old = house.desk.house().tray(tray_id)
    typed = replace(old, contents=(), eased=(), exception="", card=replace(old.card, key="", toward="", sort="work"))
    cupboard.save_tray(house.desk, cupboard.TrayDraft(replace(typed, mass_g=700), "Bin 2", ()), house.adult)
    assert house.desk.house().tray(tray_id) == replace(old, mass_g=700)
    rows = importing.rows_of_trays(importing.export_trays(house.desk).replace(",700,", ",720,"))
    assert importing.take_trays(house.desk, rows, house.adult).taken == 1
    assert house.desk.house().tray(tray_id) == replace(old, mass_g=720)


def test_the_same_work_a_second_time_at_the_level_of_another_child(house: SmallHouse) -> None:
    entered(house, *FIFTEEN, "6 small jars with lids")
    for_ilse, for_tove = frozenset({house.ilse}), frozenset({house.tove})
    first = kept_trays.keep(house.desk, Wish(key="jars", level=1, child_id=house.ilse), "Jar", "Bin 2", for_tove, None)
    with pytest.raises(InvalidValue, match="Jar is for Tove already"):
        kept_trays.for_another(house.desk, first, house.tove, house.adult)
    second = kept_trays.for_another(house.desk, first, house.ilse, house.adult)
    after = house.desk.house()
    made = after.tray(second)
    assert (made.card.key, made.for_children, after.bin_name(made.bin_id)) == ("jars", for_ilse, "Bin 2")
    assert made.card.level > after.tray(first).card.level
    assert made.concept == after.tray(first).concept
    cupboard.set_children(house.desk, second, for_tove, house.adult)
    with pytest.raises(InvalidValue, match="Ilse can share"):
        kept_trays.for_another(house.desk, second, house.ilse, house.adult)


def test_all_my_trays_are_in_use_is_an_answer_with_what_to_unpack(house: SmallHouse) -> None:
    entered(house, *FIFTEEN)
    first = kept_trays.keep(house.desk, spooning(house), "Spooning", "Bin 1", frozenset(), house.adult)
    kept_trays.keep(
        house.desk, Wish(key="jars", level=2, child_id=house.ilse), "Jars", "Bin 1", frozenset(), house.adult
    )
    stuck = make.compose(house.desk, Wish(key="pairs", level=1, child_id=house.ilse))
    assert stuck.made.short == ("container",)
    assert {f.tray.name for f in stuck.freeing} == {"Spooning", "Jars"}
    whys = [f.why for f in stuck.freeing]
    assert whys == ["It rests, and is outgrown.", "It rests in Bin 1."], "outgrown first"
    with pytest.raises(InvalidValue, match="not all filled: container"):
        kept_trays.keep(
            house.desk, Wish(key="pairs", level=1, child_id=house.ilse), "Pairs", "", frozenset(), house.adult
        )
    kept_trays.unpack(house.desk, first, house.adult)
    assert make.compose(house.desk, Wish(key="pairs", level=1, child_id=house.ilse)).made.ready
    assert house.desk.house().tray(first).archived
    with pytest.raises(InvalidValue, match="holds nothing"):
        kept_trays.unpack(house.desk, first, house.adult)


def test_taking_a_thing_from_another_tray_by_hand_is_shown_and_not_kept(house: SmallHouse) -> None:
    ids = entered(house, *FIFTEEN)
    kept_trays.keep(house.desk, spooning(house), "Spooning", "", frozenset(), house.adult)
    taking = Wish(key="spoon-large", level=1, child_id=house.ilse, fixed={"spoon": ids["large spoon"]})
    (clash,) = make.compose(house.desk, taking).takes
    assert (clash.component.name, clash.owned) == ("large spoon", 1)
    with pytest.raises(InvalidValue, match="lies on Spooning"):
        kept_trays.keep(house.desk, taking, "Again", "", frozenset(), house.adult)


def test_a_thing_on_a_tray_cannot_be_put_away_or_counted_below_what_the_tray_holds(house: SmallHouse) -> None:
    ids = entered(house, *FIFTEEN)
    kept_trays.keep(house.desk, spooning(house), "Spooning", "", frozenset(), house.adult)
    with pytest.raises(InvalidValue, match="lies on Spooning"):
        things.archive_component(house.desk, ids["large spoon"], True, house.adult)
    balls = house.desk.house().component(ids["felt balls"])
    with pytest.raises(InvalidValue, match="trays hold 4: Spooning"):
        things.save_component(house.desk, replace(balls, count=3), "Bin 1", house.adult)


def test_measuring_a_thing_reckons_its_trays_again(house: SmallHouse) -> None:
    ids = entered(house, *FIFTEEN)
    tray_id = kept_trays.keep(house.desk, spooning(house), "Spooning", "", frozenset(), house.adult)
    before = house.desk.house().tray(tray_id).mass_g
    spoon = house.desk.house().component(ids["large spoon"])
    things.save_component(house.desk, replace(spoon, mass_g=spoon.mass_g + 100), "Bin 1", house.adult)
    assert house.desk.house().tray(tray_id).mass_g == pytest.approx(before + 100)
    history.undo(house.desk)
    assert house.desk.house().tray(tray_id).mass_g == pytest.approx(before)


def test_the_next_level_follows_the_one_that_is_there(house: SmallHouse) -> None:
    entered(house, *FIFTEEN, "12 large beads")
    first = kept_trays.keep(house.desk, spooning(house), "Balls", "", frozenset(), house.adult)
    wish = Wish(key="spoon-large", level=2, child_id=house.ilse, fixed={})
    kept_trays.unpack(house.desk, first, house.adult)
    second = kept_trays.keep(house.desk, wish, "Beads", "", frozenset(), house.adult)
    cards = {t.card.level: t.card for t in house.desk.house().all_trays}
    assert cards[2].follows == (cards[1].id,)
    assert house.desk.house().tray(second).card.name.startswith("With the large spoon: middling")


def test_tap_water_becomes_a_thing_when_it_is_first_poured(house: SmallHouse) -> None:
    entered(house, *FIFTEEN, "apron", "saucer")
    kept_trays.keep(
        house.desk, Wish(key="pour-water", level=1, child_id=house.ilse), "Water", "", frozenset(), house.adult
    )
    assert [c.name for c in house.desk.house().components if c.kind == "water"] == ["water from the tap"]


@pytest.mark.parametrize(
    ("wish", "said"),
    [
        ({"key": "nothing"}, "no card"),
        ({"level": 9}, "1 to 3"),
        ({"counts": {"balls": 0}}, "1 to 200"),
        ({"fixed": {"spoon": 999}}, "no thing 999"),
        ({"child_id": 99}, "no child"),
    ],
)
def test_a_wish_that_cannot_be_says_why(house: SmallHouse, wish: dict[str, Any], said: str) -> None:
    entered(house, *FIFTEEN)
    kept: dict[str, Any] = {"key": "spoon-large", "level": 1, "child_id": house.ilse, **wish}
    with pytest.raises((InvalidValue, NotFound), match=said):
        make.compose(house.desk, Wish(**kept))


def test_the_nearest_mastered_tray_says_one_notch_harder(demo: Desk) -> None:
    wren = next(c for c in demo.house().children if c.name == "Wren")
    folding = make.compose(demo, Wish(key="fold", level=2, child_id=wren.id))
    assert folding.nearest is not None
    assert folding.nearest.name == "Folding: one line"
    assert "harder" in folding.nearest.words
    fewer = make.compose(demo, Wish(key="fold", level=2, child_id=wren.id, counts={"cloths": 2}))
    assert fewer.nearest is not None
    assert fewer.made.assembled.difficulty.pieces < folding.made.assembled.difficulty.pieces


def test_the_demo_has_ninety_things_and_forty_trays_all_in_use(demo: Desk) -> None:
    house = demo.house()
    assert len(house.components) >= 90
    assert len(house.trays) >= 40
    containers = [c for c in house.components if c.kind in ("tray", "large tray", "basket")]
    assert all(house.stock.free(c) == 0 for c in containers)
    anselm = house.children[0]
    pouring = make.compose(demo, Wish(key="pour-water", level=2, child_id=anselm.id))
    assert (pouring.made.short, bool(pouring.freeing)) == (("container",), True)


def test_what_an_adult_prepares_each_morning_stands_on_today(demo: Desk) -> None:
    lines = {line.tray: line.text for line in today.page(demo).prepare}
    assert lines["Water, jug to cup"].startswith("Fill the jug to half")
    assert "Folding: one line" not in lines


def test_things_come_in_from_a_file_nothing_half_done(house: SmallHouse) -> None:
    entered(house, "2 jugs")
    text = "name,count,mass_g,bin\njugs,3,,Bin 1\nwhite bowls,4,,Bin 2\ngizmo,1,,\nwhisk,1,x,\n"
    rows = importing_things.rows_of_components(text)
    report = importing_things.check_components(house.desk, rows)
    assert [r.status for r in report.rows] == ["changed", "new", "bad", "bad"]
    assert report.rows[0].changes == (("count", "2", "3"),)
    taken = importing_things.take_components(house.desk, rows, house.adult)
    assert (taken.taken, "problem" in taken.problem_csv) == (2, True)
    assert {c.name: c.count for c in house.desk.house().components} == {"jugs": 3, "white bowls": 4}
    again = importing_things.check_components(house.desk, rows)
    assert [r.status for r in again.rows] == ["same", "same", "bad", "bad"]
    out = importing_things.rows_of_components(importing_things.export_components(house.desk))
    assert {r.status for r in importing_things.check_components(house.desk, out).rows} == {"same"}


def test_a_card_changed_in_a_file_becomes_the_households_own(house: SmallHouse) -> None:
    rows = importing_things.rows_of_cards(importing_things.export_cards(house.desk))
    assert {r.status for r in importing_things.check_cards(house.desk, rows).rows} == {"same"}
    mine = [{**r, "aim": "To fold for the lock-keeper."} if r["key"] == "fold" else r for r in rows]
    report = importing_things.take_cards(house.desk, mine, house.adult)
    assert (report.taken, {r.status for r in report.rows}) == (1, {"same", "changed"})
    fold = make.design(house.desk.house(), "fold")
    assert (fold.aim, fold.own) == ("To fold for the lock-keeper.", True)
    history.undo(house.desk)
    assert not make.design(house.desk.house(), "fold").own


def test_a_new_card_of_ones_own_is_made_at_the_bench(house: SmallHouse) -> None:
    entered(house, *FIFTEEN)
    row = {
        "key": "socks-basin",
        "name": "Socks into the basin",
        "area": "practical life",
        "from_months": "24",
        "to_months": "60",
        "aim": "To help.",
        "control": "Socks left over.",
        "prepares": "laundry",
        "interest": "the last",
        "steps": "a | b | c | d | e",
        "level": "1",
        "level_months": "24",
        "moves": "3",
        "expects": "x",
        "not_yet": "y",
        "roles": "basin: basin | socks (handled, 4): pair; lies_in basin",
        "container": "",
    }
    assert importing_things.take_cards(house.desk, [row], house.adult).taken == 1
    assert make.compose(house.desk, Wish(key="socks-basin", level=1, child_id=house.ilse)).made.ready
    bad = importing_things.check_cards(house.desk, [{**row, "follows": "unicorn:1"}])
    assert "unicorn" in bad.rows[0].problems[0].message


def saved(desk: Desk) -> Path:
    """The household as one ZIP beside its file."""
    target = desk.database.with_name("household.zip")
    transfer.household_zip(desk, target)
    return target


def file_of(desk: Desk, data: bytes) -> Path:
    """A file of these bytes beside the household's."""
    file = desk.database.with_name("taken.json")
    file.write_bytes(data)
    return file


def zipped(files: dict[str, bytes]) -> bytes:
    """A ZIP of these files."""
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as archive:
        for name, data in files.items():
            archive.writestr(name, data)
    return out.getvalue()


def test_the_demo_household_comes_back_identical(demo: Desk) -> None:
    tray = next(t for t in demo.house().trays if t.contents)
    photos.add_photo(demo, tray.id, picture(), None)
    before, packed, whole = transfer.household_json(demo), saved(demo), demo.house()
    found = transfer.look_at(demo, packed)
    assert (found.name, found.children, found.photos) == ("Lockside", 3, 1)
    taken = transfer.take_household(demo, packed)
    assert (demo.database.parent / taken.kept_copy).exists()
    assert transfer.household_json(demo) == before
    after = demo.house()
    for section in ("people", "room", "cupboard", "catalogue", "lessons", "window", "weeks"):
        assert getattr(after, section) == getattr(whole, section), section
    assert photos.photo_of(demo, tray.id)[:2] == b"\xff\xd8"
    assert saved(demo).read_bytes()[:2] == b"PK"


def test_the_document_keeps_its_published_schema(demo: Desk) -> None:
    from tests.test_promises import ROOT

    schema = json.loads((ROOT / "docs/household.schema.json").read_text())
    assert schema == transfer.household_schema()
    jsonschema.Draft202012Validator.check_schema(schema)
    jsonschema.validate(json.loads(transfer.household_json(demo)), schema)


def test_a_document_of_an_older_version_opens(house: SmallHouse, tmp_path: Any) -> None:
    from tests.builders import DATA
    from zither_awl.formats.household_file import write_json
    from zither_awl.store.transfer import _columns, _connected, _rows, _tables

    with _connected(DATA / "0.1.0.db") as db:
        tables = {name: _rows(db, name) for name in _tables(db)}
        assert "component" not in tables
        assert _columns(db, "tray")
    taken = transfer.take_household(house.desk, file_of(house.desk, write_json("0001", tables)))
    assert (taken.name, taken.children, taken.trays) == ("Garden Flat", 2, 2)
    assert house.desk.house().components == ()
    assert (house.desk.database.parent / taken.kept_copy).exists()


def document(house: SmallHouse) -> dict[str, Any]:
    """The household as a document."""
    loaded: dict[str, Any] = json.loads(transfer.household_json(house.desk))
    return loaded


@pytest.mark.parametrize(
    ("spoil", "field", "said"),
    [
        (lambda d: d.update(version="9999"), "version", "does not know"),
        (lambda d: d["tables"]["child"][0].pop("name"), "tables.child.0", "required"),
        (lambda d: d["tables"]["child"][0].update(spell=1), "tables.child.0", "spell"),
        (lambda d: d["tables"]["child"][0].update(archived="no"), "tables.child.0.archived", "boolean"),
        (lambda d: d["tables"]["child"].append(dict(d["tables"]["child"][0])), "tables.child.2", "UNIQUE"),
        (lambda d: d["tables"]["unit_child"][0].update(child_id=77), "tables.unit_child", "rests on a child"),
        (lambda d: d["tables"]["child"][0].update(pattern="star"), "file", "expected one of"),
        (lambda d: d.update(format="other"), "file", "no household"),
    ],
)
def test_a_document_that_does_not_fit_is_named_and_nothing_changes(
    house: SmallHouse, spoil: Any, field: str, said: str
) -> None:
    spoilt, before = document(house), transfer.household_json(house.desk)
    spoil(spoilt)
    with pytest.raises(InvalidValue) as caught:
        transfer.take_household(house.desk, file_of(house.desk, json.dumps(spoilt).encode()))
    assert any(p.field == field and said in p.message for p in caught.value.problems), caught.value.problems
    assert transfer.household_json(house.desk) == before


@pytest.mark.parametrize(
    ("data", "said"),
    [
        pytest.param(b"\xff\xfe{", "UTF-8", id="wrong encoding"),
        pytest.param(b"[1, 2", "no JSON", id="broken JSON"),
        pytest.param(b"[" * 200_000, "no JSON", id="nested without end"),
        pytest.param(b"PK\x03\x04 no zip", "as a ZIP", id="broken ZIP"),
        pytest.param(zipped({"../../evil.json": b"{}"}), "does not belong", id="a path that climbs"),
        pytest.param(zipped({"images/1.jpg": picture()}), "must hold one", id="no document"),
        pytest.param(zipped({"household.json": b"0" * 60_000_000}), "would unpack to 57 MB", id="a bomb"),
        pytest.param(zipped({"household.json": b"{}", "images/1.exe": b""}), "does not belong", id="a program"),
    ],
)
def test_a_hostile_file_is_refused_with_a_clear_message(house: SmallHouse, data: bytes, said: str) -> None:
    with pytest.raises(InvalidValue, match=said):
        transfer.take_household(house.desk, file_of(house.desk, data))
    assert house.desk.house().household is not None


def test_a_document_that_is_too_large_is_not_read(house: SmallHouse) -> None:
    file = file_of(house.desk, b"{}")
    with file.open("r+b") as opened:
        opened.truncate(401 * 2**20)
    with pytest.raises(InvalidValue, match="limit is 400 MB"):
        transfer.take_household(house.desk, file)


def test_a_picture_in_the_file_that_is_none_is_refused(house: SmallHouse) -> None:
    data = zipped({"household.json": transfer.household_json(house.desk), "images/1.jpg": b"<script>"})
    with pytest.raises(InvalidValue, match="no picture"):
        transfer.take_household(house.desk, file_of(house.desk, data))


def test_a_photograph_is_added_undone_and_taken_off(house: SmallHouse) -> None:
    entered(house, *FIFTEEN)
    tray_id = kept_trays.keep(house.desk, spooning(house), "Spooning", "", frozenset(), house.adult)
    with pytest.raises(NotFound, match="no photograph"):
        photos.photo_of(house.desk, tray_id)
    photos.add_photo(house.desk, tray_id, picture(), house.adult)
    assert photos.photo_of(house.desk, tray_id)
    photos.drop_photo(house.desk, tray_id, house.adult)
    history.undo(house.desk)
    assert photos.photo_of(house.desk, tray_id)
