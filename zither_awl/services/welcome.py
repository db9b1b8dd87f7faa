"""Use cases of the first evening: how far it is, what was put off, a demo house to look at and to leave again."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from contextlib import closing
from dataclasses import dataclass
from pathlib import Path
from tempfile import TemporaryDirectory
from typing import Literal

from zither_awl.core.errors import FieldProblem, InvalidValue
from zither_awl.core.saying import say
from zither_awl.services.desk import Desk, House
from zither_awl.store import prepare

Step = Literal["house", "children", "know", "places", "things", "first"]
State = Literal["open", "done", "later"]
LOOKED_AT = "demo"
"""Kept beside the steps: the demo was only moved in to be looked at."""

_THERE: Mapping[Step, Callable[[House], bool]] = {
    "house": lambda house: house.household is not None,
    "children": lambda house: bool(house.children),
    "know": lambda house: bool(house.people.said),
    "places": lambda house: bool(house.units),
    "things": lambda house: bool(house.components) or bool(house.trays),
    "first": lambda house: bool(house.placements),
}


@dataclass(frozen=True, slots=True)
class Evening:
    """How each step stands, in their order; and whether there is nothing left to take up again."""

    steps: tuple[tuple[Step, State], ...]
    through: bool


def evening(house: House) -> Evening:
    """How far the first evening is. A house in which something stands, or ever changed, is through with it."""
    kept = house.settings.welcome
    steps = tuple((step, _state(kept.get(step), there(house))) for step, there in _THERE.items())
    settled = bool(house.placements) or bool(house.changes) or kept.get("first") == "done"
    return Evening(steps, settled or all(state != "open" for _, state in steps))


def _state(kept: str | None, there: bool) -> State:
    if there:
        return "done"
    return "done" if kept == "done" else "later" if kept == "later" else "open"


def keep_step(desk: Desk, step: Step, state: Literal["done", "later"], adult_id: int | None) -> None:
    """Keep that a step is through, or was put off."""
    if desk.house().settings.welcome.get(step) == state:
        return
    with desk.write(adult_id, say("Welcome: {step} {state}", step=step, state=state)) as work:
        work.settings.save_welcome_step(step, state)


def only_looked_at(house: House) -> bool:
    """Whether this is the demo, moved in from the first screen to be left again."""
    return LOOKED_AT in house.settings.welcome


def look_at_demo(desk: Desk) -> None:
    """Fill an empty house with the demo's household. Raises: InvalidValue where somebody lives already."""
    if desk.house().household is not None:
        raise InvalidValue(
            FieldProblem(
                "household",
                say("is there already: the demo needs an empty house."),
                say("Start the demo by itself: make demo."),
            )
        )
    _put_in_place(desk, seeded=True)


def leave_demo(desk: Desk) -> None:
    """Empty the demo house again; a copy of it is kept among the copies, should somebody have begun to live in it.

    Raises: InvalidValue for a house that was not moved in from the first screen.
    """
    if not only_looked_at(desk.house()):
        raise InvalidValue(FieldProblem("household", say("is no demo that was only looked at; nothing was changed.")))
    _put_in_place(desk, seeded=False, keep=f"before-leaving-the-demo-{desk.now():%Y-%m-%d}")


def _put_in_place(desk: Desk, *, seeded: bool, keep: str = "") -> None:
    # The demo is invented by a program of its own, which nobody needs who has a household.
    from zither_awl.services.demo import seed_demo

    with TemporaryDirectory() as folder:
        path = Path(folder) / "fresh.db"
        with closing(Desk(prepare(path), desk.clock)) as fresh:
            if seeded:
                seed_demo(fresh)
                with fresh.write_untracked() as work:
                    work.settings.save_welcome_step(LOOKED_AT, "done")
        desk.replace_database(path, keep)
