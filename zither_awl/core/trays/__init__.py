"""Trays: what a card asks for, what the cupboard gives, and whether the two make a tray."""

from zither_awl.core.trays.assemble import Assembled, assemble, tray_of
from zither_awl.core.trays.check import Check, check_tray
from zither_awl.core.trays.design import Design, Level, Pour, Role
from zither_awl.core.trays.front import Filling, Front, front_of
from zither_awl.core.trays.makeable import Made, Makeable, Need, make, makeable, makeable_level
from zither_awl.core.trays.match import Matches, Wary, match_roles, substitutes
from zither_awl.core.trays.pack import Item, NoRoom, Packing, pack
from zither_awl.core.trays.search import Candidate
from zither_awl.core.trays.standing import at_once
from zither_awl.core.trays.stock import Clash, Stock, shared_stock

__all__ = [
    "Assembled",
    "Candidate",
    "Check",
    "Clash",
    "Design",
    "Filling",
    "Front",
    "Item",
    "Level",
    "Made",
    "Makeable",
    "Matches",
    "Need",
    "NoRoom",
    "Packing",
    "Pour",
    "Role",
    "Stock",
    "Wary",
    "assemble",
    "at_once",
    "check_tray",
    "front_of",
    "make",
    "makeable",
    "makeable_level",
    "match_roles",
    "pack",
    "shared_stock",
    "substitutes",
    "tray_of",
]
