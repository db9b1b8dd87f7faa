"""Files coming in: checked first, never half, the same twice is no change."""

from __future__ import annotations

from tests.builders import TODAY
from tests.conftest import SmallHouse
from zither_awl.core.values import Spot
from zither_awl.formats import samples
from zither_awl.services import cupboard, history, importing, rotation, shelf
from zither_awl.services.desk import Desk
from zither_awl.services.importing import Report

NAMES = ["Ilse", "Tove"]


def trays(desk: Desk, text: str | None = None, *, take: bool = True) -> Report:
    rows = importing.rows_of_trays(text or samples.trays_csv(NAMES))
    return importing.take_trays(desk, rows, None) if take else importing.check_trays(desk, rows)


def episodes(desk: Desk, *, take: bool = True, stood: bool = True) -> Report:
    rows = importing.rows_of_episodes(samples.episodes_csv(TODAY, NAMES))
    return importing.take_episodes(desk, rows, None, stood=stood) if take else importing.check_episodes(desk, rows)


def test_checking_writes_nothing(house: SmallHouse) -> None:
    report = trays(house.desk, take=False)
    assert (len(report.rows), {r.status for r in report.rows}, report.taken) == (14, {"new"}, 0)
    assert house.desk.house().trays == ()


def test_the_sample_comes_in_whole_and_the_same_file_twice_changes_nothing(house: SmallHouse) -> None:
    assert trays(house.desk).taken == 14
    again = trays(house.desk)
    assert ({r.status for r in again.rows}, again.taken) == ({"same"}, 0)
    napkins = next(t for t in house.desk.house().trays if t.name == "Folding napkins in four")
    cloths = next(t for t in house.desk.house().trays if t.name == "Folding cloths")
    assert napkins.card.follows == (cloths.card.id,)
    assert napkins.for_children == {house.ilse}


def test_what_went_out_comes_in_as_the_same(house: SmallHouse) -> None:
    trays(house.desk)
    assert {r.status for r in trays(house.desk, importing.export_trays(house.desk)).rows} == {"same"}


def test_a_changed_row_is_shown_field_by_field(house: SmallHouse) -> None:
    trays(house.desk)
    changed = samples.trays_csv(NAMES).replace("250,190,90,300,4,brick", "250,190,95,310,4,brick")
    report = trays(house.desk, changed, take=False)
    (row,) = [r for r in report.rows if r.status == "changed"]
    assert row.changes == (("height_mm", "90", "95"), ("mass_g", "300", "310"))
    assert trays(house.desk, changed).taken == 1


def test_an_import_is_one_write_and_is_undone_in_one(house: SmallHouse) -> None:
    trays(house.desk)
    done = history.undo(house.desk)
    assert done is not None
    assert done.label == "Imported 14 trays"
    assert house.desk.house().trays == ()


def test_good_rows_can_be_taken_and_the_bad_ones_come_back_with_their_problem(house: SmallHouse) -> None:
    text = (
        samples.trays_csv(NAMES)
        .replace("Blocks,practical life", "Blocks,practical lfie")
        .replace("Wool to its colour,sensorial", "Wool,sensorial")
        .replace("Ilse | Tove", "Ilse | Tvoe")
    )
    report = trays(house.desk, text)
    assert report.taken == 12
    bad = {r.cells["name"]: r.problems for r in report.rows if r.status == "bad"}
    assert bad["Blocks"][0].hint == "Did you mean practical life?"
    assert bad["Picture books"][0].hint == "Did you mean Tove?"
    sent_back = importing.rows_of_trays(report.problem_csv)
    assert [row["name"] for row in sent_back] == ["Blocks", "Picture books"]
    assert "area: 'practical lfie' is not known." in report.problem_csv
    mended = [
        {**row, "area": "practical life"} if row["name"] == "Blocks" else {**row, "for": "Ilse"} for row in sent_back
    ]
    assert importing.take_trays(house.desk, mended, None).taken == 2


