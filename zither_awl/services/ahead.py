"""Use cases of looking ahead: this house simulated onward in the background; and how its last changes were taken."""

from __future__ import annotations

from dataclasses import dataclass

from zither_awl.core.errors import FieldProblem, InvalidValue
from zither_awl.core.saying import say
from zither_awl.core.values import Child, Tray
from zither_awl.core.weeks.ahead import Looked, Range, Told
from zither_awl.core.weeks.begin import house_ahead
from zither_awl.core.weeks.review import Review, review
from zither_awl.services.desk import Desk
from zither_awl.services.house import House
from zither_awl.services.solving import Question, Solve

LEAST_SHARE = 0.25
"""What comes in fewer of the runs is not told. Ours, no source."""


@dataclass(frozen=True, slots=True)
class Foreseen:
    """What a look ahead says in the household's names: levels likely mastered, places that want a change, things that
    run out; each with its range, the first first. `runs` of how many."""

    runs: int
    mastered: tuple[tuple[Child, Tray, Range], ...]
    changes: tuple[tuple[Tray, Range], ...]
    out_of: tuple[tuple[str, Range], ...]
    policies: tuple[Told, ...]


def start(desk: Desk) -> int:
    """Begin to look ahead; returns the number of the solve. Raises: InvalidValue without anything seen; Busy."""
    house, today = desk.house(), desk.today()
    if not house.window.mornings:
        raise InvalidValue(FieldProblem("log", say("No work cycle was seen yet."), say("Watch one first.")))
    used = {c.id: c.per_use for c in house.components if c.per_use and not c.archived}
    stock = {c.id: (c.stock_ml or 0.0) if c.medium else float(c.count) for c in house.components if c.id in used}
    ahead = house_ahead(house.judgements(today), stock, used)
    return desk.solves.start(Question(None, (), ahead=ahead))


def foreseen(desk: Desk, solve: Solve) -> Foreseen | None:
    """What a look ahead ended with; None while it runs. Raises: InvalidValue where the solve is none."""
    if solve.question.ahead is None:
        raise InvalidValue(FieldProblem("solve", say("This is no look ahead.")))
    if not isinstance(solve.answer, Looked):
        return None
    house, told = desk.house(), solve.answer.forecast
    trays = {t.id: t for t in house.trays}
    children = {c.id: c for c in house.children}
    mastered = [(children[c], trays[t], r) for (c, t), r in told.mastered.items() if c in children and t in trays]
    changes = [(trays[t], r) for t, r in told.changes.items() if t in house.standing and t in trays]
    names = {c.id: c.name for c in house.components}
    return Foreseen(
        runs=told.runs,
        mastered=tuple(sorted((m for m in mastered if _worth_telling(m[2])), key=lambda m: _first(m[2]))),
        changes=tuple(sorted((c for c in changes if _worth_telling(c[1])), key=lambda c: _first(c[1]))),
        out_of=tuple(
            sorted(
                ((names[k], r) for k, r in told.out_of.items() if k in names and _worth_telling(r)),
                key=lambda o: _first(o[1]),
            )
        ),
        policies=solve.answer.policies,
    )


def _worth_telling(told: Range) -> bool:
    return told.share >= LEAST_SHARE


def _first(told: Range) -> tuple[str, str]:
    return str(told.middle or "9999"), str(told.low or "9999")


def reviewed(house: House) -> Review:
    """How the last changes were taken, and what that says for the next."""
    return house.once("review", lambda: review(house.state, house.changes))
