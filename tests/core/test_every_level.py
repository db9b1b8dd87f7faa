"""Every level of every card, made from the reference cupboard at its own age and at the end of its window."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import replace

import pytest

from tests.builders import TODAY, child
from tests.core.cupboards import reference, stock_of, thing
from zither_awl.catalogue import shipped_cards
from zither_awl.core.things.shapes import Box
from zither_awl.core.trays import Design, Made, Stock
from zither_awl.core.trays.makeable import Need, make
from zither_awl.core.values import Child, Mobility, Permission, PermissionKind

CARDS = {design.key: design for design in shipped_cards()}
MEASURED = Stock(tuple(replace(c, assumed=()) for c in reference().components))
"""The reference cupboard, every size taken with a ruler."""
LEVELS = [pytest.param(d, v.number, id=f"{d.key}:{v.number}") for d in CARDS.values() for v in d.levels]


def of_age(months: int, **more: object) -> Child:
    """A child as most are at an age: lying, crawling, walking; mouthing to two years. Common practice, no source."""
    moves = Mobility.LIES_OR_SITS if months < 8 else Mobility.CRAWLS if months < 11 else Mobility.WALKS
    return child(months=max(months, 1), mobility=moves, still_mouths=months < 24, **more)  # type: ignore[arg-type]


def made(
    design: Design, number: int, who: Child, *others: Child, stock: Stock = MEASURED, fixed: Mapping[str, int] = {}
) -> Made:
    need = Need(who, (who, *others), TODAY, {}, frozenset())
    return make(design, design.level(number), stock, need, fixed=fixed)


@pytest.mark.parametrize(("design", "number"), LEVELS)
def test_every_level_can_be_made_at_its_own_age_and_at_the_end_of_its_window(design: Design, number: int) -> None:
    """Some want the household's word first, once: then they are ready."""
    for months in (design.level(number).from_months, design.to_months - 1):
        who = of_age(months)
        first = made(design, number, who)
        assert first.ready or first.asks, [c.reason.text for c in first.checks if c.severity == "must"]
        word = tuple(Permission(kind=kind, given_on=TODAY) for kind in first.asks)
        assert made(design, number, replace(who, permissions=word)).ready


@pytest.mark.parametrize(("design", "number"), LEVELS)
def test_with_a_size_nobody_measured_nothing_is_said_to_pass_the_gauge(design: Design, number: int) -> None:
    who = of_age(design.level(number).from_months)
    unknown = [c for c in made(design, number, who).assembled.contents if not c.component.medium]
    for each in unknown:
        role = design.level(number).role(each.role)
        if role is None or role.use != "handled":
            continue
        stock = Stock(
            tuple(replace(c, assumed=("shape",)) if c.id == each.component.id else c for c in MEASURED.components)
        )
        fixed = {each.role: each.component.id}
        again = made(design, number, who, stock=stock, fixed=fixed)
        assert not any("does not go into" in c.reason.text for c in again.checks)


def test_a_toddler_washes_its_hands() -> None:
    soap = thing("soap", "soap", shape=Box(70, 45, 20))
    kinds = ("basin", "jug", "saucer", "cloth", "apron", "large tray")
    stock = stock_of(soap, *(thing(kind, kind, breakable=False, material="enamel") for kind in kinds))
    washed = made(CARDS["wash-hands"], 1, of_age(18), stock=stock)
    assert washed.ready, [c.reason.text for c in washed.checks if c.severity == "must"]
    (mild,) = [c.reason.text for c in washed.checks if "mild soap" in c.reason.text]
    assert mild.startswith("An adult near by: soap, mild soap, glue or paint")
    crawling = made(CARDS["wash-hands"], 1, replace(of_age(18), mobility=Mobility.CRAWLS), stock=stock)
    assert not crawling.ready


def test_pouring_rice_at_two_is_one_question_and_with_a_crawler_in_the_house_the_second_condition_stands() -> None:
    who = replace(of_age(26), still_mouths=False)
    rice = {"filling": next(c.id for c in MEASURED.components if c.kind == "rice")}
    first = made(CARDS["pour-fine"], 1, who, fixed=rice)
    assert first.asks == {"small"}
    crawler = child("Tove", 10, id=9, mobility=Mobility.CRAWLS, still_mouths=True)
    allowed = replace(who, permissions=(Permission(kind="small", given_on=TODAY),))
    both = made(CARDS["pour-fine"], 1, allowed, crawler, fixed=rice)
    assert both.ready
    assert any("With an adult at the table, as you decided" in c.reason.text for c in both.checks)
    assert any("must not get at it" in why for c in both.matches.considered["filling"] for why in c.why)
    assert made(CARDS["pour-fine"], 1, replace(who, still_mouths=True), fixed=rice).asks == frozenset()


@pytest.mark.parametrize(
    ("kind", "months"), [("blade", 18), ("small", 24), ("water", 13)], ids=["a dull blade", "small things", "water"]
)
def test_each_kind_of_permission_is_asked_by_some_card_at_its_youngest_age(kind: PermissionKind, months: int) -> None:
    asked = [
        key
        for key, design in CARDS.items()
        for level in design.levels
        if kind in made(design, level.number, replace(of_age(months), still_mouths=False)).asks
    ]
    assert asked
