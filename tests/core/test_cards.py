"""The cards that ship: each whole, each makeable, and fourteen ladders of the trade rising by one notch at a time."""

from __future__ import annotations

import re
from collections import Counter
from difflib import SequenceMatcher
from functools import cache
from itertools import combinations, pairwise

import pytest

from tests.core.chains import CHAINS, SUBJECTS, Rung
from tests.core.cupboards import reference
from tests.test_promises import ROOT
from zither_awl.catalogue import design_of, read_cards, shipped_cards
from zither_awl.catalogue.loader import check_links, written_design
from zither_awl.core.difficulty import Difficulty, dominates, falls, rises
from zither_awl.core.errors import InvalidValue
from zither_awl.core.trays import Design, Packing, match_roles
from zither_awl.core.trays.cautions import cautions
from zither_awl.core.trays.complete import missing
from zither_awl.core.trays.makeable import choose_container
from zither_awl.core.values import AREAS

CARDS = {design.key: design for design in shipped_cards()}
LARGER_JUMPS = {
    ("tongs:4", "tweezers:1"),
    ("dots-objects:1", "dots-match:1"),
    ("name-pictures:1", "first-sound:1"),
    ("jars:2", "bolts:1"),
    ("insets:1", "insets:2"),
    ("sew-card:2", "sew-cloth:1"),
}
"""Every step of more than one notch; docs/cards.md says why for each."""


@cache
def vector(rung: Rung) -> Difficulty:
    """The vector of a rung, from what lies on the tray the reference cupboard makes of it."""
    design = CARDS[rung[0]]
    level = design.level(rung[1])
    matches = match_roles(level, reference())
    made, _, _ = choose_container(design, level, matches, reference())
    return made.difficulty


def test_there_are_at_least_250_cards_in_every_area_from_birth_to_6_years() -> None:
    assert len(CARDS) >= 250
    areas = Counter(design.area for design in CARDS.values())
    assert set(areas) == set(AREAS)
    assert min(areas.values()) >= 8
    assert min(areas[area] for area in ("history", "zoology", "music")) >= 10
    assert sum(design.from_months >= 48 for design in CARDS.values()) >= 45
    assert sum(design.from_months < 3 for design in CARDS.values()) >= 6
    for months in range(0, 73, 3):
        inside = [d for d in CARDS.values() if d.from_months <= months <= d.to_months]
        assert len(inside) >= 3, months


@pytest.mark.parametrize("subject", SUBJECTS)
def test_every_subject_of_the_trade_has_its_cards(subject: str) -> None:
    assert set(SUBJECTS[subject]) <= set(CARDS)


@pytest.mark.parametrize("design", CARDS.values(), ids=lambda design: design.key)
def test_a_card_is_whole(design: Design) -> None:
    assert len(design.steps) >= 5
    assert design.interest
    assert design.control
    assert len(design.prepares) >= 1
    assert len(design.words) >= 3
    assert all(word and other for word, other in design.words)
    assert design.cost
    asked = max((SUPERVISION.index(hazard.supervision) for hazard in cautions(design)), default=0)
    assert SUPERVISION.index(design.supervision) >= asked
    assert len(design.levels) >= 2 or design.one_level_because
    assert design.clean_up or not {"wet", "messy", "loose"} & set(design.nature)
    assert all(level.expects and level.not_yet for level in design.levels)
    months = [level.from_months for level in design.levels]
    assert months == sorted(months)
    assert design.from_months <= months[0] <= months[-1] <= design.to_months


SUPERVISION = ("none", "near", "touch", "never")
MID_SENTENCE = re.compile(r"(?<=[a-z,;] )[A-Z][a-z]+")


@pytest.mark.parametrize("design", CARDS.values(), ids=lambda design: design.key)
def test_a_card_names_no_person_and_no_brand(design: Design) -> None:
    texts = [design.name, design.aim, design.control, design.clean_up, design.morning, *design.prepares]
    texts += [*design.interest, *design.steps, *(v.expects + " " + v.not_yet for v in design.levels)]
    assert not [found for text in texts for found in MID_SENTENCE.findall(text)]


@pytest.mark.parametrize(
    ("design", "number"),
    [pytest.param(d, v.number, id=f"{d.key}:{v.number}") for d in CARDS.values() for v in d.levels],
)
def test_every_level_can_be_made_complete_from_the_reference_cupboard(design: Design, number: int) -> None:
    level = design.level(number)
    matches = match_roles(level, reference())
    assert matches.unfilled == ()
    assert missing(design, level, matches.chosen.keys()) == ()
    made, container, _ = choose_container(design, level, matches, reference())
    if level.container:
        assert container is not None
        assert isinstance(made.packing, Packing)


def test_a_level_changes_one_difficulty_and_the_few_that_change_two_are_listed() -> None:
    more = {}
    steps = 0
    for design in CARDS.values():
        vectors = [vector((design.key, level.number)) for level in design.levels]
        for number, (a, b) in enumerate(pairwise(vectors), start=2):
            steps += 1
            assert rises(a, b), f"{design.key}:{number} has nothing new"
            if len(rises(a, b)) > 1:
                more[f"{design.key}:{number}"] = ", ".join(rises(a, b))
    print(f"{len(more)} of {steps} levels change more than one difficulty: {more}")
    assert len(more) <= 0.05 * steps


