"""The composed's core values as the models that go out."""

from __future__ import annotations

from collections.abc import Iterable, Mapping, Sequence
from typing import Any

from zither_awl.api.answers import decide_out, piece_out, reasons_out
from zither_awl.api.schemas import make as models
from zither_awl.api.schemas import things as thing_models
from zither_awl.core.difficulty import TEXTS
from zither_awl.core.reasons import Reason
from zither_awl.core.safety import component_hazards
from zither_awl.core.safety.nature import EMERGENCIES, Hazard
from zither_awl.core.saying import say, together
from zither_awl.core.things.component import Component, Inside, footprint_mm
from zither_awl.core.things.kinds import kind_of
from zither_awl.core.things.shapes import largest_mm
from zither_awl.core.trays import Candidate, Design, Level, Made, Packing, Stock
from zither_awl.core.trays.assemble import Poured
from zither_awl.core.trays.makeable import container_role
from zither_awl.core.trays.match import consider, with_counts
from zither_awl.core.trays.script import script_of
from zither_awl.core.words import sentence
from zither_awl.services.desk import House
from zither_awl.services.make import CanMake, Composed, Wish
from zither_awl.services.things import Thing, where_is


def emergency_words(house: House, kinds: Iterable[str]) -> str:
    """What to say where swallowing is an emergency: the numbers entered in House, and nothing medical."""
    if not set(kinds) & set(EMERGENCIES):
        return ""
    home = house.household
    number, centre = (home.emergency_number, home.poison_centre) if home else ("", "")
    if not number and not centre:
        return say("If it is swallowed: emergency number and poison centre. Neither is entered in House yet.")
    said = [
        say("emergency number {number}", number=number) if number else "",
        say("poison centre {centre}", centre=centre) if centre else "",
    ]
    return say("If it is swallowed: {said}.", said=together((each for each in said if each), ", "))


def _inside_out(inside: Inside | None) -> thing_models.InsideOut | None:
    if inside is None:
        return None
    return thing_models.InsideOut(
        depth_mm=inside.depth_mm,
        top_mm=inside.top_mm,
        bottom_mm=inside.bottom_mm,
        across_mm=inside.across_mm,
        marks=[thing_models.MarkOut(ml=ml, mm=up) for ml, up in inside.marks],
    )


AS_IT_IS = (
    *("id", "name", "kind", "count", "mass_g", "softness", "material", "breakable", "density_g_ml", "stock_ml"),
    *("per_use", "sealed", "magnet", "cell", "cord_mm", "subject", "box_months", "cost", "came_from", "archived"),
)
"""What of a thing is told as it is kept."""


def component_out(thing: Thing, house: House) -> thing_models.ComponentOut:
    """A thing, how many are free, where the others are, and its hazards by nature."""
    c = thing.component
    found = component_hazards(c, house.practice)
    piece = piece_out(c.shape)
    assert piece is not None
    as_it_is: dict[str, Any] = {name: getattr(c, name) for name in AS_IT_IS}
    return thing_models.ComponentOut(
        **as_it_is,
        shape=piece,
        inside=_inside_out(c.inside),
        capacity_ml=round(c.capacity_ml, 1),
        allergens=list(c.allergens),
        dangers=list(c.dangers),
        colours=list(c.colours),
        photo=c.photo_id,
        drawn=kind_of(c).drawn,
        bin=house.bin_name(c.bin_id),
        assumed=list(c.assumed),
        free=thing.free,
        on=[thing_models.HolderOut(tray_id=t.id, name=t.name, count=n, where=where_is(house, t)) for t, n in thing.on],
        hazards=reasons_out(hazard_said(h) for h in found),
        emergency=emergency_words(house, [h.kind for h in found]),
    )


def hazard_said(hazard: Hazard) -> Reason:
    """A hazard of a thing as a reason: what it is, and from which age on it may be open."""
    return Reason("SAFETY", sentence(hazard.words), hazard.numbers, (), hazard.source)


def card_out(design: Design) -> models.CardBriefOut:
    """A card's name, area, window and levels."""
    return models.CardBriefOut(
        key=design.key,
        name=design.name,
        area=design.area,
        from_months=design.from_months,
        to_months=design.to_months,
        own=design.own,
        levels=_levels(design),
    )


