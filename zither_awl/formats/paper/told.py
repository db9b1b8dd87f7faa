"""A page that tells: a title, headings with paragraphs or lists, photographs with what is to be seen; as PDF, and as
one HTML file that holds everything itself."""

from __future__ import annotations

from base64 import b64encode
from collections.abc import Sequence
from dataclasses import dataclass
from html import escape

from zither_awl import languages
from zither_awl.formats.paper.sheet import MARGIN_MM, POINT_MM, Paper, Style, wrapped
from zither_awl.formats.paper.tagged import Role, TaggedSheets

TITLE, UNDER = Style("serif", 26, 1.15), Style("sans", 11, 1.3)
HEAD, TEXT, SMALL = Style("sans-bold", 13, 1.4), Style("serif", 11.5, 1.4), Style("sans", 9.5, 1.3)
SIDE_MM, PICTURE_MM = 12.0, 62.0


@dataclass(frozen=True, slots=True)
class ToldPart:
    """A heading with its lines; `listed`: they are things of a list, not sentences of one text."""

    heading: str
    lines: tuple[str, ...]
    listed: bool = True


@dataclass(frozen=True, slots=True)
class ToldPicture:
    """A photograph, or (None) only words; what is to be seen, and what is written below."""

    jpeg: bytes | None
    seen: str
    below: str


@dataclass(frozen=True, slots=True)
class Told:
    """The whole: `small` sets it so that it fits on fewer pages."""

    title: str
    under: str
    parts: tuple[ToldPart, ...]
    pictures: tuple[ToldPicture, ...] = ()
    foot: str = ""
    small: bool = False


def told_pdf(told: Told, paper: Paper) -> bytes:
    """The PDF: tagged, with bookmarks, its fonts within it."""
    return _Pages(told, paper).pdf()


class _Pages:
    """Sets a page from the top down."""

    def __init__(self, told: Told, paper: Paper) -> None:
        self._told = told
        self._sheets = sheets = TaggedSheets(told.title, paper)
        self._x, self._y = MARGIN_MM + SIDE_MM, MARGIN_MM + 4
        self._wide = sheets.width - 2 * self._x
        self._low = sheets.height - MARGIN_MM - 8
        self._text = Style("serif", 10, 1.3) if told.small else TEXT

    def pdf(self) -> bytes:
        """Everything, one below the other."""
        self._say("H1", self._told.title, TITLE)
        self._say("P", self._told.under, UNDER)
        with self._sheets.nothing():
            self._sheets.line(self._x, self._y + 1.5, self._x + self._wide, self._y + 1.5, wide=0.4)
        self._y += 3
        for part in self._told.parts:
            self._part(part)
        self._pictures(self._told.pictures)
        if self._told.foot:
            self._y += 3
            self._say("P", self._told.foot, SMALL)
        return self._sheets.pdf()

    def _part(self, part: ToldPart) -> None:
        first = len(wrapped(part.lines[0], self._text.face, self._text.size, self._wide)) if part.lines else 0
        self._room(HEAD.step_mm + first * self._text.step_mm + 3)
        self._y += 2.5 if self._told.small else 4
        self._sheets.bookmark(part.heading, self._y)
        self._say("H2", part.heading, HEAD)
        for line in part.lines:
            self._say("LI" if part.listed else "P", line, self._text, dash=part.listed)

    def _say(self, role: Role, text: str, style: Style, *, dash: bool = False) -> None:
        if not text:
            return
        indent = 4.0 if dash else 0.0
        self._room(style.step_mm)
        if dash:
            with self._sheets.nothing():
                self._sheets.text(self._x, self._y + 0.72 * style.step_mm, "–", style)
        with self._sheets.element(role):
            for line in wrapped(text, style.face, style.size, self._wide - indent):
                if self._y + style.step_mm > self._low:
                    self._sheets.turn()
                    self._y = MARGIN_MM + 4
                self._y += style.step_mm
                self._sheets.text(self._x + indent, self._y - 0.28 * style.step_mm, line, style)
        self._y += 0.6 * POINT_MM * style.size

    def _room(self, needed: float) -> None:
        if self._y + needed > self._low:
            self._sheets.new_page()
            self._y = MARGIN_MM + 4

    def _pictures(self, pictures: Sequence[ToldPicture]) -> None:
        if pictures:
            self._room(HEAD.step_mm + PICTURE_MM)
            self._y += 4
        for picture in pictures:
            below = len(wrapped(picture.below, SMALL.face, SMALL.size, self._wide)) * SMALL.step_mm
            if picture.jpeg is not None:
                self._room(PICTURE_MM + below + 4)
                with self._sheets.element("Figure", picture.seen):
                    self._sheets.photo(self._x, self._y, self._wide, PICTURE_MM, picture.jpeg)
                self._y += PICTURE_MM + 1.5
            self._say("P", picture.below, SMALL)
            self._y += 2.5


def told_html(told: Told) -> bytes:
    """One HTML file: its style and photographs in it, nothing asked from anywhere."""
    parts = "".join(f"<h2>{_text(part.heading)}</h2>{_lines(part)}" for part in told.parts)
    pictures = "".join(_figure(picture) for picture in told.pictures)
    foot = f"<footer>{_text(told.foot)}</footer>" if told.foot else ""
    return (
        f'<!doctype html><html lang="{languages.language_read()}"><meta charset="utf-8">'
        f'<meta name="viewport" content="width=device-width,initial-scale=1"><title>{_text(told.title)}</title>'
        f"<style>{CSS}</style><main><h1>{_text(told.title)}</h1><p class=u>{_text(told.under)}</p>{parts}{pictures}"
        f"{foot}</main></html>\n"
    ).encode()


def _text(text: str) -> str:
    return escape(languages.told(text))


def _lines(part: ToldPart) -> str:
    if part.listed:
        return "<ul>" + "".join(f"<li>{_text(line)}</li>" for line in part.lines) + "</ul>"
    return "".join(f"<p>{_text(line)}</p>" for line in part.lines)


def _figure(picture: ToldPicture) -> str:
    if picture.jpeg is None:
        return f"<p>{_text(picture.below)}</p>"
    data = b64encode(picture.jpeg).decode()
    return (
        f'<figure><img alt="{_text(picture.seen)}" src="data:image/jpeg;base64,{data}">'
        f"<figcaption>{_text(picture.below)}</figcaption></figure>"
    )


CSS = """
body{margin:0;background:#eef2f1;color:#1d2b33;font:1.0625rem/1.55 Georgia,serif}
main{max-width:42rem;margin:0 auto;background:#fbfcfb;padding:2rem 1.5rem}h1{font-size:2rem;line-height:1.15;margin:0}
h2{font:700 1.15rem/1.3 system-ui,sans-serif;margin:1.8rem 0 .3rem}.u,footer{font:1rem/1.4 system-ui,sans-serif;
color:#4a5b63}li{margin:.3rem 0}figure{margin:1.5rem 0}img{max-width:100%;border-radius:8px}
figcaption{font:.9rem/1.4 system-ui,sans-serif;color:#4a5b63}@media print{body,main{background:none}}
"""
