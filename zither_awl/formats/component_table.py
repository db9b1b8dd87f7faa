"""Components to and from CSV: a thing a row. Only the name is needed; what is not told is assumed from the kind.

Columns (units in the header): see COLUMNS. Several values in a cell stand between bars; marks as ml:mm | ml:mm.
"""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace
from typing import Any

from zither_awl.core.errors import FieldProblem, InvalidValue
from zither_awl.core.safety.allergens import ALLERGENS
from zither_awl.core.safety.nature import DECLARED
from zither_awl.core.saying import say
from zither_awl.core.things.component import SEALS, Component, Inside
from zither_awl.core.things.fill import density_problem
from zither_awl.core.things.held import held
from zither_awl.core.things.kinds import KINDS, of_kind
from zither_awl.core.things.lexicon import tokens
from zither_awl.core.things.said import read
from zither_awl.core.things.shapes import Softness
from zither_awl.formats.tables import Cells
from zither_awl.formats.tray_table import piece_of, shape_cells

COLUMNS: tuple[str, ...] = (
    "name",
    "kind",
    "count",
    "shape",
    "size_mm",
    "mass_g",
    "soft",
    "material",
    "breakable",
    "inside_depth_mm",
    "inside_top_mm",
    "inside_bottom_mm",
    "inside_across_mm",
    "marks",
    "density_g_ml",
    "stock_ml",
    "stock_g",
    "per_use",
    "sealed",
    "magnet",
    "cell",
    "cord_mm",
    "allergens",
    "unsafe",
    "colours",
    "shows",
    "box_months",
    "cost",
    "came_from",
    "bin",
    "assumed",
)
WRITTEN = tuple(c for c in COLUMNS if c != "stock_g")


@dataclass(frozen=True, slots=True)
class ComponentLine:
    """A row read: the component, and the name of its bin."""

    component: Component
    bin: str


def read_component(cells: Mapping[str, str]) -> tuple[ComponentLine | None, tuple[FieldProblem, ...]]:
    """One row as a component, or everything that is wrong with it."""
    row = Cells(cells)
    name = row.needed("name")
    kind = _kind(row, name)
    told = _told(row)
    if row.problems:
        return None, tuple(row.problems)
    try:
        made = of_kind(name, kind, **told)
        grams = row.number("stock_g")
        if grams is not None and made.density_g_ml:
            made = of_kind(name, kind, **{**told, "stock_ml": grams / made.density_g_ml})
    except InvalidValue as problem:
        return None, problem.problems
    made = _by_its_name(made) if told["allergens"] is None else made
    wrong = density_problem(made)
    return (None, (wrong,)) if wrong else (ComponentLine(_marked(row, made), row.text("bin")), ())


def _by_its_name(made: Component) -> Component:
    """With what a food of its name usually holds, marked as assumed."""
    more = held(KINDS[made.kind], tokens(made.name))
    marked = tuple(sorted({*made.assumed, "allergens"}))
    return replace(made, allergens=(*made.allergens, *more), assumed=marked) if more else made


def _kind(row: Cells, name: str) -> str:
    word = row.text("kind").lower()
    if word in KINDS:
        return word
    if word:
        row.unknown("kind", word, tuple(KINDS))
        return ""
    found = read(name).kind
    if not found and name:
        row.wrong(
            "kind",
            say("is not clear from {name}.", name=repr(name)),
            say("Write the kind, as jug, bowl, spoon, ball, card."),
        )
    return found


def _told(row: Cells) -> dict[str, Any]:
    """What the row tells; an empty cell is not told."""
    told: dict[str, Any] = {
        "count": row.whole("count", 1) if row.text("count") else None,
        "shape": piece_of(row, "shape", "size_mm"),
        "mass_g": row.number("mass_g"),
        "material": row.text("material") or None,
        "inside": _inside(row),
        "density_g_ml": row.number("density_g_ml"),
        "stock_ml": row.number("stock_ml"),
        "per_use": row.number("per_use"),
        "cord_mm": row.number("cord_mm"),
        "cost": row.number("cost"),
        "came_from": row.text("came_from") or None,
    }
    for column in ("breakable", "magnet", "cell"):
        told[column] = row.yes(column) if row.text(column) else None
    if row.text("soft"):
        word = {"no": "firm", "yes": "soft"}.get(row.text("soft").lower(), row.text("soft").lower())
        if word in {s.value for s in Softness}:
            told["softness"] = Softness(word)
        else:
            row.unknown("soft", word, ("no", "cloth", "soft"))
    if row.text("sealed"):
        told["sealed"] = row.one_of("sealed", SEALS)
    told["allergens"] = _known(row, "allergens", ALLERGENS)
    told["dangers"] = _known(row, "unsafe", tuple(DECLARED))
    told["colours"] = tuple(row.listed("colours")) or None
    told["subject"] = row.text("shows") or None
    told["box_months"] = row.whole("box_months", 0) if row.text("box_months") else None
    return told


