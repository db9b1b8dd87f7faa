"""Core values as the models that go out. Only names and shapes change here; nothing is reckoned."""

from __future__ import annotations

from collections.abc import Iterable
from datetime import date
from typing import Any, cast

from zither_awl.api.schemas import change as change_models
from zither_awl.api.schemas import house as house_models
from zither_awl.api.schemas import shelf as shelf_models
from zither_awl.api.schemas import watch as watch_models
from zither_awl.api.schemas.base import QuantityOut, ReasonOut, SpotIn, SpotOut
from zither_awl.core.concentration import episode_stats
from zither_awl.core.finding import Action, Finding
from zither_awl.core.reasons import Reason
from zither_awl.core.safety import ALLOWANCES, Stability, why_not_allowed
from zither_awl.core.safety.nature import DECLARED, declared
from zither_awl.core.safety.permissions import permission_of
from zither_awl.core.saying import say
from zither_awl.core.things.shapes import Box, Cylinder, Irregular, Shape, Solid, Sphere
from zither_awl.core.trays import front_of
from zither_awl.core.values import SWEEP_STATES, Child, Episode, Morning, PermissionKind, Placement, Spot, Tray, Unit
from zither_awl.services.desk import Desk, House
from zither_awl.services.mending import likely_end
from zither_awl.services.recording import work_name
from zither_awl.services.shelf import Marks, condition_of, marks, read_out
from zither_awl.services.sweeping import Swept


def reasons_out(reasons: Iterable[Reason]) -> list[ReasonOut]:
    """Reasons with their numbers."""
    return [
        ReasonOut(
            rule=r.rule,
            text=r.text,
            evidence=list(r.evidence),
            source=r.source,
            numbers=[
                QuantityOut(label=q.label, value=q.value, unit=q.unit, limit=q.limit, needed=q.needed)
                for q in r.numbers
            ],
        )
        for r in reasons
    ]


def spot_out(spot: Spot) -> SpotOut:
    """A spot."""
    return SpotOut(unit_id=spot.unit_id, board=spot.board, place=spot.place)


def spot_in(spot: SpotIn) -> Spot:
    """A spot that came in."""
    return Spot(spot.unit_id, spot.board, spot.place)


def child_out(each: Marks) -> house_models.ChildOut:
    """A child with its heights today."""
    c, r = each.child, each.reach
    return house_models.ChildOut(
        id=c.id,
        version=c.version,
        name=c.name,
        pattern=cast("Any", c.pattern),
        born=c.born,
        gestation_weeks=c.gestation_weeks,
        sex=c.sex,
        mobility=c.mobility,
        mobility_since=c.mobility_since,
        still_mouths=c.still_mouths,
        allergies=list(c.allergies),
        passions=list(c.passions),
        language=c.language,
        comes=list(c.comes),
        shown=c.shown,
        permissions=_permissions(c),
        allowances=_allowances(c, each.on),
        archived=c.archived,
        age=each.age,
        months=each.months,
        measurements=[
            house_models.MeasurementOut(on=m.on, stature_mm=m.stature_mm, mass_g=m.mass_g) for m in c.measurements
        ],
        reach=house_models.ReachOut(
            comfort_low=r.comfort_low, comfort_high=r.comfort_high, sight=r.sight, stretch=r.stretch, climb=r.climb
        ),
        carry_g=each.carry_g,
        later_mm=each.later_mm,
    )


def _permissions(child: Child) -> list[house_models.PermissionOut]:
    return [
        house_models.PermissionOut(
            id=p.id,
            kind=p.kind,
            work=ALLOWANCES[p.kind].work,
            adult=p.adult,
            given_on=p.given_on,
            note=p.note,
            withdrawn_on=p.withdrawn_on,
        )
        for p in child.permissions
    ]


def _allowances(child: Child, on: date) -> list[house_models.AllowanceOut]:
    return [
        house_models.AllowanceOut(
            kind=a.kind,
            work=a.work,
            from_months=a.from_months,
            caution=a.caution,
            then=a.then,
            why_not=why_not_allowed(a, child, on),
            given=permission_of(child, a.kind) is not None,
        )
        for a in ALLOWANCES.values()
    ]


