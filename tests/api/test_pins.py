"""PINs of adults, and whose device an act came from."""

from __future__ import annotations

from datetime import timedelta

from itsdangerous import URLSafeSerializer

from tests.conftest import Client, SmallHouse
from zither_awl.api.context import DEVICE_COOKIE, HOME_MARK, desk, door
from zither_awl.services import pairing, pins
from zither_awl.services.clock import SetClock

HOME = "http://127.0.0.1:8136"


def one_adult(client: Client) -> int:
    client.put("/api/household", {"name": "Garden Flat"})
    return int(client.post("/api/adults", {"name": "Bram"})["id"])


def test_once_somebody_has_a_pin_a_keepers_act_asks_for_it(client: Client, clock: SetClock) -> None:
    bram = one_adult(client)
    assert client.get("/api/lock") == {"wanted": False, "adults": []}
    for bad in ("123", "1234567890123", "12a4"):
        assert client.put(f"/api/adults/{bram}/pin", {"pin": bad}, 422)["errors"][0]["field"] == "pin"
    client.put(f"/api/adults/{bram}/pin", {"pin": "4711"})
    assert client.get("/api/lock") == {"wanted": False, "adults": [bram]}
    client.post("/api/adults", {"name": "Ines"})
    clock.move_on(timedelta(minutes=31))
    assert "PIN" in client.post("/api/adults", {"name": "Odo"}, 423)["detail"]
    client.get("/api/cupboard")
    assert client.flask.get("/api/export/household.json", base_url=HOME).status_code == 423
    client.post("/api/sync", {"items": []})
    assert client.post("/api/lock/open", {"adult_id": bram, "pin": "4712"}, 422)["errors"][0]["field"] == "pin"
    assert not client.post("/api/lock/open", {"adult_id": bram, "pin": "4711"})["wanted"]
    client.post("/api/adults", {"name": "Odo"})
    assert client.post("/api/lock")["wanted"]
    client.put(f"/api/adults/{bram}/pin", {"pin": "", "old": "4711"}, 423)
    client.post("/api/lock/open", {"adult_id": bram, "pin": "4711"})
    assert client.put(f"/api/adults/{bram}/pin", {"pin": "", "old": "1"}, 422)["errors"][0]["field"] == "old"
    client.put(f"/api/adults/{bram}/pin", {"pin": "", "old": "4711"})
    client.post("/api/lock")
    assert client.get("/api/lock") == {"wanted": False, "adults": []}


def test_five_wrong_pins_are_the_last_for_five_minutes(client: Client, clock: SetClock) -> None:
    bram = one_adult(client)
    client.put(f"/api/adults/{bram}/pin", {"pin": "4711"})
    for _ in range(pins.MOST_TRIES):
        assert "not right" in client.post("/api/lock/open", {"adult_id": bram, "pin": "0000"}, 422)["detail"]
    assert "5 times" in client.post("/api/lock/open", {"adult_id": bram, "pin": "4711"}, 422)["detail"]
    clock.move_on(timedelta(minutes=pins.WAIT_MIN, seconds=1))
    client.post("/api/lock/open", {"adult_id": bram, "pin": "4711"})


def test_a_pin_that_was_forgotten_is_taken_away_on_the_machine(house: SmallHouse) -> None:
    from click.testing import CliRunner

    from zither_awl.cli import main

    pins.set_pin(house.desk, pins.Tries(), house.adult, "4711", "")
    data = str(house.desk.database.parent)
    assert CliRunner().invoke(main, ["forget-pin", "Nobody", "--data", data]).exit_code == 1
    assert "no PIN any more" in CliRunner().invoke(main, ["forget-pin", "Bram", "--data", data]).output
    house.desk.forget()
    assert pins.who_has_one(house.desk) == frozenset()


def test_an_act_is_written_down_with_the_adult_and_the_device(client: Client) -> None:
    bram = one_adult(client)
    with client.flask.application.test_request_context(base_url=HOME):
        device = door().pair(desk(), door().new_code(desk().now()).digits, "tablet in the hall")
        pairing.raise_device(desk(), device, True)
    cookie = str(URLSafeSerializer(str(client.flask.application.secret_key), salt=DEVICE_COOKIE).dumps(device))
    client.flask.set_cookie(DEVICE_COOKIE, cookie, domain="127.0.0.1")
    sent = client.flask.post(
        "/api/adults",
        json={"name": "Ines"},
        base_url=HOME,
        environ_overrides={HOME_MARK: True},
        headers={**client.headers, "X-Adult": str(bram)},
    )
    assert sent.status_code == 200
    client.post("/api/adults", {"name": "Odo"})
    told = [(each["label"], each["device"], each["adult_id"]) for each in client.get("/api/history")["sets"][:2]]
    assert told == [("Added Odo", "", None), ("Added Ines", "tablet in the hall", bram)]
