"""Keeps the household's own cards, and which cards of the catalogue it takes."""

from __future__ import annotations

from collections.abc import Iterable

from sqlalchemy import select
from sqlalchemy.orm import Session

from zither_awl.core.trays.own import OwnCard
from zither_awl.store.models.catalogue import CardChoiceRow, OwnCardRow


class CatalogueKeeper:
    """Own cards and choices."""

    def __init__(self, session: Session) -> None:
        self._session = session

    def own_cards(self) -> dict[str, OwnCard]:
        """The designs the household wrote or changed, by key."""
        rows = self._session.scalars(select(OwnCardRow).order_by(OwnCardRow.key))
        return {r.key: OwnCard(r.design, r.base) for r in rows}

    def save_own_card(self, key: str, card: OwnCard | None) -> None:
        """Write a design of the household's own, or with None forget it."""
        row = self._session.scalars(select(OwnCardRow).where(OwnCardRow.key == key)).first()
        if card is None:
            if row is not None:
                self._session.delete(row)
        else:
            row = row or OwnCardRow(key=key)
            row.design, row.base = dict(card.data), dict(card.base) if card.base is not None else None
            self._session.add(row)
        self._session.flush()

    def choices(self) -> dict[str, bool]:
        """By key: whether the household took a card or left it out, where it said so."""
        return {r.key: r.taken for r in self._session.scalars(select(CardChoiceRow))}

    def choose(self, keys: Iterable[str], *, taken: bool) -> None:
        """Take these cards, or leave them out."""
        known = {r.key: r for r in self._session.scalars(select(CardChoiceRow))}
        for key in keys:
            row = known.get(key) or CardChoiceRow(key=key)
            row.taken = taken
            self._session.add(row)
        self._session.flush()
