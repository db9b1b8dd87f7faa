"""What was reckoned is kept while nothing it looked at was written to, and reckoned anew when something was."""

from __future__ import annotations

from datetime import timedelta

import pytest

from tests.conftest import SmallHouse
from zither_awl.core.absence import Absence
from zither_awl.core.weeks.theme import ByThen
from zither_awl.services import arrivals, history, people, themes
from zither_awl.services.desk import Desk
from zither_awl.services.house import House
from zither_awl.services.noticing import MOST_ANSWERS, Answers, look_at

REVISIONS = {"people": 3, "room": 7, "weeks": 2}


class Count:
    """A reckoning that looks at some sections and tells how often it was made."""

    def __init__(self, *names: str) -> None:
        self.names, self.made = names, 0

    def __call__(self) -> int:
        look_at(*self.names)
        self.made += 1
        return self.made


def test_an_answer_stands_until_something_it_looked_at_is_written_to() -> None:
    answers, count = Answers(), Count("people", "room")
    assert [answers.once("key", REVISIONS, count) for _ in range(3)] == [1, 1, 1]
    assert answers.once("key", {**REVISIONS, "weeks": 3}, count) == 1, "it did not look there"
    assert answers.once("key", {**REVISIONS, "room": 8}, count) == 2
    assert answers.once("other", REVISIONS, count) == 3, "another key is another answer"


def test_an_answer_within_an_answer_passes_on_what_it_looked_at() -> None:
    answers, inner = Answers(), Count("room")

    def outer() -> int:
        look_at("people")
        return 10 * answers.once("inner", REVISIONS, inner)

    assert answers.once("outer", REVISIONS, outer) == 10
    assert answers.once("second", REVISIONS, lambda: answers.once("inner", REVISIONS, inner)) == 1, "kept"
    changed = {**REVISIONS, "room": 8}
    assert answers.once("second", changed, inner) == 2


def test_what_fails_is_not_kept_and_the_next_looks_are_its_own() -> None:
    answers, count = Answers(), Count("people")

    def fails() -> int:
        look_at("weeks")
        raise ValueError("once")

    with pytest.raises(ValueError, match="once"):
        answers.once("key", REVISIONS, fails)
    assert answers.once("key", REVISIONS, count) == 1
    assert answers.once("key", {**REVISIONS, "weeks": 3}, count) == 1


def test_not_more_is_kept_than_the_limit() -> None:
    answers = Answers()
    for n in range(MOST_ANSWERS + 5):
        answers.once(n, REVISIONS, lambda: 0)
    assert len(answers.kept) == 5


def reckoned(house: House, key: str, part: str) -> bool:
    """Whether an answer that rests on a part of the weeks had to be made anew."""
    made = []
    house.once(("test", key), lambda: made.append(getattr(house.weeks, part)))
    return bool(made)


def test_of_the_weeks_a_write_lets_only_that_part_be_reckoned_again(house: SmallHouse) -> None:
    desk: Desk = house.desk
    parts = ("stays", "themes", "by_then", "absences", "arrivals")

    def anew() -> set[str]:
        return {part for part in parts if reckoned(desk.house(), part, part)}

    assert anew() == set(parts)
    assert anew() == set()
    line = themes.add_line(desk, ByThen(kind="buy", name="Yeast", due=desk.today()), None)
    assert anew() == {"by_then"}
    themes.tick(desk, line, True, None)
    assert anew() == {"by_then"}
    sea = Absence(id=0, kind="holiday", name="Sea", from_day=desk.today(), until_day=desk.today() + timedelta(days=3))
    arrivals.save_absence(desk, sea, None)
    assert anew() == {"absences"}
    history.undo(desk)
    assert anew() == {"absences"}
    people.add_adult(desk, "Ama")
    assert anew() == set(), "another section"


def test_a_desk_that_forgets_reckons_everything_anew(house: SmallHouse) -> None:
    assert reckoned(house.desk.house(), "key", "themes")
    house.desk.forget()
    assert reckoned(house.desk.house(), "key", "themes")


def test_a_house_is_the_same_by_what_is_kept_in_it_not_by_how_often_it_was_written_to(house: SmallHouse) -> None:
    before = house.desk.house()
    themes.add_line(house.desk, ByThen(kind="buy", name="Yeast", due=house.desk.today()), None)
    assert house.desk.house() != before
    history.undo(house.desk)
    assert house.desk.house() == before
    assert house.desk.house().revisions("weeks") != before.revisions("weeks")
