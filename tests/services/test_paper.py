"""Paper and the scale in a house: what its cards say, what they leave out, and a weight that lands in its thing."""

from __future__ import annotations

import io
from collections.abc import Callable
from concurrent.futures import ThreadPoolExecutor
from dataclasses import replace
from pathlib import Path

import pytest
from PIL import Image

from tests.conftest import SmallHouse
from zither_awl.core.errors import DeviceTrouble, InvalidValue, NotFound
from zither_awl.core.things.said import understood
from zither_awl.devices import SimulatedPrinter, SimulatedScale
from zither_awl.devices.printer import KEPT, PrinterSetting
from zither_awl.formats.paper.preview import page_png, pages_of
from zither_awl.services import history, kept_trays, lessons, paper, photos, things, weighing
from zither_awl.services.desk import Desk
from zither_awl.services.make import Wish
from zither_awl.services.paper import CODE, NO_CODE, Order


def composed(house: SmallHouse) -> int:
    """A tray of water pouring, made at the bench."""
    for typed in ("2 jugs", "2 cups", "saucer", "3 cloths", "apron", "2 trays"):
        things.save_component(house.desk, understood(typed), "Bin 1", house.adult)
    wish = Wish(key="pour-water", level=2, child_id=house.ilse)
    return kept_trays.keep(house.desk, wish, "Water to a line", "Bin 1", frozenset({house.ilse}), house.adult)


def test_a_tray_card_tells_the_tray_that_was_made(house: SmallHouse) -> None:
    card = paper.tray_card(house.desk, composed(house))
    assert (card.name, card.for_whom, card.bin_name) == ("Water to a line", "For Ilse", "Bin 1")
    assert card.inner_mm == (258, 198)
    assert [t.where for t in card.things if t.name == "jugs"] == ["in the saucer"]
    assert [t.where for t in card.things if t.name == "apron"] == ["beside the tray"]
    on_it = [t for t in card.things if t.x_mm is not None]
    assert {t.name for t in on_it} == {"saucer", "cups", "cloths"}
    for each in on_it:
        assert 0 <= (each.x_mm or 0) <= 258 - each.width_mm
        assert 0 <= (each.y_mm or 0) <= 198 - each.depth_mm
    assert "the line on the cups stands" in card.fill
    assert card.steps[0].startswith("Invite the child, and fetch the tray")
    assert card.steps[1] == "Put on the apron."


def test_a_tray_nobody_laid_out_has_a_card_that_says_so(open_desk: Callable[[Path], Desk], demo_file: Path) -> None:
    desk = open_desk(demo_file)
    bare = next(t for t in desk.house().trays if not t.contents)
    made = paper.document(desk, Order("tray-cards", "A4", (bare.id,)))
    assert made.notes == (f"What lies on {bare.name} was never said: under Cupboard, or under Make.",)
    assert bare.name in pages_of(made.pdf)[0]


def test_every_tray_bin_set_and_card_of_the_demo_can_be_printed(
    open_desk: Callable[[Path], Desk], demo_file: Path
) -> None:
    desk = open_desk(demo_file)
    found = paper.choices(desk)
    assert len(found["trays"]) == len(desk.house().trays)
    trays = tuple(int(c.id) for c in found["trays"][:60])
    assert len(pages_of(paper.document(desk, Order("tray-cards", "Letter", trays)).pdf)) == len(trays)
    for choice in [*found["words"], *found["cards"][::12]]:
        made = paper.document(desk, Order("word-cards", "A4", key=str(choice.id)))
        assert choice.name in pages_of(made.pdf)[-1]
    assert "Set-up list" in pages_of(paper.document(desk, Order("set-up-list")).pdf)[0]


def test_a_label_has_a_code_only_where_a_device_could_follow_it(house: SmallHouse) -> None:
    composed(house)
    order = Order("bin-labels", "A4", (house.desk.house().bins[0].id,))
    assert paper.document(house.desk, order).notes == (NO_CODE,)
    made = paper.document(house.desk, order, "https://192.168.1.20:8137")
    assert made.notes == (CODE,)
    assert "Water to a line" in pages_of(made.pdf)[0]


def test_a_word_is_shown_by_its_photograph_in_the_languages_asked_for(house: SmallHouse) -> None:
    desk = house.desk
    words = next(s for s in lessons.sets(desk.house()) if dict(s.words[0].labels).get("es"))
    first = words.words[0]
    picture = io.BytesIO()
    Image.new("RGB", (300, 200), "white").save(picture, "PNG")
    photos.add_word_photo(desk, words.key, first.key, picture.getvalue(), house.adult)
    assert photos.word_photo_of(desk, words.key, first.key)[:2] == b"\xff\xd8"
    order = Order("word-cards", "A4", key=f"set:{words.key}")
    made = paper.document(desk, order)
    assert f"{len(words.words) - 1} of {len(words.words)} words have no photograph yet" in made.notes[0]
    second = dict(first.labels)["es"]
    assert second in pages_of(made.pdf)[0]
    assert second not in pages_of(paper.document(desk, replace(order, languages="first")).pdf)[0]
    photos.drop_word_photo(desk, words.key, first.key, house.adult)
    with pytest.raises(NotFound, match="no photograph"):
        photos.word_photo_of(desk, words.key, first.key)
    history.undo(desk)
    assert photos.word_photo_of(desk, words.key, first.key)
    with pytest.raises(NotFound, match="no word"):
        photos.add_word_photo(desk, words.key, "zither", picture.getvalue(), house.adult)


