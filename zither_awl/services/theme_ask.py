"""Use cases of planning a theme: what of the house could carry it, what would have to be made or bought, and the
minutes and changes its days have."""

from __future__ import annotations

from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass, field, replace
from datetime import date, timedelta

from zither_awl.catalogue.making import recipes
from zither_awl.catalogue.themes import shipped_themes
from zither_awl.core.absence import quiet_on
from zither_awl.core.ages import corrected_months
from zither_awl.core.errors import FieldProblem, InvalidValue, NotFound
from zither_awl.core.judgement import Judgements
from zither_awl.core.making import Recipe
from zither_awl.core.practice import BUDGETS
from zither_awl.core.saying import say
from zither_awl.core.shelf import problem_of
from zither_awl.core.things.component import Component
from zither_awl.core.things.kinds import KINDS, of_kind
from zither_awl.core.trays import Design, Level, Need, Stock, make
from zither_awl.core.trays.assemble import CONTAINER
from zither_awl.core.trays.first import First, chosen, stands_on_a_shelf
from zither_awl.core.trays.makeable import level_for
from zither_awl.core.weeks.plan import ThemeAsk, loved_now
from zither_awl.core.weeks.theme import NAMED, Theme, ThemePattern, carries, days_from, step_carries
from zither_awl.services import catalogue
from zither_awl.services.catalogue import designs
from zither_awl.services.house import House
from zither_awl.services.ladders import need_with_steps

MOST_NEW = 30
"""So many trays to be made are looked at for one theme. Ours, no source."""
LAY_OUT_MIN, MORNING_MIN = 10, 5
"""Minutes to put a new tray together, and each day to prepare one that needs it. Ours, no source."""
WHOLE_SHELF = 99


@dataclass(frozen=True, slots=True, kw_only=True)
class WantedTheme:
    """A theme as it is asked for: of the catalogue (`key`), or one's own words; when; and what of it is ticked
    (`forced`), not wanted (`bans`) or set to a day, each as "tray:3" or "step:tongs:1"."""

    name: str
    from_day: date
    until_day: date
    key: str = ""
    question: str = ""
    words: tuple[str, ...] = ()
    forced: frozenset[str] = frozenset()
    bans: frozenset[str] = frozenset()
    days: Mapping[str, date] = field(default_factory=dict)
    theme_id: int = 0
    """The theme on the string that is planned anew; 0 for a new one."""


@dataclass(frozen=True, slots=True)
class Lack:
    """A kind of thing that is missing for a tray: how many, and the recipe it is made by; None where it is bought."""

    kind: str
    count: int
    recipe: Recipe | None


@dataclass(frozen=True, slots=True)
class NewTray:
    """A tray that would be made for a theme, and what it still lacks."""

    first: First
    lacks: tuple[Lack, ...]


@dataclass(frozen=True, slots=True)
class Asked:
    """The question to the planner, and what the answer is read with: the theme, the trays to be made by their ids, and
    how trays are named to a screen."""

    ask: ThemeAsk
    theme: Theme
    pattern: ThemePattern | None
    new: Mapping[int, NewTray]
    wanted: WantedTheme


def pattern_of(key: str) -> ThemePattern | None:
    """A theme of the catalogue; None for "". Raises: NotFound."""
    if not key:
        return None
    found = next((p for p in shipped_themes() if p.key == key), None)
    if found is None:
        raise NotFound(say("There is no theme {key}.", key=repr(key)))
    return found


def theme_of(wanted: WantedTheme) -> Theme:
    """The theme that is asked for, with no trays yet. Raises: InvalidValue, NotFound."""
    pattern = pattern_of(wanted.key)
    words = wanted.words or (tuple(word for word, _ in pattern.words) if pattern else ())
    return Theme(
        id=wanted.theme_id,
        key=wanted.key,
        name=wanted.name.strip() or (pattern.name if pattern else ""),
        question=wanted.question.strip() or (pattern.question if pattern else ""),
        words=words,
        outing=pattern.outing if pattern else "",
        from_day=wanted.from_day,
        until_day=wanted.until_day,
    )


