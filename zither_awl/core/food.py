"""What is eaten: which food in which cut may stand before which child (TRAY-10), told with its limit and source.

Nothing here says that a food is harmless: what was looked for are choking shapes, honey, what is eaten raw, and the
allergens told of a child. Somebody sits by while a small child eats.
"""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass
from datetime import date
from typing import Literal

from zither_awl.core import sources as src
from zither_awl.core.ages import corrected_months
from zither_awl.core.reasons import Severity
from zither_awl.core.safety.allergens import is_allergic, same
from zither_awl.core.saying import capital, filled, say, together
from zither_awl.core.values import Child

Cut = Literal["whole", "quarters", "thin", "small", "grated", "soft", "spread"]
CUTS: dict[Cut, str] = {
    "whole": "whole",
    "quarters": say("in quarters, lengthwise"),
    "thin": say("in thin slices or sticks"),
    "small": say("in pieces of at most 12 mm"),
    "grated": "grated",
    "soft": say("cooked soft"),
    "spread": say("spread thin"),
}
"""How a food is prepared, and how that is said."""
Nature = Literal["soft", "round", "hard", "nut", "sticky", "pops", "honey", "crumbles", "raw", "never", "unknown"]

CRUMBS_MONTHS = 12
PIECE_MM = 12
"""Other pieces are at most so long under four years."""


@dataclass(frozen=True, slots=True, kw_only=True)
class Food:
    """A food: its words, its nature, the declarable allergens it usually holds, the cuts it is prepared in.

    "round": firm and round, so that it can stop the windpipe; "hard": breaks into chunks; "nut", "sticky" (nut butter,
    marshmallow), "pops" (popcorn, hard sweets), "raw" (flour, egg, meat), "never" (poisonous raw).
    """

    key: str
    name: str
    words: tuple[str, ...] = ()
    nature: Nature = "soft"
    allergens: tuple[str, ...] = ()
    cuts: tuple[Cut, ...] = ("whole",)
    kinds: tuple[str, ...] = ()
    """The kinds of things (core.things.kinds) that are this food."""


UNKNOWN = Food(key="unknown", name=say("a food not known here"), nature="unknown", cuts=tuple(CUTS))
"""What is not known is taken as the worst it may be."""


@dataclass(frozen=True, slots=True)
class FoodFinding:
    """What was found of a food for one child: "must" forbids it, "should" asks for care, "note" tells."""

    child: Child
    severity: Severity
    text: str
    source: str
    until_months: int | None = None


def check_food(food: Food, cut: Cut, children: Iterable[Child], on: date) -> tuple[FoodFinding, ...]:
    """What is known against a food in a cut for each of these children, the gravest first."""
    found: list[FoodFinding] = []
    for child in children:
        found += _for(food, cut, child, corrected_months(child.born, child.gestation_weeks, on))
    return tuple(sorted(found, key=lambda f: ("must", "should", "note").index(f.severity)))


def allowed(food: Food, cut: Cut, child: Child, on: date) -> bool:
    """Whether nothing known forbids it to a child."""
    return all(f.severity != "must" for f in check_food(food, cut, (child,), on))


def cut_for(food: Food, children: Iterable[Child], on: date) -> Cut | None:
    """The first cut of a food that nothing known forbids to any of these; None where there is none."""
    told = tuple(children)
    return next((cut for cut in food.cuts if all(allowed(food, cut, c, on) for c in told)), None)


def _holds(food: Food, child: Child, allergen: str) -> FoodFinding:
    told = say(
        "{child} must not have {allergen}: {food} usually holds it.",
        child=child.name,
        allergen=allergen,
        food=food.name,
    )
    source = say("EU Regulation 1169/2011, Annex II, from memory; what you told of the child")
    return _told(child, "must", told, source)


