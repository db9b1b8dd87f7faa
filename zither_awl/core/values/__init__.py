"""The values everybody shares: people, furniture, things, and what was seen.

Every constructor refuses a bad state with `InvalidValue` and names all bad fields at once.
"""

from zither_awl.core.values.checks import MOST_MM, NAME_LENGTH
from zither_awl.core.values.cupboard import AREAS, MOST_MONTHS, TAGS, Bin, Card, Content, Tray
from zither_awl.core.values.log import (
    CAUSES,
    DEPTHS,
    HELPS,
    SWEEP_STATES,
    ChangeRecord,
    Declined,
    Episode,
    EpisodeEvent,
    Log,
    Morning,
    Place,
    Placement,
    Presentation,
    Sweep,
    Work,
)
from zither_awl.core.values.people import PATTERNS, Adult, Child, Household, Measurement, Mobility
from zither_awl.core.values.room import BOARD_MM, UNIT_KINDS, Board, Spot, Unit

__all__ = [
    "AREAS",
    "BOARD_MM",
    "CAUSES",
    "DEPTHS",
    "HELPS",
    "MOST_MM",
    "MOST_MONTHS",
    "NAME_LENGTH",
    "PATTERNS",
    "SWEEP_STATES",
    "TAGS",
    "UNIT_KINDS",
    "Adult",
    "Bin",
    "Board",
    "Card",
    "ChangeRecord",
    "Child",
    "Content",
    "Declined",
    "Episode",
    "EpisodeEvent",
    "Household",
    "Log",
    "Measurement",
    "Mobility",
    "Morning",
    "Place",
    "Placement",
    "Presentation",
    "Spot",
    "Sweep",
    "Tray",
    "Unit",
    "Work",
]
