"""What runs out and by when to buy it, with scipy as judge; which bin is full and what should leave it."""

from __future__ import annotations

from datetime import timedelta

import pytest
from scipy.stats import chi2

from tests.builders import TODAY, child, episode, log_of, tray
from tests.core.cupboards import thing
from zither_awl.core.stock import full_bins, leaving, poisson_range, restock
from zither_awl.core.values import Bin, Card, Content, Log

PAPER = thing("paper", "paper", id=1, count=40, per_use=4)
SNIPPING = tray("Snipping", contents=(Content(component=PAPER, role="strips", count=4),))


@pytest.mark.parametrize("count", [4, 7, 12, 20, 45])
def test_the_range_of_a_count_agrees_with_the_exact_one(count: int) -> None:
    low, high = poisson_range(count)
    # Garwood 1936: the exact range, by chi squared quantiles.
    assert low == pytest.approx(chi2.ppf(0.05, 2 * count) / 2, rel=0.02)
    assert high == pytest.approx(chi2.ppf(0.95, 2 * count + 2) / 2, rel=0.01)


def test_a_consumable_lasts_as_long_as_its_use_says() -> None:
    used = [episode(n) for n in range(20, 0, -2)]
    (line,) = restock(log_of([SNIPPING], used), [PAPER], [SNIPPING], TODAY)
    assert (line.uses, line.left, line.unit) == (10, 40, "pieces")
    assert line.per_day == pytest.approx(10 * 4 / 20)
    assert line.days_left == pytest.approx(20)
    assert line.days_range is not None
    assert line.days_range[0] < 20 < line.days_range[1]
    assert line.buy_by == TODAY + timedelta(days=int(line.days_range[0]) - 3)
    assert len(line.reason.evidence) == 10


def test_without_use_nothing_is_foretold_and_a_struck_or_old_use_does_not_count() -> None:
    log = log_of([SNIPPING], [episode(40), episode(3, struck=True)])
    (line,) = restock(log, [PAPER], [SNIPPING], TODAY)
    assert (line.uses, line.days_left, line.buy_by) == (0, None, None)
    assert "too early to foretell" in line.reason.text


def test_what_is_not_used_up_is_no_consumable_and_the_soonest_comes_first() -> None:
    rice = thing("rice", "rice", id=2, stock_ml=100, per_use=50)
    both = tray("Both", contents=(*SNIPPING.contents, Content(component=rice, role="filling", ml=50)))
    lines = restock(
        log_of([both], [episode(n) for n in (5, 4, 3, 2, 1)]), [PAPER, rice, thing("jug", "jug")], [both], TODAY
    )
    assert [line.component.name for line in lines] == ["rice", "paper"]
    assert lines[0].unit == "ml"


def test_a_thing_that_lies_on_no_tray_is_never_used() -> None:
    (line,) = restock(Log(), [PAPER], [], TODAY)
    assert line.days_left is None


def card(to_months: int, key: int) -> Card:
    """A card that ends at an age."""
    return Card(id=key, name=f"to {to_months}", area="sensorial", from_months=6, to_months=to_months)


def test_of_a_full_bin_the_longest_outgrown_leaves_first_and_what_the_baby_grows_into_stays() -> None:
    big, small = child("Anselm", 54), child("Wren", 31, id=2)
    rattle = tray("Rattle", id=1, card=card(12, 1), bin_id=1)
    rings = tray("Rings", id=2, card=card(24, 2), bin_id=1)
    puzzle = tray("Puzzle", id=3, card=card(36, 3), bin_id=1)
    (full,) = full_bins([Bin(id=1, name="Bin 1", most=3)], [puzzle, rings, rattle], [], [big, small], TODAY)
    assert full.holds == 3
    assert [t.name for t, _ in full.leave] == ["Rattle", "Rings"]
    assert full.leave[0][1].numbers[0].value == 31 - 12
    assert "Anselm and Wren have outgrown it" in full.leave[0][1].text


def test_a_bin_below_its_cap_or_without_one_is_not_full_and_loose_things_count() -> None:
    puzzle = tray("Puzzle", card=card(36, 3), bin_id=1)
    loose = thing("jug", "jug", bin_id=1)
    assert full_bins([Bin(id=1, name="Bin 1", most=3)], [puzzle], [loose], [child()], TODAY) == ()
    assert full_bins([Bin(id=1, name="Bin 1")], [puzzle], [loose], [child()], TODAY) == ()
    assert len(full_bins([Bin(id=1, name="Bin 1", most=2)], [puzzle], [loose], [child()], TODAY)) == 1


def test_with_no_children_nothing_is_outgrown() -> None:
    assert leaving([tray("Puzzle", card=card(12, 3))], [], TODAY) == ()
