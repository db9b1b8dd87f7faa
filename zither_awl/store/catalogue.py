"""Keeps the household's own cards, and which cards of the catalogue it takes."""

from __future__ import annotations

from collections.abc import Iterable

from sqlalchemy import select
from sqlalchemy.orm import Session

from zither_awl.core.trays.own import OwnCard
from zither_awl.core.values import Rung
from zither_awl.store.models.catalogue import CardChoiceRow, OwnCardRow, TieRow


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

    def ties(self) -> dict[tuple[Rung, Rung], bool]:
        """By step and the one before it: whether the household tied or untied them."""
        rows = self._session.scalars(select(TieRow).order_by(TieRow.id))
        return {((r.key, r.level), (r.before_key, r.before_level)): r.tied for r in rows}

    def tie(self, step: Rung, before: Rung, tied: bool | None) -> None:
        """Tie a step to one before it, untie them, or with None leave it to the cards again."""
        row = self._session.scalars(
            select(TieRow).where(
                TieRow.key == step[0],
                TieRow.level == step[1],
                TieRow.before_key == before[0],
                TieRow.before_level == before[1],
            )
        ).first()
        if tied is None:
            if row is not None:
                self._session.delete(row)
        else:
            row = row or TieRow(key=step[0], level=step[1], before_key=before[0], before_level=before[1])
            row.tied = tied
            self._session.add(row)
        self._session.flush()