def test_a_name_twice_or_one_that_follows_itself_is_refused(house: SmallHouse) -> None:
    rows = importing.rows_of_trays(samples.trays_csv(NAMES))
    report = importing.check_trays(house.desk, [rows[0], rows[0], {**rows[2], "follows_from": rows[2]["name"]}])
    texts = [p.message for r in report.rows for p in r.problems]
    assert "Folding cloths is in the file twice." in texts
    assert "Spooning large shells cannot follow from itself." in texts


def test_an_archived_tray_comes_back_with_the_file(house: SmallHouse) -> None:
    trays(house.desk)
    tray_id = house.desk.house().trays[0].id
    cupboard.archive_tray(house.desk, tray_id, True, None)
    changed = samples.trays_csv(NAMES).replace("250,190,90,300,4,brick", "250,190,95,310,4,brick")
    trays(house.desk, changed)
    assert not house.desk.house().tray(tray_id).archived


def test_past_work_needs_its_trays_and_children_to_be_here(house: SmallHouse) -> None:
    report = episodes(house.desk, take=False)
    assert {r.status for r in report.rows} == {"bad"}
    assert report.rows[0].problems[0].message == "'Folding cloths' is not known."


def _set_out(house: SmallHouse) -> None:
    """Six trays stand on the shelf since this morning."""
    trays(house.desk)
    ids = {t.name: t.id for t in house.desk.house().trays}
    for place, name in enumerate(
        ("Folding cloths", "Spooning large shells", "Wool to its colour", "Water, jug to cup")
    ):
        shelf.move(house.desk, ids[name], Spot(house.shelf, 1, place), False, {}, None)


def test_three_weeks_of_past_work_come_in_with_their_mornings_and_showings(house: SmallHouse) -> None:
    _set_out(house)
    report = episodes(house.desk)
    known = house.desk.house()
    assert report.taken == len(report.rows) == len(known.log.episodes) == 71
    assert len(known.log.mornings) == 18
    assert all(m.seen == "all" and m.present == {house.ilse, house.tove} for m in known.log.mornings)
    assert len(known.log.presentations) == 5
    assert episodes(house.desk).taken == 0


def test_the_three_weeks_lead_to_a_change(house: SmallHouse) -> None:
    _set_out(house)
    episodes(house.desk)
    change = rotation.proposal(house.desk)
    (swap,) = [s for s in change.swaps if s.out and s.out.name == "Folding cloths"]
    assert swap.in_ is not None
    assert swap.in_.name == "Folding napkins in four"
    assert swap.why_out == "faded"


def test_without_saying_that_the_trays_stood_there_no_morning_counts(house: SmallHouse) -> None:
    def counted_mornings() -> list[int]:
        known = house.desk.house()
        judge = known.judgements(TODAY)
        return [judge.of(known.child(house.ilse), t).interest.available for t in known.trays[:2]]

    _set_out(house)
    episodes(house.desk, stood=False)
    assert counted_mornings() == [0, 0]
    history.undo(house.desk)
    episodes(house.desk)
    assert counted_mornings() == [18, 0]


def test_an_overlap_in_the_file_is_refused_with_the_clash(house: SmallHouse) -> None:
    _set_out(house)
    rows = importing.rows_of_episodes(samples.episodes_csv(TODAY, NAMES))
    clash = {**rows[0], "tray": "Blocks"}
    report = importing.check_episodes(house.desk, [rows[0], clash])
    assert "overlaps Folding cloths" in report.rows[1].problems[0].message


def test_work_of_tomorrow_is_refused(house: SmallHouse) -> None:
    _set_out(house)
    rows = importing.rows_of_episodes(samples.episodes_csv(TODAY, NAMES))
    report = importing.check_episodes(house.desk, [{**rows[0], "day": "2026-03-17"}])
    assert report.rows[0].problems[0].message == "2026-03-17 is still to come."


def test_the_record_goes_out_in_the_columns_that_come_in(house: SmallHouse) -> None:
    _set_out(house)
    episodes(house.desk)
    text = importing.export_episodes(house.desk)
    rows = importing.rows_of_episodes(text)
    assert len(rows) == 71
    # Known by child, tray and beginning: what went out is already here.
    assert {r.status for r in importing.check_episodes(house.desk, rows).rows} == {"same"}
