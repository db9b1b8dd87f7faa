"""Undo and redo, as they are asked for."""

from __future__ import annotations

from dataclasses import dataclass

from zither_awl.services.desk import Desk
from zither_awl.store.history import ChangeSet


@dataclass(frozen=True, slots=True)
class Undone:
    """What was taken back or done again, and what was left because others changed it since."""

    label: str
    left: tuple[str, ...]


def listed(desk: Desk) -> list[ChangeSet]:
    """The writes that can be undone, newest first."""
    with desk.read() as work:
        return work.history.listed()


def undo(desk: Desk) -> Undone | None:
    """Take back the newest write."""
    with desk.write_untracked() as work:
        done = work.history.undo()
    return Undone(done[0], tuple(done[1])) if done else None


def redo(desk: Desk) -> Undone | None:
    """Do again what was taken back last."""
    with desk.write_untracked() as work:
        done = work.history.redo()
    return Undone(done[0], tuple(done[1])) if done else None
