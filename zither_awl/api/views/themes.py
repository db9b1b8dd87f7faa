"""Themes: plan one, take it, change it, bring its trays; and what is to be done by then."""

from __future__ import annotations

from flask import Blueprint

from zither_awl.api.context import adult_id, desk
from zither_awl.api.schemas.base import DoneOut
from zither_awl.api.schemas.change import TickIn
from zither_awl.api.schemas.themes import (
    BookOfThemeOut,
    CopyThemeIn,
    LovedOut,
    TakeThemeIn,
    ThemeChangeIn,
    ThemeOut,
    ThemePatternOut,
    ThemePatternsOut,
    ThemePlanIn,
    ThemeSolveOut,
    WordPairOut,
)
from zither_awl.api.schemas.weeks import ByThenIn
from zither_awl.api.spec import answers, api
from zither_awl.api.theme_answers import line_out, solve_out, theme_on_out, wanted_in
from zither_awl.catalogue.themes import shipped_themes
from zither_awl.core.weeks.theme import ByThen
from zither_awl.services import themes, weeks
from zither_awl.services.theme_lists import books_of
from zither_awl.services.themes import ThemeChange

bp = Blueprint("themes", __name__, url_prefix="/api")


@bp.get("/themes")
@api.validate(resp=answers(HTTP_200=ThemePatternsOut), tags=["themes"])
def get_themes() -> ThemePatternsOut:
    """The themes of the catalogue, those of these months first."""
    month = desk().today().month
    found = [
        ThemePatternOut(
            key=p.key,
            name=p.name,
            question=p.question,
            outing=p.outing,
            caution=p.caution,
            words=[WordPairOut(word=a, second=b) for a, b in p.words],
            months=list(p.months),
            now=month in p.months,
        )
        for p in shipped_themes()
    ]
    return ThemePatternsOut(themes=sorted(found, key=lambda t: (not t.now, bool(t.months), t.name)))


@bp.post("/themes/plan")
@api.validate(resp=answers(HTTP_200=DoneOut), tags=["themes"])
def plan_theme(json: ThemePlanIn) -> DoneOut:
    """Begin to plan a theme; the answer names the solve to ask after."""
    return DoneOut(id=themes.start(desk(), wanted_in(json)))


@bp.get("/themes/plan/<int:solve_id>")
@api.validate(resp=answers(HTTP_200=ThemeSolveOut), tags=["themes"])
def get_planned(solve_id: int) -> ThemeSolveOut:
    """How far the planning is, and the plan with its lists once there is one."""
    at = desk()
    return solve_out(at.solves.get(solve_id), at)


@bp.post("/themes/plan/<int:solve_id>/take")
@api.validate(resp=answers(HTTP_200=DoneOut), tags=["themes"])
def take_theme(solve_id: int, json: TakeThemeIn) -> DoneOut:
    """Put a planned theme, or the chosen trays of it, onto the string."""
    return DoneOut(id=themes.take(desk(), solve_id, json.refs, json.song, json.outing, adult_id()))


@bp.get("/themes/<int:theme_id>")
@api.validate(resp=answers(HTTP_200=ThemeOut), tags=["themes"])
def get_theme(theme_id: int) -> ThemeOut:
    """A theme of the string: its trays, what is to be done, its books, and what of it was loved."""
    at = desk()
    house, today = at.house(), at.today()
    theme = themes.theme(house, theme_id)
    on = weeks.ThemeOn(theme, tuple((t, weeks.state_of(house, t)) for t in theme.trays))
    return ThemeOut(
        theme=theme_on_out(on, house),
        words=list(theme.words),
        song=theme.song,
        outing=theme.outing,
        keep=theme.keep,
        lines=[line_out(line) for line in house.weeks.by_then if line.theme_id == theme_id],
        books=[BookOfThemeOut(id=b.thing_id, title=b.title) for b in books_of(house, theme)],
        loved=[LovedOut(name=each.name, chosen=each.chosen, of=each.of) for each in themes.afterwards(at, theme_id)],
        begun=theme.from_day <= today,
        over=theme.until_day < today,
    )


@bp.put("/themes/<int:theme_id>")
@api.validate(resp=answers(HTTP_200=DoneOut), tags=["themes"])
def change_theme(theme_id: int, json: ThemeChangeIn) -> DoneOut:
    """Change a theme's words or its days; with another first day all its days move."""
    themes.change(desk(), theme_id, ThemeChange(**json.model_dump()), adult_id())
    return DoneOut(id=theme_id)


@bp.delete("/themes/<int:theme_id>")
@api.validate(resp=answers(HTTP_200=DoneOut), tags=["themes"])
def forget_theme(theme_id: int) -> DoneOut:
    """Take a theme off the string."""
    themes.forget(desk(), theme_id, adult_id())
    return DoneOut(id=theme_id)


@bp.post("/themes/<int:theme_id>/copy")
@api.validate(resp=answers(HTTP_200=DoneOut), tags=["themes"])
def copy_theme(theme_id: int, json: CopyThemeIn) -> DoneOut:
    """The same theme at another time."""
    return DoneOut(id=themes.copy(desk(), theme_id, json.from_day, adult_id()))


@bp.post("/themes/<int:theme_id>/trays/<int:tray_id>/bring")
@api.validate(resp=answers(HTTP_200=DoneOut), tags=["themes"])
def bring(theme_id: int, tray_id: int) -> DoneOut:
    """The tray of a theme comes to its place; what stands there rests."""
    themes.bring(desk(), theme_id, tray_id, adult_id())
    return DoneOut(id=tray_id)


@bp.post("/by-then")
@api.validate(resp=answers(HTTP_200=DoneOut), tags=["themes"])
def add_line(json: ByThenIn) -> DoneOut:
    """Something else is to be done by a day."""
    return DoneOut(id=themes.add_line(desk(), ByThen(**json.model_dump()), adult_id()))


@bp.post("/by-then/<int:line_id>/tick")
@api.validate(resp=answers(HTTP_200=DoneOut), tags=["themes"])
def tick_line(line_id: int, json: TickIn) -> DoneOut:
    """Tick what was to be done, or take the tick back."""
    themes.tick(desk(), line_id, json.done, adult_id())
    return DoneOut(id=line_id)


@bp.delete("/by-then/<int:line_id>")
@api.validate(resp=answers(HTTP_200=DoneOut), tags=["themes"])
def drop_line(line_id: int) -> DoneOut:
    """Take a line off."""
    themes.drop_line(desk(), line_id, adult_id())
    return DoneOut(id=line_id)
