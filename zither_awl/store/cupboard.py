"""Keeps what is owned: bins, components, cards, trays with their contents, photographs."""

from __future__ import annotations

from collections import defaultdict
from collections.abc import Collection, Mapping
from datetime import datetime
from typing import Any

from sqlalchemy import delete, select
from sqlalchemy.orm import Session

from zither_awl.core.errors import FieldProblem, InvalidValue, NotFound, StaleWrite
from zither_awl.core.saying import say
from zither_awl.core.things.component import Component, Inside
from zither_awl.core.things.kinds import known_kind
from zither_awl.core.things.shapes import Box, Cylinder, Irregular, Shape, Softness, Solid, Sphere
from zither_awl.core.values import Bin, Card, Content, Tray
from zither_awl.store.damage import readable
from zither_awl.store.models.cupboard import (
    BinRow,
    CardFollowsRow,
    CardRow,
    CompletedRow,
    ComponentRow,
    ContentRow,
    PhotoRow,
    TrayChildRow,
    TrayRow,
)


class CupboardKeeper:
    """Bins, components, cards and trays."""

    def __init__(self, session: Session) -> None:
        self._session = session

    def bins(self) -> tuple[Bin, ...]:
        """Every bin by name."""
        rows = self._session.scalars(select(BinRow).order_by(BinRow.name))
        return tuple(
            Bin(id=r.id, name=r.name, place=r.place, height_mm=r.height_mm, lid=r.lid, locked=r.locked, most=r.most)
            for r in rows
        )

    def save_bin(self, name: str, **kept: Any) -> int:
        """The bin of that name, made if it is not there. Returns its id."""
        row = self._session.scalars(select(BinRow).where(BinRow.name == name)).first()
        if row is None:
            made = Bin(id=0, name=name, **kept)
            row = BinRow(
                name=made.name,
                place=made.place,
                height_mm=made.height_mm,
                lid=made.lid,
                locked=made.locked,
                most=made.most,
            )
            self._session.add(row)
            self._session.flush()
        return row.id

    def change_bin(self, each: Bin) -> None:
        """Write where a bin stands, and whether it is locked. Raises: NotFound."""
        row = self._session.get(BinRow, each.id)
        if row is None:
            raise NotFound(say("There is no bin {each}.", each=each.id))
        for name in ("place", "height_mm", "lid", "locked", "most"):
            setattr(row, name, getattr(each, name))

    def completed(self) -> dict[int, datetime]:
        """When each tray was last made complete again."""
        return {r.tray_id: r.at for r in self._session.scalars(select(CompletedRow).order_by(CompletedRow.at))}

    def complete(self, tray_id: int, at: datetime) -> None:
        """A tray is complete again."""
        self._session.add(CompletedRow(tray_id=tray_id, at=at))
        self._session.flush()

    def cards(self) -> dict[int, Card]:
        """Every card by id."""
        follows: defaultdict[int, list[int]] = defaultdict(list)
        for row in self._session.scalars(select(CardFollowsRow).order_by(CardFollowsRow.follows_id)):
            follows[row.card_id].append(row.follows_id)
        return {
            r.id: Card(
                id=r.id,
                name=r.name,
                area=r.area,
                from_months=r.from_months,
                to_months=r.to_months,
                follows=tuple(follows[r.id]),
                key=r.key,
                level=r.level,
                guess=r.guess,
                sort=r.sort,
                toward=r.toward,
            )
            for r in self._session.scalars(select(CardRow))
        }

    def trays(self, cards: Mapping[int, Card] | None = None) -> tuple[Tray, ...]:
        """Every tray, archived ones too, in the order they were added. `cards` if they were read already."""
        cards = cards if cards is not None else self.cards()
        meant: defaultdict[int, set[int]] = defaultdict(set)
        for each in self._session.scalars(select(TrayChildRow)):
            meant[each.tray_id].add(each.child_id)
        held = self._contents()
        rows = self._session.scalars(select(TrayRow).order_by(TrayRow.id))
        return tuple(
            readable(
                self._session,
                rows,
                lambda row: _tray(row, cards[row.card_id], frozenset(meant[row.id]), tuple(held[row.id])),
            )
        )

    def _contents(self) -> defaultdict[int, list[Content]]:
        things = {c.id: c for c in self.components()}
        held: defaultdict[int, list[Content]] = defaultdict(list)
        for r in self._session.scalars(select(ContentRow).order_by(ContentRow.tray_id, ContentRow.position)):
            if r.component_id not in things:
                continue
            held[r.tray_id].append(
                Content(
                    component=things[r.component_id],
                    role=r.role,
                    count=r.count,
                    ml=r.ml,
                    x_mm=r.x_mm,
                    y_mm=r.y_mm,
                    turned=r.turned,
                    beside=r.beside,
                )
            )
        return held

    def components(self) -> tuple[Component, ...]:
        """Every thing, archived ones too, in the order they were added."""
        rows = self._session.scalars(select(ComponentRow).order_by(ComponentRow.id))
        return tuple(readable(self._session, rows, _component))

    def save_component(self, each: Component) -> int:
        """Insert (id 0) or update a thing. Returns its id. Raises: InvalidValue if the name is taken, NotFound."""
        taken = self._session.scalar(
            select(ComponentRow.id).where(ComponentRow.name == each.name, ComponentRow.id != each.id)
        )
        if taken is not None:
            hint = say("Use another name, or raise its count.")
            raise InvalidValue(FieldProblem("name", say("{each} is there already.", each=each.name), hint))
        row = ComponentRow() if each.id == 0 else self._session.get(ComponentRow, each.id)
        if row is None:
            raise NotFound(say("There is no thing {each}.", each=each.id))
        for name in PLAIN:
            setattr(row, name, getattr(each, name))
        for name in ("allergens", "dangers", "colours", "assumed"):
            setattr(row, name, list(getattr(each, name)))
        row.shape, row.softness = shape_to_json(each.shape) or [], each.softness.value
        row.inside = _inside_to(each.inside)
        self._session.add(row)
        self._session.flush()
        return row.id

    def add_photo(self, jpeg: bytes) -> int:
        """Keep a photograph. Returns its id."""
        row = PhotoRow(jpeg=jpeg)
        self._session.add(row)
        self._session.flush()
        return row.id

    def photo(self, photo_id: int) -> bytes:
        """A photograph as JPEG. Raises: NotFound."""
        row = self._session.get(PhotoRow, photo_id)
        if row is None:
            raise NotFound(say("There is no such photograph."))
        return row.jpeg

    def drop_photos(self, ids: Collection[int]) -> None:
        """Delete photographs for good; nothing may rest on them any more."""
        self._session.flush()
        self._session.execute(delete(PhotoRow).where(PhotoRow.id.in_(ids)))

    def save_tray(self, tray: Tray) -> int:
        """Insert (id 0) or update a tray and its card. Returns the tray's id."""
        taken = self._session.scalar(select(TrayRow.id).where(TrayRow.name == tray.name, TrayRow.id != tray.id))
        if taken is not None:
            raise InvalidValue(
                FieldProblem("name", say("{tray} is there already.", tray=tray.name), say("Use another name."))
            )
        row = TrayRow(version=0) if tray.id == 0 else self._row(tray.id)
        row.version += 1
        row.card_id = self._save_card(tray.card)
        for name in (
            "name",
            "width_mm",
            "depth_mm",
            "height_mm",
            "mass_g",
            "pieces",
            "breakable",
            "cord_mm",
            "bin_id",
            "archived",
            "photo_id",
            "exception",
            "alike",
        ):
            setattr(row, name, getattr(tray, name))
        row.piece, row.softness = shape_to_json(tray.piece), tray.softness.value
        row.hazards, row.tags, row.eased = list(tray.hazards), list(tray.tags), list(tray.eased)
        self._session.add(row)
        self._session.flush()
        self._save_children(row.id, tray.for_children)
        self._save_contents(row.id, tray.contents)
        return row.id

    def expect(self, tray_id: int, version: int | None) -> None:
        """Whether a tray is still as somebody read it. Raises: StaleWrite."""
        row = self._row(tray_id)
        if version is not None and row.version != version:
            raise StaleWrite(say("{row} was changed in another window since you opened it.", row=row.name), row.version)

    def _save_contents(self, tray_id: int, contents: tuple[Content, ...]) -> None:
        rows = list(
            self._session.scalars(select(ContentRow).where(ContentRow.tray_id == tray_id).order_by(ContentRow.position))
        )
        for at, each in enumerate(contents):
            row = rows[at] if at < len(rows) else ContentRow(tray_id=tray_id, position=at)
            row.component_id = each.component.id
            for name in ("role", "count", "ml", "x_mm", "y_mm", "turned", "beside"):
                setattr(row, name, getattr(each, name))
            self._session.add(row)
        for gone in rows[len(contents) :]:
            self._session.delete(gone)
        self._session.flush()

    def save_card(self, card: Card) -> int:
        """Insert (id 0) or update a card on its own. Returns its id."""
        return self._save_card(card)

    def _save_card(self, card: Card) -> int:
        row = self._session.get(CardRow, card.id) if card.id else None
        row = row or self._session.scalars(select(CardRow).where(CardRow.name == card.name)).first() or CardRow()
        for name in ("name", "area", "from_months", "to_months", "key", "level", "guess", "sort", "toward"):
            setattr(row, name, getattr(card, name))
        self._session.add(row)
        self._session.flush()
        rows = {
            f.follows_id: f
            for f in self._session.scalars(select(CardFollowsRow).where(CardFollowsRow.card_id == row.id))
        }
        self._session.add_all(CardFollowsRow(card_id=row.id, follows_id=f) for f in set(card.follows) - rows.keys())
        for gone in rows.keys() - set(card.follows):
            self._session.delete(rows[gone])
        return row.id

    def _save_children(self, tray_id: int, children: frozenset[int]) -> None:
        rows = {
            c.child_id: c for c in self._session.scalars(select(TrayChildRow).where(TrayChildRow.tray_id == tray_id))
        }
        self._session.add_all(TrayChildRow(tray_id=tray_id, child_id=c) for c in children - rows.keys())
        for gone in rows.keys() - children:
            self._session.delete(rows[gone])
        self._session.flush()

    def _row(self, tray_id: int) -> TrayRow:
        row = self._session.get(TrayRow, tray_id)
        if row is None:
            raise NotFound(say("There is no tray {tray_id}.", tray_id=tray_id))
        return row


