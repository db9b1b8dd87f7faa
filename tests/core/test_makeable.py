"""What can be made from what is there: fifteen things of a beginner, what one more unlocks, what stands at once."""

from __future__ import annotations

from dataclasses import replace
from itertools import combinations

import pytest

from tests.builders import TODAY, child
from tests.core.cupboards import fifteen, reference, stock_of, thing
from zither_awl.catalogue import shipped_cards
from zither_awl.core.trays import Made, Makeable, Need, Stock, at_once, makeable
from zither_awl.core.trays.complete import missing
from zither_awl.core.trays.makeable import EFFORT_ADULT, level_for, make

CARDS = {design.key: design for design in shipped_cards()}
ILSE = child("Ilse", 30)


def can_make(stock: Stock, of: object = ILSE, states: dict[tuple[str, int], str] | None = None) -> Makeable:
    """What a child's household can make."""
    need = Need(of, (of,), TODAY, states or {}, frozenset())  # type: ignore[arg-type]
    return makeable(CARDS.values(), stock, need)


@pytest.fixture(scope="module")
def beginners() -> Makeable:
    """What the fifteen things make for a child of thirty months."""
    return can_make(fifteen())


def test_fifteen_things_make_at_least_twelve_cards_in_three_areas(beginners: Makeable) -> None:
    with_things = [m for m in beginners.made if m.assembled.contents]
    assert len({m.design.key for m in with_things}) >= 12
    assert len({m.design.area for m in with_things}) >= 3


def test_every_one_of_them_is_complete_and_has_no_must_finding(beginners: Makeable) -> None:
    for made in beginners.made:
        assert made.matches.complete
        assert missing(made.design, made.level, made.matches.chosen.keys()) == ()
        assert not [c for c in made.checks if c.severity == "must"]
        assert any(c.reason.rule == "TRAY-1" and c.severity == "kept" for c in made.checks)


def test_chickpeas_are_in_no_tray_for_a_child_of_thirty_months(beginners: Makeable) -> None:
    assert not [m for m in beginners.made for c in m.assembled.contents if c.component.kind == "chickpeas"]
    older = can_make(fifteen(), child("Anselm", 44))
    assert [m for m in older.made for c in m.assembled.contents if c.component.kind == "chickpeas"]


def test_the_best_comes_first_and_says_why(beginners: Makeable) -> None:
    scores = [m.score for m in beginners.made]
    assert scores == sorted(scores, reverse=True)
    for made in beginners.made:
        assert set(made.terms) == {"fit", "next step", "area missing", "effort", "stands in", "held back"}
        assert made.reasons[0].rule in ("FIT", "SEQ-1")
        assert "Ilse" in made.reasons[0].text
    held = [m.terms["held back"] < 0 for m in beginners.made]
    assert held == sorted(held), "what something comes before stands after all that suits now"


def test_one_apron_unlocks_the_wet_work() -> None:
    stock = stock_of(*fifteen().components, thing("saucer", "saucer"))
    without = {m.design.key for m in can_make(stock).made}
    (apron,) = [u for u in can_make(stock).unlocks if u.kind == "apron"]
    with_it = {m.design.key for m in can_make(stock_of(*stock.components, thing("apron", "apron"))).made}
    assert {CARDS[key].name for key in with_it - without} == set(apron.cards) != set()
    assert not apron.owned


def test_a_tray_that_is_only_in_use_is_not_something_to_buy() -> None:
    made = next(m for m in can_make(fifteen()).made if m.design.key == "tongs")
    from tests.builders import tray

    trays = next(c for c in fifteen().components if c.kind == "tray")
    holders = [tray(f"Tray {n}", id=n, contents=_only(trays)) for n in (1, 2)]
    busy = can_make(Stock(fifteen().components, tuple(holders)))
    assert made.design.key not in {m.design.key for m in busy.made}
    (unlock,) = [u for u in busy.unlocks if u.kind == "tray" and made.design.name in u.cards]
    assert unlock.owned


def _only(component: object) -> tuple[object, ...]:
    from zither_awl.core.values import Content

    return (Content(component=component, role="container"),)  # type: ignore[arg-type]


