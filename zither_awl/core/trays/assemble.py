"""A tray put together from chosen things: what it weighs, what is poured, where things lie, how hard it is, what it
still wants. Everything is reckoned from the things; nothing is typed in but what the level states."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace
from math import ceil

from zither_awl.core.difficulty import Difficulty, pieces_step, size_step, steps_step
from zither_awl.core.things.component import Component, footprint_mm, height_mm, smallest_handle_mm
from zither_awl.core.things.fill import line_up_the_side_mm, spill_depth_mm
from zither_awl.core.things.kinds import kind_of
from zither_awl.core.things.shapes import Softness, largest_mm
from zither_awl.core.trays.design import Design, Level, Role
from zither_awl.core.trays.pack import Item, NoRoom, Packing, pack
from zither_awl.core.values import Card, Content, Tray

CONTAINER = "container"
PILED = ("card", "picture", "numeral", "letter")
"""What is drawn so lies in a pile."""
FEW = 6
"""More loose pieces than this are laid out as one block of rows."""


@dataclass(frozen=True, slots=True)
class Poured:
    """What goes from one thing into another, ml, and where the line for it is."""

    ml: float
    medium: Component
    source: Component
    target: Component
    share: float
    line_mm: float | None
    """The fill line on the receiver, mm up its side."""
    source_line_mm: float | None
    spill_mm: float | None
    """How high all of it would stand on the tray if it were spilt."""
    rim_mm: float | None


@dataclass(frozen=True, slots=True)
class Assembled:
    """A tray put together. `packing` is None where the work has no container."""

    contents: tuple[Content, ...]
    container: Component | None
    mass_g: float
    pieces: int
    smallest: Component | None
    poured: Poured | None
    difficulty: Difficulty
    packing: Packing | NoRoom | None
    height_mm: float


def assemble(
    design: Design,
    level: Level,
    chosen: Mapping[str, Component],
    container: Component | None,
    *,
    counts: Mapping[str, int] = {},
    spots: Mapping[str, tuple[float, float, bool]] = {},
) -> Assembled:
    """Put the chosen things on a container.

    `chosen` by role; `counts` other numbers of pieces; `spots` places chosen by hand, by role (x, y, turned). Masses g,
    volumes ml, lengths mm. Raises: InvalidValue for a count a role cannot have.
    """
    roles = [replace(r, count=counts.get(r.name, r.count)) for r in level.roles if r.name in chosen]
    poured = _poured(level, chosen, container)
    contents = _contents(roles, chosen, poured)
    packing = _pack(roles, chosen, container)
    contents = _placed(contents, packing, spots)
    if container is not None:
        contents = (Content(component=container, role=CONTAINER), *contents)
    on_it = [c for c in contents if not c.beside]
    pieces, smallest = _pieces(contents, {r.name: r for r in roles})
    tall = max((height_mm(c.component) for c in on_it if c.role != CONTAINER), default=0.0)
    return Assembled(
        contents=contents,
        container=container,
        mass_g=sum(_mass_g(c) for c in on_it),
        pieces=pieces,
        smallest=smallest,
        poured=poured,
        difficulty=difficulty_of(level, contents),
        packing=packing,
        height_mm=_height_mm(container, tall),
    )


def _mass_g(content: Content) -> float:
    dense = content.component.density_g_ml
    if dense is not None:
        return (content.ml or 0.0) * dense
    return content.component.mass_g * content.count


def _height_mm(container: Component | None, tallest_mm: float) -> float:
    if container is None:
        return max(tallest_mm, 10.0)
    floor = height_mm(container) - (container.inside.depth_mm if container.inside else 0.0)
    return max(height_mm(container), floor + tallest_mm)


def _contents(roles: Sequence[Role], chosen: Mapping[str, Component], poured: Poured | None) -> tuple[Content, ...]:
    made = []
    for role in roles:
        each = chosen[role.name]
        if role.same_as:
            continue
        ml = poured.ml if poured and each.medium else None
        count = 1 if each.medium else role.count
        made.append(Content(component=each, role=role.name, count=count, ml=ml, beside=role.beside))
    return tuple(made)


def _poured(level: Level, chosen: Mapping[str, Component], container: Component | None) -> Poured | None:
    pour = level.pour
    if pour is None or pour.from_ not in chosen or pour.into not in chosen:
        return None
    source, target = chosen[pour.from_], chosen[pour.into]
    medium = next((chosen[r.name] for r in level.roles if r.use == "medium" and r.name in chosen), None)
    if medium is None or source.inside is None or target.inside is None:
        return None
    ml = pour.share * source.capacity_ml
    holds = ml <= target.capacity_ml
    flat = container.inside if container and container.inside else None
    return Poured(
        ml=ml,
        medium=medium,
        source=source,
        target=target,
        share=pour.share,
        line_mm=line_up_the_side_mm(target.inside, ml) if holds else None,
        source_line_mm=line_up_the_side_mm(source.inside, ml),
        spill_mm=spill_depth_mm(flat, ml) if flat else None,
        rim_mm=flat.depth_mm if flat else None,
    )


def _pack(
    roles: Sequence[Role], chosen: Mapping[str, Component], container: Component | None
) -> Packing | NoRoom | None:
    if container is None or container.inside is None:
        return None
    wide, deep = container.inside.top_mm, container.inside.across_mm or container.inside.top_mm
    found = pack(wide, deep, items_of(roles, chosen))
    if isinstance(found, Packing):
        return found
    rows = items_of(roles, chosen, in_rows=True)
    again = found if rows == items_of(roles, chosen) else pack(wide, deep, rows)
    return again if isinstance(again, Packing) or again.short_mm < found.short_mm else found


def items_of(roles: Sequence[Role], chosen: Mapping[str, Component], *, in_rows: bool = False) -> list[Item]:
    """The rectangles that need room on the tray, in the order of use; what lies in another thing needs none.

    Several pieces of one role are laid as one block, square or (`in_rows`) in one row; both are tried.
    """
    items = []
    for role in roles:
        each = chosen.get(role.name)
        if each is None or role.beside or role.lies_in or role.same_as or each.medium:
            continue
        items.append(_block(role, each, in_rows))
    return items


def _block(role: Role, each: Component, in_rows: bool) -> Item:
    """One thing's rectangle, or that of several laid as a block; cloths and cards lie in a pile."""
    wide, deep = footprint_mm(each)
    if role.count == 1 or (each.softness is Softness.CLOTH and role.count <= FEW) or kind_of(each).drawn in PILED:
        return Item(role.name, wide, deep)
    columns = ceil((role.count * deep / wide) ** 0.5) if wide <= deep else ceil(role.count**0.5)
    columns = role.count if in_rows and role.count <= FEW else min(max(columns, 1), role.count)
    rows = ceil(role.count / columns)
    return Item(role.name, columns * wide, rows * deep)