def asked_of(house: House, wanted: WantedTheme, today: date) -> Asked:
    """The question a theme makes. Raises: InvalidValue for days that are past, or a house with nothing to plan."""
    theme, pattern = theme_of(wanted), pattern_of(wanted.key)
    if theme.until_day < today:
        raise InvalidValue(
            FieldProblem(
                "until_day", say("{until_day} is past.", until_day=theme.until_day), say("Choose days to come.")
            )
        )
    if not house.units or not house.children:
        raise InvalidValue(
            FieldProblem("units", say("There is no shelf, or no child, to plan for."), say("Add them first."))
        )
    words, near = _words(theme, pattern), pattern.near if pattern else ()
    new = {t.first.tray.id: t for t in _new_trays(house, words, near, today)}
    first = max(theme.from_day, today)
    trays = (*house.trays, *(t.first.tray for t in new.values()))
    judge = Judgements(replace(house.state, trays=trays), today, house.practice.mastery)
    cards = designs(house)
    strength = {t.id: carries(words, near, t, cards.get(t.card.key)) for t in house.trays}
    strength |= {key: step_carries(words, near, t.first.made.design, t.first.made.level) for key, t in new.items()}
    days = days_from(first, (theme.until_day - first).days + 1)
    shelf = problem_of(judge, {c.id: c.count for c in house.components})
    ids = {_ref(t.id, new): t.id for t in trays}
    ask = ThemeAsk(
        shelf=shelf,
        first=first,
        strength={k: s for k, s in strength.items() if s},
        minutes=tuple(minutes_on(house, day) for day in days),
        changes=tuple(_changes(house, days)),
        before=sum(minutes_on(house, day) for day in days_from(today, max(0, (first - today).days))),
        stays=loved_now(judge),
        ready={key: today + timedelta(days=_lead(t, house)) for key, t in new.items()},
        make_min={key: make_min(t) for key, t in new.items()},
        daily_min={t.id: MORNING_MIN for t in trays if (d := cards.get(t.card.key)) is not None and d.morning},
        forced=frozenset(ids[r] for r in (*wanted.forced, *wanted.days) if r in ids),
        bans=frozenset(ids[r] for r in wanted.bans if r in ids),
        days={ids[r]: day for r, day in wanted.days.items() if r in ids and first <= day <= theme.until_day},
    )
    return Asked(ask, theme, pattern, new, wanted)


def ref_of(tray_id: int, asked: Asked) -> str:
    """How a tray of a planned theme is named to a screen."""
    return _ref(tray_id, asked.new)


def _ref(tray_id: int, new: Mapping[int, NewTray]) -> str:
    made = new.get(tray_id)
    return f"tray:{tray_id}" if made is None else f"step:{made.first.rung[0]}:{made.first.rung[1]}"


def _words(theme: Theme, pattern: ThemePattern | None) -> tuple[str, ...]:
    """Every word a tray may bear to be of the theme, in both languages."""
    second = [two for one, two in pattern.words if one in theme.words] if pattern else []
    return tuple(dict.fromkeys((theme.name, *theme.words, *second)))


def _lead(tray: NewTray, house: House) -> int:
    """In how many days a tray can be there: tomorrow, or when what is bought has come."""
    return house.practice.buy_days if any(lack.recipe is None for lack in tray.lacks) else 1


def make_min(tray: NewTray) -> int:
    """Minutes to make what it lacks and to put it together."""
    return LAY_OUT_MIN + sum(lack.recipe.minutes for lack in tray.lacks if lack.recipe is not None)


def minutes_on(house: House, day: date) -> int:
    """How many minutes the adults have on a day to make and prepare, less what the trays that stand take already."""
    told = [a.minutes[day.weekday()] for a in house.adults if a.minutes]
    there = sum(told) if told else house.practice.prepare_min
    return max(0, there - standing_min(house))


def standing_min(house: House) -> int:
    """Minutes each day for the trays that stand and are prepared each morning."""

    def reckon() -> int:
        cards = designs(house)
        return sum(MORNING_MIN for p in house.placements if (d := cards.get(p.tray.card.key)) is not None and d.morning)

    return house.once("standing minutes", reckon)


