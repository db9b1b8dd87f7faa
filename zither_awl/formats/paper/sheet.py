"""A sheet of paper to draw on: millimetres from its upper left corner, fonts that are embedded, lines that wrap."""

from __future__ import annotations

import io
from dataclasses import dataclass
from functools import lru_cache
from importlib.resources import as_file, files
from typing import Any, Literal

from zither_awl.formats.paper.drawings import Command, forms, pictures
from zither_awl.languages import language_read, told

Paper = Literal["A4", "Letter", "label"]
PAPERS: dict[str, tuple[float, float]] = {"A4": (210.0, 297.0), "Letter": (215.9, 279.4), "label": (90.0, 62.0)}
"""Width and height, mm. ISO 216; ANSI/ASME Y14.1 (8.5 by 11 inches); a label of the label printer's roll (ours)."""
POINT_MM = 25.4 / 72
Face = Literal["sans", "sans-bold", "serif", "serif-italic"]
FACES: tuple[Face, ...] = ("sans", "sans-bold", "serif", "serif-italic")
MARGIN_MM = 10.0
"""What a household printer leaves blank at each edge (common practice, no source)."""


@lru_cache(maxsize=1)
def faces() -> dict[str, frozenset[int]]:
    """Registers the fonts with the PDF library, once. Returns which characters each has."""
    from reportlab.pdfbase import pdfmetrics
    from reportlab.pdfbase.ttfonts import TTFont

    found: dict[str, frozenset[int]] = {}
    for face in FACES:
        with as_file(files(__package__) / "fonts" / f"{face}.ttf") as path:
            font = TTFont(face, str(path))
        pdfmetrics.registerFont(font)
        found[face] = frozenset(font.face.charToGlyph)
    return found


def writable(text: str, face: Face) -> str:
    """The text with a square for every character the face has no sign for."""
    known = faces()[face]
    return "".join(c if ord(c) in known or c == "\n" else "□" for c in text)


def without_sign(text: str) -> str:
    """The characters of a text that would be printed as squares, each once."""
    known = faces()["sans"]
    return "".join(dict.fromkeys(c for c in text if ord(c) not in known and not c.isspace()))


def width_mm(text: str, face: Face, size: float) -> float:
    """How wide a line is, mm; size in points."""
    from reportlab.pdfbase.pdfmetrics import stringWidth

    faces()
    return float(stringWidth(told(text), face, size)) * POINT_MM


def wrapped(text: str, face: Face, size: float, width: float) -> list[str]:
    """The lines of a text in a column; a word longer than the column is cut."""
    lines: list[str] = []
    for part in told(text).split("\n"):
        line = ""
        for word in part.split():
            wider = f"{line} {word}".strip()
            if width_mm(wider, face, size) <= width:
                line = wider
                continue
            if line:
                lines.append(line)
            while width_mm(word, face, size) > width and len(word) > 1:
                cut = next(n for n in range(len(word), 0, -1) if n == 1 or width_mm(word[:n], face, size) <= width)
                lines.append(word[:cut])
                word = word[cut:]
            line = word
        lines.append(line)
    return lines


def in_language_read(canvas: Any) -> None:
    """Name the language of a document, for whoever reads it aloud."""
    from reportlab.pdfbase.pdfdoc import PDFString

    canvas.setCatalogEntry("Lang", PDFString(language_read()))


@dataclass(frozen=True, slots=True)
class Style:
    """How a text is set: face, size in points, space between lines as a multiple of the size."""

    face: Face = "sans"
    size: float = 11.0
    leading: float = 1.3

    @property
    def step_mm(self) -> float:
        """From one line to the next, mm."""
        return self.size * self.leading * POINT_MM


