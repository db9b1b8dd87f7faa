"""A served house and a person before it."""

from __future__ import annotations

import os
import shutil
import threading
from collections.abc import Callable, Generator, Iterator
from contextlib import ExitStack
from pathlib import Path

import pytest
from waitress.server import create_server

from tests.browser.driver import Person, chromium
from zither_awl.app import STATIC, create_app
from zither_awl.services.clock import Clock, SetClock
from zither_awl.settings import Settings

Serve = Callable[..., str]


@pytest.fixture
def serve(tmp_path: Path, clock: SetClock) -> Iterator[Serve]:
    """Serves a copy of a database; gives its address. Call it again with the same folder to start again."""
    assert (STATIC / "index.html").is_file(), "The front end is not built: run make build."
    with ExitStack() as stack:

        def start(source: Path | None, folder: Path = tmp_path / "data", at: Clock = clock) -> str:
            folder.mkdir(exist_ok=True)
            if source is not None:
                shutil.copy(source, folder / "zither-awl.db")
            server = create_server(create_app(Settings(data=folder), clock=at), host="127.0.0.1", port=0, threads=8)
            threading.Thread(target=server.run, daemon=True).start()
            stack.callback(server.close)
            return f"http://127.0.0.1:{server.effective_port}"

        yield start


@pytest.fixture
def visit() -> Iterator[Callable[..., Person]]:
    """Opens a browser at an address."""
    with ExitStack() as stack:

        def open_at(address: str, width: int = 1280, height: int = 800) -> Person:
            return Person(stack.enter_context(chromium(width, height)), address)

        yield open_at


@pytest.fixture
def at_demo(serve: Serve, visit: Callable[..., Person], demo_file: Path) -> Person:
    """A person at the demo household, on Monday morning at nine."""
    person = visit(serve(demo_file))
    person.go("/today")
    return person


@pytest.fixture
def at_empty(serve: Serve, visit: Callable[..., Person], empty_file: Path) -> Person:
    """A person before an empty house."""
    return visit(serve(empty_file))


@pytest.hookimpl(wrapper=True)
def pytest_runtest_makereport(item: pytest.Item) -> Generator[None, pytest.TestReport, pytest.TestReport]:
    """Keep a picture of the page a test failed on."""
    report = yield
    if report.when == "call" and report.failed:
        for value in getattr(item, "funcargs", {}).values():
            if isinstance(value, Person):
                folder = Path(os.environ.get("ZITHER_AWL_PICTURES", "/tmp/zither-awl-failed"))
                folder.mkdir(parents=True, exist_ok=True)
                value.driver.save_screenshot(str(folder / f"{item.name[:60]}.png"))
    return report
