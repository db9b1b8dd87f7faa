"""What goes out, what comes in, and why; and what no change may ever bring."""

from __future__ import annotations

from dataclasses import replace
from typing import Any

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from tests.builders import BEADS, TODAY, at, card, child, episode, log_of, morning, placed, shown, state_of, tray, unit
from zither_awl.core.judgement import Judgements, State
from zither_awl.core.practice import Practice
from zither_awl.core.rotation import Change, after_swaps, explain_not, propose_change
from zither_awl.core.rotation.leaving import leavings
from zither_awl.core.shelf import Scene, check_shelf
from zither_awl.core.things.shapes import Sphere
from zither_awl.core.values import ChangeRecord, Declined, Episode, Log, Mobility, Placement, Work

FOLDING = tray("Folding: one line", id=1, card=card("Folding: one line", id=1))
TWO_LINES = tray("Folding: two lines", id=2, card=card("Folding: two lines", id=2, follows=(1,)))
POURING = tray("Pouring", id=3, card=card("Pouring", id=3))
OTHER = tray("Wool", id=4, card=card("Wool", id=4, area="sensorial"))
ONCE_LOVED = [episode(n) for n in range(12, 29)]
LOVED = [episode(n) for n in range(1, 29, 2)]


def propose(state: State) -> Change:
    return propose_change(state, "criterion", TODAY)


def test_what_is_mastered_and_faded_leaves_and_its_next_rung_takes_its_place() -> None:
    """ROT-3 and ROT-4: common practice, no source."""
    change = propose(state_of([FOLDING, TWO_LINES], [placed(FOLDING)], ONCE_LOVED))
    (swap,) = change.swaps
    assert (swap.out, swap.in_, swap.why_out) == (FOLDING, TWO_LINES, "faded")
    assert swap.spot == placed(FOLDING).spot
    assert [r.rule for r in swap.reasons] == ["ROT-3", "ROT-6"]
    assert all(e.startswith("episode:") for e in swap.reasons[0].evidence)


def test_what_is_mastered_and_still_loved_stays_unless_its_next_rung_is_ready() -> None:
    alone = propose(state_of([FOLDING], [placed(FOLDING)], LOVED))
    assert alone.swaps == ()
    assert "still loved" in alone.keep[0][1][0].text
    (swap,) = propose(state_of([FOLDING, TWO_LINES], [placed(FOLDING)], LOVED)).swaps
    assert (swap.in_, swap.why_out) == (TWO_LINES, "successor")


def test_what_is_still_loved_leaves_for_its_own_successor_only() -> None:
    beads = replace(TWO_LINES, piece=BEADS)
    family = (child(), child("Tove", 13, id=2, mobility=Mobility.PULLS_UP, still_mouths=True))
    change = propose(state_of([FOLDING, beads, POURING], [placed(FOLDING)], LOVED, children=family))
    assert change.swaps == ()


@pytest.mark.parametrize(
    ("taken", "stays"),
    [
        pytest.param([1], True, id="taken again yesterday"),
        pytest.param([3], True, id="taken again three work cycles ago"),
        pytest.param([4], False, id="that was four work cycles ago"),
        pytest.param([], False, id="not taken again"),
    ],
)
def test_what_was_about_to_go_stays_when_it_is_taken_again(taken: list[int], stays: bool) -> None:
    """ROT-5: common practice, no source; the three mornings are ours."""
    visits = [*ONCE_LOVED, *(episode(n) for n in taken)]
    change = propose(state_of([FOLDING, TWO_LINES], [placed(FOLDING)], visits))
    assert (change.swaps == ()) is stays
    told = " ".join(r.text for r in explain_not(FOLDING, state_of([FOLDING], [placed(FOLDING)], visits), TODAY))
    assert ("took it again" in told) is stays


def test_a_next_rung_outside_its_window_is_not_ready() -> None:
    late = replace(TWO_LINES, card=replace(TWO_LINES.card, from_months=60))
    assert propose(state_of([FOLDING, late], [placed(FOLDING)], LOVED)).swaps == ()


