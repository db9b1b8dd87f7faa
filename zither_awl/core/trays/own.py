"""A card the household changed, and what becomes of it when the catalogue's card changes too."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from typing import Any

Data = Mapping[str, Any]
"""A card as plain data, every level with all its roles (catalogue.whole)."""


@dataclass(frozen=True, slots=True)
class OwnCard:
    """What the household wrote, and the catalogue's card as it was then; None for a card that is the household's."""

    data: Data
    base: Data | None = None


@dataclass(frozen=True, slots=True)
class Updated:
    """The card that counts now. `changed`: fields the household's word decides; `news`: of these, the fields the
    catalogue has changed since in another way; `taken_over`: fields that came with an update of the catalogue."""

    data: Data
    changed: tuple[str, ...]
    news: tuple[str, ...]
    taken_over: tuple[str, ...]


def updated(own: OwnCard, shipped: Data | None) -> Updated:
    """Field by field: what the household changed stays; what it left alone follows the catalogue.

    Where both changed a field, the household's stands and the field is named as news. A card without a base, or one
    the catalogue no longer has, is the household's altogether. Levels with their roles are one field.
    """
    if own.base is None or shipped is None:
        return Updated(own.data, (), (), ())
    merged: dict[str, Any] = {}
    changed, news, taken_over = [], [], []
    for field in dict.fromkeys([*shipped, *own.data]):
        mine, before, theirs = own.data.get(field), own.base.get(field), shipped.get(field)
        if mine == before:
            merged[field] = theirs
            if theirs != before:
                taken_over.append(field)
        else:
            merged[field] = mine
            if mine != theirs:
                changed.append(field)
                if theirs != before:
                    news.append(field)
    return Updated(merged, tuple(changed), tuple(news), tuple(taken_over))
