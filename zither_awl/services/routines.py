"""Use cases of routines: which there are, running one, and writing them anew."""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from dataclasses import dataclass, replace
from datetime import date
from typing import Any

from zither_awl.catalogue.lesson_loader import routine_of, shipped_routines
from zither_awl.core.errors import FieldProblem, InvalidValue, NotFound
from zither_awl.core.routine import comes_round, next_step
from zither_awl.core.saying import say
from zither_awl.core.values import Routine, RoutineRun, Step
from zither_awl.core.words import own_key
from zither_awl.services.desk import Desk, House

MOST_RUNS = 12


@dataclass(frozen=True, slots=True)
class RoutinesPage:
    """Every routine, the runs that are open with their next step, and the last that ended."""

    routines: tuple[Routine, ...]
    open: tuple[tuple[RoutineRun, Step | None], ...]
    past: tuple[RoutineRun, ...]
    today: tuple[Routine, ...]
    """Those that come round today and were not done yet."""


def routines(house: House) -> tuple[Routine, ...]:
    """Every routine: those that ship, as the household wrote them where it did, and its own."""

    def reckon() -> tuple[Routine, ...]:
        own = house.lessons.own_routines
        shipped = (routine_of(own[r.key], changed=True) if r.key in own else r for r in shipped_routines())
        keys = {r.key for r in shipped_routines()}
        return (*shipped, *(routine_of(data, own=True) for key, data in own.items() if key not in keys))

    return house.once("routines", reckon)


def routine(house: House, key: str) -> Routine:
    """A routine by its key. Raises: NotFound."""
    for each in routines(house):
        if each.key == key:
            return each
    raise NotFound(say("There is no routine {key}.", key=repr(key)))


def board(desk: Desk) -> RoutinesPage:
    """The routines as they stand."""
    house = desk.house()
    known = {r.key: r for r in routines(house)}
    runs = [r for r in house.lessons.runs if r.routine in known]
    going = [r for r in runs if r.ended is None]
    return RoutinesPage(
        routines=tuple(known.values()),
        open=tuple((r, next_step(known[r.routine], r)) for r in going),
        past=tuple(r for r in reversed(runs) if r.ended is not None)[:MOST_RUNS],
        today=tuple(due_on(house, desk.today())),
    )


def due_on(house: House, day: date) -> Iterator[Routine]:
    """The routines that come round on a day and were not ended on it yet."""
    done = {r.routine for r in house.lessons.runs if r.local_day == day and r.ended is not None}
    return (r for r in routines(house) if comes_round(r, day) and r.key not in done)


def save_routine(desk: Desk, key: str, data: Mapping[str, Any], adult_id: int | None) -> str:
    """Keep a routine: of the household's own (key "" for a new one), or one that ships, written anew. Steps without a
    key are given one that stays. Returns its key. Raises: InvalidValue."""
    house = desk.house()
    kept = key or own_key(str(data.get("name", "")), [r.key for r in routines(house)])
    _check_adults(house, data.get("adults", ()))
    steps = list(_keyed(data.get("steps", ())))
    told = {**data, "key": kept, "steps": steps}
    made = routine_of(told)
    with desk.write(adult_id, say("Wrote the routine {made}", made=made.name)) as work:
        work.home.save_routine(kept, told)
    return kept


def _check_adults(house: House, adults: Any) -> None:
    strange = [a for a in adults if a not in {each.id for each in house.adults}]
    if strange:
        raise InvalidValue(
            FieldProblem("adults", say("name {strange}, who is no adult of the house.", strange=strange[0]))
        )


def _keyed(steps: Any) -> Iterator[dict[str, Any]]:
    """Each step with a key; what a step was called when it was done stays its name."""
    taken = {str(s["key"]) for s in steps if s.get("key")}
    for each in steps:
        told = {name: value for name, value in each.items() if value not in ("", None, [])}
        told["text"] = str(each.get("text", ""))
        if not told.get("key"):
            told["key"] = next(k for n in range(1, 100) if (k := f"step-{n}") not in taken)
            taken.add(told["key"])
        yield told


def drop_routine(desk: Desk, key: str, adult_id: int | None) -> None:
    """Take a routine of the household's own away; one that ships is as it ships again. Raises: NotFound,
    InvalidValue while it is under way."""
    house = desk.house()
    found = routine(house, key)
    if not (found.own or found.changed):
        raise NotFound(say("{found} is as it ships: there is nothing to take away.", found=found.name))
    if any(r.routine == key and r.ended is None for r in house.lessons.runs):
        raise InvalidValue(FieldProblem("key", say("{found} is under way.", found=found.name), say("End it first.")))
    with desk.write(
        adult_id,
        say("Took the routine {found} away", found=found.name)
        if found.own
        else say("{found} as it ships", found=found.name),
    ) as w:
        w.home.drop_routine(key)


def set_days(desk: Desk, key: str, weekdays: tuple[int, ...], adults: tuple[int, ...], adult_id: int | None) -> None:
    """Say on which days of the week a routine comes round, and who sees to it. Raises: NotFound, InvalidValue."""
    found = replace(routine(desk.house(), key), weekdays=weekdays, adults=adults)
    save_routine(desk, key, data_of(found), adult_id)


def data_of(found: Routine) -> dict[str, Any]:
    """A routine as it is kept."""
    steps = [
        {
            "key": s.key,
            "text": s.text,
            "picture": s.picture,
            "who": s.who,
            "timer": s.timer_min,
            "amount": s.amount,
            "caution": s.caution,
            "source": s.source,
            "only_if": s.only_if,
            "piles": s.piles,
            "kinds": list(s.kinds),
        }
        for s in found.steps
    ]
    return {
        "name": found.name,
        "invitation": found.invitation,
        "from_months": found.from_months,
        "weekdays": list(found.weekdays),
        "adults": list(found.adults),
        "steps": steps,
    }
