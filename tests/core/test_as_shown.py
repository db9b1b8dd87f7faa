"""The tray is what it shows: subjects, colours, unlike things, nearer sizes, roles left out; scripts; measures."""

from __future__ import annotations

import re
from dataclasses import replace

import pytest
from hypothesis import given
from hypothesis import strategies as st

from tests.builders import TODAY, child
from tests.core.cupboards import level, reference, stock_of, thing
from tests.core.test_every_level import of_age
from zither_awl.catalogue import shipped_cards
from zither_awl.core.measure import in_inches
from zither_awl.core.safety.nature import component_hazards
from zither_awl.core.things.shapes import Box, Cylinder, Sphere
from zither_awl.core.trays import Need, Role, Wary, make, match_roles
from zither_awl.core.trays.makeable import OUTGROWN_MONTHS, level_for
from zither_awl.core.trays.match import consider
from zither_awl.core.trays.script import BACK, FETCHING, script_of
from zither_awl.core.trays.search import Candidate
from zither_awl.core.trays.tailored import notes, tailored
from zither_awl.core.trays.ties import too_alike

CARDS = {design.key: design for design in shipped_cards()}
NEVER_BLANK = {"picture", "thing", "sign"}


def considered(role: Role, *things: object, wary: Wary | None = None) -> dict[str, Candidate]:
    return {c.component.name: c for c in consider(role, stock_of(*things), wary)}  # type: ignore[arg-type]


def test_a_role_for_animals_takes_no_fruit_and_asks_of_what_it_does_not_know() -> None:
    role = Role(name="pictures", accepts=("picture",), use="symbol", subject="animals", shows="six animals")
    subjects = (("cows", "animals"), ("apples", "fruit"), ("cards", ""))
    cards = [thing(name, "picture card", subject=shown, id=at) for at, (name, shown) in enumerate(subjects, start=1)]
    found = considered(role, *cards)
    assert [found[name].answer for name in ("cows", "apples", "cards")] == ["does", "does not", "would do"]
    assert found["apples"].why == ("It shows fruit; wanted is six animals.",)
    assert "is not said" in found["cards"].why[0]


def test_sorting_by_colour_wants_so_many_colours() -> None:
    role = Role(name="pieces", accepts=("ball",), use="handled", colours=2)
    coloured = (("two", ("red", "blue")), ("one", ("red",)), ("mixed", ("mixed",)))
    found = considered(role, *(thing(name, "ball", colours=each, id=at) for at, (name, each) in enumerate(coloured, 1)))
    assert [found[name].answer for name in ("two", "one", "mixed")] == ["does", "does not", "does"]


def test_unlike_things_are_of_different_kinds_unless_they_show_or_are_coloured_otherwise() -> None:
    block, other = thing("block", "cube", id=1), thing("other block", "cube", id=2)
    assert too_alike(block, other)
    assert not too_alike(replace(block, colours=("red",)), replace(other, colours=("blue",)))
    assert not too_alike(thing("cow", "model", id=3), thing("sheep", "model", id=4))
    assert too_alike(block, block)
    three = level(
        Role(name="a", accepts=("thing",), use="handled"),
        Role(name="b", accepts=("thing",), use="handled", unlike=("a",)),
        Role(name="c", accepts=("thing",), use="handled", unlike=("a", "b")),
    )
    found = match_roles(three, stock_of(block, other, thing("bottle", "bottle", id=3)))
    assert len(found.unfilled) == 1
    found = match_roles(three, stock_of(block, thing("bell", "shell", id=2), thing("bottle", "bottle", id=3)))
    assert found.unfilled == ()


def test_the_nearer_kind_and_size_win_over_the_smaller() -> None:
    drum = Role(name="drum", accepts=("drum", "instrument"), use="handled")
    found = match_roles(level(drum), stock_of(thing("rattle", "rattle", id=1), thing("drum", "drum", id=2)))
    assert found.chosen["drum"].kind == "drum"
    bowl = Role(name="bowl", accepts=("bowl",))
    small = thing("doll's bowl", "bowl", id=1, shape=Cylinder(30, 15), breakable=False)
    usual = thing("bowl", "bowl", id=2, breakable=False)
    assert match_roles(level(bowl), stock_of(small, usual)).chosen["bowl"].name == "bowl"


@pytest.mark.parametrize(
    ("mm", "months", "answer"), [(29, 40, "would do"), (29, 20, "does not"), (20, 40, "does not"), (46, 20, "does")]
)
def test_a_size_is_advice_and_the_childs_own_hazards_decide(mm: float, months: int, answer: str) -> None:
    """A cork two mm too small is taken for a child past mouthing; for one who mouths its hazard speaks."""
    who = child("Ilse", months, still_mouths=months < 24)
    role = Role(name="corks", accepts=("cork",), use="handled", at_least_mm=31)
    cork = thing("cork", "cork", shape=Cylinder(mm if mm > 40 else 20, mm), id=1)
    assert considered(role, cork, wary=Wary(who, (who,), TODAY))["cork"].answer == answer


def test_while_nobody_said_whom_it_is_for_what_may_go_into_the_cylinder_is_not_taken() -> None:
    role = Role(name="balls", accepts=("ball",), use="handled", at_least_mm=32)
    assert considered(role, thing("ball", "ball", shape=Sphere(30), id=1))["ball"].answer == "does not"


def test_a_child_nobody_has_seen_begins_where_its_age_is_and_one_who_was_seen_where_it_stands() -> None:
    book = CARDS["book"]
    old = book.levels[-1].from_months + OUTGROWN_MONTHS
    assert level_for(book, {}, old).number == len(book.levels)
    assert level_for(book, {("book", 1): "shown"}, old).number == 1


