"""With an adult at the table: what the household may decide once for a child, from which age, and what then holds.

Common practice, no source, but for the depth of water. A permission lifts a limit for the one child it is given for,
while an adult sits by; the tray is kept away and the adult brings it. Hazards for any other child of the house stand.
Mild soap and china need no permission: from walking, and from 18 months, they want an adult near. Magnets, cells,
swelling beads, balloons, caustic and poisonous things, whole nuts and grapes have none: their limits stand.
"""

from __future__ import annotations

from dataclasses import dataclass
from datetime import date

from zither_awl.core.ages import corrected_months
from zither_awl.core.safety.nature import Hazard
from zither_awl.core.saying import say
from zither_awl.core.values import Child, Mobility, Permission, PermissionKind


@dataclass(frozen=True, slots=True)
class Allowance:
    """A kind of work that may be allowed: what it is called, from which month, for whom, and what is said then."""

    kind: PermissionKind
    work: str
    from_months: int
    caution: str
    then: str
    walking: bool = False
    not_mouthing: bool = False


ALLOWANCES: dict[PermissionKind, Allowance] = {
    "water": Allowance(
        "water",
        say("water in a basin or jug"),
        12,
        say("A child can drown in 25 mm of water, without a sound."),
        say("Within arm's reach all the time, whatever else happens; emptied right after."),
        walking=True,
    ),
    "blade": Allowance(
        "blade",
        say("blunt scissors, a slicer with a handle, a dull knife"),
        18,
        say("A blade cuts; it is held by its handle and laid down to talk."),
        say("An adult near; counted back and kept away."),
    ),
    "small": Allowance(
        "small",
        say("fine dry grains and small things"),
        24,
        say("What drops into the small-parts cylinder can block a windpipe."),
        say("An adult at the table the whole time; swept up and kept away after."),
        not_mouthing=True,
    ),
}

_OF_HAZARD: dict[str, PermissionKind] = {
    "standing-water": "water",
    "dull-blade": "blade",
    "small-part": "small",
    "small-ball": "small",
    "marble": "small",
    "dried-pulses": "small",
}


def allowance_of(hazard: Hazard) -> Allowance | None:
    """What may be allowed of a hazard with an adult at the table; None where its limit stands."""
    kind = _OF_HAZARD.get(hazard.kind)
    return ALLOWANCES[kind] if kind else None


def permission_of(child: Child, kind: PermissionKind) -> Permission | None:
    """The child's permission of a kind that was not withdrawn."""
    return next((p for p in child.permissions if p.kind == kind and p.withdrawn_on is None), None)


def may_be_allowed(hazard: Hazard, child: Child, on: date) -> bool:
    """Whether the household may decide this for a child on a day: old enough, walking, no longer mouthing."""
    found = allowance_of(hazard)
    return found is not None and why_not_allowed(found, child, on) == ""


def why_not_allowed(allowance: Allowance, child: Child, on: date) -> str:
    """Why a kind of work cannot be allowed to a child yet; "" where it can."""
    months = corrected_months(child.born, child.gestation_weeks, on)
    if months < allowance.from_months:
        return say(
            "from {from_months} months; {child} is {months}",
            from_months=allowance.from_months,
            child=child.name,
            months=months,
        )
    if allowance.walking and child.mobility not in (Mobility.WALKS, Mobility.CLIMBS):
        return say("from walking; {child} does not walk yet", child=child.name)
    if allowance.not_mouthing and child.still_mouths:
        return say("not while {child} still mouths things", child=child.name)
    return ""


def allowed(hazard: Hazard, child: Child, on: date) -> bool:
    """Whether the household lets this child do it with an adult at the table. A permission sleeps while the child is
    too young for it, or mouths again."""
    found = allowance_of(hazard)
    return found is not None and permission_of(child, found.kind) is not None and may_be_allowed(hazard, child, on)
