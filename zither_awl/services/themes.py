"""Use cases of themes on the string of weeks: plan one, take it, move it, bring its trays, tick its lines, drop it."""

from __future__ import annotations

from collections.abc import Collection, Sequence
from dataclasses import dataclass, replace
from datetime import date, timedelta

from zither_awl import languages
from zither_awl.core.errors import FieldProblem, InvalidValue, NotFound
from zither_awl.core.saying import say
from zither_awl.core.shelf import check_shelf
from zither_awl.core.values import ChangeRecord, Placement, Tray
from zither_awl.core.weeks.plan import Comes, ThemePlan
from zither_awl.core.weeks.theme import ByThen, Theme, ThemeTray
from zither_awl.core.words import short_day_text
from zither_awl.services.desk import Desk
from zither_awl.services.house import House
from zither_awl.services.planning import rests_on
from zither_awl.services.shelf import put
from zither_awl.services.solving import Question, Solve
from zither_awl.services.theme_ask import Asked, WantedTheme, asked_of, ref_of
from zither_awl.services.theme_lists import ThemeLists, lists_of

AHEAD_DAYS = 400


def start(desk: Desk, wanted: WantedTheme) -> int:
    """Begin to plan a theme; returns the number of the solve. Raises: InvalidValue, NotFound, Busy."""
    house, today = desk.house(), desk.today()
    if wanted.theme_id:
        theme(house, wanted.theme_id)
    asked = asked_of(house, wanted, today)
    return desk.solves.start(Question(asked.ask.shelf, rests_on(house), theme=asked.ask, told=asked))


def planned(solve: Solve) -> tuple[Asked, ThemePlan]:
    """The plan a solve ended with, and what it was asked. Raises: InvalidValue when it has none."""
    if not isinstance(solve.answer, ThemePlan) or not isinstance(solve.question.told, Asked):
        raise InvalidValue(FieldProblem("plan", say("There is no planned theme to take."), say("Plan it first.")))
    return solve.question.told, solve.answer


def lists(desk: Desk, solve: Solve) -> ThemeLists:
    """The lists of a planned theme."""
    asked, plan = planned(solve)
    return lists_of(desk.house(), asked, plan, desk.today())


def take(
    desk: Desk, solve_id: int, refs: Collection[str] | None, song: str, outing: str | None, adult_id: int | None
) -> int:
    """Put a planned theme onto the string: its trays (those of `refs`, or all) with their days, and what is to be done
    by then; all in one write. Returns its id. Raises: InvalidValue when the house changed since."""
    house = desk.house()
    solve = desk.solves.get(solve_id)
    asked, plan = planned(solve)
    if rests_on(house)[:3] != solve.question.rests_on[:3]:
        said = say("The house was changed since this theme was planned.")
        raise InvalidValue(FieldProblem("plan", said, say("Plan it again.")))
    return keep_planned(desk, asked, plan, refs, song, outing, adult_id)


def keep_planned(
    desk: Desk,
    asked: Asked,
    plan: ThemePlan,
    refs: Collection[str] | None,
    song: str,
    outing: str | None,
    adult_id: int | None,
) -> int:
    """A planned theme, on the string in one write. Returns its id."""
    house = desk.house()
    comes = [c for c in plan.comes if refs is None or ref_of(c.tray.id, asked) in refs]
    told = asked.theme
    trays = tuple(_theme_tray(c, asked) for c in comes)
    kept = replace(
        told,
        name=languages.told(told.name),
        question=languages.told(told.question),
        taken=True,
        trays=trays,
        song=song.strip()[:120],
        outing=told.outing if outing is None else outing.strip()[:200],
    )
    if told.id:
        kept = replace(kept, keep=theme(house, told.id).keep)
    made = lists_of(house, asked, replace(plan, comes=tuple(comes)), desk.today())
    with desk.write(adult_id, say("Theme: {kept}", kept=kept.name)) as work:
        theme_id = work.themes.save_theme(kept)
        done = {_what(line) for line in house.weeks.by_then if line.theme_id == theme_id and line.done_on}
        work.themes.replace_lines(
            theme_id, [replace(line, theme_id=theme_id) for line in made.lines if _what(line) not in done]
        )
    return theme_id