def test_work_not_mastered_yet_stays() -> None:
    change = propose(state_of([FOLDING], [placed(FOLDING)], [episode(n, work=Work.MISTAKE) for n in range(1, 20)]))
    assert change.swaps == ()
    assert "is at it" in change.keep[0][1][0].text


def ignored(visits: list[Episode], *, mornings: int = 30, **more: Any) -> State:
    """Pouring lies untouched while three other trays are chosen every morning."""
    others = [tray(f"Other {n}", id=10 + n, card=card(f"Other {n}", id=10 + n)) for n in range(3)]
    chosen = [
        episode(d, tray_id=t.id, hour=9, minute=15 * n) for d in range(1, mornings + 1) for n, t in enumerate(others)
    ]
    out = [placed(POURING), *(placed(t, place=1 + n) for n, t in enumerate(others))]
    return state_of(
        [POURING, *others],
        out,
        [*visits, *chosen],
        log=log_of(
            [p.tray for p in out],
            [*visits, *chosen],
            mornings=mornings,
            placements=[replace(p, since=at(400)) for p in out],
        ),
        **more,
    )


def verdict_on(state: State, of: Placement) -> Any:
    return leavings(of, Judgements(state, TODAY))[0]


def test_untouched_for_longer_than_its_own_record_makes_likely_it_leaves() -> None:
    often = [episode(n, tray_id=3, hour=10, work=Work.MISTAKE) for n in range(7, 25)]
    verdict = verdict_on(ignored(often), placed(POURING))
    assert verdict.goes
    assert "for 6 work cycles" in verdict.reason.text


def test_where_its_record_could_explain_it_the_remedy_comes_first_and_then_six_cycles_more() -> None:
    """ROT-9 before ROT-3: show it again, then six more work cycles; common practice, no source."""

    def verdict(shown_again_days_ago: int | None) -> Any:
        idle = ignored([], mornings=9)
        if shown_again_days_ago is not None:
            again = replace(shown(3), at=at(shown_again_days_ago, 8), again=True)
            idle = replace(idle, log=replace(idle.log, presentations=(*idle.log.presentations, again)))
        return verdict_on(idle, placed(POURING))

    dull = replace(ignored([], mornings=9), practice=Practice(fresh_rate=(1.0, 39.0)))
    assert (verdict_on(dull, placed(POURING)).goes, verdict_on(dull, placed(POURING)).remedy) == (False, True)
    assert verdict(6).goes


def test_untouched_beyond_luck_it_leaves_and_says_which_is_likelier() -> None:
    unfinished = [episode(n, tray_id=3, hour=10, work=Work.UNFINISHED) for n in range(15, 31)]
    verdict = verdict_on(ignored(unfinished), placed(POURING))
    assert (verdict.goes, verdict.why) == (True, "too hard")
    cannot_tell = verdict_on(ignored([]), placed(POURING))
    assert cannot_tell.why == "ignored"
    known = verdict_on(ignored([episode(n, tray_id=3, hour=10) for n in range(15, 31)]), placed(POURING))
    assert known.why in ("too easy", "faded")


def test_too_hard_when_what_it_follows_from_is_not_mastered() -> None:
    state = ignored([])
    harder = replace(POURING, card=replace(POURING.card, follows=(99,)))
    out = tuple(replace(p, tray=harder) if p.tray.id == 3 else p for p in state.placements)
    assert (
        verdict_on(replace(state, placements=out, trays=(harder, *state.trays[1:])), placed(harder)).why == "too hard"
    )


def test_at_most_two_change_at_once() -> None:
    """ROT-2: common practice, no source."""
    faded = [tray(f"T{n}", id=n, card=card(f"T{n}", id=n)) for n in range(1, 5)]
    visits = [episode(d, tray_id=t.id, minute=12 * t.id) for d in range(12, 29) for t in faded]
    change = propose(state_of(faded, [placed(t, place=t.id - 1) for t in faded], visits))
    assert len(change.swaps) == 2