def _levels(design: Design) -> list[models.LevelOut]:
    return [models.LevelOut(number=v.number, name=v.name, from_months=v.from_months) for v in design.levels]


def can_make_out(can: CanMake, child_id: int, house: House) -> models.CanMakeOut:
    """What can be made, ranked, with what to fetch from where."""
    return models.CanMakeOut(
        child_id=child_id,
        made=[_makeable(m, house, can.at_once) for m in can.found.made],
        unlocks=[models.UnlockOut(kind=u.kind, owned=u.owned, cards=list(u.cards)) for u in can.found.unlocks],
        to_allow=[
            models.ToAllowOut(
                key=m.design.key,
                card=m.design.name,
                level=m.level.number,
                level_name=m.level.name,
                kinds=sorted(m.asks),
            )
            for m in can.found.to_allow
        ],
        looked_at=can.found.looked_at,
        at_once=len(can.at_once),
    )


def _makeable(made: Made, house: House, at_once: Sequence[str]) -> models.MakeableOut:
    fetch = [
        models.FetchOut(name=c.component.name, count=c.count, bin=house.bin_name(c.component.bin_id))
        for c in made.assembled.contents
    ]
    return models.MakeableOut(
        key=made.design.key,
        card=made.design.name,
        area=made.design.area,
        level=made.level.number,
        level_name=made.level.name,
        container=made.container.name if made.container else "",
        fetch=fetch,
        reasons=reasons_out(made.reasons),
        next_step=made.reasons[0].text if made.terms["next step"] else "",
        score=round(made.score, 1),
        at_once=made.design.key in at_once,
        minds=[c.reason.text for c in made.checks if c.severity == "should"],
    )


def _poured(poured: Poured | None) -> models.PouredOut | None:
    if poured is None:
        return None
    return models.PouredOut(
        ml=round(poured.ml, 1),
        share=round(poured.share, 3),
        line_mm=poured.line_mm,
        source_line_mm=poured.source_line_mm,
        into=poured.target.name,
    )


def _difficulty(composed: Composed) -> list[models.DimensionOut]:
    near = dict(composed.nearest.difficulty.items()) if composed.nearest else {}
    return [
        models.DimensionOut(
            name=name, step=step, most=len(TEXTS[name]) - 1, text=TEXTS[name][step], nearest=near.get(name)
        )
        for name, step in composed.made.assembled.difficulty.items()
    ]


def composed_out(composed: Composed, wish: Wish, house: House) -> models.ComposedOut:
    """Everything the composed shows of one tray."""
    made, card = composed.made, composed.made.design
    stock = house.stock.without([wish.instead_of] if wish.instead_of else [])
    on_it = made.assembled
    kinds = [h.kind for c in on_it.contents for h in component_hazards(c.component, house.practice)]
    return models.ComposedOut(
        card=_design_out(card, composed.level),
        level=composed.level.number,
        child_id=composed.child.id,
        roles=_roles(composed, wish, stock),
        container=made.container.id if made.container else None,
        container_by_hand=wish.container is not None,
        containers=_containers(composed, stock),
        would_do=made.would_do.name if made.would_do else "",
        plan=_plan(made),
        laid=_laid(composed),
        mass_g=round(on_it.mass_g, 1),
        pieces=on_it.pieces,
        share=composed.level.pour.share if composed.level.pour else None,
        poured=_poured(on_it.poured),
        checks=[
            models.CheckOut(severity=c.severity, reason=reasons_out([c.reason])[0], asks=decide_out(c.asks, house))
            for c in made.checks
        ],
        difficulty=_difficulty(composed),
        nearest=composed.nearest.name if composed.nearest else "",
        compared=composed.nearest.words if composed.nearest else "",
        takes=_takes(composed, house),
        freeing=[models.NamedTrayOut(tray_id=f.tray.id, name=f.tray.name, why=f.why) for f in composed.freeing],
        short=list(made.short),
        costs=models.CostsOut(
            known=composed.costs.known, unknown=composed.costs.unknown, per_use=composed.costs.per_use
        ),
        name=composed.name,
        emergency=emergency_words(house, kinds),
    )


