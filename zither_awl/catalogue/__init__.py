"""The cards that ship: one readable data file per area, and their loader."""

from zither_awl.catalogue.loader import design_of, read_cards, shipped_cards

__all__ = ["design_of", "read_cards", "shipped_cards"]