def test_a_tray_goes_only_if_the_rule_holds_for_every_child_it_is_for() -> None:
    shared = replace(FOLDING, for_children=frozenset({1, 2}))
    hers = [episode(n, child_id=2, hour=10) for n in range(1, 29, 2)]
    both = (child(), child("Bruno", 50, id=2))
    change = propose(state_of([shared], [placed(shared)], [*ONCE_LOVED, *hers], children=both))
    assert change.swaps == ()
    assert [r.text.split(",")[0] for r in change.keep[0][1]] == [
        "Mastered",
        "Mastered and still loved by Bruno: it stays.",
    ]


def test_what_comes_in_is_for_a_child_who_loses_something() -> None:
    for_another = replace(TWO_LINES, for_children=frozenset({2}))
    both = (child(), child("Bruno", 50, id=2))
    same_area = replace(OTHER, card=replace(OTHER.card, area="practical life"))
    (swap,) = propose(state_of([FOLDING, for_another, same_area], [placed(FOLDING)], ONCE_LOVED, children=both)).swaps
    assert swap.in_ == same_area


def test_something_always_out_is_not_taken_without_another_of_its_kind() -> None:
    """ROT-7: common practice, no source."""
    blocks = replace(FOLDING, tags=("open-ended",))
    assert propose(state_of([blocks, OTHER], [placed(blocks)], ONCE_LOVED)).swaps == ()
    more = replace(TWO_LINES, tags=("open-ended",))
    assert len(propose(state_of([blocks, more], [placed(blocks)], ONCE_LOVED)).swaps) == 1


def test_after_an_accepted_change_none_is_proposed_for_three_work_cycles_or_a_week() -> None:
    def after(days: int, **more: Any) -> Change:
        record = ChangeRecord(id=1, at=at(days, 6))
        return propose(state_of([FOLDING, TWO_LINES], [placed(FOLDING)], ONCE_LOVED, changes=(record,), **more))

    assert after(2).swaps == ()
    assert "The last change was 2 work cycles ago" in after(2).reasons[0].text
    assert [t.name for t, _ in after(2).later] == ["Folding: one line"]
    assert len(after(3).swaps) == 1
    away = log_of([FOLDING], ONCE_LOVED, placements=[placed(FOLDING, since=at(400))])
    away = replace(away, mornings=tuple(m for m in away.mornings if (TODAY - m.day).days > 8))
    assert after(6, log=away).swaps == ()
    assert len(after(7, log=away).swaps) == 1


@pytest.mark.parametrize(("days", "asked_again"), [(2, False), (3, True)])
def test_what_was_declined_is_asked_again_after_three_work_cycles(days: int, asked_again: bool) -> None:
    kept = Declined(at=at(days, 6), out=(1,), note="she still talks of it")
    state = state_of([FOLDING, TWO_LINES], [placed(FOLDING)], ONCE_LOVED, declined=(kept,))
    assert bool(propose(state).swaps) is asked_again
    told = " ".join(r.text for r in explain_not(FOLDING, state, TODAY))
    assert ("You kept it" in told) is not asked_again


def rested(days: int, why: str, **more: Any) -> list[str]:
    """Why a tray that left so many days ago does not come in; empty when it may."""
    past = placed(POURING, since=at(200), until=at(days))
    log = Log(mornings=(morning(100), morning(1)), placements=(past,))
    changes = (ChangeRecord(id=1, at=at(days), out=(3,), why_out=(why,)),)
    state = state_of([POURING], [], [], log=log, changes=changes, **more)
    reasons = explain_not(POURING, state, TODAY)
    return [r.text for r in reasons if "look again" in r.text]


def test_rest_is_four_weeks_and_six_for_what_was_too_hard() -> None:
    """ROT-6 and ROT-8: common practice, no source (28 and 42 days)."""
    assert rested(27, "faded") == ["It has rested 27 of 28 days; look again for Ilse then."]
    assert rested(28, "faded") == []
    assert rested(41, "too hard") == ["It has rested 41 of 42 days; look again for Ilse then."]
    assert rested(42, "too hard") == []