def _what(line: ByThen) -> tuple[str, str]:
    """What a line is about: a recipe may be made for several trays, and done for one is not done for the others."""
    return line.ref, line.amount if line.ref.startswith("recipe:") else ""


def _theme_tray(comes: Comes, asked: Asked) -> ThemeTray:
    new = asked.new.get(comes.tray.id)
    key, level = new.first.rung if new is not None else (comes.tray.card.key, comes.tray.card.level)
    return ThemeTray(
        tray_id=None if new is not None else comes.tray.id,
        key=key,
        level=level,
        name=comes.tray.name,
        children=tuple(sorted(comes.tray.for_children)),
        day=comes.day,
        spot=comes.spot,
        out_id=comes.out.id if comes.out is not None else None,
    )


def theme(house: House, theme_id: int) -> Theme:
    """A theme of the string. Raises: NotFound."""
    found = next((t for t in house.weeks.themes if t.id == theme_id), None)
    if found is None:
        raise NotFound(say("There is no theme {theme_id} on the weeks.", theme_id=theme_id))
    return found


@dataclass(frozen=True, slots=True)
class ThemeChange:
    """What is different in a theme; None stays as it is."""

    name: str | None = None
    question: str | None = None
    song: str | None = None
    outing: str | None = None
    keep: str | None = None
    from_day: date | None = None
    until_day: date | None = None


def _with_days(old: Theme, told: ThemeChange, today: date) -> Theme:
    """A theme on the days told of it. Raises: InvalidValue."""
    moved = old
    if told.from_day is not None and told.from_day != old.from_day:
        if abs((told.from_day - today).days) > AHEAD_DAYS:
            far = say("{from_day} is more than {ahead_days} days away.", from_day=told.from_day, ahead_days=AHEAD_DAYS)
            raise InvalidValue(FieldProblem("from_day", far))
        moved = old.moved(told.from_day)
    if told.until_day is None:
        return moved
    last = max((t.day for t in moved.trays), default=moved.from_day)
    if told.until_day < last:
        outside = say("is {until_day}; its last tray comes on {last}.", until_day=told.until_day, last=last)
        raise InvalidValue(FieldProblem("until_day", outside))
    return replace(moved, until_day=told.until_day)


def change(desk: Desk, theme_id: int, told: ThemeChange, adult_id: int | None) -> None:
    """Change a theme's words, or move it: with another first day all its days move, its trays' and its lines'.

    Raises: NotFound; InvalidValue for days too far, or that leave a tray outside.
    """
    house, today = desk.house(), desk.today()
    old = theme(house, theme_id)
    named = {
        name: value.strip()
        for name in ("name", "question", "song", "outing", "keep")
        if (value := getattr(told, name)) is not None
    }
    moved = _with_days(old, told, today)
    kept, by = replace(moved, **named), moved.from_day - old.from_day
    with desk.write(
        adult_id, say("{by} the theme {kept}", by=say("Moved") if by else say("Changed"), kept=kept.name)
    ) as work:
        work.themes.save_theme(kept)
        for line in house.weeks.by_then if by else ():
            if line.theme_id == theme_id and line.done_on is None:
                work.themes.save_by_then(replace(line, due=line.due + by))


def move_tray(desk: Desk, theme_id: int, tray_id: int, day: date, adult_id: int | None) -> None:
    """Let one tray of a theme come on another of its days; what is made for it is due the evening before, and nothing
    else is due later than what it is used for.

    Raises: NotFound; InvalidValue for a day outside the theme.
    """
    house, today = desk.house(), desk.today()
    old, tray = _of_theme(house, theme_id, tray_id)
    if not old.runs(day):
        raise InvalidValue(
            FieldProblem(
                "day",
                say(
                    "is {day}; expected {from_day} to {until_day}.",
                    day=day,
                    from_day=old.from_day,
                    until_day=old.until_day,
                ),
            )
        )
    new = replace(old, trays=tuple(replace(t, day=day) if t.id == tray_id else t for t in old.trays))
    with desk.write(adult_id, say("{tray} comes on {day}", tray=tray.name, day=short_day_text(day))) as work:
        work.themes.save_theme(new)
        for line in house.weeks.by_then:
            if line.theme_id != theme_id or line.done_on is not None:
                continue
            if _made_for(line, tray) or (_needs(house, tray, line.ref) and line.due >= day):
                work.themes.save_by_then(replace(line, due=max(today, day - timedelta(days=1))))


