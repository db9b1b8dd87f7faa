"""The values everybody shares: people, furniture, things, and what was seen.

Every constructor refuses a bad state with `InvalidValue` and names all bad fields at once.
"""

from zither_awl.core.happenings.broken import CAUSES, MISSING
from zither_awl.core.happenings.depth import DEPTHS
from zither_awl.core.happenings.helped import HELPS
from zither_awl.core.happenings.state import LANE_STATES
from zither_awl.core.happenings.sweep import SWEEP_STATES
from zither_awl.core.values.checks import MOST_MM, NAME_LENGTH
from zither_awl.core.values.cupboard import AREAS, MOST_MONTHS, TAGS, Bin, Card, Content, Tray
from zither_awl.core.values.lessons import (
    ANSWERS,
    PERIODS,
    RUNGS,
    SET_KINDS,
    Routine,
    RoutineRun,
    Step,
    StepDone,
    Turn,
    Word,
    WordAnswer,
    WordSet,
)
from zither_awl.core.values.log import (
    ACTIVITIES,
    ChangeRecord,
    Declined,
    Episode,
    EpisodeEvent,
    Log,
    Morning,
    Place,
    Placement,
    Presentation,
    Spell,
    Sweep,
    Visit,
    Work,
)
from zither_awl.core.values.people import (
    PATTERNS,
    PERMISSION_KINDS,
    Adult,
    Child,
    Household,
    Measurement,
    Mobility,
    Permission,
    PermissionKind,
)
from zither_awl.core.values.room import BOARD_MM, UNIT_KINDS, Board, Spot, Unit
from zither_awl.core.values.sent import EVENT_SCHEMA, Sent

__all__ = [
    "ACTIVITIES",
    "ANSWERS",
    "AREAS",
    "BOARD_MM",
    "CAUSES",
    "DEPTHS",
    "EVENT_SCHEMA",
    "HELPS",
    "LANE_STATES",
    "MISSING",
    "MOST_MM",
    "MOST_MONTHS",
    "NAME_LENGTH",
    "PATTERNS",
    "PERIODS",
    "PERMISSION_KINDS",
    "RUNGS",
    "SET_KINDS",
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
    "Permission",
    "PermissionKind",
    "Place",
    "Placement",
    "Presentation",
    "Routine",
    "RoutineRun",
    "Sent",
    "Spell",
    "Spot",
    "Step",
    "StepDone",
    "Sweep",
    "Tray",
    "Turn",
    "Unit",
    "Visit",
    "Word",
    "WordAnswer",
    "WordSet",
    "Work",
]
