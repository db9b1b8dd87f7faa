"""What a kind of thing can be used for, and what is assumed of one until somebody measures it."""

from __future__ import annotations

import re
from collections.abc import Iterable
from dataclasses import dataclass, replace
from difflib import SequenceMatcher
from functools import lru_cache
from typing import Any

from zither_awl.core.component import Component, Inside
from zither_awl.core.errors import FieldProblem, InvalidValue
from zither_awl.core.kind_table import TABLE
from zither_awl.core.shapes import Box, Shape, largest_mm, scaled


@dataclass(frozen=True, slots=True, kw_only=True)
class Kind:
    """A kind of thing. `can` are the uses a role may ask for, `tool` and `grip` its steps in the difficulty vector,
    `flow` how a medium runs. The measures are common household sizes: common practice, no source."""

    name: str
    can: tuple[str, ...]
    words: tuple[str, ...]
    drawn: str
    tool: int = 0
    grip: int | None = None
    flow: int = 0
    least_mm: float | None = None
    """The longest side of the smallest one that is likely; None for a share of the usual size."""
    defaults: dict[str, Any]

    def does(self, uses: Iterable[str]) -> str:
        """The first of these uses (or kinds) that a thing of this kind can be put to; "" for none."""
        return next((use for use in uses if use == self.name or use in self.can), "")


def _kind(name: str, row: dict[str, Any]) -> Kind:
    kept = dict(row)
    own = {key: kept.pop(key) for key in ("tool", "grip", "flow", "least_mm") if key in kept}
    words = (name, *kept.pop("words", ()))
    return Kind(name=name, can=tuple(kept.pop("can", ())), words=words, drawn=kept.pop("drawn", "piece"),
                defaults=kept, **own)  # fmt: skip


KINDS: dict[str, Kind] = {name: _kind(name, row) for name, row in TABLE.items()}


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
        raise InvalidValue(FieldProblem("kind", f"{name!r} is not a kind of thing.", "Choose one from the list."))
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


NUMBERS = {"a": 1, "an": 1, "one": 1, "two": 2, "three": 3, "four": 4, "five": 5, "six": 6, "seven": 7, "eight": 8,
           "nine": 9, "ten": 10, "twelve": 12}  # fmt: skip
_TYPED = re.compile(
    r"^\s*(?:(?P<count>\d{1,4}|" + "|".join(NUMBERS) + r")\s+)?(?P<name>.+?)"
    r"(?:\s+(?:of|at|à)?\s*(?P<size>\d+(?:[.,]\d+)?)\s*(?P<unit>mm|cm|ml|m|g))?\s*$", re.IGNORECASE,
)  # fmt: skip
_TO_MM = {"mm": 1.0, "cm": 10.0, "m": 1000.0}


def understood(typed: str) -> Component:
    """A thing as somebody types it, "6 felt balls of 60 mm": count, name, kind, size; the rest assumed.

    Raises: InvalidValue when no kind is recognised in the words.
    """
    found = _TYPED.match(typed)
    name = found["name"].strip() if found else ""
    kind = kind_in(name)
    if found is None or kind is None:
        hint = f"Likeliest: {', '.join(likely_kinds(name or typed))}."
        raise InvalidValue(FieldProblem("kind", f"is not clear from {typed.strip()!r}.", hint))
    count = found["count"]
    told: dict[str, Any] = {"count": NUMBERS.get(count.lower(), 0) or int(count) if count else None}
    size = float(found["size"].replace(",", ".")) if found["size"] else None
    unit = (found["unit"] or "").lower()
    base = of_kind(name, kind.name, **told)
    if size and unit in _TO_MM and base.cord_mm:
        return replace(base, cord_mm=size * _TO_MM[unit], assumed=_less(base, "cord_mm"))
    if size and unit in _TO_MM:
        return replace(base, shape=scaled_to(base.shape, size * _TO_MM[unit]), assumed=_less(base, "shape"))
    if size and unit == "g":
        return replace(base, mass_g=size, assumed=_less(base, "mass_g"))
    if size and base.medium:
        return replace(base, stock_ml=size, assumed=_less(base, "stock_ml"))
    if size and base.inside:
        return replace(base, inside=_grown(base.inside, size), assumed=_less(base, "inside"))
    return base


def _less(component: Component, field: str) -> tuple[str, ...]:
    return tuple(each for each in component.assumed if each != field)


def _grown(inside: Inside, ml: float) -> Inside:
    factor = (ml / inside.volume_ml) ** (1 / 3)
    low, across = inside.bottom_mm, inside.across_mm
    return Inside(depth_mm=inside.depth_mm * factor, top_mm=inside.top_mm * factor,
                  bottom_mm=low * factor if low else None, across_mm=across * factor if across else None)  # fmt: skip


def kind_in(name: str) -> Kind | None:
    """The kind whose word stands in a name, the longest word first; a plural is understood."""
    plain = _plain(name)
    best: tuple[int, int, Kind] | None = None
    for kind in KINDS.values():
        for word in kind.words:
            at = plain.rfind(_plain(word))
            if at >= 0 and (best is None or (len(word), at) > best[:2]):
                best = (len(word), at, kind)
    return best[2] if best else None


def likely_kinds(name: str, most: int = 3) -> tuple[str, ...]:
    """The kinds whose words are written most like a name, the likeliest first: for asking, never for assuming."""
    said = _plain(name).split() or [""]

    def near(kind: Kind) -> float:
        known = {part for word in (*kind.words, kind.name) for part in _plain(word).split()}
        return max(SequenceMatcher(None, one, other).ratio() for one in said for other in known)

    return tuple(kind.name for kind in sorted(KINDS.values(), key=lambda each: (-near(each), each.name))[:most])


def _plain(words: str) -> str:
    return " " + " ".join(_singular(word) for word in re.findall(r"[a-zà-ÿ]+", words.lower())) + " "


_PLURALS = (("nives", "nife"), ("eaves", "eaf"), ("oaves", "oaf"), ("ies", "y"), ("shes", "sh"), ("ches", "ch"),
            ("sses", "ss"), ("xes", "x"))  # fmt: skip


def _singular(word: str) -> str:
    for ending, single in _PLURALS:
        if word.endswith(ending):
            return word.removesuffix(ending) + single
    return word[:-1] if word.endswith("s") and not word.endswith(("ss", "us")) else word


def scaled_to(shape: Shape, longest: float) -> Shape:
    """The same shape with its longest side at so many mm."""
    return scaled(shape, longest / largest_mm(shape))


TAP_WATER = of_kind("water from the tap", "water")
"""Water is at hand in every house; id 0 until it is first used on a tray."""
