"""Which child could get at which hazard: every tray against every child who comes there, not only the one it is for."""

from __future__ import annotations

from collections.abc import Callable, Iterable, Iterator, Sequence
from dataclasses import dataclass
from datetime import date

from zither_awl.core.ages import age_text, corrected_months
from zither_awl.core.body import hazard_zone_mm
from zither_awl.core.finding import Finding
from zither_awl.core.practice import Practice
from zither_awl.core.reasons import Quantity, Reason
from zither_awl.core.safety.allergens import is_allergic
from zither_awl.core.safety.hazards import hazards
from zither_awl.core.safety.nature import Hazard
from zither_awl.core.safety.permissions import allowance_of, allowed, may_be_allowed
from zither_awl.core.saying import say
from zither_awl.core.values import Child, Mobility, PermissionKind, Placement, Tray, Unit
from zither_awl.core.words import listed


@dataclass(frozen=True, slots=True)
class Exposed:
    """One hazard one child could get at, with the child's age and reach on the day."""

    hazard: Hazard
    child: Child
    months: int
    zone_mm: float


def endangers(hazard: Hazard, child: Child, on: date) -> bool:
    """Whether a hazard is one for this child: by its age, because it still mouths, or by its allergy."""
    if hazard.supervision == "never":
        return True
    if hazard.kind.startswith("allergen:"):
        return is_allergic(child.allergies, hazard.kind.partition(":")[2])
    if hazard.mouthed and child.still_mouths:
        return True
    if hazard.until_walking and child.mobility not in (Mobility.WALKS, Mobility.CLIMBS):
        return True
    minimum = hazard.minimum_age_months
    return minimum is not None and corrected_months(child.born, child.gestation_weeks, on) < minimum


Pairs = Sequence[tuple[Hazard, Child]]


def dangers(tray: Tray, children: Iterable[Child], on: date, practice: Practice = Practice()) -> Pairs:
    """Which hazards of a tray are one for which child, worst first."""
    everybody = tuple(children)
    return tuple((h, child) for h in hazards(tray, practice) for child in everybody if endangers(h, child, on))


def exposed(
    placement: Placement, unit: Unit, pairs: Pairs, on: date, zone_of: Callable[[Child], float]
) -> Iterator[Exposed]:
    """Of the hazards of a placement, those its child could get at on a day; `zone_of` is how high a child gets, mm."""
    height = unit.boards[placement.spot.board].height_mm
    for hazard, child in pairs:
        reaches = not placement.by_hand and child.id in unit.comes and height <= zone_of(child)
        if reaches or _given_too_early(hazard, placement, child, on):
            months = corrected_months(child.born, child.gestation_weeks, on)
            yield Exposed(hazard, child, months, zone_of(child))


def _given_too_early(hazard: Hazard, placement: Placement, child: Child, on: date) -> bool:
    """A tray set out by hand for the very child its hazard is for, and not allowed "with an adult at the table"."""
    return placement.by_hand and child.id in placement.tray.for_children and not allowed(hazard, child, on)


def exposure(
    placements: Sequence[Placement],
    children: Sequence[Child],
    units: Sequence[Unit],
    on: date,
    *,
    practice: Practice = Practice(),
) -> tuple[Finding, ...]:
    """A finding for every tray and every child who could get at a hazard of it under its age.

    Judges open placements of units the child comes to; a tray by hand only for the children it is for.
    """
    by_id = {unit.id: unit for unit in units}
    found: list[Finding] = []
    for placement in placements:
        unit = by_id[placement.spot.unit_id]
        pairs = dangers(placement.tray, children, on, practice)
        found += exposure_at(placement, unit, pairs, on, _zones(unit, on, practice))
    return tuple(found)


def _zones(unit: Unit, on: date, practice: Practice) -> Callable[[Child], float]:
    return lambda child: hazard_zone_mm(child, on, unit.climb_on_mm, practice)


def exposure_at(
    placement: Placement, unit: Unit, pairs: Pairs, on: date, zone_of: Callable[[Child], float]
) -> Iterator[Finding]:
    """The findings of one placement, of the hazards that are one for some child."""
    if not pairs:
        return
    of_child: dict[int, list[Exposed]] = {}
    for each in exposed(placement, unit, pairs, on, zone_of):
        of_child.setdefault(each.child.id, []).append(each)
    yield from (_finding(placement, unit, all_of_it, on) for all_of_it in of_child.values())
    yield from _allowed_notes(placement, pairs, on)


