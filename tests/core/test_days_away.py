"""Days away and days on which things arrive, against counting every day and another library's rules."""

from __future__ import annotations

from datetime import date, datetime, timedelta

import pytest
from dateutil.rrule import DAILY, rrule
from hypothesis import given
from hypothesis import strategies as st

from tests.builders import TODAY
from zither_awl.core.absence import ABSENCE_KINDS, MOST_DAYS, Absence, days_away, next_day_in, quiet_on
from zither_awl.core.errors import InvalidValue
from zither_awl.core.weeks.arrivals import MOST_EVERY_DAYS, Arrival, coming_days, next_after


def day(n: int) -> date:
    return TODAY + timedelta(days=n)


@st.composite
def absences(draw: st.DrawFn) -> list[Absence]:
    found = []
    for n in range(draw(st.integers(0, 5))):
        first = draw(st.integers(-20, 30))
        found.append(
            Absence(
                id=n + 1,
                kind=draw(st.sampled_from(ABSENCE_KINDS)),
                name=f"Away {n}",
                from_day=day(first),
                until_day=day(first + draw(st.integers(0, 12))),
                children=frozenset(draw(st.sets(st.integers(1, 2), max_size=2))),
            )
        )
    return found


@given(absences(), st.integers(-25, 30), st.integers(0, 40), st.integers(1, 3))
def test_days_away_are_what_counting_every_day_gives(away: list[Absence], since: int, many: int, child_id: int) -> None:
    counted = sum(
        any(a.holds(day(n)) and a.kind != "outing" and (a.whole_house or child_id in a.children) for a in away)
        for n in range(since + 1, since + many + 1)
    )
    assert days_away(away, child_id, day(since), day(since + many)) == counted
    split = since + many // 2
    assert counted == (
        days_away(away, child_id, day(since), day(split)) + days_away(away, child_id, day(split), day(since + many))
    )


@given(absences(), st.integers(-25, 45))
def test_the_next_day_in_is_the_first_that_nothing_keeps_the_house_from(away: list[Absence], n: int) -> None:
    found = next_day_in(away, day(n))
    assert found >= day(n)
    assert quiet_on(away, found) is None
    assert all(quiet_on(away, day(m)) is not None for m in range(n, n + (found - day(n)).days))


@pytest.mark.parametrize(
    ("wrong", "field"),
    [
        ({"name": ""}, "name"),
        ({"kind": "strike"}, "kind"),
        ({"until_day": day(-1)}, "until_day"),
        ({"until_day": day(MOST_DAYS)}, "until_day"),
    ],
)
def test_days_that_cannot_be_are_named(wrong: dict[str, object], field: str) -> None:
    kept = {"id": 1, "kind": "holiday", "name": "Sea", "from_day": TODAY, "until_day": day(MOST_DAYS - 1)}
    assert Absence(**kept).holds(day(MOST_DAYS - 1))  # type: ignore[arg-type]
    with pytest.raises(InvalidValue, match=field):
        Absence(**{**kept, **wrong})  # type: ignore[arg-type]


@given(st.integers(-90, 90), st.integers(1, MOST_EVERY_DAYS), st.integers(-60, 60), st.integers(0, 200))
def test_what_comes_again_comes_on_the_days_of_another_library(begin: int, every: int, first: int, many: int) -> None:
    """dateutil's rules as the judge."""
    box = Arrival(id=1, name="Box", day=day(begin), every_days=every)
    start, low, high = (datetime.combine(d, datetime.min.time()) for d in (box.day, day(first), day(first + many)))
    told = [d.date() for d in rrule(DAILY, interval=every, dtstart=start).between(low, high, inc=True)]
    assert list(coming_days(box, day(first), day(first + many))) == told
    again = next_after(box, day(first))
    after = rrule(DAILY, interval=every, dtstart=start + timedelta(days=every)).after(low)
    assert again is not None and after is not None  # noqa: PT018
    assert again.day == max(after.date(), box.day + timedelta(days=every))


@pytest.mark.parametrize(
    ("wrong", "field"),
    [
        ({"name": " "}, "name"),
        ({"every_days": 0}, "every_days"),
        ({"every_days": MOST_EVERY_DAYS + 1}, "every_days"),
        ({"giver": "x" * 81}, "giver"),
        ({"note": "x" * 201}, "note"),
    ],
)
def test_an_arrival_that_cannot_be_is_named(wrong: dict[str, object], field: str) -> None:
    with pytest.raises(InvalidValue, match=field):
        Arrival(**{"id": 1, "name": "Box", "day": TODAY, **wrong})  # type: ignore[arg-type]
