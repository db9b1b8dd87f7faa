"""Files coming in and going out, for every view that has them."""

from __future__ import annotations

from collections.abc import Callable

from flask import Response

from zither_awl.api.schemas.base import ErrorOut
from zither_awl.api.schemas.change import FieldChangeOut, ImportIn, ReportOut, ReportRowOut
from zither_awl.services.importing import Report


def csv_file(text: str, name: str) -> Response:
    """A CSV to be saved. The mark at its start tells spreadsheets that the letters are UTF-8."""
    headers = {"Content-Disposition": f'attachment; filename="{name}"', "Cache-Control": "no-store"}
    return Response("\ufeff" + text, content_type="text/csv; charset=utf-8", headers=headers)


def rows_in(json: ImportIn, read: Callable[[str], list[dict[str, str]]]) -> list[dict[str, str]]:
    """The rows that came in: mended on screen, or read from a file's text."""
    return json.rows if json.rows is not None else read(json.text or "")


def report_out(report: Report) -> ReportOut:
    """A report on a file, row by row."""
    return ReportOut(
        columns=list(report.columns),
        problem_csv=report.problem_csv,
        taken=report.taken,
        rows=[
            ReportRowOut(
                number=r.number,
                cells=dict(r.cells),
                status=r.status,
                changes=[FieldChangeOut(field=f, before=b, after=a) for f, b, a in r.changes],
                problems=[ErrorOut(field=p.field, message=p.message, hint=p.hint) for p in r.problems],
            )
            for r in report.rows
        ],
    )
