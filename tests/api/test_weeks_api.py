"""The weeks over the API: the string, a theme from the question to its trays, and the feed from outside."""

from __future__ import annotations

from datetime import date, timedelta

from icalendar import Calendar

from tests.conftest import NOW, Client
from tests.services.test_planning import until

TODAY = NOW.date()


def day(n: int) -> str:
    return str(TODAY + timedelta(days=n))


def test_a_theme_is_planned_watched_taken_shown_changed_and_let_go(demo_client: Client) -> None:
    api = demo_client
    names = [t["key"] for t in api.get("/api/themes")["themes"]]
    assert len(names) == 15
    assert names.index("seeds") < names.index("water") < names.index("leaves"), "those of the month first"
    asked = {"key": "colours", "from_day": day(30), "until_day": day(43)}
    number = api.post("/api/themes/plan", asked)["id"]
    until(lambda: api.get(f"/api/themes/plan/{number}")["status"] != "working", "the plan")
    solve = api.get(f"/api/themes/plan/{number}")
    plan = solve["plan"]
    assert solve["status"] == "done"
    assert plan["proven"]
    assert plan["trays"]
    assert all(t["status"] for t in plan["trays"])
    assert all(each["reason"]["text"] for each in plan["left"])
    chosen = [t["ref"] for t in plan["trays"]][:3]
    theme = api.post(f"/api/themes/plan/{number}/take", {"refs": chosen, "song": "Red and yellow"})["id"]
    shown = api.get(f"/api/themes/{theme}")
    assert [t["ref"] for t in shown["theme"]["trays"]] == [r for r in chosen if r in chosen]
    assert shown["song"] == "Red and yellow"
    api.put(f"/api/themes/{theme}", {"keep": "More red.", "from_day": day(37)})
    assert api.get(f"/api/themes/{theme}")["theme"]["from_day"] == day(37)
    again = api.post(f"/api/themes/{theme}/copy", {"from_day": day(300)})["id"]
    assert api.get(f"/api/themes/{again}")["keep"] == "More red."
    api.send("DELETE", f"/api/themes/{theme}")
    api.get(f"/api/themes/{theme}", 404)
    assert api.post("/api/themes/plan", {**asked, "until_day": day(20)}, 422)["errors"][0]["field"] == "until_day"
    assert api.get(f"/api/plan/{number}", 200)["plan"] is None, "it is no plan of the shelf"


def test_the_string_holds_everything_and_moves(demo_client: Client) -> None:
    api = demo_client
    on = api.get("/api/weeks")
    assert (on["first"], on["today"]) == (day(-21), day(0))
    assert len(on["minutes"]) == (date.fromisoformat(on["last"]) - TODAY).days + 1
    parcel = next(a for a in on["arrives"] if not a["arrived"])
    api.post("/api/weeks/move", {"kind": "arrival", "id": parcel["id"], "day": day(3)})
    assert next(a["day"] for a in api.get("/api/weeks")["arrives"] if a["id"] == parcel["id"]) == day(3)
    api.post("/api/undo")
    assert api.get("/api/weeks") == on
    api.post("/api/weeks/move", {"kind": "nothing", "id": 1, "day": day(3)}, 422)


def test_what_arrives_books_days_away_lines_and_minutes(demo_client: Client) -> None:
    api = demo_client
    made = api.post("/api/arrivals", {"name": "Crate of apples", "day": day(2)})["id"]
    came = {"came": [{"name": "a wicker ball", "kind": "ball", "box_months": 12}], "bin": "Bin 2"}
    assert len(api.post(f"/api/arrivals/{made}/receive", came)["ids"]) == 1
    api.post(f"/api/arrivals/{made}/receive", {"came": [{"name": "x", "kind": "no such thing"}]}, 422)
    assert {"bins", "leave"} == api.get("/api/arrivals/leave").keys()
    api.send("DELETE", f"/api/arrivals/{made}")
    gone = api.post("/api/absences", {"kind": "holiday", "name": "Sea", "from_day": day(4), "until_day": day(6)})["id"]
    api.send("DELETE", f"/api/absences/{gone}")
    shelf = api.get("/api/books")
    turn = {
        "out": [b["id"] for b in shelf["goes"]],
        "in_": [{"id": b["id"], "unit_id": b["unit_id"]} for b in shelf["comes"]],
    }
    assert turn["out"]
    assert turn["in_"]
    api.post("/api/books/turn", turn)
    assert api.get("/api/weeks")["turns"][-1]["day"] == day(0)
    book = api.put("/api/books", {"title": "Rain on the barge", "themes": ["water"], "back_on": day(9)})["id"]
    api.post(f"/api/books/{book}/back")
    api.post(f"/api/books/{shelf['stays'][0]['id']}/asked")
    line = api.post("/api/by-then", {"kind": "print", "name": "Six boats", "due": day(1), "minutes": 20})["id"]
    api.post(f"/api/by-then/{line}/tick", {"done": True})
    api.send("DELETE", f"/api/by-then/{line}")
    api.put("/api/adults/1/minutes", {"minutes": [10] * 7})
    assert api.get("/api/session")["adults"][0]["minutes"] == [10] * 7
    assert api.get("/api/thread?words=bread")["books"]
    assert api.get("/api/review")["changes"]


def test_the_feed_is_read_under_its_secret_address_and_nowhere_else(demo_client: Client) -> None:
    api = demo_client
    assert api.get("/api/calendar") == {"path": ""}
    path = api.post("/api/calendar/renew", {"on": True})["path"]
    answer = api.flask.get(path, base_url="http://127.0.0.1:8136")
    assert answer.content_type == "text/calendar; charset=utf-8"
    assert answer.headers["Cache-Control"] == "no-store"
    assert Calendar.from_ical(answer.get_data()).walk("VEVENT")
    assert api.flask.get("/calendar/guess.ics", base_url="http://127.0.0.1:8136").status_code == 404
    file = api.flask.get("/api/export/weeks.ics", base_url="http://127.0.0.1:8136")
    assert file.get_data()[:15] == b"BEGIN:VCALENDAR"
    content = file.get_data()
    found = api.flask.post(
        "/api/calendar/read", data=content, headers={**api.headers}, base_url="http://127.0.0.1:8136"
    )
    days = found.get_json()["days"]
    assert any(d["name"] == "Holidays" for d in days)
    taken = [{k: d[k] for k in ("kind", "name", "from_day", "until_day", "uid")} for d in days[:2]]
    assert api.post("/api/calendar/take", {"days": taken})["id"] == 2
    bad = api.flask.post("/api/calendar/read", data=b"no", headers={**api.headers}, base_url="http://127.0.0.1:8136")
    assert bad.status_code in (200, 422)
