"""What is to be done for a theme stays before its use, however its trays and its lines are moved."""

from __future__ import annotations

from dataclasses import replace
from datetime import date, timedelta

import pytest

from tests.services.test_weeks import planned, taken
from zither_awl.core.errors import InvalidValue
from zither_awl.core.weeks.theme import ByThen, ThemeTray
from zither_awl.services import history, making, themes, weeks
from zither_awl.services.desk import Desk
from zither_awl.services.theme_lists import lists_of

EVE = timedelta(days=1)


def lines(desk: Desk, theme_id: int, start: str = "") -> list[ByThen]:
    return [line for line in desk.house().weeks.by_then if line.theme_id == theme_id and line.ref.startswith(start)]


def to_make(desk: Desk, theme_id: int) -> list[ThemeTray]:
    """The trays of a theme that are yet to be made, the first to come first."""
    return [t for t in themes.theme(desk.house(), theme_id).trays if t.tray_id is None]


def test_what_is_bought_or_made_for_a_tray_that_comes_earlier_is_due_earlier(demo: Desk) -> None:
    theme_id = taken(demo, key="seeds")
    early = themes.theme(demo.house(), theme_id).from_day
    moved = to_make(demo, theme_id)[-1]
    before = {line.id: line.due for line in lines(demo, theme_id)}
    weeks.move(demo, "theme tray", moved.id, early, None, of=theme_id)
    after = {line.id: line.due for line in lines(demo, theme_id)}
    own = [line for line in lines(demo, theme_id) if line.ref == moved.ref or line.amount.endswith(f"for {moved.name}")]
    assert len(own) == 2, "the tray, and what is made for it"
    assert all(line.due == early - EVE for line in own)
    assert all(line.due < early for line in lines(demo, theme_id, "kind:")), "a purchase may be for it"
    others = {line.id for line in lines(demo, theme_id) if line not in own and not line.ref.startswith("kind:")}
    assert {k: before[k] for k in others} == {k: after[k] for k in others}, "what is for other trays stays"
    history.undo(demo)
    assert {line.id: line.due for line in lines(demo, theme_id)} == before


def test_a_tray_that_comes_later_takes_only_its_own_lines_with_it(demo: Desk) -> None:
    theme_id = taken(demo, key="seeds")
    moved = to_make(demo, theme_id)[0]
    bought = {line.id: line.due for line in lines(demo, theme_id, "kind:")}
    late = themes.theme(demo.house(), theme_id).until_day
    weeks.move(demo, "theme tray", moved.id, late, None, of=theme_id)
    assert [line.due for line in lines(demo, theme_id, moved.ref)] == [late - EVE]
    assert {line.id: line.due for line in lines(demo, theme_id, "kind:")} == bought, "bought early does no harm"


@pytest.mark.parametrize("start", ["step:", "recipe:", "kind:", "books"])
def test_no_line_may_be_put_off_to_the_day_it_is_used_or_later(demo: Desk, start: str) -> None:
    theme_id = taken(demo, key="seeds")
    theme = themes.theme(demo.house(), theme_id)
    line = lines(demo, theme_id, start)[-1]
    earlier = line.due - timedelta(days=3)
    weeks.move(demo, "by then", line.id, earlier, None)
    assert next(x for x in lines(demo, theme_id) if x.id == line.id).due == earlier
    history.undo(demo)
    weeks.move(demo, "by then", line.id, line.due, None)
    late = line.due + EVE
    with pytest.raises(InvalidValue, match="it is used on"):
        weeks.move(demo, "by then", line.id, late, None)
    with pytest.raises(InvalidValue, match="due"):
        weeks.move(demo, "by then", line.id, theme.until_day, None)


def test_a_line_of_no_theme_may_be_due_on_any_day(demo: Desk) -> None:
    key = themes.add_line(demo, ByThen(kind="wash", name="The aprons", due=demo.today()), None)
    weeks.move(demo, "by then", key, date(2026, 12, 24), None)
    assert next(x for x in demo.house().weeks.by_then if x.id == key).due == date(2026, 12, 24)


def test_what_is_done_for_one_tray_is_not_done_for_another_when_the_theme_is_planned_again(demo: Desk) -> None:
    theme_id = taken(demo, key="seeds")
    recipe = lines(demo, theme_id, "recipe:")[0]
    with demo.write(None, "the same recipe, made for another tray") as work:
        work.themes.save_by_then(replace(recipe, id=0, amount="4 pieces, for another tray", done_on=demo.today()))
    step = lines(demo, theme_id, "step:")[0]
    themes.tick(demo, step.id, True, None)
    asked, plan = planned(demo, "seeds", theme_id=theme_id)
    themes.keep_planned(demo, asked, plan, None, "", None, None)
    again = lines(demo, theme_id)
    assert [line.amount for line in again if line.ref == recipe.ref and line.done_on is None] == [recipe.amount]
    assert [line.done_on for line in again if line.ref == step.ref] == [demo.today()], "done stays done, and once"


def test_what_is_marked_to_be_washed_is_washed_before_its_tray_comes(demo: Desk) -> None:
    asked, plan = planned(demo, "seeds")
    comes = next(c for c in plan.comes if c.spot is not None and c.tray.id > 0)
    making.mark(demo, "wash", None, comes.tray.id, "the cloth is grey", None)
    made = lists_of(demo.house(), asked, plan, demo.today())
    (line,) = [line for line in made.lines if line.kind == "wash"]
    assert (line.name, line.amount, line.due) == (comes.tray.name, "the cloth is grey", comes.day - EVE)
    theme_id = taken(demo, key="seeds")
    (kept,) = lines(demo, theme_id, "mark:")
    tray = next(t for t in themes.theme(demo.house(), theme_id).trays if t.tray_id == comes.tray.id)
    early = themes.theme(demo.house(), theme_id).from_day
    weeks.move(demo, "theme tray", tray.id, early, None, of=theme_id)
    assert [line.due for line in lines(demo, theme_id, "mark:")] == [early - EVE]
    with pytest.raises(InvalidValue, match=f"used on {early}"):
        weeks.move(demo, "by then", kept.id, early, None)


def test_the_words_of_a_theme_come_a_few_on_every_second_day(demo: Desk) -> None:
    asked, plan = planned(demo, "seeds")
    made = lists_of(demo.house(), asked, plan, demo.today())
    days = [day for day, _ in made.words]
    assert days == [asked.ask.first + timedelta(days=2 * n) for n in range(len(days))]
    assert [word for _, each in made.words for word, _ in each] == list(asked.theme.words)
    assert dict(pair for _, each in made.words for pair in each)["root"] == "raíz"
