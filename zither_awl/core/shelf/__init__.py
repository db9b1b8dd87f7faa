"""What stands where: whether it is right for everyone who can reach it, and how it could stand best."""

from zither_awl.core.shelf.ask import problem_of
from zither_awl.core.shelf.check import actions_for, check_shelf
from zither_awl.core.shelf.columns import Choices
from zither_awl.core.shelf.conflict import Conflict
from zither_awl.core.shelf.counts import RULES, CountRule, Row
from zither_awl.core.shelf.fitness import TrayFit, fit
from zither_awl.core.shelf.plan import Progress, Runner, ShelfPlan, plan_shelf, why_not, why_not_there
from zither_awl.core.shelf.problem import Cover, Goals, Pin, ShelfProblem
from zither_awl.core.shelf.scene import Scene, free_spots
from zither_awl.core.shelf.score import broken, score
from zither_awl.core.shelf.unmet import Unmet
from zither_awl.core.shelf.ways import Remedy

__all__ = [
    "RULES",
    "Choices",
    "Conflict",
    "CountRule",
    "Cover",
    "Goals",
    "Pin",
    "Progress",
    "Remedy",
    "Row",
    "Runner",
    "Scene",
    "ShelfPlan",
    "ShelfProblem",
    "TrayFit",
    "Unmet",
    "actions_for",
    "broken",
    "check_shelf",
    "fit",
    "free_spots",
    "plan_shelf",
    "problem_of",
    "score",
    "why_not",
    "why_not_there",
]
