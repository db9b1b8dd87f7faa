"""Photographs of finished trays: opened, turned upright, made small, and written anew without where and when."""

from __future__ import annotations

import io
import warnings

from zither_awl.core.errors import FieldProblem, InvalidValue
from zither_awl.core.saying import say

MOST_BYTES = 2 * 2**20
MOST_SIDE = 2000
MOST_PIXELS = 60_000_000
MOST_PIXELS_WHOLE = 24_000_000
"""Of a picture that cannot be opened small: all of it is in memory at once."""
FORMATS = ("JPEG", "PNG", "WEBP")


def clean_photo(data: bytes) -> bytes:
    """A photograph as a JPEG of at most 2 MB and 2000 pixels a side, upright, with nothing but the picture in it.

    Raises: InvalidValue for something that is no JPEG, PNG or WebP, is damaged, or is far too large.
    """
    from PIL import Image, ImageOps, UnidentifiedImageError

    try:
        with warnings.catch_warnings():
            warnings.simplefilter("error", Image.DecompressionBombWarning)
            with Image.open(io.BytesIO(data), formats=FORMATS) as opened:
                # A JPEG is decoded at a smaller scale, so that a large one does not take half a gigabyte.
                most = MOST_PIXELS if opened.format == "JPEG" else MOST_PIXELS_WHOLE
                if opened.width * opened.height > most:
                    raise _refused(
                        say("has {width} x {height} pixels", width=opened.width, height=opened.height),
                        say("Take a smaller picture."),
                    )
                opened.draft("RGB", (MOST_SIDE, MOST_SIDE))
                picture = ImageOps.exif_transpose(opened).convert("RGB")
    except (
        UnidentifiedImageError,
        OSError,
        ValueError,
        SyntaxError,
        Image.DecompressionBombWarning,
        Image.DecompressionBombError,
    ) as problem:
        if isinstance(problem, InvalidValue):
            raise
        raise _refused(say("is no picture the program can open"), say("Choose a JPEG, PNG or WebP file.")) from problem
    picture.thumbnail((MOST_SIDE, MOST_SIDE))
    # A new picture from the pixels alone: nothing the camera wrote comes along.
    bare = Image.frombytes("RGB", picture.size, picture.tobytes())
    for quality in (88, 75, 60, 45, 30):
        out = io.BytesIO()
        bare.save(out, "JPEG", quality=quality, optimize=True)
        if out.tell() <= MOST_BYTES:
            return out.getvalue()
    raise _refused(say("stays larger than 2 MB"), say("Take a smaller picture."))


def _refused(what: str, hint: str) -> InvalidValue:
    return InvalidValue(FieldProblem("photo", say("{what}.", what=what), hint))