def test_rest_and_pauses_are_the_household_s_own() -> None:
    assert rested(20, "faded", practice=Practice(rest_days=20)) == []
    assert rested(20, "faded", practice=Practice(rest_days=60)) != []


def test_a_tray_that_stood_for_no_work_cycle_has_not_left_and_need_not_rest() -> None:
    minute = placed(POURING, since=at(3, 14), until=at(3, 15))
    log = Log(mornings=(morning(9), morning(1)), placements=(minute,))
    assert propose(state_of([POURING], [], [], log=log)).let_in[0].in_ == POURING


def test_an_empty_house_is_told_to_begin_with_few() -> None:
    change = propose(state_of([], [], [], log=Log()))
    assert (change.swaps, change.let_in) == ((), ())
    assert change.reasons[0].rule == "ROOM-8"


def test_a_nearly_empty_shelf_may_take_one_or_two_and_says_how_many_are_out() -> None:
    change = propose(state_of([FOLDING, POURING, OTHER], [], [], log=Log()))
    assert len(change.let_in) == 2
    assert all(s.out is None for s in change.let_in)
    assert "0 trays out for Ilse; at this age up to 12" in change.let_in[0].reasons[0].text


def test_nothing_should_change_yet_says_what_will_be_known_after_which_morning() -> None:
    seen = [episode(n, tray_id=3) for n in (1, 2, 3)]
    change = propose(state_of([POURING], [placed(POURING)], seen, log=log_of([POURING], seen, mornings=3)))
    assert change.swaps == ()
    assert "After 7 more work cycles it can be told how Ilse takes Pouring" in change.reasons[-1].text


def test_an_open_hazard_goes_by_hand_with_the_change() -> None:
    beads = replace(POURING, piece=BEADS)
    family = (child(), child("Tove", 13, id=2, mobility=Mobility.PULLS_UP, still_mouths=True))
    change = propose(
        state_of([FOLDING, TWO_LINES, beads], [placed(FOLDING), placed(beads, place=1)], ONCE_LOVED, children=family)
    )
    assert [p.tray.id for p in change.by_hand] == [3]
    assert (change.swaps[0].out, change.swaps[0].in_) == (FOLDING, TWO_LINES)


def test_what_does_not_fit_has_to_be_mended_first() -> None:
    wide = replace(POURING, width_mm=900.0)
    change = propose(state_of([FOLDING, TWO_LINES, wide], [placed(FOLDING), placed(wide, place=1)], ONCE_LOVED))
    assert change.swaps == ()
    assert "First mend what the shelf shows about Pouring" in change.reasons[0].text


WHY_NOT = [
    pytest.param(
        {"card": card("Late", id=9, from_months=60)}, "Its window is 60 to 72 months; Ilse is 48", id="too young"
    ),
    pytest.param({"card": card("Early", id=9, to_months=40)}, "Its window is 12 to 40 months", id="too old"),
    pytest.param({"card": card("Next", id=9, follows=(3,))}, "has not mastered Pouring yet", id="prerequisite"),
    pytest.param({"for_children": frozenset()}, "not for anybody yet", id="for nobody"),
    pytest.param({"width_mm": 900.0}, "does not fit", id="too wide for any place"),
]


@pytest.mark.parametrize(("more", "text"), WHY_NOT)
def test_why_not_this_one_is_answered_for_any_tray(more: dict[str, Any], text: str) -> None:
    asked = tray("Asked", id=9, **more)
    state = state_of([POURING, asked], [placed(POURING)], [])
    assert any(text in r.text for r in explain_not(asked, state, TODAY))


