"""What is used up and by when to buy it; which bin is full and what should leave it (ROOM-12)."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from datetime import date, timedelta
from math import ceil, sqrt

from zither_awl.core.ages import corrected_months
from zither_awl.core.concentration import folded
from zither_awl.core.reasons import Quantity, Reason
from zither_awl.core.saying import decimal, figure, say
from zither_awl.core.things.component import Component
from zither_awl.core.values import Bin, Child, Log, Tray
from zither_awl.core.words import listed

LOOK_BACK_DAYS = 28
Z90 = 1.645
LEAD_DAYS = 3
LEAST_USES = 3
"""Before so many uses nothing is foretold (ours)."""
"""Bought so many days before the earliest day it may run out (ours)."""


@dataclass(frozen=True, slots=True)
class Restock:
    """How long something lasts. `uses` of the last 28 days; `days_left` with its likely range; None without any use."""

    component: Component
    left: float
    unit: str
    uses: int
    per_day: float
    days_left: float | None
    days_range: tuple[float, float] | None
    buy_by: date | None
    reason: Reason


def restock(log: Log, components: Iterable[Component], trays: Sequence[Tray], on: date) -> tuple[Restock, ...]:
    """Every consumable with its rate, the days it lasts and the day to buy it by, the soonest first.

    A use is a piece of work with a tray that holds the thing, in the 28 days before. The range takes the number of
    uses as a Poisson count, 90 %.
    """
    found = [_lasts(log, each, trays, on) for each in components if each.per_use and not each.archived]
    return tuple(sorted(found, key=lambda r: (r.days_left is None, r.days_left or 0.0, r.component.name)))


def _too_early(each: Component, left: float, unit: str, seen: int) -> Restock:
    text = say(
        "{each}: {left} {unit} left; {uses} seen in {look_back_days} days: too early to foretell.",
        each=each.name,
        left=figure(left),
        unit=unit,
        uses=say("{n, plural, one {# use} other {# uses}}", n=seen) if seen else say("no use"),
        look_back_days=LOOK_BACK_DAYS,
    )
    return Restock(each, left, unit, seen, 0.0, None, None, None, Reason("STOCK", text))


def _lasts(log: Log, each: Component, trays: Sequence[Tray], on: date) -> Restock:
    holding = {t.id for t in trays if any(c.component.id == each.id for c in t.contents)}
    since = on - timedelta(days=LOOK_BACK_DAYS)
    seen = [e for e in folded(log.episodes) if e.tray_id in holding and since <= e.local_day < on]
    days = min(LOOK_BACK_DAYS, max(((on - min((e.local_day for e in seen), default=on)).days), 1))
    unit = "ml" if each.medium else "piece" if each.count == 1 else "pieces"
    left = (each.stock_ml or 0.0) if each.medium else float(each.count)
    per_day = len(seen) / days * (each.per_use or 0.0)
    if len(seen) < LEAST_USES:
        return _too_early(each, left, unit, len(seen))
    low, high = poisson_range(len(seen))
    lasts = left / per_day
    between = (
        left / (high / days * (each.per_use or 1.0)),
        left / (low / days * (each.per_use or 1.0)) if low else 365.0,
    )
    buy_by = max(on, on + timedelta(days=int(between[0]) - LEAD_DAYS))
    text = say(
        "{each}: {left} {unit} left; used {seen} times in {days} days, {per_use} {unit} each; lasts about "
        "{ceil} days ({between} to {min}).",
        each=each.name,
        left=figure(left),
        unit=unit,
        seen=len(seen),
        days=days,
        per_use=figure(each.per_use or 1.0),
        ceil=ceil(lasts),
        between=decimal(between[0], 0),
        min=decimal(min(between[1], 365), 0),
    )
    numbers = (Quantity(say("left"), left, unit), Quantity(say("used a day"), round(per_day, 2), unit))
    evidence = tuple(f"episode:{e.id}" for e in seen)
    return Restock(
        each, left, unit, len(seen), per_day, lasts, between, buy_by, Reason("STOCK", text, numbers, evidence)
    )


def poisson_range(count: int) -> tuple[float, float]:
    """The 90 % range of a Poisson mean after one count: Garwood's, with chi squared by its cube root.

    Source: Wilson and Hilferty 1931, from memory. Within 2 % of the exact range from 4 uses on.
    """
    above = count + 1
    high = above * (1 - 1 / (9 * above) + Z90 / (3 * sqrt(above))) ** 3
    low = count * max(0.0, 1 - 1 / (9 * count) - Z90 / (3 * sqrt(count))) ** 3 if count else 0.0
    return low, high


@dataclass(frozen=True, slots=True)
class Full:
    """A bin at or over its cap, and what should leave it, the longest outgrown first."""

    bin: Bin
    holds: int
    leave: tuple[tuple[Tray, Reason], ...]


def full_bins(
    bins: Iterable[Bin], resting: Sequence[Tray], loose: Sequence[Component], children: Sequence[Child], on: date
) -> tuple[Full, ...]:
    """The bins whose cap is reached. `resting` are the trays that stand nowhere, `loose` the things on no tray."""
    found = []
    for each in bins:
        holds = sum(t.bin_id == each.id for t in resting) + sum(c.bin_id == each.id for c in loose)
        if each.most is not None and holds >= each.most:
            found.append(Full(each, holds, leaving([t for t in resting if t.bin_id == each.id], children, on)))
    return tuple(found)


def leaving(resting: Iterable[Tray], children: Sequence[Child], on: date) -> tuple[tuple[Tray, Reason], ...]:
    """What no child of the house will use any more, the longest outgrown first; what a younger one grows into stays."""
    found = []
    for tray in resting:
        past = [corrected_months(c.born, c.gestation_weeks, on) - tray.card.to_months for c in children]
        if past and min(past) > 0:
            names = listed(c.name for c in children)
            text = say(
                "{tray} is for up to {to_months} months; {names} have outgrown it. Give or lend it.",
                tray=tray.name,
                to_months=tray.card.to_months,
                names=names,
            )
            number = Quantity(say("outgrown by the youngest for"), min(past), "months")
            found.append((min(past), tray, Reason("ROOM-12", text, (number,), (f"tray:{tray.id}",))))
    return tuple((tray, reason) for _, tray, reason in sorted(found, key=lambda f: (-f[0], f[1].name)))