def _placed(
    contents: tuple[Content, ...], packing: Packing | NoRoom | None, by_hand: Mapping[str, tuple[float, float, bool]]
) -> tuple[Content, ...]:
    spots = {s.name: (s.x_mm, s.y_mm, s.turned) for s in packing.spots} if isinstance(packing, Packing) else {}
    spots |= {name: spot for name, spot in by_hand.items() if name in spots}
    return tuple(
        replace(c, x_mm=spots[c.role][0], y_mm=spots[c.role][1], turned=spots[c.role][2]) if c.role in spots else c
        for c in contents
    )


def _pieces(contents: Sequence[Content], roles: Mapping[str, Role]) -> tuple[int, Component | None]:
    handled = [c for c in contents if c.role in roles and roles[c.role].use in ("handled", "symbol")]
    counted = sum(c.count for c in handled)
    smallest = min((c.component for c in handled), key=lambda each: largest_mm(each.shape), default=None)
    return max(counted, 1), smallest


def difficulty_of(level: Level, contents: Sequence[Content]) -> Difficulty:
    """The vector of what lies on a tray at a level; what the level states stands, the rest is computed."""
    return Difficulty(**{**reckoned(level, contents), **dict(level.stated)})


def reckoned(level: Level, contents: Sequence[Content]) -> dict[str, int]:
    """The dimensions that can be computed from what lies on a tray, whatever its level states."""
    uses = {role.name: role.use for role in level.roles}
    by_use: dict[str, list[Content]] = {}
    for each in contents:
        by_use.setdefault(uses.get(each.role, ""), []).append(each)
    handled, tools = by_use.get("handled", []), [kind_of(c.component) for c in by_use.get("tool", [])]
    return {
        "tool": max((kind.tool for kind in tools), default=0),
        "size": max((size_step(smallest_handle_mm(c.component.shape)) for c in handled), default=0),
        "pieces": pieces_step(sum(c.count for c in [*handled, *by_use.get("symbol", [])])),
        "flow": _flow(level, by_use.get("medium", [])),
        "steps": steps_step(level.moves),
        "grip": max([kind.grip or 0 for kind in tools] or [_grip(handled, by_use.get("vessel", []))]),
    }