def test_no_two_scripts_are_more_than_60_per_cent_alike() -> None:
    """Word by word for every pair; letter by letter, which takes longer, for those that share some of their words."""
    scripts = {key: " ".join(design.steps).lower() for key, design in CARDS.items()}
    words = {key: re.findall(r"\w+", script) for key, script in scripts.items()}
    near = 0
    counts = {key: Counter(each) for key, each in words.items()}
    for a, b in combinations(scripts, 2):
        # No ratio is over this: twice the words both have, of all. Most pairs need no closer look.
        short, long = sorted((counts[a], counts[b]), key=len)
        both = sum(min(number, long[word]) for word, number in short.items() if word in long)
        if 2 * both <= 0.2 * (len(words[a]) + len(words[b])):
            continue
        matcher = SequenceMatcher(None, words[a], words[b], autojunk=False)
        if matcher.ratio() > 0.2:
            near += 1
            assert matcher.ratio() <= 0.6, (a, b)
            assert SequenceMatcher(None, scripts[a], scripts[b], autojunk=False).ratio() <= 0.6, (a, b)
    assert near


@pytest.mark.parametrize("name", CHAINS)
def test_a_ladder_rises_by_one_notch_in_four_steps_of_five(name: str) -> None:
    vectors = [(f"{key}:{number}", vector((key, number))) for key, number in CHAINS[name]]
    larger = []
    for (before, a), (after, b) in pairwise(vectors):
        assert rises(a, b), f"{after} has nothing new after {before}"
        if sum(rises(a, b).values()) > 1:
            larger.append((before, after))
    assert len(larger) <= 0.2 * (len(vectors) - 1)
    assert set(larger) <= LARGER_JUMPS


@pytest.mark.parametrize("name", CHAINS)
def test_what_falls_is_listed_and_never_everything(name: str) -> None:
    for (before, a), (after, b) in pairwise([(rung, vector(rung)) for rung in CHAINS[name]]):
        lower = falls(a, b)
        if lower:
            said = ", ".join(f"{dimension} {notches}" for dimension, notches in lower.items())
            print(f"{before[0]}:{before[1]} -> {after[0]}:{after[1]} falls: {said}")
        assert len(lower) < sum(step > 0 for _, step in a.items())


def test_the_docs_name_every_larger_jump() -> None:
    page = (ROOT / "docs/cards.md").read_text()
    for before, after in LARGER_JUMPS:
        assert f"| {before} → {after} |" in page


@pytest.mark.parametrize("name", CHAINS)
def test_no_later_rung_is_dominated_by_an_earlier_one(name: str) -> None:
    vectors = [(rung, vector(rung)) for rung in CHAINS[name]]
    for (earlier, a), (later, b) in combinations(vectors, 2):
        assert not dominates(a, b), (earlier, later)


@pytest.mark.parametrize("name", CHAINS)
def test_a_ladder_of_the_trade_uses_what_the_cards_say_comes_before(name: str) -> None:
    for before, after in pairwise(CHAINS[name]):
        if before[0] == after[0]:
            assert after[1] == before[1] + 1
            assert CARDS[after[0]].before(after[1]) == (before,)


def test_a_card_file_that_is_wrong_names_the_card_and_the_field() -> None:
    text = (
        '[[card]]\nkey = "x"\nname = "X"\nmonths = [12, 24]\naim = "a"\nprepares = []\ncontrol = "c"\ninterest = []\n'
    )
    with pytest.raises(InvalidValue) as caught:
        read_cards(text + 'steps = []\nroles = []\ncolour = "red"\nlevels = []\n', area="art", name="art.toml")
    assert "art.toml x: colour" in [p.field for p in caught.value.problems]
    with pytest.raises(InvalidValue, match="cannot be read"):
        read_cards("[[card", name="art.toml")


def test_a_role_nothing_can_fill_and_a_link_to_no_role_are_refused() -> None:
    base = {
        "key": "x",
        "name": "X",
        "area": "art",
        "months": [12, 24],
        "aim": "a",
        "prepares": [],
        "control": "c",
        "interest": [],
        "steps": [],
        "roles": [{"name": "r", "accepts": ["unicorn"]}],
        "levels": [{"name": "n", "months": 12, "moves": 1, "expects": "e", "not_yet": "n"}],
    }
    with pytest.raises(InvalidValue, match="unicorn"):
        design_of(base)
    with pytest.raises(InvalidValue, match="no other role"):
        design_of({**base, "roles": [{"name": "r", "accepts": ["jug"], "lies_in": "bowl"}]})
    with pytest.raises(InvalidValue, match="which is no role"):
        design_of({**base, "roles": [], "levels": [{**base["levels"][0], "without": ["r"]}]})  # type: ignore[dict-item]


def test_following_a_card_nobody_wrote_is_refused() -> None:
    design = design_of({**written_design(_data("tongs")), "follows": ["nothing:1"]})
    with pytest.raises(InvalidValue, match="nobody wrote"):
        check_links([design])
    with pytest.raises(InvalidValue, match="two cards"):
        check_links([CARDS["fold"], CARDS["fold"]])


def _data(key: str) -> dict[str, object]:
    from zither_awl.formats.card_table import card_rows, read_card

    return read_card(card_rows(CARDS[key]))[0]
