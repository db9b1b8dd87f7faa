"""Use cases of saying what is there: a line as it is typed, a walk through the rooms, a photograph described later."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from dataclasses import dataclass, replace

from zither_awl.catalogue.walk import WalkRoom, rooms
from zither_awl.core.errors import FieldProblem, InvalidValue
from zither_awl.core.saying import say
from zither_awl.core.things.component import Component
from zither_awl.core.things.kinds import known_kind, of_kind
from zither_awl.core.things.said import Said, lines, read, understood
from zither_awl.formats.photo import clean_photo
from zither_awl.languages import told
from zither_awl.services.desk import Desk, House
from zither_awl.services.things import bin_for, cap_problem, check_component

MOST_AT_ONCE = 400
NOT_DESCRIBED = say("Photographed")


@dataclass(frozen=True, slots=True)
class Line:
    """One thing of what was typed: as it was read, and as it would be kept; None where its kind is not clear."""

    said: Said
    thing: Component | None
    likely: tuple[Component, ...]
    """The thing as each of the three likeliest kinds, where it is not clear."""


SIZED = ("shape", "mass_g", "stock_ml", "inside", "cord_mm")


def read_lines(typed: str) -> tuple[Line, ...]:
    """What somebody typed, thing by thing. Nothing is written. Raises: InvalidValue for a size beyond its limits."""
    return tuple(_line(part) for part in lines(typed)) if typed.strip() else ()


def _line(typed: str) -> Line:
    said = read(typed)
    if said.kind:
        return Line(said, understood(typed), ())
    return Line(said, None, tuple(understood(typed, kind) for kind in said.likely))


def told_of(line: Line) -> tuple[str, ...]:
    """The fields of a thing that were said, and are not assumed."""
    thing = line.thing or (line.likely[0] if line.likely else None)
    if thing is None:
        return ()
    said = line.said
    measured = bool(said.amounts.sizes_mm or said.amounts.mass_g or said.amounts.volume_ml)
    fields = {
        "kind": bool(said.kind),
        "colours": bool(said.colours),
        "material": bool(said.material),
        "count": said.amounts.count is not None or said.amounts.span is not None,
        "subject": bool(thing.subject),
    }
    sizes = {name: measured and name not in thing.assumed for name in SIZED if getattr(thing, name) is not None}
    return tuple(sorted(name for name, told in {**fields, **sizes}.items() if told))


def add_said(desk: Desk, typed: str, kind: str, bin_name: str, adult_id: int | None) -> tuple[int, ...]:
    """Add what was typed, each thing of the line; a kind chosen by hand is for the whole line.

    Raises: InvalidValue while a kind is not clear; nothing of the line is kept then.
    """
    if kind:
        known_kind(kind)
    made = [understood(typed, kind)] if kind else [understood(part) for part in lines(typed)]
    return add_all(desk, made, bin_name, adult_id)


def add_all(desk: Desk, things: Sequence[Component], bin_name: str, adult_id: int | None) -> tuple[int, ...]:
    """Add things in one write, all or none, each as a thing of its own.

    Raises: InvalidValue for a kind nobody knows, a density outside its range, beyond the cap of bins, or for more
    than 200 at once.
    """
    if len(things) > MOST_AT_ONCE:
        raise InvalidValue(
            FieldProblem(
                "things",
                say(
                    "are {things}; the limit is {most_at_once} at once.", things=len(things), most_at_once=MOST_AT_ONCE
                ),
            )
        )
    for each in things:
        check_component(each)
    house = desk.house()
    over = cap_problem(house, bin_name)
    if over:
        raise InvalidValue(over)
    label = (
        say("Added {things}", things=things[0].name)
        if len(things) == 1
        else say("Added {things} things", things=len(things))
    )
    with desk.write(adult_id, label) as work:
        bin_id = bin_for(work, house, bin_name)
        return tuple(work.cupboard.save_component(replace(each, bin_id=bin_id)) for each in things)


@dataclass(frozen=True, slots=True)
class WalkThing:
    """A common thing of a room, as it would be kept, and how many of its name are there already."""

    thing: Component
    there: int


def walk(house: House) -> tuple[tuple[WalkRoom, tuple[WalkThing, ...]], ...]:
    """The rooms of the house with the commonest things of each, to be ticked."""
    owned = {c.name.lower(): c.count for c in house.components if not c.archived}
    return tuple(
        (room, tuple(WalkThing(thing, owned.get(thing.name.lower(), 0)) for thing in map(_as_told, room.things)))
        for room in rooms()
    )


def _as_told(common: str) -> Component:
    """A common thing by its name in the language that is read, or in English where typing knows no such words."""
    try:
        return understood(told(common))
    except InvalidValue:
        return understood(str(common))


def add_walked(desk: Desk, ticked: Iterable[tuple[str, int]], adult_id: int | None) -> tuple[int, ...]:
    """Add what was ticked on the walk, name and number each; what is there already by that name is left as it is.

    Raises: InvalidValue for a name that no room has.
    """
    usual = {each.thing.name: each for _, things in walk(desk.house()) for each in things}
    wanted: dict[str, Component] = {}
    for name, count in ticked:
        if name not in usual:
            raise InvalidValue(FieldProblem("name", say("{name} is on no list of a room.", name=repr(name))))
        if not usual[name].there:
            thing = usual[name].thing
            wanted[name] = thing if thing.medium else replace(thing, count=count)
    return add_all(desk, list(wanted.values()), "", adult_id) if wanted else ()


def photograph_first(desk: Desk, data: bytes, adult_id: int | None) -> int:
    """Keep a thing of which there is only a photograph so far; it is described later. Raises: InvalidValue."""
    jpeg = clean_photo(data)
    taken = {c.name for c in desk.house().components}
    name = next(
        each
        for n in range(1, len(taken) + 2)
        if (each := say("{not_described} {n}", not_described=NOT_DESCRIBED, n=n)) not in taken
    )
    with desk.write(adult_id, name) as work:
        thing = of_kind(name, "thing", photo_id=work.cupboard.add_photo(jpeg))
        return work.cupboard.save_component(thing)
