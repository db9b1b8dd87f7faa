"""Themes as the API tells them."""

from __future__ import annotations

from zither_awl.api.answers import reasons_out
from zither_awl.api.schemas.themes import (
    BookOfThemeOut,
    LeftOut,
    NotYetOut,
    PlannedTrayOut,
    ThemeListsOut,
    ThemePlanIn,
    ThemePlanOut,
    ThemeSolveOut,
    WordPairOut,
    WordsOnOut,
)
from zither_awl.api.schemas.weeks import ByThenOut, ThemeOnOut, ThemeTrayOut
from zither_awl.core.saying import say
from zither_awl.core.shelf import Progress
from zither_awl.core.values import Spot
from zither_awl.core.weeks.plan import Comes, ThemePlan
from zither_awl.core.weeks.theme import ByThen
from zither_awl.services import themes
from zither_awl.services.desk import Desk, House
from zither_awl.services.solving import Solve
from zither_awl.services.theme_ask import Asked, WantedTheme, ref_of
from zither_awl.services.theme_lists import ThemeLists, status_of
from zither_awl.services.weeks import ThemeOn


def wanted_in(json: ThemePlanIn) -> WantedTheme:
    """A theme to be planned."""
    return WantedTheme(
        name=json.name,
        key=json.key,
        question=json.question,
        words=tuple(json.words),
        from_day=json.from_day,
        until_day=json.until_day,
        forced=frozenset(json.forced),
        bans=frozenset(json.bans),
        days=json.days,
        theme_id=json.theme_id,
    )


def theme_on_out(on: ThemeOn, house: House) -> ThemeOnOut:
    """A theme on the string."""
    theme = on.theme
    names = {c.id: c.name for c in house.all_children}
    trays = {t.id: t for t in house.all_trays}
    return ThemeOnOut(
        id=theme.id,
        key=theme.key,
        name=theme.name,
        question=theme.question,
        from_day=theme.from_day,
        until_day=theme.until_day,
        taken=theme.taken,
        at_hand=on.at_hand,
        trays=[
            ThemeTrayOut(
                id=t.id,
                ref=t.ref,
                tray_id=t.tray_id,
                name=t.name,
                day=t.day,
                state=state,
                where=where(t.spot, house),
                children=[names[c] for c in t.children if c in names],
                child_ids=[c for c in t.children if c in names],
                goes=trays[t.out_id].name if t.out_id in trays else "",
                bin=house.bin_name(found.bin_id) if (found := themes.tray_for(house, t)) is not None else "",
            )
            for t, state in on.trays
        ],
    )


def where(spot: Spot | None, house: House) -> str:
    """A spot in words; "" for none, or on a unit that is gone."""
    unit = next((u for u in house.all_units if spot is not None and u.id == spot.unit_id), None)
    return (
        say("{unit}, {words}", unit=unit.name, words=spot.words(unit)) if unit is not None and spot is not None else ""
    )


def line_out(line: ByThen) -> ByThenOut:
    """Something to be done by a day."""
    return ByThenOut(
        id=line.id,
        kind=line.kind,
        name=line.name,
        amount=line.amount,
        due=line.due,
        minutes=line.minutes,
        done=line.done_on is not None,
        theme_id=line.theme_id,
        ref=line.ref,
    )


def solve_out(solve: Solve, desk: Desk) -> ThemeSolveOut:
    """How far the planning of a theme is, and the plan once there is one."""
    best = len(solve.best.trays) if isinstance(solve.best, Progress) else 0
    plan = None
    if isinstance(solve.answer, ThemePlan):
        asked, answer = themes.planned(solve)
        plan = _plan_out(asked, answer, themes.lists(desk, solve), desk.house())
    return ThemeSolveOut(
        id=solve.id, status=solve.status, message=solve.message, seconds=round(solve.seconds, 2), best=best, plan=plan
    )


def _plan_out(asked: Asked, plan: ThemePlan, lists: ThemeLists, house: House) -> ThemePlanOut:
    theme = asked.theme
    return ThemePlanOut(
        name=theme.name,
        question=theme.question,
        from_day=theme.from_day,
        until_day=theme.until_day,
        trays=[_tray_out(c, asked, house) for c in plan.comes],
        proven=plan.proven,
        gap=round(plan.gap, 4),
        left=[LeftOut(ref=ref_of(t.id, asked), name=t.name, reason=reasons_out([r])[0]) for t, r in plan.left],
        complete_on=plan.complete_on,
        lists=lists_out(lists),
    )


def _tray_out(comes: Comes, asked: Asked, house: House) -> PlannedTrayOut:
    names = {c.id: c.name for c in house.children}
    made = asked.new.get(comes.tray.id)
    return PlannedTrayOut(
        ref=ref_of(comes.tray.id, asked),
        name=comes.tray.name,
        day=comes.day,
        where=where(comes.spot, house),
        children=[names[c] for c in sorted(comes.tray.for_children) if c in names],
        goes=comes.out.name if comes.out is not None else "",
        status=status_of(house, asked, comes),
        to_do=made is not None,
        by_hand=comes.by_hand,
        reasons=reasons_out(comes.reasons),
    )


def lists_out(lists: ThemeLists) -> ThemeListsOut:
    """The lists of a theme."""
    return ThemeListsOut(
        lines=[line_out(line) for line in lists.lines],
        books=[BookOfThemeOut(id=b.thing_id, title=b.title) for b in lists.books],
        words=[
            WordsOnOut(day=day, words=[WordPairOut(word=a, second=b) for a, b in each]) for day, each in lists.words
        ],
        songs=list(lists.songs),
        routines=list(lists.routines),
        outing=lists.outing,
        minds=list(lists.cautions),
        not_yet=[NotYetOut(child=n.child.name, name=n.name, expects=n.serves) for n in lists.not_yet],
    )