@pytest.mark.parametrize(
    ("order", "wrong"),
    [
        (Order("tray-cards"), InvalidValue),
        (Order("bin-labels", ids=tuple(range(61))), InvalidValue),
        (Order("tray-cards", ids=(99,)), NotFound),
        (Order("bin-labels", ids=(99,)), NotFound),
        (Order("word-cards", key="set:nobody"), NotFound),
        (Order("word-cards", key="card:nobody"), NotFound),
    ],
)
def test_an_order_that_cannot_be_says_why(house: SmallHouse, order: Order, wrong: type[Exception]) -> None:
    with pytest.raises(wrong):
        paper.document(house.desk, order)


def test_what_was_weighed_lands_in_the_thing_and_in_every_tray_that_holds_it(house: SmallHouse) -> None:
    tray_id = composed(house)
    desk = house.desk
    jug = next(c for c in desk.house().components if c.kind == "jug")
    before = desk.house().tray(tray_id).mass_g
    assert "mass_g" in jug.assumed
    assert weighing.weigh_in(desk, jug.id, 2 * 250, 2, house.adult) == 250
    weighed = desk.house().component(jug.id)
    assert (weighed.mass_g, "mass_g" in weighed.assumed) == (250, False)
    assert desk.house().tray(tray_id).mass_g == pytest.approx(before + 250 - jug.mass_g)
    history.undo(desk)
    assert desk.house().component(jug.id).mass_g == jug.mass_g


def test_a_medium_is_weighed_by_the_millilitre_and_kept_within_what_it_can_be(house: SmallHouse) -> None:
    desk = house.desk
    rice = things.save_component(desk, understood("rice 900 ml"), "", house.adult)
    assert weighing.weigh_in(desk, rice, 86, 100, house.adult) == 0.86
    assert desk.house().component(rice).density_g_ml == 0.86
    with pytest.raises(InvalidValue, match="rice lies between"):
        weighing.weigh_in(desk, rice, 300, 100, house.adult)
    with pytest.raises(InvalidValue, match="10 to 5000 ml"):
        weighing.weigh_in(desk, rice, 86, 1, house.adult)
    bead = things.save_component(desk, understood("10 beads"), "", house.adult)
    with pytest.raises(InvalidValue, match="whole number"):
        weighing.weigh_in(desk, bead, 12, 2.5, house.adult)


def test_the_scale_is_read_when_somebody_looks_and_forgets_what_it_showed_long_ago() -> None:
    now = [0.0]
    scale = SimulatedScale(lambda: now[0])
    table = weighing.Weighbridge(scale, lambda: now[0])
    scale.put_on(240)

    def look(seconds: float) -> str:
        until = now[0] + seconds
        while now[0] < until:
            now[0] += 0.1
            state = table.look().state
        return state

    assert look(4) == "steady"
    table.tare()
    assert look(3) == "waiting"
    now[0] += 60
    scale.put_on(400)
    now[0] += 1
    assert table.look().state == "settling"
    assert look(4) == "steady"
    assert table.look().weight == pytest.approx(160, abs=1)


def test_the_printers_stand_in_keeps_its_jobs_and_says_what_is_wrong(tmp_path: Path) -> None:
    press = SimulatedPrinter(tmp_path / "jobs")
    assert press.jobs() == []
    assert press.print("Bin Labels.pdf", b"%PDF-1").name == "bin-labels"
    assert [job.number for job in press.jobs()] == [1]
    assert press.job(1) == b"%PDF-1"
    press.setting = PrinterSetting(no_paper=True)
    with pytest.raises(DeviceTrouble, match="no paper"):
        press.print("x", b"")
    press.setting = PrinterSetting(silent=True)
    with pytest.raises(DeviceTrouble, match="switched on"):
        press.print("x", b"")
    press.setting = PrinterSetting()
    for _ in range(KEPT + 3):
        press.print("x", b"%PDF")
    assert len(press.jobs()) == KEPT
    with pytest.raises(NotFound, match="no job 1"):
        press.job(1)


def test_many_ask_for_pages_at_once_and_each_gets_its_own(open_desk: Callable[[Path], Desk], demo_file: Path) -> None:
    desk = open_desk(demo_file)
    ids = tuple(int(c.id) for c in paper.choices(desk)["trays"][:12])
    made = paper.document(desk, Order("tray-cards", "A4", ids))
    assert paper.document(desk, Order("tray-cards", "A4", ids)) is made
    alone = [page_png(made.pdf, n, per_mm=1) for n in range(1, 13)]
    with ThreadPoolExecutor(8) as pool:
        together = list(pool.map(lambda n: page_png(made.pdf, n, per_mm=1), range(1, 13)))
    assert together == alone
    with ThreadPoolExecutor(8) as pool:
        drawn = list(pool.map(lambda n: paper.document(desk, Order("tray-cards", "Letter", (ids[n],))).pdf, range(12)))
    for tray_id, pdf in zip(ids, drawn, strict=True):
        assert " ".join(pages_of(pdf)[0].split()).startswith(desk.house().tray(tray_id).name)
