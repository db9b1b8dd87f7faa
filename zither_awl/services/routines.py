"""Use cases of routines: which there are, running one, and the household's own."""

from __future__ import annotations

import re
from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from typing import Any

from zither_awl.catalogue.lesson_loader import routine_of, shipped_routines
from zither_awl.core.errors import FieldProblem, InvalidValue, NotFound
from zither_awl.core.routine import SnackStage, next_step, snack_table
from zither_awl.core.values import Routine, RoutineRun, Step
from zither_awl.core.words import own_key
from zither_awl.services.desk import Desk, House

SNACK = "snack"
MOST_RUNS = 12


@dataclass(frozen=True, slots=True)
class RoutinesPage:
    """Every routine, the runs that are open with their next step, the last that ended, and the snack table's stage."""

    routines: tuple[Routine, ...]
    open: tuple[tuple[RoutineRun, Step | None], ...]
    past: tuple[RoutineRun, ...]
    snack: SnackStage


def routines(house: House) -> tuple[Routine, ...]:
    """Every routine: those that ship, and the household's own."""
    return (*shipped_routines(), *(routine_of(data, own=True) for data in house.lessons.own_routines.values()))


def routine(house: House, key: str) -> Routine:
    """A routine by its key. Raises: NotFound."""
    for each in routines(house):
        if each.key == key:
            return each
    raise NotFound(f"There is no routine {key!r}.")


def board(desk: Desk) -> RoutinesPage:
    """The routines as they stand."""
    house = desk.house()
    known = {r.key: r for r in routines(house)}
    runs = [r for r in house.lessons.runs if r.routine in known]
    going = [r for r in runs if r.ended is None]
    came = {child for r in runs if r.routine == SNACK for child, answer in r.invited if answer == "came"}
    eaters = [c for c in house.children if not came or c.id in came]
    return RoutinesPage(
        routines=tuple(known.values()), open=tuple((r, next_step(known[r.routine], r)) for r in going),
        past=tuple(r for r in reversed(runs) if r.ended is not None)[:MOST_RUNS],
        snack=snack_table(eaters, [r for r in runs if r.routine == SNACK], desk.today()),
    )  # fmt: skip


def save_routine(desk: Desk, key: str, name: str, invitation: str, lines: Sequence[str], adult_id: int | None) -> str:
    """Keep a routine of the household's own, one step a line; "stir | 8 min" starts a timer. Returns its key.

    Raises: InvalidValue.
    """
    house = desk.house()
    taken = [r.key for r in routines(house)]
    kept = key or own_key(name, taken)
    if kept in {r.key for r in shipped_routines()}:
        raise InvalidValue(FieldProblem("key", "is a routine that ships.", "Write one of your own beside it."))
    steps = [_step(line, n) for n, line in enumerate((line for line in lines if line.strip()), start=1)]
    data = {"key": kept, "name": name, "invitation": invitation, "steps": steps}
    routine_of(data, own=True)
    with desk.write(adult_id, f"Wrote the routine {name}") as work:
        work.lessons.save_routine(kept, data)
    return kept


_TIMED = re.compile(r"^(?P<text>.*?)\s*\|\s*(?P<minutes>\d+(?:[.,]\d+)?)\s*min\s*$")


def _step(line: str, number: int) -> Mapping[str, Any]:
    timed = _TIMED.match(line)
    text = (timed["text"] if timed else line).strip()
    if not text or len(text) > 200:
        raise InvalidValue(FieldProblem("steps", f"line {number} has no text, or more than 200 characters."))
    timer = {"timer": float(timed["minutes"].replace(",", "."))} if timed else {}
    return {"key": f"step-{number}", "text": text, **timer}
