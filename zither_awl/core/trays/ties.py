"""The rules between two roles of a tray: the very same thing or another, passing through, lying in, pouring into."""

from __future__ import annotations

from collections.abc import Callable
from math import pi

from zither_awl.core.saying import decimal, say
from zither_awl.core.things.component import Component, passage_mm
from zither_awl.core.things.kinds import kind_of
from zither_awl.core.things.shapes import Softness, volume_ml
from zither_awl.core.trays.design import Level, Role

LOOSE_FILL, SOFT_FILL = 0.6, 0.8
"""Share of a vessel that loose firm and soft pieces really fill (ours; random packing of firm balls is 0.64)."""
DOME = 0.5
"""Pieces may heap up as high as one of them over the rim; such a dome holds about half of the cylinder round it."""


def pair_problems(role: Role, get: Callable[[str], Component | None]) -> list[str]:
    """What is wrong between a role and the roles it is tied to; empty while one of them is not filled."""
    mine = get(role.name)
    if mine is None:
        return []
    problems = []
    if role.same_as and (twin := get(role.same_as)) is not None and twin.id != mine.id:
        problems.append(
            say("{role} and {same_as} are to be the very same thing.", role=role.name, same_as=role.same_as)
        )
    problems += [
        say("{role} and {other} are to be different things.", role=role.name, other=other)
        for other in role.unlike
        if (twin := get(other)) is not None and too_alike(mine, twin)
    ]
    problems += [
        say("{role} and {other} are to share a colour.", role=role.name, other=other)
        for other in role.coloured_as
        if (twin := get(other)) is not None and not share_a_colour(mine, twin)
    ]
    if role.fits_in and (hole := get(role.fits_in)) is not None and not goes_through(mine, hole):
        opening = hole.inside.opening_mm if hole.inside else 0
        problems.append(
            say(
                "{mine} ({passage_mm} mm) does not go through {hole} ({opening} mm).",
                mine=mine.name,
                passage_mm=decimal(passage_mm(mine.shape), 0),
                hole=hole.name,
                opening=decimal(opening, 0),
            )
        )
    if role.lies_in and not mine.medium and (dish := get(role.lies_in)) is not None:
        problems += _too_many(role, mine, dish)
    return problems


def _too_many(role: Role, mine: Component, dish: Component) -> list[str]:
    """That so many do not lie in their dish, or nothing."""
    room = bulk_ml(mine, role.count)
    if dish.inside is None or room <= heaped_ml(dish, mine):
        return []
    heaped = decimal(heaped_ml(dish, mine), 0)
    holds = say("{dish} holds {heaped_ml} ml heaped", dish=dish.name, heaped_ml=heaped)
    return [
        say(
            "{holds}; {count} {mine} take {room} ml.",
            holds=holds,
            count=role.count,
            mine=mine.name,
            room=decimal(room, 0),
        )
    ]


def pour_problems(level: Level, get: Callable[[str], Component | None]) -> list[str]:
    """What is wrong with pouring from one thing into the other; empty while one of them is not filled."""
    pour = level.pour
    source, target = (get(pour.from_), get(pour.into)) if pour else (None, None)
    if pour is None or source is None or target is None:
        return []
    poured = pour.share * source.capacity_ml
    if poured > target.capacity_ml:
        return [
            say(
                "{target} holds {capacity_ml} ml; {poured} ml are poured.",
                target=target.name,
                capacity_ml=decimal(target.capacity_ml, 0),
                poured=decimal(poured, 0),
            )
        ]
    return []


SHOWING = {"picture", "model", "numeral", "word", "letter", "rough letter", "rough numeral"}
"""Uses of which two things of one kind are told apart by what they show."""


def too_alike(one: Component, other: Component) -> bool:
    """Whether two things are one, or of one kind and neither show something else nor have other colours."""
    if one.id == other.id:
        return True
    if one.kind != other.kind:
        return False
    told_apart = bool(one.colours and other.colours) and not set(one.colours) & set(other.colours)
    shows_else = bool(SHOWING & set(kind_of(one).can)) and one.name != other.name
    return not (told_apart or shows_else)


def share_a_colour(one: Component, other: Component) -> bool:
    """Whether two things are known to share a colour; what is of mixed colours, or of none that is said, is not."""
    return bool((set(one.colours) & set(other.colours)) - {"mixed"})


def goes_through(piece: Component, hole: Component) -> bool:
    """Whether one piece passes an opening. A thing without an inside has no opening to be too narrow."""
    return hole.inside is None or passage_mm(piece.shape) <= hole.inside.opening_mm


def bulk_ml(piece: Component, count: int) -> float:
    """The room loose pieces take in a vessel, ml. One piece takes its own volume."""
    share = SOFT_FILL if piece.softness is Softness.SOFT else LOOSE_FILL
    return count * volume_ml(piece.shape) / (share if count > 1 else 1.0)


def heaped_ml(dish: Component, piece: Component) -> float:
    """What a vessel holds of loose pieces that heap up as high as one of them over its rim, ml."""
    if dish.inside is None:
        return 0.0
    opening = pi / 4 * dish.inside.opening_mm**2
    return dish.capacity_ml + DOME * opening * passage_mm(piece.shape) / 1000
