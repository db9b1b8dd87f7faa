"""Children and houses as models: for the demo's history, and to test our rules. Never a claim about children."""

from zither_awl.core.simulate.child import (
    FADE_KNOWN,
    FADE_LEARNING,
    LEAST,
    GrowingChild,
    SimulatedChild,
    SimulatedVisit,
)
from zither_awl.core.simulate.policies import (
    Outcome,
    Plan,
    SimulatedHouse,
    by_signs,
    compare_policies,
    swap_all,
    two_at_random,
)

__all__ = [
    "FADE_KNOWN",
    "FADE_LEARNING",
    "LEAST",
    "GrowingChild",
    "Outcome",
    "Plan",
    "SimulatedChild",
    "SimulatedHouse",
    "SimulatedVisit",
    "by_signs",
    "compare_policies",
    "swap_all",
    "two_at_random",
]
