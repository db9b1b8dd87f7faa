"""The settings of practice: each takes its whole range or its words, and refuses what lies beside, naming all."""

from __future__ import annotations

from typing import Any

import pytest

from zither_awl.core.errors import InvalidValue
from zither_awl.core.practice import CHOICES, LIMITS, Practice

BESIDE = [
    *((name, value) for name, (least, most) in LIMITS.items() for value in (least - 1, most + 1)),
    *((name, "as the moon is") for name in CHOICES),
    *((name, value) for name in ("faded_share", "shorter_p") for value in (0.0, 1.0)),
    ("look_day", 7),
    ("side_gap_mm", -1.0),
]


def practice(**told: Any) -> Practice:
    """Settings as a household sends them, of any type."""
    return Practice(**told)


@pytest.mark.parametrize(("name", "value"), BESIDE)
def test_what_lies_beside_a_setting_is_refused_by_its_name_and_value(name: str, value: Any) -> None:
    with pytest.raises(InvalidValue) as refused:
        practice(**{name: value})
    (problem,) = refused.value.problems
    assert problem.field == name
    assert str(value) in problem.message or "negative" in problem.message


@pytest.mark.parametrize("name", [*LIMITS, *CHOICES])
def test_a_setting_takes_both_ends_of_its_range_and_every_word(name: str) -> None:
    for value in (*LIMITS.get(name, ()), *CHOICES.get(name, ())):
        assert getattr(practice(**{name: value}), name) == value


@pytest.mark.parametrize(("name", "words"), CHOICES.items())
def test_a_refused_word_is_answered_with_all_that_are_known(name: str, words: tuple[str, ...]) -> None:
    with pytest.raises(InvalidValue) as refused:
        practice(**{name: "as the moon is"})
    assert all(word in refused.value.problems[0].message for word in words)


def test_all_that_is_wrong_is_said_at_once() -> None:
    with pytest.raises(InvalidValue) as refused:
        practice(mastery="by feeling", rest_days=-1, invitations=9)
    assert {problem.field for problem in refused.value.problems} == {"mastery", "rest_days", "invitations"}
