"""A level before anybody chose things for it: made of the usual kind of thing for each role, to tell levels apart."""

from __future__ import annotations

from dataclasses import replace

from zither_awl.core.difficulty import Difficulty
from zither_awl.core.things.component import Component
from zither_awl.core.things.kinds import KINDS, of_kind, scaled_to
from zither_awl.core.things.shapes import largest_mm
from zither_awl.core.trays.assemble import difficulty_of
from zither_awl.core.trays.design import Level, Role
from zither_awl.core.values import Content


def imagined_difficulty(level: Level) -> Difficulty:
    """The difficulty a level has with the usual things; a tray that was really made may differ a little."""
    contents = [Content(component=_usual(role), role=role.name, count=role.count) for role in level.roles]
    return difficulty_of(level, contents)


def _usual(role: Role) -> Component:
    """The kind a role asks for first, as large as the role wants it."""
    kind = next(name for word in role.accepts for name, each in KINDS.items() if each.does((word,)))
    thing = of_kind(f"a {kind}", kind)
    size = largest_mm(thing.shape)
    wanted = min(max(size, role.at_least_mm or 0.0), role.at_most_mm or 1e6)
    return replace(thing, shape=scaled_to(thing.shape, wanted)) if wanted != size else thing