def card_text(card: Design, level: Level | None = None) -> dict[str, Any]:
    """What a card says, at every level or as it is shown at one, as the fields of CardTextOut."""
    return {
        "key": card.key,
        "name": card.name,
        "area": card.area,
        "from_months": card.from_months,
        "to_months": card.to_months,
        "aim": card.aim,
        "prepares": list(card.prepares),
        "control": card.control,
        "interest": list(card.interest),
        "clean_up": card.clean_up,
        "steps": list(script_of(card, level or card.levels[0])),
        "words": [models.WordOut(word=w, other=o) for w, o in card.words],
        "morning": card.morning,
        "supervision": card.supervision,
        "also": list(card.also),
        "invitation": card.invitation,
        "then": list(card.then),
        "grid": list(card.grid),
        "sort": card.sort,
    }


def _design_out(card: Design, level: Level) -> models.DesignOut:
    return models.DesignOut(
        **card_text(card, level),
        changes=level.changes,
        expects=level.expects,
        not_yet=level.not_yet,
        levels=_levels(card),
    )


def _roles(composed: Composed, wish: Wish, stock: Stock) -> list[models.RoleOut]:
    found = composed.made.matches
    return [
        models.RoleOut(
            name=role.name,
            use=role.use,
            count=role.count,
            needs=list(role.accepts),
            shows=role.shows,
            added=role.name in wish.added,
            beside=role.beside,
            lies_in=role.lies_in,
            care=role.care,
            optional=role.optional,
            by_hand=role.name in wish.fixed or role.name in wish.added,
            chosen=found.chosen[role.name].id if role.name in found.chosen else None,
            considered=[_candidate(c, stock) for c in found.considered[role.name]],
        )
        for role in with_counts(composed.level, wish.counts)
    ]


def _candidate(each: Candidate, stock: Stock) -> models.CandidateOut:
    c = each.component
    return models.CandidateOut(
        id=c.id,
        name=c.name,
        answer=each.answer,
        why=list(each.why),
        count=c.count,
        free=stock.free(c),
        drawn=kind_of(c).drawn,
    )


def _containers(composed: Composed, stock: Stock) -> list[models.CandidateOut]:
    if not composed.level.container:
        return []
    return [_candidate(c, stock) for c in consider(container_role(composed.level), stock, None)]


def _plan(made: Made) -> models.PlanOut | None:
    box = made.container
    if box is None or box.inside is None:
        return None
    wide, deep = box.inside.top_mm, box.inside.across_mm or box.inside.top_mm
    piece = piece_out(box.shape)
    sizes = piece.sizes_mm if piece else []
    outer = (sizes[0], sizes[1]) if len(sizes) > 2 else (wide, deep)
    return models.PlanOut(
        inner_width_mm=wide, inner_depth_mm=deep, width_mm=outer[0], depth_mm=outer[1], drawn=box.material or box.kind
    )


def _laid(composed: Composed) -> list[models.LaidOut]:
    made = composed.made.assembled
    spots = {s.name: s for s in made.packing.spots} if isinstance(made.packing, Packing) else {}
    roles = {r.name: r for r in composed.level.roles}
    out = []
    for each in made.contents:
        role, spot = roles.get(each.role), spots.get(each.role)
        if role is None:
            continue
        c: Component = each.component
        wide, deep = (spot.width_mm, spot.depth_mm) if spot else footprint_mm(c)
        if spot and each.turned != spot.turned:
            wide, deep = deep, wide
        out.append(
            models.LaidOut(
                role=each.role,
                name=c.name,
                drawn=kind_of(c).drawn,
                material=c.material,
                count=each.count,
                x_mm=each.x_mm,
                y_mm=each.y_mm,
                width_mm=wide,
                depth_mm=deep,
                piece_mm=largest_mm(c.shape),
                turned=each.turned,
                beside=each.beside,
                lies_in=role.lies_in,
                ml=each.ml,
                colours=list(c.colours),
                medium=c.medium,
            )
        )
    return out


def _takes(composed: Composed, house: House) -> list[models.ClashOut]:
    names: Mapping[int, str] = {t.id: t.name for t in house.trays}
    return [
        models.ClashOut(
            component=clash.component.name,
            owned=clash.owned,
            trays=[
                models.NamedTrayOut(tray_id=key, name=names[key], why=say("holds {count}", count=count))
                for key, count in clash.trays
                if key in names
            ],
        )
        for clash in composed.takes
    ]
