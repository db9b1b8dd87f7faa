"""Pictures and notes of the work, stories, pages for the fridge and for the other adults, the year."""

from __future__ import annotations

import io
from datetime import date, timedelta
from typing import Any

import pytest
from PIL import Image
from pypdf import PdfReader
from pypdf.generic import ArrayObject, DictionaryObject

from tests.conftest import Client
from tests.formats.test_cupboard_files import picture
from zither_awl.core.errors import InvalidValue, NotFound
from zither_awl.core.values import Child
from zither_awl.core.values.telling import Story, StoryPart
from zither_awl.formats.paper.told import Told, ToldPart, told_html, told_pdf
from zither_awl.services import people, pictures, story
from zither_awl.services.desk import Desk

BASE = "http://127.0.0.1:8136"


def named(desk: Desk, name: str) -> Child:
    return next(child for child in desk.house().children if child.name == name)


def span(desk: Desk) -> tuple[date, date]:
    return desk.today() - timedelta(days=90), desk.today()


def with_place() -> bytes:
    """A photograph that says where it was taken."""
    image, out = Image.new("RGB", (640, 480), (120, 90, 40)), io.BytesIO()
    exif = image.getexif()
    exif[0x010F] = "Maker of cameras"
    exif.get_ifd(0x8825)[2] = (51.0, 30.0, 0.0)
    image.save(out, "JPEG", exif=exif)
    return out.getvalue()


def test_a_picture_is_of_the_day_of_its_work_and_says_no_place(demo: Desk) -> None:
    wren = named(demo, "Wren")
    with demo.read() as work:
        piece = work.log.episodes(work.log.ids_where(child_id=wren.id, most=1))[0]
    key = pictures.add(demo, with_place(), [wren.id], " At the jug. ", None, episode_id=piece.id)
    kept = pictures.picture(demo.house(), key)
    assert (kept.local_day, kept.note, kept.episode_id) == (piece.local_day, "At the jug.", piece.id)
    jpeg = pictures.photo_of(demo, key)
    assert b"Maker of cameras" not in jpeg
    assert not Image.open(io.BytesIO(jpeg)).getexif()
    pictures.change(demo, key, [wren.id, named(demo, "Tove").id], "With Tove.", None)
    assert len(pictures.picture(demo.house(), key).children) == 2
    pictures.drop(demo, key, None)
    with pytest.raises(NotFound):
        pictures.picture(demo.house(), key)


def test_who_may_not_be_seen_is_in_no_picture_and_others_only_where_they_may(demo: Desk) -> None:
    from dataclasses import replace

    wren, tove, (frm, until) = named(demo, "Wren"), named(demo, "Tove"), span(demo)
    people.save_child(demo, replace(tove, shown="no"), None)
    with pytest.raises(InvalidValue, match="Tove is to be seen in no picture"):
        pictures.add(demo, picture(), [wren.id, tove.id], "", None)
    people.save_child(demo, replace(named(demo, "Tove"), shown="own"), None)
    pictures.add(demo, picture(), [wren.id, tove.id], "Wren showed Tove the jug.", None)
    pictures.add(demo, None, [wren.id], "Tove watched her.", None)
    page = story.story(demo, wren.id, frm, until)
    assert (len(page.pictures), page.withheld) == (1, 1)
    story.save(
        demo, Story(child_id=wren.id, from_day=frm, until_day=until, pictures=tuple(p.id for p in page.pictures)), None
    )
    told = story.told_story(demo, wren.id, frm, until)
    assert told.pictures[0].below.startswith("another child watched her")
    assert "Tove" not in told_html(told).decode()
    people.save_child(demo, replace(named(demo, "Tove"), shown="all"), None)
    assert story.story(demo, wren.id, frm, until).withheld == 0
    for what in ({"episode_id": "none"}, {"presentation_id": 4711}, {"talk_key": "none"}):
        with pytest.raises(NotFound):
            pictures.add(demo, None, [wren.id], "So", None, **what)


