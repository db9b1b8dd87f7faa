"""Words and quantities: three-period lessons, what comes back when, what is mixed up, quantity rung by rung."""

from zither_awl.core.lessons.mixups import Confusions, confusions, mixed_up
from zither_awl.core.lessons.plan import Pick, WordPlan, three_period_plan
from zither_awl.core.lessons.quantities import Rung, next_rung, rungs
from zither_awl.core.lessons.standing import KNOWN_BOX, REVIEW_DAYS, Standing, proved, standing
from zither_awl.core.lessons.turns import MOST_TURNS, Ask, Through, lesson_since, next_turn, once_through

__all__ = [
    "KNOWN_BOX",
    "MOST_TURNS",
    "REVIEW_DAYS",
    "Ask",
    "Confusions",
    "Pick",
    "Rung",
    "Standing",
    "Through",
    "WordPlan",
    "confusions",
    "lesson_since",
    "mixed_up",
    "next_rung",
    "next_turn",
    "once_through",
    "proved",
    "rungs",
    "standing",
    "three_period_plan",
]
