"""The household's own cards for levels of designs: made when a level is first used, and tied as the designs are."""

from __future__ import annotations

from collections.abc import Collection, Mapping
from dataclasses import replace

from zither_awl.core.trays import Design, Level
from zither_awl.core.values import Card, Rung
from zither_awl.store import Store


def card_for(work: Store, design: Design, level: Level, *, between: bool = False) -> Card:
    """The household's card for one level of a design; `between`: for a step on the way to it."""
    known = next((c for c in work.cupboard.cards().values()
                  if (c.key, c.level, c.between) == (design.key, level.number, between)), None)  # fmt: skip
    titled = design.titled(level)
    name = f"{titled[:62]} (a step between)" if between else titled[:80]
    return Card(
        id=known.id if known else 0, name=known.name if known else name, area=design.area,
        from_months=design.opens_at(level), to_months=design.to_months, follows=known.follows if known else (),
        key=design.key, level=level.number, guess=level.guess, sort=design.sort, between=between,
    )  # fmt: skip


def link_rungs(work: Store, known: Mapping[str, Design], *, without: Collection[tuple[Rung, Rung]] = ()) -> None:
    """Every card of a design follows those of its prerequisites that the household has. `without` are ties, a step and
    the one before it, that hold no longer."""
    cards = work.cupboard.cards()
    ids = {(c.key, c.level): c.id for c in cards.values() if c.key and not c.between}
    for card in cards.values():
        if card.key not in known:
            continue
        here, design = (card.key, card.level), known[card.key]
        before = {ids[rung] for rung in design.before(card.level) if rung in ids}
        gone = {ids[earlier] for step, earlier in without if step == here and earlier in ids} - before
        follows = tuple(sorted({*card.follows, *before} - gone - {card.id}))
        told = replace(card, follows=follows, guess=design.level(card.level).guess, sort=design.sort)
        if told != card:
            work.cupboard.save_card(told)
