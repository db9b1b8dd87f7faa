"""CSV tables as people have them: headers in any order and any case, comma or semicolon, with or without BOM."""

from __future__ import annotations

import csv
import io
from collections.abc import Iterable, Mapping, Sequence
from difflib import get_close_matches
from math import isfinite, nan

from zither_awl.core.errors import FieldProblem, InvalidValue
from zither_awl.core.saying import figure, say, together

MOST_ROWS = 2000


def read_table(text: str, columns: Sequence[str]) -> list[dict[str, str]]:
    """The rows of a CSV text as cells by known column. A column `problem` from an earlier report is passed over.

    A decimal comma is turned into a point by whoever reads the number. Raises: InvalidValue for an empty file, one
    that is not UTF-8, an unknown or repeated header (with a suggestion), a row with more cells than the header, or more
    than 2000 rows.
    """
    body = text.lstrip("\ufeff").replace("\r\n", "\n").replace("\r", "\n")
    lines = [line for line in body.splitlines() if line.strip()]
    if not lines:
        raise InvalidValue(FieldProblem("file", say("is empty."), say("Download the sample and begin from it.")))
    if "\ufffd" in body or "\0" in body:
        raise InvalidValue(FieldProblem("file", say("is not written in UTF-8."), say("Save it as CSV UTF-8.")))
    delimiter = ";" if lines[0].count(";") > lines[0].count(",") else ","
    rows = _rows(body, delimiter)
    header = [_known(cell, columns) for cell in rows[0]]
    _check_header(header)
    if len(rows) - 1 > MOST_ROWS:
        raise InvalidValue(
            FieldProblem(
                "file",
                say("has {rows} rows; the limit is {most_rows}.", rows=len(rows) - 1, most_rows=MOST_ROWS),
                say("Split it."),
            )
        )
    for number, row in enumerate(rows[1:], start=1):
        if len(row) > len(header) and any(cell.strip() for cell in row[len(header) :]):
            said = say(
                "row {number} has {row} cells; the header has {header}.",
                number=number,
                row=len(row),
                header=len(header),
            )
            raise InvalidValue(FieldProblem("file", said, say("Put a text with a comma in it into quotes.")))
    return [
        {name: cell.strip() for name, cell in zip(header, row, strict=False) if name != "problem"} for row in rows[1:]
    ]


def _rows(body: str, delimiter: str) -> list[list[str]]:
    """The rows that hold anything. Raises: InvalidValue for what is no CSV, and for a cell longer than any text."""
    try:
        table = list(csv.reader(io.StringIO(body), delimiter=delimiter))
    except csv.Error as problem:
        hint = say(
            "No cell may have more than {field_size_limit} characters; quotes must be closed.",
            field_size_limit=csv.field_size_limit(),
        )
        raise InvalidValue(
            FieldProblem("file", say("cannot be read as CSV: {problem}.", problem=problem), hint)
        ) from None
    rows = [row for row in table if any(cell.strip() for cell in row)]
    if not rows:
        raise InvalidValue(FieldProblem("file", say("is empty."), say("Download the sample and begin from it.")))
    return rows


def _known(cell: str, columns: Sequence[str]) -> str:
    name = "_".join(cell.strip().lower().replace("-", " ").split())
    if name in columns or name == "problem":
        return name
    close = get_close_matches(name, columns, n=1)
    hint = (
        say("Did you mean {close}?", close=close[0])
        if close
        else say("Known columns: {columns}.", columns=together(columns, ", "))
    )
    raise InvalidValue(FieldProblem("header", say("{cell} is not a column.", cell=repr(cell.strip())), hint))


def _check_header(header: Sequence[str]) -> None:
    twice = {name for name in header if header.count(name) > 1}
    if twice:
        raise InvalidValue(
            FieldProblem(
                "header", say("{twice} is there twice.", twice=together(sorted(twice), ", ")), say("Keep one.")
            )
        )


def write_table(columns: Sequence[str], rows: Iterable[Mapping[str, str]]) -> str:
    """A CSV text with those columns. A cell that a spreadsheet would run as a formula gets a leading apostrophe."""
    out = io.StringIO()
    writer = csv.writer(out, lineterminator="\r\n")
    writer.writerow(columns)
    for row in rows:
        writer.writerow([_harmless(row.get(name, "")) for name in columns])
    return out.getvalue()


