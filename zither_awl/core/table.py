"""The snack table: how it grows, what stands on it today, and how much of it (TRAY-10, SEQ-5)."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from datetime import date, datetime
from typing import Literal

from zither_awl.core.ages import corrected_months
from zither_awl.core.practice import SNACK_REFILLS, Practice
from zither_awl.core.reasons import Quantity, Reason
from zither_awl.core.saying import say
from zither_awl.core.values import Child, RoutineRun, TableEvent
from zither_awl.core.words import short_day_text

Stage = Literal["water alone", "one dry food", "food to prepare"]
STAGES: tuple[Stage, ...] = ("water alone", "one dry food", "food to prepare")
SMALL_MONTHS = 36
POUR_STEP = "pour"
"""The step of the routine in which a child pours by itself."""
WHAT: dict[Stage, str] = {
    "water alone": say("A small jug, half full to its line, a glass of its own for each child, a cloth."),
    "one dry food": say("The jug and glasses, one dry food, and a card with as many dots as pieces."),
    "food to prepare": say("The jug and glasses, and one thing to cut, peel or spread."),
}
SCRIPT = (
    say("Both hands on the jug: one at the handle, one under the lip."),
    say("Lay the lip on the rim of the glass."),
    say("Pour slowly, to the line; look up, and stop."),
    say("Tip the jug upright, and set it down."),
    say("Carry nothing away: it is eaten here, seated."),
    say("Wipe your place; carry your glass and plate to be washed."),
)
"""How pouring at the table is shown. Common practice, no source."""
NOT_REFILLED, ONCE, WHEN_EMPTY = SNACK_REFILLS


@dataclass(frozen=True, slots=True)
class TableStage:
    """How the snack table stands: its stage, what is on it, and how much.

    `for_each`: for each child, by id, how many pieces the card says; empty while there is water alone.
    """

    name: Stage
    what: str
    for_each: tuple[tuple[int, int], ...]
    in_the_bowl: int
    reasons: tuple[Reason, ...]


@dataclass(frozen=True, slots=True)
class TableToday:
    """What happened at the table on a day: what was set by whom, how pouring went, how a food was met."""

    set: tuple[TableEvent, ...]
    poured: tuple[TableEvent, ...]
    tasted: tuple[TableEvent, ...]
    empty_at: datetime | None
    refilled: int
    may_refill: bool
    """Whether the house's rule lets the bowl be filled again now."""


def pouring_days(events: Iterable[TableEvent], runs: Iterable[RoutineRun], before: date) -> tuple[date, ...]:
    """The days before a day on which a child was seen pouring well at the table, in order.

    The step of the routine counts where a child is named as who did it. A day with a spill as well still counts: it was
    wiped up, and somebody poured well.
    """
    seen = {e.local_day for e in events if e.what == "poured" and e.outcome == "well"}
    seen |= {r.local_day for r in runs if any(d.step == POUR_STEP and d.child_id is not None for d in r.done)}
    return tuple(sorted(day for day in seen if day < before))


def stage_of(
    events: Sequence[TableEvent], runs: Sequence[RoutineRun], on: date, practice: Practice = Practice()
) -> tuple[Stage, tuple[Reason, ...]]:
    """The stage of the table on a day and why: water alone until pouring went well on some days, then one dry food that
    is counted, then food to prepare. The household's own word stands above it."""
    if practice.snack_stage != "by pouring":
        return practice.snack_stage, (
            Reason("SEQ-5", say("You chose: {snack_stage}.", snack_stage=practice.snack_stage)),
        )
    well = pouring_days(events, runs, on)
    needed = practice.snack_pouring_days
    days = Quantity(say("days on which pouring went well"), len(well), "days", needed, needed=True)
    if len(well) < needed:
        text = say(
            "Pouring was seen to go well on {days} of {needed}: water alone until then.",
            days=say("{n, plural, one {# day} other {# days}}", n=len(well)),
            needed=needed,
        )
        return "water alone", (Reason("SEQ-5", text, (days,)),)
    since = well[needed - 1]
    fed = {e.local_day for e in events if e.what == "set" and e.food and since < e.local_day < on}
    fed |= {r.local_day for r in runs if r.done and since < r.local_day < on}
    used = Quantity(say("days with one dry food"), len(fed), "days", practice.snack_dry_days, needed=True)
    text = say(
        "Pouring goes well since {since}; one dry food on {days}.",
        since=short_day_text(since),
        days=say("{n, plural, one {# day} other {# days}}", n=len(fed)),
    )
    stage: Stage = "one dry food" if len(fed) < practice.snack_dry_days else "food to prepare"
    return stage, (Reason("SEQ-5", text, (days, used)),)


def table(
    children: Sequence[Child],
    events: Sequence[TableEvent],
    runs: Sequence[RoutineRun],
    on: date,
    practice: Practice = Practice(),
) -> TableStage:
    """How the snack table stands on a day: its stage, and the day's portion of all who come, by the house's amount."""
    stage, reasons = stage_of(events, runs, on, practice)
    if stage == "water alone":
        return TableStage(stage, WHAT[stage], (), 0, reasons)
    small, large = practice.snack_pieces_small, practice.snack_pieces
    each = tuple(
        (c.id, small if corrected_months(c.born, c.gestation_weeks, on) < SMALL_MONTHS else large) for c in children
    )
    total = sum(pieces for _, pieces in each)
    bowl = Quantity(say("in the bowl"), total, "pieces")
    said = {
        NOT_REFILLED: say("it is not filled again"),
        ONCE: say("it is filled again once"),
        WHEN_EMPTY: say("it is filled again when it is empty"),
    }[practice.snack_refill]
    portion = Reason("TRAY-10", say("The day’s portion of all who come is in the bowl; {said}.", said=said), (bowl,))
    return TableStage(stage, WHAT[stage], each, total, (*reasons, portion))


def table_today(events: Iterable[TableEvent], on: date, practice: Practice = Practice()) -> TableToday:
    """What happened at the table on a day, in the order it was seen."""
    told = sorted((e for e in events if e.local_day == on), key=lambda e: e.at)
    refilled = [e for e in told if e.what == "refilled"]
    emptied = [e.at for e in told if e.what == "empty"]
    empty = emptied[-1] if emptied and not any(r.at > emptied[-1] for r in refilled) else None
    most = {NOT_REFILLED: 0, ONCE: 1, WHEN_EMPTY: len(refilled) + 1}[practice.snack_refill]
    of = {what: tuple(e for e in told if e.what == what) for what in ("set", "poured", "tasted")}
    return TableToday(of["set"], of["poured"], of["tasted"], empty, len(refilled), len(refilled) < most)


def first_met(events: Iterable[TableEvent]) -> dict[tuple[int, str], tuple[TableEvent, ...]]:
    """By child and food: how it was met, time by time. It is kept to offer a food again, and never added up."""
    found: dict[tuple[int, str], tuple[TableEvent, ...]] = {}
    for each in sorted((e for e in events if e.what == "tasted" and e.child_id is not None), key=lambda e: e.at):
        assert each.child_id is not None
        key = (each.child_id, each.food)
        found[key] = (*found.get(key, ()), each)
    return found
