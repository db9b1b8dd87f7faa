"""Drills of power that goes: a kill while an old file is brought up, a copy put back, a household taken in."""

from __future__ import annotations

import contextlib
import shutil
import signal
import subprocess
import sys
from pathlib import Path
from random import Random

from bench.kill import OLD
from bench.program import Program, hashed, house, opens
from zither_awl.services import copies, transfer
from zither_awl.services.desk import Desk
from zither_awl.store import prepare

CHANCE = Random(19)


def killed_while_brought_up(folder: Path, kills: int) -> tuple[bool, str]:
    """Killed at any moment while an old file is brought up to this version."""
    closed = 0
    for number in range(kills):
        path = folder / str(number) / "zither-awl.db"
        path.parent.mkdir(parents=True)
        shutil.copy(OLD[number % len(OLD)], path)
        _kill_soon([sys.executable, "-m", "zither_awl.cli", "migrate", "--data", str(path.parent)], 0.3, 2.5)
        closed += not opens(path)
    return closed == 0, f"{kills} kills, {closed} files that do not open whole"


def _kill_soon(command: list[str], least: float, most: float) -> None:
    running = subprocess.Popen(command, stdout=subprocess.DEVNULL, stderr=subprocess.DEVNULL)
    # The moment of the kill is drawn by lot: nothing is waited for.
    with contextlib.suppress(subprocess.TimeoutExpired):
        running.wait(CHANCE.uniform(least, most))
    running.kill()
    running.wait()


def killed_while_put_back(folder: Path, kills: int) -> tuple[bool, str]:
    """Killed at any moment while a copy is put back from House, and by the command."""
    data = house(folder)
    database = data / "zither-awl.db"
    desk = Desk(prepare(database))
    copies.copy_of_today(desk)
    desk.close()
    copy = next((data / "copies").glob("daily-*.db"))
    neither = half = 0
    for number in range(kills):
        program = Program(data)
        program.browser.send("PUT", "phrases", {"phrases": [f"before kill {number}"]})
        before = hashed(database)
        if number % 2:
            program.browser.send("POST", "copies/restore", {"key": f"here/{copy.name}"})
            program.run_for(CHANCE.uniform(0.0, 0.5))
            program.stop(signal.SIGKILL)
        else:
            program.stop()
            _kill_soon(
                [sys.executable, "-m", "zither_awl.cli", "restore", str(copy), "--data", str(data), "--yes"], 0.5, 3.0
            )
        half += not opens(database)
        neither += hashed(database) not in (before, hashed(copy))
    return neither == half == 0, f"{kills} kills, {half} files not whole, {neither} neither as before nor as the copy"


def killed_while_taken_in(folder: Path, kills: int) -> tuple[bool, str]:
    """Killed at any moment while a household's file is taken in."""
    data = house(folder)
    database = data / "zither-awl.db"
    desk = Desk(prepare(database))
    file = transfer.household_json(desk)
    with desk.write(None, "Phrases") as work:
        work.settings.save_phrases(("as it was",))
    desk.close()
    states, neither, half = {hashed(database)}, 0, 0
    for _ in range(kills):
        program = Program(data)
        program.browser.get("session")
        sender = subprocess.Popen(
            [sys.executable, "-c", SEND, str(program.port)], stdin=subprocess.PIPE, stderr=subprocess.DEVNULL
        )
        assert sender.stdin is not None
        sender.stdin.write(file)
        sender.stdin.close()
        program.run_for(CHANCE.uniform(0.5, 9.0))
        program.stop(signal.SIGKILL)
        sender.kill()
        sender.wait()
        half += not opens(database)
        states.add(hashed(database))
    neither = len(states) > 2
    return half == 0 and not neither, f"{kills} kills, {half} files not whole, {len(states)} states of the house seen"


SEND = """
import sys, urllib.request
from bench.memory import Browser
from bench.program import Program
body, browser = sys.stdin.buffer.read(), Browser(int(sys.argv[1]))
import json
token = json.loads(browser.get("session"))["csrf_token"]
asked = urllib.request.Request(f"http://127.0.0.1:{sys.argv[1]}/api/import/household", body,
    {"X-CSRF-Token": token, "Content-Type": "application/octet-stream"})
browser._opener.open(asked).read()
"""