def _tray(row: TrayRow, card: Card, for_children: frozenset[int], contents: tuple[Content, ...]) -> Tray:
    return Tray(
        id=row.id,
        name=row.name,
        card=card,
        width_mm=row.width_mm,
        depth_mm=row.depth_mm,
        height_mm=row.height_mm,
        mass_g=row.mass_g,
        pieces=row.pieces,
        piece=shape_from_json(row.piece),
        softness=Softness(row.softness),
        breakable=row.breakable,
        hazards=tuple(row.hazards),
        cord_mm=row.cord_mm,
        tags=tuple(row.tags),
        bin_id=row.bin_id,
        for_children=for_children,
        archived=row.archived,
        contents=contents,
        photo_id=row.photo_id,
        exception=row.exception,
        alike=row.alike,
        eased=tuple(row.eased),
        version=row.version,
    )


PLAIN = (
    "name",
    "kind",
    "count",
    "mass_g",
    "material",
    "breakable",
    "density_g_ml",
    "stock_ml",
    "per_use",
    "sealed",
    "magnet",
    "cell",
    "cord_mm",
    "subject",
    "photo_id",
    "box_months",
    "cost",
    "came_from",
    "bin_id",
    "archived",
)


def _component(row: ComponentRow) -> Component:
    kept: dict[str, Any] = {name: getattr(row, name) for name in PLAIN}
    shape = shape_from_json(row.shape)
    assert shape is not None
    known_kind(row.kind)
    return Component(
        id=row.id,
        shape=shape,
        softness=Softness(row.softness),
        inside=_inside_from(row.inside),
        allergens=tuple(row.allergens),
        dangers=tuple(row.dangers),
        colours=tuple(row.colours),
        assumed=tuple(row.assumed),
        **kept,
    )


