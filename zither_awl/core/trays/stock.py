"""What is owned, what of it lies on which tray, and what is free."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass
from functools import cached_property

from zither_awl.core.things.component import Component
from zither_awl.core.things.kinds import TAP_WATER
from zither_awl.core.values import Content, Tray


@dataclass(frozen=True)
class Stock:
    """Everything in the cupboard, and the trays that hold some of it. Tap water is always there.

    What hangs or stands beside a tray, as an apron on its hook, serves several trays, one after the other.
    """

    components: tuple[Component, ...]
    trays: tuple[Tray, ...] = ()

    @cached_property
    def all(self) -> tuple[Component, ...]:
        """The components in use, with water from the tap if nobody entered any."""
        kept = tuple(c for c in self.components if not c.archived)
        return kept if any(c.kind == "water" for c in kept) else (*kept, TAP_WATER)

    @cached_property
    def holders(self) -> dict[int, tuple[tuple[Tray, int], ...]]:
        """By component: the trays that hold it, and how many each."""
        held: dict[int, dict[int, int]] = {}
        by_id = {tray.id: tray for tray in self.trays}
        for tray in self.trays:
            for each in _held(tray):
                of = held.setdefault(each.component.id, {})
                of[tray.id] = of.get(tray.id, 0) + each.count
        return {key: tuple((by_id[t], n) for t, n in of.items()) for key, of in held.items()}

    def on_trays(self, component: Component) -> tuple[tuple[Tray, int], ...]:
        """Which trays hold a component, and how many."""
        return self.holders.get(component.id, ())

    def free(self, component: Component) -> int:
        """How many of a component lie on no tray. A medium is never used up by standing on one."""
        if component.medium:
            return component.count
        return max(0, component.count - sum(n for _, n in self.on_trays(component)))

    def without(self, trays: Iterable[int]) -> Stock:
        """The stock as it would be with some trays unpacked."""
        gone = frozenset(trays)
        return Stock(self.components, tuple(t for t in self.trays if t.id not in gone))


def _held(tray: Tray) -> Iterable[Content]:
    return (each for each in tray.contents if not each.beside)


@dataclass(frozen=True, slots=True)
class Clash:
    """A thing that trays hold more of than there is."""

    component: Component
    owned: int
    trays: tuple[tuple[int, int], ...]


def shared_stock(trays: Iterable[Tray], stock: Stock) -> tuple[Clash, ...]:
    """Which things these trays would need more of than the house owns (TRAY-9). Media are not counted."""
    wanted: dict[int, dict[int, int]] = {}
    for tray in trays:
        for each in _held(tray):
            if not each.component.medium:
                of = wanted.setdefault(each.component.id, {})
                of[tray.id] = of.get(tray.id, 0) + each.count
    owned = {c.id: c for c in stock.all}
    return tuple(
        Clash(owned[key], owned[key].count, tuple(of.items()))
        for key, of in wanted.items()
        if key in owned and sum(of.values()) > owned[key].count
    )
