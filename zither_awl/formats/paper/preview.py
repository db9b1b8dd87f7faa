"""A page of a PDF as it will be printed, as a picture for the screen."""

from __future__ import annotations

import io
from collections.abc import Iterator
from contextlib import contextmanager
from threading import Lock
from typing import Any

from zither_awl.core.saying import say

_PDFIUM = Lock()
"""PDFium is not made for several threads at once."""
PER_MM = 4.0
"""Dots in a millimetre of the preview."""


def page_png(pdf: bytes, number: int, per_mm: float = PER_MM) -> bytes:
    """Page `number` (from 1) as PNG. Raises: IndexError for a page there is not."""
    with _opened(pdf) as document:
        if not 1 <= number <= len(document):
            raise IndexError(
                say("There is no page {number}; there are {document}.", number=number, document=len(document))
            )
        page = document[number - 1]
        picture = page.render(scale=per_mm * 25.4 / 72, grayscale=True).to_pil()
        out = io.BytesIO()
        picture.save(out, format="PNG", optimize=True)
        return out.getvalue()


def pages_of(pdf: bytes) -> tuple[str, ...]:
    """The text of every page, in reading order, for whoever cannot see the picture."""
    with _opened(pdf) as document:
        return tuple(page.get_textpage().get_text_bounded() for page in document)


@contextmanager
def _opened(pdf: bytes) -> Iterator[Any]:
    import pypdfium2

    with _PDFIUM:
        document = pypdfium2.PdfDocument(pdf)
        try:
            yield document
        finally:
            document.close()
