"""Trays to and from CSV. A row makes a card with one level, and one tray of it.

Columns (units in the header): see COLUMNS. Several values in a cell stand between bars: sharp | glass.
"""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from itertools import chain

from zither_awl.core.errors import FieldProblem, InvalidValue
from zither_awl.core.safety.allergens import ALLERGENS
from zither_awl.core.safety.nature import DECLARED
from zither_awl.core.saying import figure, say, together
from zither_awl.core.things.shapes import Box, Cylinder, Irregular, Shape, Softness, Solid, Sphere
from zither_awl.core.values import AREAS, TAGS, Card, Tray
from zither_awl.formats.tables import Cells, write_table


def _sizes(name: str) -> tuple[str, str, str]:
    return (f"{name}_mm", f"{name}_cm", f"{name}_in")


COLUMNS: tuple[str, ...] = (
    "name",
    "area",
    "from_months",
    "to_months",
    "follows_from",
    *_sizes("width"),
    *_sizes("depth"),
    *_sizes("height"),
    "mass_g",
    "mass_kg",
    "pieces",
    "piece_shape",
    "piece_mm",
    "soft",
    "breakable",
    "unsafe",
    "cord_mm",
    "tags",
    "alike",
    "bin",
    "for",
)
WRITTEN = tuple(c for c in COLUMNS if not c.endswith(("_cm", "_in", "_kg")))
SHAPES = ("ball", "cylinder", "brick", "irregular")
SMALLEST_TRAY_MM = 60.0
"""Below this a tray's width was probably meant in another unit."""


@dataclass(frozen=True, slots=True)
class TrayLine:
    """A row read: the tray without its links, and the names it links to."""

    tray: Tray
    follows: tuple[str, ...]
    bin: str
    for_children: tuple[str, ...]


def read_tray(cells: Mapping[str, str]) -> tuple[TrayLine | None, tuple[FieldProblem, ...]]:
    """One row as a tray, or everything that is wrong with it."""
    row = Cells(cells)
    name = row.needed("name")
    area = row.one_of("area", AREAS)
    months = row.whole("from_months", 0), row.whole("to_months", 96)
    piece = piece_of(row)
    hazards = _hazards(row)
    sizes = {side: _side(row, side) for side in ("width", "depth", "height")}
    mass, pieces = _mass(row), row.whole("pieces", 1)
    softness = {"no": "firm", "yes": "soft"}.get(row.text("soft", "no").lower(), row.text("soft").lower())
    if softness not in {s.value for s in Softness}:
        row.unknown("soft", softness, ("no", "cloth", "soft"))
    tags = [t for t in row.listed("tags") if _tag(row, t)]
    breakable, cord = row.yes("breakable"), row.number("cord_mm")
    if row.problems:
        return None, tuple(row.problems)
    try:
        card = Card(id=0, name=name, area=area, from_months=months[0] or 0, to_months=months[1] or 0)
        tray = Tray(
            id=0,
            name=name,
            card=card,
            width_mm=sizes["width"],
            depth_mm=sizes["depth"],
            height_mm=sizes["height"],
            mass_g=mass,
            pieces=pieces or 0,
            piece=piece,
            softness=Softness(softness),
            breakable=breakable,
            hazards=tuple(hazards),
            cord_mm=cord,
            tags=tuple(tags),
            alike=row.text("alike"),
        )
    except InvalidValue as problem:
        return None, tuple(_in_column(p, row) for p in problem.problems)
    return TrayLine(tray, tuple(row.listed("follows_from")), row.text("bin"), tuple(row.listed("for"))), ()


def _in_column(problem: FieldProblem, row: Cells) -> FieldProblem:
    """A core problem named by the column it was read from."""
    column = problem.field
    if column.endswith("_mm") and column != "cord_mm":
        column = row.length_column(column.removesuffix("_mm"))
    return FieldProblem(column, problem.message, problem.hint)


def _side(row: Cells, side: str) -> float:
    size = row.length_mm(side)
    column = row.length_column(side)
    if size is None:
        if not any(p.field == column for p in row.problems):
            row.wrong(column, say("is empty."), say("Give {side}_mm, {side}_cm or {side}_in.", side=side))
        return 1.0
    if side == "width" and 0 < size < SMALLEST_TRAY_MM:
        row.wrong(
            column,
            say(
                "is {size} mm; a tray is at least {smallest_tray_mm} mm wide.",
                size=figure(size),
                smallest_tray_mm=figure(SMALLEST_TRAY_MM),
            ),
            say("Did you mean {size} cm? Then the header is width_cm.", size=figure(size)),
        )
    return size


