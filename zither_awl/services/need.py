"""What is known of one child when something is to be made for it: how it stands with every level, seen and said."""

from __future__ import annotations

from datetime import date

from zither_awl.core.ladders.graph import implied_by
from zither_awl.core.mastery import KNOWN, MasteryState
from zither_awl.core.trays import Need
from zither_awl.core.values import Child, Rung, SaidAnswer
from zither_awl.services import asking
from zither_awl.services.catalogue import designs, graph_of
from zither_awl.services.house import House

_UNSEEN: dict[SaidAnswer, MasteryState] = {"yes": "said", "with help": "working"}


def states_of(house: House, child: Child, on: date) -> dict[Rung, MasteryState]:
    """How a child stands with every level of which there is or was a tray, or of which an adult said something."""
    judged = house.judgements(on)
    cards = house.cupboard.cards
    made = {t.card.id for t in house.trays}
    states: dict[Rung, MasteryState] = {
        (card.key, card.level): judged.mastery_of(child, card.id).state
        for card in cards.values()
        if card.key and not card.between
    }
    seen = {(card.key, card.level) for card in cards.values() if card.id in made and not card.between}
    # Where there is no tray of it, an adult's word is all that is known.
    told = {
        (s.key, s.level): _UNSEEN[s.answer]
        for s in house.people.said
        if s.child_id == child.id and not s.word and s.answer in _UNSEEN
    }
    return states | {
        rung: state
        for rung, state in told.items()
        if rung not in seen and states.get(rung, "not shown") in ("not shown", "shown")
    }


def need_of(house: House, child: Child, on: date) -> Need:
    """What the ranking asks about one child: its states by card and level, and the areas that stand out for it."""

    def reckon() -> Need:
        told = frozenset(s.key for s in house.people.said if s.child_id == child.id and not s.word)
        out = frozenset(p.tray.card.area for p in house.placements if child.id in p.tray.for_children)
        most_likely = asking.presumed(house, child, on)
        states = states_of(house, child, on)
        known = [rung for rung, state in states.items() if state in KNOWN]
        return Need(
            child,
            house.children,
            on,
            states,
            out,
            {key: d.name for key, d in designs(house).items()},
            told,
            most_likely.likely,
            most_likely.known,
            implied_by(known, graph_of(house)),
        )

    return house.once(("need", child.id, on), reckon)
