"""What is made at home: its steps, the checks that must pass before a child gets it, and marks of wear. Pure."""

from __future__ import annotations

from collections.abc import Collection, Sequence
from dataclasses import dataclass
from datetime import date
from typing import Literal

from zither_awl.core.errors import FieldProblem, InvalidValue
from zither_awl.core.saying import say
from zither_awl.core.things.kinds import known_kind
from zither_awl.core.words import listed

What = Literal["worn", "wash", "renew"]
WHATS: dict[What, str] = {"worn": "worn", "wash": say("to be washed"), "renew": say("to be renewed")}


@dataclass(frozen=True, slots=True, kw_only=True)
class Recipe:
    """How a kind of thing is made. `checks` are (key, sentence); `minutes` for one set."""

    key: str
    name: str
    makes: str
    work: str
    minutes: int
    materials: tuple[str, ...]
    steps: tuple[str, ...]
    checks: tuple[tuple[str, str], ...]

    def __post_init__(self) -> None:
        known_kind(self.makes)


@dataclass(frozen=True, slots=True, kw_only=True)
class Making:
    """Something that is being made: which steps are done, which checks it passed, who checked it and when."""

    id: int
    recipe: str
    name: str
    wanted_for: str = ""
    done: tuple[int, ...] = ()
    checked: tuple[str, ...] = ()
    checked_by: str = ""
    checked_on: date | None = None
    begun_on: date
    component_id: int | None = None
    """The thing of the cupboard it became."""


@dataclass(frozen=True, slots=True, kw_only=True)
class Mark:
    """A thing or a tray is worn, to be washed or to be renewed, until somebody did it."""

    id: int
    what: What
    component_id: int | None = None
    tray_id: int | None = None
    note: str = ""
    marked_by: str = ""
    marked_on: date
    done_on: date | None = None


def ready_to_give(making: Making, recipe: Recipe) -> None:
    """Whether what was made may go into the cupboard. Raises: InvalidValue, naming the steps and checks that lack."""
    steps = [recipe.steps[at] for at in range(len(recipe.steps)) if at not in making.done]
    if steps:
        raise InvalidValue(
            FieldProblem(
                "done",
                say(
                    "lacks {steps} of {steps2} steps: {steps3}",
                    steps=len(steps),
                    steps2=len(recipe.steps),
                    steps3=steps[0],
                ),
            )
        )
    lacking = [text for key, text in recipe.checks if key not in making.checked]
    if lacking:
        raise InvalidValue(
            FieldProblem(
                "checked",
                say(
                    "lacks {lacking} of {checks} checks: {lacking2}",
                    lacking=len(lacking),
                    checks=len(recipe.checks),
                    lacking2=lacking[0],
                ),
                say("A child gets it when all of them have passed."),
            )
        )
    if not making.checked_by.strip():
        raise InvalidValue(FieldProblem("checked_by", say("is empty; write who checked it.")))


def changed_by_a_check(making: Making, recipe: Recipe, done: Collection[int], checked: Collection[str]) -> None:
    """Whether steps and checks are of the recipe. Raises: InvalidValue."""
    strange = sorted({key for key in checked if key not in dict(recipe.checks)})
    if strange or any(not 0 <= at < len(recipe.steps) for at in done):
        what = listed(strange) if strange else say("a step that is not there")
        raise InvalidValue(
            FieldProblem("checked", say("has {what}, which {making} does not know.", what=what, making=making.name))
        )


def suggested(
    recipes: Sequence[Recipe], owned: Collection[str], begun: Collection[str], asked: dict[str, int]
) -> tuple[tuple[Recipe, int], ...]:
    """The recipes whose kind is not in the cupboard and not begun, with how many cards ask for it first; most first."""
    open_ = [(r, asked.get(r.makes, 0)) for r in recipes if r.makes not in owned and r.key not in begun]
    return tuple(sorted(open_, key=lambda each: (-each[1], each[0].name)))