def _made_for(line: ByThen, tray: ThemeTray) -> bool:
    """Whether a line is a tray itself, or what is made or printed for it."""
    return line.ref == tray.ref or (line.ref.startswith("recipe:") and line.amount.endswith(f", for {tray.name}"))


def _used_on(house: House, of: Theme, line: ByThen) -> date:
    """The first day of a theme that needs what a line is about. What is bought may be for any tray that is yet to be
    made: the first of them counts."""
    days = [t.day for t in of.trays if _made_for(line, t) or _needs(house, t, line.ref)]
    return min(days, default=of.from_day if line.ref == "books" else of.until_day)


def _needs(house: House, tray: ThemeTray, ref: str) -> bool:
    if ref.startswith("kind:"):
        return tray.tray_id is None
    found = tray_for(house, tray)
    things = {c.component.id for c in found.contents} if found is not None else set()
    if ref.startswith("mark:"):
        mark = next((m for m in house.cupboard.marks if f"mark:{m.id}" == ref), None)
        return mark is not None and found is not None and (mark.tray_id == found.id or mark.component_id in things)
    return ref in {f"thing:{each}" for each in things}


def _of_theme(house: House, theme_id: int, tray_id: int) -> tuple[Theme, ThemeTray]:
    old = theme(house, theme_id)
    found = next((t for t in old.trays if t.id == tray_id), None)
    if found is None:
        raise NotFound(say("There is no tray {tray_id} in {old}.", tray_id=tray_id, old=old.name))
    return old, found


def forget(desk: Desk, theme_id: int, adult_id: int | None) -> None:
    """Take a theme off the string, with what was to be done for it. Raises: NotFound."""
    name = theme(desk.house(), theme_id).name
    with desk.write(adult_id, say("Without the theme {name}", name=name)) as work:
        work.themes.delete_theme(theme_id)


def copy(desk: Desk, theme_id: int, from_day: date, adult_id: int | None) -> int:
    """The same theme at another time: its words, song, outing and what was kept for next year; it is planned anew then.

    Returns its id. Raises: NotFound, InvalidValue.
    """
    old = theme(desk.house(), theme_id)
    fresh = replace(old.moved(from_day), id=0, taken=False, trays=())
    with desk.write(adult_id, say("Theme again: {fresh}", fresh=fresh.name)) as work:
        return work.themes.save_theme(fresh)


def tray_for(house: House, each: ThemeTray) -> Tray | None:
    """The tray a theme's tray is: the one that was named, or one that was made of its level since."""
    trays = {t.id: t for t in house.trays}
    if each.tray_id is not None:
        return trays.get(each.tray_id)
    made = [t for t in trays.values() if (t.card.key, t.card.level) == (each.key, each.level)]
    return max(made, key=lambda t: t.id, default=None)


def bring(desk: Desk, theme_id: int, tray_id: int, adult_id: int | None) -> None:
    """The tray of a theme comes: it is put to its place, what stood there rests, the set-up list says so.

    Raises: NotFound; InvalidValue while it is not made, where its place is taken otherwise, or for a new hazard.
    """
    house, today = desk.house(), desk.today()
    old, each = _of_theme(house, theme_id, tray_id)
    tray = tray_for(house, each)
    if tray is None:
        raise InvalidValue(
            FieldProblem("tray", say("{each} is not made yet.", each=each.name), say("Make it first, under Make."))
        )
    if tray.id in house.standing or each.spot is None:
        raise InvalidValue(FieldProblem("tray", say("{tray} stands already.", tray=tray.name)))
    there = [p for p in house.placements if p.spot == each.spot]
    if any(p.tray.id != each.out_id for p in there):
        raise InvalidValue(
            FieldProblem(
                "spot",
                say("{tray} stands there now.", tray=there[0].tray.name),
                say("Plan the theme again, or put it elsewhere on the Shelf."),
            )
        )
    by_hand = _by_hand(house, tray, each, there, today)
    record = ChangeRecord(
        id=0, at=desk.now(), out=tuple(p.tray.id for p in there), in_=(tray.id,), why_out=("chosen",) * len(there)
    )
    with desk.write(adult_id, say("{old}: {tray} in", old=old.name, tray=tray.name)) as work:
        change_id = work.weeks.add_change(record, "accepted", "", adult_id)
        for p in there:
            put(work, desk, p.tray.id, None, False)
        put(work, desk, tray.id, each.spot, by_hand)
        work.room.touch(each.spot.unit_id)
        lines = [("rest", p.tray.id) for p in there] + [("by hand" if by_hand else "put", tray.id)]
        work.weeks.add_tasks(change_id, lines)


