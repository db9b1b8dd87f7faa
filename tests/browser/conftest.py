"""A served house and a person before it."""

from __future__ import annotations

import os
import shutil
import socket
import tempfile
import threading
from collections.abc import Callable, Generator, Iterator
from contextlib import ExitStack
from pathlib import Path

import pytest
from selenium import webdriver

from tests.browser.driver import Person, chromium, resize
from zither_awl.app import STATIC, create_app
from zither_awl.serve import local_server
from zither_awl.services.clock import Clock, SetClock
from zither_awl.settings import Settings

Serve = Callable[..., str]
KEPT_BY_PAGES = "cookies,local_storage,indexeddb,service_workers,cache_storage"


@pytest.fixture(scope="session")
def port() -> int:
    """The port of a worker's houses, one after the other: the browser keeps the page's scripts compiled by address."""
    with socket.socket() as probe:
        probe.bind(("127.0.0.1", 0))
        return int(probe.getsockname()[1])


@pytest.fixture
def serve(tmp_path: Path, clock: SetClock, port: int) -> Iterator[Serve]:
    """Serves a copy of a database; gives its address. Call it again with the same folder to start again."""
    assert (STATIC / "index.html").is_file(), "The front end is not built: run make build."
    ports = iter([port])
    with ExitStack() as stack:

        def start(source: Path | None, folder: Path = tmp_path / "data", at: Clock = clock) -> str:
            folder.mkdir(exist_ok=True)
            if source is not None:
                shutil.copy(source, folder / "zither-awl.db")
            settings = Settings(data=folder, port=next(ports, 0))
            server = local_server(create_app(settings, clock=at), settings)
            server.prepare()
            threading.Thread(target=server.serve, daemon=True).start()
            stack.callback(server.stop)
            return f"http://127.0.0.1:{server.bind_addr[1]}"

        yield start


@pytest.fixture(scope="session")
def browser() -> Iterator[webdriver.Chrome]:
    """One browser for all tests of a worker: starting one takes longer than most tests."""
    with chromium() as driver:
        yield driver


@pytest.fixture
def visit(browser: webdriver.Chrome, serve: Serve, port: int) -> Iterator[Callable[..., Person]]:
    """Opens a browser at an address: the first is the shared one, made new, every further one is another.

    The next house may stand at the same address. So the page is left before the house closes, and nothing stays that
    it kept.
    """
    with ExitStack() as stack:
        free = [browser]
        stack.callback(browser.get, "about:blank")

        def open_at(address: str, width: int = 1280, height: int = 800, start: str = "") -> Person:
            driver = free.pop() if free else stack.enter_context(chromium(width, height))
            driver.get("about:blank")
            driver.execute_cdp_cmd("Network.clearBrowserCookies", {})
            old = {"origin": f"http://127.0.0.1:{port}", "storageTypes": KEPT_BY_PAGES}
            driver.execute_cdp_cmd("Storage.clearDataForOrigin", old)
            driver.get_log("browser")
            driver.get_log("performance")
            resize(driver, width, height)
            return Person(driver, address, start)

        yield open_at


@pytest.fixture
def at_demo(serve: Serve, visit: Callable[..., Person], demo_file: Path) -> Person:
    """A person at the demo household, on Monday morning at nine."""
    person: Person = visit(serve(demo_file), start="/today")
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
                kept_in = os.environ.get("ZITHER_AWL_PICTURES") or f"{tempfile.gettempdir()}/zither-awl-failed"
                folder = Path(kept_in)
                folder.mkdir(parents=True, exist_ok=True)
                value.driver.save_screenshot(str(folder / f"{item.name[:60]}.png"))
    return report
