"""The catalogue, paper, the scale and the stand-ins over the API."""

from __future__ import annotations

import io

import pytest
from PIL import Image
from pypdf import PdfReader

from tests.conftest import Client
from zither_awl.catalogue import shipped_cards

HERE = "http://127.0.0.1:8136"


def test_the_catalogue_is_listed_read_left_out_and_taken_again(demo_client: Client) -> None:
    listed = demo_client.get("/api/catalogue")
    assert (listed["takes"], listed["shipped"]) == ("whole", len(shipped_cards()))
    assert listed["cards"][0]["area"] == "practical life"
    used = next(c for c in listed["cards"] if c["key"] == "pour-water")
    assert used["trays"] == ["Water, jug to cup"]
    card = demo_client.get("/api/catalogue/pour-water")
    assert [c["name"] for c in card["follows"]] == ["Squeezing a sponge"]
    assert "pour-funnel" in {c["key"] for c in card["leads_to"]}
    assert any("wet floor" in c["text"] and c["source"] for c in card["cautions"])
    assert card["levels"][0]["changes"] == ""
    assert card["levels"][1]["changes"].startswith("one notch harder")
    demo_client.post("/api/cards/choice", {"keys": ["pour-water"], "taken": False})
    assert "pour-water" not in {c["key"] for c in demo_client.get("/api/make/cards")["cards"]}
    demo_client.put("/api/cards/takes", {"takes": "picked"})
    assert demo_client.get("/api/catalogue")["takes"] == "picked"
    demo_client.post("/api/undo", {})
    demo_client.post("/api/undo", {})
    assert demo_client.get("/api/catalogue/pour-water")["taken"]
    demo_client.get("/api/catalogue/unheard-of", 404)


def test_a_card_is_changed_copied_and_dropped_and_a_mistake_names_its_field(demo_client: Client) -> None:
    rows = demo_client.get("/api/catalogue/fold")["rows"]
    demo_client.put("/api/catalogue/fold", {"rows": [{**row, "morning": "Iron them."} for row in rows]})
    changed = demo_client.get("/api/catalogue/fold")
    assert (changed["origin"], changed["changed"], changed["morning"]) == ("changed", ["morning"], "Iron them.")
    wrong = [{**row, "from_months": "soon", "roles": "cloths (handled, 2): unicorn"} for row in rows]
    problem = demo_client.put("/api/catalogue/fold", {"rows": wrong}, 422)
    assert "from_months" in {e["field"] for e in problem["errors"]}
    key = demo_client.post("/api/catalogue", {"rows": [{**row, "name": "Folding stars"} for row in rows]})["id"]
    assert demo_client.get(f"/api/catalogue/{key}")["origin"] == "own"
    demo_client.send("DELETE", f"/api/catalogue/{key}")
    demo_client.get(f"/api/catalogue/{key}", 404)
    demo_client.send("DELETE", "/api/catalogue/fold")
    assert demo_client.get("/api/catalogue/fold")["origin"] == "catalogue"
    demo_client.post("/api/catalogue/fold/settle", {"field": "aim", "theirs": True}, 422)


@pytest.mark.parametrize("paper", ["A4", "Letter"])
def test_paper_is_previewed_and_opened(demo_client: Client, paper: str) -> None:
    choices = demo_client.get("/api/paper/choices")
    bins = ",".join(c["id"] for c in choices["bins"])
    asked = f"kind=bin-labels&paper={paper}&ids={bins}"
    preview = demo_client.get(f"/api/paper/preview?{asked}")
    assert "Bin 1" in preview["pages"][0]
    assert "carry no code" in preview["notes"][0]
    picture = demo_client.flask.get(f"/api/paper/page.png?{asked}&page=1", base_url=HERE)
    size = Image.open(io.BytesIO(picture.data)).size
    assert size[0] / size[1] == pytest.approx(preview["width_mm"] / preview["height_mm"], rel=0.01)
    pdf = demo_client.flask.get(f"/api/paper/file.pdf?{asked}", base_url=HERE)
    assert 'inline; filename="bin-labels.pdf"' in pdf.headers["Content-Disposition"]
    assert len(PdfReader(io.BytesIO(pdf.data)).pages) == len(preview["pages"])
    demo_client.get(f"/api/paper/page.png?{asked}&page=9", 404)
    demo_client.get("/api/paper/preview?kind=tray-cards&ids=1,x", 422)
    demo_client.get("/api/paper/preview?kind=tray-cards", 422)


