"""Keeps what is owned: bins, cards and trays."""

from __future__ import annotations

from collections import defaultdict
from typing import Any

from sqlalchemy import select
from sqlalchemy.orm import Session

from zither_awl.core.errors import FieldProblem, InvalidValue, NotFound
from zither_awl.core.shapes import Box, Cylinder, Irregular, Shape, Softness, Solid, Sphere
from zither_awl.core.values import Bin, Card, Tray
from zither_awl.store.models import BinRow, CardFollowsRow, CardRow, TrayChildRow, TrayRow


class Cupboard:
    """Bins, cards and trays."""

    def __init__(self, session: Session) -> None:
        self._session = session

    def bins(self) -> tuple[Bin, ...]:
        """Every bin by name."""
        rows = self._session.scalars(select(BinRow).order_by(BinRow.name))
        return tuple(
            Bin(id=r.id, name=r.name, place=r.place, height_mm=r.height_mm, lid=r.lid, locked=r.locked) for r in rows
        )

    def save_bin(self, name: str, **kept: Any) -> int:
        """The bin of that name, made if it is not there. Returns its id."""
        row = self._session.scalars(select(BinRow).where(BinRow.name == name)).first()
        if row is None:
            made = Bin(id=0, name=name, **kept)
            row = BinRow(name=made.name, place=made.place, height_mm=made.height_mm, lid=made.lid, locked=made.locked)
            self._session.add(row)
            self._session.flush()
        return row.id

    def change_bin(self, each: Bin) -> None:
        """Write where a bin stands, and whether it is locked. Raises: NotFound."""
        row = self._session.get(BinRow, each.id)
        if row is None:
            raise NotFound(f"There is no bin {each.id}.")
        row.place, row.height_mm, row.lid, row.locked = each.place, each.height_mm, each.lid, each.locked

    def cards(self) -> dict[int, Card]:
        """Every card by id."""
        follows: defaultdict[int, list[int]] = defaultdict(list)
        for row in self._session.scalars(select(CardFollowsRow).order_by(CardFollowsRow.follows_id)):
            follows[row.card_id].append(row.follows_id)
        return {
            r.id: Card(id=r.id, name=r.name, area=r.area, from_months=r.from_months, to_months=r.to_months,
                       follows=tuple(follows[r.id]))
            for r in self._session.scalars(select(CardRow))
        }  # fmt: skip

    def trays(self) -> tuple[Tray, ...]:
        """Every tray, archived ones too, in the order they were added."""
        cards = self.cards()
        meant: defaultdict[int, set[int]] = defaultdict(set)
        for each in self._session.scalars(select(TrayChildRow)):
            meant[each.tray_id].add(each.child_id)
        rows = self._session.scalars(select(TrayRow).order_by(TrayRow.id))
        return tuple(_tray(row, cards[row.card_id], frozenset(meant[row.id])) for row in rows)

    def save_tray(self, tray: Tray) -> int:
        """Insert (id 0) or update a tray and its card. Returns the tray's id."""
        taken = self._session.scalar(select(TrayRow.id).where(TrayRow.name == tray.name, TrayRow.id != tray.id))
        if taken is not None:
            raise InvalidValue(FieldProblem("name", f"{tray.name} is there already.", "Use another name."))
        row = TrayRow() if tray.id == 0 else self._row(tray.id)
        row.card_id = self._save_card(tray.card)
        for name in ("name", "width_mm", "depth_mm", "height_mm", "mass_g", "pieces", "breakable", "cord_mm", "bin_id",
                     "archived"):  # fmt: skip
            setattr(row, name, getattr(tray, name))
        row.piece, row.softness = shape_to_json(tray.piece), tray.softness.value
        row.hazards, row.tags = list(tray.hazards), list(tray.tags)
        self._session.add(row)
        self._session.flush()
        self._save_children(row.id, tray.for_children)
        return row.id

    def _save_card(self, card: Card) -> int:
        row = self._session.get(CardRow, card.id) if card.id else None
        row = row or self._session.scalars(select(CardRow).where(CardRow.name == card.name)).first() or CardRow()
        row.name, row.area, row.from_months, row.to_months = card.name, card.area, card.from_months, card.to_months
        self._session.add(row)
        self._session.flush()
        rows = {f.follows_id: f for f in self._session.scalars(select(CardFollowsRow).where(
            CardFollowsRow.card_id == row.id))}  # fmt: skip
        self._session.add_all(CardFollowsRow(card_id=row.id, follows_id=f) for f in set(card.follows) - rows.keys())
        for gone in rows.keys() - set(card.follows):
            self._session.delete(rows[gone])
        return row.id

    def _save_children(self, tray_id: int, children: frozenset[int]) -> None:
        rows = {c.child_id: c for c in self._session.scalars(select(TrayChildRow).where(
            TrayChildRow.tray_id == tray_id))}  # fmt: skip
        self._session.add_all(TrayChildRow(tray_id=tray_id, child_id=c) for c in children - rows.keys())
        for gone in rows.keys() - children:
            self._session.delete(rows[gone])
        self._session.flush()

    def _row(self, tray_id: int) -> TrayRow:
        row = self._session.get(TrayRow, tray_id)
        if row is None:
            raise NotFound(f"There is no tray {tray_id}.")
        return row


def _tray(row: TrayRow, card: Card, for_children: frozenset[int]) -> Tray:
    return Tray(
        id=row.id, name=row.name, card=card, width_mm=row.width_mm, depth_mm=row.depth_mm, height_mm=row.height_mm,
        mass_g=row.mass_g, pieces=row.pieces, piece=shape_from_json(row.piece), softness=Softness(row.softness),
        breakable=row.breakable, hazards=tuple(row.hazards), cord_mm=row.cord_mm, tags=tuple(row.tags),
        bin_id=row.bin_id, for_children=for_children, archived=row.archived,
    )  # fmt: skip


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
            return ["irregular", shape_to_json(inside), shape_to_json(around)]


def shape_from_json(data: list[Any] | None) -> Shape | None:
    """The shape such a list means."""
    if data is None:
        return None
    word, *sizes = data
    if word == "irregular":
        return Irregular(_solid(sizes[0]) if sizes[0] else None, _solid(sizes[1]))
    return _solid(data)


def _solid(data: list[Any]) -> Solid:
    kinds: dict[str, type[Solid]] = {"ball": Sphere, "cylinder": Cylinder, "brick": Box}
    return kinds[data[0]](*data[1:])
