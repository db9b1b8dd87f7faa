"""Use cases of the snack table: how it stands, what may be set out for whom, what happened at it today."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass

from zither_awl.catalogue.foods import food_called, shipped_foods
from zither_awl.core.errors import NotFound
from zither_awl.core.food import Cut, Food, FoodFinding, check_food, cut_for
from zither_awl.core.saying import say
from zither_awl.core.table import TableStage, TableToday, first_met, table, table_today
from zither_awl.core.values import Child, RoutineRun, TableEvent
from zither_awl.services.desk import Desk, House

SNACK = "snack"
EATS_MONTHS = 12
MOST_MET = 6


@dataclass(frozen=True, slots=True)
class Offer:
    """A food in the cut it can be given in to all who eat today, or None where nothing known allows it; and what was
    found."""

    food: Food
    cut: Cut | None
    found: tuple[FoodFinding, ...]


@dataclass(frozen=True, slots=True)
class TablePage:
    """The snack table: its stage, today, what is on it with what was found, and how each food was met before."""

    eaters: tuple[Child, ...]
    stage: TableStage
    today: TableToday
    on_it: tuple[tuple[TableEvent, Food, tuple[FoodFinding, ...]], ...]
    met: Mapping[tuple[int, str], tuple[TableEvent, ...]]


def eaters(house: House, desk: Desk) -> tuple[Child, ...]:
    """Who comes to the table today: the children of the house from a year on who are here on this day."""
    judge = house.judgements(desk.today())
    return tuple(c for c in house.children if judge.months(c) >= EATS_MONTHS and c.here_on(desk.today()))


def _snacks(house: House) -> tuple[RoutineRun, ...]:
    return tuple(r for r in house.lessons.runs if r.routine == SNACK)


def page(desk: Desk) -> TablePage:
    """The snack table as it stands."""
    house, day = desk.house(), desk.today()
    who, events = eaters(house, desk), house.lessons.at_table
    now = table_today(events, day, house.practice)
    laid = [(e, food_called(e.food)) for e in now.set if e.food]
    on_it = tuple((e, food, check_food(food, _cut(e.cut), who, day)) for e, food in laid)
    met = {key: told[-MOST_MET:] for key, told in first_met(events).items()}
    return TablePage(who, table(who, events, _snacks(house), day, house.practice), now, on_it, met)


def _cut(told: str) -> Cut:
    return told or "whole"  # type: ignore[return-value]


def check(desk: Desk, typed: str, cut: str) -> Offer:
    """What is known against a food for those who eat today; without a cut, in the first that may be."""
    house, day = desk.house(), desk.today()
    who, food = eaters(house, desk), food_called(typed)
    chosen = _cut(cut) if cut else cut_for(food, who, day)
    return Offer(food, chosen, check_food(food, chosen or food.cuts[0], who, day))


def foods(desk: Desk) -> tuple[Offer, ...]:
    """Every food that is known, with the cut all of today's eaters may have it in; those that may be given first."""
    house, day = desk.house(), desk.today()
    who = eaters(house, desk)

    def reckon() -> tuple[Offer, ...]:
        told = [(food, cut_for(food, who, day)) for food in shipped_foods()]
        found = [Offer(food, cut, check_food(food, cut or food.cuts[0], who, day)) for food, cut in told]
        return tuple(sorted(found, key=lambda o: (o.cut is None, o.food.name)))

    return house.once(("foods", day, tuple(c.id for c in who)), reckon)


def take_back(desk: Desk, adult_id: int | None) -> None:
    """Take the newest thing of today at the table back. Raises: NotFound."""
    with desk.write(adult_id, say("Took back a word of the snack table")) as work:
        if not work.home.drop_last_at_table(desk.today()):
            raise NotFound(say("Nothing was written down of the snack table today."))
