"""Use cases of files of things and of cards coming in and going out, by the same rules as files of trays."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import replace
from typing import Any

from zither_awl.catalogue import design_of
from zither_awl.catalogue.loader import written_design
from zither_awl.core.errors import FieldProblem, InvalidValue
from zither_awl.core.saying import say, together
from zither_awl.core.trays import Design
from zither_awl.formats import card_table, component_table
from zither_awl.formats.component_table import ComponentLine, component_cells, read_component
from zither_awl.formats.tables import read_table, write_table
from zither_awl.services.catalogue import designs, lost_levels, own_card
from zither_awl.services.desk import Desk, House
from zither_awl.services.importing import Report, ReportRow, Row, report_of
from zither_awl.services.things import bin_for, cap_problem


def rows_of_components(text: str) -> list[dict[str, str]]:
    """The rows of a CSV of things. Raises: InvalidValue if the file itself cannot be read."""
    return read_table(text, component_table.COLUMNS)


def check_components(desk: Desk, rows: Sequence[Row]) -> Report:
    """Check every row of things against the house; nothing is written."""
    checked, _ = _check_components(desk.house(), rows)
    return report_of(rows, checked, component_table.COLUMNS)


def take_components(desk: Desk, rows: Sequence[Row], adult_id: int | None) -> Report:
    """Take the good rows, all in one write."""
    house = desk.house()
    checked, lines = _check_components(house, rows)
    good = [line for row, line in zip(checked, lines, strict=True) if line and row.status in ("new", "changed")]
    if good:
        known = {c.name: c.id for c in house.components}
        with desk.write(adult_id, say("Imported {good} things", good=len(good))) as work:
            for line in good:
                bin_id = bin_for(work, house, line.bin)
                work.cupboard.save_component(
                    replace(line.component, id=known.get(line.component.name, 0), bin_id=bin_id)
                )
    return replace(report_of(rows, checked, component_table.COLUMNS), taken=len(good))


def _check_components(house: House, rows: Sequence[Row]) -> tuple[list[ReportRow], list[ComponentLine | None]]:
    names = [row.get("name", "") for row in rows]
    checked: list[ReportRow] = []
    lines: list[ComponentLine | None] = []
    for number, row in enumerate(rows, start=1):
        line, problems = read_component(row)
        if line is not None and names.count(line.component.name) > 1:
            problems = (
                FieldProblem(
                    "name", say("{row} is in the file twice.", row=row["name"]), say("Give each its own name.")
                ),
            )
        if line is not None:
            over = cap_problem(house, line.bin, (good.bin for good in lines if good))
            problems = (*problems, *_too_few(house, line), *([over] if over else []))
        lines.append(None if problems else line)
        good = line is not None and not problems
        bad = ReportRow(number, row, "bad", (), problems)
        checked.append(_compared(number, row, line, house) if line and good else bad)
    return checked, lines


def _too_few(house: House, line: ComponentLine) -> list[FieldProblem]:
    old = next((c for c in house.components if c.name == line.component.name), None)
    held = sum(n for _, n in house.stock.on_trays(old)) if old and not old.medium else 0
    if held <= line.component.count:
        return []
    return [
        FieldProblem(
            "count",
            say("is {count}; trays hold {held}.", count=line.component.count, held=held),
            say("Unpack one of them first."),
        )
    ]


def _compared(number: int, row: Row, line: ComponentLine, house: House) -> ReportRow:
    old = next((c for c in house.components if c.name == line.component.name), None)
    if old is None:
        return ReportRow(number, row, "new")
    before = component_cells(old, house.bin_name(old.bin_id))
    after = component_cells(line.component, line.bin)
    changes = tuple((c, before[c], after[c]) for c in after if before[c] != after[c] and c != "assumed")
    return ReportRow(number, row, "changed" if changes else "same", changes)


def export_components(desk: Desk) -> str:
    """Everything in the cupboard as CSV, in the columns that come in."""
    house = desk.house()
    rows = [component_cells(c, house.bin_name(c.bin_id)) for c in house.components if not c.archived]
    return write_table(component_table.WRITTEN, rows)


def rows_of_cards(text: str) -> list[dict[str, str]]:
    """The rows of a CSV of cards. Raises: InvalidValue if the file itself cannot be read."""
    return read_table(text, card_table.COLUMNS)


def check_cards(desk: Desk, rows: Sequence[Row]) -> Report:
    """Check every card; nothing is written. A card is several rows, one for every level."""
    checked, _ = _check_cards(desk.house(), rows)
    return report_of(rows, checked, card_table.COLUMNS)


def take_cards(desk: Desk, rows: Sequence[Row], adult_id: int | None) -> Report:
    """Take the cards whose rows are all good, as the household's own; what ships stays as it is beneath them."""
    house = desk.house()
    checked, good = _check_cards(house, rows)
    if good:
        with desk.write(adult_id, say("Imported {good} cards", good=len(good))) as work:
            for key, data in good.items():
                work.catalogue.save_own_card(key, own_card(house, key, data))
    return replace(report_of(rows, checked, card_table.COLUMNS), taken=len(good))


def _check_cards(house: House, rows: Sequence[Row]) -> tuple[list[ReportRow], dict[str, dict[str, Any]]]:
    by_key: dict[str, list[int]] = {}
    for at, row in enumerate(rows):
        by_key.setdefault(row.get("key", ""), []).append(at)
    results: dict[int, ReportRow] = {}
    good: dict[str, dict[str, Any]] = {}
    keys = {*designs(house), *by_key}
    for key, places in by_key.items():
        made, data, problems = _card(house, key, [rows[at] for at in places], keys)
        old = designs(house).get(key)
        status = "bad" if made is None else "new" if old is None else "same" if old == made else "changed"
        for at in places:
            changes = (("card", old.name, made.name),) if made and old and status == "changed" else ()
            results[at] = ReportRow(at + 1, rows[at], status, changes, problems if at == places[0] or not made else ())  # type: ignore[arg-type]
        if made is not None and status in ("new", "changed"):
            good[key] = data
    return [results[at] for at in range(len(rows))], good


def _card(
    house: House, key: str, rows: Sequence[Row], keys: set[str]
) -> tuple[Design | None, dict[str, Any], tuple[FieldProblem, ...]]:
    if not key:
        return (
            None,
            {},
            (FieldProblem("key", say("is empty."), say("A short word of its own for the card, as pour-water.")),),
        )
    data, problems = card_table.read_card(rows)
    if problems:
        return None, data, problems
    try:
        made = design_of(data)
    except InvalidValue as problem:
        return None, data, problem.problems
    lost = lost_levels(house, key, len(made.levels))
    if lost:
        return None, data, (lost,)
    unknown = sorted({k for k, _ in made.follows} - keys)
    if unknown:
        return (
            None,
            data,
            (FieldProblem("follows", say("names {unknown}, which is no card.", unknown=together(unknown, ", "))),),
        )
    return made, written_design(data), ()


def export_cards(desk: Desk) -> str:
    """Every card as CSV, a row a level, in the columns that come in."""
    found: Mapping[str, Design] = designs(desk.house())
    return write_table(card_table.COLUMNS, [row for key in sorted(found) for row in card_table.card_rows(found[key])])