def test_the_level_is_the_first_not_mastered_as_far_as_the_age_allows() -> None:
    tongs = CARDS["tongs"]
    assert level_for(tongs, {}, 30).number == 1
    assert level_for(tongs, {("tongs", 1): "mastered"}, 30).number == 2
    assert level_for(tongs, {("tongs", n): "mastered" for n in (1, 2, 3)}, 26).number == 3
    assert level_for(tongs, {("tongs", n): "fading" for n in (1, 2, 3, 4)}, 60).number == 4


def test_a_level_one_cannot_make_gives_way_to_one_that_one_can() -> None:
    stock = stock_of(
        *(c for c in fifteen().components if c.kind not in ("felt ball", "clothes peg", "sock")),
        thing("chestnuts", "chestnut", count=9),
    )
    older = child("Anselm", 48)
    (tongs,) = [m for m in can_make(stock, older).made if m.design.key == "tongs"]
    assert tongs.level.number == 4


def test_what_is_mastered_comes_last_and_what_is_at_work_first() -> None:
    fresh = can_make(fifteen(), states={})
    first, fourth = fresh.made[0].design, fresh.made[3]
    mastered = {(first.key, level.number): "mastered" for level in first.levels}
    at_work = {(fourth.design.key, fourth.level.number): "working"}
    known = can_make(fifteen(), states={**at_work, **mastered})
    at = {m.design.key: n for n, m in enumerate(fresh.made)}
    now = {m.design.key: n for n, m in enumerate(known.made)}
    assert now[fourth.design.key] < at[fourth.design.key]
    assert now.get(first.key, len(now)) > at[first.key] == 0


def _clash_free(few: tuple[Made, ...], stock: Stock) -> bool:
    """Whether trays as they were matched need no more of anything than there is: a lower bound on what can stand."""
    used: dict[int, int] = {}
    for made in few:
        for each in made.assembled.contents:
            if not each.component.medium and not each.beside:
                used[each.component.id] = used.get(each.component.id, 0) + each.count
    return all(used[c.id] <= c.count for c in stock.components if c.id in used)


def test_as_many_stand_at_once_as_their_shared_things_allow(beginners: Makeable) -> None:
    picked = at_once(beginners.made, fifteen())
    on_trays = [m for m in picked if m.container or m.design.key == "carry-empty"]
    assert len(on_trays) == 2, "there are two trays"
    bare = [m for m in beginners.made if not m.level.container and m.design.key != "carry-empty"]
    of_basin = [m for m in bare if any(c.component.kind == "basin" and not c.beside for c in m.assembled.contents)]
    assert len(of_basin) > 1, "the basin is asked for by several"
    assert len(picked) == 2 + len(bare) - len(of_basin) + 1


def test_no_larger_choice_stands_than_the_proven_one() -> None:
    found = can_make(reference()).made[:9]
    picked = at_once(found, reference())
    sizes = [n for n in range(1, 10) if any(_clash_free(few, reference()) for few in combinations(found, n))]
    assert len(picked) >= max(sizes)


def test_nothing_to_make_is_an_answer() -> None:
    assert at_once((), Stock(())) == ()
    empty = can_make(Stock(()))
    assert not [role for m in empty.made for role in m.level.roles if not role.optional]
    assert empty.unlocks


def test_what_an_adult_sings_and_what_only_would_do_come_after_as_good_a_work(beginners: Makeable) -> None:
    songs = [m for m in beginners.made if m.design.sort != "work"]
    assert songs
    assert all(m.terms["effort"] <= -EFFORT_ADULT for m in songs)
    cards = thing("cards", "picture card", count=6, subject="animals", id=900)
    of = next(d for d in CARDS.values() for r in d.levels[0].roles if r.subject == "animals" and "picture" in r.accepts)
    need = Need(child("Ilse", of.levels[0].from_months + 1), (), TODAY, {}, frozenset())
    known, unknown = (make(of, of.levels[0], stock_of(each), need) for each in (cards, replace(cards, subject="")))
    assert known.terms["stands in"] > unknown.terms["stands in"]
