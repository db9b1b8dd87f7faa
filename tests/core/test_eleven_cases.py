"""Eleven shelves and what somebody who knows children does with each: the history as data, the decision beside it.

Common practice, no source.
"""

from __future__ import annotations

from dataclasses import replace
from typing import Any

import pytest

from tests.builders import TODAY, at, card, child, episode, helped, log_of, placed, state_of, tray
from zither_awl.core.judgement import State
from zither_awl.core.rotation import Change, propose_change
from zither_awl.core.values import ChangeRecord, Episode

EASY = tray("Threading: large beads", id=1, card=card("Threading: large beads", id=1))
MIDDLE = tray("Threading: small beads", id=2, card=card("Threading: small beads", id=2, follows=(1,)))
OTHER = tray("Wool", id=4, card=card("Wool", id=4))
LOVED = [episode(day) for day in range(1, 29, 2)]
FADED = [episode(day) for day in range(12, 29)]


def house(out: list[Any], resting: list[Any], visits: list[Episode], *, since: int = 29, **more: Any) -> State:
    """A house of four weeks of work cycles in which these stand and those rest."""
    standing = [placed(each, place=at_, since=at(since, 6)) for at_, each in enumerate(out)]
    past = more.pop("past", [])
    log = log_of([*out, *resting], visits, mornings=28, placements=[*standing, *past])
    return state_of([*out, *resting], standing, visits, log=log, **more)


def busy(*trays: Any) -> list[Episode]:
    """Work every day at these, so that what lies untouched lies there beside what is chosen."""
    return [episode(day, tray_id=t.id, hour=9, minute=12 * n) for day in range(1, 29) for n, t in enumerate(trays)]


OTHERS = [tray(f"Loved {n}", id=10 + n, card=card(f"Loved {n}", id=10 + n)) for n in range(3)]
STRUGGLED = [helped(day, tray_id=2, hour=10) for day in range(20, 29)]
BOTH = (child(), child("Bruno", 50, id=2))
HERS_TOO = replace(EASY, for_children=frozenset({1, 2}))
RESTED = placed(EASY, id=99, since=at(80), until=at(29))
BACK = placed(EASY, id=98, since=at(90), until=at(50))
QUICKER = [episode(day, minutes=4 if day < 8 else 9 + day % 3) for day in range(1, 29)]

CASES = [
    ("ignored: it lies there, the others do not", house([OTHER, *OTHERS], [], busy(*OTHERS)), OTHER, None, "ignored"),
    (
        "too advanced: help was needed, then nothing; the easier one is there",
        house([MIDDLE, *OTHERS], [EASY], [*STRUGGLED, *busy(*OTHERS)]),
        MIDDLE,
        EASY,
        "too hard",
    ),
    (
        "too easy: known at once, then nothing; the next one is there",
        house([EASY, *OTHERS], [MIDDLE], [*FADED, *busy(*OTHERS)]),
        EASY,
        MIDDLE,
        "faded",
    ),
    ("mastered and done with", house([EASY], [OTHER], FADED), EASY, OTHER, "faded"),
    ("mastered and loved", house([EASY], [OTHER], LOVED), None, None, ""),
    ("loved, but the harder form has come", house([EASY], [MIDDLE], LOVED), EASY, MIDDLE, "successor"),
    ("about to go, and taken again", house([EASY], [MIDDLE], [*FADED, episode(1)]), None, None, ""),
    ("loved with shorter visits: it is known by now", house([EASY], [OTHER], QUICKER), None, None, ""),
    (
        "two children, one of whom still loves it",
        house(
            [HERS_TOO], [OTHER], [*FADED, *(episode(d, child_id=2, hour=10) for d in range(1, 29, 2))], children=BOTH
        ),
        None,
        None,
        "",
    ),
    (
        "a tray in the first days of its return",
        house([EASY], [OTHER], [episode(day) for day in range(51, 80)], since=4, past=[BACK]),
        None,
        None,
        "",
    ),
]


def decided(state: State) -> Change:
    return propose_change(state, "criterion", TODAY)


@pytest.mark.parametrize(("state", "out", "in_", "why"), [pytest.param(*c[1:], id=c[0]) for c in CASES])
def test_the_decision_is_the_one_somebody_who_knows_children_makes(state: State, out: Any, in_: Any, why: str) -> None:
    swaps = decided(state).swaps
    if out is None:
        assert [s.out for s in swaps if s.out] == []
        assert decided(state).keep
        return
    assert (swaps[0].out, swaps[0].in_, swaps[0].why_out) == (out, in_, why)
    assert swaps[0].in_ is None or swaps[0].spot == state.placements[0].spot