def _finding(placement: Placement, unit: Unit, all_of_it: Sequence[Exposed], on: date) -> Finding:
    """One finding for a child and a tray: the worst hazard in full, the others beside it."""
    own = all_of_it[0].child.id in placement.tray.for_children
    grave = ("must", "should", "note")
    each, *others = sorted(all_of_it, key=lambda one: grave.index(one.hazard.severity_for(own)))
    child, hazard = each.child, each.hazard
    age = age_text(child.born, on)
    text = say("{child} can reach this: {hazard}.", child=child.name, hazard=hazard.text)
    if placement.by_hand:
        text = say("This is meant for {child}: {hazard}.", child=child.name, hazard=hazard.text)
    elif child.id in placement.tray.for_children:
        text = say("This is out for {child}: {hazard}.", child=child.name, hazard=hazard.text)
    text += say(" {child} is {age}{limit_words}.", child=child.name, age=age, limit_words=_limit_words(hazard, child))
    numbers = (
        *hazard.numbers,
        Quantity(say("{child}'s age", child=child.name), each.months, "months", hazard.minimum_age_months),
        Quantity(say("{child} can get to", child=child.name), round(each.zone_mm), "mm"),
        Quantity(say("board"), unit.boards[placement.spot.board].height_mm, "mm"),
    )
    reason = Reason("SAFETY", text, numbers, (f"tray:{placement.tray.id}",), hazard.source)
    beside = tuple(
        Reason(
            "SAFETY", say("Also: {hazard}.", hazard=o.hazard.text), o.hazard.numbers, reason.evidence, o.hazard.source
        )
        for o in others
    )
    return Finding(
        "exposure",
        hazard.severity_for(own),
        child.id,
        placement.tray.id,
        placement.spot,
        (reason, *beside),
        asks=_asks(all_of_it, on) if own else (),
    )


def _asks(all_of_it: Sequence[Exposed], on: date) -> tuple[PermissionKind, ...]:
    """What to allow so that a tray, kept away, may be brought to its child; nothing unless all of it may be allowed."""
    if not all(may_be_allowed(e.hazard, e.child, on) for e in all_of_it):
        return ()
    kinds = (allowance_of(e.hazard) for e in all_of_it if not allowed(e.hazard, e.child, on))
    return tuple(dict.fromkeys(each.kind for each in kinds if each is not None))


def _limit_words(hazard: Hazard, child: Child) -> str:
    if hazard.minimum_age_months is None:
        return ""
    if hazard.mouthed and child.still_mouths:
        return say(" and still mouths; limit {minimum_age_months} months", minimum_age_months=hazard.minimum_age_months)
    return say("; limit {minimum_age_months} months", minimum_age_months=hazard.minimum_age_months)


def _allowed_notes(placement: Placement, pairs: Pairs, on: date) -> list[Finding]:
    """What a child was allowed to do with an adult at the table stays a finding, as a note."""
    watched = [
        name
        for name in dict.fromkeys(
            child.name
            for hazard, child in pairs
            if placement.by_hand and child.id in placement.tray.for_children and allowed(hazard, child, on)
        )
    ]
    if not watched:
        return []
    works = "works" if len(watched) == 1 else "work"
    text = say(
        "With an adult at the table: somebody sits by while {watched} {works} with this.",
        watched=listed(watched),
        works=works,
    )
    reason = Reason("SAFETY", text, evidence=(f"tray:{placement.tray.id}",))
    return [Finding("with-an-adult", "note", None, placement.tray.id, placement.spot, (reason,))]


def work_condition(tray: Tray, children: Iterable[Child], on: date, practice: Practice = Practice()) -> str:
    """Where a tray with a hazard may be worked with, wherever it stands; empty when nobody mobile is endangered."""
    kept_from = [
        child.name
        for child in children
        if child.mobility is not Mobility.LIES_OR_SITS
        and child.id not in tray.for_children
        and any(h.severity == "must" and endangers(h, child, on) for h in hazards(tray, practice))
    ]
    if not kept_from:
        return ""
    return say(
        "At a table {names} cannot reach, or while {n, plural, one {{names} sleeps} other {{names} sleep}}.",
        names=listed(kept_from),
        n=len(kept_from),
    )
