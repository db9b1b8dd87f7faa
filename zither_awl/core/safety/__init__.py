"""Which known hazards a tray has, and which child could get at them. It says what it checked, never "safe"."""

from zither_awl.core.safety.bins import BinFinding, bin_exposure
from zither_awl.core.safety.cylinder import Verdict, fits_small_parts_cylinder, small_ball
from zither_awl.core.safety.exposure import Exposed, dangers, endangers, exposed, exposure, exposure_at, work_condition
from zither_awl.core.safety.hazards import hazards
from zither_awl.core.safety.nature import DECLARED, Hazard, component_hazards
from zither_awl.core.safety.permissions import (
    ALLOWANCES,
    Allowance,
    allowance_of,
    allowed,
    may_be_allowed,
    why_not_allowed,
)
from zither_awl.core.safety.stability import Load, Moments, Stability, loads_of, moments, tip_over
from zither_awl.core.things.shapes import Box, Cylinder, Irregular, Sphere

__all__ = [
    "ALLOWANCES",
    "DECLARED",
    "Allowance",
    "BinFinding",
    "Box",
    "Cylinder",
    "Exposed",
    "Hazard",
    "Irregular",
    "Load",
    "Moments",
    "Sphere",
    "Stability",
    "Verdict",
    "allowance_of",
    "allowed",
    "bin_exposure",
    "component_hazards",
    "dangers",
    "endangers",
    "exposed",
    "exposure",
    "exposure_at",
    "fits_small_parts_cylinder",
    "hazards",
    "loads_of",
    "may_be_allowed",
    "moments",
    "small_ball",
    "tip_over",
    "why_not_allowed",
    "work_condition",
]