def _by_hand(house: House, tray: Tray, each: ThemeTray, there: Sequence[Placement], today: date) -> bool:
    """Whether it is to be kept away where it goes, because open it would be a hazard. Raises: InvalidValue where even
    that brings what must not be."""
    assert each.spot is not None
    gone = {p.tray.id for p in there}
    rest = [p for p in house.placements if p.tray.id not in gone]
    known = {f.key for f in check_shelf(rest, house.units, house.children, today, practice=house.practice)}
    trouble = []
    for by_hand in (False, True):
        after = [*rest, Placement(id=-1, tray=tray, spot=each.spot, by_hand=by_hand)]
        found = check_shelf(after, house.units, house.children, today, practice=house.practice)
        trouble = [f for f in found if f.severity == "must" and f.key not in known]
        if not trouble:
            return by_hand
    raise InvalidValue(FieldProblem("spot", trouble[0].reasons[0].text, say("Put it elsewhere on the Shelf.")))


def tick(desk: Desk, line_id: int, done: bool, adult_id: int | None) -> None:
    """Tick what was to be done by a day, or take the tick back. Raises: NotFound."""
    line = _line(desk.house(), line_id)
    with desk.write(
        adult_id, say("{done}: {line}", done=say("Done") if done else say("Not done"), line=line.name)
    ) as work:
        work.themes.save_by_then(replace(line, done_on=desk.today() if done else None))


def due(desk: Desk, line_id: int, day: date, adult_id: int | None) -> None:
    """Something is to be done by another day. Raises: NotFound; InvalidValue for a day after its theme begins to use
    it."""
    house = desk.house()
    line = _line(house, line_id)
    if line.theme_id is not None:
        used = _used_on(house, theme(house, line.theme_id), line)
        # What is bought may be due later than the first tray that is made: never later than it was planned.
        if day >= used and day > line.due:
            raise InvalidValue(
                FieldProblem(
                    "due", say("is {day}; it is used on {used}.", day=day, used=used), say("Choose a day before.")
                )
            )
    with desk.write(adult_id, say("{line} by {day}", line=line.name, day=short_day_text(day))) as work:
        work.themes.save_by_then(replace(line, due=day))


def add_line(desk: Desk, line: ByThen, adult_id: int | None) -> int:
    """Something else is to be done by a day. Returns its id."""
    with desk.write(adult_id, say("By then: {line}", line=line.name)) as work:
        return work.themes.save_by_then(line)


def drop_line(desk: Desk, line_id: int, adult_id: int | None) -> None:
    """Take a line off. Raises: NotFound."""
    line = _line(desk.house(), line_id)
    with desk.write(adult_id, say("Without: {line}", line=line.name)) as work:
        work.themes.delete_by_then(line_id)


def _line(house: House, line_id: int) -> ByThen:
    found = next((line for line in house.weeks.by_then if line.id == line_id), None)
    if found is None:
        raise NotFound(say("There is no line {line_id}.", line_id=line_id))
    return found


@dataclass(frozen=True, slots=True)
class Loved:
    """A tray of a theme that was, and on how many of the theme's work cycles somebody chose it."""

    name: str
    chosen: int
    of: int


def afterwards(desk: Desk, theme_id: int) -> tuple[Loved, ...]:
    """What of a theme was loved, the most chosen first; from what was seen on its days."""
    house, today = desk.house(), desk.today()
    of = theme(house, theme_id)
    days = [m.day for m in house.window.mornings if of.runs(m.day) and m.ended and m.day <= today]
    found = []
    for each in of.trays:
        tray = tray_for(house, each)
        if tray is not None:
            chosen = {v.local_day for v in house.window.visits if v.tray_id == tray.id and of.runs(v.local_day)}
            found.append(Loved(tray.name, len(chosen), sum(day >= each.day for day in days)))
    return tuple(sorted(found, key=lambda each: (-each.chosen, each.name)))
