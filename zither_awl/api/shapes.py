"""The shape of a piece as it comes in."""

from __future__ import annotations

from zither_awl.api.schemas.shelf import PieceIn
from zither_awl.core.errors import FieldProblem, InvalidValue
from zither_awl.core.saying import say
from zither_awl.core.things.shapes import Shape
from zither_awl.formats.tray_table import shape_of


def shape_in(piece: PieceIn) -> Shape:
    """A piece's shape. Raises: InvalidValue when its sizes do not describe it."""
    try:
        return shape_of(piece.shape, piece.sizes_mm)
    except TypeError:
        text = say("{sizes_mm} sizes do not describe a {shape}.", sizes_mm=len(piece.sizes_mm), shape=piece.shape)
        raise InvalidValue(FieldProblem("piece", text, say("Ball 1, cylinder 2, brick 3."))) from None