def _known(row: Cells, column: str, allowed: Sequence[str]) -> tuple[str, ...] | None:
    words = row.listed(column)
    for word in words:
        if word not in allowed:
            row.unknown(column, word, allowed)
    return tuple(words) or None


def _inside(row: Cells) -> Inside | None:
    depth, top = row.number("inside_depth_mm"), row.number("inside_top_mm")
    if depth is None and top is None:
        return None
    if depth is None or top is None:
        row.wrong(
            "inside_depth_mm" if depth is None else "inside_top_mm", say("is empty."), say("Give both depth and top.")
        )
        return None
    try:
        return Inside(
            depth_mm=depth,
            top_mm=top,
            bottom_mm=row.number("inside_bottom_mm"),
            across_mm=row.number("inside_across_mm"),
            marks=_marks(row),
        )
    except InvalidValue as problem:
        for each in problem.problems:
            row.wrong(
                each.field.replace("inside.", "inside_").replace("inside_marks", "marks"), each.message, each.hint
            )
    return None


def _marks(row: Cells) -> tuple[tuple[float, float], ...]:
    pairs = []
    for word in row.listed("marks"):
        ml, _, up = word.replace(",", ".").partition(":")
        try:
            pairs.append((float(ml), float(up)))
        except ValueError:
            row.wrong(
                "marks", say("{word} is not understood.", word=repr(word)), say("Write ml:mm, as 100:24 | 200:47.")
            )
    return tuple(pairs)


EMPTY: dict[str, tuple[str, Any]] = {
    "per_use": ("per_use", None),
    "cord_mm": ("cord_mm", None),
    "inside": ("inside_depth_mm", None),
    "allergens": ("allergens", ()),
    "dangers": ("unsafe", ()),
    "material": ("material", ""),
}
"""What an empty cell means in a file that says what is assumed: by field, its column and its empty value."""


def _marked(row: Cells, made: Component) -> Component:
    """With a column `assumed` (our own export) what it names stays assumed although it is told, and what it does not
    name is told although it is empty."""
    if not row.has("assumed"):
        return made
    words = {word for word in row.listed("assumed") if hasattr(made, word)}
    told_empty = {
        field: empty for field, (column, empty) in EMPTY.items() if field not in words and not row.text(column)
    }
    return replace(made, **told_empty, assumed=tuple(sorted(words)))


def component_cells(component: Component, bin_name: str) -> dict[str, str]:
    """A component as the cells of a row."""
    shape, size = shape_cells(component.shape)
    inside = component.inside
    marks = " | ".join(f"{ml:g}:{up:g}" for ml, up in inside.marks) if inside else ""
    return {
        "name": component.name,
        "kind": component.kind,
        "count": str(component.count),
        "shape": shape,
        "size_mm": size,
        "mass_g": f"{component.mass_g:g}",
        "soft": {"firm": "no"}.get(component.softness.value, component.softness.value),
        "material": component.material,
        "breakable": _yes(component.breakable),
        "inside_depth_mm": _number(inside.depth_mm if inside else None),
        "inside_top_mm": _number(inside.top_mm if inside else None),
        "inside_bottom_mm": _number(inside.bottom_mm if inside else None),
        "inside_across_mm": _number(inside.across_mm if inside else None),
        "marks": marks,
        "density_g_ml": _number(component.density_g_ml),
        "stock_ml": _number(component.stock_ml),
        "per_use": _number(component.per_use),
        "sealed": component.sealed,
        "magnet": _yes(component.magnet),
        "cell": _yes(component.cell),
        "cord_mm": _number(component.cord_mm),
        "allergens": " | ".join(component.allergens),
        "unsafe": " | ".join(component.dangers),
        "colours": " | ".join(component.colours),
        "shows": component.subject,
        "box_months": _number(component.box_months),
        "cost": _number(component.cost),
        "came_from": component.came_from,
        "bin": bin_name,
        "assumed": " | ".join(component.assumed),
    }


def _yes(value: bool) -> str:
    return "yes" if value else "no"


def _number(value: float | None) -> str:
    return "" if value is None else f"{value:g}"