def test_a_story_is_told_as_it_was_chosen_and_written(demo: Desk) -> None:
    wren, (frm, until) = named(demo, "Wren"), span(demo)
    page = story.story(demo, wren.id, frm, until)
    assert [part.key for part in page.parts] == ["alone", "loved", "concentration", "words", "notes", "now", "next"]
    others = {"Anselm", "Tove"}
    assert not [line for part in page.parts for line in part.lines for name in others if name in line]
    told = StoryPart(key="loved", text="Folding, again and again.\nAnd the jug.")
    story.save(
        demo,
        Story(
            child_id=wren.id,
            from_day=frm,
            until_day=until,
            title="A winter of Wren",
            parts=(told, StoryPart(key="next", told=False)),
        ),
        None,
    )
    paper = story.told_story(demo, wren.id, frm, until)
    assert paper.title == "A winter of Wren"
    headings = {part.heading: part for part in paper.parts}
    assert headings["What Wren loves"].lines == ("Folding, again and again.", "And the jug.")
    assert "What comes next" not in headings
    for bad in ((until, frm), (frm, until + timedelta(days=1)), (until - timedelta(days=900), until)):
        with pytest.raises(InvalidValue, match="until_day"):
            story.story(demo, wren.id, *bad)


def opened(pdf: bytes) -> Any:
    """A document as pypdf reads it."""
    return PdfReader(io.BytesIO(pdf))


def roles(element: Any) -> list[str]:
    """The tree of a document's elements, as their roles in reading order."""
    element = element.get_object()
    kids = element.get("/K", ArrayObject())
    below = [
        role
        for kid in kids
        if isinstance(kid.get_object(), DictionaryObject) and "/S" in kid.get_object()
        for role in roles(kid)
    ]
    return [str(element["/S"])[1:], *below]


def marks(reader: Any) -> tuple[set[tuple[int, int]], int]:
    """The marks the tree names, by page, and how many content marks there are on all pages."""
    root = reader.trailer["/Root"]["/StructTreeRoot"]
    found: set[tuple[int, int]] = set()
    pages = {page.indirect_reference.idnum: n for n, page in enumerate(reader.pages) if page.indirect_reference}

    def walk(element: Any) -> None:
        for kid in element.get_object().get("/K", ArrayObject()):
            each = kid.get_object()
            if each.get("/Type") == "/MCR":
                found.add((pages[each.raw_get("/Pg").idnum], int(each["/MCID"])))
            else:
                walk(kid)

    walk(root)
    drawn = sum(page.get_contents().get_data().count(b"/MCID") for page in reader.pages)
    return found, drawn


@pytest.mark.parametrize("paper", ["A4", "Letter"])
def test_the_pdf_is_tagged_embeds_its_fonts_and_has_bookmarks(demo: Desk, paper: str) -> None:
    """Judge: pypdf. What of PDF/UA (ISO 14289-1) can be read from a file: title shown, language, marked, every mark in
    the tree, alternative texts, tab order, fonts embedded with a way back to letters."""
    wren, (frm, until) = named(demo, "Wren"), span(demo)
    pictures.add(demo, picture(), [wren.id], "At the window. " * 20, None)
    story.save(
        demo,
        Story(child_id=wren.id, from_day=frm, until_day=until, pictures=(demo.house().telling.pictures[-1].id,)),
        None,
    )
    reader = opened(told_pdf(story.told_story(demo, wren.id, frm, until), paper))  # type: ignore[arg-type]
    root = reader.trailer["/Root"]
    assert root["/MarkInfo"]["/Marked"].value is True
    assert root["/ViewerPreferences"]["/DisplayDocTitle"].value is True
    assert root["/Lang"] == "en"
    assert reader.metadata is not None
    assert reader.metadata.title == "The story of Wren"
    tree = roles(root["/StructTreeRoot"]["/K"][0])
    assert tree[:3] == ["Document", "H1", "P"]
    assert {"H2", "L", "LI", "LBody", "Figure"} <= set(tree)
    named_marks, drawn = marks(reader)
    assert len(named_marks) == drawn > 20
    assert [entry.title for entry in reader.outline][:2] == ["What Wren came to do alone", "What Wren loves"]
    wide, high = {"A4": (595, 842), "Letter": (612, 792)}[paper]
    for page in reader.pages:
        assert (round(page.mediabox.width), round(page.mediabox.height)) == (wide, high)
        assert page["/Tabs"] == "/S"
        for font in page["/Resources"]["/Font"].values():
            described = font.get_object()
            assert "/FontFile2" in described["/FontDescriptor"]
            assert "/ToUnicode" in described
    text = "".join(page.extract_text() for page in reader.pages)
    for heading in ("The story of Wren", "What Wren came to do alone", "Long concentration", "It compares with nobody"):
        assert heading in text
    figure = next(
        e.get_object() for e in root["/StructTreeRoot"]["/K"][0].get_object()["/K"] if e.get_object()["/S"] == "/Figure"
    )
    assert "Wren" in figure["/Alt"]


