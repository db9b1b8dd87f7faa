"""The story of a child: only what was seen, nobody else's name, no measure of anybody."""

from __future__ import annotations

import re
from dataclasses import replace
from datetime import date, timedelta

import pytest
from hypothesis import given
from hypothesis import strategies as st

from tests.builders import episode
from zither_awl.core.concentration import fold
from zither_awl.core.errors import InvalidValue
from zither_awl.core.story import LEAST_HALF, LOVED_DAYS, Seen, story_of, without_names
from zither_awl.core.values.telling import MOST_NOTE, Picture, Story

FROM, UNTIL = date(2026, 1, 1), date(2026, 3, 16)
NOTHING = Seen(
    name="Tove",
    from_day=FROM,
    until_day=UNTIL,
    visits=(),
    trays={1: "Pouring"},
    alone=(),
    words={},
    notes=(),
    now=(),
    coming=(),
)


def lines(seen: Seen, key: str) -> tuple[str, ...]:
    return next((part.lines for part in story_of(seen) if part.key == key), ())


def test_nothing_seen_tells_nothing() -> None:
    assert story_of(NOTHING) == ()


def test_what_is_told_is_what_was_seen() -> None:
    visits = [fold(episode(n, minutes=10 + n)) for n in range(60, 0, -4)]
    seen = replace(
        NOTHING,
        visits=visits,
        alone=[(date(2026, 2, 3), "Pouring water")],
        words={"English": ["jug", "cup"]},
        notes=[(date(2026, 2, 1), "She hummed.", "Bram"), (date(2026, 2, 5), "She hummed.", "")],
        now=["Pouring", "Blocks"],
        coming=[("Folding", "it follows"), ("Water", "")],
    )
    assert lines(seen, "alone") == ("3 February 2026: Pouring water, for the first time without help.",)
    assert lines(seen, "loved")[0].startswith("Pouring, taken up on 15 days, ")
    assert lines(seen, "concentration")[0].startswith("The longest time without a break: 70 minutes with Pouring, on ")
    assert lines(seen, "words") == ("English: jug and cup.",)
    assert lines(seen, "notes") == ("“She hummed.” (5 February 2026)",), "the same words are told once"
    assert lines(seen, "now") == ("Blocks and Pouring.",)
    assert lines(seen, "next") == ("Folding: it follows", "Water")
    assert [part.key for part in story_of(seen)] == ["alone", "loved", "concentration", "words", "notes", "now", "next"]


def test_loved_takes_so_many_days_and_two_halves_so_much_work() -> None:
    few = replace(NOTHING, visits=[fold(episode(n)) for n in range(LOVED_DAYS - 1, 0, -1)])
    assert lines(few, "loved") == ()
    assert len(lines(few, "concentration")) == 1
    early = [fold(episode(70 - n, minutes=5)) for n in range(LEAST_HALF)]
    late = [fold(episode(10 - n, minutes=20)) for n in range(LEAST_HALF)]
    both = replace(NOTHING, visits=[*early, *late])
    assert lines(both, "concentration")[1] == (
        "Usually 5 minutes in the first half of this time, 20 minutes in the second."
    )
    assert len(lines(replace(NOTHING, visits=[*early[1:], *late]), "concentration")) == 1


@given(st.lists(st.integers(1, 70), max_size=40))
def test_nobody_is_ranked(days: list[int]) -> None:
    told = " ".join(
        line for part in story_of(replace(NOTHING, visits=[fold(episode(d)) for d in days])) for line in part.lines
    )
    assert not re.search(r"%|percent|rank|better than|behind|average|ahead of|for (?:his|her|its) age", told, re.I)


@given(st.text("abc éß,.", max_size=60), st.sets(st.sampled_from(["Ana", "Ana Maria", "Noé", "Bo"])))
def test_no_name_is_left_in_a_text_without_names(around: str, names: set[str]) -> None:
    text = f"{around} " + " and ".join(sorted(names)) + f" {around}"
    told = without_names(text, names)
    assert not [name for name in names if re.search(rf"\b{re.escape(name)}\b", told)]
    assert without_names(around, names) == around


def test_bad_pictures_and_spans_are_refused() -> None:
    fine = Picture(id=0, photo_id=None, at=episode().began, local_day=FROM, note="So", children=frozenset({1}))
    for wrong in ({"note": " "}, {"children": frozenset[int]()}, {"note": "x" * (MOST_NOTE + 1)}):
        with pytest.raises(InvalidValue):
            replace(fine, **wrong)
    with pytest.raises(InvalidValue, match="before the first day"):
        Story(child_id=1, from_day=UNTIL, until_day=UNTIL - timedelta(days=1))
    with pytest.raises(InvalidValue, match="title"):
        Story(child_id=1, from_day=FROM, until_day=UNTIL, title="x" * 81)
