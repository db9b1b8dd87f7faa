"""Filling roles: exact against enumeration of every filling, and honest about why not."""

from __future__ import annotations

from itertools import product

import pytest
from hypothesis import given
from hypothesis import strategies as st

from tests.builders import TODAY, child, tray
from tests.core.cupboards import level, reference, stock_of, thing
from zither_awl.catalogue import shipped_cards
from zither_awl.core.practice import Practice
from zither_awl.core.things.component import Component
from zither_awl.core.things.shapes import Cylinder, Sphere
from zither_awl.core.trays import (
    Level,
    Matches,
    Need,
    Pour,
    Role,
    Stock,
    Wary,
    make,
    match_roles,
    shared_stock,
    substitutes,
)
from zither_awl.core.trays.match import consider, with_counts
from zither_awl.core.trays.search import UNFILLED
from zither_awl.core.trays.ties import pair_problems, pour_problems
from zither_awl.core.values import Content

CARDS = {design.key: design for design in shipped_cards()}


def enumerated(what: Level, stock: Stock) -> int:
    """The least cost of all fillings, found by trying every one of them."""
    roles = with_counts(what, {})
    options = [[None, *(c for c in consider(r, stock, None) if c.answer != "does not")] for r in roles]
    best = UNFILLED * len(roles) + 1
    for filling in product(*options):
        chosen = {r.name: c.component for r, c in zip(roles, filling, strict=True) if c is not None}
        if not _holds(what, roles, chosen, stock):
            continue
        empty = [UNFILLED // 100 if r.optional else UNFILLED for r, c in zip(roles, filling, strict=True) if c is None]
        best = min(best, sum(empty) + sum(c.cost for c in filling if c is not None))
    return best


def _holds(what: Level, roles: list[Role], chosen: dict[str, Component], stock: Stock) -> bool:
    used: dict[int, int] = {}
    for role in roles:
        each = chosen.get(role.name)
        if each is not None and not (each.medium or role.same_as or role.beside):
            used[each.id] = used.get(each.id, 0) + role.count
    by_id = {c.id: c for c in stock.all}
    enough = all(count <= stock.free(by_id[key]) for key, count in used.items())
    ties = [p for role in roles for p in pair_problems(role, chosen.get)]
    return enough and not ties and not pour_problems(what, chosen.get)


THINGS = st.lists(
    st.one_of(
        st.builds(lambda n, ml: thing(f"jug {ml:.0f}", "jug", count=n), st.integers(1, 2), st.floats(100, 400)),
        st.builds(lambda n: thing("bowl", "bowl", count=n), st.integers(1, 3)),
        st.builds(lambda n: thing("cup", "cup", count=n), st.integers(1, 2)),
        st.builds(
            lambda n, d: thing(f"balls {d}", "felt ball", count=n, shape=Sphere(d)),
            st.integers(1, 6),
            st.sampled_from([30, 45, 60, 70]),
        ),
        st.just(thing("tongs", "tongs")),
        st.just(thing("spoon", "spoon")),
        st.just(thing("chickpeas", "chickpeas")),
    ),
    min_size=1,
    max_size=6,
).map(lambda things: stock_of(*things))

LEVELS = st.sampled_from(
    [
        level(
            Role(name="from", accepts=("bowl", "receiver")),
            Role(name="balls", accepts=("ball", "sorting object"), use="handled", count=2, lies_in="from"),
            Role(name="tool", accepts=("tongs", "scoop"), use="tool"),
            Role(name="to", accepts=("bowl", "receiver")),
        ),
        level(
            Role(name="jug", accepts=("pourer",)),
            Role(name="filling", accepts=("coarse medium",), use="medium", lies_in="jug"),
            Role(name="to", accepts=("cup", "receiver"), optional=True),
            pour=Pour(from_="jug", into="to", share=0.5),
        ),
        level(
            Role(name="hole", accepts=("receiver",)),
            Role(name="ball", accepts=("ball",), use="handled", fits_in="hole"),
            Role(name="other", accepts=("ball", "receiver"), unlike=("ball",)),
            Role(name="again", accepts=("receiver",), same_as="hole"),
        ),
    ]
)


@given(LEVELS, THINGS)
def test_no_filling_is_better_than_the_one_that_is_found(what: Level, stock: Stock) -> None:
    found = match_roles(what, stock)
    assert found.cost == enumerated(what, stock)
    assert _holds(what, list(what.roles), dict(found.chosen), stock)


def test_every_level_of_six_cards_is_filled_as_well_as_enumeration_fills_it() -> None:
    few = stock_of(*_small_cupboard())
    for key in ("tongs", "spoon-large", "jars", "pairs", "count-touch", "transfer-hand"):
        for what in CARDS[key].levels:
            assert match_roles(what, few).cost == enumerated(what, few), (key, what.number)


def _small_cupboard() -> list[Component]:
    kinds = ["bowl", "jar", "spoon", "large spoon", "tongs", "felt ball", "large bead", "chestnut", "sock", "cork"]
    return [thing(kind, kind, count=6) for kind in kinds]


def matched(what: Level, *things: Component, **more: object) -> Matches:
    """A level filled from these things."""
    return match_roles(what, stock_of(*things), **more)  # type: ignore[arg-type]


def test_one_thing_fills_one_role_and_counts_suffice() -> None:
    two = level(Role(name="left", accepts=("bowl",)), Role(name="right", accepts=("bowl",)))
    assert matched(two, thing("bowl", "bowl")).unfilled != ()
    assert matched(two, thing("bowls", "bowl", count=2)).complete


def test_the_receiver_holds_what_is_poured() -> None:
    pour = level(
        Role(name="jug", accepts=("pourer",)),
        Role(name="cup", accepts=("receiver",)),
        pour=Pour(from_="jug", into="cup", share=1.0),
    )
    found = matched(pour, thing("jug", "jug"), thing("egg cup", "cup", shape=Cylinder(50, 55)), thing("bowl", "bowl"))
    assert found.chosen["cup"].name == "bowl"


def test_by_hand_stands_even_where_the_program_would_not_choose_it() -> None:
    what = level(Role(name="ball", accepts=("ball",), use="handled", count=1, at_most_mm=40))
    found = matched(what, thing("ball", "felt ball"), fixed={"ball": 1})
    assert found.chosen["ball"].name == "ball"
    assert found.considered["ball"][0].answer == "does not"


def test_it_says_too_big_too_few_on_another_tray_and_breaks_the_schools_rule() -> None:
    what = level(Role(name="vessel", accepts=("bowl", "receiver"), count=2, at_most_mm=200))
    held = thing("bowls", "bowl", id=1, count=2)
    stock = Stock(
        (
            held,
            thing("basin", "basin", id=2, count=2),
            thing("glass", "cup", id=3),
            thing("jars", "jar", id=4, count=2),
        ),
        (tray("Spooning", contents=(Content(component=held, role="from"),)),),
    )
    careful = Practice(unbreakable_first=True)
    why = {
        c.component.name: " ".join(c.why)
        for c in match_roles(what, stock, practice=careful).considered["vessel"]
        if c.answer == "does not"
    }
    assert "on Spooning" in why["bowls"]
    assert "Too big: 300 mm, at most 200 mm" in why["basin"]
    assert "Too few: 1, and 2 are needed" in why["glass"]
    assert "It breaks" in why["jars"]
    assert "jars" in {c.component.name for c in match_roles(what, stock).considered["vessel"] if c.answer == "does"}


def test_a_danger_for_the_child_is_refused_and_for_a_younger_one_comes_last() -> None:
    what = level(Role(name="things", accepts=("bead", "sorting object"), use="handled", count=2))
    beads, balls = thing("beads", "bead", count=9), thing("balls", "felt ball", count=9, shape=Sphere(60))
    old, young = child("Ilse", 54), child("Tove", 20, id=2)
    for_old = matched(what, beads, balls, wary=Wary(old, (old, young), TODAY))
    assert for_old.chosen["things"].name == "balls"
    (bead,) = [c for c in for_old.considered["things"] if c.component.name == "beads"]
    assert (bead.answer, "Tove must not get at it" in bead.why[0]) == ("would do", True)
    assert matched(what, beads, wary=Wary(young, (old, young), TODAY)).unfilled == ("things",)
    two = child("Wren", 26, id=2)
    (may,) = matched(what, beads, wary=Wary(two, (two,), TODAY)).considered["things"]
    assert (may.answer, "With an adult at the table only" in may.why[0]) == ("would do", True)
    assert matched(what, beads, wary=Wary(old, (old,), TODAY)).chosen["things"].name == "beads"


def test_a_stand_in_says_what_it_changes() -> None:
    role = CARDS["tongs"].level(1).role("tongs")
    assert role is not None
    (found,) = substitutes(thing("tongs", "tongs", id=9), role, stock_of(thing("tweezers", "tweezers")))
    assert (found.answer, "finer" in found.why[0]) == ("would do", True)


def test_an_apron_on_its_hook_serves_several_trays_and_tongs_do_not() -> None:
    apron, tongs = thing("apron", "apron", id=1), thing("tongs", "tongs", id=2)
    held = tray(
        "Pouring",
        contents=(Content(component=apron, role="apron", beside=True), Content(component=tongs, role="tongs")),
    )
    stock = Stock((apron, tongs), (held,))
    assert (stock.free(apron), stock.free(tongs)) == (1, 0)
    twin = tray("Again", id=2, contents=(Content(component=tongs, role="tongs"),))
    (clash,) = shared_stock([held, twin], stock)
    assert (clash.component.name, clash.owned, dict(clash.trays)) == ("tongs", 1, {1: 1, 2: 1})
    assert stock.without([1]).free(tongs) == 1


def test_tap_water_is_in_every_house_until_somebody_enters_water() -> None:
    what = level(Role(name="water", accepts=("liquid",), use="medium"))
    assert match_roles(what, Stock(())).chosen["water"].name == "water from the tap"
    own = thing("rain water", "water", stock_ml=900)
    assert matched(what, own).chosen["water"].name == "rain water"


def test_a_cupboard_too_full_to_look_through_is_filled_all_the_same_and_it_is_said(
    monkeypatch: pytest.MonkeyPatch,
) -> None:
    monkeypatch.setattr("zither_awl.core.trays.search.MOST_STEPS", 2)
    things = [thing("ball", "ball", id=1), thing("jar", "jar", id=2)]
    what = level(Role(name="one", accepts=("ball",)), Role(name="two", accepts=("jar",)))
    found = match_roles(what, stock_of(*things))
    assert found.complete
    assert not found.proven
    card, need = CARDS["pour-coarse"], Need(child(), (child(),), TODAY, {}, frozenset())
    told = [reason.text for reason in make(card, card.levels[0], reference(), need).reasons]
    assert any("a better one may exist" in text for text in told)
    monkeypatch.undo()
    assert match_roles(what, stock_of(*things)).proven
    told = [reason.text for reason in make(card, card.levels[0], reference(), need).reasons]
    assert not any("a better one may exist" in text for text in told)