def children_out(desk: Desk) -> list[house_models.ChildOut]:
    """The children of the house now."""
    return [child_out(each) for each in marks(desk.house(), desk.today())]


def unit_out(unit: Unit, stability: Stability | None = None) -> shelf_models.UnitOut:
    """A unit with what its boards leave free, and how it stands."""
    return shelf_models.UnitOut(
        id=unit.id,
        name=unit.name,
        kind=unit.kind,
        room=unit.room,
        width_mm=unit.width_mm,
        height_mm=unit.height_mm,
        depth_mm=unit.depth_mm,
        comes=sorted(unit.comes),
        barrier=unit.barrier,
        climb_on_mm=unit.climb_on_mm,
        archived=unit.archived,
        version=unit.version,
        mass_g=unit.mass_g,
        anchored=unit.anchored,
        bedroom=unit.bedroom,
        most=unit.most,
        main=unit.main,
        stability=shelf_models.StabilityOut.model_validate(stability) if stability else None,
        boards=[_board_out(unit, at) for at in range(len(unit.boards))],
    )


def _board_out(unit: Unit, at: int) -> shelf_models.BoardOut:
    board = unit.boards[at]
    return shelf_models.BoardOut(
        height_mm=board.height_mm,
        places=board.places,
        divided=board.divided,
        load_g=board.load_g,
        widths_mm=list(board.widths_mm),
        drawer=board.drawer,
        place_width_mm=unit.place_width_mm(at),
        clearance_mm=unit.clearance_mm(at),
    )


def piece_out(piece: Shape | None) -> shelf_models.PieceOut | None:
    """A piece as its shape's word and sizes."""
    match piece:
        case None:
            return None
        case Sphere(d):
            return shelf_models.PieceOut(shape="ball", sizes_mm=[d])
        case Cylinder(d, length):
            return shelf_models.PieceOut(shape="cylinder", sizes_mm=[d, length])
        case Box(a, b, c):
            return shelf_models.PieceOut(shape="brick", sizes_mm=[a, b, c])
        case Irregular(_, around):
            return shelf_models.PieceOut(shape="irregular", sizes_mm=_sizes(around))


def _sizes(solid: Solid) -> list[float]:
    out = piece_out(solid)
    return out.sizes_mm if out else []


def danger_out(kind: str) -> shelf_models.DangerOut:
    """A hazard that can be declared, in words."""
    return shelf_models.DangerOut(key=kind, text=declared(kind).text)


def dangers_out() -> list[shelf_models.DangerOut]:
    """Every hazard that can be declared, but for the allergens."""
    return [danger_out(kind) for kind in DECLARED if kind != "allergen"]


def tray_out(tray: Tray, house: House, today: date) -> shelf_models.TrayOut:
    """A tray, where it stands, and where it may be worked with."""
    card = tray.card
    standing = house.standing.get(tray.id)
    unit = house.unit(standing.spot.unit_id) if standing else None
    return shelf_models.TrayOut(
        id=tray.id,
        version=tray.version,
        name=tray.name,
        width_mm=tray.width_mm,
        depth_mm=tray.depth_mm,
        height_mm=tray.height_mm,
        mass_g=tray.mass_g,
        pieces=tray.pieces,
        piece=piece_out(tray.piece),
        softness=tray.softness,
        breakable=tray.breakable,
        hazards=list(tray.hazards),
        cord_mm=tray.cord_mm,
        tags=list(tray.tags),
        alike=tray.alike,
        bin=house.bin_name(tray.bin_id),
        for_children=sorted(tray.for_children),
        archived=tray.archived,
        liquid=tray.liquid,
        condition=condition_of(house, tray, today),
        made=bool(tray.contents and card.key),
        photo=tray.photo_id,
        front=[shelf_models.FrontOut.model_validate(f) for f in front_of(tray)],
        stands=say("{unit}, {words}", unit=unit.name, words=standing.spot.words(unit)) if standing and unit else "",
        card=shelf_models.CardOut(
            id=card.id,
            name=card.name,
            area=card.area,
            from_months=card.from_months,
            to_months=card.to_months,
            follows=list(card.follows),
        ),
    )