def test_why_not_names_the_one_deciding_reason_first() -> None:
    more = [tray(f"N{n}", id=30 + n, card=card(f"N{n}", id=30 + n, area="art")) for n in range(2)]
    state = state_of([POURING, *more, OTHER], [placed(POURING)], [])
    proposed = {s.in_.id for s in propose(state).let_in if s.in_}
    waits = next(t for t in (*more, OTHER) if t.id not in proposed)
    assert "others come before it" in explain_not(waits, state, TODAY)[0].text
    comes = next(t for t in (*more, OTHER) if t.id in proposed)
    assert explain_not(comes, state, TODAY)[0].text == "It is proposed: it would come in."
    full = [
        placed(tray(f"F{n}", id=20 + n, card=card(f"F{n}", id=20 + n)), board=n // 4, place=n % 4) for n in range(12)
    ]
    packed = state_of([OTHER, *(p.tray for p in full)], full, [])
    assert "No place is free" in explain_not(OTHER, packed, TODAY)[0].text


def test_why_not_for_a_tray_that_is_out_says_why_it_stays() -> None:
    state = state_of([FOLDING], [placed(FOLDING)], LOVED)
    assert "it stays" in explain_not(FOLDING, state, TODAY)[0].text


houses = st.lists(
    st.fixed_dictionaries(
        {
            "piece": st.sampled_from([None, BEADS, Sphere(60)]),
            "mass": st.sampled_from([300.0, 900.0, 1700.0]),
            "width": st.sampled_from([200.0, 270.0, 600.0]),
            "out": st.booleans(),
            "follows": st.booleans(),
            "fade": st.integers(0, 2),
            "tag": st.sampled_from([(), ("open-ended",), ("books",)]),
            "meant": st.sampled_from([frozenset({1}), frozenset({2}), frozenset({1, 2})]),
        }
    ),
    min_size=1,
    max_size=8,
)
FAMILY = (child(), child("Tove", 20, id=2, still_mouths=True))


def _state(drawn: list[dict[str, Any]]) -> State:
    trays, out, visits = [], [], []
    for n, d in enumerate(drawn, start=1):
        made = card(f"T{n}", id=n, follows=(n - 1,) if d["follows"] and n > 1 else ())
        trays.append(
            tray(
                f"T{n}",
                id=n,
                card=made,
                piece=d["piece"],
                mass_g=d["mass"],
                width_mm=d["width"],
                tags=d["tag"],
                for_children=d["meant"],
            )
        )
        if d["out"]:
            out.append(placed(trays[-1], board=(n - 1) // 4, place=(n - 1) % 4, since=at(100)))
        first = {0: 40, 1: 1, 2: 12}[d["fade"]]
        visits += [
            episode(day, tray_id=n, child_id=c, hour=8 + n, minute=20 * c)
            for day in range(first, 28, 3)
            for c in d["meant"]
        ]
    return state_of(trays, out, visits, children=FAMILY)


@settings(deadline=None, max_examples=80)
@given(houses)
def test_no_proposed_change_brings_a_must_or_a_kind_of_finding_the_shelf_lacked(drawn: list[dict[str, Any]]) -> None:
    state = _state(drawn)
    change = propose(state)
    before = Scene(state.placements, state.units, state.children, TODAY)
    by_hand = {p.tray.id for p in change.by_hand}
    cured = replace(
        before, placements=tuple(replace(p, by_hand=True) if p.tray.id in by_hand else p for p in before.placements)
    )
    swaps = change.swaps or change.let_in
    after = after_swaps(cured, swaps)
    found = check_shelf(after.placements, after.units, after.children, TODAY)
    kinds = {f.kind for f in check_shelf(before.placements, before.units, before.children, TODAY)}
    if swaps:
        assert [f for f in found if f.severity == "must"] == []
    assert {f.kind for f in found if f.severity != "note"} <= kinds
    assert len(swaps) <= 2


@settings(deadline=None, max_examples=25)
@given(houses)
def test_the_same_house_gets_the_same_proposal_and_an_answer_for_every_tray(drawn: list[dict[str, Any]]) -> None:
    state = _state(drawn)
    assert propose(state) == propose(state)
    assert all(explain_not(each, state, TODAY) for each in state.trays)
    assert unit().name == state.units[0].name