class Sheets:
    """Pages of one paper, upright or `lying`. All lengths are mm, from the upper left corner."""

    def __init__(self, title: str, paper: Paper, *, lying: bool = False) -> None:
        from reportlab.pdfgen.canvas import Canvas

        wide, high = PAPERS[paper]
        self.width, self.height = (high, wide) if lying else (wide, high)
        self._out = io.BytesIO()
        size = (self.width / POINT_MM, self.height / POINT_MM)
        # Without a time or a random id the same page is the same bytes.
        faces()
        self._canvas: Any = Canvas(self._out, pagesize=size, invariant=True, initialFontName="sans")
        self._canvas.setTitle(told(title))
        in_language_read(self._canvas)
        self._canvas.setProducer("Zither Awl")

    def pdf(self) -> bytes:
        """The document; nothing can be drawn afterwards."""
        self._canvas.save()
        return self._out.getvalue()

    def new_page(self) -> None:
        """End this page."""
        self._canvas.showPage()

    def text(self, x: float, y: float, text: str, style: Style, *, align: Literal["left", "middle"] = "left") -> None:
        """One line with its baseline at y."""
        self._canvas.setFont(style.face, style.size)
        at, up = x / POINT_MM, (self.height - y) / POINT_MM
        draw = self._canvas.drawString if align == "left" else self._canvas.drawCentredString
        draw(at, up, writable(told(text), style.face))

    def column(self, x: float, y: float, width: float, text: str, style: Style) -> float:
        """A text from y downwards in a column. Returns where the next line would begin."""
        for line in wrapped(text, style.face, style.size, width):
            y += style.step_mm
            self.text(x, y - 0.28 * style.step_mm, line, style)
        return y

    def line(self, x1: float, y1: float, x2: float, y2: float, *, wide: float = 0.25, dash: float = 0.0) -> None:
        """A straight line; `dash` mm of line and of gap."""
        self._pen(wide, dash)
        self._canvas.line(x1 / POINT_MM, (self.height - y1) / POINT_MM, x2 / POINT_MM, (self.height - y2) / POINT_MM)

    def box(
        self,
        x: float,
        y: float,
        width: float,
        height: float,
        *,
        wide: float = 0.25,
        dash: float = 0.0,
        round_mm: float = 0.0,
        fill: bool = False,
    ) -> None:
        """A rectangle, its upper left corner at x and y; `fill` makes it black."""
        self._pen(wide, dash)
        left, low = x / POINT_MM, (self.height - y - height) / POINT_MM
        radius = min(round_mm, width / 2, height / 2) / POINT_MM
        self._canvas.roundRect(left, low, width / POINT_MM, height / POINT_MM, radius, stroke=not fill, fill=fill)

    def ring(self, x: float, y: float, across: float, *, wide: float = 0.25, dash: float = 0.0) -> None:
        """A circle round x and y."""
        self._pen(wide, dash)
        self._canvas.circle(x / POINT_MM, (self.height - y) / POINT_MM, across / 2 / POINT_MM)

    def form(self, name: str, x: float, y: float, width: float, height: float, *, wide: float = 0.25) -> bool:
        """A thing's drawn form in a rectangle. Returns whether there is one of that name."""
        paths = forms().get(name)
        if paths is None:
            return False
        self._pen(wide, 0.0)
        for commands in paths:
            self._canvas.drawPath(self._path(commands, x, y, width, height), stroke=1, fill=0)
        return True

    def picture(self, name: str, x: float, y: float, side: float, *, wide: float = 0.35) -> bool:
        """A drawing a step or a word is followed by, in a square: white within its lines, so that what lies behind is
        hidden, and grey where it is dark. Returns whether there is one of that name."""
        paths = pictures().get(name)
        if paths is None:
            return False
        self._pen(wide, 0.0)
        self._canvas.saveState()
        for ink, commands in paths:
            self._canvas.setFillGray(0.45 if ink == "dark" else 0.88 if ink in ("sea", "leaf", "soft") else 1.0)
            drawn = self._path(commands, x, y, side, side)
            self._canvas.drawPath(drawn, stroke=1, fill=int(ink not in ("line", "none")))
        self._canvas.restoreState()
        return True

    def _path(self, commands: tuple[Command, ...], x: float, y: float, width: float, height: float) -> Any:
        def at(numbers: tuple[float, ...]) -> list[float]:
            pairs = zip(numbers[::2], numbers[1::2], strict=True)
            return [
                each
                for a, b in pairs
                for each in ((x + a * width / 100) / POINT_MM, (self.height - y - b * height / 100) / POINT_MM)
            ]

        path = self._canvas.beginPath()
        draw = {"M": path.moveTo, "L": path.lineTo, "C": path.curveTo}
        for letter, numbers in commands:
            draw[letter](*at(numbers)) if letter != "Z" else path.close()
        return path

    def photo(self, x: float, y: float, width: float, height: float, jpeg: bytes) -> None:
        """A photograph as large as fits, in the middle of a rectangle."""
        from reportlab.lib.utils import ImageReader

        image = ImageReader(io.BytesIO(jpeg))
        self._canvas.drawImage(
            image,
            x / POINT_MM,
            (self.height - y - height) / POINT_MM,
            width / POINT_MM,
            height / POINT_MM,
            preserveAspectRatio=True,
            anchor="c",
        )

    def cut_marks(self, x: float, y: float, width: float, height: float, *, long: float = 4.0) -> None:
        """Eight short lines outside the corners of what is cut out."""
        gap = 1.5
        for left in (x, x + width):
            self.line(left, y - gap - long, left, y - gap)
            self.line(left, y + height + gap, left, y + height + gap + long)
        for top in (y, y + height):
            self.line(x - gap - long, top, x - gap, top)
            self.line(x + width + gap, top, x + width + gap + long, top)

    def _pen(self, wide: float, dash: float) -> None:
        self._canvas.setLineWidth(wide / POINT_MM)
        self._canvas.setDash([dash / POINT_MM, dash / POINT_MM] if dash else [])
