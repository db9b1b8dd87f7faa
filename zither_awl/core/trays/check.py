"""What is right and what is not about a tray put together: each with its numbers, limit and source."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from dataclasses import dataclass, replace
from datetime import date
from typing import Literal

from zither_awl.core.ages import age_text, corrected_months
from zither_awl.core.body import carry_limit_g
from zither_awl.core.practice import Practice
from zither_awl.core.reasons import Quantity, Reason
from zither_awl.core.safety.allergens import is_allergic
from zither_awl.core.safety.exposure import endangers
from zither_awl.core.safety.hazards import together
from zither_awl.core.safety.nature import Hazard, component_hazards, declared, worst_first
from zither_awl.core.safety.permissions import allowance_of, allowed, may_be_allowed
from zither_awl.core.saying import decimal, figure, say
from zither_awl.core.sources import COMMON_PRACTICE, CYLINDER_SOURCE
from zither_awl.core.things.component import Component
from zither_awl.core.things.fill import DENSITY_SOURCE
from zither_awl.core.things.shapes import largest_mm
from zither_awl.core.trays.assemble import CONTAINER, Assembled, Poured
from zither_awl.core.trays.complete import SAID, missing, wanted
from zither_awl.core.trays.design import Design, Level
from zither_awl.core.trays.pack import Laid, NoRoom
from zither_awl.core.trays.ties import pair_problems, pour_problems
from zither_awl.core.values import Child, PermissionKind
from zither_awl.core.words import listed, mass_text, share_text

Held = Literal["kept", "note", "should", "must"]
FAR_TOO_HEAVY = 1.5
"""Over the limit a load is told; over so many times of it the tray does not go out (ours, no source)."""
RIM_UNDER_MONTHS, LEAST_RIM_MM = 36, 15.0
"""TRAY-6: under three years a rimmed tray. The 15 mm are ours, no source."""


@dataclass(frozen=True, slots=True)
class Check:
    """One rule held against the tray: kept, or to be mended."""

    severity: Held
    reason: Reason
    asks: tuple[tuple[int, PermissionKind], ...] = ()
    """What the household may allow to cure it: the child and the kind of work."""


def check_tray(
    design: Design,
    level: Level,
    made: Assembled,
    for_: Sequence[Child],
    children: Sequence[Child],
    on: date,
    *,
    practice: Practice = Practice(),
) -> tuple[Check, ...]:
    """Everything the program knows to hold against a tray, worst first. It says what it checked, never "safe"."""
    filled = {c.role for c in made.contents} | {r.name for r in level.roles if r.same_as}
    found = [
        *_room(made),
        *_ties(level, made),
        *_hazards(design, made, for_, children, on, practice),
        *_smallest(level, made),
        *_carried(design, level, made, for_, on),
        *_poured(made.poured),
        *_complete(design, level, filled),
        *_rim(made, for_, on),
        *_beginning(design, level, made, for_, on),
        *_allergens(made, children),
        *_morning(design),
    ]
    order = ("must", "should", "note", "kept")
    return tuple(sorted(found, key=lambda check: order.index(check.severity)))


def _check(severity: Held, rule: str, text: str, *numbers: Quantity, source: str = COMMON_PRACTICE) -> Check:
    return Check(severity, Reason(rule, text, numbers, (), source))


def _room(made: Assembled) -> list[Check]:
    if isinstance(made.packing, NoRoom):
        side = "wide" if made.packing.side == "width" else "deep"
        text = say(
            "The things do not fit: the tray would have to be {short_mm} mm more {side} inside.",
            short_mm=decimal(made.packing.short_mm, 0),
            side=side,
        )
        if made.packing.side == "width":
            text = say(
                "The things do not fit: the tray is {short_mm} mm too narrow inside.",
                short_mm=decimal(made.packing.short_mm, 0),
            )
        return [_check("must", "SPACE", text, Quantity(say("missing"), made.packing.short_mm, "mm"))]
    return [_check("should", "SPACE", say("{a} and {b} lie over one another.", a=a, b=b)) for a, b in overlaps(made)]


def overlaps(made: Assembled) -> list[tuple[str, str]]:
    """Which things lie over one another, or over the rim, where somebody placed them by hand."""
    if made.packing is None or isinstance(made.packing, NoRoom) or made.container is None:
        return []
    sizes = {spot.name: spot for spot in made.packing.spots}
    boxes = []
    for each in made.contents:
        spot = sizes.get(each.role)
        if spot is None or each.x_mm is None or each.y_mm is None:
            continue
        wide, deep = _turned(spot, each.turned)
        boxes.append((each.role, each.x_mm, each.y_mm, wide, deep))
    inside = made.container.inside
    over = [
        (a[0], b[0])
        for n, a in enumerate(boxes)
        for b in boxes[n + 1 :]
        if a[1] < b[1] + b[3] - 1 and b[1] < a[1] + a[3] - 1 and a[2] < b[2] + b[4] - 1 and b[2] < a[2] + a[4] - 1
    ]
    if inside is not None:
        deep = inside.across_mm or inside.top_mm
        over += [
            (name, say("the rim"))
            for name, x, y, w, d in boxes
            if x < -0.5 or y < -0.5 or x + w > inside.top_mm + 0.5 or y + d > deep + 0.5
        ]
    return over


def _turned(spot: Laid, turned: bool) -> tuple[float, float]:
    return (spot.width_mm, spot.depth_mm) if turned == spot.turned else (spot.depth_mm, spot.width_mm)


def _ties(level: Level, made: Assembled) -> list[Check]:
    by_role = {c.role: c.component for c in made.contents}
    problems = [text for role in level.roles for text in pair_problems(role, by_role.get)]
    return [_check("must", "TRAY-4", text) for text in [*problems, *pour_problems(level, by_role.get)]]


def _hazards(
    design: Design, made: Assembled, for_: Sequence[Child], children: Sequence[Child], on: date, practice: Practice
) -> list[Check]:
    """A hazard for the child it is for is a must; one for another child is a condition; supervision is a note."""
    if design.sort == "demonstration":
        there = [*together(made.contents, practice), *_of_the_adult(design)]
        return [_watched(hazard) for hazard in worst_first(there)]
    checks = [_adults_part(hazard) for hazard in _of_the_adult(design)]
    of_the_work = [declared(kind) for kind in design.minds]
    for hazard in worst_first([*together(made.contents, practice), *of_the_work]):
        own = [c for c in for_ if endangers(hazard, c, on)]
        others = [c for c in children if c not in for_ and endangers(hazard, c, on)]
        thing = _whose(hazard, made, practice)
        limit = _limit(hazard)
        ages = (*hazard.numbers, *(_age(c, hazard, on) for c in own or others))
        if own:
            checks.append(_for_the_child(hazard, own, thing, limit, ages, on))
        elif others and hazard.severity == "must":
            text = say(
                "Keep it from {others}: {thing}{hazard}{limit}.",
                others=listed(c.name for c in others),
                thing=thing,
                hazard=hazard.text,
                limit=limit,
            )
            checks.append(_check("should", "SAFETY", text, *ages, source=hazard.source))
        elif hazard.supervision in ("near", "touch") and hazard.kind not in TOLD_BY_SIZE:
            near = say("An adult within reach") if hazard.supervision == "touch" else say("An adult near by")
            text = say("{near}: {thing}{hazard}.", near=near, thing=thing, hazard=hazard.text)
            checks.append(_check("note", "SAFETY", text, source=hazard.source))
    return checks


TOLD_BY_SIZE = ("dried-pulses", "small-part", "small-ball")
"""Hazards that only concern those who are too young, and are no reason to sit beside an older child."""


def _limit(hazard: Hazard) -> str:
    months = hazard.minimum_age_months
    return say("; limit {minimum_age_months} months", minimum_age_months=months) if months else ""


def _of_the_adult(design: Design) -> list[Hazard]:
    return [declared(kind) for kind in design.adults_part]


def _watched(hazard: Hazard) -> Check:
    text = say(
        "A demonstration: the adult does it, children watch from a stated distance: {hazard}.", hazard=hazard.text
    )
    return _check("note", "SAFETY", text, source=hazard.source)


def _adults_part(hazard: Hazard) -> Check:
    return _check("note", "SAFETY", say("The adult's part: {hazard}.", hazard=hazard.text), source=hazard.source)


def _for_the_child(
    hazard: Hazard, own: Sequence[Child], thing: str, limit: str, ages: tuple[Quantity, ...], on: date
) -> Check:
    """What is a hazard for the very child: allowed with an adult at the table, to be decided, or not for it."""
    may = allowance_of(hazard)
    if may is not None and all(allowed(hazard, c, on) for c in own):
        text = say(
            "With an adult at the table, as you decided: {thing}{hazard}{limit}. {then}",
            thing=thing,
            hazard=hazard.text,
            limit=limit,
            then=may.then,
        )
        return _check("should", "SAFETY", text, *ages, source=hazard.source)
    severity: Held = "must" if hazard.severity_for(own=True) == "must" else "should"
    who = listed(say("{c}, {age_text}", c=c.name, age_text=age_text(c.born, on)) for c in own)
    text = say(
        "{part} {who}: {thing}{hazard}{limit}.",
        part=say("Not for") if severity == "must" else say("With care for"),
        who=who,
        thing=thing,
        hazard=hazard.text,
        limit=limit,
    )
    refused = [c for c in own if not allowed(hazard, c, on)]
    asks: tuple[tuple[int, PermissionKind], ...] = ()
    if may is not None and all(may_be_allowed(hazard, c, on) for c in refused):
        asks = tuple((c.id, may.kind) for c in refused)
    return replace(_check(severity, "SAFETY", text, *ages, source=hazard.source), asks=asks)


def _age(child: Child, hazard: Hazard, on: date) -> Quantity:
    months = corrected_months(child.born, child.gestation_weeks, on)
    return Quantity(say("{child}'s age", child=child.name), months, "months", hazard.minimum_age_months, True)


def _whose(hazard: Hazard, made: Assembled, practice: Practice) -> str:
    whose = next(
        (
            c.component.name
            for c in made.contents
            if any(h.kind == hazard.kind for h in component_hazards(c.component, practice))
        ),
        "",
    )
    return say("{whose}, ", whose=whose) if whose else ""


def _smallest(level: Level, made: Assembled) -> list[Check]:
    """The smallest piece against the gauge. While the size of any piece is only assumed nothing is said to pass it."""
    piece = made.smallest
    unsure = [
        c.component.name
        for c in made.contents
        if "shape" in c.component.assumed and (role := level.role(c.role)) is not None and role.use == "handled"
    ]
    if unsure:
        text = say(
            "The size of {unsure} is only assumed: measure it, and the gauge can be told.", unsure=listed(unsure)
        )
        return [_check("note", "SAFETY", text, source=CYLINDER_SOURCE)]
    if piece is None or any(h.kind in ("small-part", "small-ball") for h in component_hazards(piece)):
        return []
    text = say(
        "Smallest piece: {piece}, {largest_mm} mm; it does not go into the small-parts cylinder.",
        piece=piece.name,
        largest_mm=figure(largest_mm(piece.shape)),
    )
    return [
        _check(
            "kept", "SAFETY", text, Quantity(say("longest size"), largest_mm(piece.shape), "mm"), source=CYLINDER_SOURCE
        )
    ]


def _carried(design: Design, level: Level, made: Assembled, for_: Iterable[Child], on: date) -> list[Check]:
    """What the child carries: the loaded tray, or its heaviest thing where things are brought one by one."""
    how = design.how_carried(level)
    if how == "not":
        return [_check("note", "TRAY-5", say("Worked with where it stands: nobody carries it."))]
    alone = (c.component.mass_g for c in made.contents if not c.component.medium and c.role != CONTAINER)
    heaviest = max(alone, default=0.0)
    grams = made.mass_g if how == "whole" else heaviest
    loaded = "loaded" if how == "whole" else say("the heaviest thing, brought one by one")
    return [_lifted(grams, loaded, child, on) for child in for_]


def _lifted(grams: float, loaded: str, child: Child, on: date) -> Check:
    limit = carry_limit_g(child, on)
    if limit is None:
        text = say(
            "{mass_text}; {child} does not carry yet: work where it stands.",
            mass_text=mass_text(grams),
            child=child.name,
        )
        return _check("note", "TRAY-5", text, Quantity(say("carried"), round(grams), "g"))
    text = say(
        "{mass_text} {loaded}; {child} carries to {mass_text2}.",
        mass_text=mass_text(grams),
        loaded=loaded,
        child=child.name,
        mass_text2=mass_text(limit),
    )
    severity: Held = "must" if grams > FAR_TOO_HEAVY * limit else "should" if grams > limit else "kept"
    return _check(severity, "TRAY-5", text, Quantity(say("carried"), round(grams), "g", round(limit)))


def _half(poured: Poured, ml: int) -> Check:
    text = say(
        "{ml} ml of {medium}, {share} of {source}; at most half to begin.",
        ml=ml,
        medium=poured.medium.name,
        share=share_text(poured.share),
        source=poured.source.name,
    )
    share = Quantity(say("share of the full vessel"), round(poured.share, 2), "", 0.5)
    held: Held = "kept" if poured.share <= 0.5 else "should"
    return _check(held, "TRAY-4", text, Quantity(say("poured"), ml, "ml"), share)


def _poured(poured: Poured | None) -> list[Check]:
    if poured is None:
        return []
    ml, name = round(poured.ml), poured.target.name
    checks = [_half(poured, ml)]
    if poured.line_mm is not None:
        text = say("Fill line on {name}: {line_mm} mm up its side.", name=name, line_mm=decimal(poured.line_mm, 0))
        source = DENSITY_SOURCE if poured.medium.density_g_ml else COMMON_PRACTICE
        checks.append(
            _check(
                "kept",
                "TRAY-4",
                text,
                Quantity(say("line"), round(poured.line_mm, 1), "mm"),
                Quantity(say("{name} holds", name=name), round(poured.target.capacity_ml), "ml", ml, True),
                source=source,
            )
        )
    if poured.spill_mm is not None and poured.rim_mm is not None:
        held = poured.spill_mm <= poured.rim_mm
        text = say(
            "All of it spilt stands {spill_mm} mm high on the tray; its rim is {rim_mm} mm.",
            spill_mm=decimal(poured.spill_mm, 0),
            rim_mm=decimal(poured.rim_mm, 0),
        )
        spill = Quantity(say("spill"), round(poured.spill_mm, 1), "mm", round(poured.rim_mm, 1))
        checks.append(_check("kept" if held else "should", "TRAY-4", text, spill))
    return checks


def _complete(design: Design, level: Level, filled: set[str]) -> list[Check]:
    empty = [role.name for role in level.roles if role.name not in filled and not role.optional]
    lacks = missing(design, level, filled)
    if lacks:
        return [
            _check(
                "should",
                "TRAY-1",
                say("Not complete: it wants {lacks}.", lacks=listed(SAID.get(need, need) for need in lacks)),
            )
        ]
    if empty:
        return [_check("should", "TRAY-1", say("Not complete: nothing yet for {empty}.", empty=listed(empty)))]
    wants = wanted(design, level)
    text = (
        say("Complete, with {wants}.", wants=listed(SAID.get(need, need) for need in wants))
        if wants
        else say("Complete.")
    )
    return [_check("kept", "TRAY-1", text)]


def _rim(made: Assembled, for_: Iterable[Child], on: date) -> list[Check]:
    young = [c.name for c in for_ if corrected_months(c.born, c.gestation_weeks, on) < RIM_UNDER_MONTHS]
    rim = made.container.inside.depth_mm if made.container and made.container.inside else None
    if not young or rim is None:
        return []
    number = Quantity(say("rim"), rim, "mm", LEAST_RIM_MM, True)
    if rim >= LEAST_RIM_MM:
        return [
            _check(
                "kept",
                "TRAY-6",
                say("The rim is {rim} mm; {young} still tilts a tray.", rim=decimal(rim, 0), young=listed(young)),
                number,
            )
        ]
    return [
        _check(
            "should",
            "TRAY-6",
            say(
                "The rim is {rim} mm; {young} tilts a tray: take a rimmed one.",
                rim=decimal(rim, 0),
                young=listed(young),
            ),
            number,
        )
    ]


def _beginning(design: Design, level: Level, made: Assembled, for_: Iterable[Child], on: date) -> list[Check]:
    """TRAY-3: three objects for a new concept, two or three under 30 months."""
    young = [c.name for c in for_ if corrected_months(c.born, c.gestation_weeks, on) < 30]
    most = 3
    named = design.area in ("language", "mathematics") and level.number == 1
    if not named or made.pieces <= most * 2:
        return []
    text = say(
        "{pieces} for a new idea; begin with {most}",
        pieces=say("{n, plural, one {# piece} other {# pieces}}", n=made.pieces),
        most=most,
    ) + (say(", {young} with 2 or 3.", young=listed(young)) if young else ".")
    return [_check("note", "TRAY-3", text, Quantity(say("pieces"), made.pieces, ""))]


def _allergens(made: Assembled, children: Sequence[Child]) -> list[Check]:
    there = sorted({a for c in made.contents for a in c.component.allergens})
    if not there or any(is_allergic(child.allergies, each) for child in children for each in there):
        return []
    return [
        _check(
            "kept",
            "TRAY-10",
            say("It holds {there}; no child of the house is entered as allergic to it.", there=listed(there)),
            source=say("EU Regulation 1169/2011, Annex II, from memory"),
        )
    ]


def _morning(design: Design) -> list[Check]:
    return (
        [_check("note", "TRAY-11", say("Each day, before work, an adult: {morning}", morning=design.morning))]
        if design.morning
        else []
    )


@dataclass(frozen=True, slots=True)
class Costs:
    """What the things cost, as far as it is known, and one time of working with it; in the household's money."""

    known: float
    unknown: int
    per_use: float | None


def cost_per_use(contents: Iterable[tuple[Component, int]], uses: int) -> Costs:
    """The cost of a tray's things, and per use: what one time uses up, and the lasting things by their uses so far.

    `uses` is how often the tray was worked with; with none, only what is used up is counted.
    """
    known, unknown, used_up = 0.0, 0, 0.0
    for component, count in contents:
        if component.cost is None:
            unknown += 1
            continue
        if component.per_use:
            amount = component.stock_ml if component.medium else float(component.count)
            used_up += (
                component.cost * component.per_use / amount
                if component.medium and amount
                else (component.cost * component.per_use)
            )
        else:
            known += component.cost * count
    lasting = known / uses if uses else 0.0
    return Costs(round(known + used_up, 2), unknown, round(used_up + lasting, 2) if used_up or uses else None)
