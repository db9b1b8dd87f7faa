"""A level as a household sets it: a role left out, with what goes with it; a thing added that no role names."""

from __future__ import annotations

from collections.abc import Collection, Mapping
from dataclasses import replace

from zither_awl.core.reasons import Reason
from zither_awl.core.saying import capital, say, together
from zither_awl.core.things.component import Component
from zither_awl.core.trays.check import Check
from zither_awl.core.trays.complete import SAID
from zither_awl.core.trays.design import Level, Role


def tailored(level: Level, left_out: Collection[str], added: Mapping[str, Component]) -> Level:
    """The level without some of its roles and with others; ties to what is left out fall away with it."""
    kept = [_untied(role, left_out) for role in level.roles if role.name not in left_out]
    more = [
        Role(name=name, accepts=(thing.kind,), use="handled")
        for name, thing in added.items()
        if name not in {role.name for role in level.roles}
    ]
    pour = level.pour if level.pour and not {level.pour.from_, level.pour.into} & set(left_out) else None
    return replace(level, roles=(*kept, *more), pour=pour)


def _untied(role: Role, left_out: Collection[str]) -> Role:
    def still(name: str) -> str:
        return "" if name in left_out else name

    return replace(
        role,
        lies_in=still(role.lies_in),
        fits_in=still(role.fits_in),
        same_as=still(role.same_as),
        unlike=tuple(filter(still, role.unlike)),
        coloured_as=tuple(filter(still, role.coloured_as)),
    )


def notes(level: Level, left_out: Collection[str], added: Collection[str]) -> tuple[Check, ...]:
    """What is told of each change: what goes with a role, and that the card does not know a thing that was added."""
    gone = [_gone(role, level) for role in level.roles if role.name in left_out]
    new = [
        say("{name} was added: the card does not name it; what it changes is yours to see.", name=capital(name))
        for name in added
        if level.role(name) is None
    ]
    return tuple(Check("note", Reason("TRAY-1", text)) for text in (*gone, *new))


def _gone(role: Role, level: Level) -> str:
    with_it = [say("{get} is wanted for this work", get=SAID.get(role.care, role.care))] if role.care else []
    lying = [other.name for other in level.roles if other.lies_in == role.name]
    with_it += [say("{lying} lay in it", lying=together(lying, ", "))] if lying else []
    if level.pour and role.name in (level.pour.from_, level.pour.into):
        with_it.append(say("the pouring goes with it"))
    return say(
        "{role} is left out{part}.", role=capital(role.name), part=": " + together(with_it, "; ") if with_it else ""
    )