def test_long_text_goes_on_over_the_page_in_one_element() -> None:
    told = Told("Long", "so", (ToldPart("One", ("A sentence that is not short. " * 300,), listed=False),))
    reader = opened(told_pdf(told, "A4"))
    assert len(reader.pages) > 2
    assert roles(reader.trailer["/Root"]["/StructTreeRoot"]["/K"][0]).count("P") == 2
    found, drawn = marks(reader)
    assert len(found) == drawn


def test_the_week_and_how_it_stands_are_one_page_each(demo: Desk) -> None:
    week = story.week_page(demo, demo.today() - timedelta(days=3))
    standing = story.standing_page(demo)
    assert week == story.week_page(demo), "on a Monday morning it is the week before"
    assert "Nothing was written down." in story.week_page(demo, demo.today()).parts[0].lines
    for told in (week, standing):
        for paper in ("A4", "Letter"):
            reader = opened(told_pdf(told, paper))
            assert len(reader.pages) == 1
            text = reader.pages[0].extract_text()
            assert all(child.name in text for child in demo.house().children)
    assert any("sesame" in line for part in standing.parts for line in part.lines)
    assert standing.parts[0].heading == "What to mind"


def test_the_year_counts_what_the_log_holds(demo: Desk) -> None:
    first, last, rows = story.year(demo)
    assert (last - first).days == 364
    with demo.read() as work:
        seen = [
            v
            for c in demo.house().all_children
            for v in work.visits_of(c.id)
            if v.tray_id is not None and first <= v.local_day <= last
        ]
    stand = {t.id for t in demo.house().trays}
    assert sum(row.uses for row in rows) == sum(v.tray_id in stand for v in seen)
    priced = [row for row in rows if row.cost is not None and row.uses]
    assert priced
    assert all(row.cost_per_use == pytest.approx((row.cost or 0) / row.uses) for row in priced)
    assert all(row.pass_on for row in rows if row.uses == 0)


def test_telling_over_the_api(demo_client: Client) -> None:
    child = demo_client.get("/api/children")["children"][1]["id"]
    asked = f"from_day=2026-01-01&until_day={demo_client.get('/api/session')['today']}"
    page = demo_client.get(f"/api/children/{child}/story?{asked}")
    headers = {**demo_client.headers, "Content-Type": "application/octet-stream"}
    sent = demo_client.flask.post(
        f"/api/pictures?children={child}&note=At+the+jug", data=picture(), base_url=BASE, headers=headers
    )
    assert sent.status_code == 200
    (kept,) = demo_client.get("/api/pictures")["pictures"]
    assert (kept["photo"], kept["of"]) == (True, "")
    demo_client.put(
        f"/api/children/{child}/story",
        {
            "from_day": page["from_day"],
            "until_day": page["until_day"],
            "title": "Winter",
            "parts": [{"key": "loved", "told": False, "text": ""}],
            "pictures": [kept["id"]],
        },
    )
    again = demo_client.get(f"/api/children/{child}/story?{asked}")
    assert (again["title"], again["chosen"]) == ("Winter", [kept["id"]])
    assert [p["told"] for p in again["parts"] if p["key"] == "loved"] == [False]
    for path, kind in (
        (f"children/{child}/story.pdf?{asked}", "application/pdf"),
        ("telling/week.pdf", "application/pdf"),
        (f"children/{child}/story.html?{asked}", "text/html; charset=utf-8"),
        ("telling/standing.pdf?paper=Letter", "application/pdf"),
        (f"pictures/{kept['id']}/photo.jpg", "image/jpeg"),
    ):
        assert demo_client.flask.get(f"/api/{path}", base_url=BASE).content_type == kind
    assert demo_client.get("/api/telling/year")["trays"][0]["uses"] > 0
    empty = demo_client.flask.post(f"/api/pictures?children={child}", data=b"", base_url=BASE, headers=headers)
    assert empty.status_code == 422
    demo_client.send("DELETE", f"/api/pictures/{kept['id']}")
    assert demo_client.get("/api/pictures")["pictures"] == []
