"""A theme planned for a house: its laws, on random houses; and what it says of what it left out."""

from __future__ import annotations

from dataclasses import replace
from datetime import timedelta
from functools import cache
from random import Random

import pytest

from tests.builders import TODAY, card, child, placed, tray, unit
from tests.core.shelves import Size, problem, with_standing
from zither_awl.core.shelf import TrayFit, check_shelf
from zither_awl.core.shelf.ask import ALWAYS_OUT
from zither_awl.core.shelf.problem import ShelfProblem
from zither_awl.core.things.shapes import Sphere
from zither_awl.core.values import Placement, Tray
from zither_awl.core.weeks.plan import ThemeAsk, ThemePlan, plan_theme

SMALL = Size(2, ((2, 4),), 40)


def theme_ask(seed: int, size: Size = SMALL, days: int = 14) -> ThemeAsk:
    """A theme that a third of the trays of a made-up house carry, some of them still to be made or bought."""
    rng = Random(seed)
    shelf = with_standing(problem(seed, size), 2, seed)
    carried = rng.sample([t.id for t in shelf.trays], len(shelf.trays) // 3)
    loved = {t for (_, t), fit in shelf.fits.items() if fit.loved}
    return ThemeAsk(
        shelf=shelf,
        first=TODAY + timedelta(days=7),
        strength={t: rng.choice((1, 2)) for t in carried},
        minutes=tuple(rng.choice((0, 15, 30)) for _ in range(days)),
        changes=tuple(rng.choice((0, 2, 2)) for _ in range(days)),
        before=rng.choice((0, 60, 140)),
        stays=frozenset(loved),
        ready={t: TODAY + timedelta(days=rng.randint(1, 14)) for t in carried if t % 4 == 0},
        make_min={t: rng.choice((10, 45, 70)) for t in carried if t % 3 == 0},
        daily_min={t: 5 for t in carried if t % 5 == 0},
    )


@cache
def planned(seed: int) -> tuple[ThemeAsk, ThemePlan]:
    """A theme and its plan."""
    ask = theme_ask(seed)
    return ask, plan_theme(ask)


SEEDS = pytest.mark.parametrize("seed", range(40))


def after(ask: ThemeAsk, plan: ThemePlan, days: int) -> tuple[Placement, ...]:
    """What stands on a day of the theme, by its plan."""
    day = ask.first + timedelta(days=days)
    come = [c for c in plan.comes if c.spot is not None and c.day <= day]
    gone = {c.out.id for c in come if c.out is not None}
    left = [p for p in ask.shelf.standing if p.tray.id not in gone]
    return (*left, *(Placement(id=-1, tray=c.tray, spot=c.spot, by_hand=c.by_hand) for c in come if c.spot))


@SEEDS
def test_no_day_of_a_theme_breaks_a_rule_of_the_shelf_that_was_not_broken_before(seed: int) -> None:
    ask, plan = planned(seed)
    shelf = ask.shelf

    def musts(standing: tuple[Placement, ...]) -> set[object]:
        found = check_shelf(standing, shelf.units, shelf.children, shelf.on, practice=shelf.practice)
        return {f.key for f in found if f.severity != "note"}

    before = musts(shelf.standing)
    for day in range(len(ask.minutes)):
        assert musts(after(ask, plan, day)) <= before, f"day {day}"


@SEEDS
def test_nothing_that_stays_leaves_and_of_what_is_always_out_something_is_left(seed: int) -> None:
    ask, plan = planned(seed)
    gone = {c.out.id for c in plan.comes if c.out is not None}
    assert not gone & ask.stays
    last = after(ask, plan, len(ask.minutes) - 1)
    for tag in ALWAYS_OUT:
        if any(tag in p.tray.tags for p in ask.shelf.standing):
            assert any(tag in p.tray.tags for p in last), tag


@SEEDS
def test_what_comes_was_ready_made_and_changed_gently(seed: int) -> None:
    ask, plan = planned(seed)
    moves = [c for c in plan.comes if c.spot is not None]
    for day, most in enumerate(ask.changes):
        assert sum(c.day == ask.first + timedelta(days=day) for c in moves) <= most
    for each in moves:
        assert each.day >= ask.ready.get(each.tray.id, ask.first)
        # Made by the evening before it comes, with the minutes there were until then.
        days = (each.day - ask.first).days
        due = sum(ask.make_min.get(c.tray.id, 0) for c in moves if c.day <= each.day)
        assert due <= ask.before + sum(ask.minutes[:days])
    assert len({c.spot for c in moves}) == len(moves)


def test_most_of_them_bring_something_and_what_is_left_out_says_why() -> None:
    plans = [planned(seed)[1] for seed in range(40)]
    assert sum(len(p.comes) > 2 for p in plans) > 25
    assert all(reason.text for p in plans for _, reason in p.left)
    assert all(p.proven or p.gap < 0.2 for p in plans)


def test_the_same_question_gives_the_same_plan() -> None:
    ask, plan = planned(3)
    assert plan_theme(ask) == plan


def _house(*standing: Placement, resting: tuple[Tray, ...] = (), fits: dict[int, int] | None = None) -> ShelfProblem:
    trays = (*(p.tray for p in standing), *resting)
    return ShelfProblem(
        units=(unit(),),
        children=(child(),),
        trays=trays,
        on=TODAY,
        standing=standing,
        changes=2,
        fits={(1, t.id): TrayFit((fits or {}).get(t.id, 60), False, ()) for t in trays},
    )


def _ask(shelf: ShelfProblem, **more: object) -> ThemeAsk:
    kept: dict[str, object] = {
        "shelf": shelf,
        "first": TODAY,
        "strength": {9: 2},
        "minutes": (30,) * 4,
        "changes": (2,) * 4,
        **more,
    }
    return ThemeAsk(**kept)  # type: ignore[arg-type]


WOOL = tray("Carding wool", id=9)


def test_it_takes_a_free_place_rather_than_send_anything_away() -> None:
    plan = plan_theme(_ask(_house(placed(tray("Drum", id=1)), resting=(WOOL,))))
    assert [(c.tray.name, c.day, c.out) for c in plan.comes] == [("Carding wool", TODAY, None)]


def test_where_everything_is_loved_it_stays_out_and_says_so() -> None:
    numbers = [n for n in range(1, 14) if n != 9]
    full = [placed(tray(f"Loved {n}", id=n), board=at // 4, place=at % 4) for at, n in enumerate(numbers)]
    shelf = _house(*full, resting=(WOOL,))
    plan = plan_theme(_ask(shelf, stays=frozenset(numbers)))
    assert plan.comes == ()
    assert "loved, or always out" in plan.left[0][1].text


def test_two_forms_of_one_thing_take_turns_and_the_one_left_out_names_the_other() -> None:
    first = tray("Wool, by hand", id=9)
    second = tray("Wool, with a tool", id=10, card=card("Tool", id=10, follows=(9,)))
    shelf = _house(placed(tray("Drum", id=1)), resting=(first, second), fits={9: 60, 10: 80})
    plan = plan_theme(_ask(shelf, strength={9: 2, 10: 2}))
    assert [c.tray.id for c in plan.comes] == [10]
    assert "Wool, with a tool comes in its stead" in plan.left[0][1].text


def test_a_hazard_for_another_child_is_kept_away_and_brought() -> None:
    small = child("Tove", 13, id=2, still_mouths=True)
    beads = tray("Wool with beads", id=9, piece=Sphere(12.0), pieces=8)
    shelf = replace(_house(placed(tray("Drum", id=1)), resting=(beads,)), children=(child(), small))
    open_ = plan_theme(_ask(shelf))
    assert [c.by_hand for c in open_.comes] == [True]
    assert any("Tove" in r.text for r in open_.comes[0].reasons)


def test_too_long_to_make_or_too_late_is_said_with_its_number() -> None:
    shelf = _house(placed(tray("Drum", id=1)), resting=(WOOL,))
    long = plan_theme(_ask(shelf, make_min={9: 500}))
    assert "takes 500 minutes to make; there are 120 until then" in long.left[0][1].text
    late = plan_theme(_ask(shelf, ready={9: TODAY + timedelta(days=9)}))
    assert "at the earliest, after the last change" in late.left[0][1].text