def _inside_to(inside: Inside | None) -> list[Any] | None:
    """Depth, top, bottom, across, and the marks as pairs."""
    if inside is None:
        return None
    marks = [list(mark) for mark in inside.marks]
    return [inside.depth_mm, inside.top_mm, inside.bottom_mm, inside.across_mm, marks]


def _inside_from(data: list[Any] | None) -> Inside | None:
    if data is None:
        return None
    depth, top, bottom, across, marks = data
    return Inside(
        depth_mm=depth,
        top_mm=top,
        bottom_mm=bottom,
        across_mm=across,
        marks=tuple((float(ml), float(up)) for ml, up in marks),
    )


def shape_to_json(shape: Shape | None) -> list[Any] | None:
    """A shape as a small list: its word, then its sizes in mm."""
    match shape:
        case None:
            return None
        case Sphere(d):
            return ["ball", d]
        case Cylinder(d, length):
            return ["cylinder", d, length]
        case Box(a, b, c):
            return ["brick", a, b, c]
        case Irregular(inside, around):
            return ["irregular", shape_to_json(inside), shape_to_json(around), shape.snug]


def shape_from_json(data: list[Any] | None) -> Shape | None:
    """The shape such a list means."""
    if data is None:
        return None
    word, *sizes = data
    if word == "irregular":
        inside, around, snug = _solid(sizes[0]) if sizes[0] else None, _solid(sizes[1]), bool(sizes[2:] and sizes[2])
        try:
            return Irregular(inside, around, snug)
        except InvalidValue:
            # An earlier version took a body inside that was larger than the one around it: it proves nothing.
            return Irregular(None, around, snug)
    return _solid(data)


def _solid(data: list[Any]) -> Solid:
    kinds: dict[str, type[Solid]] = {"ball": Sphere, "cylinder": Cylinder, "brick": Box}
    return kinds[data[0]](*data[1:])