RUN = ("=", "+", "-", "@", "\t", "\r")
"""What a spreadsheet takes for the beginning of a formula."""


def _harmless(cell: str) -> str:
    number = cell[:1] in RUN and cell[1:].replace(".", "", 1).isdigit()
    return f"'{cell}" if cell.lstrip("'")[:1] in RUN and not number else cell


def _read_back(cell: str) -> str:
    return cell[1:] if cell[:1] == "'" and cell.lstrip("'")[:1] in RUN else cell


class Cells:
    """Reads the cells of one row, gathering what is wrong instead of stopping at it."""

    def __init__(self, cells: Mapping[str, str]) -> None:
        self._cells = {k: _read_back(v) for k, v in cells.items()}
        self.problems: list[FieldProblem] = []

    def wrong(self, column: str, message: str, hint: str = "") -> None:
        """Note a problem."""
        self.problems.append(FieldProblem(column, message, hint))

    def has(self, column: str) -> bool:
        """Whether the file has this column."""
        return column in self._cells

    def text(self, column: str, default: str = "") -> str:
        """The cell, or the default where it is empty."""
        return self._cells.get(column, "") or default

    def needed(self, column: str) -> str:
        """The cell; a problem where it is empty."""
        if not self.text(column):
            self.wrong(column, say("is empty."), say("Fill it in."))
        return self.text(column)

    def listed(self, column: str) -> list[str]:
        """A cell of several values between bars: "sharp | glass"."""
        return [part.strip() for part in self.text(column).split("|") if part.strip()]

    def one_of(self, column: str, allowed: Sequence[str], default: str = "") -> str:
        """One word of a list, with "did you mean" for a misspelt one."""
        word = self.text(column, default)
        if word.lower() in allowed:
            return word.lower()
        self.unknown(column, word, allowed)
        return ""

    def unknown(self, column: str, word: str, allowed: Sequence[str]) -> None:
        """Note a word that is not in the list, with the nearest one that is."""
        close = get_close_matches(word.lower(), [a.lower() for a in allowed], n=1, cutoff=0.5)
        nearest = next((a for a in allowed if close and a.lower() == close[0]), "")
        hint = (
            say("Did you mean {nearest}?", nearest=nearest)
            if nearest
            else say("Expected one of: {allowed}.", allowed=together(allowed, ", "))
        )
        self.wrong(column, say("{word} is not known.", word=repr(word)) if word else say("is empty."), hint)

    def number(self, column: str, default: float | None = None) -> float | None:
        """A number; a decimal comma is understood."""
        word = self.text(column)
        if not word:
            return default
        try:
            value = float(word.replace(",", "."))
        except ValueError:
            value = nan
        if not isfinite(value):
            self.wrong(
                column,
                say("{word} is not a number.", word=repr(word)),
                say("Write digits, as 12.5; the unit is in the header."),
            )
            return default
        return value

    def whole(self, column: str, default: int | None = None) -> int | None:
        """A whole number."""
        value = self.number(column)
        if value is None:
            if not self.text(column) and default is None:
                self.wrong(column, say("is empty."), say("Fill it in."))
            return default
        if value != int(value):
            self.wrong(column, say("is {value}; a whole number is expected.", value=figure(value)))
        return int(value)

    def yes(self, column: str) -> bool:
        """Yes or no; empty is no."""
        word = self.text(column, "no").lower()
        if word not in ("yes", "no", "y", "n", "true", "false", "1", "0", "si", "sí"):
            self.wrong(column, say("{word} is not known.", word=repr(word)), say("Write yes or no."))
        return word in ("yes", "y", "true", "1", "si", "sí")

    def length_mm(self, column: str) -> float | None:
        """A length in mm from whichever of `_mm`, `_cm`, `_in` the header has; units are never guessed."""
        for unit, factor in (("mm", 1.0), ("cm", 10.0), ("in", 25.4)):
            value = self.number(f"{column}_{unit}")
            if value is not None:
                return value * factor
        return None

    def length_column(self, column: str) -> str:
        """The column a length was written in."""
        return next((f"{column}_{u}" for u in ("mm", "cm", "in") if self.text(f"{column}_{u}")), f"{column}_mm")