def _for(food: Food, cut: Cut, child: Child, months: int) -> list[FoodFinding]:
    found = [_holds(food, child, each) for each in food.allergens if is_allergic(child.allergies, each)]
    by_name = not found and any(same(each, word) for each in child.allergies for word in (food.name, *food.words))
    if by_name:
        found.append(
            _told(
                child,
                "must",
                say("{child} must not have {food}.", child=child.name, food=food.name),
                say("what you told of the child"),
            )
        )
    if food.nature == "unknown" and child.allergies:
        found.append(
            _told(
                child,
                "must",
                say("Not known here: look whether it holds {allergies}.", allergies=together(child.allergies, ", ")),
                say("unsure means the dangerous reading"),
            )
        )
    found += _by_age(food, cut, child, months)
    if not found and months < src.CHOKING_FOOD_MONTHS:
        found.append(
            _told(child, "note", say("Seated, and somebody sits by while it is eaten."), src.CHOKING_FOOD_SOURCE)
        )
    return found


@dataclass(frozen=True, slots=True)
class _Limit:
    """Forbidden under so many months (None: at any age) unless it is cut in one of these ways."""

    until: int | None
    but: tuple[Cut, ...]
    text: str
    source: str


_LIMITS: dict[Nature, _Limit] = {
    "never": _Limit(None, (), say("{name} is poisonous raw: never."), src.COMMON_PRACTICE),
    "raw": _Limit(None, ("soft",), say("{name} is not eaten raw; hands are washed after."), src.COMMON_PRACTICE),
    "honey": _Limit(src.HONEY_MONTHS, (), say("no honey before twelve months."), say("botulism: NHS, from memory")),
    "nut": _Limit(
        src.WHOLE_FOOD_MONTHS,
        ("grated", "spread"),
        say("{name}: ground or spread thin under five, never whole or chopped."),
        src.WHOLE_FOOD_SOURCE,
    ),
    "round": _Limit(
        src.WHOLE_FOOD_MONTHS,
        ("quarters", "grated", "soft"),
        say("{name}: in quarters, lengthwise, under five."),
        src.WHOLE_FOOD_SOURCE,
    ),
    "hard": _Limit(
        src.CHOKING_FOOD_MONTHS,
        ("grated", "soft"),
        say("{name} raw in pieces breaks into chunks: grate it or cook it soft."),
        src.CHOKING_FOOD_SOURCE,
    ),
    "pops": _Limit(
        src.CHOKING_FOOD_MONTHS, (), say("{name} is of a choking shape: not under four years."), src.CHOKING_FOOD_SOURCE
    ),
    "sticky": _Limit(
        src.CHOKING_FOOD_MONTHS,
        ("spread",),
        say("{name} sticks in the throat: not under four years, or spread thin."),
        src.CHOKING_FOOD_SOURCE,
    ),
    "unknown": _Limit(
        src.WHOLE_FOOD_MONTHS,
        (),
        say("not known here: is it round, hard, sticky, or a nut? Then quarter, grate or cook it, or leave it."),
        say("unsure means the dangerous reading"),
    ),
}


def _by_age(food: Food, cut: Cut, child: Child, months: int) -> list[FoodFinding]:
    limit = _LIMITS.get(food.nature)
    if limit is not None and (limit.until is None or months < limit.until) and cut not in limit.but:
        return [_told(child, "must", filled(limit.text, name=food.name), limit.source, limit.until)]
    if limit is not None:
        return []
    if months < src.CHOKING_FOOD_MONTHS and cut == "whole" and len(food.cuts) > 1:
        return [
            _told(
                child,
                "should",
                say("{food}: in pieces of at most {piece_mm} mm under four years.", food=food.name, piece_mm=PIECE_MM),
                src.CHOKING_FOOD_SOURCE,
                src.CHOKING_FOOD_MONTHS,
            )
        ]
    if food.nature == "crumbles" and months < CRUMBS_MONTHS:
        return [
            _told(
                child,
                "should",
                say("{food}: it crumbles in the mouth; wet it, or wait.", food=food.name),
                src.COMMON_PRACTICE,
                CRUMBS_MONTHS,
            )
        ]
    return []


def _told(child: Child, severity: Severity, text: str, source: str, until: int | None = None) -> FoodFinding:
    return FoodFinding(child, severity, capital(text), source, until)
