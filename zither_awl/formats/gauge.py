"""A paper gauge for small parts, to be cut out and rolled: printed at full size, with a ruler to check the printer."""

from __future__ import annotations

import io
from math import cos, pi
from typing import Any

from zither_awl.core.saying import say
from zither_awl.core.sources import CYLINDER_DEEP_MM, CYLINDER_DIAMETER_MM, CYLINDER_SHALLOW_MM, CYLINDER_SOURCE
from zither_awl.formats.paper.sheet import faces, in_language_read
from zither_awl.languages import told

MEAN_MM = (CYLINDER_DEEP_MM + CYLINDER_SHALLOW_MM) / 2
HALF_MM = (CYLINDER_DEEP_MM - CYLINDER_SHALLOW_MM) / 2
STRIP_MM = pi * CYLINDER_DIAMETER_MM
FLAP_MM = 8.0
TITLE = say("Paper gauge for small parts")
POINTS = 2.834645669291339
"""Points in a millimetre."""


def depth_mm(along_mm: float) -> float:
    """How deep the rolled gauge is at a distance along the strip: the slanting floor, unrolled.

    At angle phi = along / radius the wall reaches 41.25 + 15.85 cos(phi) mm down (the floor slants at 45 degrees).
    """
    return MEAN_MM + HALF_MM * cos(2 * along_mm / CYLINDER_DIAMETER_MM)


def gauge_pdf(paper: str = "A4", *, inches: bool = False) -> bytes:
    """One page, A4 or Letter, vector, black on white; its ruler in the household's lengths."""
    from reportlab.lib.pagesizes import A4, LETTER
    from reportlab.pdfgen.canvas import Canvas

    wide, high = LETTER if paper.lower() == "letter" else A4
    out = io.BytesIO()
    faces()
    page = Canvas(out, pagesize=(wide, high), invariant=True, initialFontName="sans")
    page.setTitle(told(TITLE))
    in_language_read(page)
    left, top = 30 * POINTS, high - 40 * POINTS
    page.setFont("sans-bold", 14)
    page.drawString(left, top, told(TITLE))
    page.setFont("sans", 10)
    for at, line in enumerate(_lines(inches)):
        page.drawString(left, top - (7 + 5 * at) * POINTS, told(line))
    _strip(page, left, top - 62 * POINTS)
    _ruler(page, left, top - 150 * POINTS, inches)
    page.showPage()
    page.save()
    return out.getvalue()


def _lines(inches: bool) -> tuple[str, ...]:
    return (
        say("Print at 100 %, not fitted to the page. The ruler below must measure exactly 4 inches.")
        if inches
        else say("Print at 100 %, not fitted to the page. The ruler below must measure exactly 100 mm."),
        say("Cut along the line, roll so that the flap lies under the other end, and stick it."),
        say("Stand the roll on its straight rim on a table: what is inside it now is the slanting space."),
        say("A piece that goes in wholly, in any position and without being squeezed, is a small part."),
        say("A rolled strip of paper is a help at home and no test instrument; when in doubt the piece is small."),
        say("Size of the gauge: {cylinder_source}.", cylinder_source=CYLINDER_SOURCE),
        say("Keep small parts from children under 36 months, and from every child who still mouths things."),
    )


def _strip(page: Any, x: float, y: float) -> None:
    """The strip with its curved edge below; y is its straight rim."""
    canvas = page
    path = canvas.beginPath()
    path.moveTo(x - FLAP_MM * POINTS, y)
    path.lineTo(x + STRIP_MM * POINTS, y)
    steps = 120
    for step in range(steps, -1, -1):
        along = STRIP_MM * step / steps
        path.lineTo(x + along * POINTS, y - depth_mm(along) * POINTS)
    path.lineTo(x - FLAP_MM * POINTS, y - depth_mm(0) * POINTS)
    path.close()
    canvas.drawPath(path)
    canvas.setDash(2, 2)
    canvas.line(x, y, x, y - depth_mm(0) * POINTS)
    canvas.setDash()


def _ruler(page: Any, x: float, y: float, inches: bool) -> None:
    """Ten centimetres with a mark each and a long one every five, or four inches with their quarters."""
    step, marks, every, told_end = (25.4 / 4, 16, 4, "4 in") if inches else (10.0, 10, 5, "100 mm")
    end = x + step * marks * POINTS
    page.line(x, y, end, y)
    for mark in range(marks + 1):
        at = x + mark * step * POINTS
        page.line(at, y, at, y + (4 if mark % every == 0 else 2.5) * POINTS)
    page.drawString(x, y - 5 * POINTS, "0")
    page.drawRightString(end + 5 * POINTS, y - 5 * POINTS, told_end)