def placement_out(placement: Placement, house: House, today: date) -> shelf_models.PlacementOut:
    """Where a tray stands, how that is read out, and since which day."""
    since = placement.since.astimezone(house.zone).date().isoformat() if placement.since else ""
    words = placement.spot.words(house.unit(placement.spot.unit_id))
    return shelf_models.PlacementOut(
        tray_id=placement.tray.id,
        spot=spot_out(placement.spot),
        spot_words=words,
        spoken=read_out(placement, house, today),
        by_hand=placement.by_hand,
        since=since,
    )


def action_out(action: Action) -> shelf_models.ActionOut:
    """An action as it is offered."""
    return shelf_models.ActionOut(
        kind=action.kind,
        text=action.text,
        tray=action.tray,
        to=spot_out(action.to) if action.to else None,
        other=action.other,
        unit=action.unit,
        child=action.child,
    )


def finding_out(finding: Finding, house: House) -> shelf_models.FindingOut:
    """A finding with its reasons and the actions that cure it."""
    return shelf_models.FindingOut(
        rule=finding.rule,
        severity=finding.severity,
        child=finding.child,
        tray=finding.tray,
        spot=spot_out(finding.spot),
        reasons=reasons_out(finding.reasons),
        actions=[action_out(a) for a in finding.actions],
        asks=decide_out(((finding.child, kind) for kind in finding.asks if finding.child is not None), house),
    )


def decide_out(asks: Iterable[tuple[int, PermissionKind]], house: House) -> list[house_models.DecideOut]:
    """What may be decided for a child (its id) with an adult at the table, each with its caution."""
    return [
        house_models.DecideOut(
            child_id=child_id,
            child=house.child(child_id).name,
            kind=kind,
            work=ALLOWANCES[kind].work,
            from_months=ALLOWANCES[kind].from_months,
            caution=ALLOWANCES[kind].caution,
            then=ALLOWANCES[kind].then,
        )
        for child_id, kind in asks
    ]


def episodes_out(episodes: Iterable[Episode], at: Desk) -> list[watch_models.EpisodeOut]:
    """Pieces of work with their events."""
    house = at.house()
    return [_episode_out(each, house, at) for each in episodes]


def _episode_out(episode: Episode, house: House, at: Desk) -> watch_models.EpisodeOut:
    stats = episode_stats(episode)
    adult = next((a.name for a in house.adults if a.id == episode.adult_id), "")
    return watch_models.EpisodeOut(
        id=episode.id,
        child_id=episode.child_id,
        tray_id=episode.tray_id,
        activity=episode.activity,
        tray=work_name(house, episode.tray_id, episode.activity),
        began=episode.began,
        ended=episode.ended,
        work=episode.work,
        place=episode.place,
        adult=adult,
        question=episode.question,
        struck=episode.struck,
        longest_min=stats.longest_min if stats else None,
        likely_end=likely_end(at, episode) if episode.ended is None else None,
        events=[
            watch_models.EpisodeEventOut(id=e.id, kind=e.kind, at=e.at, cause=e.cause, text=e.text)
            for e in episode.events
        ],
    )


def morning_out(morning: Morning | None, house: House) -> watch_models.MorningOut | None:
    """A morning and who watched."""
    if morning is None:
        return None
    adult = next((a.name for a in house.adults if a.id == morning.adult_id), "")
    return watch_models.MorningOut(
        id=morning.id,
        began=morning.began,
        ended=morning.ended,
        seen=morning.seen,
        present=sorted(morning.present),
        adult=adult,
    )


def named(tray: Tray | None) -> change_models.NamedOut | None:
    """A tray's id and name."""
    return None if tray is None else change_models.NamedOut(id=tray.id, name=tray.name)


def swept_out(found: Swept, house: House) -> watch_models.SweptOut:
    """What the sweeps of a morning say."""
    agreed = watch_models.AgreementOut.model_validate(found.agreement) if found.agreement else None
    return watch_models.SweptOut(
        count=found.count,
        last=found.last,
        due=found.due,
        every_min=house.practice.sweep_min,
        states=list(SWEEP_STATES),
        agreement=agreed,
        shares=[
            watch_models.ShareOut(child=c.id, at_work=s.at_work, looks=s.looks, share=s.share, low=s.low, high=s.high)
            for c, s in found.shares
        ],
    )