def test_what_has_rested_is_reintroduced_in_the_place_of_what_goes() -> None:
    """The eleventh case."""
    gone = ChangeRecord(id=1, at=at(29), out=(1,), why_out=("faded",))
    faded = [replace(e, tray_id=4, id=f"w{e.id}") for e in FADED]
    state = house([OTHER], [EASY], faded, past=[RESTED], changes=(gone,))
    (swap,) = decided(state).swaps
    assert (swap.out, swap.in_) == (OTHER, EASY)
    assert "It has rested 29 days and fits Ilse now" in swap.reasons[-1].text
    early = replace(
        state,
        log=replace(
            state.log, placements=(*state.log.placements[:1], replace(RESTED, until=at(20), until_day=at(20).date()))
        ),
    )
    assert decided(early).swaps == ()
    assert "nothing that may come in" in decided(early).reasons[0].text


def test_a_loved_thing_never_leaves_for_another_s_next_step() -> None:
    """Chosen in every work cycle, its stretches halved: it stays, and its predecessor does not come in."""
    quick = [episode(day, tray_id=2, minutes=4 if day < 10 else 8) for day in range(1, 29)]
    state = house([MIDDLE], [EASY, OTHER], [*quick, *(episode(d, hour=11) for d in range(20, 28))])
    assert decided(state).swaps == ()
    assert "still loved" in decided(state).keep[0][1][0].text


def test_old_and_new_form_never_stand_together_and_the_place_is_the_predecessor_s() -> None:
    other_faded = [
        replace(e, tray_id=4, id=f"o{e.id}", began=e.began.replace(hour=10), ended=e.ended and e.ended.replace(hour=11))
        for e in FADED
    ]
    state = house([OTHER, EASY], [MIDDLE], [*LOVED, *other_faded])
    by_out = {s.out.id: s for s in decided(state).swaps if s.out}
    assert by_out[1].in_ == MIDDLE
    assert by_out[4].in_ is None


def test_every_open_tray_is_in_one_list() -> None:
    faded = [tray(f"T{n}", id=n, card=card(f"T{n}", id=n)) for n in range(20, 25)]
    visits = [episode(d, tray_id=t.id, minute=11 * (t.id - 20)) for d in range(12, 29) for t in faded]
    change = decided(house([*faded, OTHER], [], [*visits, *busy(OTHER)]))
    named = [t.id for t in change.out] + [t.id for t, _ in change.keep] + [t.id for t, _ in change.later]
    assert sorted(named) == sorted(t.id for t in (*faded, OTHER))
    assert (len(change.out), len(change.later)) == (2, 3)


def test_two_of_one_missing_area_are_not_let_in_together() -> None:
    art = [tray(f"Art {n}", id=30 + n, card=card(f"Art {n}", id=30 + n, area="art")) for n in range(2)]
    music = tray("Bells", id=40, card=card("Bells", id=40, area="music"))
    let_in = [s.in_ for s in decided(house([OTHER], [*art, music], busy(OTHER))).let_in]
    assert [t.card.area for t in let_in if t] == ["art", "music"]


@pytest.mark.parametrize(("wish", "more"), [("an aim", {"aims": "five"}), ("a passion", {"passions": ("beads",)})])
def test_an_aim_and_a_passion_come_before_what_is_merely_new(wish: str, more: dict[str, Any]) -> None:
    from zither_awl.core.wishes import Aim

    new = tray("Maps", id=50, card=card("Maps", id=50, from_months=6))
    wished = tray("Five beads", id=51, card=card("Counting five", id=51))
    who = child(passions=more.get("passions", ()))
    aims = (Aim(id=1, words=more["aims"], from_day=TODAY),) if "aims" in more else ()
    state = house([OTHER], [new, wished], busy(OTHER), children=(who,), aims=aims)
    first = decided(state).let_in[0]
    assert first.in_ == wished
    assert ("aim of these weeks" if "aims" in more else "loves this now") in first.reasons[-1].text


def test_what_nobody_marked_as_shown_is_named_with_who_it_waits_for() -> None:
    state = house([OTHER], [], [])
    unmarked = replace(state, log=replace(state.log, presentations=()))
    assert [(c.name, t.name) for c, t in decided(unmarked).unmarked] == [("Ilse", "Wool")]
    assert "never marked as shown to Ilse" in decided(unmarked).keep[0][1][0].text


def test_the_weekly_look_says_its_day() -> None:
    from zither_awl.core.practice import Practice

    state = house([EASY], [OTHER], FADED)
    assert str(decided(state).look_on) == "2026-03-22"
    daily = replace(state, practice=Practice(look="daily"))
    assert decided(daily).look_on == TODAY
