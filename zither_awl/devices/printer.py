"""A label printer: what the program asks of one, and a stand-in that keeps every job as a PDF."""

from __future__ import annotations

import re
from dataclasses import dataclass
from pathlib import Path
from threading import Lock
from typing import Protocol

from zither_awl.core.errors import DeviceTrouble, NotFound
from zither_awl.core.saying import say

KEPT = 40
"""So many jobs the stand-in keeps; the oldest go first."""


@dataclass(frozen=True, slots=True)
class Job:
    """What was printed: its number, its name and its size in bytes."""

    number: int
    name: str
    size: int


class LabelPrinter(Protocol):
    """A printer that takes a finished PDF."""

    def print(self, name: str, pdf: bytes) -> Job:
        """Print it. Raises: DeviceTrouble, saying what is wrong and what to do."""


@dataclass(frozen=True, slots=True)
class PrinterSetting:
    """How the stand-in behaves."""

    no_paper: bool = False
    silent: bool = False


class SimulatedPrinter:
    """A printer nobody has to own: its jobs lie as PDF in a folder of the household's data."""

    def __init__(self, folder: Path) -> None:
        self._folder, self._lock = folder, Lock()
        self.setting = PrinterSetting()

    def print(self, name: str, pdf: bytes) -> Job:
        """Keep the job. Raises: DeviceTrouble without paper, or when it does not answer."""
        if self.setting.silent:
            raise DeviceTrouble(say("The label printer does not answer; is it switched on?"))
        if self.setting.no_paper:
            raise DeviceTrouble(say("The label printer has no paper. Put some in, and print again."))
        plain = re.sub(r"[^a-z0-9-]+", "-", name.lower().removesuffix(".pdf")).strip("-")[:40] or "job"
        with self._lock:
            self._folder.mkdir(parents=True, exist_ok=True)
            jobs = self.jobs()
            number = max((job.number for job in jobs), default=0) + 1
            (self._folder / f"{number:04d}-{plain}.pdf").write_bytes(pdf)
            for old in jobs[KEPT - 1 :]:
                self._path(old.number).unlink(missing_ok=True)
        return Job(number, plain, len(pdf))

    def jobs(self) -> list[Job]:
        """What is kept, the newest first."""
        found = []
        for path in self._folder.glob("[0-9]*-*.pdf"):
            number, _, name = path.stem.partition("-")
            found.append(Job(int(number), name, path.stat().st_size))
        return sorted(found, key=lambda job: -job.number)

    def job(self, number: int) -> bytes:
        """A job as PDF. Raises: NotFound."""
        return self._path(number).read_bytes()

    def _path(self, number: int) -> Path:
        found = next(iter(self._folder.glob(f"{number:04d}-*.pdf")), None)
        if found is None:
            raise NotFound(say("There is no job {number}.", number=number))
        return found