def test_a_role_is_left_out_with_what_goes_with_it_and_a_thing_no_role_names_is_told() -> None:
    pour = CARDS["pour-water"].level(2)
    less = tailored(pour, ("apron", "receiver"), {"flower": thing("flower", "cut flower")})
    assert {"apron", "receiver"}.isdisjoint(r.name for r in less.roles)
    assert less.pour is None
    assert less.role("flower") is not None
    assert all(r.lies_in not in ("apron", "receiver") for r in less.roles)
    told = [c.reason.text for c in notes(pour, ("apron",), ("flower",))]
    assert told[0] == "Apron is left out: an apron is wanted for this work."
    assert told[1].startswith("Flower was added")


def test_another_kind_chosen_by_hand_stands_under_its_warning() -> None:
    role = Role(name="balls", accepts=("ball",), use="handled")
    found = match_roles(level(role), stock_of(thing("pegs", "clothes peg", id=1, count=4)), fixed={"balls": 1})
    assert found.chosen["balls"].kind == "clothes peg"
    assert found.considered["balls"][0].why[0].startswith("Another kind than the card asks for")


def test_pictures_things_and_signs_are_never_blank() -> None:
    blank = [
        f"{d.key}:{v.number} {r.name}"
        for d in CARDS.values()
        for v in d.levels
        for r in v.roles
        if set(r.accepts[:1]) & NEVER_BLANK and not (r.shows or r.subject)
    ]
    assert blank == []


def test_every_level_after_the_first_says_what_changes_in_the_showing() -> None:
    assert [f"{d.key}:{v.number}" for d in CARDS.values() for v in d.levels[1:] if not v.changes] == []
    assert [d.key for d in CARDS.values() if d.levels[0].changes] == []


def test_no_card_opens_before_what_it_follows_or_before_its_first_level_and_nothing_goes_in_a_ring() -> None:
    late = [
        (d.key, key) for d in CARDS.values() for key, n in d.follows if CARDS[key].level(n).from_months > d.from_months
    ]
    assert late == []
    assert [d.key for d in CARDS.values() if d.from_months != d.levels[0].from_months] == []
    open_, known = set(CARDS), set[str]()
    while ready := {key for key in open_ if {k for k, _ in CARDS[key].follows} <= known}:
        known, open_ = known | ready, open_ - ready
    assert open_ == set()
    gone = [(d.key, key) for d in CARDS.values() for key, _ in d.follows if CARDS[key].to_months < d.from_months]
    assert gone == []


def test_a_script_of_work_begins_with_fetching_and_ends_with_going_back() -> None:
    for design in CARDS.values():
        for each in design.levels:
            steps = script_of(design, each)
            if design.sort == "work" and (each.roles or design.how_carried(each) == "whole"):
                assert FETCHING.search(steps[0]), design.key
                assert BACK.search(steps[-1]), design.key
    assert script_of(CARDS["lullaby"], CARDS["lullaby"].level(1)) == CARDS["lullaby"].steps


def test_a_demonstration_is_the_adults_and_its_tray_is_open_to_nobody() -> None:
    design = CARDS["balloon-string"]
    who = of_age(40)
    made = make(design, design.level(1), reference(), Need(who, (who,), TODAY, {}, frozenset()))
    assert made.ready
    watched = [c for c in made.checks if "A demonstration" in c.reason.text]
    assert any("balloon" in c.reason.text for c in watched)
    assert all(c.severity != "must" for c in made.checks)


def test_the_age_on_a_box_is_a_limit_of_its_own() -> None:
    kinds = {h.kind: h for h in component_hazards(thing("gift", "cube", shape=Box(80, 80, 80), box_months=36))}
    assert kinds["box-age"].minimum_age_months == 36
    assert "box-age" not in {h.kind for h in component_hazards(thing("gift", "cube", shape=Box(80, 80, 80)))}


@pytest.mark.parametrize(
    ("text", "put"),
    [
        ("A 9 mm piece drops in.", "A 0.35 in piece drops in."),
        ("It is 300 × 200 mm.", "It is 11.8 × 7.9 in."),
        ("1.3 kg loaded; Wren carries to 809 g.", "2.9 lb loaded; Wren carries to 1.8 lb."),
        ("Holds 250 ml.", "Holds 8.5 fl oz."),
        ("Pull with 90 N.", "Pull with 20.2 lbf."),
        ("Bulk 0.85 g/ml; 3 of 5 mornings.", "Bulk 0.85 g/ml; 3 of 5 mornings."),
        ("Limit 36 months.", "Limit 36 months."),
    ],
)
def test_a_house_of_inches_reads_inches(text: str, put: str) -> None:
    assert in_inches(text) == put


@given(st.floats(0.1, 2000).map(lambda mm: round(mm, 1)))
def test_a_length_in_inches_is_the_same_length(mm: float) -> None:
    said = in_inches(f"{mm:g} mm")
    found = re.fullmatch(r"([\d.]+) in", said)
    assert found is not None
    assert float(found[1]) * 25.4 == pytest.approx(mm, abs=1.3 if mm >= 25.4 else 0.13)


@pytest.mark.parametrize(
    ("one", "other", "filled"),
    [("red", "red", True), ("red", "blue", False), ("red", "", False), ("mixed", "mixed", False)],
)
def test_things_of_one_colour_share_a_colour_that_is_said(one: str, other: str, filled: bool) -> None:
    alike = level(
        Role(name="a", accepts=("thing",), use="handled"),
        Role(name="b", accepts=("thing",), use="handled", unlike=("a",), coloured_as=("a",)),
    )
    bell = thing("bell", "shell", id=2, colours=(other,) if other else ())
    stock = stock_of(thing("block", "cube", id=1, colours=(one,)), bell)
    assert match_roles(alike, stock).complete is filled
