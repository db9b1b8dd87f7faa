"""The invitations of a day: chosen across kinds and areas, new things where a child is settled."""

from __future__ import annotations

import pytest
from hypothesis import given
from hypothesis import strategies as st

from zither_awl.core.errors import InvalidValue
from zither_awl.core.practice import Practice
from zither_awl.core.reasons import Reason
from zither_awl.core.tomorrow import KINDS, MOST_OF, Invitation, Kind, in_order, propose
from zither_awl.core.values import AREAS


def invitation(kind: Kind, number: int = 1, area: str = "art") -> Invitation:
    return Invitation(
        kind=kind, ref=f"{kind}:{number}", title=f"{kind} {number}", area=area, reason=Reason("ROT-6", "because")
    )


POOL = st.lists(
    st.builds(invitation, st.sampled_from(KINDS), st.integers(1, 9), st.sampled_from(AREAS)),
    unique_by=lambda each: each.ref,
    max_size=20,
)


@given(POOL, st.lists(st.floats(0, 1), max_size=8), st.integers(3, 6), st.integers(0, 3))
def test_a_day_holds_few_things_each_once_and_few_that_are_new(
    pool: list[Invitation], settled: list[float], most: int, new: int
) -> None:
    practice = Practice(invitations=most, showings_a_day=new)
    found = propose(pool, settled, practice=practice)
    assert len(found) <= most
    assert len(set(found)) == len(found)
    assert set(found) <= set(pool)
    assert sum(each.kind == "show" for each in found) <= min(new, MOST_OF["show"])
    for kind in KINDS:
        assert sum(each.kind == kind for each in found) <= MOST_OF[kind]
    there = {each.kind for each in pool if each.kind != "show" or new}
    assert len(found) == most or {each.kind for each in found} == there, "one of each before the end"
    if len(found) > 1 and any(each.kind == "loved" for each in found):
        assert found[0].kind == "loved", "a day begins with something easy"


def test_of_a_kind_another_area_is_taken_before_the_same_twice() -> None:
    pool = [
        invitation("show", 1, "art"),
        invitation("show", 2, "art"),
        invitation("show", 3, "music"),
        invitation("loved", 1, "art"),
        invitation("loved", 2, "movement"),
    ]
    assert {each.ref for each in propose(pool, practice=Practice(invitations=3))} == {"show:1", "loved:2", "show:3"}


@pytest.mark.parametrize(("settled", "at"), [((0.2, 0.3, 0.9, 0.1, 0.2), 2), ((0.9, 0.3, 0.2, 0.8, 0.1), 3), ((), 2)])
def test_what_is_new_stands_where_the_child_is_settled(settled: tuple[float, ...], at: int) -> None:
    chosen = [
        invitation("show"),
        invitation("words"),
        invitation("loved"),
        invitation("show again"),
        invitation("real work"),
    ]
    found = in_order(chosen, settled)
    assert found[at].kind == "show"
    assert found[0].kind == "loved"
    restless = min(range(1, 5), key=lambda n: (settled or (0.5, 0.75, 0.8, 0.55, 0.75))[n])
    assert found[restless].kind == "real work"


def test_a_house_may_choose_three_to_six() -> None:
    assert propose([]) == ()
    with pytest.raises(InvalidValue, match="invitations"):
        Practice(invitations=7)
