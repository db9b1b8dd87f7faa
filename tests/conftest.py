"""Houses to test in: an empty one, a small one, and the demo's, each on its own database file and a set clock."""

from __future__ import annotations

import os
import shutil
from collections.abc import Callable, Iterator
from dataclasses import dataclass
from datetime import UTC, date, datetime, timedelta
from pathlib import Path
from typing import Any

import pytest
from filelock import FileLock
from flask.testing import FlaskClient
from hypothesis import settings

from tests.builders import born_months_ago
from zither_awl.app import create_app
from zither_awl.core.values import Child, Household, Mobility
from zither_awl.services import people, room
from zither_awl.services.clock import SetClock
from zither_awl.services.demo import seed_demo
from zither_awl.services.desk import Desk
from zither_awl.settings import Settings
from zither_awl.store import engine as store_engine
from zither_awl.store import open_engine, prepare

# Hundreds of small databases that nobody needs after a power cut: the disk is not waited for. The program that the
# offline tests kill runs by itself, and waits.
store_engine.SYNCHRONOUS = "OFF"
settings.register_profile("here", deadline=None, derandomize=True)
settings.load_profile("here")

NOW = datetime(2026, 3, 16, 9, 0, tzinfo=UTC)
"""A Monday morning; in London, where the demo lives, it is nine as well."""


@pytest.fixture
def clock() -> SetClock:
    """A clock that stands at nine on Monday 16 March 2026."""
    return SetClock(NOW)


def made_once(factory: pytest.TempPathFactory, name: str, make: Callable[[Path], None]) -> Path:
    """A file that the first of a run's workers makes and all of them read."""
    alone = os.environ.get("PYTEST_XDIST_WORKER") is None
    path = (factory.getbasetemp() if alone else factory.getbasetemp().parent) / name
    with FileLock(path.with_suffix(".lock")):
        if not path.exists():
            fresh = factory.mktemp("fresh") / name
            make(fresh)
            shutil.copy(fresh, path)
    return path


@pytest.fixture(scope="session")
def empty_file(tmp_path_factory: pytest.TempPathFactory) -> Path:
    """A migrated, empty database: made once, copied for every test."""
    return made_once(tmp_path_factory, "empty.db", lambda path: _close(prepare(path)))


@pytest.fixture(scope="session")
def demo_file(tmp_path_factory: pytest.TempPathFactory) -> Path:
    """The demo household as of the set clock: made once, copied for every test."""

    def seed(path: Path) -> None:
        engine = prepare(path)
        seed_demo(Desk(engine, SetClock(NOW)))
        _close(engine)

    return made_once(tmp_path_factory, "demo.db", seed)


def _close(engine: Any) -> None:
    with engine.connect() as connection:
        connection.exec_driver_sql("PRAGMA wal_checkpoint(TRUNCATE)")
    engine.dispose()


@pytest.fixture
def open_desk(tmp_path: Path, clock: SetClock) -> Iterator[Callable[[Path], Desk]]:
    """Opens a copy of a database file."""
    opened: list[Desk] = []

    def open_copy(source: Path) -> Desk:
        target = tmp_path / "zither-awl.db"
        shutil.copy(source, target)
        opened.append(Desk(open_engine(target), clock))
        return opened[-1]

    yield open_copy
    for desk in opened:
        desk.close()


@pytest.fixture
def desk(open_desk: Callable[[Path], Desk], empty_file: Path) -> Desk:
    """An empty house."""
    return open_desk(empty_file)


@pytest.fixture
def demo(open_desk: Callable[[Path], Desk], demo_file: Path) -> Desk:
    """The demo household."""
    return open_desk(demo_file)


@dataclass(frozen=True, slots=True)
class SmallHouse:
    """A house with an adult, two children and a shelf."""

    desk: Desk
    adult: int
    ilse: int
    tove: int
    shelf: int


@pytest.fixture
def house(desk: Desk) -> SmallHouse:
    """Ilse is four, Tove thirteen months; one shelf of three boards by four places; nothing on it."""
    from tests.builders import unit

    people.save_household(desk, Household(name="Garden Flat"))
    adult = people.add_adult(desk, "Bram").id
    ilse = people.save_child(desk, Child(id=0, name="Ilse", pattern="stripe", born=born_months_ago(48)), adult)
    tove = people.save_child(
        desk,
        Child(
            id=0, name="Tove", pattern="dot", born=born_months_ago(13), mobility=Mobility.PULLS_UP, still_mouths=True
        ),
        adult,
    )
    shelf = room.save_unit(desk, unit("low shelf", id=0, comes=frozenset({ilse, tove})), adult)
    return SmallHouse(desk, adult, ilse, tove, shelf)


@pytest.fixture
def demo_client(tmp_path: Path, demo_file: Path, clock: SetClock) -> Client:
    """The API on the demo household."""
    return _client(tmp_path, demo_file, clock)


@pytest.fixture
def client(tmp_path: Path, empty_file: Path, clock: SetClock) -> Client:
    """The API on an empty house."""
    return _client(tmp_path, empty_file, clock)


def _client(folder: Path, source: Path, clock: SetClock) -> Client:
    shutil.copy(source, folder / "zither-awl.db")
    app = create_app(Settings(data=folder), clock=clock)
    return Client(app.test_client())


def texts_in(answer: Any) -> Iterator[str]:
    """Every text of an answer, however deep."""
    if isinstance(answer, str):
        yield answer
    elif isinstance(answer, dict | list):
        for each in answer.values() if isinstance(answer, dict) else answer:
            yield from texts_in(each)


class Client:
    """Calls the API as the front end does: JSON, the token on every write, the adult in a header."""

    def __init__(self, flask: FlaskClient) -> None:
        self.flask = flask
        self.headers = {"X-CSRF-Token": self.get("/api/session")["csrf_token"]}

    def get(self, path: str, status: int = 200) -> Any:
        """A GET's JSON."""
        answer = self.flask.get(path, base_url="http://127.0.0.1:8136")
        assert answer.status_code == status, answer.get_data(as_text=True)
        return answer.get_json()

    def send(self, method: str, path: str, body: Any = None, status: int = 200, **headers: str) -> Any:
        """A write's JSON."""
        answer = self.flask.open(
            path,
            method=method,
            json=body if body is not None else {},
            headers={**self.headers, **headers},
            base_url="http://127.0.0.1:8136",
        )
        assert answer.status_code == status, answer.get_data(as_text=True)
        return answer.get_json(force=True)

    def post(self, path: str, body: Any = None, status: int = 200, **headers: str) -> Any:
        """A POST's JSON."""
        return self.send("POST", path, body, status, **headers)

    def put(self, path: str, body: Any = None, status: int = 200, **headers: str) -> Any:
        """A PUT's JSON."""
        return self.send("PUT", path, body, status, **headers)


def day(days_ago: int) -> date:
    """A day so many days before the set clock's."""
    return (NOW - timedelta(days=days_ago)).date()
