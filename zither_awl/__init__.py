"""Zither Awl: shelves, trays and records for a Montessori-inspired home educator."""

__version__ = "0.15.0"
