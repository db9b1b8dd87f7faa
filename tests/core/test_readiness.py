"""One verdict of readiness: what it says at every edge, and that everybody who asks hears the same."""

from __future__ import annotations

from dataclasses import replace

import pytest
from hypothesis import given
from hypothesis import strategies as st

from tests.builders import TODAY, card, child, episode, placed, state_of, tray
from zither_awl.core.judgement import Judgements
from zither_awl.core.practice import Practice
from zither_awl.core.readiness import LevelAsked, Record, readiness
from zither_awl.core.reasons import Reason
from zither_awl.core.rotation import explain_not
from zither_awl.core.shelf import fit
from zither_awl.core.shelf.fitness import suits
from zither_awl.core.showing import showings

WINDOW = LevelAsked(from_months=30, to_months=48)
STATES = ("not shown", "shown", "working", "alone", "mastered", "fading")


@pytest.mark.parametrize(
    ("months", "record", "before", "verdict", "held"),
    [
        pytest.param(36, Record(), (), "ready", False, id="inside its window"),
        pytest.param(30, Record(), (), "ready", False, id="on its first month"),
        pytest.param(48, Record(), (), "ready", False, id="on its last month"),
        pytest.param(27, Record(), (), "almost", False, id="three months under"),
        pytest.param(26, Record(), (), "later", True, id="four months under"),
        pytest.param(51, Record(), (), "past", False, id="three months over"),
        pytest.param(52, Record(), (), "past", True, id="four months over"),
        pytest.param(36, Record(mastery="mastered"), (), "known", False, id="mastered"),
        pytest.param(36, Record(mastery="fading"), (("Mat", "shown"),), "known", False, id="slipping"),
        pytest.param(36, Record(), (("Mat", "mastered"),), "ready", False, id="what comes before is known"),
        pytest.param(36, Record(), (("Mat", "fading"),), "ready", False, id="what comes before is slipping"),
        pytest.param(36, Record(), (("Mat", "working"),), "almost", True, id="what comes before is at work"),
        pytest.param(36, Record(), (("Mat", "alone"),), "almost", True, id="what comes before was done alone"),
        pytest.param(36, Record(), (("Mat", "shown"),), "later", True, id="what comes before was only shown"),
        pytest.param(36, Record(), (("Mat", "alone"), ("Jug", "working")), "later", True, id="two before at work"),
    ],
)
def test_the_verdict(months: int, record: Record, before: object, verdict: str, held: bool) -> None:
    found = readiness(child(months=months), replace(WINDOW, before=before), record, TODAY)  # type: ignore[arg-type]
    assert (found.verdict, found.held_back) == (verdict, held)
    assert found.now is (verdict in ("known", "ready"))
    assert found.reasons
    if verdict in ("ready", "known"):
        assert found.fit > 0


def test_a_hazard_holds_back_whatever_the_child_can() -> None:
    danger = Reason("SAFETY", "Not for Ilse yet: small parts.")
    found = readiness(child(months=36), replace(WINDOW, danger=danger), Record(mastery="mastered"), TODAY)
    assert (found.verdict, found.fit, found.reasons) == ("later", 0, (danger,))


@given(months=st.integers(12, 80), state=st.sampled_from(STATES), rate=st.floats(0, 1), faded=st.booleans())
def test_the_fit_lies_between_0_and_100_and_grows_with_what_is_loved(
    months: int, state: str, rate: float, faded: bool
) -> None:
    asked = Record(mastery=state, faded=faded, rate=rate)  # type: ignore[arg-type]
    found = readiness(child(months=months), WINDOW, asked, TODAY)
    more = readiness(child(months=months), WINDOW, replace(asked, rate=min(1.0, rate + 0.3)), TODAY)
    assert 0 <= found.fit <= more.fit <= 100
    assert (found.fit == 0) or not found.held_back


def test_the_weights_are_the_households() -> None:
    new = dict(Practice().fit_of_state) | {"not shown": 0.4}
    shy = readiness(child(months=36), WINDOW, Record(), TODAY, practice=Practice(fit_of_state=tuple(new.items())))
    assert shy.fit * 2 == readiness(child(months=36), WINDOW, Record(), TODAY).fit


def test_planner_rotation_and_today_hear_the_same_verdict() -> None:
    first = tray("Rough boards", id=1, card=card("Rough boards", id=1, from_months=24, to_months=72))
    after = tray("Globe", id=2, card=card("Globe", id=2, from_months=24, to_months=72, follows=(1,)))
    state = state_of([first, after], [placed(first)], [episode(n) for n in (3, 2)])
    judge, ilse = Judgements(state, TODAY), child()
    found = suits(ilse, after, judge)
    assert (found.verdict, found.missing) == ("almost", ("Rough boards",))
    assert fit(ilse, after, judge).value == 0
    assert explain_not(after, state, TODAY)[0].text == found.reasons[0].text
    known = Judgements(replace(state, log=replace(state.log, episodes=tuple(episode(n) for n in (5, 4, 3, 2)))), TODAY)
    assert suits(ilse, after, known).verdict == "ready"
    assert fit(ilse, after, known).value == suits(ilse, after, known).fit > 0


def test_what_is_not_ready_waits_for_its_showing_behind_what_is() -> None:
    globe, boards = tray("Globe", id=1), tray("Rough boards", id=2)
    found = showings(child(), [globe, boards], (), (), (), (), TODAY, not_yet={1})
    assert [d.tray for d in found.due] == [boards]
    assert found.waiting == (globe,)
