"""A page of a PDF as it will be printed, as a picture for the screen."""

from __future__ import annotations

import io

PER_MM = 4.0
"""Dots in a millimetre of the preview."""


def page_png(pdf: bytes, number: int, per_mm: float = PER_MM) -> bytes:
    """Page `number` (from 1) as PNG. Raises: IndexError for a page there is not."""
    import pypdfium2

    document = pypdfium2.PdfDocument(pdf)
    try:
        if not 1 <= number <= len(document):
            raise IndexError(f"There is no page {number}; there are {len(document)}.")
        page = document[number - 1]
        picture = page.render(scale=per_mm * 25.4 / 72, grayscale=True).to_pil()
        out = io.BytesIO()
        picture.save(out, format="PNG", optimize=True)
        return out.getvalue()
    finally:
        document.close()


def pages_of(pdf: bytes) -> tuple[str, ...]:
    """The text of every page, in reading order, for whoever cannot see the picture."""
    import pypdfium2

    document = pypdfium2.PdfDocument(pdf)
    try:
        return tuple(page.get_textpage().get_text_bounded() for page in document)
    finally:
        document.close()
