"""Judge what stands on the shelves, and offer only what cures a finding and leaves no other."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import replace
from datetime import date

from zither_awl.core.finding import Action, Finding
from zither_awl.core.practice import Practice
from zither_awl.core.rules import rule
from zither_awl.core.safety.exposure import endangers
from zither_awl.core.safety.hazards import hazards
from zither_awl.core.saying import say
from zither_awl.core.shelf.counts import RULES
from zither_awl.core.shelf.scene import Scene, free_spots
from zither_awl.core.values import Child, Placement, Spot, Tray, Unit

MOST_ACTIONS = 2
_ORDER = ("must", "should", "note")


def check_shelf(
    placements: Sequence[Placement],
    units: Sequence[Unit],
    children: Sequence[Child],
    on: date,
    *,
    practice: Practice = Practice(),
) -> tuple[Finding, ...]:
    """Everything the rules of the shelf find in what stands there on a day, most pressing first."""
    return found_in(Scene(tuple(placements), tuple(units), tuple(children), on, practice))


def found_in(scene: Scene) -> tuple[Finding, ...]:
    """Everything the rules of the shelf find in a scene, most pressing first."""
    found = [finding for rule in RULES for finding in rule.check(scene)]
    return tuple(sorted(found, key=lambda f: _ORDER.index(f.severity)))


def actions_for(finding: Finding, scene: Scene, resting: Sequence[Tray] = ()) -> tuple[Action, ...]:
    """One or two actions that cure a finding and bring no other, in the order of preference.

    For a hazard: behind a gate or door, by hand, bigger pieces, elsewhere. For the rest: another spot, then rest.
    `resting` are the trays in the bins that could take a spot.
    """
    before = {f.key for f in found_in(scene)}
    good: list[Action] = []
    for action in _candidates(finding, scene, resting):
        if _cures(action, finding, scene, resting, before) and action.kind not in {a.kind for a in good}:
            good.append(action)
        if len(good) == MOST_ACTIONS:
            break
    return tuple(good)


def applied(action: Action, scene: Scene, resting: Sequence[Tray] = ()) -> Scene:
    """The scene as it would be after an action."""
    if action.kind == "gate":
        closed = tuple(
            replace(u, comes=u.comes - {action.child}, barrier="gate") if u.id == action.unit and action.child else u
            for u in scene.units
        )
        return replace(scene, units=closed)
    return scene.standing(tuple(_moved(action, scene.placements, resting)))


def _moved(action: Action, placements: Sequence[Placement], resting: Sequence[Tray]) -> Iterator[Placement]:
    for placement in placements:
        if placement.tray.id != action.tray:
            yield placement
        elif action.kind == "by_hand":
            yield replace(placement, by_hand=True)
        elif action.kind == "move" and action.to is not None:
            yield replace(placement, spot=action.to)
        elif action.kind == "swap":
            yield replace(placement, tray=next(t for t in resting if t.id == action.other))


def _cures(
    action: Action, finding: Finding, scene: Scene, resting: Sequence[Tray], before: set[tuple[str, int | None, int]]
) -> bool:
    keys = {f.key for f in found_in(applied(action, scene, resting))}
    return finding.key not in keys and keys <= before


def _candidates(finding: Finding, scene: Scene, resting: Sequence[Tray]) -> Iterator[Action]:
    placement = next(p for p in scene.placements if p.tray.id == finding.tray and p.spot == finding.spot)
    if rule(finding.rule).hazard:
        yield from _gates(finding, scene, placement)
        yield Action("by_hand", say("Keep it away; you bring it"), finding.tray)
        yield from _bigger_pieces(finding, scene, placement, resting)
    elif rule(finding.rule).by_sum:
        yield from _one_less(finding, scene)
    elif finding.severity != "note":
        yield from _elsewhere(finding, scene, placement)
        yield Action("rest", say("Let it rest"), finding.tray)


def _one_less(finding: Finding, scene: Scene) -> Iterator[Action]:
    """Too many are out for a child: the one that could rest; what is for this child alone before what is shared."""
    child = next(c for c in scene.children if c.id == finding.child)
    for placement in sorted(scene.out_for(child), key=lambda p: (len(p.tray.for_children), p.tray.id)):
        yield Action("rest", say("Let {tray} rest", tray=placement.tray.name), placement.tray.id)


def _gates(finding: Finding, scene: Scene, placement: Placement) -> Iterator[Action]:
    """A spot on a unit the child does not come to, else keeping the child from this unit."""
    free = [
        spot
        for spot in free_spots(scene)
        if scene.unit(spot).barrier != "none" and finding.child not in scene.unit(spot).comes
    ]
    for spot in free:
        unit = scene.unit(spot)
        yield Action(
            "move",
            say("Behind the {barrier}: {unit}, {words}", barrier=unit.barrier, unit=unit.name, words=spot.words(unit)),
            finding.tray,
            to=spot,
        )
    child = next(c for c in scene.children if c.id == finding.child)
    unit = scene.unit(placement.spot)
    if child.id in unit.comes:
        text = say("A gate before the {unit}, for {child}", unit=unit.name, child=child.name)
        yield Action("gate", text, finding.tray, unit=unit.id, child=child.id)


def _bigger_pieces(finding: Finding, scene: Scene, placement: Placement, resting: Sequence[Tray]) -> Iterator[Action]:
    """The same work with bigger pieces: a tray of the same card, or of the card it follows from, in the bins."""
    child = next(c for c in scene.children if c.id == finding.child)
    same = {placement.tray.card.id, *placement.tray.card.follows}
    for tray in resting:
        harmless = not any(endangers(h, child, scene.on) for h in hazards(tray, scene.practice))
        if tray.card.id in same and harmless:
            yield Action("swap", say("Bigger pieces: {tray}", tray=tray.name), finding.tray, other=tray.id)


def _elsewhere(finding: Finding, scene: Scene, placement: Placement) -> Iterator[Action]:
    """Free spots of the units its children come to, the nearest board first."""

    def distance(spot: Spot) -> tuple[bool, int, int]:
        here = placement.spot
        return (spot.unit_id != here.unit_id, abs(spot.board - here.board), abs(spot.place - here.place))

    for spot in sorted(free_spots(scene), key=distance):
        unit = scene.unit(spot)
        where = (
            spot.words(unit)
            if spot.unit_id == placement.spot.unit_id
            else say("{unit}, {words}", unit=unit.name, words=spot.words(unit))
        )
        to = (
            say("to {where}", where=where)
            if spot.unit_id != placement.spot.unit_id
            else say("to the {where}", where=where)
        )
        yield Action("move", say("Move {to}", to=to), finding.tray, to=spot)