def _mass(row: Cells) -> float:
    grams, kilos = row.number("mass_g"), row.number("mass_kg")
    if grams is None and kilos is None:
        if not row.text("mass_g"):
            row.wrong("mass_g", say("is empty."), say("Weigh the tray with everything on it."))
        return 1.0
    return grams if grams is not None else (kilos or 0) * 1000


def piece_of(row: Cells, shape: str = "piece_shape", size: str = "piece_mm") -> Shape | None:
    """The shape in two cells of a row, None where both are empty; what is wrong is noted on the row."""
    word, sizes = row.text(shape).lower(), row.text(size).lower()
    if not word and not sizes:
        return None
    if word not in SHAPES:
        row.unknown(shape, word, SHAPES)
        return None
    try:
        numbers = [float(part.replace(",", ".")) for part in sizes.replace("×", "x").split("x")]
        return shape_of(word, numbers)
    except InvalidValue as problem:
        row.wrong(size, problem.problems[0].message)
    except (ValueError, TypeError):
        wanted = {"ball": "9", "cylinder": "8x60", "brick": "10x20x40", "irregular": "40x20x20"}[word]
        row.wrong(
            size,
            say("{sizes} does not describe a {word}.", sizes=repr(sizes), word=word),
            say("For example {wanted}, in mm.", wanted=wanted),
        )
    return None


def shape_of(word: str, numbers: Sequence[float]) -> Shape:
    """The shape a word and its sizes in mm mean. Raises: InvalidValue for a size, TypeError for their number."""
    kinds: dict[str, type[Solid]] = {"ball": Sphere, "cylinder": Cylinder, "brick": Box}
    if word == "irregular":
        return Irregular(None, Box(*numbers), snug=True) if len(numbers) == 3 else Irregular(None, Sphere(*numbers))
    return kinds[word](*numbers)


def _hazards(row: Cells) -> list[str]:
    known = [*DECLARED, *(f"allergen:{a}" for a in ALLERGENS)]
    good = [kind for kind in row.listed("unsafe") if kind in known]
    for kind in row.listed("unsafe"):
        if kind not in known:
            row.unknown("unsafe", kind, known)
    return good


def _tag(row: Cells, tag: str) -> bool:
    if tag not in TAGS:
        row.unknown("tags", tag, TAGS)
    return tag in TAGS


def tray_cells(tray: Tray, follows: list[str], bin_name: str, for_names: list[str]) -> dict[str, str]:
    """A tray as the cells of a row, lengths in mm."""
    shape, size = shape_cells(tray.piece)
    return {
        "name": tray.name,
        "area": tray.card.area,
        "from_months": str(tray.card.from_months),
        "to_months": str(tray.card.to_months),
        "follows_from": " | ".join(follows),
        "width_mm": f"{tray.width_mm:g}",
        "depth_mm": f"{tray.depth_mm:g}",
        "height_mm": f"{tray.height_mm:g}",
        "mass_g": f"{tray.mass_g:g}",
        "pieces": str(tray.pieces),
        "piece_shape": shape,
        "piece_mm": size,
        "soft": "no" if tray.softness is Softness.FIRM else tray.softness.value,
        "breakable": "yes" if tray.breakable else "no",
        "unsafe": " | ".join(tray.hazards),
        "cord_mm": "" if tray.cord_mm is None else f"{tray.cord_mm:g}",
        "tags": " | ".join(tray.tags),
        "alike": tray.alike,
        "bin": bin_name,
        "for": " | ".join(for_names),
    }


def shape_cells(piece: Shape | None) -> tuple[str, str]:
    """A shape as the cells of a row: its word, and its sizes in mm."""
    match piece:
        case None:
            return "", ""
        case Sphere(d):
            return "ball", f"{d:g}"
        case Cylinder(d, length):
            return "cylinder", f"{d:g}x{length:g}"
        case Box(a, b, c):
            return "brick", f"{a:g}x{b:g}x{c:g}"
        case Irregular(_, around):
            return "irregular", shape_cells(around)[1]


def problem_table(rows: list[tuple[Mapping[str, str], tuple[FieldProblem, ...]]], columns: tuple[str, ...]) -> str:
    """The bad rows as they came, with a column `problem` that says what to mend."""
    used = [c for c in columns if any(cells.get(c) for cells, _ in rows)]
    said = [
        {
            **cells,
            "problem": together(
                chain.from_iterable(
                    (say("{field}: {message}", field=p.field, message=p.message), p.hint) for p in problems
                )
            ),
        }
        for cells, problems in rows
    ]
    return write_table([*used, "problem"], said)
