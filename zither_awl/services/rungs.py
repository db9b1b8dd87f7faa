"""The household's own cards for levels of designs: made when a level is first used, and tied as the designs are."""

from __future__ import annotations

from collections.abc import Collection, Mapping
from dataclasses import replace

from zither_awl.core.errors import FieldProblem, InvalidValue
from zither_awl.core.saying import say
from zither_awl.core.trays import Design, Level
from zither_awl.core.values import Card, Rung
from zither_awl.languages import told
from zither_awl.services.catalogue import NAMES_FIRST, tied_designs
from zither_awl.services.house import House
from zither_awl.store import Store


def card_for(work: Store, design: Design, level: Level, *, toward: str = "") -> Card:
    """The household's card for one level of a design; `toward`: for a step between, on the way to that one."""
    known = next(
        (c for c in work.cupboard.cards().values() if (c.key, c.level, c.toward) == (design.key, level.number, toward)),
        None,
    )
    titled = told(design.titled(level))
    name = (told(say("{titled}, before {toward}", titled=titled[:40], toward=toward)) if toward else titled)[:80]
    return Card(
        id=known.id if known else 0,
        name=known.name if known else name,
        area=design.area,
        from_months=design.opens_at(level),
        to_months=design.to_months,
        follows=known.follows if known else (),
        key=design.key,
        level=level.number,
        guess=level.guess,
        sort=design.sort,
        toward=toward,
    )


def link_rungs(work: Store, known: Mapping[str, Design], *, without: Collection[tuple[Rung, Rung]] = ()) -> None:
    """Every card of a design follows those of its prerequisites that the household has. `without` are ties, a step and
    the one before it, that hold no longer."""
    cards = work.cupboard.cards()
    ids = {(c.key, c.level): c.id for c in cards.values() if c.key and not c.between}
    for card in cards.values():
        if card.key not in known:
            continue
        here, design = (card.key, card.level), known[card.key]
        goal = goal_of(card) or here
        before = {ids[rung] for rung in known[goal[0]].before(goal[1]) if rung in ids} if goal[0] in known else set()
        gone = {ids[earlier] for step, earlier in without if step == here and earlier in ids} - before
        follows = tuple(sorted({*card.follows, *before} - gone - {card.id}))
        told = replace(card, follows=follows, guess=design.level(card.level).guess, sort=design.sort)
        if told != card:
            work.cupboard.save_card(told)


def relink_school(work: Store, house: House, letters: str) -> None:
    """After a change of the school of letters: the household's cards follow what it says, and no longer what it does
    not."""
    if letters != house.practice.letters:
        link_rungs(work, tied_designs(house, letters, house.catalogue.ties), without=NAMES_FIRST)


def goal_of(card: Card) -> Rung | None:
    """The step a card is on the way to; None for none, or where a file from outside says what cannot be read."""
    try:
        return rung_of(card.toward) if card.toward else None
    except InvalidValue:
        return None


def rung_of(text: str) -> Rung:
    """A rung as it is written: "tongs:1". Raises: InvalidValue."""
    key, _, number = text.partition(":")
    if not key or not number.isdigit() or len(text) > 48:
        raise InvalidValue(
            FieldProblem("toward", say('is {text}; expected a card and a level, such as "tongs:1".', text=repr(text)))
        )
    return key, int(number)