def test_labels_go_to_the_printers_stand_in_each_its_own_size_and_its_trouble_is_told(demo_client: Client) -> None:
    ids = [int(c["id"]) for c in demo_client.get("/api/paper/choices")["bins"][:3]]
    job = demo_client.post("/api/paper/print", {"ids": ids})
    press = demo_client.get("/api/stand-ins")["printer"]
    assert press["jobs"] == [job]
    kept = demo_client.flask.get(f"/api/stand-ins/printer/jobs/{job['number']}.pdf", base_url=HERE)
    pages = PdfReader(io.BytesIO(kept.data)).pages
    assert [p.extract_text().split("\n")[0] for p in pages] == ["Bin 1", "Bin 2", "Bin 3"]
    sides = [float(side) * 25.4 / 72 for side in (pages[0].mediabox.width, pages[0].mediabox.height)]
    assert sides == pytest.approx([90, 62], abs=0.1)
    demo_client.put("/api/stand-ins/printer", {"no_paper": True, "silent": False})
    problem = demo_client.post("/api/paper/print", {"ids": ids}, 502)
    assert problem["detail"] == "The label printer has no paper. Put some in, and print again."


def test_the_scale_is_steered_read_and_its_weight_entered(demo_client: Client) -> None:
    setting = {"load_g": 187, "noise_g": 0, "settle_s": 0, "most_g": 5000, "silent": False}
    demo_client.put("/api/stand-ins/scale", setting)
    assert demo_client.get("/api/stand-ins")["scale"]["load_g"] == 187
    # The scale tells a reading ten times a second. Whether the first that is seen is steady already, is the machine's
    # pace; how readings become steady is tested in tests/core/test_weighing.py.
    looks = (demo_client.get("/api/scale") for _ in range(2000))
    first = next(look for look in looks if look["state"] != "waiting")
    assert first["state"] in ("settling", "steady")
    assert (first["grams"], first["stand_in"]) == (187, True)
    demo_client.put("/api/stand-ins/scale", {**setting, "load_g": 9000})
    problem = demo_client.put("/api/stand-ins/scale", {**setting, "noise_g": 99}, 422)
    assert [e["field"] for e in problem["errors"]] == ["noise_g"]
    demo_client.post("/api/scale/tare", {})
    thing = next(t for t in demo_client.get("/api/things")["things"] if t["name"] == "serving spoon")
    entered = demo_client.post("/api/scale/weigh", {"component_id": thing["id"], "grams": 122, "pieces": 2})
    assert entered == {"entered": 61}
    now = next(t for t in demo_client.get("/api/things")["things"] if t["id"] == thing["id"])
    assert (now["mass_g"], "mass_g" in now["assumed"]) == (61, False)
    demo_client.post("/api/scale/weigh", {"component_id": thing["id"], "grams": 0, "pieces": 1}, 422)
    demo_client.post("/api/scale/weigh", {"component_id": 99999, "grams": 10, "pieces": 1}, 404)


def test_a_words_photograph_is_for_this_household_only(demo_client: Client) -> None:
    words = demo_client.get("/api/words/1")["sets"][0]["words"]
    path = f"/api/word-photos/{words['key']}/{words['words'][0]['key']}"
    picture = io.BytesIO()
    Image.new("RGB", (30, 20), "white").save(picture, "PNG")
    token = demo_client.get("/api/session")["csrf_token"]
    headers = {"X-CSRF-Token": token, "Referer": HERE}
    put = demo_client.flask.put(path, data=picture.getvalue(), base_url=HERE, headers=headers)
    assert put.status_code == 200
    assert demo_client.get("/api/words/1")["sets"][0]["words"]["words"][0]["photo"]
    assert demo_client.flask.get(f"{path}/photo.jpg", base_url=HERE).content_type == "image/jpeg"
    stranger = demo_client.flask.application.test_client()
    assert stranger.get(f"{path}/photo.jpg", base_url=HERE).status_code == 404
    demo_client.send("DELETE", path)
    assert demo_client.flask.get(f"{path}/photo.jpg", base_url=HERE).status_code == 404