def _grip(handled: Sequence[Content], vessels: Sequence[Content]) -> int:
    """By hand: the whole hand for 60 mm and more, three fingers to 25 mm, the pincer below; a vessel is held whole."""
    if not handled:
        return 1 if vessels else 0
    smallest = min(smallest_handle_mm(c.component.shape) for c in handled)
    return 1 if smallest >= 60 else 2 if smallest >= 25 else 3


def _flow(level: Level, media: Sequence[Content]) -> int:
    flow = max((kind_of(c.component).flow for c in media), default=0)
    return 4 if flow == 3 and level.pour is not None and level.pour.line else flow


def _tags(design: Design, level: Level) -> tuple[str, ...]:
    by_nature = (
        ("liquid", "wet" in design.nature),
        ("food", "food" in design.nature),
        ("not carried", design.how_carried(level) != "whole"),
    )
    return (*(tag for tag, is_so in by_nature if is_so), *design.tags)


def tray_of(
    design: Design,
    level: Level,
    made: Assembled,
    *,
    name: str,
    card: Card,
    for_children: frozenset[int],
    tray_id: int = 0,
    bin_id: int | None = None,
    eased: tuple[str, ...] = (),
) -> Tray:
    """The tray as the shelf knows it: outer size, mass, pieces, smallest piece, tags. Raises: InvalidValue."""
    outer = footprint_mm(made.container) if made.container else _outer(made.contents)
    piece = made.smallest
    return Tray(
        id=tray_id,
        name=name,
        card=card,
        width_mm=outer[0],
        depth_mm=outer[1],
        height_mm=made.height_mm,
        mass_g=max(made.mass_g, 1.0),
        pieces=made.pieces,
        piece=piece.shape if piece else None,
        softness=piece.softness if piece else Softness.FIRM,
        breakable=any(c.component.breakable for c in made.contents),
        cord_mm=max((c.component.cord_mm or 0.0 for c in made.contents), default=0.0) or None,
        tags=_tags(design, level),
        bin_id=bin_id,
        for_children=for_children,
        contents=made.contents,
        eased=eased,
        hazards=(*design.minds, *(design.adults_part if design.sort == "demonstration" else ())),
    )


def _outer(contents: Sequence[Content]) -> tuple[float, float]:
    sides = [footprint_mm(c.component) for c in contents]
    wide, deep = (max((side[n] for side in sides), default=100.0) for n in (0, 1))
    return min(wide, 1500.0), min(deep, 1500.0)


def refreshed(tray: Tray, thing: Component) -> Tray:
    """A tray that holds a thing which was measured anew: its mass, smallest piece, cords and breakage follow.

    A mass the household took itself, which is not the sum of its things, stays.
    """
    old = next(c.component for c in tray.contents if c.component.id == thing.id)
    contents = tuple(replace(c, component=thing) if c.component.id == thing.id else c for c in tray.contents)
    reckoned = abs(_sum_g(tray.contents) - tray.mass_g) < 0.5
    mine = tray.piece == old.shape
    return replace(
        tray,
        contents=contents,
        mass_g=max(_sum_g(contents), 1.0) if reckoned else tray.mass_g,
        piece=thing.shape if mine else tray.piece,
        softness=thing.softness if mine else tray.softness,
        cord_mm=max((c.component.cord_mm or 0.0 for c in contents), default=0.0) or None,
        breakable=any(c.component.breakable for c in contents),
    )


def _sum_g(contents: Sequence[Content]) -> float:
    return sum(_mass_g(c) for c in contents if not c.beside)