def _changes(house: House, days: Sequence[date]) -> Iterator[int]:
    """How many trays may change on each day: few, or by the household's school the whole shelf at once; none away."""
    usual, whole = house.practice.changes_at_once, house.practice.theme_change == "whole shelf"
    for day in days:
        if quiet_on(house.absences, day) is not None:
            yield 0
        else:
            yield WHOLE_SHELF if whole else usual
            whole = False


def _new_trays(house: House, words: Sequence[str], near: Sequence[str], today: date) -> tuple[NewTray, ...]:
    """The trays that could be made for a theme, with ids -1, -2, ...; each level once, for whom it suits."""

    def reckon() -> tuple[NewTray, ...]:
        needs = [need_with_steps(house, c, today) for c in house.children]
        there = {(t.card.key, t.card.level) for t in house.trays}
        found: dict[tuple[str, int], NewTray] = {}
        for strength, design, level, need in sorted(_levels(house, needs, words, near), key=_first_named):
            rung = (design.key, level.number)
            if strength and rung not in there and rung not in found and len(found) < MOST_NEW:
                made = _made(house, design, level, need, needs, at=len(found) + 1)
                if made is not None:
                    found[rung] = made
        return tuple(found.values())

    return house.once(("theme trays", tuple(words), tuple(near), today), reckon)


def _first_named(each: tuple[int, Design, Level, Need]) -> tuple[bool, str, int]:
    return each[0] < NAMED, each[1].key, each[3].child.id


def _levels(
    house: House, needs: Sequence[Need], words: Sequence[str], near: Sequence[str]
) -> Iterator[tuple[int, Design, Level, Need]]:
    """The level of every card each child is at, with how much it has to do with a theme."""
    slack = house.practice.near_window_months
    for need in needs:
        months = corrected_months(need.child.born, need.child.gestation_weeks, need.on)
        for design in catalogue.taken(house):
            if design.from_months - slack <= months <= design.to_months + slack:
                level = level_for(design, need.states, months, told=design.key in need.told, implied=need.implied)
                if stands_on_a_shelf(design, level):
                    yield step_carries(words, near, design, level), design, level, need


def _made(house: House, design: Design, level: Level, need: Need, needs: Sequence[Need], *, at: int) -> NewTray | None:
    """A tray as it could be made of what is free, or with what is made at home or bought within the budget."""
    first = chosen(design, level, need, needs, house.stock, at=at, practice=house.practice)
    if first is not None:
        return NewTray(first, ())
    made = make(design, level, house.stock, need, practice=house.practice)
    lacks = [_lack(name, level) for name in made.short]
    if not lacks or any(lack is None for lack in lacks):
        return None
    known = tuple(lack for lack in lacks if lack is not None)
    afford = BUDGETS.index(house.practice.budget)
    if any(lack.recipe is None for lack in known) and (afford == 0 or BUDGETS.index(design.cost or "much") > afford):
        return None
    more = tuple(_imagined(lack, level, n) for n, lack in enumerate(known, start=1))
    stock = Stock((*house.stock.components, *more), house.stock.trays)
    first = chosen(design, level, need, needs, stock, at=at, practice=house.practice)
    return NewTray(first, known) if first is not None else None


def _lack(name: str, level: Level) -> Lack | None:
    role = level.role(name)
    asked = role.accepts[0] if role is not None else (level.container or ("tray",))[0] if name == CONTAINER else name
    kind = asked if asked in KINDS else next((k for k, each in KINDS.items() if asked in each.can), "")
    if not kind:
        return None
    recipe = next((r for r in recipes() if r.makes == kind), None)
    return Lack(kind, role.count if role is not None else 1, recipe)


def _imagined(lack: Lack, level: Level, n: int) -> Component:
    """The thing as it would be once it is made or bought; a negative id, for it is in no cupboard yet."""
    subject = next((r.subject for r in level.roles if r.subject and r.accepts[0] == lack.kind), "")
    return replace(of_kind(lack.kind, lack.kind, count=max(1, lack.count)), id=-1000 - n, subject=subject)
