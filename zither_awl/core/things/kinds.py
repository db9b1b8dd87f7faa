"""What a kind of thing can be used for, and what is assumed of one until somebody measures it."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass
from functools import lru_cache
from typing import Any

from zither_awl.core.errors import FieldProblem, InvalidValue
from zither_awl.core.saying import say
from zither_awl.core.things.component import Component
from zither_awl.core.things.kind_data import rows
from zither_awl.core.things.shapes import Box, Shape, largest_mm, scaled


@dataclass(frozen=True, slots=True, kw_only=True)
class Kind:
    """A kind of thing. `can` are the uses a role may ask for, `tool` and `grip` its steps in the difficulty vector,
    `flow` how a medium runs, `words` and `es` what it is called in English and Spanish."""

    name: str
    can: tuple[str, ...] = ()
    words: tuple[str, ...] = ()
    es: tuple[str, ...] = ()
    drawn: str = "piece"
    tool: int = 0
    grip: int | None = None
    flow: int = 0
    least_mm: float | None = None
    """The longest side of the smallest one that is likely; None for a share of the usual size."""
    most_mm: float | None = None
    """The longest side of the largest one that is likely; None for twice the usual size."""
    one_pair: bool = False
    """Whether a pair of them is one thing, as of scissors."""
    bears: tuple[str, ...] = ()
    """What it may show: animals, letters, shapes (core.things.subjects)."""
    source: str = say("common practice, no source")
    defaults: dict[str, Any]

    @property
    def called(self) -> tuple[str, ...]:
        """Every English word for it, its name first."""
        return (self.name, *self.words)

    @property
    def medium(self) -> bool:
        """Whether it is measured and not counted."""
        return "density_g_ml" in self.defaults

    def does(self, uses: Iterable[str]) -> str:
        """The first of these uses (or kinds) that a thing of this kind can be put to; "" for none."""
        return next((use for use in uses if use == self.name or use in self.can), "")


OWN = (
    "name",
    "can",
    "words",
    "es",
    "drawn",
    "tool",
    "grip",
    "flow",
    "least_mm",
    "most_mm",
    "one_pair",
    "bears",
    "source",
)


def _kind(row: dict[str, Any]) -> Kind:
    own = {key: row[key] for key in OWN if key in row}
    return Kind(**own, defaults={key: value for key, value in row.items() if key not in OWN})


KINDS: dict[str, Kind] = {kind.name: kind for kind in map(_kind, rows())}


@lru_cache(maxsize=4096)
def kinds_that_do(uses: tuple[str, ...]) -> frozenset[str]:
    """The names of the kinds that can be put to any of these uses."""
    return frozenset(name for name, kind in KINDS.items() if kind.does(uses))


def kind_of(component: Component) -> Kind:
    """The kind of a component. Raises: InvalidValue for a kind nobody knows."""
    return known_kind(component.kind)


def known_kind(name: str) -> Kind:
    """A kind by its name. Raises: InvalidValue."""
    if name not in KINDS:
        raise InvalidValue(
            FieldProblem(
                "kind", say("{name} is not a kind of thing.", name=repr(name)), say("Choose one from the list.")
            )
        )
    return KINDS[name]


def of_kind(name: str, kind: str, **told: Any) -> Component:
    """A component of a kind: what is told as it is told, the rest assumed and marked as assumed.

    Raises: InvalidValue for an unknown kind or a bad value.
    """
    known = {key: value for key, value in told.items() if value is not None}
    assumed = {key: value for key, value in known_kind(kind).defaults.items() if key not in known}
    kept: dict[str, Any] = {"id": 0, "shape": Box(80, 60, 40), **assumed, **known}
    marked = tuple(sorted({*assumed, *(() if "shape" in known else ("shape",))}))
    return Component(name=name, kind=kind, assumed=marked, **kept)


def scaled_to(shape: Shape, longest: float) -> Shape:
    """The same shape with its longest side at so many mm."""
    return scaled(shape, longest / largest_mm(shape))


TAP_WATER = of_kind(say("water from the tap"), "water")
"""Water is at hand in every house; id 0 until it is first used on a tray."""
